//! Ways to stand to the sun: back fully to it with the camera aside, turned off the nose, or into it until contrast evens
//! out. Waiting and other spots are the day's to tell.

use super::change::Change;
use crate::arrange::{ASIDE, BackToTheSun};
use crate::geometry::{DVec3, angle, bearing_and_tilt, direction, turned_towards};
use crate::marks::stops_amount;
use crate::quantity::{ClockTime, Degrees, Stops, turn};
use crate::say;
use crate::scene::Sun;
use crate::setup::{Patch, Slot};
use crate::situation::Situation;
use serde::Serialize;

/// A way to stand to the sun.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(tag = "kind", rename_all = "snake_case")]
pub enum Stance {
    /// The face turned until no sun falls on the nose.
    OffTheNose {
        /// By so many degrees, to the left of whoever turns where positive.
        by: f64,
    },
    /// Back fully to the sun, the camera 45° aside.
    BackToTheSun {
        /// Whether the camera stands at the left of the face, as the face looks.
        camera_left: bool,
        /// Whether the background of the set is behind from there.
        same_background: bool,
    },
    /// One side of the face turned into the sun.
    IntoTheSun {
        /// By so many degrees, to the left where positive.
        by: f64,
    },
    /// Waiting.
    Wait {
        /// So many minutes.
        minutes: f64,
        /// How much less light there is on the face then, in stops.
        darker: f64,
    },
    /// Another spot, out of the sun.
    Shade {
        /// The walk there, in minutes.
        minutes: f64,
    },
}

/// How long a stance keeps the sun off the nose.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct Stays {
    /// So many minutes.
    pub minutes: f64,
    /// Until then.
    pub clock: ClockTime,
    /// Whether it is the sun that goes, and not the shadow.
    pub sun_goes: bool,
}

/// A way to stand to the sun, with what it leaves.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct SunWay {
    /// Which.
    pub stance: Stance,
    /// The change that makes it; none where time or spot changes.
    pub change: Option<Change>,
    /// The time and spot that make it; none where the set changes.
    pub slot: Option<Slot>,
    /// How much brighter the background then is than the face, by ambient alone.
    pub contrast: Stops,
    /// How long it stays so, where the day tells.
    pub stays: Option<Stays>,
    /// What to do.
    pub text: String,
    /// What it leaves and costs.
    pub price: String,
}

/// From this angle between where a face looks and the sun on, none falls on the nose (the program's own estimate: the nose
/// stands out beyond brow and cheeks).
const OFF_NOSE: f64 = 105.0;
/// The sun this far round from where the face looks lights one side of it (common practice: 45° to 60°).
const ONE_SIDE: f64 = 55.0;
/// A sun higher than this falls on the nose over the crown, whichever way one turns.
const OVER_CROWN: f64 = 180.0 - OFF_NOSE;
/// From this contrast on it is worth turning, waiting or walking for, in stops, and what is gained has to be so much.
pub(crate) const HIGH: f64 = 1.5;
pub(crate) const GAINED: f64 = 0.5;
/// A face turned further than this off the camera is no portrait any more.
const STILL_SEEN: f64 = 60.0;

impl Stance {
    /// So many minutes, in words.
    fn minutes(count: f64) -> String {
        if count.round() == 1.0 { "1 minute".to_owned() } else { format!("{count:.0} minutes") }
    }

    fn text(self, spot: Option<&str>) -> String {
        let side = |by: f64| if by > 0.0 { "left" } else { "right" };
        match self {
            Stance::OffTheNose { by } => say::sunward::off_the_nose(by.abs(), side(by)),
            Stance::BackToTheSun { camera_left, .. } => {
                let side = if camera_left { "left" } else { "right" };
                say::sunward::back_to_the_sun(ASIDE, side)
            }
            Stance::IntoTheSun { by } => say::sunward::into_the_sun(by.abs(), side(by)),
            Stance::Wait { minutes, .. } => format!("Wait {}", Stance::minutes(minutes)),
            Stance::Shade { minutes } => {
                let there = spot.unwrap_or("another spot");
                if minutes < 1.0 {
                    say::sunward::few_steps(there)
                } else {
                    format!("Go to {there}, {}", Stance::minutes(minutes))
                }
            }
        }
    }
}

impl SunWay {
    /// A way with its words; `spot` is what another spot is called.
    #[must_use]
    pub(crate) fn of(
        stance: Stance,
        (change, slot): (Option<Change>, Option<Slot>),
        contrast: f64,
        stays: Option<Stays>,
        spot: Option<&str>,
    ) -> SunWay {
        let mut said = Vec::new();
        match stance {
            Stance::OffTheNose { .. } | Stance::BackToTheSun { .. } => {
                let long = stays.as_ref().map_or_else(String::new, |stays| {
                    let until = if stays.sun_goes { say::sunward::UNTIL_SUN_GOES } else { "" };
                    format!(" for {}{until} ({})", Stance::minutes(stays.minutes), stays.clock)
                });
                said.push(say::sunward::off_nose(&long));
            }
            Stance::IntoTheSun { .. } => said.push(say::sunward::ONE_SIDE.to_owned()),
            Stance::Wait { darker, .. } if darker > 1.0 / 6.0 => {
                said.push(format!("{} less light", stops_amount(darker)))
            }
            Stance::Wait { .. } => {}
            Stance::Shade { .. } => said.push(say::sunward::ANOTHER_BACKGROUND.to_owned()),
        }
        let left = stops_amount(contrast);
        said.push(if contrast < 1.0 / 6.0 && contrast > -1.0 / 6.0 {
            say::sunward::NO_CONTRAST.to_owned()
        } else if contrast > 0.0 {
            format!("contrast {left}")
        } else {
            say::sunward::background_darker(&left)
        });
        if let Stance::BackToTheSun { same_background: false, .. } = stance {
            said.push(say::sunward::ANOTHER_BACKGROUND.to_owned());
        }
        let price = crate::say::capital(&said.join("; ")) + ".";
        SunWay { stance, change, slot, contrast: Stops::of(contrast), stays, text: stance.text(spot), price }
    }
}

