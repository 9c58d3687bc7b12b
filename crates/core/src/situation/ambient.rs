use super::{Bases, tone_offset};
use crate::exposure::{MeterConstants, READ_ERROR};
use crate::field::Daylight;
use crate::quantity::{ClockTime, Ev100, Id, Stops};
use crate::scene::Role;
use crate::setup::{Method, Patch, Reading, Setup};
use serde::Serialize;

/// Where a level comes from.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(tag = "from", rename_all = "snake_case")]
pub enum Source {
    /// A reading.
    Metered {
        /// Which.
        reading: Id,
    },
    /// Another patch's reading, by what is usual between the two.
    Derived {
        /// Which patch was read.
        patch: Patch,
    },
    /// Daylight through the windows of the set.
    Windows,
    /// The day's forecast, bent to a reading where there is one.
    Forecast {
        /// The time it is for.
        time: ClockTime,
        /// The reading.
        reading: Option<Id>,
        /// How far that was from the model, in stops.
        difference: Stops,
        /// How long before or after, in minutes.
        age: f64,
    },
    /// What such light usually meters.
    Usual,
}

/// The ambient on a patch.
#[derive(Debug, Clone, PartialEq)]
pub struct PatchAmbient {
    /// The exposure that would put it where it should be.
    pub ev: Ev100,
    /// Where that comes from.
    pub source: Source,
    /// Its likely error, to either side.
    pub error: Stops,
}

impl PatchAmbient {
    fn is_metered(&self) -> bool {
        matches!(self.source, Source::Metered { .. })
    }
}

/// Likely error of a value derived from another patch.
const DERIVED_ERROR: f64 = 1.0;
/// Likely error of what is usual.
const USUAL_ERROR: f64 = 2.0;
/// A face in its own shade before a sunlit background is 2–4 stops under it (common practice): the middle.
const BACKLIT: f64 = 3.0;
/// The shadow side of a face in light that was not read there is about this much under (common practice).
const SHADOW_SIDE: f64 = 0.5;
/// Likely error of a level computed from a window's own brightness: the room's bounce is left out.
const WINDOW_ERROR: f64 = 2.0 / 3.0;
/// The shadow side by a window falls no further than about 3 stops, since the room fills in (common practice).
const DEEPEST_SHADOW: f64 = 0.125;
/// From this share of the background in sun on, an unread face is taken as backlit.
const MUCH_SUN: f64 = 0.2;

/// The newest reading of a patch: the latest by its time, the later entered where times are equal or missing.
fn newest(setup: &Setup, patch: Patch) -> Option<&Reading> {
    setup.readings.iter().filter(|reading| reading.patch == patch).max_by(|a, b| a.time.cmp(&b.time))
}

/// The level a reading stands for, on its patch's own basis. A reflected reading of a light or dark face takes it for
/// mid-grey, so the face's tone is taken off; an incident one does not see the face.
pub(crate) fn level(setup: &Setup, reading: &Reading, meter: MeterConstants) -> Ev100 {
    let of_subject = matches!(reading.patch, Patch::Face | Patch::ShadowSide | Patch::Edge);
    let bias = match reading.method {
        Method::Reflected if of_subject => tone_offset(setup, meter),
        // The background is judged by what comes from it.
        Method::Incident if !of_subject => -Bases::of(setup, meter).over_incident[3],
        _ => 0.0,
    };
    reading.measured.level() - Stops::of(bias)
}

fn metered(setup: &Setup, patch: Patch, meter: MeterConstants) -> Option<PatchAmbient> {
    newest(setup, patch).map(|reading| PatchAmbient {
        ev: level(setup, reading, meter),
        source: Source::Metered { reading: reading.id.clone() },
        error: Stops::of(READ_ERROR),
    })
}

fn derived(from: &PatchAmbient, patch: Patch, step: f64) -> PatchAmbient {
    PatchAmbient {
        ev: from.ev + Stops::of(step),
        source: if from.source == Source::Usual { Source::Usual } else { Source::Derived { patch } },
        error: Stops::of(from.error.stops().max(DERIVED_ERROR)),
    }
}

/// The ambient of every patch: read, or derived from what was read, or what is usual, and said to be so.
///
/// The edge exists where a light comes from behind, the sky where it was read.
pub(super) fn of_patches(setup: &Setup, meter: MeterConstants) -> [Option<PatchAmbient>; 5] {
    // The same light that falls on the face comes back from the background as its surface has it.
    let sends_back = Bases::of(setup, meter).over_incident[3];
    let backlit = if setup.background.sunlit.share() >= MUCH_SUN { BACKLIT } else { 0.0 };
    let [read_face, read_shadow, read_edge, read_background, sky] =
        super::PATCHES.map(|patch| metered(setup, patch, meter));
    let face = read_face
        .or_else(|| read_shadow.as_ref().map(|shadow| derived(shadow, Patch::ShadowSide, SHADOW_SIDE)))
        .or_else(|| read_background.as_ref().map(|back| derived(back, Patch::Background, -backlit - sends_back)))
        .unwrap_or_else(|| PatchAmbient {
            ev: setup.ambient.usual_level(),
            source: Source::Usual,
            error: Stops::of(USUAL_ERROR),
        });
    let shadow = read_shadow.unwrap_or_else(|| derived(&face, Patch::Face, -SHADOW_SIDE));
    let background = read_background.unwrap_or_else(|| derived(&face, Patch::Face, backlit + sends_back));
    let from_behind = setup.lights.iter().any(|light| light.on && setup.role(light) == Role::Behind);
    let edge = from_behind.then(|| read_edge.unwrap_or_else(|| derived(&shadow, Patch::ShadowSide, 0.0)));
    [Some(face), Some(shadow), edge, Some(background), sky]
}

