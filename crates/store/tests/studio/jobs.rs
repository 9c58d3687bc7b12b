use super::*;

#[rstest]
#[tokio::test]
async fn jobs_are_copied_ordered_deleted_and_brought_back(#[future(awt)] sample: Kept) {
    let studio = sample.studio;
    let job = id("job-slip-shed");
    let copy = studio.duplicate_job(&job).await.unwrap();
    assert_eq!(copy.job.name.as_str(), "Slip shed, copy");
    let (original, copied) = (studio.job(&job).await.unwrap(), studio.job(&copy.id).await.unwrap());
    assert_eq!(original.setups.len(), copied.setups.len());
    assert!(original.setups.iter().zip(&copied.setups).all(|(a, b)| a.name == b.name && a.id != b.id));
    let mut order: Vec<Id> = copied.setups.iter().map(|setup| setup.id.clone()).collect();
    order.reverse();
    studio.order_setups(&copy.id, &order, None).await.unwrap();
    let now: Vec<Id> = studio.job(&copy.id).await.unwrap().setups.into_iter().map(|setup| setup.id).collect();
    assert_eq!(now, order);
    assert!(matches!(studio.order_setups(&copy.id, &order[1..], None).await, Err(StoreError::Order)));
    studio.delete_job(&copy.id).await.unwrap();
    assert!(matches!(studio.setup(&order[0]).await, Err(StoreError::NotFound { .. })));
    studio.restore_job(&copy.id).await.unwrap();
    assert!(studio.setup(&order[0]).await.is_ok());
}

#[rstest]
#[tokio::test]
async fn a_day_is_kept_with_its_job_and_a_stale_write_refused(#[future(awt)] sample: Kept) {
    let file = job_file();
    let Kept { studio, folder } = sample;
    let kept = studio.day(&file.id).await.unwrap();
    assert_eq!((kept.day.as_ref(), kept.version), (file.day.as_ref(), 1));
    let mut changed = kept.day.unwrap();
    changed.tolerance = Stops::new(0.5).unwrap();
    studio.keep_day(&file.id, changed.clone(), 1).await.unwrap();
    let stale = studio.keep_day(&file.id, changed.clone(), 1).await;
    assert!(matches!(stale, Err(StoreError::Stale { .. })), "{stale:?}");
    studio.close().await;
    let studio = open(&folder).await;
    assert_eq!(studio.day(&file.id).await.unwrap().day, Some(changed.clone()));
    let copy = studio.duplicate_job(&file.id).await.unwrap();
    assert_eq!(studio.day(&copy.id).await.unwrap().day, Some(changed.clone()));
    assert_eq!(studio.export_job(&file.id).await.unwrap().day, Some(changed));
}

#[rstest]
#[tokio::test]
async fn a_bad_day_is_not_kept(#[future(awt)] sample: Kept) {
    let file = job_file();
    let mut day = file.day.clone().unwrap();
    day.place.horizon.0.truncate(1);
    let refused = sample.studio.keep_day(&file.id, day, 1).await;
    let Err(StoreError::Fields(errors)) = refused else { panic!("{refused:?}") };
    assert_eq!(errors[0].field, "/place/horizon");
    assert_eq!(sample.studio.day(&file.id).await.unwrap().version, 1);
}

#[rstest]
#[tokio::test]
async fn setups_are_placed_all_or_none_each_with_its_own_undo(#[future(awt)] sample: Kept) {
    use tolva_core::quantity::{ClockTime, Minutes};
    use tolva_store::PlacedSetup;
    let file = job_file();
    let studio = sample.studio;
    let mut slot = file.setups[0].setup.slot.clone().unwrap();
    slot.time = ClockTime::new("18:30").unwrap();
    let placed =
        |setup: &str, slot: Option<tolva_core::setup::Slot>| PlacedSetup { setup: id(setup), slot, from: None };
    let before =
        studio.place_setups(&file.id, &[placed(DOORS, Some(slot.clone())), placed("setup-water", None)]).await.unwrap();
    assert_eq!(before[0].slot, file.setups[0].setup.slot);
    let kept = studio.setup(&id(DOORS)).await.unwrap();
    assert_eq!((kept.setup.slot.clone(), kept.history.undo), (Some(slot.clone()), 1));
    assert_eq!(studio.undo(&id(DOORS), kept.version).await.unwrap().setup, file.setups[0].setup);
    // One that was moved by someone else since stays where it is.
    let moved = PlacedSetup { setup: id(DOORS), slot: None, from: Some(Some(slot.clone())) };
    assert!(matches!(studio.place_setups(&file.id, &[moved]).await, Err(StoreError::PlacedElsewhere { .. })));
    let mut nowhere = slot.clone();
    nowhere.spot = id("spot-nowhere");
    let refused = studio.place_setups(&file.id, &[placed(DOORS, Some(nowhere.clone()))]).await;
    assert!(matches!(refused, Err(StoreError::Fields(errors)) if errors[0].field == "/0/slot/spot"));
    // The same rule holds wherever a slot comes from.
    let kept = studio.setup(&id(DOORS)).await.unwrap();
    let refused = studio.keep_setup(&id(DOORS), &Setup { slot: Some(nowhere), ..kept.setup }, kept.version).await;
    assert!(matches!(refused, Err(StoreError::Fields(errors)) if errors[0].field == "/slot/spot"));
    slot.minutes = Minutes::new(1_000.0).unwrap();
    let refused = studio.place_setups(&file.id, &[placed("setup-hands", None), placed(DOORS, Some(slot))]).await;
    let Err(StoreError::Fields(errors)) = refused else { panic!("{refused:?}") };
    assert_eq!(errors[0].field, "/1/slot/minutes");
    assert!(studio.setup(&id("setup-hands")).await.unwrap().setup.slot.is_some());
}

