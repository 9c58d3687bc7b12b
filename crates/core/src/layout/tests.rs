use super::*;
use crate::house::House;
use crate::quantity::Metres;
use crate::sample;
use crate::scene::{Aim, Position};
use crate::setup::Setup;
use proptest::prelude::*;

fn laid(setup: &Setup) -> Layout {
    let chosen = setup.lights.first().map(|light| light.id.clone());
    layout(setup, &sample::kit(), House::default(), Wanted { chosen: chosen.as_ref(), ratio: None }).unwrap()
}

fn inside(extent: Extent, Point(point): Point) -> bool {
    let within = |[low, high]: [f64; 2], value: f64| (low..=high).contains(&value);
    within(extent.x, point.x) && within(extent.y, point.y) && within(extent.z, point.z)
}

/// Everything that can be moved lies inside the drawing, in every sample.
#[test]
fn everything_is_in_the_drawing() {
    for setup in sample::setups() {
        let layout = laid(&setup);
        for thing in layout.things.iter().filter(|thing| {
            matches!(
                thing.kind,
                DrawnKind::Light | DrawnKind::Camera | DrawnKind::Person | DrawnKind::Seated | DrawnKind::Card
            )
        }) {
            assert!(inside(layout.extent, thing.at), "{} of {}", thing.name, setup.name);
        }
        let camera = layout.things.iter().filter(|thing| thing.what == ThingRef::Camera).count();
        assert_eq!(camera, 1);
        assert_eq!(layout.beams.len(), setup.lights.iter().filter(|light| light.on).count());
    }
}

/// Asked to fill a room, it draws more ground before and behind, and nothing else more.
/// A background beyond the far end is told in words, one within it is drawn; the sun has its way.
#[test]
fn what_is_beyond_and_where_the_sun_is() {
    let mut setup = sample::outdoors();
    setup.background.distance = crate::quantity::Metres::nearest(20.0);
    setup.scene.sun = Some(sample::low_sun());
    let far = laid(&setup);
    assert!(far.beyond.clone().unwrap().starts_with("background 20"), "{:?}", far.beyond);
    let Point(way) = far.sun.unwrap();
    // 24° to the right of the far side and 6° up.
    let (right, up) = (24f64.to_radians(), 6f64.to_radians());
    assert!((way.x - right.sin() * up.cos()).abs() < 0.01 && (way.z - up.sin()).abs() < 0.01, "{way:?}");
    setup.background.distance = crate::quantity::Metres::nearest(3.0);
    setup.scene.sun = None;
    let near = laid(&setup);
    assert_eq!((near.beyond, near.sun.is_none()), (None, true));
}

/// The edges of a beam stand as far apart as its angle: 20° behind a 20° grid, and go about a third of the drawing.
#[test]
fn a_beam_is_as_wide_as_it_is() {
    let mut setup = sample::outdoors();
    setup.lights[0].modifier = Some(crate::quantity::Id::new("mod-grid").unwrap());
    // Straight over the camera, so that each side shows the whole angle.
    sample::round_face(&mut setup, 0, 0.0, 20.0, 2.0);
    let layout = laid(&setup);
    for (lines, flat) in
        [(&layout.beams[0].plan, DVec3::new(1.0, 1.0, 0.0)), (&layout.beams[0].elevation, DVec3::new(0.0, 1.0, 1.0))]
    {
        let ways: Vec<DVec3> = lines.iter().map(|Line { from: Point(from), to: Point(to) }| *to - *from).collect();
        assert!((crate::geometry::angle(ways[0] * flat, ways[1] * flat) - 20.0).abs() < 1.5, "{ways:?}");
        let wide = |[low, high]: [f64; 2]| high - low;
        let most = wide(layout.extent.x).max(wide(layout.extent.y));
        assert!((ways[0].length() / most - 0.35).abs() < 0.01, "{ways:?} {most}");
    }
}

