//! Lamps that pulse on alternating current.

use crate::quantity::Seconds;
use std::f64::consts::PI;

/// How far a patch swings from frame to frame, peak to peak, in stops: `log₂((1+q)/(1−q))`, `q = s·m·|sinc(2f·t)|`, where a
/// share s of its light pulses by m of its mean at twice the mains' f hertz, over a time t. Whole pulses do not swing.
#[must_use]
pub fn swing(share: f64, pulses: f64, mains: f64, time: Seconds) -> f64 {
    let x = PI * 2.0 * mains * time.seconds();
    let sinc = if x.abs() < 1e-9 { 1.0 } else { (x.sin() / x).abs() };
    let q = (share * pulses * sinc).clamp(0.0, 0.999);
    ((1.0 + q) / (1.0 - q)).log2()
}

/// How many bands lie down the frame while a curtain or a read-out travels for so long.
#[must_use]
pub fn bands(mains: f64, travel: Seconds) -> f64 {
    2.0 * mains * travel.seconds()
}

/// The shortest time that does not swing and is no shorter than this: whole pulses.
#[must_use]
pub fn whole_pulses(mains: f64, no_shorter: Seconds) -> Seconds {
    let pulse = 1.0 / (2.0 * mains);
    Seconds::of((no_shorter.seconds() / pulse - 1e-6).ceil().max(1.0) * pulse)
}

#[cfg(test)]
mod tests {
    use super::*;
    use proptest::prelude::*;
    use rstest::rstest;

    const fn s(time: f64) -> Seconds {
        Seconds::of(time)
    }

    /// By hand: sinc(2·50/200) = sin(π/2)/(π/2) = 0.6366, times 0.35 is q = 0.2228, log₂(1.2228/0.7772) = 0.654; whole pulses
    /// at 1/100 s, in 60 Hz at 1/120 s.
    #[rstest]
    #[case::tubes_at_200th(1.0, 0.35, 50.0, 1.0 / 200.0, 0.654)]
    #[case::half_of_the_light(0.5, 0.35, 50.0, 1.0 / 200.0, 0.323)]
    #[case::whole_pulse(1.0, 0.35, 50.0, 0.01, 0.0)]
    #[case::whole_pulse_at_60(1.0, 0.35, 60.0, 1.0 / 120.0, 0.0)]
    #[case::short(1.0, 0.1, 50.0, 1e-6, 0.2895)]
    fn by_the_closed_form(
        #[case] share: f64,
        #[case] pulses: f64,
        #[case] mains: f64,
        #[case] time: f64,
        #[case] stops: f64,
    ) {
        assert!(
            (swing(share, pulses, mains, s(time)) - stops).abs() < 1e-3,
            "{}",
            swing(share, pulses, mains, s(time))
        );
    }

    #[rstest]
    #[case(50.0, 1.0 / 200.0, 0.01)]
    #[case(50.0, 0.01, 0.01)]
    #[case(50.0, 1.0 / 60.0, 0.02)]
    #[case(60.0, 1.0 / 250.0, 1.0 / 120.0)]
    fn the_next_quiet_time(#[case] mains: f64, #[case] time: f64, #[case] quiet: f64) {
        assert!((whole_pulses(mains, s(time)).seconds() - quiet).abs() < 1e-9);
    }

    #[test]
    fn bands_of_a_slow_shutter() {
        assert!((bands(50.0, s(0.02)) - 2.0).abs() < 1e-12);
    }

    proptest! {
        /// The closed form against the light of a pulsing lamp summed over many frames at every phase.
        #[test]
        fn as_summed(share in 0.0..1.0f64, pulses in 0.0..0.9f64, time in 1e-4..0.05f64) {
            let frame = |phase: f64| -> f64 {
                let n = 400;
                let light = |i: i32| 1.0 + share * pulses * (2.0 * PI * 100.0 * time * (f64::from(i) + 0.5) / f64::from(n) + phase).cos();
                (0..n).map(light).sum::<f64>() / f64::from(n)
            };
            let frames: Vec<f64> = (0..360).map(|degree| frame(f64::from(degree).to_radians())).collect();
            let (least, most) = frames.iter().fold((f64::MAX, 0.0_f64), |(a, b), f| (a.min(*f), b.max(*f)));
            prop_assert!((swing(share, pulses, 50.0, s(time)) - (most / least).log2()).abs() < 2e-3);
        }
    }
}
