//! What stands in the picture that should not, and how near it may come.

use super::Stage;
use crate::geometry::{DVec3, HalfSpace, clipped, without};
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

/// A thing that could be in the picture: its outline, flat, and what it stands on.
#[derive(Debug, Clone)]
pub(crate) struct Outline {
    pub(crate) face: Intruder,
    pub(crate) edge: Vec<DVec3>,
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

    /// Whether some of a flat thing is seen, of which these are the corners or the one point: it may be larger than the frame.
    #[must_use]
    pub fn shows_some_of(&self, edge: &[DVec3]) -> bool {
        // Mostly a corner tells.
        if edge.iter().any(|point| self.shows(*point)) {
            return true;
        }
        let seen = clipped(edge, &self.view.sides());
        !seen.is_empty() && self.cover.is_none_or(|cover| !without(&seen, &cover).is_empty())
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
        if stage.shows_some_of(&outline.edge) {
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
/// `edge` gives its outline at a place. None where there is none.
#[must_use]
pub(crate) fn clear_distance(
    stage: &Stage<'_>,
    way: DVec3,
    stand: bool,
    edge: impl Fn(DVec3) -> Vec<DVec3>,
) -> Option<Metres> {
    let face = stage.setup.main_face().at;
    let (nearest, furthest, step) = TRIED;
    let count = ((furthest - nearest) / step) as u32;
    (0..=count).map(|i| nearest + step * f64::from(i)).find_map(|distance| {
        let at = face + way * distance;
        let fits = at.z > 0.05 && stage.setup.wall_before(at).is_none();
        // Where its middle is seen, some of it is.
        let shown = || stage.shows(at) || stage.shows_some_of(&edge(at));
        let clear = fits && !shown() && !(stand && stage.shows_stand(at));
        clear.then(|| Metres::of(distance))
    })
}

/// The edge of a card in its place.
pub(crate) fn card_edge(setup: &Setup, card: &Card) -> Vec<DVec3> {
    setup.card_flat(card).corners().to_vec()
}

/// The outline of a card, for what stands in the picture.
pub(crate) fn card_outline(setup: &Setup, card: &Card) -> Outline {
    let face = Intruder::Card { card: card.id.clone() };
    Outline { face, edge: card_edge(setup, card), stand: None }
}
