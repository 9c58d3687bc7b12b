use super::*;
use common::take;
use tolva_core::quantity::Note;
use tolva_core::take::Choice;
use tolva_store::{FrameCopy, Many, SoughtTakes, frame_hash};

fn all() -> SoughtTakes {
    SoughtTakes { most: 50, ..SoughtTakes::default() }
}

#[rstest]
#[tokio::test]
async fn takes_are_kept_found_changed_and_brought_back(#[future(awt)] sample: Kept) {
    let Kept { studio, folder } = sample;
    let job = id(common::JOB);
    let mut made = Vec::new();
    for (minute, name) in ["one.jpg", "two.jpg", "three.jpg"].iter().enumerate() {
        let at = format!("2026-09-17 18:0{minute}:00");
        made.push(studio.add_take(&id(DOORS), &at, &take(name, name)).await.unwrap());
    }
    studio.close().await;
    let studio = open(&folder).await;
    let page = studio.takes(&job, &all()).await.unwrap();
    let names = |page: &tolva_store::TakePage| -> Vec<String> {
        page.takes.iter().map(|kept| kept.take.frame.as_ref().unwrap().name.to_string()).collect()
    };
    assert_eq!((names(&page), page.all), (vec!["three.jpg".into(), "two.jpg".into(), "one.jpg".into()], 3));
    assert_eq!(page.takes[2], made[0]);
    // Two by two, and the page after begins where the first ended.
    let first = studio.takes(&job, &SoughtTakes { most: 2, ..all() }).await.unwrap();
    let second = studio.takes(&job, &SoughtTakes { from: first.next.clone(), ..all() }).await.unwrap();
    assert_eq!((names(&first).len(), names(&second), second.next), (2, vec!["one.jpg".to_owned()], None));
    // Found by file and body in any letters; by choice; by setup.
    for (words, found) in [("TWO körper", 1), ("two nowhere", 0), ("jpg", 3)] {
        let page = studio.takes(&job, &SoughtTakes { words: words.to_owned(), ..all() }).await.unwrap();
        assert_eq!(page.takes.len(), found, "{words}");
    }
    let mut keeper = made[1].take.clone();
    keeper.choice = Choice::Keeper;
    let kept = studio.keep_take(&made[1].id, &keeper, 1).await.unwrap();
    assert_eq!((kept.version, kept.take.choice), (2, Choice::Keeper));
    let stale = studio.keep_take(&made[1].id, &keeper, 1).await;
    assert!(matches!(stale, Err(StoreError::Stale { .. })), "{stale:?}");
    let chosen = studio.takes(&job, &SoughtTakes { choice: Some(Choice::Keeper), ..all() }).await.unwrap();
    assert_eq!(names(&chosen), ["two.jpg"]);
    let elsewhere = studio.takes(&job, &SoughtTakes { setup: Some(id("setup-hands")), ..all() }).await.unwrap();
    assert_eq!((elsewhere.takes.len(), elsewhere.all), (0, 3));
    // Many at once, those of the job alone.
    let ids: Vec<Id> = made.iter().map(|kept| kept.id.clone()).collect();
    let noted = Many::Note(Note::new("too warm").unwrap());
    assert_eq!(studio.change_takes(&job, &ids, &noted).await.unwrap(), 3);
    assert_eq!(studio.takes(&job, &SoughtTakes { words: "warm".to_owned(), ..all() }).await.unwrap().takes.len(), 3);
    assert_eq!(studio.change_takes(&id("job-tram-hall"), &ids, &Many::Delete).await.unwrap(), 0);
    assert_eq!(studio.change_takes(&job, &ids[..2], &Many::Delete).await.unwrap(), 2);
    assert_eq!(studio.takes(&job, &all()).await.unwrap().all, 1);
    assert!(matches!(studio.take(&ids[0]).await, Err(StoreError::NotFound { .. })));
    assert_eq!(studio.take_of_frame(&id(DOORS), &frame_hash(b"one.jpg")).await.unwrap(), Some((ids[0].clone(), true)));
    assert_eq!(studio.change_takes(&job, &ids, &Many::Restore).await.unwrap(), 2);
    assert_eq!(studio.take(&ids[0]).await.unwrap().take.note.as_str(), "too warm");
}

/// Copies are found by contents, take room, and go when no take is of them any more; nothing is read or written beside the folder.
#[rstest]
#[tokio::test]
async fn copies_go_with_their_takes(#[future(awt)] sample: Kept) {
    let Kept { studio, folder } = sample;
    let (kept, lost) = (frame_hash(b"kept"), frame_hash(b"lost"));
    // SHA-256 of "abc" by FIPS 180-4.
    assert_eq!(frame_hash(b"abc"), "ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad");
    for hash in [&kept, &lost] {
        studio.keep_copies(hash, &[(FrameCopy::Working, b"working"), (FrameCopy::Crop(0), b"crop")]).unwrap();
    }
    studio.keep_copies(&kept, &[(FrameCopy::Working, b"another")]).unwrap();
    assert_eq!(studio.copy_of(&kept, FrameCopy::Working).as_deref(), Some(b"working".as_slice()));
    assert_eq!(studio.copy_of(&kept, FrameCopy::Crop(0)).as_deref(), Some(b"crop".as_slice()));
    assert_eq!(studio.copy_of("../studio", FrameCopy::Working), None);
    assert!(studio.keep_copies("../../elsewhere", &[(FrameCopy::Small, b"x")]).is_err());
    let room = studio.room_of_copies();
    assert_eq!((room.frames, room.bytes), (2, 22));
    studio.add_take(&id(DOORS), "2026-09-17 18:00:00", &take("kept.jpg", "kept")).await.unwrap();
    std::fs::write(folder.path().join("frames").join("notes.txt"), "mine").unwrap();
    studio.close().await;
    let studio = open(&folder).await;
    assert_eq!(
        (studio.copy_of(&kept, FrameCopy::Working).is_some(), studio.copy_of(&lost, FrameCopy::Working)),
        (true, None)
    );
    assert!(folder.path().join("frames").join("notes.txt").exists());
}
