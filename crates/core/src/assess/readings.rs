use crate::quantity::{Ev100, Id};
use crate::setup::Method;
use crate::situation::Situation;
use serde::Serialize;

/// A reading in other words: the level it stands for and the light itself.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct ReadingReport {
    /// The reading.
    pub reading: Id,
    /// The level it stands for.
    pub ev: Ev100,
    /// The illuminance (incident) or luminance (reflected), by the meter's own constants.
    pub light: String,
}

pub(super) fn of(s: &Situation<'_>) -> Vec<ReadingReport> {
    s.setup
        .readings
        .iter()
        .map(|reading| {
            let ev = reading.measured.level();
            let light = match reading.method {
                Method::Incident => format!("{} lx", rounded(s.house.meter.illuminance(ev).lux())),
                Method::Reflected => format!("{} cd/m²", rounded(s.house.meter.luminance(ev))),
            };
            ReadingReport { reading: reading.id.clone(), ev, light }
        })
        .collect()
}

/// Two figures are all a reading is good for; thousands apart.
fn rounded(value: f64) -> String {
    if value < 10.0 {
        return format!("{value:.1}");
    }
    let digit = 10f64.powf(value.log10().floor() - 1.0);
    let whole = ((value / digit).round() * digit) as u64;
    let text = whole.to_string();
    match text.len() {
        0..=3 => text,
        length => format!("{}\u{202f}{}", &text[..length - 3], &text[length - 3..]),
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::exposure::MeterConstants;
    use crate::house::House;
    use crate::sample;

    /// EV 10 is 2 560 lx with C = 250 and a third more with a dome's 330 (ISO 2720).
    #[test]
    fn the_meter_s_constants_decide() {
        let (kit, setup) = (sample::kit(), sample::portrait());
        let light = |c| {
            let house = House { meter: MeterConstants { c, k: 12.5 }, ..House::default() };
            of(&Situation::new(&setup, &kit, house).unwrap())[0].light.clone()
        };
        assert_eq!(light(250.0), "2\u{202f}600 lx");
        assert_eq!(light(330.0), "3\u{202f}400 lx");
    }
}
