//! Frames made of the plan's own levels with something hidden in them, judged: what was hidden is found.

use super::*;
use crate::forecast::Seen;
use crate::house::House;
use crate::kit::Kit;
use crate::marks::Mark;
use crate::quantity::{Note, Share};
use crate::sample;
use crate::setup::Setup;
use crate::situation::{Dials, Situation};
use crate::take::{CameraSaid, Choice, MarkShows, MeasuredOn, Planned, TakeMark};
use crate::terms::Terms;
use rstest::rstest;

fn terms() -> Terms {
    House::default().into()
}

/// The take of a setup in which all ambient is `ambient` stops more than planned and all flash `flash`.
pub(crate) fn taken(setup: &Setup, kit: &Kit, (ambient, flash): (f64, f64), fired: bool) -> Take {
    let s = Situation::new(setup, kit, terms()).unwrap();
    let planned = Planned::of(&s, &Dials::of(setup), fired);
    let marks = planned.levels.iter().map(|level| {
        let light =
            (level.ambient.stops() + ambient).exp2() + level.flash().map_or(0.0, |level| (level + flash).exp2());
        marked(MarkOf::Patch { patch: level.patch }, light.log2() + level.to_picture.stops())
    });
    let settings = CameraSaid {
        shutter: Some(setup.camera.shutter.at),
        aperture: Some(setup.camera.aperture.at),
        iso: Some(setup.camera.iso.at),
        flash: Some(fired),
        ..CameraSaid::default()
    };
    Take { settings, marks: marks.collect(), planned, frame: None, note: Note::new("").unwrap(), choice: Choice::Open }
}

/// A mark that shows an even grey at a level by the light that comes from it.
pub(crate) fn marked(of: MarkOf, level: f64) -> TakeMark {
    let linear = [0.18 * level.exp2(); 3];
    let none = Share::nearest(0.0);
    let measured = MarkShows {
        linear,
        spread: Stops::of(0.05),
        burnt: none,
        black: none,
        pixels: 900,
        on: MeasuredOn::File,
        edges: None,
    };
    TakeMark { of, x: 0.5, y: 0.5, width: 0.05, height: 0.05, measured: Some(measured) }
}

fn measured(take: &mut Take, of: MarkOf) -> &mut MarkShows {
    take.marks.iter_mut().find(|mark| mark.of == of).and_then(|mark| mark.measured.as_mut()).unwrap()
}

const FACE: MarkOf = MarkOf::Patch { patch: Patch::Face };

#[test]
fn a_frame_as_planned_has_nothing_off_its_plan() {
    let (kit, setup) = (sample::kit(), sample::portrait());
    let verdict = judge(&taken(&setup, &kit, (0.0, 0.0), true), None, None);
    assert!(verdict.patches.len() >= 3);
    for judged in &verdict.patches {
        assert!((judged.level.stops() - judged.planned.stops()).abs() < 1e-6, "{judged:?}");
        assert!(judged.ambient_more.stops().abs() < 1e-6 && judged.cannot.is_none(), "{judged:?}");
    }
}

/// From a pair what was hidden in ambient and flash is found, each for itself, wherever each is over a tenth.
#[rstest]
fn a_pair_tells_both(
    #[values(-0.7, 0.0, 0.5)] ambient: f64,
    #[values(-0.6, 0.0, 0.8)] flash: f64,
    #[values(false, true)] slower: bool,
) {
    let (kit, setup) = (sample::kit(), sample::portrait());
    let take = taken(&setup, &kit, (ambient, flash), true);
    // The frame without flash may be taken at another shutter: it is judged at its own.
    let mut other = setup.clone();
    if slower {
        other.camera.shutter.at = Mark::nearest(setup.camera.shutter.at.sixths() - 6);
    }
    let without = taken(&other, &kit, (ambient, 0.0), false);
    assert!((without.exposed_over(&take).stops() - if slower { 1.0 } else { 0.0 }).abs() < 1e-9);
    let behind_nd = Take { planned: Planned { nd: Mark::nearest(18), ..take.planned.clone() }, ..take.clone() };
    assert!((behind_nd.exposed_over(&take).stops() + 3.0).abs() < 1e-9);
    let verdict = judge(&take, Some(&without), None);
    let face = verdict.judged(Patch::Face).unwrap();
    assert_eq!(face.split.by, Apart::Pair);
    assert!((face.ambient_more.stops() - ambient).abs() < 1e-6, "{face:?}");
    assert!((face.flash_more.unwrap().stops() - flash).abs() < 1e-6, "{face:?}");
}

