//! How hot a sunset is: by the school that stops at the frame whose highlight warning has just gone, and by the one that takes
//! one click more.

use super::Facts;
use crate::marks::{Mark, ShutterMark, stops_amount};
use crate::say;
use crate::setup::Patch;
use crate::situation::{Dials, Situation};
use serde::Serialize;

/// Where the brightest part of a sunset stands against the camera's highlight warning.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Sunset {
    /// The warning shows.
    Warns,
    /// It has just gone, about a third of a stop hot: the goal.
    JustGone,
    /// One click more: the cautious choice.
    OneClickMore,
    /// Darker than either school wants.
    Darker,
}

/// How hot a sunset is, and the shutter that would make it what the other school wants.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct SunsetReport {
    /// By the schools.
    pub is: Sunset,
    /// The shutter of the other choice; none where it would be past sync or off the dial.
    pub other: Option<ShutterMark>,
    /// In words.
    pub text: String,
}

/// A click, in stops, and how near to a line counts as on it.
const CLICK: f64 = 1.0 / 3.0;
const NEAR: f64 = 0.06;

pub(super) fn of(s: &Situation<'_>, facts: &Facts, dials: &Dials) -> Option<SunsetReport> {
    s.wishes.sky_under_warning?;
    let level = facts.split.total[Patch::Sky].or(facts.split.total[Patch::Background])?;
    let over = level - s.warns_at(dials.iso);
    let is = match over {
        over if over > NEAR => Sunset::Warns,
        over if over > NEAR - CLICK => Sunset::JustGone,
        over if over > NEAR - 2.0 * CLICK => Sunset::OneClickMore,
        _ => Sunset::Darker,
    };
    // The schools are a click apart; the shutter moves the sky and leaves the flash.
    let darker = match is {
        Sunset::Warns | Sunset::Darker => over,
        Sunset::JustGone => CLICK,
        Sunset::OneClickMore => -CLICK,
    };
    let wanted = dials.shutter.stops() + darker;
    let fastest = s.safe_sync.map_or(s.shutter.1, |safe| safe.min(s.shutter.1));
    let away = |mark: &ShutterMark| (mark.stops() - wanted).abs();
    let clicks = ShutterMark::clicks(s.shutter.0, fastest, s.step);
    let nearest = clicks.into_iter().min_by(|a, b| away(a).total_cmp(&away(b)));
    let other = nearest.filter(|mark| away(mark) <= CLICK / 2.0 + 1e-9 && *mark != dials.shutter);
    let to = other.map_or_else(String::new, |mark| format!(", {}", mark.label(s.step)));
    let text = match is {
        Sunset::Warns => say::sunset::over_warning(stops_amount(over), &to),
        Sunset::JustGone => say::sunset::just_gone(&to),
        Sunset::OneClickMore => say::sunset::one_click_more(&to),
        Sunset::Darker => say::sunset::under_warning(stops_amount(over), &to),
    };
    Some(SunsetReport { is, other, text })
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::approach::Approach;
    use crate::assess::assess;
    use crate::house::House;
    use crate::quantity::Ev100;
    use crate::sample;
    use crate::setup::{Measured, Setup};
    use crate::solve::solve;
    use rstest::rstest;

    /// The boatbuilder before a sunset whose sky was read, and is the brightest of it.
    fn sunset() -> Setup {
        let mut setup = sample::portrait();
        let mut sky = setup.readings[1].clone();
        sky.patch = Patch::Sky;
        sky.id = crate::quantity::Id::new("reading-sky").unwrap();
        sky.measured = Measured::Ev { ev: Ev100::nearest(15.0) };
        setup.readings.push(sky);
        setup.approach = Some(Approach::SunsetBehind);
        setup
    }

    fn told(setup: &Setup) -> SunsetReport {
        assess(setup, &sample::kit(), House::default()).unwrap().approach.sunset.unwrap()
    }

    /// Solved, the sky is at the goal or under it, and turned by what is told it is what was told.
    #[test]
    fn solved_the_warning_has_gone() {
        let solved = solve(&sunset(), &sample::kit(), House::default()).unwrap();
        assert_ne!(told(&solved).is, Sunset::Warns, "{:?}", told(&solved));
    }

    /// From where the warning has just gone, a body's 2.5 stops over grey, in steps of a click, with where it goes from there.
    #[rstest]
    #[case::warns(1, Sunset::Warns, Some(-1))]
    #[case::just_gone(0, Sunset::JustGone, Some(1))]
    #[case::a_click_more(-1, Sunset::OneClickMore, Some(-1))]
    #[case::dark(-3, Sunset::Darker, Some(-3))]
    fn both_schools_are_told(#[case] clicks: i16, #[case] is: Sunset, #[case] turn: Option<i16>) {
        let mut setup = sunset();
        // Av 5⅔ and Tv 6⅓ at ISO 100: a sky of EV 14½ stands at 2½.
        setup.camera.iso.at = Mark::nearest(0);
        setup.camera.aperture.at = Mark::nearest(34);
        setup.camera.shutter.at = Mark::nearest(38);
        setup.camera.nd.at = Mark::nearest(0);
        let level = 14.5 - 0.01 + f64::from(clicks) / 3.0;
        setup.readings.last_mut().unwrap().measured = Measured::Ev { ev: Ev100::nearest(level) };
        let found = told(&setup);
        let from = setup.camera.shutter.at.sixths();
        let by = if is == Sunset::Warns { Some(1) } else { turn };
        assert_eq!((found.is, found.other.map(|mark| (mark.sixths() - from) / 2)), (is, by), "{}", found.text);
    }

    #[test]
    fn other_approaches_say_nothing_of_it() {
        let plain = assess(&sample::portrait(), &sample::kit(), House::default()).unwrap();
        assert_eq!(plain.approach.sunset.is_some(), plain.approach.approach == Approach::SunsetBehind);
    }
}
