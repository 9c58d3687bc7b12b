use crate::emitter::Emitter;
use crate::geometry::{DVec3, turned_towards};
use crate::scene::{FaceAt, Stage};

/// A bit of surface on which light falls.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Receiver {
    /// Where it is.
    pub at: DVec3,
    /// Where it looks.
    pub normal: DVec3,
}

/// Where light is looked at on a set.
#[derive(Debug, Clone, PartialEq)]
pub struct Receivers {
    /// The patches, in the order of the stop scale; edge and sky only where they are.
    pub patches: [Option<Receiver>; 5],
    /// The lit side of every face in the picture.
    pub faces: Vec<Receiver>,
    /// The background at the left and right edge of the frame.
    pub edges: [Receiver; 2],
}

/// A face is round: its lit side turns up to this far from where it looks, its shadow side as far the other way
/// (common practice: the cheeks), in degrees.
const CHEEK: f64 = 45.0;

impl Receivers {
    pub(super) fn of(stage: &Stage<'_>, emitters: &[Emitter], behind: Option<usize>, key: Option<usize>) -> Receivers {
        let main = stage.setup.main_face();
        let flat = stage.setup.is_thing();
        let towards_key = key.and_then(|key| emitters.get(key)).map(|emitter| emitter.middle);
        let brightest = towards_key.or_else(|| daylight_from(stage));
        let lit = |face: &FaceAt| lit_side(face, brightest, flat);
        let edge = behind
            .and_then(|index| emitters.get(index))
            .map(|emitter| Receiver { at: main.at, normal: (emitter.middle - main.at).normalize_or_zero() });
        let wall = |at: DVec3| Receiver { at, normal: DVec3::NEG_Y };
        let backdrop = stage.backdrop;
        let half = stage.view.half_width * (backdrop - stage.eye).dot(stage.view.looks).max(0.1);
        let across = DVec3::X * half * stage.view.right.x.signum();
        Receivers {
            patches: [Some(lit(&main)), Some(shadow_side(&main, brightest, flat)), edge, Some(wall(backdrop)), None],
            faces: stage.faces.iter().map(lit).collect(),
            edges: [wall(backdrop - across), wall(backdrop + across)],
        }
    }
}

/// Where daylight comes from: the brightest window, else the sun.
fn daylight_from(stage: &Stage<'_>) -> Option<DVec3> {
    let scene = &stage.setup.scene;
    let window = scene
        .panes
        .iter()
        .filter_map(|pane| pane.daylight.map(|level| (level.ev() + pane.flat().area().log2(), pane.at.point())))
        .max_by(|a, b| a.0.total_cmp(&b.0));
    let main = stage.setup.main_face().at;
    window.map(|(_, at)| at).or_else(|| stage.setup.sun().map(|sun| main + sun.towards() * 100.0))
}

fn lit_side(face: &FaceAt, key: Option<DVec3>, flat: bool) -> Receiver {
    let normal = match key {
        Some(key) if !flat => turned_towards(face.gaze, (key - face.at).normalize_or(face.gaze), CHEEK),
        _ => face.gaze,
    };
    Receiver { at: face.at, normal }
}

/// The other cheek: turned level from the gaze, away from the key.
fn shadow_side(face: &FaceAt, key: Option<DVec3>, flat: bool) -> Receiver {
    let left = DVec3::Z.cross(face.gaze).normalize_or(DVec3::X);
    let key_is_left = key.is_none_or(|key| (key - face.at).dot(left) >= 0.0);
    let away = if key_is_left { -left } else { left };
    // A flat thing shows its other side only a little.
    let by = if flat { CHEEK / 2.0 } else { CHEEK };
    Receiver { at: face.at, normal: turned_towards(face.gaze, away, by) }
}
