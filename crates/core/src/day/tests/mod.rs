mod golden;
mod ladder;
mod readings;

use super::*;
use crate::assess::assess;
use crate::colour::AmbientColour;
use crate::exposure::MeterConstants;
use crate::forecast::{Forecast, Seen};
use crate::house::House;
use crate::ladder::{Ladders, ladder};
use crate::outlook::outlook;
use crate::quantity::{Ev100, Id, ShadowLength, Share};
use crate::sample;
use crate::setup::{Measured, Patch, Reading, Receptor, Setup, ShadowFall, ShadowWish, Slot, Turned};
use crate::situation::{Situation, Source};
use crate::sky::Clouds;
use proptest::prelude::*;
use rstest::rstest;

const METER: MeterConstants = MeterConstants { c: 250.0, k: 12.5, learnt: None };

const DATE: &str = "2026-09-17";

fn setups() -> Vec<(Id, Setup)> {
    sample::jobs().remove(0).setups.into_iter().map(|filed| (filed.id, filed.setup)).collect()
}

fn at(setup: &Setup, time: &str) -> Setup {
    let mut setup = setup.clone();
    setup.slot.as_mut().unwrap().time = ClockTime::new(time).unwrap();
    setup
}

fn of(day: &Day, date: &str, setup: &Setup) -> Option<Forecast> {
    forecast(day, &Timeline::of(date, day).unwrap(), METER, setup)
}

fn face(day: &Day, date: &str, setup: &Setup) -> crate::situation::PatchAmbient {
    let (kit, forecast) = (sample::kit(), of(day, date, setup));
    Situation::new(Seen { setup, forecast: forecast.as_ref() }, &kit, House::default()).unwrap().ambient[Patch::Face]
        .clone()
        .unwrap()
}

/// The low sun stands where the sky puts it: on the boatbuilder's right, 11° high, unless one was put there by hand.
#[test]
fn the_sun_comes_onto_the_set() {
    let (day, setups) = (sample::day(), setups());
    let (setup, forecast) = (&setups[0].1, of(&day, DATE, &setups[0].1));
    let sun = Seen { setup, forecast: forecast.as_ref() }.sun().unwrap();
    assert!((sun.bearing.degrees() - 20.3).abs() < 1.0 && (sun.elevation.degrees() - 10.8).abs() < 0.5, "{sun:?}");
    let mut by_hand = setup.clone();
    by_hand.scene.sun = Some(crate::scene::Sun { level: Ev100::nearest(9.0), ..sun });
    assert_eq!(Seen { setup: &by_hand, forecast: forecast.as_ref() }.sun().unwrap().level.ev(), 9.0);
}

/// What the geometry proposes at a time: much of the water in sun and low sun before it sets, none and dusk after.
#[rstest]
#[case("13:00", AmbientColour::OpenShade, 0.8, 1.0)]
#[case("18:12", AmbientColour::LowSun, 0.5, 1.0)]
#[case("18:30", AmbientColour::LowSun, 0.8, 1.0)]
#[case("19:50", AmbientColour::Dusk, 0.0, 0.0)]
fn contrast_and_kind_of_light_are_proposed(
    #[case] time: &str,
    #[case] kind: AmbientColour,
    #[case] low: f64,
    #[case] high: f64,
) {
    let (day, setups) = (sample::day(), setups());
    let timeline = Timeline::of(DATE, &day).unwrap();
    let slot = Slot { time: ClockTime::new(time).unwrap(), ..setups[0].1.slot.clone().unwrap() };
    let put = put_at(&day, &timeline, METER, &setups[0].1, slot).unwrap();
    assert_eq!(put.ambient, kind);
    let sunlit = put.background.sunlit.share();
    assert!((low..=high).contains(&sunlit), "{sunlit}");
}

#[test]
fn the_tram_hall_goes_from_dusk_to_lamps_alone() {
    let job = sample::jobs().remove(1);
    let day = job.day.unwrap();
    let setup = Setup { readings: Vec::new(), ..job.setups[0].setup.clone() };
    let level = |time: &str| face(&day, job.job.date.as_str(), &at(&setup, time)).ev.ev();
    // The windows of the set are beside and behind the face, not before it.
    let dusk = level("18:40") - level("20:10");
    assert!((0.2..0.3).contains(&dusk), "{dusk}");
    assert!((level("22:00") - 5.9).abs() < 0.01, "{}", level("22:00"));
}

#[test]
fn a_day_the_clocks_change_and_days_without_night_or_sun_say_so() {
    let mut day = sample::day();
    let notes = |day: &Day, date: &str| {
        let timeline = Timeline::of(date, day).unwrap();
        let light = DayLight::of(day, &timeline, METER);
        outlook(&light, &[], None, &sample::kit(), House::default(), None, &Ladders::default()).unwrap().notes
    };
    assert_eq!(notes(&day, DATE), Vec::<String>::new());
    assert_eq!(notes(&day, "2026-03-29"), ["The clocks go forward by 60 minutes on this day, to 03:00."]);
    day.place.latitude = crate::quantity::Latitude::nearest(78.0);
    assert_eq!(notes(&day, "2026-06-21"), ["The sun does not set on this day."]);
    assert_eq!(notes(&day, "2026-12-21"), ["The sun does not rise on this day."]);
}

