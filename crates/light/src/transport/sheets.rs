//! Cards and panels: what falls on them, what they send back and what they let through. White ones and panels by the
//! contour integral over each of their parts, metal ones in a lobe about the mirror direction.

use super::{Receiver, direct};
use crate::emitter::factor::to_polygon;
use crate::geometry::{DVec3, Flat};
use crate::set::{Sheet, Sheeting, Sight, Source};
use std::f64::consts::PI;

/// Parts of a sheet along each side.
const PARTS: usize = 3;
/// The power of the cosine of a metal card's lobe: half its light within 25° (common practice for a dull silver).
const LOBE: f64 = 28.0;
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

/// Which side of a part is lit, how much, and the way to the source.
#[derive(Debug, Clone, Copy)]
struct LitPart {
    lit_side: DVec3,
    light: f64,
    to_source: DVec3,
}

impl LitSheet {
    /// What a source gives each part of a sheet, on whichever side it falls; none where the sheet sends nothing on.
    pub(super) fn of(sight: &Sight, sheet: &Sheet, source: &Source) -> Option<LitSheet> {
        if sheet.does == Sheeting::Black {
            return None;
        }
        let lit = |flat: Flat| {
            let to_source = source.way_from(flat.middle);
            let normal = flat.normal();
            let lit_side = if to_source.dot(normal) >= 0.0 { normal } else { -normal };
            let at = flat.middle + lit_side * OFF_SHEET;
            LitPart { lit_side, light: direct(sight, source, &Receiver { at, normal: lit_side }), to_source }
        };
        let parts: Vec<LitPart> = parts(sheet).map(lit).collect();
        parts.iter().any(|part| part.light > 0.0).then_some(LitSheet { parts })
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
            let light = lit.light * seen.open;
            if light <= 0.0 {
                continue;
            }
            let on_lit_side = (self.receiver.at - seen.flat.middle).dot(lit.lit_side) > 0.0;
            match self.does {
                Sheeting::Matt(share) if on_lit_side => off += share * light * seen.factor,
                Sheeting::Metal(share) if on_lit_side => off += share * light * lobe(&seen.flat, lit, &self.receiver),
                Sheeting::Through(share) if !on_lit_side => through += share * light * seen.factor,
                _ => {}
            }
        }
        (off, through)
    }
}

/// What a part of metal sends towards a receiver of the light that falls on it, as a share of it.
fn lobe(part: &Flat, lit: &LitPart, receiver: &Receiver) -> f64 {
    let to = receiver.at - part.middle;
    let mirrored = -part.mirrored_direction(lit.to_source);
    let r2 = to.length_squared();
    let way = to / r2.sqrt();
    let lobe = mirrored.dot(way).max(0.0).powf(LOBE) * (LOBE + 1.0) / (2.0 * PI);
    let area = part.area();
    lobe * area * (-way.dot(receiver.normal)).max(0.0) / (r2 + area / PI)
}
