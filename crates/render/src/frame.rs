//! A developed frame: what is read off it, and how a screen shows it.

use crate::rgb::{Rgb, luminance};
use rayon::prelude::*;
use tolva_light::colour::{MID_GREY, Tones, storing};
use tolva_light::set::Blur;

/// A developed frame: of every pixel linear light, 1 for mid-grey as it should be.
#[derive(Debug, Clone)]
pub struct Frame {
    /// Pixels across and up.
    pub size: (u32, u32),
    /// Red, green and blue in linear sRGB.
    pub linear: Vec<Rgb>,
    /// How much of each pixel's light is flash, as luminance.
    pub flash: Vec<f32>,
    /// How far off each pixel is, the nearest of what it shows, in metres.
    pub depths: Vec<f32>,
    /// Stops from mid-grey to clipping.
    pub headroom: f64,
}

impl Frame {
    /// Its light with what is out of focus blurred.
    #[must_use]
    pub fn blurred_light(&self, blur: Blur) -> Vec<Rgb> {
        crate::lens::blurred(&self.linear, &self.depths, self.size, blur)
    }

    /// The same with what is out of focus blurred.
    #[must_use]
    pub fn blurred(self, blur: Blur) -> Frame {
        Frame { linear: self.blurred_light(blur), ..self }
    }

    /// The same drawn out so many times as wide and high, light between pixels as between their middles.
    #[must_use]
    pub fn enlarged(&self, times: u32) -> Frame {
        let (wide, high) = (self.size.0 as usize, self.size.1 as usize);
        let times = times.max(1) as usize;
        // The two pixels a place lies between, and how far along.
        let between = |at: usize, count: usize| {
            let place = ((at as f32 + 0.5) / times as f32 - 0.5).clamp(0.0, count.saturating_sub(1) as f32);
            let first = place as usize;
            (first, (first + 1).min(count.saturating_sub(1)), place - place.floor())
        };
        let mut drawn = Frame { size: (self.size.0 * times as u32, self.size.1 * times as u32), ..self.clone() };
        let width = wide * times;
        let pixel = |index: usize| {
            let ((left, right, along), (over, under, down)) =
                (between(index % width, wide), between(index / width, high));
            let mixed = |of: &dyn Fn(usize) -> f32| {
                let row = |row: usize| of(row * wide + left) * (1.0 - along) + of(row * wide + right) * along;
                row(over) * (1.0 - down) + row(under) * down
            };
            let light = [0, 1, 2].map(|channel| mixed(&|at| self.linear[at][channel]));
            (light, mixed(&|at| self.flash[at]), self.depths[index / width / times * wide + index % width / times])
        };
        let all: Vec<(Rgb, f32, f32)> = (0..width * high * times).into_par_iter().map(pixel).collect();
        drawn.linear = all.iter().map(|(light, ..)| *light).collect();
        drawn.flash = all.iter().map(|(_, flash, _)| *flash).collect();
        drawn.depths = all.iter().map(|(.., depth)| *depth).collect();
        drawn
    }

    /// The level of a pixel in stops from mid-grey as it should be; none where there is no light.
    #[must_use]
    pub fn level(&self, pixel: usize) -> Option<f64> {
        let light = f64::from(luminance(*self.linear.get(pixel)?));
        (light > 0.0).then(|| light.log2())
    }

    /// The share of a pixel's light that is flash, 0 to 1; none where there is no light.
    #[must_use]
    pub fn flash_share(&self, pixel: usize) -> Option<f64> {
        let light = luminance(*self.linear.get(pixel)?);
        (light > 0.0).then(|| f64::from((self.flash[pixel] / light).clamp(0.0, 1.0)))
    }

    /// Whether the brightest channel of a pixel clips.
    #[must_use]
    pub fn clips(&self, pixel: usize) -> bool {
        self.linear.get(pixel).is_some_and(self.clipping())
    }

    /// The same of any light.
    pub fn clipping(&self) -> impl Fn(&Rgb) -> bool + use<> {
        let most = self.headroom.exp2() as f32;
        move |seen| seen.iter().any(|part| *part >= most)
    }

    /// The share of the frame that clips.
    #[must_use]
    pub fn clipped(&self) -> f64 {
        let clips = self.clipping();
        let clipped = self.linear.iter().filter(|seen| clips(seen)).count();
        clipped as f64 / self.linear.len().max(1) as f64
    }

