use super::*;
use tolva_core::House;
use tolva_core::format::{JobFile, KitFile};
use tolva_core::picture::picturing;
use tolva_core::situation::Situation;

fn motif() -> Motif {
    let kit: KitFile = serde_json::from_str(include_str!("../../../../demo/kit.json")).unwrap();
    let job: JobFile = serde_json::from_str(include_str!("../../../../demo/slip-shed.json")).unwrap();
    let situation = Situation::new(&job.setups[0].setup, &kit.kit, House::default()).unwrap();
    let picturing = picturing(&situation);
    Motif { set: picturing.set, shown: picturing.shown, probes: Vec::new() }
}

const PATIENT: Duration = Duration::from_secs(60);

/// First there is a rough one, then more and more; asked for no more than is there, it answers at once.
#[tokio::test]
async fn it_gets_better_while_one_looks() {
    let (easels, motif) = (Easels::beside(AtWork::default()), motif());
    let first = easels.look("a", motif.clone(), None, PATIENT).await.unwrap();
    let better = easels.look("a", motif.clone(), Some(first.rounds()), PATIENT).await.unwrap();
    assert!(!better.rough && better.rounds() > first.rounds());
    let size = better.layers.size;
    assert!(f64::from(size.0 * size.1) > PIXELS * 0.9);
    // Moved, it begins again; the other is forgotten.
    let mut moved = motif;
    moved.shown.view.eye.x += 0.1;
    let other = easels.look("a", moved, None, PATIENT).await.unwrap();
    assert!(other.rounds() <= 1);
}

/// What is looked at last is worked on first, and the one before goes on when it is looked at again.
#[tokio::test]
async fn the_last_looked_at_comes_first() {
    let (easels, motif) = (Easels::beside(AtWork::default()), motif());
    easels.look("a", motif.clone(), None, PATIENT).await.unwrap();
    let other = easels.look("b", motif.clone(), Some(0), PATIENT).await.unwrap();
    assert!(other.rounds() > 0);
    let again = easels.look("a", motif, Some(0), PATIENT).await.unwrap();
    assert!(again.rounds() > 0);
}

/// It waits while questions are at work, and goes on after.
#[tokio::test]
async fn questions_come_first() {
    let at_work = AtWork::default();
    let easels = Easels::beside(at_work.clone());
    let busy = at_work.begin();
    assert!(easels.look("a", motif(), None, Duration::from_millis(200)).await.is_none());
    drop(busy);
    assert!(easels.look("a", motif(), None, PATIENT).await.is_some());
}

/// What is kept or printed is never the rough one: while nothing else is there, nothing is, and once more is there it comes.
#[tokio::test]
async fn nothing_rough_is_kept() {
    let at_work = AtWork::default();
    let (easels, motif) = (Easels::beside(at_work.clone()), motif());
    let there = easels.look("a", motif.clone(), None, PATIENT).await.unwrap();
    let busy = at_work.begin();
    assert!(there.rough && easels.look_well("a", motif.clone(), 8, Duration::from_millis(50)).await.is_none());
    drop(busy);
    let kept = easels.look_well("a", motif, 1, PATIENT).await.unwrap();
    assert!(!kept.rough && kept.rounds() > 1);
}

#[tokio::test]
async fn only_so_many_are_kept() {
    let easels = Easels::beside(AtWork::default());
    let first = easels.of("0");
    for number in 0..=KEPT {
        easels.of(&number.to_string());
    }
    assert!(Arc::ptr_eq(&easels.of("1"), &easels.of("1")));
    assert!(!Arc::ptr_eq(&first, &easels.of("0")));
}
