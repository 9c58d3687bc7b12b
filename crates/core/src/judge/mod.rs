//! Judging: what a frame says of the light, against what was planned and wanted, and what to turn.

mod apart;
mod by_clock;
mod change;
mod distances;
mod drift;
mod noted;
mod panels;
mod patch;
mod sharp;

pub use apart::{Apart, Split};
pub use by_clock::{AmbientTold, PatchThen, TakeThen, light_in_words};
pub use change::{Mended, before_frames, mended};
pub use distances::{AtDistance, DistancesError, InSeries, OverDistance, distances};
pub use drift::{Drift, DriftBy, drift};
pub use noted::Noted;
pub use panels::{Panels, panels};
pub use patch::{Cannot, Judged, ReadLevel, TOO_MANY};
pub(crate) use patch::{read, reads_to, tells};
pub use sharp::{Sharp, Sharpness, sharp};

use crate::colours::asked::{GreyAsked, GreyTold, grey};
use crate::kit::{Kit, ToneCurve};
use crate::marks::{stops_amount, stops_label};
use crate::quantity::{Stops, figure};
use crate::say;
use crate::setup::Patch;
use crate::take::{MarkOf, Take};
use serde::Serialize;

/// Less than this off is within what a click leaves, and is not told as off, in stops.
const FELT: f64 = 0.25;

/// What a frame says.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct Verdict {
    /// Each marked patch.
    pub patches: Vec<Judged>,
    /// How much brighter the face is than the background; none without both.
    pub face_over_background: Option<Stops>,
    /// How much brighter it was to be.
    pub face_over_background_wanted: Option<Stops>,
    /// The light on the grey card, where it is marked.
    pub grey: Option<GreyTold>,
    /// The two tones of a target, where both are marked.
    pub panels: Option<Panels>,
    /// How sharp it is where it should be; none where no edges tell.
    pub sharp: Option<SharpSaid>,
    /// What else is to be known of it.
    pub noted: Vec<NotedSaid>,
    /// All of it in a line.
    pub headline: String,
}

/// How sharp a frame is, and in words.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct SharpSaid {
    /// How sharp.
    pub sharp: Sharp,
    /// In a sentence.
    pub text: String,
}

/// Something to be known, and in words.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct NotedSaid {
    /// What.
    pub noted: Noted,
    /// In a sentence.
    pub text: String,
}

impl Verdict {
    /// A patch that is marked and can be judged.
    #[must_use]
    pub fn judged(&self, patch: Patch) -> Option<&Judged> {
        self.patches.iter().find(|judged| judged.patch == patch && judged.cannot.is_none())
    }
}

/// What is told of one frame taken from another: the share of the light that changed, how much moved, and how far the other was moved
/// to lie on it, in pixels, of the files themselves or of their copies.
#[must_use]
pub fn apart_words(take: &Take, without: &Take, share: f64, moved: f64, (x, y): (f32, f32), full_size: bool) -> String {
    let flash = take.settings.flash != Some(false) && without.settings.flash == Some(false);
    let shift = figure(f64::from(x.hypot(y)), 0.5);
    say::judge::taken_apart(share, moved, shift, flash, full_size)
}

/// The tone curve of the body a take was taken with; none where none was learnt, or it is not known which body that was.
#[must_use]
pub fn curve_of<'a>(take: &Take, kit: &'a Kit) -> Option<&'a ToneCurve> {
    kit.camera(take.planned.body.as_ref()?)?.curve.as_ref()
}

/// Judges a frame by its marks, its levels told by the body's `curve` where one was learnt; with one that was taken `without` flash,
/// ambient and flash each for itself.
#[must_use]
pub fn judge(take: &Take, without: Option<&Take>, curve: Option<&ToneCurve>) -> Verdict {
    let of = |patch: Patch| patch::judged(take, without, patch, curve);
    let patches: Vec<Judged> = Patch::ALL.into_iter().filter_map(of).collect();
    let known = |patch: Patch| patches.iter().find(|judged| judged.patch == patch && judged.cannot.is_none());
    let (face, background) = (known(Patch::Face), known(Patch::Background));
    let apart = |of: fn(&Judged) -> f64| Some(Stops::of(of(face?) - of(background?)));
    let wanted = |judged: &Judged| judged.target.map_or(judged.planned.stops(), |band| band.prefer);
    let grey = take.mark(MarkOf::GreyCard).and_then(|mark| {
        let asked = GreyAsked {
            values: mark.measured?.linear,
            linear: true,
            kelvin: take.planned.kelvin,
            tint: take.planned.tint,
        };
        grey(&asked).ok()
    });
    let noted = noted::of(take, without, curve.is_some());
    Verdict {
        headline: headline(&patches),
        face_over_background: apart(|judged| judged.level.stops()),
        face_over_background_wanted: apart(wanted),
        panels: panels(take),
        grey,
        sharp: sharp(take, Patch::Face).map(|sharp| SharpSaid { text: sharp.words(), sharp }),
        noted: noted.into_iter().map(|noted| NotedSaid { text: noted.words(), noted }).collect(),
        patches,
    }
}

/// Face and background in a line, each where it should be or by how much it is not.
fn headline(patches: &[Judged]) -> String {
    let said = |judged: &Judged| {
        let name = judged.patch.words();
        match judged.off.stops() {
            _ if judged.cannot.is_some() => say::judge::cannot_say(name),
            _ if judged.target.is_none() => say::judge::stands_at(name, stops_label(judged.level.stops())),
            _ if !judged.misses => say::judge::right(name),
            off => say::judge::off(name, stops_amount(off), off > 0.0),
        }
    };
    let told: Vec<String> = [Patch::Face, Patch::Background, Patch::Sky]
        .into_iter()
        .filter_map(|patch| patches.iter().find(|judged| judged.patch == patch))
        .map(said)
        .collect();
    if told.is_empty() { say::judge::NOTHING_MARKED.to_owned() } else { say::capital(&told.join("; ")) + "." }
}

#[cfg(test)]
pub(crate) mod tests;
