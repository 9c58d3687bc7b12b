use crate::geometry::{DVec3, bearing_and_tilt};
use crate::sky::Brightness;

/// The sky over a set, counted for an illuminance of 1 on level ground in the open.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Dome {
    /// Its parts of the clear, the partly cloudy and the overcast sky.
    pub skies: [f64; 3],
    /// Towards the sun, up or down.
    pub sun: DVec3,
}

impl Dome {
    /// How bright it is from place to place, made ready to be asked many times.
    #[must_use]
    pub fn brightness(&self) -> Brightness {
        let (bearing, altitude) = bearing_and_tilt(self.sun);
        Brightness::of(self.skies, altitude, bearing)
    }
}
