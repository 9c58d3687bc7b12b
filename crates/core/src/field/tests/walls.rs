use super::*;

/// The flash's part of a background goes by what the background sends back: a wall of 0.05, of half and of 0.9 are as far
/// apart as their reflectances, and a mid-grey one reads as a face there would.
#[rstest]
#[case::black(0.05, -1.65)]
#[case::mid_grey(0.1571, 0.0)]
#[case::half(0.5, 1.67)]
#[case::white(0.9, 2.52)]
fn a_wall_sends_back_by_its_reflectance(#[case] reflectance: f64, #[case] stops: f64) {
    let kit = sample::kit();
    let mut setup = void();
    setup.background.kind = BackgroundKind::Wall;
    setup.background.surface = Surface::of(reflectance);
    sample::round_face(&mut setup, 0, 60.0, 20.0, 1.5);
    let s = Situation::new(&setup, &kit, House::default()).unwrap();
    let gain = s.field.lights[0].patches[Patch::Background].unwrap().sum();
    let (face, wall) = (s.lights[0].reach[Patch::Face].unwrap(), s.lights[0].reach[Patch::Background].unwrap());
    let face_gain = s.field.lights[0].patches[Patch::Face].unwrap().sum();
    assert!((wall - face - (gain / face_gain).log2() - stops).abs() < 0.005, "{wall} {face}");
}

/// Another C moves all that comes from lux alike, flash and ambient, and no ratio and no reading (ISO 2720: C belongs to
/// the meter, ISO 1230: the guide number does not).
#[test]
fn another_constant_moves_what_comes_from_lux_alike() {
    let kit = sample::kit();
    let setup = sample::portrait();
    let with = |c| {
        Situation::new(
            &setup,
            &kit,
            House { meter: MeterConstants { c, ..MeterConstants::default() }, ..House::default() },
        )
        .unwrap()
    };
    let (flat, dome) = (with(250.0), with(330.0));
    for patch in [Patch::Face, Patch::ShadowSide] {
        let moved = dome.lights[0].reach[patch].unwrap() - flat.lights[0].reach[patch].unwrap();
        assert!((moved + 0.40).abs() < 0.005, "{moved}");
    }
    // What comes back from a wall is judged as the camera judges it.
    if let (Some(flat), Some(dome)) = (flat.lights[0].reach[Patch::Background], dome.lights[0].reach[Patch::Background])
    {
        assert!((dome - flat).abs() < 1e-9);
    }
    assert_eq!(flat.ambient[Patch::Face], dome.ambient[Patch::Face]);
}
