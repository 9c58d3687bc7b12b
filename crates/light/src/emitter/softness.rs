//! How soft a light is: its apparent size, and the half-shadow behind an edge.

use crate::geometry::{DVec3, angle, right_and_up};
use serde::Serialize;

/// The sun's apparent size, in degrees.
pub const SUN: f64 = 0.53;
/// From the edge of a nose to the cheek its shadow falls on, in metres (common practice: two fingers).
pub const NOSE: f64 = 0.03;

/// The apparent size of something this wide from this far, in degrees.
#[must_use]
pub fn apparent_size(width: f64, distance: f64) -> f64 {
    2.0 * (width / (2.0 * distance)).atan().to_degrees()
}

/// The width of the half-shadow: `source size × (edge to surface) / (source to edge)`, all in metres.
#[must_use]
pub fn half_shadow(width: f64, source_to_edge: f64, edge_to_surface: f64) -> f64 {
    width * edge_to_surface / source_to_edge.max(1e-3)
}

/// The half-shadow the sun draws, in metres.
#[must_use]
pub fn half_shadow_of_sun(edge_to_surface: f64) -> f64 {
    2.0 * (SUN / 2.0).to_radians().tan() * edge_to_surface
}

/// A light's reflection on an eye.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct CatchLight {
    /// Where on the eye, as on the face of a clock, 12 up; as the picture shows it.
    pub clock: u32,
    /// How far from the middle of the iris, 1 at its edge.
    pub out: f64,
    /// Its width as a share of the iris's.
    pub size: f64,
}

/// Radius of the front of the cornea, in metres (Gullstrand's schematic eye: 7.8 mm, rounded).
const CORNEA: f64 = 0.0078;
/// Radius of the iris as it is seen, in metres (about 11.8 mm across).
const IRIS: f64 = 0.0059;

/// The catch-light of a light this wide, on an eye that looks along `gaze`, as the camera sees it; none where the
/// cornea does not show it. The cornea mirrors where its normal halves the angle between light and camera, and a
/// convex mirror of radius r shows a far thing `r/2` times its apparent size (in radians) wide.
#[must_use]
pub fn catch_light(eye: DVec3, gaze: DVec3, camera: DVec3, light: DVec3, width: f64) -> Option<CatchLight> {
    let (to_camera, to_light) = ((camera - eye).try_normalize()?, (light - eye).try_normalize()?);
    let halving = (to_camera + to_light).try_normalize()?;
    // Where it sits against the middle of the iris, seen along the gaze.
    let (right, up) = right_and_up(-gaze);
    let (x, y) = (halving.dot(right) * CORNEA, halving.dot(up) * CORNEA);
    let out = x.hypot(y) / IRIS;
    if out > 1.0 || halving.dot(gaze) <= 0.0 || angle(gaze, to_camera) > 80.0 {
        return None;
    }
    let hour = (x.atan2(y).to_degrees() / 30.0).round().rem_euclid(12.0) as u32;
    let size = CORNEA / 2.0 * apparent_size(width, light.distance(eye)).to_radians() / (2.0 * IRIS);
    Some(CatchLight { clock: if hour == 0 { 12 } else { hour }, out, size })
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::geometry::direction;
    use rstest::rstest;

    /// The sun is as wide as a 9.3 mm thing at a metre, and draws a half-shadow of 0.28 mm behind a nose.
    #[test]
    fn the_sun() {
        assert!((half_shadow_of_sun(1.0) - 0.00925).abs() < 1e-5);
        assert!((half_shadow_of_sun(NOSE) - 0.00028).abs() < 1e-5);
    }

    /// A 90 cm box at 1.2 m: 41° wide, 22.5 mm of half-shadow; the 7 cm bare head there 3.3° and 1.75 mm.
    #[rstest]
    #[case::box_near(0.9, 1.2, 41.1, 0.0225)]
    #[case::bare_head(0.07, 1.2, 3.34, 0.00175)]
    fn boxes_and_heads(#[case] width: f64, #[case] distance: f64, #[case] degrees: f64, #[case] shadow: f64) {
        assert!((apparent_size(width, distance) - degrees).abs() < 0.05);
        assert!((half_shadow(width, distance, NOSE) - shadow).abs() < 1e-9);
    }

    /// As the camera sees the face: a key high at the camera's left stands at ten or eleven on the eye, over the camera
    /// at twelve, from behind nowhere.
    #[rstest]
    #[case::over_the_camera(0.0, 40.0, Some(12))]
    #[case::camera_left(45.0, 30.0, Some(10))]
    #[case::camera_right(-45.0, 30.0, Some(2))]
    #[case::level_at_the_left(60.0, 0.0, Some(9))]
    #[case::behind(150.0, 20.0, None)]
    fn on_the_clock(#[case] left: f64, #[case] up: f64, #[case] clock: Option<u32>) {
        let (eye, camera) = (DVec3::Z * 1.6, DVec3::new(0.0, -3.0, 1.6));
        let light = eye + direction(180.0 + left, up) * 1.5;
        let found = catch_light(eye, DVec3::NEG_Y, camera, light, 0.9);
        assert_eq!(found.map(|catch| catch.clock), clock);
        if let Some(catch) = found {
            assert!(catch.size > 0.1 && catch.size < 0.3, "{catch:?}");
        }
    }
}
