use crate::colour::Temperature;
use crate::exposure::MeterConstants;
use crate::place::{Horizon, Spot};
use crate::quantity::turn;
use crate::quantity::{Duv, Kelvin, Mired, MiredShift};
use crate::sky::{Mixture, SkyLight, mixed, sky_luminance_factor};
use crate::sun::{SunAt, visible_share};

/// The light about a spot at one moment.
#[derive(Debug, Clone, Copy)]
pub struct Around<'a> {
    /// The spot.
    pub spot: &'a Spot,
    /// Its skyline.
    pub horizon: &'a Horizon,
    /// The sun.
    pub sun: SunAt,
    /// Whether it sets within two hours, or rose within the last two.
    pub near_night: bool,
    /// Its light and the sky's.
    pub light: SkyLight,
    /// The meter that levels are told by.
    pub meter: MeterConstants,
}

/// What falls on a face, by where it comes from, in lux.
#[derive(Debug, Clone, Copy, PartialEq, Default)]
pub struct FaceLight {
    /// Straight from the sun.
    pub sun: f64,
    /// From the sky, straight or by way of windows.
    pub sky: f64,
    /// Off ground, walls and ceiling, where the sun lights them.
    pub sun_off: f64,
    /// Off ground, walls and ceiling, where the sky lights them.
    pub sky_off: f64,
    /// From lamps.
    pub lamps: f64,
    /// The colour all of it took on, on the whole, off what has a colour.
    pub tint: MiredShift,
}

impl FaceLight {
    /// What comes off ground, walls and ceiling by day, in lux.
    #[must_use]
    pub fn ground(self) -> f64 {
        self.sun_off + self.sky_off
    }

    /// All of it, in lux.
    #[must_use]
    pub fn lux(self) -> f64 {
        self.sun + self.sky + self.ground() + self.lamps
    }
}

/// The share of the sun's disc over a skyline.
#[must_use]
pub fn over_skyline(sun: SunAt, horizon: &Horizon) -> f64 {
    visible_share(sun.apparent, horizon.altitude(sun.azimuth))
}

/// What sun and sky give level ground in the open, with this share of the sun's disc over the skyline, in lux.
#[must_use]
pub fn open_ground(sun: SunAt, light: &SkyLight, over: f64) -> f64 {
    light.direct_normal * sun.apparent.to_radians().sin().max(0.0) * over + light.sky_horizontal
}

impl Around<'_> {
    /// The same with sun and sky so many stops brighter.
    #[must_use]
    pub fn scaled(&self, sun: f64, sky: f64) -> Self {
        let light = SkyLight {
            direct_normal: self.light.direct_normal * sun.exp2(),
            sky_horizontal: self.light.sky_horizontal * sky.exp2(),
            ..self.light
        };
        Around { light, ..*self }
    }

    /// The share of the sun's disc over the skyline.
    #[must_use]
    pub fn sun_over_skyline(&self) -> f64 {
        over_skyline(self.sun, self.horizon)
    }

    /// What the sun and the sky give level ground in the open about the spot, in lux.
    #[must_use]
    pub fn open_ground(&self) -> f64 {
        open_ground(self.sun, &self.light, self.sun_over_skyline())
    }

    /// The sky's own luminance in a direction, in cd/m².
    #[must_use]
    pub fn sky_luminance(&self, altitude: f64, bearing: f64) -> f64 {
        let turned = turn(self.sun.azimuth, bearing);
        self.light.sky_horizontal * sky_luminance_factor(self.light.skies, self.sun.apparent, altitude, turned)
    }

    /// The colour of what falls on a face, with what it took on off ground, walls and cards; none in the dark. What a face gets of the sky beyond an even sky's
    /// half comes from close about the sun and keeps half of its colour (the program's own estimate).
    #[must_use]
    pub fn colour(&self, on_face: FaceLight) -> Option<Temperature> {
        let light = &self.light;
        let lit = |lux, colour| Mixture { lux, colour };
        let glow = (on_face.sky - 0.5 * light.sky_horizontal * self.spot.sky.share()).max(0.0) * (1.0 - light.skies[2]);
        let half = |a: f64, b: f64| f64::midpoint(a, b);
        let (sun, sky) = (light.direct, light.sky);
        let between = Temperature {
            kelvin: Kelvin::of(2.0 / (1.0 / sun.kelvin.kelvin() + 1.0 / sky.kelvin.kelvin())),
            duv: Duv::of(half(sun.duv.duv(), sky.duv.duv())),
        };
        let lamps = self.spot.lamps.map_or(Kelvin::of(3_000.0), |lamps| lamps.kelvin);
        mixed(&[
            lit(on_face.sun + on_face.sun_off, sun),
            lit(glow, between),
            lit(on_face.sky - glow + on_face.sky_off, sky),
            lit(on_face.lamps, Temperature { kelvin: lamps, duv: Duv::of(0.0) }),
        ])
        .map(|mixture| Temperature {
            kelvin: (Mired::from(mixture.colour.kelvin) + on_face.tint).into(),
            ..mixture.colour
        })
    }
}
