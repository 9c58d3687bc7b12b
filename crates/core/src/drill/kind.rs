use crate::say;
use serde::{Deserialize, Serialize};

/// What a round practises.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum DrillKind {
    /// How far the background is under the face.
    Ratio,
    /// How far the shadow side is under the lit one.
    LitToShadow,
    /// Which dial was turned between two frames.
    WhichDial,
    /// What a dial does to ambient against flash.
    Against,
    /// The same exposure at other dials.
    Equivalent,
    /// The power for another distance.
    PowerForDistance,
    /// The distance for another power.
    DistanceForPower,
    /// Where the light stands.
    LightFrom,
    /// Where a light stands that shows in a pane.
    Reflection,
    /// The light on a grey card.
    GreyCard,
    /// The aperture for a depth.
    Depth,
    /// The slowest time in the hand.
    SharpInHand,
    /// What stops a plan.
    Binds,
    /// A task done outside with one's own camera: never asked in a turn of rounds.
    Outside,
}

impl DrillKind {
    /// All that are asked in rounds.
    pub const ALL: [DrillKind; 13] = [
        DrillKind::Ratio,
        DrillKind::LitToShadow,
        DrillKind::WhichDial,
        DrillKind::Against,
        DrillKind::Equivalent,
        DrillKind::PowerForDistance,
        DrillKind::DistanceForPower,
        DrillKind::LightFrom,
        DrillKind::Reflection,
        DrillKind::GreyCard,
        DrillKind::Depth,
        DrillKind::SharpInHand,
        DrillKind::Binds,
    ];

    /// Its name.
    #[must_use]
    pub const fn words(self) -> &'static str {
        match self {
            DrillKind::Ratio => say::drill::RATIO,
            DrillKind::LitToShadow => say::drill::LIT_TO_SHADOW,
            DrillKind::WhichDial => say::drill::WHICH_DIAL,
            DrillKind::Against => say::drill::AGAINST,
            DrillKind::Equivalent => say::drill::EQUIVALENT,
            DrillKind::PowerForDistance => say::drill::POWER_FOR_DISTANCE,
            DrillKind::DistanceForPower => say::drill::DISTANCE_FOR_POWER,
            DrillKind::LightFrom => say::drill::LIGHT_FROM,
            DrillKind::Reflection => say::drill::REFLECTION,
            DrillKind::GreyCard => say::drill::GREY_CARD,
            DrillKind::Depth => say::drill::DEPTH,
            DrillKind::SharpInHand => say::drill::SHARP_IN_HAND,
            DrillKind::Binds => say::drill::BINDS,
            DrillKind::Outside => say::drill::OUTSIDE,
        }
    }
}
