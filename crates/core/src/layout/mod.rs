//! The set as drawn from above and from the side: outlines and marks, all in metres, for the interface to scale.
//!
//! Points are `[x, y, z]`; the drawing from above leaves out `z`, the one from the side `x`.

mod curves;
mod edges;
mod thing;
mod things;
mod words;

pub use curves::Curve;
pub use thing::ThingRef;
pub use things::{Drawn, DrawnKind};

use crate::assess::Facts;
use crate::check::FieldError;
use crate::forecast::Seen;
use crate::geometry::{DVec3, Point};
use crate::kit::Kit;
use crate::marks::stops_label;
use crate::quantity::Id;
use crate::setup::{BackgroundKind, Patch};
use crate::situation::{Dials, Situation};
use crate::terms::Terms;
use serde::Serialize;

/// How far the drawings reach, in metres.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct Extent {
    /// Least and greatest x.
    pub x: [f64; 2],
    /// Least and greatest y.
    pub y: [f64; 2],
    /// Ground and greatest z.
    pub z: [f64; 2],
}

/// A cut through the camera's view at one distance: the middles of its four sides.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct Slice {
    /// The left edge.
    pub left: Point,
    /// The right edge.
    pub right: Point,
    /// The lower edge.
    pub bottom: Point,
    /// The upper edge.
    pub top: Point,
}

/// What the camera sees, and what of it is sharp.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct Pyramid {
    /// The lens.
    pub eye: Point,
    /// Where it ends: at the background, or at the edge of the drawing.
    pub end: Slice,
    /// Where it begins to be sharp.
    pub near: Slice,
    /// Where it ends being sharp; at the end where that is beyond.
    pub far: Slice,
}

/// A line with a distance on it.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct Span {
    /// Of which light.
    pub light: Id,
    /// From here.
    pub from: Point,
    /// To here.
    pub to: Point,
    /// What stands on it: metres or feet, and stops against the subject.
    pub text: String,
}

/// A straight line.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct Line {
    /// From here.
    pub from: Point,
    /// To here.
    pub to: Point,
}

/// Two edges that run out from a point or an edge: a beam, a shadow.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct Edges {
    /// Of which light.
    pub light: Id,
    /// Lines as seen from above.
    pub plan: Vec<Line>,
    /// Lines as seen from the side.
    pub elevation: Vec<Line>,
}

/// Everything there is to draw.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct Layout {
    /// How far it reaches.
    pub extent: Extent,
    /// Things in their places, in the order they are drawn.
    pub things: Vec<Drawn>,
    /// The camera's view.
    pub pyramid: Pyramid,
    /// Distances.
    pub spans: Vec<Span>,
    /// Edges of beams, to half their light.
    pub beams: Vec<Edges>,
    /// Edges of the subject's shadow.
    pub shadows: Vec<Edges>,
    /// Lines of equal light of the chosen light, against the subject.
    pub curves: Vec<Curve>,
    /// The background, in words, where it lies beyond the far end of the drawing.
    pub beyond: Option<String>,
    /// The direction towards the sun, of length 1, where it is known.
    pub sun: Option<Point>,
}

/// The furthest from the subject that is drawn, in metres.
const DRAWN: f64 = 9.0;

/// What is wanted of a drawing.
#[derive(Debug, Clone, Copy, Default)]
pub struct Wanted<'a> {
    /// The light whose lines of equal light are drawn.
    pub chosen: Option<&'a Id>,
    /// Width to height of the room for both drawings, one over the other: more ground is drawn until it is filled.
    pub ratio: Option<f64>,
}

/// Lays a setup out for drawing.
///
/// # Errors
/// Every problem of the setup, each at its field.
pub fn layout<'a>(
    seen: impl Into<Seen<'a>>,
    kit: &'a Kit,
    terms: impl Into<Terms>,
    wanted: Wanted<'_>,
) -> Result<Layout, Vec<FieldError>> {
    Ok(layout_of(&Situation::new(seen, kit, terms)?, wanted))
}

/// The same of a resolved setup.
#[must_use]
pub fn layout_of(s: &Situation<'_>, wanted: Wanted<'_>) -> Layout {
    let dials = Dials::of(s.setup);
    let facts = Facts::of(s, &dials);
    let extent = extent(s).widened(wanted.ratio);
    let chosen = wanted.chosen;
    let background = s.setup.background.distance.metres();
    let chosen = chosen.and_then(|id| s.lights.iter().find(|lit| lit.light.id == *id));
    Layout {
        extent,
        things: things::of(s),
        pyramid: pyramid(s, &dials, extent),
        spans: spans(s, &facts),
        beams: s.lights.iter().map(|lit| edges::beam(lit, extent)).collect(),
        shadows: s
            .lights
            .iter()
            .filter(|lit| lit.role.lights_face())
            .filter_map(|lit| edges::shadow(s, lit, extent))
            .collect(),
        curves: chosen.map(|lit| curves::of(s, lit, extent)).unwrap_or_default(),
        beyond: (background > extent.y[1])
            .then(|| format!("background {} behind", s.terms.house.units.place(background))),
        sun: s.stage.sun.map(|sun| sun.towards().into()),
    }
}

