//! Assessing: what the dials, as they stand, make of the light.

mod account;
pub mod advise;
mod carry;
mod dials;
mod facts;
mod flash_readings;
mod hold;
mod judged;
mod levels;
mod lights;
mod people;
mod readings;
mod set;
mod strips;
mod sunset;

pub(crate) use account::ambient_colour;
pub use account::{Account, Ground, GroundReport, Origin};
pub use dials::{DialId, DialKind, DialReport};
pub use facts::Facts;
pub use flash_readings::FlashReadingReport;
pub use hold::{Hold, HoldReport};
pub use judged::JudgedReport;
pub(crate) use levels::targets;
pub use levels::{Level, LightPart, Spread};
pub use lights::LightReport;
pub use people::PersonReport;
pub use readings::{ReadingReport, TurnedReport};
pub use set::{BounceWords, Evenness, HeadToFoot, InPicture, PlacedCard, PlacedLight, SetReport, Sockets, Softness};
pub(crate) use set::{face_levels, known_of_shadows, spill_words};
pub use strips::Strip;
pub use sunset::{Sunset, SunsetReport};

use crate::approach::{Approach, Band};
use crate::check::FieldError;
use crate::forecast::Seen;
use crate::kit::{Errs, Kit};
use crate::marks::stops_amount;
use crate::quantity::{Metres, Stops, figure};
use crate::say;
use crate::setup::Patch;
use crate::situation::{Dials, ProposalReason, Situation};
use crate::terms::Terms;
use advise::{DARK_EYES, Remark, cautions};
use serde::Serialize;

/// The approach in force, with why it would be proposed.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct ApproachReport {
    /// The one in force.
    pub approach: Approach,
    /// Its name.
    pub name: &'static str,
    /// What it does.
    pub aim: &'static str,
    /// Whether the photographer chose it; proposed otherwise.
    pub chosen: bool,
    /// The one Tolva would propose.
    pub proposed: Approach,
    /// Why, in a sentence.
    pub reason: String,
    /// How hot a sunset is, by both schools; none where it is not held.
    pub sunset: Option<SunsetReport>,
}

/// What is sharp.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct DepthReport {
    /// Where to focus.
    pub focus: Metres,
    /// Nearest sharp distance.
    pub near: Metres,
    /// Furthest sharp distance; none when it reaches infinity.
    pub far: Option<Metres>,
    /// Stops too open for the subject's depth; 0 when it is sharp.
    pub short: Stops,
    /// How large it is and what that costs, close up.
    pub close_up: Option<CloseUpReport>,
}

/// How large a close-up is, and what that costs.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct CloseUpReport {
    /// Image over object.
    pub magnification: f64,
    /// The working f-number.
    pub working: f64,
    /// Light lost by it.
    pub lost: Stops,
    /// In words.
    pub text: String,
}

/// Less than this is no loss to speak of, in stops.
const FELT_LOSS: f64 = 1.0 / 6.0;
/// From this magnification on it is told.
const CLOSE_UP: f64 = 0.1;

fn close_up(s: &Situation<'_>, dials: &Dials) -> Option<CloseUpReport> {
    let magnification = s.lensing.magnification();
    (magnification >= CLOSE_UP).then(|| {
        let working = dials.aperture.f_number().number() * s.lensing.working();
        let text = say::levels::magnified(
            magnification,
            figure(working, working * 0.05),
            if s.close_up_loss < FELT_LOSS { "no light".to_owned() } else { stops_amount(s.close_up_loss) },
        );
        CloseUpReport { magnification, working, lost: Stops::of(s.close_up_loss), text }
    })
}

/// What the dials make of the light.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct Assessment {
    /// The approach.
    pub approach: ApproachReport,
    /// What stands on the stop scale.
    pub levels: Vec<Level>,
    /// Where the sensor clips, in stops above correct.
    pub clipping: Stops,
    /// Where shadows are no longer usable, in stops.
    pub floor: Stops,
    /// How much brighter the background's ambient is than the face's.
    pub contrast: Stops,
    /// The same in words: "2 stops brighter than the face".
    pub contrast_words: String,
    /// Where the contrast comes from.
    pub contrast_account: Account,
    /// Lit side to shadow side, as "3:1", no finer than it is known; none without both.
    pub lit_to_shadow: Option<Account>,
    /// Every dial, with its strip, its mark and a line of reason.
    pub dials: Vec<DialReport>,
    /// What each reading stands for.
    pub readings: Vec<ReadingReport>,
    /// What each flash reading tells of its light.
    pub flash_readings: Vec<FlashReadingReport>,
    /// How to hold an incident meter in this light.
    pub hold: HoldReport,
    /// What each light does.
    pub lights: Vec<LightReport>,
    /// Each person in the picture by their own tone.
    pub people: Vec<PersonReport>,
    /// What sharpness, shake and noise are judged by.
    pub judged: JudgedReport,
    /// What is sharp.
    pub depth: DepthReport,
    /// What the set is like.
    pub set: SetReport,
    /// What flash does to the background, in words; none where it does nothing to it.
    pub spill: Option<String>,
    /// The plan in one line: what is met and what is missed.
    pub headline: String,
    /// Whether every target is met and nothing is past a limit.
    pub met: bool,
    /// Cautions, where they apply.
    pub cautions: Vec<Remark>,
}

