//! A session that teaches most: which frames leave the least uncertain about this kit, one after the other.

use super::prior::prior;
use super::staged::staged;
use super::{Learning, name};
use crate::exposure::READ_ERROR;
use crate::flash::level_at;
use crate::house::Units;
use crate::judge::reads_to;
use crate::kit::{Camera, Flash, Kit, Lens, Modifier};
use crate::marks::{ApertureMark, IsoMark, Mark, ShutterMark};
use crate::quantity::{Learnt, Metres, Power, Stops};
use crate::say;
use crate::setup::Setup;
use crate::take::Learnable;
use nalgebra::{DMatrix, DVector};
use serde::Serialize;

/// A frame to take.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct SessionFrame {
    /// What it tells of.
    pub of: Vec<Learnable>,
    /// What stands where, in a sentence.
    pub scene: String,
    /// What to dial, in a line.
    pub dials: String,
    /// What it teaches, in a sentence.
    pub text: String,
    /// How uncertain the kit is before it: the root of all errors' squares, in stops.
    pub before: Stops,
    /// And after it.
    pub after: Stops,
    /// It as a setup; none where the kit cannot make one.
    #[serde(skip)]
    pub setup: Option<Box<Setup>>,
}

/// No more of each kind of thing is tried with one another.
const MOST: usize = 6;
/// A grey card stands so far before a flash, in metres.
pub(super) const AWAY: f64 = 2.0;
/// How well that is measured and the card turned, in stops (the program's own estimate).
const PUT: f64 = 0.07;
/// The aperture a frame is planned for, in stops over f/1: f/8.
const APERTURE: f64 = 6.0;

/// One frame that could be taken.
pub(super) struct Could<'a> {
    pub(super) body: &'a Camera,
    pub(super) lens: &'a Lens,
    pub(super) lit: Option<(&'a Flash, Option<&'a Modifier>)>,
}

/// What its dials are set to; the ambient one's shutter and aperture are the meter's.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(super) struct Dialled {
    pub(super) shutter: ShutterMark,
    pub(super) aperture: ApertureMark,
    pub(super) iso: IsoMark,
    pub(super) power: Power,
}

impl Could<'_> {
    fn parts(&self) -> Vec<Learnable> {
        let frame = [Learnable::Body { id: self.body.id.clone() }, Learnable::Lens { id: self.lens.id.clone() }];
        let lit = match self.lit {
            None => vec![Learnable::Meter],
            Some((flash, modifier)) => std::iter::once(Learnable::Flash { id: flash.id.clone() })
                .chain(modifier.map(|modifier| Learnable::Modifier { id: modifier.id.clone() }))
                .collect(),
        };
        frame.into_iter().chain(lit).collect()
    }

    /// How far what it reads is likely to be off, in stops.
    fn error(&self) -> f64 {
        // A card is exposed to come out in the middle.
        reads_to(0.0, self.body.curve.as_ref()).hypot(if self.lit.is_some() { PUT } else { READ_ERROR })
    }

    pub(super) fn scene(&self, units: Units) -> String {
        match self.lit {
            None => say::learnt::CARD_IN_EVEN_LIGHT.to_owned(),
            Some((flash, modifier)) => say::learnt::card_before(
                flash.name.as_str(),
                modifier.map(|modifier| modifier.name.as_str()),
                &units.distance(AWAY),
            ),
        }
    }

    pub(super) fn dials(&self) -> String {
        let step = self.body.step;
        let with = say::learnt::body_with(self.body.name.as_str(), self.lens.name.as_str());
        match self.lit.zip(self.dialled()) {
            None => say::learnt::as_metered(&with, &self.body.iso_base.label(step)),
            Some(((flash, _), at)) => {
                let power = at.power.label(flash.notation, flash.power_step);
                say::learnt::dials(
                    &with,
                    [&at.shutter.label(step), &at.aperture.label(step), &at.iso.label(step)],
                    &power,
                )
            }
        }
    }

    /// What its dials are set to; none without flash, where the meter says it.
    pub(super) fn dialled(&self) -> Option<Dialled> {
        let (flash, modifier) = self.lit?;
        let iso = self.body.iso_base;
        let covering = (!modifier.is_some_and(Modifier::wants_widest_zoom)).then_some(self.lens.focal_longest);
        let lost = modifier.map_or(0.0, |modifier| modifier.loss.stops() - Learnt::more_of(modifier.learnt));
        // At full power and base sensitivity the card is right at this aperture, in stops over f/1.
        let full = level_at(flash.output.guide_number(covering), Metres::of(AWAY)).stops() - lost
            + iso.stops()
            + Learnt::more_of(flash.learnt);
        let below = (full - APERTURE).clamp(0.0, flash.lowest_power.stops_below_full());
        let power = flash.power_step.click(Power::nearest(below));
        #[expect(clippy::cast_possible_truncation, reason = "a few dozen sixths")]
        let aperture = ApertureMark::nearest(((full - power.stops_below_full()) * 3.0).round() as i16 * 2);
        let widest = self.lens.widest_at(self.lens.focal_longest);
        Some(Dialled { shutter: self.body.sync, aperture: aperture.clamp(widest, self.lens.smallest), iso, power })
    }
}