impl Extent {
    /// With more ground before and behind, until width to height of both drawings is as asked; a sheet five times as
    /// wide as high is wide enough.
    fn widened(mut self, ratio: Option<f64>) -> Extent {
        let span = |[low, high]: [f64; 2]| high - low;
        let wide = ratio.unwrap_or(0.0).min(5.0) * (span(self.x) + span(self.z));
        let more = (wide - span(self.y)).max(0.0) / 2.0;
        self.y = [self.y[0] - more, self.y[1] + more];
        self
    }
}

fn extent(s: &Situation<'_>) -> Extent {
    let setup = s.setup;
    let main = setup.main_face().at;
    // The body stands behind its lens.
    let camera = s.stage.eye - s.stage.view.looks * 0.4;
    let mut low = main.min(s.stage.eye).min(camera).with_z(0.0);
    let mut high = main.max(s.stage.eye).max(camera.with_z(0.0));
    let mut take = |point: DVec3| {
        if point.distance(main) < DRAWN {
            (low, high) = (low.min(point), high.max(point));
        }
    };
    s.lights.iter().flat_map(|lit| lit.emitter.outline()).for_each(&mut take);
    let off = setup.lights.iter().filter(|light| !light.on);
    off.map(|light| setup.light_at(light)).for_each(&mut take);
    setup.scene.cards.iter().flat_map(|card| setup.card_flat(card).corners()).for_each(&mut take);
    setup.scene.people.iter().map(|person| person.face() + DVec3::Z * 0.2).for_each(&mut take);
    for pane in &setup.scene.panes {
        let near = pane.at.point() - (pane.at.point() - main).normalize_or_zero() * 0.1;
        take(near.with_z(pane.flat().corners()[2].z));
    }
    let background = setup.background.distance.metres();
    let beyond = background > high.y.max(DRAWN * 0.75);
    if !beyond {
        high.y = high.y.max(background);
    }
    // A wall or ceiling close by is drawn; one far off is left out.
    let room = setup.scene.room;
    let within = |wall: Option<crate::scene::Wall>, reach: f64| {
        wall.map(|wall| wall.distance.metres()).filter(|distance| *distance < reach + 1.0)
    };
    low.x = within(room.left, -low.x).map_or(low.x, |distance| low.x.min(-distance));
    high.x = within(room.right, high.x).map_or(high.x, |distance| high.x.max(distance));
    low.y = within(room.rear, -low.y).map_or(low.y, |distance| low.y.min(-distance));
    high.z = within(room.ceiling, high.z + 0.8).map_or(high.z, |height| high.z.max(height));
    let wide = |low: f64, high: f64, least: f64| {
        let short = (least - (high - low)).max(0.0) / 2.0;
        [low - short - 0.35, high + short + 0.35]
    };
    Extent {
        x: wide(low.x, high.x, 2.4),
        y: wide(low.y, high.y + if beyond { 1.0 } else { 0.0 }, 2.0),
        z: [0.0, high.z.max(1.9) + 0.3],
    }
}

fn pyramid(s: &Situation<'_>, dials: &Dials, extent: Extent) -> Pyramid {
    let view = s.stage.view;
    let slice = |deep: f64| {
        let at = |x: f64, y: f64| {
            (view.eye + (view.looks + view.right * (x * view.half_width) + view.up * (y * view.half_height)) * deep)
                .into()
        };
        Slice { left: at(-1.0, 0.0), right: at(1.0, 0.0), bottom: at(0.0, -1.0), top: at(0.0, 1.0) }
    };
    // To the wall behind the subject or to the far end of the drawing, along the axis.
    let far = s.setup.back_wall().unwrap_or(f64::MAX).min(extent.y[1] - 0.2);
    let end = if view.looks.y > 0.1 { ((far - view.eye.y) / view.looks.y).max(0.5) } else { 3.0 };
    let sharp = s.lensing.depth_of_field(dials.aperture.f_number());
    let near = sharp.near.metres().min(end);
    let far = sharp.far.map_or(end, crate::quantity::Metres::metres).clamp(near, end);
    Pyramid { eye: view.eye.into(), end: slice(end), near: slice(near), far: slice(far) }
}

fn spans(s: &Situation<'_>, facts: &Facts) -> Vec<Span> {
    let face = s.setup.main_face().at;
    let mut spans = Vec::new();
    for (index, lit) in s.lights.iter().enumerate() {
        let at = lit.emitter.middle;
        let part = facts.parts[index];
        let against = |level: Option<f64>| match (part[Patch::Face].or(part[Patch::Edge]), level) {
            (Some(face), Some(level)) => format!(", {}", stops_label(level - face)),
            _ => String::new(),
        };
        let units = s.terms.house.units;
        if lit.role != crate::scene::Role::Background {
            let text = units.distance(lit.face_distance.metres());
            spans.push(Span { light: lit.light.id.clone(), from: at.into(), to: face.into(), text });
        }
        if s.setup.background.kind == BackgroundKind::Wall && lit.role != crate::scene::Role::Behind {
            let text = units.distance(lit.background_distance.metres()) + &against(part[Patch::Background]);
            let to = s.stage.backdrop.into();
            spans.push(Span { light: lit.light.id.clone(), from: at.into(), to, text });
        }
    }
    spans
}

#[cfg(test)]
mod tests;
