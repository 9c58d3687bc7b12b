use super::{Lamp, Spectrum};
use crate::exposure::{GUIDE, GuideRow};
use crate::quantity::{Duv, Ev100, Kelvin};
use serde::{Deserialize, Serialize};

/// The colour of the ambient: a kind of light, or a measured temperature.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(tag = "kind", rename_all = "snake_case", deny_unknown_fields)]
pub enum AmbientColour {
    /// Direct sun, well up.
    Sun,
    /// Low sun near sunset or sunrise.
    LowSun,
    /// A cloudy sky.
    Cloud,
    /// Open shade under clear sky.
    OpenShade,
    /// Dusk, after the sun has set.
    Dusk,
    /// Household lamps, warm pendants.
    WarmLamps,
    /// Green-tinged or neutral strip lights of an office or a hall.
    StripLights,
    /// Cool white LED.
    CoolLed,
    /// Lamps of a kind whose spectrum is known.
    Lamp {
        /// Which.
        lamp: Lamp,
    },
    /// As measured.
    Measured {
        /// The measured colour temperature.
        kelvin: Kelvin,
        /// How far to the green or magenta side it was.
        duv: Duv,
    },
}

/// How far low sun of that temperature lies to the green side (SPECTRL2 at 8°, `data/clear_sky.csv`).
const LOW_SUN_DUV: Duv = Duv::of(0.0056);

impl AmbientColour {
    /// The temperature: the middle of what is usual for this kind of light (common practice), or as measured.
    #[must_use]
    pub fn kelvin(self) -> Kelvin {
        Kelvin::of(match self {
            AmbientColour::Sun => 5_250.0,
            AmbientColour::LowSun => 3_600.0,
            AmbientColour::Cloud => 6_250.0,
            AmbientColour::OpenShade => 7_500.0,
            AmbientColour::Dusk => 9_000.0,
            AmbientColour::WarmLamps => 2_700.0,
            AmbientColour::StripLights => 4_000.0,
            AmbientColour::CoolLed => 9_500.0,
            AmbientColour::Lamp { lamp } => lamp.kelvin().kelvin(),
            AmbientColour::Measured { kelvin, .. } => kelvin.kelvin(),
        })
    }

    /// Its light, with Y = 1: the spectrum of its kind, or of the kind of light its temperature names, brought to the side
    /// it was measured on.
    #[must_use]
    pub fn spectrum(self) -> Spectrum {
        match self {
            AmbientColour::Lamp { lamp } => lamp.spectrum(),
            AmbientColour::StripLights => Lamp::CoolWhiteTube.spectrum(),
            AmbientColour::LowSun => Spectrum::measured(self.kelvin(), LOW_SUN_DUV),
            AmbientColour::Measured { kelvin, duv } => Spectrum::measured(kelvin, duv),
            _ => Spectrum::named(self.kelvin()),
        }
    }

    /// How deep it pulses on alternating current, as a share of its mean (common practice, from memory); daylight does not.
    #[must_use]
    pub const fn pulses(self) -> f64 {
        match self {
            AmbientColour::Lamp { lamp } => lamp.pulses(),
            AmbientColour::WarmLamps => Lamp::Incandescent.pulses(),
            AmbientColour::StripLights => Lamp::CoolWhiteTube.pulses(),
            AmbientColour::CoolLed => Lamp::LedCool.pulses(),
            _ => 0.0,
        }
    }

    /// Whether the temperature was measured rather than taken from the kind of light.
    #[must_use]
    pub const fn is_measured(self) -> bool {
        matches!(self, AmbientColour::Measured { .. })
    }

    /// Whether it is light of a room rather than of the day.
    #[must_use]
    pub const fn is_artificial(self) -> bool {
        matches!(
            self,
            AmbientColour::WarmLamps | AmbientColour::StripLights | AmbientColour::CoolLed | AmbientColour::Lamp { .. }
        )
    }

