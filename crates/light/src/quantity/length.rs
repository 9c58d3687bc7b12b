//! Lengths: metres on the set, millimetres in the camera.

use super::quantity;

quantity! {
    /// A distance or size on the set, in metres.
    Metres, metres, METRES
}
quantity! {
    /// A length in camera or lens, in millimetres.
    Millimetres, millimetres, MILLIMETRES
}

impl From<Millimetres> for Metres {
    fn from(length: Millimetres) -> Metres {
        Metres::of(length.millimetres() / 1000.0)
    }
}
