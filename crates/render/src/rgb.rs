/// Red, green and blue in linear sRGB.
pub type Rgb = [f32; 3];

/// Luminance of linear sRGB (IEC 61966-2-1).
#[must_use]
pub fn luminance([red, green, blue]: Rgb) -> f32 {
    0.2126 * red + 0.7152 * green + 0.0722 * blue
}
