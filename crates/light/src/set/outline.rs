use serde::Serialize;

/// A stretch of the outline of a person, against what is behind them.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Outline {
    /// The hair.
    Hair,
    /// The shoulders.
    Shoulders,
    /// The clothes under them.
    Clothes,
    /// The legs.
    Legs,
}

impl Outline {
    /// All of them, from the top.
    pub const ALL: [Outline; 4] = [Outline::Hair, Outline::Shoulders, Outline::Clothes, Outline::Legs];
}

/// How a stretch of the outline stands off from what is behind it.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct StandsOff {
    /// Which stretch.
    pub of: Outline,
    /// By how many stops it is brighter, in its middle place.
    pub stops: f64,
    /// How different its colour is, by CIEDE2000, in its middle place.
    pub difference: f64,
    /// The share of it that hardly differs from what is behind.
    pub sinks: f64,
    /// The flash's share of its own light, and of that behind it, in the middle place.
    pub flash: (f64, f64),
}
