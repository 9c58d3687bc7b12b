//! The CIE 1931 2° observer and the CIE daylight components, from 380 to 780 nm by 5 nm (CIE 15:2018).

use std::sync::LazyLock;

/// How many bands a spectrum has: 380 to 780 nm by 5 nm.
pub const BANDS: usize = 81;

const OBSERVER: &str = include_str!("../../data/spectra/observer.csv");

/// The middle of a band, in nanometres.
#[must_use]
pub fn nanometres(band: usize) -> f64 {
    380.0 + 5.0 * band as f64
}

/// A table of columns over the bands, its first column the wavelength.
pub(super) fn columns<const N: usize>(table: &str) -> [[f64; BANDS]; N] {
    let mut columns = [[0.0; BANDS]; N];
    for (band, line) in table.lines().skip(1).take(BANDS).enumerate() {
        for (column, cell) in columns.iter_mut().zip(line.split(',').skip(1)) {
            column[band] = cell.parse().unwrap_or(0.0);
        }
    }
    columns
}

/// The colour-matching functions x̄, ȳ and z̄, then the daylight components S₀, S₁ and S₂.
static COLUMNS: LazyLock<[[f64; BANDS]; 6]> = LazyLock::new(|| columns(OBSERVER));

/// The observer's three functions.
pub(super) fn observer() -> [&'static [f64; BANDS]; 3] {
    [&COLUMNS[0], &COLUMNS[1], &COLUMNS[2]]
}

/// The components daylight is made of.
pub(super) fn daylight_components() -> [&'static [f64; BANDS]; 3] {
    [&COLUMNS[3], &COLUMNS[4], &COLUMNS[5]]
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    /// Sums by 5 nm over 380 to 780 nm of the tables of CIE 15:2018: ȳ to 21.371 and its greatest 1 at 555 nm.
    #[rstest]
    #[case::x(0, 21.371)]
    #[case::y(1, 21.371)]
    #[case::z(2, 21.371)]
    fn every_row_is_read(#[case] function: usize, #[case] sum: f64) {
        let total: f64 = observer()[function].iter().sum();
        assert!((total - sum).abs() < 0.01, "{total}");
        assert_eq!(OBSERVER.lines().count(), BANDS + 1);
    }

    #[test]
    fn the_eye_sees_best_at_555_nm() {
        let best = (0..BANDS).max_by(|a, b| observer()[1][*a].total_cmp(&observer()[1][*b])).unwrap();
        assert_eq!((nanometres(best), observer()[1][best]), (555.0, 1.0));
        assert_eq!(daylight_components()[0][36], 100.0, "S₀ is 100 at 560 nm");
    }
}
