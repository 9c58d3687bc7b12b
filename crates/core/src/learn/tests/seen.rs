use crate::check::Problem;
use crate::house::House;
use crate::kit::{Kit, KitItem, Learns};
use crate::learn::{battery_gave, learn, meter_shown, ready_after, seen_once};
use crate::quantity::{Id, Learnt, Power, Seconds, Stops};
use crate::sample;
use crate::take::Learnable;
use proptest::prelude::*;
use rstest::rstest;

fn id(name: &str) -> Id {
    Id::new(name).unwrap()
}

fn with(kit: &Kit, of: &Learnable, learnt: Learnt) -> Kit {
    let mut kit = kit.clone();
    for item in kit.items.iter_mut().filter(|item| Some(item.id()) == of.id()) {
        *item = item.clone().with_learnt(of.learns(), Some(learnt));
    }
    kit
}

/// What was seen n times alike, by the weights of a mean with what is usual before it: independent of how it is kept.
fn shrunk(seen: f64, error: f64, usual: f64, times: f64) -> (f64, f64) {
    let weight = usual * usual / (usual * usual + error * error / times);
    (seen * weight, usual * (1.0 - weight).sqrt())
}

/// A meter that shows +⅔ where the picture says +1, again and again.
#[rstest]
#[case::once(1)]
#[case::four_times(4)]
fn a_meter_that_shows_less_makes_brighter_frames(#[case] times: u32) {
    let (mut kit, house) = (sample::kit(), House::default());
    let of = Learnable::OwnMeter { id: kit.cameras().next().unwrap().id.clone() };
    let once = meter_shown(Stops::of(1.0), 2.0 / 3.0).unwrap();
    for _ in 0..times {
        let known = seen_once(&of, once, &kit, &house).unwrap();
        kit = with(&kit, &of, known);
    }
    let known = of.in_force(&kit, &house).unwrap();
    let (more, spread) = shrunk(1.0 / 3.0, 0.3, 1.0 / 3.0, f64::from(times));
    assert!((known.more.stops() - more).abs() < 0.02 && (known.spread.stops() - spread).abs() < 0.01, "{known:?}");
    assert_eq!(known.takes, times);
}

/// 2.4 s after full power is 0.6 s after a quarter; 1.2 s is twice as long, a doubling.
#[test]
fn a_flash_timed_and_a_battery_counted() {
    let (kit, house) = (sample::kit(), House::default());
    let flash = kit.flash(&id("flash-shoe")).unwrap();
    assert!((flash.recharge.seconds() - 2.4).abs() < 1e-9 && (flash.full_pops - 180.0).abs() < 1e-9);
    let of = Learnable::Recharge { id: flash.id.clone() };
    let once = ready_after(flash, Power::new(2.0).unwrap(), 1.2).unwrap();
    let known = seen_once(&of, once, &kit, &house).unwrap();
    let error = (1.0 + 0.25 / 0.6f64).log2().hypot(1.1f64.log2());
    assert!((known.more.stops() - shrunk(1.0, error, 0.26, 1.0).0).abs() < 0.02, "{known:?}");
    // Seven tenths of 180 is a battery's 126 at full power: 63 are half.
    let of = Learnable::Pops { id: flash.id.clone() };
    let known = seen_once(&of, battery_gave(flash, Power::FULL, 63.0).unwrap(), &kit, &house).unwrap();
    assert!((known.more.stops() - shrunk(-1.0, 1.1f64.log2(), 0.26, 1.0).0).abs() < 0.02, "{known:?}");
}

#[test]
fn what_lies_far_off_was_something_else() {
    let (kit, house) = (sample::kit(), House::default());
    let of = Learnable::OwnMeter { id: kit.cameras().next().unwrap().id.clone() };
    let once = meter_shown(Stops::of(1.0), -2.0).unwrap();
    let error = seen_once(&of, once, &kit, &house).unwrap_err();
    assert_eq!(error.field, "/shown");
    assert_eq!(error.problem, Problem::FarOff { by: Stops::of(3.0) });
}

