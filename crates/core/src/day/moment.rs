use super::by_readings::by_readings;
use super::light::{DayLight, around_at, forecast_at, sky_at};
use super::{Day, SetupCurve, Timeline};
use crate::check::Problem;
use crate::colour::AmbientColour;
use crate::exposure::MeterConstants;
use crate::forecast::{Around, Forecast, Modelled, Standing, modelled, open_ground, over_skyline};
use crate::quantity::{Bearing, ClockTime, Degrees, Illuminance, Share};
use crate::say;
use crate::setup::{Reading, Setup, Slot};
use crate::sun::{Shadow, SunAt, WindowKind};
use serde::Serialize;

/// Sun and light at one moment of a day.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct Moment {
    /// Minutes after midnight.
    pub minute: usize,
    /// What the clock shows.
    pub clock: ClockTime,
    /// Where the sun is.
    pub azimuth: Bearing,
    /// How high it is seen.
    pub elevation: Degrees,
    /// How high the skyline stands there, as seen from the place or the setup's spot.
    pub skyline: Degrees,
    /// The share of its disc over the skyline.
    pub up: Share,
    /// The shadow of an upright thing.
    pub shadow: Option<Shadow>,
    /// What such light is called.
    pub window: Option<WindowKind>,
    /// Cloud cover.
    pub cover: Share,
    /// What level ground in the open gets.
    pub ground: Illuminance,
    /// In a sentence.
    pub text: String,
    /// The setup's own light, where one is asked for and has a spot.
    pub forecast: Option<Forecast>,
    /// What its readings say of sun, sky, windows and lamps, in a sentence.
    pub by_readings: Option<String>,
}

/// The sun in a sentence.
fn words(clock: &ClockTime, sun: SunAt, up: f64, window: Option<WindowKind>) -> String {
    let point = Bearing::turned(sun.azimuth).point();
    let height = sun.apparent.round();
    let said = if up > 0.0 {
        say::moment::high(height, point)
    } else if sun.apparent > 0.0 {
        say::moment::behind_skyline(point, height)
    } else {
        say::moment::below_horizon(-height, point)
    };
    let window = window.map_or_else(String::new, |window| format!(". {}", window.words()));
    format!("{clock}: {said}{window}.")
}

/// Sun and light at a minute, for a setup if one is named. Readings after `known_until` are not known yet.
#[must_use]
pub fn moment(
    day: &Day,
    timeline: &Timeline,
    meter: MeterConstants,
    minute: usize,
    setup: Option<&Setup>,
    known_until: Option<f64>,
) -> Moment {
    let at = minute as f64;
    let spot = setup.and_then(|setup| setup.slot.as_ref()).and_then(|slot| day.place.spot(&slot.spot));
    let (sun, light) = sky_at(day, timeline, at);
    let horizon = spot.map_or(&day.place.horizon, |spot| day.place.horizon_at(spot));
    let up = over_skyline(sun, horizon);
    let clock = timeline.clock(at);
    let kinds = [WindowKind::Golden, WindowKind::Blue, WindowKind::HardMidday, WindowKind::Dark];
    let window = kinds.into_iter().find(|kind| kind.holds(sun.elevation));
    let forecast = setup.and_then(|setup| forecast_at(day, timeline, meter, setup, at, known_until));
    Moment {
        minute,
        azimuth: Bearing::turned(sun.azimuth),
        elevation: Degrees::nearest(sun.apparent),
        skyline: Degrees::nearest(horizon.altitude(sun.azimuth)),
        up: Share::nearest(up),
        shadow: Shadow::of(sun).filter(|_| up > 0.0),
        window,
        cover: Share::nearest(day.clouds.cover(at)),
        ground: Illuminance::nearest(open_ground(sun, &light, up)),
        text: words(&clock, sun, up, window),
        by_readings: forecast.as_ref().and_then(|forecast| by_readings(&forecast.sources)),
        forecast,
        clock,
    }
}

/// The kind of light that falls on a face there: what the proposal of an approach and the presets go by.
#[must_use]
pub fn kind_of_light(around: &Around<'_>, model: &Modelled) -> AmbientColour {
    let overcast = around.light.skies[2];
    if around.sun.apparent < -0.3 {
        AmbientColour::Dusk
    } else if around.sun.is_low() && around.sun_over_skyline() > 0.0 && overcast < 0.6 {
        AmbientColour::LowSun
    } else if overcast >= 0.6 {
        AmbientColour::Cloud
    } else if model.brighter.sun > 0.25 * model.brighter.lux() {
        AmbientColour::Sun
    } else {
        AmbientColour::OpenShade
    }
}

/// Puts a setup at another time of its day: its slot, and what of the brief the geometry tells then: the share of the
/// background in sun and, in daylight that was not measured, the kind of light.
///
/// # Errors
/// [`Problem::NoSuchTime`] for a time the clocks skip; [`Problem::NoSuchSpot`] where its spot is gone.
pub fn put_at(
    day: &Day,
    timeline: &Timeline,
    meter: MeterConstants,
    setup: &Setup,
    slot: Slot,
) -> Result<Setup, Problem> {
    let minute = timeline.minute_of(&slot.time)?;
    let Some(spot) = day.place.spot(&slot.spot) else { return Err(Problem::NoSuchSpot { id: slot.spot }) };
    let around = around_at(day, timeline, meter, spot, minute as f64);
    let model = modelled(&Standing::of(setup, spot), &around);
    let mut put = Setup { slot: Some(slot), ..setup.clone() };
    if !spot.is_indoors() {
        put.background.sunlit = Share::nearest((model.sunlit * 20.0).round() / 20.0);
        if !put.ambient.is_measured() && !put.ambient.is_artificial() {
            put.ambient = kind_of_light(&around, &model);
        }
    }
    Ok(put)
}

impl DayLight<'_> {
    /// A setup at its spot; none without one.
    #[must_use]
    pub fn standing<'s>(&'s self, setup: &'s Setup) -> Option<Standing<'s>> {
        Some(Standing::of(setup, self.day.place.spot(&setup.slot.as_ref()?.spot)?))
    }

    /// The model's light on it at a minute.
    #[must_use]
    pub fn modelled(&self, standing: &Standing<'_>, minute: usize) -> Modelled {
        modelled(standing, &self.around(standing.spot, minute))
    }

    /// Its light over the day, bent to the readings known by `until`.
    pub(crate) fn curve<'s>(&self, standing: &Standing<'s>, until: Option<f64>) -> SetupCurve<'s> {
        let around = |minute: f64| self.around(standing.spot, minute.round() as usize);
        let model = |minute: f64| modelled(standing, &around(minute));
        let on_receptor = |minute: f64, reading: &Reading| standing.on_receptor(&around(minute), reading);
        SetupCurve::new(standing, self.day, self.timeline, self.meter, until, model, on_receptor)
    }
}
