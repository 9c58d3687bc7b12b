//! Takes with hidden errors.

use crate::house::House;
use crate::judge::read;
use crate::kit::{CurvePoint, Kit, KitItem, ToneCurve};
use crate::learn::prior::prior;
use crate::learn::rows::Rows;
use crate::learn::{Taught, name};
use crate::quantity::{Id, Note, Share, Stops};
use crate::sample;
use crate::setup::{Patch, Setup};
use crate::situation::{Dials, Situation};
use crate::take::{CameraSaid, Choice, Learnable, MarkOf, MarkShows, MeasuredOn, Planned, Take, TakeMark};
use std::collections::BTreeMap;

/// Numbers by chance, the same for a seed (SplitMix64; normal by Box and Muller).
pub(super) struct Chance(pub(super) u64);

impl Chance {
    pub(super) fn even(&mut self) -> f64 {
        self.0 = self.0.wrapping_add(0x9e37_79b9_7f4a_7c15);
        let mut z = self.0;
        z = (z ^ (z >> 30)).wrapping_mul(0xbf58_476d_1ce4_e5b9);
        z = (z ^ (z >> 27)).wrapping_mul(0x94d0_49bb_1331_11eb);
        ((z ^ (z >> 31)) >> 11) as f64 / (1u64 << 53) as f64
    }

    pub(super) fn normal(&mut self) -> f64 {
        (-2.0 * (1.0 - self.even()).ln()).sqrt() * (std::f64::consts::TAU * self.even()).cos()
    }
}

/// The sample kit with a body whose curve is known: straight from deep black to far over white, so that no level is lost.
pub(super) fn kit() -> Kit {
    let mut kit = sample::kit();
    let plain: Vec<CurvePoint> = (0..52)
        .map(|step| {
            let code = f64::from(step) * 5.0;
            let light: f64 = crate::colour::decoded((code / 255.0).max(0.004));
            CurvePoint { code, level: (light / 0.18).log2() }
        })
        .collect();
    for item in &mut kit.items {
        if let KitItem::Camera(camera) = item {
            let (red, green, blue) = (plain.clone(), plain.clone(), plain.clone());
            camera.curve = Some(ToneCurve { red, green, blue, error: Stops::of(0.02), frames: 5 });
        }
    }
    kit
}

/// What is truly off.
pub(super) type Truth = BTreeMap<Learnable, f64>;

/// What everything in the kit is off by, drawn from what it is likely to be off by.
pub(super) fn drawn(kit: &Kit, chance: &mut Chance) -> Truth {
    let ids = kit.items.iter().filter_map(|item| {
        let id = item.id().clone();
        Some(match item {
            KitItem::Camera(_) => Learnable::Body { id },
            KitItem::Lens(_) => Learnable::Lens { id },
            KitItem::Flash(_) => Learnable::Flash { id },
            KitItem::Modifier(_) => Learnable::Modifier { id },
            KitItem::Gel(_) => Learnable::Gel { id },
            KitItem::Filter(_) => return None,
        })
    });
    let parts: Vec<Learnable> = ids.chain([Learnable::Meter]).collect();
    parts.into_iter().filter_map(|part| prior(&part, kit).map(|error| (part, error * chance.normal()))).collect()
}

/// A setup as it is planned, made once: its dials turned so that nothing burns, with and without flash.
pub(super) struct Planning {
    pub(super) setup: Id,
    pub(super) planned: Planned,
    pub(super) fired: bool,
}

pub(super) fn plannings(kit: &Kit) -> Vec<Planning> {
    let setups = sample::jobs().into_iter().flat_map(|job| job.setups);
    setups
        .flat_map(|filed| {
            let setup: Setup = crate::solve::solve(&filed.setup, kit, House::default()).unwrap();
            [true, false].map(|fired| {
                let s = Situation::new(&setup, kit, House::default()).unwrap();
                let planned = Planned::of(&s, &Dials::of(&setup), fired);
                Planning { setup: filed.id.clone(), planned, fired }
            })
        })
        .collect()
}

/// How far a frame's numbers are off by themselves, in stops.
pub(super) const NOISE: f64 = 0.036;

