//! Houses along a street.

use super::Standing;
use super::grain::{grain, left, own, pixel_at, pixel_on_ground};
use crate::V;

/// How wide a house is, and a storey high, in metres (common in old towns).
const WIDE: f32 = 7.5;
const STOREY: f32 = 2.9;
/// How many windows stand beside each other, and how wide and high each is.
const WINDOWS: f32 = 3.0;
const WINDOW: (f32, f32) = (1.0, 1.5);
/// How far over its floor a window begins, and how wide its frame is.
const SILL: f32 = 0.85;
const FRAME: f32 = 0.09;
/// How high a roof is.
const ROOF: f32 = 1.9;
/// How high and wide a door is.
const DOOR: (f32, f32) = (1.1, 2.2);

/// Which house stands at a place, and where on it that is, from 0 to 1.
fn house(x: f32) -> (i32, f32) {
    let along = x / WIDE + 0.31;
    #[expect(clippy::cast_possible_truncation, reason = "ways along a street are cut off long before")]
    let which = along.floor() as i32;
    (which, along - along.floor())
}

/// Where the walls of a house end that with its roof stands up to about this height.
fn eaves(which: i32, top: f32) -> f32 {
    top * (0.8 + 0.2 * own(which, 1)) - ROOF
}

/// Whether a place lies past its roof.
pub(super) fn is_past(at: Standing, top: f32) -> bool {
    let (which, part) = house(at.x);
    // Half of them turn their gable to the street.
    let roof = if own(which, 2) < 0.5 { 1.0 - (2.0 * part - 1.0).abs() } else { 0.75 };
    at.z >= eaves(which, top) + ROOF * roof
}

/// How bright it is at a place.
pub(super) fn seen(at: Standing) -> f32 {
    let (which, part) = house(at.x);
    let pixel = pixel_at(at.off);
    let wall = 0.7 + 0.65 * own(which, 3);
    let plaster = 1.0 + 0.08 * grain(at.x / 1.3, at.z / 1.3) + 0.07 * left(0.2, pixel) * grain(at.x / 0.2, at.z / 0.2);
    let storey = (at.z / STOREY).floor();
    let column = (part * WINDOWS).floor();
    let aside = (part * WINDOWS - column - 0.5).abs() * WIDE / WINDOWS;
    let up = at.z - storey * STOREY;
    let seed = which.wrapping_mul(31).wrapping_add((storey * 7.0 + column) as i32);
    let is_door = storey == 0.0 && column == 1.0;
    if is_door && aside < DOOR.0 / 2.0 && up < DOOR.1 {
        return 0.4 + 0.3 * own(which, 4);
    }
    let (from_side, from_foot) = (WINDOW.0 / 2.0 - aside, (up - SILL).min(SILL + WINDOW.1 - up));
    if !is_door && from_side > 0.0 && from_foot > 0.0 {
        let is_frame = from_side < FRAME || from_foot < FRAME || aside < FRAME / 2.0;
        return if is_frame { 1.5 } else { 0.15 + 0.4 * own(seed, 5).powi(2) };
    }
    // The foot of a wall is darker, and so is what stands under the eaves.
    let foot = if at.z < 0.5 { 0.75 } else { 1.0 };
    wall * plaster * foot
}

/// How bright paving is at a place, seen from a point.
pub(super) fn paved(at: V, from: V) -> f32 {
    let pixel = pixel_on_ground(from.z, (at - from).length());
    let stone = 0.32;
    let (x, y) = (at.x / stone + 0.5 * (at.y / stone).floor(), at.y / stone);
    #[expect(clippy::cast_possible_truncation, reason = "a set is metres wide")]
    let which = (x.floor() as i32).wrapping_mul(157).wrapping_add(y.floor() as i32);
    let joint = [x, y].iter().any(|along| (along - along.floor() - 0.5).abs() > 0.46);
    let laid = if joint { -0.35 } else { 0.3 * (own(which, 6) - 0.5) };
    1.0 + left(stone, pixel) * (laid + 0.03) + 0.2 * grain(at.x / 3.0, at.y / 3.0)
}
