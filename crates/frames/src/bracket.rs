//! A bracket of one still scene: the codes of its even places in each frame.

use crate::FrameError;
use crate::plane::Plane;
use tolva_light::colour::{encoded, luminance};

/// One place: its codes of red, green and blue in each frame, 0 to 255, as sRGB stores them.
pub type PlaceCodes = Vec<[f64; 3]>;

/// Half the side of a place, in pixels.
const HALF: usize = 4;
/// Cells across and down of which each gives its most even place.
const CELLS: (usize, usize) = (32, 22);
/// Places kept, spread over the tones there are.
const PLACES: usize = 240;
/// A place whose brightness spreads by more than this part of itself is not even.
const EVEN: f32 = 0.06;

/// All of a frame's light at once: places of several frames are compared.
struct Whole {
    size: (u32, u32),
    pixels: Vec<[f32; 3]>,
}

impl Whole {
    fn of(bytes: &[u8]) -> Result<Whole, FrameError> {
        let plane = Plane::of(bytes)?;
        let (width, height) = plane.size;
        let mut pixels = Vec::with_capacity(width as usize * height as usize);
        let mut row = Vec::new();
        for at in 0..height {
            plane.row(at, 0..width, &mut row)?;
            pixels.extend_from_slice(&row);
        }
        Ok(Whole { size: plane.size, pixels })
    }
}

/// How even a place is: the spread of its light as a part of its mean; none where it is burnt or black.
fn unevenness(plane: &Whole, x: usize, y: usize) -> Option<f32> {
    let (mut sum, mut squares, mut count) = (0.0f32, 0.0f32, 0.0f32);
    for down in y - HALF..=y + HALF {
        for across in x - HALF..=x + HALF {
            let light = luminance(plane.pixels[down * plane.size.0 as usize + across]);
            sum += light;
            squares += light * light;
            count += 1.0;
        }
    }
    let mean = sum / count;
    (0.003..0.9).contains(&mean).then(|| (squares / count - mean * mean).max(0.0).sqrt() / mean)
}

/// The mean codes of a place.
fn codes(plane: &Whole, x: usize, y: usize) -> [f64; 3] {
    let mut sum = [0.0f64; 3];
    let side = 2 * HALF + 1;
    for down in y - HALF..=y + HALF {
        for across in x - HALF..=x + HALF {
            let pixel = plane.pixels[down * plane.size.0 as usize + across];
            (0..3).for_each(|part| sum[part] += encoded(f64::from(pixel[part]).clamp(0.0, 1.0)));
        }
    }
    sum.map(|sum| 255.0 * sum / (side * side) as f64)
}

/// The codes of even places of frames of one size, spread over the tones there are; none where there is none.
///
/// # Errors
/// Whatever is wrong with a frame, and [`FrameError::Pair`] where their sizes differ.
pub fn bracket(frames: &[Vec<u8>]) -> Result<Vec<PlaceCodes>, FrameError> {
    let planes = frames.iter().map(|frame| Whole::of(frame)).collect::<Result<Vec<Whole>, FrameError>>()?;
    let Some(first) = planes.first() else { return Ok(Vec::new()) };
    if planes.iter().any(|plane| plane.size != first.size) {
        return Err(FrameError::Pair);
    }
    let (width, height) = (first.size.0 as usize, first.size.1 as usize);
    let mut places: Vec<(f64, PlaceCodes)> = Vec::new();
    for cell in 0..CELLS.0 * CELLS.1 {
        let span = |at: usize, count: usize, side: usize| (side * at / count, side * (at + 1) / count);
        let (left, right) = span(cell % CELLS.0, CELLS.0, width);
        let (top, bottom) = span(cell / CELLS.0, CELLS.1, height);
        let inside = |low: usize, high: usize, side: usize| {
            (low.max(HALF)..high.min(side.saturating_sub(HALF))).step_by(2 * HALF).collect::<Vec<_>>()
        };
        let mut best: Option<(f32, usize, usize)> = None;
        for y in inside(top, bottom, height) {
            for x in inside(left, right, width) {
                // As even as in the frame that shows it least even, of those that show it at all.
                let each = planes.iter().filter_map(|plane| unevenness(plane, x, y));
                let worst = each.fold(None, |worst: Option<f32>, one| Some(worst.map_or(one, |worst| worst.max(one))));
                if let Some(worst) = worst.filter(|worst| best.is_none_or(|(least, ..)| *worst < least)) {
                    best = Some((worst, x, y));
                }
            }
        }
        let Some((_, x, y)) = best.filter(|(worst, ..)| *worst < EVEN) else { continue };
        let codes: PlaceCodes = planes.iter().map(|plane| codes(plane, x, y)).collect();
        let green: f64 = codes.iter().map(|code| code[1]).sum();
        places.push((green, codes));
    }
    places.sort_by(|a, b| a.0.total_cmp(&b.0));
    let count = places.len();
    let kept = count.min(PLACES);
    Ok((0..kept).map(|at| std::mem::take(&mut places[at * count / kept].1)).collect())
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::look::jpeg_of;
    use crate::mark::Seen;
    use image::RgbImage;

    /// A frame of 40 even tones in a row, so many stops brighter; the last column noise.
    fn frame(more: f64) -> Vec<u8> {
        let (width, height) = (820u32, 260u32);
        let tone = |x: u32, y: u32| {
            if x >= 800 {
                return if (x + y).is_multiple_of(2) { 250 } else { 3 };
            }
            let light = 0.004 * (f64::from(x / 20) / 5.0 + more).exp2();
            (255.0 * encoded(light.min(1.0)) + 0.5) as u8
        };
        let pixels = (0..height).flat_map(|y| (0..width).flat_map(move |x| [tone(x, y); 3])).collect();
        jpeg_of(RgbImage::from_raw(width, height, pixels).unwrap(), Seen::AS_STORED).unwrap()
    }

    /// Each even place is found, its codes brighter from frame to frame as its light is; what is uneven is left out.
    #[test]
    fn even_places_are_found() {
        let found = bracket(&[frame(-1.0), frame(0.0), frame(1.0)]).unwrap();
        assert!(found.len() > 120, "{}", found.len());
        for codes in &found {
            let [low, middle, high] = [codes[0][1], codes[1][1], codes[2][1]];
            assert!(low < middle && middle < high || high > 254.0, "{codes:?}");
            let stops = |code: f64| tolva_light::colour::decoded(code / 255.0).log2();
            if low > 12.0 && high < 250.0 {
                assert!((stops(high) - stops(low) - 2.0).abs() < 0.12, "{codes:?}");
            }
        }
    }

    #[test]
    fn frames_of_other_sizes_are_no_bracket() {
        let other = jpeg_of(RgbImage::from_pixel(300, 200, image::Rgb([90; 3])), Seen::AS_STORED).unwrap();
        assert_eq!(bracket(&[frame(0.0), other]), Err(FrameError::Pair));
        assert_eq!(bracket(&[]), Ok(Vec::new()));
    }
}
