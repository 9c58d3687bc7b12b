use super::Forecast;
use crate::colour::Temperature;
use crate::quantity::{Duv, Kelvin};
use crate::scene::Sun;
use crate::setup::Setup;

/// A setup in the light of its moment.
#[derive(Debug, Clone, Copy)]
pub struct Seen<'a> {
    /// The setup.
    pub setup: &'a Setup,
    /// What the day's forecast says of it, where it stands on a day.
    pub forecast: Option<&'a Forecast>,
}

impl<'a> From<&'a Setup> for Seen<'a> {
    fn from(setup: &'a Setup) -> Seen<'a> {
        Seen { setup, forecast: None }
    }
}

/// What daylight looks like on the face and from the background, as it is forecast.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct DaylightColour {
    /// On the face.
    pub colour: Option<Temperature>,
    /// From the background.
    pub background_colour: Option<Temperature>,
}

impl Seen<'_> {
    /// The colour of the daylight forecast, where that is the setup's main light and nobody measured it.
    #[must_use]
    pub fn daylight(&self) -> Option<DaylightColour> {
        let ambient = self.setup.ambient;
        let forecast = self.forecast.filter(|_| !ambient.is_measured() && !ambient.is_artificial())?;
        let of = |kelvin: Option<Kelvin>, duv: Option<Duv>| {
            Some(Temperature { kelvin: kelvin?, duv: duv.unwrap_or(Duv::of(0.0)) })
        };
        Some(DaylightColour {
            colour: of(forecast.kelvin, forecast.duv),
            background_colour: of(forecast.background_kelvin, forecast.background_duv),
        })
    }

    /// The sun on the set: as it was put there, or else as it is forecast.
    #[must_use]
    pub fn sun(&self) -> Option<Sun> {
        self.setup.scene.sun.or_else(|| self.forecast.and_then(|forecast| forecast.sun))
    }

    /// The ambient's name in a sentence about its colour: that of its kind of light, unless the forecast tells better.
    #[must_use]
    pub fn ambient_words(&self) -> &'static str {
        let ambient = self.setup.ambient;
        if self.ambient_kelvin() == ambient.kelvin() { ambient.words() } else { "the ambient" }
    }

    /// The colour of the main ambient light: as measured, or as forecast where daylight falls, or of its kind of light.
    #[must_use]
    pub fn ambient_kelvin(&self) -> Kelvin {
        let forecast = self.daylight().and_then(|daylight| daylight.colour);
        forecast.map_or_else(|| self.setup.ambient.kelvin(), |colour| colour.kelvin)
    }
}
