use super::check_learnt;
use crate::check::{Check, Problem};
use crate::flash::{BeforeReady, DurationRow, POPS_ERROR, SyncClick};
use crate::marks::{ApertureMark, IsoMark, Mark, PowerNotation, PowerStep};
use crate::quantity::limits::{
    DURATION_ROWS, FACE_DISTANCE, FLASH_DURATION, FLASH_KELVIN, FULL_POPS, HSS_COST, LOWEST_POWER, MODIFIER_LOSS,
    POPS_BEFORE_REST, RECHARGE, REST, WATT_SECONDS, ZOOM, ZOOM_ROWS,
};
use crate::quantity::{GuideNumber, Id, Kelvin, Learnt, Metres, Millimetres, Name, Power, Seconds, Stops};
use serde::{Deserialize, Serialize};

/// What kind of flash it is.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum FlashKind {
    /// A hot-shoe flash with a zoom head.
    Speedlight,
    /// A battery or mains head that takes modifiers.
    Head,
    /// A small one that stays on the camera.
    OnCamera,
}

/// A row of a zoom table.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct ZoomRow {
    /// The zoom setting, as the focal length it covers on a 36 × 24 mm frame.
    pub zoom: Millimetres,
    /// The guide number there.
    pub guide_number: GuideNumber,
}

/// A meter reading that calibrates a flash: at full power, ISO 100, what the meter said.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct MeterReading {
    /// From the flash to the meter.
    pub distance: Metres,
    /// The aperture the meter gave.
    pub aperture: ApertureMark,
    /// The ISO the meter was set to.
    pub iso: IsoMark,
    /// The power the flash was set to.
    pub power: Power,
    /// What the modifier used takes away; 0 for the bare head.
    pub modifier_loss: Stops,
}

/// How bright a flash is, from the best source there is.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(tag = "from", rename_all = "snake_case", deny_unknown_fields)]
pub enum Output {
    /// The maker's guide number, ISO 100, metres.
    GuideNumber {
        /// The guide number.
        guide_number: GuideNumber,
    },
    /// The maker's table over zoom settings.
    ZoomTable {
        /// Its rows.
        rows: Vec<ZoomRow>,
    },
    /// A meter reading of one's own.
    Metered {
        /// The reading.
        reading: MeterReading,
    },
    /// Watt-seconds alone: an estimate.
    WattSeconds {
        /// Stored energy.
        watt_seconds: f64,
    },
}

/// High-speed sync, where a flash has it.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct HighSpeedSync {
    /// What changing to it costs at the first speed past sync: 2 stops by default.
    pub cost: Stops,
}

/// A flash.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Flash {
    /// Its id.
    pub id: Id,
    /// Its name.
    pub name: Name,
    /// What kind it is.
    pub flash_kind: FlashKind,
    /// How bright it is.
    pub output: Output,
    /// Its lowest power.
    pub lowest_power: Power,
    /// Clicks of its power dial.
    pub power_step: PowerStep,
    /// How it spells its power.
    pub notation: PowerNotation,
    /// Time to be ready after a full-power pop.
    pub recharge: Seconds,
    /// Full-power pops of one battery charge.
    pub full_pops: f64,
    /// Full-power pops in a row before it has to cool.
    pub pops_before_rest: f64,
    /// How long it then rests, in minutes.
    pub rest: f64,
    /// t0.1 over power, where known.
    pub durations: Vec<DurationRow>,
    /// High-speed sync, where it has it.
    pub high_speed_sync: Option<HighSpeedSync>,
    /// Whether it works with automatic (TTL) exposure.
    pub ttl: bool,
    /// Clicks to stay below the sync speed.
    pub sync_click: SyncClick,
    /// What it does when it is to fire before it is ready.
    pub before_ready: BeforeReady,
    /// Its colour.
    pub kelvin: Kelvin,
    /// Its colour at its lowest power, where it drifts; none where it keeps its colour.
    pub kelvin_lowest: Option<Kelvin>,
    /// How much more light it gives than is said of it, as takes taught.
    pub learnt: Option<Learnt>,
    /// How much longer it takes to be ready than is said, in doublings of the time, as it was timed.
    pub recharge_learnt: Option<Learnt>,
    /// How many more pops a battery gives than is said, in doublings of their number, as they were counted.
    pub pops_learnt: Option<Learnt>,
}

