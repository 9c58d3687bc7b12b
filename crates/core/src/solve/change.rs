use crate::approach::Approach;
use crate::arrange::{Addition, Arrangement};
use crate::assess::{DialId, DialKind};
use crate::marks::ShutterMark;
use crate::quantity::{Degrees, Duv, Headcount, Id, Kelvin, Metres, Millimetres};
use crate::say;
use crate::scene::{Aim, Position, ProductKind};
use crate::setup::{Holder, Setup};
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
    /// Put several exposures into one frame, their light added.
    Multiple {
        /// How many.
        exposures: u32,
    },
    /// Have a light held otherwise.
    Hold {
        /// Which.
        light: Id,
        /// By what or whom.
        by: Holder,
    },
    /// Move the camera nearer or further, along its line to the subject: further is deeper focus, a smaller picture.
    StepBack {
        /// The new distance from the camera.
        distance: Metres,
    },
    /// Move a light along its line to the face.
    MoveLight {
        /// Which.
        light: Id,
        /// Its new distance from the face.
        face_distance: Metres,
    },
    /// Move a light along its line to the background.
    LightFromBackground {
        /// Which.
        light: Id,
        /// Its new distance from the background.
        background_distance: Metres,
    },
    /// Put a light somewhere and point it.
    PlaceLight {
        /// Which.
        light: Id,
        /// Where to.
        at: Position,
        /// Where it is pointed.
        aim: Aim,
    },
    /// Put something else before a light, or nothing.
    Fit {
        /// Which light.
        light: Id,
        /// What; none for the bare head.
        modifier: Option<Id>,
    },
    /// Move a card along its line to the face.
    MoveCard {
        /// Which.
        card: Id,
        /// Its new distance from the face.
        face_distance: Metres,
    },
    /// Put the camera somewhere, with this focal length.
    PlaceCamera {
        /// Where to.
        at: Position,
        /// The focal length.
        focal: Millimetres,
    },
    /// Turn whoever is photographed.
    Turn {
        /// The bearing to look in.
        looks: Degrees,
    },
    /// Turn their back to the sun, and take the camera round; nothing without a sun.
    BackToTheSun,
    /// Put lights and cards where an arrangement wants them.
    Arrange {
        /// Which.
        arrangement: Arrangement,
    },
    /// Put one thing more on the set.
    Add {
        /// What.
        what: Addition,
    },
    /// So many people, in rows.
    People {
        /// How many.
        count: Headcount,
    },
    /// Photograph another kind of product: as large and of what it usually is.
    Product {
        /// Which kind.
        kind: ProductKind,
    },
    /// Take another approach.
    Approach {
        /// Which.
        approach: Approach,
    },
    /// Set the camera's white and put gels before lights, and leave them so.
    Colours {
        /// The temperature.
        kelvin: Kelvin,
        /// The tint.
        tint: Duv,
        /// What lights wear.
        worn: Vec<Worn>,
    },
}

/// What a light wears.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Worn {
    /// Which light.
    pub light: Id,
    /// Its gels, one before the other.
    pub gels: Vec<Id>,
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
            Change::Shutter { at } => say::change::shutter(at.label(step)),
            Change::HighSpeedSync => say::change::HIGH_SPEED_SYNC.to_owned(),
            Change::Tripod => say::change::TRIPOD.to_owned(),
            Change::Multiple { exposures } => say::change::multiple(exposures),
            Change::Hold { by: Holder::Assistant, .. } => say::change::HOLD_ASSISTANT.to_owned(),
            Change::Hold { by, .. } => say::change::hold(by.words()),
            Change::StepBack { distance } => {
                let way = if *distance < setup.subject_distance() { "Step in" } else { "Step back" };
                format!("{way} to {}", house.units.distance(distance.metres()))
            }
            Change::Approach { approach } => format!("Take “{}”", approach.words()),
            Change::MoveLight { light, face_distance } => {
                let nearer = setup.lights.iter().any(|l| l.id == *light && setup.face_distance(l) > *face_distance);
                let way = if nearer { "nearer" } else { "back" };
                say::change::move_light(way, house.units.distance(face_distance.metres()))
            }
            Change::LightFromBackground { background_distance, .. } => {
                say::change::light_from_background(house.units.distance(background_distance.metres()))
            }
            Change::PlaceLight { light, at, aim } => {
                let stays = setup.lights.iter().any(|known| known.id == *light && known.at == *at);
                match aim {
                    Aim::Free { tilt, .. } if stays && tilt.degrees() < 0.0 => say::change::turn_down(-tilt.degrees()),
                    _ if stays => say::change::TURN_LIGHT.to_owned(),
                    _ => say::change::MOVE_ANYWHERE.to_owned(),
                }
            }
            Change::Fit { .. } => say::change::FIT.to_owned(),
            Change::MoveCard { face_distance, .. } => {
                say::change::move_card(house.units.distance(face_distance.metres()))
            }
            Change::PlaceCamera { .. } => say::change::MOVE_CAMERA.to_owned(),
            Change::Turn { .. } => say::change::TURN.to_owned(),
            Change::BackToTheSun => say::change::BACK_TO_THE_SUN.to_owned(),
            Change::Arrange { .. } => say::change::ARRANGE.to_owned(),
            Change::Add { .. } => say::change::ADD.to_owned(),
            Change::Colours { kelvin, .. } => say::change::colours(kelvin.kelvin()),
            Change::Product { .. } => say::change::PRODUCT.to_owned(),
            Change::People { count } => format!("Photograph {} people", count.people()),
        }
    }
}
