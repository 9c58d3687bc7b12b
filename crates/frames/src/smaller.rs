//! A copy of a frame, small enough to be kept and shown.

use image::RgbImage;

/// A working copy has no more pixels than this along its longer side.
pub const WORKING: u32 = 2_000;

/// Sums the pixels of a picture into those of a smaller one.
pub(crate) struct Smaller {
    size: (u32, u32),
    /// To which of its columns each column goes.
    columns: Vec<u32>,
    sums: Vec<[f32; 3]>,
    counts: Vec<u32>,
}

impl Smaller {
    pub(crate) fn of((width, height): (u32, u32)) -> Smaller {
        let by = (f64::from(WORKING) / f64::from(width.max(height))).min(1.0);
        let side = |pixels: u32| ((f64::from(pixels) * by).round() as u32).max(1);
        let size = (side(width), side(height));
        let all = size.0 as usize * size.1 as usize;
        let column = |at: u32| (u64::from(at) * u64::from(size.0) / u64::from(width)) as u32;
        Smaller { size, columns: (0..width).map(column).collect(), sums: vec![[0.0; 3]; all], counts: vec![0; all] }
    }

    /// Adds a row of so many.
    pub(crate) fn add(&mut self, row: u32, height: u32, light: &[[f32; 3]]) {
        let width = self.size.0 as usize;
        let line = (u64::from(row) * u64::from(self.size.1) / u64::from(height)) as usize * width;
        let (sums, counts) = (&mut self.sums[line..line + width], &mut self.counts[line..line + width]);
        for (column, seen) in self.columns.iter().zip(light) {
            let at = *column as usize;
            let sum = &mut sums[at];
            (sum[0], sum[1], sum[2]) = (sum[0] + seen[0], sum[1] + seen[1], sum[2] + seen[2]);
            counts[at] += 1;
        }
    }

    /// With what another of the same picture got.
    pub(crate) fn and(mut self, other: Smaller) -> Smaller {
        for (sum, more) in self.sums.iter_mut().zip(&other.sums) {
            (sum[0], sum[1], sum[2]) = (sum[0] + more[0], sum[1] + more[1], sum[2] + more[2]);
        }
        self.counts.iter_mut().zip(&other.counts).for_each(|(count, more)| *count += more);
        self
    }

    /// The picture, each part of a pixel written so.
    pub(crate) fn picture(self, written: impl Fn(f32) -> u8) -> Option<RgbImage> {
        let pixel = |(sum, count): (&[f32; 3], &u32)| sum.map(|part| written(part / (*count).max(1) as f32));
        let bytes = self.sums.iter().zip(&self.counts).flat_map(pixel).collect();
        RgbImage::from_raw(self.size.0, self.size.1, bytes)
    }
}
