//! One patch of a frame, judged.

use super::FELT;
use super::apart::{Apart, LEAST_SHARE, Split, split};
use crate::approach::Band;
use crate::kit::ToneCurve;
use crate::marks::stops_label;
use crate::quantity::{Share, Stops};
use crate::say;
use crate::setup::Patch;
use crate::take::{MarkOf, MarkShows, Take};
use serde::Serialize;

/// Why a mark tells nothing.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(tag = "why", rename_all = "snake_case")]
pub enum Cannot {
    /// Part of it is burnt out: it is brighter than can be told.
    Burnt {
        /// How much of it.
        share: Share,
    },
    /// Part of it is black.
    Black {
        /// How much of it.
        share: Share,
    },
    /// It is too uneven, or too noisy, to have one level.
    Uneven {
        /// How far it spreads.
        spread: Stops,
    },
    /// It is darker or lighter than anything the bracket showed that taught the body's tone curve.
    BeyondCurve,
    /// It was not measured.
    Unmeasured,
}

/// From this share of burnt out or black pixels on a patch tells no level (common practice).
pub const TOO_MANY: f64 = 0.02;
/// From this spread on it has no level (the program's own choice).
const UNEVEN: f64 = 1.0;

impl Cannot {
    pub(super) fn of(measured: Option<&MarkShows>, curve: Option<&ToneCurve>) -> Option<Cannot> {
        let Some(measured) = measured else { return Some(Cannot::Unmeasured) };
        if measured.burnt.share() > TOO_MANY {
            Some(Cannot::Burnt { share: measured.burnt })
        } else if measured.black.share() > TOO_MANY {
            Some(Cannot::Black { share: measured.black })
        } else if measured.spread.stops() > UNEVEN {
            Some(Cannot::Uneven { spread: measured.spread })
        } else if measured.level(None).is_none() {
            Some(Cannot::Black { share: Share::nearest(1.0) })
        } else {
            measured.level(curve).is_none().then_some(Cannot::BeyondCurve)
        }
    }

    /// In a sentence.
    #[must_use]
    pub fn words(self, patch: Patch) -> String {
        match self {
            Cannot::Burnt { share } => say::judge::burnt(patch.words(), share.share() * 100.0),
            Cannot::Black { share } => say::judge::black(patch.words(), share.share() * 100.0),
            Cannot::Uneven { spread } => say::judge::uneven(patch.words(), say::give_or_take(spread.stops())),
            Cannot::BeyondCurve => say::judge::beyond_curve(patch.words()),
            Cannot::Unmeasured => say::judge::unmeasured(patch.words()),
        }
    }
}

/// A marked patch, judged.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct Judged {
    /// Which.
    pub patch: Patch,
    /// Its name.
    pub name: &'static str,
    /// Where it is, on its own basis.
    pub level: Stops,
    /// Where it was planned, at the dials the frame was taken with.
    pub planned: Stops,
    /// Where it was wanted.
    pub target: Option<Band>,
    /// How far it is outside of that; positive is too bright.
    pub off: Stops,
    /// Whether that is more than a click leaves.
    pub misses: bool,
    /// Whether it reads otherwise than planned, by more than a click leaves.
    pub strays: bool,
    /// The parts of it.
    pub split: Split,
    /// How much more ambient there is than was planned.
    pub ambient_more: Stops,
    /// How much more flash; none where that cannot be told.
    pub flash_more: Option<Stops>,
    /// The likely error of the level, to either side.
    pub error: Stops,
    /// Why it cannot be judged.
    pub cannot: Option<Cannot>,
    /// All of it in a sentence.
    pub sentence: String,
}

/// How far a camera's picture style bends tones where its curve is not known, in stops in the middle (common practice).
const STYLE: f64 = 1.0 / 3.0;
/// And for each stop beyond one from the middle (the program's own estimate).
const STYLE_BEYOND: f64 = 1.0 / 6.0;
/// How far the tone of a class of skin or thing is off, in stops (common practice).
const TONE: f64 = 0.2;

/// How far a patch's level is off where the body's curve is known, beside what the curve itself is: noise and how a mark is put (the
/// program's own estimate).
const PUT: f64 = 0.03;

/// The level of the light on a grey card, by incident light; none without a card that can be measured.
pub(super) fn card_level(take: &Take, curve: Option<&ToneCurve>) -> Option<f64> {
    let measured = take.mark(MarkOf::GreyCard)?.measured.as_ref();
    if Cannot::of(measured, curve).is_some() {
        return None;
    }
    Some(measured?.level(curve)? - take.planned.card.stops())
}

/// A level that was read off a frame, on the patch's own basis.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct ReadLevel {
    /// The level, in stops.
    pub level: f64,
    /// How far it is likely to be off by what frame and curve leave, in stops.
    pub error: f64,
    /// And by what the tone of skin or thing is guessed to be; nothing where a card tells it.
    pub tone: f64,
}

