use super::{Day, Timeline};
use crate::exposure::MeterConstants;
use crate::forecast::{Around, Bent, Forecast, ForecastLevel, Known, Modelled, Standing, Unread, bent, modelled};
use crate::geometry::DVec3;
use crate::place::Spot;
use crate::quantity::{Degrees, Ev100, Kelvin, Share, Stops, turn};
use crate::scene::Sun;
use crate::setup::Setup;
use crate::situation::{PATCHES, reading_level};
use crate::sky::{SkyLight, sky_light};
use crate::sun::{SunAt, sun_at};

/// Sun and sky over every minute of a day.
#[derive(Debug, Clone)]
pub struct DayLight<'a> {
    /// The day.
    pub day: &'a Day,
    /// Its minutes.
    pub timeline: &'a Timeline,
    /// The sun, each minute.
    pub track: Vec<SunAt>,
    /// Its light and the sky's, each minute.
    pub light: Vec<SkyLight>,
    /// The meter that levels are told by.
    pub meter: MeterConstants,
}

/// Likely error of the model alone, in stops: clear skies of one haze, and of what stands around (the program's own
/// estimate; a reading takes it down to the meter's).
const MODEL_ERROR: f64 = 1.0;
/// Likely error where lamps alone light the face: they were metered, but not there and then.
const LAMPS_ERROR: f64 = 2.0 / 3.0;
/// Of a difference read on another patch of the picture this part is the sky's and counts here too (the program's own
/// estimate).
const SHARED: f64 = 0.5;

/// Sun and sky at one minute.
pub(super) fn sky_at(day: &Day, timeline: &Timeline, minute: f64) -> (SunAt, SkyLight) {
    let sun = sun_at(day.place.earth(), timeline.at(minute));
    // Cloud goes by the clock on the wall, as forecasts do.
    (sun, sky_light(day.haze, day.clouds.cover(minute), sun))
}

/// The light about a spot at one minute.
pub(super) fn around_at<'a>(
    day: &'a Day,
    timeline: &Timeline,
    meter: MeterConstants,
    spot: &'a Spot,
    minute: f64,
) -> Around<'a> {
    let (sun, light) = sky_at(day, timeline, minute);
    Around { spot, horizon: day.place.horizon_at(spot), sun, light, meter }
}

impl<'a> DayLight<'a> {
    /// Works the day out.
    #[must_use]
    pub fn of(day: &'a Day, timeline: &'a Timeline, meter: MeterConstants) -> DayLight<'a> {
        let minutes = (0..timeline.minutes).map(|minute| sky_at(day, timeline, minute as f64));
        let (track, light) = minutes.unzip();
        DayLight { day, timeline, track, light, meter }
    }

    /// The light about a spot at a minute.
    #[must_use]
    pub fn around<'s>(&'s self, spot: &'s Spot, minute: usize) -> Around<'s> {
        let minute = minute.min(self.track.len().saturating_sub(1));
        let horizon = self.day.place.horizon_at(spot);
        Around { spot, horizon, sun: self.track[minute], light: self.light[minute], meter: self.meter }
    }
}

/// A setup's light, model and readings together.
#[derive(Debug)]
pub(crate) struct SetupCurve<'a> {
    setup: &'a Setup,
    known: [Vec<Known>; 5],
}

impl<'a> SetupCurve<'a> {
    /// Takes the readings in that have a time up to `until`; `model` tells the model's levels at a minute.
    pub(crate) fn new(
        setup: &'a Setup,
        timeline: &Timeline,
        meter: MeterConstants,
        until: Option<f64>,
        model: impl Fn(f64) -> Modelled,
    ) -> SetupCurve<'a> {
        let mut known: [Vec<Known>; 5] = Default::default();
        for (index, reading) in setup.readings.iter().enumerate() {
            let Some(minute) = reading.time.as_ref().and_then(|time| timeline.minute_of(time).ok()) else { continue };
            let minute = minute as f64;
            let patch = PATCHES.iter().position(|patch| *patch == reading.patch).unwrap_or(0);
            if until.is_some_and(|until| minute > until) {
                continue;
            }
            if let Some(modelled) = model(minute).ev[patch] {
                let difference = reading_level(setup, reading, meter).ev() - modelled;
                known[patch].push(Known { index, minute, difference });
            }
        }
        for patch in &mut known {
            // Of two readings in the same minute the later entered counts.
            patch.sort_by(|a, b| a.minute.total_cmp(&b.minute).then(b.index.cmp(&a.index)));
            patch.dedup_by(|a, b| a.minute == b.minute);
        }
        SetupCurve { setup, known }
    }

    /// How a patch is bent at a minute, given what the model says of itself.
    fn bent(&self, patch: usize, minute: f64, unread: Unread) -> Bent {
        if !self.known[patch].is_empty() {
            return bent(&self.known[patch], minute, unread);
        }
        let other = [0usize, 1, 3, 4].into_iter().find(|other| !self.known[*other].is_empty());
        let Some(other) = other else { return bent(&[], minute, unread) };
        let found = bent(&self.known[other], minute, unread);
        // The two sides of a face stand in the same place.
        let shared = if patch < 2 && other < 2 { 1.0 } else { SHARED };
        Bent { by: found.by * shared, error: (found.error + unread.error) / 2.0, ..found }
    }

    /// The exposure value of a patch at a minute, bent, with what cards add.
    pub(crate) fn ev(&self, patch: usize, minute: f64, model: &Modelled) -> Option<f64> {
        model.ev[patch].map(|ev| {
            ev + model.cards[patch] + self.bent(patch, minute, Unread { error: MODEL_ERROR, steady: steady(model) }).by
        })
    }

    fn level(&self, patch: usize, minute: f64, model: &Modelled, cover: f64) -> Option<ForecastLevel> {
        let unread = Unread { error: unread_error(model, cover), steady: steady(model) };
        let bent = self.bent(patch, minute, unread);
        model.ev[patch].map(|ev| ForecastLevel {
            ev: Ev100::of(ev + bent.by),
            cards: Stops::of(model.cards[patch]),
            error: Stops::of(bent.error),
            reading: bent.reading.map(|known| self.setup.readings[known.index].id.clone()),
            difference: Stops::of(bent.reading.map_or(0.0, |known| known.difference)),
            age: bent.age,
        })
    }
}

