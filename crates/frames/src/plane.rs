//! A whole frame in linear light, to be computed with.

use crate::FrameError;
use crate::decode::Opened;
use crate::profile::Linear;
use tolva_light::colour::luminance;

/// A frame in linear sRGB, as it is stored.
#[derive(Debug, Clone)]
pub(crate) struct Plane {
    pub(crate) size: (u32, u32),
    pub(crate) pixels: Vec<[f32; 3]>,
}

impl Plane {
    /// Decodes a frame.
    pub(crate) fn of(bytes: &[u8]) -> Result<Plane, FrameError> {
        let opened = Opened::of(bytes)?;
        let head = opened.head()?;
        let stored = opened.pixels()?;
        let linear = Linear::of(head.profile.as_deref(), &stored)?;
        let mut pixels = Vec::with_capacity(head.width as usize * head.height as usize);
        let (mut row, mut light) = (Vec::new(), Vec::new());
        for at in 0..head.height {
            stored.row(at, 0..head.width, &mut row);
            linear.pixels(&row, &mut light)?;
            pixels.extend_from_slice(&light);
        }
        Ok(Plane { size: stored.size, pixels })
    }

    /// The colour at a place, between pixels as between their middles; beyond the edge that of the edge.
    pub(crate) fn colour(&self, x: f32, y: f32) -> [f32; 3] {
        let (width, height) = (self.size.0 as usize, self.size.1 as usize);
        let between = |at: f32, count: usize| {
            let at = (at - 0.5).clamp(0.0, count.saturating_sub(1) as f32);
            let first = at as usize;
            (first, (first + 1).min(count - 1), at - at.floor())
        };
        let ((left, right, across), (over, under, down)) = (between(x, width), between(y, height));
        let row = |row: usize, part: usize| {
            self.pixels[row * width + left][part] * (1.0 - across) + self.pixels[row * width + right][part] * across
        };
        [0, 1, 2].map(|part| row(over, part) * (1.0 - down) + row(under, part) * down)
    }

    /// The light at a place.
    pub(crate) fn light(&self, x: f32, y: f32) -> f32 {
        luminance(self.colour(x, y))
    }
}
