use super::standing::Standing;
use super::{AmbientSource, Around, FaceLight, Part, PatchLight};
use crate::exposure::reflected_level;
use crate::quantity::turn;
use crate::set::Landscape;
use crate::setup::{Patch, PerPatch};
use std::f64::consts::PI;

/// What the model says of a setup's light at one moment.
#[derive(Debug, Clone, PartialEq)]
pub struct Modelled {
    /// The light on each patch, in the order of the stop scale; none where the model has nothing to say.
    pub lit: PerPatch<Option<PatchLight>>,
    /// What falls on the face.
    pub face: FaceLight,
    /// What falls on that side of the face that gets more of it.
    pub brighter: FaceLight,
    /// What the background sends to the camera, for its colour: only how its parts compare counts.
    pub behind: FaceLight,
    /// The share of the background in sun.
    pub sunlit: f64,
}

/// The part of an open background that is sky, seen over and between what stands there or mirrored in water (the program's own
/// estimate).
const fn sky_behind(landscape: Landscape) -> f64 {
    match landscape {
        Landscape::Land => 0.25,
        Landscape::Water => 0.35,
        Landscape::Foliage | Landscape::Street => 0.1,
    }
}

/// How high the sky is that stands just over an open background, in degrees.
const OVER_HORIZON: f64 = 4.0;
/// How high the brightest sky is that a frame holds, in degrees.
pub(crate) const IN_FRAME: f64 = 15.0;

/// What is metered of a background stays this far beside the sun's bearing, out of its glare, in degrees.
const BESIDE_SUN: f64 = 25.0;

/// The bearing metered: where the camera looks, but beside the sun.
fn beside(sun: f64, looks: f64) -> f64 {
    let off = turn(sun, looks);
    if off.abs() >= BESIDE_SUN { looks } else { sun + BESIDE_SUN * if off < 0.0 { -1.0 } else { 1.0 } }
}

impl Modelled {
    fn told(lit: PerPatch<Option<PatchLight>>, sources: &[AmbientSource], sunlit: f64) -> Modelled {
        let by_kind = |patch: Patch| lit[patch].as_ref().map_or_else(FaceLight::default, |lit| lit.by_kind(sources));
        let (face, shadow, behind) = (by_kind(Patch::Face), by_kind(Patch::ShadowSide), by_kind(Patch::Background));
        let brighter = if shadow.lux() > face.lux() { shadow } else { face };
        Modelled { lit, face, brighter, behind, sunlit }
    }

    /// The exposure value of a patch without what cards add; none where the model has nothing to say.
    #[must_use]
    pub fn ev(&self, patch: Patch) -> Option<f64> {
        self.lit[patch].as_ref()?.ev()
    }

    /// What cards and panels add to a patch, in stops.
    #[must_use]
    pub fn cards(&self, patch: Patch) -> f64 {
        self.lit[patch].as_ref().map_or(0.0, PatchLight::cards)
    }

    /// How many stops a cloud before the sun would take from the face.
    #[must_use]
    pub fn cloud_takes(&self) -> f64 {
        let (whole, sun) = (self.face.lux(), self.face.sun);
        if sun > 0.0 { (whole / (whole - sun).max(1e-12)).log2() } else { 0.0 }
    }

    /// The same with each source so many stops brighter.
    #[must_use]
    pub fn scaled(&self, sources: &[AmbientSource], scales: &[f64]) -> Modelled {
        let lit = self.lit.each_ref().map(|lit| lit.as_ref().map(|lit| lit.scaled(scales)));
        Modelled::told(lit, sources, self.sunlit)
    }
}