#[rstest]
#[tokio::test]
async fn what_stands_by_is_swapped_in_and_back(#[future(awt)] sample: Kept) {
    use tolva_core::setup::Standby;
    let studio = sample.studio;
    let job = id("job-slip-shed");
    let order = async || -> Vec<(String, Option<Standby>)> {
        let setups = studio.job(&job).await.unwrap().setups;
        setups.into_iter().map(|setup| (setup.id.to_string(), setup.standby)).collect()
    };
    let before = order().await;
    let [first, second] = [id(&before[0].0), id(&before[1].0)];
    // The first of a job has nothing to stand by for.
    assert!(matches!(studio.stand_by(&first, Some(Standby::Rain)).await, Err(StoreError::NoMain { .. })));
    assert!(matches!(studio.swap(&second).await, Err(StoreError::NoMain { .. })));
    studio.stand_by(&second, Some(Standby::Wind)).await.unwrap();
    assert_eq!(order().await[1], (second.to_string(), Some(Standby::Wind)));
    studio.swap(&second).await.unwrap();
    let swapped = order().await;
    assert_eq!(swapped[0], (second.to_string(), None));
    assert_eq!(swapped[1], (first.to_string(), Some(Standby::Wind)));
    assert_eq!(swapped[2..], before[2..]);
    // It is a step of each one's own undo.
    let kept = studio.setup(&first).await.unwrap();
    assert_eq!(studio.undo(&first, kept.version).await.unwrap().setup.standby, None);
    studio.redo(&first, kept.version + 1).await.unwrap();
    studio.swap(&first).await.unwrap();
    studio.stand_by(&second, None).await.unwrap();
    assert_eq!(order().await, before);
    let file = studio.export_job(&job).await.unwrap();
    assert!(file.setups.iter().all(|filed| filed.setup.standby.is_none()));
}

#[rstest]
#[tokio::test]
async fn jobs_are_told_by_their_dates(#[future(awt)] sample: Kept) {
    let studio = sample.studio;
    let brief = job_file().job;
    for (name, date) in [("Late", "2031-01-02"), ("None", ""), ("Early", "1999-12-31")] {
        let (name, date) = (Name::new(name).unwrap(), serde_json::from_value(date.into()).unwrap());
        studio.add_job(tolva_core::format::Brief { name, date, ..brief.clone() }).await.unwrap();
    }
    let told = studio.job_dates().await.unwrap();
    let dates: Vec<&str> = told.iter().map(|job| job.date.as_str()).collect();
    assert!(dates.is_sorted() && !dates.contains(&""), "{dates:?}");
    assert_eq!((told[0].name.as_str(), told.last().unwrap().name.as_str()), ("Early", "Late"));
    studio.delete_job(&told[0].id).await.unwrap();
    assert!(studio.job_dates().await.unwrap().iter().all(|job| job.name != "Early"));
}

#[rstest]
#[tokio::test]
async fn jobs_come_in_pages_and_are_searched(#[future(awt)] sample: Kept) {
    let studio = sample.studio;
    let brief = job_file().job;
    for number in 0..25 {
        let name = Name::new(&format!("Regatta {number}")).unwrap();
        studio.add_job(tolva_core::format::Brief { name, ..brief.clone() }).await.unwrap();
    }
    let sought = |words: &str, from| Sought { words: words.to_owned(), from, most: 10 };
    let mut names = Vec::new();
    let mut from = None;
    loop {
        let page = studio.jobs(&sought("", from)).await.unwrap();
        assert!(page.jobs.len() <= 10);
        names.extend(page.jobs.into_iter().map(|job| job.job.name.to_string()));
        from = page.next;
        if from.is_none() {
            break;
        }
    }
    assert_eq!(names.len(), 26);
    assert_eq!((names[0].as_str(), names[25].as_str()), ("Regatta 24", "Slip shed"));
    let found = studio.jobs(&sought("SHED slip", None)).await.unwrap();
    assert_eq!(found.jobs.len(), 1);
    assert_eq!(found.jobs[0].setups.len(), job_file().setups.len());
    assert!(studio.jobs(&sought("100% _", None)).await.unwrap().jobs.is_empty());
}

#[rstest]
#[tokio::test]
async fn what_was_deleted_is_listed_until_it_is_back(#[future(awt)] sample: Kept) {
    let studio = sample.studio;
    studio.delete_setup(&id(DOORS)).await.unwrap();
    studio.delete_kit_item(&id("mod-dish")).await.unwrap();
    let listed = studio.deleted().await.unwrap();
    assert_eq!(listed.len(), 2);
    let setup = listed.iter().find(|one| one.id == id(DOORS)).unwrap();
    assert_eq!((setup.name.as_str(), setup.of.as_deref()), ("Boatbuilder at the doors", Some("Slip shed")));
    studio.restore_setup(&id(DOORS)).await.unwrap();
    assert_eq!(studio.deleted().await.unwrap().len(), 1);
}
