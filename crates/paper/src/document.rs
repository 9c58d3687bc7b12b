//! What is set on paper.

use serde::{Deserialize, Serialize};

/// Blocks in the order they are read in.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct PaperDocument {
    /// Its title: it stands at the foot of each page.
    pub title: String,
    /// What is on it.
    pub blocks: Vec<Block>,
}

/// A part of it.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(tag = "is", rename_all = "snake_case", deny_unknown_fields)]
pub enum Block {
    /// A heading.
    Heading {
        /// 1 to 3.
        level: u16,
        /// What it says.
        text: String,
    },
    /// Text.
    Text {
        /// What it says.
        text: String,
        /// Whether it stands back.
        quiet: bool,
    },
    /// A list.
    Points {
        /// Its points.
        points: Vec<String>,
    },
    /// Lines to be ticked.
    Ticks {
        /// Each.
        lines: Vec<TickLine>,
    },
    /// Dials, large enough for arm's length.
    Dials {
        /// Each.
        dials: Vec<DialShown>,
    },
    /// A table; the first of each row heads it.
    Rows {
        /// What it is of, for who cannot see it.
        caption: String,
        /// Its rows.
        rows: Vec<Vec<String>>,
    },
    /// Pictures and drawings beside each other.
    Figures {
        /// Each.
        figures: Vec<Figure>,
    },
    /// What follows begins on a page of its own.
    NewPage,
}

/// A line to be ticked.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct TickLine {
    /// What it says.
    pub text: String,
    /// Why; empty where that is plain.
    pub why: String,
    /// Whether it is done.
    pub ticked: bool,
}

/// A dial.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct DialShown {
    /// Its name.
    pub name: String,
    /// Where it stands.
    pub value: String,
    /// What stands under it; may be empty.
    pub also: String,
}

/// A picture or a drawing.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Figure {
    /// What it shows, for who cannot see it.
    pub alt: String,
    /// As what it comes.
    pub made: Made,
}

/// As what a figure comes.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(tag = "as", content = "data", rename_all = "snake_case", deny_unknown_fields)]
pub enum Made {
    /// A JPEG, in base64.
    Jpeg(String),
    /// A drawing, in SVG.
    Svg(String),
}

/// On what it is set.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum PaperShape {
    /// A4, upright.
    A4,
    /// US letter, upright.
    Letter,
    /// A sheet of A4 folded to eight small pages, with one cut in its middle.
    Pocket,
}

/// Why it cannot be set.
#[derive(Debug, thiserror::Error)]
pub enum PaperError {
    /// There is more than fits on paper one carries.
    #[error("That is too much for a card: at most {most} {of}.")]
    TooMuch {
        /// How many may be.
        most: usize,
        /// Of what.
        of: &'static str,
    },
    /// A figure that cannot be read.
    #[error("A figure cannot be read: {why}.")]
    Figure {
        /// Why.
        why: String,
    },
    /// The file cannot be made.
    #[error("The file cannot be made: {why}.")]
    Unmade {
        /// Why.
        why: String,
    },
}