/// Guide number of a head known only by its watt-seconds: about 60 m at 400 Ws behind a 7-inch reflector, by the
/// square root of the energy (from memory; a meter reading replaces it).
#[must_use]
pub fn estimated_guide_number(watt_seconds: f64) -> GuideNumber {
    GuideNumber::of(60.0 * (watt_seconds / 400.0).sqrt())
}

impl Output {
    /// Whether it is only an estimate.
    #[must_use]
    pub const fn is_estimate(&self) -> bool {
        matches!(self, Output::WattSeconds { .. })
    }

    /// The guide number with the head zoomed to cover a lens of this focal length (36 × 24 mm equivalent), or to
    /// its widest, which fills a panel before it (common practice).
    ///
    /// Between rows the guide number is interpolated; beyond them it stays, since the head zooms no further.
    #[must_use]
    pub fn guide_number(&self, covering: Option<Millimetres>) -> GuideNumber {
        match self {
            Output::GuideNumber { guide_number } => *guide_number,
            Output::WattSeconds { watt_seconds } => estimated_guide_number(*watt_seconds),
            Output::Metered { reading } => {
                let bare = reading.modifier_loss.stops() + reading.power.stops_below_full() - reading.iso.stops();
                let seen = reading.aperture.f_number().number() * reading.distance.metres();
                GuideNumber::of(seen * (bare / 2.0).exp2())
            }
            Output::ZoomTable { rows } => zoomed(rows, covering),
        }
    }
}

/// The guide number a zoom table gives for a head that covers this focal length: the widest row without one.
fn zoomed(rows: &[ZoomRow], covering: Option<Millimetres>) -> GuideNumber {
    let by_zoom = |a: &&ZoomRow, b: &&ZoomRow| a.zoom.millimetres().total_cmp(&b.zoom.millimetres());
    let widest = rows.iter().min_by(by_zoom);
    let Some(covering) = covering else {
        return widest.map_or(GuideNumber::of(0.0), |row| row.guide_number);
    };
    let below = rows.iter().filter(|row| row.zoom <= covering).max_by(by_zoom);
    let above = rows.iter().filter(|row| row.zoom >= covering).min_by(by_zoom);
    match (below, above) {
        (Some(low), Some(high)) if high.zoom > low.zoom => {
            let (z0, z1) = (low.zoom.millimetres(), high.zoom.millimetres());
            let share = (covering.millimetres() - z0) / (z1 - z0);
            let (g0, g1) = (low.guide_number.metres(), high.guide_number.metres());
            GuideNumber::of(g0 + share * (g1 - g0))
        }
        (Some(row), _) | (None, Some(row)) => row.guide_number,
        (None, None) => GuideNumber::of(0.0),
    }
}

impl Flash {
    /// Time to be ready after a full-power pop, as timed where it was.
    #[must_use]
    pub fn ready_after_full(&self) -> Seconds {
        Seconds::of(self.recharge.seconds() * Learnt::more_of(self.recharge_learnt).exp2())
    }

    /// Full-power pops of one battery charge, as counted where they were.
    #[must_use]
    pub fn full_pops_given(&self) -> f64 {
        self.full_pops * Learnt::more_of(self.pops_learnt).exp2()
    }

    /// The likely error of a battery's pops, as a part of them.
    #[must_use]
    pub fn pops_error(&self) -> f64 {
        self.pops_learnt.map_or(POPS_ERROR, |learnt| learnt.spread.stops().exp2() - 1.0)
    }