    /// How much of the frame is at each level.
    #[must_use]
    pub fn tones(&self) -> Tones {
        let clips = self.clipping();
        self.linear.iter().map(|seen| (*seen, clips(seen))).collect()
    }

    /// As a screen shows it: sRGB, three bytes a pixel, mid-grey where it belongs, highlights eased into white.
    #[must_use]
    pub fn shown(&self) -> Vec<u8> {
        let screen = self.screen();
        let mut bytes = vec![0; self.linear.len() * 3];
        bytes.par_chunks_exact_mut(3).zip(&self.linear).for_each(|(to, seen)| to.copy_from_slice(&screen(seen)));
        bytes
    }

    /// How a screen shows light of this frame.
    pub fn screen(&self) -> impl Fn(&Rgb) -> [u8; 3] + Sync + use<> {
        let (curve, stored) = (Curve::to(self.headroom), storing());
        move |seen| {
            let straight = seen.map(|part| part * MID_GREY as f32);
            // Most of a frame is on the straight part, of colours a screen can show.
            let shown = if straight.iter().all(|part| (0.0..=curve.knee).contains(part)) {
                straight
            } else {
                brought_in(seen.map(|part| curve.of(part)))
            };
            shown.map(stored)
        }
    }
}

/// The way from light to a screen's light: straight up to a stop over mid-grey, then eased so that white is where it clips.
#[derive(Debug, Clone, Copy)]
struct Curve {
    knee: f32,
    top: f32,
    scale: f32,
}

impl Curve {
    fn to(headroom: f64) -> Curve {
        let knee = (MID_GREY * 2.0) as f32;
        let top = (MID_GREY * headroom.exp2()) as f32;
        // What is left over the knee is filled by 1 − e^−x, scaled so that it ends at 1.
        let over = (top - knee).max(1e-3) / (1.0 - knee);
        Curve { knee, top, scale: 1.0 / (1.0 - (-over).exp()) }
    }

    fn of(self, light: f32) -> f32 {
        let shown = light * MID_GREY as f32;
        if shown <= self.knee {
            return shown;
        }
        if shown >= self.top {
            return 1.0;
        }
        let over = (shown - self.knee) / (1.0 - self.knee);
        self.knee + (1.0 - self.knee) * (1.0 - (-over).exp()) * self.scale
    }
}

/// A colour a screen cannot show, brought in along the line to its own grey.
fn brought_in(seen: Rgb) -> Rgb {
    if seen.iter().all(|part| (0.0..=1.0).contains(part)) {
        return seen;
    }
    let grey = luminance(seen).clamp(0.0, 1.0);
    let mut keep = 1.0f32;
    for part in seen {
        if part < 0.0 {
            keep = keep.min(grey / (grey - part));
        } else if part > 1.0 {
            keep = keep.min((1.0 - grey) / (part - grey));
        }
    }
    seen.map(|part| (grey + (part - grey) * keep).clamp(0.0, 1.0))
}

#[cfg(test)]
mod tests {
    use super::*;

    /// Light that rises evenly goes on rising evenly, what is even stays so, and no light is made.
    #[test]
    fn drawn_out_it_is_the_same_picture() {
        let linear: Vec<Rgb> = (0..4 * 3).map(|at| [(at % 4) as f32, 1.0, 0.0]).collect();
        let frame = Frame { size: (4, 3), flash: vec![0.5; 12], depths: vec![2.0; 12], linear, headroom: 3.0 };
        let drawn = frame.enlarged(3);
        assert_eq!((drawn.size, drawn.linear.len()), ((12, 9), 108));
        let row: Vec<f32> = drawn.linear[12..24].iter().map(|seen| seen[0]).collect();
        assert!(row[1..11].windows(2).all(|two| (two[1] - two[0] - 1.0 / 3.0).abs() < 1e-5), "{row:?}");
        assert!(drawn.linear.iter().all(|seen| (seen[1] - 1.0).abs() < 1e-6 && seen[2] == 0.0));
        assert!(
            drawn.flash.iter().all(|flash| (flash - 0.5).abs() < 1e-6) && drawn.depths.iter().all(|far| *far == 2.0)
        );
        assert_eq!(frame.enlarged(1).linear, frame.linear);
    }
}
