//! What of shutter, aperture and ISO may be left to the camera, and what compensation that takes. Never more than one of the three
//! (common practice).

mod metering;

pub use metering::{MeteredFrame, Metering};

use crate::marks::{Mark, stops_amount, stops_label};
use crate::picture::flash_freezes;
use crate::quantity::{Learnt, Share, Stops};
use crate::say::modes as words;
use crate::setup::{Multiple, Patch};
use crate::situation::{Dials, Situation};
use serde::Serialize;

/// A dial that is left to the camera.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Automatic {
    /// The shutter: aperture priority.
    Shutter,
    /// ISO, with a least shutter.
    Iso,
    /// The aperture: shutter priority.
    Aperture,
}

/// What a meter asks for.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct Compensation {
    /// By which metering.
    pub metering: Metering,
    /// Its name.
    pub name: &'static str,
    /// How far over mid-grey a meter without fault finds the frame, in stops.
    pub reads: Stops,
    /// The same as this body's own meter shows it: what to set.
    pub stops: f64,
    /// The same to a click of the dials.
    pub label: String,
    /// Whether it is more than most cameras' dial has.
    pub beyond: bool,
}

/// Whether a dial may be left to the camera.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct ModeTold {
    /// Which.
    pub automatic: Automatic,
    /// Whether it may.
    pub may: bool,
    /// How, or why not.
    pub text: String,
}

/// How a setup is taken with a dial left to the camera.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct CameraModes {
    /// What each metering asks for; none where there is no ambient light.
    pub compensations: Vec<Compensation>,
    /// Each dial that could be left to it.
    pub modes: Vec<ModeTold>,
    /// What is the best of all that, in a sentence.
    pub advice: &'static str,
    /// What is known of the body's own meter, in a sentence.
    pub own_meter: String,
}

/// More compensation than this most cameras do not have, in stops (common practice).
const MOST: f64 = 3.0;

/// What a metering asks for each exposure of the frame, each of which gives so many stops less than all together.
fn compensation(
    s: &Situation<'_>,
    frame: &MeteredFrame<'_>,
    metering: Metering,
    together: Stops,
) -> Option<Compensation> {
    let reads = frame.reads(metering)? - together;
    let stops = reads.stops() - Learnt::more_of(s.body.own_meter);
    let click = f64::from(s.step.sixths()) / 6.0;
    let set = (stops / click).round() * click;
    Some(Compensation {
        metering,
        name: metering.words(),
        reads,
        stops,
        label: stops_label(set),
        beyond: set.abs() > MOST + 0.01,
    })
}

/// What of the dials may be left to the camera, given its frame in ambient light alone, how much of the face's light is flash, and
/// whether the light changes by the minute.
#[must_use]
pub fn camera_modes(s: &Situation<'_>, frame: &MeteredFrame<'_>, flash: Share, changing: bool) -> CameraModes {
    let dials = Dials::of(s.setup);
    let (at_shutter, at_iso) = (dials.shutter.label(s.step), dials.iso.label(s.step));
    let lit = !s.lights.is_empty();
    let by_flash = lit && flash_freezes(flash.share());
    let floor = s.body.slow_sync_floor;
    let told = |automatic, how: String, refused: Option<String>| ModeTold {
        automatic,
        may: refused.is_none(),
        text: refused.unwrap_or(how),
    };
    let shutter = (lit && dials.shutter < floor).then(|| {
        let dark = stops_amount(f64::from(floor.sixths() - dials.shutter.sixths()) / 6.0);
        words::stops_at_floor(&floor.label(s.step), &dark)
    });
    let film = s.body.film.map(|_| words::ONE_SPEED.to_owned());
    let iso = film.or_else(|| by_flash.then(|| words::MOVES_FLASH_ISO.to_owned()));
    let aperture = if by_flash { words::MOVES_FLASH_APERTURE } else { words::LOSES_DEPTH };
    let modes = vec![
        told(Automatic::Shutter, words::shutter_left(&at_shutter), shutter),
        told(Automatic::Iso, words::iso_left(&at_iso, &at_shutter), iso),
        ModeTold { automatic: Automatic::Aperture, may: false, text: aperture.to_owned() },
    ];
    let together = s.setup.camera.multiple.map_or(Stops::ZERO, Multiple::gain);
    let compensations: Vec<Compensation> =
        Metering::ALL.into_iter().filter_map(|metering| compensation(s, frame, metering, together)).collect();
    let any = modes.iter().any(|mode| mode.may) && compensations.iter().any(|one| !one.beyond);
    let advice = match (any, changing, by_flash) {
        (false, ..) => words::MANUAL_ALONE,
        (true, true, false) => words::FOLLOW,
        (true, true, true) => words::FOLLOW_WITH_FLASH,
        (true, false, _) => words::STEADY,
    };
    let known = s.body.own_meter_told().map(|told| told + words::RECKONED_IN);
    let own_meter = known.unwrap_or_else(|| words::OWN_METER_UNKNOWN.to_owned());
    CameraModes { compensations, modes, advice, own_meter }
}

/// How much of the light on the face is flash, as a setup stands.
#[must_use]
pub fn flash_on_face(s: &Situation<'_>) -> Share {
    let assessment = crate::assess::assess_situation(s);
    assessment.level(Patch::Face).map_or(Share::nearest(0.0), |face| face.flash_share)
}

/// From so many turns of the ladder in an hour on, the light changes by the minute.
const TURNS: f64 = 3.0;

/// Whether the light of a ladder changes by the minute.
#[must_use]
pub fn changes_by_the_minute(rungs: usize, minutes: f64) -> bool {
    rungs as f64 > TURNS * (minutes / 60.0).max(0.5)
}

#[cfg(test)]
mod tests;