/// The part of the light on a setup that lamps give: it is taken from the face.
fn steady(model: &Modelled) -> f64 {
    model.face.lamps / model.face.lux().max(1e-12)
}

/// The model's own likely error: more where a cloud may or may not stand before the sun.
fn unread_error(model: &Modelled, cover: f64) -> f64 {
    let face = model.face;
    if face.lamps > 0.9 * face.lux() {
        return LAMPS_ERROR;
    }
    MODEL_ERROR + 4.0 * cover * (1.0 - cover) * (model.cloud_takes / 2.0).min(1.0)
}

/// The sun as it stands on the set: turned from where the camera looks; none while it is down, behind the skyline or
/// kept off the spot.
fn on_set(around: &Around<'_>) -> Option<Sun> {
    let open = !around.spot.is_indoors() && !matches!(around.spot.surroundings, crate::place::Surroundings::Shade);
    let over = around.sun_over_skyline();
    let lux = around.light.direct_normal * over;
    (open && over > 0.05 && around.sun.apparent > 0.0 && around.light.skies[2] < 0.9).then(|| Sun {
        bearing: Degrees::nearest(tenth(turn(around.spot.camera_looks.degrees(), around.sun.azimuth))),
        elevation: Degrees::nearest(tenth(around.sun.apparent)),
        level: Ev100::of(tenth(around.meter.incident_level(lux.max(1e-3)))),
    })
}

/// A colour as finely as it is known.
fn to_fifty(kelvin: f64) -> Kelvin {
    Kelvin::of((kelvin / 50.0).round() * 50.0)
}

fn tenth(value: f64) -> f64 {
    (value * 10.0).round() / 10.0
}

/// What the day's forecast says of a setup so many minutes after midnight; none where the setup has no spot. Readings
/// after `until` are not known yet.
#[must_use]
pub fn forecast_at(
    day: &Day,
    timeline: &Timeline,
    meter: MeterConstants,
    setup: &Setup,
    minute: f64,
    until: Option<f64>,
) -> Option<Forecast> {
    let spot = day.place.spot(&setup.slot.as_ref()?.spot)?;
    let around = |minute: f64| around_at(day, timeline, meter, spot, minute);
    let standing = Standing::of(setup, spot);
    let model = |minute: f64| modelled(&standing, &around(minute));
    let curve = SetupCurve::new(setup, timeline, meter, until, model);
    let now = around(minute);
    let here = modelled(&standing, &now);
    let cover = day.clouds.cover(minute);
    Some(Forecast {
        time: timeline.clock(minute),
        levels: std::array::from_fn(|patch| curve.level(patch, minute, &here, cover)),
        sun: on_set(&now),
        kelvin: now.colour(here.face).map(to_fifty),
        background_kelvin: now.colour(here.behind).map(to_fifty),
        sunlit: Share::nearest((here.sunlit * 20.0).round() / 20.0),
    })
}

/// What the forecast says of a setup at its own time, for whoever answers for it: none without a slot, or at a time
/// that does not exist that day.
#[must_use]
pub fn forecast(day: &Day, timeline: &Timeline, meter: MeterConstants, setup: &Setup) -> Option<Forecast> {
    let minute = timeline.minute_of(&setup.slot.as_ref()?.time).ok()?;
    forecast_at(day, timeline, meter, setup, minute as f64, None)
}

/// Whether the camera looks into the sun: it stands over the skyline within so many degrees of the lens axis.
pub(crate) fn looks_into_sun(around: &Around<'_>, within: f64) -> bool {
    let lens = crate::geometry::direction(around.spot.camera_looks.degrees(), 0.0);
    let sun: DVec3 = crate::geometry::direction(around.sun.azimuth, around.sun.apparent);
    around.sun_over_skyline() > 0.0 && crate::geometry::angle(lens, sun) < within
}
