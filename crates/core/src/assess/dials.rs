use super::advise::{Reason, dial_reason};
use super::{Account, Facts, account};
use crate::kit::Camera;
use crate::marks::{Mark, PowerStep, Printed, StepSize, strip, ten_stop_label};
use crate::quantity::{Id, Kelvin, Power};
use crate::setup::Dial;
use crate::setup::free_range;
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
    pub strip: Vec<Printed>,
    /// Why it stands there.
    pub why: Reason,
    /// The same in a sentence.
    pub reason: String,
    /// Whether something about it is past a limit.
    pub trouble: bool,
    /// Where its number and those told with it come from.
    pub account: Account,
}

fn camera_dial<M: Mark>(dial: Dial<M>, range: (M, M), step: StepSize) -> (f64, String, bool, Vec<Printed>) {
    let mut clicks = free_range(Dial::free(dial.at), range, step);
    if let Err(place) = clicks.binary_search(&dial.at) {
        clicks.insert(place, dial.at);
    }
    (f64::from(dial.at.sixths()), dial.at.label(step), dial.held, strip(&clicks, step))
}

pub(super) fn of(s: &Situation<'_>, facts: &Facts, dials: &Dials) -> Vec<DialReport> {
    let camera = &s.setup.camera;
    let mut all = Vec::with_capacity(5 + s.lights.len());
    let mut push = |id: DialId, name: String, also, (at, label, held, strip): (f64, String, bool, Vec<Printed>)| {
        let why = dial_reason(s, facts, dials, &id);
        let (reason, trouble) = (why.words(s.terms.house, s.step), why.is_trouble());
        let account = account::of_dial(s, &id, &label, held);
        all.push(DialReport { id, name, at, label, also, held, strip, why, reason, trouble, account });
    };
    let of = DialId::camera;
    push(of(DialKind::Shutter), "Shutter".into(), None, camera_dial(camera.shutter, s.shutter, s.step));
    push(of(DialKind::Aperture), "Aperture".into(), None, camera_dial(camera.aperture, s.aperture, s.step));
    push(of(DialKind::Iso), "ISO".into(), None, camera_dial(camera.iso, s.iso, s.step));
    let nd = camera.nd;
    let mut nds = s.nd.clone();
    if let Err(place) = nds.binary_search(&nd.at) {
        nds.insert(place, nd.at);
    }
    let also = (nd.at.sixths() > 0).then(|| "stops".to_owned());
    let nd = (f64::from(nd.at.sixths()), nd.at.label(s.step), nd.held, strip(&nds, s.step));
    push(of(DialKind::Nd), "ND filter".into(), also, nd);
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
            (*below, label, lit.light.power.held, power_strip(lit.powers.1, flash.power_step, flash.notation)),
        );
    }
    let balance = s.setup.white_balance.kelvin;
    let preset = if s.body.film.is_some() { "film" } else { s.body.nearest_preset(balance.at).words() };
    push(
        of(DialKind::Kelvin),
        "White balance".into(),
        Some(tint_words(s).unwrap_or_else(|| preset.to_owned())),
        (balance.at.kelvin(), format!("{:.0} K", balance.at.kelvin()), balance.held, kelvin_strip(s.body, balance.at)),
    );
    all
}

/// The tint in steps of the body's, where there is one.
fn tint_words(s: &Situation<'_>) -> Option<String> {
    let steps = s.setup.white_balance.tint.duv() / crate::colours::step_of(s.body).duv();
    let count = steps.round().abs();
    let way = if steps > 0.0 { "green" } else { "magenta" };
    (count >= 1.0).then(|| format!("tint {count:.0} to {way}"))
}

/// Every click of a power dial, full power first.
fn power_strip(lowest: f64, step: PowerStep, notation: crate::marks::PowerNotation) -> Vec<Printed> {
    let per_stop = step.clicks_per_stop() as u32;
    let clicks = (lowest * step.clicks_per_stop()).round() as u32;
    (0..=clicks)
        .map(|click| {
            let power = Power::nearest(f64::from(click) / step.clicks_per_stop());
            let full = click % per_stop == 0;
            let label = if full { power.label(notation, step) } else { String::new() };
            Printed { at: power.stops_below_full(), label, full }
        })
        .collect()
}

/// White-balance settings in hundreds of kelvin, as cameras set them; of a film the one it is balanced for.
fn kelvin_strip(body: &Camera, at: Kelvin) -> Vec<Printed> {
    let hundreds = if body.film.is_some() { 0..0 } else { 20..121 };
    let mut strip: Vec<Printed> = hundreds
        .map(|hundreds| {
            let full = hundreds % 10 == 0;
            let label = if full { (hundreds * 100).to_string() } else { String::new() };
            Printed { at: f64::from(hundreds) * 100.0, label, full }
        })
        .collect();
    if !strip.iter().any(|mark| mark.at == at.kelvin()) {
        strip.push(Printed { at: at.kelvin(), label: String::new(), full: false });
        strip.sort_by(|a, b| a.at.total_cmp(&b.at));
    }
    strip
}
