//! What readings say of the light, in words.

use crate::forecast::{AmbientSource, SourceLevel};
use crate::marks::stops_amount;
use crate::say;
use crate::say::give_or_take;

/// What readings say of the light, source by source; none before any.
#[must_use]
pub(super) fn by_readings(sources: &[SourceLevel]) -> Option<String> {
    let windows = sources.iter().filter(|of| matches!(of.source, AmbientSource::Window { .. })).count();
    let name = |source: AmbientSource| match source {
        AmbientSource::Sun => "the sun".to_owned(),
        AmbientSource::Sky => "the sky".to_owned(),
        AmbientSource::Window { .. } if windows == 1 => "the window".to_owned(),
        AmbientSource::Window { index } => format!("window {}", index + 1),
        AmbientSource::Lamps => "the lamps".to_owned(),
    };
    let told = |of: &SourceLevel| {
        let (name, scale) = (name(of.source), of.scale.stops());
        if of.hidden {
            return say::by_readings::BEHIND_CLOUD.to_owned();
        }
        let error = give_or_take(of.error.stops());
        let amount = stops_amount(scale);
        if amount == stops_amount(0.0) {
            return say::by_readings::as_expected(&name, &error);
        }
        say::by_readings::differs(&name, &amount, if scale > 0.0 { "brighter" } else { "dimmer" }, &error)
    };
    let all: Vec<String> = sources.iter().filter(|of| of.touched || of.hidden).map(told).collect();
    (!all.is_empty()).then(|| say::by_readings::against_forecast(all.join("; ")))
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::quantity::Stops;

    fn source(source: AmbientSource, scale: f64, touched: bool, hidden: bool) -> SourceLevel {
        SourceLevel { source, scale: Stops::of(scale), error: Stops::of(0.5), touched, hidden }
    }

    #[test]
    fn what_readings_say_is_told_source_by_source() {
        use AmbientSource::{Lamps, Sky, Sun, Window};
        assert_eq!(by_readings(&[]), None);
        assert_eq!(by_readings(&[source(Sun, 0.3, false, false)]), None);
        let outside = [source(Sun, -8.0, true, true), source(Sky, 0.02, true, false)];
        assert_eq!(
            by_readings(&outside).unwrap(),
            "By the readings, against the forecast: the sun behind a cloud; the sky as expected, give or take ½ stop."
        );
        let room = [source(Window { index: 0 }, -0.7, true, false), source(Lamps, 1.0, true, false)];
        assert_eq!(
            by_readings(&room).unwrap(),
            "By the readings, against the forecast: the window ⅔ stop dimmer, give or take ½ stop; the lamps 1 stop brighter, give or take ½ stop."
        );
        let two = [source(Window { index: 0 }, 0.0, false, false), source(Window { index: 1 }, 1.0, true, false)];
        assert!(by_readings(&two).unwrap().contains("window 2 1 stop brighter"));
    }
}
