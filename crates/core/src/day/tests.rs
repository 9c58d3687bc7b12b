use super::*;
use crate::assess::assess;
use crate::colour::AmbientColour;
use crate::exposure::MeterConstants;
use crate::forecast::{Forecast, Seen};
use crate::house::House;
use crate::ladder::{Ladders, ladder};
use crate::outlook::outlook;
use crate::quantity::{Ev100, Id, Share};
use crate::sample;
use crate::setup::{Measured, Patch, Reading, Receptor, Setup, Slot, Turned};
use crate::situation::{Situation, Source};
use crate::sky::Clouds;
use proptest::prelude::*;
use rstest::rstest;

const METER: MeterConstants = MeterConstants { c: 250.0, k: 12.5 };

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

#[test]
fn at_the_minute_of_a_reading_the_reading_counts() {
    let (day, setups) = (sample::day(), setups());
    let found = face(&day, DATE, &setups[0].1);
    assert!(matches!(found.source, Source::Metered { .. }), "{found:?}");
    assert_eq!(found.ev.ev(), 10.0);
}

#[test]
fn later_the_forecast_goes_on_from_it_and_says_how_sure_it_is() {
    let (day, setups) = (sample::day(), setups());
    let hour_on = face(&day, DATE, &at(&setups[0].1, "19:12"));
    let Source::Forecast { reading: Some(reading), age, .. } = &hour_on.source else { panic!("{hour_on:?}") };
    assert_eq!((reading.as_str(), *age), ("face-1812", 60.0));
    assert!(hour_on.ev.ev() < 9.7, "the face goes on at {}", hour_on.ev.ev());
    let evening = face(&day, DATE, &at(&setups[0].1, "20:12"));
    assert!(evening.ev.ev() < hour_on.ev.ev() - 3.0);
    assert!(evening.error.stops() > hour_on.error.stops());
}

#[test]
fn a_second_reading_bends_it_again() {
    let (day, setups) = (sample::day(), setups());
    let mut setup = at(&setups[0].1, "19:12");
    let before = face(&day, DATE, &setup).ev.ev();
    let mut second = setup.readings[0].clone();
    second.id = Id::new("face-1900").unwrap();
    second.time = Some(ClockTime::new("19:00").unwrap());
    second.measured = Measured::Ev { ev: Ev100::new(before - 1.5).unwrap() };
    setup.readings.push(second);
    let found = face(&day, DATE, &setup);
    let Source::Forecast { reading: Some(reading), age, .. } = &found.source else { panic!("{found:?}") };
    assert_eq!((reading.as_str(), *age), ("face-1900", 12.0));
    assert!(found.ev.ev() < before - 1.3, "{} after {before}", found.ev.ev());
}

#[test]
fn without_readings_the_model_stands_in_with_its_own_error() {
    let (day, setups) = (sample::day(), setups());
    let mut setup = setups[0].1.clone();
    setup.readings.clear();
    let found = face(&day, DATE, &setup);
    assert!(matches!(found.source, Source::Forecast { reading: None, .. }));
    assert!(found.error.stops() >= 1.0);
    // An undated reading is what the meter says now.
    let mut undated = setups[0].1.clone();
    undated.readings.iter_mut().for_each(|reading| reading.time = None);
    assert!(matches!(face(&day, DATE, &at(&undated, "19:40")).source, Source::Metered { .. }));
}

fn read(setup: &Setup, id: &str, patch: Patch, time: &str, ev: f64) -> Reading {
    Reading {
        id: Id::new(id).unwrap(),
        patch,
        time: Some(ClockTime::new(time).unwrap()),
        measured: Measured::Ev { ev: Ev100::new(ev).unwrap() },
        ..setup.readings[0].clone()
    }
}

