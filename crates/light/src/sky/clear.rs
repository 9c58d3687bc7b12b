use crate::colour::Temperature;
use crate::quantity::{Duv, Mired};
use serde::{Deserialize, Serialize};
use std::sync::LazyLock;

/// How clear the air is, by what it takes from light at 500 nm (optical depth).
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, Default)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Haze {
    /// 0.05: after rain, in the mountains.
    VeryClear,
    /// 0.10: what a clear sky mostly is.
    #[default]
    Clear,
    /// 0.20.
    Average,
    /// 0.40: summer haze, towns.
    Hazy,
}

/// A clear sky at one height of the sun.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct ClearRow {
    /// Illuminance of the sun alone on a surface square to it, in lux.
    pub direct_normal: f64,
    /// Its colour.
    pub direct: Temperature,
    /// Illuminance of the sky alone on level ground, in lux.
    pub sky_horizontal: f64,
    /// Its colour.
    pub sky: Temperature,
}

/// Clear-sky light and colour against the sun's height for four hazes, computed with SPECTRL2 (Bird & Riordan 1986, J.
/// Climate Appl. Meteor. 25) and the CIE 1931 observer; `data/clear_sky.py` makes it.
const TABLE: &str = include_str!("../../data/clear_sky.csv");

/// The lowest height of the sun in the table, in degrees.
pub(super) const LOWEST: f64 = 1.0;

/// A row as its logarithms, with the height it is for.
type Row = (f64, [f64; 6]);

static ROWS: LazyLock<[Vec<Row>; 4]> = LazyLock::new(|| ["very clear", "clear", "average", "hazy"].map(rows));

fn rows(haze: &str) -> Vec<Row> {
    let numbers = |line: &str| -> Option<Row> {
        let cells: Vec<&str> = line.split(',').collect();
        let number = |index: usize| cells.get(index).and_then(|cell| cell.parse::<f64>().ok());
        (cells.first() == Some(&haze)).then_some(())?;
        let direct = [number(3)?.ln(), 1e6 / number(4)?, number(5)?];
        let sky = [number(6)?.ln(), 1e6 / number(7)?, number(8)?];
        Some((number(2)?, [direct[0], direct[1], direct[2], sky[0], sky[1], sky[2]]))
    };
    TABLE.lines().filter_map(numbers).collect()
}

/// The table at an apparent height of the sun, in degrees: light interpolated as its logarithm, colour in mired. Below
/// 1° the sun's light goes on falling as between the two lowest rows, and all else stays.
#[must_use]
pub fn clear_sky(haze: Haze, elevation: f64) -> ClearRow {
    let rows = &ROWS[haze as usize];
    let at = elevation.clamp(LOWEST, 90.0);
    let above = rows.partition_point(|(height, _)| *height < at).clamp(1, rows.len() - 1);
    let ((low, a), (high, b)) = (rows[above - 1], rows[above]);
    let part = (at - low) / (high - low);
    let [mut direct, direct_mired, direct_duv, sky, sky_mired, sky_duv] =
        std::array::from_fn(|n| a[n] + (b[n] - a[n]) * part);
    if elevation < LOWEST {
        direct += (b[0] - a[0]) / (high - low) * (elevation - LOWEST);
    }
    let of = |mired: f64, duv: f64| Temperature { kelvin: Mired::of(mired).into(), duv: Duv::of(duv) };
    ClearRow {
        direct_normal: direct.exp(),
        direct: of(direct_mired, direct_duv),
        sky_horizontal: sky.exp(),
        sky: of(sky_mired, sky_duv),
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    /// Rows of the table itself come back as they are, and every haze has all 19.
    #[rstest]
    #[case::very_clear(Haze::VeryClear, 1.0, 3037.0, 750.0)]
    #[case::very_clear_at_two(Haze::VeryClear, 2.0, 7269.0, 1466.0)]
    fn rows_come_back(#[case] haze: Haze, #[case] elevation: f64, #[case] direct: f64, #[case] sky: f64) {
        let row = clear_sky(haze, elevation);
        assert!((row.direct_normal - direct).abs() < 1e-6 * direct);
        assert!((row.sky_horizontal - sky).abs() < 1e-6 * sky);
        assert!(ROWS.iter().all(|rows| rows.len() == 19));
    }

    /// The daylight-availability equations for a clear sky: direct 127.5 klx·exp(−0.21/sin h), sky 0.8 + 15.5·√sin h klx
    /// (IES RP-21; written down from memory). The stated band: 0.35 stop for
    /// the sun from 20° up and 0.6 at 10°, 0.8 for the sky, whose equation is of hazier air.
    #[rstest]
    fn the_table_agrees_with_the_availability_equations(#[values(10.0, 20.0, 30.0, 50.0, 75.0)] elevation: f64) {
        let sine = f64::to_radians(elevation).sin();
        let stops = |a: f64, b: f64| (a / b).log2();
        let direct = 127_500.0 * (-0.21 / sine).exp();
        let sky = 800.0 + 15_500.0 * sine.sqrt();
        let (average, hazy) = (clear_sky(Haze::Average, elevation), clear_sky(Haze::Hazy, elevation));
        assert!(
            stops(average.direct_normal, direct).abs() < if elevation < 20.0 { 0.6 } else { 0.35 },
            "direct {}",
            stops(average.direct_normal, direct)
        );
        assert!(stops(average.sky_horizontal, sky).abs() < 0.8, "sky {}", stops(average.sky_horizontal, sky));
        assert!(stops(hazy.sky_horizontal, sky) > -0.1, "hazy sky {}", stops(hazy.sky_horizontal, sky));
    }
}
