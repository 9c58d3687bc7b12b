//! What share of a receiver's half space a face fills, weighed by the cosine: the configuration factor of a plane
//! element to a face. Illuminance from a diffuse face of luminance L is `π·L` times this.

use crate::geometry::DVec3;
use std::f64::consts::PI;

/// The factor to a polygon by Lambert's contour integral, `1/2π · Σ Γᵢ·n`, after cutting off what lies below the
/// receiver's horizon (Lambert 1760; Howell, *A Catalog of Radiation Configuration Factors*, plane element to
/// polygon). The polygon counts from both sides.
#[must_use]
pub fn to_polygon(at: DVec3, normal: DVec3, corners: &[DVec3]) -> f64 {
    let above = |corner: DVec3| (corner - at).dot(normal);
    let mut contour = 0.0;
    let mut edge = |a: DVec3, b: DVec3| {
        let (a, b) = (a - at, b - at);
        let cross = a.cross(b);
        let sine = cross.length();
        if sine > 1e-12 {
            contour += sine.atan2(a.dot(b)) * cross.dot(normal) / sine;
        }
    };
    // Where the cut leaves the polygon and comes back, the edge between lies in the horizon itself.
    let (mut first_cut, mut last_cut): (Option<DVec3>, Option<DVec3>) = (None, None);
    let mut any = false;
    for (index, a) in corners.iter().enumerate() {
        let b = corners[(index + 1) % corners.len()];
        let (ha, hb) = (above(*a), above(b));
        if ha < 0.0 && hb < 0.0 {
            continue;
        }
        any = true;
        let cut = |a: DVec3, b: DVec3, ha: f64, hb: f64| a + (b - a) * (ha / (ha - hb));
        if ha < 0.0 {
            let point = cut(*a, b, ha, hb);
            match last_cut.take() {
                Some(left) => edge(left, point),
                None => first_cut = Some(point),
            }
            edge(point, b);
        } else if hb < 0.0 {
            let point = cut(*a, b, ha, hb);
            edge(*a, point);
            last_cut = Some(point);
        } else {
            edge(*a, b);
        }
    }
    if let (Some(left), Some(back)) = (last_cut, first_cut) {
        edge(left, back);
    }
    if any { (contour / (2.0 * PI)).abs().min(1.0) } else { 0.0 }
}

/// Sides of the polygon that stands for a disc cut by the receiver's horizon.
const SIDES: usize = 48;

/// The factor to a disc of this radius that looks along `looks`, from the side it looks to.
///
/// Where the whole disc stands above the receiver's horizon: the closed forms of a parallel and of a perpendicular
/// element, which together give any inclination (Howell B-12, B-13). Where the horizon cuts it: Lambert's contour
/// integral over a polygon of the same area.
#[must_use]
pub fn to_disc(at: DVec3, normal: DVec3, middle: DVec3, looks: DVec3, radius: f64) -> f64 {
    let from = at - middle;
    let height = from.dot(looks);
    if height <= 0.0 {
        return 0.0;
    }
    let along = from - looks * height;
    let off = along.length();
    let leaning = (normal - looks * normal.dot(looks)).length();
    if -from.dot(normal) < radius * leaning {
        return to_polygon(at, normal, &round(middle, looks, radius));
    }
    let (h2, l2, r2) = (height * height, off * off, radius * radius);
    let root = ((h2 + l2 + r2).powi(2) - 4.0 * l2 * r2).max(0.0).sqrt();
    let parallel = 0.5 * (1.0 - (h2 + l2 - r2) / root);
    let across = if off > 1e-9 { height / (2.0 * off) * ((h2 + l2 + r2) / root - 1.0) } else { 0.0 };
    let inward = if off > 1e-9 { -along / off } else { DVec3::ZERO };
    (looks * -parallel + inward * across).dot(normal).clamp(0.0, 1.0)
}

