use crate::kit::{Flash, MeterReading, Output};
use crate::marks::{stops_amount, stops_label};
use crate::quantity::{Id, Metres, Stops};
use crate::say;
use crate::setup::FlashReading;
use crate::situation::{Lit, Situation};
use serde::Serialize;

/// What a flash reading tells of its light.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct FlashReadingReport {
    /// The reading.
    pub reading: Id,
    /// By how many stops the light gives more than its guide number and its losses say; none where the reading does not count.
    pub more: Option<Stops>,
    /// The same in words.
    pub text: String,
    /// The flash as the kit would have it by this reading; none where it has it so already, or the reading does not count.
    pub for_kit: Option<Flash>,
}

/// A flash as the kit has it is as it was read within this, in stops: a click of a meter.
const AS_READ: f64 = 0.05;

pub(super) fn of(s: &Situation<'_>) -> Vec<FlashReadingReport> {
    s.setup.flash_readings.iter().map(|reading| told(s, reading)).collect()
}

fn told(s: &Situation<'_>, reading: &FlashReading) -> FlashReadingReport {
    let report = |more, text: String, for_kit| FlashReadingReport { reading: reading.id.clone(), more, text, for_kit };
    let Some(light) = s.setup.lights.iter().find(|light| light.id == reading.light) else {
        return report(None, say::flash_readings::LIGHT_GONE.to_owned(), None);
    };
    if !reading.is_of(light) {
        return report(None, say::flash_readings::OTHER_MODIFIER.to_owned(), None);
    }
    let Some((lit, read)) = s.lights.iter().find(|lit| lit.light.id == light.id).and_then(|lit| Some((lit, lit.read?)))
    else {
        return report(None, say::flash_readings::COUNTS_WHEN_ON.to_owned(), None);
    };
    let of_same = |other: &&FlashReading| other.is_of(light) && other.patch == reading.patch;
    if s.setup.flash_readings.iter().rfind(of_same).is_some_and(|last| last.id != reading.id) {
        return report(None, say::flash_readings::LATER_COUNTS.to_owned(), None);
    }
    let more = read.on(reading.patch);
    let by = match stops_label(more).as_str() {
        "0" => "just what".to_owned(),
        _ if more > 0.0 => format!("{} more than", stops_amount(more)),
        _ => format!("{} less than", stops_amount(more)),
    };
    let text = say::flash_readings::counts(&by, &lit.name);
    report(Some(Stops::of(more)), crate::say::capital(&text), (more.abs() > AS_READ).then(|| for_kit(lit, reading)))
}

