//! Colour temperature: kelvin as a name for a colour, mired where colours are compared.

use super::quantity;
use std::ops::{Add, Neg, Sub};

quantity! {
    /// A colour temperature in kelvin. It has no arithmetic: equal steps in kelvin are not equal to the eye.
    Kelvin, kelvin, KELVIN
}
quantity! {
    /// A colour as 10⁶/K: a point on the scale where a gel is a constant step.
    Mired, mired, MIRED
}
quantity! {
    /// A step between two colours, in mired; positive is warmer.
    MiredShift, mired, MIRED_SHIFT
}

quantity! {
    /// How far a light lies from the Planckian locus, in the CIE 1960 diagram; green is positive, magenta negative.
    Duv, duv, DUV
}

/// The least mired that is still given as a temperature: 1 000 000 K.
const HOTTEST: f64 = 1.0;

impl From<Kelvin> for Mired {
    fn from(colour: Kelvin) -> Mired {
        Mired::of(1e6 / colour.kelvin())
    }
}

impl From<Mired> for Kelvin {
    fn from(colour: Mired) -> Kelvin {
        // Past 0 mired, where a cooling gel can take a blue light, there is no temperature any more.
        Kelvin::of(1e6 / colour.mired().max(HOTTEST))
    }
}

impl Sub for Mired {
    type Output = MiredShift;
    fn sub(self, other: Mired) -> MiredShift {
        MiredShift::of(self.mired() - other.mired())
    }
}

impl Add<MiredShift> for Mired {
    type Output = Mired;
    fn add(self, shift: MiredShift) -> Mired {
        Mired::of(self.mired() + shift.mired())
    }
}

/// No shift.
impl Default for MiredShift {
    fn default() -> MiredShift {
        MiredShift::ZERO
    }
}

impl Neg for MiredShift {
    type Output = MiredShift;
    fn neg(self) -> MiredShift {
        MiredShift(-self.0)
    }
}

impl MiredShift {
    /// No step.
    pub const ZERO: MiredShift = MiredShift(0.0);

    /// The size of the step, without its direction.
    #[must_use]
    pub fn size(self) -> f64 {
        self.0.abs()
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    /// Worked case 11 of the method notes: lamps at 2 500 K, flash at 5 600 K.
    #[test]
    fn lamp_and_flash_are_221_mired_apart() {
        let lamp = Mired::from(Kelvin::new(2_500.0).unwrap());
        let flash = Mired::from(Kelvin::new(5_600.0).unwrap());
        assert_eq!(lamp.mired(), 400.0);
        assert_eq!(flash.mired().round(), 179.0);
        assert_eq!((lamp - flash).mired().round(), 221.0);
        let gelled = flash + MiredShift::new(159.0).unwrap();
        assert_eq!((lamp - gelled).mired().round(), 62.0);
    }
}
