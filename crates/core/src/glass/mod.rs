//! Reflections in panes: what of the lights and of the photographer is seen in the glass, where in the picture, and
//! which cure moves something the least.
//!
//! A flat pane shows the mirror image of a thing: it is seen where the image lies in the frame, the line of sight
//! crosses the pane inside its edges, and a light's face sends light towards that crossing. What is left of the image is
//! cut out exactly, so that no small pane and no sliver is missed.

mod image;
mod looked;
mod spot;

use crate::kit::Kit;
use crate::quantity::Millimetres;
use crate::say;
pub use crate::setup::Mirrored as Seen;
use crate::setup::Setup;
use image::Image;
pub(crate) use image::seen_in_panes;
pub(crate) use spot::lit_spot;

use crate::geometry::Point;
use crate::quantity::{Id, Stops};
use crate::scene::PaneKind;
use crate::setup::SubjectKind;
use crate::stage::Stage;
use serde::Serialize;

/// A reflection in the picture.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct Reflection {
    /// In which pane.
    pub pane: Id,
    /// The pane that is seen in that one and shows it, where it is the image of an image.
    pub by: Option<Id>,
    /// What is seen.
    pub seen: Seen,
    /// Where in the frame, −1 to 1 from left to right.
    pub across: f64,
    /// Where in the frame, −1 to 1 from the bottom up.
    pub up: f64,
    /// Its width as a share of the frame's.
    pub width: f64,
    /// Its height as a share of the frame's.
    pub size: f64,
    /// How much of the frame it fills.
    pub share: f64,
    /// Where the line of sight meets the pane, in metres.
    pub crossing: Point,
    /// Where the mirror image stands, in metres.
    pub image: Point,
    /// How much brighter it is than what the glass shows there, in stops; none before the light was worked out.
    pub over: Option<Stops>,
    /// Whether it is so faint that nobody need mind it.
    pub faint: bool,
    /// Whether it is wanted.
    pub wanted: bool,
    /// In words.
    pub text: String,
}

impl Reflection {
    /// Whether it is in the way of the picture: not of its making, not wanted and not faint.
    #[must_use]
    pub fn disturbs(&self) -> bool {
        !matches!(self.seen, Seen::People) && !self.faint && !self.wanted
    }
}

/// A light of a setup with what the glass needs to know of it.
pub(crate) type Shown = (Id, String, crate::emitter::Emitter, f64);

/// The lights of a setup as the glass sees them, out of its kit.
pub(crate) fn shown(setup: &Setup, kit: &Kit, covering: Millimetres) -> Vec<Shown> {
    setup
        .lights
        .iter()
        .zip(setup.light_names(kit))
        .filter(|(light, _)| light.on)
        .filter_map(|(light, name)| {
            let optics = light.optics(kit, covering)?;
            let emitter = crate::emitter::Emitter {
                middle: setup.light_at(light),
                looks: setup.light_looks(light),
                face: optics.face,
                law: optics.law,
            };
            Some((light.id.clone(), name, emitter, optics.head))
        })
        .collect()
}

/// Everything seen in panes.
#[must_use]
pub(crate) fn reflections(stage: &Stage<'_>, lights: &[Shown]) -> Vec<Reflection> {
    let panes = &stage.setup.scene.panes;
    let mut found = Vec::new();
    let mut note = |image: &Image, seen: Seen, name: &str| {
        let pane = &panes[image.pane];
        let (across, up) = ((image.low.0 + image.high.0) / 2.0, (image.low.1 + image.high.1) / 2.0);
        let by = image.by.map(|by| &panes[by]);
        let on_the_way = by.map_or_else(String::new, |by| say::glass::by_way_of(word(by.kind)));
        let size = (image.high.1 - image.low.1) / 2.0;
        found.push(Reflection {
            wanted: stage.setup.wants(&pane.id, &seen),
            over: None,
            faint: false,
            pane: pane.id.clone(),
            by: by.map(|by| by.id.clone()),
            seen,
            across,
            up,
            width: (image.high.0 - image.low.0) / 2.0,
            size,
            share: image.share,
            crossing: image.crossing.into(),
            image: image.image.into(),
            text: say::glass::shows(name, word(pane.kind), &on_the_way, place_words(across, up), share_words(size)),
        });
    };
    for (image, seen) in looked::at(stage, lights).iter() {
        let name = name_of(stage.setup, lights, seen);
        note(image, seen.clone(), &name);
    }
    found
}

/// What is seen, as a sentence about it begins.
fn name_of(setup: &Setup, lights: &[Shown], seen: &Seen) -> String {
    let light = |of: &Id| lights.iter().find(|(id, ..)| id == of).map_or("", |(_, name, ..)| name);
    match seen {
        Seen::Light { light: of } => say::capital(light(of)),
        Seen::Bounce { light: of } => say::glass::lit_room(light(of)),
        Seen::Photographer => say::glass::PHOTOGRAPHER.to_owned(),
        Seen::People if setup.subject.kind == SubjectKind::Group => say::glass::GROUP.to_owned(),
        Seen::People => say::glass::SUBJECT.to_owned(),
        Seen::Card { card } => {
            let card = setup.scene.cards.iter().find(|known| known.id == *card);
            say::glass::card(card.map_or("card", |card| card.kind.words()))
        }
    }
}

/// What a pane is called.
const fn word(kind: PaneKind) -> &'static str {
    match kind {
        PaneKind::Mirror => "mirror",
        PaneKind::Glass => "glass",
    }
}

/// A share of the frame in words.
fn share_words(size: f64) -> String {
    if size < 0.005 { "less than 1 %".to_owned() } else { format!("{:.0} %", size * 100.0) }
}

/// A place of the frame in words.
fn place_words(across: f64, up: f64) -> &'static str {
    match ((across * 1.5).round() as i32, (up * 1.5).round() as i32) {
        (..=-1, 1..) => say::glass::UPPER_LEFT,
        (0, 1..) => say::glass::TOP,
        (1.., 1..) => say::glass::UPPER_RIGHT,
        (..=-1, 0) => say::glass::LEFT,
        (0, 0) => say::glass::MIDDLE,
        (1.., 0) => say::glass::RIGHT,
        (..=-1, ..=-1) => say::glass::LOWER_LEFT,
        (0, ..=-1) => say::glass::BOTTOM,
        (1.., ..=-1) => say::glass::LOWER_RIGHT,
    }
}

#[cfg(test)]
mod tests;
