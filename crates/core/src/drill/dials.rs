//! Rounds that are reckoned in the head and answered by turning a dial.

use super::stage::{ISO, SHUTTER, frame, person};
use super::{Chance, Drawn, Gesture};
use crate::house::Units;
use crate::kit::Kit;
use crate::marks::{ApertureMark, IsoMark, Mark, PowerStep, ShutterMark, StepSize};
use crate::quantity::Power;
use crate::say::drill as words;
use crate::setup::Setup;

/// Right within a third of a stop.
const THIRD: f64 = 0.34;

fn put(setup: &mut Setup, aperture: i16, shutter: i16, iso: i16) {
    setup.camera.aperture.at = ApertureMark::nearest(aperture);
    setup.camera.shutter.at = ShutterMark::nearest(shutter);
    setup.camera.iso.at = IsoMark::nearest(iso);
}

/// The same exposure at another aperture and ISO: which shutter?
pub(super) fn equivalent(chance: &mut Chance, kit: &Kit) -> Option<Drawn> {
    let mut setup = person(chance, kit, 0.0, -1.0)?;
    setup.lights.clear();
    let (aperture, shutter, iso) = (setup.camera.aperture.at.sixths(), SHUTTER, ISO);
    // Full stops: what is practised is counting them.
    let (closed, faster) = loop {
        let (closed, faster) = (chance.whole(-1, 3) as i16, chance.whole(0, 5) as i16);
        if closed != 0 && closed != faster && faster - closed <= 4 {
            break (closed, faster);
        }
    };
    let (new_aperture, new_iso) = (aperture + 6 * closed, iso + 6 * faster);
    let truth = shutter + 6 * (faster - closed);
    let marks: Vec<ShutterMark> = (1..=10).map(|stop| ShutterMark::nearest(6 * stop)).collect();
    let step = StepSize::Thirds;
    let label =
        |aperture: i16, iso: i16| (ApertureMark::nearest(aperture).label(step), IsoMark::nearest(iso).label(step));
    let gesture = Gesture::Dial {
        name: words::SHUTTER,
        marks: marks.iter().map(|mark| mark.label(step)).collect(),
        begins: usize::from(shutter.unsigned_abs() / 6 - 1),
    };
    let old = label(aperture, iso);
    let new = label(new_aperture, new_iso);
    let ask = words::equivalent(&old, &ShutterMark::nearest(shutter).label(step), &new);
    let mut drawn = Drawn::asking(ask, gesture, f64::from(truth / 6 - 1), THIRD);
    drawn.stops = Some(1.0);
    drawn.why = words::why_equivalent(f64::from(closed), f64::from(faster));
    drawn.frames = vec![frame(&setup, words::BEFORE)];
    drawn.after = Box::new(move |answer| {
        let at = |shutter: i16| {
            let mut setup = setup.clone();
            put(&mut setup, new_aperture, shutter, new_iso);
            setup
        };
        let yours = at(6 * (answer.round() as i16 + 1));
        vec![frame(&at(truth), words::RIGHT), frame(&yours, words::YOURS)]
    });
    Some(drawn)
}

/// Distances a stop apart for a small source, in metres as they are said: each √2 times the one before.
const DISTANCES: [f64; 7] = [0.7, 1.0, 1.4, 2.0, 2.8, 4.0, 5.6];
/// Stops below full power that a dial of fractions has.
const POWERS: [i32; 8] = [0, 1, 2, 3, 4, 5, 6, 7];

fn fraction(below: i32) -> String {
    Power::nearest(f64::from(below)).fraction_label(PowerStep::Thirds)
}

/// From one distance to another, with as many stops between them as there are between the powers; never none.
fn moved(chance: &mut Chance) -> (usize, usize, i32) {
    loop {
        let (from, to) = (chance.whole(1, 5), chance.whole(0, 6));
        let power = chance.whole(2, 5);
        // Further away by a step of the series: a stop less below full.
        let new = power - (to - from);
        if from != to && (0..=7).contains(&new) {
            return (from as usize, to as usize, power as i32);
        }
    }
}

/// A light at another distance: which power?
pub(super) fn power_for_distance(chance: &mut Chance, units: Units) -> Drawn {
    let (from, to, power) = moved(chance);
    let steps = to as i32 - from as i32;
    let marks = POWERS.map(fraction).to_vec();
    let gesture = Gesture::Dial { name: words::POWER, marks, begins: power as usize };
    let ask =
        words::power_for_distance(&fraction(power), &units.distance(DISTANCES[from]), &units.distance(DISTANCES[to]));
    let mut drawn = Drawn::asking(ask, gesture, f64::from(power - steps), THIRD);
    // The dial goes down from full power.
    drawn.stops = Some(-1.0);
    drawn.why = words::why_distance(DISTANCES[to] / DISTANCES[from], f64::from(steps));
    drawn
}

