//! What one set of dials costs against another, as data and in a sentence.

use crate::assess::Facts;
use crate::flash::recharge_time;
use crate::marks::{Mark, stops_amount};
use crate::quantity::Power;
use crate::say;
use crate::say::capital;
use crate::setup::Patch;
use crate::situation::{Dials, Situation};
use serde::Serialize;

/// One thing that gets better or worse.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(tag = "what", rename_all = "snake_case")]
pub enum Cost {
    /// ISO moves; positive is more noise.
    Noise {
        /// Stops of ISO.
        stops: f64,
    },
    /// The aperture moves; positive is more depth.
    Aperture {
        /// The new mark.
        mark: String,
        /// Stops closed.
        stops: f64,
    },
    /// The subject is no longer sharp front to back.
    DepthShort {
        /// Stops too open.
        stops: f64,
    },
    /// The shutter moves.
    Shutter {
        /// The new mark.
        mark: String,
    },
    /// Shake or movement shows.
    Blur {
        /// Stops too slow.
        stops: f64,
    },
    /// A filter goes on, stronger or weaker.
    Nd {
        /// Stops it takes more, negative less.
        stops: f64,
    },
    /// The hardest-working flash works harder; negative is easier.
    Power {
        /// Stops.
        stops: f64,
        /// Its new time to be ready, in seconds.
        ready: f64,
    },
    /// The face moves from where it was; negative is darker.
    Face {
        /// Stops.
        stops: f64,
    },
    /// The background moves from where it was; negative is darker.
    Background {
        /// Stops.
        stops: f64,
    },
}

impl Cost {
    fn words(&self) -> String {
        match self {
            Cost::Noise { stops } if *stops > 0.0 => format!("{} more noise", stops_amount(*stops)),
            Cost::Noise { stops } => format!("{} less noise", stops_amount(*stops)),
            Cost::Aperture { mark, stops } if *stops > 0.0 => format!("{mark}, deeper focus"),
            Cost::Aperture { mark, .. } => format!("{mark}, shallower focus"),
            Cost::DepthShort { stops } => say::ways::depth_short(stops_amount(*stops)),
            Cost::Shutter { mark } => format!("shutter {mark}"),
            Cost::Blur { stops } => say::ways::blur(stops_amount(*stops)),
            Cost::Nd { stops } if *stops > 0.0 => say::ways::nd(stops_amount(*stops)),
            Cost::Nd { stops } => say::ways::less_nd(stops_amount(*stops)),
            Cost::Power { stops, ready } if *stops > 0.0 => {
                say::ways::more_power(stops_amount(*stops), say::ways::ready(*ready))
            }
            Cost::Power { stops, ready } => say::ways::less_power(stops_amount(*stops), say::ways::ready(*ready)),
            Cost::Face { stops } => format!("face {}", moved(*stops)),
            Cost::Background { stops } => format!("background {}", moved(*stops)),
        }
    }
}

fn moved(stops: f64) -> String {
    format!("{} {}", stops_amount(stops), if stops > 0.0 { "brighter" } else { "darker" })
}

/// The power of the hardest-working firing light, in stops below full, and its time to be ready.
fn hardest(s: &Situation<'_>, facts: &Facts) -> Option<(f64, f64)> {
    s.lights
        .iter()
        .zip(&facts.powers)
        .map(|(lit, below)| (*below, recharge_time(lit.flash.ready_after_full(), Power::nearest(*below)).seconds()))
        .min_by(|a, b| a.0.total_cmp(&b.0))
}