    /// The row of the exposure guide such a light usually meters at.
    fn guide(self) -> Option<&'static GuideRow> {
        let scene = match self {
            AmbientColour::Sun => "sunlit scene",
            AmbientColour::LowSun => "sunset",
            AmbientColour::Cloud => "cloudy bright",
            AmbientColour::OpenShade | AmbientColour::Measured { .. } => "open shade or heavy overcast",
            AmbientColour::Dusk => "just after sunset",
            AmbientColour::WarmLamps => "home interior",
            AmbientColour::StripLights | AmbientColour::CoolLed | AmbientColour::Lamp { .. } => "bright office",
        };
        GUIDE.iter().find(|row| row.scene == scene)
    }

    /// What such a light usually meters, for a setup without a reading (exposure guide).
    #[must_use]
    pub fn usual_level(self) -> Ev100 {
        self.guide().map_or_else(|| Ev100::of(12.0), GuideRow::middle)
    }

    /// In words, as part of a sentence.
    #[must_use]
    pub fn words(self) -> &'static str {
        match self {
            AmbientColour::Sun => "sun",
            AmbientColour::LowSun => "low sun",
            AmbientColour::Cloud => "cloud",
            AmbientColour::OpenShade => "open shade",
            AmbientColour::Dusk => "dusk",
            AmbientColour::WarmLamps => "warm lamps",
            AmbientColour::StripLights => "strip lights",
            AmbientColour::CoolLed => "cool LED",
            AmbientColour::Lamp { lamp } => lamp.words(),
            AmbientColour::Measured { .. } => "measured light",
        }
    }
}

/// A white-balance preset as cameras have them.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Preset {
    /// Tungsten lamps, about 3 000 K.
    Lamps,
    /// Fluorescent tubes, about 4 000 K.
    Tubes,
    /// Daylight, about 5 200 K.
    Daylight,
    /// Flash, about 5 600 K.
    Flash,
    /// Cloud, about 6 200 K.
    Cloud,
    /// Shade, about 7 500 K.
    Shade,
}

impl Preset {
    /// All of them.
    pub const ALL: [Preset; 6] =
        [Preset::Lamps, Preset::Tubes, Preset::Daylight, Preset::Flash, Preset::Cloud, Preset::Shade];

    /// Its usual temperature (common practice; makers differ by some hundred kelvin).
    #[must_use]
    pub const fn kelvin(self) -> Kelvin {
        Kelvin::of(match self {
            Preset::Lamps => 3_000.0,
            Preset::Tubes => 4_000.0,
            Preset::Daylight => 5_200.0,
            Preset::Flash => 5_600.0,
            Preset::Cloud => 6_200.0,
            Preset::Shade => 7_500.0,
        })
    }

    /// The name on the dial.
    #[must_use]
    pub const fn words(self) -> &'static str {
        match self {
            Preset::Lamps => "lamps preset",
            Preset::Tubes => "tubes preset",
            Preset::Daylight => "daylight preset",
            Preset::Flash => "flash preset",
            Preset::Cloud => "cloud preset",
            Preset::Shade => "shade preset",
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    #[rstest]
    #[case(AmbientColour::Sun, 15.0)]
    #[case(AmbientColour::OpenShade, 12.0)]
    #[case(AmbientColour::WarmLamps, 5.5)]
    fn usual_levels_come_from_the_exposure_guide(#[case] light: AmbientColour, #[case] ev: f64) {
        assert_eq!(light.usual_level().ev(), ev);
    }

    /// What runs on alternating current pulses as its lamp does; daylight and what was only measured do not.
    #[rstest]
    #[case(AmbientColour::Lamp { lamp: Lamp::LedCool }, Lamp::LedCool.pulses())]
    #[case(AmbientColour::Lamp { lamp: Lamp::Incandescent }, Lamp::Incandescent.pulses())]
    #[case(AmbientColour::StripLights, Lamp::CoolWhiteTube.pulses())]
    #[case(AmbientColour::OpenShade, 0.0)]
    fn lamps_pulse(#[case] light: AmbientColour, #[case] pulses: f64) {
        assert_eq!(light.pulses(), pulses);
        assert_eq!(light.pulses() > 0.0, light != AmbientColour::OpenShade);
    }
}
