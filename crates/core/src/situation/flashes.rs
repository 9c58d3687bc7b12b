use super::allowed::kept_from;
use super::{Bases, FlashRead};
use crate::emitter::{Emitter, Face};
use crate::exposure::MeterConstants;
use crate::field::{Field, Gain, LightField};
use crate::flash::{axial_intensity, high_speed_loss};
use crate::kit::{Camera, Flash, Gel, Kit, Modifier, Optics};
use crate::marks::ShutterMark;
use crate::quantity::{GuideNumber, Kelvin, Learnt, Metres, Millimetres, Mired, MiredShift, Stops};
use crate::scene::Role;
use crate::setup::{Light, LightIndex, PerPatch, Setup};
use crate::terms::Venue;

/// A light that fires, resolved.
#[derive(Debug, Clone)]
pub struct Lit<'a> {
    /// Its place among the lights of the setup.
    pub index: LightIndex,
    /// What it is called.
    pub name: String,
    /// The light.
    pub light: &'a Light,
    /// Its flash.
    pub flash: &'a Flash,
    /// Its modifier.
    pub modifier: Option<&'a Modifier>,
    /// Its gels, one before the other.
    pub gels: Vec<&'a Gel>,
    /// The guide number in force, bare.
    pub guide_number: GuideNumber,
    /// Its powers, strongest and lowest, in stops below full.
    pub powers: (f64, f64),
    /// What it is for.
    pub role: Role,
    /// Its face in its place.
    pub emitter: Emitter,
    /// How it sends its light.
    pub optics: Optics,
    /// From its face to the main face.
    pub face_distance: Metres,
    /// From its face to the background behind it.
    pub background_distance: Metres,
    /// The level it gives each patch at f/1, ISO 100 and full power; none where it does not reach.
    pub reach: PerPatch<Option<f64>>,
    /// The colour it took on off walls and cards on its way to each patch.
    pub tints: PerPatch<MiredShift>,
    /// What was read of it, which is in its reach.
    pub read: Option<FlashRead>,
}

/// What reaches a patch by less than this, as a gain in 1/m², does not reach it: a point 3 km away.
const NOTHING: f64 = 1e-7;

impl Lit<'_> {
    /// The face of the light.
    #[must_use]
    pub fn face(&self) -> Face {
        self.optics.face
    }

    /// How wide the lit face is across, in metres; a bare head by its own size.
    #[must_use]
    pub fn width(&self) -> f64 {
        let (width, height) = self.face().size();
        if width > 0.0 { (width * height).sqrt() } else { self.optics.head }
    }

    /// What high-speed sync takes at this shutter.
    #[must_use]
    pub(super) fn high_speed_loss(&self, shutter: ShutterMark, sync: Option<ShutterMark>) -> f64 {
        match (sync, self.flash.high_speed_sync) {
            (Some(sync), Some(high_speed)) => high_speed_loss(shutter, sync, high_speed.cost).stops(),
            _ => 0.0,
        }
    }

    /// Its colour with its gels.
    #[must_use]
    pub fn mired(&self) -> Mired {
        self.gels.iter().fold(Mired::from(self.flash.kelvin), |mired, gel| mired + gel.shift)
    }

    /// The same as a temperature.
    #[must_use]
    pub fn kelvin(&self) -> Kelvin {
        Kelvin::from(self.mired())
    }

    /// What modifier and gel take together.
    #[must_use]
    pub fn loss(&self) -> Stops {
        let modifier = self.modifier.map_or(Stops::ZERO, |modifier| modifier.loss);
        self.gels.iter().fold(modifier, |loss, gel| loss + gel.loss)
    }

    /// How much more it gives than is said, as takes taught of flash, modifier and gels, in stops.
    #[must_use]
    pub fn learnt(&self) -> f64 {
        let modifier = Learnt::more_of(self.modifier.and_then(|modifier| modifier.learnt));
        let gels: f64 = self.gels.iter().map(|gel| Learnt::more_of(gel.learnt)).sum();
        Learnt::more_of(self.flash.learnt) + modifier + gels
    }

    /// The intensity along its axis at full power, in candela-seconds, modifier and gel taken off.
    pub(crate) fn intensity(&self) -> f64 {
        axial_intensity(self.guide_number) * (self.learnt() - self.loss().stops()).exp2()
    }

    /// Takes over what the field says it gives: on each patch the level at f/1, ISO 100 and full power, by the user's
    /// meter and on the patch's own basis.
    pub(super) fn lit_by(&mut self, field: &LightField, meter: MeterConstants, bases: &Bases) {
        let intensity = self.intensity();
        self.reach = PerPatch::of(|patch| {
            let gain = field.patches[patch]?.sum();
            (gain > NOTHING).then(|| meter.incident_level(intensity * gain) + bases.over_incident[patch])
        });
        self.tints = field.patches.map(|gain| gain.map_or(MiredShift::ZERO, Gain::tint));
    }
}

/// What a lens asks a bare zoom head to cover: its focal length on a 36 × 24 mm frame.
pub(crate) fn covering(setup: &Setup, body: &Camera) -> Millimetres {
    Millimetres::of(setup.camera.focal.millimetres() * body.crop())
}

/// The lights that fire where the venue lets them, without what they give yet.
pub(super) fn lit<'a>(setup: &'a Setup, kit: &'a Kit, body: &Camera, venue: Venue) -> Vec<Lit<'a>> {
    let covering = covering(setup, body);
    setup
        .indexed_lights()
        .zip(setup.light_names(kit))
        .filter(|((_, light), _)| light.on && kept_from(setup, light, venue).is_none())
        .filter_map(|((index, light), name)| {
            let flash = kit.flash(&light.flash)?;
            let modifier = light.modifier.as_ref().and_then(|id| kit.modifier(id));
            let widest = modifier.is_some_and(Modifier::wants_widest_zoom);
            let optics = flash.optics(modifier, covering);
            Some(Lit {
                index,
                name,
                light,
                flash,
                modifier,
                gels: light.gels.at.iter().filter_map(|id| kit.gel(id)).collect(),
                guide_number: flash.output.guide_number((!widest).then_some(covering)),
                powers: (0.0, flash.lowest_power.stops_below_full()),
                role: setup.role(light),
                emitter: Emitter {
                    middle: setup.light_at(light),
                    looks: setup.light_looks(light),
                    face: optics.face,
                    law: optics.law,
                },
                optics,
                face_distance: setup.face_distance(light),
                background_distance: setup.background_distance(light),
                reach: PerPatch::default(),
                tints: PerPatch::default(),
                read: None,
            })
        })
        .collect()
}

/// Computes what these lights give.
pub(super) fn field(
    stage: &crate::stage::Stage<'_>,
    meter: MeterConstants,
    lights: &[Lit<'_>],
    known: Option<&Field>,
) -> Field {
    let emitters: Vec<Emitter> = lights.iter().map(|lit| lit.emitter).collect();
    let behind = lights.iter().position(|lit| lit.role == Role::Behind);
    Field::of(stage, meter, &emitters, behind, key(lights), known)
}

/// The key's place among the lights that fire.
pub(crate) fn key(lights: &[Lit<'_>]) -> Option<usize> {
    let key = crate::setup::key(lights.iter().filter(|lit| lit.role.lights_face()).map(|lit| lit.light))?;
    lights.iter().position(|lit| lit.light.id == key.id)
}

/// The colour of the flash that leads on the face; none without one.
pub(crate) fn key_colour(s: &super::Situation<'_>) -> Option<Mired> {
    key(&s.lights).map(|key| s.lights[key].mired())
}
