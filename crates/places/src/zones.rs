use std::sync::LazyLock;
use tolva_core::place::TimeZoneName;
use tolva_core::quantity::{Latitude, Longitude};
use tzf_rs::DefaultFinder;

static FINDER: LazyLock<DefaultFinder> = LazyLock::new(DefaultFinder::new);

/// The time zone of a point on the earth; at sea the nautical one. A zone newer than the program's own database, which has
/// not been seen, would be UTC.
#[must_use]
pub fn zone_at(latitude: Latitude, longitude: Longitude) -> TimeZoneName {
    let name = FINDER.get_tz_name(longitude.degrees(), latitude.degrees());
    TimeZoneName::new(name).unwrap_or_else(|_| TimeZoneName::utc())
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    /// Zones of well-known points, as any atlas has them; the open sea by nautical zones of 15°.
    #[rstest]
    #[case(52.52, 13.40, "Europe/Berlin")]
    #[case(40.71, -74.01, "America/New_York")]
    #[case(-33.87, 151.21, "Australia/Sydney")]
    #[case(27.70, 85.32, "Asia/Kathmandu")]
    #[case(0.0, -30.0, "Etc/GMT+2")]
    fn zones(#[case] latitude: f64, #[case] longitude: f64, #[case] zone: &str) {
        let found = zone_at(Latitude::new(latitude).unwrap(), Longitude::new(longitude).unwrap());
        assert_eq!(found.as_str(), zone);
    }
}
