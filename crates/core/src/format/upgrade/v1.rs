//! The first version of a setup: distances typed in, nothing in its place. Each thing goes where its direction says.

use super::object;
use crate::check::{FieldError, Problem};
use crate::format::decode::decode;
use serde::{Deserialize, Serialize};
use serde_json::{Map, Value, json};

#[derive(Debug, Serialize, Deserialize)]
struct Subject {
    kind: String,
    people: u32,
    distance: f64,
    depth: f64,
    movement: Value,
    tone: Value,
}

#[derive(Debug, Serialize, Deserialize)]
struct Background {
    distance: f64,
    sunlit: f64,
}

#[derive(Debug, Clone, Copy, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
enum Direction {
    Side,
    Camera,
    Behind,
    Background,
}

#[derive(Debug, Serialize, Deserialize)]
struct Light {
    id: Value,
    on: bool,
    flash: Value,
    modifier: Value,
    gel: Value,
    direction: Direction,
    face_distance: f64,
    background_distance: f64,
    under_key: Value,
    power: Value,
}

/// Height of the eyes of the person, and of the middle of the thing, that a set then began with, in metres.
const EYES: f64 = 1.640_625;
const SITTING_EYES: f64 = 0.45 + 0.52 * 1.75 - 0.0625 * 1.75;
const THING: [f64; 3] = [0.0, -0.1, 0.925];

fn take<T: serde::de::DeserializeOwned + Serialize>(
    body: &mut Map<String, Value>,
    key: &str,
) -> Result<T, Vec<FieldError>> {
    let missing = || vec![FieldError { field: format!("/{key}"), problem: Problem::Missing }];
    decode(body.remove(key).ok_or_else(missing)?, &format!("/{key}"))
}

fn millimetre(value: f64) -> f64 {
    (value * 1000.0).round() / 1000.0
}

fn position([x, y, z]: [f64; 3]) -> Value {
    json!({"x": millimetre(x), "y": millimetre(y), "z": millimetre(z)})
}

/// People side by side 60 cm apart, in rows 70 cm apart; the first in the middle of the front row.
fn people(count: u32) -> (Vec<Value>, f64) {
    let count = count.clamp(1, 60) as usize;
    let rows = [(3, 1), (12, 2), (24, 3)].iter().find(|(most, _)| count <= *most).map_or(4, |(_, rows)| *rows);
    let (mut all, mut left, mut deepest) = (Vec::new(), count, 0.0_f64);
    for row in 0..rows {
        let here = left.div_ceil(rows - row);
        left -= here;
        let posture = if rows > 1 && row == 0 { "sitting" } else { "standing" };
        for place in 0..here {
            let side = if place % 2 == 0 { -1.0 } else { 1.0 };
            let middle = if here.is_multiple_of(2) { 0.5 } else { 0.0 };
            let x = (place.div_ceil(2) as f64 * side + middle) * 0.6;
            let y = row as f64 * 0.7;
            deepest = deepest.max(y);
            all.push(json!({"x": x, "y": y, "stature": 1.75, "posture": posture, "looks": null}));
        }
    }
    (all, deepest)
}

