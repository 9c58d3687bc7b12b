//! Reflections in panes: what of the lights and of the photographer is seen in the glass, where in the picture, and
//! which cure moves something the least.
//!
//! A flat pane shows the mirror image of a thing: it is seen where the image lies in the frame, the line of sight
//! crosses the pane inside its edges, and a light's face sends light towards that crossing.

mod cures;

pub use cures::{Cure, cures};

use crate::emitter::Emitter;
use crate::geometry::{DVec3, Flat, Point};
use crate::quantity::Id;
use crate::scene::{PaneKind, Stage, body_points};
use serde::Serialize;

/// What is seen in a pane.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(tag = "what", rename_all = "snake_case")]
pub enum Seen {
    /// A light.
    Light {
        /// Which.
        light: Id,
    },
    /// The photographer.
    Photographer,
}

/// A reflection in the picture.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct Reflection {
    /// In which pane.
    pub pane: Id,
    /// What is seen.
    pub seen: Seen,
    /// Where in the frame, −1 to 1 from left to right.
    pub across: f64,
    /// Where in the frame, −1 to 1 from the bottom up.
    pub up: f64,
    /// Its height as a share of the frame's.
    pub size: f64,
    /// Where the line of sight meets the pane, in metres.
    pub crossing: Point,
    /// Where the mirror image stands, in metres.
    pub image: Point,
    /// In words.
    pub text: String,
}

/// A mirror image in the frame: its points as the frame has them, and one line of sight.
#[derive(Debug, Clone, PartialEq)]
pub(crate) struct Image {
    pane: usize,
    low: (f64, f64),
    high: (f64, f64),
    crossing: DVec3,
    image: DVec3,
}

/// The points of a thing that a pane shows in the frame; `sends` tells whether a point sends light to a crossing.
fn image_of(stage: &Stage<'_>, pane: &Flat, points: &[DVec3], sends: impl Fn(DVec3, DVec3) -> bool) -> Option<Image> {
    let side = (stage.eye - pane.middle).dot(pane.normal());
    let mut found: Option<Image> = None;
    for point in points {
        // Only what stands on the camera's side of the pane is mirrored towards it.
        if (*point - pane.middle).dot(pane.normal()) * side <= 0.0 {
            continue;
        }
        let image = pane.mirrored(*point);
        let (Some(crossing), Some((x, y))) = (pane.crossing(stage.eye, image), stage.view.place(image)) else {
            continue;
        };
        if x.abs() > 1.0 || y.abs() > 1.0 || stage.covers(crossing) || !sends(*point, crossing) {
            continue;
        }
        let known = found.get_or_insert(Image { pane: 0, low: (x, y), high: (x, y), crossing, image });
        known.low = (known.low.0.min(x), known.low.1.min(y));
        known.high = (known.high.0.max(x), known.high.1.max(y));
    }
    found
}

/// The panes in which a light is seen, each with where; `head` is how wide a bare head really is.
#[must_use]
pub(crate) fn seen_in_panes(stage: &Stage<'_>, emitter: &Emitter, head: f64) -> Vec<Image> {
    let points = solid_points(emitter, head);
    let sends = |point: DVec3, crossing: DVec3| {
        emitter.law.relative((crossing - point).normalize_or_zero().dot(emitter.looks)) > 0.01
    };
    let panes = &stage.setup.scene.panes;
    let seen = panes.iter().enumerate().filter_map(|(index, pane)| {
        image_of(stage, &pane.flat(), &points, sends).map(|image| Image { pane: index, ..image })
    });
    seen.collect()
}

/// Points over and round a light's face; a bare head has its own small size.
fn solid_points(emitter: &Emitter, head: f64) -> Vec<DVec3> {
    let mut points: Vec<DVec3> = emitter.points().chain(emitter.outline()).collect();
    if emitter.area() == 0.0 {
        let flat = Flat::new(emitter.middle, emitter.looks, head, head);
        points.extend(flat.corners());
    }
    points
}

/// Everything seen in panes.
#[must_use]
pub(crate) fn reflections(stage: &Stage<'_>, lights: &[(Id, String, Emitter, f64)]) -> Vec<Reflection> {
    let panes = &stage.setup.scene.panes;
    let mut found = Vec::new();
    let mut note = |image: Image, seen: Seen, name: &str| {
        let pane = &panes[image.pane];
        let (across, up) = ((image.low.0 + image.high.0) / 2.0, (image.low.1 + image.high.1) / 2.0);
        let mirror = if pane.kind == PaneKind::Mirror { "mirror" } else { "glass" };
        let size = (image.high.1 - image.low.1) / 2.0;
        found.push(Reflection {
            pane: pane.id.clone(),
            seen,
            across,
            up,
            size,
            crossing: image.crossing.into(),
            image: image.image.into(),
            text: format!(
                "{name} shows in the {mirror}, {} of the picture, {} of its height.",
                place_words(across, up),
                share_words(size)
            ),
        });
    };
    for (id, name, emitter, head) in lights {
        for image in seen_in_panes(stage, emitter, *head) {
            note(image, Seen::Light { light: id.clone() }, &crate::assess::capital(name));
        }
    }
    let foot = DVec3::new(stage.eye.x, stage.eye.y - 0.15, 0.0);
    let mut body = body_points(foot, (stage.eye.z + 0.1).max(0.5)).to_vec();
    body.push(stage.eye + DVec3::new(0.0, -0.02, 0.0));
    for (index, pane) in panes.iter().enumerate() {
        // By day the glass is brighter than what it mirrors.
        if pane.daylight.is_none()
            && let Some(image) = image_of(stage, &pane.flat(), &body, |_, _| true)
        {
            note(Image { pane: index, ..image }, Seen::Photographer, "The photographer");
        }
    }
    found
}

/// A share of the frame in words.
fn share_words(size: f64) -> String {
    if size < 0.005 { "less than 1 %".to_owned() } else { format!("{:.0} %", size * 100.0) }
}

/// A place of the frame in words.
fn place_words(across: f64, up: f64) -> &'static str {
    match ((across * 1.5).round() as i32, (up * 1.5).round() as i32) {
        (..=-1, 1..) => "at the upper left",
        (0, 1..) => "at the top",
        (1.., 1..) => "at the upper right",
        (..=-1, 0) => "at the left",
        (0, 0) => "in the middle",
        (1.., 0) => "at the right",
        (..=-1, ..=-1) => "at the lower left",
        (0, ..=-1) => "at the bottom",
        (1.., ..=-1) => "at the lower right",
    }
}

#[cfg(test)]
mod tests;
