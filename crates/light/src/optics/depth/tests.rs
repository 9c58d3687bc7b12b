use super::*;
use proptest::prelude::*;
use rstest::rstest;

fn lens(focal: f64, circle: f64, focus: f64) -> Lensing {
    Lensing {
        focal: Millimetres::new(focal).unwrap(),
        circle: Millimetres::new(circle).unwrap(),
        focus: Metres::new(focus).unwrap(),
        pupil_ratio: 1.0,
        shortened: 1.0,
    }
}

fn f(number: f64) -> FNumber {
    FNumber::new(number).unwrap()
}

/// At the limits of what is sharp the blur is what diffraction leaves of the circle; by hand, an 85 mm lens at f/2 on 2.5 m blurs
/// what is far off over 85²/(2·2415) = 1.496 mm.
#[test]
fn blur_by_distance() {
    let far = lens(85.0, 0.03, 2.5).blur_of_infinity(f(2.0)).millimetres();
    assert!((far - 1.496).abs() < 0.001, "{far}");
    let lens = lens(50.0, 0.03, 4.0);
    let sharp = lens.depth_of_field(f(4.0));
    let infinity = lens.blur_of_infinity(f(4.0)).millimetres();
    for limit in [sharp.near.metres(), sharp.far.unwrap().metres()] {
        let blur = infinity * (limit - 4.0).abs() / limit;
        assert!((blur - lens.left_for_defocus(f(4.0))).abs() < 1e-4, "{blur}");
    }
}

/// Worked case 9 of the method notes (thin lens), and a 50 mm lens at its hyperfocal distance: near limit at half
/// of it (Ray, *Applied Photographic Optics*). That distance by hand, with what diffraction leaves at f/8 of 30 µm,
/// √(30² − 7.7²) = 29.0: f²/(N·c) + f = 10.831 m, for 10.467 by geometry alone.
#[rstest]
#[case::two_hundred(200.0, 0.03, 4.0, 2.8, 3.968, Some(4.032))]
#[case::hyperfocal(50.0, 0.03, 10.8312, 8.0, 5.4156, None)]
fn limits(
    #[case] focal: f64,
    #[case] c: f64,
    #[case] s: f64,
    #[case] n: f64,
    #[case] near: f64,
    #[case] far: Option<f64>,
) {
    let sharp = lens(focal, c, s).depth_of_field(f(n));
    assert!((sharp.near.metres() - near).abs() < 0.002, "{sharp:?}");
    match far {
        Some(far) => assert!((sharp.far.unwrap().metres() - far).abs() < 0.002),
        None => assert!(sharp.far.is_none_or(|far| far.metres() > 5_000.0)),
    }
}

/// Worked case 9, second part: two faces 25 cm apart at 4 m with 200 mm ask for f/11 by geometry, and for f/12.0 with
/// diffraction, 12 µm of the 30 there (the lesser root by hand).
#[test]
fn two_faces_ask_for_f_11() {
    let at = Metres::new(4.0).unwrap();
    let found = lens(200.0, 0.03, 4.0).apertures_for_depth(at, Metres::new(0.25).unwrap());
    assert!((number_to_hold(0.2, 0.03e-3, 3.875, 4.125) - 11.0).abs() < 0.1);
    assert!(found.holds && (found.widest.number() - 12.008).abs() < 0.01, "{found:?}");
}

/// Life size: two stops are lost and the working f-number doubles (Kingslake).
#[test]
fn life_size_costs_two_stops() {
    let close = lens(100.0, 0.03, 0.2);
    assert!((close.magnification() - 1.0).abs() < 1e-9);
    assert!((close.close_up_loss().stops() - 2.0).abs() < 1e-9);
    // Geometry alone gives 0.96 mm at f/8; diffraction leaves √(30² − 15.4²) of 30 µm.
    let depth = close.total_depth(f(8.0)).unwrap();
    assert!((depth - 0.00096 * (1.0f64 - (15.4f64 / 30.0).powi(2)).sqrt()).abs() < 2e-6, "{depth}");
}

/// With the lens at infinity behind two dioptres nothing is lost, and it is as large as `f·D`; tubes lose what their
/// length says: 25 mm on 50 mm are half life size and 1.17 stops.
#[test]
fn close_up_lenses_lose_nothing_and_tubes_do() {
    let add_on = lens(100.0, 0.03, 0.5).with(Rig::AddOn { dioptres: 2.0 });
    assert!((add_on.magnification() - 0.2).abs() < 1e-9 && add_on.close_up_loss().stops().abs() < 1e-9);
    let tubes = lens(50.0, 0.03, 0.15).with(Rig::Tubes { length: Millimetres::new(25.0).unwrap() });
    assert!((tubes.magnification() - 0.5).abs() < 1e-9);
    assert!((tubes.close_up_loss().stops() - 1.17).abs() < 0.001);
}

