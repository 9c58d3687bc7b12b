//! The flash receiver: it holds what each flash is set to, what charge it has, what its battery has left, and fires.

use serde::{Deserialize, Serialize};

pub use tolva_light::flash::BeforeReady;

/// A flash as its maker describes it.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Flash {
    /// Seconds to be ready after a full pop.
    pub recharge: f64,
    /// Full pops of one battery.
    pub full_pops: f64,
    /// Its lowest power, in stops below full.
    pub lowest: f64,
    /// What it does before it is ready.
    pub before_ready: BeforeReady,
}

/// A flash as it stands there.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct Standing {
    /// What it is set to, in stops below full.
    pub power: f64,
    /// Its charge, as a share of what a full pop takes.
    pub charge: f64,
    /// What its battery has left, as a share.
    pub battery: f64,
    /// Seconds until it is ready for its power; none where the battery does not give it any more.
    pub ready_in: Option<f64>,
    /// Whether it hears the trigger.
    pub in_sync: bool,
}

/// What came of a trigger.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(tag = "as", rename_all = "snake_case")]
pub enum Fired {
    /// As set.
    Whole,
    /// With less than it was set to.
    Short {
        /// By so many stops.
        stops: f64,
    },
    /// Not at all.
    Dark,
}

/// One flash on its receiver. Time is told from outside, in seconds.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Receiver {
    flash: Flash,
    power: f64,
    /// Charge and battery as they were at a time.
    charge: f64,
    battery: f64,
    at: f64,
    in_sync: bool,
}

/// Less than this charge lights no tube, as a share of a full pop.
const LEAST: f64 = 1.0 / 2048.0;

/// Ready is what lacks no more than this share of what it needs.
const READY: f64 = 1e-9;

impl Receiver {
    /// A flash switched on: charged, with a fresh battery, at full power.
    #[must_use]
    pub const fn of(flash: Flash, at: f64) -> Receiver {
        Receiver { flash, power: 0.0, charge: 1.0, battery: 1.0, at, in_sync: true }
    }

    /// Whether it is of this flash.
    #[must_use]
    pub fn is_of(&self, flash: &Flash) -> bool {
        self.flash == *flash
    }

    /// What a pop at its power takes, as a share of a full one.
    fn needs(&self) -> f64 {
        (-self.power).exp2()
    }

    /// Charges up to a time: evenly, as long as the battery gives.
    fn charged(mut self, now: f64) -> Receiver {
        let passed = (now - self.at).max(0.0);
        let wants = (passed / self.flash.recharge.max(1e-3)).min(1.0 - self.charge).max(0.0);
        let gives = wants.min(self.battery * self.flash.full_pops.max(1.0));
        self.charge += gives;
        self.battery = (self.battery - gives / self.flash.full_pops.max(1.0)).max(0.0);
        self.at = now.max(self.at);
        self
    }

    /// Takes a power, in stops below full: as near as it goes. More charge than it needs it keeps.
    pub fn set(&mut self, power: f64, now: f64) {
        *self = self.charged(now);
        self.power = power.clamp(0.0, self.flash.lowest);
    }

    /// Whether it hears the trigger.
    pub const fn hears(&mut self, in_sync: bool) {
        self.in_sync = in_sync;
    }

    /// A fresh battery.
    pub fn battery(&mut self, now: f64) {
        *self = self.charged(now);
        self.battery = 1.0;
    }

    /// How it stands at a time.
    #[must_use]
    pub fn standing(&self, now: f64) -> Standing {
        let now = self.charged(now);
        let lacks = (now.needs() - now.charge).max(0.0);
        let ready_in = if lacks <= READY {
            Some(0.0)
        } else {
            (lacks <= now.battery * now.flash.full_pops).then_some(lacks * now.flash.recharge)
        };
        Standing { power: now.power, charge: now.charge, battery: now.battery, ready_in, in_sync: now.in_sync }
    }

    /// The trigger.
    pub fn fire(&mut self, now: f64) -> Fired {
        *self = self.charged(now);
        if !self.in_sync {
            return Fired::Dark;
        }
        let needs = self.needs();
        if self.charge + READY >= needs {
            self.charge = (self.charge - needs).max(0.0);
            return Fired::Whole;
        }
        if self.flash.before_ready == BeforeReady::Refuses || self.charge < LEAST {
            return Fired::Dark;
        }
        let stops = (needs / self.charge).log2();
        self.charge = 0.0;
        Fired::Short { stops }
    }
}

impl Receiver {
    /// Fires for every exposure of one frame, so many seconds apart: what came of all of them together, against all as set.
    pub fn fire_all(&mut self, now: f64, exposures: u32, apart: f64) -> Fired {
        let light: f64 = (0..exposures).map(|number| self.fire(now + f64::from(number) * apart).light()).sum();
        let mean = light / f64::from(exposures.max(1));
        match mean {
            mean if mean > 1.0 - 1e-9 => Fired::Whole,
            mean if mean > 0.0 => Fired::Short { stops: -mean.log2() },
            _ => Fired::Dark,
        }
    }
}

