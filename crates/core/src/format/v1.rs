//! The first version of the job format: distances typed in, nothing in its place. Read, and given a place.

use super::{Brief, FiledSetup};
use crate::approach::Approach;
use crate::colour::AmbientColour;
use crate::geometry::{DVec3, direction};
use crate::kit::Kit;
use crate::optics::Movement;
use crate::quantity::{Id, Kilograms, Metres, Name, Note, Power, Share, Stops};
use crate::scene::{Aim, Position, Scene};
use crate::setup::{self, BackgroundKind, CameraSetup, Dial, GelDial, Pace, Reading, SubjectKind, Tone, WhiteBalance};
use serde::Deserialize;

/// A job of version 1.
#[derive(Debug, Clone, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct JobFile {
    format: String,
    id: Id,
    #[serde(rename = "version")]
    _version: u32,
    job: Brief,
    setups: Vec<Filed>,
    kit: Kit,
}

#[derive(Debug, Clone, Deserialize)]
#[serde(deny_unknown_fields)]
struct Filed {
    id: Id,
    setup: Setup,
}

/// A setup of version 1.
#[derive(Debug, Clone, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct Setup {
    name: Name,
    note: Note,
    subject: Subject,
    background: Background,
    ambient: AmbientColour,
    readings: Vec<Reading>,
    lights: Vec<Light>,
    camera: CameraSetup,
    white_balance: WhiteBalance,
    approach: Option<Approach>,
    pace: Pace,
    solve_as_i_go: bool,
}

#[derive(Debug, Clone, Copy, Deserialize)]
#[serde(deny_unknown_fields)]
struct Subject {
    kind: SubjectKind,
    people: u32,
    distance: Metres,
    depth: Metres,
    movement: Movement,
    tone: Tone,
}

#[derive(Debug, Clone, Copy, Deserialize)]
#[serde(deny_unknown_fields)]
struct Background {
    distance: Metres,
    sunlit: Share,
}

#[derive(Debug, Clone, Copy, Deserialize)]
#[serde(rename_all = "snake_case")]
enum Direction {
    Side,
    Camera,
    Behind,
    Background,
}

#[derive(Debug, Clone, Deserialize)]
#[serde(deny_unknown_fields)]
struct Light {
    id: Id,
    on: bool,
    flash: Id,
    modifier: Option<Id>,
    gel: GelDial,
    direction: Direction,
    face_distance: Metres,
    background_distance: Metres,
    under_key: Stops,
    power: Dial<Power>,
}

impl From<JobFile> for super::JobFile {
    fn from(old: JobFile) -> super::JobFile {
        super::JobFile {
            format: old.format,
            version: super::VERSION,
            id: old.id,
            job: old.job,
            setups: old.setups.into_iter().map(|f| FiledSetup { id: f.id, setup: f.setup.into() }).collect(),
            kit: old.kit,
            day: None,
        }
    }
}

impl From<Setup> for setup::Setup {
    /// Each light goes where its direction says, at the distance it had from the face (from the background, where it was
    /// meant for that).
    fn from(old: Setup) -> setup::Setup {
        let subject = old.subject;
        let outdoors = !old.ambient.is_artificial();
        let mut scene = Scene::starting(subject.kind, subject.distance.metres());
        scene.room.ceiling = scene.room.ceiling.filter(|_| !outdoors);
        let mut new = setup::Setup {
            name: old.name,
            note: old.note,
            subject: setup::Subject {
                kind: subject.kind,
                depth: subject.depth,
                movement: subject.movement,
                tone: subject.tone,
            },
            background: setup::Background {
                kind: if outdoors { BackgroundKind::Open } else { BackgroundKind::Wall },
                distance: old.background.distance,
                surface: crate::scene::Surface::pale(),
                sunlit: old.background.sunlit,
            },
            scene,
            ambient: old.ambient,
            readings: old.readings,
            lights: Vec::new(),
            camera: old.camera,
            white_balance: old.white_balance,
            approach: old.approach,
            pace: old.pace,
            solve_as_i_go: old.solve_as_i_go,
            slot: None,
            forecast: None,
        };
        if subject.kind == SubjectKind::Group {
            let depth = new.subject.depth;
            new = new.with_people(subject.people.clamp(1, 60));
            new.subject.depth = depth;
        }
        new.lights = old.lights.into_iter().map(|light| placed(&new, light)).collect();
        new
    }
}

fn placed(setup: &setup::Setup, old: Light) -> setup::Light {
    let (face, eye) = (setup.main_face().at, setup.scene.camera.at.point());
    let to_camera = crate::geometry::bearing_and_tilt(eye - face).0;
    let round = |left: f64, up: f64| face + direction(to_camera + left, up) * old.face_distance.metres();
    let (at, aim) = match old.direction {
        Direction::Side => (round(45.0, 20.0), Aim::Subject),
        Direction::Camera => (round(8.0, 8.0), Aim::Subject),
        Direction::Behind => (round(150.0, 20.0), Aim::Subject),
        Direction::Background => {
            let backdrop = setup.backdrop();
            let far = old.background_distance.metres().min(40.0);
            (backdrop + DVec3::new(-0.6, -0.8, 0.0) * far, Aim::Background)
        }
    };
    setup::Light {
        id: old.id,
        on: old.on,
        flash: old.flash,
        modifier: old.modifier,
        gel: old.gel,
        at: Position::nearest(at.with_z(at.z.max(0.1))),
        aim,
        on_camera: false,
        may_move: false,
        bag: Kilograms::nearest(0.0),
        under_key: old.under_key,
        power: old.power,
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::house::House;
    use crate::scene::Role;
    use crate::setup::Patch;

    fn old() -> JobFile {
        serde_json::from_str(include_str!("../../tests/data/job-v1.json")).unwrap()
    }

    /// A file of the first version, as the program then wrote it, reads whole: everything passes the check, and distances
    /// are what they were.
    #[test]
    fn a_job_of_the_first_version_gets_a_place() {
        let (before, file) = (old(), super::super::JobFile::from(old()));
        assert_eq!(file.check(), Ok(()));
        assert_eq!(file.version, super::super::VERSION);
        let mut lights = 0;
        for (old, new) in before.setups.iter().zip(&file.setups) {
            let (old, new) = (&old.setup, &new.setup);
            if old.subject.kind != SubjectKind::Group {
                assert!((new.subject_distance().metres() - old.subject.distance.metres()).abs() < 0.02, "{}", new.name);
            }
            for (before, light) in old.lights.iter().zip(&new.lights) {
                lights += 1;
                let role = new.role(light);
                match before.direction {
                    Direction::Side => assert_eq!(role, Role::Side),
                    Direction::Camera => assert_eq!(role, Role::Camera),
                    Direction::Behind => assert_eq!(role, Role::Behind),
                    Direction::Background => {
                        assert_eq!(role, Role::Background);
                        continue;
                    }
                }
                let moved = new.face_distance(light).metres() - before.face_distance.metres();
                assert!(moved.abs() < 0.01, "{}", new.name);
            }
            let assessment = crate::assess::assess(new, &file.kit, House::default()).unwrap();
            assert!(assessment.level(Patch::Face).is_some());
        }
        assert!(lights >= 3);
    }
}
