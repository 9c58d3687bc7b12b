//! Linear light and the bytes sRGB stores it as (IEC 61966-2-1).

use super::encoded;
use std::sync::LazyLock;

/// Luminance of linear sRGB, by its primaries.
#[must_use]
pub fn luminance([red, green, blue]: [f32; 3]) -> f32 {
    0.2126 * red + 0.7152 * green + 0.0722 * blue
}

/// Steps of the table, evenly in the root of the light.
const STEPS: usize = 4096;

/// Light as it is stored, by its root.
static STORED: LazyLock<[u8; STEPS]> = LazyLock::new(|| {
    let stored = |step: usize| {
        let linear = (step as f64 / (STEPS - 1) as f64).powi(2);
        (encoded(linear) * 255.0 + 0.5) as u8
    };
    std::array::from_fn(stored)
});

/// A part of linear light, 0 to 1, as sRGB stores it in a byte; what lies outside as what is nearest.
#[must_use]
pub fn stored(linear: f32) -> u8 {
    storing()(linear)
}

/// The same for many, the table looked up once.
pub fn storing() -> impl Fn(f32) -> u8 + Copy {
    let table: &'static [u8; STEPS] = &STORED;
    move |linear| table[((linear.max(0.0).sqrt() * (STEPS - 1) as f32 + 0.5) as usize).min(STEPS - 1)]
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::colour::decoded;

    /// Every byte, made linear by the standard's own formula, is stored as itself; white is 1 and its luminance too.
    #[test]
    fn every_byte_comes_back() {
        for byte in 0..=255u8 {
            assert_eq!(stored(decoded(f64::from(byte) / 255.0) as f32), byte);
        }
        assert_eq!((stored(-0.2), stored(7.0)), (0, 255));
        assert!((luminance([1.0; 3]) - 1.0).abs() < 1e-6);
    }
}
