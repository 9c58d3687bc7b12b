use super::Facts;
use crate::flash::{battery_sets, duration_at, frames_per_second, pops_per_battery, pops_stored, recharge_time};
use crate::marks::{ApertureMark, stops_label, ten_stop_label};
use crate::quantity::{GuideNumber, Id, Kelvin, Metres, Power, Seconds, Stops, no_finer};
use crate::setup::{Patch, PerPatch};
use crate::situation::Situation;
use serde::Serialize;

/// What a light does at its power.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct LightReport {
    /// The light.
    pub light: Id,
    /// The name of its flash.
    pub flash: String,
    /// Its modifier; bare without one.
    pub modifier: Option<String>,
    /// Its gel.
    pub gel: Option<String>,
    /// The power as this flash spells it.
    pub power: String,
    /// As a fraction.
    pub fraction: String,
    /// On the ten-stop scale.
    pub ten_stop: String,
    /// What the compensation dial of automatic exposure would be set to; none without it.
    pub ttl: Option<String>,
    /// The guide number in force, bare, at full power.
    pub guide_number: GuideNumber,
    /// Whether its output is only an estimate.
    pub estimate: bool,
    /// What modifier and gel take.
    pub loss: Stops,
    /// Time to be ready again.
    pub recharge: Seconds,
    /// Frames a second that flash and body can hold.
    pub frames_per_second: f64,
    /// Frames at once from a full charge.
    pub burst: u32,
    /// Frames from a battery.
    pub pops_per_battery: u32,
    /// Batteries for all frames.
    pub batteries: u32,
    /// How long the flash lasts (t0.1).
    pub duration: Option<Seconds>,
    /// How wide its beam is at the subject, where the modifier narrows it.
    pub beam_width: Option<Metres>,
    /// How far it carries at these dials, where it is on the camera.
    pub carries: Option<Metres>,
    /// Its colour with the gel.
    pub kelvin: Kelvin,
    /// What of its intensity comes to each patch, per square metre, for a meter that reads it there.
    #[cfg_attr(feature = "openapi", schema(value_type = [Option<f64>; 5]))]
    pub reached: PerPatch<Option<f64>>,
    /// What a flash meter at ISO 100 would ask for on each patch at this power, by a third; none where it reads nothing.
    #[cfg_attr(feature = "openapi", schema(value_type = [Option<ApertureMark>; 5]))]
    pub would_read: PerPatch<Option<ApertureMark>>,
}

/// What flashes and gels of one make differ by, in kelvin (common practice).
const KELVIN_ERROR: f64 = 100.0;

/// A number that a maker's table gives to a tenth of itself or so.
fn known_to_a_tenth(value: f64) -> f64 {
    no_finer(value, value * 0.1)
}