/// A dome turned level to the sun tells sun, sky and face alike by its own law: what the forecast says it would read, read,
/// moves nothing; a stop more lifts the face by most of one, whose own level it is not.
#[test]
fn a_reading_turned_to_the_sun_tells_of_the_light_and_not_of_the_face() {
    let (day, setups) = (sample::day(), setups());
    let mut setup = setups[0].1.clone();
    setup.readings.clear();
    let levels = |setup: &Setup| {
        let found = of(&day, DATE, &at(setup, "17:30")).unwrap();
        (found.levels[Patch::Face].as_ref().unwrap().ev.ev(), found.turned, found.levels[Patch::Face].clone().unwrap())
    };
    let (before, none, _) = levels(&setup);
    assert!(none.is_empty());
    let turned = |ev: f64| Setup {
        readings: vec![Reading {
            turned: Turned::Sun,
            receptor: Receptor::Dome,
            ..read(&setups[0].1, "held", Patch::Face, "17:30", ev)
        }],
        ..setup.clone()
    };
    // What it would read is found by what it tells of the face.
    let (after, told, _) = levels(&turned(12.0));
    let expected = before - told[0].patch_gets.unwrap().stops();
    assert!((after - before).abs() > 0.01);
    let (same, ..) = levels(&turned(expected));
    assert!((same - before).abs() < 0.2, "{same} {before}");
    let (more, _, face) = levels(&turned(expected + 1.0));
    assert!((0.3..1.0).contains(&(more - same)), "{more} {same}");
    assert!(face.error.stops() > 0.3, "{face:?}");
}

/// After sunset there is no sun to turn to: it is told at the reading, and the light stays as it was.
#[test]
fn no_sun_to_turn_to_by_night() {
    let (day, mut setups) = (sample::day(), setups());
    let timeline = Timeline::of(DATE, &day).unwrap();
    let light = DayLight::of(&day, &timeline, METER);
    let set = &mut setups[0].1;
    set.readings = vec![Reading { turned: Turned::Sun, ..read(set, "held", Patch::Face, "22:30", 2.0) }];
    let chosen = setups[0].0.clone();
    let found = outlook(&light, &setups, Some(&chosen), &sample::kit(), House::default(), None, &Ladders::default());
    let point = found.unwrap().setups[0].readings[0].clone();
    assert!(point.odd.unwrap().contains("sun was down"), "a reading of no sun");
    assert_eq!(point.difference, None);
    let told = of(&day, DATE, &at(&setups[0].1, "22:00")).unwrap();
    assert_eq!(told.turned[0].patch_gets, None);
}

/// Four stops under the sun that should be on the face: a cloud stood before it, the sun is off the set for the while, and
/// the sides of the face are more alike; an hour later it is back. A third under is haze.
#[test]
fn a_cloud_before_the_sun_is_told_by_a_reading() {
    let (day, setups) = (sample::day(), setups());
    let mut setup = setups[0].1.clone();
    // Turned round, into the evening sun.
    let mut day = day;
    day.place.spots.iter_mut().for_each(|spot| {
        spot.camera_looks = crate::quantity::Bearing::turned(spot.camera_looks.degrees() + 180.0);
        spot.subject_faces = crate::quantity::Bearing::turned(spot.subject_faces.degrees() + 180.0);
        spot.surroundings = crate::place::Surroundings::Open;
    });
    setup.lights.clear();
    setup.readings.clear();
    setup.scene.cards.clear();
    setup.scene.panes.clear();
    setup.scene.room = sample::outdoors().scene.room;
    setup.background.kind = crate::setup::BackgroundKind::Open;
    let forecast = |setup: &Setup, time: &str| of(&day, DATE, &at(setup, time)).unwrap();
    let clear = forecast(&setup, "17:30");
    let ev = clear.levels[Patch::Face].as_ref().unwrap().ev.ev();
    let sides = |of: &Forecast| {
        of.levels[Patch::Face].as_ref().unwrap().ev.ev() - of.levels[Patch::ShadowSide].as_ref().unwrap().ev.ev()
    };
    assert!(clear.sun.is_some() && clear.sources.is_empty());
    let reading = |ev: f64| read(&setups[0].1, "now", Patch::Face, "17:30", ev);
    setup.readings = vec![reading(ev - 3.0)];
    let clouded = forecast(&setup, "17:30");
    assert!(clouded.sources[0].hidden && clouded.sun.is_none(), "{clouded:?}");
    assert!(sides(&clouded) < sides(&clear) - 0.2, "{} {}", sides(&clouded), sides(&clear));
    assert!((clouded.levels[Patch::Face].as_ref().unwrap().ev.ev() - ev + 3.0).abs() < 1e-6);
    let later = forecast(&setup, "18:30");
    assert!(!later.sources[0].hidden && later.sun.is_some());
    setup.readings = vec![reading(ev - 0.4)];
    assert!(!forecast(&setup, "17:30").sources[0].hidden);
}

