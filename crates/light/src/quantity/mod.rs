//! Quantities as types: a point is not a difference, and nothing mixes that should not.
//!
//! Values are private; constructors and getters are named by the unit; only operators that mean something exist.
//! On the wire each is a plain number in that unit, checked as it is read and inside its limits as it is written. What a
//! computation finds on the way is never bent to them: they are the limits of dials, not of light.
//!
//! ```
//! use tolva_light::quantity::{Ev100, Stops};
//! let shade = Ev100::new(12.0)?;
//! let sun = Ev100::new(15.0)?;
//! let contrast: Stops = sun - shade;
//! assert_eq!(contrast.stops(), 3.0);
//! # Ok::<(), tolva_light::quantity::OutOfRange>(())
//! ```
//!
//! Two readings do not add up to a reading:
//!
//! ```compile_fail
//! use tolva_light::quantity::Ev100;
//! let shade = Ev100::new(12.0).unwrap();
//! let sun = Ev100::new(15.0).unwrap();
//! let nonsense = sun + shade;
//! ```

mod colour;
mod earth;
mod exposure;
mod figure;
mod flash;
mod learnt;
mod length;
pub mod limits;
mod place;
mod text;

pub use colour::{Duv, Kelvin, Mired, MiredShift};
pub use earth::turn;
pub use earth::{Altitude, Bearing, Latitude, Longitude, Minutes, SeaHeight, ShadowLength};
pub use exposure::{Ev100, FNumber, Illuminance, LuminousExposure, Seconds, Share, Stops};
pub use figure::{figure, no_finer};
pub use flash::{GuideNumber, Power};
pub use learnt::Learnt;
pub use length::{Metres, Millimetres};
pub use limits::{Limit, OutOfRange};
pub use place::{Coordinate, Degrees, Headcount, Kilograms, WindSpeed};
pub use text::{ClockTime, Id, Name, Note, TextError};

/// Defines a checked number: private value, constructor, getter named by the unit, wire form.
macro_rules! quantity {
    ($(#[$doc:meta])* $name:ident, $getter:ident, $limit:ident) => {
        $(#[$doc])*
        #[derive(Debug, Clone, Copy, PartialEq, PartialOrd, serde::Serialize, serde::Deserialize)]
        #[serde(try_from = "f64", into = "f64")]
        pub struct $name(f64);

        impl $name {
            /// The range of this quantity.
            pub const LIMIT: $crate::quantity::Limit = $crate::quantity::limits::$limit;

            /// A checked value.
            ///
            /// # Errors
            /// [`OutOfRange`](crate::quantity::OutOfRange) outside [`Self::LIMIT`], NaN and infinities included.
            pub fn new(value: f64) -> Result<Self, $crate::quantity::OutOfRange> {
                Self::LIMIT.check(value).map(Self)
            }

            /// What a computation found, as it is: [`Self::LIMIT`] is for what people set and what is written down.
            #[must_use]
            pub const fn of(value: f64) -> Self {
                Self(value)
            }

            /// The nearest value inside [`Self::LIMIT`], for what goes onto a dial or into a document.
            #[must_use]
            pub fn nearest(value: f64) -> Self {
                Self(Self::LIMIT.nearest(value))
            }

            /// The bare number, in the unit the method is named by.
            #[must_use]
            pub const fn $getter(self) -> f64 {
                self.0
            }
        }

        impl TryFrom<f64> for $name {
            type Error = $crate::quantity::OutOfRange;
            fn try_from(value: f64) -> Result<Self, Self::Error> {
                Self::new(value)
            }
        }

        /// As it is written down: inside its limits.
        impl From<$name> for f64 {
            fn from(value: $name) -> f64 {
                $name::LIMIT.nearest(value.0)
            }
        }

        #[cfg(feature = "openapi")]
        impl utoipa::PartialSchema for $name {
            fn schema() -> utoipa::openapi::RefOr<utoipa::openapi::schema::Schema> {
                $crate::quantity::number_schema(Self::LIMIT, false)
            }
        }

        #[cfg(feature = "openapi")]
        impl utoipa::ToSchema for $name {}
    };
}
pub(crate) use quantity;

/// The schema of a checked number: its range and its unit.
#[cfg(feature = "openapi")]
pub fn number_schema(limit: Limit, whole: bool) -> utoipa::openapi::RefOr<utoipa::openapi::schema::Schema> {
    use utoipa::openapi::schema::{ObjectBuilder, Type};
    ObjectBuilder::new()
        .schema_type(if whole { Type::Integer } else { Type::Number })
        .minimum(Some(limit.min))
        .maximum(Some(limit.max))
        .description(Some(format!("{} {}", limit.name, limit.unit).trim().to_owned()))
        .into()
}