impl Fired {
    /// The share of the light it was set to.
    fn light(self) -> f64 {
        match self {
            Fired::Whole => 1.0,
            Fired::Short { stops } => (-stops).exp2(),
            Fired::Dark => 0.0,
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use proptest::prelude::*;
    use rstest::rstest;

    fn flash(before_ready: BeforeReady) -> Receiver {
        Receiver::of(Flash { recharge: 2.4, full_pops: 180.0, lowest: 7.0, before_ready }, 0.0)
    }

    /// Four exposures at full power, a second apart with 2.4 s to recharge: the first whole, the others refused; given the time, all.
    #[test]
    fn exposures_of_one_frame_wait_for_the_flash() {
        let mut hurried = flash(BeforeReady::Refuses);
        let Fired::Short { stops } = hurried.fire_all(0.0, 3, 1.0) else { panic!("not all of them") };
        assert!((stops - 3.0f64.log2()).abs() < 1e-9, "{stops}");
        assert_eq!(flash(BeforeReady::Refuses).fire_all(0.0, 3, 3.0), Fired::Whole);
        let mut deaf = flash(BeforeReady::Refuses);
        deaf.in_sync = false;
        assert_eq!(deaf.fire_all(0.0, 3, 3.0), Fired::Dark);
        assert_eq!(flash(BeforeReady::Refuses).fire_all(0.0, 1, 0.0), Fired::Whole);
    }

    /// METHODS' worked case: recharged from full in 2.4 s, a sixteenth is back in 0.15 s.
    #[test]
    fn a_sixteenth_is_back_in_a_sixteenth_of_the_time() {
        let mut one = flash(BeforeReady::Refuses);
        one.set(4.0, 0.0);
        for pop in 0..16 {
            assert_eq!(one.fire(0.0), Fired::Whole, "{pop}");
        }
        assert_eq!(one.fire(0.0), Fired::Dark);
        assert!((one.standing(0.0).ready_in.unwrap() - 0.15).abs() < 1e-9);
        assert_eq!(one.fire(0.16), Fired::Whole);
    }

    /// Half charged, one stays dark and keeps its charge, the other fires a stop short and is empty.
    #[rstest]
    #[case::waits(BeforeReady::Refuses, Fired::Dark, 1.2)]
    #[case::fires(BeforeReady::FiresShort, Fired::Short { stops: 1.0 }, 2.4)]
    fn before_it_is_ready(#[case] kind: BeforeReady, #[case] fired: Fired, #[case] ready_in: f64) {
        let mut one = flash(kind);
        assert_eq!(one.fire(0.0), Fired::Whole);
        match (one.fire(1.2), fired) {
            (Fired::Short { stops }, Fired::Short { stops: wanted }) => {
                assert!((stops - wanted).abs() < 1e-9, "{stops}")
            }
            (found, wanted) => assert_eq!(found, wanted),
        }
        assert!((one.standing(1.2).ready_in.unwrap() - ready_in).abs() < 1e-9, "{:?}", one.standing(1.2));
    }

    #[test]
    fn out_of_reach_it_stays_dark_and_keeps_its_charge() {
        let mut one = flash(BeforeReady::FiresShort);
        one.hears(false);
        assert_eq!(one.fire(0.0), Fired::Dark);
        assert_eq!(one.standing(0.0).charge, 1.0);
    }

    #[test]
    fn an_empty_battery_says_so() {
        let mut one =
            Receiver::of(Flash { recharge: 1.0, full_pops: 2.0, lowest: 7.0, before_ready: BeforeReady::Refuses }, 0.0);
        // The charge it came with, and two of its battery.
        assert!((0..3).all(|pop| one.fire(f64::from(pop) * 2.0) == Fired::Whole));
        let standing = one.standing(60.0);
        assert_eq!((standing.battery, standing.ready_in), (0.0, None));
        one.battery(60.0);
        assert_eq!(one.standing(70.0).ready_in, Some(0.0));
    }

    proptest! {
        /// Whatever is done, it never has more than it can hold, nor gives more than battery and charge had.
        #[test]
        fn it_makes_no_charge(steps in proptest::collection::vec((0.0f64..8.0, 0.0f64..3.0, any::<bool>()), 1..60)) {
            let mut one = flash(BeforeReady::FiresShort);
            let (mut now, mut given) = (0.0, 0.0);
            for (power, wait, set) in steps {
                now += wait;
                if set {
                    one.set(power, now);
                } else {
                    let needs = one.needs();
                    given += match one.fire(now) {
                        Fired::Whole => needs,
                        Fired::Short { stops } => needs * (-stops).exp2(),
                        Fired::Dark => 0.0,
                    };
                }
                let standing = one.standing(now);
                prop_assert!((0.0..=1.0 + 1e-9).contains(&standing.charge) && (0.0..=1.0).contains(&standing.battery));
                prop_assert!((given + standing.charge + standing.battery * 180.0 - 181.0).abs() < 1e-6);
            }
        }
    }
}
