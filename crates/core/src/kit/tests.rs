use super::*;
use crate::emitter::Face;
use crate::marks::{IsoMark, NdMark, ShutterMark};
use crate::quantity::{Metres, Millimetres, Power, Seconds, Stops};
use crate::sample;
use rstest::rstest;

fn problems(item: KitItem) -> Vec<String> {
    item.check().err().unwrap_or_default().into_iter().map(|error| error.field).collect()
}

fn stops(value: f64) -> Stops {
    Stops::nearest(value)
}

/// Every field of every kind refuses what it cannot be, at its own place.
#[rstest]
#[case::sensor("/sensor_width", |c: &mut Camera| c.sensor_width = Millimetres::nearest(900.0))]
#[case::pixels("/megapixels", |c: &mut Camera| c.megapixels = f64::NAN)]
#[case::headroom("/headroom_raw", |c: &mut Camera| c.headroom_raw = stops(0.0))]
#[case::stabiliser("/stabiliser", |c: &mut Camera| c.stabiliser = stops(20.0))]
#[case::base_under_lowest("/iso_base", |c: &mut Camera| c.iso_base = IsoMark::new(-12).unwrap())]
#[case::highest_under_base("/iso_highest", |c: &mut Camera| c.iso_highest = IsoMark::new(-6).unwrap())]
#[case::sync_past_fastest("/sync", |c: &mut Camera| c.sync = ShutterMark::new(90).unwrap())]
#[case::shutter_backwards("/shutter_fastest", |c: &mut Camera| c.shutter_slowest = ShutterMark::new(80).unwrap())]
#[case::electronic_sync("/electronic_sync", |c: &mut Camera| c.electronic_sync = Some(ShutterMark::new(90).unwrap()))]
fn cameras(#[case] field: &str, #[case] spoil: fn(&mut Camera)) {
    let mut camera = sample::kit().cameras().next().unwrap().clone();
    assert_eq!(problems(KitItem::Camera(camera.clone())), Vec::<String>::new());
    spoil(&mut camera);
    assert!(problems(KitItem::Camera(camera)).iter().any(|found| found == field));
}

#[rstest]
#[case::focal("/focal_shortest", |l: &mut Lens| l.focal_shortest = Millimetres::nearest(1.0))]
#[case::focals_backwards("/focal_longest", |l: &mut Lens| l.focal_longest = Millimetres::nearest(20.0))]
#[case::closest("/closest_focus", |l: &mut Lens| l.closest_focus = Metres::nearest(60.0))]
#[case::magnification("/magnification", |l: &mut Lens| l.magnification = -1.0)]
#[case::pupil("/pupil_ratio", |l: &mut Lens| l.pupil_ratio = 0.0)]
#[case::apertures_backwards("/smallest", |l: &mut Lens| l.smallest = l.widest_short)]
fn lenses(#[case] field: &str, #[case] spoil: fn(&mut Lens)) {
    let mut lens = sample::lens();
    spoil(&mut lens);
    assert!(problems(KitItem::Lens(lens)).iter().any(|found| found == field));
}

#[rstest]
#[case::no_guide_number("/output/rows", |f: &mut Flash| f.output = Output::ZoomTable { rows: Vec::new() })]
#[case::energy("/output/watt_seconds", |f: &mut Flash| f.output = Output::WattSeconds { watt_seconds: 0.0 })]
#[case::lowest("/lowest_power", |f: &mut Flash| f.lowest_power = Power::nearest(0.5))]
#[case::recharge("/recharge", |f: &mut Flash| f.recharge = Seconds::nearest(900.0))]
#[case::pops("/full_pops", |f: &mut Flash| f.full_pops = 0.0)]
#[case::rest("/rest", |f: &mut Flash| f.rest = f64::INFINITY)]
#[case::hss("/high_speed_sync/cost", |f: &mut Flash| f.high_speed_sync = Some(HighSpeedSync { cost: stops(0.0) }))]
#[case::duration("/durations/0/t_tenth", |f: &mut Flash| f.durations[0].t_tenth = Seconds::nearest(1.0))]
fn flashes(#[case] field: &str, #[case] spoil: fn(&mut Flash)) {
    let mut flash = sample::kit().flashes().next().unwrap().clone();
    spoil(&mut flash);
    assert!(problems(KitItem::Flash(flash)).iter().any(|found| found == field));
}

#[rstest]
#[case::loss("/loss", |m: &mut Modifier| m.loss = stops(-1.0))]
#[case::face("/face/diameter", |m: &mut Modifier| m.face = Face::Disc { diameter: Metres::nearest(50.0) })]
#[case::beam("/beam", |m: &mut Modifier| m.beam = Some(0.0))]
fn modifiers(#[case] field: &str, #[case] spoil: fn(&mut Modifier)) {
    let mut modifier = sample::kit().modifiers().next().unwrap().clone();
    spoil(&mut modifier);
    assert!(problems(KitItem::Modifier(modifier)).iter().any(|found| found == field));
}

#[test]
fn filters_and_gels() {
    let kit = sample::kit();
    let mut filter = kit.filters().next().unwrap().clone();
    filter.weakest = NdMark::new(60).unwrap();
    assert_eq!(problems(KitItem::Filter(filter)), ["/strongest"]);
    let mut gel = kit.gels().next().unwrap().clone();
    gel.loss = stops(9.0);
    assert_eq!(problems(KitItem::Gel(gel)), ["/loss"]);
}

#[test]
fn the_same_id_twice_is_found() {
    let mut kit = sample::kit();
    let again = kit.items[0].clone();
    kit.items.push(again);
    let errors = kit.check().unwrap_err();
    assert!(errors[0].field.ends_with("/id"), "{errors:?}");
}

/// The sample kit holds enough of each to plan with.
#[test]
fn the_sample_kit_is_whole() {
    let kit = sample::kit();
    assert_eq!(kit.check(), Ok(()));
    assert_eq!((kit.cameras().count(), kit.lenses().count(), kit.flashes().count()), (3, 4, 3));
    assert_eq!((kit.modifiers().count(), kit.gels().count()), (10, 8));
    assert!(kit.lenses().any(Lens::is_close_up));
    assert!(kit.cameras().any(|camera| camera.megapixels > 45.0));
    assert!(kit.cameras().any(|camera| camera.film.is_some()));
}

/// What was learnt against what was said is gone when something else is said; a name changes nothing, and neither does what was just learnt.
#[test]
fn what_is_said_anew_is_learnt_anew() {
    use crate::quantity::{Learnt, Stops};
    let kit = crate::sample::kit();
    let modifier = kit.modifiers().next().unwrap().clone();
    let learnt = Learnt { more: Stops::of(0.3), spread: Stops::of(0.1), takes: 5 };
    let before = KitItem::Modifier(Modifier { learnt: Some(learnt), ..modifier.clone() });
    let lossier = KitItem::Modifier(Modifier { learnt: Some(learnt), loss: Stops::of(2.5), ..modifier.clone() });
    assert_eq!(lossier.clone().changed_from(&before).learnt(Learns::Light), None);
    let named = KitItem::Modifier(Modifier { learnt: Some(learnt), name: Name::new("Other").unwrap(), ..modifier });
    assert_eq!(named.changed_from(&before).learnt(Learns::Light), Some(learnt));
    let more = Learnt { takes: 6, ..learnt };
    assert_eq!(lossier.with_learnt(Learns::Light, Some(more)).changed_from(&before).learnt(Learns::Light), Some(more));
}
