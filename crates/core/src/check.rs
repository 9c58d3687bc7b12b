//! Checks of whole values: every problem found, each at its field, in words a photographer understands.

use crate::colour::Preset;
use crate::quantity::{ClockTime, Id, Limit, OutOfRange, Stops};
use std::fmt::Display;

/// What is wrong with a field.
#[derive(Debug, Clone, PartialEq, thiserror::Error)]
pub enum Problem {
    /// A number outside its range.
    #[error(transparent)]
    Range(#[from] OutOfRange),
    /// A list with too many or too few entries.
    #[error("The {} can be {} to {}; here it is {count}.", limit.name, limit.min, limit.max)]
    Count {
        /// What is counted and how many may be.
        limit: Limit,
        /// How many there are.
        count: usize,
    },
    /// A thing of the kit that is not there.
    #[error("There is no {kind} called “{id}” in the kit. Choose another.")]
    NotInKit {
        /// What was looked for.
        kind: &'static str,
        /// Its id.
        id: Id,
    },
    /// The same id twice in one list.
    #[error("“{id}” is there twice.")]
    Twice {
        /// The repeated id.
        id: Id,
    },
    /// What was seen is too far from what is known to be the same thing.
    #[error("That lies too far from what is known to be of the same thing: look again at what was watched, and how.")]
    FarOff {
        /// How far, in stops or doublings.
        by: Stops,
    },
    /// A date and a time that are none.
    #[error("A moment is written as 2026-09-17 18:05:00.")]
    Moment,
    /// Two marks of one kind.
    #[error("This is marked already: move the mark that is there.")]
    MarkTwice,
    /// A tone curve that does not rise all the way.
    #[error("A tone curve rises all the way: each point is lighter than the one before.")]
    CurveFalls,
    /// The same preset twice.
    #[error("The {} is there twice.", preset.words())]
    PresetTwice {
        /// The repeated preset.
        preset: Preset,
    },
    /// An aperture the lens does not have.
    #[error("This lens goes from {widest} to {smallest} at this focal length; {asked} is outside.")]
    Aperture {
        /// Widest mark.
        widest: String,
        /// Smallest mark.
        smallest: String,
        /// The mark asked for.
        asked: String,
    },
    /// A dial position the body does not have.
    #[error("This body goes from {first} to {last}; {asked} is outside.")]
    Dial {
        /// First mark.
        first: String,
        /// Last mark.
        last: String,
        /// The mark asked for.
        asked: String,
    },
    /// A sensitivity the film is not rated at.
    #[error("The film in this body is rated at ISO {rated}; {asked} is none of its.")]
    FilmSpeed {
        /// What it is rated at.
        rated: String,
        /// The mark asked for.
        asked: String,
    },
    /// A white balance on film.
    #[error("This film is balanced for {balanced} K. Gels bring the lights to it.")]
    FilmBalance {
        /// What it is balanced for, in kelvin.
        balanced: f64,
    },
    /// A mean of exposures on film.
    #[error("A film adds its exposures. It takes no mean.")]
    FilmAdds,
    /// More exposures in one frame than the body puts together.
    #[error("{}", if *most > 1 { format!("This body puts at most {most} exposures in one frame.") } else { "This body puts no exposures together in one frame.".to_owned() })]
    Exposures {
        /// How many it does.
        most: u32,
    },
    /// A focal length the lens does not have.
    #[error("This lens goes from {shortest} to {longest} mm, not {asked} mm.")]
    Focal {
        /// Shortest focal length.
        shortest: f64,
        /// Longest focal length.
        longest: f64,
        /// The one asked for.
        asked: f64,
    },
    /// Nearer than the lens can focus.
    #[error("This lens focuses no nearer than {closest} m.")]
    TooNear {
        /// Closest focus, in metres.
        closest: f64,
    },
    /// Further than the lens can focus with what is on it.
    #[error("With what is on this lens it focuses no further than {furthest} m. Come nearer, or take it off.")]
    TooFar {
        /// Furthest focus, in metres.
        furthest: f64,
    },
    /// More depth than there is room for.
    #[error("The subject is deeper than its distance from the camera allows.")]
    TooDeep,
    /// Two ends of a range the wrong way round.
    #[error("The {low} has to be below the {high}.")]
    Order {
        /// The lower end.
        low: &'static str,
        /// The upper end.
        high: &'static str,
    },
    /// A flash that does not say how bright it is.
    #[error("A flash needs a guide number, a zoom table, a meter reading or its watt-seconds.")]
    NoGuideNumber,
    /// A power the flash does not have.
    #[error("This flash goes down to {lowest}; {asked} is below.")]
    Power {
        /// Lowest power.
        lowest: String,
        /// The power asked for.
        asked: String,
    },
    /// Behind a wall of the room.
    #[error("The {thing} would stand behind the {wall}. Move it, or move the wall.")]
    BehindWall {
        /// What.
        thing: &'static str,
        /// Which wall.
        wall: &'static str,
    },
    /// Where the subject is.
    #[error("The {thing} would stand inside the subject. Move it away.")]
    InSubject {
        /// What.
        thing: &'static str,
    },
    /// A camera that does not see the subject.
    #[error("The camera is turned {degrees}° away from the subject. Turn it round.")]
    FacesAway {
        /// By how much.
        degrees: f64,
    },
    /// A share of flash that a meter cannot tell.
    #[error("Under 2 % of flash a meter tells nothing of it. Read the flash alone, or nearer to it.")]
    HardlyFlash,
    /// Not a day of the calendar.
    #[error("A date is a day of the calendar, as 2026-06-30.")]
    Date,
    /// A time the clocks skip that day.
    #[error("{time} does not exist on {date}: the clocks go past it. Choose a time before or after.")]
    NoSuchTime {
        /// The time.
        time: ClockTime,
        /// The date.
        date: String,
    },
    /// A spot the place does not have.
    #[error("There is no spot called “{id}” in this place. Choose another.")]
    NoSuchSpot {
        /// Its id.
        id: Id,
    },
    /// Two heights of a skyline in one direction.
    #[error("This bearing is there already. A skyline has one height in each direction.")]
    SameBearing,
    /// A field that has to be there.
    #[error("This is missing.")]
    Missing,
    /// A field that nothing knows.
    #[error("There is no such field.")]
    Unknown,
    /// Not of the kind that is needed.
    #[error("{what} is needed here.")]
    Needs {
        /// What is needed.
        what: &'static str,
    },
    /// None of the choices.
    #[error("The choices here are {}.", choices.join(", "))]
    NotAChoice {
        /// What there is to choose from.
        choices: Vec<String>,
    },
    /// No kind of kit.
    #[error("A thing of the kit is a camera, lens, flash, modifier, gel or filter.")]
    KitKind,
    /// A quantity's own words.
    #[error("{words}")]
    Said {
        /// What it says.
        words: String,
    },
    /// A dial named twice in an order.
    #[error("This dial is in the order already. Each follows once.")]
    TwiceInOrder,
    /// No filter of the kit gives this.
    #[error("No filter in the kit takes {asked} stops.")]
    NoSuchFilter {
        /// The strength asked for.
        asked: String,
    },
}

/// A problem and where it is, as a JSON pointer (RFC 6901).
#[derive(Debug, Clone, PartialEq, thiserror::Error)]
#[error("{field}: {problem}")]
pub struct FieldError {
    /// Where: `/subject/distance`.
    pub field: String,
    /// What.
    pub problem: Problem,
}

/// Gathers the problems of a value. Where a field is, is written out only for those.
#[derive(Debug, Default)]
pub(crate) struct Check {
    found: Vec<FieldError>,
}

impl Check {
    /// Notes a problem at a field.
    pub(crate) fn problem(&mut self, field: impl Display, problem: impl Into<Problem>) {
        self.found.push(FieldError { field: field.to_string(), problem: problem.into() });
    }

    /// Notes a problem unless the value is in its range.
    pub(crate) fn range(&mut self, field: impl Display, limit: Limit, value: f64) {
        if let Err(error) = limit.check(value) {
            self.problem(field, error);
        }
    }

    /// Notes a problem unless the number of entries is in its range.
    pub(crate) fn count(&mut self, field: impl Display, limit: Limit, count: usize) {
        if limit.check(count as f64).is_err() {
            self.problem(field, Problem::Count { limit, count });
        }
    }

    /// Notes every id that stands in the list more than once.
    pub(crate) fn distinct<'a>(&mut self, field: &str, ids: impl Iterator<Item = &'a Id>) {
        let mut seen = Vec::new();
        for (index, id) in ids.enumerate() {
            if seen.contains(&id) {
                self.problem(format!("{field}/{index}/id"), Problem::Twice { id: id.clone() });
            }
            seen.push(id);
        }
    }

    /// Everything found.
    pub(crate) fn done(self) -> Result<(), Vec<FieldError>> {
        if self.found.is_empty() { Ok(()) } else { Err(self.found) }
    }
}
