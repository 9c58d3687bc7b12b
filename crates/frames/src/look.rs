//! All that is looked at of a frame when it comes in: decoded once, and not kept.

use crate::FrameError;
use crate::decode::Opened;
use crate::edge::{Edges, Part};
use crate::head::Head;
use crate::mark::{Area, Mark, Seen};
use crate::patch::{self, PatchRead};
use crate::pixels::Pixels;
use crate::profile::{ColourSpace, Linear};
use crate::smaller::Smaller;
use crate::told::{Told, told};
use image::codecs::jpeg::JpegEncoder;
use image::{DynamicImage, RgbImage};
use tolva_light::colour::{MID_GREY, Tally, Tones, luminance, stored};
/// A small copy, for lists, has no more than these.
pub const SMALL: u32 = 240;
/// A crop at full size has so many pixels along each side, or what there is.
pub const CROP: u32 = 512;
/// The quality copies are written with, of 100.
const QUALITY: u8 = 90;

/// A part of a frame at full size, as JPEG in sRGB.
#[derive(Debug, Clone, PartialEq)]
pub struct Crop {
    /// Its left edge as a share of the frame as it is seen.
    pub left: f64,
    /// Its upper edge.
    pub top: f64,
    /// Its size in pixels.
    pub size: (u32, u32),
    /// The picture.
    pub jpeg: Vec<u8>,
    /// How wide its sharpest edges are, as the frame is seen.
    pub edges: Edges,
}

/// What a frame shows.
#[derive(Debug, Clone, PartialEq)]
pub struct Looked {
    /// Its header.
    pub head: Head,
    /// Pixels across and down as it is seen.
    pub size: (u32, u32),
    /// What the camera wrote.
    pub told: Told,
    /// In which space it is stored.
    pub space: ColourSpace,
    /// The share of pixels at the end of red, green and blue.
    pub clipped: [f64; 3],
    /// How much of it is at each level.
    pub tones: Tones,
    /// What each mark shows.
    pub marks: Vec<Result<PatchRead, FrameError>>,
    /// A crop at full size about each mark.
    pub crops: Vec<Crop>,
    /// A copy of at most [`SMALL`] pixels along its longer side.
    pub small: Vec<u8>,
    /// A copy of at most [`crate::WORKING`] pixels along its longer side, as JPEG in sRGB, the right way up.
    pub working: Vec<u8>,
}

/// The same picture, no more than [`SMALL`] pixels along its longer side.
fn thumb(picture: &RgbImage) -> RgbImage {
    let by = (f64::from(SMALL) / f64::from(picture.width().max(picture.height()))).min(1.0);
    let side = |pixels: u32| ((f64::from(pixels) * by).round() as u32).max(1);
    image::imageops::thumbnail(picture, side(picture.width()), side(picture.height()))
}

fn written(picture: RgbImage, seen: Seen) -> Result<((u32, u32), Vec<u8>), FrameError> {
    let mut picture = DynamicImage::ImageRgb8(picture);
    picture.apply_orientation(seen.0);
    let mut bytes = Vec::new();
    picture.write_with_encoder(JpegEncoder::new_with_quality(&mut bytes, QUALITY)).map_err(FrameError::broken)?;
    Ok(((picture.width(), picture.height()), bytes))
}

/// A picture as JPEG, turned as it is seen.
pub(crate) fn jpeg_of(picture: RgbImage, seen: Seen) -> Result<Vec<u8>, FrameError> {
    written(picture, seen).map(|(_, bytes)| bytes)
}

/// Edges are looked for so many times as far about a mark as it is high: a head about a cheek.
const ABOUT: f64 = 7.0;
/// And no nearer than so many pixels from side to side.
const LEAST_ABOUT: f64 = 96.0;

/// A square about a mark, where it is stored, so many pixels wide or what there is.
fn about(head: &Head, mark: Mark, side: u32) -> Area {
    let (x, y) = head.seen.stored((mark.x, mark.y));
    let span = |at: f64, count: u32| {
        let side = side.min(count);
        let from = (at * f64::from(count) - f64::from(side) / 2.0).round().clamp(0.0, f64::from(count - side)) as u32;
        (from, from + side)
    };
    let ((left, right), (top, bottom)) = (span(x, head.width), span(y, head.height));
    Area { left, top, right, bottom }
}

