//! The strips of dials: every click with what is engraved there. Turning a dial changes none of them, so those asked for lately
//! are shared.

use super::DialKind;
use crate::latest::Latest;
use crate::marks::{Mark, PowerNotation, PowerStep, Printed, StepSize, strip};
use crate::quantity::{Kelvin, Power};
use crate::setup::{Dial, free_range};
use serde::{Serialize, Serializer};
use std::sync::Arc;

/// A strip, shared by all answers that show it.
pub type Strip = Arc<[Printed]>;

/// Tells a strip as the list it is.
pub(super) fn told<S: Serializer>(strip: &Strip, to: S) -> Result<S::Ok, S::Error> {
    strip.serialize(to)
}

/// What a strip is worked out from.
#[derive(Debug, PartialEq)]
enum Engraved {
    /// A dial of the camera from here to there, in sixths, with its step.
    Camera(DialKind, i16, i16, StepSize),
    /// Stops a flash goes down by, in such steps, as it writes them.
    Power(f64, PowerStep, PowerNotation),
    /// White balance, of a body or of a film.
    Kelvin { film: bool },
}

static KNOWN: Latest<Engraved, Strip, 64> = Latest::new();

/// The strip of a camera's dial that stands at `at`, which need be no click of it.
pub(super) fn of_camera<M: Mark>(kind: DialKind, at: M, (first, last): (M, M), step: StepSize) -> Strip {
    let clicks = || free_range(Dial::free(at), (first, last), step);
    let engraved = Engraved::Camera(kind, first.sixths(), last.sixths(), step);
    let known = KNOWN.get(engraved, || strip(&clicks(), step).into());
    let here = f64::from(at.sixths());
    if known.binary_search_by(|mark| mark.at.total_cmp(&here)).is_ok() {
        return known;
    }
    with(&clicks(), at, step)
}

/// The strip of these clicks, and of `at` wherever it stands among them.
pub(super) fn with<M: Mark>(clicks: &[M], at: M, step: StepSize) -> Strip {
    let mut clicks = clicks.to_vec();
    if let Err(place) = clicks.binary_search(&at) {
        clicks.insert(place, at);
    }
    strip(&clicks, step).into()
}

/// Every click of a power dial, full power first.
pub(super) fn of_power(lowest: f64, step: PowerStep, notation: PowerNotation) -> Strip {
    KNOWN.get(Engraved::Power(lowest, step, notation), || {
        let per_stop = step.clicks_per_stop() as u32;
        let clicks = (lowest * step.clicks_per_stop()).round() as u32;
        let printed = |click| {
            let power = Power::nearest(f64::from(click) / step.clicks_per_stop());
            let full = click % per_stop == 0;
            let label = if full { power.label(notation, step) } else { String::new() };
            Printed { at: power.stops_below_full(), label, full }
        };
        (0..=clicks).map(printed).collect()
    })
}

/// White-balance settings in hundreds of kelvin, as cameras set them; of a film the one it is balanced for.
pub(super) fn of_kelvin(film: bool, at: Kelvin) -> Strip {
    let hundreds = KNOWN.get(Engraved::Kelvin { film }, || {
        let hundreds = if film { 0..0 } else { 20..121 };
        let printed = |hundreds: u32| {
            let full = hundreds.is_multiple_of(10);
            let label = if full { (hundreds * 100).to_string() } else { String::new() };
            Printed { at: f64::from(hundreds) * 100.0, label, full }
        };
        hundreds.map(printed).collect()
    });
    match hundreds.binary_search_by(|mark| mark.at.total_cmp(&at.kelvin())) {
        Ok(_) => hundreds,
        Err(place) => {
            let mut strip = hundreds.to_vec();
            strip.insert(place, Printed { at: at.kelvin(), label: String::new(), full: false });
            strip.into()
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::marks::ApertureMark;
    use rstest::rstest;

    /// A dial that stands between two clicks has a place of its own, and leaves the strip of the others as it was.
    #[rstest]
    #[case::a_click(12, 1)]
    #[case::between(13, 1)]
    fn where_a_dial_stands_is_on_its_strip_once(#[case] sixths: i16, #[case] times: usize) {
        let range = (ApertureMark::nearest(6), ApertureMark::nearest(48));
        let strip = |at: i16| of_camera(DialKind::Aperture, ApertureMark::nearest(at), range, StepSize::Thirds);
        let there = strip(sixths);
        let at: Vec<f64> = there.iter().map(|mark| mark.at).collect();
        assert!(at.is_sorted());
        assert_eq!(at.iter().filter(|at| **at == f64::from(sixths)).count(), times);
        assert_eq!(strip(12).len(), 22);
        assert!(Arc::ptr_eq(&strip(12), &strip(14)));
    }

    /// What is known of one strip is never another's: neither the step, the range, the notation nor the film may be taken for it.
    #[test]
    fn strips_of_other_dials_are_others() {
        let camera = |first: i16, last: i16, step| {
            let range = (ApertureMark::nearest(first), ApertureMark::nearest(last));
            of_camera(DialKind::Aperture, range.0, range, step)
        };
        let all = [
            camera(6, 48, StepSize::Thirds),
            camera(12, 48, StepSize::Thirds),
            camera(6, 42, StepSize::Thirds),
            camera(6, 48, StepSize::Halves),
            of_power(7.0, PowerStep::Thirds, PowerNotation::Fraction),
            of_power(8.0, PowerStep::Thirds, PowerNotation::Fraction),
            of_power(7.0, PowerStep::Tenths, PowerNotation::Fraction),
            of_power(7.0, PowerStep::Thirds, PowerNotation::TenStop),
            of_kelvin(false, Kelvin::nearest(5600.0)),
            of_kelvin(false, Kelvin::nearest(5650.0)),
            of_kelvin(true, Kelvin::nearest(5600.0)),
        ];
        for (index, one) in all.iter().enumerate() {
            assert!(all[index + 1..].iter().all(|other| one != other), "{index}");
        }
        assert_eq!((all[8].len(), all[9].len(), all[10].len()), (101, 102, 1));
    }
}
