//! Where dials end: sync, and the filters there are.

use super::Lit;
use crate::kit::{Camera, Kit, ShutterKind};
use crate::marks::{Mark, NdMark, ShutterMark, StepSize};
use crate::setup::ShutterType;

/// The sync speed in force and the click below it; none for a leaf shutter or without flash.
pub(super) fn sync(
    shutter: ShutterType,
    body: &Camera,
    lights: &[Lit<'_>],
) -> (Option<ShutterMark>, Option<ShutterMark>) {
    use crate::flash::{SyncClick, safe_click};
    if lights.is_empty() {
        return (None, None);
    }
    let sync = match shutter {
        ShutterType::Mechanical if body.shutter_kind == ShutterKind::Leaf => return (None, None),
        ShutterType::Mechanical => body.sync,
        // A body that does not sync electronically lights only a sliver at any time worth setting.
        ShutterType::Electronic => body.electronic_sync.unwrap_or(ShutterMark::nearest(0)),
    };
    let radio = lights.iter().any(|lit| lit.flash.sync_click == SyncClick::TwoClicks);
    let click = if radio { SyncClick::TwoClicks } else { SyncClick::OneClick };
    (Some(sync), Some(safe_click(sync, click)))
}

/// No filter, and every click of every filter in the kit.
pub(super) fn nd_positions(kit: &Kit, step: StepSize) -> Vec<NdMark> {
    let mut positions = vec![NdMark::NONE];
    for filter in kit.filters() {
        positions.extend([filter.weakest, filter.strongest]);
        positions.extend(NdMark::clicks(filter.weakest, filter.strongest, step));
    }
    positions.sort_unstable();
    positions.dedup();
    positions
}
