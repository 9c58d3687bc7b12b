use super::face::{Around, FaceLight, face_light};
use crate::exposure::reflected_level;
use crate::quantity::turn;
use crate::setup::{Background, BackgroundKind};
use std::f64::consts::PI;

/// What the model says of a setup's light at one moment.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Modelled {
    /// The exposure value of each patch, in the order of the stop scale; none where the model has nothing to say.
    pub ev: [Option<f64>; 5],
    /// What falls on the face.
    pub face: FaceLight,
    /// What the background sends to the camera, for its colour: only how its parts compare counts.
    pub behind: FaceLight,
    /// The share of the background in sun.
    pub sunlit: f64,
    /// How many stops a cloud before the sun would take from the face.
    pub cloud_takes: f64,
}

/// A face is round: its lit side is the part turned this far towards the light, its shadow side as far away, in degrees.
const ROUND: f64 = 45.0;
/// The part of an open background that is sky, or water that mirrors it (the program's own estimate).
const SKY_BEHIND: f64 = 0.25;
/// How high the sky is that stands just over an open background, in degrees.
const OVER_HORIZON: f64 = 4.0;
/// How high the brightest sky is that a frame holds, in degrees.
const IN_FRAME: f64 = 15.0;

/// What is metered of a background stays this far beside the sun's bearing, out of its glare, in degrees.
const BESIDE_SUN: f64 = 25.0;

/// The bearing metered: where the camera looks, but beside the sun.
fn beside(sun: f64, looks: f64) -> f64 {
    let off = turn(sun, looks);
    if off.abs() >= BESIDE_SUN { looks } else { sun + BESIDE_SUN * if off < 0.0 { -1.0 } else { 1.0 } }
}

/// The light on each patch of a setup at a spot.
///
/// The face's lit side is turned up to 45° towards the sun, its shadow side as far away from it. An open background is
/// the ground up to the horizon with some sky over it; a wall is what falls on it, sent back by its surface. In a room the background goes as the face does.
#[must_use]
pub fn modelled(around: &Around<'_>, background: &Background) -> Modelled {
    let spot = around.spot;
    let ev_of_lux = |lux: f64| (lux > 0.0).then(|| around.meter.incident_level(lux));
    let ev_of_luminance = |luminance: f64| (luminance > 0.0).then(|| reflected_level(luminance));
    let faces = spot.subject_faces.degrees();
    let to_sun = turn(faces, around.sun.azimuth);
    let lit = face_light(around, faces + to_sun.clamp(-ROUND, ROUND));
    let away = face_light(around, faces - if to_sun < 0.0 { -ROUND } else { ROUND });
    // Under a roof the brighter side need not be the sun's.
    let (face, shadow) = if lit.lux() >= away.lux() { (lit, away) } else { (away, lit) };
    let looks = spot.camera_looks.degrees();
    let reflects = background.surface.reflectance.share();
    let over = around.sun_over_skyline() * (1.0 - around.light.skies[2]);
    let (back, behind, sunlit) = match (spot.is_indoors(), background.kind) {
        (true, _) => (ev_of_luminance(reflects * face.lux() / PI), face, 0.0),
        (false, BackgroundKind::Open) => {
            let sky = around.sky_luminance(OVER_HORIZON, beside(around.sun.azimuth, looks));
            let ground = reflects * around.open_ground() / PI;
            let (sky, ground) = (SKY_BEHIND * sky, (1.0 - SKY_BEHIND) * ground);
            (
                ev_of_luminance(sky + ground),
                FaceLight { sky: PI * sky, ground: PI * ground, ..FaceLight::default() },
                over,
            )
        }
        (false, BackgroundKind::Wall) => {
            // A wall stands in the open behind the spot and looks back at the camera.
            let wall = face_light(around, looks + 180.0);
            let at = turn(looks + 180.0, around.sun.azimuth).abs();
            let facing = ((95.0 - at) / 10.0).clamp(0.0, 1.0);
            let in_sun = if wall.sun > 0.0 { over * facing } else { 0.0 };
            (ev_of_luminance(reflects * wall.lux() / PI), wall, in_sun)
        }
    };
    let sky = (!spot.is_indoors() && background.kind == BackgroundKind::Open)
        .then(|| ev_of_luminance(around.sky_luminance(IN_FRAME, beside(around.sun.azimuth, looks))))
        .flatten();
    let without_sun = (face.lux() - face.sun).max(1e-12);
    Modelled {
        ev: [ev_of_lux(face.lux()), ev_of_lux(shadow.lux()), None, back, sky],
        face,
        behind,
        sunlit: if reflects > 0.0 { sunlit } else { 0.0 },
        cloud_takes: if face.sun > 0.0 { (face.lux() / without_sun).log2() } else { 0.0 },
    }
}