/// What the frame says stands once it is taken over: the plan for the same dials then gives what the frame showed.
#[rstest]
fn taken_over_the_plan_gives_what_the_frame_showed(
    #[values(-0.7, 0.4)] ambient: f64,
    #[values(-0.6, 0.35)] flash: f64,
    #[values(sample::portrait(), sample::outdoors())] setup: Setup,
) {
    let kit = sample::kit();
    let take = taken(&setup, &kit, (ambient, flash), true);
    let verdict = judge(&take, Some(&taken(&setup, &kit, (ambient, 0.0), false)), None);
    let told = verdict.taken_over(&setup, &take, None);
    assert_eq!(told.check(&kit), Ok(()));
    let levels = assess_levels(&told, &kit);
    for judged in verdict.patches.iter().filter(|judged| judged.flash_more.is_some()) {
        let level = levels.iter().find(|(patch, _)| *patch == judged.patch).unwrap().1;
        assert!((level - judged.level.stops()).abs() < 0.02, "{:?} {level} {judged:?}", judged.patch);
    }
    assert_eq!(before_frames(&told), setup);
    // A second frame takes the place of the first.
    let again = verdict.taken_over(&told, &take, None);
    assert_eq!((again.readings.len(), again.flash_readings.len()), (told.readings.len(), told.flash_readings.len()));
}

/// A weak flash at a high sensitivity, as beside a dance floor, is read as well as a strong one: the meter stands at the frame's ISO.
#[test]
fn a_weak_flash_is_read_too() {
    let (kit, mut setup) = (sample::kit(), sample::portrait());
    setup.camera.iso.at = Mark::nearest(36);
    setup.camera.aperture.at = Mark::nearest(10);
    setup.lights[0].power.at = crate::quantity::Power::nearest(7.0);
    let take = taken(&setup, &kit, (-12.0, -4.5), true);
    let told = judge(&take, Some(&taken(&setup, &kit, (-12.0, 0.0), false)), None).taken_over(&setup, &take, None);
    assert_eq!(told.check(&kit), Ok(()));
    let face = judge(&take, None, None).judged(Patch::Face).unwrap().level.stops();
    // At ISO 100 no lens would be wide enough for it.
    let read = told.flash_readings.iter().find(|reading| reading.patch == Patch::Face).unwrap();
    assert!(read.aperture.stops() - read.iso.stops() < -2.0, "{read:?}");
    let level = assess_levels(&told, &kit)[0].1;
    assert!((level - face).abs() < 0.02, "{level} {face}");
}

/// What was read later than the frame was taken goes on standing: the frame is not dated later than it is.
#[test]
fn a_later_reading_stands() {
    let (kit, mut setup) = (sample::kit(), sample::portrait());
    let clock = |text: &str| crate::quantity::ClockTime::new(text).unwrap();
    setup.readings.iter_mut().for_each(|reading| reading.time = Some(clock("18:40")));
    let take = taken(&setup, &kit, (0.7, 0.0), true);
    let verdict = judge(&take, Some(&taken(&setup, &kit, (0.7, 0.0), false)), None);
    let ambient = |setup: &Setup| crate::assess::assess(setup, &kit, terms()).unwrap().levels[0].ambient.stops();
    let at = |time: Option<&str>| {
        let told = verdict.taken_over(&setup, &take, time.map(clock).as_ref());
        let times: Vec<_> =
            told.readings.iter().filter(|r| r.id.as_str().starts_with("frame-")).map(|r| r.time.clone()).collect();
        (ambient(&told) - ambient(&setup), times[0].clone())
    };
    let (more, time) = at(Some("18:12"));
    assert!(more.abs() < 1e-6 && time == Some(clock("18:12")), "{more} {time:?}");
    assert!((at(Some("18:50")).0 - 0.7).abs() < 1e-6);
    // One whose time is not known is taken to be of now.
    assert!((at(None).0 - 0.7).abs() < 1e-6);
}

fn assess_levels(setup: &Setup, kit: &Kit) -> Vec<(Patch, f64)> {
    let assessment = crate::assess::assess(setup, kit, terms()).unwrap();
    assessment.levels.iter().map(|level| (level.patch, level.total.stops())).collect()
}

