/// What lies behind an open set.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Landscape {
    /// Land, up to a horizon or a ridge.
    Land,
    /// Water, which mirrors what is over it.
    Water,
    /// Trees, bushes, a hedge.
    Foliage,
    /// Houses along a street.
    Street,
}

impl Landscape {
    /// How high it usually stands, in metres (the program's own estimate): trees and houses hide the sky up to there, land and
    /// water do not.
    #[must_use]
    pub const fn height(self) -> f64 {
        match self {
            Landscape::Land | Landscape::Water => 0.0,
            Landscape::Foliage => 5.0,
            Landscape::Street => 8.0,
        }
    }
}

/// What lies behind an open set, and how far off.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Behind {
    /// What it is.
    pub landscape: Landscape,
    /// How far behind the origin of the set, in metres.
    pub far: f64,
}

impl Behind {
    /// How high it stands over the level of an eye, in degrees, at a bearing from straight behind; none where it hides nothing.
    #[must_use]
    pub fn altitude(self, eye: crate::geometry::DVec3, bearing: f64) -> Option<f64> {
        let (over, straight) = (self.landscape.height() - eye.z, self.far - eye.y);
        // Far to the side it goes on as it is there.
        let aside = bearing.abs().min(SIDE).to_radians().cos();
        (over > 0.0 && straight > 0.0).then(|| (over * aside / straight).atan().to_degrees())
    }
}

/// How far to the side a row of trees or houses is followed, in degrees.
const SIDE: f64 = 75.0;

#[cfg(test)]
mod tests {
    use super::*;
    use crate::geometry::DVec3;
    use rstest::rstest;

    /// By hand: 8 − 1.5 m over 18 + 2 m rise by atan(0.325) = 18.0°; at 60° to the side they are twice as far off, atan(0.1625) = 9.2°;
    /// trees of 5 m rise by atan(0.175) = 9.9°.
    #[rstest]
    #[case::houses(Landscape::Street, 0.0, Some(18.0))]
    #[case::houses_aside(Landscape::Street, -60.0, Some(9.2))]
    #[case::trees(Landscape::Foliage, 0.0, Some(9.9))]
    #[case::water_hides_nothing(Landscape::Water, 0.0, None)]
    #[case::land_neither(Landscape::Land, 0.0, None)]
    fn rises(#[case] landscape: Landscape, #[case] bearing: f64, #[case] by: Option<f64>) {
        let found = Behind { landscape, far: 18.0 }.altitude(DVec3::new(0.3, -2.0, 1.5), bearing);
        assert_eq!(found.map(|by| (by * 10.0).round() / 10.0), by);
    }

    #[test]
    fn nothing_over_an_eye_that_looks_down_on_it() {
        let trees = Behind { landscape: Landscape::Foliage, far: 18.0 };
        assert_eq!(trees.altitude(DVec3::new(0.0, -2.0, 5.5), 0.0), None);
        assert_eq!(trees.altitude(DVec3::new(0.0, 20.0, 1.5), 0.0), None);
    }
}
