use jiff::tz::{TimeZone, TimeZoneDatabase};
use serde::{Deserialize, Serialize};
use std::fmt;
use std::sync::LazyLock;

/// The zones that ship with the program (IANA time-zone database), so that every machine computes the same times.
static ZONES: LazyLock<TimeZoneDatabase> = LazyLock::new(TimeZoneDatabase::bundled);

/// A name that is no time zone.
#[derive(Debug, Clone, PartialEq, Eq, thiserror::Error)]
#[error("There is no time zone called “{name}”. It is a name as Europe/Oslo or UTC.")]
pub struct ZoneError {
    /// What was given, cut to a line.
    pub name: String,
}

/// A time zone by its name in the IANA database: `Europe/Oslo`.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[serde(try_from = "String", into = "String")]
pub struct TimeZoneName(String);

impl TimeZoneName {
    /// A checked name.
    ///
    /// # Errors
    /// [`ZoneError`] for a name the database does not have.
    pub fn new(name: &str) -> Result<TimeZoneName, ZoneError> {
        let known = name.len() <= 64 && ZONES.get(name).is_ok();
        known.then(|| TimeZoneName(name.to_owned())).ok_or_else(|| ZoneError { name: name.chars().take(40).collect() })
    }

    /// Coordinated universal time.
    #[must_use]
    pub fn utc() -> TimeZoneName {
        TimeZoneName("UTC".to_owned())
    }

    /// The name itself.
    #[must_use]
    pub fn as_str(&self) -> &str {
        &self.0
    }

    /// Its rules.
    #[must_use]
    pub fn rules(&self) -> TimeZone {
        ZONES.get(&self.0).unwrap_or(TimeZone::UTC)
    }
}

impl TryFrom<String> for TimeZoneName {
    type Error = ZoneError;
    fn try_from(name: String) -> Result<Self, ZoneError> {
        TimeZoneName::new(&name)
    }
}

impl From<TimeZoneName> for String {
    fn from(name: TimeZoneName) -> String {
        name.0
    }
}

impl fmt::Display for TimeZoneName {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        f.write_str(&self.0)
    }
}

#[cfg(feature = "openapi")]
impl utoipa::PartialSchema for TimeZoneName {
    fn schema() -> utoipa::openapi::RefOr<utoipa::openapi::schema::Schema> {
        use utoipa::openapi::schema::{ObjectBuilder, Type};
        ObjectBuilder::new()
            .schema_type(Type::String)
            .max_length(Some(64))
            .description(Some(crate::say::fields::ZONE))
            .into()
    }
}

#[cfg(feature = "openapi")]
impl utoipa::ToSchema for TimeZoneName {}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    #[rstest]
    #[case("Europe/Oslo", true)]
    #[case("UTC", true)]
    #[case("Europe/Nowhere", false)]
    #[case("", false)]
    #[case("../../etc/passwd", false)]
    fn zones_are_known_by_name(#[case] name: &str, #[case] known: bool) {
        assert_eq!(TimeZoneName::new(name).is_ok(), known);
    }

    #[test]
    fn an_unknown_zone_is_named() {
        let said = TimeZoneName::new("Atlantis/Harbour").unwrap_err().to_string();
        assert!(said.contains("“Atlantis/Harbour”"), "{said}");
    }
}
