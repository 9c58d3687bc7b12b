//! Flecks of sun through leaves overhead. Where a gap is narrower than the sun's disc is wide up there, its fleck is an image of the
//! sun; that comes by itself, since each ray to the sun goes to another place of its disc.

use crate::V;
use crate::behind::grain;

/// How high the leaves are over the ground, in metres (the program's own estimate).
const HIGH: f32 = 6.0;
/// How wide boughs, twigs and leaves are, in metres, and what each has of where gaps are.
const PATCHES: [(f32, f32); 3] = [(1.1, 1.0), (0.35, 0.9), (0.1, 0.7)];
/// Places looked at along each side for how many of them are open, in metres apart.
const PLACES: (u16, f32) = (64, 0.23);
/// Of a sun lower than this, as a sine, flecks run so long that they are not told apart: its light is even.
const UNDER: f32 = 0.1;

/// Leaves overhead.
#[derive(Debug, Clone, Copy)]
pub(crate) struct Flecks {
    /// Where the unevenness of the leaves is over this there is a gap.
    gap: f32,
    /// The share of the sun that comes through on the whole.
    open: f32,
}

fn uneven(x: f32, y: f32) -> f32 {
    PATCHES.iter().map(|(size, by)| by * grain(x / size, y / size)).sum()
}

impl Flecks {
    /// Leaves through which this share of the sun comes.
    pub(crate) fn of(open: f64) -> Flecks {
        let open = (open as f32).clamp(0.02, 1.0);
        let at = |place: u16| f32::from(place) * PLACES.1;
        let mut all: Vec<f32> = (0..PLACES.0).flat_map(|x| (0..PLACES.0).map(move |y| uneven(at(x), at(y)))).collect();
        all.sort_by(f32::total_cmp);
        let closed = ((1.0 - open) * all.len() as f32) as usize;
        Flecks { gap: all.get(closed).copied().unwrap_or(f32::MAX), open }
    }

    /// What of the sun comes to a place along a way, where on the whole 1 does.
    pub(crate) fn falls(&self, at: V, way: V) -> f32 {
        if way.z < UNDER || at.z >= HIGH {
            return 1.0;
        }
        let there = at + way * ((HIGH - at.z) / way.z);
        if uneven(there.x, there.y) >= self.gap { self.open.recip() } else { 0.0 }
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    /// On the whole as much comes through as is said, in flecks: all of the sun here and none of it there.
    #[rstest]
    #[case::thin(0.6)]
    #[case::usual(0.25)]
    #[case::dense(0.08)]
    fn as_much_on_the_whole(#[case] open: f64) {
        let flecks = Flecks::of(open);
        let sun = V::new(0.3, 0.2, 0.8).normalize();
        let places = (0..200u16).flat_map(|x| (0..200u16).map(move |y| (f32::from(x) * 0.051, f32::from(y) * 0.047)));
        let falls: Vec<f32> = places.map(|(x, y)| flecks.falls(V::new(x, y, 1.5), sun)).collect();
        let mean = falls.iter().sum::<f32>() / falls.len() as f32;
        assert!((mean - 1.0).abs() < 0.35, "{mean}");
        let full = (1.0 / open) as f32;
        assert!(falls.iter().all(|one| *one == 0.0 || (one / full - 1.0).abs() < 1e-4));
    }

    /// Of a sun that is low the light is even, and nothing that stands over them is in their shade.
    #[test]
    fn past_leaves_and_under_them() {
        let flecks = Flecks::of(0.25);
        assert_eq!(flecks.falls(V::new(0.0, 0.0, 1.5), V::new(0.0, 1.0, 0.05).normalize()), 1.0);
        assert_eq!(flecks.falls(V::new(0.0, 0.0, 7.0), V::Z), 1.0);
    }
}
