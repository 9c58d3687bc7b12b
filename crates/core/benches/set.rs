//! How long the light of a set takes: four area lights, two cards, six people and two panes.

use criterion::{Criterion, criterion_group, criterion_main};
use std::hint::black_box;
use tolva_core::House;
use tolva_core::assess::assess;
use tolva_core::format::{JobFile, KitFile};
use tolva_core::geometry::DVec3;
use tolva_core::kit::Kit;
use tolva_core::layout::{Wanted, layout};
use tolva_core::quantity::{Degrees, Id, Metres};
use tolva_core::scene::{Aim, Card, CardKind, Pane, PaneKind, Position};
use tolva_core::setup::Setup;
use tolva_core::solve::{assess_and_bind, solve};

fn id(text: &str) -> Id {
    Id::new(text).expect("an id")
}

/// The table of the sample studio with six people, four boxes, two cards and two panes.
fn sample() -> (Setup, Kit) {
    let kit: KitFile = serde_json::from_str(include_str!("../../../demo/kit.json")).expect("the sample kit");
    let job: JobFile = serde_json::from_str(include_str!("../../../demo/tram-hall.json")).expect("the sample job");
    let mut setup = job.setups[1].setup.with_people(6);
    let key = setup.lights[0].clone();
    setup.lights.clear();
    let places = [
        (-2.4, -2.4, "mod-umbrella"),
        (2.4, -2.2, "mod-octa-90"),
        (-3.0, 2.0, "mod-box-60"),
        (3.0, -0.5, "mod-box-strip"),
    ];
    for (index, (x, y, modifier)) in places.into_iter().enumerate() {
        let mut light = key.clone();
        light.id = id(&format!("light-{index}"));
        light.modifier = Some(id(modifier));
        light.at = Position::nearest(DVec3::new(x, y, 2.3));
        setup.lights.push(light);
    }
    for (index, x) in [-1.9, 1.9].into_iter().enumerate() {
        setup.scene.cards.push(Card {
            id: id(&format!("card-{index}")),
            kind: CardKind::White,
            at: Position::nearest(DVec3::new(x, -0.9, 1.0)),
            aim: Aim::Subject,
            width: Metres::nearest(0.8),
            height: Metres::nearest(1.2),
        });
    }
    setup.scene.panes.push(Pane {
        id: id("side"),
        kind: PaneKind::Glass,
        at: Position::nearest(DVec3::new(5.9, 0.0, 1.8)),
        width: Metres::nearest(4.0),
        height: Metres::nearest(2.4),
        looks: Degrees::nearest(-90.0),
        daylight: None,
    });
    assert_eq!(
        (setup.lights.len(), setup.scene.cards.len(), setup.scene.people.len(), setup.scene.panes.len()),
        (4, 2, 6, 2)
    );
    (setup, kit.kit)
}

fn answers(c: &mut Criterion) {
    let (setup, kit) = sample();
    let house = House::default();
    assess(&setup, &kit, house).expect("a good setup");
    c.bench_function("all levels of a set: four area lights, two cards, six people, two panes", |b| {
        b.iter(|| assess(black_box(&setup), &kit, house));
    });
    let chosen = setup.lights[0].id.clone();
    c.bench_function("its drawing", |b| {
        b.iter(|| layout(black_box(&setup), &kit, house, Wanted { chosen: Some(&chosen), ratio: Some(1.4) }))
    });
    let mut free = setup.clone();
    free.lights[0].may_move = true;
    c.bench_function("solve it, one light's distance free", |b| b.iter(|| solve(black_box(&free), &kit, house)));
    c.bench_function("what binds, ways out, cures and evening of it", |b| {
        b.iter(|| assess_and_bind(black_box(&free), &kit, house));
    });
}

criterion_group!(benches, answers);
criterion_main!(benches);
