use super::{Bases, tone_offset};
use crate::exposure::{MeterConstants, READ_ERROR};
use crate::field::Daylight;
use crate::quantity::{ClockTime, Ev100, Id, Stops};
use crate::scene::Role;
use crate::setup::{Method, Patch, PerPatch, Reading, Setup};
use crate::sources::{Expected, Fit, Observed, Prior};
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

/// Likely error of a side of the subject, or of what is behind, by what is usual between it and what was read.
const DERIVED_ERROR: f64 = 1.0;
/// Likely error of what is usual.
const USUAL_ERROR: f64 = 2.0;
/// A face in its own shade before a sunlit background is 2–4 stops under it (common practice): the middle.
const BACKLIT: f64 = 3.0;
/// The shadow side of a face in light that was not read there is about this much under (common practice).
const SHADOW_SIDE: f64 = 0.5;
/// Likely error of a level computed from a window's own brightness: what the room is painted with is guessed.
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
        Method::Incident if !of_subject => -Bases::of(setup, meter).over_incident[Patch::Background],
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

/// The patches whose readings tell of a patch, the nearest first.
const fn told_by(patch: Patch) -> [Patch; 3] {
    use Patch::{Background, Edge, Face, ShadowSide, Sky};
    match patch {
        Face => [ShadowSide, Background, Edge],
        ShadowSide => [Face, Background, Edge],
        Edge => [ShadowSide, Face, Background],
        Background | Sky => [Face, ShadowSide, Edge],
    }
}

/// The things that have a light of their own beyond what shines: the shadow side, the edge, and what is behind.
const fn on(patch: Patch) -> &'static [usize] {
    match patch {
        Patch::Face => &[],
        Patch::ShadowSide => &[0],
        Patch::Edge => &[0, 1],
        Patch::Background => &[2],
        Patch::Sky => &[3],
    }
}

/// What shines where no day tells: what is usual for such light, in the pattern that is usual, and the windows of known
/// brightness; in lux on each patch.
fn shining(setup: &Setup, meter: MeterConstants, windows: &[PerPatch<f64>]) -> PerPatch<Vec<f64>> {
    let usual = meter.illuminance(setup.ambient.usual_level()).lux();
    let by_window = windows.iter().any(|window| window[Patch::Face] > 0.0 || window[Patch::ShadowSide] > 0.0);
    // By day the light of a room is its windows'.
    let usual = if by_window && !setup.ambient.is_artificial() { 0.0 } else { usual };
    let backlit = if setup.background.sunlit.share() >= MUCH_SUN { BACKLIT } else { 0.0 };
    PerPatch::of(|patch| {
        let pattern: f64 = match patch {
            Patch::Face | Patch::Sky => 0.0,
            Patch::ShadowSide | Patch::Edge => -SHADOW_SIDE,
            Patch::Background => backlit,
        };
        let through = windows.iter().map(|window| match patch {
            Patch::Face => window[Patch::Face].max(window[Patch::ShadowSide] * DEEPEST_SHADOW),
            // Beyond this the light off the room fills in.
            Patch::ShadowSide | Patch::Edge => window[patch].max(window[Patch::Face] * DEEPEST_SHADOW),
            // What is behind without a wall gets the light of the face.
            Patch::Background if window[patch] <= 0.0 => window[Patch::Face],
            Patch::Background | Patch::Sky => window[patch],
        });
        std::iter::once(usual * pattern.exp2()).chain(through).collect()
    })
}