/// A reading this old, in minutes, is what the meter says now.
const JUST_READ: f64 = 1.0;

/// What the day's forecast says in place of what is derived or usual, and of readings made at another time. A reading
/// without a time is taken as made now.
pub(super) fn take_forecast(ambient: &mut [Option<PatchAmbient>; 5], setup: &Setup) {
    let Some(forecast) = &setup.forecast else { return };
    for (index, level) in forecast.levels.iter().enumerate() {
        let Some(level) = level else { continue };
        let undated = newest(setup, super::PATCHES[index]).is_some_and(|reading| reading.time.is_none());
        // A patch that is not looked after, as a sky nobody read, is not brought in by the forecast.
        let Some(patch) = &mut ambient[index] else { continue };
        if undated || (patch.is_metered() && level.age <= JUST_READ) {
            patch.ev = patch.ev + level.cards;
            continue;
        }
        *patch = PatchAmbient {
            ev: level.ev + level.cards,
            source: Source::Forecast {
                time: forecast.time.clone(),
                reading: level.reading.clone(),
                difference: level.difference,
                age: level.age,
            },
            error: level.error,
        };
    }
}

/// What daylight on the set adds: where the face was not metered, windows of known brightness give its level; where it
/// was, they still tell how the two sides of it differ; and cards add to what was metered without them. A forecast knows
/// all of that itself.
pub(super) fn add_daylight(
    ambient: &mut [Option<PatchAmbient>; 5],
    setup: &Setup,
    daylight: &Daylight,
    meter: MeterConstants,
    bases: &Bases,
) {
    if setup.forecast.is_some() {
        return;
    }
    let by_windows = |lux: f64| PatchAmbient {
        ev: Ev100::of(meter.incident_level(lux)),
        source: Source::Windows,
        error: Stops::of(WINDOW_ERROR),
    };
    let windows = daylight.windows;
    let unread = |patch: &Option<PatchAmbient>| !patch.as_ref().is_some_and(PatchAmbient::is_metered);
    if windows[0] > 0.0 {
        let shadow = unread(&ambient[1]);
        if unread(&ambient[0]) && shadow {
            ambient[0] = Some(by_windows(windows[0]));
        }
        if let (Some(face), true) = (&ambient[0], shadow) {
            // Beyond this the light off the room fills in.
            let step = (windows[1] / windows[0]).max(DEEPEST_SHADOW).log2();
            ambient[1] = Some(derived(face, Patch::Face, step));
        }
    }
    for (index, cards) in daylight.cards.into_iter().enumerate() {
        if let Some(patch) = ambient[index].as_mut().filter(|_| cards > 0.0) {
            let off_cards = meter.incident_level(cards) + bases.over_incident[index];
            patch.ev = Ev100::of((patch.ev.ev().exp2() + off_cards.exp2()).log2());
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::quantity::ClockTime;
    use crate::sample;
    use crate::setup::{Measured, Tone};
    use rstest::rstest;

    fn reading(id: &str, patch: Patch, method: Method, ev: f64, time: Option<&str>) -> Reading {
        Reading {
            id: Id::new(id).unwrap(),
            patch,
            method,
            measured: Measured::Ev { ev: Ev100::new(ev).unwrap() },
            time: time.map(|t| ClockTime::new(t).unwrap()),
        }
    }

    fn face_of(setup: &Setup) -> PatchAmbient {
        of_patches(setup, MeterConstants::default())[0].clone().unwrap()
    }

    /// Reflected readings need the subject's own lightness, incident ones do not: `log2(ρ·C/(π·K))` for what sends back
    /// 0.42 and 0.08 of the light, worked by hand.
    #[rstest]
    #[case::incident(Method::Incident, Tone::VeryLight, 10.0)]
    #[case::very_light_skin(Method::Reflected, Tone::VeryLight, 8.581)]
    #[case::very_dark_skin(Method::Reflected, Tone::VeryDark, 10.973)]
    #[case::medium(Method::Reflected, Tone::Medium, 10.0)]
    fn meters_see_mid_grey(#[case] method: Method, #[case] tone: Tone, #[case] ev: f64) {
        let mut setup = sample::portrait();
        setup.subject.tone = tone;
        setup.readings = vec![reading("r", Patch::Face, method, 10.0, None)];
        assert!((face_of(&setup).ev.ev() - ev).abs() < 0.001);
    }

    #[test]
    fn the_newest_reading_of_a_patch_counts() {
        let mut setup = sample::portrait();
        setup.readings = vec![
            reading("late", Patch::Face, Method::Incident, 9.0, Some("18:40")),
            reading("early", Patch::Face, Method::Incident, 10.0, Some("18:10")),
            reading("undated", Patch::Face, Method::Incident, 12.0, None),
        ];
        assert_eq!(face_of(&setup).source, Source::Metered { reading: Id::new("late").unwrap() });
    }

    #[test]
    fn without_readings_the_level_is_usual_and_says_so() {
        let mut setup = sample::portrait();
        setup.readings.clear();
        let face = face_of(&setup);
        assert_eq!(face.source, Source::Usual);
        assert_eq!(face.error.stops(), 2.0);
    }

    #[test]
    fn an_unread_face_before_sun_is_taken_as_backlit() {
        let mut setup = sample::portrait();
        setup.readings = vec![reading("b", Patch::Background, Method::Reflected, 13.0, None)];
        // Three stops under the light on the ground behind, whose surface of a tenth reads 0.65 darker than that.
        let ground = 0.1f64 * 250.0 / (std::f64::consts::PI * 12.5);
        assert!((face_of(&setup).ev.ev() - (10.0 - ground.log2())).abs() < 1e-9, "{:?}", face_of(&setup));
        assert_eq!(face_of(&setup).source, Source::Derived { patch: Patch::Background });
    }
}
