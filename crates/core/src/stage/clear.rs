//! What stands in the picture that should not, and how near it may come.

use super::Stage;
use crate::geometry::{DVec3, HalfSpace};
use crate::quantity::{Id, Metres};
use crate::scene::{Card, HALF_SHOULDERS};
use crate::setup::Setup;
use serde::Serialize;

/// Something that stands in the picture.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(tag = "what", rename_all = "snake_case")]
pub enum Intruder {
    /// A light's modifier or head.
    Light {
        /// Which.
        light: Id,
    },
    /// A light's stand.
    Stand {
        /// Of which light.
        light: Id,
    },
    /// Whoever holds a light.
    Assistant {
        /// Which light.
        light: Id,
    },
    /// A card.
    Card {
        /// Which.
        card: Id,
    },
}

/// A thing that could be in the picture: points of its outline, and of what it stands on.
#[derive(Debug, Clone)]
pub(crate) struct Outline {
    pub(crate) face: Intruder,
    pub(crate) points: Vec<DVec3>,
    /// Where its stand is, if it has one.
    pub(crate) stand: Option<(Intruder, DVec3)>,
}

/// Points looked at along a stand.
const ALONG: u32 = 12;
/// Nearest and furthest distances tried, and the step between them, in metres.
const TRIED: (f64, f64, f64) = (0.3, 12.0, 0.05);

impl Stage<'_> {
    /// Whether a point is seen: in the frame and not behind the main subject's body.
    #[must_use]
    pub fn shows(&self, point: DVec3) -> bool {
        self.view.sees(point) && !self.covers(point)
    }

    /// Whether the main subject's body stands before a point.
    #[must_use]
    pub(crate) fn covers(&self, point: DVec3) -> bool {
        self.cover.is_some_and(|cover| cover.iter().all(|half| half.holds(point)))
    }

    /// Whether the straight stand under a point is seen.
    #[must_use]
    pub fn shows_stand(&self, top: DVec3) -> bool {
        (0..=ALONG).any(|i| self.shows(DVec3::new(top.x, top.y, top.z * f64::from(i) / f64::from(ALONG))))
    }
}

/// What the main subject's body stands before, as a lens sees it: between its flanks, from its feet to its crown, and behind
/// it. None for a thing, and where the lens stands in the body.
pub(super) fn cover(setup: &Setup, eye: DVec3) -> Option<[HalfSpace; 5]> {
    let person = setup.scene.people.first().filter(|_| !setup.is_thing())?;
    let foot = DVec3::new(person.x.metres(), person.y.metres(), 0.0);
    let to = (foot - eye).with_z(0.0);
    let (distance, radius) = (to.length(), HALF_SHOULDERS * 0.8);
    if distance <= radius {
        return None;
    }
    let (way, across) = (to / distance, DVec3::Z.cross(to / distance));
    // A flank is where a line of sight just touches the body.
    let (sine, cosine) = (radius / distance, (1.0 - (radius / distance).powi(2)).sqrt());
    let flank = |side: f64| HalfSpace { at: eye, inward: way * sine - across * (side * cosine) };
    let middle = foot + DVec3::Z * (person.crown() / 2.0);
    let level = |height: f64| {
        let at = foot + DVec3::Z * height;
        HalfSpace::holding(eye, at, at + across, middle)
    };
    Some([flank(1.0), flank(-1.0), level(0.0), level(person.crown()), HalfSpace { at: foot, inward: way }])
}

/// What of these is in the picture.
#[must_use]
pub(crate) fn intruders(stage: &Stage<'_>, outlines: &[Outline]) -> Vec<Intruder> {
    let mut found = Vec::new();
    for outline in outlines {
        if outline.points.iter().any(|point| stage.shows(*point)) {
            found.push(outline.face.clone());
        } else if let Some((stand, top)) = &outline.stand
            && stage.shows_stand(*top)
        {
            found.push(stand.clone());
        }
    }
    found
}

/// The nearest distance from the main face, along `way`, at which a thing is out of the picture and inside the walls;
/// `outline` gives its points at a place. None where there is none.
#[must_use]
pub(crate) fn clear_distance<Points: IntoIterator<Item = DVec3>>(
    stage: &Stage<'_>,
    way: DVec3,
    stand: bool,
    outline: impl Fn(DVec3) -> Points,
) -> Option<Metres> {
    let face = stage.setup.main_face().at;
    let (nearest, furthest, step) = TRIED;
    let count = ((furthest - nearest) / step) as u32;
    (0..=count).map(|i| nearest + step * f64::from(i)).find_map(|distance| {
        let at = face + way * distance;
        let fits = at.z > 0.05 && stage.setup.wall_before(at).is_none();
        // A thing larger than the frame may have its whole outline beside it.
        let shown = || stage.shows(at) || outline(at).into_iter().any(|point| stage.shows(point));
        let clear = fits && !shown() && !(stand && stage.shows_stand(at));
        clear.then(|| Metres::of(distance))
    })
}

/// The outline of a card in its place.
pub(crate) fn card_points(setup: &Setup, card: &Card) -> Vec<DVec3> {
    let flat = setup.card_flat(card);
    let share = |k: i32| f64::from(k) / 2.0 - 1.0;
    (0..25).map(|i| flat.at(share(i % 5), share(i / 5))).collect()
}

/// The outline of a card, for what stands in the picture.
pub(crate) fn card_outline(setup: &Setup, card: &Card) -> Outline {
    let face = Intruder::Card { card: card.id.clone() };
    Outline { face, points: card_points(setup, card), stand: None }
}
