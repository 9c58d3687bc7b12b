use super::*;
use std::sync::Arc;

/// What develops a wall of this grey in light of this level.
fn developing(level: f64) -> Developing {
    let shining = Shining {
        source: 0,
        light: Spectrum::named(Kelvin::of(5_500.0)),
        level,
        on: On { subject: 1.0, background: 1.0, sky: 1.0 },
        flash: false,
    };
    Developing {
        shining: vec![shining],
        eye: White::set_to(Kelvin::of(5_500.0), Duv::of(0.0)).eye(),
        white: 6.366f64.log2(),
        paints: Paints {
            skins: Vec::new(),
            cloths: Vec::new(),
            thing: Paint::grey(0.2),
            background: Paint::grey(0.157),
        },
        headroom: 3.0,
        reach: FlashReach::WHOLE,
        trail: Trail::NONE,
    }
}

/// A mid-grey wall in the right light is mid-grey on the screen, a stop more is a stop lighter, and over its headroom it clips. A dial
/// only multiplies: nothing is traced.
#[test]
fn levels_on_the_screen() {
    let set = Set { still: still(Walls { background: wall(2.0, 0.157), ..open(0.2) }), sources: vec![Source::About] };
    let mut picture = Picture::of(World::of(set.clone(), shown(Vec::new())), (30, 20), &[]);
    assert!(picture.round(|| true));
    let frame = |level: f64| developing(level).frame(picture.layers(), &set.still);
    let middle = 10 * 30 + 15;
    for (level, shown) in [(0.0, 118i32), (-1.0, 85), (1.0, 161)] {
        let frame = frame(level);
        assert!((frame.level(middle).unwrap() - level).abs() < 0.02, "{:?}", frame.level(middle));
        let pixel = &frame.shown()[middle * 3..middle * 3 + 3];
        // Neutral within what a white balance by the daylight locus leaves.
        assert!(pixel.iter().all(|part| (i32::from(*part) - shown).abs() <= 4), "{level} {pixel:?}");
    }
    assert!(!frame(2.9).clips(middle) && frame(3.1).clips(middle));
    assert!(frame(3.1).clipped() > 0.3);
}

/// The flash's share of each pixel comes out of the same pass: a room in equal parts of both is half flash, without any it is none.
#[test]
fn what_of_it_is_flash() {
    let set = Set {
        still: still(Walls { background: wall(2.0, 0.157), ..open(0.2) }),
        sources: vec![Source::About, Source::About],
    };
    let mut picture = Picture::of(World::of(set.clone(), shown(Vec::new())), (30, 20), &[]);
    assert!(picture.round(|| true));
    let middle = 10 * 30 + 15;
    let share = |level: f64| {
        let mut both = developing(0.0);
        let flash = Shining { source: 1, level, flash: true, ..both.shining[0] };
        both.shining.push(flash);
        let frame = both.frame(picture.layers(), &set.still);
        let tones = frame.tones();
        assert!(tones.all.iter().map(|count| u32::from(*count)).sum::<u32>() > 5_000);
        frame.flash_share(middle).unwrap()
    };
    assert!((share(0.0) - 0.5).abs() < 0.02, "{}", share(0.0));
    assert!((share(1.0) - 2.0 / 3.0).abs() < 0.02, "{}", share(1.0));
    assert_eq!(developing(0.0).frame(picture.layers(), &set.still).flash_share(middle), Some(0.0));
    // Past sync the second curtain hides the flash from one edge, and leaves the ambient.
    let mut past = developing(0.0);
    past.shining.push(Shining { source: 1, flash: true, ..past.shining[0] });
    past.reach = FlashReach { share: 0.8, across: false };
    let frame = past.frame(picture.layers(), &set.still);
    let (above, below) = (middle, 18 * 30 + 15);
    assert!((frame.flash_share(above).unwrap() - 0.5).abs() < 0.02);
    assert_eq!(frame.flash_share(below), Some(0.0));
    assert!(frame.level(below).is_some());
}

