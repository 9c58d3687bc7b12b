//! A picture as it is answered: what it says of itself, and its planes.

use rayon::prelude::*;
use serde::Serialize;
use tolva_core::picture::{OutlineTold, PatchPlace};
use tolva_render::{Frame, Rgb, Tones, luminance};
use utoipa::ToSchema;

/// What a picture says of itself.
#[derive(Debug, Serialize, ToSchema)]
pub struct PictureTold {
    /// Pixels across.
    pub width: u32,
    /// Pixels up.
    pub height: u32,
    /// Rounds of samples that are in it; 0 for a rough one.
    pub rounds: u32,
    /// Whether it gets no better.
    pub enough: bool,
    /// The share of the frame that clips.
    pub clipped: f64,
    /// How much of it is at each level.
    pub tones: Tones,
    /// Where the patches of the stop scale are in it.
    pub patches: Vec<PatchPlace>,
    /// How the subject stands off from what is behind, stretch by stretch of its outline.
    pub outline: Vec<OutlineTold>,
    /// The odds that a frame is sharp in the hand, in words.
    pub hand: Option<String>,
    /// Whether frames of a burst at the setup's pace look otherwise than the first.
    pub burst_differs: bool,
    /// What it leaves out.
    pub leaves_out: &'static str,
}

/// Steps of a level in the answer, to a stop, and the level of step 1.
const STEPS: f32 = 12.0;
const LOWEST: f32 = -12.0;
/// The level told of what clips.
const CLIPS: u8 = 255;

/// The answer: what it says of itself as JSON behind its length in four bytes (little-endian), then for every pixel red, green, blue
/// and 255, out of focus where it is; then its level as it would be metered, a byte each (0 for no light, 255 for what clips, else twelfths of a stop from −12 at 1); then the flash's share of its light.
pub(super) fn packed(told: &PictureTold, frame: &Frame, seen: &[Rgb]) -> Result<Vec<u8>, serde_json::Error> {
    let json = serde_json::to_vec(told)?;
    let (screen, clips, pixels) = (frame.screen(), frame.clipping(), frame.linear.len());
    let mut bytes = Vec::with_capacity(4 + json.len() + pixels * 6);
    bytes.extend(u32::try_from(json.len()).unwrap_or(0).to_le_bytes());
    bytes.extend(json);
    let planes = bytes.len();
    bytes.resize(planes + pixels * 6, 0);
    let (shown, rest) = bytes[planes..].split_at_mut(pixels * 4);
    let (levels, flash) = rest.split_at_mut(pixels);
    shown.par_chunks_exact_mut(4).zip(seen).for_each(|(to, light)| {
        let [red, green, blue] = screen(light);
        to.copy_from_slice(&[red, green, blue, 255]);
    });
    let light = frame.linear.par_iter().zip(&frame.flash);
    levels.par_iter_mut().zip(flash).zip(light).for_each(|((level, flash), (seen, of_flash))| {
        // A half is added, and the rest cut off: rounded as whole numbers are, at a fraction of what rounding costs.
        let light = luminance(*seen);
        if light > 0.0 {
            let step = (light.log2() - LOWEST) * STEPS + 0.5;
            *level = if clips(seen) { CLIPS } else { step.clamp(0.0, f32::from(CLIPS - 2)) as u8 + 1 };
            *flash = (of_flash / light * 255.0 + 0.5) as u8;
        }
    });
    Ok(bytes)
}
