//! Products: those shipped as files, and those made here.

use super::Model;
use super::lathe::{block, swept, turned};
use super::mesh::{Group, Mesh};
use std::sync::{Arc, LazyLock};
use tolva_light::set::ProductKind;

/// The mesh of a kind of product.
pub fn product(kind: ProductKind) -> Arc<Mesh> {
    static BLOCK: LazyLock<Arc<Mesh>> = LazyLock::new(|| Arc::new(Mesh::of(&block(Group::Own))));
    static KETTLE: LazyLock<Arc<Mesh>> = LazyLock::new(|| Arc::new(kettle()));
    match kind {
        ProductKind::Block => Arc::clone(&BLOCK),
        ProductKind::Kettle => Arc::clone(&KETTLE),
        ProductKind::Box => Model::WrappedBox.mesh(),
        ProductKind::Cup => Model::Mug.mesh(),
        ProductKind::Bottle => Model::Bottle.mesh(),
        ProductKind::Glass => Model::WineGlass.mesh(),
        ProductKind::Watch => Model::Watch.mesh(),
    }
}

/// Where the kettle's body stands: its spout takes the room at its right.
const ASIDE: f32 = -0.03;

/// The kettle's belly, as radius and height in metres. It is widest about half its height, so that its front is where the thing's is.
const BELLY: [(f32, f32); 13] = [
    (0.0, 0.0),
    (0.078, 0.0),
    (0.084, 0.003),
    (0.09, 0.016),
    (0.0955, 0.04),
    (0.0985, 0.065),
    (0.1, 0.09),
    (0.0992, 0.112),
    (0.0955, 0.13),
    (0.087, 0.146),
    (0.074, 0.157),
    (0.064, 0.161),
    (0.058, 0.162),
];
const RIM: [(f32, f32); 5] = [(0.058, 0.161), (0.0605, 0.163), (0.0605, 0.166), (0.058, 0.168), (0.054, 0.168)];
const LID: [(f32, f32); 5] = [(0.055, 0.167), (0.046, 0.172), (0.03, 0.177), (0.014, 0.1795), (0.0, 0.18)];
const KNOB: [(f32, f32); 8] = [
    (0.006, 0.178),
    (0.0065, 0.182),
    (0.011, 0.186),
    (0.0135, 0.191),
    (0.0125, 0.196),
    (0.009, 0.1995),
    (0.004, 0.2005),
    (0.0, 0.201),
];
/// The way of its spout, with the radius at each place.
const SPOUT: [((f32, f32), f32); 8] = [
    ((0.05, 0.062), 0.027),
    ((0.07, 0.075), 0.0245),
    ((0.085, 0.092), 0.0205),
    ((0.096, 0.112), 0.017),
    ((0.105, 0.131), 0.0145),
    ((0.11, 0.146), 0.013),
    ((0.1155, 0.157), 0.0122),
    ((0.1205, 0.1645), 0.0124),
];
/// Half the width and the height of its handle over where it begins, and where that is.
const HANDLE: (f32, f32, f32) = (0.089, 0.083, 0.132);

fn kettle() -> Mesh {
    let handle: Vec<((f32, f32), f32)> = (0..=24)
        .map(|step| {
            let (sine, cosine) = (step as f32 / 24.0 * std::f32::consts::PI).sin_cos();
            // Thicker where the hand holds it.
            ((ASIDE - HANDLE.0 * cosine, HANDLE.2 + HANDLE.1 * sine), 0.0035 + 0.0025 * sine * sine)
        })
        .collect();
    let parts = [
        turned(&BELLY, ASIDE, Group::Own),
        turned(&RIM, ASIDE, Group::Trim),
        turned(&LID, ASIDE, Group::Own),
        turned(&KNOB, ASIDE, Group::Trim),
        swept(&SPOUT, Group::Own),
        swept(&handle, Group::Trim),
    ];
    Mesh::of(&parts.concat())
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::V;
    use obvhs::ray::Ray;

    /// Every kind has a shape, as large as it usually is within a few millimetres where it was made to its own measure, and a ray
    /// at its front finds it.
    #[test]
    fn every_kind_stands_there() {
        use ProductKind::{Block, Bottle, Box, Cup, Glass, Kettle, Watch};
        for kind in [Block, Box, Kettle, Cup, Bottle, Glass, Watch] {
            let mesh = product(kind);
            let (low, high) = mesh.bounds;
            let size = high - low;
            let [width, height, depth] = kind.usual_size().map(|side| side as f32);
            if kind != Block {
                let off = (size - V::new(width, depth, height)).abs().max_element();
                assert!(off < 0.006, "{kind:?} {size}");
            }
            let middle = (low + high) / 2.0;
            let ray = Ray::new_inf(V::new(middle.x, low.y - 1.0, middle.z), V::Y);
            assert!(mesh.first(ray).is_some(), "{kind:?}");
        }
    }
}
