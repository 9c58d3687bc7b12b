use crate::quantity::Metres;
use crate::say;
use serde::{Deserialize, Serialize};

/// What or who holds a light.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, PartialOrd, Ord)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Holder {
    /// A stand under it.
    Stand,
    /// An arm from a stand out of the picture.
    Boom,
    /// A clamp on something that is there.
    Clamp,
    /// A table or a shelf.
    Table,
    /// The camera's shoe.
    Camera,
    /// The photographer's other hand.
    Hand,
    /// An assistant.
    Assistant,
}

/// How far a hand reaches from the lens, in metres (common practice).
const ARM: f64 = 0.8;

impl Holder {
    /// All of them, in the order they are offered.
    pub const ALL: [Holder; 7] =
        [Holder::Stand, Holder::Boom, Holder::Clamp, Holder::Table, Holder::Camera, Holder::Hand, Holder::Assistant];

    /// Whether something stands on the floor for it.
    #[must_use]
    pub const fn is_a_stand(self) -> bool {
        matches!(self, Holder::Stand | Holder::Boom)
    }

    /// Whether what holds it is right under it, and may be in the picture.
    #[must_use]
    pub const fn is_under_it(self) -> bool {
        matches!(self, Holder::Stand | Holder::Assistant)
    }

    /// How high it reaches (common practice: stands of 2 to 4 m, an arm held up with a short pole); none where the place
    /// itself decides.
    #[must_use]
    pub fn highest(self) -> Option<Metres> {
        let metres = match self {
            Holder::Stand => 3.2,
            Holder::Boom => 3.6,
            Holder::Table => 1.8,
            Holder::Assistant => 2.6,
            Holder::Clamp | Holder::Camera | Holder::Hand => return None,
        };
        Some(Metres::of(metres))
    }

    /// How far from the lens it may be; none where that does not matter.
    #[must_use]
    pub fn from_the_lens(self) -> Option<Metres> {
        (self == Holder::Hand).then_some(Metres::of(ARM))
    }

    /// Where the light then is, as part of a sentence.
    #[must_use]
    pub const fn words(self) -> &'static str {
        match self {
            Holder::Stand => "on a stand",
            Holder::Boom => "on a boom",
            Holder::Clamp => "on a clamp",
            Holder::Table => "on a table",
            Holder::Camera => say::names::ON_CAMERA,
            Holder::Hand => say::names::IN_HAND,
            Holder::Assistant => say::names::WITH_ASSISTANT,
        }
    }
}
