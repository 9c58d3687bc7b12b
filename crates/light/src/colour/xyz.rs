//! Tristimulus values and the diagrams they are drawn in.

use std::iter::Sum;
use std::ops::{Add, Mul};

/// Tristimulus values of the CIE 1931 observer, in whatever unit Y is in.
#[derive(Debug, Clone, Copy, PartialEq, Default)]
pub struct Xyz {
    /// X.
    pub x: f64,
    /// Y, the luminous one.
    pub y: f64,
    /// Z.
    pub z: f64,
}

/// Chromaticity in the CIE 1931 diagram.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Xy {
    /// x.
    pub x: f64,
    /// y.
    pub y: f64,
}

/// Chromaticity in the CIE 1960 diagram, in which the nearest colour temperature is sought.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Uv {
    /// u.
    pub u: f64,
    /// v.
    pub v: f64,
}

impl Xyz {
    /// The chromaticity; none without light.
    #[must_use]
    pub fn xy(self) -> Option<Xy> {
        let sum = self.x + self.y + self.z;
        (sum > 0.0 && sum.is_finite()).then(|| Xy { x: self.x / sum, y: self.y / sum })
    }

    /// The same in the CIE 1960 diagram; none without light.
    #[must_use]
    pub fn uv(self) -> Option<Uv> {
        let sum = self.x + 15.0 * self.y + 3.0 * self.z;
        (sum > 0.0 && sum.is_finite()).then(|| Uv { u: 4.0 * self.x / sum, v: 6.0 * self.y / sum })
    }

    /// The same colour with Y = 1; black stays black.
    #[must_use]
    pub fn to_unit(self) -> Xyz {
        if self.y > 0.0 { self * (1.0 / self.y) } else { self }
    }
}

impl Xy {
    /// Light of this chromaticity with Y = 1.
    #[must_use]
    pub fn light(self) -> Xyz {
        Xyz { x: self.x / self.y, y: 1.0, z: (1.0 - self.x - self.y) / self.y }
    }

    /// In the CIE 1960 diagram.
    #[must_use]
    pub fn uv(self) -> Uv {
        let divisor = -2.0 * self.x + 12.0 * self.y + 3.0;
        Uv { u: 4.0 * self.x / divisor, v: 6.0 * self.y / divisor }
    }
}

impl Uv {
    /// In the CIE 1931 diagram.
    #[must_use]
    pub fn xy(self) -> Xy {
        let divisor = 2.0 * self.u - 8.0 * self.v + 4.0;
        Xy { x: 3.0 * self.u / divisor, y: 2.0 * self.v / divisor }
    }
}

/// Light adds.
impl Add for Xyz {
    type Output = Xyz;
    fn add(self, other: Xyz) -> Xyz {
        Xyz { x: self.x + other.x, y: self.y + other.y, z: self.z + other.z }
    }
}

impl Sum for Xyz {
    fn sum<I: Iterator<Item = Xyz>>(lights: I) -> Xyz {
        lights.fold(Xyz::default(), Add::add)
    }
}

/// So many times the light.
impl Mul<f64> for Xyz {
    type Output = Xyz;
    fn mul(self, times: f64) -> Xyz {
        Xyz { x: self.x * times, y: self.y * times, z: self.z * times }
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use proptest::prelude::*;

    proptest! {
        /// The two diagrams and the light itself tell of one colour.
        #[test]
        fn there_and_back(x in 0.1..0.7f64, part in 0.1..0.9f64) {
            let xy = Xy { x, y: 0.05 + (0.9 - x) * part };
            let back = xy.uv().xy();
            prop_assert!((back.x - xy.x).abs() < 1e-12 && (back.y - xy.y).abs() < 1e-12);
            let light = xy.light();
            let (again, uv) = (light.xy().unwrap(), light.uv().unwrap());
            prop_assert!((again.x - xy.x).abs() < 1e-12 && (again.y - xy.y).abs() < 1e-12);
            prop_assert!((uv.u - xy.uv().u).abs() < 1e-12 && (uv.v - xy.uv().v).abs() < 1e-12);
        }
    }

    #[test]
    fn black_has_no_colour() {
        assert!(Xyz::default().xy().is_none() && Xyz::default().uv().is_none());
        assert_eq!(Xyz::default().to_unit(), Xyz::default());
    }
}
