//! One frame less another, in linear light: what changed between the two, alone. With flash and without it that is the flash.

use crate::FrameError;
use crate::look::jpeg_of;
use crate::plane::Plane;
use crate::shift::shift;
use tolva_light::colour::{luminance, stored};

/// What changed between two frames.
#[derive(Debug, Clone, PartialEq)]
pub struct Apart {
    /// How far the other frame was moved to lie on the first, in pixels to the right and down.
    pub shift: (f32, f32),
    /// The share of the frame in which something moved between the two: left out of what is told.
    pub moved: f64,
    /// The mean share of the first frame's light that changed.
    pub share: f64,
    /// What changed, alone, as JPEG; what moved is black in it.
    pub alone: Vec<u8>,
    /// How much of each place's light it is, from black for none to white for all, as JPEG; what moved is black in it.
    pub map: Vec<u8>,
}

/// Darker by more than this share than the other frame alone was, a place has moved: light that was added cannot darken it.
const MOVED: f32 = 0.12;
/// Light below this share of white is noise.
const NOISE: f32 = 0.002;
/// Pixels about a place that are looked at together to tell whether it moved.
const ABOUT: i32 = 2;

/// Takes `other` from `one`. `times` is how much brighter the other frame would be at the settings of the first.
///
/// # Errors
/// Whatever is wrong with the frames, and [`FrameError::Pair`] where their sizes differ.
pub fn apart(one: &[u8], other: &[u8], times: f64) -> Result<Apart, FrameError> {
    let (one, other) = (Plane::of(one)?, Plane::of(other)?);
    if one.size != other.size {
        return Err(FrameError::Pair);
    }
    let by = shift(&one, &other);
    let (width, height) = (one.size.0 as usize, one.size.1 as usize);
    let times = times as f32;
    // The other frame as it lies on the first, brought to its settings.
    let mut laid = Vec::with_capacity(width * height);
    for at in 0..width * height {
        let (x, y) = ((at % width) as f32 + 0.5, (at / width) as f32 + 0.5);
        laid.push(other.colour(x - by.0, y - by.1).map(|part| part * times));
    }
    let less: Vec<f32> = one.pixels.iter().zip(&laid).map(|(one, laid)| luminance(*one) - luminance(*laid)).collect();
    let moved: Vec<bool> = (0..width * height).map(|at| has_moved(&less, &laid, (width, height), at)).collect();
    let difference = |at: usize| -> [f32; 3] {
        if moved[at] { [0.0; 3] } else { [0, 1, 2].map(|part| (one.pixels[at][part] - laid[at][part]).max(0.0)) }
    };
    let share = |at: usize| {
        let whole = luminance(one.pixels[at]);
        if moved[at] || whole < NOISE { 0.0 } else { (less[at] / whole).clamp(0.0, 1.0) }
    };
    let all = 0..width * height;
    let told: Vec<f32> = all.clone().filter(|at| !moved[*at]).map(share).collect();
    let alone = all.clone().flat_map(|at| difference(at).map(stored)).collect();
    let map = all.flat_map(|at| [(share(at) * 255.0 + 0.5) as u8; 3]).collect();
    let mean = told.iter().map(|share| f64::from(*share)).sum::<f64>() / told.len().max(1) as f64;
    Ok(Apart {
        shift: by,
        moved: moved.iter().filter(|moved| **moved).count() as f64 / moved.len().max(1) as f64,
        share: mean,
        alone: jpeg_of(alone, one.size)?,
        map: jpeg_of(map, one.size)?,
    })
}

/// Whether a place and what is about it are darker in the first frame than the other frame alone has them.
fn has_moved(less: &[f32], laid: &[[f32; 3]], (width, height): (usize, usize), at: usize) -> bool {
    let (x, y) = ((at % width) as i32, (at / width) as i32);
    let (mut sum, mut whole) = (0.0, 0.0);
    for down in -ABOUT..=ABOUT {
        for across in -ABOUT..=ABOUT {
            let (x, y) = (x + across, y + down);
            if (0..width as i32).contains(&x) && (0..height as i32).contains(&y) {
                let at = y as usize * width + x as usize;
                sum += less[at];
                whole += luminance(laid[at]);
            }
        }
    }
    let count = (2 * ABOUT + 1).pow(2) as f32;
    sum < -MOVED * whole - NOISE * count
}
