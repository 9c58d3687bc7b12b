use serde::{Deserialize, Serialize};

/// How often the mains turn round.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Mains {
    /// As they do in the time zone of the place; 50 Hz where there is no place.
    #[default]
    ByPlace,
    /// 50 Hz.
    Fifty,
    /// 60 Hz.
    Sixty,
}

/// Zones and their beginnings with 60 Hz, after those of the same beginning with 50 (IEC world plugs, from memory; Japan has both
/// and is taken for its east).
const FIFTY: [&str; 9] = [
    "America/Argentina",
    "America/Buenos_Aires",
    "America/Santiago",
    "America/Punta_Arenas",
    "America/Montevideo",
    "America/Asuncion",
    "America/La_Paz",
    "America/Cayenne",
    "America/Jamaica",
];
const SIXTY: [&str; 9] = [
    "America/",
    "US/",
    "Canada/",
    "Asia/Seoul",
    "Asia/Taipei",
    "Asia/Manila",
    "Asia/Riyadh",
    "Pacific/Honolulu",
    "Pacific/Guam",
];

impl Mains {
    /// The frequency in hertz, in a place with this time zone.
    #[must_use]
    pub fn hertz(self, zone: Option<&str>) -> f64 {
        let begins = |list: &[&str]| zone.is_some_and(|zone| list.iter().any(|start| zone.starts_with(start)));
        match self {
            Mains::Fifty => 50.0,
            Mains::Sixty => 60.0,
            Mains::ByPlace if !begins(&FIFTY) && begins(&SIXTY) => 60.0,
            Mains::ByPlace => 50.0,
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    #[rstest]
    #[case(Mains::ByPlace, Some("Europe/Lisbon"), 50.0)]
    #[case(Mains::ByPlace, Some("America/Chicago"), 60.0)]
    #[case(Mains::ByPlace, Some("America/Argentina/Ushuaia"), 50.0)]
    #[case(Mains::ByPlace, Some("Asia/Seoul"), 60.0)]
    #[case(Mains::ByPlace, Some("Asia/Tokyo"), 50.0)]
    #[case(Mains::ByPlace, None, 50.0)]
    #[case(Mains::Sixty, Some("Europe/Lisbon"), 60.0)]
    #[case(Mains::Fifty, Some("America/Chicago"), 50.0)]
    fn frequencies(#[case] mains: Mains, #[case] zone: Option<&str>, #[case] hertz: f64) {
        assert_eq!(mains.hertz(zone), hertz);
    }
}