#[cfg(test)]
mod tests {
    use super::super::face::tests::spot;
    use super::*;
    use crate::exposure::MeterConstants;
    use crate::place::{Horizon, Surroundings};
    use crate::quantity::{Metres, Share};
    use crate::scene::Surface;
    use crate::sky::{Haze, sky_light};
    use crate::sun::SunAt;
    use rstest::rstest;

    fn background(kind: BackgroundKind) -> Background {
        Background { kind, distance: Metres::nearest(10.0), surface: Surface::of(0.2), sunlit: Share::nearest(0.0) }
    }

    fn model(surroundings: Surroundings, kind: BackgroundKind, azimuth: f64, elevation: f64, cover: f64) -> Modelled {
        let sun = SunAt { azimuth, elevation, apparent: elevation };
        let around = Around {
            spot: &spot(surroundings),
            horizon: &Horizon::default(),
            sun,
            light: sky_light(Haze::Average, cover, sun),
            meter: MeterConstants::default(),
        };
        modelled(&around, &background(kind))
    }

    /// The camera looks west: a low sun there makes high contrast (common practice: a backlit face is 2 to 4 stops under
    /// its background); under cloud there is less, and level ground still gets more of the sky than an upright face.
    #[rstest]
    #[case::against_the_sun(270.0, 0.0, 2.0, 5.0)]
    #[case::sun_behind_the_camera(90.0, 0.0, -3.5, 0.0)]
    #[case::overcast(270.0, 1.0, 0.5, 1.9)]
    fn contrast(#[case] azimuth: f64, #[case] cover: f64, #[case] low: f64, #[case] high: f64) {
        let found = model(Surroundings::Open, BackgroundKind::Open, azimuth, 10.0, cover);
        let contrast = found.ev[3].unwrap() - found.ev[0].unwrap();
        assert!((low..=high).contains(&contrast), "{contrast}");
    }

    #[rstest]
    #[case::wall_facing_the_sun(90.0, 0.0, 1.0)]
    #[case::wall_turned_from_it(270.0, 0.0, 0.0)]
    #[case::cloud(90.0, 1.0, 0.0)]
    fn how_much_of_a_wall_is_in_sun(#[case] azimuth: f64, #[case] cover: f64, #[case] share: f64) {
        let found = model(Surroundings::Open, BackgroundKind::Wall, azimuth, 30.0, cover);
        assert!((found.sunlit - share).abs() < 0.01, "{}", found.sunlit);
    }

    /// The water behind a face in open shade before a low sun is warmer than the light on the face (common practice).
    #[test]
    fn face_and_background_have_each_their_colour() {
        let sun = SunAt { azimuth: 270.0, elevation: 8.0, apparent: 8.0 };
        let spot = spot(Surroundings::Open);
        let light = sky_light(Haze::Average, 0.0, sun);
        let around = Around { spot: &spot, horizon: &Horizon::default(), sun, light, meter: MeterConstants::default() };
        let found = modelled(&around, &background(BackgroundKind::Open));
        let (face, behind) = (around.colour(found.face).unwrap(), around.colour(found.behind).unwrap());
        assert!(face > behind + 300.0, "{face} {behind}");
    }

    #[test]
    fn a_cloud_takes_stops_from_a_face_in_sun_and_none_from_one_in_shade() {
        let in_sun = model(Surroundings::Open, BackgroundKind::Open, 90.0, 40.0, 0.0);
        assert!((1.5..4.0).contains(&in_sun.cloud_takes), "{}", in_sun.cloud_takes);
        assert_eq!(model(Surroundings::Shade, BackgroundKind::Open, 90.0, 40.0, 0.0).cloud_takes, 0.0);
    }
}
