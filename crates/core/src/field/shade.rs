use crate::emitter::Emitter;
use crate::geometry::{DVec3, Flat};
use crate::scene::Stage;

/// What stands between a light and where it falls: cards of every kind.
#[derive(Debug)]
pub(super) struct Shade {
    cards: Vec<Flat>,
    points: Vec<DVec3>,
}

impl Shade {
    pub(super) fn of(stage: &Stage<'_>, emitter: &Emitter) -> Shade {
        let cards: Vec<Flat> = stage.setup.scene.cards.iter().map(|card| stage.setup.card_flat(card)).collect();
        let points = if cards.is_empty() { Vec::new() } else { emitter.points().collect() };
        Shade { cards, points }
    }

    /// The share of the light's face that is seen from here.
    pub(super) fn seen_from(&self, at: DVec3) -> f64 {
        if self.cards.is_empty() {
            return 1.0;
        }
        let open =
            self.points.iter().filter(|point| !self.cards.iter().any(|card| card.crossing(**point, at).is_some()));
        open.count() as f64 / self.points.len().max(1) as f64
    }
}
