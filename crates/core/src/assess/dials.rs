use super::advise::{Reason, dial_reason};
use super::strips::{self, Strip};
use super::{Account, Facts, account};
use crate::colours::tint_words;
#[cfg(feature = "openapi")]
use crate::marks::Printed;
use crate::marks::{Mark, StepSize, ten_stop_label};
use crate::quantity::{Id, Power};
use crate::setup::Dial;
use crate::situation::{Dials, Situation};
use serde::{Deserialize, Serialize};

/// Which kind of dial.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum DialKind {
    /// Sensitivity.
    Iso,
    /// Aperture.
    Aperture,
    /// Shutter time.
    Shutter,
    /// Neutral density.
    Nd,
    /// A flash's power.
    Power,
    /// White balance.
    Kelvin,
}

/// One dial of a setup.
#[derive(Debug, Clone, PartialEq, Eq, Hash, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct DialId {
    /// Which kind.
    pub dial: DialKind,
    /// Whose, for a power.
    pub light: Option<Id>,
}

impl DialId {
    /// A dial of the camera.
    #[must_use]
    pub const fn camera(dial: DialKind) -> DialId {
        DialId { dial, light: None }
    }

    /// The power of a light.
    #[must_use]
    pub const fn power(light: Id) -> DialId {
        DialId { dial: DialKind::Power, light: Some(light) }
    }
}

/// A dial as it stands.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct DialReport {
    /// Which.
    pub id: DialId,
    /// Its name.
    pub name: String,
    /// Where it stands, in the unit of its strip.
    pub at: f64,
    /// What is printed there.
    pub label: String,
    /// The other spelling, or the preset nearest.
    pub also: Option<String>,
    /// Whether it is held.
    pub held: bool,
    /// Its strip.
    #[cfg_attr(feature = "openapi", schema(value_type = Vec<Printed>))]
    #[serde(serialize_with = "strips::told")]
    pub strip: Strip,
    /// Why it stands there.
    pub why: Reason,
    /// The same in a sentence.
    pub reason: String,
    /// Whether something about it is past a limit.
    pub trouble: bool,
    /// Where its number and those told with it come from.
    pub account: Account,
}

/// Where a dial stands, what is printed there, whether it is held, and its strip.
type Stands = (f64, String, bool, Strip);

fn stands<M: Mark>(dial: Dial<M>, step: StepSize, strip: Strip) -> Stands {
    (f64::from(dial.at.sixths()), dial.at.label(step), dial.held, strip)
}

pub(super) fn of(s: &Situation<'_>, facts: &Facts, dials: &Dials) -> Vec<DialReport> {
    let camera = &s.setup.camera;
    let mut all = Vec::with_capacity(5 + s.lights.len());
    let mut push = |id: DialId, name: String, also, (at, label, held, strip): Stands| {
        let why = dial_reason(s, facts, dials, &id);
        let (reason, trouble) = (why.words(s.terms.house, s.step), why.is_trouble());
        let account = account::of_dial(s, &id, &label, held);
        all.push(DialReport { id, name, at, label, also, held, strip, why, reason, trouble, account });
    };
    let of = DialId::camera;
    let step = s.step;
    let shutter = strips::of_camera(DialKind::Shutter, camera.shutter.at, s.shutter, step);
    push(of(DialKind::Shutter), "Shutter".into(), None, stands(camera.shutter, step, shutter));
    let aperture = strips::of_camera(DialKind::Aperture, camera.aperture.at, s.aperture, step);
    push(of(DialKind::Aperture), "Aperture".into(), None, stands(camera.aperture, step, aperture));
    let iso = strips::of_camera(DialKind::Iso, camera.iso.at, s.iso, step);
    push(of(DialKind::Iso), "ISO".into(), None, stands(camera.iso, step, iso));
    let nd = camera.nd;
    let also = (nd.at.sixths() > 0).then(|| "stops".to_owned());
    push(of(DialKind::Nd), "ND filter".into(), also, stands(nd, step, strips::with(&s.nd, nd.at, step)));
    for (lit, below) in s.lights.iter().zip(&facts.powers) {
        let power = Power::nearest(*below);
        let flash = lit.flash;
        let label = power.label(flash.notation, flash.power_step);
        let other = match flash.notation {
            crate::marks::PowerNotation::Fraction => format!("{} of 10", ten_stop_label(power)),
            crate::marks::PowerNotation::TenStop => power.fraction_label(flash.power_step),
        };
        push(
            DialId::power(lit.light.id.clone()),
            lit.name.clone(),
            Some(other),
            (*below, label, lit.light.power.held, strips::of_power(lit.powers.1, flash.power_step, flash.notation)),
        );
    }
    let balance = s.setup.white_balance.kelvin;
    let preset = if s.body.film.is_some() { "film" } else { s.body.nearest_preset(balance.at).words() };
    push(
        of(DialKind::Kelvin),
        "White balance".into(),
        Some(tint_words(s.body, s.setup.white_balance.tint).unwrap_or_else(|| preset.to_owned())),
        (
            balance.at.kelvin(),
            [&(balance.at.kelvin().round() as u32).to_string(), " K"].concat(),
            balance.held,
            strips::of_kelvin(s.body.film.is_some(), balance.at),
        ),
    );
    all
}