/// What may move is known with what is behind it. While it stands still the picture is the same as if it could not; once it goes, its
/// place by ambient is taken by what stands behind, and by flash it stays where it is.
#[test]
fn what_moves() {
    let source = |x: f64| {
        lamp(DVec3::new(x, -1.8, 1.9), DVec3::new(-x, 1.8, -0.4), Face::Rectangle { width: m(0.6), height: m(0.6) })
    };
    let set = Set { still: still(room(0.5)), sources: vec![source(-0.8), source(0.8)] };
    let made = |moves: bool| {
        let shown = Shown { moves, ..shown(vec![figure(0.0)]) };
        let mut picture = Picture::of(World::of(set.clone(), shown), (60, 40), &[]);
        for _ in 0..4 {
            assert!(picture.round(|| true));
        }
        picture
    };
    let frame = |picture: &Picture, trail: Trail, ambient: bool, flash: bool| {
        let mut developing = developing(1.0);
        let shining = developing.shining[0];
        developing.shining = [(0, false, ambient), (1, true, flash)]
            .into_iter()
            .filter(|(.., on)| *on)
            .map(|(source, flash, _)| Shining { source, flash, ..shining })
            .collect();
        developing.trail = trail;
        developing.frame(picture.layers(), &set.still)
    };
    let (still_one, moving) = (made(false), made(true));
    assert!(moving.layers().points.len() > still_one.layers().points.len());
    let gone = Trail { share: 0.6, flash_at_end: false };
    let level = |frame: &Frame, at: usize| frame.level(at).unwrap_or(-9.0);
    // In the middle of the chest, and beside them to the right.
    let (chest, beside) = (30 * 60 + 30, 30 * 60 + 48);
    for at in [chest, beside] {
        let (a, b) = (frame(&still_one, Trail::NONE, true, true), frame(&moving, Trail::NONE, true, true));
        assert!((level(&a, at) - level(&b, at)).abs() < 0.3, "{at}: {} {}", level(&a, at), level(&b, at));
    }
    let (before, after) = (frame(&moving, Trail::NONE, true, false), frame(&moving, gone, true, false));
    assert!(
        (level(&before, chest) - level(&after, chest)).abs() > 0.15,
        "{} {}",
        level(&before, chest),
        level(&after, chest)
    );
    assert!((level(&before, beside) - level(&after, beside)).abs() > 0.05);
    let (before, after) = (frame(&moving, Trail::NONE, false, true), frame(&moving, gone, false, true));
    assert!((level(&before, chest) - level(&after, chest)).abs() < 0.02);
}

/// Where the colours of a frame are known, the next is the same as one made from nothing, to the bit: whatever makes its light stronger
/// or weaker. They are kept for that from the second on, and no longer where one of them is another.
#[rstest]
#[case::a_stop_more(true, |d: &mut Developing| d.shining[1].level += 1.0)]
#[case::less_of_it_on_the_background(true, |d: &mut Developing| d.shining[0].on.background = 0.5)]
#[case::past_sync(true, |d: &mut Developing| d.reach = FlashReach { share: 0.7, across: true })]
#[case::a_longer_way(true, |d: &mut Developing| d.trail = Trail { share: 0.3, flash_at_end: true })]
#[case::more_headroom(true, |d: &mut Developing| d.headroom = 4.0)]
#[case::another_white(false, |d: &mut Developing| d.eye = White::set_to(Kelvin::of(3_200.0), Duv::of(0.0)).eye())]
#[case::another_paint(false, |d: &mut Developing| d.paints.background = Paint::grey(0.6))]
#[case::another_light(false, |d: &mut Developing| d.shining[1].light = Spectrum::named(Kelvin::of(2_900.0)))]
#[case::one_light_less(false, |d: &mut Developing| d.shining.truncate(1))]
#[case::from_another_source(false, |d: &mut Developing| d.shining[1].source = 0)]
fn colours_are_kept(#[case] kept: bool, #[case] turn: fn(&mut Developing)) {
    let source = lamp(
        DVec3::new(0.6, -1.8, 1.9),
        DVec3::new(-0.6, 1.8, -0.4),
        Face::Rectangle { width: m(0.6), height: m(0.6) },
    );
    let set = Set { still: still(room(0.5)), sources: vec![Source::About, source] };
    let shown = Shown { moves: true, ..shown(vec![figure(0.0)]) };
    let mut picture = Picture::of(World::of(set.clone(), shown), (30, 20), &[]);
    assert!(picture.round(|| true));
    let mut developing = developing(0.0);
    developing.paints.skins = vec![Paint::grey(0.4)];
    developing.shining.push(Shining { source: 1, flash: true, ..developing.shining[0] });
    let mut known = Known::default();
    let before = developing.frame_knowing(picture.layers(), &set.still, &mut known);
    assert!(known.coloured.is_none(), "one frame is no reason to keep any");
    let again = developing.frame_knowing(picture.layers(), &set.still, &mut known);
    assert_eq!((&before.linear, &before.flash, &before.depths), (&again.linear, &again.flash, &again.depths));
    let first = known.coloured.clone().unwrap();
    turn(&mut developing);
    let after = developing.frame_knowing(picture.layers(), &set.still, &mut known);
    assert_eq!(known.coloured.is_some_and(|known| Arc::ptr_eq(&first, &known)), kept);
    let anew = developing.frame(picture.layers(), &set.still);
    assert_eq!((&after.linear, &after.flash, &after.depths), (&anew.linear, &anew.flash, &anew.depths));
    let differs = before.linear != after.linear || before.flash != after.flash || before.headroom != after.headroom;
    assert!(differs);
}
