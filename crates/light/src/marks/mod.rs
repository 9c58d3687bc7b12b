//! Marks: the positions of a dial and what cameras and flashes print there.
//!
//! A position is held exactly, as a whole number of sixths of a stop, so that both thirds and halves are whole and
//! nothing drifts. What is printed (1/60, f/5.6) is a display of that exact value (1/64 s, f/5.657).

mod aperture;
mod iso;
mod nd;
mod power;
mod shutter;

pub use aperture::ApertureMark;
pub use iso::IsoMark;
pub use nd::NdMark;
pub use power::{PowerNotation, PowerStep, ten_stop_label};
pub use shutter::ShutterMark;

use crate::quantity::Limit;
use serde::{Deserialize, Serialize};

/// How far one click of a camera's dial goes.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, Default)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum StepSize {
    /// Thirds of a stop, as most cameras are set.
    #[default]
    Thirds,
    /// Half stops.
    Halves,
}

impl StepSize {
    /// The click in sixths of a stop.
    #[must_use]
    pub const fn sixths(self) -> i16 {
        match self {
            StepSize::Thirds => 2,
            StepSize::Halves => 3,
        }
    }
}

/// A position on a dial that counts in sixths of a stop.
pub trait Mark: Copy + Ord {
    /// The positions that exist, in sixths.
    const RANGE: Limit;

    /// The position, in sixths of a stop.
    fn sixths(self) -> i16;

    /// The nearest position that exists.
    fn nearest(sixths: i16) -> Self;

    /// What a camera set to this step prints here.
    fn label(self, step: StepSize) -> String;

    /// The position in stops.
    fn stops(self) -> f64 {
        f64::from(self.sixths()) / 6.0
    }

    /// All positions from `first` to `last` that a camera clicks to, both ends included where they are clicks.
    fn clicks(first: Self, last: Self, step: StepSize) -> Vec<Self> {
        (first.sixths()..=last.sixths()).filter(|sixths| sixths % step.sixths() == 0).map(Self::nearest).collect()
    }
}

/// A dial position with its printed mark, as a strip of a dial shows them.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct Printed {
    /// The position, in the unit of the dial: sixths of a stop, stops below full power, or kelvin.
    pub at: f64,
    /// What is printed there; on a dial's strip only full stops carry a number.
    pub label: String,
    /// Whether it is a full stop, engraved longer.
    pub full: bool,
}

/// The strip of a dial: every position given, numbered at the full stops as a lens is engraved.
pub fn strip<M: Mark>(marks: &[M], step: StepSize) -> Vec<Printed> {
    let full = |mark: &M| mark.sixths() % 6 == 0;
    let label = |mark: &M| if full(mark) { mark.label(step) } else { String::new() };
    marks.iter().map(|mark| Printed { at: f64::from(mark.sixths()), label: label(mark), full: full(mark) }).collect()
}

/// Every position given with its mark, to choose from.
pub fn choices<M: Mark>(marks: &[M], step: StepSize) -> Vec<Printed> {
    marks
        .iter()
        .map(|mark| Printed { at: f64::from(mark.sixths()), label: mark.label(step), full: mark.sixths() % 6 == 0 })
        .collect()
}

