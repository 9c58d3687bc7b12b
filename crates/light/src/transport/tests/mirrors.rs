//! What mirrors throw, against the light's own mirror image.

use super::*;

/// A mirror in the plane x = 2, as wide and high as this.
fn mirror(width: f64, height: f64) -> Glazing {
    Glazing { flat: Flat::new(DVec3::new(2.0, 0.0, 1.5), DVec3::NEG_X, width, height), mirror: true }
}

fn with(mut still: Still, pane: Glazing) -> Still {
    still.panes.push(pane);
    still
}

fn direct(light: &Light, receiver: Receiver) -> f64 {
    light.from(receiver).gain(0).direct
}

/// A face before a wide mirror shines from behind it too, by what silver sends back; a pane of glass sends 8 %.
#[rstest]
#[case::bare(Face::Point, true, 0.9)]
#[case::wide(Face::Disc { diameter: Metres::nearest(0.8) }, true, 0.9)]
#[case::glass(Face::Rectangle { width: Metres::nearest(0.6), height: Metres::nearest(0.9) }, false, 0.08)]
fn a_light_shines_from_its_image_too(#[case] face: Face, #[case] silvered: bool, #[case] sent: f64) {
    let source = |x: f64, looks: DVec3| {
        let middle = DVec3::new(x, -1.0, 1.7);
        Source::Face(Emitter { middle, looks: looks.normalize(), face, law: Law::Diffuse })
    };
    let way = DVec3::new(0.8, 0.5, 0.0);
    let pane = Glazing { mirror: silvered, ..mirror(20.0, 20.0) };
    let before = light(with(void(), pane), source(0.5, way));
    let image = light(void(), source(3.5, way * DVec3::new(-1.0, 1.0, 1.0)));
    let receiver = facing(DVec3::new(0.2, -0.8, 1.4), DVec3::X);
    let (got, expected) = (direct(&before, receiver), sent * direct(&image, receiver));
    assert!(expected > 0.0 && (got - expected).abs() < 1e-6 * expected, "{got} {expected}");
    // Behind the mirror there is nothing of it, and turned away neither.
    if silvered {
        assert_eq!(direct(&before, facing(DVec3::new(3.0, 0.6, 1.4), DVec3::NEG_X)), 0.0);
    }
    assert_eq!(direct(&before, facing(DVec3::new(0.2, -0.8, 1.4), DVec3::NEG_X)), 0.0);
}

/// A hand mirror throws a patch of sun as large as itself: full inside, nothing beside it, nothing in the shade of a card.
#[test]
fn a_mirror_throws_a_patch_of_sun() {
    let way = DVec3::new(-1.0, 0.0, 1.0).normalize();
    let sun = Source::Parallel { way, walled: false };
    let lit = light(with(void(), mirror(0.4, 0.4)), sun);
    // The sun comes in at 45° and goes on downward at 45°: a metre before the mirror it is a metre lower.
    let at = |y: f64, z: f64| facing(DVec3::new(1.0, y, z), DVec3::X);
    let expected = 0.9 * std::f64::consts::FRAC_1_SQRT_2;
    assert!((direct(&lit, at(0.0, 0.5)) - expected).abs() < 1e-9);
    assert!((direct(&lit, at(0.19, 0.69)) - expected).abs() < 1e-9);
    for (y, z) in [(0.21, 0.5), (0.0, 0.71), (0.0, 0.29), (-0.21, 0.5)] {
        assert_eq!(direct(&lit, at(y, z)), 0.0, "{y} {z}");
    }
    let card = Sheet {
        flat: Flat::new(DVec3::new(1.5, 0.0, 2.0), DVec3::NEG_X, 0.6, 0.6),
        does: Sheeting::Black,
        tint: MiredShift::ZERO,
    };
    let mut shaded = with(void(), mirror(0.4, 0.4));
    shaded.sheets.push(card);
    assert_eq!(direct(&light(shaded, sun), at(0.0, 0.5)), 0.0);
}

/// A window is no mirror to its own light, and a floor gets the patch of sun that it throws.
#[test]
fn a_window_is_not_mirrored_in_itself() {
    let flat = Flat::new(DVec3::new(3.0, 0.0, 1.5), DVec3::NEG_X, 1.0, 1.2);
    let face = Face::Rectangle { width: Metres::nearest(1.0), height: Metres::nearest(1.2) };
    let window = Source::Face(Emitter { middle: flat.middle, looks: DVec3::NEG_X, face, law: Law::Diffuse });
    let receiver = facing(DVec3::new(0.0, 0.3, 1.4), DVec3::X);
    let plain = direct(&light(void(), window), receiver);
    let glazed = direct(&light(with(void(), Glazing { flat, mirror: false }), window), receiver);
    assert!((glazed - plain).abs() <= 0.09 * plain, "{glazed} {plain}");
    let sun = Source::Parallel { way: DVec3::new(-1.0, 0.0, 1.0).normalize(), walled: false };
    let of = |still: Still| light(still, sun).sent_on(0);
    let mut floor = void();
    floor.walls.ground = Surface::of(0.5);
    let mut shaded = floor.clone();
    let flat = mirror(3.0, 3.0).flat;
    shaded.sheets.push(Sheet { flat, does: Sheeting::Black, tint: MiredShift::ZERO });
    // What it keeps off the floor behind it, it throws on the floor before it.
    let (mirrored, shaded, open) = (of(with(floor.clone(), mirror(3.0, 3.0))), of(shaded), of(floor));
    assert!(shaded < open && mirrored > shaded + 0.5 * (open - shaded), "{mirrored} {shaded} {open}");
}

proptest! {
    /// What comes by way of a mirror is never more than the image alone would give.
    #[test]
    fn never_more_than_the_image(y in -2.0f64..2.0, z in 0.3f64..2.5, side in 0.1f64..3.0) {
        let face = Face::Disc { diameter: Metres::nearest(0.5) };
        let emitter = |x: f64, looks: DVec3| Source::Face(Emitter { middle: DVec3::new(x, -1.0, 1.7), looks, face, law: Law::Diffuse });
        let receiver = facing(DVec3::new(0.0, y, z), DVec3::X);
        let got = direct(&light(with(void(), mirror(side, side)), emitter(0.5, DVec3::X)), receiver);
        let image = direct(&light(void(), emitter(3.5, DVec3::NEG_X)), receiver);
        prop_assert!(got <= 0.9 * image + 1e-9 && got >= 0.0);
    }
}