/// In a room by night every reading of its lamps tells of all that they light, and stays: at ten as at eight.
#[test]
fn lamps_read_once_stay_so_all_evening() {
    let job = sample::jobs().remove(1);
    let day = job.day.unwrap();
    let mut setup = job.setups[0].setup.clone();
    setup.readings.clear();
    let level = |setup: &Setup, time: &str, patch: Patch| {
        let found = of(&day, job.job.date.as_str(), &at(setup, time)).unwrap();
        found.levels[patch].as_ref().unwrap().ev.ev()
    };
    let patches = [Patch::Face, Patch::Background, Patch::ShadowSide];
    let before = patches.map(|patch| level(&setup, "22:00", patch));
    setup.readings = vec![read(&job.setups[0].setup, "lamps", Patch::Face, "21:30", before[0] - 1.0)];
    let after = patches.map(|patch| level(&setup, "22:00", patch));
    // The other side of the face all but goes with it.
    assert!((before[2] - after[2] - 0.85).abs() < 0.13, "{before:?} {after:?}");
    assert!((before[0] - after[0] - 1.0).abs() < 0.02, "{before:?} {after:?}");
    // What is behind gets less of it: some may be the face's own.
    assert!((0.3..0.7).contains(&(before[1] - after[1])), "{before:?} {after:?}");
}

