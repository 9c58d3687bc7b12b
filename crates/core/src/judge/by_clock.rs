//! Takes over the minutes of their day: what each tells of the light, planned against taken.

use super::{Apart, Judged, Verdict};
use crate::day::Timeline;
use crate::marks::stops_amount;
use crate::quantity::{Ev100, Id, Stops};
use crate::say;
use crate::setup::Patch;
use crate::take::{Choice, Take};
use serde::Serialize;

/// The ambient of a patch, as a take tells it.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct AmbientTold {
    /// The exposure that would have put it where it should be.
    pub ev: Ev100,
    /// What was planned with then.
    pub planned: Ev100,
    /// How far it is likely to be off, in stops.
    pub error: Stops,
    /// By what it is told apart from the flash.
    pub by: Apart,
}

/// What a take tells of a patch.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct PatchThen {
    /// Which.
    pub patch: Patch,
    /// How much brighter it is than it was planned.
    pub off: Stops,
    /// The ambient; none where the frame does not tell it.
    pub ambient: Option<AmbientTold>,
}

/// A take at its minute.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct TakeThen {
    /// The take.
    pub id: Id,
    /// When, in minutes after the day's midnight.
    pub minute: usize,
    /// Whether it is kept.
    pub choice: Choice,
    /// The patches it tells.
    pub patches: Vec<PatchThen>,
}

/// The ambient of a patch where a take tells it: there was no flash, or the flash is the smaller part and is taken to be as planned.
fn ambient(take: &Take, judged: &Judged) -> Option<AmbientTold> {
    let planned = take.planned.level(judged.patch)?;
    let of = |stops: f64| stops.exp2();
    let (total, left) = (of(judged.level.stops()), of(judged.split.ambient.stops()));
    let mut error = judged.error.stops() * total / left;
    match judged.split.by {
        Apart::Pair | Apart::AllAmbient => {}
        Apart::FlashAsPlanned => {
            let by_flash = |part: &crate::take::PlannedPart| part.error.stops() * of(part.level.stops()) / left;
            error = planned.parts.iter().map(by_flash).fold(error, f64::hypot);
        }
        Apart::AmbientAsPlanned | Apart::BothAlike => return None,
    }
    Some(AmbientTold {
        ev: Ev100::nearest(planned.ambient_ev.ev() + judged.ambient_more.stops()),
        planned: planned.ambient_ev,
        error: Stops::of(error),
        by: judged.split.by,
    })
}

impl TakeThen {
    /// A take at its minute of a day; none of another day, or where its camera does not say when.
    #[must_use]
    pub fn of(id: Id, take: &Take, verdict: &Verdict, timeline: &Timeline) -> Option<TakeThen> {
        let told = |judged: &Judged| PatchThen {
            patch: judged.patch,
            off: Stops::of(judged.level.stops() - judged.planned.stops()),
            ambient: ambient(take, judged),
        };
        let patches = verdict.patches.iter().filter(|judged| judged.cannot.is_none()).map(told);
        let minute = take.settings.minute_of(timeline)?;
        Some(TakeThen { id, minute, choice: take.choice, patches: patches.collect() })
    }

    fn ambient_off(&self, patch: Patch) -> Option<f64> {
        let told = self.patches.iter().find(|told| told.patch == patch)?.ambient?;
        Some(told.ev.ev() - told.planned.ev())
    }
}

/// What takes tell of the light in a sentence: the middle one's ambient against what was planned.
#[must_use]
pub fn light_in_words(takes: &[TakeThen]) -> String {
    let of = |patch: Patch| {
        let each: Vec<f64> = takes.iter().filter_map(|take| take.ambient_off(patch)).collect();
        let count = each.len();
        let middle = super::drift::median(each)?;
        let amount = (middle.abs() > super::FELT).then(|| say::judge::amount_off(stops_amount(middle), middle > 0.0));
        Some(say::by_clock::ambient(patch.words(), count, amount))
    };
    let told: Vec<String> = [Patch::Face, Patch::Background].into_iter().filter_map(of).collect();
    if told.is_empty() { say::by_clock::NO_AMBIENT.to_owned() } else { say::by_clock::all(&told.join("; ")) }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::judge::judge;
    use crate::judge::tests::taken;
    use crate::sample;
    use rstest::rstest;

    fn then(more: f64, fired: bool) -> TakeThen {
        let (kit, setup) = (sample::kit(), sample::portrait());
        let mut take = taken(&setup, &kit, (more, if fired { 0.0 } else { f64::NEG_INFINITY }), fired);
        take.settings.taken = Some("2026-09-17 18:20:00".to_owned());
        let timeline = Timeline::of("2026-09-17", &sample::day()).unwrap();
        TakeThen::of(Id::new("take-1").unwrap(), &take, &judge(&take, None, None), &timeline).unwrap()
    }

    /// A frame without flash tells the ambient of every patch, to the stop it was made brighter by.
    #[rstest]
    #[case(0.7)]
    #[case(-0.4)]
    fn without_flash(#[case] more: f64) {
        let then = then(more, false);
        assert_eq!(then.minute, 18 * 60 + 20);
        assert!(then.patches.len() >= 2);
        for told in &then.patches {
            let ambient = told.ambient.unwrap();
            assert!((ambient.ev.ev() - ambient.planned.ev() - more).abs() < 0.02, "{told:?}");
            assert_eq!(ambient.by, Apart::AllAmbient);
            assert!(ambient.error.stops() > 0.1);
        }
    }

    /// With flash the patch it leads on tells no ambient; the one the ambient leads on does, less surely.
    #[test]
    fn with_flash() {
        let (bare, lit) = (then(0.5, false), then(0.5, true));
        let of = |then: &TakeThen, patch: Patch| *then.patches.iter().find(|told| told.patch == patch).unwrap();
        assert_eq!(of(&lit, Patch::Face).ambient, None);
        let (alone, beside) =
            (of(&bare, Patch::Background).ambient.unwrap(), of(&lit, Patch::Background).ambient.unwrap());
        assert!((beside.ev.ev() - alone.ev.ev()).abs() < 0.05, "{alone:?} {beside:?}");
        assert_eq!(beside.by, Apart::FlashAsPlanned);
        assert!(beside.error.stops() >= alone.error.stops(), "{alone:?} {beside:?}");
    }

    #[test]
    fn in_words() {
        let words = light_in_words(&[then(0.0, false), then(0.7, false), then(0.66, false)]);
        assert!(words.contains("background") && words.contains("3 takes") && words.contains("over"), "{words}");
        assert!(light_in_words(&[then(0.05, false)]).contains("as planned"));
        assert_eq!(light_in_words(&[]), say::by_clock::NO_AMBIENT);
    }
}
