use crate::plain::plain;
use fst::{IntoStreamer, Map, Streamer};
use serde::Serialize;
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

// All three lie in the program as they are: what is not looked at is not in memory.
/// The towns, a line each, most people first.
static TOWNS: &str = include_str!(concat!(env!("OUT_DIR"), "/towns.tsv"));
/// Where each line begins, four bytes each.
static BEGINS: &[u8] = include_bytes!(concat!(env!("OUT_DIR"), "/begins.bin"));
/// Every name from each of its words on, a zero byte and its line; the value says whether it is a later word.
static WORDS: LazyLock<Option<Map<&[u8]>>> =
    LazyLock::new(|| Map::new(&include_bytes!(concat!(env!("OUT_DIR"), "/words.fst"))[..]).ok());

/// The line of a town.
fn line(rank: u32) -> Option<&'static str> {
    let at = rank as usize * 4;
    let begin = u32::from_le_bytes(BEGINS.get(at..at + 4)?.try_into().ok()?);
    TOWNS.get(begin as usize..)?.lines().next()
}

fn town(line: &str) -> Option<Town> {
    let mut cells = line.split('\t');
    let (name, country) = (cells.next()?.to_owned(), cells.next()?.to_owned());
    let latitude = Latitude::new(cells.next()?.parse().ok()?).ok()?;
    let longitude = Longitude::new(cells.next()?.parse().ok()?).ok()?;
    let zone = TimeZoneName::new(cells.next()?).unwrap_or_else(|_| TimeZoneName::utc());
    Some(Town { name, country, latitude, longitude, zone })
}

/// How well a name answers what was typed: all of it, its beginning, or that of a later word; then its line.
type Found = (u8, u32);

/// The towns one of whose words is followed by what was typed, the likeliest first, each once.
fn found(name: &str) -> Vec<Found> {
    let Some(words) = WORDS.as_ref() else { return Vec::new() };
    let mut past = name.as_bytes().to_vec();
    past.push(u8::MAX);
    let mut all = words.range().ge(name).lt(past).into_stream();
    let mut found: Vec<Found> = Vec::new();
    while let Some((key, later)) = all.next() {
        let Some((word, rank)) = key.split_at_checked(key.len().saturating_sub(4)) else { continue };
        let Ok(rank) = rank.try_into().map(u32::from_be_bytes) else { continue };
        let whole = word.len() == name.len() + 1;
        found.push((if later == 1 { 2 } else { u8::from(!whole) }, rank));
    }
    found.sort_unstable();
    let mut seen = std::collections::HashSet::new();
    found.retain(|(_, rank)| seen.insert(*rank));
    found
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
    let in_country = |town: &Town| country.is_empty() || plain(&town.country).starts_with(country);
    let lines = found(name).into_iter().filter_map(|(_, rank)| line(rank));
    lines.filter_map(town).filter(in_country).take(most).collect()
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::zone_at;
    use rstest::rstest;

    #[rstest]
    #[case::begun("Flensb", "Flensburg", "Germany")]
    #[case::without_accents("tromso", "Tromsø", "Norway")]
    #[case::exact_before_longer("paris", "Paris", "France")]
    #[case::with_a_country("paris, united st", "Paris", "United States")]
    #[case::a_later_word("aires", "Buenos Aires", "Argentina")]
    #[case::over_two_words("rio de j", "Rio de Janeiro", "Brazil")]
    fn towns_are_found_by_what_is_typed(#[case] typed: &str, #[case] name: &str, #[case] country: &str) {
        let found = towns(typed, 5);
        assert_eq!((found[0].name.as_str(), found[0].country.as_str()), (name, country));
    }

    /// The index against the plain way: every line gone through.
    #[rstest]
    #[case("san")]
    #[case("s")]
    #[case("nova")]
    #[case("st")]
    fn the_index_misses_nothing(#[case] typed: &str) {
        let plains: Vec<String> = TOWNS.lines().map(|line| plain(line.split('\t').next().unwrap_or(""))).collect();
        let word = |name: &String| name.split([' ', '-', '/', '\'']).any(|word| word.starts_with(typed));
        let class = |name: &String| if name == typed { 0 } else { 1 + u8::from(!name.starts_with(typed)) };
        let mut slow: Vec<Found> =
            (0..).zip(&plains).filter(|(_, name)| word(name)).map(|(rank, name)| (class(name), rank)).collect();
        slow.sort_unstable();
        assert!(!slow.is_empty());
        assert_eq!(found(typed), slow);
    }

    #[test]
    fn the_whole_gazetteer_is_there() {
        assert_eq!((BEGINS.len() / 4, TOWNS.lines().count()), (69_472, 69_472));
        assert_eq!(line(69_471), TOWNS.lines().last());
        assert_eq!(line(69_472), None);
        assert_eq!(towns("", 5), []);
        assert_eq!(towns("qqqqzz", 5), []);
        assert_eq!(towns("san", 5).len(), 5);
    }

    #[test]
    fn a_town_brings_its_zone() {
        assert_eq!(towns("tromso", 1)[0].zone.as_str(), "Europe/Oslo");
        let known = TOWNS.lines().filter_map(town).filter(|town| town.zone.as_str() != "UTC");
        assert_eq!(known.count(), 69_472);
    }

    /// Two sources of zones, by town and by border, against each other: the clocks of a summer's and a winter's noon agree.
    #[test]
    fn the_towns_zones_are_those_of_the_map() {
        let all: Vec<Town> = TOWNS.lines().step_by(37).filter_map(town).collect();
        let clocks = |zone: &TimeZoneName| {
            ["2026-01-15T12:00Z", "2026-07-15T12:00Z"].map(|noon| zone.rules().to_offset(noon.parse().unwrap()))
        };
        let same = |town: &&Town| clocks(&town.zone) == clocks(&zone_at(town.latitude, town.longitude));
        let same = all.iter().filter(same).count();
        assert!(same as f64 > 0.995 * all.len() as f64, "{same} of {}", all.len());
    }
}
