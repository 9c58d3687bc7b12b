//! Kinds of sky, and what was learnt of the forecast under each.

use crate::check::Check;
use crate::quantity::Learnt;
use crate::say;
use serde::{Deserialize, Serialize};

/// A kind of sky, by how much of it is cloud.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, PartialOrd, Ord, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum SkyKind {
    /// Up to a fifth of it.
    Clear,
    /// Up to four fifths.
    Broken,
    /// More.
    Overcast,
}

impl SkyKind {
    /// All of them, the clearest first.
    pub const ALL: [SkyKind; 3] = [SkyKind::Clear, SkyKind::Broken, SkyKind::Overcast];

    /// The kind of a sky with this share of cloud.
    #[must_use]
    pub fn of(cover: f64) -> SkyKind {
        match cover {
            cover if cover <= 0.2 => SkyKind::Clear,
            cover if cover <= 0.8 => SkyKind::Broken,
            _ => SkyKind::Overcast,
        }
    }

    /// In words.
    #[must_use]
    pub const fn words(self) -> &'static str {
        match self {
            SkyKind::Clear => say::learnt::CLEAR_SKY,
            SkyKind::Broken => say::learnt::BROKEN_CLOUD,
            SkyKind::Overcast => say::learnt::OVERCAST,
        }
    }
}

/// How much brighter it is than forecast, by the kind of sky.
#[derive(Debug, Clone, Copy, PartialEq, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Skies {
    /// Under a clear sky.
    pub clear: Option<Learnt>,
    /// Under broken cloud.
    pub broken: Option<Learnt>,
    /// Under an overcast one.
    pub overcast: Option<Learnt>,
}

impl Skies {
    /// What was learnt under a kind of sky.
    #[must_use]
    pub const fn of(&self, sky: SkyKind) -> Option<Learnt> {
        match sky {
            SkyKind::Clear => self.clear,
            SkyKind::Broken => self.broken,
            SkyKind::Overcast => self.overcast,
        }
    }

    /// The same with this learnt under a kind of sky.
    #[must_use]
    pub const fn with(mut self, sky: SkyKind, learnt: Option<Learnt>) -> Skies {
        match sky {
            SkyKind::Clear => self.clear = learnt,
            SkyKind::Broken => self.broken = learnt,
            SkyKind::Overcast => self.overcast = learnt,
        }
        self
    }

    pub(super) fn check(&self, at: &str, check: &mut Check) {
        for (name, learnt) in [("clear", self.clear), ("broken", self.broken), ("overcast", self.overcast)] {
            for (field, limit, value) in learnt.iter().flat_map(Learnt::numbers) {
                check.range(format_args!("{at}/{name}/{field}"), limit, value);
            }
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::quantity::Stops;
    use rstest::rstest;

    #[rstest]
    #[case(0.0, SkyKind::Clear)]
    #[case(0.2, SkyKind::Clear)]
    #[case(0.5, SkyKind::Broken)]
    #[case(0.81, SkyKind::Overcast)]
    fn kinds(#[case] cover: f64, #[case] kind: SkyKind) {
        assert_eq!(SkyKind::of(cover), kind);
    }

    /// What is learnt under one kind of sky is told under that one alone, and refused at its own field.
    #[test]
    fn each_sky_its_own() {
        let learnt = Learnt { more: Stops::of(0.3), spread: Stops::of(0.1), takes: 4 };
        for sky in SkyKind::ALL {
            let skies = Skies::default().with(sky, Some(learnt));
            for other in SkyKind::ALL {
                assert_eq!(skies.of(other), (other == sky).then_some(learnt));
            }
            let wrong = skies.with(sky, Some(Learnt { takes: 0, ..learnt }));
            let mut check = Check::default();
            wrong.check("/house/skies", &mut check);
            let field = check.done().unwrap_err().remove(0).field;
            assert!(field.starts_with("/house/skies/") && field.ends_with("/takes"), "{field}");
        }
    }
}
