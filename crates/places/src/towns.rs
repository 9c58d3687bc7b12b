use crate::zones::zone_at;
use flate2::read::GzDecoder;
use serde::Serialize;
use std::io::Read;
use std::sync::LazyLock;
use tolva_core::place::TimeZoneName;
use tolva_core::quantity::{Latitude, Longitude};
use utoipa::ToSchema;

/// A town of the gazetteer.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Town {
    /// Its name.
    pub name: String,
    /// Its country.
    pub country: String,
    /// North positive.
    pub latitude: Latitude,
    /// East positive.
    pub longitude: Longitude,
    /// The time its clocks show.
    pub zone: TimeZoneName,
}

struct Row {
    /// Plain small letters, to be looked for.
    plain: String,
    name: String,
    country: String,
    latitude: f64,
    longitude: f64,
}

/// The gazetteer, most people first; unpacked when first asked for.
static ROWS: LazyLock<Vec<Row>> = LazyLock::new(|| {
    let mut text = String::new();
    // The file is built in: were it damaged, no town would be found.
    let _ = GzDecoder::new(&include_bytes!("../data/towns.tsv.gz")[..]).read_to_string(&mut text);
    text.lines().filter_map(row).collect()
});

fn plain(text: &str) -> String {
    deunicode::deunicode(text).to_lowercase()
}

fn row(line: &str) -> Option<Row> {
    let mut cells = line.split('\t');
    let (name, country) = (cells.next()?, cells.next()?);
    let (latitude, longitude) = (cells.next()?.parse().ok()?, cells.next()?.parse().ok()?);
    Some(Row { plain: plain(name), name: name.to_owned(), country: country.to_owned(), latitude, longitude })
}

/// Towns whose name begins with what was typed, then those with a later word that does; most people first. A country may
/// follow after a comma. Accents and case do not matter.
#[must_use]
pub fn towns(typed: &str, most: usize) -> Vec<Town> {
    let typed = plain(&typed.chars().take(80).collect::<String>());
    let (name, country) = typed.split_once(',').map_or((typed.as_str(), ""), |(name, country)| (name, country));
    let (name, country) = (name.trim(), country.trim());
    if name.is_empty() {
        return Vec::new();
    }
    let in_country = |row: &&Row| country.is_empty() || plain(&row.country).starts_with(country);
    let begins = |row: &&Row| row.plain.starts_with(name);
    let later = |row: &&Row| !begins(row) && row.plain.split([' ', '-', '/', '\'']).any(|word| word.starts_with(name));
    let exact = ROWS.iter().filter(|row| row.plain == name).filter(in_country);
    let first = ROWS.iter().filter(begins).filter(|row| row.plain != name).filter(in_country);
    exact.chain(first).chain(ROWS.iter().filter(later).filter(in_country)).filter_map(town).take(most).collect()
}

fn town(row: &Row) -> Option<Town> {
    let (latitude, longitude) = (Latitude::new(row.latitude).ok()?, Longitude::new(row.longitude).ok()?);
    Some(Town {
        name: row.name.clone(),
        country: row.country.clone(),
        zone: zone_at(latitude, longitude),
        latitude,
        longitude,
    })
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    #[rstest]
    #[case::begun("Flensb", "Flensburg", "Germany")]
    #[case::without_accents("tromso", "Tromsø", "Norway")]
    #[case::exact_before_longer("paris", "Paris", "France")]
    #[case::with_a_country("paris, united st", "Paris", "United States")]
    #[case::a_later_word("aires", "Buenos Aires", "Argentina")]
    fn towns_are_found_by_what_is_typed(#[case] typed: &str, #[case] name: &str, #[case] country: &str) {
        let found = towns(typed, 5);
        assert_eq!((found[0].name.as_str(), found[0].country.as_str()), (name, country));
    }

    #[test]
    fn the_whole_gazetteer_was_read() {
        assert_eq!(ROWS.len(), 69_472);
        assert_eq!(towns("", 5), []);
        assert_eq!(towns("qqqqzz", 5), []);
        assert_eq!(towns("san", 5).len(), 5);
    }

    #[test]
    fn a_town_brings_its_zone() {
        assert_eq!(towns("tromso", 1)[0].zone.as_str(), "Europe/Oslo");
    }
}