#[test]
fn more_ground_fills_the_room() {
    let setup = sample::portrait();
    let narrow = laid(&setup).extent;
    let wide =
        layout(&setup, &sample::kit(), House::default(), Wanted { chosen: None, ratio: Some(2.0) }).unwrap().extent;
    let span = |[low, high]: [f64; 2]| high - low;
    assert!((span(wide.y) / (span(wide.x) + span(wide.z)) - 2.0).abs() < 1e-9);
    assert_eq!((wide.x, wide.z), (narrow.x, narrow.z));
    assert!(wide.y[0] < narrow.y[0] && wide.y[1] > narrow.y[1]);
}

/// Distances stand on the lines, and the background's light against the subject's.
#[test]
fn spans_say_metres_and_stops() {
    let mut setup = sample::outdoors();
    setup.background.kind = BackgroundKind::Wall;
    setup.background.distance = Metres::nearest(3.0);
    sample::round_face(&mut setup, 0, 45.0, 10.0, 1.5);
    let spans = laid(&setup).spans;
    assert_eq!(spans[0].text, "1.5 m");
    assert!(spans[1].text.contains(" m, −"), "{}", spans[1].text);
}

/// The shadow of the subject ends on the wall behind it, on the side away from the light.
#[test]
fn the_shadow_falls_away_from_the_light() {
    let mut setup = sample::outdoors();
    setup.background.kind = BackgroundKind::Wall;
    setup.background.distance = Metres::nearest(2.0);
    sample::round_face(&mut setup, 0, 40.0, 5.0, 2.0);
    let layout = laid(&setup);
    let shadow = &layout.shadows[0];
    for line in &shadow.plan {
        assert!((line.to.0.y - 2.0).abs() < 1e-6 && line.to.0.x > line.from.0.x, "{line:?}");
    }
    assert_eq!(shadow.plan.len(), 2);
}

/// The sharp band is the depth of field of the lens, as cut from the camera's view.
#[test]
fn the_sharp_band_is_the_depth_of_field() {
    let setup = sample::portrait();
    let layout = laid(&setup);
    let report = crate::assess::assess(&setup, &sample::kit(), House::default()).unwrap().depth;
    let eye = layout.pyramid.eye.0;
    let middle = |slice: Slice| (slice.left.0 + slice.right.0) / 2.0;
    assert!((middle(layout.pyramid.near).distance(eye) - report.near.metres()).abs() < 1e-6);
    assert!((middle(layout.pyramid.far).distance(eye) - report.far.unwrap().metres()).abs() < 1e-6);
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(16))]
    /// On every line of equal light the light is what the line says, against the subject.
    #[test]
    fn lines_of_equal_light_hold_it(left in -80.0f64..80.0, far in 1.0f64..3.0, turn in -40.0f64..40.0) {
        let mut setup = sample::outdoors();
        sample::round_face(&mut setup, 0, left, 10.0, far);
        let face = setup.main_face().at;
        let looks = glam::DQuat::from_rotation_z(turn.to_radians()) * (face - setup.lights[0].at.point());
        setup.lights[0].aim = Aim::along(looks);
        setup.lights[0].at = Position::nearest(setup.lights[0].at.point());
        let kit = sample::kit();
        let s = Situation::new(&setup, &kit, House::default()).unwrap();
        let emitter = s.lights[0].emitter;
        let layout = layout_of(&s, Wanted { chosen: Some(&setup.lights[0].id), ratio: None });
        prop_assert!(layout.curves.len() >= 3);
        let (mut points, mut off) = (0, 0);
        for curve in &layout.curves {
            for point in curve.plan.iter().flatten() {
                // Close to the light and beside its front the light changes within a step of the grid.
                let from = point.0 - emitter.middle;
                if from.length() < 0.6 || crate::geometry::angle(from, emitter.looks) > 65.0 {
                    continue;
                }
                let level = (emitter.gain_towards(point.0) / emitter.gain_towards(face)).log2();
                points += 1;
                if (level - curve.stops).abs() > 0.25 {
                    off += 1;
                }
            }
        }
        prop_assert!(points > 40 && off * 20 <= points, "{off} of {points}");
    }
}