/// A light at another power: which distance?
pub(super) fn distance_for_power(chance: &mut Chance, units: Units) -> Drawn {
    let (from, to, power) = moved(chance);
    let steps = to as i32 - from as i32;
    let marks = DISTANCES.iter().map(|metres| units.distance(*metres)).collect();
    let gesture = Gesture::Dial { name: words::DISTANCE, marks, begins: from };
    let ask = words::distance_for_power(&fraction(power), &units.distance(DISTANCES[from]), &fraction(power - steps));
    let mut drawn = Drawn::asking(ask, gesture, to as f64, THIRD);
    // The dial goes away from the subject: darker.
    drawn.stops = Some(-1.0);
    drawn.why = words::why_distance(DISTANCES[to] / DISTANCES[from], f64::from(steps));
    drawn
}

/// What stops a plan, among these; numbers are drawn until it is one of them alone.
pub(super) fn binds(chance: &mut Chance, units: Units) -> Drawn {
    loop {
        let case = Case::drawn(chance);
        let bound = [case.sync_binds(), case.power_binds(), case.recharge_binds()];
        let truth = match bound.iter().filter(|binds| **binds).count() {
            0 => bound.len(),
            1 => bound.iter().position(|binds| *binds).unwrap_or_default(),
            _ => continue,
        };
        // What only just holds is no question.
        if case.is_narrow() {
            continue;
        }
        let gesture = Gesture::Choice { options: words::BINDING.to_vec() };
        let mut drawn = Drawn::asking(case.words(units), gesture, truth as f64, 0.1);
        drawn.why = case.why();
        return drawn;
    }
}

/// Sun and a flash that fills, at base ISO.
struct Case {
    /// Where the background is metered, at ISO 100.
    ev: i32,
    /// Where it is wanted, in stops.
    under: i32,
    /// The aperture, in stops over f/1.
    aperture: i32,
    /// The guide number at ISO 100, in metres.
    guide: f64,
    /// How far away the flash is, in metres.
    away: f64,
    /// Recharge after a full pop, in seconds.
    recharge: f64,
    /// Time between frames, in seconds.
    interval: f64,
}

/// 1/250, in stops.
const SYNC: f64 = 8.0;
/// Closer than this to a limit, in stops, it is no question.
const NARROW: f64 = 0.6;

impl Case {
    fn drawn(chance: &mut Chance) -> Case {
        Case {
            ev: chance.whole(9, 15) as i32,
            under: chance.whole(0, 2) as i32,
            aperture: chance.whole(2, 7) as i32,
            guide: chance.one_of([22.0, 32.0, 45.0]),
            away: chance.one_of([1.4, 2.0, 2.8, 4.0]),
            recharge: chance.one_of([1.0, 2.0, 4.0]),
            interval: chance.one_of([0.25, 0.5, 1.0, 3.0]),
        }
    }

    /// The shutter it takes, in stops: the background closed down as far as it is wanted under.
    fn shutter(&self) -> f64 {
        f64::from(self.ev + self.under - self.aperture)
    }

    /// The power it takes for the face to be right, in stops below full; below zero it is more than there is.
    fn below_full(&self) -> f64 {
        2.0 * (self.guide / self.away).log2() - f64::from(self.aperture)
    }

    /// How long until it is ready again, in stops over the time there is.
    fn late(&self) -> f64 {
        (self.recharge / self.interval).log2() - self.below_full()
    }

    fn sync_binds(&self) -> bool {
        self.shutter() > SYNC
    }

    fn power_binds(&self) -> bool {
        self.below_full() < 0.0
    }

    fn recharge_binds(&self) -> bool {
        !self.power_binds() && self.late() > 0.0
    }

    fn is_narrow(&self) -> bool {
        let near = |off: f64| off.abs() < NARROW;
        near(self.below_full()) || near(self.late())
    }

    fn words(&self, units: Units) -> String {
        let aperture = ApertureMark::nearest((self.aperture * 6) as i16).label(StepSize::Thirds);
        words::binds(
            &words::background(self.ev, self.under, &aperture),
            &words::flash_there(&units.distance(self.guide), &units.distance(self.away)),
            &words::pace(self.recharge, self.interval),
        )
    }

    fn why(&self) -> String {
        let shutter = ShutterMark::nearest((self.shutter() * 6.0) as i16).label(StepSize::Thirds);
        let ready = self.recharge * (-self.below_full().max(0.0)).exp2();
        words::why_binds(&shutter, self.below_full(), ready, self.interval)
    }
}
