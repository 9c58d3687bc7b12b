//! A day as a whole: its sun, its names of light, its cloud, and its setups with light, readings and ladder.

use crate::check::FieldError;
use crate::day::{DayLight, DayRemark, ReadingPoint, SetupCurve, SetupLight, light_of, readings, remarks};
use crate::forecast::Standing;
use crate::kit::Kit;
use crate::ladder::{Ladder, Ladders};
use crate::marks::stops_amount;
use crate::quantity::{Bearing, ClockTime, Degrees, Ev100, Id, Share};
use crate::say;
use crate::setup::{Patch, Setup, Slot, Standby};
use crate::sky::{Haze, clear_sky};
use crate::sun::{SunEventKind, WindowKind, events, windows};
use crate::terms::Terms;
use serde::Serialize;

/// The sun at a minute.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct SunPoint {
    /// Minutes after midnight.
    pub minute: usize,
    /// Its bearing.
    pub azimuth: Bearing,
    /// How high it is seen.
    pub elevation: Degrees,
    /// How high the skyline stands there, as seen from the chosen setup's spot.
    pub skyline: Degrees,
}

/// Light of a name, and when.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct NamedWindow {
    /// Which.
    pub kind: WindowKind,
    /// What it is called.
    pub name: String,
    /// Minutes after midnight.
    pub from: usize,
    /// Minutes after midnight.
    pub until: usize,
    /// When it begins.
    pub begins: ClockTime,
    /// When it ends.
    pub ends: ClockTime,
}

/// What the sun does, and when.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct NamedEvent {
    /// What.
    pub kind: SunEventKind,
    /// In words.
    pub name: String,
    /// Minutes after midnight.
    pub minute: f64,
    /// When, to the minute.
    pub clock: ClockTime,
}

/// Cloud at a full hour.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct CloudHour {
    /// Minutes after midnight.
    pub minute: usize,
    /// The cover.
    pub cover: Share,
}

/// The light of a setup at a minute, bent to its readings.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct LightPoint {
    /// Minutes after midnight.
    pub minute: usize,
    /// On the face.
    pub face: Option<Ev100>,
    /// On the background.
    pub background: Option<Ev100>,
}

/// A setup on the day.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct DaySetup {
    /// Its name.
    pub name: String,
    /// When it is made in place of the one before it; none where it is made anyway.
    pub standby: Option<Standby>,
    /// When it is made, and what its light is then.
    pub light: SetupLight,
    /// Where and when, as it was placed.
    pub slot: Option<Slot>,
    /// The minute it begins; none until it is placed.
    pub from: Option<usize>,
    /// The minute it is done.
    pub until: Option<usize>,
    /// Its light over the day, every few minutes; only for the setup that was asked for.
    pub curve: Vec<LightPoint>,
    /// Its readings that have a time; only for the setup that was asked for.
    pub readings: Vec<ReadingPoint>,
}

/// Everything the Day screen shows.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct DayAnswer {
    /// How many minutes the strip has.
    pub minutes: usize,
    /// The minute work begins.
    pub from: usize,
    /// The minute work ends.
    pub until: usize,
    /// What the clock shows at each full quarter of an hour, for the axis.
    pub clocks: Vec<ClockTime>,
    /// The sun, every five minutes.
    pub sun: Vec<SunPoint>,
    /// Light of a name.
    pub windows: Vec<NamedWindow>,
    /// What the sun does.
    pub events: Vec<NamedEvent>,
    /// Cloud.
    pub clouds: Vec<CloudHour>,
    /// The setups, in their order.
    pub setups: Vec<DaySetup>,
    /// The ladder of the setup that was asked for.
    pub ladder: Option<Ladder>,
    /// What to mind.
    pub remarks: Vec<DayRemark>,
    /// What is unusual about the day itself: clocks that change, a sun that does not rise or set.
    pub notes: Vec<String>,
    /// How far the light may be off by the haze alone, in words; none where it does not count.
    pub haze: Option<String>,
}

/// The step of the curves that are drawn, in minutes.
const STEP: usize = 5;
fn points(day: &DayLight<'_>, standing: &Standing<'_>, curve: &SetupCurve<'_>) -> Vec<LightPoint> {
    let at = |minute: usize| {
        let now = curve.at(minute as f64, &day.modelled(standing, minute));
        let ev = |patch: Patch| now.ev(patch).map(Ev100::nearest);
        LightPoint { minute, face: ev(Patch::Face), background: ev(Patch::Background) }
    };
    (0..day.timeline.minutes).step_by(STEP).map(at).collect()
}

/// A day whose sun stays under this height has no haze worth telling, in degrees.
const HAZE_TOLD: f64 = 5.0;

/// How far the day's light may be off by the haze alone, at its highest sun; none under cloud or where it stays low.
fn haze_note(day: &DayLight<'_>) -> Option<String> {
    let (minute, sun) = day.track.iter().enumerate().max_by(|a, b| a.1.apparent.total_cmp(&b.1.apparent))?;
    if sun.apparent < HAZE_TOLD || day.light[minute].skies[2] > 0.5 {
        return None;
    }
    let (least, most) = (clear_sky(Haze::VeryClear, sun.apparent), clear_sky(Haze::Hazy, sun.apparent));
    let sky = (most.sky_horizontal / least.sky_horizontal).log2();
    let sunlit = (least.direct_normal / most.direct_normal).log2();
    Some(say::outlook::haze_spread(stops_amount(sky), stops_amount(sunlit)))
}

