//! Every word a reason, caution or remark is told in, by subject, with the small rules of wording that every sentence keeps. Rules
//! and answers hold data and ask here how it is said.

pub(crate) mod account;
pub(crate) mod approach;
pub(crate) mod bounced;
pub(crate) mod bound;
pub(crate) mod by_clock;
pub(crate) mod by_readings;
pub(crate) mod card;
pub(crate) mod caution;
pub(crate) mod cautions;
pub(crate) mod change;
pub(crate) mod colour_ways;
pub(crate) mod colours;
pub(crate) mod cures;
pub(crate) mod day;
pub(crate) mod day_read;
pub(crate) mod distances;
pub(crate) mod drag;
pub(crate) mod drill;
pub(crate) mod evenness;
pub(crate) mod fields;
pub(crate) mod flash_readings;
pub(crate) mod glass;
pub(crate) mod hold;
pub(crate) mod judge;
pub(crate) mod judged;
pub(crate) mod ladder;
pub(crate) mod layout;
pub(crate) mod learnt;
pub(crate) mod levels;
pub(crate) mod loudness;
pub(crate) mod modes;
pub(crate) mod moment;
pub(crate) mod names;
pub(crate) mod outline;
pub(crate) mod outlook;
pub(crate) mod picture;
pub(crate) mod placed;
pub(crate) mod proposal;
pub(crate) mod readings;
pub(crate) mod reasons;
pub(crate) mod schedule;
pub(crate) mod set;
pub(crate) mod sheet;
pub(crate) mod softness;
pub(crate) mod sunset;
pub(crate) mod sunward;
pub(crate) mod task;
pub(crate) mod ways;

use crate::marks::{stops_amount, stops_label};
use crate::quantity::figure;

/// The first letter in capitals.
///
/// An f-number keeps its small f.
pub(crate) fn capital(words: &str) -> String {
    if words.starts_with("f/") {
        return words.to_owned();
    }
    let mut letters = words.chars();
    letters.next().map_or_else(String::new, |first| first.to_uppercase().collect::<String>() + letters.as_str())
}

/// A difference in stops to a tenth, with its sign: +0.3, −0.1.
#[must_use]
pub(crate) fn tenths(stops: f64) -> String {
    let text = format!("{stops:+.1}");
    if text == "-0.0" || text == "+0.0" { "0".to_owned() } else { text.replace('-', "−") }
}

/// The same with its unit: a stop or a part of one is "stop", nothing and more than one "stops".
#[must_use]
pub(crate) fn tenths_of_stops(stops: f64) -> String {
    let said = tenths(stops);
    let one = said != "0" && (stops * 10.0).round().abs() <= 10.0;
    said + if one { " stop" } else { " stops" }
}

/// By how much something clips; what would be said as nothing just does.
pub(crate) fn clips_by(over: f64) -> String {
    if stops_label(over) == "0" { "just clips".to_owned() } else { format!("clips by {}", stops_amount(over)) }
}

/// An error in stops, as it is said: in thirds and halves, and under a third in tenths.
#[must_use]
pub(crate) fn stops_error(error: f64) -> String {
    let mut said = give_or_take(error);
    said.insert_str(0, "± ");
    said
}

/// The same behind "give or take".
#[must_use]
pub(crate) fn give_or_take(error: f64) -> String {
    if error >= 0.29 {
        stops_amount(error)
    } else {
        let mut said = figure(error.max(0.05), 0.05);
        said.truncate(said.trim_end_matches('0').len());
        said.push_str(" stop");
        said
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    #[rstest]
    #[case(-0.3, "−0.3 stop")]
    #[case(1.0, "+1.0 stop")]
    #[case(1.1, "+1.1 stops")]
    #[case(-0.04, "0 stops")]
    fn a_part_of_a_stop_is_no_stops(#[case] stops: f64, #[case] said: &str) {
        assert_eq!(tenths_of_stops(stops), said);
    }

    #[rstest]
    #[case(0.0, "± 0.05 stop")]
    #[case(0.1, "± 0.1 stop")]
    #[case(0.15, "± 0.15 stop")]
    #[case(0.31, "± ⅓ stop")]
    #[case(0.6, "± ⅔ stop")]
    #[case(2.0, "± 2 stops")]
    fn an_error_is_never_none(#[case] error: f64, #[case] said: &str) {
        assert_eq!(stops_error(error), said);
    }
}