    pub(super) fn check(&self, check: &mut Check) {
        match &self.output {
            Output::GuideNumber { .. } => {}
            Output::WattSeconds { watt_seconds } => check.range("/output/watt_seconds", WATT_SECONDS, *watt_seconds),
            Output::ZoomTable { rows } if rows.is_empty() => check.problem("/output/rows", Problem::NoGuideNumber),
            Output::ZoomTable { rows } => {
                check.count("/output/rows", ZOOM_ROWS, rows.len());
                for (index, row) in rows.iter().enumerate() {
                    check.range(format_args!("/output/rows/{index}/zoom"), ZOOM, row.zoom.millimetres());
                }
            }
            Output::Metered { reading } => {
                check.range("/output/reading/distance", FACE_DISTANCE, reading.distance.metres());
                check.range("/output/reading/modifier_loss", MODIFIER_LOSS, reading.modifier_loss.stops());
            }
        }
        check.range("/lowest_power", LOWEST_POWER, self.lowest_power.stops_below_full());
        check.range("/recharge", RECHARGE, self.recharge.seconds());
        check.range("/full_pops", FULL_POPS, self.full_pops);
        check.range("/pops_before_rest", POPS_BEFORE_REST, self.pops_before_rest);
        check.range("/rest", REST, self.rest);
        check_learnt(check, "learnt", self.learnt);
        check_learnt(check, "recharge_learnt", self.recharge_learnt);
        check_learnt(check, "pops_learnt", self.pops_learnt);
        check.range("/kelvin", FLASH_KELVIN, self.kelvin.kelvin());
        if let Some(lowest) = self.kelvin_lowest {
            check.range("/kelvin_lowest", FLASH_KELVIN, lowest.kelvin());
        }
        if self.durations.len() > DURATION_ROWS.max as usize {
            check.count("/durations", DURATION_ROWS, self.durations.len());
        }
        for (index, row) in self.durations.iter().enumerate() {
            check.range(format_args!("/durations/{index}/t_tenth"), FLASH_DURATION, row.t_tenth.seconds());
        }
        if let Some(high_speed) = self.high_speed_sync {
            check.range("/high_speed_sync/cost", HSS_COST, high_speed.cost.stops());
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    fn table() -> Output {
        let row =
            |zoom, gn| ZoomRow { zoom: Millimetres::new(zoom).unwrap(), guide_number: GuideNumber::new(gn).unwrap() };
        Output::ZoomTable { rows: vec![row(105.0, 58.0), row(24.0, 28.0), row(50.0, 42.0)] }
    }

    #[rstest]
    #[case::panel_before_it(None, 28.0)]
    #[case::on_a_row(Some(50.0), 42.0)]
    #[case::between(Some(77.5), 50.0)]
    #[case::longer_than_it_zooms(Some(200.0), 58.0)]
    fn zoom_heads_brighten_as_they_narrow(#[case] covering: Option<f64>, #[case] gn: f64) {
        let covering = covering.map(|mm| Millimetres::new(mm).unwrap());
        assert!((table().guide_number(covering).metres() - gn).abs() < 1e-9);
    }

    /// A table needs a row, and a row a zoom there is.
    #[rstest]
    #[case::no_row(vec![], "/output/rows")]
    #[case::no_such_zoom(vec![ZoomRow { zoom: Millimetres::of(2.0), guide_number: GuideNumber::nearest(30.0) }], "/output/rows/0/zoom")]
    fn a_table_of_no_use_is_refused(#[case] rows: Vec<ZoomRow>, #[case] field: &str) {
        let mut check = Check::default();
        let kit = crate::sample::kit();
        Flash {
            output: Output::ZoomTable { rows },
            ..kit.flash(&crate::quantity::Id::new("flash-shoe").unwrap()).unwrap().clone()
        }
        .check(&mut check);
        assert_eq!(check.done().unwrap_err()[0].field, field);
    }

    /// A reading of f/8 at 2 m, ISO 100, half power, through a modifier that takes 1 stop: bare and at full power
    /// two stops more, so GN 8·2·2 = 32.
    #[test]
    fn a_reading_calibrates_a_head() {
        let reading = MeterReading {
            distance: Metres::new(2.0).unwrap(),
            aperture: ApertureMark::new(36).unwrap(),
            iso: IsoMark::ISO_100,
            power: Power::new(1.0).unwrap(),
            modifier_loss: Stops::new(1.0).unwrap(),
        };
        assert!((Output::Metered { reading }.guide_number(None).metres() - 32.0).abs() < 1e-9);
    }

    #[test]
    fn four_hundred_watt_seconds_are_about_60() {
        assert_eq!(estimated_guide_number(400.0).metres(), 60.0);
        assert_eq!(estimated_guide_number(100.0).metres(), 30.0);
    }
}
