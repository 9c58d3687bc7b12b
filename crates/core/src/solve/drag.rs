//! The inverse: put a part of a level somewhere, and find the dial that does it.

use super::Stop;
use crate::assess::{DialId, DialKind};
use crate::check::FieldError;
use crate::forecast::Seen;
use crate::kit::Kit;
use crate::marks::{Mark, NdMark, ShutterMark};
use crate::quantity::{Id, Power, Stops};
use crate::setup::{Patch, PerPatch, Setup};
use crate::situation::Split;
use crate::situation::{Dials, Situation};
use crate::terms::Terms;
use serde::{Deserialize, Serialize};

/// The part of a level that is taken hold of.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(tag = "of", rename_all = "snake_case", deny_unknown_fields)]
pub enum Part {
    /// What the ambient gives: the shutter moves it, flash stays.
    Ambient,
    /// What the flashes give together: their powers move it.
    Flash,
    /// What one flash gives: its power moves it.
    Light {
        /// Which.
        light: Id,
    },
}

/// Where the part went, and by what.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct Dragged {
    /// The setup with the dials turned.
    pub setup: Setup,
    /// The dials that turned.
    pub turned: Vec<DialId>,
    /// Where the part now stands; none where there is no such light.
    pub reached: Option<Stops>,
    /// What stopped it short of where it was dragged to.
    pub stop: Option<Stop>,
    /// The same in words.
    pub stopped: Option<String>,
}

/// Puts a part of a patch's level at `to`, to the nearest click.
///
/// Ambient goes by the shutter within safe sync and the body's range, then by ISO and ND and by aperture with the flash
/// powers turned the other way, so that the flash parts stay: darker by the ISO down to its base before a filter is
/// screwed on, brighter by taking the filter off before the ISO is raised. Flash goes by power.
///
/// # Errors
/// Every problem of the setup, each at its field.
pub fn drag<'a>(
    seen: impl Into<Seen<'a>>,
    kit: &'a Kit,
    terms: impl Into<Terms>,
    patch: Patch,
    part: &Part,
    to: Stops,
) -> Result<Dragged, Vec<FieldError>> {
    Ok(drag_situation(&Situation::new(seen, kit, terms)?, patch, part, to))
}

/// The same of a resolved setup.
#[must_use]
pub fn drag_situation(s: &Situation<'_>, patch: Patch, part: &Part, to: Stops) -> Dragged {
    let setup = s.setup;
    let from = Dials::of(setup);
    let mut dials = from.clone();
    let stop = match part {
        Part::Ambient => drag_ambient(s, &mut dials, patch, to.stops()),
        Part::Flash => drag_flash(s, &mut dials, patch, to.stops(), None),
        Part::Light { light } => drag_flash(s, &mut dials, patch, to.stops(), Some(light)),
    };
    let reached = reached(s, &dials, patch, part);
    let mut moved = setup.clone();
    dials.put_into(&mut moved);
    let stopped = stop.as_ref().map(|stop| stop.words(s.step));
    Dragged { turned: turned(setup, &from, &dials), setup: moved, reached: reached.map(Stops::of), stop, stopped }
}

fn levels(s: &Situation<'_>, dials: &Dials) -> (Split, Vec<PerPatch<Option<f64>>>) {
    let powers = crate::situation::powers_of_lit(s, dials);
    let full = s.full_power_levels(dials.gain(), dials.shutter);
    let split = Split::new(s.ambient_levels(dials.gain(), dials.shutter), &full, &powers);
    let parts = full.iter().zip(&powers).map(|(levels, below)| levels.map(|l| l.map(|l| l - below))).collect();
    (split, parts)
}

fn reached(s: &Situation<'_>, dials: &Dials, patch: Patch, part: &Part) -> Option<f64> {
    let (split, parts) = levels(s, dials);
    match part {
        Part::Ambient => split.ambient[patch],
        Part::Flash => split.flash[patch],
        Part::Light { light } => {
            let found = s.lights.iter().position(|lit| lit.light.id == *light)?;
            parts[found][patch]
        }
    }
}

fn turned(setup: &Setup, from: &Dials, to: &Dials) -> Vec<DialId> {
    let mut turned = Vec::new();
    let mut note = |moved: bool, dial| {
        if moved {
            turned.push(DialId::camera(dial));
        }
    };
    note(from.shutter != to.shutter, DialKind::Shutter);
    note(from.aperture != to.aperture, DialKind::Aperture);
    note(from.iso != to.iso, DialKind::Iso);
    note(from.nd != to.nd, DialKind::Nd);
    for (light, (old, new)) in setup.lights.iter().zip(from.powers.iter().zip(&to.powers)) {
        if old != new {
            turned.push(DialId::power(light.id.clone()));
        }
    }
    turned
}

/// The click at this many sixths from a position, within a range; held dials do not move.
fn turn<M: Mark>(s: &Situation<'_>, dial: crate::setup::Dial<M>, by: f64, (first, last): (M, M)) -> M {
    if dial.held {
        return dial.at;
    }
    let click = f64::from(s.step.sixths());
    let wanted = ((f64::from(dial.at.sixths()) + by) / click).round() * click;
    M::nearest(wanted.clamp(f64::from(first.sixths()), f64::from(last.sixths())) as i16)
}

