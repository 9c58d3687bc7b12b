//! The set rounds with a picture are made on: one person before a grey wall, ambient metered at both, one light from the side.

use super::{Chance, DrillFrame};
use crate::assess::assess;
use crate::geometry::DVec3;
use crate::house::House;
use crate::kit::{Kit, Lens};
use crate::marks::{ApertureMark, IsoMark, Mark, ShutterMark};
use crate::optics::Support;
use crate::quantity::{Ev100, Id, Metres, Millimetres, Name, Power};
use crate::scene::Position;
use crate::setup::{Dial, Holder, Measured, Method, Patch, Reading, Receptor, Setup, Turned};

/// The focal length people are pictured at, where the lens has it, in millimetres.
const FOCAL: f64 = 100.0;
/// Nearer than people stand to the camera, in metres.
const NEAREST: f64 = 2.0;
/// f/5.6, 1/60, ISO 100, in sixths: within sync of every shutter, with room to either side.
pub(super) const APERTURE: i16 = 30;
pub(super) const SHUTTER: i16 = 36;
pub(super) const ISO: i16 = 0;
/// Where a light stands: from the subject, and up, in metres.
const AWAY: f64 = 1.6;
const UP: f64 = 2.0;

fn reading(id: &str, patch: Patch, ev: f64) -> Option<Reading> {
    Some(Reading {
        id: Id::new(id).ok()?,
        patch,
        method: Method::Incident,
        measured: Measured::Ev { ev: Ev100::nearest(ev) },
        time: None,
        receptor: Receptor::Dome,
        turned: Turned::Patch,
    })
}

/// A person whose ambient and background stand at these levels at the dials, in stops from correct.
pub(super) fn person(chance: &mut Chance, kit: &Kit, face: f64, background: f64) -> Option<Setup> {
    let mut setup = Setup::starting(Name::new(crate::say::drill::SETUP).ok()?, kit)?;
    let within = |lens: &Lens| FOCAL.clamp(lens.focal_shortest.millimetres(), lens.focal_longest.millimetres());
    let off = |lens: &Lens| (within(lens) - FOCAL).abs();
    let focuses = kit.lenses().filter(|lens| lens.closest_focus.metres() <= NEAREST);
    let lens = focuses.min_by(|a, b| off(a).total_cmp(&off(b))).or_else(|| kit.lens(&setup.camera.lens))?;
    let camera = &mut setup.camera;
    camera.lens = lens.id.clone();
    camera.focal = Millimetres::new(within(lens)).ok()?;
    camera.support = Support::Tripod;
    // Two stops can be opened still.
    let aperture = APERTURE.max(lens.widest_at(camera.focal).sixths() + 12);
    camera.aperture = Dial::held(ApertureMark::nearest(aperture));
    camera.shutter = Dial::held(ShutterMark::nearest(SHUTTER));
    camera.iso = Dial::held(IsoMark::nearest(ISO));
    setup.background.distance = Metres::nearest(f64::from(chance.whole(25, 60) as i32) / 10.0);
    let right = f64::from(aperture + SHUTTER - ISO) / 6.0;
    setup.readings = vec![
        reading("face", Patch::Face, right + face)?,
        reading("background", Patch::Background, right + background)?,
    ];
    Some(setup)
}

/// Puts the light at an angle round the subject: 0 at the camera, to the right as seen from there above zero, in degrees.
pub(super) fn light_at(setup: &mut Setup, degrees: f64) {
    let turned = degrees.to_radians();
    if let Some(light) = setup.lights.first_mut() {
        // From a clamp over the frame: no stand is in it, wherever the light goes.
        light.held_by = Holder::Clamp;
        light.at = Position::nearest(DVec3::new(AWAY * turned.sin(), -AWAY * turned.cos(), UP));
    }
}

/// How two patches of a setup stand as its dials do, in stops.
pub(super) fn totals(setup: &Setup, kit: &Kit, house: House, patches: [Patch; 2]) -> Option<[f64; 2]> {
    let assessment = assess(setup, kit, house).ok()?;
    let of = |patch| assessment.level(patch).map(|level| level.total.stops());
    Some([of(patches[0])?, of(patches[1])?])
}

/// Turns the power so that flash alone puts the face where it is to be, as far as the flash goes.
pub(super) fn put_flash(setup: &mut Setup, kit: &Kit, house: House, wanted: f64) -> Option<()> {
    let is = assess(&*setup, kit, house).ok()?.level(Patch::Face)?.flash?.stops();
    let lowest = kit.flash(&setup.lights.first()?.flash)?.lowest_power.stops_below_full();
    let light = setup.lights.first_mut()?;
    let below = (light.power.at.stops_below_full() + is - wanted).clamp(0.0, lowest);
    light.power = Dial::held(Power::nearest((below * 10.0).round() / 10.0));
    Some(())
}

/// How far the flash can be turned up and down from where it stands, in stops.
pub(super) fn room(setup: &Setup, kit: &Kit) -> Option<(f64, f64)> {
    let light = setup.lights.first()?;
    let below = light.power.at.stops_below_full();
    Some((below, kit.flash(&light.flash)?.lowest_power.stops_below_full() - below))
}

/// A frame of it.
pub(super) fn frame(setup: &Setup, caption: impl Into<String>) -> DrillFrame {
    DrillFrame { setup: Box::new(setup.clone()), caption: caption.into() }
}
