use super::steps::{LadderBind, Turn};
use crate::marks::Mark;
use crate::quantity::ClockTime;
use crate::say::capital;
use crate::situation::{Dials, Situation};

/// A rung in a sentence: “18:42: shutter 1/100.”
pub(super) fn rung_words(clock: &ClockTime, turns: &[Turn], first: bool) -> String {
    let each = turns.iter().map(|turn| format!("{} {}", turn.name, turn.to)).collect::<Vec<_>>().join(", ");
    if first { format!("{clock}: set {each}.") } else { format!("{clock}: {each}.") }
}

/// What binds, in a sentence that says what then.
pub(super) fn bind_words(s: &Situation<'_>, bind: &LadderBind, clock: &ClockTime, dials: &Dials) -> String {
    let shutter = dials.shutter.label(s.step);
    let iso = dials.iso.label(s.step);
    let light = |id: &crate::quantity::Id| {
        let lit = s.lights.iter().find(|lit| lit.light.id == *id);
        let name = lit.map_or_else(String::new, |lit| lit.name.clone());
        let power =
            lit.map_or_else(String::new, |lit| dials.power(lit.index).label(lit.flash.notation, lit.flash.power_step));
        (capital(&name), power)
    };
    let follows = if s.lights.is_empty() { "" } else { ", and the flash with it" };
    match bind {
        LadderBind::Shake => {
            format!("From {clock} the hand binds: {shutter} is as slow as it holds. ISO follows{follows}, now {iso}.")
        }
        LadderBind::Movement => {
            format!("From {clock} movement binds: {shutter} is as slow as freezes it. ISO follows{follows}, now {iso}.")
        }
        LadderBind::Sync => {
            format!("From {clock} sync binds: {shutter} is as fast as lights the whole frame. ISO goes down{follows}.")
        }
        LadderBind::Shutter => format!("From {clock} the shutter binds at {shutter}. ISO follows{follows}, now {iso}."),
        LadderBind::Iso => format!("From {clock} ISO binds at {iso}. The aperture follows{follows}."),
        LadderBind::LowestPower { light: id } => {
            let (name, power) = light(id);
            format!("From {clock}: {name} gives too much even at {power}. Move it back, or add ND.")
        }
        LadderBind::TopPower { light: id } => {
            let (name, power) = light(id);
            format!("From {clock}: {name} gives too little even at {power}. Move it nearer, or add a light.")
        }
        LadderBind::Everything => {
            format!("From {clock} every dial is at its end: the picture drifts. A tripod, a wider lens or more light.")
        }
        LadderBind::Contrast => {
            format!(
                "From {clock} face and background drift apart: no dial parts the two. Flash, a card, or another spot."
            )
        }
    }
}
