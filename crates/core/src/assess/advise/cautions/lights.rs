//! What there is to mind about a light.

use super::*;

impl Cautions<'_> {
    pub(super) fn lights(&mut self) {
        let (s, set, facts) = (self.s, self.set, self.facts);
        for placed in &set.lights {
            let id = Some(&placed.light);
            if let Some(bounce) = placed.bounce.as_ref().filter(|bounce| bounce.fails) {
                self.say(About::Light, id, Caution::Bounce { text: bounce.text.clone() });
            }
            if let Some(stops) = placed.beam_short {
                self.say(About::Light, id, Caution::Beam { stops: stops.stops() });
            }
        }
        for (lit, below) in s.lights.iter().zip(&facts.powers) {
            self.where_it_stands(lit);
            self.how_it_is_used(lit, Power::nearest(*below));
        }
    }

    pub(super) fn where_it_stands(&mut self, lit: &Lit<'_>) {
        let id = Some(&lit.light.id);
        let bare = lit.modifier.is_none_or(|modifier| modifier.modifier_kind == ModifierKind::Bare);
        let near = lit.face_distance.metres() < EYES && lit.role != Role::Background;
        if self.has_people() && bare && near {
            self.say(About::Light, id, Caution::NearEyes);
        }
        let scene = &self.s.setup.scene;
        let windy = !scene.room.is_indoors() && !lit.light.is_on_camera();
        let by = lit.light.held_by;
        let (too_high, too_far) = (by.highest(), by.from_the_lens());
        let at = lit.emitter.middle;
        let reach = too_high
            .filter(|high| at.z > high.metres())
            .or_else(|| too_far.filter(|far| at.distance(self.s.stage.eye) > far.metres()));
        if let Some(reach) = reach {
            self.say(About::Light, id, Caution::OutOfReach { by, reach });
        }
        match by {
            Holder::Clamp if at.z > OVER_HEADS => self.say(About::Light, id, Caution::Overhead),
            Holder::Boom => self.say(About::Light, id, Caution::Counterweight),
            _ => {}
        }
        if windy && lit.modifier.is_some_and(Modifier::catches_wind) {
            if !by.is_a_stand() {
                self.say(About::Light, id, Caution::WindInHand { by });
                return;
            }
            let placed = self.set.lights.iter().find(|placed| placed.light == lit.light.id);
            let bag = placed.and_then(|placed| placed.bag_needed).map(Kilograms::kilograms);
            let held = bag.is_some_and(|bag| lit.light.bag.kilograms() >= bag);
            let down = scene.wind.metres_per_second() >= crate::scene::wind::TAKE_DOWN;
            self.say(About::Light, id, Caution::Wind { bag, held, down });
        }
    }

    pub(super) fn how_it_is_used(&mut self, lit: &Lit<'_>, power: Power) {
        let (s, flash, id) = (self.s, lit.flash, Some(&lit.light.id));
        if flash.output.is_estimate() {
            self.say(About::Light, id, Caution::Estimate);
        }
        let strong_tone = matches!(s.setup.subject.tone, Tone::VeryDark | Tone::VeryLight);
        if flash.ttl && lit.role.lights_face() && (strong_tone || s.contrast().stops() >= 2.0) {
            self.say(About::Light, id, Caution::TtlWanders);
        }
        // Full-power pops' worth of energy in ten minutes at this pace, against what may be given in a row.
        let pops = (600.0 / s.setup.between_exposures().seconds()).min(f64::from(s.setup.pops()));
        if pops * power.fraction() > flash.pops_before_rest {
            self.say(About::Light, id, Caution::Heat { pops: flash.pops_before_rest, rest: flash.rest });
        }
        let sets = crate::flash::battery_sets(s.setup.pops(), flash.full_pops_given(), power);
        if sets > 1 {
            self.say(About::Light, id, Caution::Batteries { sets });
        }
        if !lit.gels.is_empty() && flash.flash_kind == FlashKind::Head {
            self.say(About::Light, id, Caution::GelHeat);
        }
    }
}