/// The light on each patch of a setup at its spot, at one moment.
///
/// Face and shadow side, the edge a light draws and a wall behind are points of the set. An open background is the ground up
/// to the horizon with some sky over it. In a room without a wall behind the background goes as the face does.
#[must_use]
pub fn modelled(standing: &Standing<'_>, around: &Around<'_>) -> Modelled {
    let (spot, background, sources) = (standing.spot, &standing.setup.background, standing.sources());
    let incident = around.meter.incident_level(1.0);
    let mut lit = standing.falls(around).map(|parts| parts.map(|parts| PatchLight { parts, of_one: incident }));
    let lux = |lit: &Option<PatchLight>| lit.as_ref().map_or(0.0, PatchLight::lux);
    // Where no flash says which side is the lit one, it is the brighter: under a roof that need not be the sun's.
    if standing.is_lit_by_day() && lux(&lit[Patch::ShadowSide]) > lux(&lit[Patch::Face]) {
        let face = lit[Patch::Face].take();
        lit[Patch::Face] = std::mem::replace(&mut lit[Patch::ShadowSide], face);
    }
    let looks = spot.camera_looks.degrees();
    let reflects = background.surface.reflectance.share();
    let sends_back = reflected_level(reflects / PI);
    let over = around.sun_over_skyline() * (1.0 - around.light.skies[2]);
    let by_source = |give: &dyn Fn(AmbientSource) -> Part| sources.iter().map(|source| give(*source)).collect();
    let sky_at = |altitude: f64| PI * around.sky_luminance(altitude, beside(around.sun.azimuth, looks));
    let outdoors = !spot.is_indoors();
    let (behind, sunlit) = match background.kind.landscape() {
        Some(landscape) if outdoors => {
            let of_it = sky_behind(landscape);
            let (sky, ground) = (of_it * sky_at(OVER_HORIZON), (1.0 - of_it) * reflects);
            let of_sky = around.light.sky_horizontal;
            let parts = by_source(&|source| match source {
                AmbientSource::Sun => Part { off: ground * (around.open_ground() - of_sky), ..Part::default() },
                AmbientSource::Sky => Part { straight: sky, off: ground * of_sky, ..Part::default() },
                AmbientSource::Window { .. } | AmbientSource::Lamps => Part::default(),
            });
            (Some(PatchLight { parts, of_one: reflected_level(1.0 / PI) }), over)
        }
        Some(_) => (lit[Patch::Face].clone().map(|face| PatchLight { of_one: sends_back, ..face }), 0.0),
        None => {
            let at = turn(looks + 180.0, around.sun.azimuth).abs();
            let facing = ((95.0 - at) / 10.0).clamp(0.0, 1.0);
            let wall = lit[Patch::Background].take().map(|wall| PatchLight { of_one: sends_back, ..wall });
            let sun = sources.iter().position(|source| *source == AmbientSource::Sun);
            let in_sun = sun.zip(wall.as_ref()).is_some_and(|(sun, wall)| wall.parts[sun].straight > 0.0);
            (wall, if in_sun { over * facing } else { 0.0 })
        }
    };
    lit[Patch::Background] = behind;
    lit[Patch::Sky] = (outdoors && background.kind.is_open()).then(|| PatchLight {
        parts: by_source(&|source| match source {
            AmbientSource::Sky => Part { straight: sky_at(IN_FRAME), ..Part::default() },
            _ => Part::default(),
        }),
        of_one: reflected_level(1.0 / PI),
    });
    let sunlit = if reflects > 0.0 { sunlit } else { 0.0 };
    Modelled::told(lit, sources, sunlit)
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    /// The background is metered where the camera looks, but 25° beside the sun where that is nearer to it, on the side it looks.
    #[rstest]
    #[case::away_from_it(100.0, 180.0, 180.0)]
    #[case::just_far_enough(100.0, 125.0, 125.0)]
    #[case::to_its_right(100.0, 110.0, 125.0)]
    #[case::to_its_left(100.0, 95.0, 75.0)]
    #[case::into_it(100.0, 100.0, 125.0)]
    fn beside_the_sun(#[case] sun: f64, #[case] looks: f64, #[case] metered: f64) {
        assert!((beside(sun, looks) - metered).abs() < 1e-9, "{}", beside(sun, looks));
    }
}
