use crate::assess::{DialId, DialKind, Facts, ambient_colour};
use crate::colour::{ColourWish, JUST_VISIBLE, PLAIN, SMALL};
use crate::colours::cast;
use crate::flash::{POPS_ERROR, pops_per_battery, recharge_time};
use crate::marks::{Mark, ShutterMark, stops_amount};
use crate::quantity::{Mired, Power, Seconds, figure, no_finer};
use crate::say::capital;
use crate::situation::key_colour;
use crate::situation::{Dials, Situation};

/// Why a dial stands where it does, in one sentence, and whether something about it is past a limit.
#[must_use]
pub fn dial_reason(s: &Situation<'_>, facts: &Facts, dials: &Dials, id: &DialId) -> (String, bool) {
    match id.dial {
        DialKind::Shutter => shutter(s, facts, dials),
        DialKind::Aperture => aperture(s, facts, dials),
        DialKind::Iso => iso(s, dials),
        DialKind::Nd => (nd(dials), false),
        DialKind::Power => power(s, facts, id),
        DialKind::Kelvin => colour(s),
    }
}

fn shutter(s: &Situation<'_>, facts: &Facts, dials: &Dials) -> (String, bool) {
    let at = s.effective_shutter(dials.shutter);
    let label = |mark: ShutterMark| mark.label(s.step);
    if facts.floored > 0.1 {
        let text = format!(
            "Aperture priority stops at {} with flash: the ambient falls by {}.",
            label(s.body.slow_sync_floor),
            stops_amount(facts.floored)
        );
        return (text, true);
    }
    if facts.past_sync > 0.0 {
        let lit = facts.lit_share.share() * 100.0;
        return (format!("Past sync: flash reaches only {lit:.0} % of the frame's height."), true);
    }
    if facts.movement_short > 0.3 {
        let text = format!(
            "{} too slow for {}.",
            capital(&stops_amount(facts.movement_short)),
            s.setup.subject.movement.words()
        );
        return (text, true);
    }
    if facts.shake_short > 0.3 {
        let needed = s.asks.shake.map(|tv| ShutterMark::at_least_as_fast_as(Seconds::of((-tv).exp2())));
        let needed = needed.map_or_else(String::new, label);
        return (format!("Too slow for the hand: {needed} holds it, or a tripod."), true);
    }
    match (s.sync, s.safe_sync) {
        (Some(sync), _) if at > sync => {
            let loss = s.lights.iter().map(|lit| s.high_speed_loss(lit, at)).fold(0.0, f64::max);
            (format!("High-speed sync: the flash loses {}.", stops_amount(loss)), false)
        }
        (Some(sync), Some(safe)) if at > safe => {
            (format!("At the edge of sync ({}); {} is safe.", label(sync), label(safe)), false)
        }
        (Some(_), Some(safe)) if at == safe => ("The safe click below sync. Moves the ambient only.".to_owned(), false),
        (Some(_), Some(safe)) => {
            let room = safe.stops() - at.stops();
            (format!("{} below the safe sync click. Moves the ambient only.", capital(&stops_amount(room))), false)
        }
        _ if s.lights.is_empty() => ("No flash fires: moves everything.".to_owned(), false),
        _ => ("A leaf shutter syncs at every time. Moves the ambient only.".to_owned(), false),
    }
}

/// From the eyes to the ear, in metres, and how near to the eyes is on them (common practice).
const EAR: f64 = 0.14;
const EYES: f64 = 0.04;

fn aperture(s: &Situation<'_>, facts: &Facts, dials: &Dials) -> (String, bool) {
    let distance = |metres: f64| s.terms.house.units.distance(metres);
    let depth = s.setup.subject.depth.metres();
    let number = dials.aperture.f_number();
    if !s.lensing.is_crisp(number) {
        let text = format!(
            "Nowhere as sharp as asked: diffraction alone is {}.",
            times(s.lensing.diffraction(number) / s.lensing.circle.millimetres())
        );
        return (text, true);
    }
    if !s.asks.holds {
        let text = format!(
            "No aperture holds {} sharp here; {} comes nearest. Step back, or take several frames.",
            distance(depth),
            crisp(s, s.asks.depth.unwrap_or_default())
        );
        return (text, true);
    }
    if facts.depth_short > 0.3 {
        let text = format!("{} too open to hold {} sharp.", capital(&stops_amount(facts.depth_short)), distance(depth));
        return (text, true);
    }
    let diffraction = dials.aperture.stops() - s.asks.diffraction;
    if diffraction > 0.3 {
        return (format!("Diffraction softens from {} on.", crisp(s, s.asks.diffraction)), false);
    }
    let focus = focus_words(s).unwrap_or_default();
    match s.lensing.total_depth(number) {
        None => (format!("Sharp from the subject to infinity.{focus}"), false),
        Some(total) => {
            let spare = total - depth;
            let text = if spare < depth * 0.1 {
                format!("Sharp through {}, just what is asked.{focus}", distance(total))
            } else {
                format!("Sharp through {}: {} to spare.{focus}", distance(total), distance(spare))
            };
            (text, false)
        }
    }
}

