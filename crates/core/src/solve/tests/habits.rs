use super::*;

/// The studio's way of turning its dials, everything else as it is.
fn habits(start: Start) -> House {
    House { habits: Habits { start, ..Habits::default() }, ..House::default() }
}

fn camera_of(house: House) -> CameraSetup {
    plan(&sample::portrait(), &sample::kit(), house).unwrap().setup.camera
}

/// From the studio's own ISO and shutter the aperture goes to the target, and neither is left where it need not be.
#[test]
fn from_the_studios_own_marks() {
    let start = Start::Marks { iso: IsoMark::new(12).unwrap(), shutter: ShutterMark::new(44).unwrap() };
    let (own, free) = (camera_of(habits(start)), camera_of(House::default()));
    assert_eq!((own.iso.at, own.shutter.at), (IsoMark::new(12).unwrap(), ShutterMark::new(44).unwrap()));
    assert_ne!(free.iso.at, own.iso.at);
    assert!(own.aperture.at > free.aperture.at, "{own:?} {free:?}");
}

/// Where only the shutter follows, ISO, aperture and filter stay where they stood, as long as the target can be met so.
#[test]
fn only_the_shutter_follows() {
    let before = sample::portrait().camera;
    let after = camera_of(habits(Start::Shutter));
    assert_eq!((after.iso, after.aperture, after.nd), (before.iso, before.aperture, before.nd));
}

/// Whatever the habit, what is solved stays when it is solved again.
#[rstest]
#[case::marks(Start::Marks { iso: IsoMark::new(24).unwrap(), shutter: ShutterMark::new(36).unwrap() })]
#[case::room(Start::Room)]
#[case::shutter(Start::Shutter)]
fn a_habit_comes_to_rest(#[case] start: Start) {
    for setup in sample::setups() {
        let once = plan(&setup, &sample::kit(), habits(start)).unwrap().setup;
        let twice = plan(&once, &sample::kit(), habits(start)).unwrap().setup;
        assert_eq!(once, twice, "{}", setup.name);
    }
}

/// A studio that starts from the room has it proposed by day too, indoors.
#[test]
fn room_first_by_day() {
    let mut setup = sample::portrait();
    setup.scene.room = crate::scene::Scene::starting(crate::setup::SubjectKind::Person, 2.5).room;
    setup.approach = None;
    let approach = |house: House| plan(&setup, &sample::kit(), house).unwrap().assessment.approach.approach;
    assert_eq!(approach(habits(Start::Room)), Approach::RoomFirst);
    assert_ne!(approach(House::default()), Approach::RoomFirst);
}
