//! Rounds about white balance.

use super::{Chance, Drawn, Gesture, Swatch};
use crate::colour::{White, named_light};
use crate::colours::hex;
use crate::quantity::{Duv, Kelvin, Mired};
use crate::say::drill as words;

/// What a grey card sends back of its light.
const GREY: f64 = 0.4;
/// Read to within so many mired, it is right (common practice: a gel of a quarter is near 40).
const TOLERANCE: f64 = 25.0;

fn kelvin(mired: f64) -> Kelvin {
    Kelvin::nearest(1e6 / mired)
}

/// A grey card as a camera shows it at a setting: what light is on it?
pub(super) fn grey_card(chance: &mut Chance) -> Drawn {
    let set = chance.whole(15, 32) as f64 * 10.0;
    let light = loop {
        let off = chance.whole(-12, 12) as f64 * 10.0;
        if off.abs() >= 30.0 && (110.0..=390.0).contains(&(set + off)) {
            break set + off;
        }
    };
    let shown = |white: f64, light: f64| {
        hex(&White::set_to(kelvin(white), Duv::of(0.0)).shows(named_light(kelvin(light)) * GREY))
    };
    let swatch = |srgb: String, caption: &'static str| Swatch { srgb, caption };
    let at = kelvin(set);
    let begins = at.kelvin();
    let mut drawn =
        Drawn::asking(words::grey_card(begins), Gesture::Rule { begins }, kelvin(light).kelvin(), TOLERANCE);
    drawn.swatches = vec![swatch(shown(set, light), words::CARD_AS_SHOWN), swatch(shown(light, light), words::NEUTRAL)];
    drawn.why = words::why_grey_card(light - set, kelvin(light).kelvin());
    drawn
}

/// How far two settings are apart, in mired; positive where the second is warmer light.
pub(super) fn apart(truth: f64, answer: f64) -> f64 {
    Mired::from(Kelvin::nearest(answer)).mired() - Mired::from(Kelvin::nearest(truth)).mired()
}
