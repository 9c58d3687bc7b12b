//! What the set is like: what stands where, how soft, how even, what is in the picture that should not be.

mod bounced;
mod cards;
mod evenness;
mod figure;
mod loudness;
mod picture;
mod placed;
mod sockets;
mod softness;

pub use bounced::BounceWords;
pub use cards::PlacedCard;
pub use evenness::Evenness;
pub(crate) use evenness::face_levels;
pub use figure::HeadToFoot;
pub use picture::InPicture;
pub use placed::PlacedLight;
pub use sockets::Sockets;
pub use softness::Softness;
pub(crate) use softness::known as known_of_shadows;

use super::Facts;
use crate::glass::{Reflection, reflections};
use crate::marks::{stops_amount, stops_label};
use crate::quantity::{Id, Metres, no_finer};
use crate::say;
use crate::setup::Patch;
use crate::situation::{Dials, Situation};
use crate::stage::Framing;
use serde::Serialize;

/// What the set is like.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct SetReport {
    /// What the picture holds.
    pub framing: Framing,
    /// The same in words.
    pub framing_words: String,
    /// From the camera to the middle of the subject.
    pub subject_distance: Metres,
    /// From the main subject to the background behind it.
    pub background_behind: Metres,
    /// The lights that fire.
    pub lights: Vec<PlacedLight>,
    /// How evenly a group is lit; none for one face or without flash.
    pub evenness: Option<Evenness>,
    /// The eyes under the brow; none for a thing.
    pub sockets: Option<Sockets>,
    /// How the light falls from head to foot; none where the legs are not in the picture.
    pub head_to_foot: Option<HeadToFoot>,
    /// The cards.
    pub cards: Vec<PlacedCard>,
    /// What is in the picture that should not be.
    pub intruders: Vec<InPicture>,
    /// What shows in panes.
    pub reflections: Vec<Reflection>,
    /// The angle between lens axis and sun, in degrees, where it is so small that it flares.
    pub flare: Option<f64>,
    /// Lights behind the same pane of glass as the camera, whose light comes back off it.
    pub through_glass: Vec<Id>,
}

pub(super) fn of(s: &Situation<'_>, facts: &Facts, dials: &Dials) -> SetReport {
    let setup = s.setup;
    let stage = &s.stage;
    let main = setup.main_face().at;
    let shown: Vec<_> =
        s.lights.iter().map(|lit| (lit.light.id.clone(), lit.name.clone(), lit.emitter, lit.optics.head)).collect();
    let framing = Framing::of(setup, &stage.view);
    SetReport {
        framing_words: framing_words(s, &framing),
        framing,
        subject_distance: setup.subject_distance(),
        background_behind: Metres::of(setup.background.distance.metres() - main.y),
        lights: s.lights.iter().enumerate().map(|(index, lit)| placed::of(s, facts, index, lit)).collect(),
        evenness: evenness::of(s, facts),
        sockets: sockets::of(s, facts),
        head_to_foot: figure::of(s, facts),
        cards: cards::of(s, facts),
        intruders: picture::intruders_of(s),
        reflections: loudness::told(s, facts, dials, reflections(stage, &shown)),
        flare: picture::flare(s),
        through_glass: picture::through_glass(s),
    }
}

/// How well it is known how far off a background is, as a share of it (common practice: paced out).
const BEHIND_KNOWN: f64 = 0.05;

fn framing_words(s: &Situation<'_>, framing: &Framing) -> String {
    let said = |metres: Metres| s.terms.house.units.distance(metres.metres());
    let (share, background) = (framing.subject_share, framing.background_width.metres());
    let subject = if share > 1.0 {
        say::set::times_as_high(share)
    } else {
        say::set::takes_of_height((share * 100.0).round() as u32)
    };
    say::set::frame(
        said(framing.width),
        said(framing.height),
        framing.angle_across.round() as u32,
        framing.angle_up.round() as u32,
        &subject,
        said(Metres::of(no_finer(background, background * BEHIND_KNOWN))),
    )
}

/// The spill of all lights on the background, in words; none where there is none.
pub(crate) fn spill_words(facts: &Facts) -> Option<String> {
    let (spill, total) = (facts.split.flash[Patch::Background]?, facts.split.total[Patch::Background]?);
    let lifts = total - facts.split.ambient[Patch::Background].unwrap_or(-20.0);
    // What would be said as nothing is not said.
    (lifts > 1.0 / 6.0).then(|| say::set::spill_lifts(stops_label(spill), stops_amount(lifts)))
}

#[cfg(test)]
mod tests;
