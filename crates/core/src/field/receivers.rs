use super::Receiver;
use crate::geometry::{DVec3, turned_towards};
use crate::scene::{FaceAt, Posture};
use crate::setup::{Patch, PerPatch};
use crate::stage::Stage;

/// Where light is looked at on a set.
#[derive(Debug, Clone, PartialEq)]
pub struct Receivers {
    /// The patches, in the order of the stop scale, each by the points it is looked at; edge, legs and sky have some
    /// only where they are.
    pub patches: PerPatch<Vec<Receiver>>,
    /// The lit side of every face in the picture.
    pub faces: Vec<Receiver>,
    /// The background at the left and right edge of the frame.
    pub edges: [Receiver; 2],
}

/// A face is round: its lit side turns up to this far from where it looks, its shadow side as far the other way
/// (common practice: the cheeks), in degrees.
const CHEEK: f64 = 45.0;

impl Receivers {
    /// Those of a set lit most from one place and, if a light draws an edge, from another behind.
    pub(crate) fn of(stage: &Stage<'_>, brightest: Option<DVec3>, behind: Option<DVec3>) -> Receivers {
        let main = stage.setup.main_face();
        let (lit, shadow) = if stage.setup.is_thing() {
            of_thing(stage, brightest)
        } else {
            (lit_side(&main, brightest), shadow_side(&main, brightest))
        };
        let edge = behind.map(|at| Receiver { at: main.at, normal: (at - main.at).normalize_or_zero() });
        let faces = if stage.setup.is_thing() {
            vec![lit]
        } else {
            stage.faces.iter().map(|face| lit_side(face, brightest)).collect()
        };
        let wall = |at: DVec3| Receiver { at, normal: DVec3::NEG_Y };
        let backdrop = stage.backdrop;
        let half = stage.view.half_width * (backdrop - stage.eye).dot(stage.view.looks).max(0.1);
        let behind_subject: Vec<Receiver> = beside(stage, half).into_iter().map(wall).collect();
        let across = DVec3::X * half * stage.view.right.x.signum();
        Receivers {
            patches: PerPatch::of(|patch| match patch {
                Patch::Face => vec![lit],
                Patch::ShadowSide => vec![shadow],
                Patch::Edge => edge.into_iter().collect(),
                Patch::Legs => legs(stage, lit),
                Patch::Background => behind_subject.clone(),
                Patch::Sky => Vec::new(),
            }),
            faces,
            edges: [wall(backdrop - across), wall(backdrop + across)],
        }
    }
}

/// How far beside the subject its background is looked at, in metres, and at most so much of half the frame.
const BESIDE: (f64, f64) = (0.4, 0.8);

/// The points of the background that stand for it: beside the subject, where the camera sees it;
/// behind the subject itself only where nothing else of it is seen.
fn beside(stage: &Stage<'_>, half_frame: f64) -> Vec<DVec3> {
    let (middle, by) = (stage.backdrop, BESIDE.0.min(BESIDE.1 * half_frame));
    let seen: Vec<DVec3> =
        [-by, by].into_iter().map(|x| middle + DVec3::X * x).filter(|point| !stage.covers(*point)).collect();
    if seen.is_empty() { vec![middle] } else { seen }
}

/// Above the ground, where a figure's legs are looked at, in metres: feet and knees.
const LEGS: [f64; 2] = [0.12, 0.5];

/// The main figure's legs, where they are in the picture: turned as the face's lit side is, so that only the place differs.
fn legs(stage: &Stage<'_>, lit: Receiver) -> Vec<Receiver> {
    let standing = stage.setup.scene.people.first().is_some_and(|person| person.posture == Posture::Standing);
    let points = LEGS.map(|height| lit.at.with_z(height));
    let shown = standing && !stage.setup.is_thing() && points.iter().all(|point| stage.view.sees(*point));
    if shown { points.map(|at| Receiver { at, ..lit }).to_vec() } else { Vec::new() }
}

fn lit_side(face: &FaceAt, key: Option<DVec3>) -> Receiver {
    let normal = match key {
        Some(key) => turned_towards(face.gaze, (key - face.at).normalize_or(face.gaze), CHEEK),
        None => face.gaze,
    };
    Receiver { at: face.at, normal }
}

/// The other cheek: turned level from the gaze, away from the key.
fn shadow_side(face: &FaceAt, key: Option<DVec3>) -> Receiver {
    let left = DVec3::Z.cross(face.gaze).normalize_or(DVec3::X);
    let key_is_left = key.is_none_or(|key| (key - face.at).dot(left) >= 0.0);
    let away = if key_is_left { -left } else { left };
    Receiver { at: face.at, normal: turned_towards(face.gaze, away, CHEEK) }
}

/// The lit and the shadow side of a thing: of its sides that the camera sees, the one turned most to the light and the
/// one turned most away. Of a thing that shows one side alone the rounding of its edges is its shadow side.
fn of_thing(stage: &Stage<'_>, key: Option<DVec3>) -> (Receiver, Receiver) {
    let front = stage.setup.main_face();
    let sides: Vec<Receiver> = stage
        .setup
        .scene
        .thing
        .sides()
        .into_iter()
        .map(|(at, normal)| Receiver { at, normal })
        .filter(|side| (stage.eye - side.at).dot(side.normal) > 0.0)
        .collect();
    let turned = |side: &Receiver| key.map_or(0.0, |key| (key - side.at).normalize_or_zero().dot(side.normal));
    let most = |a: &&Receiver, b: &&Receiver| turned(a).total_cmp(&turned(b));
    let seen = Receiver { at: front.at, normal: front.gaze };
    let lit = key.and_then(|_| sides.iter().max_by(most)).or_else(|| sides.first()).copied().unwrap_or(seen);
    let shadow = sides.iter().filter(|side| side.normal != lit.normal).min_by(most).copied();
    let rounded = || Receiver { at: lit.at, ..shadow_side(&FaceAt { at: lit.at, gaze: lit.normal }, key) };
    (lit, shadow.unwrap_or_else(rounded))
}