impl Assessment {
    /// The level of a patch.
    #[must_use]
    pub fn level(&self, patch: crate::setup::Patch) -> Option<&Level> {
        self.levels.iter().find(|level| level.patch == patch)
    }
}

/// Assesses a setup as it stands.
///
/// # Errors
/// Every problem of the setup, each at its field.
pub fn assess<'a>(
    seen: impl Into<Seen<'a>>,
    kit: &'a Kit,
    terms: impl Into<Terms>,
) -> Result<Assessment, Vec<FieldError>> {
    Ok(assess_situation(&Situation::new(seen, kit, terms)?))
}

/// Assesses a resolved setup as its dials stand.
#[must_use]
pub fn assess_situation(s: &Situation<'_>) -> Assessment {
    let dials = Dials::of(s.setup);
    let facts = Facts::of(s, &dials);
    let sharp = s.lensing.depth_of_field(dials.aperture.f_number());
    let levels = levels::of(s, &facts, &dials);
    let set = set::of(s, &facts, &dials);
    let (headline, met) = levels::headline(s, &facts);
    let lit_to_shadow = match (facts.split.total[Patch::Face], facts.split.total[Patch::ShadowSide]) {
        (Some(lit), Some(shadow)) => ratio(s, &facts, lit - shadow),
        _ => None,
    };
    let people = people::of(s, &facts, &dials);
    let contrast = s.contrast();
    Assessment {
        approach: ApproachReport {
            approach: s.approach,
            name: s.approach.words(),
            aim: s.approach.aim(),
            chosen: s.setup.approach.is_some(),
            proposed: s.proposal.approach,
            reason: reason(s, &set).words(),
            sunset: sunset::of(s, &facts, &dials),
        },
        clipping: Stops::of(s.headroom(dials.iso)),
        floor: Stops::of(s.floor(dials.iso)),
        contrast_account: account::of_contrast(s, &facts, &contrast_words(contrast)),
        contrast_words: contrast_words(contrast),
        contrast,
        lit_to_shadow,
        dials: dials::of(s, &facts, &dials),
        readings: readings::of(s),
        flash_readings: flash_readings::of(s),
        hold: hold::of(s),
        lights: lights::of(s, &facts),
        spill: spill_words(&facts),
        judged: judged::of(s, &dials),
        depth: DepthReport {
            focus: s.lensing.focus,
            near: sharp.near,
            far: sharp.far,
            short: Stops::of(facts.depth_short),
            close_up: close_up(s, &dials),
        },
        headline,
        met,
        cautions: cautions(s, &facts, &dials, &set, &people),
        people,
        set,
        levels,
    }
}

/// Why the approach is proposed; even light has a better reason where it comes from above.
fn reason(s: &Situation<'_>, set: &SetReport) -> ProposalReason {
    match (s.proposal.reason, set.sockets) {
        (ProposalReason::EvenLight { .. }, Some(sockets)) if sockets.by_ambient.stops() >= DARK_EYES => {
            ProposalReason::DarkEyes { under: sockets.by_ambient }
        }
        (reason, _) => reason,
    }
}

/// The ratio of two sides so many stops apart, as "3:1", with where it comes from.
fn ratio(s: &Situation<'_>, facts: &Facts, apart: f64) -> Option<Account> {
    let (ratio, error) = (apart.exp2(), account::ratio_error(s, facts, [Patch::Face, Patch::ShadowSide]));
    let known_to = ratio * (error.exp2() - 1.0);
    let number = format!("{}:1", figure(ratio, known_to.max(0.1)));
    ratio.is_finite().then(|| account::of_ratio(s, facts, &number, error))
}

/// How bright the background is against the face, in words.
fn contrast_words(contrast: Stops) -> String {
    let stops = contrast.stops();
    if crate::marks::stops_label(stops) == "0" {
        return say::levels::AS_BRIGHT_AS_FACE.to_owned();
    }
    let than = if stops > 0.0 { "brighter" } else { "darker" };
    say::levels::against_face(stops_amount(stops), than)
}

/// A band a level misses by more than a click can leave, with how far; positive is too bright.
pub(crate) fn missed(errs: Errs, band: Option<Band>, level: Option<f64>) -> Option<f64> {
    // Rounding away from what cannot be mended may leave a level up to a third on the safe side, and a little on the other.
    const SAFE: f64 = 0.36;
    const LOST: f64 = 0.2;
    let miss = band?.miss(level.unwrap_or(-12.0));
    let most = if errs.is_worse(miss) { LOST } else { SAFE };
    (miss.abs() > most).then_some(miss)
}

#[cfg(test)]
mod tests;
