use super::climb::{Ambient, climb};
use super::ladder;
use crate::assess::DialKind;
use crate::day::{DayLight, Timeline};
use crate::house::{Following, Habits, House};
use crate::marks::{ApertureMark, IsoMark, Mark, ShutterMark};
use crate::quantity::Power;
use crate::sample;
use crate::setup::{Dial, Patch, Setup};
use crate::situation::{Dials, Situation};
use proptest::prelude::*;
use rstest::rstest;

/// The portrait without flash on a tripod, subject still: nothing but the shutter's own range binds.
fn by_shutter_alone() -> Setup {
    let mut setup = sample::portrait();
    setup.lights.clear();
    setup.camera.support = crate::optics::Support::Tripod;
    setup.subject.movement = crate::optics::Movement::Still;
    setup.approach = Some(crate::approach::Approach::AmbientOnly);
    setup.camera.iso = Dial::held(IsoMark::new(0).unwrap());
    setup.camera.aperture = Dial::held(ApertureMark::new(36).unwrap());
    setup.camera.nd.held = true;
    setup
}

/// Face, shadow side half a stop under it, and background.
fn read(face: f64, background: f64) -> Ambient {
    Ambient::of(|patch| match patch {
        Patch::Face => Some(face),
        Patch::ShadowSide => Some(face - 0.5),
        Patch::Background => Some(background),
        Patch::Edge | Patch::Legs | Patch::Sky => None,
    })
}

fn falling(per_minute: &[f64]) -> Vec<Ambient> {
    let mut ev = 12.0;
    let mut all = vec![read(ev, ev)];
    for fall in per_minute {
        ev -= fall;
        all.push(read(ev, ev));
    }
    all
}

/// Fewest changes by brute force: from each minute the longest stretch that any one shutter time keeps.
fn fewest(ambients: &[Ambient], at: f64, tolerance: f64, shutters: &[ShutterMark], gain: f64) -> usize {
    let keeps = |shutter: &ShutterMark, minute: usize| {
        ambients[minute][Patch::Background]
            .is_some_and(|ev| (ev + gain - shutter.stops() - at).abs() <= tolerance + 1e-9)
    };
    let (mut minute, mut stretches) = (0, 0);
    while minute < ambients.len() {
        let longest = shutters.iter().map(|s| (minute..ambients.len()).take_while(|m| keeps(s, *m)).count()).max();
        minute += longest.unwrap_or(0).max(1);
        stretches += 1;
    }
    stretches - 1
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(40))]

    /// With one dial free no ladder has fewer changes, and every minute is kept.
    #[test]
    fn one_dial_is_turned_as_seldom_as_can_be(falls in prop::collection::vec(0.0..0.09f64, 20..110)) {
        let (setup, kit) = (by_shutter_alone(), sample::kit());
        let s = Situation::new(&setup, &kit, House::default()).unwrap();
        let ambients = falling(&falls);
        let mut start = Dials::of(&setup);
        // EV 12 at f/8, ISO 100 is right at 1/60 (Av 6, Tv 6).
        start.shutter = ShutterMark::new(36).unwrap();
        let tolerance = 1.0 / 3.0;
        let climbed = climb(&s, &ambients, &start, tolerance);
        prop_assert!(climbed.iter().all(|step| step.kept));
        let shutters = ShutterMark::clicks(s.shutter.0, s.shutter.1, s.step);
        let least = fewest(&ambients, 0.0, tolerance, &shutters, -6.0);
        // Where the plan begins well inside the tolerance its first stretch is its own; one change more at most.
        prop_assert!(climbed.len() - 1 <= least + 1, "{} changes, {least} would do", climbed.len() - 1);
    }
}

/// Ten stops of falling light at a steady tenth a minute: each change of two thirds of a stop lasts seven minutes or so.
#[test]
fn a_steady_fall_by_hand() {
    let (setup, kit) = (by_shutter_alone(), sample::kit());
    let s = Situation::new(&setup, &kit, House::default()).unwrap();
    let mut start = Dials::of(&setup);
    start.shutter = ShutterMark::new(36).unwrap();
    let climbed = climb(&s, &falling(&[0.1; 60]), &start, 1.0 / 3.0);
    // The first change is due when a third of a stop is lost: the fourth minute; then by 2/3 of a stop each.
    assert_eq!(climbed[1].minute, 4);
    assert_eq!(climbed[1].dials.shutter.sixths(), 32);
    let waits: Vec<usize> = climbed.windows(2).skip(1).map(|pair| pair[1].minute - pair[0].minute).collect();
    assert!(waits.iter().all(|wait| (6..=7).contains(wait)), "{waits:?}");
}

