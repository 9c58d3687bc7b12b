//! Under leaves: on the whole as bright as the forecast has it, flecks in the picture, and what is said of them.

use super::*;
use crate::assess::advise::Caution;
use crate::assess::assess;
use crate::day::{Timeline, forecast};
use crate::place::Surroundings;
use crate::quantity::{ClockTime, Share};
use rstest::rstest;

/// Somebody before the water, without readings, at a time and at a spot with such surroundings: how far flecks stand over the shade, if any are
/// said, and the share of the sun that the picture lets through.
fn under(surroundings: Surroundings, time: &str) -> (Option<f64>, Option<f64>, f64) {
    let mut setup = sample::jobs().remove(0).setups.remove(2).setup;
    setup.readings.clear();
    let slot = setup.slot.as_mut().unwrap();
    slot.time = ClockTime::new(time).unwrap();
    let mut day = sample::day();
    let timeline = Timeline::of("2026-09-17", &day).unwrap();
    let spot = day.place.spots.iter_mut().find(|spot| spot.id == slot.spot).unwrap();
    spot.surroundings = surroundings;
    spot.horizon = None;
    let said = forecast(&day, &timeline, House::default().meter, &setup).unwrap();
    let (kit, seen) = (sample::kit(), Seen { setup: &setup, forecast: Some(&said) });
    let flecks =
        assess(seen, &kit, House::default()).unwrap().cautions.into_iter().find_map(|remark| match remark.caution {
            Caution::Flecks { stops } => Some(stops),
            _ => None,
        });
    let s = Situation::new(seen, &kit, House::default()).unwrap();
    let face = said.levels[Patch::Face].as_ref().unwrap().ev.ev();
    (flecks, picturing(&s).shown.leaves, face)
}

/// A fleck and the shade between are the two exposures of a face in the open and in shade under as much sky, so it stands as far over
/// it as those are apart; and the whole is between them.
#[rstest]
#[case::dense(0.1)]
#[case::usual(0.25)]
fn a_fleck_is_sun_and_between_is_shade(#[case] open: f64) {
    let leaves = Surroundings::Leaves { open: Share::nearest(open) };
    let time = "10:00";
    let ((flecks, through, whole), (_, _, sun), (_, _, shade)) =
        (under(leaves, time), under(Surroundings::Open, time), under(Surroundings::Shade, time));
    assert_eq!(through, Some(open));
    assert!(shade < whole && whole < sun, "{shade} {whole} {sun}");
    // Light that comes off the ground is of flecks and shade together, and brings them nearer to each other.
    let flecks = flecks.unwrap();
    assert!(flecks > 0.5 && flecks < sun - shade + 0.05, "{flecks} {sun} {shade}");
    assert!((flecks - (sun - shade)).abs() < 0.7, "{flecks} {sun} {shade}");
}

/// No leaves, no sun: no flecks.
#[rstest]
#[case::in_the_open(Surroundings::Open, "10:00")]
#[case::in_shade(Surroundings::Shade, "10:00")]
#[case::the_sun_not_on_the_face(Surroundings::Leaves { open: Share::nearest(0.25) }, "19:05")]
#[case::after_sunset(Surroundings::Leaves { open: Share::nearest(0.25) }, "20:30")]
fn none_without(#[case] surroundings: Surroundings, #[case] time: &str) {
    assert_eq!(under(surroundings, time).0, None);
}
