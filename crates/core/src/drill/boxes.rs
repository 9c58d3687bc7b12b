//! Which kind comes next: what was answered wrong comes back sooner.
//!
//! Leitner's boxes (Leitner, *So lernt man lernen*, 1972; from memory): each kind stands in one of five; a right answer moves it a box on,
//! a wrong one back to the first, and each box is asked half as often as the one before.

use super::{Chance, DrillKind};
use serde::Serialize;

/// The last box.
const LAST: u32 = 5;

/// An answer that was given, the oldest first.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Answered {
    /// To which kind of question.
    pub kind: DrillKind,
    /// Whether it was right.
    pub right: bool,
}

/// How a kind of question stands.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct DrillStanding {
    /// The kind.
    pub kind: DrillKind,
    /// Its name.
    pub name: &'static str,
    /// Its box, 1 to 5; 0 before it was ever asked.
    pub in_box: u32,
    /// How often it was asked.
    pub asked: u32,
    /// How often it was answered right.
    pub right: u32,
}

fn box_after(before: u32, right: bool) -> u32 {
    if right { (before + 1).clamp(2, LAST) } else { 1 }
}

/// How every kind stands after these answers.
#[must_use]
pub fn standing(answers: &[Answered]) -> Vec<DrillStanding> {
    let of = |kind: DrillKind| {
        let own = answers.iter().filter(|answer| answer.kind == kind);
        let fresh = DrillStanding { kind, name: kind.words(), in_box: 0, asked: 0, right: 0 };
        own.fold(fresh, |before, answer| DrillStanding {
            in_box: box_after(before.in_box, answer.right),
            asked: before.asked + 1,
            right: before.right + u32::from(answer.right),
            ..before
        })
    };
    DrillKind::ALL.into_iter().chain([DrillKind::Outside]).map(of).collect()
}

/// The kind to ask next: the one longest overdue, never the one just asked. A kind never asked comes before all that are not overdue, and
/// at the latest after each that was asked again: who has everything wrong meets every kind all the same. Only those `among` are asked.
#[must_use]
pub fn next_kind(answers: &[Answered], among: &[DrillKind], seed: u64) -> DrillKind {
    let count = answers.len() as i64;
    let mut chance = Chance::of(seed);
    let overdue = |one: &DrillStanding| -> i64 {
        let last = answers.iter().rposition(|answer| answer.kind == one.kind);
        last.map_or(0, |last| count - last as i64 - (1 << one.in_box))
    };
    let just = answers.last().map(|answer| answer.kind);
    let mut standing = standing(answers);
    standing.retain(|one| among.contains(&one.kind));
    // One alone is asked again.
    let just = just.filter(|_| standing.len() > 1);
    let again = standing.iter().any(|one| Some(one.kind) == just && one.asked > 1);
    let fresh = again && standing.iter().any(|one| one.in_box == 0);
    let others = standing.iter().filter(|one| Some(one.kind) != just && (!fresh || one.in_box == 0));
    // Of those equally overdue one is drawn.
    let longest = others.max_by_key(|one| (overdue(one), one.in_box == 0, chance.whole(0, 1 << 20)));
    longest.map_or(DrillKind::Ratio, |one| one.kind)
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    /// Who has everything wrong meets every kind within twice as many rounds as there are.
    #[test]
    fn no_kind_starves() {
        let mut answers: Vec<Answered> = Vec::new();
        for round in 0..2 * DrillKind::ALL.len() as u64 {
            answers.push(Answered { kind: next_kind(&answers, &DrillKind::ALL, round), right: false });
        }
        assert!(DrillKind::ALL.into_iter().all(|kind| answers.iter().any(|answer| answer.kind == kind)), "{answers:?}");
    }

    /// Which kind comes next does not hang on whether the last answer was right: it can be drawn while that is thought about.
    #[test]
    fn the_next_is_known_before_the_answer() {
        let mut answers: Vec<Answered> = Vec::new();
        for round in 0..200_u64 {
            let kind = next_kind(&answers, &DrillKind::ALL, round);
            let [right, wrong] = [true, false].map(|right| {
                let mut after = answers.clone();
                after.push(Answered { kind, right });
                next_kind(&after, &DrillKind::ALL, round + 1)
            });
            assert_eq!(right, wrong, "{answers:?}");
            answers.push(Answered { kind, right: round % 3 != 0 });
        }
    }

    #[rstest]
    #[case::never(&[], 0)]
    #[case::once_right(&[true], 2)]
    #[case::once_wrong(&[false], 1)]
    #[case::to_the_last(&[true, true, true, true, true, true], 5)]
    #[case::and_back(&[true, true, true, false], 1)]
    #[case::and_on(&[true, false, true], 2)]
    fn a_kind_moves_through_its_boxes(#[case] right: &[bool], #[case] in_box: u32) {
        let answers: Vec<Answered> =
            right.iter().map(|right| Answered { kind: DrillKind::Depth, right: *right }).collect();
        let depth = standing(&answers).into_iter().find(|one| one.kind == DrillKind::Depth).unwrap();
        assert_eq!((depth.in_box, depth.asked as usize), (in_box, right.len()));
    }

    /// Over many rounds a kind that is always answered wrong is asked several times as often as one always answered right, every kind
    /// is asked, and none twice in a row.
    #[test]
    fn what_is_often_wrong_comes_back_sooner() {
        let mut answers: Vec<Answered> = Vec::new();
        for round in 0..400 {
            let kind = next_kind(&answers, &DrillKind::ALL, round);
            assert_ne!(Some(kind), answers.last().map(|answer| answer.kind));
            answers.push(Answered { kind, right: kind != DrillKind::GreyCard });
        }
        let asked = |kind| answers.iter().filter(|answer| answer.kind == kind).count();
        assert!(DrillKind::ALL.into_iter().all(|kind| asked(kind) >= 5), "{answers:?}");
        assert!(asked(DrillKind::GreyCard) > 3 * asked(DrillKind::Depth), "{}", asked(DrillKind::GreyCard));
        let first: Vec<DrillKind> = answers[..DrillKind::ALL.len()].iter().map(|answer| answer.kind).collect();
        assert!(first.iter().filter(|kind| **kind == DrillKind::Depth).count() <= 1, "{first:?}");
    }
}
