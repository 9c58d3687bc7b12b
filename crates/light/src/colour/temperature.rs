//! The nearest colour temperature, and how far to the green or magenta side of the Planckian locus a light lies.

use super::spectrum::Spectrum;
use super::xyz::{Uv, Xyz};
use crate::quantity::{Duv, Kelvin};
use std::sync::LazyLock;

/// A colour as the trade names it: its nearest temperature and its distance from the Planckian locus.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Temperature {
    /// Correlated colour temperature.
    pub kelvin: Kelvin,
    /// Distance from the locus in the CIE 1960 diagram; above it, on the green side, positive.
    pub duv: Duv,
}

/// Where the table of the locus begins and ends, in kelvin, and how close its rows stand.
const FIRST: f64 = 1_000.0;
const LAST: f64 = 100_000.0;
const STEP: f64 = 0.01;
/// How many rows are passed over at first.
const STRIDE: usize = 16;

/// The Planckian locus at equal steps of the logarithm of temperature.
static LOCUS: LazyLock<Vec<Uv>> = LazyLock::new(|| {
    let rows = ((LAST / FIRST).ln() / STEP).ceil() as usize + 1;
    (0..rows).filter_map(|row| Spectrum::planckian(Kelvin::of(row_kelvin(row as f64))).xyz().uv()).collect()
});

fn row_kelvin(row: f64) -> f64 {
    FIRST * (row * STEP).exp()
}

/// The point of the locus at a row or between two, and how it goes on there per row: the parabola through three rows.
fn on_locus(middle: usize, off: f64) -> (Uv, Uv) {
    let [a, b, c] = [LOCUS[middle - 1], LOCUS[middle], LOCUS[middle + 1]];
    let parabola = |a: f64, b: f64, c: f64| {
        let (slope, bend) = ((c - a) / 2.0, (a + c) / 2.0 - b);
        (b + off * (slope + off * bend), slope + 2.0 * off * bend)
    };
    let ((u, du), (v, dv)) = (parabola(a.u, b.u, c.u), parabola(a.v, b.v, c.v));
    (Uv { u, v }, Uv { u: du, v: dv })
}

/// The nearest temperature in the CIE 1960 diagram and the distance to it, of light of this colour: the nearest row of a
/// table by 1 %, then the foot of the perpendicular on the parabola through its neighbours (after Ohno, LEUKOS 10, 2014).
/// None without light; colours hotter than 100 000 K or cooler than 1 000 K are given as those.
#[must_use]
pub fn temperature(light: Xyz) -> Option<Temperature> {
    let at = light.uv()?;
    let locus: &[Uv] = &LOCUS;
    let off = |row: usize| (row, (locus[row].u - at.u).powi(2) + (locus[row].v - at.v).powi(2));
    let nearest_of = |rows: &mut dyn Iterator<Item = usize>| rows.map(off).min_by(|a, b| a.1.total_cmp(&b.1));
    // The locus bends one way only, so what is nearest lies about the nearest of every few rows.
    let (about, _) = nearest_of(&mut (0..locus.len()).step_by(STRIDE))?;
    let (nearest, _) = nearest_of(&mut (about.saturating_sub(STRIDE)..(about + STRIDE + 1).min(locus.len())))?;
    let middle = nearest.clamp(1, LOCUS.len() - 2);
    let mut row = nearest as f64 - middle as f64;
    for _ in 0..4 {
        let (point, way) = on_locus(middle, row);
        let along = (at.u - point.u) * way.u + (at.v - point.v) * way.v;
        row = (row + along / (way.u * way.u + way.v * way.v)).clamp(-1.0, 1.0);
    }
    let (foot, _) = on_locus(middle, row);
    let distance = (at.u - foot.u).hypot(at.v - foot.v);
    let duv = if at.v >= foot.v { distance } else { -distance };
    Some(Temperature { kelvin: Kelvin::of(row_kelvin(middle as f64 + row)), duv: Duv::of(duv) })
}

/// Light of this temperature and distance from the Planckian locus, with Y = 1.
#[must_use]
pub fn light_at(at: Temperature) -> Xyz {
    let row = ((at.kelvin.kelvin() / FIRST).ln() / STEP).clamp(0.0, (LOCUS.len() - 1) as f64);
    let middle = (row.round() as usize).clamp(1, LOCUS.len() - 2);
    let (point, way) = on_locus(middle, row - middle as f64);
    // Square to the locus, on the side of greater v.
    let (u, v) = (-way.v, way.u);
    let side = if v >= 0.0 { 1.0 } else { -1.0 };
    let by = side * at.duv.duv() / u.hypot(v);
    Uv { u: point.u + u * by, v: point.v + v * by }.xy().light()
}

#[cfg(test)]
mod tests {
    use super::*;
    use proptest::prelude::*;

    /// The nearest temperature by sheer search over the locus itself.
    fn searched(at: Uv) -> (f64, f64) {
        let off = |t: f64| {
            let uv = Spectrum::planckian(Kelvin::of(t)).xyz().uv().unwrap();
            (uv.u - at.u).hypot(uv.v - at.v)
        };
        let shrink = (5f64.sqrt() - 1.0) / 2.0;
        let (mut low, mut high) = (1e6 / 60_000.0, 1e6 / 1_000.0);
        for _ in 0..50 {
            let (a, b) = (high - shrink * (high - low), low + shrink * (high - low));
            if off(1e6 / a) < off(1e6 / b) { high = b } else { low = a }
        }
        let kelvin = 2e6 / (low + high);
        (kelvin, off(kelvin))
    }

    proptest! {
        /// Within 0.2 % and 2·10⁻⁴ of an exact search, to ± 0.03 from the locus; better in truth.
        #[test]
        fn as_an_exact_search(t in 1_200.0..30_000.0f64, duv in -0.03..0.03f64) {
            let light = light_at(Temperature { kelvin: Kelvin::of(t), duv: Duv::of(duv) });
            let found = temperature(light).unwrap();
            let (kelvin, distance) = searched(light.uv().unwrap());
            prop_assert!((found.kelvin.kelvin() / kelvin - 1.0).abs() < 2e-4, "{found:?} {kelvin}");
            prop_assert!((found.duv.duv().abs() - distance).abs() < 1e-6, "{found:?} {distance}");
            prop_assert!((found.duv.duv() - duv).abs() < 1e-5, "{found:?}");
        }
    }

    #[test]
    fn no_light_has_no_temperature() {
        assert!(temperature(Xyz::default()).is_none());
    }
}
