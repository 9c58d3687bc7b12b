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

/// How the time grows with the blur allowed: between a steady drift, whose blur grows as the time does, and a random walk,
/// whose blur grows as its root. So 45 megapixels looked at one by one ask 3.3 times and 61 ask 4 times the speed, as
/// practice has it (three to four times; common practice).
const WITH_BLUR: f64 = 1.5;

/// The slowest shutter time still sharp in the hand: `t = k/(f·crop)`, lengthened by the stabiliser and as more blur is
/// allowed (common practice; older school k = 1, cautious school k = ½). `blur` is the circle allowed over that of a picture
/// seen whole, which those rules are made for.
#[must_use]
pub fn slowest_hand_held(
    focal: Millimetres,
    crop: f64,
    school: ShakeSchool,
    blur: f64,
    stabiliser_stops: f64,
) -> Seconds {
    let k = match school {
        ShakeSchool::Older => 1.0,
        ShakeSchool::Cautious => 0.5,
    };
    Seconds::of(k * blur.powf(WITH_BLUR) * stabiliser_stops.exp2() / (focal.millimetres() * crop))
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::marks::{Mark, ShutterMark, StepSize};
    use rstest::rstest;

    /// Worked case 8 of the method notes: 85 mm on full frame.
    #[rstest]
    #[case::older(ShakeSchool::Older, 1.0, 0.0, "1/100")]
    #[case::cautious(ShakeSchool::Cautious, 1.0, 0.0, "1/200")]
    #[case::two_stops_stabilised(ShakeSchool::Cautious, 1.0, 2.0, "1/50")]
    #[case::small_on_the_web(ShakeSchool::Cautious, 0.0675 / 0.028_844, 0.0, "1/50")]
    fn eighty_five(#[case] school: ShakeSchool, #[case] blur: f64, #[case] gain: f64, #[case] mark: &str) {
        let time = slowest_hand_held(Millimetres::new(85.0).unwrap(), 1.0, school, blur, gain);
        assert_eq!(ShutterMark::at_least_as_fast_as(time).label(StepSize::Thirds), mark);
    }

    /// Looked at pixel by pixel, 45 to 61 megapixels want three to four times the speed: 1⅔ to 2 stops (common practice).
    #[rstest]
    #[case(45.0)]
    #[case(50.0)]
    #[case(61.0)]
    fn high_resolution_costs_up_to_two_stops(#[case] megapixels: f64) {
        use crate::optics::{circle_from_pixels, circle_from_sensor};
        let (width, height) = (Millimetres::of(36.0), Millimetres::of(24.0));
        let blur = circle_from_pixels(width, height, megapixels).millimetres()
            / circle_from_sensor(width, height).millimetres();
        let time = |blur| slowest_hand_held(Millimetres::of(85.0), 1.0, ShakeSchool::Older, blur, 0.0).seconds();
        let stops = (time(1.0) / time(blur)).log2();
        assert!((1.6..2.1).contains(&stops), "{stops}");
    }
}
