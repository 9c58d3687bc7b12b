use crate::quantity::{Millimetres, Seconds};
use serde::{Deserialize, Serialize};

/// What the camera stands on.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Support {
    /// Held in the hand.
    Hand,
    /// On a tripod or a firm rest.
    Tripod,
}

/// Which rule for hand-held shutter times is trusted.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, Default)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum ShakeSchool {
    /// One over the focal length.
    Older,
    /// One over twice the focal length.
    #[default]
    Cautious,
}

/// Pixel count from which hand-held times are asked to be shorter still.
const HIGH_RESOLUTION: f64 = 45.0;

/// The slowest shutter time still sharp in the hand: `t = k/(f·crop)`, lengthened by the stabiliser, and a half of
/// that from 45 megapixels on (common practice; older school k = 1, cautious school k = ½).
#[must_use]
pub fn slowest_hand_held(
    focal: Millimetres,
    crop: f64,
    school: ShakeSchool,
    megapixels: f64,
    stabiliser_stops: f64,
) -> Seconds {
    let k = match school {
        ShakeSchool::Older => 1.0,
        ShakeSchool::Cautious => 0.5,
    };
    let fine = if megapixels >= HIGH_RESOLUTION { 0.5 } else { 1.0 };
    Seconds::of(k * fine * stabiliser_stops.exp2() / (focal.millimetres() * crop))
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::marks::{Mark, ShutterMark, StepSize};
    use rstest::rstest;

    /// Worked case 8 of the method notes: 85 mm on full frame.
    #[rstest]
    #[case::older(ShakeSchool::Older, 24.0, 0.0, "1/100")]
    #[case::cautious(ShakeSchool::Cautious, 24.0, 0.0, "1/200")]
    #[case::high_resolution(ShakeSchool::Cautious, 61.0, 0.0, "1/400")]
    #[case::two_stops_stabilised(ShakeSchool::Cautious, 24.0, 2.0, "1/50")]
    fn eighty_five(#[case] school: ShakeSchool, #[case] mp: f64, #[case] gain: f64, #[case] mark: &str) {
        let time = slowest_hand_held(Millimetres::new(85.0).unwrap(), 1.0, school, mp, gain);
        assert_eq!(ShutterMark::at_least_as_fast_as(time).label(StepSize::Thirds), mark);
    }
}
