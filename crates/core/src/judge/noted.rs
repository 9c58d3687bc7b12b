//! What else is to be known of a frame before it is believed.

use crate::quantity::Share;
use crate::say;
use crate::take::{ByFile, Take};
use serde::Serialize;

/// Something to be known of a frame.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(tag = "what", rename_all = "snake_case")]
pub enum Noted {
    /// The camera's tone curve is not known.
    CurveUnknown,
    /// It is, and levels are told by it.
    CurveKnown,
    /// The file does not say with what settings it was taken: they are taken to be as planned.
    SettingsUnknown,
    /// It was taken with other dials than planned; it is judged at the dials it was taken with.
    OtherDials,
    /// It was taken with another body or lens of the kit than planned, and is judged by it.
    OtherKit,
    /// The file calls its body by a name the kit does not know: it is taken to be the one planned.
    BodyUnknown {
        /// What it calls it.
        called: String,
    },
    /// The same of its lens.
    LensUnknown {
        /// What it calls it.
        called: String,
    },
    /// Flash was planned and none fired.
    NoFlash,
    /// The camera was told to expose more or less than it would by itself.
    Compensated,
    /// The camera chose its own white balance: a grey card's light cannot be told from it.
    AutoWhite,
    /// Part of the frame is burnt out.
    Burnt {
        /// How much of it.
        share: Share,
    },
    /// The frame without flash was taken with flash.
    PairHasFlash,
}

/// Less of a frame burnt out than this is a glint.
const GLINT: f64 = 0.001;

impl Noted {
    /// In a sentence.
    #[must_use]
    pub fn words(&self) -> String {
        match self {
            Noted::CurveKnown => say::judge::CURVE_KNOWN.to_owned(),
            Noted::CurveUnknown => say::judge::CURVE_UNKNOWN.to_owned(),
            Noted::SettingsUnknown => say::judge::SETTINGS_UNKNOWN.to_owned(),
            Noted::OtherDials => say::judge::OTHER_DIALS.to_owned(),
            Noted::OtherKit => say::judge::OTHER_KIT.to_owned(),
            Noted::BodyUnknown { called } => say::judge::kit_unknown(say::learnt::BODY, called),
            Noted::LensUnknown { called } => say::judge::kit_unknown(say::learnt::LENS, called),
            Noted::NoFlash => say::judge::NO_FLASH.to_owned(),
            Noted::Compensated => say::judge::COMPENSATED.to_owned(),
            Noted::AutoWhite => say::judge::AUTO_WHITE.to_owned(),
            Noted::Burnt { share } => say::judge::frame_burnt(share.share() * 100.0),
            Noted::PairHasFlash => say::judge::PAIR_HAS_FLASH.to_owned(),
        }
    }
}

/// All that is to be known of a take, the gravest first.
pub(super) fn of(take: &Take, without: Option<&Take>, curve: bool) -> Vec<Noted> {
    let (said, planned) = (&take.settings, &take.planned);
    let unknown = !take.says_its_settings();
    let burnt =
        take.frame.as_ref().map_or(0.0, |frame| frame.clipped.iter().map(|one| one.share()).fold(0.0, f64::max));
    let by = planned.by_files;
    let other = [by.body, by.lens].contains(&ByFile::Other);
    let unknown_name = |by: ByFile, called: Option<&String>| called.filter(|_| by == ByFile::Unknown).cloned();
    let compensated = said.compensation.is_some_and(|by| by.stops().abs() > 0.01);
    [
        (said.flash == Some(false) && planned.flash).then_some(Noted::NoFlash),
        without.is_some_and(|without| without.settings.flash == Some(true)).then_some(Noted::PairHasFlash),
        (burnt > GLINT).then(|| Noted::Burnt { share: Share::nearest(burnt) }),
        unknown.then_some(Noted::SettingsUnknown),
        other.then_some(Noted::OtherKit),
        unknown_name(by.body, said.body.as_ref()).map(|called| Noted::BodyUnknown { called }),
        unknown_name(by.lens, said.lens.as_ref()).map(|called| Noted::LensUnknown { called }),
        (!unknown && !take.turned().is_empty()).then_some(Noted::OtherDials),
        compensated.then_some(Noted::Compensated),
        (said.auto_white == Some(true)).then_some(Noted::AutoWhite),
        take.frame.is_some().then_some(if curve { Noted::CurveKnown } else { Noted::CurveUnknown }),
    ]
    .into_iter()
    .flatten()
    .collect()
}