/// A take of a plan with everything off as it truly is; `own` is what the setup's patches have of their own, kept between its takes.
pub(super) fn take(
    planning: &Planning,
    truth: &Truth,
    own: &mut BTreeMap<(Id, Patch), [f64; 2]>,
    chance: &mut Chance,
) -> Take {
    let planned = planning.planned.clone();
    let of = |part: Learnable| truth.get(&part).copied().unwrap_or(0.0);
    let body = planned.body.clone().map_or(0.0, |id| of(Learnable::Body { id }));
    let frame = body + planned.lens.clone().map_or(0.0, |id| of(Learnable::Lens { id }));
    let none = Share::nearest(0.0);
    let mut marks = Vec::new();
    for level in &planned.levels {
        let [ambient_own, tone] = *own.entry((planning.setup.clone(), level.patch)).or_insert_with(|| {
            [
                level.ambient_error.stops() * chance.normal(),
                if level.patch.is_of_subject() { 0.2 * chance.normal() } else { 0.0 },
            ]
        });
        let by_meter = if level.ambient_by == crate::take::AmbientBy::Meter { of(Learnable::Meter) } else { 0.0 };
        let mut light = (level.ambient.stops() + by_meter + ambient_own).exp2();
        for part in &level.parts {
            let flash = part.flash.clone().map_or(0.0, |id| of(Learnable::Flash { id }));
            let modifier = part.modifier.clone().map_or(0.0, |id| of(Learnable::Modifier { id }));
            let gels: f64 = part.gels.iter().map(|id| of(Learnable::Gel { id: id.clone() })).sum();
            light += (part.level.stops() + flash + modifier + gels).exp2();
        }
        let shown = light.log2() + frame + tone + level.to_picture.stops() + NOISE * chance.normal();
        let linear = [0.18 * shown.exp2(); 3];
        if !(0.002..0.98).contains(&linear[0]) {
            continue;
        }
        let measured = MarkShows {
            linear,
            spread: Stops::of(0.05),
            burnt: none,
            black: none,
            pixels: 900,
            on: MeasuredOn::File,
            edges: None,
        };
        let of = MarkOf::Patch { patch: level.patch };
        marks.push(TakeMark { of, x: 0.5, y: 0.5, width: 0.05, height: 0.05, measured: Some(measured) });
    }
    let settings = CameraSaid {
        shutter: Some(planned.shutter),
        aperture: Some(planned.aperture),
        iso: Some(planned.iso),
        flash: Some(planning.fired),
        ..CameraSaid::default()
    };
    Take { settings, marks, planned, frame: None, note: Note::new("").unwrap(), choice: Choice::Open }
}

/// So many takes of all sample setups, one setup after the other.
pub(super) fn takes(plannings: &[Planning], truth: &Truth, rounds: usize, chance: &mut Chance) -> Vec<(Id, Take)> {
    let mut own = BTreeMap::new();
    let mut found = Vec::new();
    for _ in 0..rounds {
        for planning in plannings {
            found.push((planning.setup.clone(), take(planning, truth, &mut own, chance)));
        }
    }
    found
}

pub(super) const AT: &str = "2026-09-17 18:05:00";

pub(super) fn taught<'a>(takes: &'a [(Id, Take)]) -> Vec<Taught<'a>> {
    takes.iter().map(|(setup, take)| Taught { id: setup, setup, at: AT, take }).collect()
}

/// The marks are where the rows say: a frame as planned has nothing left before anything is learnt.
#[test]
fn a_frame_as_planned_leaves_nothing() {
    let kit = kit();
    let mut chance = Chance(1);
    let plannings = plannings(&kit);
    let mut quiet = BTreeMap::new();
    for planning in &plannings {
        for level in &planning.planned.levels {
            quiet.insert((planning.setup.clone(), level.patch), [0.0; 2]);
        }
        let take = take(planning, &Truth::new(), &mut quiet, &mut chance);
        for mark in &take.marks {
            let MarkOf::Patch { patch } = mark.of else { continue };
            let curve = kit.cameras().next().unwrap().curve.as_ref();
            let level = read(&take, patch, curve).unwrap().level;
            let wanted = planning.planned.level(patch).unwrap().total();
            assert!((level - wanted).abs() < 5.0 * NOISE, "{patch:?} {level} {wanted}");
        }
    }
    assert!(!Rows::of(&taught(&takes(&plannings, &Truth::new(), 1, &mut chance)), &kit).rows.is_empty());
    assert_eq!(name(&Learnable::Meter, &kit), "your meter");
}
