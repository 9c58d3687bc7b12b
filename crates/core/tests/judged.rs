//! What is said of takes of the sample studio, kept as text as the record of its plans is.

#![allow(clippy::unwrap_used)]

mod recorded;
mod studio;

use recorded::record;
use serde_json::json;
use studio::{jobs, kit};
use tolva_core::forecast::Seen;
use tolva_core::judge::{Verdict, apart_words, drift, judge, mended};
use tolva_core::kit::Kit;
use tolva_core::learn::{Taught, learn, session};
use tolva_core::marks::Mark;
use tolva_core::quantity::{Id, Name, Note, Share, Stops};
use tolva_core::setup::{Patch, Setup};
use tolva_core::situation::{Dials, Situation};
use tolva_core::take::{
    CameraSaid, Choice, EdgeWidths, FrameSeen, InRow, MarkOf, MarkShows, MeasuredOn, Planned, Take, TakeMark, series,
};
use tolva_core::{House, Units};

fn setups() -> Vec<(Id, Setup)> {
    jobs().into_iter().flat_map(|job| job.setups).map(|filed| (filed.id, filed.setup)).collect()
}

/// How much brighter than planned the ambient of a frame is, and each flash on each patch.
type Hidden = (f64, f64);

fn said(setup: &Setup, fired: bool) -> CameraSaid {
    let camera = &setup.camera;
    let (shutter, aperture, iso) = (Some(camera.shutter.at), Some(camera.aperture.at), Some(camera.iso.at));
    CameraSaid { shutter, aperture, iso, flash: Some(fired), ..CameraSaid::default() }
}

/// An even grey at a level.
fn mark(of: MarkOf, level: f64) -> TakeMark {
    let none = Share::nearest(0.0);
    let (linear, on) = ([0.18 * level.exp2(); 3], MeasuredOn::File);
    let shows = MarkShows { linear, spread: Stops::of(0.05), burnt: none, black: none, pixels: 900, on, edges: None };
    TakeMark { of, x: 0.5, y: 0.5, width: 0.05, height: 0.05, measured: Some(shows) }
}

fn take(setup: &Setup, kit: &Kit, (ambient, flash): Hidden, fired: bool) -> Take {
    let situation = Situation::new(setup, kit, House::default()).unwrap();
    let planned = Planned::of(&situation, &Dials::of(setup), fired);
    let marks = planned.levels.iter().map(|level| {
        let by_flash = level.flash().filter(|_| fired).map_or(0.0, |level| (level + flash).exp2());
        let light = (level.ambient.stops() + ambient).exp2() + by_flash;
        mark(MarkOf::Patch { patch: level.patch }, light.log2() + level.to_picture.stops())
    });
    let (marks, note) = (marks.collect(), Note::new("").unwrap());
    let frame = FrameSeen {
        name: Name::new("frame.jpg").unwrap(),
        hash: "0".repeat(64),
        width: 6_000,
        height: 4_000,
        profile: None,
        clipped: [0.004, 0.002, 0.0].map(Share::nearest),
        tones: std::iter::empty().collect(),
        crops: Vec::new(),
    };
    Take { settings: said(setup, fired), marks, planned, frame: Some(frame), note, choice: Choice::Open }
}

const FACE: MarkOf = MarkOf::Patch { patch: Patch::Face };

fn on_face(take: &mut Take) -> &mut MarkShows {
    take.marks.iter_mut().find(|mark| mark.of == FACE).and_then(|mark| mark.measured.as_mut()).unwrap()
}

/// Each sample setup as planned, too bright by ambient, too weak by flash, and against a frame without flash.
#[test]
fn frames_and_pairs() {
    let kit = kit();
    for (id, setup) in setups() {
        let hidden: [Hidden; 4] = [(0.0, 0.0), (0.8, 0.0), (0.0, -0.7), (-1.2, 0.4)];
        let told = hidden.map(|hidden| {
            let (with, without) = (take(&setup, &kit, hidden, true), take(&setup, &kit, (hidden.0, 0.0), false));
            let verdict = judge(&with, Some(&without), None);
            let (found, judged) = (verdict.taken_over(&setup, &with, None), [Patch::Face, Patch::Background]);
            let way = mended(Seen::from(&found), &kit, House::default().into(), &judged).ok();
            let apart = apart_words(&with, &without, 0.4, 0.03, (2.0, -1.5), true);
            json!({
                "alone": judge(&with, None, None), "pair": verdict, "apart": apart,
                "turn": way.map(|way| (way.turns, way.text, way.then)),
            })
        });
        insta::assert_snapshot!(format!("frames-{}", id.as_str()), told.each_ref().map(record).concat());
    }
}