/// In the morning it goes the other way: the shutter gets faster until sync binds, then ISO comes down and the flash goes
/// up with it, stop for stop.
#[test]
fn rising_light_binds_at_sync_and_brings_iso_down() {
    let (mut setup, kit) = (sample::portrait(), sample::kit());
    setup.camera.aperture = Dial::held(ApertureMark::new(24).unwrap());
    setup.camera.nd.held = true;
    let s = Situation::new(&setup, &kit, House::default()).unwrap();
    let rising: Vec<Ambient> = (0..60)
        .map(|minute| {
            let ev = 6.0 + f64::from(minute) * 0.08;
            read(ev - 3.0, ev)
        })
        .collect();
    // EV 6 at f/4 is right at 1/60 and ISO 1600 (Av 4 + Tv 6 − Sv 4).
    let mut start = Dials::of(&setup);
    (start.iso, start.shutter) = (IsoMark::new(24).unwrap(), ShutterMark::new(36).unwrap());
    start.powers[0] = Power::new(8.0).unwrap();
    let climbed = climb(&s, &rising, &start, 1.0 / 3.0);
    let start = climbed[0].dials.clone();
    let sync = s.safe_sync.unwrap();
    assert!(climbed.iter().all(|step| step.dials.shutter <= sync));
    let first_iso = climbed.iter().position(|step| step.dials.iso < start.iso).unwrap();
    assert_eq!(climbed[first_iso].dials.shutter.max(climbed[first_iso - 1].dials.shutter), sync);
    for pair in climbed[first_iso - 1..].windows(2) {
        let (before, after) = (&pair[0].dials, &pair[1].dials);
        assert!(after.iso <= before.iso);
        let flash = before.powers[0].stops_below_full() - after.powers[0].stops_below_full();
        let iso = before.iso.stops() - after.iso.stops();
        assert!((flash - iso).abs() < 0.5, "power {flash} for ISO {iso}");
    }
}

/// Held dials stay where they are held, whatever the light does; what cannot be kept is said.
#[rstest]
#[case::shutter(|setup: &mut Setup| setup.camera.shutter.held = true)]
#[case::iso(|setup: &mut Setup| setup.camera.iso.held = true)]
#[case::aperture(|setup: &mut Setup| setup.camera.aperture.held = true)]
#[case::power(|setup: &mut Setup| setup.lights[0].power.held = true)]
fn held_dials_stay(#[case] hold: fn(&mut Setup)) {
    let (mut setup, kit) = (sample::portrait(), sample::kit());
    setup = crate::solve::solve(&setup, &kit, House::default()).unwrap();
    hold(&mut setup);
    let s = Situation::new(&setup, &kit, House::default()).unwrap();
    let from = s.ambient.each_ref().map(|patch| patch.as_ref().map(|patch| patch.ev.ev()));
    let ambients: Vec<Ambient> =
        (0..90).map(|minute| from.map(|ev| ev.map(|ev| ev - f64::from(minute) * 0.1))).collect();
    let start = Dials::of(&setup);
    let climbed = climb(&s, &ambients, &start, 1.0 / 3.0);
    assert!(climbed.len() > 3);
    let camera = &setup.camera;
    for step in &climbed {
        let dials = &step.dials;
        assert!(!camera.shutter.held || dials.shutter == start.shutter);
        assert!(!camera.iso.held || dials.iso == start.iso);
        assert!(!camera.aperture.held || dials.aperture == start.aperture);
        assert!(!setup.lights[0].power.held || dials.powers == start.powers);
    }
}

#[test]
fn no_minutes_are_no_ladder() {
    let (setup, kit) = (sample::portrait(), sample::kit());
    let s = Situation::new(&setup, &kit, House::default()).unwrap();
    assert_eq!(climb(&s, &[], &Dials::of(&setup), 0.33), []);
}

