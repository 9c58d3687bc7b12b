//! Why a take is not as planned, by the takes of its setup beside it: the hand, the light, or the kit.

use super::{FELT, Verdict};
use crate::marks::stops_amount;
use crate::say;
use crate::take::Take;
use serde::Serialize;

/// What made a take other than planned.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum DriftBy {
    /// It was taken at other dials.
    Hand,
    /// The light was other than in the takes beside it.
    Light,
    /// It is as far off as the takes beside it: what they have in common.
    Kit,
}

/// Why a take is not as planned.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct Drift {
    /// What made it so.
    pub by: DriftBy,
    /// In a sentence.
    pub text: String,
}

/// As far off as others within this much is off alike, in stops (the program's own choice).
const ALIKE: f64 = 0.2;

/// With fewer takes beside it nothing can be said.
const FEWEST: usize = 2;

/// How far a frame is off on the whole: the mean of its patches that can be judged; none without any.
fn off(verdict: &Verdict) -> Option<f64> {
    let each: Vec<f64> = verdict
        .patches
        .iter()
        .filter(|judged| judged.cannot.is_none())
        .map(|judged| judged.level.stops() - judged.planned.stops())
        .collect();
    (!each.is_empty()).then(|| each.iter().sum::<f64>() / each.len() as f64)
}

pub(super) fn median(mut values: Vec<f64>) -> Option<f64> {
    values.sort_by(f64::total_cmp);
    let middle = values.len() / 2;
    match values.len() {
        0 => None,
        odd if odd % 2 == 1 => Some(values[middle]),
        _ => Some(f64::midpoint(values[middle - 1], values[middle])),
    }
}

/// Why a take is not as planned, `beside` being the other takes of its setup, each with what it says. None where it is as planned, or
/// cannot be judged.
#[must_use]
pub fn drift(take: &Take, verdict: &Verdict, beside: &[&Verdict]) -> Option<Drift> {
    let turned = take.turned();
    if !turned.is_empty() {
        let each: Vec<String> =
            turned.iter().map(|(name, at, planned)| say::judge::dial_for(name, at, planned)).collect();
        return Some(Drift { by: DriftBy::Hand, text: say::judge::by_hand(&each.join(", ")) });
    }
    let own = off(verdict).filter(|own| own.abs() > FELT)?;
    let amount = say::judge::amount_off(stops_amount(own), own > 0.0);
    let others: Vec<f64> = beside.iter().filter_map(|verdict| off(verdict)).collect();
    let usual = median(others.clone()).filter(|_| others.len() >= FEWEST);
    Some(match usual {
        Some(usual) if (own - usual).abs() <= ALIKE => Drift { by: DriftBy::Kit, text: say::judge::by_kit(&amount) },
        Some(_) => Drift { by: DriftBy::Light, text: say::judge::by_light(&amount) },
        // Of a frame alone, or of two, it may be either.
        None => return None,
    })
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::judge::judge;
    use crate::judge::tests::taken;
    use crate::marks::{Mark, ShutterMark};
    use crate::sample;
    use rstest::rstest;

    /// Half a stop more ambient in all takes is the kit, in this one alone the light; as planned is nothing; alone it cannot be said.
    #[rstest]
    #[case::all_alike(0.6, &[0.6, 0.65], Some(DriftBy::Kit))]
    #[case::this_alone(0.6, &[0.0, 0.05, -0.02], Some(DriftBy::Light))]
    #[case::as_planned(0.1, &[0.6, 0.6], None)]
    #[case::the_only_one(0.6, &[], None)]
    #[case::one_of_two(0.6, &[0.6], None)]
    fn by_those_beside_it(#[case] more: f64, #[case] others: &[f64], #[case] wanted: Option<DriftBy>) {
        let (kit, setup) = (sample::kit(), sample::portrait());
        let with = |more: f64| taken(&setup, &kit, (more, more), true);
        let take = with(more);
        let beside: Vec<Verdict> = others.iter().map(|more| judge(&with(*more), None, None)).collect();
        let found = drift(&take, &judge(&take, None, None), &beside.iter().collect::<Vec<_>>());
        assert_eq!(found.as_ref().map(|found| found.by), wanted, "{found:?}");
    }

    #[test]
    fn other_dials_are_the_hand() {
        let (kit, setup) = (sample::kit(), sample::portrait());
        let mut take = taken(&setup, &kit, (0.0, 0.0), true);
        take.settings.shutter = Some(ShutterMark::nearest(take.planned.shutter.sixths() - 6));
        let found = drift(&take, &judge(&take, None, None), &[]).unwrap();
        assert_eq!(found.by, DriftBy::Hand);
        assert!(found.text.contains("shutter 1/80 for 1/160"), "{}", found.text);
    }
}
