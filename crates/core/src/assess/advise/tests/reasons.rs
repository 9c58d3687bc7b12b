use crate::assess::{DialKind, DialReport, assess};
use crate::colour::{AmbientColour, ColourWish};
use crate::house::{House, Units};
use crate::marks::Mark;
use crate::optics::Movement;
use crate::quantity::{Id, Kelvin, Power, Seconds};
use crate::sample;
use crate::setup::{Setup, ShutterType};
use rstest::rstest;

fn dial(setup: &Setup, kind: DialKind) -> DialReport {
    let report = assess(setup, &sample::kit(), House::default()).unwrap();
    report.dials.into_iter().find(|dial| dial.id.dial == kind).unwrap()
}

type Arrange = fn(&mut Setup);

/// Half life size at f/32 with a pupil ratio of 0.8: the working number is 52, and 1.75·0.55 µm·52 is 50 µm against 28.8.
fn close_up_at_f_32(setup: &mut Setup) {
    setup.camera.lens = Id::new("lens-close").unwrap();
    setup.camera.focal = crate::quantity::Millimetres::nearest(100.0);
    setup.camera.aperture.at = Mark::nearest(60);
    setup.subject.depth = crate::quantity::Metres::nearest(0.002);
    let face = setup.main_face().at;
    setup.scene.camera.at = crate::scene::Position::nearest(face - crate::geometry::DVec3::Y * 0.3);
}

