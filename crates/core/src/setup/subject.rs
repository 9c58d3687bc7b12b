use crate::colour::{Lab, Surface as Paint};
use crate::optics::{Movement, Trace};
use crate::quantity::{Metres, Share};
use crate::say::names;
use crate::scene::{Colouring, SubjectKind, Surface, Tone};
use crate::set::{Behind, Landscape};
use serde::{Deserialize, Serialize};

/// Who or what is in the picture.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Subject {
    /// One person, a group or a thing.
    pub kind: SubjectKind,
    /// What has to be sharp, front to back.
    pub depth: Metres,
    /// How it moves.
    pub movement: Movement,
    /// What of that is to be seen.
    pub trace: Trace,
    /// How light or dark it is.
    pub tone: Tone,
    /// Its colour: skin, cloth or surface; the usual skin of its tone without one.
    pub colour: Option<Colouring>,
}

/// What kind of background it is.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum BackgroundKind {
    /// A wall, or a cloth.
    Wall,
    /// Open ground up to a horizon; the distance is that of what was metered.
    Open,
    /// Water up to a far bank or a horizon.
    Water,
    /// Trees, bushes, a hedge.
    Foliage,
    /// Houses along a street.
    Street,
}

impl BackgroundKind {
    /// What lies there in the open; none where it is a wall.
    #[must_use]
    pub const fn landscape(self) -> Option<Landscape> {
        match self {
            BackgroundKind::Wall => None,
            BackgroundKind::Open => Some(Landscape::Land),
            BackgroundKind::Water => Some(Landscape::Water),
            BackgroundKind::Foliage => Some(Landscape::Foliage),
            BackgroundKind::Street => Some(Landscape::Street),
        }
    }

    /// Whether it is open, with a sky over it where there is no roof.
    #[must_use]
    pub const fn is_open(self) -> bool {
        self.landscape().is_some()
    }
}

/// How much there is to see in a background.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Detail {
    /// Little: it may stay as bright as the subject.
    Calm,
    /// Much: light has to lead the eye.
    Busy,
}

/// What is behind the subject.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Background {
    /// A wall, or what lies there in the open.
    pub kind: BackgroundKind,
    /// How far behind the origin of the set it is.
    pub distance: Metres,
    /// What it does with light.
    pub surface: Surface,
    /// The share of it that is in sun.
    pub sunlit: Share,
    /// How much there is to see in it; none where nobody said.
    pub detail: Option<Detail>,
    /// Its colour; grey without one.
    pub colour: Option<Colouring>,
}

impl Background {
    /// What lies behind the set, and how far off; none before a wall.
    #[must_use]
    pub fn behind(&self) -> Option<Behind> {
        Some(Behind { landscape: self.kind.landscape()?, far: self.distance.metres() })
    }

    /// What it is painted with: its own colour, the green of leaves for foliage, else grey, as light as it is said to be.
    #[must_use]
    pub fn paint(&self) -> Paint {
        let share = self.surface.reflectance.share();
        match (self.colour, self.kind) {
            (Some(colour), _) => colour.surface(),
            (None, BackgroundKind::Foliage) => Paint::of(LEAVES.as_light_as(share)),
            (None, _) => Paint::grey(share),
        }
    }

    /// That paint in words.
    #[must_use]
    pub const fn paint_words(&self) -> &'static str {
        match (self.colour, self.kind) {
            (Some(_), _) => names::OWN_COLOUR,
            (None, BackgroundKind::Foliage) => names::GREEN_OF_LEAVES,
            (None, _) => "grey",
        }
    }
}

/// Leaves in the sun (*memory*: a printed reference of them).
const LEAVES: Lab = Lab { l: 43.0, a: -13.0, b: 22.0 };

impl super::Setup {
    /// How light or dark one of the people is, or the thing.
    #[must_use]
    pub fn tone_of(&self, person: usize) -> Tone {
        let own = self.scene.people.get(person).filter(|_| !self.is_thing()).and_then(|person| person.tone);
        own.unwrap_or(self.subject.tone)
    }

    /// The colour of one of the people, or of the thing: as it was said, or the usual skin of their tone, or grey of the thing's.
    #[must_use]
    pub fn colour_of(&self, person: usize) -> Colouring {
        let who = self.scene.people.get(person).filter(|_| !self.is_thing());
        let own_tone = who.is_some_and(|person| person.tone.is_some());
        let said = self.subject.colour.filter(|_| !own_tone);
        who.and_then(|person| person.colour).or(said).unwrap_or_else(|| {
            let tone = self.tone_of(person);
            if self.is_thing() { tone.grey() } else { Colouring::Skin { skin: tone.skin() } }
        })
    }

    /// The tones of everybody in the picture, or of the thing.
    pub fn tones(&self) -> impl Iterator<Item = Tone> {
        let count = if self.subject.kind == SubjectKind::Group { self.scene.people.len() } else { 1 };
        (0..count).map(|person| self.tone_of(person))
    }

    /// Whether a thing is the subject.
    #[must_use]
    pub fn is_thing(&self) -> bool {
        self.subject.kind == SubjectKind::Thing
    }
}
