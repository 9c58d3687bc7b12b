use super::*;
use std::sync::atomic::{AtomicUsize, Ordering};

fn one_hand() -> Work {
    Work {
        hands: Arc::new(Semaphore::new(1)),
        develops: Arc::new(Semaphore::new(1)),
        looks: Arc::new(Semaphore::new(1)),
        newest: Arc::default(),
        at_work: AtWork::default(),
    }
}

/// Of questions that wait, only the newest of its kind and asker is worked on.
#[tokio::test]
async fn the_newest_wins() {
    let (work, begun) = (one_hand(), Arc::new(AtomicUsize::new(0)));
    let busy = work.hands.clone().acquire_owned().await.unwrap();
    let window = Asker::read("a");
    let ask = |asker: Asker, number: usize| {
        let (work, begun) = (work.clone(), begun.clone());
        tokio::spawn(async move {
            work.answer(&asker, Kind::Assess, move || {
                begun.fetch_add(1, Ordering::SeqCst);
                number
            })
            .await
        })
    };
    let mut all = Vec::new();
    for number in 0..5 {
        all.push(ask(window.clone(), number));
        tokio::task::yield_now().await;
    }
    let other = ask(Asker::read("b"), 9);
    tokio::task::yield_now().await;
    drop(busy);
    let mut answers = Vec::new();
    for one in all {
        answers.push(one.await.unwrap());
    }
    let overtaken = answers.iter().filter(|answer| answer.as_ref().is_err_and(|said| said.kind == "overtaken"));
    assert_eq!(overtaken.count(), 4);
    assert_eq!(answers.last().and_then(|answer| answer.as_ref().ok()), Some(&4));
    assert_eq!(other.await.unwrap().unwrap(), 9);
    assert_eq!(begun.load(Ordering::SeqCst), 2);
}

/// A picture is developed while everything else waits for the one hand there is.
#[tokio::test]
async fn developing_does_not_wait() {
    let work = one_hand();
    let busy = work.hands.clone().acquire_owned().await.unwrap();
    let asked = work.clone();
    let waits = tokio::spawn(async move { asked.answer(&Asker::read("a"), Kind::Advise, || 1).await });
    for kind in [Kind::Picture, Kind::Development] {
        assert_eq!(work.answer(&Asker::read("a"), kind, || 2).await.unwrap(), 2);
    }
    assert!(!waits.is_finished());
    drop(busy);
    assert_eq!(waits.await.unwrap().unwrap(), 1);
}

/// What was asked before but comes in after is overtaken, not what was asked last.
#[tokio::test]
async fn a_newer_question_keeps_its_place_before_an_older_that_comes_late() {
    let work = one_hand();
    let busy = work.hands.clone().acquire_owned().await.unwrap();
    let asked = work.clone();
    let newer = tokio::spawn(async move { asked.answer(&Asker::read("a 8"), Kind::Moment, || 8).await });
    tokio::task::yield_now().await;
    let older = work.answer(&Asker::read("a 7"), Kind::Moment, || 7).await;
    assert_eq!(older.unwrap_err().kind, "overtaken");
    drop(busy);
    assert_eq!(newer.await.unwrap().unwrap(), 8);
    assert_eq!(work.answer(&Asker::read("a 9"), Kind::Moment, || 9).await.unwrap(), 9);
    // Another kind and another window have turns of their own.
    assert_eq!(work.answer(&Asker::read("a 1"), Kind::Assess, || 1).await.unwrap(), 1);
    assert_eq!(work.answer(&Asker::read("b 1"), Kind::Moment, || 1).await.unwrap(), 1);
}

/// A question whose asker has gone is not begun, and gives its place free.
#[tokio::test]
async fn nobody_works_for_one_who_left() {
    let (work, begun) = (one_hand(), Arc::new(AtomicUsize::new(0)));
    let busy = work.hands.clone().acquire_owned().await.unwrap();
    let (asked, counted) = (work.clone(), begun.clone());
    let gone = tokio::spawn(async move {
        asked.answer(&Asker(None), Kind::Plan, move || counted.fetch_add(1, Ordering::SeqCst)).await
    });
    tokio::task::yield_now().await;
    gone.abort();
    assert!(gone.await.is_err());
    drop(busy);
    assert_eq!(work.answer(&Asker(None), Kind::Plan, || 7).await.unwrap(), 7);
    assert_eq!(begun.load(Ordering::SeqCst), 0);
}

/// Work that looks whether it is wanted, and ends only when it is not.
fn endless(ended: &Arc<AtomicUsize>) -> impl FnOnce() + Send + 'static {
    let ended = ended.clone();
    move || {
        while !tolva_core::given_up() {
            std::thread::sleep(Duration::from_millis(1));
        }
        ended.fetch_add(1, Ordering::SeqCst);
    }
}

/// What is being worked on ends when its asker leaves, and when the same asker asks anew.
#[tokio::test]
async fn begun_work_ends_when_nobody_waits() {
    let (work, ended) = (one_hand(), Arc::new(AtomicUsize::new(0)));
    let (asked, question) = (work.clone(), endless(&ended));
    let leaves = tokio::spawn(async move { asked.answer(&Asker(None), Kind::Plan, question).await });
    while work.hands.available_permits() > 0 {
        tokio::task::yield_now().await;
    }
    leaves.abort();
    assert_eq!(work.answer(&Asker(None), Kind::Plan, || 7).await.unwrap(), 7);
    assert_eq!(ended.load(Ordering::SeqCst), 1);

    let window = Asker::read("a");
    let (asked, again, question) = (work.clone(), window.clone(), endless(&ended));
    let before = tokio::spawn(async move { asked.answer(&again, Kind::Assess, question).await });
    while work.hands.available_permits() > 0 {
        tokio::task::yield_now().await;
    }
    assert_eq!(work.answer(&window, Kind::Assess, || 8).await.unwrap(), 8);
    assert_eq!(before.await.unwrap().unwrap_err().kind, "overtaken");
    assert_eq!(ended.load(Ordering::SeqCst), 2);
}

#[tokio::test]
async fn one_that_fails_leaves_the_others_alone() {
    let work = one_hand();
    let failed = work.answer(&Asker(None), Kind::Plan, || assert!(std::hint::black_box(false), "on purpose")).await;
    assert_eq!(failed.unwrap_err().status, 500);
    assert_eq!(work.answer(&Asker(None), Kind::Plan, || 7).await.unwrap(), 7);
}

/// A frame is looked at for a second and more: what is asked meanwhile does not wait for it, another frame does.
#[tokio::test(flavor = "multi_thread")]
async fn nothing_waits_for_a_frame_but_a_frame() {
    let work = one_hand();
    let (looked, looks) = std::sync::mpsc::channel::<()>();
    let at_it = work.clone();
    let frame = tokio::spawn(async move {
        at_it.answer(&Asker(None), Kind::Frame, move || looks.recv_timeout(CEILING).is_ok()).await.unwrap()
    });
    while work.looks.available_permits() > 0 {
        tokio::task::yield_now().await;
    }
    assert_eq!(work.answer(&Asker(None), Kind::Assess, || 1).await.unwrap(), 1);
    let next = work.clone();
    let next = tokio::spawn(async move { next.answer(&Asker(None), Kind::Frame, || ()).await.is_ok() });
    assert!(!frame.is_finished() && !next.is_finished());
    looked.send(()).unwrap();
    assert!(frame.await.unwrap() && next.await.unwrap());
}
