//! Ambient and flash told apart on a patch.

use crate::quantity::Stops;
use serde::Serialize;

/// By what ambient and flash are told apart.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Apart {
    /// By a frame without flash.
    Pair,
    /// From one frame: the ambient is taken to be as planned, since flash leads there.
    AmbientAsPlanned,
    /// From one frame: the flash is taken to be as planned, since the ambient leads there.
    FlashAsPlanned,
    /// From one frame that shows less than the one of them alone should give: both are taken to be off alike.
    BothAlike,
    /// There was to be no flash.
    AllAmbient,
}

/// A level in its two parts.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct Split {
    /// The ambient.
    pub ambient: Stops,
    /// The flash; none where there is none, or too little to tell.
    pub flash: Option<Stops>,
    /// By what they are told apart.
    pub by: Apart,
}

/// A smaller part of the whole than this is not told: an error of a tenth of a stop would be most of it.
pub(super) const LEAST_SHARE: f64 = 0.1;

/// What is left of a level when another light is taken out; none where it is too little to tell.
fn rest(total: f64, other: f64) -> Option<f64> {
    let left = total.exp2() - other.exp2();
    (left >= total.exp2() * LEAST_SHARE).then(|| left.log2())
}

/// Splits a measured level by what was planned, and by the ambient as a frame without flash shows it.
pub(super) fn split(total: f64, ambient: f64, flash: Option<f64>, seen: Option<f64>) -> Split {
    let of =
        |ambient: f64, flash: Option<f64>, by| Split { ambient: Stops::of(ambient), flash: flash.map(Stops::of), by };
    if let Some(seen) = seen {
        return of(seen, rest(total, seen), Apart::Pair);
    }
    let Some(flash) = flash else { return of(total, None, Apart::AllAmbient) };
    let leads = flash > ambient;
    match (leads, rest(total, if leads { ambient } else { flash })) {
        (true, Some(rest)) => of(ambient, Some(rest), Apart::AmbientAsPlanned),
        (false, Some(rest)) => of(rest, Some(flash), Apart::FlashAsPlanned),
        (_, None) => {
            let more = total - (ambient.exp2() + flash.exp2()).log2();
            of(ambient + more, Some(flash + more), Apart::BothAlike)
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    /// Worked by hand. Planned −1 and 0 make 0.585: with 1.585 measured the whole stop more than two parts of light, 3 − ½, is
    /// flash: log₂ 2.5. Seen without flash at 0, two are left: 1. Where the ambient was to lead it takes the rest: 3 − ½.
    #[rstest]
    #[case::as_planned(0.585, -1.0, Some(0.0), None, -1.0, Some(0.0), Apart::AmbientAsPlanned)]
    #[case::flash_leads(1.585, -1.0, Some(0.0), None, -1.0, Some(1.322), Apart::AmbientAsPlanned)]
    #[case::ambient_leads(1.585, 0.0, Some(-1.0), None, 1.322, Some(-1.0), Apart::FlashAsPlanned)]
    #[case::a_pair(1.585, -1.0, Some(0.0), Some(0.0), 0.0, Some(1.0), Apart::Pair)]
    #[case::hardly_any_flash(0.05, -1.0, Some(0.0), Some(0.0), 0.0, None, Apart::Pair)]
    #[case::no_flash(0.4, 0.0, None, None, 0.4, None, Apart::AllAmbient)]
    #[case::too_dark(-2.415, -1.0, Some(0.0), None, -4.0, Some(-3.0), Apart::BothAlike)]
    fn parts(
        #[case] total: f64,
        #[case] ambient: f64,
        #[case] flash: Option<f64>,
        #[case] seen: Option<f64>,
        #[case] wanted: f64,
        #[case] wanted_flash: Option<f64>,
        #[case] by: Apart,
    ) {
        let found = split(total, ambient, flash, seen);
        assert_eq!(found.by, by);
        assert!((found.ambient.stops() - wanted).abs() < 1e-3, "{found:?}");
        match (found.flash, wanted_flash) {
            (Some(found), Some(wanted)) => assert!((found.stops() - wanted).abs() < 1e-3, "{found:?}"),
            (found, wanted) => assert_eq!(found.is_some(), wanted.is_some()),
        }
    }
}
