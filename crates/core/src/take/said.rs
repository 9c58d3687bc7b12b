//! What the camera says it was set to.

use crate::marks::{ApertureMark, IsoMark, Mark, ShutterMark};
use crate::place::TimeZoneName;
use crate::quantity::{ClockTime, Millimetres, Stops};
use crate::setup::Setup;
use jiff::civil::DateTime;
use jiff::tz::Offset;
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

    /// What the place's clocks showed when it was taken, if that was on this date. A camera that does not say how its clock goes is
    /// taken to go by the place's.
    #[must_use]
    pub fn clock_on(&self, date: &str, zone: &TimeZoneName) -> Option<ClockTime> {
        let taken: DateTime = self.taken.as_ref()?.parse().ok()?;
        let local = match self.ahead {
            None => taken,
            Some(ahead) => {
                let offset = Offset::from_seconds(ahead.checked_mul(60)?).ok()?;
                zone.rules().to_datetime(offset.to_timestamp(taken).ok()?)
            }
        };
        let same = local.date().to_string() == date;
        same.then(|| ClockTime::new(&format!("{:02}:{:02}", local.hour(), local.minute())).ok()).flatten()
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

    #[test]
    fn what_is_not_said_stays_as_planned() {
        let setup = crate::sample::portrait();
        assert_eq!(CameraSaid::default().put_on(&setup), setup);
        let turned = CameraSaid { iso: Some(IsoMark::nearest(18)), ..CameraSaid::default() }.put_on(&setup);
        assert_eq!((turned.camera.iso.at.sixths(), turned.camera.shutter), (18, setup.camera.shutter));
    }
}