/// The ambient of every patch: read, or worked out from what was read by what shines, or what is usual, and said to be so.
/// Windows of known brightness give so many lux each.
///
/// The edge exists where a light comes from behind, the sky where it was read.
pub(super) fn of_patches(
    setup: &Setup,
    meter: MeterConstants,
    windows: &[PerPatch<f64>],
) -> PerPatch<Option<PatchAmbient>> {
    let bases = Bases::of(setup, meter);
    let mut lit = shining(setup, meter, windows);
    let read = PerPatch::of(|patch| metered(setup, patch, meter));
    let own = |patch: Patch, ev: f64| ev - bases.over_incident[patch] - meter.incident_level(1.0);
    // What the sky sends down is not what shines on the set.
    let on_set = read.iter().filter(|(patch, _)| *patch != Patch::Sky);
    let read_on_set: Vec<(Patch, f64)> =
        on_set.filter_map(|(patch, read)| Some((patch, own(patch, read.as_ref()?.ev.ev())))).collect();
    // Where nothing else shines, what is usual decides nothing against a reading: it is as bright as that says.
    if let Some((patch, level)) = read_on_set.first().filter(|_| windows.is_empty()) {
        let brighter = level.exp2() / lit[*patch][0];
        lit.iter_mut().for_each(|(_, parts)| parts[0] *= brighter);
    }
    let observed: Vec<Observed> = read_on_set
        .into_iter()
        .map(|(patch, level)| {
            let (parts, on) = (lit[patch].clone(), on(patch).to_vec());
            Observed { minute: 0.0, parts, level, error: READ_ERROR, cover: 0.0, on }
        })
        .collect();
    let steady = |error: f64| Prior { error, lasts: f64::INFINITY };
    let windows = std::iter::repeat_n(steady(WINDOW_ERROR), windows.len());
    let expected = Expected {
        sources: std::iter::once(steady(USUAL_ERROR)).chain(windows).collect(),
        things: vec![steady(DERIVED_ERROR); 4],
        sun: None,
    };
    let fit = Fit::of(&expected, &observed);
    let scales = fit.scales(0.0);
    let from_behind = setup.lights.iter().any(|light| light.on && setup.role(light) == Role::Behind);
    let worked_out = |patch: Patch| {
        let given: Vec<f64> = lit[patch].iter().zip(&scales).map(|(lux, scale)| lux * scale.exp2()).collect();
        let lux: f64 = given.iter().sum();
        let shares: Vec<f64> = given.iter().map(|given| given / lux).collect();
        let level = meter.incident_level(lux) + bases.over_incident[patch] + fit.beyond(0.0, on(patch));
        let by = told_by(patch).into_iter().find(|of| newest(setup, *of).is_some());
        let source = match by {
            Some(patch) => Source::Derived { patch },
            None if shares[0] > 0.5 => Source::Usual,
            None => Source::Windows,
        };
        let error = if source == Source::Usual { USUAL_ERROR } else { fit.error(0.0, &shares, on(patch)) };
        PatchAmbient { ev: Ev100::of(level), source, error: Stops::of(error) }
    };
    PerPatch::of(|patch| match (&read[patch], patch) {
        (_, Patch::Edge) if !from_behind => None,
        (Some(read), _) => Some(read.clone()),
        (None, Patch::Sky) => None,
        (None, _) => Some(worked_out(patch)),
    })
}

/// A reading this old, in minutes, is what the meter says now.
const JUST_READ: f64 = 1.0;

