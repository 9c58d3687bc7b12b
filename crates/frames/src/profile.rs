//! From stored values to linear light.

use crate::FrameError;
use crate::pixels::Pixels;
use moxcms::{ColorProfile, DataColorSpace, Layout, TransformExecutor, TransformOptions};
use std::sync::{Arc, LazyLock};
use tolva_light::colour::decoded;

/// In which space a frame's colours are.
#[derive(Debug, Clone, PartialEq, Eq)]
pub enum ColourSpace {
    /// It says nothing, and is taken to be sRGB.
    Assumed,
    /// By its own profile, of such a name; a profile may have none.
    Named(String),
}

/// The longest name of a profile that is told.
const NAME: usize = 60;

/// A name of a profile as it is shown.
fn name_of(profile: &ColorProfile) -> String {
    let text = match &profile.description {
        Some(moxcms::ProfileText::PlainString(text)) => text.clone(),
        Some(moxcms::ProfileText::Localizable(all)) => all.first().map_or_else(String::new, |one| one.value.clone()),
        Some(moxcms::ProfileText::Description(said)) => said.ascii_string.clone(),
        None => String::new(),
    };
    text.chars().filter(|letter| !letter.is_control()).take(NAME).collect::<String>().trim().to_owned()
}

/// The way from what is stored to linear sRGB.
pub(crate) struct Linear {
    by: By,
    /// Of how many values each part is one, less one.
    whole: f32,
    /// Which space that is.
    pub(crate) space: ColourSpace,
}

/// By what a stored part becomes light.
enum By {
    /// By sRGB's own curve, each value looked up.
    Table(Vec<f32>),
    /// By a profile, of grey or of colour, to sRGB first.
    Profile { transform: Arc<dyn TransformExecutor<f32> + Send + Sync>, grey: bool },
}

/// sRGB as it is stored in so many steps, made linear.
fn table(steps: usize) -> Vec<f32> {
    (0..steps).map(|step| decoded(step as f64 / (steps - 1) as f64) as f32).collect()
}

/// sRGB in steps of a sixteen-bit word.
static DECODED: LazyLock<Vec<f32>> = LazyLock::new(|| table(1 << 16));

fn srgb(stored: f32) -> f32 {
    DECODED[(stored.clamp(0.0, 1.0) * f32::from(u16::MAX) + 0.5) as usize]
}

impl Linear {
    /// By a picture's profile; sRGB is taken where it has none.
    ///
    /// # Errors
    /// Where the profile cannot be read, or is none of RGB or grey.
    pub(crate) fn of(profile: Option<&[u8]>, pixels: &Pixels) -> Result<Linear, FrameError> {
        let whole = (pixels.steps() - 1) as f32;
        let Some(bytes) = profile else {
            return Ok(Linear { by: By::Table(table(pixels.steps())), whole, space: ColourSpace::Assumed });
        };
        let (grey, strange) = (pixels.is_grey(), |what: &str| FrameError::Space { what: what.to_owned() });
        let profile = ColorProfile::new_from_slice(bytes).map_err(|_| strange("a damaged profile"))?;
        let layout = match (profile.color_space, grey) {
            (DataColorSpace::Rgb, false) => Layout::Rgb,
            (DataColorSpace::Gray, true) => Layout::Gray,
            _ => return Err(strange("a profile of other colours than the picture has")),
        };
        let transform = profile
            .create_transform_f32(layout, &ColorProfile::new_srgb(), Layout::Rgb, TransformOptions::default())
            .map_err(|_| strange("a profile that leads nowhere"))?;
        Ok(Linear { by: By::Profile { transform, grey }, whole, space: ColourSpace::Named(name_of(&profile)) })
    }

    /// Pixels in linear sRGB, of parts as they are stored, in place of what is in `to`.
    ///
    /// # Errors
    /// Where the profile fails at it.
    pub(crate) fn pixels(&self, stored: &[[u16; 3]], to: &mut Vec<[f32; 3]>) -> Result<(), FrameError> {
        to.clear();
        match &self.by {
            By::Table(table) => to.extend(stored.iter().map(|pixel| pixel.map(|part| table[usize::from(part)]))),
            By::Profile { transform, grey } => {
                let share = |part: &u16| f32::from(*part) / self.whole;
                to.resize(stored.len(), [0.0; 3]);
                let made = if *grey {
                    let one: Vec<f32> = stored.iter().map(|[value, ..]| share(value)).collect();
                    transform.transform(&one, to.as_flattened_mut())
                } else {
                    let all: Vec<f32> = stored.as_flattened().iter().map(share).collect();
                    transform.transform(&all, to.as_flattened_mut())
                };
                made.map_err(|_| FrameError::Space { what: "a profile that leads nowhere".to_owned() })?;
                to.iter_mut().for_each(|pixel| *pixel = pixel.map(srgb));
            }
        }
        Ok(())
    }
}