/// What a frame of the first setup says where something about it cannot be judged, is not sharp, or is of other dials.
#[test]
fn troubles() {
    let (kit, (_, setup)) = (kit(), setups().remove(0));
    type Spoils = fn(&mut Take);
    let spoilt: [(&str, Spoils); 12] = [
        ("burnt", |take| on_face(take).burnt = Share::nearest(0.3)),
        ("black", |take| on_face(take).black = Share::nearest(0.4)),
        ("uneven", |take| on_face(take).spread = Stops::of(1.4)),
        ("noisy", |take| on_face(take).pixels = 9),
        ("unmeasured", |take| take.marks.iter_mut().for_each(|mark| mark.measured = None)),
        ("sharp", |take| on_face(take).edges = Some(EdgeWidths { across: Some(0.6), down: Some(0.7) })),
        ("soft", |take| on_face(take).edges = Some(EdgeWidths { across: Some(9.0), down: Some(9.5) })),
        ("drawn out", |take| on_face(take).edges = Some(EdgeWidths { across: Some(9.0), down: Some(0.8) })),
        ("one way only", |take| on_face(take).edges = Some(EdgeWidths { across: None, down: Some(9.0) })),
        ("a grey card", |take| take.marks.push(mark(MarkOf::GreyCard, 0.6))),
        ("two tones", |take| take.marks.extend([mark(MarkOf::White, 2.6), mark(MarkOf::Black, -2.0)])),
        ("no settings", |take| take.settings = CameraSaid::default()),
    ];
    let told = spoilt.map(|(name, spoils)| {
        let mut take = take(&setup, &kit, (0.1, 0.1), true);
        spoils(&mut take);
        json!({ "name": name, "verdict": judge(&take, None, None) })
    });
    insta::assert_snapshot!("troubles", told.each_ref().map(record).concat());
}

/// Why a take is off its plan: other dials, all alike, or it alone.
#[test]
fn drifts() {
    let (kit, (_, setup)) = (kit(), setups().remove(0));
    let with = |more: f64| take(&setup, &kit, (more, more), true);
    let mut slower = with(0.0);
    slower.settings.shutter = Some(Mark::nearest(setup.camera.shutter.at.sixths() - 4));
    slower.settings.iso = Some(Mark::nearest(setup.camera.iso.at.sixths() + 6));
    let told =
        [(slower, [0.0; 3]), (with(0.6), [0.6, 0.65, 0.55]), (with(-0.9), [0.0, 0.05, 0.0])].map(|(take, others)| {
            let beside: [Verdict; 3] = others.map(|more| judge(&with(more), None, None));
            drift(&take, &judge(&take, None, None), &beside.each_ref())
        });
    insta::assert_snapshot!("drifts", record(&told));
}

/// A burst, a bracket, a pair, others without a pause, and one alone.
#[test]
fn rows() {
    let (_, setup) = setups().remove(0);
    let id = |name: &str| Id::new(name).unwrap();
    let plain = said(&setup, true);
    let at_shutter = |more: i16| CameraSaid {
        shutter: Some(Mark::nearest(setup.camera.shutter.at.sixths() + more)),
        ..plain.clone()
    };
    let others = [at_shutter(0), at_shutter(6), at_shutter(12), said(&setup, false)];
    let all: Vec<(Id, String, &CameraSaid)> = [
        ("18:00:00", &plain),
        ("18:00:01", &plain),
        ("18:00:02", &plain),
        ("18:00:03", &plain),
        ("18:05:00", &others[0]),
        ("18:05:05", &others[1]),
        ("18:05:10", &others[2]),
        ("18:10:00", &plain),
        ("18:10:20", &others[3]),
        ("18:15:00", &plain),
        ("18:15:40", &plain),
        ("18:16:20", &others[1]),
        ("18:30:00", &plain),
    ]
    .into_iter()
    .enumerate()
    .map(|(index, (time, said))| (id(&format!("take-{index}")), format!("2026-09-17 {time}"), said))
    .collect();
    let of = id("setup-doors");
    let row: Vec<_> = all.iter().map(|(id, at, settings)| InRow { id, setup: &of, at, settings }).collect();
    insta::assert_snapshot!("rows", record(&series(&row)));
}

/// What thirty takes teach in which the body gives more and the first flash less than said, and what to take next.
#[test]
fn lessons() {
    let (kit, all) = (kit(), setups());
    let mut takes = Vec::new();
    for (setup, at) in all.iter().zip(0..) {
        for step in 0..5 {
            let (id, mut moved) = (Id::new(&format!("take-{at}-{step}")).unwrap(), setup.1.clone());
            moved.camera.iso.at = Mark::nearest(moved.camera.iso.at.sixths() + 2 * step);
            let of = f64::from(step) * 0.02;
            takes.push((
                id,
                &setup.0,
                format!("2026-09-17 18:{at:02}:{step:02}"),
                take(&moved, &kit, (0.3 + of, -0.2 - of), true),
            ));
        }
    }
    let taught: Vec<_> = takes.iter().map(|(id, setup, at, take)| Taught { id, setup, at, take }).collect();
    let learning = learn(&taught, &kit, &House::default());
    let next = session(&learning, &kit, 5, Units::Metres);
    insta::assert_snapshot!("lessons", record(&(learning, next)));
}
