//! What the camera says it was set to.

use crate::day::Timeline;
use crate::marks::{ApertureMark, IsoMark, Mark, ShutterMark};
use crate::place::TimeZoneName;
use crate::quantity::{ClockTime, Millimetres, Stops};
use crate::setup::Setup;
use jiff::Timestamp;
use jiff::civil::DateTime;
use jiff::tz::{Offset, TimeZone};
use serde::{Deserialize, Serialize};

/// What a camera says of a frame; nothing of what it does not say.
#[derive(Debug, Clone, PartialEq, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct CameraSaid {
    /// When, by its own clock: `2026-09-17 18:05:00`.
    pub taken: Option<String>,
    /// How far that clock is ahead of UTC, in minutes.
    pub ahead: Option<i32>,
    /// The body.
    pub body: Option<String>,
    /// The lens.
    pub lens: Option<String>,
    /// The shutter.
    pub shutter: Option<ShutterMark>,
    /// The aperture.
    pub aperture: Option<ApertureMark>,
    /// The sensitivity.
    pub iso: Option<IsoMark>,
    /// What it was told to expose more than it would.
    pub compensation: Option<Stops>,
    /// The focal length.
    pub focal: Option<Millimetres>,
    /// Whether a flash fired.
    pub flash: Option<bool>,
    /// Whether it chose its white balance itself.
    pub auto_white: Option<bool>,
}

/// The nearest mark of stops counted from a dial's own 0, where it is on the dial at all.
fn mark<M: Mark>(stops: f64) -> Option<M> {
    let sixths = (stops * 6.0).round();
    #[expect(clippy::cast_possible_truncation, reason = "kept small by the line before")]
    (sixths.abs() < 600.0).then(|| M::nearest(sixths as i16)).filter(|mark: &M| f64::from(mark.sixths()) == sixths)
}

impl CameraSaid {
    /// The settings of a time in seconds, an f-number and a sensitivity, each to the sixth of a stop.
    #[must_use]
    pub fn dialled(self, exposure: Option<f64>, f_number: Option<f64>, iso: Option<f64>) -> CameraSaid {
        let stops = |value: Option<f64>, of: fn(f64) -> f64| value.filter(|value| *value > 0.0).map(of);
        CameraSaid {
            shutter: stops(exposure, |seconds| -seconds.log2()).and_then(mark),
            aperture: stops(f_number, |number| 2.0 * number.log2()).and_then(mark),
            iso: stops(iso, |iso| (iso / 100.0).log2()).and_then(mark),
            ..self
        }
    }

    /// When it was taken, at a place with these clocks. A camera that does not say how its clock goes is taken to go by the place's.
    fn moment(&self, zone: &TimeZone) -> Option<Timestamp> {
        let taken: DateTime = self.taken.as_ref()?.parse().ok()?;
        match self.ahead {
            None => zone.to_ambiguous_timestamp(taken).compatible().ok(),
            Some(ahead) => Offset::from_seconds(ahead.checked_mul(60)?).ok()?.to_timestamp(taken).ok(),
        }
    }

    /// What the place's clocks showed when it was taken, if that was on this date.
    #[must_use]
    pub fn clock_on(&self, date: &str, zone: &TimeZoneName) -> Option<ClockTime> {
        let zone = zone.rules();
        let local = zone.to_datetime(self.moment(&zone)?);
        let same = local.date().to_string() == date;
        same.then(|| ClockTime::new(&format!("{:02}:{:02}", local.hour(), local.minute())).ok()).flatten()
    }

    /// What the place's clocks showed when it was taken, `2026-09-17 18:05:00`; where the camera does not say when, what they showed
    /// when it was put down, given in UTC.
    #[must_use]
    pub fn by_the_place(&self, put_down: &str, zone: &TimeZoneName) -> Option<String> {
        let zone = zone.rules();
        let put_down = || Offset::UTC.to_timestamp(put_down.parse::<DateTime>().ok()?).ok();
        let moment = if self.taken.is_some() { self.moment(&zone) } else { put_down() };
        Some(zone.to_datetime(moment?).strftime("%Y-%m-%d %H:%M:%S").to_string())
    }

    /// The minute of a day when it was taken; none where the camera does not say, and of another day.
    #[must_use]
    pub fn minute_of(&self, timeline: &Timeline) -> Option<usize> {
        let minute = timeline.minute_at(self.moment(timeline.zone())?).floor();
        #[expect(clippy::cast_possible_truncation, clippy::cast_sign_loss, reason = "within the day by then")]
        (0.0..timeline.minutes as f64).contains(&minute).then_some(minute as usize)
    }

