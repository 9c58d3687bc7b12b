use crate::marks::ShutterMark;
use serde::{Deserialize, Serialize};

/// How the subject moves.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Movement {
    /// A thing that stands.
    Still,
    /// An adult posing.
    Posed,
    /// Fidgeting adults or children, people talking.
    Fidgeting,
    /// A running child, dancers.
    Running,
    /// Sport.
    Sport,
    /// A large bird in flight.
    LargeBird,
    /// A small bird in flight.
    SmallBird,
}

impl Movement {
    /// The slowest shutter, or flash duration, that freezes it (starting points of common practice).
    #[must_use]
    pub fn freezing(self) -> Option<ShutterMark> {
        let sixths = match self {
            Movement::Still => return None,
            Movement::Posed => 36,
            Movement::Fidgeting => 48,
            Movement::Running => 54,
            Movement::Sport => 60,
            Movement::LargeBird => 66,
            Movement::SmallBird => 72,
        };
        ShutterMark::new(sixths).ok()
    }

    /// In words, as part of a sentence.
    #[must_use]
    pub fn words(self) -> &'static str {
        match self {
            Movement::Still => "a thing that stands still",
            Movement::Posed => "someone posing",
            Movement::Fidgeting => "people who fidget",
            Movement::Running => "someone running",
            Movement::Sport => "sport",
            Movement::LargeBird => "a large bird in flight",
            Movement::SmallBird => "a small bird in flight",
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::marks::{Mark, StepSize};
    use rstest::rstest;

    #[rstest]
    #[case(Movement::Posed, "1/60")]
    #[case(Movement::Fidgeting, "1/250")]
    #[case(Movement::Running, "1/500")]
    #[case(Movement::Sport, "1/1000")]
    #[case(Movement::SmallBird, "1/4000")]
    fn starting_points(#[case] movement: Movement, #[case] mark: &str) {
        assert_eq!(movement.freezing().unwrap().label(StepSize::Thirds), mark);
    }

    #[test]
    fn a_thing_needs_no_freezing() {
        assert_eq!(Movement::Still.freezing(), None);
    }
}
