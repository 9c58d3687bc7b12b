use super::*;

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
