//! The light of setups asked about lately, shared between answers: a dial that is turned, or a second window, need not have it
//! worked out again. What is kept is compared by the set itself, so nothing stale can be taken over.

use std::sync::{Arc, Mutex, PoisonError};
use tolva_core::FieldError;
use tolva_core::Terms;
use tolva_core::field::Field;
use tolva_core::forecast::Seen;
use tolva_core::kit::Kit;

use tolva_core::situation::Situation;

/// Setups whose light is kept.
const KEPT: usize = 24;

/// Each with the setup it was last worked out for, the newest last.
type Kept = Vec<(String, Arc<Field>)>;

/// The light of setups asked about lately.
#[derive(Debug, Clone, Default)]
pub struct Lights(Arc<Mutex<Kept>>);

impl Lights {
    fn known(&self, of: &str) -> Option<Arc<Field>> {
        let kept = self.0.lock().unwrap_or_else(PoisonError::into_inner);
        kept.iter().find(|(id, _)| id == of).map(|(_, field)| Arc::clone(field))
    }

    fn keep(&self, of: &str, field: &Field) {
        let mut kept = self.0.lock().unwrap_or_else(PoisonError::into_inner);
        kept.retain(|(id, _)| id != of);
        if kept.len() >= KEPT {
            kept.remove(0);
        }
        kept.push((of.to_owned(), Arc::new(field.clone())));
    }

    /// A setup resolved in the light known of it, which is kept for the next time.
    ///
    /// # Errors
    /// Every problem of the setup, each at its field.
    pub fn situation<'a>(
        &self,
        of: Option<&str>,
        seen: impl Into<Seen<'a>>,
        kit: &'a Kit,
        terms: impl Into<Terms>,
    ) -> Result<Situation<'a>, Vec<FieldError>> {
        let known = of.and_then(|of| self.known(of));
        let situation = Situation::with(seen, kit, terms, known.as_deref())?;
        if let Some(of) = of {
            self.keep(of, &situation.field);
        }
        Ok(situation)
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use tolva_core::House;
    use tolva_core::assess::assess_situation;
    use tolva_core::format::{JobFile, KitFile};
    use tolva_core::scene::Position;
    use tolva_core::setup::Setup;

    fn sample() -> (Kit, Setup) {
        let kit: KitFile = serde_json::from_str(include_str!("../../../demo/kit.json")).unwrap();
        let job: JobFile = serde_json::from_str(include_str!("../../../demo/slip-shed.json")).unwrap();
        (kit.kit, job.setups[0].setup.clone())
    }

    #[test]
    fn what_is_kept_is_shared_and_never_stale() {
        let ((kit, mut setup), lights, house) = (sample(), Lights::default(), House::default());
        let of = "setup-doors";
        lights.situation(Some(of), &setup, &kit, house).unwrap();
        let before = lights.known(of).unwrap();
        // A dial turned: the same light.
        setup.camera.iso.at = tolva_core::marks::IsoMark::ISO_100;
        let turned = lights.situation(Some(of), &setup, &kit, house).unwrap();
        assert_eq!(turned.field, *before);
        // A light moved, and a wall taken away: as if nothing had been known.
        let at = setup.lights[0].at;
        setup.lights[0].at = Position { x: at.y, ..at };
        setup.scene.room.left = None;
        let after = lights.situation(Some(of), &setup, &kit, house).unwrap();
        let fresh = Situation::new(&setup, &kit, house).unwrap();
        assert_eq!(assess_situation(&after), assess_situation(&fresh));
        assert_ne!(after.field, *before);
    }

    #[test]
    fn only_so_many_are_kept_and_of_a_draft_nothing() {
        let ((kit, setup), lights, house) = (sample(), Lights::default(), House::default());
        lights.situation(None, &setup, &kit, house).unwrap();
        assert!(lights.0.lock().unwrap().is_empty());
        for number in 0..=KEPT {
            lights.situation(Some(&format!("setup-{number}")), &setup, &kit, house).unwrap();
        }
        assert_eq!(lights.0.lock().unwrap().len(), KEPT);
        assert!(lights.known("setup-0").is_none() && lights.known("setup-1").is_some());
    }
}
