//! What the parts of a picture do with light.

use crate::figures::Group;
use crate::gloss::Coat;
use crate::part::Part;
use tolva_light::set::{Finish, Product};

/// What a part does with light.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(crate) enum Matter {
    /// Sends it to all sides, under a coat or none.
    Even(Option<Coat>),
    /// Mirrors it in its own colour.
    Metal,
    /// Lets it through.
    Clear,
}

/// The share of light that straight on passes one surface of glass: what Fresnel's law leaves of it.
pub(crate) const PASSES: f32 = 1.0 - 0.0426;

/// How much slower light is in glass than in air (soda-lime glass, from memory).
pub(crate) const GLASS: f32 = 1.52;

/// Enamel and glaze.
const GLAZE: Coat = Coat { straight: 0.04, rough: 0.08 };

impl Matter {
    /// Of a part, where a thing is of this kind.
    pub(crate) const fn of(part: Part, product: Option<&Product>) -> Matter {
        let Part::Thing(group) = part else { return Matter::Even(Coat::of(part)) };
        match group {
            Group::Own => match product {
                Some(Product { finish: Finish::Gloss, .. }) => Matter::Even(Some(GLAZE)),
                Some(Product { finish: Finish::Metal, .. }) => Matter::Metal,
                Some(Product { finish: Finish::Glass, .. }) => Matter::Clear,
                _ => Matter::Even(None),
            },
            Group::Hands => Matter::Metal,
            Group::Crystal => Matter::Clear,
            Group::Trim | Group::Liquid => Matter::Even(Some(GLAZE)),
            _ => Matter::Even(Coat::of(part)),
        }
    }

    /// Its coat, for what of a light falls on it straight: metal and glass have one that shows points and the sun.
    pub(crate) const fn coat(self) -> Option<Coat> {
        match self {
            Matter::Even(coat) => coat,
            Matter::Metal => Some(Coat { straight: 1.0, ..GLAZE }),
            Matter::Clear => Some(GLAZE),
        }
    }
}

/// What of light unpolarised a surface of glass sends back, at a cosine off its normal, in a medium so many times as slow as the
/// other (Fresnel); all where it cannot leave.
pub(crate) fn sends_back(cosine: f32, slower: f32) -> f32 {
    let sine2 = (1.0 - cosine * cosine) / (slower * slower);
    if sine2 >= 1.0 {
        return 1.0;
    }
    let other = (1.0 - sine2).sqrt();
    let across = (cosine - slower * other) / (cosine + slower * other);
    let along = (slower * cosine - other) / (slower * cosine + other);
    (across * across + along * along) / 2.0
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    /// Fresnel's equations at n = 1.5: 4 % straight on, all grazing, the angle of Brewster (tan θ = n) half of what is sent back of
    /// the wave across; and from inside all beyond the critical angle, sin θ = 1/n (worked by hand).
    #[rstest]
    #[case::straight_on(1.0, 1.5, 0.04)]
    #[case::grazing(0.0, 1.5, 1.0)]
    #[case::brewster(0.5547, 1.5, 0.0740)]
    #[case::from_inside_straight_on(1.0, 1.0 / 1.5, 0.04)]
    #[case::from_inside_past_the_critical_angle(0.70, 1.0 / 1.5, 1.0)]
    fn fresnel(#[case] cosine: f32, #[case] slower: f32, #[case] share: f32) {
        assert!((sends_back(cosine, slower) - share).abs() < 2e-4, "{}", sends_back(cosine, slower));
    }

    #[test]
    fn one_surface_of_glass() {
        assert!((1.0 - sends_back(1.0, GLASS) - PASSES).abs() < 1e-4);
    }
}
