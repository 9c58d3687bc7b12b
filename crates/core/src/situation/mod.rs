//! A setup with its kit looked up and its constants worked out: what levels, scores and advice are computed from.

mod allowed;
mod ambient;
mod asks;
mod at_dials;
mod bases;
mod dials;
mod errors;
mod flash_read;
mod flashes;
mod levels;
mod limits;
mod mixed;
mod propose;
mod skyline;

pub use allowed::Forbidden;
pub(crate) use ambient::level as reading_level;
pub use ambient::{PatchAmbient, Source};
pub use asks::Asks;
pub use bases::Bases;
pub(crate) use bases::tone_offset;
pub use dials::Dials;
pub use errors::Unsure;
pub(crate) use errors::of_sum;
pub use flash_read::FlashRead;
pub use flashes::Lit;
pub(crate) use flashes::{covering, key, key_colour};
pub(crate) use levels::{FLASH_FREEZES, GHOST, READY, Split, movement_short, powers_of_lit, recharge_short};
pub use propose::{Proposal, ProposalReason, propose};

use crate::approach::{Approach, Wishes};
use crate::check::FieldError;
use crate::field::Field;
use crate::forecast::{Forecast, Seen, TurnedReading};
use crate::kit::{Camera, Kit, Lens};
use crate::marks::{ApertureMark, IsoMark, Mark, NdMark, ShutterMark, StepSize};
use crate::optics::{Lensing, Rig};
use crate::quantity::{Learnt, Stops};
use crate::scene::Sun;
use crate::setup::{Detail, ExposureMode, FileKind, Multiple, Patch, PerPatch, Setup, ShutterType};
use crate::stage::{Framing, Stage};
use crate::terms::Terms;

/// The most lights a setup holds.
pub const MOST_LIGHTS: usize = 8;

/// A setup, resolved.
#[derive(Debug, Clone)]
pub struct Situation<'a> {
    /// The setup.
    pub setup: &'a Setup,
    /// What the day's forecast says of it, where it stands on a day.
    pub forecast: Option<&'a Forecast>,
    /// The kit.
    pub kit: &'a Kit,
    /// The terms it is made under.
    pub terms: Terms,
    /// The body.
    pub body: &'a Camera,
    /// The lens.
    pub lens: &'a Lens,
    /// Clicks of the camera's dials.
    pub step: StepSize,
    /// What of the setup the venue forbids.
    pub forbidden: Vec<Forbidden>,
    /// The approach in force.
    pub approach: Approach,
    /// The approach proposed.
    pub proposal: Proposal,
    /// What the approach wants.
    pub wishes: Wishes,
    /// The ambient of each patch; none where the patch does not exist.
    pub ambient: PerPatch<Option<PatchAmbient>>,
    /// How deep the ambient pulses on the patch where it pulses most; nothing by daylight.
    pub pulses: f64,
    /// What readings that were turned elsewhere tell of their patches.
    pub turned: Vec<TurnedReading>,
    /// What 0 means on each patch.
    pub bases: Bases,
    /// The lights that fire, resolved.
    pub lights: Vec<Lit<'a>>,
    /// The set with everything's place and direction.
    pub stage: Stage<'a>,
    /// What the lights and the daylight give on it.
    pub field: Field,
    /// The fastest shutter that lights the whole frame; none where every time syncs.
    pub sync: Option<ShutterMark>,
    /// The click below it that is safe.
    pub safe_sync: Option<ShutterMark>,
    /// Whether the flashes may go on past it by high-speed sync.
    pub past_sync: bool,
    /// Light lost to magnification.
    pub close_up_loss: f64,
    /// How much brighter everything comes out than dials and light say, in stops: what was learnt of body and lens, less what
    /// magnification loses.
    pub comes_out: f64,
    /// The lens as it is focused.
    pub lensing: Lensing,
    /// What depth, shake and movement ask for.
    pub asks: Asks,
    /// Base ISO.
    pub base: IsoMark,
    /// ISO positions, lowest and highest.
    pub iso: (IsoMark, IsoMark),
    /// Apertures, widest and smallest.
    pub aperture: (ApertureMark, ApertureMark),
    /// Shutter times, slowest and fastest.
    pub shutter: (ShutterMark, ShutterMark),
    /// ND positions the kit has.
    pub nd: Vec<NdMark>,
}