    /// A setup with its camera's dials as they stood; what the camera does not say stays as planned.
    #[must_use]
    pub fn put_on(&self, setup: &Setup) -> Setup {
        let mut taken = setup.clone();
        let camera = &mut taken.camera;
        camera.shutter.at = self.shutter.unwrap_or(camera.shutter.at);
        camera.aperture.at = self.aperture.unwrap_or(camera.aperture.at);
        camera.iso.at = self.iso.unwrap_or(camera.iso.at);
        taken
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    /// Numbers as cameras write them are the marks they stand for: 1/125 is 1/128, f/5.6 is √32, 1/60 is 1/64 and 1/50 a third under.
    #[rstest]
    #[case(Some(1.0 / 125.0), Some(5.6), Some(400.0), [Some(42), Some(30), Some(12)])]
    #[case(Some(1.0 / 50.0), Some(7.1), Some(125.0), [Some(34), Some(34), Some(2)])]
    #[case(None, Some(0.0), Some(-3.0), [None, None, None])]
    #[case(Some(f64::NAN), Some(1e30), Some(f64::INFINITY), [None, None, None])]
    fn numbers_become_marks(
        #[case] exposure: Option<f64>,
        #[case] f_number: Option<f64>,
        #[case] iso: Option<f64>,
        #[case] wanted: [Option<i16>; 3],
    ) {
        let settings = CameraSaid::default().dialled(exposure, f_number, iso);
        let found =
            [settings.shutter.map(Mark::sixths), settings.aperture.map(Mark::sixths), settings.iso.map(Mark::sixths)];
        assert_eq!(found, wanted);
    }

    /// A camera two hours ahead of UTC at a place that is one hour ahead: an hour earlier there; past midnight it is another day's.
    #[rstest]
    #[case::by_its_own_clock("2026-01-17 18:05:00", None, Some("18:05"))]
    #[case::by_its_zone("2026-01-17 18:05:59", Some(120), Some("17:05"))]
    #[case::another_day("2026-01-18 00:30:00", None, None)]
    #[case::the_same_there("2026-01-18 00:30:00", Some(120), Some("23:30"))]
    #[case::no_time("yesterday", None, None)]
    fn clocks(#[case] taken: &str, #[case] ahead: Option<i32>, #[case] wanted: Option<&str>) {
        let settings = CameraSaid { taken: Some(taken.to_owned()), ahead, ..CameraSaid::default() };
        let zone = TimeZoneName::new("Europe/Lisbon").unwrap();
        let zone = if ahead.is_some() { TimeZoneName::new("Europe/Berlin").unwrap() } else { zone };
        assert_eq!(settings.clock_on("2026-01-17", &zone).map(|clock| clock.to_string()).as_deref(), wanted);
    }

    /// Cairo keeps one clock here: three hours ahead of UTC in September.
    #[rstest]
    #[case::by_its_zone(Some("2026-09-17 16:27:11"), Some(0), Some("2026-09-17 19:27:11"))]
    #[case::by_its_own_clock(Some("2026-09-17 16:27:11"), None, Some("2026-09-17 16:27:11"))]
    #[case::put_down(None, None, Some("2026-09-18 01:00:00"))]
    #[case::no_time(Some("yesterday"), None, None)]
    fn the_place_s_clocks(#[case] taken: Option<&str>, #[case] ahead: Option<i32>, #[case] wanted: Option<&str>) {
        let said = CameraSaid { taken: taken.map(str::to_owned), ahead, ..CameraSaid::default() };
        let zone = TimeZoneName::new("Africa/Cairo").unwrap();
        assert_eq!(said.by_the_place("2026-09-17 22:00:00", &zone).as_deref(), wanted);
    }

    /// The same on a day: minutes count from its midnight, an hour more of them where the clocks went back.
    #[rstest]
    #[case::by_its_own_clock("2026-10-25 18:05:30", None, Some(19 * 60 + 5))]
    #[case::by_its_zone("2026-10-25 18:05:30", Some(0), Some(20 * 60 + 5))]
    #[case::the_day_before("2026-10-24 23:59:59", None, None)]
    #[case::the_day_after("2026-10-26 02:00:00", None, None)]
    fn minutes(#[case] taken: &str, #[case] ahead: Option<i32>, #[case] wanted: Option<usize>) {
        let mut day = crate::sample::day();
        day.place.zone = TimeZoneName::new("Europe/Berlin").unwrap();
        // The clocks go back from three to two on this day.
        let timeline = Timeline::of("2026-10-25", &day).unwrap();
        let said = CameraSaid { taken: Some(taken.to_owned()), ahead, ..CameraSaid::default() };
        assert_eq!(said.minute_of(&timeline), wanted);
        assert_eq!(CameraSaid::default().minute_of(&timeline), None);
    }

    #[test]
    fn what_is_not_said_stays_as_planned() {
        let setup = crate::sample::portrait();
        assert_eq!(CameraSaid::default().put_on(&setup), setup);
        let turned = CameraSaid { iso: Some(IsoMark::nearest(18)), ..CameraSaid::default() }.put_on(&setup);
        assert_eq!((turned.camera.iso.at.sixths(), turned.camera.shutter), (18, setup.camera.shutter));
    }
}