/// What is not read yet is not known: a reading later than the clock leaves a ladder as it is without it, and turns it once
/// the clock has come to it.
#[test]
fn readings_to_come_turn_no_ladder() {
    let job = sample::jobs().remove(0);
    let day = job.day.clone().unwrap();
    let timeline = Timeline::of(job.job.date.as_str(), &day).unwrap();
    let light = DayLight::of(&day, &timeline, crate::exposure::MeterConstants::default());
    let id = job.setups[0].id.clone();
    let without = job.setups[0].setup.clone();
    let mut with = without.clone();
    let mut dark = with.readings[0].clone();
    dark.id = crate::quantity::Id::new("later").unwrap();
    dark.time = Some(crate::quantity::ClockTime::new("18:40").unwrap());
    dark.measured = crate::setup::Measured::Ev { ev: crate::quantity::Ev100::nearest(6.5) };
    with.readings.push(dark);
    let minute = |time: &str| timeline.minute_of(&crate::quantity::ClockTime::new(time).unwrap()).unwrap();
    let from = minute("18:12");
    let climbed = |setup: &Setup, until: &str| {
        let known = Some(minute(until) as f64);
        ladder(&light, (&id, setup), &sample::kit(), House::default(), from, known).unwrap().rungs
    };
    assert_eq!(climbed(&with, "18:30"), climbed(&without, "18:30"));
    assert_ne!(climbed(&with, "18:50"), climbed(&without, "18:50"));
    // From the first rung on: what the plan itself begins with is known as late.
    let first = |until: &str| {
        let known = Some(minute(until) as f64);
        ladder(&light, (&id, &with), &sample::kit(), House::default(), minute("18:41"), known).unwrap().rungs.remove(0)
    };
    assert_ne!(first("18:30"), first("18:50"));
}

/// The dial a studio turns most readily follows the light first.
#[rstest]
#[case::shutter([Following::Shutter, Following::Power, Following::Iso, Following::Aperture], DialKind::Shutter)]
#[case::iso([Following::Iso, Following::Power, Following::Shutter, Following::Aperture], DialKind::Iso)]
#[case::aperture([Following::Aperture, Following::Power, Following::Iso, Following::Shutter], DialKind::Aperture)]
fn the_first_dial_of_the_order_follows_first(#[case] follow: [Following; 4], #[case] first: DialKind) {
    let (kit, mut setup) = (sample::kit(), by_shutter_alone());
    setup.camera.iso = Dial::free(IsoMark::new(12).unwrap());
    setup.camera.aperture = Dial::free(ApertureMark::new(36).unwrap());
    let house = House { habits: Habits { follow, ..Habits::default() }, ..House::default() };
    let s = Situation::new(&setup, &kit, house).unwrap();
    let climbed = climb(&s, &falling(&[0.1; 12]), &Dials::of(&setup), 1.0 / 3.0);
    let (before, after) = (&climbed[0].dials, &climbed[1].dials);
    let turned = [
        (before.shutter != after.shutter, DialKind::Shutter),
        (before.iso != after.iso, DialKind::Iso),
        (before.aperture != after.aperture, DialKind::Aperture),
    ];
    let turned: Vec<DialKind> = turned.into_iter().filter(|(turned, _)| *turned).map(|(_, dial)| dial).collect();
    assert_eq!(turned, [first], "{climbed:?}");
}

/// A ladder says what of its first rung is not as the setup stands, and nothing where it begins at the setup's own dials.
#[test]
fn a_ladder_says_where_it_begins_elsewhere() {
    let job = sample::jobs().remove(0);
    let day = job.day.clone().unwrap();
    let timeline = Timeline::of(job.job.date.as_str(), &day).unwrap();
    let light = DayLight::of(&day, &timeline, crate::exposure::MeterConstants::default());
    let (id, setup) = (job.setups[0].id.clone(), job.setups[0].setup.clone());
    let from = timeline.minute_of(&crate::quantity::ClockTime::new("18:12").unwrap()).unwrap();
    let of = |setup: &Setup| ladder(&light, (&id, setup), &sample::kit(), House::default(), from, None).unwrap();
    let first = of(&setup).rungs.remove(0).dials;
    let mut at_it = setup.clone();
    (at_it.camera.shutter.at, at_it.camera.aperture.at, at_it.camera.iso.at, at_it.camera.nd.at) =
        (first.shutter, first.aperture, first.iso, first.nd);
    for (light, power) in at_it.lights.iter_mut().zip(&first.powers) {
        light.power.at = *power;
    }
    assert_eq!(of(&at_it).apart, None);
    let mut elsewhere = at_it.clone();
    elsewhere.camera.iso.at = IsoMark::nearest(first.iso.sixths() + 6);
    let apart = of(&elsewhere).apart.unwrap();
    let turned: Vec<_> =
        apart.turns.iter().map(|turn| (turn.dial.dial, turn.from.as_str(), turn.to.as_str())).collect();
    assert_eq!(turned, [(DialKind::Iso, "200", "100")]);
    assert!(apart.text.contains("begins with ISO 100"), "{}", apart.text);
}
