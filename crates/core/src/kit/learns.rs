//! What of a thing can be learnt, and where it is kept with it.

use super::KitItem;
use crate::check::Check;
use crate::quantity::{Learnt, Stops};

/// Checks what was learnt of a thing, in one of its fields.
pub(super) fn check_learnt(check: &mut Check, of: &str, learnt: Option<Learnt>) {
    for (field, limit, value) in learnt.iter().flat_map(Learnt::numbers) {
        check.range(format_args!("/{of}/{field}"), limit, value);
    }
}

/// What of a thing can be learnt.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Learns {
    /// How much light it gives, leaves or makes use of.
    Light,
    /// Of a body: what its own meter makes of mid-grey.
    OwnMeter,
    /// Of a flash: how soon it is ready again.
    Recharge,
    /// Of a flash: how many pops a battery gives.
    Pops,
}

impl Learns {
    /// All of it.
    pub const ALL: [Learns; 4] = [Learns::Light, Learns::OwnMeter, Learns::Recharge, Learns::Pops];
}

impl KitItem {
    /// What was learnt of it; nothing is ever learnt of a filter.
    #[must_use]
    pub fn learnt(&self, what: Learns) -> Option<Learnt> {
        let mut copy = self.clone();
        copy.place_of(what).and_then(|learnt| *learnt)
    }

    /// Where that is kept with it; none of what cannot be learnt of such a thing.
    const fn place_of(&mut self, what: Learns) -> Option<&mut Option<Learnt>> {
        match (self, what) {
            (KitItem::Camera(item), Learns::Light) => Some(&mut item.learnt),
            (KitItem::Camera(item), Learns::OwnMeter) => Some(&mut item.own_meter),
            (KitItem::Lens(item), Learns::Light) => Some(&mut item.learnt),
            (KitItem::Flash(item), Learns::Light) => Some(&mut item.learnt),
            (KitItem::Flash(item), Learns::Recharge) => Some(&mut item.recharge_learnt),
            (KitItem::Flash(item), Learns::Pops) => Some(&mut item.pops_learnt),
            (KitItem::Modifier(item), Learns::Light) => Some(&mut item.learnt),
            (KitItem::Gel(item), Learns::Light) => Some(&mut item.learnt),
            _ => None,
        }
    }

    /// What is said of how much light it gives or leaves, in stops, from any 0 that stays: what was learnt is against that. None where
    /// nothing of the kind is said.
    #[must_use]
    pub fn said(&self) -> Option<f64> {
        match self {
            KitItem::Flash(item) => Some(2.0 * item.output.guide_number(None).metres().max(1e-6).log2()),
            KitItem::Modifier(item) => Some(-item.loss.stops()),
            KitItem::Gel(item) => Some(-item.loss.stops()),
            KitItem::Camera(_) | KitItem::Lens(_) | KitItem::Filter(_) => None,
        }
    }

    /// What is said of it that something of it was learnt against; none where nothing of the kind is said.
    fn said_of(&self, what: Learns) -> Option<f64> {
        match (self, what) {
            (_, Learns::Light) => self.said(),
            (KitItem::Flash(item), Learns::Recharge) => Some(item.recharge.seconds()),
            (KitItem::Flash(item), Learns::Pops) => Some(item.full_pops),
            _ => None,
        }
    }

    /// It as changed from what it was: where something else is said of it now, what was learnt against what was said before is no
    /// longer so.
    #[must_use]
    pub fn changed_from(self, before: &KitItem) -> KitItem {
        Learns::ALL.into_iter().fold(self, |now, what| {
            let other = match (now.said_of(what), before.said_of(what)) {
                (Some(now), Some(then)) => (now - then).abs() > 1e-9,
                _ => false,
            };
            if other && now.learnt(what) == before.learnt(what) { now.with_learnt(what, None) } else { now }
        })
    }

    /// The same thing with this learnt of it.
    #[must_use]
    pub fn with_learnt(mut self, what: Learns, learnt: Option<Learnt>) -> KitItem {
        if let (Learns::Light, KitItem::Camera(body)) = (what, &mut self)
            && let Some(known) = &mut body.own_meter
        {
            // Its own meter was told by frames as they were taken to be: brighter ones are further from mid-grey by as much.
            known.more = known.more + Stops::of(Learnt::more_of(learnt) - Learnt::more_of(body.learnt));
        }
        if let Some(place) = self.place_of(what) {
            *place = learnt;
        }
        self
    }
}
