//! What was seen of a thing on the spot, in words.

use super::{Camera, KitItem, Learns};
use crate::quantity::{Learnt, Stops, figure};
use crate::say;

/// The part of something that an error in doublings makes of it.
fn part(spread: Stops) -> f64 {
    spread.stops().exp2() - 1.0
}

fn percent(spread: Stops) -> String {
    figure(100.0 * part(spread), 5.0)
}

impl Camera {
    /// A sentence of what its own meter showed; none where nobody looked.
    #[must_use]
    pub fn own_meter_told(&self) -> Option<String> {
        let learnt = self.own_meter?;
        let (more, error) = (say::tenths_of_stops(learnt.more.stops()), say::stops_error(learnt.spread.stops()));
        Some(say::learnt::own_meter(&more, &error, learnt.takes))
    }
}

impl KitItem {
    /// A sentence of what was seen of it; none where nothing was.
    #[must_use]
    pub fn seen_told(&self, what: Learns) -> Option<String> {
        let learnt: Learnt = self.learnt(what)?;
        match (self, what) {
            (KitItem::Camera(body), Learns::OwnMeter) => body.own_meter_told(),
            (KitItem::Flash(flash), Learns::Recharge) => {
                let found = flash.ready_after_full().seconds();
                let found = figure(found, (found * part(learnt.spread)).max(0.1));
                let said = figure(flash.recharge.seconds(), 0.1);
                Some(say::learnt::timed(&found, &said, &percent(learnt.spread), learnt.takes))
            }
            (KitItem::Flash(flash), Learns::Pops) => {
                let found = flash.full_pops_given();
                let found = figure(found, found * part(learnt.spread));
                let said = figure(flash.full_pops, 1.0);
                Some(say::learnt::counted(&found, &said, &percent(learnt.spread), learnt.takes))
            }
            _ => None,
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::sample;
    use rstest::rstest;

    /// A spread of doublings as percent, by hand: 2^0.1375 is 1.10, 2^0.2630 is 1.20.
    #[rstest]
    #[case(0.137_5, "10")]
    #[case(0.263_0, "20")]
    fn spreads_in_percent(#[case] doublings: f64, #[case] percent: &str) {
        let kit = sample::kit();
        let mut flash = kit.flash(&crate::quantity::Id::new("flash-shoe").unwrap()).unwrap().clone();
        let learnt = Learnt { more: Stops::ZERO, spread: Stops::of(doublings), takes: 3 };
        (flash.recharge_learnt, flash.pops_learnt) = (Some(learnt), Some(learnt));
        let item = KitItem::Flash(flash);
        for what in [Learns::Recharge, Learns::Pops] {
            let told = item.seen_told(what).unwrap();
            assert!(told.contains(&format!("± {percent} %")), "{told}");
        }
        assert_eq!(item.seen_told(Learns::OwnMeter), None);
    }
}