/// At life size with 28.8 µm: f/11 is still sharp by equal MTF50 (working f/22, 21 µm), f/32 nowhere (working f/64,
/// 62 µm), and what is said to be sharp through shrinks to nothing in between.
#[test]
fn diffraction_alone_can_be_too_much() {
    let close = lens(100.0, 0.0288, 0.2);
    assert!(close.is_crisp(f(11.0)) && !close.is_crisp(f(32.0)));
    assert_eq!(close.total_depth(f(32.0)), Some(0.0));
    let depths = [8.0, 11.0, 13.0, 14.9].map(|n| close.total_depth(f(n)).unwrap());
    assert!(depths[2] < depths[1] && depths[3] < 0.3 * depths[1], "{depths:?}");
    let found = close.apertures_for_depth(Metres::new(0.2).unwrap(), Metres::new(0.005).unwrap());
    assert!(!found.holds && found.widest == found.smallest, "{found:?}");
}

/// A group from 2.5 to 3.7 m: focused at 2.98 m both ends blur alike; from the middle, 3.1 m, they do not.
#[test]
fn blur_is_parted_evenly() {
    let (near, far) = (Metres::new(2.5).unwrap(), Metres::new(3.7).unwrap());
    assert!((focus_to_hold(near, far).metres() - 2.984).abs() < 0.001);
    let held = Lensing::holding(
        Millimetres::new(85.0).unwrap(),
        Millimetres::new(0.04).unwrap(),
        1.0,
        Metres::new(3.1).unwrap(),
        Metres::new(1.2).unwrap(),
    );
    let n = held.apertures_for_depth(Metres::new(3.1).unwrap(), Metres::new(1.2).unwrap()).widest;
    let sharp = held.depth_of_field(n);
    assert!((sharp.near.metres() - 2.5).abs() < 0.003, "{sharp:?}");
    assert!((sharp.far.unwrap().metres() - 3.7).abs() < 0.003, "{sharp:?}");
}

#[test]
fn airy() {
    assert!((airy_disc(f(16.0)).millimetres() - 0.0215).abs() < 0.0001);
}

proptest! {
    /// The widest opening for a depth holds it, and so does all up to the smallest; beyond either it is lost.
    #[test]
    fn the_apertures_for_a_depth_hold_it(focal in 24.0f64..200.0, s in 3.0f64..20.0, depth in 0.05f64..1.0, part in 0.0f64..1.0) {
        let (middle, depth) = (Metres::new(s).unwrap(), Metres::new(depth).unwrap());
        let lens = Lensing::holding(Millimetres::new(focal).unwrap(), Millimetres::new(0.03).unwrap(), 1.0, middle, depth);
        let found = lens.apertures_for_depth(middle, depth);
        prop_assume!(found.holds && found.widest.number() > 0.6 && found.smallest.number() < 64.0);
        let (widest, smallest) = (found.widest.number(), found.smallest.number());
        let within = widest * (smallest / widest).powf(part);
        prop_assert!(lens.blur(f(within), middle, depth) < 1.0 + 1e-6);
        prop_assert!(lens.blur(f(widest * 0.95), middle, depth) > 1.0);
        prop_assert!(lens.blur(f(smallest * 1.05), middle, depth) > 1.0);
        let sharp = lens.depth_of_field(f(within));
        let (near, far) = (s - depth.metres() / 2.0, s + depth.metres() / 2.0);
        prop_assert!(sharp.near.metres() <= near + 1e-6);
        prop_assert!(sharp.far.is_none_or(|sharp| sharp.metres() >= far - 1e-6));
    }

    /// Until diffraction takes over, smaller openings are sharper.
    #[test]
    fn smaller_openings_are_sharper(focal in 24.0f64..200.0, s in 1.0f64..20.0, n in 1.4f64..11.0) {
        let lens = lens(focal, 0.03, s);
        let (wide, small) = (lens.total_depth(f(n)), lens.total_depth(f(n * 1.4)));
        let sharper = match (wide, small) {
            (Some(wide), Some(small)) => small > wide,
            (None, small) => small.is_none(),
            (Some(_), None) => true,
        };
        prop_assert!(sharper);
    }
}
