//! What is answered about the sample studio, kept as text: whoever changes a number or a word sees here all that changes with it,
//! and reads it before it is kept (`cargo insta review`, or `INSTA_UPDATE=always` and the difference in git).

#![allow(clippy::unwrap_used)]

mod recorded;
mod studio;

use recorded::record;
use serde_json::{Value, json};
use studio::{jobs, kit};
use tolva_core::arrange::{Arrangement, arranged};
use tolva_core::assess::assess;
use tolva_core::day::{DayLight, Timeline, forecast, sun_ways};
use tolva_core::drill::{DrillGround, grade, kinds, round};
use tolva_core::exposure::MeterConstants;
use tolva_core::forecast::Seen;
use tolva_core::kit_sheet::kit_sheet;
use tolva_core::ladder::Ladders;
use tolva_core::layout::{Wanted, layout};
use tolva_core::outlook::outlook;
use tolva_core::quantity::Id;
use tolva_core::setup::Setup;
use tolva_core::situation::Situation;
use tolva_core::solve::{colours, plan};
use tolva_core::{House, Units};

fn setups() -> Vec<(Id, Setup)> {
    jobs().into_iter().flat_map(|job| job.setups).map(|filed| (filed.id, filed.setup)).collect()
}

/// One outdoors, one of a group among mirrors, one of a thing.
fn three() -> Vec<(Id, Setup)> {
    const THREE: [&str; 3] = ["setup-doors", "setup-table", "setup-kettle"];
    let three: Vec<_> = setups().into_iter().filter(|(id, _)| THREE.contains(&id.as_str())).collect();
    assert_eq!(three.len(), THREE.len());
    three
}

/// Takes away what is recorded elsewhere.
fn without(value: &mut Value, key: &str) {
    assert!(value.as_object_mut().unwrap().remove(key).is_some(), "{key}");
}

/// The plan of each sample setup, without its day: levels, dials, lights, cautions, binds, ways out and cures.
#[test]
fn plans() {
    for (id, setup) in setups() {
        insta::assert_snapshot!(
            format!("plan-{}", id.as_str()),
            record(&plan(&setup, &kit(), House::default()).unwrap())
        );
    }
}

/// What is changed of the first sample setup, as the file has it, so that more of what there is to say is said.
const CHANGED: [(&str, &[(&str, &str)]); 18] = [
    (
        "near with a wide lens",
        &[("/camera/lens", "\"lens-zoom\""), ("/camera/focal", "35.0"), ("/scene/camera/at/y", "-0.8")],
    ),
    ("silent shutter", &[("/camera/shutter_type", "\"electronic\"")]),
    ("past sync", &[("/camera/shutter", "{\"at\": 54, \"held\": true}"), ("/camera/high_speed_sync", "true")]),
    ("slow in the hand", &[("/camera/shutter", "{\"at\": 18, \"held\": true}")]),
    ("a runner", &[("/subject/movement", "\"running\""), ("/camera/shutter", "{\"at\": 36, \"held\": true}")]),
    ("trails", &[("/subject/movement", "\"children\""), ("/subject/trace", "\"trails\"")]),
    ("wind", &[("/scene/wind", "9.0"), ("/scene/room", "{\"ground\": {\"reflectance\": 0.25, \"tint\": 0.0}}")]),
    ("light in the frame", &[("/lights/0/at", "{\"x\": -0.3, \"y\": -0.4, \"z\": 1.8}")]),
    ("one light by an assistant", &[("/lights/0/held_by", "\"assistant\"")]),
    (
        "from the camera",
        &[("/lights/0/held_by", "\"camera\""), ("/lights/0/modifier", "null"), ("/lights/0/flash", "\"flash-shoe\"")],
    ),
    ("no flash", &[("/lights/0/on", "false")]),
    ("tubes", &[("/ambient", "{\"kind\": \"strip_lights\"}"), ("/camera/shutter", "{\"at\": 48, \"held\": true}")]),
    ("very dark", &[("/readings/0/measured/ev", "-1.0"), ("/readings/1/measured/ev", "0.0")]),
    (
        "dark skin in sun",
        &[("/subject/tone", "\"very_dark\""), ("/readings/0/measured/ev", "15.0"), ("/readings/1/measured/ev", "15.0")],
    ),
    ("nothing read", &[("/readings", "[]")]),
    ("many frames", &[("/pace", "{\"interval\": 0.3, \"frames\": 900}")]),
    ("deep", &[("/subject/depth", "1.2"), ("/camera/file", "\"jpeg\"")]),
    ("a silhouette", &[("/approach", "\"silhouette\"")]),
];

fn changed((_, changes): (&str, &[(&str, &str)])) -> Setup {
    let (_, setup) = setups().remove(0);
    let mut value = serde_json::to_value(setup).unwrap();
    for (at, to) in changes {
        *value.pointer_mut(at).unwrap() = serde_json::from_str(to).unwrap();
    }
    serde_json::from_value(value).unwrap()
}

/// What is said where the first sample setup is another: its headline, reasons, cautions, what binds and what could be done.
#[test]
fn other_circumstances() {
    let told = CHANGED.map(|change| match plan(&changed(change), &kit(), House::default()) {
        Ok(plan) => {
            let found = plan.assessment;
            let dials: Vec<_> = found.dials.into_iter().map(|dial| (dial.label, dial.reason)).collect();
            let said = (found.headline, found.approach.reason, found.judged.text, found.spill, found.set.intruders);
            let cautions: Vec<_> = found.cautions.into_iter().map(|remark| remark.text).collect();
            let ways = (plan.binds, plan.alternatives, plan.cures, plan.spill, plan.sun);
            json!({ "name": change.0, "said": said, "dials": dials, "cautions": cautions, "ways": ways })
        }
        Err(errors) => {
            let refused: Vec<_> = errors.iter().map(|error| format!("{}: {}", error.field, error.problem)).collect();
            json!({ "name": change.0, "refused": refused })
        }
    });
    insta::assert_snapshot!("other-circumstances", told.each_ref().map(record).concat());
}

