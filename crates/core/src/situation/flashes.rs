use super::PATCHES;
use crate::emitter::{Face, near_field};
use crate::flash::{high_speed_loss, level_at};
use crate::kit::{Camera, Flash, Gel, Kit, Modifier};
use crate::marks::ShutterMark;
use crate::quantity::{GuideNumber, Kelvin, Metres, Millimetres, Mired, Stops};
use crate::setup::{Light, Patch, Setup};

/// A light that fires, resolved.
#[derive(Debug, Clone)]
pub struct Lit<'a> {
    /// Its place among the lights of the setup.
    pub index: usize,
    /// The light.
    pub light: &'a Light,
    /// Its flash.
    pub flash: &'a Flash,
    /// Its modifier.
    pub modifier: Option<&'a Modifier>,
    /// Its gel.
    pub gel: Option<&'a Gel>,
    /// The guide number in force, bare.
    pub guide_number: GuideNumber,
    /// Its powers, strongest and lowest, in stops below full.
    pub powers: (f64, f64),
    /// The level it gives each patch at f/1, ISO 100 and full power; none where it does not reach.
    pub reach: [Option<f64>; 5],
}

impl Lit<'_> {
    /// The face of the light.
    #[must_use]
    pub fn face(&self) -> Face {
        self.modifier.map_or(Face::Point, |modifier| modifier.face)
    }

    /// What high-speed sync takes at this shutter.
    #[must_use]
    pub(super) fn high_speed_loss(&self, shutter: ShutterMark, sync: Option<ShutterMark>) -> f64 {
        match (sync, self.flash.high_speed_sync) {
            (Some(sync), Some(high_speed)) => high_speed_loss(shutter, sync, high_speed.cost).stops(),
            _ => 0.0,
        }
    }

    /// Its colour with the gel.
    #[must_use]
    pub fn mired(&self) -> Mired {
        let bare = Mired::from(self.flash.kelvin);
        self.gel.map_or(bare, |gel| bare + gel.shift)
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
        self.gel.map_or(modifier, |gel| modifier + gel.loss)
    }
}

/// The lights that fire.
pub(super) fn lit<'a>(setup: &'a Setup, kit: &'a Kit, body: &Camera) -> Vec<Lit<'a>> {
    // A bare zoom head follows the lens, as seen on a 36 × 24 mm frame.
    let covering = Millimetres::nearest(setup.camera.focal.millimetres() * body.crop());
    setup
        .lights
        .iter()
        .enumerate()
        .filter(|(_, light)| light.on)
        .filter_map(|(index, light)| {
            let flash = kit.flash(&light.flash)?;
            let modifier = light.modifier.as_ref().and_then(|id| kit.modifier(id));
            let widest = modifier.is_some_and(|modifier| modifier.modifier_kind.wants_widest_zoom());
            let guide_number = flash.output.guide_number((!widest).then_some(covering));
            let mut lit = Lit {
                index,
                light,
                flash,
                modifier,
                gel: light.gel.at.as_ref().and_then(|id| kit.gel(id)),
                guide_number,
                powers: (0.0, flash.lowest_power.stops_below_full()),
                reach: [None; 5],
            };
            lit.reach = PATCHES.map(|patch| reach(&lit, patch));
            Some(lit)
        })
        .collect()
}

/// The level at a patch at f/1, ISO 100 and full power: guide number and distance, modifier and gel, the near field
/// of a broad face, and what the direction leaves for the patch.
fn reach(lit: &Lit<'_>, patch: Patch) -> Option<f64> {
    let direction = lit.light.direction;
    let at = |distance: Metres, less: f64| {
        let level = level_at(lit.guide_number, distance) + near_field(lit.face(), distance) - lit.loss();
        level.stops() - less
    };
    match patch {
        Patch::Face if direction.lights_face() => Some(at(lit.light.face_distance, 0.0)),
        Patch::ShadowSide => direction.shadow_side_loss().map(|less| at(lit.light.face_distance, less)),
        Patch::Edge if direction == crate::setup::Direction::Behind => Some(at(lit.light.face_distance, 0.0)),
        Patch::Background if direction.lights_background() => Some(at(lit.light.background_distance, 0.0)),
        _ => None,
    }
}