/// The flash with its output by this reading: as far off as a bare head along its axis gives what came there.
fn for_kit(lit: &Lit<'_>, reading: &FlashReading) -> Flash {
    let share = reading.share.map_or(1.0, |share| share.share());
    let reading = MeterReading {
        distance: Metres::of((share / reading.reached).sqrt()),
        aperture: reading.aperture,
        iso: reading.iso,
        power: reading.power,
        modifier_loss: lit.loss(),
    };
    Flash { output: Output::Metered { reading }, ..lit.flash.clone() }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::assess::assess;
    use crate::house::House;
    use crate::kit::{Kit, KitItem};
    use crate::marks::{ApertureMark, IsoMark, Mark};
    use crate::quantity::Power;
    use crate::sample;
    use crate::setup::{Patch, Setup};

    fn read() -> (Kit, Setup) {
        let (kit, mut setup) = (sample::kit(), sample::portrait());
        let report = assess(&setup, &kit, House::default()).unwrap().lights[0].clone();
        setup.flash_readings = vec![FlashReading {
            id: Id::new("flash-1").unwrap(),
            light: setup.lights[0].id.clone(),
            modifier: setup.lights[0].modifier.clone(),
            patch: Patch::Face,
            power: Power::nearest(2.0),
            aperture: ApertureMark::nearest(36),
            iso: IsoMark::ISO_100,
            share: None,
            reached: report.reached[Patch::Face].unwrap(),
        }];
        (kit, setup)
    }

    /// Kept in the kit, the flash says what was read by itself: the reading then adds nothing.
    #[test]
    fn what_is_kept_in_the_kit_is_what_was_read() {
        let (mut kit, mut setup) = read();
        let before = assess(&setup, &kit, House::default()).unwrap();
        let found = &before.flash_readings[0];
        assert!(found.more.unwrap().stops().abs() > 0.1 && found.text.contains("its numbers say"), "{found:?}");
        let better = found.for_kit.clone().unwrap();
        for item in &mut kit.items {
            if matches!(item, KitItem::Flash(flash) if flash.id == better.id) {
                *item = KitItem::Flash(better.clone());
            }
        }
        let after = assess(&setup, &kit, House::default()).unwrap();
        assert!(after.flash_readings[0].more.unwrap().stops().abs() < 0.01, "{:?}", after.flash_readings[0]);
        assert_eq!(after.flash_readings[0].for_kit, None);
        let face = |found: &crate::assess::Assessment| found.level(Patch::Face).unwrap().total.stops();
        assert!((face(&after) - face(&before)).abs() < 0.01);
        setup.flash_readings.clear();
        assert!((face(&assess(&setup, &kit, House::default()).unwrap()) - face(&before)).abs() < 0.01);
    }

    /// What the meter would read is what, entered, moves nothing but the third it is told to.
    #[test]
    fn what_it_would_read_moves_nothing() {
        let (kit, mut setup) = read();
        setup.flash_readings.clear();
        let report = assess(&setup, &kit, House::default()).unwrap().lights.remove(0);
        for patch in [Patch::Face, Patch::ShadowSide, Patch::Background] {
            let Some(aperture) = report.would_read[patch] else { continue };
            let (_, told) = read();
            let reading = told.flash_readings[0].clone();
            let (power, reached) = (setup.lights[0].power.at, report.reached[patch].unwrap());
            setup.flash_readings = vec![FlashReading { patch, aperture, power, reached, ..reading }];
            let more = assess(&setup, &kit, House::default()).unwrap().flash_readings[0].more.unwrap();
            assert!(more.stops().abs() <= 1.0 / 6.0 + 1e-9, "{patch:?} {more:?}");
        }
        assert!(report.would_read[Patch::Face].is_some());
    }

    /// Read two stops brighter or darker than its numbers say, it is said which way.
    #[test]
    fn more_and_less_are_told_apart() {
        let (kit, setup) = read();
        let said = |more: i16| {
            let mut setup = setup.clone();
            let report = assess(&setup, &kit, House::default()).unwrap();
            let would = report.flash_readings[0].more.unwrap().stops();
            let aperture = setup.flash_readings[0].aperture.sixths() - (would * 6.0).round() as i16 + more * 6;
            setup.flash_readings[0].aperture = ApertureMark::nearest(aperture);
            assess(&setup, &kit, House::default()).unwrap().flash_readings.remove(0).text
        };
        assert!(said(2).starts_with("2 stops more than its numbers say"), "{}", said(2));
        assert!(said(-2).starts_with("2 stops less than its numbers say"), "{}", said(-2));
    }

    #[test]
    fn what_does_not_count_says_why() {
        let (kit, setup) = read();
        let said = |change: fn(&mut Setup)| {
            let mut setup = setup.clone();
            change(&mut setup);
            let found = assess(&setup, &kit, House::default()).unwrap().flash_readings.remove(0);
            assert_eq!((found.more, found.for_kit), (None, None));
            found.text
        };
        assert!(said(|s| s.lights[0].modifier = None).contains("something else before the flash"));
        assert!(said(|s| s.lights[0].on = false).contains("when the light is on"));
        assert!(said(|s| s.lights.clear()).contains("its light is gone"));
        let again = |s: &mut Setup| {
            let later = FlashReading { id: Id::new("flash-2").unwrap(), ..s.flash_readings[0].clone() };
            s.flash_readings.push(later);
        };
        assert!(said(again).contains("a later one of the same light and place"));
    }
}
