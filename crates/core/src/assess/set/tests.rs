use super::*;
use crate::geometry::{DVec3, angle, direction};
use crate::house::{House, Units};
use crate::quantity::{Degrees, Ev100, Millimetres, WindSpeed};
use crate::sample;
use crate::scene::{Aim, Card, CardKind, Pane, PaneKind, Position, Sun};
use crate::setup::{Patch, Setup, SubjectKind};
use crate::solve::{Change, apply};
use crate::stage::Intruder;
use rstest::rstest;

fn report(setup: &Setup) -> SetReport {
    crate::assess::assess(setup, &sample::kit(), House::default()).unwrap().set
}

fn id(text: &str) -> Id {
    Id::new(text).unwrap()
}

/// The person outdoors, key at the left, a white card at the right at this distance.
fn with_card(distance: f64) -> Setup {
    let mut setup = sample::outdoors();
    sample::round_face(&mut setup, 0, 45.0, 20.0, 1.6);
    let at = setup.main_face().at + direction(180.0 - 75.0, 0.0) * distance;
    setup.scene.cards = vec![Card {
        id: id("card"),
        kind: CardKind::White,
        at: Position::nearest(at),
        aim: Aim::Subject,
        width: Metres::nearest(0.8),
        height: Metres::nearest(1.2),
    }];
    setup
}

/// What a card is said to lift the shadow side by is what taking it away takes from it.
#[rstest]
#[case::near(0.7)]
#[case::far(1.6)]
fn a_card_lifts_as_said(#[case] distance: f64) {
    let with = with_card(distance);
    let mut without = with.clone();
    without.scene.cards.clear();
    let shadow = |setup: &Setup| {
        let found = crate::assess::assess(setup, &sample::kit(), House::default()).unwrap();
        found.level(Patch::ShadowSide).unwrap().total.stops()
    };
    let said = report(&with).cards[0].fill.stops();
    assert!((shadow(&with) - shadow(&without) - said).abs() < 0.02, "{said} {}", shadow(&with) - shadow(&without));
    assert!(said > 0.05);
}

/// At the clear distance a card or a light is out of the picture, a little nearer it is in it.
#[test]
fn clear_is_the_nearest_that_is_clear() {
    let kit = sample::kit();
    let setup = with_card(0.9);
    let card = |face_distance: f64| {
        let change = Change::MoveCard { card: id("card"), face_distance: Metres::nearest(face_distance) };
        report(&apply(&setup, &kit, &change)).intruders
    };
    let clear = report(&setup).cards[0].clear.unwrap().metres();
    assert_eq!(card(clear + 0.001), []);
    assert!(matches!(card(clear - 0.06)[0].what, Intruder::Card { .. }));

    let light = |face_distance: f64| {
        let change =
            Change::MoveLight { light: setup.lights[0].id.clone(), face_distance: Metres::nearest(face_distance) };
        report(&apply(&setup, &kit, &change)).intruders
    };
    let clear = report(&setup).lights[0].clear.unwrap().metres();
    assert_eq!(light(clear + 0.001), []);
    assert!(!light(clear - 0.06).is_empty());
}

/// A light or a card before the lens that is larger than what the frame holds there fills it, though all its edge is beside it.
#[test]
fn what_is_larger_than_the_frame_is_in_it() {
    let mut setup = sample::outdoors();
    let camera = setup.subject_distance().metres();
    sample::round_face(&mut setup, 0, 0.0, 0.0, camera - 0.2);
    let found = report(&setup);
    let id = setup.lights[0].id.clone();
    assert!(
        found.intruders.iter().any(|one| one.what == Intruder::Light { light: id.clone() }),
        "{:?}",
        found.intruders
    );
    assert!(found.lights[0].clear.is_none_or(|clear| clear.metres() > camera - 0.05), "{:?}", found.lights[0].clear);
    let mut carded = with_card(0.9);
    let eye = carded.scene.camera.at.point();
    let face = carded.main_face().at;
    carded.scene.cards[0].at = Position::nearest(eye + (face - eye).normalize() * 0.2);
    let found = report(&carded).intruders;
    assert!(found.iter().any(|one| matches!(one.what, Intruder::Card { .. })), "{found:?}");
}