fn crop(head: &Head, pixels: &Pixels, linear: &Linear, mark: Mark) -> Result<Crop, FrameError> {
    let Area { left, top, right, bottom } = about(head, mark, CROP);
    let high = mark.height * f64::from(if head.seen.is_on_its_side() { head.width } else { head.height });
    let looked = about(head, mark, (high * ABOUT).clamp(LEAST_ABOUT, f64::from(CROP)) as u32);
    let mut bytes = Vec::with_capacity((right - left) as usize * (bottom - top) as usize * 3);
    let (mut row, mut light, mut part) = (Vec::new(), Vec::new(), Vec::new());
    for at in top..bottom {
        pixels.row(at, left..right, &mut row);
        linear.pixels(&row, &mut light)?;
        bytes.extend(light.iter().flat_map(|seen| seen.map(stored)));
        if (looked.top..looked.bottom).contains(&at) {
            let within = (looked.left - left) as usize..(looked.right - left) as usize;
            part.extend(light[within].iter().map(|seen| luminance(*seen)));
        }
    }
    let edges = Part::new((looked.right - looked.left) as usize, part).edges().seen(head.seen);
    let picture = RgbImage::from_raw(right - left, bottom - top, bytes).ok_or(FrameError::Mark)?;
    let (size, jpeg) = written(picture, head.seen)?;
    let (left, top) = head.seen.corner(Area { left, top, right, bottom }, (head.width, head.height));
    Ok(Crop { left, top, size, jpeg, edges })
}

/// Rows looked at before others are given way to.
const AT_A_TIME: u32 = 16;

/// Looks at a frame, all of it and at the marks, and gives way to whoever has to go first between one part of it and the next.
///
/// # Errors
/// Whatever is wrong with the frame; what is wrong with a mark stands in its place.
pub fn look(bytes: &[u8], marks: &[Mark], give_way: &dyn Fn()) -> Result<Looked, FrameError> {
    let opened = Opened::of(bytes)?;
    let head = opened.head()?;
    give_way();
    let pixels = opened.pixels(give_way)?;
    let linear = Linear::of(head.profile.as_deref(), &pixels)?;
    let (width, height) = pixels.size;
    let mut smaller = Smaller::of(pixels.size);
    let (mut tally, mut clipped, burnt_from) = (Tally::default(), [0u64; 3], pixels.burnt_from());
    let (mut stored, mut light, over_mid) = (Vec::new(), Vec::new(), (1.0 / MID_GREY) as f32);
    for row in 0..height {
        if row.is_multiple_of(AT_A_TIME) {
            give_way();
        }
        pixels.row(row, 0..width, &mut stored);
        linear.pixels(&stored, &mut light)?;
        for (stored, light) in stored.iter().zip(&light) {
            let burnt = stored.map(|part| part >= burnt_from);
            clipped.iter_mut().zip(burnt).for_each(|(count, burnt)| *count += u64::from(burnt));
            tally.count(light.map(|part| part * over_mid), burnt.contains(&true));
        }
        smaller.add(row, height, &light);
    }
    let picture = smaller.picture(tolva_light::colour::stored).ok_or_else(|| FrameError::broken("it has no pixels"))?;
    let all = (u64::from(width) * u64::from(height)).max(1) as f64;
    let in_turn = |mark: &Mark| {
        give_way();
        crop(&head, &pixels, &linear, *mark)
    };
    let crops = marks.iter().map(in_turn).collect::<Result<_, _>>()?;
    give_way();
    let size = if head.seen.is_on_its_side() { (height, width) } else { (width, height) };
    Ok(Looked {
        size,
        told: told(bytes),
        space: linear.space.clone(),
        clipped: clipped.map(|count| count as f64 / all),
        tones: tally.tones(),
        crops,
        marks: marks.iter().map(|mark| patch::read(&head, &pixels, &linear, *mark)).collect(),
        small: written(thumb(&picture), head.seen)?.1,
        working: written(picture, head.seen)?.1,
        head,
    })
}
