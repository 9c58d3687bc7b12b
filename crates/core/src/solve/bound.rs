use super::change;
use crate::assess::DialId;
use crate::marks::stops_amount;
use crate::quantity::Id;
use crate::say::capital;
use crate::setup::Patch;
use crate::situation::Situation;
use crate::terms::Rule;
use serde::Serialize;

/// A limit that stops the plan from reaching its targets.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(tag = "limit", rename_all = "snake_case")]
pub enum Bound {
    /// The sync speed.
    Sync,
    /// Base ISO: no lower.
    BaseIso,
    /// The highest ISO.
    TopIso,
    /// The widest opening.
    WidestAperture,
    /// The smallest opening.
    SmallestAperture,
    /// The fastest shutter.
    FastestShutter,
    /// A light's full power.
    TopPower {
        /// Which light.
        light: Id,
    },
    /// A light's lowest power.
    LowestPower {
        /// Which light.
        light: Id,
    },
    /// A light's recharge against the pace.
    Recharge {
        /// Which light.
        light: Id,
    },
    /// The subject's depth.
    Depth,
    /// The hand.
    Shake,
    /// The subject's movement.
    Movement,
    /// Lamps that pulse.
    Pulse,
    /// A rule of the venue.
    Venue {
        /// Which.
        rule: Rule,
        /// Which light does not fire for it.
        light: Option<Id>,
    },
    /// The sensor's clipping.
    Clipping {
        /// What clips.
        patch: Patch,
    },
    /// A dial that is held.
    Held {
        /// Which.
        dial: DialId,
    },
    /// Two targets exclude each other: the light is as it is.
    Contrast {
        /// Which target is missed.
        target: String,
    },
}

impl Bound {
    /// What binds, by so many stops, in words.
    pub(super) fn words(&self, s: &Situation<'_>, stops: f64) -> String {
        let by = stops_amount(stops);
        let light = |id: &Id| {
            let lit = s.lights.iter().find(|lit| lit.light.id == *id);
            lit.map_or_else(String::new, |lit| lit.name.clone())
        };
        // What does not fire is not among the lights that do.
        let light_of =
            |id: &Id| s.setup.light_index(id).map_or_else(String::new, |index| format!("light {}", index.mark()));
        match self {
            Bound::Sync => format!("Sync binds by {by}: past it the flash lights only part of the frame."),
            Bound::BaseIso => format!("Base ISO binds by {by}: it goes no lower."),
            Bound::TopIso => format!("The highest ISO binds by {by}."),
            Bound::WidestAperture => format!("The lens binds by {by}: it opens no wider."),
            Bound::SmallestAperture => format!("The lens binds by {by}: it closes no further."),
            Bound::FastestShutter => format!("The fastest shutter binds by {by}."),
            Bound::TopPower { light: id } => format!("{}: full power binds by {by}.", capital(&light(id))),
            Bound::LowestPower { light: id } => {
                format!("{}: lowest power binds, still {by} too bright.", capital(&light(id)))
            }
            Bound::Recharge { light: id } => format!("{}: recharge binds by {by} at this pace.", capital(&light(id))),
            Bound::Depth => format!("Depth binds: {by} too open to hold the subject sharp."),
            Bound::Shake => format!("The hand binds: {by} too slow to hold."),
            Bound::Movement => format!("Movement binds: {by} too slow to freeze."),
            Bound::Pulse => format!("The lamps pulse: frames differ by up to {by}."),
            Bound::Venue { rule, light: None } => format!("{}: planned without.", rule.words()),
            Bound::Venue { rule, light: Some(id) } => format!("{}: {} does not fire.", rule.words(), light_of(id)),
            Bound::Clipping { patch } => format!("The {} clips by {by}.", patch.words()),
            Bound::Held { dial } => format!("The held {} binds by {by}.", change::name(dial)),
            Bound::Contrast { target } => {
                format!("{target} misses by {by}: the light itself is as it is, no dial can part the two.")
            }
        }
    }
}
