//! From stored values to linear light.

use crate::FrameError;
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
    by_profile: Option<(Arc<dyn TransformExecutor<f32> + Send + Sync>, bool)>,
    /// Which space that is.
    pub(crate) space: ColourSpace,
}

/// sRGB as it is stored, in steps of a sixteen-bit word, made linear.
static DECODED: LazyLock<Vec<f32>> =
    LazyLock::new(|| (0..=u16::MAX).map(|step| decoded(f64::from(step) / f64::from(u16::MAX)) as f32).collect());

fn srgb(stored: f32) -> f32 {
    DECODED[(stored.clamp(0.0, 1.0) * f32::from(u16::MAX) + 0.5) as usize]
}

impl Linear {
    /// By a picture's profile; sRGB is taken where it has none.
    ///
    /// # Errors
    /// Where the profile cannot be read, or is none of RGB or grey.
    pub(crate) fn of(profile: Option<&[u8]>, grey: bool) -> Result<Linear, FrameError> {
        let Some(bytes) = profile else { return Ok(Linear { by_profile: None, space: ColourSpace::Assumed }) };
        let strange = |what: &str| FrameError::Space { what: what.to_owned() };
        let profile = ColorProfile::new_from_slice(bytes).map_err(|_| strange("a damaged profile"))?;
        let layout = match (profile.color_space, grey) {
            (DataColorSpace::Rgb, false) => Layout::Rgb,
            (DataColorSpace::Gray, true) => Layout::Gray,
            _ => return Err(strange("a profile of other colours than the picture has")),
        };
        let transform = profile
            .create_transform_f32(layout, &ColorProfile::new_srgb(), Layout::Rgb, TransformOptions::default())
            .map_err(|_| strange("a profile that leads nowhere"))?;
        Ok(Linear { by_profile: Some((transform, grey)), space: ColourSpace::Named(name_of(&profile)) })
    }

    /// Pixels in linear sRGB, of parts from 0 to 1 as they are stored.
    ///
    /// # Errors
    /// Where the profile fails at it.
    pub(crate) fn pixels(&self, stored: &[[f32; 3]]) -> Result<Vec<[f32; 3]>, FrameError> {
        let Some((transform, grey)) = &self.by_profile else {
            return Ok(stored.iter().map(|pixel| pixel.map(srgb)).collect());
        };
        let mut found = vec![[0.0; 3]; stored.len()];
        let made = if *grey {
            let one: Vec<f32> = stored.iter().map(|[value, ..]| *value).collect();
            transform.transform(&one, found.as_flattened_mut())
        } else {
            transform.transform(stored.as_flattened(), found.as_flattened_mut())
        };
        made.map_err(|_| FrameError::Space { what: "a profile that leads nowhere".to_owned() })?;
        found.iter_mut().for_each(|pixel| *pixel = pixel.map(srgb));
        Ok(found)
    }
}