/// The mark at or before an aperture value.
fn crisp(s: &Situation<'_>, value: f64) -> String {
    let sixths = (value * 3.0).floor() as i16 * 2;
    crate::marks::ApertureMark::nearest(sixths).label(s.step)
}

fn times(ratio: f64) -> String {
    format!("{ratio:.1} times the blur allowed")
}

/// Where to focus where that is not the middle of what is to be sharp: as a distance, and on what of the nearest face.
fn focus_words(s: &Situation<'_>) -> Option<String> {
    let focus = s.lensing.focus.metres();
    if (focus - s.setup.subject_distance().metres()).abs() < 0.01 {
        return None;
    }
    let at = s.terms.house.units.place(focus);
    let nearest = s.stage.faces.iter().map(|face| face.at.distance(s.stage.eye)).fold(f64::INFINITY, f64::min);
    let behind = focus - nearest;
    let on = if s.setup.is_thing() || s.stage.faces.len() < 2 {
        String::new()
    } else if behind.abs() < EYES {
        ", on the eyes of the nearest face".to_owned()
    } else if (0.0..EAR).contains(&behind) {
        ", on the ear of the nearest face".to_owned()
    } else {
        let way = if behind > 0.0 { "behind" } else { "before" };
        format!(", {} {way} the nearest face", s.terms.house.units.distance(behind.abs()))
    };
    Some(format!(" Focus at {at}{on}."))
}

fn iso(s: &Situation<'_>, dials: &Dials) -> (String, bool) {
    let above = dials.iso.stops() - s.base.stops();
    if above < -0.1 {
        let text = format!("Below base: highlights clip {} sooner.", stops_amount(-above));
        return (text, true);
    }
    if above < 0.1 {
        return ("Base: the cleanest there is.".to_owned(), false);
    }
    (format!("{} above base: more noise, the flash reaches further.", capital(&stops_amount(above))), false)
}

fn nd(dials: &Dials) -> String {
    if dials.nd.sixths() == 0 {
        "No filter: nothing taken from either.".to_owned()
    } else {
        format!("Takes {} from ambient and flash alike.", stops_amount(dials.nd.stops()))
    }
}

fn power(s: &Situation<'_>, facts: &Facts, id: &DialId) -> (String, bool) {
    let found = s.lights.iter().position(|lit| Some(&lit.light.id) == id.light.as_ref());
    let Some(index) = found else { return (String::new(), false) };
    let (lit, below) = (&s.lights[index], facts.powers[index]);
    let power = Power::nearest(below);
    let ready = recharge_time(lit.flash.recharge, power).seconds();
    if facts.recharge_short[index] > 0.05 {
        let asked = s.setup.pace.interval.seconds();
        return (format!("Ready after {ready:.1} s, but a frame is wanted every {asked:.1} s."), true);
    }
    let pops = pops_per_battery(lit.flash.full_pops, power);
    let pops = figure(pops, pops * POPS_ERROR);
    let ready = if ready < 0.05 { "Ready at once".to_owned() } else { format!("Ready after {ready:.1} s") };
    (format!("{ready}; about {pops} frames a battery."), false)
}

fn colour(s: &Situation<'_>) -> (String, bool) {
    let set = Mired::from(s.setup.white_balance.kelvin.at);
    let ambient = Mired::from(s.seen().ambient_kelvin());
    let Some(flash) = key_colour(s) else {
        let left = ambient - set;
        return if left.size() <= SMALL {
            (format!("Set for {}.", s.seen().ambient_words()), false)
        } else {
            (format!("{} looks {}.", capital(s.seen().ambient_words()), cast(left.mired())), false)
        };
    };
    let apart = ambient - flash;
    let skin = flash - set;
    let words = capital(s.seen().ambient_words());
    if apart.size() <= JUST_VISIBLE {
        return ("Flash and ambient look alike.".to_owned(), false);
    }
    let way = if apart.mired() > 0.0 { "warmer" } else { "cooler" };
    let known_to = ambient_colour(s).1;
    let mut text = if no_finer(apart.size(), known_to) == 0.0 {
        format!("{words} and the flash as alike as can be told")
    } else {
        format!("{words} about {} mired {way} than the flash", figure(apart.size(), known_to))
    };
    let wanted_apart = !matches!(s.setup.white_balance.wish, ColourWish::Together);
    text += match apart.size() {
        size if size <= SMALL => ": small.",
        _ if wanted_apart => ", as wanted.",
        size if size < PLAIN => ": it shows.",
        _ => ": plain to see.",
    };
    if skin.size() > SMALL {
        text += &format!(" Flash-lit skin {}.", cast(skin.mired()));
    }
    (text, !wanted_apart && apart.size() >= PLAIN)
}
