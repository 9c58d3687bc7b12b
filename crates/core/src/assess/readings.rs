use crate::marks::{stops_amount, stops_label};
use crate::quantity::{Ev100, Id, Stops, figure};
use crate::say;
use crate::setup::{Method, Reading, Receptor, Turned};
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
    /// What it tells of its patch, where it was turned elsewhere.
    pub turned: Option<TurnedReport>,
}

/// What a reading that was turned elsewhere tells.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct TurnedReport {
    /// How many stops more its patch gets; none where it could not be taken in.
    pub patch_gets: Option<Stops>,
    /// How bright the sun itself is by it.
    pub sun: Option<Ev100>,
    /// The same in words.
    pub text: String,
}

fn turned(s: &Situation<'_>, reading: &Reading) -> Option<TurnedReport> {
    let told = s.turned.iter().find(|told| told.reading == reading.id)?;
    let patch = reading.patch.words();
    let text = match (told.patch_gets.map(Stops::stops), &reading.turned) {
        (Some(gets), turned) => {
            let way = match turned {
                Turned::Patch => say::readings::OWN_WAY,
                Turned::Camera => say::readings::TO_CAMERA,
                Turned::Sun => say::readings::TO_SUN,
                Turned::Up => "straight up",
                Turned::Light { .. } => say::readings::TO_LIGHT,
            };
            let receptor = match reading.receptor {
                Receptor::Dome => "Dome",
                Receptor::Flat => "Flat receptor",
            };
            let amount = stops_amount(gets);
            let gets = match stops_label(gets).as_str() {
                "0" => "as much".to_owned(),
                _ if gets > 0.0 => format!("{amount} more"),
                _ => format!("{amount} less"),
            };
            let sun = told.sun.map_or_else(String::new, |sun| say::readings::sun_itself(figure(sun.ev(), SUN_ERROR)));
            say::readings::turned(receptor, way, patch, &gets, &sun)
        }
        (None, Turned::Light { .. }) => say::readings::LIGHT_GONE.to_owned(),
        (None, Turned::Sun) if s.forecast.is_some() => say::readings::SUN_DOWN.to_owned(),
        (None, Turned::Sun) if s.setup.scene.sun.is_none() => say::readings::NO_SUN_YET.to_owned(),
        (None, _) => say::readings::nothing_known(patch),
    };
    Some(TurnedReport { patch_gets: told.patch_gets, sun: told.sun, text })
}

/// How finely the sun's own level is known from a reading turned to it, in stops.
const SUN_ERROR: f64 = 0.3;

pub(super) fn of(s: &Situation<'_>) -> Vec<ReadingReport> {
    s.setup
        .readings
        .iter()
        .map(|reading| {
            let ev = reading.measured.level();
            let light = match reading.method {
                Method::Incident => format!("{} lx", said(s.terms.house.meter.illuminance(ev).lux())),
                Method::Reflected => format!("{} cd/m²", said(s.terms.house.meter.luminance(ev))),
            };
            ReadingReport { reading: reading.id.clone(), ev, light, turned: turned(s, reading) }
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
    use crate::setup::Patch;
    use rstest::rstest;

    /// Why a reading turned elsewhere is not taken in is told as it is: no sun, no such light, or no such patch in the picture.
    #[rstest]
    #[case::no_sun(Turned::Sun, Patch::Face, false, "there is no sun to turn it to")]
    #[case::no_light(Turned::Light { light: Id::new("gone").unwrap() }, Patch::Face, true, "is gone")]
    #[case::no_edge(Turned::Camera, Patch::Edge, true, "nothing is known of the light on the edge")]
    fn why_it_is_not_taken_in(#[case] turned: Turned, #[case] patch: Patch, #[case] sun: bool, #[case] said: &str) {
        let (kit, mut setup) = (sample::kit(), sample::outdoors());
        setup.scene.sun = sun.then(sample::low_sun);
        (setup.readings[0].turned, setup.readings[0].patch) = (turned, patch);
        let found = of(&Situation::new(&setup, &kit, House::default()).unwrap())[0].turned.clone().unwrap();
        assert!(found.patch_gets.is_none() && found.text.contains(said), "{}", found.text);
    }

    /// EV 10 is 2 560 lx with C = 250 and a third more with a dome's 330 (ISO 2720).
    #[test]
    fn the_meter_s_constants_decide() {
        let (kit, setup) = (sample::kit(), sample::portrait());
        let light = |c| {
            let house = House { meter: MeterConstants { c, ..MeterConstants::default() }, ..House::default() };
            of(&Situation::new(&setup, &kit, house).unwrap())[0].light.clone()
        };
        assert_eq!(light(250.0), "2\u{202f}600 lx");
        assert_eq!(light(330.0), "3\u{202f}400 lx");
    }
}
