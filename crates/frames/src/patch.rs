use crate::head::{FrameKind, head};
use crate::mark::Mark;
use crate::profile::{ColourSpace, linear};
use crate::samples::Samples;
use crate::{FrameError, jpeg, png_rows};

/// Fewer pixels than this tell nothing.
pub(crate) const FEWEST: u64 = 16;
/// The share that is left out at either end, so that dust and a glint do not count (common practice).
const TRIMMED: f64 = 0.1;
/// From here on, as a share of what can be stored, a part counts as burnt out; up to here as black.
const BURNT: f32 = 254.0 / 255.0;
const BLACK: f32 = 1.0 / 255.0;

/// What a marked patch shows.
#[derive(Debug, Clone, PartialEq)]
pub struct PatchRead {
    /// The trimmed mean in linear sRGB, 0 to 1.
    pub linear: [f64; 3],
    /// How far its brightness spreads about that, as a standard deviation in stops.
    pub spread: f64,
    /// The share of its pixels of which some part is burnt out.
    pub burnt: f64,
    /// The share of its pixels of which some part is black.
    pub black: f64,
    /// How many pixels were looked at.
    pub pixels: usize,
    /// In which space they were stored.
    pub space: ColourSpace,
}

/// Reads a marked patch of a frame.
///
/// # Errors
/// Whatever is wrong with the frame or the mark.
pub fn patch(bytes: &[u8], mark: Mark) -> Result<PatchRead, FrameError> {
    let head = head(bytes)?;
    let area = head.seen.area(mark, (head.width, head.height)).filter(|area| area.count() >= FEWEST);
    let area = area.ok_or(FrameError::Mark)?;
    let samples = match head.kind {
        FrameKind::Jpeg => jpeg::samples(bytes, area)?,
        FrameKind::Png => png_rows::samples(bytes, area)?,
    };
    if samples.values.is_empty() {
        return Err(FrameError::broken("it has fewer rows than it says"));
    }
    let (light, space) = linear(&samples, head.profile.as_deref())?;
    let of_all = |is: fn(&[f32; 3]) -> bool| share(&samples, is);
    let brightness = |[r, g, b]: &[f64; 3]| 0.2126 * r + 0.7152 * g + 0.0722 * b;
    let linear = [0, 1, 2].map(|part| trimmed_mean(light.iter().map(|pixel| pixel[part]).collect()));
    Ok(PatchRead {
        spread: spread(light.iter().map(brightness).collect()),
        burnt: of_all(|pixel| pixel.iter().any(|part| *part >= BURNT)),
        black: of_all(|pixel| pixel.iter().any(|part| *part <= BLACK)),
        pixels: light.len(),
        linear,
        space,
    })
}

fn share(samples: &Samples, is: fn(&[f32; 3]) -> bool) -> f64 {
    samples.values.iter().filter(|pixel| is(pixel)).count() as f64 / samples.values.len() as f64
}

fn trimmed(mut values: Vec<f64>) -> Vec<f64> {
    values.sort_by(f64::total_cmp);
    let out = (values.len() as f64 * TRIMMED) as usize;
    values[out..values.len() - out].to_vec()
}

fn trimmed_mean(values: Vec<f64>) -> f64 {
    let kept = trimmed(values);
    kept.iter().sum::<f64>() / kept.len().max(1) as f64
}

/// The standard deviation in stops of what is not left out.
fn spread(values: Vec<f64>) -> f64 {
    let stops: Vec<f64> = trimmed(values).into_iter().filter(|value| *value > 0.0).map(f64::log2).collect();
    let count = stops.len().max(1) as f64;
    let mean = stops.iter().sum::<f64>() / count;
    (stops.iter().map(|value| (value - mean).powi(2)).sum::<f64>() / count).sqrt()
}