/// A light in the picture says from where on it is clear; one behind a group, that no distance helps.
#[test]
fn what_is_in_the_picture_says_what_helps() {
    let mut setup = sample::outdoors();
    sample::round_face(&mut setup, 0, 8.0, 12.0, 0.6);
    let found = &report(&setup).intruders[0];
    assert!(found.text.contains("is in the picture. From ") && found.text.contains("it is clear"), "{}", found.text);
    let mut group = sample::setups().into_iter().find(|s| s.subject.kind == SubjectKind::Group).unwrap();
    group.scene.panes.clear();
    group.lights.truncate(1);
    group.lights[0].held_by = crate::setup::Holder::Stand;
    group.lights[0].at = Position::nearest(DVec3::new(0.3, 2.5, 1.6));
    let found = report(&group).intruders;
    assert!(found.iter().any(|one| one.text.contains("turn it round the subject")), "{found:?}");
}

/// The sun flares in the frame and beside it, by its angle off the axis; behind the camera it does not.
#[rstest]
#[case::in_the_frame(0.0, 8.0, true)]
#[case::beside_it(20.0, 8.0, true)]
#[case::at_the_side(80.0, 8.0, false)]
#[case::behind_the_camera(180.0, 20.0, false)]
fn flare_by_the_angle(#[case] bearing: f64, #[case] elevation: f64, #[case] flares: bool) {
    let mut setup = sample::outdoors();
    let sun =
        Sun { bearing: Degrees::nearest(bearing), elevation: Degrees::nearest(elevation), level: Ev100::nearest(13.0) };
    setup.scene.sun = Some(sun);
    let found = report(&setup).flare;
    assert_eq!(found.is_some(), flares, "{found:?}");
    if let Some(degrees) = found {
        let view = crate::stage::view_of(&setup, sample::frame(&setup));
        assert!((degrees - angle(sun.towards(), view.looks)).abs() < 1e-9);
    }
}

/// Through a shop window, the flash on the camera's side comes back off the glass; on the subject's side it does not.
#[rstest]
#[case::beside_the_camera(DVec3::new(-1.5, -2.2, 2.0), true)]
#[case::with_the_subject(DVec3::new(-1.2, -0.6, 2.0), false)]
fn flash_and_camera_on_opposite_sides(#[case] at: DVec3, #[case] back: bool) {
    let mut setup = sample::outdoors();
    setup.lights[0].at = Position::nearest(at);
    setup.scene.panes = vec![Pane {
        id: id("shop"),
        kind: PaneKind::Glass,
        at: Position::nearest(DVec3::new(0.0, -1.2, 1.5)),
        width: Metres::nearest(3.0),
        height: Metres::nearest(2.5),
        looks: Degrees::nearest(180.0),
        daylight: None,
    }];
    assert_eq!(!report(&setup).through_glass.is_empty(), back);
}

/// A narrow grid aimed at one end of a group leaves the other end dark, by what its own law says.
#[test]
fn a_narrow_beam_does_not_cover_a_group() {
    let mut setup = sample::setups().into_iter().find(|s| s.scene.people.len() > 6).unwrap();
    setup.lights.truncate(1);
    setup.lights[0].modifier = Some(id("mod-grid"));
    setup.lights[0].aim = Aim::Subject;
    assert!(report(&setup).lights[0].beam_short.unwrap().stops() > 2.0);
    setup.lights[0].modifier = Some(id("mod-umbrella"));
    assert_eq!(report(&setup).lights[0].beam_short, None);
}

/// From straight before its middle a row is lit alike at both ends; from one end it is not, and the words say which.
#[test]
fn evenness_by_place() {
    let mut setup = sample::outdoors().with_people(3);
    setup.subject.kind = SubjectKind::Group;
    setup.lights[0].aim = Aim::Subject;
    setup.lights[0].at = Position::nearest(DVec3::new(setup.focus().x, -6.0, 2.2));
    let even = report(&setup).evenness.unwrap();
    assert!(even.spread.stops() < 0.2 && even.text.starts_with("Even over the group"), "{even:?}");
    setup.lights[0].at = Position::nearest(setup.focus() + DVec3::new(-1.6, -0.8, 0.5));
    let uneven = report(&setup).evenness.unwrap();
    assert!(uneven.spread.stops() > 0.8, "{uneven:?}");
    let x = |index: u32| setup.faces()[index as usize].at.x;
    assert!(x(uneven.brightest) < x(uneven.darkest));
    let most = uneven.faces.iter().map(|stops| stops.stops()).fold(f64::MIN, f64::max);
    let least = uneven.faces.iter().map(|stops| stops.stops()).fold(f64::MAX, f64::min);
    assert!((most - least - uneven.spread.stops()).abs() < 1e-9);
}

