use crate::check::Check;
use crate::marks::PowerStep;
use crate::quantity::limits::{CAMERA_KELVIN, FILM_OVER, FILM_UNDER, RECIPROCITY};
use crate::quantity::{Kelvin, Stops};
use serde::{Deserialize, Serialize};

/// What a film gives.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum FilmKind {
    /// A colour negative.
    ColourNegative,
    /// A negative in black and white.
    BlackAndWhite,
    /// A slide.
    Slide,
}

/// The film a body is loaded with. It is rated at the body's base ISO, and has no other.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Film {
    /// What it gives.
    pub gives: FilmKind,
    /// Stops from mid-grey to where it stores no more light; a negative 4 by default, a slide 2 (common practice).
    pub over: Stops,
    /// Stops below mid-grey that it still draws; a negative 2 by default, a slide 2½ (common practice).
    pub under: Stops,
    /// The light it is balanced for: 5500 K, or 3200 K for lamps.
    pub balanced: Kelvin,
    /// The exponent of its reciprocity failure, 1 for none; 1.3 by default (common practice).
    pub reciprocity: f64,
}

/// Which way an exposure errs more safely.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Errs {
    /// Under: what is over is lost. Sensors and slides.
    Under,
    /// Over: what is under is lost. Negatives.
    Over,
}

impl FilmKind {
    /// In words.
    #[must_use]
    pub const fn words(self) -> &'static str {
        match self {
            FilmKind::ColourNegative => "colour negative",
            FilmKind::BlackAndWhite => "black-and-white negative",
            FilmKind::Slide => "slide",
        }
    }
}

impl Film {
    /// Which way it errs more safely: negatives for the shadows, slides for the highlights (common practice).
    #[must_use]
    pub const fn errs(&self) -> Errs {
        match self.gives {
            FilmKind::Slide => Errs::Under,
            FilmKind::ColourNegative | FilmKind::BlackAndWhite => Errs::Over,
        }
    }

    pub(super) fn check(&self, check: &mut Check) {
        check.range("/film/over", FILM_OVER, self.over.stops());
        check.range("/film/under", FILM_UNDER, self.under.stops());
        check.range("/film/balanced", CAMERA_KELVIN, self.balanced.kelvin());
        check.range("/film/reciprocity", RECIPROCITY, self.reciprocity);
    }
}

impl Errs {
    /// The click of power, in stops below full, that is no more than `tolerance` on the side that cannot be mended.
    #[must_use]
    pub fn click(self, step: PowerStep, exact: f64, tolerance: f64) -> f64 {
        match self {
            Errs::Under => step.protective(exact, tolerance),
            Errs::Over => step.generous(exact, tolerance),
        }
    }

    /// Whether a miss, positive for over, is on the side that cannot be mended.
    #[must_use]
    pub fn is_worse(self, miss: f64) -> bool {
        match self {
            Errs::Under => miss > 0.0,
            Errs::Over => miss < 0.0,
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    /// A negative takes the click that gives a little more, a slide the one that gives a little less.
    #[rstest]
    #[case::slide(FilmKind::Slide, 2.1, 0.02, 7.0 / 3.0)]
    #[case::negative(FilmKind::ColourNegative, 2.1, 0.02, 2.0)]
    #[case::black_and_white(FilmKind::BlackAndWhite, 2.3, 0.02, 2.0)]
    #[case::near_enough(FilmKind::ColourNegative, 2.3, 0.05, 7.0 / 3.0)]
    fn clicks_to_its_safe_side(
        #[case] gives: FilmKind,
        #[case] exact: f64,
        #[case] tolerance: f64,
        #[case] click: f64,
    ) {
        let two = Stops::new(2.0).unwrap();
        let film = Film { gives, over: two, under: two, balanced: Kelvin::nearest(5_500.0), reciprocity: 1.3 };
        assert!((film.errs().click(PowerStep::Thirds, exact, tolerance) - click).abs() < 1e-9);
        assert_eq!(film.errs().is_worse(-0.5), gives != FilmKind::Slide);
        assert_eq!(film.errs().is_worse(0.5), gives == FilmKind::Slide);
    }
}
