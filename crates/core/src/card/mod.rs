//! The field card: everything of a setup that is wanted in the hand, and what a whole job packs.

mod before;
mod build;
mod order;
mod own;
mod pack;
mod series;
mod steps;
#[cfg(test)]
mod tests;

pub use own::own_lines;
pub use pack::packing;

use crate::assess::Assessment;
use crate::ladder::Ladder;
use crate::layout::{Layout, Wanted, layout_of};
use crate::quantity::{Id, Minutes};
use crate::setup::Setup;
use crate::situation::Situation;
use crate::solve::{Bind, Cure, Plan, bind_situation};
use serde::Serialize;

/// A line to be ticked.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct CardLine {
    /// What it is ticked by: the same as long as it is about the same thing.
    pub key: String,
    /// What it says.
    pub text: String,
    /// Why, where that is not plain.
    pub why: Option<String>,
}

impl CardLine {
    fn new(key: impl Into<String>, text: impl Into<String>) -> CardLine {
        CardLine { key: key.into(), text: text.into(), why: None }
    }

    fn because(self, why: impl Into<String>) -> CardLine {
        CardLine { why: Some(why.into()), ..self }
    }
}

/// What is put up, in its order.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct Build {
    /// Each step.
    pub lines: Vec<CardLine>,
    /// How long all of it takes, as a guess.
    pub minutes: Minutes,
    /// How many people it takes.
    pub hands: u32,
}

/// A setup on its card.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct SetupCard {
    /// The setup.
    pub id: Id,
    /// As it stands.
    pub setup: Setup,
    /// What its dials make of the light.
    pub assessment: Assessment,
    /// What there is to draw.
    pub layout: Layout,
    /// What binds, with the ways out.
    pub binds: Vec<Bind>,
    /// Cures of what shows in panes.
    pub cures: Vec<Cure>,
    /// What to turn, and when; none without a day it stands on.
    pub ladder: Option<Ladder>,
    /// What to put up.
    pub build: Build,
    /// What to look at before the first frame.
    pub before: Vec<CardLine>,
    /// Frames to test it by, in their order.
    pub tests: Vec<CardLine>,
    /// Frames of one picture: how many in the hand, at the planned shutter and slower; focus steps; a darker one for what clips. Nothing
    /// where one frame will do.
    pub series: Vec<CardLine>,
    /// What two frames of one picture have in common and what changes between them; none where one is enough.
    pub second_frame: Option<String>,
}

/// The card of a setup.
#[must_use]
pub fn card(id: Id, s: &Situation<'_>, ladder: Option<Ladder>) -> SetupCard {
    let Plan { setup, assessment, binds, cures, .. } = bind_situation(s);
    SetupCard {
        id,
        layout: layout_of(s, Wanted { chosen: None, ratio: Some(1.15) }),
        ladder,
        build: build::build(s, &assessment),
        before: before::before(s),
        tests: order::tests(s),
        series: [
            series::series(s, &assessment),
            steps::focus_steps(s, &assessment).into_iter().collect(),
            steps::second_exposure(s, &assessment).into_iter().collect(),
        ]
        .concat(),
        second_frame: order::second_frame(s, &cures),
        setup,
        assessment,
        binds,
        cures,
    }
}
