//! Takes: frames that were made, with what was planned for them and what they show.

mod by_file;
mod mark;
mod part;
mod planned;
mod said;
mod series;

pub use by_file::{ByFile, ByFiles, taken_with};
pub use mark::{EdgeWidths, MarkOf, MarkShows, MeasuredOn, TakeMark, proposed};
pub use part::{AmbientBy, Learnable, TakenFor};
pub use planned::{Planned, PlannedLevel, PlannedPart};
pub use said::CameraSaid;
pub use series::{InRow, SeriesKind, TakeSeries, series};

use crate::check::{Check, FieldError, Problem};
use crate::colour::Tones;
use crate::marks::{Mark, StepSize};
use crate::quantity::limits::{FRAME_SIDE, TAKE_MARKS};
use crate::quantity::{Id, Name, Note, Share, Stops};
use serde::{Deserialize, Serialize};

/// Whether a frame is kept.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Choice {
    /// Not said yet.
    #[default]
    Open,
    /// A keeper.
    Keeper,
    /// None.
    Out,
}

/// A part of a frame that is kept at full size.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct FrameCrop {
    /// Its left edge, as a share of the frame's width.
    pub left: f64,
    /// Its upper edge, as a share of its height.
    pub top: f64,
    /// Pixels across.
    pub width: u32,
    /// Pixels down.
    pub height: u32,
}

/// What is known of a frame's file, as it was looked at when it came in.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct FrameSeen {
    /// What the file is called.
    pub name: Name,
    /// Its contents, as SHA-256 in hexadecimal: by it the working copy is found.
    pub hash: String,
    /// Pixels across as it is seen.
    pub width: u32,
    /// Pixels down.
    pub height: u32,
    /// The name of its colour profile; without one it is taken to be sRGB.
    pub profile: Option<String>,
    /// The share of its pixels at the end of red, green and blue.
    pub clipped: [Share; 3],
    /// How much of it is at each level.
    pub tones: Tones,
    /// Parts of it that are kept at full size.
    pub crops: Vec<FrameCrop>,
}

/// One exposure that was made.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Take {
    /// What the camera says of it.
    pub settings: CameraSaid,
    /// What was planned for it then.
    pub planned: Planned,
    /// Its file; none of a take that was put down by hand.
    pub frame: Option<FrameSeen>,
    /// What is marked in it.
    pub marks: Vec<TakeMark>,
    /// Anything worth remembering.
    pub note: Note,
    /// Whether it is kept.
    pub choice: Choice,
}

/// A take in a file of takes: one line of JSON each.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct FiledTake {
    /// The version of the format.
    pub version: u32,
    /// Its setup.
    pub setup: Id,
    /// When it was taken, or put down: `2026-09-17 18:05:00`.
    pub at: String,
    /// The take.
    pub take: Take,
}

/// Checks that a text is a date and a time as takes have it: `2026-09-17 18:05:00`.
///
/// # Errors
/// Where it is none, at the field `/at`.
pub fn check_moment(text: &str) -> Result<(), Vec<FieldError>> {
    let is_one = text.len() == 19 && text.parse::<jiff::civil::DateTime>().is_ok();
    let wrong = || vec![FieldError { field: "/at".to_owned(), problem: Problem::Moment }];
    is_one.then_some(()).ok_or_else(wrong)
}

impl FiledTake {
    /// Checks the whole of it.
    ///
    /// # Errors
    /// Every problem, each at its field.
    pub fn check(&self) -> Result<(), Vec<FieldError>> {
        check_moment(&self.at)?;
        let at = |error: FieldError| FieldError { field: format!("/take{}", error.field), ..error };
        self.take.check().map_err(|errors| errors.into_iter().map(at).collect())
    }
}

impl Take {
    /// The mark of a kind.
    #[must_use]
    pub fn mark(&self, of: MarkOf) -> Option<&TakeMark> {
        self.marks.iter().find(|mark| mark.of == of)
    }

    /// How much brighter the same ambient light comes out in this take than in another, by what the two were taken with; what a
    /// camera does not say is as planned.
    #[must_use]
    pub fn exposed_over(&self, other: &Take) -> Stops {
        let gain = |take: &Take| {
            let (said, planned) = (&take.settings, &take.planned);
            let iso = said.iso.unwrap_or(planned.iso).stops();
            // No camera says what filter is before it.
            let less = said.aperture.unwrap_or(planned.aperture).stops() + planned.nd.stops();
            iso - less - said.shutter.unwrap_or(planned.shutter).stops()
        };
        Stops::of(gain(self) - gain(other))
    }

    /// Whether the camera says how it was exposed: without that a frame tells nothing of anything but itself.
    #[must_use]
    pub fn says_its_settings(&self) -> bool {
        let said = &self.settings;
        said.shutter.is_some() && said.aperture.is_some() && said.iso.is_some()
    }

    /// The dials it was taken at that are other than planned: their names, where they stood, and where they were to.
    #[must_use]
    pub fn turned(&self) -> Vec<(&'static str, String, String)> {
        fn dial<M: Mark>(name: &'static str, at: Option<M>, planned: M) -> Option<(&'static str, String, String)> {
            let label = |mark: M| mark.label(StepSize::Thirds);
            at.filter(|at| *at != planned).map(|at| (name, label(at), label(planned)))
        }
        let (said, planned) = (&self.settings, &self.planned);
        let each = [
            dial("shutter", said.shutter, planned.shutter),
            dial("aperture", said.aperture, planned.aperture),
            dial("ISO", said.iso, planned.iso),
        ];
        each.into_iter().flatten().collect()
    }

    /// Checks the whole of it.
    ///
    /// # Errors
    /// Every problem, each at its field.
    pub fn check(&self) -> Result<(), Vec<FieldError>> {
        let mut check = Check::default();
        check.count("/marks", TAKE_MARKS, self.marks.len());
        for (index, mark) in self.marks.iter().enumerate() {
            mark.check(&mut check, &format!("/marks/{index}"));
            if self.marks[..index].iter().any(|other| other.of == mark.of) {
                check.problem(format_args!("/marks/{index}/of"), Problem::MarkTwice);
            }
        }
        if let Some(frame) = &self.frame {
            check.range("/frame/width", FRAME_SIDE, f64::from(frame.width));
            check.range("/frame/height", FRAME_SIDE, f64::from(frame.height));
        }
        check.done()
    }
}
