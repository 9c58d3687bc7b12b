use super::{Light, Patch, Reading, Setup};
use crate::check::{Check, Problem};
use crate::marks::{ApertureMark, IsoMark, Mark};
use crate::quantity::limits::{FLASH_READINGS, REACHED};
use crate::quantity::{Id, Power, Share};
use serde::{Deserialize, Serialize};

/// What a flash meter said of one light on one patch, held as the patch is turned, towards that light.
///
/// It is kept with what of the light came there then, so that it goes on telling of flash and modifier when the light has been
/// moved.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct FlashReading {
    /// Its id.
    pub id: Id,
    /// Of which light.
    pub light: Id,
    /// Through which modifier; none for the bare head.
    pub modifier: Option<Id>,
    /// Where.
    pub patch: Patch,
    /// At this power.
    pub power: Power,
    /// The aperture the meter asked for.
    pub aperture: ApertureMark,
    /// The sensitivity it was set to.
    pub iso: IsoMark,
    /// The flash's share of what it read, where it read the ambient with it; none where it read the flash alone.
    pub share: Option<Share>,
    /// What of the light's intensity came there then, by the set: per square metre.
    pub reached: f64,
}

impl FlashReading {
    /// A smaller share of flash in all that was read is lost in what a meter rounds (the program's own choice).
    pub const LEAST_SHARE: f64 = 0.02;

    /// What a meter shows of this many stops over f/1 at its sensitivity: the aperture above it in sixths, and the share that leaves.
    #[must_use]
    pub fn shown(stops: f64) -> (ApertureMark, f64) {
        #[expect(clippy::cast_possible_truncation, reason = "a few dozen sixths")]
        let aperture = ApertureMark::nearest((stops * 6.0 - 1e-6).ceil() as i16);
        (aperture, (stops - aperture.stops()).exp2())
    }

    /// The level it says the light gives there at f/1, ISO 100 and full power, in stops, by the light that falls there.
    #[must_use]
    pub fn at_full(&self) -> f64 {
        let share = self.share.map_or(0.0, |share| share.share().log2());
        self.power.stops_below_full() + self.aperture.stops() - self.iso.stops() + share
    }

    /// Whether a frame told it, and no meter.
    #[must_use]
    pub fn is_of_frame(&self) -> bool {
        self.id.as_str().starts_with(Reading::FRAME)
    }

    /// Whether it is of this light as it is now fitted.
    #[must_use]
    pub fn is_of(&self, light: &Light) -> bool {
        self.light == light.id && self.modifier == light.modifier
    }
}

impl Setup {
    pub(super) fn check_flash_readings(&self, check: &mut Check) {
        check.count("/flash_readings", FLASH_READINGS, self.flash_readings.len());
        check.distinct("/flash_readings", self.flash_readings.iter().map(|reading| &reading.id));
        for (index, reading) in self.flash_readings.iter().enumerate() {
            check.range(format_args!("/flash_readings/{index}/reached"), REACHED, reading.reached);
            if reading.share.is_some_and(|share| share.share() < FlashReading::LEAST_SHARE) {
                check.problem(format_args!("/flash_readings/{index}/share"), Problem::HardlyFlash);
            }
        }
    }
}
