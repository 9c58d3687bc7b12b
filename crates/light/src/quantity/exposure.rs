//! Exposure: values, stops, light and time.

use super::quantity;
use std::ops::{Add, Mul, Neg, Sub};

quantity! {
    /// An exposure value referred to ISO 100: a point on the scale of light levels (APEX; ISO 2720).
    Ev100, ev, EV100
}
quantity! {
    /// A difference in stops: a factor of two in light each. Never a level by itself.
    Stops, stops, STOPS
}
quantity! {
    /// Light falling on a surface, in lux.
    Illuminance, lux, LUX
}
quantity! {
    /// Light gathered over time, in lux-seconds.
    LuminousExposure, lux_seconds, LUX_SECONDS
}
quantity! {
    /// A span of time, in seconds.
    Seconds, seconds, SECONDS
}
quantity! {
    /// A lens opening as the ratio of focal length to pupil.
    FNumber, number, F_NUMBER
}
quantity! {
    /// A part of a whole, 0 to 1.
    Share, share, SHARE
}

impl Sub for Ev100 {
    type Output = Stops;
    fn sub(self, other: Ev100) -> Stops {
        Stops::of(self.ev() - other.ev())
    }
}

impl Add<Stops> for Ev100 {
    type Output = Ev100;
    fn add(self, step: Stops) -> Ev100 {
        Ev100::of(self.ev() + step.stops())
    }
}

impl Sub<Stops> for Ev100 {
    type Output = Ev100;
    fn sub(self, step: Stops) -> Ev100 {
        Ev100::of(self.ev() - step.stops())
    }
}

impl Stops {
    /// No difference.
    pub const ZERO: Stops = Stops(0.0);

    /// The difference that a ratio of light amounts to; `None` for no light at all.
    #[must_use]
    pub fn from_light_ratio(ratio: f64) -> Option<Stops> {
        (ratio.is_finite() && ratio > 0.0).then(|| Stops::of(ratio.log2()))
    }

    /// The factor of light that this difference amounts to.
    #[must_use]
    pub fn light_ratio(self) -> f64 {
        self.0.exp2()
    }

    /// The size of the difference, without its direction.
    #[must_use]
    pub fn size(self) -> Stops {
        Stops(self.0.abs())
    }
}

impl Add for Stops {
    type Output = Stops;
    fn add(self, other: Stops) -> Stops {
        Stops::of(self.0 + other.0)
    }
}

impl Sub for Stops {
    type Output = Stops;
    fn sub(self, other: Stops) -> Stops {
        Stops::of(self.0 - other.0)
    }
}

impl Neg for Stops {
    type Output = Stops;
    fn neg(self) -> Stops {
        Stops(-self.0)
    }
}

impl Mul<Seconds> for Illuminance {
    type Output = LuminousExposure;
    fn mul(self, time: Seconds) -> LuminousExposure {
        LuminousExposure::of(self.lux() * time.seconds())
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn points_and_differences_keep_apart() {
        let sun = Ev100::new(15.0).unwrap();
        let shade = Ev100::new(12.0).unwrap();
        assert_eq!((sun - shade).stops(), 3.0);
        assert_eq!(shade + (sun - shade), sun);
        assert_eq!(sun - (sun - shade), shade);
    }

    /// What is worked out keeps its value, however far past what a dial can say; what is written down does not.
    #[test]
    fn arithmetic_is_not_bent_to_the_limits_of_dials() {
        let (most, step) = (Stops::new(Stops::LIMIT.max).unwrap(), Stops::of(3.0));
        assert_eq!((most + step - step), most);
        assert_eq!((most + step).stops(), Stops::LIMIT.max + 3.0);
        let bright = Ev100::of(Ev100::LIMIT.max) + step;
        assert_eq!((bright - step).ev(), Ev100::LIMIT.max);
        assert_eq!(serde_json::to_string(&bright).unwrap(), serde_json::to_string(&Ev100::LIMIT.max).unwrap());
        assert_eq!(f64::from(Ev100::of(f64::NAN)), Ev100::LIMIT.min);
        let tiny = crate::quantity::Metres::from(crate::quantity::Millimetres::of(1e-3));
        assert_eq!(tiny.metres(), 1e-6);
    }

    #[test]
    fn no_light_is_not_a_number_of_stops() {
        assert_eq!(Stops::from_light_ratio(0.0), None);
        assert_eq!(Stops::from_light_ratio(f64::NAN), None);
        assert_eq!(Stops::from_light_ratio(0.25).unwrap().stops(), -2.0);
    }

    #[test]
    fn light_over_time_gathers() {
        let h = Illuminance::new(10_000.0).unwrap() * Seconds::new(0.008).unwrap();
        assert_eq!(h.lux_seconds(), 80.0);
    }

    #[test]
    fn a_wire_number_is_checked() {
        assert!(serde_json::from_str::<Ev100>("12.5").is_ok());
        assert!(serde_json::from_str::<Ev100>("99").is_err());
        assert!(serde_json::from_str::<Share>("1.2").is_err());
    }
}
