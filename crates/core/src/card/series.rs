//! Hand-held series: how many frames hold one that is sharp, from the planned shutter down.

use super::CardLine;
use crate::assess::Assessment;
use crate::marks::{Mark, ShutterMark};
use crate::optics::frames_for_a_sharp_one;
use crate::picture::{flash_freezes, in_hand};
use crate::say;
use crate::setup::Patch;
use crate::situation::{Dials, Situation};

/// Under these nobody counts any more: as many as there is time for.
const HOPELESS: f64 = 0.04;
/// Shutters told, each a stop slower.
const STEPS: i16 = 4;

/// How far frames are apart at best, in seconds, by the body and by the flash that takes longest to be ready; and how many the flash
/// whose battery is empty first has, where one fires.
pub(super) fn pace(s: &Situation<'_>, assessment: &Assessment) -> (f64, Option<u32>) {
    let body = 1.0 / s.body.frames_per_second.max(0.1);
    let apart = assessment.lights.iter().map(|light| light.recharge.seconds()).fold(body, f64::max);
    (apart, assessment.lights.iter().map(|light| light.pops_per_battery).min())
}

/// A word where frames are more than the first battery to be empty has pops for.
pub(super) fn more_than_a_battery(frames: u32, pops: Option<u32>) -> Option<String> {
    let pops = pops.filter(|pops| frames > *pops)?;
    Some(format!(" {}", say::card::more_than_a_battery(pops)))
}

/// What to take in the hand at the planned shutter and slower; nothing on a tripod, by flash, or where one frame will do.
pub(super) fn series(s: &Situation<'_>, assessment: &Assessment) -> Vec<CardLine> {
    let frozen = assessment.level(Patch::Face).is_some_and(|face| flash_freezes(face.flash_share.share()));
    let planned = Dials::of(s.setup).shutter;
    let one_will_do = in_hand(s, planned).is_none_or(|hand| frames_for_a_sharp_one(hand.odds) == 1);
    if frozen || one_will_do {
        return Vec::new();
    }
    let at = |step: i16| ShutterMark::nearest(planned.sixths() - 6 * step);
    let shutters = (0..STEPS).map(at).take_while(|shutter| *shutter >= s.shutter.0);
    let counted = shutters.filter_map(|shutter| Some((shutter, in_hand(s, shutter)?.odds)));
    let (apart, pops) = pace(s, assessment);
    let (mut lines, mut all) = (Vec::new(), 0);
    for (shutter, odds) in counted {
        let label = shutter.label(s.step);
        let text = if odds.share() < HOPELESS {
            say::card::as_many_as_there_is_time(&label)
        } else {
            let frames = frames_for_a_sharp_one(odds);
            let seconds = f64::from(frames) * apart;
            all += frames;
            say::card::frames_at(frames, &label, seconds)
        };
        lines.push(CardLine::new(format!("series-{}", shutter.sixths()), text));
        if odds.share() < HOPELESS {
            break;
        }
    }
    if let Some(last) = lines.last_mut() {
        let mut why = say::card::REVIEW_SLOWEST_FIRST.to_owned();
        why.extend(more_than_a_battery(all, pops));
        last.why = Some(why);
    }
    lines
}
