use crate::marks::{ApertureMark, IsoMark, Mark, NdMark, ShutterMark};
use crate::quantity::Power;
use crate::setup::{LightIndex, Setup};
use serde::Serialize;

/// Where the camera's and the flashes' dials stand.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct Dials {
    /// Sensitivity.
    pub iso: IsoMark,
    /// Aperture.
    pub aperture: ApertureMark,
    /// Shutter time.
    pub shutter: ShutterMark,
    /// Neutral density.
    pub nd: NdMark,
    /// Power of each light of the setup, in its order.
    pub powers: Vec<Power>,
}

impl Dials {
    /// The dials as the setup has them.
    #[must_use]
    pub fn of(setup: &Setup) -> Dials {
        Dials {
            iso: setup.camera.iso.at,
            aperture: setup.camera.aperture.at,
            shutter: setup.camera.shutter.at,
            nd: setup.camera.nd.at,
            powers: setup.lights.iter().map(|light| light.power.at).collect(),
        }
    }

    /// Puts them into the setup, held or not as they were.
    pub fn put_into(&self, setup: &mut Setup) {
        setup.camera.iso.at = self.iso;
        setup.camera.aperture.at = self.aperture;
        setup.camera.shutter.at = self.shutter;
        setup.camera.nd.at = self.nd;
        for (light, power) in setup.lights.iter_mut().zip(&self.powers) {
            light.power.at = *power;
        }
    }

    /// The power of a light; none where these dials are another setup's.
    #[must_use]
    pub fn power(&self, light: LightIndex) -> Power {
        self.powers.get(light.place()).copied().unwrap_or(Power::FULL)
    }

    /// Turns the power of a light.
    pub fn turn(&mut self, light: LightIndex, power: Power) {
        if let Some(dial) = self.powers.get_mut(light.place()) {
            *dial = power;
        }
    }

    /// What aperture, ISO and ND do to flash and ambient alike, in sixths: `Sv − Av − ND`.
    #[must_use]
    pub fn gain(&self) -> i16 {
        self.iso.sixths() - self.aperture.sixths() - self.nd.sixths()
    }
}
