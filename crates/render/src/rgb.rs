/// Red, green and blue in linear sRGB.
pub type Rgb = [f32; 3];

pub use tolva_light::colour::luminance;
