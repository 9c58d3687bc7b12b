//! Broad lights: what a face of some size gives near and far, on its axis and off it.

pub mod factor;
mod law;
mod placed;
pub mod softness;

pub use law::Law;
pub use placed::Emitter;

use crate::quantity::{Metres, Stops};
use serde::{Deserialize, Serialize};
use std::f64::consts::PI;

/// The lit face of a modifier.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(tag = "shape", rename_all = "snake_case", deny_unknown_fields)]
pub enum Face {
    /// So small that it acts as a point: a bare head, a dome, a gridded reflector.
    Point,
    /// A disc: umbrella, octa, dish.
    Disc {
        /// Its diameter.
        diameter: Metres,
    },
    /// A rectangle: softbox, bounce card.
    Rectangle {
        /// Its width.
        width: Metres,
        /// Its height.
        height: Metres,
    },
}

impl Face {
    /// Width and height in metres; nothing for a point.
    #[must_use]
    pub fn size(self) -> (f64, f64) {
        match self {
            Face::Point => (0.0, 0.0),
            Face::Disc { diameter } => (diameter.metres(), diameter.metres()),
            Face::Rectangle { width, height } => (width.metres(), height.metres()),
        }
    }
}

/// How much less a uniform diffuse face gives at this distance on its axis than a point of the same far intensity.
///
/// Disc: `1/(1+(R/d)²)`; rectangle: the closed form of a parallel plane element on the axis through its centre
/// (Howell, *A Catalog of Radiation Configuration Factors*, plane element to disc and to rectangle). Never positive.
#[must_use]
pub fn near_field(face: Face, distance: Metres) -> Stops {
    let d = distance.metres();
    let ratio = match face {
        Face::Point => 1.0,
        Face::Disc { diameter } => {
            let r = diameter.metres() / 2.0;
            1.0 / (1.0 + (r / d).powi(2))
        }
        Face::Rectangle { width, height } => {
            let (x, y) = (width.metres() / (2.0 * d), height.metres() / (2.0 * d));
            rectangle_factor(x, y) * PI / (4.0 * x * y)
        }
    };
    Stops::of(ratio.min(1.0).log2())
}

/// The configuration factor of a plane element to a parallel rectangle centred on its normal, with half sides x and
/// y in units of the distance.
fn rectangle_factor(x: f64, y: f64) -> f64 {
    let part = |a: f64, b: f64| {
        let root = (1.0 + a * a).sqrt();
        a / root * (b / root).atan()
    };
    2.0 / PI * (part(x, y) + part(y, x))
}

/// How much darker the further of two things on the axis is: the inverse square and the near field of both.
#[must_use]
pub fn fall_off(face: Face, near: Metres, far: Metres) -> Stops {
    let inverse_square = Stops::of(2.0 * (far.metres() / near.metres()).log2());
    inverse_square + near_field(face, near) - near_field(face, far)
}

#[cfg(test)]
mod tests {
    use super::*;
    use proptest::prelude::*;
    use rstest::rstest;

    fn m(value: f64) -> Metres {
        Metres::new(value).unwrap()
    }

    fn disc(diameter: f64) -> Face {
        Face::Disc { diameter: m(diameter) }
    }

    /// The disc's closed form, and the five-times rule of photometry (IES Lighting Handbook): from five diameters on
    /// the inverse square holds within 1 %.
    #[rstest]
    #[case::at_its_diameter(1.0, -0.32)]
    #[case::at_twice(2.0, -0.09)]
    #[case::at_five_times(5.0, -0.0144)]
    fn disc_near_and_far(#[case] distance: f64, #[case] stops: f64) {
        assert!((near_field(disc(1.0), m(distance)).stops() - stops).abs() < 0.005);
    }

    /// Against a brute-force sum of `cos θ₁·cos θ₂/(π·r²)` over the surface.
    #[rstest]
    #[case(0.6, 0.9, 0.5)]
    #[case(0.3, 1.2, 1.0)]
    #[case(1.0, 1.0, 3.0)]
    fn rectangle_against_the_integral(#[case] w: f64, #[case] h: f64, #[case] d: f64) {
        let n = 400;
        let (dx, dy) = (w / f64::from(n), h / f64::from(n));
        let mut sum = 0.0;
        for i in 0..n {
            for j in 0..n {
                let (x, y) = ((f64::from(i) + 0.5) * dx - w / 2.0, (f64::from(j) + 0.5) * dy - h / 2.0);
                let r2 = x * x + y * y + d * d;
                sum += d * d / (PI * r2 * r2) * dx * dy;
            }
        }
        let point = w * h / (PI * d * d);
        let given = near_field(Face::Rectangle { width: m(w), height: m(h) }, m(d)).stops();
        assert!((given - (sum / point).log2()).abs() < 1e-4, "{given}");
    }

    /// Worked case 10 of the method notes: 1.2 m to the face, 3.6 m to the wall.
    #[test]
    fn fall_off_to_the_wall() {
        let small = fall_off(Face::Point, m(1.2), m(3.6)).stops();
        assert!((small - 3.17).abs() < 0.005);
        let broad = fall_off(disc(0.9), m(1.2), m(3.6)).stops();
        assert!(broad < small && broad > small - 0.5, "{broad}");
    }

    proptest! {
        /// A face never gives more than its far law, tends to it with distance, and always less further away.
        #[test]
        fn monotone_on_the_axis(side in 0.05f64..3.0, d in 0.1f64..20.0, further in 1.01f64..3.0) {
            for face in [disc(side), Face::Rectangle { width: m(side), height: m(side / 2.0) }] {
                prop_assert!(near_field(face, m(d)).stops() <= 1e-12);
                prop_assert!(near_field(face, m(d * further)) >= near_field(face, m(d)));
                prop_assert!(fall_off(face, m(d), m(d * further)).stops() > 0.0);
            }
        }
    }
}
