//! What a point sees beyond the set: sky above the horizon, far ground below it.

use super::Receiver;
use crate::emitter::factor::to_polygon;
use crate::geometry::{DVec3, right_and_up};
use crate::set::{Dome, Sight};
use crate::sky::Heights;
use std::f64::consts::PI;

/// Directions in which a receiver looks out, and a patch of the room.
pub(super) const FINE: u32 = 192;
pub(super) const COARSE: u32 = 48;

/// The golden angle: turned by it from one to the next, directions never fall into rows.
const GOLDEN: f64 = PI * (3.0 - 2.236_067_977_499_79);

/// What of the sky and of the far ground a receiver sees past the set. The directions are spread by the cosine, so that each over
/// the horizon counts the same; both halves together are as much as they fill, and far ground is what the set's own leaves of its half.
#[derive(Debug, Clone)]
pub(super) struct Outlook {
    sky: Vec<Open>,
    /// The share of its half space, weighed by the cosine, that far ground fills.
    pub(super) ground: f64,
    /// What one direction over the horizon stands for.
    each: f64,
}

/// A direction in which there is sky.
#[derive(Debug, Clone, Copy)]
struct Open {
    way: DVec3,
    heights: Heights,
    passes: f64,
}

impl Outlook {
    pub(super) fn of(sight: &Sight, receiver: &Receiver, directions: u32) -> Outlook {
        let (right, up) = right_and_up(receiver.normal);
        let mut outlook = Outlook { sky: Vec::new(), ground: 0.0, each: 0.0 };
        let (mut over, mut far) = (0.0, 0.0);
        for index in 0..directions {
            let out = (f64::from(index) + 0.5) / f64::from(directions);
            let (turn, off) = (f64::from(index) * GOLDEN, out.sqrt());
            let way = receiver.normal * (1.0 - out).sqrt() + (right * turn.cos() + up * turn.sin()) * off;
            if way.z < 0.0 && sight.meets_ground(receiver.at, way) {
                continue;
            }
            *(if way.z < 0.0 { &mut far } else { &mut over }) += 1.0;
            let passes = sight.is_open_to(receiver.at, way);
            if passes > 0.0 && way.z < 0.0 {
                outlook.ground += passes;
            } else if passes > 0.0 {
                outlook.sky.push(Open { way, heights: Heights::of(way), passes });
            }
        }
        // What an inclined surface sees over and under the horizon (Liu & Jordan 1963).
        let [share_over, share_under] = [1.0, -1.0].map(|side| (1.0 + side * receiver.normal.z) / 2.0);
        let near = to_polygon(receiver.at, receiver.normal, &sight.ground());
        let each = |share: f64, count: f64| if count > 0.0 { share / count } else { 0.0 };
        outlook.each = each(share_over, over);
        outlook.ground *= each((share_under - near).max(0.0), far);
        outlook
    }

    /// The illuminance a sky gives there.
    pub(super) fn sky(&self, dome: &Dome) -> f64 {
        let brightness = dome.brightness();
        let seen = self.sky.iter().map(|open| open.passes * brightness.luminance(open.way, &open.heights));
        PI * self.each * seen.sum::<f64>()
    }
}
