use crate::marks::{Mark, ShutterMark};
use crate::quantity::{Share, Stops};
use serde::{Deserialize, Serialize};

/// How many thirds below the sync speed stay safe.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum SyncClick {
    /// Wired or on the camera: one click slower, 1/200 on a 1/250 body.
    OneClick,
    /// By radio: two clicks slower, 1/160 on a 1/250 body.
    TwoClicks,
}

/// The fastest shutter that is safe with flash: a click or two below the body's sync speed (common practice).
#[must_use]
pub fn safe_click(sync: ShutterMark, click: SyncClick) -> ShutterMark {
    let thirds = match click {
        SyncClick::OneClick => 1,
        SyncClick::TwoClicks => 2,
    };
    ShutterMark::nearest(sync.sixths() - 2 * thirds)
}

/// The share of the frame's height a flash lights when the shutter is faster than the sync speed: about `t/t_sync`.
#[must_use]
pub fn lit_share(shutter: ShutterMark, sync: ShutterMark) -> Share {
    Share::nearest((sync.stops() - shutter.stops()).exp2())
}

/// What high-speed sync takes from the flash at this shutter: the flash's own cost at the first third past sync,
/// and a stop for each stop of shutter beyond it, since it then acts as continuous light.
#[must_use]
pub fn high_speed_loss(shutter: ShutterMark, sync: ShutterMark, cost: Stops) -> Stops {
    let past = shutter.stops() - sync.stops();
    if past <= 0.0 { Stops::ZERO } else { cost + Stops::of((past - 1.0 / 3.0).max(0.0)) }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::marks::StepSize;
    use rstest::rstest;

    const SYNC_250: i16 = 48;

    fn mark(sixths: i16) -> ShutterMark {
        ShutterMark::new(sixths).unwrap()
    }

    #[test]
    fn clicks_below_a_250th() {
        let label = |click| safe_click(mark(SYNC_250), click).label(StepSize::Thirds);
        assert_eq!(label(SyncClick::OneClick), "1/200");
        assert_eq!(label(SyncClick::TwoClicks), "1/160");
    }

    /// Worked case 5 of the method notes: 1/320 on a 1/250 body.
    #[rstest]
    #[case::a_third_past(50, 0.794)]
    #[case::a_stop_past(54, 0.5)]
    #[case::at_sync(48, 1.0)]
    #[case::below(40, 1.0)]
    fn the_frame_is_lit_in_part(#[case] shutter: i16, #[case] share: f64) {
        assert!((lit_share(mark(shutter), mark(SYNC_250)).share() - share).abs() < 0.001);
    }

    #[rstest]
    #[case::at_sync(48, 0.0)]
    #[case::first_past(50, 2.0)]
    #[case::a_stop_beyond_that(56, 3.0)]
    fn high_speed_sync_costs_more_the_faster(#[case] shutter: i16, #[case] loss: f64) {
        let given = high_speed_loss(mark(shutter), mark(SYNC_250), Stops::new(2.0).unwrap());
        assert!((given.stops() - loss).abs() < 1e-9);
    }
}
