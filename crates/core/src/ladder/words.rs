use super::steps::{LadderBind, Turn};
use crate::marks::Mark;
use crate::quantity::ClockTime;
use crate::say;
use crate::say::capital;
use crate::situation::{Dials, Situation};

fn listed(turns: &[Turn]) -> String {
    turns.iter().map(|turn| format!("{} {}", turn.name, turn.to)).collect::<Vec<_>>().join(", ")
}

/// Where the ladder begins at other dials than the setup's, in a sentence.
pub(super) fn apart_words(turns: &[Turn]) -> String {
    say::ladder::apart(&listed(turns))
}

/// A rung in a sentence: “18:42: shutter 1/100.”
pub(super) fn rung_words(clock: &ClockTime, turns: &[Turn], first: bool) -> String {
    let each = listed(turns);
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
    let follows = if s.lights.is_empty() { "" } else { say::ladder::FLASH_FOLLOWS };
    match bind {
        LadderBind::Shake => say::ladder::shake(clock, &shutter, follows, &iso),
        LadderBind::Movement => say::ladder::movement(clock, &shutter, follows, &iso),
        LadderBind::Sync => say::ladder::sync(clock, &shutter, follows),
        LadderBind::Shutter => say::ladder::shutter(clock, &shutter, follows, &iso),
        LadderBind::Iso => say::ladder::iso(clock, &iso, follows),
        LadderBind::LowestPower { light: id } => {
            let (name, power) = light(id);
            say::ladder::too_much(clock, &name, &power)
        }
        LadderBind::TopPower { light: id } => {
            let (name, power) = light(id);
            say::ladder::too_little(clock, &name, &power)
        }
        LadderBind::Everything => say::ladder::everything(clock),
        LadderBind::Contrast => say::ladder::contrast(clock),
    }
}
