use super::*;

/// An alternative is clearly better at what it puts first, and clearly other dials than the plan's and the others'.
#[test]
fn alternatives_win_at_what_they_put_first() {
    let stops = |mark: i16| f64::from(mark) / 6.0;
    let mut seen = Vec::new();
    let lit = (3..16).map(|ev| at([f64::from(ev) - 2.0, f64::from(ev)]));
    for setup in sample::setups().into_iter().chain(lit) {
        let plan = planned(&setup);
        assert!(plan.alternatives.len() <= 3);
        let camera = &plan.setup.camera;
        let dials =
            [camera.iso.at.sixths(), camera.aperture.at.sixths(), camera.shutter.at.sixths(), camera.nd.at.sixths()];
        let of = |other: &Alternative| [other.iso, other.aperture, other.shutter, other.nd];
        let differ = |a: [i16; 4], b: [i16; 4]| a.iter().zip(b).any(|(a, b)| (a - b).abs() >= 4);
        let hardest =
            |powers: &mut dyn Iterator<Item = Power>| powers.map(Power::stops_below_full).fold(f64::INFINITY, f64::min);
        for (index, other) in plan.alternatives.iter().enumerate() {
            if !seen.contains(&other.kind) {
                seen.push(other.kind);
            }
            let on = |index: &usize| setup.lights[*index].on;
            let gain = match other.kind {
                AlternativeKind::LowestIso => stops(dials[0] - other.iso),
                AlternativeKind::ShallowestDepth => stops(dials[1] - other.aperture),
                AlternativeKind::GreatestDepth => stops(other.aperture - dials[1]),
                AlternativeKind::LeastFlash | AlternativeKind::FastestPace => {
                    let lights = || (0..setup.lights.len()).filter(on);
                    hardest(&mut lights().map(|index| other.powers[index]))
                        - hardest(&mut lights().map(|index| plan.setup.lights[index].power.at))
                }
            };
            assert!(gain >= 0.6 - 1e-9, "{}: {:?} by {gain}", setup.name, other.kind);
            assert!(differ(of(other), dials), "{}: {:?} is the plan", setup.name, other.kind);
            assert!(plan.alternatives[..index].iter().all(|known| differ(of(known), of(other))), "{}", setup.name);
        }
    }
    assert!(seen.len() >= 3, "{seen:?}");
}

/// The table at the head of the score, each term alone against its dial turned by a stop or two.
#[test]
fn every_dial_weighs_what_the_table_says() {
    let (kit, mut setup) = (sample::kit(), sample::portrait());
    setup.camera.support = crate::optics::Support::Tripod;
    let mut s = Situation::new(&setup, &kit, House::default()).unwrap();
    let (sync, safe) = (s.sync.unwrap(), s.safe_sync.unwrap());
    (s.asks.depth, s.asks.usual_aperture, s.asks.diffraction) = (None, Some(4.0), 7.0);
    let w = Weights::default();
    let from = Dials {
        aperture: Mark::nearest(24),
        iso: s.base,
        shutter: Mark::nearest(30),
        nd: NdMark::NONE,
        ..Dials::of(&setup)
    };
    let scored = |dials: &Dials| dial_score(&s, &w, dials) - dial_score(&s, &w, &from);
    let near = |found: f64, wanted: f64| assert!((found - wanted).abs() < 1e-9, "{found} for {wanted}");
    near(scored(&Dials { aperture: Mark::nearest(30), ..from.clone() }), 0.06);
    // A stop past where diffraction shows, four from the usual.
    near(scored(&Dials { aperture: Mark::nearest(48), ..from.clone() }), 0.06 * 16.0 + 0.3);
    near(scored(&Dials { iso: IsoMark::nearest(s.base.sixths() + 12), ..from.clone() }), 0.12 * 2.0 + 0.02 * 4.0);
    near(scored(&Dials { iso: IsoMark::nearest(s.base.sixths() - 6), ..from.clone() }), 1.0);
    near(scored(&Dials { nd: NdMark::nearest(18), ..from.clone() }), 0.25 + 0.08 * 3.0);
    assert!(safe < sync);
    near(scored(&Dials { shutter: safe, ..from.clone() }), 0.0);
    near(scored(&Dials { shutter: sync, ..from.clone() }), 0.3);
    near(scored(&Dials { shutter: ShutterMark::nearest(sync.sixths() + 6), ..from.clone() }), 1_100.0);
    let high_speed = {
        let mut s = s.clone();
        s.past_sync = true;
        s
    };
    let past = Dials { shutter: ShutterMark::nearest(sync.sixths() + 6), ..from.clone() };
    near(dial_score(&high_speed, &w, &past) - dial_score(&high_speed, &w, &from), 0.6);
}

/// Of powers that make the same levels the lower costs less: 0.15 of the energy, where nothing else is asked.
#[test]
fn energy_weighs_what_the_table_says() {
    let (kit, mut setup) = (sample::kit(), sample::portrait());
    setup.approach = Some(Approach::FlashFirst);
    setup.lights[0].power.at = Power::FULL;
    setup.pace.interval = crate::quantity::Seconds::nearest(60.0);
    let mut s = Situation::new(&setup, &kit, House::default()).unwrap();
    // No wish and no ceiling: what is left of the fit is what the flash costs.
    s.wishes = crate::approach::Wishes {
        background: None,
        face_ambient: None,
        face_flash: None,
        face_total: None,
        sky_under_warning: None,
        ..s.wishes
    };
    s.base = IsoMark::nearest(-60);
    let dials = |below: f64| Dials {
        powers: vec![Power::nearest(below)],
        aperture: ApertureMark::nearest(60),
        ..Dials::of(&setup)
    };
    let w = Weights { clipping: 0.0, movement: 0.0, ..Weights::default() };
    let costs = |below: f64| fit_score(&s, &w, &dials(below));
    assert!((costs(0.0) - costs(1.0) - 0.075).abs() < 1e-9, "{} {}", costs(0.0), costs(1.0));
}