/// How far a level by the light that comes from a mark is likely to be off, in stops.
pub(crate) fn reads_to(level: f64, curve: Option<&ToneCurve>) -> f64 {
    match curve {
        Some(curve) => PUT.hypot(curve.error.stops()),
        None => STYLE + STYLE_BEYOND * (level.abs() - 1.0).max(0.0),
    }
}

/// What a frame reads on a patch; none where it is not marked or not planned. A card in the face's light says what its tone takes;
/// else it is the tone's usual.
#[must_use]
pub(crate) fn read(take: &Take, patch: Patch, curve: Option<&ToneCurve>) -> Option<ReadLevel> {
    let card = card_level(take, curve);
    let level = |patch: Patch| take.mark(MarkOf::Patch { patch })?.measured.as_ref()?.level(curve);
    let usual = take.planned.level(patch)?.to_picture.stops();
    let by_card = || Some(level(Patch::Face)? - card?);
    let tone = if patch.is_of_subject() { by_card().unwrap_or(usual) } else { usual };
    let at = level(patch)?;
    let error = reads_to(at, curve);
    let guessed = patch.is_of_subject() && card.is_none();
    Some(ReadLevel { level: at - tone, error, tone: if guessed { TONE } else { 0.0 } })
}

/// Whether a mark of a take tells a level.
pub(crate) fn tells(take: &Take, patch: Patch, curve: Option<&ToneCurve>) -> bool {
    let mark = take.mark(MarkOf::Patch { patch });
    mark.is_some_and(|mark| Cannot::of(mark.measured.as_ref(), curve).is_none())
}

/// By how much the ambient of a patch is more than planned, as a frame without flash shows it; none where it does not.
fn seen_without(without: &Take, patch: Patch, curve: Option<&ToneCurve>) -> Option<f64> {
    let read = read(without, patch, curve).filter(|_| tells(without, patch, curve))?;
    Some(read.level - without.planned.level(patch)?.ambient.stops())
}

/// Judges a patch; none where it is not marked, or was not planned.
pub(super) fn judged(take: &Take, without: Option<&Take>, patch: Patch, curve: Option<&ToneCurve>) -> Option<Judged> {
    let measured = take.mark(MarkOf::Patch { patch })?.measured.as_ref();
    let planned = take.planned.level(patch)?;
    let cannot = Cannot::of(measured, curve);
    let total = planned.total();
    let ReadLevel { level, error, tone } =
        read(take, patch, curve).unwrap_or(ReadLevel { level: total, error: STYLE, tone: 0.0 });
    let (ambient, flash) = (planned.ambient.stops(), planned.flash());
    let seen = without.and_then(|without| seen_without(without, patch, curve)).map(|more| ambient + more);
    let split = split(level, ambient, flash, seen);
    let flash_more = split.flash.zip(flash).map(|(found, planned)| Stops::of(found.stops() - planned));
    let off = planned.target.map_or(0.0, |band| band.miss(level));
    let mut judged = Judged {
        patch,
        name: patch.words(),
        level: Stops::of(level),
        planned: Stops::of(total),
        target: planned.target,
        off: Stops::of(off),
        misses: off.abs() > FELT,
        strays: cannot.is_none() && (level - total).abs() > FELT && stops_label(level) != stops_label(total),
        ambient_more: Stops::of(split.ambient.stops() - ambient),
        flash_more,
        split,
        error: Stops::of(error.hypot(tone)),
        cannot,
        sentence: String::new(),
    };
    judged.sentence = judged.words();
    Some(judged)
}

impl Judged {
    fn words(&self) -> String {
        if let Some(cannot) = self.cannot {
            return cannot.words(self.patch);
        }
        let label = |stops: Stops| stops_label(stops.stops());
        let mut said = say::judge::level(self.name, label(self.level), label(self.planned));
        // A part too small to be told is not told, nor what would have to be taken for granted about it.
        let level = self.level.stops();
        let parts = self
            .split
            .flash
            .filter(|flash| flash.stops().min(self.split.ambient.stops()).exp2() >= level.exp2() * LEAST_SHARE);
        if let Some(flash) = parts {
            said += &say::judge::parts(label(self.split.ambient), label(flash));
        }
        said += match self.split.by {
            Apart::AmbientAsPlanned | Apart::FlashAsPlanned if parts.is_none() => "",
            Apart::Pair => say::judge::BY_PAIR,
            Apart::AmbientAsPlanned => say::judge::AMBIENT_AS_PLANNED,
            Apart::FlashAsPlanned => say::judge::FLASH_AS_PLANNED,
            Apart::BothAlike => say::judge::BOTH_ALIKE,
            Apart::AllAmbient => "",
        };
        said += &say::levels::give_or_take(say::give_or_take(self.error.stops()));
        say::capital(&said) + "."
    }
}
