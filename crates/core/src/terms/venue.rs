use crate::say;
use serde::{Deserialize, Serialize};

/// A thing a venue may forbid.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Rule {
    /// Tripods.
    Tripod,
    /// Stands, of lights.
    Stands,
    /// Flash.
    Flash,
    /// The sound of a shutter.
    Sound,
    /// Flash bounced off walls and ceilings.
    Bounce,
}

/// What a venue allows.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Venue {
    /// A tripod.
    pub tripod: bool,
    /// Lights on stands, or on what else stands on the floor.
    pub stands: bool,
    /// Flash.
    pub flash: bool,
    /// The sound of the shutter.
    pub sound: bool,
    /// Flash bounced off its walls and ceilings.
    pub bounce: bool,
}

/// One that allows everything.
impl Default for Venue {
    fn default() -> Venue {
        Venue { tripod: true, stands: true, flash: true, sound: true, bounce: true }
    }
}

impl Venue {
    /// Whether it allows a thing.
    #[must_use]
    pub const fn allows(self, rule: Rule) -> bool {
        match rule {
            Rule::Tripod => self.tripod,
            Rule::Stands => self.stands,
            Rule::Flash => self.flash,
            Rule::Sound => self.sound,
            Rule::Bounce => self.bounce,
        }
    }
}

impl Rule {
    /// What is forbidden, as the beginning of a sentence.
    #[must_use]
    pub const fn words(self) -> &'static str {
        match self {
            Rule::Tripod => say::names::NO_TRIPOD,
            Rule::Stands => say::names::NO_STANDS,
            Rule::Flash => say::names::NO_FLASH,
            Rule::Sound => say::names::NO_SOUND,
            Rule::Bounce => say::names::NO_BOUNCE,
        }
    }
}