/// What cannot be is said at its field.
#[test]
fn what_cannot_be_is_refused() {
    let kit = sample::kit();
    let flash = kit.flash(&id("flash-shoe")).unwrap();
    assert_eq!(meter_shown(Stops::ZERO, 9.0).unwrap_err().field, "/shown");
    assert_eq!(ready_after(flash, Power::FULL, 0.0).unwrap_err().field, "/seconds");
    assert_eq!(battery_gave(flash, Power::FULL, f64::NAN).unwrap_err().field, "/pops");
}

/// All of it is in the plans, is listed, and goes when something else is said.
#[test]
fn what_was_seen_counts_everywhere() {
    let (kit, house) = (sample::kit(), House::default());
    let setup = sample::portrait();
    let flash = setup.lights[0].flash.clone();
    let twice = Learnt { more: Stops::of(1.0), spread: Stops::of(0.1), takes: 3 };
    let [recharge, pops] = [Learnable::Recharge { id: flash.clone() }, Learnable::Pops { id: flash.clone() }];
    let seen = with(&with(&kit, &recharge, twice), &pops, twice);
    let report = |kit: &Kit| crate::assess::assess(&setup, kit, House::default()).unwrap().lights.remove(0);
    let (before, after) = (report(&kit), report(&seen));
    assert!((after.recharge.seconds() / before.recharge.seconds() - 2.0).abs() < 1e-6);
    let ratio = f64::from(after.pops_per_battery) / f64::from(before.pops_per_battery);
    assert!((1.8..2.2).contains(&ratio), "{ratio}");
    let told = learn(&[], &seen, &house);
    assert_eq!(told.corrections.iter().map(|one| &one.of).collect::<Vec<_>>(), [&recharge, &pops]);
    assert!(told.corrections[0].text.contains("timed 3 times"), "{}", told.corrections[0].text);
    let item = seen.item(&flash).unwrap().clone();
    let KitItem::Flash(mut changed) = item.clone() else { panic!("it is a flash") };
    changed.recharge = Seconds::of(1.7);
    let changed = KitItem::Flash(changed).changed_from(&item);
    assert_eq!((changed.learnt(Learns::Recharge), changed.learnt(Learns::Pops)), (None, Some(twice)));
    assert_eq!(seen.as_said(), kit);
}

/// A body whose frames turn out brighter by takes puts its own meter further from mid-grey by as much.
#[test]
fn a_bodys_meter_goes_with_its_frames() {
    let kit = sample::kit();
    let body = kit.items.iter().find(|item| matches!(item, KitItem::Camera(_))).unwrap().clone();
    let known = |more: f64| Some(Learnt { more: Stops::of(more), spread: Stops::of(0.1), takes: 2 });
    let body = body.with_learnt(Learns::OwnMeter, known(0.2)).with_learnt(Learns::Light, known(0.3));
    assert!((body.learnt(Learns::OwnMeter).unwrap().more.stops() - 0.5).abs() < 1e-9);
    let back = body.with_learnt(Learns::Light, None);
    assert!((back.learnt(Learns::OwnMeter).unwrap().more.stops() - 0.2).abs() < 1e-9);
}

proptest! {
    /// Seen once more it is never less sure, and lies between what was known and what was seen.
    #[test]
    fn seeing_more_is_knowing_more(shown in -0.7f64..0.7, again in -0.7f64..0.7) {
        let (kit, house) = (sample::kit(), House::default());
        let of = Learnable::OwnMeter { id: kit.cameras().next().unwrap().id.clone() };
        let see = |kit: &Kit, shown: f64| seen_once(&of, meter_shown(Stops::ZERO, shown).unwrap(), kit, &house);
        let first = see(&kit, shown).unwrap();
        let second = see(&with(&kit, &of, first), again).unwrap();
        prop_assert!(second.spread < first.spread);
        let (low, high) = (first.more.stops().min(-again), first.more.stops().max(-again));
        prop_assert!((low - 0.011..=high + 0.011).contains(&second.more.stops()));
    }
}
