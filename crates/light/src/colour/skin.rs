use super::lab::Lab;
use serde::{Deserialize, Serialize};

/// Skin by its typology angle (Chardon et al. 1991; bounds after Del Bino & Bernerd, Br. J. Dermatol. 169, 2013, from memory).
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Skin {
    /// Over 55°.
    VeryLight,
    /// 41° to 55°.
    Light,
    /// 28° to 41°.
    Intermediate,
    /// 10° to 28°.
    Tan,
    /// −30° to 10°.
    Brown,
    /// Under −30°.
    Dark,
}

impl Skin {
    /// The class an angle falls in, in degrees.
    #[must_use]
    pub fn of(angle: f64) -> Skin {
        match angle {
            a if a > 55.0 => Skin::VeryLight,
            a if a > 41.0 => Skin::Light,
            a if a > 28.0 => Skin::Intermediate,
            a if a > 10.0 => Skin::Tan,
            a if a > -30.0 => Skin::Brown,
            _ => Skin::Dark,
        }
    }

    /// Its usual colour in daylight (from memory).
    #[must_use]
    pub const fn colour(self) -> Lab {
        let (l, a, b) = match self {
            Skin::VeryLight => (71.0, 9.0, 14.0),
            Skin::Light => (66.0, 10.0, 16.0),
            Skin::Intermediate => (61.0, 11.0, 18.0),
            Skin::Tan => (54.5, 12.0, 18.5),
            Skin::Brown => (44.0, 12.5, 16.0),
            Skin::Dark => (34.0, 10.0, 11.0),
        };
        Lab { l, a, b }
    }

    /// In words.
    #[must_use]
    pub const fn words(self) -> &'static str {
        match self {
            Skin::VeryLight => "very light skin",
            Skin::Light => "light skin",
            Skin::Intermediate => "intermediate skin",
            Skin::Tan => "tan skin",
            Skin::Brown => "brown skin",
            Skin::Dark => "dark skin",
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    #[rstest]
    #[case(Skin::VeryLight)]
    #[case(Skin::Light)]
    #[case(Skin::Intermediate)]
    #[case(Skin::Tan)]
    #[case(Skin::Brown)]
    #[case(Skin::Dark)]
    fn each_is_of_its_own_class(#[case] skin: Skin) {
        assert_eq!(Skin::of(skin.colour().typology().unwrap()), skin);
    }

    #[rstest]
    #[case(55.0, Skin::Light)]
    #[case(41.0, Skin::Intermediate)]
    #[case(28.0, Skin::Tan)]
    #[case(10.0, Skin::Brown)]
    #[case(-30.0, Skin::Dark)]
    fn bounds(#[case] angle: f64, #[case] skin: Skin) {
        assert_eq!(Skin::of(angle), skin);
        assert!(Skin::of(angle + 0.1) < skin);
    }
}
