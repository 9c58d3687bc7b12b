//! How a body stores light: its tone curve.

use crate::check::{Check, Problem};
use crate::colour::{MID_GREY, encoded};
use crate::quantity::limits::{CURVE_CODE, CURVE_FRAMES, CURVE_LEVEL, CURVE_POINTS, LEARNT_SPREAD};
use crate::quantity::{Stops, no_finer};
use serde::{Deserialize, Serialize};

/// A point of a curve.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct CurvePoint {
    /// The code, 0 to 255, as sRGB would store it.
    pub code: f64,
    /// The light that was there, in stops from mid-grey.
    pub level: f64,
}

/// One of red, green and blue.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Channel {
    /// Red.
    Red,
    /// Green.
    Green,
    /// Blue.
    Blue,
}

impl Channel {
    /// All three.
    pub const ALL: [Channel; 3] = [Channel::Red, Channel::Green, Channel::Blue];
}

/// How a body stores light, learnt from a bracket: for each channel what light a code stands for. Between points it runs straight;
/// beyond the first and the last nothing is known. Code 118, where sRGB has mid-grey, is taken for mid-grey.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct ToneCurve {
    /// Red's points, from dark to light.
    pub red: Vec<CurvePoint>,
    /// Green's.
    pub green: Vec<CurvePoint>,
    /// Blue's.
    pub blue: Vec<CurvePoint>,
    /// How far what was measured lies from it, in stops to either side.
    pub error: Stops,
    /// How many frames taught it.
    pub frames: u32,
}

impl ToneCurve {
    /// The points of a channel.
    #[must_use]
    pub fn points(&self, channel: Channel) -> &[CurvePoint] {
        match channel {
            Channel::Red => &self.red,
            Channel::Green => &self.green,
            Channel::Blue => &self.blue,
        }
    }

    /// The level a code of a channel stands for; none beyond what is known.
    #[must_use]
    pub fn level(&self, channel: Channel, code: f64) -> Option<f64> {
        let points = self.points(channel);
        let after = points.iter().position(|point| point.code >= code)?;
        let high = points[after];
        if high.code <= code {
            return Some(high.level);
        }
        let low = points.get(after.checked_sub(1)?)?;
        let share = (code - low.code) / (high.code - low.code);
        Some(low.level + share * (high.level - low.level))
    }

    /// The light that linear sRGB stands for, 0.18 for mid-grey; none where a channel is beyond what is known.
    #[must_use]
    pub fn light(&self, linear: [f64; 3]) -> Option<[f64; 3]> {
        let [red, green, blue] = linear.map(|part| encoded(part.clamp(0.0, 1.0)) * 255.0);
        let light = |channel, code| self.level(channel, code).map(|level| MID_GREY * level.exp2());
        Some([light(Channel::Red, red)?, light(Channel::Green, green)?, light(Channel::Blue, blue)?])
    }

    /// The same with numbers no finer than they are known.
    #[must_use]
    pub fn rounded(mut self) -> ToneCurve {
        for points in [&mut self.red, &mut self.green, &mut self.blue] {
            points.iter_mut().for_each(|point| point.level = no_finer(point.level, 0.001));
        }
        self.error = Stops::of(no_finer(self.error.stops(), 0.001).max(LEARNT_SPREAD.min));
        self
    }

    pub(super) fn check(&self, check: &mut Check) {
        check.range("/curve/frames", CURVE_FRAMES, f64::from(self.frames));
        check.range("/curve/error", LEARNT_SPREAD, self.error.stops());
        for (name, points) in [("red", &self.red), ("green", &self.green), ("blue", &self.blue)] {
            check.count(format_args!("/curve/{name}"), CURVE_POINTS, points.len());
            for (index, point) in points.iter().enumerate() {
                check.range(format_args!("/curve/{name}/{index}/code"), CURVE_CODE, point.code);
                check.range(format_args!("/curve/{name}/{index}/level"), CURVE_LEVEL, point.level);
            }
            let falls = |pair: &[CurvePoint]| pair[0].code >= pair[1].code || pair[0].level >= pair[1].level;
            if points.windows(2).any(falls) {
                check.problem(format_args!("/curve/{name}"), Problem::CurveFalls);
            }
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::colour::decoded;
    use rstest::rstest;

    /// The curve of a body that stores light as sRGB says.
    pub(crate) fn plain() -> ToneCurve {
        let of = |step: u32| {
            let code = f64::from(step * 10 + 5);
            CurvePoint { code, level: (decoded(code / 255.0) / MID_GREY).log2() }
        };
        let points: Vec<CurvePoint> = (0..25).map(of).collect();
        ToneCurve { red: points.clone(), green: points.clone(), blue: points, error: Stops::of(0.03), frames: 5 }
    }

    /// A body without a style of its own gives light back as it is, within what straight lines between points leave.
    #[rstest]
    #[case(0.18)]
    #[case(0.02)]
    #[case(0.7)]
    fn light_comes_back(#[case] linear: f64) {
        let found = plain().light([linear; 3]).unwrap();
        assert!(found.iter().all(|light| (light / linear).log2().abs() < 0.02), "{found:?}");
    }

    #[rstest]
    #[case::black(0.0)]
    #[case::white(1.0)]
    fn beyond_it_nothing_is_known(#[case] linear: f64) {
        assert_eq!(plain().light([0.18, linear, 0.18]), None);
    }

    #[test]
    fn a_curve_never_falls() {
        let mut wrong = plain();
        wrong.green[5].level = wrong.green[4].level;
        let mut check = Check::default();
        wrong.check(&mut check);
        assert_eq!(check.done().unwrap_err()[0].field, "/curve/green");
        let mut check = Check::default();
        plain().check(&mut check);
        assert_eq!(check.done(), Ok(()));
    }
}