/// Whether a face that looks so has sun on its nose.
#[must_use]
pub(crate) fn on_nose(looks: DVec3, sun: DVec3) -> bool {
    angle(looks, sun) < OFF_NOSE
}

/// The sun and the face it shines on.
struct Facing<'a> {
    s: &'a Situation<'a>,
    sun: Sun,
    looks: DVec3,
    contrast: f64,
}

impl Facing<'_> {
    /// The contrast left where the face looks so: the sun's part of its light goes by where the cheek turns, the rest stays.
    fn left(&self, looks: DVec3) -> f64 {
        let meter = self.s.terms.house.meter;
        let Some(face) = self.s.ambient[Patch::Face].as_ref() else { return self.contrast };
        let (at, way) = (self.s.setup.main_face().at, self.sun.towards());
        let straight = meter.illuminance(self.sun.level).lux() * self.s.field.light.is_open_to(at, way);
        let falls = |looks: DVec3| straight * turned_towards(looks, way, CHEEK).dot(way).max(0.0);
        let now = meter.illuminance(face.ev).lux();
        let rest = (now - falls(self.looks)).max(now * REST);
        self.contrast - ((rest + falls(looks)) / now).log2()
    }

    /// The way to look that is so far round from the sun, on the nearer side, and how far to turn for it.
    fn round_from_sun(&self, off: f64) -> (f64, DVec3) {
        let (bearing, _) = bearing_and_tilt(self.looks);
        let now = turn(self.sun.bearing.degrees(), bearing);
        let side = if now >= 0.0 { 1.0 } else { -1.0 };
        let to = self.sun.bearing.degrees() + side * off;
        (-turn(bearing, to), direction(to, 0.0))
    }
}

/// A face is round: the sun falls on the cheek turned to it, as the planner's lit side does.
const CHEEK: f64 = 45.0;
/// The part of a face's light that is not the sun's at the least.
const REST: f64 = 0.1;

/// The ways to turn, for a person in the sun whose nose it falls on, or before a background much brighter than the face.
#[must_use]
pub(crate) fn ways(s: &Situation<'_>) -> Vec<SunWay> {
    let Some(sun) = s.stage.sun.filter(|_| !s.setup.is_thing()) else { return Vec::new() };
    let facing = Facing { s, sun, looks: s.setup.main_face().gaze, contrast: s.contrast().stops() };
    let on = on_nose(facing.looks, sun.towards());
    let mut found = Vec::new();
    if !on && facing.contrast < HIGH {
        return found;
    }
    let turned = |looks: DVec3| Change::Turn { looks: Degrees::nearest(bearing_and_tilt(looks).0.round()) };
    let clears = sun.elevation.degrees() < OVER_CROWN;
    let to_camera = s.stage.eye - s.setup.main_face().at;
    // The least turn that clears it: the angle to the sun goes by height and bearing both.
    let level =
        (OFF_NOSE.to_radians().cos() / sun.elevation.degrees().to_radians().cos()).clamp(-1.0, 1.0).acos().to_degrees();
    let (by, looks) = facing.round_from_sun((level / 5.0).ceil() * 5.0);
    if on && clears && angle(looks, to_camera) <= STILL_SEEN {
        let change = Some(turned(looks));
        found.push(SunWay::of(Stance::OffTheNose { by }, (change, None), facing.left(looks), None, None));
    }
    let back = direction(sun.bearing.degrees() + 180.0, 0.0);
    let has_back =
        angle(facing.looks, back) < 10.0 && (angle(facing.looks, to_camera.with_z(0.0)) - ASIDE).abs() < 15.0;
    if clears && !has_back {
        let BackToTheSun { camera_left, same_background, .. } = BackToTheSun::of(s.setup, sun);
        let stance = Stance::BackToTheSun { camera_left, same_background };
        found.push(SunWay::of(stance, (Some(Change::BackToTheSun), None), facing.left(back), None, None));
    }
    let (by, looks) = facing.round_from_sun(ONE_SIDE);
    let left = facing.left(looks);
    if facing.contrast >= HIGH && left < facing.contrast - GAINED && angle(looks, to_camera) <= STILL_SEEN {
        found.push(SunWay::of(Stance::IntoTheSun { by }, (Some(turned(looks)), None), left, None, None));
    }
    found
}

#[cfg(test)]
mod tests;