/// What a thing has beyond its sources is told at its reading, with what it may be.
#[test]
fn what_the_sources_do_not_give_is_told() {
    let (day, mut setups) = (sample::day(), setups());
    let timeline = Timeline::of(DATE, &day).unwrap();
    let light = DayLight::of(&day, &timeline, METER);
    let mut odd = |face: f64| {
        let set = &mut setups[0].1;
        set.readings = vec![read(set, "a", Patch::Face, "18:12", face)];
        let chosen = setups[0].0.clone();
        let found =
            outlook(&light, &setups, Some(&chosen), &sample::kit(), House::default(), None, &Ladders::default())
                .unwrap();
        found.setups[0].readings[0].odd.clone()
    };
    assert_eq!(odd(9.5), None);
    let more = odd(12.0).unwrap();
    assert!(more.contains("more than sun and sky give there: another light, or a paler surface?"), "{more}");
    let less = odd(8.3).unwrap();
    assert!(less.contains("less than sun and sky give there"), "{less}");
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
fn readings_still_to_come_contradicting_or_far_off_are_shown_and_said_to_be_odd() {
    let (day, mut setups) = (sample::day(), setups());
    let reading = |id: &str, time: &str, ev: f64| {
        let mut reading = setups[0].1.readings[0].clone();
        reading.id = Id::new(id).unwrap();
        reading.time = Some(ClockTime::new(time).unwrap());
        reading.measured = Measured::Ev { ev: Ev100::new(ev).unwrap() };
        reading
    };
    setups[0].1.readings = vec![reading("a", "18:12", 10.0), reading("b", "18:16", 18.0), reading("c", "19:30", 8.0)];
    let timeline = Timeline::of(DATE, &day).unwrap();
    let light = DayLight::of(&day, &timeline, METER);
    let clock = timeline.minute_of(&ClockTime::new("18:30").unwrap()).unwrap();
    let found = outlook(
        &light,
        &setups,
        Some(&setups[0].0),
        &sample::kit(),
        House::default(),
        Some(clock),
        &Ladders::default(),
    )
    .unwrap();
    let odd: Vec<_> = found.setups[0].readings.iter().map(|reading| reading.odd.clone().unwrap_or_default()).collect();
    assert_eq!(odd[0], "");
    assert!(odd[1].contains("differ by 8 stops"), "{odd:?}");
    assert!(odd[2].starts_with("19:30 is still to come"), "{odd:?}");
    assert!(!found.setups[0].readings[2].known);
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

/// Re-assessed from scratch at every minute, with the dials the ladder has in force and the light forecast for then, the
/// face and the background are where the ladder's first minute put them, within the tolerance, wherever it says so.
#[test]
fn the_ladder_keeps_its_tolerance_at_every_minute() {
    let kit = sample::kit();
    for job in sample::jobs() {
        let day = job.day.clone().unwrap();
        let timeline = Timeline::of(job.job.date.as_str(), &day).unwrap();
        let light = DayLight::of(&day, &timeline, METER);
        for filed in &job.setups {
            let from = timeline.minute_of(&filed.setup.slot.as_ref().unwrap().time).unwrap();
            let (ladder, dials) =
                crate::ladder::with_dials(&light, (&filed.id, &filed.setup), &kit, House::default(), from, None)
                    .unwrap();
            assert!(!ladder.rungs.is_empty());
            let levels = |minute: usize| {
                let rung = dials.iter().rev().find(|rung| from + rung.minute <= minute).unwrap();
                let mut setup = filed.setup.clone();
                rung.dials.put_into(&mut setup);
                let forecast = forecast_at(&day, &timeline, METER, &filed.setup, minute as f64, None);
                let found =
                    assess(Seen { setup: &setup, forecast: forecast.as_ref() }, &kit, House::default()).unwrap();
                let level = |patch| found.level(patch).map(|level| level.total.stops());
                (rung.kept, [level(Patch::Face), level(Patch::Background)])
            };
            // Drawn into its band the start may itself be a click off: twice the tolerance apart at most.
            let minutes: Vec<_> = (from..timeline.until).map(levels).collect();
            for patch in 0..2 {
                let kept = minutes.iter().filter(|(kept, _)| *kept).filter_map(|(_, levels)| levels[patch]);
                let (low, high) =
                    kept.fold((f64::MAX, f64::MIN), |(low, high), level| (low.min(level), high.max(level)));
                assert!(high - low <= 2.0 * day.tolerance.stops() + 0.02, "{}: {low} to {high}", filed.setup.name);
            }
        }
    }
}

/// The boatbuilder's evening, by hand: by sunset the light has fallen so far that the hand binds, ISO goes up and the
/// flash's power down with it, stop for stop; and in the end the flash is too strong at its lowest.
#[test]
fn the_boatbuilder_s_evening() {
    use crate::assess::DialKind;
    use crate::ladder::LadderBind;
    let (day, setups) = (sample::day(), setups());
    let timeline = Timeline::of(DATE, &day).unwrap();
    let light = DayLight::of(&day, &timeline, METER);
    let from = timeline.minute_of(&ClockTime::new("18:12").unwrap()).unwrap();
    let found = ladder(&light, (&setups[0].0, &setups[0].1), &sample::kit(), House::default(), from, None).unwrap();
    let turned = |index: usize| found.rungs[index].turns.iter().map(|turn| turn.dial.dial).collect::<Vec<_>>();
    assert!(turned(0).contains(&DialKind::Iso) && turned(0).contains(&DialKind::Power));
    assert_eq!(turned(1), [DialKind::Shutter]);
    let iso = found.rungs.iter().skip(1).position(|rung| rung.turns.iter().any(|turn| turn.dial.dial == DialKind::Iso));
    assert_eq!(turned(iso.unwrap() + 1), [DialKind::Iso, DialKind::Power]);
    let binds: Vec<_> = found.warnings.iter().map(|warning| warning.bind.clone()).collect();
    assert!(matches!(binds[..], [LadderBind::Shake, LadderBind::LowestPower { .. }, ..]), "{binds:?}");
    assert!(found.warnings[1].text.contains("Move it back, or add ND."), "{}", found.warnings[1].text);
}

#[test]
fn a_wider_tolerance_asks_for_fewer_changes() {
    let (mut day, setups) = (sample::day(), setups());
    let rungs = |day: &Day| {
        let timeline = Timeline::of(DATE, day).unwrap();
        let light = DayLight::of(day, &timeline, METER);
        ladder(&light, (&setups[0].0, &setups[0].1), &sample::kit(), House::default(), 1092, None).unwrap().rungs.len()
    };
    let third = rungs(&day);
    day.tolerance = Stops::nearest(1.0);
    assert!(rungs(&day) * 2 < third + 4, "{} against {third}", rungs(&day));
}

#[test]
fn the_schedule_says_what_cannot_be_met_and_why() {
    use crate::schedule::{UnmetReason, propose};
    use crate::setup::LightWish;
    let (day, mut setups) = (sample::day(), setups());
    let want = |setup: &mut Setup, wants: LightWish, time: &str, fixed: bool| {
        let slot = setup.slot.as_mut().unwrap();
        (slot.wants, slot.time, slot.fixed) = (wants, ClockTime::new(time).unwrap(), fixed);
    };
    want(&mut setups[0].1, LightWish::AfterDark, "18:00", true);
    want(&mut setups[1].1, LightWish::SunOnFace, "18:00", false);
    setups[2].1.slot = None;
    let timeline = Timeline::of(DATE, &day).unwrap();
    let found = propose(&DayLight::of(&day, &timeline, METER), &setups);
    let reasons: Vec<_> = found.unmet.iter().map(|unmet| unmet.reason.clone()).collect();
    assert_eq!(reasons, [UnmetReason::OtherLight, UnmetReason::NoSuchLight, UnmetReason::NoSpot]);
    assert!(found.unmet[0].text.contains("fixed at 18:00"), "{}", found.unmet[0].text);
    assert_eq!(found.placed, []);
}

#[test]
fn two_that_want_the_same_minutes_clash() {
    use crate::schedule::{UnmetReason, propose};
    use crate::setup::LightWish;
    let (day, mut setups) = (sample::day(), setups());
    for (_, setup) in &mut setups {
        let slot = setup.slot.as_mut().unwrap();
        // Blue light lasts 29 minutes that evening.
        (slot.wants, slot.minutes) = (LightWish::BlueWithLamps, crate::quantity::Minutes::nearest(20.0));
    }
    let timeline = Timeline::of(DATE, &day).unwrap();
    let found = propose(&DayLight::of(&day, &timeline, METER), &setups);
    assert_eq!((found.placed.len(), found.unmet.len()), (1, 2));
    let UnmetReason::Clash { with } = &found.unmet[0].reason else { panic!("{:?}", found.unmet) };
    assert_eq!(with, &[found.placed[0].name.clone()]);
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

/// A remembered ladder is the one worked out anew, whatever was changed since.
#[rstest]
#[case::nothing(|_: &mut Setup| {})]
#[case::iso(|setup: &mut Setup| setup.camera.iso = crate::setup::Dial::held(crate::marks::IsoMark::new(6).unwrap()))]
#[case::approach(|setup: &mut Setup| setup.approach = Some(crate::approach::Approach::AmbientOnly))]
fn shared_ladders_are_never_stale(#[case] change: fn(&mut Setup)) {
    let day = sample::day();
    let timeline = Timeline::of(DATE, &day).unwrap();
    let light = DayLight::of(&day, &timeline, METER);
    let (id, mut setup) = setups().remove(0);
    let (kit, house, shared) = (sample::kit(), House::default(), Ladders::default());
    let before = shared.ladder(&light, (&id, &setup), &kit, house, 0, None).unwrap();
    change(&mut setup);
    let found = shared.clone().ladder(&light, (&id, &setup), &kit, house, 0, None).unwrap();
    assert_eq!(found, ladder(&light, (&id, &setup), &kit, house, 0, None).unwrap());
    let later = shared.ladder(&light, (&id, &setup), &kit, house, 60, Some(60.0)).unwrap();
    assert_ne!(later, before);
}