pub(super) fn of(s: &Situation<'_>, facts: &Facts) -> Vec<LightReport> {
    s.lights
        .iter()
        .zip(&facts.powers)
        .zip(&facts.parts)
        .enumerate()
        .map(|(index, ((lit, below), part))| {
            let flash = lit.flash;
            let power = Power::nearest(*below);
            // Automatic exposure at 0 aims the flash at full exposure: its compensation is the flash part itself.
            let part = part[Patch::Face].or(part[Patch::Edge]).or(part[Patch::Background]).unwrap_or(0.0);
            LightReport {
                light: lit.light.id.clone(),
                flash: flash.name.to_string(),
                modifier: lit.modifier.map(|modifier| modifier.name.to_string()),
                gel: (!lit.gels.is_empty())
                    .then(|| lit.gels.iter().map(|gel| gel.name.to_string()).collect::<Vec<_>>().join(" and ")),
                power: power.label(flash.notation, flash.power_step),
                fraction: power.fraction_label(flash.power_step),
                ten_stop: ten_stop_label(power),
                ttl: flash.ttl.then(|| stops_label(part.clamp(-5.0, 3.0))),
                guide_number: lit.guide_number,
                estimate: flash.output.is_estimate(),
                loss: lit.loss(),
                recharge: recharge_time(flash.ready_after_full(), power),
                frames_per_second: known_to_a_tenth(
                    frames_per_second(flash.ready_after_full(), power).min(s.body.frames_per_second),
                ),
                burst: known_to_a_tenth(pops_stored(power)).floor() as u32,
                pops_per_battery: {
                    let pops = pops_per_battery(flash.full_pops_given(), power);
                    no_finer(pops, pops * flash.pops_error()) as u32
                },
                batteries: battery_sets(s.setup.pops(), flash.full_pops_given(), power),
                duration: duration_at(&flash.durations, power)
                    .map(|time| Seconds::of(1.0 / known_to_a_tenth(1.0 / time.seconds()))),
                beam_width: lit.modifier.and_then(|modifier| modifier.beam).map(|beam| {
                    let half = (beam / 2.0).min(89.0).to_radians();
                    Metres::of(2.0 * lit.face_distance.metres() * half.tan())
                }),
                carries: super::carry::of(s, facts, index),
                kelvin: Kelvin::of(no_finer(lit.kelvin().kelvin(), KELVIN_ERROR)),
                reached: lit.reached(s.terms.house.meter, &s.bases),
                would_read: PerPatch::of(|patch| {
                    let incident = lit.reach[patch]? - s.bases.over_incident[patch] - below;
                    ApertureMark::new((incident * 3.0).round() as i16 * 2).ok()
                }),
            }
        })
        .collect()
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::assess::{Assessment, assess};
    use crate::house::House;
    use crate::kit::{Kit, KitItem};
    use crate::sample;
    use crate::setup::{Patch, Setup};
    use rstest::rstest;

    /// The shoe flash of the kit: 2.4 s to recharge at full, 180 full pops a battery.
    fn shoe(below: f64) -> Setup {
        let mut setup = sample::portrait();
        setup.lights[0].flash = Id::new("flash-shoe").unwrap();
        setup.lights[0].power.at = Power::nearest(below);
        setup.pace.frames = 5_000;
        setup
    }

    fn assessed(setup: &Setup, kit: &Kit) -> Assessment {
        assess(setup, kit, House::default()).unwrap()
    }

    /// METHODS' worked case: full recharge 2.4 s, at 1/16 power 0.15 s a pop, so 6.7 frames a second at most and about 16 pops
    /// stored (of 64 said 65, since it is known to a tenth); where the flash could do more, the body's 12 bind. A battery gives seven tenths of 180/p, at most twelve
    /// times its full pops.
    #[rstest]
    #[case::sixteenth(4.0, 0.15, 6.7, 16, 2_000, 3)]
    #[case::full(0.0, 2.4, 0.42, 1, 130, 40)]
    #[case::sixty_fourth(6.0, 0.0375, 12.0, 65, 2_200, 3)]
    fn what_a_flash_keeps_up(
        #[case] below: f64,
        #[case] recharge: f64,
        #[case] rate: f64,
        #[case] burst: u32,
        #[case] pops: u32,
        #[case] batteries: u32,
    ) {
        let report = assessed(&shoe(below), &sample::kit()).lights.remove(0);
        assert!((report.recharge.seconds() - recharge).abs() < 1e-9, "{report:?}");
        assert!((report.frames_per_second - rate).abs() < 0.05 * rate, "{report:?}");
        assert_eq!((report.burst, report.batteries), (burst, batteries), "{report:?}");
        assert!(report.pops_per_battery.abs_diff(pops) <= pops / 10, "{report:?}");
    }

    /// Automatic exposure at 0 aims the flash at full exposure: what it is turned to is the flash's own level on the face.
    #[test]
    fn the_compensation_is_the_flash_s_own_level() {
        let (mut kit, setup) = (sample::kit(), shoe(4.0));
        let found = assessed(&setup, &kit);
        let flash = found.level(Patch::Face).unwrap().flash.unwrap();
        assert!(flash.stops().abs() > 0.3, "{flash:?}");
        assert_eq!(found.lights[0].ttl, Some(stops_label(flash.stops())));
        for item in &mut kit.items {
            if let KitItem::Flash(flash) = item {
                flash.ttl = false;
            }
        }
        assert_eq!(assessed(&setup, &kit).lights[0].ttl, None);
    }

    /// A beam of 20° is 0.71 m wide at 2 m: `2·d·tan 10°`.
    #[test]
    fn a_grid_s_beam_is_as_wide_as_its_angle() {
        let mut setup = shoe(4.0);
        setup.lights[0].modifier = Some(Id::new("mod-grid").unwrap());
        sample::round_face(&mut setup, 0, 45.0, 0.0, 2.0);
        let width = assessed(&setup, &sample::kit()).lights[0].beam_width.unwrap();
        assert!((width.metres() - 0.705).abs() < 0.01, "{width:?}");
    }
}
