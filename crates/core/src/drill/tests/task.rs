//! Tasks: what a frame shows, by marks made up here.

use super::*;
use crate::judge::judge;
use crate::judge::tests::{marked, taken};
use crate::setup::Patch;
use crate::take::{MarkOf, Take};

/// The seed of a task of this kind.
fn seed_of(is_it: fn(&TaskOf) -> bool) -> u32 {
    (0..500).find(|seed| is_it(&task(*seed).of)).unwrap()
}

/// A take of the boatbuilder with these patches marked, each at its level from correct.
fn shows(levels: &[(Patch, f64)]) -> Take {
    let mut take = taken(&sample::portrait(), &sample::kit(), (0.0, 0.0), true);
    let at = |(patch, level): &(Patch, f64)| {
        let to_picture = take.planned.level(*patch).map_or(0.0, |planned| planned.to_picture.stops());
        marked(MarkOf::Patch { patch: *patch }, level + to_picture)
    };
    take.marks = levels.iter().map(at).collect();
    take
}

fn graded(seed: u32, take: &Take) -> TaskGraded {
    grade_task(seed, take, &judge(take, None, None))
}

/// Every task says what to do and what to mark, and is the same for the same seed; all five kinds come.
#[test]
fn tasks_are_drawn_by_their_seed() {
    let mut met = std::collections::HashSet::new();
    for seed in 0..200 {
        let one = task(seed);
        assert_eq!(one, task(seed));
        assert!(one.text.ends_with('.') && !one.marks.is_empty());
        met.insert(std::mem::discriminant(&one.of));
        let untold = graded(seed, &shows(&[]));
        assert_eq!(untold.done, None, "{}", untold.said);
    }
    assert_eq!(met.len(), 5);
}

/// A background so far under the face as was asked is done, within a third; the shadow side within the eye's half.
#[rstest]
#[case::right(0.0, true)]
#[case::a_third_off(0.3, true)]
#[case::too_far(0.6, false)]
#[case::not_far_enough(-0.6, false)]
fn the_ratio_asked_for_is_the_one_graded(#[case] off: f64, #[case] done: bool) {
    let seed = seed_of(|of| matches!(of, TaskOf::BackgroundUnder { stops } if *stops > 0.5));
    let TaskOf::BackgroundUnder { stops } = task(seed).of else { panic!() };
    let told = graded(seed, &shows(&[(Patch::Face, -0.2), (Patch::Background, -0.2 - stops - off)]));
    assert_eq!(told.done, Some(done), "{}", told.said);
    assert!((told.off.unwrap() - off).abs() < 1e-6);
    let seed = seed_of(|of| matches!(of, TaskOf::ShadowUnder { .. }));
    let TaskOf::ShadowUnder { stops } = task(seed).of else { panic!() };
    let told = graded(seed, &shows(&[(Patch::Face, 0.0), (Patch::ShadowSide, -stops - off)]));
    assert_eq!(told.done, Some(off.abs() < 0.5), "{}", told.said);
    // One mark alone tells nothing.
    assert_eq!(graded(seed, &shows(&[(Patch::Face, 0.0)])).done, None);
}

#[rstest]
#[case::kept(-0.5, 0.0, Some(true))]
#[case::dark_face(-1.5, 0.0, Some(false))]
#[case::burnt_sky(-0.5, 0.3, Some(false))]
fn a_sky_is_kept_with_a_face_before_it(#[case] face: f64, #[case] burnt: f64, #[case] done: Option<bool>) {
    let mut take = shows(&[(Patch::Face, face), (Patch::Background, 1.0)]);
    // The sky is planned nowhere on this set: it stands where the background does.
    let sky = crate::take::PlannedLevel { patch: Patch::Sky, ..take.planned.level(Patch::Background).unwrap().clone() };
    take.planned.levels.push(sky);
    take.marks[1].of = MarkOf::Patch { patch: Patch::Sky };
    take.marks[1].measured.as_mut().unwrap().burnt = crate::quantity::Share::nearest(burnt);
    let told = graded(seed_of(|of| *of == TaskOf::SkyKept), &take);
    assert_eq!(told.done, done, "{}", told.said);
}

/// A card with as much red as blue and green is neutral; with a fifth more red it is a warm light.
#[rstest]
#[case::neutral([0.2, 0.2, 0.2], Some(true))]
#[case::warm([0.26, 0.2, 0.15], Some(false))]
#[case::green([0.18, 0.22, 0.18], Some(false))]
fn a_grey_card_has_no_cast(#[case] linear: [f64; 3], #[case] done: Option<bool>) {
    let mut take = shows(&[]);
    let mut card = marked(MarkOf::GreyCard, 0.0);
    card.measured.as_mut().unwrap().linear = linear;
    take.marks.push(card);
    let green = linear[1] > linear[0] && linear[1] > linear[2];
    let told = graded(seed_of(|of| *of == TaskOf::GreyNeutral), &take);
    assert_eq!(told.done, done, "{}", told.said);
    assert_eq!(told.said.contains("to the green side"), green, "{}", told.said);
}