/// A setup of the second version.
///
/// # Errors
/// Where it is not a setup of the first.
pub(super) fn setup(old: Value) -> Result<Value, Vec<FieldError>> {
    let mut body = object(old, "")?;
    let subject: Subject = take(&mut body, "subject")?;
    let background: Background = take(&mut body, "background")?;
    let lights: Vec<Light> = take(&mut body, "lights")?;
    let indoors = body
        .get("ambient")
        .and_then(|ambient| ambient.get("kind"))
        .and_then(Value::as_str)
        .is_some_and(|kind| ["warm_lamps", "strip_lights", "cool_led"].contains(&kind));
    let standing = json!({"x": 0.0, "y": 0.0, "stature": 1.75, "posture": "standing", "looks": null});
    let mut depth = subject.depth;
    let mut everybody = vec![standing];
    if subject.kind == "group" {
        everybody = people(subject.people).0;
    }
    let first = everybody.first().and_then(|one| Some((one["x"].as_f64()?, one["posture"] == "sitting")));
    let start = if subject.kind == "thing" { THING } else { [0.0, 0.0, EYES] };
    let eye = [start[0], start[1] - subject.distance, start[2]].map(millimetre);
    let face = match first {
        Some((x, sitting)) if subject.kind == "group" => [x, 0.0, if sitting { SITTING_EYES } else { EYES }],
        _ => start,
    };
    depth = depth.max(0.0);
    let pale = json!({"reflectance": 0.6, "tint": 0.0});
    let placed = lights.iter().map(|light| placed(light, face, eye, background.distance)).collect::<Vec<_>>();
    body.insert(
        "subject".into(),
        json!({"kind": subject.kind, "depth": depth, "movement": subject.movement, "tone": subject.tone}),
    );
    body.insert(
        "background".into(),
        json!({
            "kind": if indoors { "wall" } else { "open" }, "distance": background.distance,
            "surface": pale, "sunlit": background.sunlit,
        }),
    );
    body.insert(
        "scene".into(),
        json!({
            "people": everybody,
            "thing": {"x": 0.0, "y": 0.0, "table": 0.8, "width": 0.25, "height": 0.25, "depth": 0.2, "looks": 180.0},
            "camera": {"at": position(eye), "aim": {"at": "subject"}, "upright": subject.kind == "person"},
            "room": {
                "ground": {"reflectance": 0.2, "tint": 0.0},
                "ceiling": if indoors { json!({"distance": 2.8, "surface": pale}) } else { Value::Null },
                "left": null, "right": null, "rear": null,
            },
            "panes": [], "cards": [], "sun": null, "wind": 0.0,
        }),
    );
    body.insert("lights".into(), Value::Array(placed));
    Ok(Value::Object(body))
}

/// A light at the distance it had from the face; from the background, where it was meant for that.
fn placed(old: &Light, face: [f64; 3], eye: [f64; 3], far: f64) -> Value {
    let to_camera = (eye[0] - face[0]).atan2(eye[1] - face[1]).to_degrees();
    let round = |left: f64, up: f64| {
        let (bearing, tilt) = ((to_camera + left).to_radians(), up.to_radians());
        let way = [bearing.sin() * tilt.cos(), bearing.cos() * tilt.cos(), tilt.sin()];
        [0, 1, 2].map(|axis| face[axis] + way[axis] * old.face_distance)
    };
    let at = match old.direction {
        Direction::Side => round(45.0, 20.0),
        Direction::Camera => round(8.0, 8.0),
        Direction::Behind => round(150.0, 20.0),
        Direction::Background => {
            let backdrop = backdrop(face, eye, far);
            let from = old.background_distance.min(40.0);
            [backdrop[0] - 0.6 * from, backdrop[1] - 0.8 * from, backdrop[2]]
        }
    };
    let aim = if matches!(old.direction, Direction::Background) { "background" } else { "subject" };
    json!({
        "id": old.id, "on": old.on, "flash": old.flash, "modifier": old.modifier, "gel": old.gel,
        "at": position([at[0], at[1], at[2].max(0.1)]), "aim": {"at": aim},
        "on_camera": false, "may_move": false, "bag": 0.0, "under_key": old.under_key, "power": old.power,
    })
}

/// The point of the background behind the face, as the camera sees it.
fn backdrop(face: [f64; 3], eye: [f64; 3], far: f64) -> [f64; 3] {
    let way = [0, 1, 2].map(|axis| face[axis] - eye[axis]);
    let length = way.iter().map(|part| part * part).sum::<f64>().sqrt();
    let behind = far - face[1];
    if way[1] > 0.2 * length && behind > 0.0 {
        let by = behind / way[1];
        [face[0] + way[0] * by, far, (face[2] + way[2] * by).clamp(0.0, (face[2] * 2.0).max(1.0))]
    } else {
        [face[0], far, face[2]]
    }
}
