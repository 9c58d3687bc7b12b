use super::{FocusAt, Reason};
use crate::assess::{DialId, DialKind, Facts, ambient_colour};
use crate::flash::{pops_per_battery, recharge_time};
use crate::marks::{ApertureMark, Mark, ShutterMark};
use crate::quantity::{Metres, Mired, Power, Seconds};
use crate::situation::key_colour;
use crate::situation::{Dials, READY, Situation};

/// Why a dial stands where it does.
#[must_use]
pub fn dial_reason(s: &Situation<'_>, facts: &Facts, dials: &Dials, id: &DialId) -> Reason {
    match id.dial {
        DialKind::Shutter => shutter(s, facts, dials),
        DialKind::Aperture => aperture(s, facts, dials),
        DialKind::Iso => iso(s, dials),
        DialKind::Nd => nd(dials),
        DialKind::Power => power(s, facts, id),
        DialKind::Kelvin => colour(s),
    }
}

/// From so many stops past a limit on, it is told.
const FELT: f64 = 0.3;

fn shutter(s: &Situation<'_>, facts: &Facts, dials: &Dials) -> Reason {
    let at = s.effective_shutter(dials.shutter);
    if facts.floored > 0.1 {
        return Reason::ShutterFloor { at: s.body.slow_sync_floor, stops: facts.floored };
    }
    if facts.past_sync > 0.0 {
        return Reason::PastSync { per_cent: facts.lit_share.share() * 100.0 };
    }
    if facts.movement_short > FELT {
        return Reason::TooSlowForMovement { stops: facts.movement_short, movement: s.setup.subject.movement };
    }
    if facts.shake_short > FELT {
        let holds = s.asks.shake.map(|tv| ShutterMark::at_least_as_fast_as(Seconds::of((-tv).exp2())));
        return Reason::TooSlowForTheHand { holds };
    }
    match (s.sync, s.safe_sync) {
        (Some(sync), _) if at > sync => {
            let loss = s.lights.iter().map(|lit| s.high_speed_loss(lit, at)).fold(0.0, f64::max);
            Reason::HighSpeedSync { stops: loss }
        }
        (Some(sync), Some(safe)) if at > safe => Reason::EdgeOfSync { sync, safe },
        (Some(_), Some(safe)) if at == safe => Reason::SafeClick,
        (Some(_), Some(safe)) => Reason::BelowSafeClick { stops: safe.stops() - at.stops() },
        _ if s.lights.is_empty() => Reason::NoFlash,
        _ => Reason::LeafShutter,
    }
}

fn aperture(s: &Situation<'_>, facts: &Facts, dials: &Dials) -> Reason {
    let depth = s.setup.subject.depth;
    let number = dials.aperture.f_number();
    if !s.lensing.is_crisp(number) {
        return Reason::NowhereSharp { times: s.lensing.diffraction(number) / s.lensing.circle.millimetres() };
    }
    if !s.asks.holds {
        return Reason::NothingHolds { depth, nearest: at_or_before(s.asks.depth.unwrap_or_default()) };
    }
    if facts.depth_short > FELT {
        return Reason::TooOpen { stops: facts.depth_short, depth };
    }
    if dials.aperture.stops() - s.asks.diffraction > FELT {
        return Reason::Diffraction { from: at_or_before(s.asks.diffraction) };
    }
    let through = s.lensing.total_depth(number);
    let spare = through.map(|total| total - depth.metres()).filter(|spare| *spare >= depth.metres() * 0.1);
    Reason::Sharp { through: through.map(Metres::of), spare: spare.map(Metres::of), focus: focus(s) }
}

/// The mark at or before an aperture value.
fn at_or_before(value: f64) -> ApertureMark {
    ApertureMark::nearest((value * 3.0).floor() as i16 * 2)
}

/// Where to focus where that is not the middle of what is to be sharp.
fn focus(s: &Situation<'_>) -> Option<FocusAt> {
    let distance = s.lensing.focus;
    if (distance.metres() - s.setup.subject_distance().metres()).abs() < 0.01 {
        return None;
    }
    let nearest = s.stage.faces.iter().map(|face| face.at.distance(s.stage.eye)).fold(f64::INFINITY, f64::min);
    let several = !s.setup.is_thing() && s.stage.faces.len() > 1;
    Some(FocusAt { distance, behind: several.then_some(distance.metres() - nearest) })
}

fn iso(s: &Situation<'_>, dials: &Dials) -> Reason {
    if s.body.film.is_some() {
        return Reason::FilmSpeed;
    }
    match dials.iso.stops() - s.base.stops() {
        above if above < -0.1 => Reason::BelowBase { stops: -above },
        above if above < 0.1 => Reason::Base,
        above => Reason::AboveBase { stops: above },
    }
}

fn nd(dials: &Dials) -> Reason {
    if dials.nd.sixths() == 0 { Reason::NoFilter } else { Reason::Filter { stops: dials.nd.stops() } }
}

fn power(s: &Situation<'_>, facts: &Facts, id: &DialId) -> Reason {
    let found = s.lights.iter().position(|lit| Some(&lit.light.id) == id.light.as_ref());
    let Some(index) = found else { return Reason::NotFired };
    let (lit, below) = (&s.lights[index], facts.powers[index]);
    let power = Power::nearest(below);
    let ready = recharge_time(lit.flash.ready_after_full(), power).seconds();
    if facts.recharge_short[index] > READY {
        return Reason::NotReady { ready, asked: s.setup.between_exposures().seconds() };
    }
    let pops = pops_per_battery(lit.flash.full_pops_given(), power);
    Reason::Ready { ready, pops, error: pops * lit.flash.pops_error() }
}

fn colour(s: &Situation<'_>) -> Reason {
    let set = Mired::from(s.setup.white_balance.kelvin.at);
    let ambient = Mired::from(s.seen().ambient_kelvin());
    let words = s.seen().ambient_words();
    let Some(flash) = key_colour(s) else {
        return Reason::AmbientAlone { ambient: words, looks: (ambient - set).mired() };
    };
    Reason::Apart {
        ambient: words,
        mired: (ambient - flash).mired(),
        known_to: ambient_colour(s).1,
        wish: s.setup.white_balance.wish,
        skin: (flash - set).mired(),
    }
}