/// The label at `sixths` in a table that starts at `first` and goes on by `step`.
fn printed_in(table: &[&'static str], first: i16, step: i16, sixths: i16) -> Option<&'static str> {
    let offset = sixths - first;
    if offset < 0 || offset % step != 0 {
        return None;
    }
    table.get((offset / step) as usize).copied()
}

macro_rules! mark {
    ($(#[$doc:meta])* $name:ident, $limit:ident) => {
        $(#[$doc])*
        #[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, serde::Serialize, serde::Deserialize)]
        #[serde(try_from = "f64", into = "i16")]
        pub struct $name(i16);

        impl $name {
            /// A checked position in sixths of a stop.
            ///
            /// # Errors
            /// [`OutOfRange`](crate::quantity::OutOfRange) off the dial.
            pub fn new(sixths: i16) -> Result<Self, $crate::quantity::OutOfRange> {
                <Self as $crate::marks::Mark>::RANGE.check(f64::from(sixths)).map(|_| Self(sixths))
            }
        }

        impl TryFrom<f64> for $name {
            type Error = $crate::quantity::OutOfRange;
            fn try_from(sixths: f64) -> Result<Self, Self::Error> {
                let limit = <Self as $crate::marks::Mark>::RANGE;
                limit.check(sixths)?;
                if sixths.fract() == 0.0 {
                    Ok(Self(sixths as i16))
                } else {
                    Err($crate::quantity::OutOfRange { limit, value: sixths })
                }
            }
        }

        impl From<$name> for i16 {
            fn from(mark: $name) -> i16 {
                mark.0
            }
        }

        impl $crate::marks::Mark for $name {
            const RANGE: $crate::quantity::Limit = $crate::quantity::limits::$limit;
            fn sixths(self) -> i16 {
                self.0
            }
            fn nearest(sixths: i16) -> Self {
                Self(Self::RANGE.nearest(f64::from(sixths)) as i16)
            }
            fn label(self, step: $crate::marks::StepSize) -> String {
                self.print(step)
            }
        }

        #[cfg(feature = "openapi")]
        impl utoipa::PartialSchema for $name {
            fn schema() -> utoipa::openapi::RefOr<utoipa::openapi::schema::Schema> {
                $crate::quantity::number_schema(<Self as $crate::marks::Mark>::RANGE, true)
            }
        }

        #[cfg(feature = "openapi")]
        impl utoipa::ToSchema for $name {}
    };
}
pub(crate) use mark;

/// A step in stops as the trade writes it: +⅓, −1⅔, 0; to the nearest third, or half where that is nearer.
#[must_use]
pub fn stops_label(stops: f64) -> String {
    let sixths = (stops * 6.0).round() as i64;
    // Fifths of the way between thirds and halves do not exist on dials: 1/6 rounds to the third below or above. So what is said in
    // thirds is said in halves as the number itself would be.
    let sixths = match sixths.rem_euclid(6) {
        1 => sixths - 1,
        5 => sixths + 1,
        _ => sixths,
    };
    let whole = sixths.unsigned_abs() / 6;
    let part = match sixths.unsigned_abs() % 6 {
        2 => "⅓",
        3 => "½",
        4 => "⅔",
        _ => "",
    };
    let mut label = String::with_capacity(12);
    label.push_str(match sixths.signum() {
        1 => "+",
        -1 => "−",
        _ => "",
    });
    if whole > 0 || part.is_empty() {
        label.push_str(itoa::Buffer::new().format(whole));
    }
    label.push_str(part);
    label
}

/// Less than this is no amount at all, in stops.
const NOTHING: f64 = 0.05;

/// An amount of stops without sign: "1⅓ stops", "⅔ stop". What there is of it is never said to be none.
#[must_use]
pub fn stops_amount(stops: f64) -> String {
    let mut label = stops_label(stops.abs());
    if label == "0" && stops.abs() >= NOTHING {
        return "a little".to_owned();
    }
    if label.starts_with('+') {
        label.remove(0);
    }
    // One stop or a part of one, as the label says it.
    let one = matches!(label.as_str(), "1" | "⅓" | "½" | "⅔");
    label.push_str(if one { " stop" } else { " stops" });
    label
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    #[rstest]
    #[case(0.0, "0")]
    #[case(0.05, "0")]
    #[case(0.31, "+⅓")]
    #[case(0.5, "+½")]
    #[case(-0.67, "−⅔")]
    #[case(-1.34, "−1⅓")]
    #[case(2.98, "+3")]
    #[case(-0.95, "−1")]
    fn stops_as_the_trade_writes_them(#[case] stops: f64, #[case] label: &str) {
        assert_eq!(stops_label(stops), label);
    }

    #[rstest]
    #[case(0.67, "⅔ stop")]
    #[case(-1.0, "1 stop")]
    #[case(1.15, "1 stop")]
    #[case(0.02, "0 stops")]
    #[case(-0.24, "a little")]
    #[case(1.33, "1⅓ stops")]
    fn amounts(#[case] stops: f64, #[case] label: &str) {
        assert_eq!(stops_amount(stops), label);
    }

    #[test]
    fn a_mark_between_clicks_of_both_kinds_is_refused_on_the_wire() {
        assert!(serde_json::from_str::<ApertureMark>("30").is_ok());
        assert!(serde_json::from_str::<ApertureMark>("30.5").is_err());
        assert!(serde_json::from_str::<ApertureMark>("1e12").is_err());
    }
}
