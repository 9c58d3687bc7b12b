use crate::emitter::Emitter;
use crate::geometry::{DVec3, right_and_up, ring};
use crate::set::Surface;
use crate::setup::Setup;

/// What a light turned at the room lights up most of it.
#[derive(Debug, Clone)]
pub(crate) struct LitSpot {
    /// Round where its axis meets the room.
    pub(crate) outline: Vec<DVec3>,
    /// How far that is.
    pub(crate) distance: f64,
    /// How steeply the light falls on it.
    pub(crate) cosine: f64,
    /// What it falls on.
    pub(crate) surface: Surface,
}

/// Sides of the ring that stands for the spot, and how wide it is at most, in metres: beyond that the surface is only grey.
const SIDES: usize = 16;
const WIDEST: f64 = 1.5;
/// The half angle within which a light is taken to light a spot, in degrees, at most.
const HALF_BEAM: f64 = 40.0;

/// The spot of the room a light's axis meets; none where it meets nothing.
#[must_use]
pub(crate) fn lit_spot(setup: &Setup, emitter: &Emitter) -> Option<LitSpot> {
    let room = &setup.scene.room;
    // Each side by where it is along its own way out.
    let sides = [
        (DVec3::Z, room.ceiling.map(|wall| (wall.distance.metres(), wall.surface))),
        (DVec3::NEG_X, room.left.map(|wall| (wall.distance.metres(), wall.surface))),
        (DVec3::X, room.right.map(|wall| (wall.distance.metres(), wall.surface))),
        (DVec3::NEG_Y, room.rear.map(|wall| (wall.distance.metres(), wall.surface))),
        (DVec3::NEG_Z, Some((0.0, room.ground))),
        (DVec3::Y, setup.back_wall().map(|distance| (distance, setup.background.surface))),
    ];
    let met = sides.into_iter().filter_map(|(out, side)| {
        let (at, surface) = side?;
        let cosine = emitter.looks.dot(out);
        let distance = (at - emitter.middle.dot(out)) / cosine;
        (cosine > 1e-6 && distance > 0.0).then_some((distance, cosine, out, surface))
    });
    let (distance, cosine, out, surface) = met.min_by(|a, b| a.0.total_cmp(&b.0))?;
    let middle = emitter.middle + emitter.looks * distance;
    let half = (emitter.law.beam() / 2.0).min(HALF_BEAM).to_radians();
    let radius = (distance * half.tan()).min(WIDEST);
    let (right, up) = right_and_up(out);
    let edge = ring(SIDES).iter().map(|(sine, cosine)| middle + (right * *cosine + up * *sine) * radius);
    let outline = edge.collect();
    Some(LitSpot { outline, distance, cosine, surface })
}