fn all(kit: &Kit) -> Vec<Could<'_>> {
    let mut found = Vec::new();
    // A film tells nothing before it is developed.
    for body in kit.cameras().filter(|body| body.film.is_none()).take(MOST) {
        for lens in kit.lenses().take(MOST) {
            found.push(Could { body, lens, lit: None });
            for flash in kit.flashes().take(MOST) {
                found.push(Could { body, lens, lit: Some((flash, None)) });
                let modifiers = kit.modifiers().filter(|modifier| modifier.loss.stops() > 0.0).take(MOST);
                found.extend(modifiers.map(|modifier| Could { body, lens, lit: Some((flash, Some(modifier))) }));
            }
        }
    }
    found
}

/// How sure everything in the kit is: as the takes tell, or as it is likely to be before any.
fn sure(learning: &Learning, kit: &Kit, could: &[Could<'_>]) -> (Vec<Learnable>, DMatrix<f64>) {
    let mut parts: Vec<Learnable> = could.iter().flat_map(Could::parts).collect();
    parts.sort();
    parts.dedup();
    let before = |part: &Learnable| prior(part, kit).unwrap_or(0.0).powi(2);
    let mut spread = DMatrix::from_diagonal(&DVector::from_iterator(parts.len(), parts.iter().map(before)));
    if let Some((known, by)) = &learning.spread {
        let place = |part: &Learnable| known.iter().position(|other| other == part);
        for (a, one) in parts.iter().enumerate() {
            for (b, other) in parts.iter().enumerate() {
                if let (Some(x), Some(y)) = (place(one), place(other)) {
                    spread[(a, b)] = by[(x, y)];
                }
            }
        }
    }
    (parts, spread)
}

/// The frames that teach most about a kit, each the best after those before it.
#[must_use]
pub fn session(learning: &Learning, kit: &Kit, frames: usize, units: Units) -> Vec<SessionFrame> {
    let could = all(kit);
    let (parts, mut spread) = sure(learning, kit, &could);
    let rows: Vec<DVector<f64>> = could
        .iter()
        .map(|frame| {
            let of = frame.parts();
            DVector::from_iterator(parts.len(), parts.iter().map(|part| f64::from(u8::from(of.contains(part)))))
        })
        .collect();
    let mut chosen = Vec::new();
    for _ in 0..frames {
        // A frame takes `|Sx|² / (e² + xᵀSx)` off the sum of all squares (Sherman & Morrison).
        let gain = |frame: &Could<'_>, row: &DVector<f64>| {
            let pulled = &spread * row;
            pulled.norm_squared() / (frame.error().powi(2) + row.dot(&pulled))
        };
        let gains = could.iter().zip(&rows).map(|(frame, row)| gain(frame, row));
        let Some((best, gained)) = gains.enumerate().max_by(|a, b| a.1.total_cmp(&b.1)) else { break };
        let before = spread.trace().max(0.0).sqrt();
        let (frame, row) = (&could[best], &rows[best]);
        let was = spread.clone();
        let pulled = &spread * row;
        spread -= &pulled * pulled.transpose() / (frame.error().powi(2) + row.dot(&pulled));
        let of = frame.parts();
        let teaches: Vec<String> = parts
            .iter()
            .enumerate()
            .filter(|(at, part)| of.contains(part) && spread[(*at, *at)] < 0.8 * was[(*at, *at)])
            .map(|(_, part)| name(part, kit))
            .collect();
        let after = (before * before - gained).max(0.0).sqrt();
        chosen.push(SessionFrame {
            scene: frame.scene(units),
            dials: frame.dials(),
            text: say::learnt::teaches(&teaches),
            before: Stops::of(before),
            after: Stops::of(after),
            setup: staged(frame, chosen.len() + 1, kit, units).map(Box::new),
            of,
        });
    }
    chosen
}