/// What the day's forecast says in place of what is derived or usual, and of readings made at another time. A reading
/// without a time is taken as made now.
pub(super) fn take_forecast(ambient: &mut PerPatch<Option<PatchAmbient>>, setup: &Setup) {
    let Some(forecast) = &setup.forecast else { return };
    for (patch, level) in forecast.levels.iter() {
        let Some(level) = level else { continue };
        let undated = newest(setup, patch).is_some_and(|reading| reading.time.is_none());
        // A patch that is not looked after, as a sky nobody read, is not brought in by the forecast.
        let Some(patch) = &mut ambient[patch] else { continue };
        // A reading that is not known yet is not what the forecast goes by.
        let goes_by = |read: &Id| level.reading.as_ref() == Some(read) && level.age <= JUST_READ;
        let just_read = matches!(&patch.source, Source::Metered { reading } if goes_by(reading));
        if undated || just_read {
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

/// What cards add to what was metered or worked out without them. A forecast knows that itself.
pub(super) fn add_cards(
    ambient: &mut PerPatch<Option<PatchAmbient>>,
    daylight: &Daylight,
    meter: MeterConstants,
    bases: &Bases,
) {
    for (patch, cards) in daylight.cards.iter().filter(|(_, cards)| **cards > 0.0) {
        let off_cards = meter.incident_level(*cards) + bases.over_incident[patch];
        if let Some(patch) = &mut ambient[patch] {
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
        of_patches(setup, MeterConstants::default(), &[])[Patch::Face].clone().unwrap()
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

    /// A window by what it gives face, shadow side and wall, in lux.
    fn window([face, shadow, wall]: [f64; 3]) -> PerPatch<f64> {
        PerPatch::of(|patch| match patch {
            Patch::Face => face,
            Patch::ShadowSide => shadow,
            Patch::Background => wall,
            Patch::Edge | Patch::Sky => 0.0,
        })
    }

    fn levels(setup: &Setup, windows: &[PerPatch<f64>]) -> PerPatch<Option<PatchAmbient>> {
        of_patches(setup, MeterConstants::default(), windows)
    }

    fn ev_of(found: &PerPatch<Option<PatchAmbient>>, patch: Patch) -> f64 {
        found[patch].as_ref().unwrap().ev.ev()
    }

    /// 2 560 lx of a window are EV 10 (C = 250); its shadow side and the wall go by what it gives them, until one of them is
    /// read: then the window was so much dimmer, for all of them.
    #[test]
    fn a_window_of_known_brightness_lights_face_and_wall() {
        let mut setup = sample::portrait();
        setup.readings.clear();
        setup.background.sunlit = crate::quantity::Share::nearest(0.0);
        let window = [window([2_560.0, 640.0, 320.0])];
        let wall = Bases::of(&setup, MeterConstants::default()).over_incident[Patch::Background];
        let found = levels(&setup, &window);
        assert_eq!(found[Patch::Face].as_ref().unwrap().source, Source::Windows);
        for (patch, ev) in [(Patch::Face, 10.0), (Patch::ShadowSide, 8.0), (Patch::Background, 7.0 + wall)] {
            assert!((ev_of(&found, patch) - ev).abs() < 1e-9, "{patch:?}: {found:?}");
        }
        setup.readings = vec![reading("f", Patch::Face, Method::Incident, 9.0, None)];
        let read = levels(&setup, &window);
        assert_eq!(read[Patch::Background].as_ref().unwrap().source, Source::Derived { patch: Patch::Face });
        for patch in [Patch::Face, Patch::ShadowSide, Patch::Background] {
            let dimmer = ev_of(&found, patch) - ev_of(&read, patch);
            assert!((0.9..=1.0).contains(&dimmer), "{patch:?}: {dimmer}");
            assert!(read[patch].as_ref().unwrap().error.stops() < 1.1);
        }
        // The far side falls no further than three stops.
        let steep = levels(&Setup { readings: Vec::new(), ..setup.clone() }, &[self::window([2_560.0, 10.0, 0.0])]);
        assert!((ev_of(&steep, Patch::Face) - ev_of(&steep, Patch::ShadowSide) - 3.0).abs() < 1e-9);
    }

    /// By lamps and a window both are there; a wall read brighter than they make it tells of the less sure lamps.
    #[test]
    fn lamps_and_a_window_are_told_apart() {
        let mut setup = sample::portrait();
        setup.readings.clear();
        setup.background.sunlit = crate::quantity::Share::nearest(0.0);
        setup.ambient = crate::colour::AmbientColour::WarmLamps;
        let lamps = setup.ambient.usual_level().ev();
        let lux = |ev: f64| 2.5 * ev.exp2();
        // As bright as the lamps on the face, and not there on the wall.
        let window = [window([lux(lamps), lux(lamps - 1.0), lux(lamps - 9.0)])];
        let both = levels(&setup, &window);
        assert!((ev_of(&both, Patch::Face) - lamps - 1.0).abs() < 1e-9, "{both:?}");
        let wall = Bases::of(&setup, MeterConstants::default()).over_incident[Patch::Background];
        setup.readings = vec![reading("w", Patch::Background, Method::Reflected, lamps + wall + 2.0, None)];
        let read = levels(&setup, &window);
        let brighter = ev_of(&read, Patch::Face) - ev_of(&both, Patch::Face);
        // Of two stops the lamps take four fifths, and are half of the light on the face.
        let lamps_take: f64 = 2.0 * 4.0 / (4.0 + 1.0 + 0.0225);
        assert!((brighter - ((1.0 + lamps_take.exp2()) / 2.0).log2()).abs() < 0.02, "{brighter}");
        assert_eq!(read[Patch::Face].as_ref().unwrap().source, Source::Derived { patch: Patch::Background });
    }

    /// A sky that was read says nothing of the face.
    #[test]
    fn the_sky_tells_of_itself_alone() {
        let mut setup = sample::portrait();
        setup.readings = vec![reading("s", Patch::Sky, Method::Reflected, 14.0, None)];
        let found = levels(&setup, &[]);
        assert_eq!(found[Patch::Face].as_ref().unwrap().source, Source::Usual);
        assert_eq!(ev_of(&found, Patch::Face), setup.ambient.usual_level().ev());
        assert_eq!(ev_of(&found, Patch::Sky), 14.0);
    }
}
