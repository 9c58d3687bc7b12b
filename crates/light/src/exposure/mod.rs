//! Exposure: settings, light levels, and how light adds.

mod addition;
mod film;
mod guide;
mod metering;

pub use addition::{flash_share, key_to_fill, together};
pub use film::reciprocity_loss;
pub use guide::{GUIDE, GuideRow};
pub use metering::{BODY_K, MeterConstants, READ_ERROR, reflected_level};

use crate::marks::{ApertureMark, IsoMark, Mark, ShutterMark};
use crate::quantity::{Ev100, FNumber, Seconds};

/// The exposure value, referred to ISO 100, for which these settings are right:
/// `EV100 = log2(N²/t) − log2(S/100)` (APEX, ANSI PH2.5; ISO 2720).
#[must_use]
pub fn ev100(aperture: FNumber, time: Seconds, iso_speed: f64) -> Ev100 {
    let n = aperture.number();
    Ev100::of((n * n / time.seconds()).log2() - (iso_speed / 100.0).log2())
}

/// The same for dial positions, exact: `Av + Tv − Sv`.
#[must_use]
pub fn ev100_of_marks(aperture: ApertureMark, shutter: ShutterMark, iso: IsoMark) -> Ev100 {
    Ev100::of(f64::from(aperture.sixths() + shutter.sixths() - iso.sixths()) / 6.0)
}

#[cfg(test)]
mod tests {
    use super::*;
    use proptest::prelude::*;
    use rstest::rstest;

    /// Worked cases 1 and 3 of the method notes, and the rule of f/16 (ANSI PH2.7): marks, not printed numbers.
    #[rstest]
    #[case::close_up_in_evening_shade(40, 46, 34, 8.667)]
    #[case::open_shade(30, 42, 0, 12.0)]
    #[case::f_16_at_one_over_iso(48, 40, 0, 14.667)]
    fn worked_cases(#[case] av: i16, #[case] tv: i16, #[case] sv: i16, #[case] ev: f64) {
        let of =
            ev100_of_marks(ApertureMark::new(av).unwrap(), ShutterMark::new(tv).unwrap(), IsoMark::new(sv).unwrap());
        assert!((of.ev() - ev).abs() < 0.001, "{of:?}");
    }

    proptest! {
        /// A stop here and a stop there cancel, and marks agree with the formula in true values.
        #[test]
        fn reciprocity(av in 0i16..60, tv in -30i16..80, sv in 0i16..60, step in -12i16..12) {
            let (a, t, s) = (
                ApertureMark::nearest(av), ShutterMark::nearest(tv), IsoMark::nearest(sv),
            );
            let by_marks = ev100_of_marks(a, t, s);
            let by_values = ev100(a.f_number(), t.time(), s.speed());
            prop_assert!((by_marks.ev() - by_values.ev()).abs() < 1e-9);
            if let (Ok(a2), Ok(t2)) = (ApertureMark::new(av + step), ShutterMark::new(tv - step)) {
                prop_assert_eq!(ev100_of_marks(a2, t2, s), by_marks);
            }
        }
    }
}
