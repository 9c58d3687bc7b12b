//! From stored values to linear light.

use crate::FrameError;
use crate::samples::Samples;
use moxcms::{ColorProfile, DataColorSpace, Layout, TransformOptions};
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

/// Samples in linear sRGB, by the profile they were stored with.
///
/// # Errors
/// Where the profile cannot be read, or is none of RGB or grey.
pub(crate) fn linear(samples: &Samples, profile: Option<&[u8]>) -> Result<(Vec<[f64; 3]>, ColourSpace), FrameError> {
    let Some(bytes) = profile else {
        return Ok((samples.values.iter().map(srgb).collect(), ColourSpace::Assumed));
    };
    let strange = |what: &str| FrameError::Space { what: what.to_owned() };
    let profile = ColorProfile::new_from_slice(bytes).map_err(|_| strange("a damaged profile"))?;
    let layout = match (profile.color_space, samples.grey) {
        (DataColorSpace::Rgb, false) => Layout::Rgb,
        (DataColorSpace::Gray, true) => Layout::Gray,
        _ => return Err(strange("a profile of other colours than the picture has")),
    };
    let to = ColorProfile::new_srgb();
    let transform = profile
        .create_transform_f32(layout, &to, Layout::Rgb, TransformOptions::default())
        .map_err(|_| strange("a profile that leads nowhere"))?;
    let stored: Vec<f32> = match layout {
        Layout::Gray => samples.values.iter().map(|[value, ..]| *value).collect(),
        _ => samples.values.as_flattened().to_vec(),
    };
    let mut found = vec![0.0; samples.values.len() * 3];
    transform.transform(&stored, &mut found).map_err(|_| strange("a profile that leads nowhere"))?;
    let (found, _) = found.as_chunks::<3>();
    Ok((found.iter().map(srgb).collect(), ColourSpace::Named(name_of(&profile))))
}

fn srgb(stored: &[f32; 3]) -> [f64; 3] {
    stored.map(|part| decoded(f64::from(part).clamp(0.0, 1.0)))
}
