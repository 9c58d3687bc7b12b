//! Where a ray meets what is flat, a lamp, a box.

use super::*;
use crate::d;

/// How far on a ray meets something flat, and the side it comes to.
pub(super) fn meets(flat: &Flat, from: V, way: V) -> Option<(f32, V)> {
    let far = flat.met(d(from), d(way))? as f32;
    let normal = v(flat.normal());
    Some((far, if normal.dot(way) > 0.0 { -normal } else { normal }))
}

/// How far on a ray meets the shining side of a face of light.
pub(crate) fn meets_lamp(emitter: &Emitter, from: V, way: V) -> Option<f32> {
    if way.dot(v(emitter.looks)) >= 0.0 {
        return None;
    }
    let far = emitter.flat().met(d(from), d(way))?;
    let round = match emitter.face {
        Face::Disc { diameter } => Some(diameter.metres() / 2.0),
        Face::Rectangle { .. } => None,
        Face::Point => return None,
    };
    let at = d(from) + d(way) * far;
    round.is_none_or(|radius| at.distance(emitter.middle) <= radius).then_some(far as f32)
}

/// Whether a ray comes through a box.
pub(super) fn passes_box((low, high): (V, V), ray: &Ray) -> bool {
    let (a, b) = ((low - ray.origin) * ray.inv_direction, (high - ray.origin) * ray.inv_direction);
    let (enter, leave) = (a.min(b).max_element().max(ray.tmin), a.max(b).min_element().min(ray.tmax));
    enter <= leave
}
