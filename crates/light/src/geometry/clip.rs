use super::DVec3;

/// One side of a plane.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct HalfSpace {
    /// A point of the plane.
    pub at: DVec3,
    /// The direction from it that counts as inside.
    pub inward: DVec3,
}

impl HalfSpace {
    /// That of the plane through three points which holds a fourth.
    #[must_use]
    pub fn holding(a: DVec3, b: DVec3, c: DVec3, inside: DVec3) -> HalfSpace {
        let normal = (b - a).cross(c - a).normalize_or_zero();
        let inward = if (inside - a).dot(normal) >= 0.0 { normal } else { -normal };
        HalfSpace { at: a, inward }
    }

    /// Whether a point lies inside it.
    #[must_use]
    pub fn holds(&self, point: DVec3) -> bool {
        (point - self.at).dot(self.inward) > 0.0
    }

    /// The other side of the plane.
    #[must_use]
    pub fn opposite(self) -> HalfSpace {
        HalfSpace { inward: -self.inward, ..self }
    }
}

/// What of a convex polygon lies in all of these half-spaces (Sutherland & Hodgman, *Reentrant Polygon Clipping*, 1974);
/// fewer than three corners where nothing does.
#[must_use]
pub fn clipped(polygon: &[DVec3], half_spaces: &[HalfSpace]) -> Vec<DVec3> {
    let mut left = polygon.to_vec();
    let (mut kept, mut inside) = (Vec::new(), Vec::new());
    for half in half_spaces {
        if left.len() < 3 {
            return Vec::new();
        }
        inside.clear();
        inside.extend(left.iter().map(|point| (*point - half.at).dot(half.inward)));
        // Most half-spaces cut nothing off.
        if inside.iter().all(|inside| *inside >= 0.0) {
            continue;
        }
        kept.clear();
        let ends = left.iter().zip(&inside);
        for ((from, a), (to, b)) in ends.clone().zip(ends.cycle().skip(1)) {
            if *a >= 0.0 {
                kept.push(*from);
            }
            if a * b < 0.0 {
                kept.push(*from + (*to - *from) * (a / (a - b)));
            }
        }
        std::mem::swap(&mut left, &mut kept);
    }
    if left.len() < 3 { Vec::new() } else { left }
}

/// What of a convex polygon lies outside what these half-spaces have in common, in convex parts that do not overlap.
#[must_use]
pub fn without(polygon: &[DVec3], common: &[HalfSpace]) -> Vec<Vec<DVec3>> {
    let (mut inside, mut parts) = (polygon.to_vec(), Vec::new());
    for half in common {
        parts.push(clipped(&inside, &[half.opposite()]));
        inside = clipped(&inside, &[*half]);
    }
    // Nothing in common is nothing taken away.
    if common.is_empty() {
        parts.push(inside);
    }
    parts.retain(|part| !part.is_empty());
    parts
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::geometry::Flat;
    use proptest::prelude::*;

    fn area(polygon: &[DVec3]) -> f64 {
        let from = polygon.first().copied().unwrap_or_default();
        polygon.windows(2).map(|pair| (pair[0] - from).cross(pair[1] - from)).sum::<DVec3>().length() / 2.0
    }

    fn square() -> [DVec3; 4] {
        Flat::new(DVec3::ZERO, DVec3::Y, 2.0, 2.0).corners()
    }

    #[test]
    fn halves_quarters_and_nothing() {
        let right = HalfSpace { at: DVec3::ZERO, inward: DVec3::X };
        let up = HalfSpace { at: DVec3::ZERO, inward: DVec3::Z };
        let away = HalfSpace { at: DVec3::X * 3.0, inward: DVec3::X };
        assert!((area(&clipped(&square(), &[right])) - 2.0).abs() < 1e-12);
        assert!((area(&clipped(&square(), &[right, up])) - 1.0).abs() < 1e-12);
        assert!(clipped(&square(), &[away]).is_empty());
        let corner = HalfSpace { at: DVec3::new(0.5, 0.0, 0.5), inward: DVec3::new(1.0, 0.0, 1.0) };
        assert!((area(&clipped(&square(), &[corner])) - 0.5).abs() < 1e-12);
    }

    #[test]
    fn a_plane_through_three_points_holds_the_fourth() {
        let half = HalfSpace::holding(DVec3::ZERO, DVec3::X, DVec3::Y, DVec3::new(0.2, 0.3, -4.0));
        assert!(half.inward.distance(DVec3::NEG_Z) < 1e-12);
        assert!(half.holds(DVec3::NEG_Z) && !half.opposite().holds(DVec3::NEG_Z));
    }

    /// A square hole of a quarter leaves three quarters, in four parts that do not overlap; no hole takes nothing.
    #[test]
    fn a_hole_is_taken_out() {
        let half = |way: DVec3| HalfSpace { at: way * -0.5, inward: way };
        let hole = [half(DVec3::X), half(DVec3::NEG_X), half(DVec3::Z), half(DVec3::NEG_Z)];
        let parts = without(&square(), &hole);
        assert_eq!(parts.len(), 4);
        assert!((parts.iter().map(|part| area(part)).sum::<f64>() - 3.0).abs() < 1e-12);
        for part in &parts {
            let middle = part.iter().sum::<DVec3>() / part.len() as f64;
            assert!(!hole.iter().all(|half| half.holds(middle)));
        }
        assert!((area(&without(&square(), &[])[0]) - 4.0).abs() < 1e-12);
    }

    proptest! {
        /// What a cut leaves and what the opposite cut leaves are the whole.
        #[test]
        fn both_sides_are_the_whole(x in -1.5f64..1.5, z in -1.5f64..1.5, turn in 0.0f64..6.3) {
            let inward = DVec3::new(turn.cos(), 0.0, turn.sin());
            let at = DVec3::new(x, 0.0, z);
            let (one, other) = (HalfSpace { at, inward }, HalfSpace { at, inward: -inward });
            let sum = area(&clipped(&square(), &[one])) + area(&clipped(&square(), &[other]));
            prop_assert!((sum - 4.0).abs() < 1e-9, "{sum}");
        }
    }
}