fn notes(day: &DayLight<'_>) -> Vec<String> {
    let mut notes = Vec::new();
    if let Some((minute, by)) = day.timeline.change() {
        let clock = day.timeline.clock(minute as f64);
        let way = if by > 0 { "forward" } else { "back" };
        notes.push(say::outlook::clocks_change(way, by.abs(), &clock));
    }
    let (lowest, highest) =
        day.track.iter().fold((90f64, -90f64), |(low, high), sun| (low.min(sun.elevation), high.max(sun.elevation)));
    if lowest > crate::sun::RISE_AND_SET {
        notes.push(say::outlook::NO_SUNSET.to_owned());
    } else if highest < crate::sun::RISE_AND_SET {
        notes.push(say::outlook::NO_SUNRISE.to_owned());
    }
    notes
}

/// All of a day: sun, windows, cloud, setups, and for the one that is chosen its light, readings and ladder.
///
/// `clock` is the minute it is: readings after it are not known yet; without it all are. The ladder begins when the
/// chosen setup does, or at `clock` when that is later.
///
/// # Errors
/// Every problem of the chosen setup, each at its field.
pub fn outlook(
    day: &DayLight<'_>,
    setups: &[(Id, Setup)],
    chosen: Option<&Id>,
    kit: &Kit,
    terms: impl Into<Terms>,
    clock: Option<usize>,
    ladders: &Ladders,
) -> Result<DayAnswer, Vec<FieldError>> {
    let (timeline, terms) = (day.timeline, terms.into());
    let spot = setups.iter().find(|(id, _)| chosen == Some(id)).and_then(|(_, setup)| setup.slot.as_ref());
    let spot = spot.and_then(|slot| day.day.place.spot(&slot.spot));
    // The sun leaves a spot when it goes behind what stands about that spot.
    let horizon = spot.map_or(&day.day.place.horizon, |spot| day.day.place.horizon_at(spot));
    let known_until = clock.map(|minute| minute as f64);
    let named = |kind: WindowKind, from: usize, until: usize| NamedWindow {
        kind,
        name: kind.words().to_owned(),
        from,
        until,
        begins: timeline.clock(from as f64),
        ends: timeline.clock(until as f64),
    };
    let mut on_day = Vec::new();
    let mut ladder_of_chosen = None;
    for (id, setup) in setups {
        let is_chosen = chosen == Some(id);
        let light = light_of(day, id, setup);
        let from = light.from.as_ref().and_then(|time| timeline.minute_of(time).ok());
        let minutes = setup.slot.as_ref().map_or(0, |slot| slot.minutes.minutes() as usize);
        if let (true, Some(begins)) = (is_chosen, from) {
            ladder_of_chosen = Some(ladders.ladder(day, (id, setup), kit, terms, begins, known_until)?);
        }
        let standing = day.standing(setup).filter(|_| is_chosen);
        let curve = standing.as_ref().map(|standing| day.curve(standing, known_until));
        on_day.push(DaySetup {
            name: setup.name.to_string(),
            standby: setup.standby,
            slot: setup.slot.clone(),
            until: from.map(|from| from + minutes),
            from,
            light,
            curve: standing.as_ref().zip(curve.as_ref()).map_or_else(Vec::new, |(on, curve)| points(day, on, curve)),
            readings: if is_chosen { readings(day, setup, curve.as_ref(), known_until) } else { Vec::new() },
        });
    }
    Ok(DayAnswer {
        minutes: timeline.minutes,
        from: timeline.from,
        until: timeline.until,
        clocks: (0..=timeline.minutes).step_by(15).map(|minute| timeline.clock(minute as f64)).collect(),
        sun: (0..timeline.minutes)
            .step_by(STEP)
            .map(|minute| {
                let sun = day.track[minute];
                SunPoint {
                    minute,
                    azimuth: Bearing::turned(sun.azimuth),
                    elevation: Degrees::nearest(sun.apparent),
                    skyline: Degrees::nearest(horizon.altitude(sun.azimuth)),
                }
            })
            .collect(),
        windows: windows(&day.track).iter().map(|window| named(window.kind, window.from, window.until)).collect(),
        events: events(&day.track, horizon)
            .into_iter()
            .map(|event| NamedEvent {
                kind: event.kind,
                name: event.kind.words().to_owned(),
                minute: event.minute,
                clock: timeline.clock(event.minute),
            })
            .collect(),
        clouds: (0..timeline.minutes)
            .step_by(60)
            .map(|minute| CloudHour { minute, cover: Share::nearest(day.day.clouds.cover(minute as f64)) })
            .collect(),
        remarks: remarks(day, setups),
        notes: notes(day),
        haze: haze_note(day),
        setups: on_day,
        ladder: ladder_of_chosen,
    })
}
