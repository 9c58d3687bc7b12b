use super::change;
use crate::assess::DialId;
use crate::marks::stops_amount;
use crate::quantity::Id;
use crate::say;
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
            Bound::Sync => say::bound::sync(&by),
            Bound::BaseIso => say::bound::base_iso(&by),
            Bound::TopIso => say::bound::top_iso(&by),
            Bound::WidestAperture => say::bound::widest_aperture(&by),
            Bound::SmallestAperture => say::bound::smallest_aperture(&by),
            Bound::FastestShutter => say::bound::fastest_shutter(&by),
            Bound::TopPower { light: id } => say::bound::top_power(capital(&light(id)), &by),
            Bound::LowestPower { light: id } => say::bound::lowest_power(capital(&light(id)), &by),
            Bound::Recharge { light: id } => say::bound::recharge(capital(&light(id)), &by),
            Bound::Depth => say::bound::depth(&by),
            Bound::Shake => say::bound::shake(&by),
            Bound::Movement => say::bound::movement(&by),
            Bound::Pulse => say::bound::pulse(&by),
            Bound::Venue { rule, light: None } => format!("{}: planned without.", rule.words()),
            Bound::Venue { rule, light: Some(id) } => say::bound::venue(rule.words(), light_of(id)),
            Bound::Clipping { patch } => say::bound::clipping(patch.words(), &by),
            Bound::Held { dial } => say::bound::held(change::name(dial), &by),
            Bound::Contrast { target } => say::bound::contrast(target, &by),
        }
    }
}
