//! What hides the sky behind a set.

use super::Situation;
use crate::set::Skyline;

impl Situation<'_> {
    /// How high the sky begins over the level of the lens at a bearing from straight behind the set, in degrees: over the place's
    /// ridge, or over trees or houses that stand nearer and higher.
    #[must_use]
    pub fn skyline_at(&self, bearing: f64) -> f64 {
        let far_off = self.forecast.and_then(|forecast| forecast.far_off.as_ref());
        let ridge = far_off.map_or(0.0, |far_off| far_off.skyline.altitude(bearing));
        let near = self.setup.background.behind().and_then(|behind| behind.altitude(self.stage.view.eye, bearing));
        near.map_or(ridge, |near| near.max(ridge))
    }

    /// The same all along.
    #[must_use]
    pub fn skyline(&self) -> Skyline {
        let rises = self.setup.background.kind.landscape().is_some_and(|landscape| landscape.height() > 0.0);
        let far_off = self.forecast.and_then(|forecast| forecast.far_off.as_ref());
        match far_off {
            _ if rises => Skyline::of(|bearing| self.skyline_at(bearing)),
            Some(far_off) => far_off.skyline.clone(),
            None => Skyline::default(),
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::house::House;
    use crate::sample;
    use crate::setup::BackgroundKind;
    use rstest::rstest;

    /// Without a day the skyline is level, and trees and houses stand over it as high as they are far off: 8 − 1.5 m over 20 m
    /// to the wall's place and what the camera stands before the origin.
    #[rstest]
    #[case::open(BackgroundKind::Open, false)]
    #[case::water(BackgroundKind::Water, false)]
    #[case::trees(BackgroundKind::Foliage, true)]
    #[case::houses(BackgroundKind::Street, true)]
    #[case::a_wall(BackgroundKind::Wall, false)]
    fn trees_and_houses_rise(#[case] kind: BackgroundKind, #[case] rises: bool) {
        let kit = sample::kit();
        let mut setup = sample::portrait();
        setup.background.kind = kind;
        setup.background.distance = crate::quantity::Metres::nearest(20.0);
        let s = Situation::new(&setup, &kit, House::default()).unwrap();
        let eye = s.stage.view.eye;
        let by = kind
            .landscape()
            .map_or(0.0, |landscape| ((landscape.height() - eye.z) / (20.0 - eye.y)).atan().to_degrees());
        assert_eq!(s.skyline_at(0.0) > 0.0, rises);
        assert!(
            (s.skyline_at(0.0) - by.max(0.0)).abs() < 1e-9 && (s.skyline().altitude(0.0) - by.max(0.0)).abs() < 1e-9
        );
        assert!(s.skyline_at(40.0) <= s.skyline_at(0.0));
    }
}
