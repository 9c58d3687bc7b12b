/// The rows of the published polynomials: from this height up, in degrees, the coefficients of
/// `log10 E = l0 + l1·x + l2·x² + l3·x³`, `x = height/90°` (Janiczek & DeYoung, USNO Circular 171, 1987; checked against
/// the two values the circular's readers quote most, 3.4 lx at −6° and 0.008 lx at −12°).
const ROWS: [(f64, [f64; 4]); 6] = [
    (20.0, [3.74, 3.97, -4.07, 1.47]),
    (5.0, [3.05, 13.28, -45.98, 64.33]),
    (-0.8, [2.88, 22.26, -207.64, 1034.30]),
    (-5.0, [2.88, 21.81, -258.11, -858.36]),
    (-12.0, [2.70, 12.17, -431.69, -1899.83]),
    (-18.0, [13.84, 262.72, 1447.42, 2797.93]),
];

/// Two rows are blended over this many degrees to either side of where they meet.
const SEAM: f64 = 0.5;

fn of_row(row: usize, height: f64) -> f64 {
    let x = height / 90.0;
    let [l0, l1, l2, l3] = ROWS[row].1;
    l0 + x * (l1 + x * (l2 + x * l3))
}

/// Illuminance of sun and sky together on level ground under a clear sky, in lux, at a height of the sun without
/// refraction; from 90° down to −18°, and as at −18° below. The rows are blended where they meet, so that nothing jumps.
#[must_use]
pub fn total_horizontal(height: f64) -> f64 {
    let height = height.clamp(-18.0, 90.0);
    let row = ROWS.iter().position(|(from, _)| height >= *from).unwrap_or(ROWS.len() - 1);
    let mut log = of_row(row, height);
    let mut blend = |seam: f64, upper: usize, lower: usize| {
        let part = (height - seam + SEAM) / (2.0 * SEAM);
        if (0.0..1.0).contains(&part) {
            log = of_row(lower, height) * (1.0 - part) + of_row(upper, height) * part;
        }
    };
    if row + 1 < ROWS.len() {
        blend(ROWS[row].0, row, row + 1);
    }
    if row > 0 && height > ROWS[row - 1].0 - SEAM {
        blend(ROWS[row - 1].0, row - 1, row);
    }
    10f64.powf(log)
}

#[cfg(test)]
mod tests {
    use super::*;
    use proptest::prelude::*;
    use rstest::rstest;

    /// 3.4 lx at the end of civil twilight and 0.008 lx at the end of nautical (Janiczek & DeYoung; quoted from memory).
    #[rstest]
    #[case::civil(-6.0, 3.4, 0.05)]
    #[case::nautical(-12.0, 0.008, 0.15)]
    fn twilight(#[case] height: f64, #[case] lux: f64, #[case] within: f64) {
        let found = total_horizontal(height);
        assert!((found / lux - 1.0).abs() < within, "{found}");
    }

    proptest! {
        /// No jump anywhere: a hundredth of a degree is less than 0.02 stop.
        #[test]
        fn nothing_jumps(height in -18.0..89.0f64) {
            let step = (total_horizontal(height + 0.01) / total_horizontal(height)).log2();
            prop_assert!(step.abs() < 0.02, "{step} at {height}");
        }
    }
}
