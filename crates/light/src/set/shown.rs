use super::{Behind, Finish, ProductKind, Skyline, Surface, View};
use crate::colour::Surface as Paint;
use crate::emitter::Emitter;
use crate::geometry::{DVec3, Flat};

/// What a camera sees of a set beside what light has to know of it. It is kept apart, so that light once worked out serves again
/// when only the camera moves.
#[derive(Debug, Clone, PartialEq)]
pub struct Shown {
    /// The camera.
    pub view: View,
    /// The people, in the order of the solids they are on the set.
    pub people: Vec<Figure>,
    /// The thing, where a thing is the subject.
    pub thing: Option<Product>,
    /// Whether the subject moves so that it may draw a trail: then what is behind it has to be known, too.
    pub moves: bool,
    /// The top of what it stands on. It is seen and shaded, and sends no light on.
    pub table: Option<Flat>,
    /// What stands far off before the sky.
    pub skyline: Skyline,
    /// What lies behind an open set; none before a wall.
    pub behind: Option<Behind>,
    /// The share of the sun that comes through leaves overhead; none where there are none.
    pub leaves: Option<f64>,
    /// Whether what is behind is full of detail: mottled, about as bright as it is on the whole.
    pub busy: bool,
    /// What carries and shapes light: it is seen and shaded, and sends no light on.
    pub gear: Vec<Gear>,
}

/// A piece of what carries and shapes light.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum Gear {
    /// A stand, from the ground up to here.
    Stand {
        /// Its top.
        top: DVec3,
    },
    /// What is behind the face of a light.
    Shade {
        /// The face.
        emitter: Emitter,
        /// How wide the bare head is, in metres.
        head: f64,
    },
    /// The camera: seen in mirrors.
    Camera {
        /// Where it looks from.
        eye: DVec3,
        /// Where it looks.
        looks: DVec3,
        /// Up, as it is held.
        up: DVec3,
    },
}

/// What a thing looks like, where its solid stands.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Product {
    /// What kind it is.
    pub kind: ProductKind,
    /// What its surface is like.
    pub finish: Finish,
    /// What it sends back.
    pub surface: Surface,
}

/// How a person stands there.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Figure {
    /// The middle between the eyes.
    pub eyes: DVec3,
    /// Where they look.
    pub gaze: DVec3,
    /// Where their body is turned.
    pub body: DVec3,
    /// Their height when standing, in metres.
    pub stature: f64,
    /// Whether they sit.
    pub seated: bool,
    /// Their skin.
    pub skin: Surface,
    /// What they wear.
    pub cloth: Surface,
}

/// A factor for each kind of thing in the picture.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct On {
    /// The subject, and what stands about it.
    pub subject: f64,
    /// The background.
    pub background: f64,
    /// The sky.
    pub sky: f64,
}

/// What everything in the picture is painted with.
#[derive(Debug, Clone, PartialEq)]
pub struct Paints {
    /// Skin, person by person.
    pub skins: Vec<Paint>,
    /// What they wear, person by person.
    pub cloths: Vec<Paint>,
    /// The thing.
    pub thing: Paint,
    /// The background.
    pub background: Paint,
}

/// How far what is out of focus is blurred: `|z − s|/z` of the blur of infinity at a distance z.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Blur {
    /// The distance focused on, in metres.
    pub focus: f64,
    /// The blur of a point infinitely far off, as a share of the frame's width.
    pub infinity: f64,
}

/// How far the subject goes while the camera exposes.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Trail {
    /// As a share of the frame's width, to the right.
    pub share: f64,
    /// Whether the flash fires at the end of the exposure; else at its beginning.
    pub flash_at_end: bool,
}

impl Trail {
    /// It stands still.
    pub const NONE: Trail = Trail { share: 0.0, flash_at_end: false };
}

/// How much of a frame a flash reaches. Curtains that cross the frame hide the rest of it past sync: at the bottom, or at the right of
/// a frame held upright (which edge it is differs from body to body).
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct FlashReach {
    /// The share of the frame, from 0 to 1.
    pub share: f64,
    /// Whether it is counted from left to right; else from top to bottom.
    pub across: bool,
}

impl FlashReach {
    /// The whole frame.
    pub const WHOLE: FlashReach = FlashReach { share: 1.0, across: false };

    /// Whether it reaches a place, told as shares from the left and the top.
    #[must_use]
    pub fn reaches(self, x: f64, y: f64) -> bool {
        (if self.across { x } else { y }) < self.share
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_curtain_hides_one_edge() {
        assert!(FlashReach::WHOLE.reaches(0.999, 0.999));
        let lying = FlashReach { share: 0.8, across: false };
        assert!(lying.reaches(0.9, 0.7) && !lying.reaches(0.1, 0.9));
        let upright = FlashReach { across: true, ..lying };
        assert!(upright.reaches(0.7, 0.9) && !upright.reaches(0.9, 0.1));
    }
}
