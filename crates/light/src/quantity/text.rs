//! Texts with bounds: names, notes, ids and clock times.

use super::limits;
use serde::{Deserialize, Serialize};
use std::fmt;

/// A text that cannot be taken.
#[derive(Debug, Clone, PartialEq, Eq, thiserror::Error)]
pub enum TextError {
    /// Nothing but white space.
    #[error("A name is needed.")]
    Empty,
    /// More characters than fit.
    #[error("That is {length} characters; at most {max} fit.")]
    TooLong {
        /// Characters given.
        length: usize,
        /// Characters allowed.
        max: usize,
    },
    /// A character that cannot be shown on one line.
    #[error("A name has to be one line of plain text.")]
    Control,
    /// Not an id.
    #[error("An id has 1 to 64 small letters, digits and hyphens.")]
    Id,
    /// Not a time of day.
    #[error("A time is hours and minutes, from 00:00 to 23:59.")]
    Time,
}

macro_rules! text {
    ($(#[$doc:meta])* $name:ident, $schema:expr) => {
        $(#[$doc])*
        #[derive(Debug, Clone, PartialEq, Eq, PartialOrd, Ord, Hash, Serialize, Deserialize)]
        #[serde(try_from = "String", into = "String")]
        pub struct $name(String);

        impl $name {
            /// The text itself.
            #[must_use]
            pub fn as_str(&self) -> &str {
                &self.0
            }
        }

        impl TryFrom<String> for $name {
            type Error = TextError;
            fn try_from(text: String) -> Result<Self, TextError> {
                Self::new(&text)
            }
        }

        impl From<$name> for String {
            fn from(text: $name) -> String {
                text.0
            }
        }

        impl fmt::Display for $name {
            fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
                f.write_str(&self.0)
            }
        }

        #[cfg(feature = "openapi")]
        impl utoipa::PartialSchema for $name {
            fn schema() -> utoipa::openapi::RefOr<utoipa::openapi::schema::Schema> {
                use utoipa::openapi::schema::{ObjectBuilder, Type};
                let (max, description): (f64, &str) = $schema;
                ObjectBuilder::new()
                    .schema_type(Type::String)
                    .max_length(Some(max as usize))
                    .description(Some(description))
                    .into()
            }
        }

        #[cfg(feature = "openapi")]
        impl utoipa::ToSchema for $name {}
    };
}

text! {
    /// A name: one line, 1 to 120 characters, trimmed.
    Name, (limits::NAME.max, "one line of text")
}
text! {
    /// A note: up to 4 000 characters, may be empty.
    Note, (limits::NOTE.max, "free text")
}
text! {
    /// The id of a thing: small letters, digits and hyphens, 1 to 64.
    Id, (64.0, "small letters, digits and hyphens")
}
text! {
    /// A time of day as `HH:MM`, on a 24-hour clock.
    ClockTime, (5.0, "HH:MM")
}

fn fits(text: &str, max: f64) -> Result<(), TextError> {
    let (length, max) = (text.chars().count(), max as usize);
    if length > max { Err(TextError::TooLong { length, max }) } else { Ok(()) }
}

impl Name {
    /// A checked name, with white space around it taken off.
    ///
    /// # Errors
    /// [`TextError`] when nothing is left, it is too long or it holds control characters.
    pub fn new(text: &str) -> Result<Self, TextError> {
        let text = text.trim();
        if text.is_empty() {
            return Err(TextError::Empty);
        }
        fits(text, limits::NAME.max)?;
        if text.chars().any(char::is_control) {
            return Err(TextError::Control);
        }
        Ok(Self(text.to_owned()))
    }
}

impl Default for Note {
    /// Nothing noted.
    fn default() -> Self {
        Self(String::new())
    }
}

impl Note {
    /// A checked note, kept as written.
    ///
    /// # Errors
    /// [`TextError::TooLong`] beyond 4 000 characters.
    pub fn new(text: &str) -> Result<Self, TextError> {
        fits(text, limits::NOTE.max)?;
        Ok(Self(text.to_owned()))
    }
}

impl Id {
    /// A checked id.
    ///
    /// # Errors
    /// [`TextError::Id`] for anything but 1 to 64 small letters, digits and hyphens.
    pub fn new(text: &str) -> Result<Self, TextError> {
        let plain = |c: char| c.is_ascii_lowercase() || c.is_ascii_digit() || c == '-';
        if text.is_empty() || text.len() > 64 || !text.chars().all(plain) {
            return Err(TextError::Id);
        }
        Ok(Self(text.to_owned()))
    }
}

impl ClockTime {
    /// A checked time of day.
    ///
    /// # Errors
    /// [`TextError::Time`] for anything but `HH:MM` from 00:00 to 23:59.
    pub fn new(text: &str) -> Result<Self, TextError> {
        let (hours, minutes) = text.split_once(':').ok_or(TextError::Time)?;
        let number = |part: &str, below: u8| {
            (part.len() == 2 && part.bytes().all(|b| b.is_ascii_digit()))
                .then(|| part.parse::<u8>().ok())
                .flatten()
                .filter(|n| *n < below)
        };
        match (number(hours, 24), number(minutes, 60)) {
            (Some(_), Some(_)) => Ok(Self(text.to_owned())),
            _ => Err(TextError::Time),
        }
    }

    /// The time so many minutes after midnight, on the clock of any day.
    #[must_use]
    pub fn from_minutes(minutes: u32) -> ClockTime {
        let minutes = minutes % (24 * 60);
        ClockTime(format!("{:02}:{:02}", minutes / 60, minutes % 60))
    }

    /// Minutes after midnight.
    #[must_use]
    pub fn minutes(&self) -> u32 {
        let number = |part: &str| part.parse::<u32>().unwrap_or(0);
        self.0.split_once(':').map_or(0, |(hours, minutes)| number(hours) * 60 + number(minutes))
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    #[rstest]
    #[case::plain("Slip shed", Ok("Slip shed"))]
    #[case::trimmed("  Slip shed ", Ok("Slip shed"))]
    #[case::empty(" ", Err(TextError::Empty))]
    #[case::two_lines("a\nb", Err(TextError::Control))]
    fn names(#[case] given: &str, #[case] want: Result<&str, TextError>) {
        assert_eq!(Name::new(given).as_ref().map(Name::as_str), want.as_ref().copied());
    }

    #[test]
    fn a_name_of_ten_thousand_characters_is_refused() {
        let said = Name::new(&"ä".repeat(10_000)).unwrap_err().to_string();
        assert_eq!(said, "That is 10000 characters; at most 120 fit.");
    }

    #[rstest]
    #[case("00:00", true)]
    #[case("18:42", true)]
    #[case("24:00", false)]
    #[case("7:05", false)]
    #[case("12:60", false)]
    #[case("noon", false)]
    #[case("+1:30", false)]
    fn clock_times(#[case] given: &str, #[case] fits: bool) {
        assert_eq!(ClockTime::new(given).is_ok(), fits);
    }

    #[rstest]
    #[case("cam-high", true)]
    #[case("", false)]
    #[case("../etc", false)]
    fn ids(#[case] given: &str, #[case] fits: bool) {
        assert_eq!(Id::new(given).is_ok(), fits);
    }
}
