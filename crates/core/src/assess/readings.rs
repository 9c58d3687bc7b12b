use crate::quantity::{Ev100, Id, figure};
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
                Method::Incident => format!("{} lx", said(s.house.meter.illuminance(ev).lux())),
                Method::Reflected => format!("{} cd/m²", said(s.house.meter.luminance(ev))),
            };
            ReadingReport { reading: reading.id.clone(), ev, light }
        })
        .collect()
}

/// Light as finely as a reading tells it: two figures.
fn said(value: f64) -> String {
    figure(value, value * 0.05)
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