/// Clear air is the start outdoors, and how far haze alone moves the light is told where the sky is clear.
#[test]
fn the_spread_between_hazes_is_told() {
    assert_eq!(crate::sky::Haze::default(), crate::sky::Haze::Clear);
    assert_eq!(crate::starts::starts().unwrap().day.haze, crate::sky::Haze::Clear);
    let mut day = sample::day();
    let told = |day: &Day| {
        let timeline = Timeline::of(DATE, day).unwrap();
        let light = DayLight::of(day, &timeline, METER);
        outlook(&light, &[], None, &sample::kit(), House::default(), None, &Ladders::default()).unwrap().haze
    };
    let clear = told(&day).unwrap();
    assert!(clear.contains("open shade gets 1½ stops brighter"), "{clear}");
    day.clouds = Clouds(vec![Share::nearest(1.0); 24]);
    assert_eq!(told(&day), None);
}

#[test]
fn what_is_wrong_with_a_slot_is_said_in_its_line() {
    let (day, setups) = (sample::day(), setups());
    let said = |setup: &Setup, date: &str| {
        let timeline = Timeline::of(date, &day).unwrap();
        light_of(&DayLight::of(&day, &timeline, METER), &setups[0].0, setup)
    };
    let fine = said(&setups[0].1, DATE);
    assert!(fine.wished && !fine.wrong, "{fine:?}");
    assert_eq!(fine.text, "low sun behind the subject, 11° high");
    let noon = said(&at(&setups[0].1, "12:30"), DATE);
    assert!(!noon.wished && noon.text.ends_with("it wants a low sun behind the subject"), "{noon:?}");
    let skipped = said(&at(&setups[0].1, "02:30"), "2026-03-29");
    assert!(skipped.wrong && skipped.text.contains("does not exist"), "{skipped:?}");
    let mut gone = setups[0].1.clone();
    gone.slot.as_mut().unwrap().spot = Id::new("nowhere").unwrap();
    assert!(said(&gone, DATE).wrong);
}

#[rstest]
#[case::sun_in_the_picture(0, "18:12", DayCaution::SunAndFinder, true)]
#[case::sun_behind_the_camera(0, "08:30", DayCaution::SunAndFinder, false)]
#[case::water_as_the_light_goes(2, "19:45", DayCaution::WaterInTheDark, true)]
#[case::water_by_day(2, "15:00", DayCaution::WaterInTheDark, false)]
#[case::inside(1, "17:15", DayCaution::Stands, false)]
fn cautions_stand_where_they_apply(
    #[case] setup: usize,
    #[case] time: &str,
    #[case] what: DayCaution,
    #[case] there: bool,
) {
    let (day, mut setups) = (sample::day(), setups());
    setups[setup].1 = at(&setups[setup].1, time);
    let timeline = Timeline::of(DATE, &day).unwrap();
    let found = outlook(
        &DayLight::of(&day, &timeline, METER),
        &setups,
        None,
        &sample::kit(),
        House::default(),
        None,
        &Ladders::default(),
    )
    .unwrap();
    let id = setups[setup].0.clone();
    assert_eq!(found.remarks.iter().any(|remark| remark.caution == what && remark.setup.as_ref() == Some(&id)), there);
    assert!(found.remarks.iter().any(|remark| remark.caution == DayCaution::Permits));
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(12))]

    /// Nothing jumps: with the sun above 8° and nothing passing before it the light changes by less than 0.1 stop a minute;
    /// nearer the horizon and in twilight it falls by nature, up to 0.45 stop a minute in the tropics, and never more.
    #[test]
    fn the_light_of_a_day_never_jumps(latitude in -66.0..66.0f64, day_of_year in 0usize..365, cover in 0.0..1.0f64) {
        let mut day = sample::day();
        day.place.latitude = crate::quantity::Latitude::nearest(latitude);
        day.place.horizon = crate::place::Horizon::default();
        day.clouds = Clouds(vec![Share::nearest(cover); 24]);
        (day.from, day.until) = (ClockTime::from_minutes(0), ClockTime::from_minutes(1439));
        day.place.zone = crate::place::TimeZoneName::new("UTC").unwrap();
        let date = format!("2026-{:02}-{:02}", day_of_year / 31 + 1, day_of_year % 28 + 1);
        let timeline = Timeline::of(&date, &day).unwrap();
        let light = DayLight::of(&day, &timeline, METER);
        let setup = &setups()[2].1;
        let mut before: Option<f64> = None;
        for minute in 0..timeline.minutes {
            let sun = light.track[minute];
            let face = light.modelled(&light.standing(setup).unwrap(), minute).ev(Patch::Face).unwrap();
            // A face that the sun passes from the side of is lit within minutes, as at sunrise.
            if let Some(before) = before.filter(|_| sun.elevation < 89.0) {
                let step = (face - before).abs();
                let most = if sun.elevation > 8.0 { 0.1 } else { 0.5 };
                prop_assert!(step < most, "{step} at {minute}, {sun:?}");
            }
            before = Some(face);
        }
    }

    /// In polar night no forecast has a sun, whatever the spot.
    #[test]
    fn no_sun_on_the_set_in_polar_night(latitude in 72.0..89.0f64, minute in 0u32..1439) {
        let mut day = sample::day();
        day.place.latitude = crate::quantity::Latitude::nearest(latitude);
        let setup = at(&setups()[2].1, ClockTime::from_minutes(minute).as_str());
        let forecast = of(&day, "2026-12-21", &setup).unwrap();
        prop_assert_eq!(forecast.sun, None);
        prop_assert_eq!(forecast.sunlit.share(), 0.0);
    }
}