/// Each dial's line says why it stands there, and shows trouble only where there is some.
#[rstest]
#[case::at_the_safe_click(DialKind::Shutter, |_: &mut Setup| (), "The safe click below sync.", false)]
#[case::below_it(DialKind::Shutter, |s: &mut Setup| s.camera.shutter.at = Mark::nearest(38), "1 stop below the safe sync click.", false)]
#[case::at_the_edge(DialKind::Shutter, |s: &mut Setup| s.camera.shutter.at = Mark::nearest(48), "At the edge of sync (1/250); 1/160 is safe.", false)]
#[case::past_it(DialKind::Shutter, |s: &mut Setup| s.camera.shutter.at = Mark::nearest(54), "Past sync: flash reaches only 50 % of the frame.", true)]
#[case::high_speed(
    DialKind::Shutter,
    |s: &mut Setup| { s.camera.shutter.at = Mark::nearest(56); s.camera.high_speed_sync = true },
    "High-speed sync: the flash loses 3 stops.",
    false,
)]
#[case::too_slow_to_hold(DialKind::Shutter, |s: &mut Setup| { s.camera.shutter.at = Mark::nearest(20); s.subject.movement = Movement::Still }, "Too slow for the hand: 1/25 holds it, or a tripod.", true)]
#[case::too_slow_to_freeze(
    // 1/1000 for a whole figure, 1.6 m across; here 0.65 m fill the short side, so 1.29 stops faster: 1/2500, 4 from 1/160.
    DialKind::Shutter,
    |s: &mut Setup| { s.subject.movement = Movement::Sport; s.lights[0].power.at = Power::nearest(8.0) },
    "4 stops too slow for sport.",
    true,
)]
#[case::no_flash(DialKind::Shutter, |s: &mut Setup| s.lights.clear(), "No flash fires: moves everything.", false)]
#[case::electronic(DialKind::Shutter, |s: &mut Setup| s.camera.shutter_type = ShutterType::Electronic, "Past sync: flash reaches only 1 % of the frame.", true)]
#[case::deep_enough(DialKind::Aperture, |_: &mut Setup| (), "Sharp through 31 cm: 22 cm to spare.", false)]
#[case::too_open(DialKind::Aperture, |s: &mut Setup| s.subject.depth = crate::quantity::Metres::nearest(0.5), "1⅔ stops too open to hold 50 cm sharp.", true)]
#[case::held_by_none(DialKind::Aperture, |s: &mut Setup| s.subject.depth = crate::quantity::Metres::nearest(3.0), "No aperture holds 3 m sharp here;", true)]
#[case::diffraction_alone(
    DialKind::Aperture,
    close_up_at_f_32,
    "Nowhere as sharp as asked: diffraction alone is 1.7 times the blur allowed.",
    true
)]
#[case::base(DialKind::Iso, |_: &mut Setup| (), "Base: the cleanest there is.", false)]
#[case::raised(DialKind::Iso, |s: &mut Setup| s.camera.iso.at = Mark::nearest(12), "2 stops above base: more noise, the flash reaches further.", false)]
#[case::below_base(DialKind::Iso, |s: &mut Setup| s.camera.iso.at = Mark::nearest(-6), "Below base: highlights clip 1 stop sooner.", true)]
#[case::no_filter(DialKind::Nd, |_: &mut Setup| (), "No filter: nothing taken from either.", false)]
#[case::filter(DialKind::Nd, |s: &mut Setup| s.camera.nd.at = Mark::nearest(18), "Takes 3 stops from ambient and flash alike.", false)]
#[case::recharge(DialKind::Power, |_: &mut Setup| (), "Ready after 0.1 s; about 2\u{202f}400 frames a battery.", false)]
#[case::too_fast(
    DialKind::Power,
    |s: &mut Setup| { s.lights[0].power.at = Power::FULL; s.pace.interval = Seconds::nearest(0.5) },
    "Ready after 1.2 s, but a frame is wanted every 0.5 s.",
    true,
)]
#[case::apart_as_wanted(DialKind::Kelvin, |_: &mut Setup| (), "Low sun about 100 mired warmer than the flash, as wanted.", false)]
#[case::apart_unwanted(
    DialKind::Kelvin,
    |s: &mut Setup| { s.white_balance.wish = ColourWish::Together; s.white_balance.kelvin.at = Kelvin::nearest(5_600.0) },
    "Low sun about 100 mired warmer than the flash: plain to see.",
    true,
)]
#[case::gelled(
    DialKind::Kelvin,
    |s: &mut Setup| {
        s.white_balance.wish = ColourWish::Together;
        s.lights[0].gels.at = vec![Id::new("gel-warm-half").unwrap()];
        s.white_balance.kelvin.at = Kelvin::nearest(3_500.0);
    },
    "Low sun and the flash as alike as can be told: small.",
    false,
)]
#[case::skin_off(
    DialKind::Kelvin,
    |s: &mut Setup| s.white_balance.kelvin.at = Kelvin::nearest(3_600.0),
    "Low sun about 100 mired warmer than the flash, as wanted. Flash-lit skin plainly cool.",
    false,
)]
#[case::alike(
    DialKind::Kelvin,
    |s: &mut Setup| s.ambient = AmbientColour::Measured { kelvin: Kelvin::nearest(5_600.0), duv: crate::quantity::Duv::of(0.0) },
    "Flash and ambient look alike.",
    false,
)]
fn why_a_dial_stands_there(
    #[case] kind: DialKind,
    #[case] arrange: Arrange,
    #[case] words: &str,
    #[case] trouble: bool,
) {
    let mut setup = sample::portrait();
    arrange(&mut setup);
    let dial = dial(&setup, kind);
    assert!(dial.reason.starts_with(words), "{}", dial.reason);
    assert_eq!(dial.trouble, trouble, "{}", dial.reason);
}

#[test]
fn distances_are_said_in_the_house_s_units() {
    let house = House { units: Units::Feet, ..House::default() };
    let report = assess(&sample::portrait(), &sample::kit(), house).unwrap();
    let aperture = report.dials.iter().find(|dial| dial.id.dial == DialKind::Aperture).unwrap();
    assert_eq!(aperture.reason, "Sharp through 1 ft: 8.6 in to spare.");
}

/// Where to focus on a group is told by its nearest face: the ends of the depth blur alike at `2ab/(a+b)`, which is nearer
/// than the middle, and before the group where far more is asked sharp than it is deep.
#[rstest]
#[case::as_it_stands(1.2, "Focus at 4.97 m, 31 cm behind the nearest face.")]
#[case::on_the_ear(2.6, "Focus at 4.71 m, on the ear of the nearest face.")]
#[case::before_it(4.0, "before the nearest face.")]
fn where_to_focus(#[case] depth: f64, #[case] words: &str) {
    let mut setup = sample::setups().into_iter().find(|setup| setup.name.to_string() == "Table of twelve").unwrap();
    setup.subject.depth = crate::quantity::Metres::nearest(depth);
    let dial = dial(&setup, DialKind::Aperture);
    assert!(dial.reason.ends_with(words), "{}", dial.reason);
}
