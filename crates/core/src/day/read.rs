//! The readings of a setup as its day has them.

use super::SetupCurve;
use super::curve::Taken;
use super::light::DayLight;
use crate::forecast::AmbientSource;
use crate::marks::stops_amount;
use crate::quantity::{ClockTime, Ev100, Id, Stops};
use crate::say;
use crate::setup::{Patch, Reading, Setup, Turned};
use crate::situation::reading_level;
use serde::Serialize;

/// A reading on the strip.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct ReadingPoint {
    /// Which.
    pub reading: Id,
    /// Where.
    pub patch: Patch,
    /// Minutes after midnight.
    pub minute: usize,
    /// When.
    pub clock: ClockTime,
    /// The level it stands for.
    pub ev: Ev100,
    /// How far it is from the model: reading − model.
    pub difference: Option<Stops>,
    /// Whether the clock has come to it, so that the forecast is bent to it.
    pub known: bool,
    /// What is odd about it, in a sentence.
    pub odd: Option<String>,
}

/// What is to be told of a reading.
#[derive(Debug, Clone, PartialEq)]
enum Told {
    /// It is later than the clock.
    ToCome,
    /// It was turned to a sun that was down.
    NoSun,
    /// Another of the same patch says something else.
    Contradicts {
        /// When that was.
        other: ClockTime,
        /// By how much, in stops.
        by: f64,
    },
    /// It is far from the forecast, by so many stops.
    FarOff(f64),
    /// A cloud stood before the sun.
    Cloud,
    /// It says more than what shines there gives, by so many stops.
    Beyond {
        /// How many, negative for less.
        by: f64,
        /// What shines.
        shines: String,
    },
}

impl Told {
    fn words(&self, patch: Patch, time: &ClockTime) -> String {
        let patch = patch.words();
        match self {
            Told::ToCome => say::day_read::to_come(time),
            Told::NoSun => say::day_read::no_sun(time),
            Told::Contradicts { other, by } => say::day_read::contradicts(patch, time, other, by),
            Told::FarOff(by) => say::day_read::far_off(patch, time, by.abs()),
            Told::Cloud => say::day_read::cloud(time),
            Told::Beyond { by, shines } => {
                let (amount, more, asked) = if *by > 0.0 {
                    (stops_amount(*by), "more", say::day_read::BRIGHTER_WHY)
                } else {
                    (stops_amount(-by), "less", say::day_read::DARKER_WHY)
                };
                say::day_read::unlike(patch, time, &amount, more, shines, asked)
            }
        }
    }
}

/// Two readings that differ by more than this beyond what the light did in between contradict each other, in stops.
const CONTRADICT: f64 = 3.0;
/// A reading this far from the model, in stops, is asked about.
const FAR_OFF: f64 = 4.0;
/// What a reading says beyond the sources is told from here on, in stops.
const BEYOND: f64 = 0.5;

/// What shines, with its verb: sun and sky give, lamps give, the window gives.
fn shines(sources: &[AmbientSource]) -> String {
    let windows = sources.iter().filter(|source| matches!(source, AmbientSource::Window { .. })).count();
    let named = [
        (sources.contains(&AmbientSource::Sun), say::day_read::SUN_SKY),
        (windows == 1, "the window"),
        (windows > 1, "the windows"),
        (sources.contains(&AmbientSource::Lamps), "the lamps"),
    ];
    let there: Vec<&str> = named.into_iter().filter(|(there, _)| *there).map(|(_, name)| name).collect();
    let gives = if there == ["the window"] { "gives" } else { "give" };
    format!("{} {gives}", there.join(" and "))
}

/// A reading that has a time on the strip.
struct Read<'a> {
    reading: &'a Reading,
    time: &'a ClockTime,
    minute: usize,
    /// What the sources make of it; none where no forecast takes it in.
    taken: Option<&'a Taken>,
}

impl<'a> Read<'a> {
    /// By how much it and another of its patch say something else, in stops; none where they do not contradict.
    fn contradicts(&self, other: &Read<'a>) -> Option<f64> {
        let by = (self.taken?.difference - other.taken?.difference).abs();
        let turned = |read: &Read<'a>| (!read.reading.is_of_patch()).then_some(&read.reading.turned);
        let same = self.reading.patch == other.reading.patch && turned(self) == turned(other);
        let near = self.minute.abs_diff(other.minute) <= 60 && same;
        (near && by > CONTRADICT).then_some(by)
    }
}

/// The readings of a setup on the strip. Readings later than the clock are shown, but not taken in yet.
pub(crate) fn readings(
    day: &DayLight<'_>,
    setup: &Setup,
    curve: Option<&SetupCurve<'_>>,
    known_until: Option<f64>,
) -> Vec<ReadingPoint> {
    let read: Vec<Read<'_>> = setup
        .readings
        .iter()
        .enumerate()
        .filter_map(|(index, reading)| {
            let time = reading.time.as_ref()?;
            let minute = day.timeline.minute_of(time).ok()?;
            let taken = curve.and_then(|curve| curve.taken().iter().find(|taken| taken.index == index));
            Some(Read { reading, time, minute, taken })
        })
        .collect();
    let known = |now: &Read<'_>| known_until.is_none_or(|until| now.minute as f64 <= until);
    let told = |at: usize, now: &Read<'_>| {
        if !known(now) {
            return Some(Told::ToCome);
        }
        if now.taken.is_none() && now.reading.turned == Turned::Sun && !now.reading.is_of_patch() {
            return Some(Told::NoSun);
        }
        // Of two that contradict each other the later in the list asks.
        let against = |other: &Read<'_>| now.contradicts(other).map(|by| (other.time.clone(), by));
        if let Some((other, by)) = read[..at].iter().find_map(against) {
            return Some(Told::Contradicts { other, by });
        }
        let clouded = curve.is_some_and(|curve| curve.clouded(now.minute as f64));
        if let Some(off) = now.taken.map(|taken| taken.difference).filter(|off| off.abs() > FAR_OFF && !clouded) {
            return Some(Told::FarOff(off));
        }
        if clouded {
            return Some(Told::Cloud);
        }
        // One of two that contradict each other is wrong: what the other has beyond its sources is not known.
        let doubted = read[at + 1..].iter().any(|other| against(other).is_some());
        let by = now.taken.map(|taken| taken.beyond).filter(|by| by.abs() > BEYOND && !doubted)?;
        Some(Told::Beyond { by, shines: shines(curve?.sources()) })
    };
    let point = |(at, now): (usize, &Read<'_>)| ReadingPoint {
        reading: now.reading.id.clone(),
        patch: now.reading.patch,
        minute: now.minute,
        clock: now.time.clone(),
        ev: reading_level(setup, now.reading, day.meter),
        difference: now.taken.map(|taken| Stops::nearest(taken.difference)),
        known: known(now),
        odd: told(at, now).map(|told| told.words(now.reading.patch, now.time)),
    };
    read.iter().enumerate().map(point).collect()
}

#[cfg(test)]
mod tests {
    use super::*;
    use AmbientSource::{Lamps, Sky, Sun, Window};
    use rstest::rstest;

    #[rstest]
    #[case::outdoors(&[Sun, Sky], "sun and sky give")]
    #[case::one_window(&[Window { index: 0 }], "the window gives")]
    #[case::hall(&[Window { index: 0 }, Window { index: 1 }, Lamps], "the windows and the lamps give")]
    #[case::night(&[Lamps], "the lamps give")]
    fn what_shines_is_named(#[case] sources: &[AmbientSource], #[case] named: &str) {
        assert_eq!(shines(sources), named);
    }
}
