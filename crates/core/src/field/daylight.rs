use super::Receivers;
use super::cards::LitCard;
use crate::emitter::factor::to_polygon;
use crate::geometry::DVec3;
use crate::scene::Stage;
use std::f64::consts::PI;

/// What daylight through windows, and daylight and sun off cards, give: illuminance in lux.
#[derive(Debug, Clone, PartialEq)]
pub struct Daylight {
    /// Straight from the windows, at each patch.
    pub windows: [f64; 5],
    /// Off cards, at each patch.
    pub cards: [f64; 5],
    /// Straight from the windows, at each face.
    pub faces: Vec<f64>,
}

/// Illuminance of a level, by the incident constant the method notes use throughout: `E = 2.5·2^EV` (ISO 2720, C = 250).
pub(crate) fn lux(ev: f64) -> f64 {
    2.5 * ev.exp2()
}

impl Daylight {
    pub(super) fn of(stage: &Stage<'_>, receivers: &Receivers, cards: &[LitCard]) -> Daylight {
        let scene = &stage.setup.scene;
        // Luminance by the reflected constant, L = 0.125·2^EV (ISO 2720, K = 12.5).
        let windows: Vec<(f64, [DVec3; 4])> = scene
            .panes
            .iter()
            .filter_map(|pane| pane.daylight.map(|level| (PI * 0.125 * level.ev().exp2(), pane.flat().corners())))
            .collect();
        let from_windows = |at: DVec3, normal: DVec3| -> f64 {
            windows.iter().map(|(light, corners)| light * to_polygon(at, normal, corners)).sum()
        };
        let mut off_cards = [0.0; 5];
        for card in cards {
            let mut add = |strength: &super::cards::Strength| {
                for (index, sum) in off_cards.iter_mut().enumerate() {
                    *sum += card.gives(strength, index);
                }
            };
            for (light, corners) in &windows {
                let middle = corners.iter().sum::<DVec3>() / 4.0;
                add(&card.lit_by(|at, normal| light * to_polygon(at, normal, corners), middle));
            }
            if let Some(sun) = stage.setup.sun() {
                let way = sun.towards();
                let lit = |_: DVec3, normal: DVec3| lux(sun.level.ev()) * way.dot(normal).max(0.0);
                add(&card.lit_by(lit, stage.setup.main_face().at + way * 1e4));
            }
        }
        let at = |receiver: &super::Receiver| from_windows(receiver.at, receiver.normal);
        Daylight {
            windows: receivers.patches.map(|receiver| receiver.map_or(0.0, |receiver| at(&receiver))),
            cards: off_cards,
            faces: receivers.faces.iter().map(at).collect(),
        }
    }
}
