//! What is put up, in its order, with the time it takes.

use super::{Build, CardLine};
use crate::assess::Assessment;
use crate::optics::Support;
use crate::quantity::Minutes;
use crate::say;
use crate::setup::{Holder, Light};
use crate::situation::{Lit, Situation};

/// How long each takes one person, in minutes (common practice; guesses, told as such).
const CAMERA: f64 = 3.0;
const TRIPOD: f64 = 2.0;
const LIGHT: f64 = 3.0;
const MODIFIER: f64 = 2.0;
const CARD: f64 = 1.0;
const TESTS: f64 = 4.0;
/// A face so large, in square metres, is not put up by one person alone where wind may take it: 90 cm across.
const LARGE: f64 = 0.6;

fn light_line(s: &Situation<'_>, assessment: &Assessment, lit: &Lit<'_>) -> CardLine {
    let id = lit.light.id.as_str();
    let report = assessment.lights.iter().find(|report| report.light == lit.light.id);
    let power = report.map_or_else(String::new, |report| report.power.clone());
    let gels: Vec<&str> = lit.gels.iter().map(|gel| gel.name.as_str()).collect();
    let line = CardLine::new(format!("light-{id}"), say::card::put_up(&lit.name, &power, &gels));
    let placed = assessment.set.lights.iter().find(|placed| placed.light == lit.light.id);
    let away = placed.map(|placed| s.terms.house.units.place(placed.face_distance.metres()));
    match away {
        Some(away) => line.because(say::card::from_the_face(&away)),
        None => line,
    }
}

/// The bag a light's stand wants, in kilograms: the one on it, or what the wind said asks for, the heavier; none where neither does.
pub(super) fn bag_of(light: &Light, assessment: &Assessment) -> Option<f64> {
    let placed = assessment.set.lights.iter().find(|placed| placed.light == light.id);
    let needed = placed.and_then(|placed| placed.bag_needed).map_or(0.0, |bag| bag.kilograms());
    Some(light.bag.kilograms().max(needed)).filter(|bag| *bag > 0.0)
}

/// What is put up: the place of the subject first, then the camera, then each light, the key first.
pub(super) fn build(s: &Situation<'_>, assessment: &Assessment) -> Build {
    let tripod = s.setup.camera.support == Support::Tripod;
    let camera = say::card::camera_at(
        s.lens.name.as_str(),
        s.setup.camera.focal.millimetres(),
        &s.terms.house.units.place(assessment.set.subject_distance.metres()),
        tripod,
    );
    let mut lines = vec![CardLine::new("subject", say::card::MARK_THE_SPOT), CardLine::new("camera", camera)];
    let mut minutes = CAMERA + TESTS + if tripod { TRIPOD } else { 0.0 };
    let mut hands = 1;
    for lit in &s.lights {
        lines.push(light_line(s, assessment, lit));
        minutes += LIGHT + if lit.modifier.is_some() { MODIFIER } else { 0.0 };
        let placed = assessment.set.lights.iter().find(|placed| placed.light == lit.light.id);
        if let Some(bag) = bag_of(lit.light, assessment) {
            lines.push(CardLine::new(format!("bag-{}", lit.light.id), say::card::bag(&lit.name, bag)));
        }
        let large = lit.emitter.area() >= LARGE;
        let windy = placed.is_some_and(|one| one.wind.is_some());
        if lit.light.held_by == Holder::Assistant || (large && windy) {
            hands = 2;
        }
    }
    for (index, card) in s.setup.scene.cards.iter().enumerate() {
        lines.push(CardLine::new(format!("card-{}", card.id), say::card::card(index + 1, card.kind.words())));
        minutes += CARD;
    }
    if !s.lights.is_empty() {
        lines.push(CardLine::new("ways", say::card::WAYS_CLEAR));
    }
    Build { lines, minutes: Minutes::nearest(minutes), hands }
}
