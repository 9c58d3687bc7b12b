//! Against another renderer: scenes written as files, rendered by Mitsuba 3 with `reference/render_scenes.py`, which keeps what each source
//! gives in blocks of 16 × 16 pixels.

use super::*;
use crate::matter::Matter;
use crate::part::Part;

const SIZE: (u32, u32) = (192, 128);
const ROUNDS: u32 = 128;

/// A thing on the floor of a grey room under a lamp in the ceiling, beside one in the wall: both are as the walls they hang in.
fn scene(kind: ProductKind, finish: Finish, reflectance: f64) -> World {
    let mut still = still(room(0.5));
    still.solids.push(Solid::Block {
        middle: DVec3::new(0.1, 0.2, 0.45),
        right: DVec3::X * 0.35,
        front: DVec3::NEG_Y * 0.35,
        half_height: 0.44,
    });
    let (low, high) = still.walls.bounds();
    let above =
        lamp(DVec3::new(0.3, -0.4, high.z - 0.002), DVec3::NEG_Z, Face::Rectangle { width: m(0.9), height: m(0.6) });
    let beside = lamp(DVec3::new(low.x + 0.002, -0.5, 1.5), DVec3::X, Face::Disc { diameter: m(1.0) });
    let product = Product { kind, finish, surface: Surface::of(reflectance) };
    let shown = Shown {
        thing: Some(product),
        view: view_from(DVec3::new(0.0, -1.9, 1.5), DVec3::new(0.1, 0.2, 0.4)),
        ..shown(Vec::new())
    };
    World::of(Set { still, sources: vec![above, beside] }, shown)
}

fn scenes() -> [(&'static str, World); 3] {
    [
        ("matt_block", scene(ProductKind::Block, Finish::Matt, 0.3)),
        ("metal_block", scene(ProductKind::Block, Finish::Metal, 0.7)),
        ("glass_block", scene(ProductKind::Block, Finish::Glass, 0.9)),
    ]
}

/// What each source gives each block: light on white as far as the surface sends it back.
fn blocks(world: World, rounds: u32) -> Vec<Vec<f64>> {
    let mut picture = Picture::of(world, SIZE, &[]);
    (0..rounds).for_each(|_| assert!(picture.round(|| true)));
    let (world, layers) = (picture.world(), picture.layers());
    let across = SIZE.0 / 16;
    let mut sums = vec![vec![0.0; (across * SIZE.1 / 16) as usize]; layers.sources];
    for (index, point) in layers.points.iter().enumerate() {
        let block = (point.pixel / SIZE.0 / 16 * across + point.pixel % SIZE.0 / 16) as usize;
        let of = |part: Part| f64::from(world.surface(part).0);
        let metal = |part: Part| if world.matter(part) == Matter::Metal { of(part) } else { 1.0 };
        // What shines or lies beyond is as bright as it is.
        let own = if matches!(point.part, Part::Lamp(_)) { 1.0 } else { of(point.part) };
        let sent = own * point.over.map_or(1.0, metal) * f64::from(point.shade * point.coverage) / 256.0;
        for (sum, falls) in sums.iter_mut().zip(layers.falls(index)) {
            sum[block] += f64::from(falls.even) * sent;
        }
    }
    sums
}

/// How long the same takes here and how far it is off, for comparison with the other renderer: all sources at once.
#[test]
#[ignore = "measures"]
fn how_long_it_takes() {
    let known: serde_json::Value = serde_json::from_str(include_str!("../../reference/blocks.json")).unwrap();
    for (name, rounds) in [("matt_block", 1), ("matt_block", 4), ("matt_block", 16), ("metal_block", 4)] {
        let expected: Vec<Vec<f64>> = serde_json::from_value(known["scenes"][name].clone()).unwrap();
        let (_, world) = scenes().into_iter().find(|(known, _)| *known == name).unwrap();
        let begun = std::time::Instant::now();
        let got = blocks(world, rounds);
        let took = begun.elapsed().as_secs_f64();
        let sum = |layers: &[Vec<f64>], block: usize| layers.iter().map(|layer| layer[block]).sum::<f64>();
        let count = expected[0].len();
        let off = (0..count).map(|block| (sum(&got, block) / sum(&expected, block) - 1.0).powi(2)).sum::<f64>();
        let off = (off / count as f64).sqrt();
        eprintln!("{name}, {rounds} rounds: {took:.3} s, {off:.4} off, {:.2e} off²·s", off * off * took);
    }
}

#[test]
#[ignore = "writes the scenes for the other renderer"]
fn writes_the_scenes() {
    let to = std::path::Path::new(env!("CARGO_MANIFEST_DIR")).join("../../target/reference");
    std::fs::create_dir_all(&to).unwrap();
    for (name, world) in scenes() {
        std::fs::write(to.join(name).with_extension("glb"), world.scene_file(&[1.0, 1.0])).unwrap();
    }
}

/// Which blocks are compared: all, but of glass those in which the wall behind is seen through it and nothing stands in its shadow.
/// What glass gathers and scatters in its own is left out of a picture.
fn is_compared(name: &str, block: usize) -> bool {
    let (row, column) = (block / (SIZE.0 / 16) as usize, block % (SIZE.0 / 16) as usize);
    name != "glass_block" || ((2..=3).contains(&row) && (3..=8).contains(&column))
}

/// Matt, metal and glass by two lamps, within 3 % in every block, interreflection and what metal throws on the floor with it.
#[test]
fn as_another_renderer_has_it() {
    let known: serde_json::Value = serde_json::from_str(include_str!("../../reference/blocks.json")).unwrap();
    let mut compared = 0;
    for (name, world) in scenes() {
        let expected: Vec<Vec<f64>> = serde_json::from_value(known["scenes"][name].clone()).unwrap();
        for (source, (got, expected)) in blocks(world, ROUNDS).iter().zip(&expected).enumerate() {
            for (block, (got, expected)) in
                got.iter().zip(expected).enumerate().filter(|(at, _)| is_compared(name, *at))
            {
                let off = got / expected - 1.0;
                assert!(off.abs() < 0.03, "{name}, source {source}, block {block}: {off:.3}");
                compared += 1;
            }
        }
    }
    assert_eq!(compared, 2 * (96 + 96 + 12));
}