/// A regular polygon of a disc's area.
fn round(middle: DVec3, looks: DVec3, radius: f64) -> [DVec3; SIDES] {
    let (right, up) = crate::geometry::right_and_up(looks);
    let ring = crate::geometry::ring(SIDES);
    // The sine of one step is what the ring's first side is of a triangle.
    let same_area = radius * (2.0 * PI / (SIDES as f64 * ring[1].0)).sqrt();
    std::array::from_fn(|i| {
        let (sine, cosine) = ring[i];
        middle + right * (same_area * cosine) + up * (same_area * sine)
    })
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::geometry::{Flat, direction};
    use proptest::prelude::*;
    use rstest::rstest;

    const UP: DVec3 = DVec3::Z;

    fn square(side: f64, height: f64) -> [DVec3; 4] {
        Flat::new(DVec3::new(0.0, 0.0, height), DVec3::NEG_Z, side, side).corners()
    }

    /// Plane element to a parallel rectangle over one corner (Howell B-4, the handbook's best-known case):
    /// `1/2π·[X/√(1+X²)·atan(Y/√(1+X²)) + Y/√(1+Y²)·atan(X/√(1+Y²))]`.
    #[rstest]
    #[case(1.0, 1.0, 1.0)]
    #[case(2.0, 2.0, 1.0)]
    #[case(0.5, 2.0, 1.0)]
    fn rectangle_over_its_corner(#[case] a: f64, #[case] b: f64, #[case] c: f64) {
        let corners = [DVec3::new(0.0, 0.0, c), DVec3::new(a, 0.0, c), DVec3::new(a, b, c), DVec3::new(0.0, b, c)];
        let (x, y) = (a / c, b / c);
        let (rx, ry) = ((1.0 + x * x).sqrt(), (1.0 + y * y).sqrt());
        let closed = (x / rx * (y / rx).atan() + y / ry * (x / ry).atan()) / (2.0 * PI);
        let found = to_polygon(DVec3::ZERO, UP, &corners);
        assert!((found - closed).abs() < 1e-12);
        // The tabled value of the unit square over its corner.
        assert!(a != 1.0 || (found - 0.1385).abs() < 5e-5, "{found}");
    }

    /// Plane element perpendicular to a rectangle, standing at its corner (Howell B-5):
    /// `1/2π·[atan(1/Y) − Y/√(X²+Y²)·atan(1/√(X²+Y²))]`, with the rectangle b high, a wide, at distance c: X = a/b, Y = c/b.
    #[rstest]
    #[case(1.0, 1.0, 1.0)]
    #[case(0.4, 1.2, 0.8)]
    fn rectangle_across(#[case] a: f64, #[case] b: f64, #[case] c: f64) {
        // The element lies in the ground and looks up; the rectangle stands upright at distance c.
        let corners = [DVec3::new(0.0, c, 0.0), DVec3::new(b, c, 0.0), DVec3::new(b, c, a), DVec3::new(0.0, c, a)];
        let (x, y) = (a / b, c / b);
        let r = x.hypot(y);
        let closed = ((1.0 / y).atan() - y / r * (1.0 / r).atan()) / (2.0 * PI);
        assert!((to_polygon(DVec3::ZERO, UP, &corners) - closed).abs() < 1e-12);
    }

    /// On the axis of a disc: `R²/(R²+d²)` (Howell B-13 on the axis).
    #[rstest]
    #[case(0.5, 1.0)]
    #[case(0.45, 1.2)]
    #[case(1.0, 0.2)]
    fn disc_on_its_axis(#[case] radius: f64, #[case] distance: f64) {
        let found = to_disc(DVec3::ZERO, UP, UP * distance, DVec3::NEG_Z, radius);
        assert!((found - radius * radius / (radius * radius + distance * distance)).abs() < 1e-12);
    }

    /// A brute-force sum of `cos·cos/(π·r²)` over the disc.
    fn summed(at: DVec3, normal: DVec3, middle: DVec3, looks: DVec3, radius: f64) -> f64 {
        let (right, up) = crate::geometry::right_and_up(looks);
        let n = 220;
        let mut sum = 0.0;
        for i in 0..n {
            for j in 0..n {
                let (x, y) = ((f64::from(i) + 0.5) / 110.0 - 1.0, (f64::from(j) + 0.5) / 110.0 - 1.0);
                if x * x + y * y > 1.0 {
                    continue;
                }
                let to = middle + right * (x * radius) + up * (y * radius) - at;
                let r2 = to.length_squared();
                let (source, here) = (-to.dot(looks), to.dot(normal));
                if source > 0.0 && here > 0.0 {
                    sum += source * here / (PI * r2 * r2) * (radius / 110.0).powi(2);
                }
            }
        }
        sum
    }

    proptest! {
        #![proptest_config(ProptestConfig::with_cases(40))]
        /// Off the axis, turned, and with the horizon cutting it: closed form and contour against the sum.
        #[test]
        fn disc_against_the_integral(x in -1.5f64..1.5, d in 0.4f64..3.0, b in -180.0f64..180.0, t in -90.0f64..90.0) {
            let (at, normal) = (DVec3::new(x, -d, 0.2), direction(b, t));
            let found = to_disc(at, normal, DVec3::ZERO, DVec3::NEG_Y, 0.5);
            let sum = summed(at, normal, DVec3::ZERO, DVec3::NEG_Y, 0.5);
            prop_assert!((found - sum).abs() < 0.01 * sum + 4e-4, "{found} {sum}");
        }

        /// The same for a rectangle.
        #[test]
        fn rectangle_against_the_integral(x in -1.5f64..1.5, d in 0.4f64..3.0, b in -180.0f64..180.0, t in -90.0f64..90.0) {
            let (at, normal) = (DVec3::new(x, -d, 0.2), direction(b, t));
            let flat = Flat::new(DVec3::ZERO, DVec3::NEG_Y, 0.6, 1.1);
            let found = to_polygon(at, normal, &flat.corners());
            let n = 160;
            let mut sum = 0.0;
            for i in 0..n {
                for j in 0..n {
                    let share = |k: i32| (f64::from(k) + 0.5) / f64::from(n) * 2.0 - 1.0;
                    let to = flat.at(share(i), share(j)) - at;
                    let r2 = to.length_squared();
                    let (source, here) = (-to.dot(flat.normal()), to.dot(normal));
                    if here > 0.0 {
                        sum += source * here / (PI * r2 * r2) * flat.area() / f64::from(n * n);
                    }
                }
            }
            prop_assert!((found - sum).abs() < 0.01 * sum + 4e-4, "{found} {sum}");
        }

        /// The five-times rule of photometry (IES Lighting Handbook): from five times its size on, a face acts as a
        /// point within 1 %.
        #[test]
        fn from_five_times_its_size_it_is_a_point(side in 0.1f64..2.0, times in 5.0f64..20.0) {
            let d = side * times;
            let point = side * side / (PI * d * d);
            let found = to_polygon(DVec3::ZERO, UP, &square(side, d));
            prop_assert!((found / point - 1.0).abs() < 0.0135, "{}", found / point);
            let radius = side / 2.0;
            let disc = to_disc(DVec3::ZERO, UP, UP * d, DVec3::NEG_Z, radius);
            prop_assert!((disc / (radius * radius / (d * d)) - 1.0).abs() < 0.0100001);
        }

        /// Nothing fills more than the whole half space, and from behind there is nothing.
        #[test]
        fn never_more_than_all(x in -3.0f64..3.0, y in -3.0f64..3.0, z in -2.0f64..2.0) {
            let at = DVec3::new(x, y, z);
            for normal in [UP, -UP, DVec3::X, DVec3::Y] {
                let found = to_disc(at, normal, DVec3::ZERO, DVec3::NEG_Y, 0.7);
                prop_assert!((0.0..=1.0).contains(&found));
                if y >= 0.0 {
                    prop_assert_eq!(found, 0.0);
                }
            }
        }
    }
}
