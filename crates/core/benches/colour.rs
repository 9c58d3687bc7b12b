//! How long colour takes: four lights, three kinds of ambient, a group, and what could be set and worn.

use criterion::{Criterion, criterion_group, criterion_main};
use std::hint::black_box;
use tolva_core::House;
use tolva_core::colour::{AmbientColour, Lamp};
use tolva_core::format::{JobFile, KitFile};
use tolva_core::kit::{Gel, Kit, KitItem};
use tolva_core::quantity::{Duv, Id, Kelvin, MiredShift, Share};
use tolva_core::setup::{Beside, BesideRead, Setup};
use tolva_core::situation::Situation;
use tolva_core::solve::{colours, colours_as_they_stand};

fn id(text: &str) -> Id {
    Id::new(text).expect("an id")
}

/// The table of the sample studio under four flashes and three kinds of light, with twenty gels to choose from.
fn sample() -> (Setup, Kit) {
    let kit: KitFile = serde_json::from_str(include_str!("../../../demo/kit.json")).expect("the sample kit");
    let job: JobFile = serde_json::from_str(include_str!("../../../demo/tram-hall.json")).expect("the sample job");
    let (mut setup, mut kit) = (job.setups[1].setup.clone(), kit.kit);
    let key = setup.lights[0].clone();
    setup.lights = (0..4)
        .map(|index| {
            let mut light = key.clone();
            light.id = id(&format!("light-{index}"));
            light
        })
        .collect();
    let share = Share::nearest(0.2);
    let beside =
        |light| Beside { light, face: share, shadow_side: share, background: share, read: BesideRead::default() };
    setup.beside = vec![
        beside(AmbientColour::Lamp { lamp: Lamp::CoolWhiteTube }),
        beside(AmbientColour::Lamp { lamp: Lamp::LedNeutral }),
    ];
    let gels: Vec<Gel> = kit.gels().cloned().collect();
    for (index, gel) in gels.iter().cycle().take(20 - gels.len()).enumerate() {
        let shift = MiredShift::of(gel.shift.mired() * 0.8);
        kit.items.push(KitItem::Gel(Gel { id: id(&format!("gel-more-{index}")), shift, ..gel.clone() }));
    }
    assert_eq!((kit.gels().count(), setup.lights.len(), setup.beside.len()), (20, 4, 2));
    (setup, kit)
}

fn answers(c: &mut Criterion) {
    let (setup, kit) = sample();
    let s = Situation::new(&setup, &kit, House::default()).expect("a good setup");
    c.bench_function("colour of a setup: four lights, three kinds of ambient", |b| {
        b.iter(|| colours_as_they_stand(black_box(&s)));
    });
    c.bench_function("proposals over four lights and twenty gels, priced, with the schools", |b| {
        b.iter(|| colours(black_box(&s)));
    });
    // In light that was never asked about.
    let mut kelvin = 3_000.0;
    c.bench_function("the same for the first time", |b| {
        b.iter(|| {
            kelvin += 0.01;
            let ambient = AmbientColour::Measured { kelvin: Kelvin::of(kelvin), duv: Duv::of(0.0) };
            let other = Setup { ambient, ..setup.clone() };
            colours(&Situation::new(black_box(&other), &kit, House::default()).expect("a good setup"))
        });
    });
}

criterion_group!(benches, answers);
criterion_main!(benches);
