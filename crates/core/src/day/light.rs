use super::{Day, SetupCurve, Timeline};
use crate::colour::Temperature;
use crate::exposure::MeterConstants;
use crate::forecast::{AmbientSource, Around, FarOff, Forecast, Leaves, PatchLight, Standing, modelled};
use crate::geometry::DVec3;
use crate::house::SkyKind;
use crate::place::{Spot, Surroundings};
use crate::quantity::{Degrees, Duv, Ev100, Kelvin, Share, Stops, turn};
use crate::scene::Sun;
use crate::set::Skyline;
use crate::setup::{Patch, PerPatch, Reading, Setup};
use crate::sky::{SkyLight, sky_light};
use crate::sun::{RISE_AND_SET, SunAt, sun_at};

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
    let sun_then = |minute: f64| sun_at(day.place.earth(), timeline.at(minute));
    let near_night = near_night(minute, sun_then);
    Around { spot, horizon: day.place.horizon_at(spot), sun, near_night, light, meter }
}

/// Light is golden by the clock from so many minutes before sunset, and until as many after sunrise (common practice).
const BY_THE_CLOCK: f64 = 120.0;

/// Whether the sun is down so soon, or was so lately.
fn near_night(minute: f64, sun: impl Fn(f64) -> SunAt) -> bool {
    [-BY_THE_CLOCK, BY_THE_CLOCK].into_iter().any(|by| sun(minute + by).elevation < RISE_AND_SET)
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
        let beyond = |minute: f64| sun_at(self.day.place.earth(), self.timeline.at(minute));
        let tracked = |minute: f64| (minute >= 0.0).then(|| self.track.get(minute as usize).copied()).flatten();
        let near_night = near_night(minute as f64, |then| tracked(then).unwrap_or_else(|| beyond(then)));
        let (sun, light) = (self.track[minute], self.light[minute]);
        Around { spot, horizon, sun, near_night, light, meter: self.meter }
    }
}

/// The sun as it stands on the set: turned from where the camera looks; none while it is down, behind the skyline or
/// kept off the spot.
fn on_set(around: &Around<'_>) -> Option<Sun> {
    let through = around.spot.surroundings.sun_through();
    let over = around.sun_over_skyline();
    let lux = around.light.direct_normal * over * through;
    (through > 0.0 && over > 0.05 && around.sun.apparent > 0.0 && around.light.skies[2] < 0.9).then(|| Sun {
        bearing: Degrees::nearest(tenth(turn(around.spot.camera_looks.degrees(), around.sun.azimuth))),
        elevation: Degrees::nearest(tenth(around.sun.apparent)),
        level: Ev100::of(tenth(around.meter.incident_level(lux.max(1e-3)))),
    })
}

/// A temperature as finely as it is known.
fn to_fifty(colour: Temperature) -> Kelvin {
    Kelvin::of((colour.kelvin.kelvin() / 50.0).round() * 50.0)
}

/// How far to the side, as finely as it is known.
fn aside(colour: Temperature) -> Duv {
    Duv::of((colour.duv.duv() * 1e3).round() / 1e3)
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
    let on_receptor = |minute: f64, reading: &Reading| standing.on_receptor(&around(minute), reading);
    let curve = SetupCurve::new(&standing, day, timeline, meter, until, model, on_receptor);
    let expected = around(minute);
    let here = curve.at(minute, &modelled(&standing, &expected));
    let cover = day.clouds.cover(minute);
    let sun = here.scale(AmbientSource::Sun);
    let now = expected.scaled(sun, here.scale(AmbientSource::Sky));
    let sunlit = here.model.sunlit * sun.exp2().min(1.0);
    let (face, behind) = (now.colour(here.model.face), now.colour(here.model.behind));
    Some(Forecast {
        time: timeline.clock(minute),
        sky: (!matches!(spot.surroundings, Surroundings::Room)).then(|| SkyKind::of(cover)),
        levels: PerPatch::of(|patch| here.level(patch, cover)),
        sources: here.sources(),
        sun: on_set(&now).filter(|_| !here.sun_is_hidden()),
        kelvin: face.map(to_fifty),
        duv: face.map(aside),
        background_kelvin: behind.map(to_fifty),
        background_duv: behind.map(aside),
        sunlit: Share::nearest((sunlit * 20.0).round() / 20.0),
        turned: curve.turned(&standing, around),
        leaves: leaves_over(spot, &here.model.lit, standing.sources()),
        far_off: (!spot.is_indoors()).then(|| FarOff {
            dome: standing.dome(&now),
            lux: now.light.sky_horizontal * spot.sky.share(),
            skyline: Skyline::of(|bearing| now.horizon.altitude(spot.camera_looks.degrees() + bearing)),
        }),
    })
}

/// What leaves over a spot do with the sun on a face.
fn leaves_over(spot: &Spot, lit: &PerPatch<Option<PatchLight>>, sources: &[AmbientSource]) -> Option<Leaves> {
    let Surroundings::Leaves { open } = spot.surroundings else { return None };
    let open = open.share();
    let sun = sources.iter().position(|source| *source == AmbientSource::Sun);
    let on_side = |side: Patch| {
        let (face, sun) = (lit[side].as_ref()?, sun?);
        // On the whole; in a fleck it is all of the sun, between them none.
        let on_whole = face.parts[sun].straight;
        let shade = face.lux() - on_whole;
        (on_whole > 0.0 && shade > 0.0).then(|| (1.0 + on_whole / open / shade).log2())
    };
    let flecks = [Patch::Face, Patch::ShadowSide].into_iter().filter_map(on_side).reduce(f64::max).map(Stops::of);
    Some(Leaves { open, flecks })
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