/// On a row lit from its end each face gets less of the light than the one before, by the inverse square; one person has
/// nobody to fall off to.
#[test]
fn fall_off_over_a_row() {
    let mut setup = sample::outdoors().with_people(3);
    setup.subject.kind = SubjectKind::Group;
    setup.lights[0].modifier = Some(id("mod-bare"));
    setup.scene.room.ground = crate::scene::Surface::of(0.0);
    let row: Vec<DVec3> = setup.faces().iter().map(|face| face.at).collect();
    setup.lights[0].at = Position::nearest(row[0] + DVec3::new(-3.0, -3.0, 0.0));
    setup.lights[0].aim = Aim::Subject;
    let placed = &report(&setup).lights[0];
    let near = |index: usize| row[index].distance(setup.lights[0].at.point());
    for index in 1..3 {
        let expected = -2.0 * (near(index) / near(0)).log2();
        // Off the axis by up to 6° and turned cheeks take a little more or less.
        let found = placed.faces[index].stops();
        assert!((found - expected).abs() < 0.15, "{index}: {found} {expected}");
    }
    assert!(placed.over_group.as_ref().unwrap().starts_with("Of its light the group gets from −"));
    assert_eq!(report(&sample::outdoors()).lights[0].over_group, None);
}

/// By hand: 4 m/s on a 90 cm octa (0.64 m²) pull `½·1.2·16·1.2·0.636` = 7.33 N; at 2 m 15 N·m. The stand of 5 kg holds 12,
/// with 6 kg more 27.
#[rstest]
#[case::no_bag(0.0, "pulls at it with 15 N·m; stand and bag hold 12.")]
#[case::a_bag(6.0, "pulls at it with 15 N·m; stand and bag hold 27.")]
fn wind_in_words(#[case] bag: f64, #[case] words: &str) {
    let mut setup = sample::outdoors();
    setup.scene.wind = WindSpeed::nearest(4.0);
    setup.lights[0].at = Position::nearest(DVec3::new(-1.5, -1.5, 2.0));
    setup.lights[0].bag = crate::quantity::Kilograms::nearest(bag);
    let said = report(&setup).lights[0].wind.clone().unwrap();
    assert!(said.contains(words), "{said}");
}

/// A bag is asked for outdoors in wind, more with more of it; indoors there is no wind.
#[test]
fn the_bag_for_the_wind() {
    let bag = |wind: f64, indoors: bool| {
        let mut setup = sample::outdoors();
        setup.scene.wind = WindSpeed::nearest(wind);
        if indoors {
            setup.scene.room.ceiling = sample::portrait().scene.room.ceiling;
        }
        report(&setup).lights[0].bag_needed.map(crate::quantity::Kilograms::kilograms)
    };
    assert_eq!(bag(0.0, false), None);
    assert_eq!(bag(5.0, true), None);
    assert!(bag(6.0, false).unwrap() > bag(4.0, false).unwrap());
}

/// The frame in words: by hand 85 mm on 24 × 36 upright at 2.5 m holds 1.02 m of height, 24·2.415/85 = 0.68 m of width.
#[test]
fn framing_in_words() {
    let mut setup = sample::outdoors();
    let face = setup.main_face().at;
    setup.scene.camera.at = Position::nearest(face - DVec3::Y * 2.5);
    setup.scene.camera.upright = true;
    setup.camera.focal = Millimetres::nearest(85.0);
    let said = report(&setup).framing_words;
    assert!(said.starts_with("68 cm × 1 m fill the frame at the subject (16° × 23°)"), "{said}");
    let feet = House { units: Units::Feet, ..House::default() };
    let said = crate::assess::assess(&setup, &sample::kit(), feet).unwrap().set.framing_words;
    assert!(said.starts_with("2.2 ft × 3.4 ft"), "{said}");
}

/// Spill is said where it lifts the background, and not where there is none.
#[test]
fn spill_in_words() {
    let mut setup = sample::outdoors();
    setup.background.kind = crate::setup::BackgroundKind::Wall;
    setup.background.distance = Metres::nearest(1.0);
    setup.readings.clear();
    let said = |setup: &Setup| crate::assess::assess(setup, &sample::kit(), House::default()).unwrap().spill;
    setup.lights[0].power.at = crate::quantity::Power::FULL;
    assert!(said(&setup).unwrap().starts_with("Flash falls on the background at "));
    setup.lights[0].on = false;
    assert_eq!(said(&setup), None);
}
