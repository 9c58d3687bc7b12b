use crate::geometry::DVec3;
use crate::set::RoomSide;
use crate::transport::View;

/// What a light's bounce amounts to at the main face.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct BounceReport {
    /// Most of it comes from here; none where nothing bounces to the face.
    pub from: Option<RoomSide>,
    /// The direction it comes from, as seen from the face.
    pub direction: DVec3,
    /// The colour it took on, in mired; positive is warmer.
    pub tint: f64,
}

impl BounceReport {
    /// Nothing comes off the room.
    pub const NONE: BounceReport = BounceReport { from: None, direction: DVec3::ZERO, tint: 0.0 };
}

/// Where a light's bounce comes from, as the main face sees it.
pub(super) fn report(view: &View<'_>, source: usize) -> BounceReport {
    let (mut direction, mut tint, mut all) = (DVec3::ZERO, 0.0, 0.0);
    let mut by: Vec<(RoomSide, f64)> = Vec::new();
    for bounce in view.bounces(source) {
        direction += bounce.way * bounce.gain;
        tint += bounce.tint * bounce.gain;
        all += bounce.gain;
        match by.iter_mut().find(|(part, _)| *part == bounce.part) {
            Some((_, sum)) => *sum += bounce.gain,
            None => by.push((bounce.part, bounce.gain)),
        }
    }
    let most = by.into_iter().max_by(|a, b| a.1.total_cmp(&b.1)).filter(|_| all > 0.0);
    most.map_or(BounceReport::NONE, |(from, _)| BounceReport {
        from: Some(from),
        direction: direction.normalize_or_zero(),
        tint: tint / all,
    })
}
