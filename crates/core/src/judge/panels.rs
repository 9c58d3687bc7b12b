//! A target of two tones, a white and a black panel: two narrow peaks, equally far from the ends when the exposure is right.

use super::Cannot;
use crate::colour::{MID_GREY, encoded};
use crate::marks::stops_amount;
use crate::quantity::Stops;
use crate::say;
use crate::take::{MarkOf, Take};
use serde::Serialize;

/// What a two-tone target says.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct Panels {
    /// By how much the frame is over, to a tenth; negative is under.
    pub over: Stops,
    /// The same in words.
    pub text: String,
}

/// Furthest off that is looked for, in stops.
const FURTHEST: f64 = 6.0;
/// A tenth of a stop can be seen (common practice).
const SEEN: f64 = 0.1;

/// By how much a frame with this white and black is over: exposed by that much less, the two lie equally far from the ends. None
/// where the white is not brighter than the black.
fn over(white: f64, black: f64) -> Option<f64> {
    let stored = |light: f64, less: f64| encoded((light * (-less).exp2()).min(1.0));
    let from_middle = |less: f64| stored(white, less) + stored(black, less) - 1.0;
    if white <= black || black <= 0.0 || from_middle(-FURTHEST) < 0.0 || from_middle(FURTHEST) > 0.0 {
        return None;
    }
    let (mut low, mut high) = (-FURTHEST, FURTHEST);
    for _ in 0..40 {
        let middle = (low + high) / 2.0;
        if from_middle(middle) > 0.0 { low = middle } else { high = middle }
    }
    Some(low)
}

/// What the two panels of a take say; none where they are not both marked, or one of them cannot be judged.
#[must_use]
pub fn panels(take: &Take) -> Option<Panels> {
    let light = |of: MarkOf| {
        let measured =
            take.mark(of)?.measured.as_ref().filter(|measured| Cannot::of(Some(measured), None).is_none())?;
        measured.level(None).map(|level| MID_GREY * level.exp2())
    };
    let over = (over(light(MarkOf::White)?, light(MarkOf::Black)?)? / SEEN).round() * SEEN;
    let text = if over.abs() < SEEN / 2.0 {
        say::judge::PANELS_RIGHT.to_owned()
    } else {
        say::judge::panels(stops_amount(over), format!("{:.1}", over.abs()), over > 0.0)
    };
    Some(Panels { over: Stops::of(over), text })
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    /// White at code 228 and black at 27 lie as far from the ends: 0 over; half a stop more light on both is half a stop over.
    #[rstest]
    #[case::right(0.0)]
    #[case::over(0.5)]
    #[case::under(-1.0)]
    fn two_peaks(#[case] more: f64) {
        let light = |code: f64| crate::colour::decoded(code / 255.0) * f64::exp2(more);
        let found = over(light(228.0), light(27.0)).unwrap();
        // At half a stop over the white would be beyond its end, which it then is not told: it is still one light here.
        assert!((found - more).abs() < 0.02, "{found} {more}");
    }

    #[rstest]
    #[case::the_wrong_way(0.1, 0.6)]
    #[case::no_light(0.5, 0.0)]
    fn no_target(#[case] white: f64, #[case] black: f64) {
        assert_eq!(over(white, black), None);
    }
}
