mod exposure;
mod words;

use super::*;
use crate::approach::Approach;
use crate::assess::assess;
use crate::colour::AmbientColour;
use crate::geometry::DVec3;
use crate::house::House;
use crate::kit::{KitItem, Output};
use crate::marks::Mark;
use crate::marks::ShutterMark;
use crate::optics::{Movement, Support};
use crate::quantity::{Degrees, Ev100, Id, Metres, Power, Seconds, WindSpeed};
use crate::sample;
use crate::scene::{Aim, Finish, Pane, PaneKind, Position};
use crate::setup::{
    BackgroundKind, ExposureMode, Holder, Joined, Measured, Method, Multiple, Setup, SubjectKind, Tone,
};
use crate::terms::Rule;
use rstest::rstest;
use std::mem::discriminant;

/// Where each caution stands, and whether it names a light.
fn place(caution: &Caution) -> (About, bool) {
    match caution {
        Caution::NotMetered { .. } | Caution::FaceNotRead | Caution::MeterBias { .. } => (About::Readings, false),
        Caution::SunAndEyes => (About::Background, false),
        Caution::ShutterFloor { .. } | Caution::Flare { .. } | Caution::FacesOut { .. } => (About::Camera, false),
        Caution::FocusInTheDark { .. } | Caution::FocusInFlare => (About::Camera, false),
        Caution::Multiple { .. } | Caution::Perspective { .. } | Caution::Skyline { .. } => (About::Camera, false),
        Caution::Ghost
        | Caution::RearCurtain
        | Caution::Reciprocity { .. }
        | Caution::HighSpeedSync
        | Caution::Pulses { .. } => (About::Shutter, false),
        Caution::FrameRate { .. } | Caution::FlickerSensitivity => (About::Pace, false),
        Caution::FixedBalance => (About::Colour, false),
        Caution::FlashUnused => (About::Light, false),
        Caution::Flecks { .. }
        | Caution::MirrorsAround
        | Caution::SeenThrough
        | Caution::LightestClips { .. }
        | Caution::Tones { .. }
        | Caution::DarkSockets { .. }
        | Caution::LegsDark { .. }
        | Caution::TopHeavy { .. } => (About::Subject, false),
        Caution::Forbidden { rule: Rule::Tripod | Rule::Sound } => (About::Camera, false),
        Caution::WindInHand { .. }
        | Caution::PassesOver { .. }
        | Caution::OutOfReach { .. }
        | Caution::Overhead
        | Caution::Counterweight
        | Caution::Forbidden { .. } => (About::Light, true),
        Caution::TtlWanders
        | Caution::NearEyes
        | Caution::Wind { .. }
        | Caution::InPicture { .. }
        | Caution::Reflection { .. }
        | Caution::Bounce { .. }
        | Caution::Beam { .. }
        | Caution::ThroughGlass
        | Caution::Heat { .. }
        | Caution::Estimate
        | Caution::Batteries { .. }
        | Caution::GelHeat => (About::Light, true),
    }
}

type Arrange = fn(&mut Setup);

fn said(setup: &Setup) -> Vec<Remark> {
    assess(setup, &sample::kit(), House::default()).unwrap().cautions
}

/// The camera so far before the face, at its height.
fn from(setup: &mut Setup, distance: f64) {
    setup.scene.camera.at = Position::nearest(setup.main_face().at - DVec3::Y * distance);
}

/// In the open, from this height.
fn seen_from(setup: &mut Setup, height: f64) {
    setup.scene = sample::outdoors().scene;
    setup.background.kind = BackgroundKind::Open;
    setup.scene.camera.at.z = crate::quantity::Coordinate::nearest(height);
}

/// A thing of this finish.
fn of(setup: &mut Setup, finish: Finish) {
    setup.subject.kind = SubjectKind::Thing;
    setup.scene.thing.finish = finish;
}

/// A large pane between camera and subject, this far before the face.
fn pane(y: f64) -> Pane {
    Pane {
        id: Id::new("shop").unwrap(),
        kind: PaneKind::Glass,
        at: Position::nearest(DVec3::new(0.0, y, 1.5)),
        width: Metres::nearest(6.0),
        height: Metres::nearest(2.8),
        looks: Degrees::nearest(180.0),
        daylight: None,
    }
}

