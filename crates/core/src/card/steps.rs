//! Series of frames of one picture: focus steps where one aperture does not hold the depth, and a second exposure where the brightest
//! part keeps no detail in one.

use super::CardLine;
use super::series::{more_than_a_battery, pace};
use crate::assess::Assessment;
use crate::optics::{Movement, Support};
use crate::say;
use crate::setup::Patch;
use crate::situation::{Dials, Situation};

/// Focus steps overlap by a fifth (common practice).
const OVERLAP: f64 = 0.8;
/// Short of depth by less than this nobody sees, in stops.
const SHORT: f64 = 0.2;
/// More steps than this nobody blends.
const MOST: f64 = 60.0;

/// Whether frames can be laid over each other: from a tripod, of what does not move.
fn lies_still(s: &Situation<'_>) -> bool {
    s.setup.camera.support == Support::Tripod && s.setup.subject.movement == Movement::Still
}

/// How many frames focus has to go through for all of the depth.
pub(super) fn focus_steps(s: &Situation<'_>, assessment: &Assessment) -> Option<CardLine> {
    if !lies_still(s) || assessment.depth.short.stops() < SHORT {
        return None;
    }
    let sharp = s.lensing.total_depth(Dials::of(s.setup).aperture.f_number())?;
    let frames = (s.setup.subject.depth.metres() / (OVERLAP * sharp)).ceil().clamp(2.0, MOST);
    let step = s.terms.house.units.distance(OVERLAP * sharp);
    let (apart, pops) = pace(s, assessment);
    let text = say::card::focus_steps(frames, &step, frames * apart);
    let mut why = say::card::FROM_NEAR_TO_FAR.to_owned();
    why.extend(more_than_a_battery(frames as u32, pops));
    Some(CardLine::new("steps-focus", text).because(why))
}

/// How much darker a second frame is for what clips in the first.
pub(super) fn second_exposure(s: &Situation<'_>, assessment: &Assessment) -> Option<CardLine> {
    let over = |patch: Patch| {
        assessment.level(patch).filter(|level| level.clips).map(|level| level.total.stops() - level.clips_at.stops())
    };
    let most = over(Patch::Sky).into_iter().chain(over(Patch::Background)).fold(0.0, f64::max);
    if !lies_still(s) || most <= 0.0 {
        return None;
    }
    // A stop under clipping, in whole stops.
    let darker = (most + 1.0).ceil();
    Some(CardLine::new("steps-exposure", say::card::second_exposure(darker)))
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::house::House;
    use crate::marks::{ApertureMark, Mark};
    use crate::quantity::{Ev100, Metres, Power};
    use crate::sample;
    use crate::setup::{Measured, Setup};

    fn assessed(setup: &Setup) -> Assessment {
        crate::assess::assess(setup, &sample::kit(), House::default()).unwrap()
    }

    fn steps(setup: &Setup) -> (Option<CardLine>, Option<CardLine>) {
        let kit = sample::kit();
        let s = Situation::new(setup, &kit, House::default()).unwrap();
        let assessment = assessed(setup);
        (focus_steps(&s, &assessment), second_exposure(&s, &assessment))
    }

    fn still() -> Setup {
        let mut setup = sample::portrait();
        setup.camera.support = Support::Tripod;
        setup.subject.movement = Movement::Still;
        setup
    }

    /// 85 mm at f/2 from 2.4 m holds about 9 cm by a circle of 0.03 mm: 30 cm take at least four frames that overlap by a fifth.
    #[test]
    fn focus_goes_through_the_depth() {
        let mut setup = still();
        setup.camera.aperture.at = ApertureMark::nearest(12);
        setup.subject.depth = Metres::new(0.3).unwrap();
        let line = steps(&setup).0.unwrap();
        let frames: f64 = line.text.split_whitespace().next().unwrap().parse().unwrap();
        assert!((4.0..=8.0).contains(&frames), "{}", line.text);
        // At full power each waits for the flash, 2.4 s of the sample kit's.
        setup.lights[0].power.at = Power::FULL;
        let waits = steps(&setup).0.unwrap().text;
        let recharge = assessed(&setup).lights[0].recharge.seconds();
        assert!(waits.ends_with(&format!(", {:.0} s of them", frames * recharge)), "{waits}");
        // Stopped down there is nothing to step through, and of what moves frames do not lie over each other.
        setup.camera.aperture.at = ApertureMark::nearest(48);
        assert_eq!(steps(&setup).0, None);
        setup.camera.aperture.at = ApertureMark::nearest(12);
        setup.subject.movement = Movement::Posed;
        assert_eq!(steps(&setup).0, None);
    }

    #[test]
    fn what_clips_is_taken_darker_once_more() {
        let mut setup = still();
        assert_eq!(steps(&setup).1, None);
        for reading in setup.readings.iter_mut().filter(|reading| reading.patch == Patch::Background) {
            reading.measured = Measured::Ev { ev: Ev100::nearest(18.0) };
        }
        let line = steps(&setup).1.unwrap();
        assert!(line.text.contains("3 stops") || line.text.contains("4 stops"), "{}", line.text);
        setup.camera.support = Support::Hand;
        assert_eq!(steps(&setup).1, None);
    }
}
