//! Practice: short rounds, each a question with one right answer and a tolerance, drawn from a seed. The same seed is the same round.

mod boxes;
mod camera;
mod chance;
mod colour;
mod dials;
mod graded;
mod kind;
mod own;
mod pictured;
mod places;
mod progress;
mod stage;
mod task;
#[cfg(test)]
mod tests;

pub use boxes::{Answered, DrillStanding, next_kind, standing};
use chance::Chance;
pub use graded::{Graded, grade};
pub use kind::DrillKind;
pub use progress::{DatedAnswer, DrillWeek, weeks};
pub use task::{Task, TaskGraded, TaskOf, grade_task, task};

use crate::house::House;
use crate::kit::Kit;
use crate::setup::Setup;
use crate::stage::view_of;
use serde::Serialize;

/// The one gesture a round is answered by.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(tag = "by", rename_all = "snake_case")]
pub enum Gesture {
    /// A place on the stop scale, in stops.
    Stops {
        /// The lowest.
        from: f64,
        /// The highest.
        to: f64,
        /// What stands at 0.
        zero: &'static str,
        /// What is put on the scale.
        what: &'static str,
    },
    /// A mark of a dial, by its number.
    Dial {
        /// What is turned.
        name: &'static str,
        /// Its marks.
        marks: Vec<String>,
        /// Where it stands.
        begins: usize,
    },
    /// A place on the rule, in kelvin.
    Rule {
        /// Where its index stands.
        begins: f64,
    },
    /// A direction, in degrees from the camera's own, to the right as seen from the camera above zero.
    Turn {
        /// The furthest to either side.
        most: f64,
    },
    /// One of these, by its number.
    Choice {
        /// What they say.
        options: Vec<&'static str>,
    },
}

impl Gesture {
    /// Where it stands before it is answered.
    #[must_use]
    pub fn begins(&self) -> f64 {
        match self {
            Gesture::Dial { begins, .. } => *begins as f64,
            Gesture::Rule { begins } => *begins,
            Gesture::Stops { .. } | Gesture::Turn { .. } | Gesture::Choice { .. } => 0.0,
        }
    }
}

/// A frame of a round.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct DrillFrame {
    /// What it is a picture of.
    pub setup: Box<Setup>,
    /// What is said of it.
    pub caption: String,
}

/// A patch of colour.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct Swatch {
    /// As #rrggbb in sRGB.
    pub srgb: String,
    /// What it is.
    pub caption: &'static str,
}

/// A question.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct Round {
    /// What kind.
    pub kind: DrillKind,
    /// The seed it is drawn by.
    pub seed: u32,
    /// What is asked.
    pub ask: String,
    /// How it is answered.
    pub gesture: Gesture,
    /// What is looked at.
    pub frames: Vec<DrillFrame>,
    /// How wide its frames are for their height, so that they have their place before they are made; those of the answer too.
    pub shape: f64,
    /// Colours that are looked at.
    pub swatches: Vec<Swatch>,
    /// How a pane is turned that is asked about, in degrees to the right.
    pub pane: Option<f64>,
}

/// A round with its answer.
struct Drawn {
    ask: String,
    gesture: Gesture,
    frames: Vec<DrillFrame>,
    swatches: Vec<Swatch>,
    pane: Option<f64>,
    /// What is right, in the gesture's own measure.
    truth: f64,
    /// Up to how far off it counts as right, in the same.
    tolerance: f64,
    /// Stops that one of that measure is; none where it is no matter of stops.
    stops: Option<f64>,
    why: String,
    /// What is looked at with the answer: what is right, and what was answered where that can be shown.
    after: After,
}

type After = Box<dyn Fn(f64) -> Vec<DrillFrame>>;

impl Drawn {
    fn asking(ask: String, gesture: Gesture, truth: f64, tolerance: f64) -> Drawn {
        let nothing: After = Box::new(|_| Vec::new());
        let (frames, swatches, why) = (Vec::new(), Vec::new(), String::new());
        Drawn { ask, gesture, frames, swatches, pane: None, truth, tolerance, stops: None, why, after: nothing }
    }
}

/// What rounds are drawn from.
#[derive(Debug, Clone, Copy)]
pub struct DrillGround<'a> {
    /// The studio's kit.
    pub kit: &'a Kit,
    /// Its house rules.
    pub house: House,
    /// A setup of one's own to be asked about; sets made up for each round without it.
    pub own: Option<&'a Setup>,
}

fn drawn(kind: DrillKind, seed: u32, ground: DrillGround<'_>) -> Option<Drawn> {
    let DrillGround { kit, house, own } = ground;
    let mut chance = Chance::of(u64::from(seed));
    let chance = &mut chance;
    if let Some(own) = own {
        return own::drawn(kind, chance, own, kit, house);
    }
    match kind {
        DrillKind::Ratio => pictured::ratio(chance, kit, house),
        DrillKind::LitToShadow => pictured::lit_to_shadow(chance, kit, house),
        DrillKind::WhichDial => pictured::which_dial(chance, kit, house),
        DrillKind::LightFrom => pictured::light_from(chance, kit, house),
        DrillKind::Against => pictured::against(chance, kit, house),
        DrillKind::Equivalent => dials::equivalent(chance, kit),
        DrillKind::PowerForDistance => Some(dials::power_for_distance(chance, house.units)),
        DrillKind::DistanceForPower => Some(dials::distance_for_power(chance, house.units)),
        DrillKind::Binds => Some(dials::binds(chance, house.units)),
        DrillKind::Reflection => Some(places::reflection(chance)),
        DrillKind::GreyCard => Some(colour::grey_card(chance)),
        DrillKind::Depth => Some(camera::depth(chance, house.units)),
        DrillKind::SharpInHand => Some(camera::sharp_in_hand(chance, house.shake)),
        DrillKind::Outside => None,
    }
}

/// A round of a kind; none where the kit has not what its picture takes: a body, a lens, and a flash where one is asked about; nor where
/// a setup of one's own gives no such question.
#[must_use]
pub fn round(kind: DrillKind, seed: u32, ground: DrillGround<'_>) -> Option<Round> {
    let Drawn { ask, gesture, frames, swatches, pane, .. } = drawn(kind, seed, ground)?;
    let shape = frames.first().map_or(1.0, |frame| shape(&frame.setup, ground.kit));
    Some(Round { kind, seed, ask, gesture, frames, shape, swatches, pane })
}

fn shape(setup: &Setup, kit: &Kit) -> f64 {
    let body = kit.camera(&setup.camera.body);
    let view = body.map(|body| view_of(setup, (body.sensor_width, body.sensor_height)));
    view.map_or(1.0, |view| view.half_width / view.half_height)
}

/// The kinds that may be asked, of made-up sets or of one's own.
#[must_use]
pub fn kinds(own: bool) -> &'static [DrillKind] {
    if own { &own::KINDS } else { &DrillKind::ALL }
}