/// The set of three, as it is drawn and told.
#[test]
fn sets() {
    for (id, setup) in three() {
        let wanted = Wanted { chosen: setup.lights.first().map(|light| &light.id), ratio: Some(1.5) };
        insta::assert_snapshot!(
            format!("set-{}", id.as_str()),
            record(&layout(&setup, &kit(), House::default(), wanted).unwrap())
        );
    }
}

/// The colours of three, and what could be set and worn; of that not every patch again.
#[test]
fn colour_ways() {
    for (id, setup) in three() {
        let kit = kit();
        let situation = Situation::new(&setup, &kit, House::default()).unwrap();
        let mut told = serde_json::to_value(colours(&situation)).unwrap();
        for ways in ["proposals", "schools"] {
            for way in told[ways].as_array_mut().unwrap() {
                without(way, "patches");
            }
        }
        insta::assert_snapshot!(format!("colours-{}", id.as_str()), record(&told));
    }
}

/// The field card of three, but for what is recorded as their plans and sets.
#[test]
fn cards() {
    for (id, setup) in three() {
        let kit = kit();
        let situation = Situation::new(&setup, &kit, House::default()).unwrap();
        let mut card = serde_json::to_value(tolva_core::card::card(id.clone(), &situation, None)).unwrap();
        ["assessment", "layout"].into_iter().for_each(|known| without(&mut card, known));
        insta::assert_snapshot!(format!("card-{}", id.as_str()), record(&card));
    }
}

/// Every thing of the kit.
#[test]
fn sheets() {
    let kit = kit();
    let sheets: Vec<_> = kit.items.iter().map(|item| kit_sheet(item, &kit, Units::Metres)).collect();
    insta::assert_snapshot!("kit", record(&sheets));
}

/// The evening of each sample day: its light, what stands when, and the ladder of the first setup.
#[test]
fn days() {
    for job in jobs() {
        let Some(day) = &job.day else { continue };
        let timeline = Timeline::of(job.job.date.as_str(), day).unwrap();
        let light = DayLight::of(day, &timeline, MeterConstants::default());
        let all: Vec<_> = job.setups.iter().map(|filed| (filed.id.clone(), filed.setup.clone())).collect();
        let chosen = all.first().map(|(id, _)| id);
        let answer = outlook(&light, &all, chosen, &job.kit, House::default(), None, &Ladders::default()).unwrap();
        insta::assert_snapshot!(format!("day-{}", job.id.as_str()), record(&answer));
    }
}

/// What the day adds to the plan of its first setup: its forecast, and ways of standing to the sun.
#[test]
fn plans_on_their_day() {
    for job in jobs() {
        let (Some(day), Some(filed)) = (&job.day, job.setups.first()) else { continue };
        let meter = MeterConstants::default();
        let timeline = Timeline::of(job.job.date.as_str(), day).unwrap();
        let forecast = forecast(day, &timeline, meter, &filed.setup);
        let seen = Seen { setup: &filed.setup, forecast: forecast.as_ref() };
        let mut plan = plan(seen, &job.kit, House::default()).unwrap();
        sun_ways(&mut plan, &job.kit, day, &timeline, meter);
        let told = (&plan.assessment.levels, &plan.assessment.cautions, &plan.binds, &plan.alternatives, &plan.sun);
        insta::assert_snapshot!(format!("plan-on-{}", job.id.as_str()), record(&told));
    }
}

/// Where the usual arrangements put lights and cards round a person outdoors, a group and a thing.
#[test]
fn arrangements() {
    for (id, setup) in three() {
        let put = Arrangement::ALL.map(|arrangement| {
            let put = arranged(&setup, &kit(), arrangement)?;
            let lights: Vec<_> = put.lights.iter().map(|light| (light.held_by, light.at, light.aim)).collect();
            let cards: Vec<_> = put.scene.cards.iter().map(|card| (card.at, card.aim)).collect();
            Some((arrangement, lights, cards, put.scene.camera))
        });
        insta::assert_snapshot!(format!("arranged-{}", id.as_str()), record(&put));
    }
}

/// A round of each kind of drill, on made-up sets and on one's own, with what is said to an answer of each sort.
#[test]
fn drills() {
    let (kit, house) = (kit(), House::default());
    for (name, own) in [("made-up", None), ("own", three().first().map(|(_, setup)| setup.clone()))] {
        let ground = DrillGround { kit: &kit, house, own: own.as_ref() };
        let rounds = kinds(own.is_some()).iter().flat_map(|kind| [1, 2].map(|seed| (*kind, seed)));
        let told: Vec<_> = rounds
            .filter_map(|(kind, seed)| {
                let round = round(kind, seed, ground)?;
                let levels = |setup: &Setup| assess(setup, &kit, house).ok().map(|found| found.headline);
                let frames: Vec<_> = round.frames.iter().map(|frame| levels(&frame.setup)).collect();
                let graded: Vec<_> = [0.0, 0.4, 1.0, 3.0].map(|answer| grade(kind, seed, answer, ground)).to_vec();
                Some((round, frames, graded))
            })
            .collect();
        insta::assert_snapshot!(format!("drills-{name}"), record(&told));
    }
}
