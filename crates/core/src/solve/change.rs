use crate::approach::Approach;
use crate::assess::{DialId, DialKind};
use crate::marks::ShutterMark;
use crate::optics::Support;
use crate::quantity::{Id, Metres};
use crate::setup::Setup;
use serde::{Deserialize, Serialize};

/// A change to a setup that may loosen what binds.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(tag = "do", rename_all = "snake_case", deny_unknown_fields)]
pub enum Change {
    /// Let the solver turn a held dial.
    Release {
        /// Which.
        dial: DialId,
    },
    /// Put the shutter on a mark and leave it there.
    Shutter {
        /// The mark.
        at: ShutterMark,
    },
    /// Allow high-speed sync.
    HighSpeedSync,
    /// Put the camera on a tripod.
    Tripod,
    /// Step back from the subject: deeper focus, a smaller picture of it.
    StepBack {
        /// The new distance from the camera.
        distance: Metres,
    },
    /// Move a light.
    MoveLight {
        /// Which.
        light: Id,
        /// Its new distance from the face.
        face_distance: Metres,
    },
    /// Take another approach.
    Approach {
        /// Which.
        approach: Approach,
    },
}

/// Makes a change. What it does not concern stays as it is; a light moved keeps its direction, so its distance from
/// the background changes with it.
#[must_use]
pub fn apply(setup: &Setup, change: &Change) -> Setup {
    let mut setup = setup.clone();
    match change {
        Change::Release { dial } => release(&mut setup, dial),
        Change::Shutter { at } => setup.camera.shutter.at = *at,
        Change::HighSpeedSync => setup.camera.high_speed_sync = true,
        Change::Tripod => setup.camera.support = Support::Tripod,
        Change::StepBack { distance } => setup.subject.distance = *distance,
        Change::Approach { approach } => setup.approach = Some(*approach),
        Change::MoveLight { light, face_distance } => {
            for light in setup.lights.iter_mut().filter(|l| l.id == *light) {
                let moved = face_distance.metres() - light.face_distance.metres();
                let background = (light.background_distance.metres() + moved).max(face_distance.metres() * 0.5);
                light.face_distance = *face_distance;
                light.background_distance = Metres::nearest(background.max(0.1));
            }
        }
    }
    setup
}

fn release(setup: &mut Setup, dial: &DialId) {
    match dial.dial {
        DialKind::Iso => setup.camera.iso.held = false,
        DialKind::Aperture => setup.camera.aperture.held = false,
        DialKind::Shutter => setup.camera.shutter.held = false,
        DialKind::Nd => setup.camera.nd.held = false,
        DialKind::Kelvin => setup.white_balance.kelvin.held = false,
        DialKind::Power => {
            for light in setup.lights.iter_mut().filter(|light| Some(&light.id) == dial.light.as_ref()) {
                light.power.held = false;
            }
        }
    }
}

/// The dials the solver has to leave.
pub(super) fn held(setup: &Setup) -> Vec<DialId> {
    let camera = &setup.camera;
    let mut held: Vec<DialId> = [
        (camera.aperture.held, DialKind::Aperture),
        (camera.shutter.held, DialKind::Shutter),
        (camera.iso.held, DialKind::Iso),
        (camera.nd.held, DialKind::Nd),
    ]
    .into_iter()
    .filter(|(held, _)| *held)
    .map(|(_, dial)| DialId::camera(dial))
    .collect();
    let powers = setup.lights.iter().filter(|light| light.on && light.power.held);
    held.extend(powers.map(|light| DialId::power(light.id.clone())));
    held
}

/// The name of a dial, as part of a sentence.
pub(super) fn name(dial: &DialId) -> &'static str {
    match dial.dial {
        DialKind::Iso => "ISO",
        DialKind::Aperture => "aperture",
        DialKind::Shutter => "shutter",
        DialKind::Nd => "ND filter",
        DialKind::Power => "power",
        DialKind::Kelvin => "white balance",
    }
}

impl Change {
    /// What to do, in words.
    pub(super) fn words(&self, setup: &Setup, house: crate::house::House, step: crate::marks::StepSize) -> String {
        use crate::marks::Mark;
        match self {
            Change::Release { dial } => format!("Release the {}", name(dial)),
            Change::Shutter { at } => format!("Turn the shutter to {}", at.label(step)),
            Change::HighSpeedSync => "Allow high-speed sync".to_owned(),
            Change::Tripod => "Put the camera on a tripod".to_owned(),
            Change::StepBack { distance } => format!("Step back to {}", house.units.distance(distance.metres())),
            Change::Approach { approach } => format!("Take “{}”", approach.words()),
            Change::MoveLight { light, face_distance } => {
                let nearer = setup.lights.iter().any(|l| l.id == *light && l.face_distance > *face_distance);
                let way = if nearer { "nearer" } else { "back" };
                format!("Move the light {way}, to {}", house.units.distance(face_distance.metres()))
            }
        }
    }
}
