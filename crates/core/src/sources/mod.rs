//! From readings to sources: how far sun, sky, windows and lamps are off what is expected of each, so that all that is read
//! on the set agrees with them as well as it can.
//!
//! The ambient of a patch is a sum over sources, each with a scale in stops that is not known; what it stands on may be
//! brighter or darker beyond that, as a paler wall or an open background whose model is rough. The scales are those that make
//! `Σ((model − reading)/σ)² + Σ(scale/σ_j)²` least. A scale may drift over the day: two times apart by `Δ` share it by
//! `exp(−Δ/τ)` (a Gaussian process of Ornstein and Uhlenbeck; Rasmussen & Williams, *Gaussian Processes for Machine Learning*,
//! 2006, chapter 2 and section 4.2), so at one time this is the plain sum of squares.
//! The sun shining and the sun behind a cloud are both tried, the better kept.

mod clouded;
mod fit;
mod sum;

pub use clouded::{Clouded, HIDDEN};
pub use fit::{Expected, Fit, Observed, Prior};

#[cfg(test)]
mod tests;
