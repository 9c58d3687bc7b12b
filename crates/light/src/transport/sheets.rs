//! Cards and panels: what falls on them, what they send back and what they let through. White ones and panels by the
//! contour integral over each of their parts, metal ones in a lobe about the mirror direction.

use super::{Receiver, falls};
use crate::emitter::factor::to_polygon;
use crate::geometry::{DVec3, Flat};
use crate::set::{Sheet, Sheeting, Sight, Source};
use std::f64::consts::PI;

/// Parts of a sheet along each side.
const PARTS: usize = 3;
/// How far before a sheet light on it is looked for, in metres, so that the sheet itself is not in its way.
const OFF_SHEET: f64 = 1e-3;

fn parts(sheet: &Sheet) -> impl Iterator<Item = Flat> + use<> {
    let flat = sheet.flat;
    let place = |k: usize| (k as f64 * 2.0 + 1.0) / PARTS as f64 - 1.0;
    (0..PARTS * PARTS).map(move |index| Flat {
        middle: flat.at(place(index % PARTS), place(index / PARTS)),
        right: flat.right / PARTS as f64,
        up: flat.up / PARTS as f64,
    })
}

/// A sheet as one source lights it, part by part.
#[derive(Debug, Clone)]
pub(super) struct LitSheet {
    parts: Vec<LitPart>,
}

/// What falls on each side of a part, the front first, and the way to the source; none where it comes from all round.
#[derive(Debug, Clone, Copy)]
struct LitPart {
    light: [f64; 2],
    to_source: Option<DVec3>,
}

impl LitSheet {
    /// What a source gives each part of a sheet, on whichever side it falls; none where the sheet sends nothing on.
    pub(super) fn of(sight: &Sight, sheet: &Sheet, source: &Source) -> Option<LitSheet> {
        if sheet.does == Sheeting::Black {
            return None;
        }
        let lit = |flat: Flat| {
            let to_source = source.way_from(flat.middle);
            let light = [flat.normal(), -flat.normal()].map(|normal| {
                if to_source.is_some_and(|way| way.dot(normal) <= 0.0) {
                    return 0.0;
                }
                falls(sight, source, &Receiver { at: flat.middle + normal * OFF_SHEET, normal }, None)
            });
            LitPart { light, to_source }
        };
        let parts: Vec<LitPart> = parts(sheet).map(lit).collect();
        parts.iter().any(|part| part.light != [0.0; 2]).then_some(LitSheet { parts })
    }
}

/// A sheet as a receiver sees it, whatever lights it.
#[derive(Debug, Clone)]
pub(super) struct SeenSheet {
    does: Sheeting,
    receiver: Receiver,
    parts: Vec<SeenPart>,
}

/// How much of a part is open to the receiver, and what share of its half space it fills.
#[derive(Debug, Clone, Copy)]
struct SeenPart {
    flat: Flat,
    open: f64,
    factor: f64,
}

impl SeenSheet {
    pub(super) fn of(sight: &Sight, sheet: &Sheet, receiver: Receiver) -> SeenSheet {
        let seen = |flat: Flat| {
            let normal = flat.normal();
            let side = if (receiver.at - flat.middle).dot(normal) >= 0.0 { normal } else { -normal };
            let factor = to_polygon(receiver.at, receiver.normal, &flat.corners());
            let open = if factor > 0.0 { sight.passes(flat.middle + side * OFF_SHEET, receiver.at) } else { 0.0 };
            SeenPart { flat, open, factor }
        };
        let parts = if sheet.does == Sheeting::Black { Vec::new() } else { parts(sheet).map(seen).collect() };
        SeenSheet { does: sheet.does, receiver, parts }
    }

    /// What it gives as a source lights it: off its lit side, and through to the other.
    pub(super) fn gives(&self, lit: &LitSheet) -> (f64, f64) {
        let (mut off, mut through) = (0.0, 0.0);
        for (seen, lit) in self.parts.iter().zip(&lit.parts) {
            if seen.open <= 0.0 {
                continue;
            }
            // The side that is seen, and the one that is not.
            let behind = (self.receiver.at - seen.flat.middle).dot(seen.flat.normal()) <= 0.0;
            let [before, after] = if behind { [lit.light[1], lit.light[0]] } else { lit.light };
            match (self.does, lit.to_source) {
                (Sheeting::Metal(share), Some(way)) => {
                    off += share * before * seen.open * lobe(&seen.flat, way, &self.receiver);
                }
                // What comes from all round leaves metal to all sides.
                (Sheeting::Matt(share) | Sheeting::Metal(share), _) => off += share * before * seen.open * seen.factor,
                (Sheeting::Through(share), _) => through += share * after * seen.open * seen.factor,
                (Sheeting::Black, _) => {}
            }
        }
        (off, through)
    }
}

/// What a part of metal sends towards a receiver of the light that falls on it, as a share of it.
fn lobe(part: &Flat, to_source: DVec3, receiver: &Receiver) -> f64 {
    let to = receiver.at - part.middle;
    let mirrored = -part.mirrored_direction(to_source);
    let r2 = to.length_squared();
    let way = to / r2.sqrt();
    let lobe = mirrored.dot(way).max(0.0).powf(Sheeting::LOBE) * (Sheeting::LOBE + 1.0) / (2.0 * PI);
    let area = part.area();
    lobe * area * (-way.dot(receiver.normal)).max(0.0) / (r2 + area / PI)
}
