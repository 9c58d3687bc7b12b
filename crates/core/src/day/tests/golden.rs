//! Golden light, by the height of the sun and by the clock.

use super::*;
use crate::forecast::Standing;
use crate::setup::LightWish;
use crate::sun::{SunEventKind, events};

/// By the clock it is golden from two hours before sunset until it turns blue, and the same way round after sunrise; by height for
/// less of that on this day, as the sun sinks from 6° in less than two hours there.
#[test]
fn golden_light_by_the_clock_begins_two_hours_before_sunset() {
    let (day, setups) = (sample::day(), setups());
    let timeline = Timeline::of(DATE, &day).unwrap();
    let light = DayLight::of(&day, &timeline, METER);
    let setup = &setups[0].1;
    let spot = day.place.spot(&setup.slot.as_ref().unwrap().spot).unwrap();
    let golden = |wish: LightWish| -> Vec<usize> {
        let holds = |minute: &usize| wish.holds(&Standing::of(setup, spot), &light.around(spot, *minute));
        (0..timeline.minutes).filter(holds).collect()
    };
    let (clock, height) = (golden(LightWish::GoldenByClock), golden(LightWish::Golden));
    let level = crate::place::Horizon::default();
    let told = events(&light.track, &level);
    let of = |kind: SunEventKind| told.iter().find(|event| event.kind == kind).unwrap().minute;
    let (sunrise, sunset) = (of(SunEventKind::Sunrise), of(SunEventKind::Sunset));
    // Two runs of minutes: the morning's, and the evening's.
    let evening: Vec<usize> =
        clock.iter().copied().filter(|minute| *minute as f64 > (sunrise + sunset) / 2.0).collect();
    assert!((evening[0] as f64 - (sunset - 120.0)).abs() <= 1.0, "{} {sunset}", evening[0]);
    let morning = clock.iter().copied().filter(|minute| (*minute as f64) < (sunrise + sunset) / 2.0).max().unwrap();
    assert!((morning as f64 - (sunrise + 120.0)).abs() <= 1.0, "{morning} {sunrise}");
    assert!(clock.iter().all(|minute| light.track[*minute].elevation >= -4.0));
    assert!(height.iter().all(|minute| clock.contains(minute)), "what is golden by height is so by the clock, here");
    assert!(height.len() < clock.len());
}
