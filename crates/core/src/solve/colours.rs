//! The colour part of a plan: gels for the free lights, then one white balance.

use crate::colour::{ColourWish, GelChoice, between, choose_gel};
use crate::exposure::flash_share;
use crate::kit::Kit;
use crate::quantity::{Kelvin, Mired, Share, Stops};
use crate::setup::{Patch, Setup};
use crate::situation::{Situation, Split, key_colour};

/// Puts the gel each free light should wear into the setup.
pub(super) fn choose_gels(setup: &mut Setup, ambient: Kelvin, kit: &Kit) {
    let gels: Vec<GelChoice> =
        kit.gels().enumerate().map(|(index, gel)| GelChoice { shift: gel.shift, index }).collect();
    let ambient = Mired::from(ambient);
    let wish = setup.white_balance.wish;
    for light in setup.lights.iter_mut().filter(|light| !light.gel.held) {
        let Some(flash) = kit.flash(&light.flash) else { continue };
        let chosen = choose_gel(wish, Mired::from(flash.kelvin), ambient, &gels);
        light.gel.at = chosen.and_then(|index| kit.gels().nth(index)).map(|gel| gel.id.clone());
    }
}

/// The flash's share of the light on the face.
pub(crate) fn share_on_face(split: &Split) -> Share {
    match (split.ambient[Patch::Face], split.flash[Patch::Face]) {
        (Some(ambient), Some(flash)) => flash_share(Stops::nearest(ambient), Stops::nearest(flash)),
        (None, Some(_)) => Share::nearest(1.0),
        _ => Share::nearest(0.0),
    }
}

/// The setting for these levels.
pub(super) fn balance(s: &Situation<'_>, split: &Split) -> Kelvin {
    let ambient = Mired::from(s.seen().ambient_kelvin());
    let wish: ColourWish = s.setup.white_balance.wish;
    match key_colour(s) {
        Some(flash) => between(wish, flash, ambient, share_on_face(split)),
        None => between(ColourWish::Together, ambient, ambient, Share::nearest(0.0)),
    }
}
