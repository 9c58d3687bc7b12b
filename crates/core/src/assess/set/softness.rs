//! How soft a light is on the face and on the wall.

use crate::assess::account::{Account, set as account};
use crate::emitter::softness::{NOSE, apparent_size, half_shadow, half_shadow_of_sun};
use crate::kit::ModifierKind;
use crate::quantity::{figure, no_finer};
use crate::say;
use crate::situation::{Lit, Situation};
use serde::Serialize;

/// How soft a light is on the face.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct Softness {
    /// Its apparent size from the face, in degrees.
    pub apparent: f64,
    /// The half-shadow behind a nose, in millimetres.
    pub nose: f64,
    /// The half-shadow of a head on the wall, in millimetres; none without a wall behind.
    pub wall: Option<f64>,
    /// The half-shadow behind a nose of the bare head in its place, in millimetres.
    pub bare: f64,
    /// The same of the sun, in millimetres.
    pub sun: f64,
    /// In words.
    pub text: String,
    /// Where the half-shadow behind the nose comes from.
    pub account: Account,
}

/// Noses, stands and boxes are measured by eye: what follows from them is known to a tenth of itself.
const ROUGHLY: f64 = 0.1;

/// What follows from them, as it is said.
pub(crate) fn known(value: f64) -> String {
    figure(value, value * ROUGHLY)
}

pub(super) fn of(s: &Situation<'_>, lit: &Lit<'_>, face_width: f64) -> Softness {
    let distance = lit.face_distance.metres();
    let width = lit.width();
    let millimetres = |metres: f64| metres * 1000.0;
    let nose = millimetres(half_shadow(width, distance, NOSE));
    let bare = millimetres(half_shadow(lit.optics.head, distance, NOSE));
    let sun = millimetres(half_shadow_of_sun(NOSE));
    let wall = s.setup.back_wall().filter(|_| lit.role.lights_face()).map(|_| {
        let behind = (lit.background_distance.metres() - distance).max(0.05);
        millimetres(half_shadow(width, distance, behind))
    });
    let kind = lit.modifier.map(|modifier| modifier.modifier_kind);
    let text = if kind == Some(ModifierKind::Dome) {
        say::softness::DOME.to_owned()
    } else if face_width <= 0.0 {
        say::softness::hard(known(nose), known(sun))
    } else {
        say::softness::half_shadow(known(nose), known(nose / bare), known(nose / sun))
    };
    let apparent = apparent_size(width, distance);
    let text = say::softness::wide(&text, apparent.round() as u32);
    let text = match wall {
        Some(wall) => say::softness::edge(&text, s.terms.house.units.distance(no_finer(wall, wall * ROUGHLY) / 1000.0)),
        None => text,
    };
    let account = account::of_softness(s, lit, format!("{} mm", known(nose)));
    Softness { apparent, nose, wall, bare, sun, text, account }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::house::House;
    use crate::quantity::{Id, Metres};
    use crate::sample;
    use crate::setup::{BackgroundKind, Setup};
    use rstest::rstest;

    /// The portrait at 1.5 m from its light, a wall 2 m behind, with this before the flash.
    fn with(modifier: &str) -> Setup {
        let mut setup = sample::outdoors();
        setup.background.kind = BackgroundKind::Wall;
        setup.background.distance = Metres::nearest(2.0);
        setup.lights[0].modifier = Some(Id::new(modifier).unwrap());
        sample::round_face(&mut setup, 0, 40.0, 20.0, 1.5);
        setup
    }

    fn softness(modifier: &str) -> Softness {
        let report = crate::assess::assess(&with(modifier), &sample::kit(), House::default()).unwrap();
        report.set.lights[0].softness.clone()
    }

    /// By hand: 0.9 m of octa at 1.5 m draws 0.9·30/1.5 = 18 mm behind a nose of 30 mm; the head of 18 cm 3.6 mm; the sun
    /// 0.28 mm.
    #[rstest]
    #[case::octa("mod-octa-90", 18.0, "18 mm behind the nose: 5 times the bare head's")]
    #[case::bare("mod-bare", 3.6, "Hard: a half-shadow of 3.6 mm")]
    #[case::dome("mod-dome", 3.6, "A dome is no softer than the bare head")]
    fn as_worked_by_hand(#[case] modifier: &str, #[case] nose: f64, #[case] words: &str) {
        let found = softness(modifier);
        assert!((found.nose - nose).abs() < 0.05, "{found:?}");
        assert!((found.sun - 0.28).abs() < 0.01);
        assert!(found.text.contains(words), "{}", found.text);
        let wide = 2.0 * (nose / 30.0 / 2.0).atan().to_degrees();
        assert!(found.text.contains(&format!("It is {wide:.0}° wide")), "{}", found.text);
    }

    /// The edge on the wall is as much wider as the wall is further behind the face than the cheek behind the nose.
    #[test]
    fn on_the_wall_it_is_wider() {
        let found = softness("mod-octa-90");
        let wall = found.wall.unwrap();
        let setup = with("mod-octa-90");
        let behind = setup.background_distance(&setup.lights[0]).metres() - 1.5;
        assert!((wall - 900.0 * behind / 1.5).abs() < 1.0, "{wall}");
        assert!(found.text.contains("On the wall behind"), "{}", found.text);
    }
}