/// A flash two thirds too bright is turned down by two thirds, no light is moved, no gel changed, and then the face is right; where
/// its power is held, that is said and nothing turned.
#[test]
fn what_to_turn() {
    let kit = sample::kit();
    let mut setup = crate::solve::solve(&sample::portrait(), &kit, terms()).unwrap();
    for dial in [&mut setup.camera.iso.held, &mut setup.camera.aperture.held, &mut setup.camera.shutter.held] {
        *dial = true;
    }
    setup.camera.nd.held = true;
    let take = taken(&setup, &kit, (0.0, 2.0 / 3.0), true);
    let verdict = judge(&take, None, None);
    let face = verdict.judged(Patch::Face).unwrap();
    assert!(face.flash_more.unwrap().stops() > 0.6 && verdict.headline.contains("over"), "{verdict:?}");
    let mend = |setup: &Setup| {
        let told = verdict.taken_over(setup, &take, None);
        mended(Seen::from(&told), &kit, terms(), &[Patch::Face]).unwrap()
    };
    let found = mend(&setup);
    let below = |setup: &Setup| setup.lights[0].power.at.stops_below_full();
    assert!((below(&found.setup) - below(&setup) - 2.0 / 3.0).abs() < 0.2, "{}", found.text);
    assert_eq!(found.turns.len(), 1, "{}", found.text);
    let level = assess_levels(&found.setup, &kit)[0].1;
    assert!(level <= face.target.unwrap().high + 0.05 && level > face.target.unwrap().low - 0.35, "{level}");
    assert_eq!((found.setup.lights[0].at, &found.setup.lights[0].gels), (setup.lights[0].at, &setup.lights[0].gels));
    setup.lights[0].power.held = true;
    let held = mend(&setup);
    assert!(held.turns.is_empty() && held.text == say::judge::NO_DIAL_LEFT, "{}", held.text);
}

/// A grey card in the face's light says what the face's own tone takes: a face half a stop darker than its class is right all the same,
/// and its level is known better.
#[test]
fn a_grey_card_takes_the_tone_out() {
    let (kit, setup) = (sample::kit(), sample::portrait());
    let mut take = taken(&setup, &kit, (0.0, 0.0), true);
    let own = judge(&take, None, None).judged(Patch::Face).unwrap().level.stops();
    measured(&mut take, FACE).linear = measured(&mut take, FACE).linear.map(|part| part / f64::sqrt(2.0));
    let fooled = judge(&take, None, None).judged(Patch::Face).unwrap().clone();
    assert!((own - fooled.level.stops() - 0.5).abs() < 1e-6);
    let card = own + take.planned.card.stops();
    take.marks.push(marked(MarkOf::GreyCard, card));
    let verdict = judge(&take, None, None);
    let face = verdict.judged(Patch::Face).unwrap();
    assert!((face.level.stops() - own).abs() < 1e-6 && face.error < fooled.error, "{face:?}");
    // An even grey under the camera's own setting: that is the light.
    let grey = verdict.grey.unwrap();
    assert!((grey.kelvin.kelvin() - take.planned.kelvin.kelvin()).abs() < 30.0, "{grey:?}");
}

/// What cannot be judged is said, and moves nothing.
#[rstest]
#[case::burnt(|m: &mut MarkShows| m.burnt = Share::nearest(0.3), "30 % of the face is burnt out")]
#[case::black(|m: &mut MarkShows| m.black = Share::nearest(0.1), "10 % of the face is black")]
#[case::uneven(|m: &mut MarkShows| m.spread = Stops::of(1.6), "make the mark smaller")]
fn what_cannot_be_judged(#[case] spoil: fn(&mut MarkShows), #[case] said: &str) {
    let (kit, setup) = (sample::kit(), sample::portrait());
    let mut take = taken(&setup, &kit, (0.5, 0.5), true);
    take.marks.retain(|mark| mark.of == FACE);
    spoil(measured(&mut take, FACE));
    let verdict = judge(&take, None, None);
    assert!(verdict.patches[0].sentence.contains(said), "{}", verdict.patches[0].sentence);
    assert!(verdict.headline.contains("cannot be judged"), "{}", verdict.headline);
    assert_eq!(verdict.taken_over(&setup, &take, None), setup);
}

/// What is to be known is told: of the settings, the flash that stayed dark, the pair that is none, what is burnt out.
#[test]
fn what_is_noted() {
    let (kit, setup) = (sample::kit(), sample::portrait());
    let plain = taken(&setup, &kit, (0.0, 0.0), true);
    let of = |take: &Take, without: Option<&Take>| -> Vec<Noted> {
        judge(take, without, None).noted.into_iter().map(|said| said.noted).collect()
    };
    assert_eq!(of(&plain, None), []);
    let dark = taken(&setup, &kit, (0.0, 0.0), false);
    assert_eq!(of(&dark, None), [Noted::NoFlash]);
    assert_eq!(of(&plain, Some(&plain)), [Noted::PairHasFlash]);
    let mut unknown = plain.clone();
    unknown.settings.iso = None;
    assert_eq!(of(&unknown, None), [Noted::SettingsUnknown]);
    let mut other = plain.clone();
    other.settings.iso = Some(Mark::nearest(30));
    other.settings.auto_white = Some(true);
    assert_eq!(of(&other, None), [Noted::OtherDials, Noted::AutoWhite]);
    assert!(judge(&dark, None, None).noted.iter().all(|said| said.text.ends_with(['.', '?'])));
}
