use crate::quantity::{Power, Seconds};
use serde::{Deserialize, Serialize};

/// The time to be ready again: proportional to the energy used, `t = p·t_full`.
#[must_use]
pub fn recharge_time(full: Seconds, power: Power) -> Seconds {
    Seconds::of(full.seconds() * power.fraction())
}

/// The most frames a second that can be held: `1/(p·t_full)`.
#[must_use]
pub fn frames_per_second(full: Seconds, power: Power) -> f64 {
    1.0 / recharge_time(full, power).seconds()
}

/// Pops a charged flash gives at once before it has to wait: about `1/p`.
#[must_use]
pub fn pops_stored(power: Power) -> f64 {
    1.0 / power.fraction()
}

/// Of what is computed from the maker's full-power count a battery gives this part: it drains by waiting too (common
/// practice).
const DRAINED: f64 = 0.7;
/// However low the power, a battery gives no more than so many times its full-power count (common practice).
const MOST: f64 = 12.0;
/// The likely error of that, as a part of it (common practice); counting one's own makes it less.
pub const POPS_ERROR: f64 = 0.2;

/// Pops one battery gives at this power: 70 % of `pops_full/p`, and no more than twelve times the full-power count.
#[must_use]
pub fn pops_per_battery(full_pops: f64, power: Power) -> f64 {
    (DRAINED * full_pops / power.fraction()).min(MOST * full_pops)
}

/// Battery charges for so many frames at this power, rounded up.
#[must_use]
pub fn battery_sets(frames: u32, full_pops: f64, power: Power) -> u32 {
    (f64::from(frames) / pops_per_battery(full_pops, power)).ceil() as u32
}

/// What a flash does when it is to fire before it is ready; both kinds exist.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum BeforeReady {
    /// It stays dark.
    Refuses,
    /// It fires with what it has.
    FiresShort,
}

#[cfg(test)]
mod tests {
    use super::*;

    /// Worked case 6 of the method notes: 2.4 s full, 1/16 power.
    #[test]
    fn a_sixteenth_recharges_in_a_sixteenth() {
        let (full, power) = (Seconds::new(2.4).unwrap(), Power::new(4.0).unwrap());
        assert!((recharge_time(full, power).seconds() - 0.15).abs() < 1e-12);
        assert!((frames_per_second(full, power) - 6.667).abs() < 0.001);
        assert_eq!(pops_stored(power), 16.0);
    }

    #[test]
    fn batteries_for_an_evening() {
        let quarter = Power::new(2.0).unwrap();
        assert!((pops_per_battery(200.0, quarter) - 560.0).abs() < 1e-9);
        assert_eq!(battery_sets(559, 200.0, quarter), 1);
        assert_eq!(battery_sets(561, 200.0, quarter), 2);
        // At 1/128 the waiting takes more than the flashing.
        assert_eq!(pops_per_battery(200.0, Power::new(7.0).unwrap()), 2_400.0);
    }
}
