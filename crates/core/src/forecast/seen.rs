use super::Forecast;
use crate::quantity::Kelvin;
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

impl Seen<'_> {
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

    /// The colour of the ambient: as measured, or as forecast where daylight falls, or of its kind of light.
    #[must_use]
    pub fn ambient_kelvin(&self) -> Kelvin {
        let ambient = self.setup.ambient;
        let daylight = !ambient.is_measured() && !ambient.is_artificial();
        let forecast = self.forecast.and_then(|forecast| forecast.kelvin);
        forecast.filter(|_| daylight).unwrap_or_else(|| ambient.kelvin())
    }
}
