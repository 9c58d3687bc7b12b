/// The sun's apparent radius, in degrees.
const RADIUS: f64 = 0.2666;

/// The share of the sun's disc that stands above a horizon of this altitude, 0 to 1: a circle cut by a level line.
#[must_use]
pub fn visible_share(apparent: f64, horizon: f64) -> f64 {
    let x = ((apparent - horizon) / RADIUS).clamp(-1.0, 1.0);
    0.5 + (x * (1.0 - x * x).sqrt() + x.asin()) / std::f64::consts::PI
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    #[rstest]
    #[case::well_up(10.0, 0.0, 1.0)]
    #[case::half(3.0, 3.0, 0.5)]
    #[case::touching(0.2666, 0.0, 1.0)]
    #[case::down(-1.0, 0.0, 0.0)]
    fn the_disc_sinks_behind_the_horizon(#[case] apparent: f64, #[case] horizon: f64, #[case] share: f64) {
        assert!((visible_share(apparent, horizon) - share).abs() < 1e-9);
    }
}