/// What changes from one resolved setup and its dials to another, worst first, and the same in a sentence.
#[must_use]
pub fn price(before: (&Situation<'_>, &Dials), after: (&Situation<'_>, &Dials)) -> (Vec<Cost>, String) {
    const SEEN: f64 = 0.3;
    let (from, to) = (Facts::of(before.0, before.1), Facts::of(after.0, after.1));
    let (old, new) = (before.1, after.1);
    let mut costs = Vec::new();
    if to.depth_short > from.depth_short + SEEN {
        costs.push(Cost::DepthShort { stops: to.depth_short });
    }
    let blur = |facts: &Facts| facts.shake_short.max(facts.movement_short);
    if blur(&to) > blur(&from) + SEEN {
        costs.push(Cost::Blur { stops: blur(&to) });
    }
    for (patch, make) in [(Patch::Face, true), (Patch::Background, false)] {
        if let (Some(a), Some(b)) = (from.split.total[patch], to.split.total[patch])
            && (b - a).abs() > SEEN
        {
            costs.push(if make { Cost::Face { stops: b - a } } else { Cost::Background { stops: b - a } });
        }
    }
    let iso = new.iso.stops() - old.iso.stops();
    if iso.abs() > SEEN {
        costs.push(Cost::Noise { stops: iso });
    }
    if let (Some((p0, _)), Some((p1, ready))) = (hardest(before.0, &from), hardest(after.0, &to))
        && (p0 - p1).abs() > SEEN
    {
        costs.push(Cost::Power { stops: p0 - p1, ready });
    }
    let aperture = new.aperture.stops() - old.aperture.stops();
    if aperture.abs() > SEEN {
        costs.push(Cost::Aperture { mark: new.aperture.label(after.0.step), stops: aperture });
    }
    let nd = new.nd.stops() - old.nd.stops();
    if nd.abs() > SEEN {
        costs.push(Cost::Nd { stops: nd });
    }
    if (new.shutter.stops() - old.shutter.stops()).abs() > SEEN {
        costs.push(Cost::Shutter { mark: new.shutter.label(after.0.step) });
    }
    let words: Vec<String> = costs.iter().take(4).map(Cost::words).collect();
    let text = if words.is_empty() { say::ways::NOTHING.to_owned() } else { capital(&words.join("; ")) + "." };
    (costs, text)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::house::House;
    use crate::sample;
    use crate::setup::Setup;
    use rstest::rstest;

    fn priced(change: fn(&mut Setup)) -> (Vec<Cost>, String) {
        let (kit, setup) = (sample::kit(), sample::portrait());
        let mut other = setup.clone();
        change(&mut other);
        let (a, b) = (
            Situation::new(&setup, &kit, House::default()).unwrap(),
            Situation::new(&other, &kit, House::default()).unwrap(),
        );
        price((&a, &Dials::of(&setup)), (&b, &Dials::of(&other)))
    }

    /// Each dial turned alone names what it costs and nothing that did not change.
    #[rstest]
    #[case::nothing(|_: &mut Setup| (), "Nothing else changes.")]
    #[case::iso(
        |s: &mut Setup| s.camera.iso.at = Mark::nearest(6),
        "Face 1 stop brighter; background 1 stop brighter; 1 stop more noise.",
    )]
    #[case::shutter(
        |s: &mut Setup| s.camera.shutter.at = Mark::nearest(38),
        "Background 1 stop brighter; shutter 1/80.",
    )]
    #[case::open(
        |s: &mut Setup| s.camera.aperture.at = Mark::nearest(10),
        "⅓ stop too open for the depth asked; face 4 stops brighter; background 4 stops brighter; f/1.8, shallower focus.",
    )]
    #[case::power(
        |s: &mut Setup| s.lights[0].power.at = Power::nearest(1.2),
        "Face 2 stops brighter; flash works 2 stops harder, ready after 0.5 s.",
    )]
    fn one_dial(#[case] change: fn(&mut Setup), #[case] words: &str) {
        assert_eq!(priced(change).1, words);
    }

    #[test]
    fn shake_is_the_first_to_be_named_after_depth() {
        let (costs, words) = priced(|s| s.camera.shutter.at = Mark::nearest(12));
        assert!(matches!(costs[0], Cost::Blur { stops } if stops > 1.0), "{costs:?}");
        assert!(words.contains("too slow to be sure of sharpness"), "{words}");
    }
}
