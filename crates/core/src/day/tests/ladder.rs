use super::*;

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

/// What stands by is given no time, and takes none from the others.
#[test]
fn what_stands_by_is_not_on_the_schedule() {
    use crate::schedule::propose;
    let (day, mut setups) = (sample::day(), setups());
    let timeline = Timeline::of(DATE, &day).unwrap();
    let placed = |setups: &[(Id, Setup)]| propose(&DayLight::of(&day, &timeline, METER), setups).placed;
    let all = placed(&setups);
    setups[1].1.standby = Some(crate::setup::Standby::Rain);
    let rest = placed(&setups);
    assert_eq!(rest.len() + 1, all.len());
    assert!(rest.iter().all(|one| one.setup != setups[1].0));
}

/// At the sample's place and day the sun stands where its own track says; a wish for shadows holds in the minutes in which the cotangent
/// of its height is long enough and its bearing on the right side, and in no other.
#[rstest]
#[case::any(ShadowFall::Any, 2.0)]
#[case::longer(ShadowFall::Any, 5.0)]
#[case::towards(ShadowFall::Towards, 1.0)]
#[case::left(ShadowFall::Left, 1.0)]
#[case::right(ShadowFall::Right, 1.0)]
#[case::away(ShadowFall::Away, 1.0)]
fn shadows_are_found_by_length_and_side(#[case] fall: ShadowFall, #[case] least: f64) {
    let (day, setups) = (sample::day(), setups());
    let timeline = Timeline::of(DATE, &day).unwrap();
    let light = DayLight::of(&day, &timeline, METER);
    let slot = setups[0].1.slot.clone().unwrap();
    let spot = day.place.spot(&slot.spot).unwrap();
    let wish = ShadowWish { least: ShadowLength::new(least).unwrap(), fall };
    let mut found = 0;
    for minute in (0..timeline.minutes).step_by(7) {
        let around = light.around(spot, minute);
        if around.light.skies[2] >= 0.6 {
            continue;
        }
        let (height, over) = (around.sun.apparent.to_radians(), around.sun_over_skyline() > 0.5);
        let long = height > 0.0 && height.cos() / height.sin() >= least;
        // Seen from the camera: where the sun is, by its bearing less that of the look; the shadow lies opposite.
        let sun = (around.sun.azimuth - spot.camera_looks.degrees()).rem_euclid(360.0);
        let side = match fall {
            ShadowFall::Any => true,
            ShadowFall::Towards => !(45.0..315.0).contains(&sun),
            ShadowFall::Left => (45.0..135.0).contains(&sun),
            ShadowFall::Away => (135.0..225.0).contains(&sun),
            ShadowFall::Right => (225.0..315.0).contains(&sun),
        };
        assert_eq!(wish.holds(&around), over && long && side, "minute {minute}, sun {sun}");
        found += usize::from(over && long && side);
    }
    assert!(found > 0 || fall != ShadowFall::Any, "{fall:?} was never met");
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
