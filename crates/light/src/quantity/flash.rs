//! Flash: guide number and power.

use super::quantity;

quantity! {
    /// A guide number in metres at ISO 100, full power (ISO 1230).
    GuideNumber, metres, GUIDE_NUMBER
}
quantity! {
    /// A flash's power, as stops below full: 0 is 1/1, 3 is 1/8.
    Power, stops_below_full, POWER
}

impl Power {
    /// 1/1.
    pub const FULL: Power = Power(0.0);

    /// The share of the full energy, 1 at full power.
    #[must_use]
    pub fn fraction(self) -> f64 {
        (-self.0).exp2()
    }
}