impl<'a> Situation<'a> {
    /// Looks everything up and works out what does not change with the dials.
    ///
    /// # Errors
    /// Every problem of the setup, each at its field.
    pub fn new(seen: impl Into<Seen<'a>>, kit: &'a Kit, terms: impl Into<Terms>) -> Result<Self, Vec<FieldError>> {
        Situation::with(seen, kit, terms, None)
    }

    /// The same for a changed setup; where the set is the same, its light is taken over and not computed again.
    ///
    /// # Errors
    /// Every problem of the setup, each at its field.
    pub fn after<'b>(&self, setup: &'b Setup) -> Result<Situation<'b>, Vec<FieldError>>
    where
        'a: 'b,
    {
        let seen = Seen { setup, forecast: self.forecast };
        let same = ambient::tells_the_same(self.setup, setup).then(|| self.turned.clone());
        Situation::resolved(seen, self.kit, self.terms, Some(&self.field), same)
    }

    /// The same as [`Situation::new`], taking the light over from one known before where its set is the same.
    ///
    /// # Errors
    /// Every problem of the setup, each at its field.
    pub fn with(
        seen: impl Into<Seen<'a>>,
        kit: &'a Kit,
        terms: impl Into<Terms>,
        known: Option<&Field>,
    ) -> Result<Self, Vec<FieldError>> {
        Situation::resolved(seen.into(), kit, terms.into(), known, None)
    }

    fn resolved(
        seen: Seen<'a>,
        kit: &'a Kit,
        terms: Terms,
        known: Option<&Field>,
        turned: Option<Vec<TurnedReading>>,
    ) -> Result<Self, Vec<FieldError>> {
        let Seen { setup, forecast } = seen;
        let Terms { house, purpose, venue, .. } = terms;
        setup.check(kit)?;
        let (Some(body), Some(lens)) = (kit.camera(&setup.camera.body), kit.lens(&setup.camera.lens)) else {
            // Unreachable after the check; an empty list would be a lie, so check again for its words.
            return Err(setup.check(&Kit::default()).err().unwrap_or_default());
        };
        let step = house.step.unwrap_or(body.step);
        let lensing = asks::lensing(setup, lens, purpose.circle(body));
        let close_up_loss =
            if lens.is_close_up() || setup.camera.rig != Rig::Nothing { lensing.close_up_loss().stops() } else { 0.0 };
        let turned = turned.unwrap_or_else(|| ambient::turned(seen, house.meter));
        let read = ambient::Read::of(seen, house.meter, &turned);
        let mut ambient = ambient::of_patches(&read, &[]);
        ambient::take_forecast(&mut ambient, &read, seen, house.skies);
        let contrast = contrast(&ambient);
        let stage = Stage { sun: sun_of(seen, &turned), ..Stage::new(setup, purpose, body) };
        let proposal = propose(setup, terms, contrast, propose::sunlit_frame(setup, &Framing::of(setup, &stage.view)));
        let approach = setup.approach.unwrap_or(proposal.approach);
        let wishes = approach.wishes().before(setup.background.detail == Some(Detail::Busy));
        // An approach without flash leaves the flashes off, whatever is switched on.
        let mut lights = if wishes.flash { flashes::lit(setup, kit, body, venue) } else { Vec::new() };
        let field = flashes::field(&stage, house.meter, &lights, known);
        let bases = Bases::of(setup, house.meter);
        lights.iter_mut().zip(field.lights.iter()).for_each(|(lit, field)| {
            lit.lit_by(field, house.meter, &bases);
            lit.take_read(setup, house.meter);
        });
        // A forecast knows of windows and cards itself.
        if forecast.is_none() {
            if !field.daylight.windows.is_empty() {
                ambient = ambient::of_patches(&read, &field.daylight.windows);
            }
            ambient::add_cards(&mut ambient, &field.daylight, house.meter, &bases);
        }
        // A picture that does not show them has none.
        if field.receivers.patches[Patch::Legs].is_empty() {
            ambient[Patch::Legs] = None;
        }
        let shutter_type = allowed::shutter_type(setup, body, venue);
        let (sync, safe_sync) = limits::sync(shutter_type, body, &lights);
        let electronic = shutter_type == ShutterType::Electronic;
        let fastest = body.electronic_fastest.filter(|_| electronic).unwrap_or(body.shutter_fastest);
        let asks = Asks::of(setup, (body, lens), &lensing, &stage.view, terms);
        let mut situation = Situation {
            setup,
            forecast,
            kit,
            terms,
            body,
            lens,
            step,
            forbidden: allowed::forbidden(setup, body, venue),
            approach,
            proposal,
            wishes,
            ambient,
            pulses: 0.0,
            turned,
            bases,
            sync,
            safe_sync,
            past_sync: setup.camera.high_speed_sync && lights.iter().all(|lit| lit.flash.high_speed_sync.is_some()),
            lights,
            stage,
            field,
            close_up_loss,
            comes_out: Learnt::more_of(body.learnt) + Learnt::more_of(lens.learnt) - close_up_loss
                + setup.camera.multiple.map_or(0.0, |multiple| multiple.gain().stops()),
            asks,
            lensing,
            base: body.iso_base,
            iso: body.iso(),
            aperture: (lens.widest_at(setup.camera.focal), lens.smallest),
            shutter: (body.shutter_slowest, fastest),
            nd: limits::nd_positions(kit, step),
        };
        situation.pulses = Patch::ALL.into_iter().map(|patch| situation.pulses_on(patch)).fold(0.0, f64::max);
        Ok(situation)
    }

    /// The setup in its light.
    #[must_use]
    pub const fn seen(&self) -> Seen<'a> {
        Seen { setup: self.setup, forecast: self.forecast }
    }

    /// How much brighter the background's ambient is than the face's.
    #[must_use]
    pub fn contrast(&self) -> Stops {
        contrast(&self.ambient)
    }

    /// Stops from mid-grey to clipping.
    #[must_use]
    pub fn headroom(&self, iso: IsoMark) -> f64 {
        let full = match self.setup.camera.file {
            FileKind::Raw => self.body.headroom(),
            FileKind::Jpeg => self.body.headroom_in_jpeg(),
        };
        full.stops() - self.body.pulled(iso)
    }

    /// Stops from mid-grey to where the camera's highlight warning shows: it goes by the JPEG, whatever is written.
    #[must_use]
    pub fn warns_at(&self, iso: IsoMark) -> f64 {
        self.body.headroom_in_jpeg().stops() - self.body.pulled(iso)
    }

    /// Stops below mid-grey that are still usable at the size the picture is seen at: a stop of ISO costs a stop of shadow.
    #[must_use]
    pub fn floor(&self, iso: IsoMark) -> f64 {
        let deeper = self.setup.camera.multiple.map_or(0.0, Multiple::deeper);
        -self.body.shadows(iso, deeper + self.terms.purpose.deeper_shadows(self.body))
    }
}

/// The sun on the set; as bright as a reading turned to it tells, the newest where several do.
fn sun_of(seen: Seen<'_>, turned: &[TurnedReading]) -> Option<Sun> {
    let level = turned.iter().rev().find_map(|told| told.sun).filter(|_| seen.forecast.is_none());
    seen.sun().map(|sun| Sun { level: level.unwrap_or(sun.level), ..sun })
}

/// How much brighter the background is than the face.
fn contrast(ambient: &PerPatch<Option<PatchAmbient>>) -> Stops {
    match (&ambient[Patch::Face], &ambient[Patch::Background]) {
        (Some(face), Some(background)) => background.ev - face.ev,
        _ => Stops::ZERO,
    }
}

#[cfg(test)]
mod tests;
