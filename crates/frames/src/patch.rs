use crate::FrameError;
use crate::decode::Opened;
use crate::head::Head;
use crate::mark::{Area, Mark};
use crate::pixels::Pixels;
use crate::profile::{ColourSpace, Linear};
use crate::samples::samples;
use tolva_light::colour::luminance;

/// Fewer pixels than this tell nothing.
pub(crate) const FEWEST: u64 = 16;
/// The share that is left out at either end, so that dust and a glint do not count (common practice).
const TRIMMED: f64 = 0.1;

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
    patches(bytes, &[mark])?.swap_remove(0)
}

/// Reads marked patches of a frame, which is decoded once, and not at all where no mark lies in it.
///
/// # Errors
/// Whatever is wrong with the frame; what is wrong with a mark stands in its place.
pub fn patches(bytes: &[u8], marks: &[Mark]) -> Result<Vec<Result<PatchRead, FrameError>>, FrameError> {
    let opened = Opened::of(bytes)?;
    let head = opened.head()?;
    if marks.iter().all(|mark| area_of(&head, *mark).is_err()) {
        return Ok(marks.iter().map(|_| Err(FrameError::Mark)).collect());
    }
    let pixels = opened.pixels(&|| ())?;
    let linear = Linear::of(head.profile.as_deref(), &pixels)?;
    Ok(marks.iter().map(|mark| read(&head, &pixels, &linear, *mark)).collect())
}

fn area_of(head: &Head, mark: Mark) -> Result<Area, FrameError> {
    let area = head.seen.area(mark, (head.width, head.height)).filter(|area| area.count() >= FEWEST);
    area.ok_or(FrameError::Mark)
}

/// Reads a marked patch of what is decoded.
pub(crate) fn read(head: &Head, pixels: &Pixels, linear: &Linear, mark: Mark) -> Result<PatchRead, FrameError> {
    let stored = samples(pixels, area_of(head, mark)?);
    let mut light = Vec::with_capacity(stored.len());
    linear.pixels(&stored, &mut light)?;
    let (burnt, black) = (pixels.burnt_from(), pixels.black_to());
    let mean = [0, 1, 2].map(|part| trimmed_mean(light.iter().map(|pixel| f64::from(pixel[part])).collect()));
    Ok(PatchRead {
        spread: spread(light.iter().map(|pixel| f64::from(luminance(*pixel))).collect()),
        burnt: share(&stored, |pixel| pixel.iter().any(|part| *part >= burnt)),
        black: share(&stored, |pixel| pixel.iter().any(|part| *part <= black)),
        pixels: light.len(),
        linear: mean,
        space: linear.space.clone(),
    })
}

fn share(stored: &[[u16; 3]], is: impl Fn(&[u16; 3]) -> bool) -> f64 {
    stored.iter().filter(|pixel| is(pixel)).count() as f64 / stored.len().max(1) as f64
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