fn drag_ambient(s: &Situation<'_>, dials: &mut Dials, patch: Patch, to: f64) -> Option<Stop> {
    let Some(now) = levels(s, dials).0.ambient[patch] else {
        return Some(Stop::NoAmbient);
    };
    let camera = &s.setup.camera;
    let fastest = match s.safe_sync {
        Some(safe) if !s.past_sync => safe.min(s.shutter.1),
        _ => s.shutter.1,
    };
    // A shutter already past sync may still go slower, not faster.
    let limit = fastest.max(dials.shutter.min(s.shutter.1));
    let before = dials.clone();
    dials.shutter = turn(s, camera.shutter, (now - to) * 6.0, (s.shutter.0, limit));
    let done = |dials: &Dials| levels(s, dials).0.ambient[patch].map_or(0.0, |now| now - to);
    let click = f64::from(s.step.sixths()) / 12.0 + 1e-6;
    if done(dials).abs() <= click {
        return None;
    }
    let shutter_binds = dials.shutter;
    let by_iso = |dials: &mut Dials| {
        if done(dials).abs() > click {
            dials.iso = turn(s, camera.iso, -done(dials) * 6.0, (s.base, s.iso.1));
        }
    };
    let by_nd = |dials: &mut Dials| {
        if done(dials).abs() > click && !camera.nd.held {
            let wanted = f64::from(dials.nd.sixths()) + done(dials) * 6.0;
            let nearest = s.nd.iter().min_by_key(|nd| ((f64::from(nd.sixths()) - wanted).abs() * 100.0) as i64);
            dials.nd = nearest.copied().unwrap_or(NdMark::NONE);
        }
    };
    if done(dials) > 0.0 {
        by_iso(dials);
        by_nd(dials);
    } else {
        by_nd(dials);
        by_iso(dials);
    }
    if done(dials).abs() > click {
        dials.aperture = turn(s, camera.aperture, done(dials) * 6.0, s.aperture);
    }
    keep_flash(s, &before, dials);
    let left = done(dials);
    if left.abs() <= click {
        return None;
    }
    Some(stopped_by(s, camera.shutter.held, shutter_binds, left))
}

/// Turns free powers against a change of gain, so that the flash parts stay where they were.
fn keep_flash(s: &Situation<'_>, before: &Dials, dials: &mut Dials) {
    let by = f64::from(dials.gain() - before.gain()) / 6.0;
    for lit in s.lights.iter().filter(|lit| !lit.light.power.held) {
        let hss = s.high_speed_loss(lit, dials.shutter) - s.high_speed_loss(lit, before.shutter);
        let (strongest, lowest) = lit.powers;
        let below = (before.power(lit.index).stops_below_full() + by - hss).clamp(strongest, lowest);
        dials.turn(lit.index, lit.flash.power_step.click(Power::nearest(below)));
    }
}

fn stopped_by(s: &Situation<'_>, held: bool, shutter: ShutterMark, left: f64) -> Stop {
    let at_sync = s.safe_sync.is_some_and(|safe| shutter >= safe) && !s.past_sync;
    match left {
        stops if held => Stop::ShutterHeld { stops },
        stops if stops > 0.0 && at_sync => Stop::Sync { at: shutter, stops },
        stops => Stop::Ends { stops },
    }
}

fn drag_flash(s: &Situation<'_>, dials: &mut Dials, patch: Patch, to: f64, only: Option<&Id>) -> Option<Stop> {
    let (split, parts) = levels(s, dials);
    let reaching: Vec<usize> = (0..s.lights.len())
        .filter(|light| parts[*light][patch].is_some() && only.is_none_or(|id| s.lights[*light].light.id == *id))
        .collect();
    if reaching.is_empty() {
        return Some(Stop::NoFlash);
    }
    let now = match only {
        Some(_) => parts[reaching[0]][patch],
        None => split.flash[patch],
    };
    let by = to - now.unwrap_or(to);
    let mut left = 0.0f64;
    for light in reaching {
        let lit = &s.lights[light];
        if lit.light.power.held {
            return Some(Stop::PowerHeld { dial: DialId::power(lit.light.id.clone()) });
        }
        let wanted = dials.power(lit.index).stops_below_full() - by;
        let (strongest, lowest) = lit.powers;
        dials.turn(lit.index, lit.flash.power_step.click(Power::nearest(wanted.clamp(strongest, lowest))));
        left = if wanted < strongest { left.max(strongest - wanted) } else { left };
        left = if wanted > lowest { left.min(lowest - wanted) } else { left };
    }
    match left {
        stops if stops > 0.17 => Some(Stop::FullPower { stops }),
        stops if stops < -0.17 => Some(Stop::LowestPower { stops: -stops }),
        _ => None,
    }
}

#[cfg(test)]
mod tests;