/// A caution is said of one set and not of the other, and stands in its place.
fn applies(caution: &Caution, there: Arrange, not_there: Arrange) {
    let (mut with, mut without) = (sample::portrait(), sample::portrait());
    there(&mut with);
    not_there(&mut without);
    // An angle or a fall of light is said as it comes; which caution it is counts here.
    let same = |other: &&Remark| match caution {
        Caution::Flare { .. }
        | Caution::Beam { .. }
        | Caution::Perspective { .. }
        | Caution::Skyline { .. }
        | Caution::PassesOver { .. }
        | Caution::Pulses { .. }
        | Caution::Bounce { .. }
        | Caution::Reflection { .. }
        | Caution::InPicture { .. } => discriminant(&other.caution) == discriminant(caution),
        _ => other.caution == *caution,
    };
    let (found, other) = (said(&with), said(&without));
    let remark = found.iter().find(same).unwrap_or_else(|| panic!("{found:?}"));
    assert!(!other.iter().any(|remark| same(&remark)), "{other:?}");
    assert_eq!((remark.about, remark.light.is_some()), place(&remark.caution));
    if remark.light.is_some() {
        assert_eq!(remark.light.as_ref(), Some(&with.lights[0].id));
    }
}

/// Each caution appears where it applies, and not where it does not (common practice).
#[rstest]
#[case::no_reading(Caution::NotMetered { error: 2.0 }, |s: &mut Setup| s.readings.clear(), |_: &mut Setup| ())]
#[case::face_not_read(Caution::FaceNotRead, |s: &mut Setup| { s.readings.remove(0); }, |_: &mut Setup| ())]
#[case::meter_bias(
    // Very light skin sends back 0.42: log2(0.42·250/(π·12.5)).
    Caution::MeterBias { stops: crate::exposure::MeterConstants::default().reflected_over_incident(0.42) },
    |s: &mut Setup| { s.subject.tone = Tone::VeryLight; s.readings[0].method = Method::Reflected },
    |s: &mut Setup| s.subject.tone = Tone::VeryLight,
)]
#[case::ttl(Caution::TtlWanders, |s: &mut Setup| s.subject.tone = Tone::VeryDark, |s: &mut Setup| { s.readings.truncate(1); s.background.sunlit = crate::quantity::Share::nearest(0.0) })]
#[case::eyes(
    Caution::NearEyes,
    |s: &mut Setup| { s.lights[0].modifier = None; sample::at_distance(s, 0, 0.4) },
    |s: &mut Setup| s.lights[0].modifier = None,
)]
#[case::no_eyes_on_a_kettle(
    Caution::NearEyes,
    |s: &mut Setup| { s.lights[0].modifier = None; sample::at_distance(s, 0, 0.4) },
    |s: &mut Setup| {
        s.lights[0].modifier = None;
        sample::at_distance(s, 0, 0.4);
        s.subject.kind = SubjectKind::Thing;
    },
)]
#[case::flicker(
    Caution::FlickerSensitivity,
    |s: &mut Setup| s.pace.interval = Seconds::nearest(0.2),
    |s: &mut Setup| s.pace.interval = Seconds::nearest(2.0),
)]
#[case::frame_rate(
    Caution::FrameRate { most: 12.0 },
    |s: &mut Setup| s.pace.interval = Seconds::nearest(0.05),
    |s: &mut Setup| s.pace.interval = Seconds::nearest(0.1),
)]
#[case::still_air(
    Caution::Wind { bag: None, held: false, down: false },
    |s: &mut Setup| s.scene = sample::outdoors().scene,
    |_: &mut Setup| (),
)]
#[case::wind(
    Caution::Wind { bag: Some(12.0), held: false, down: false },
    |s: &mut Setup| { s.scene = sample::outdoors().scene; s.scene.wind = WindSpeed::nearest(5.0) },
    |s: &mut Setup| s.scene.wind = WindSpeed::nearest(5.0),
)]
#[case::gale(
    Caution::Wind { bag: Some(60.0), held: false, down: true },
    |s: &mut Setup| { s.scene = sample::outdoors().scene; s.scene.wind = WindSpeed::nearest(10.0) },
    |s: &mut Setup| { s.scene = sample::outdoors().scene; s.scene.wind = WindSpeed::nearest(5.0) },
)]
#[case::wind_in_the_hand(
    Caution::WindInHand { by: Holder::Assistant },
    |s: &mut Setup| { s.scene = sample::outdoors().scene; s.lights[0].held_by = Holder::Assistant },
    |s: &mut Setup| s.scene = sample::outdoors().scene,
)]
#[case::higher_than_a_stand(
    Caution::OutOfReach { by: Holder::Stand, reach: Metres::of(3.2) },
    |s: &mut Setup| s.lights[0].at = Position::nearest(DVec3::new(-1.0, -1.0, 3.4)),
    |s: &mut Setup| s.lights[0].at = Position::nearest(DVec3::new(-1.0, -1.0, 3.1)),
)]
#[case::further_than_an_arm(
    Caution::OutOfReach { by: Holder::Hand, reach: Metres::of(0.8) },
    |s: &mut Setup| s.lights[0].held_by = Holder::Hand,
    |s: &mut Setup| { s.lights[0].held_by = Holder::Hand; s.lights[0].at = s.scene.camera.at },
)]
#[case::clamped_over_heads(
    Caution::Overhead,
    |s: &mut Setup| { s.lights[0].held_by = Holder::Clamp; s.lights[0].at = Position::nearest(DVec3::new(-1.0, -1.0, 2.4)) },
    |s: &mut Setup| { s.lights[0].held_by = Holder::Clamp; s.lights[0].at = Position::nearest(DVec3::new(-1.0, -1.0, 1.8)) },
)]
#[case::boom(Caution::Counterweight, |s: &mut Setup| s.lights[0].held_by = Holder::Boom, |_: &mut Setup| ())]
#[case::focus_in_the_dark(
    Caution::FocusInTheDark { ev: -2.0, limit: -2.0, guessed: true },
    |s: &mut Setup| s.readings[0].measured = Measured::Ev { ev: Ev100::nearest(-2.0) },
    |s: &mut Setup| s.readings[0].measured = Measured::Ev { ev: Ev100::nearest(0.0) },
)]
#[case::focus_in_flare(
    Caution::FocusInFlare,
    |s: &mut Setup| s.scene.sun = Some(sample::low_sun()),
    |s: &mut Setup| { s.scene.sun = Some(sample::low_sun()); s.readings.truncate(1) },
)]
#[case::passes_over(
    Caution::PassesOver { degrees: 0.0 },
    |s: &mut Setup| {
        (s.lights[0].held_by, s.lights[0].modifier, s.lights[0].flash) = (Holder::Camera, None, Id::new("flash-shoe").unwrap());
        s.camera.lens = Id::new("lens-close").unwrap();
        s.camera.focal = crate::quantity::Millimetres::nearest(100.0);
        s.scene.camera.at = Position::nearest(s.main_face().at - DVec3::Y * 0.6);
        s.scene.camera.aim = Aim::Subject;
    },
    |s: &mut Setup| (s.lights[0].held_by, s.lights[0].modifier, s.lights[0].flash) = (Holder::Camera, None, Id::new("flash-shoe").unwrap()),
)]
#[case::not_all_in_the_picture(
    Caution::FacesOut { count: 14 },
    |s: &mut Setup| { s.subject.kind = SubjectKind::Group; *s = s.with_people(19); },
    |s: &mut Setup| s.subject.kind = SubjectKind::Group,
)]
#[case::narrow_beam(
    Caution::Beam { stops: 0.0 },
    |s: &mut Setup| {
        s.subject.kind = SubjectKind::Group;
        *s = s.with_people(5);
        s.lights[0].modifier = Some(Id::new("mod-grid").unwrap());
    },
    |s: &mut Setup| s.lights[0].modifier = Some(Id::new("mod-grid").unwrap()),
)]
fn cautions_where_they_apply(#[case] caution: Caution, #[case] there: Arrange, #[case] not_there: Arrange) {
    applies(&caution, there, not_there);
}
