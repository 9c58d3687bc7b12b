//! What is out of focus, blurred by its distance as the lens blurs it: a picture has one depth a pixel, so what a blurred thing stands
//! before is not seen through its edge.

use crate::rgb::Rgb;
use glam::Vec4;
use rayon::prelude::*;
use std::f32::consts::PI;
use std::sync::LazyLock;
use tolva_light::set::Blur;

/// Places looked at about a pixel, and about four at once.
const LOOKED: usize = 64;
const LOOKED_AT_HALF: usize = 32;
/// Less than this, in pixels, is not seen.
const SHARP: f32 = 0.6;
/// No blur is drawn wider than this share of the width: half of it to each side.
const WIDEST: f32 = 0.12;
/// From this radius on, in pixels, blur is so wide that four pixels beside each other are seen as one, in a picture of half the size,
/// where they lie as far off within this share.
const WIDE: f32 = 3.0;
const ALIKE: f32 = 0.2;
/// What is so many times as far off lies behind.
const BEHIND: f32 = 1.02;
/// A disc has no more pixels for its area than this, in any place that matters, short of as many as are looked at.
const DENSE: f32 = 0.85;
/// The golden angle, by which places never fall into rows.
const GOLDEN: f32 = PI * (3.0 - 2.236_068);
/// The ways to those places from the middle.
static WAYS: LazyLock<[(f32, f32); LOOKED]> = LazyLock::new(|| {
    std::array::from_fn(|look| {
        let (sine, cosine) = (look as f32 * GOLDEN).sin_cos();
        (cosine, sine)
    })
});

/// Pixels along the side of a tile that is blurred by its widest.
const TILE: usize = 16;

/// The radius of the blur at a depth, in pixels of a picture so wide.
fn radius(blur: Blur, depth: f32, width: u32) -> f32 {
    let share = blur.infinity as f32 * (depth - blur.focus as f32).abs() / depth.max(1e-3);
    share.min(WIDEST) / 2.0 * width as f32
}

/// A pixel as others about it look at it: its light and a 1 that weights are summed by, how far off it is, the radius of its blur,
/// and one over its square.
#[derive(Debug, Clone, Copy)]
struct Looked {
    light: Vec4,
    depth: f32,
    radius: f32,
    spread: f32,
    thinned: f32,
}

impl Looked {
    fn of([red, green, blue]: Rgb, depth: f32, radius: f32) -> Looked {
        let spread = radius.max(0.5);
        let light = Vec4::new(red, green, blue, 1.0);
        Looked { light, depth, radius, spread, thinned: spread.powi(-2) }
    }
}

/// Where a tile's pixels look, in pixels to the right and down and how far, for the widest blur that reaches into it.
struct Places {
    all: [(i32, i32, f32); LOOKED],
    count: usize,
    /// How far the furthest of them may be.
    margin: i32,
    /// How much of the disc each of them stands for, in pixels over π.
    each: f32,
}

impl Places {
    /// No more than so many: each pixel of a small disc once, of a wide one as many spread over it.
    fn of(reach: f32, most: usize) -> Places {
        let margin = reach.ceil() as i32 + 1;
        let mut all = [(0, 0, 0.0); LOOKED];
        if PI * reach * reach < most as f32 * DENSE {
            let mut count = 0;
            for (right, down) in (-margin..=margin).flat_map(|down| (-margin..=margin).map(move |right| (right, down)))
            {
                let far = (right as f32).hypot(down as f32);
                // Its own pixel counts anyhow.
                if (right, down) != (0, 0) && far <= reach && count < most {
                    all[count] = (right, down, far);
                    count += 1;
                }
            }
            return Places { all, count, margin, each: PI.recip() };
        }
        for (look, (place, (right, down))) in all.iter_mut().zip(WAYS.iter()).take(most).enumerate() {
            let off = ((look as f32 + 0.5) / most as f32).sqrt() * reach;
            *place = ((right * off).round() as i32, (down * off).round() as i32, off);
        }
        Places { all, count: most, margin, each: reach * reach / most as f32 }
    }
}

/// A picture to be looked at: its pixels, and how many there are across and up.
struct Seen {
    all: Vec<Looked>,
    wide: usize,
    high: usize,
}

impl Seen {
    /// What a pixel is when all about it is blurred over it.
    fn pixel(&self, (x, y): (usize, usize), places: &Places) -> Rgb {
        let (wide, high) = (self.wide as i32, self.high as i32);
        let own = self.all[y * self.wide + x];
        let mut sum = own.light * (own.thinned / PI);
        let (column, row, margin) = (x as i32, y as i32, places.margin);
        let inside = column >= margin && row >= margin && column + margin < wide && row + margin < high;
        for (right, down, far) in &places.all[..places.count] {
            let (at_x, at_y) = (column + right, row + down);
            if !inside && (at_x < 0 || at_y < 0 || at_x >= wide || at_y >= high) {
                continue;
            }
            let other = &self.all[at_y as usize * self.wide + at_x as usize];
            // What lies behind does not run over what stands sharp before it.
            let narrower = other.depth > own.depth * BEHIND && own.spread < other.spread;
            let by = if narrower { &own } else { other };
            if by.spread >= *far {
                sum += other.light * (places.each * by.thinned);
            }
        }
        (sum / sum.w).truncate().to_array()
    }

    /// The same of half the size: of four pixels what lies furthest off, and of the others what lies as far.
    fn at_half(&self) -> Seen {
        let (wide, high) = (self.wide.div_ceil(2), self.high.div_ceil(2));
        let one = |index: usize| {
            let (x, y) = (index % wide * 2, index / wide * 2);
            let at = |x: usize, y: usize| &self.all[y.min(self.high - 1) * self.wide + x.min(self.wide - 1)];
            let four = [at(x, y), at(x + 1, y), at(x, y + 1), at(x + 1, y + 1)];
            let far = four.iter().fold(four[0], |far, one| if one.depth > far.depth { one } else { far });
            let alike = |one: &&&Looked| far.depth - one.depth < ALIKE * far.depth;
            let light: Vec4 = four.iter().filter(alike).map(|one| one.light).sum();
            let [red, green, blue, count] = light.to_array();
            Looked::of([red / count, green / count, blue / count], far.depth, far.radius / 2.0)
        };
        Seen { all: (0..wide * high).into_par_iter().map(one).collect(), wide, high }
    }
}

/// A picture with what is out of focus blurred.
pub(crate) fn blurred(linear: &[Rgb], depths: &[f32], (width, height): (u32, u32), blur: Blur) -> Vec<Rgb> {
    let own = |(light, depth): (&Rgb, &f32)| Looked::of(*light, *depth, radius(blur, *depth, width));
    let looked: Vec<Looked> = linear.par_iter().zip(depths).map(own).collect();
    let most = looked.par_iter().map(|seen| seen.radius).reduce(|| 0.0, f32::max);
    if most < SHARP {
        return linear.to_vec();
    }
    let (wide, high) = (width as usize, height as usize);
    let reach = reaches(&looked, (wide, high), most);
    let across = wide.div_ceil(TILE);
    let seen = Seen { all: looked, wide, high };
    let half = (most >= WIDE).then(|| seen.at_half());
    let mut all = vec![Rgb::default(); linear.len()];
    let strips = all.par_chunks_mut(TILE * wide).zip(linear.par_chunks(TILE * wide));
    strips.enumerate().for_each(|(strip, (rows, sharp))| {
        rows.copy_from_slice(sharp);
        let (top, low) = (strip * TILE, rows.len() / wide);
        for tile in 0..across {
            let (reach, nearest) = reach[strip * across + tile];
            if reach < SHARP {
                continue;
            }
            let (places, at_half) = (Places::of(reach, LOOKED), Places::of(reach / 2.0, LOOKED_AT_HALF));
            let columns = tile * TILE..((tile + 1) * TILE).min(wide);
            // Nothing runs over what is sharp and stands before all that is blurred about it.
            let is_sharp = |seen: &Looked| seen.radius < SHARP && nearest > seen.depth * BEHIND;
            for (x, y) in (0..low).step_by(2).flat_map(|y| columns.clone().step_by(2).map(move |x| (x, y))) {
                let block = || {
                    let right = (x + 2).min(columns.end);
                    (y..(y + 2).min(low)).flat_map(move |y| (x..right).map(move |x| (x, y)))
                };
                let at = |(x, y): (usize, usize)| &seen.all[(top + y) * wide + x];
                let near = at((x, y)).depth;
                let is_wide = |seen: &Looked| seen.radius >= WIDE && (seen.depth / near - 1.0).abs() < ALIKE;
                // Where all is blurred widely, four pixels are one.
                let half = half.as_ref().filter(|_| block().count() == 4 && block().all(|place| is_wide(at(place))));
                if let Some(half) = half {
                    let one = half.pixel((x / 2, (top + y) / 2), &at_half);
                    block().for_each(|(x, y)| rows[y * wide + x] = one);
                } else {
                    for (x, y) in block().filter(|place| !is_sharp(at(*place))) {
                        rows[y * wide + x] = seen.pixel((x, top + y), &places);
                    }
                }
            }
        }
    });
    all
}

/// How far each tile is reached into by any blur about it, and how far off the nearest of what is blurred there is.
fn reaches(looked: &[Looked], (wide, high): (usize, usize), most: f32) -> Vec<(f32, f32)> {
    let (across, down) = (wide.div_ceil(TILE), high.div_ceil(TILE));
    let mut own = vec![(0.0f32, f32::INFINITY); across * down];
    own.par_chunks_mut(across).zip(looked.par_chunks(TILE * wide)).for_each(|(own, strip)| {
        for row in strip.chunks(wide) {
            for ((widest, nearest), pixels) in own.iter_mut().zip(row.chunks(TILE)) {
                for seen in pixels {
                    *widest = widest.max(seen.radius);
                    *nearest = if seen.radius >= SHARP { nearest.min(seen.depth) } else { *nearest };
                }
            }
        }
    });
    let about = (most / TILE as f32).ceil() as usize;
    let reach = |tile: usize| {
        let (x, y) = (tile % across, tile / across);
        let rows = y.saturating_sub(about)..(y + about + 1).min(down);
        rows.flat_map(|row| (x.saturating_sub(about)..(x + about + 1).min(across)).map(move |column| (row, column)))
            .map(|(row, column)| own[row * across + column])
            .fold((0.0, f32::INFINITY), |(widest, nearest), (r, d)| (f32::max(widest, r), f32::min(nearest, d)))
    };
    (0..across * down).map(reach).collect()
}

#[cfg(test)]
mod tests {
    use super::*;

    const SIZE: (u32, u32) = (96, 64);

    fn picture(of: impl Fn(u32, u32) -> (f32, f32)) -> (Vec<Rgb>, Vec<f32>) {
        (0..SIZE.0 * SIZE.1)
            .map(|index| {
                let (light, depth) = of(index % SIZE.0, index / SIZE.0);
                ([light; 3], depth)
            })
            .unzip()
    }

    const BLUR: Blur = Blur { focus: 2.0, infinity: 0.1 };

    /// A point far off becomes a disc as wide as the lens makes it, of about as much light.
    #[test]
    fn a_point_becomes_a_disc() {
        let (linear, depths) = picture(|x, y| (if (x, y) == (48, 32) { 100.0 } else { 0.0 }, 1e6));
        let blurred = blurred(&linear, &depths, SIZE, BLUR);
        let lit: Vec<usize> = (0..blurred.len()).filter(|index| blurred[*index][0] > 0.0).collect();
        let widest = lit.iter().map(|index| (*index as u32 % SIZE.0).abs_diff(48)).max().unwrap();
        // A tenth of 96 pixels across: a radius of 4.8.
        assert!((4..=5).contains(&widest), "{widest}");
        let sum: f32 = blurred.iter().map(|pixel| pixel[0]).sum();
        assert!((sum / 100.0 - 1.0).abs() < 0.35, "{sum}");
    }

    /// A wide blur of something fine is the same whether pixels are looked at one by one or four at a time, within what the eye sees.
    #[test]
    fn four_at_a_time_are_as_one_by_one() {
        let stripes = |x: u32, y: u32| if (x / 5 + y / 7).is_multiple_of(2) { 1.0 } else { 0.2 };
        let (linear, depths) = picture(|x, y| (stripes(x, y), 1e6));
        let wide = blurred(&linear, &depths, SIZE, BLUR);
        // No two pixels of a block as far off: each is looked at by itself.
        let (_, apart) = picture(|x, y| (0.0, if (x + y).is_multiple_of(2) { 1e6 } else { 1.3e6 }));
        let single = blurred(&linear, &apart, SIZE, BLUR);
        let off: f32 = wide.iter().zip(&single).map(|(a, b)| (a[0] - b[0]).powi(2)).sum::<f32>() / wide.len() as f32;
        assert!(off.sqrt() < 0.06, "{}", off.sqrt());
        assert!(wide.chunks(2).all(|pair| pair[0] == pair[1]) && single.chunks(2).any(|pair| pair[0] != pair[1]));
    }

    /// An even picture stays even, what is in focus stays sharp, and what is behind does not run over it.
    #[test]
    fn sharp_before_blurred() {
        let (linear, depths) = picture(|x, _| (1.0, if x < 48 { 2.0 } else { 50.0 }));
        for pixel in blurred(&linear, &depths, SIZE, BLUR) {
            assert!((pixel[0] - 1.0).abs() < 1e-4);
        }
        let (linear, depths) = picture(|x, _| if x < 48 { (0.0, 2.0) } else { (1.0, 50.0) });
        let blurred = blurred(&linear, &depths, SIZE, BLUR);
        assert!((0..48).all(|x| blurred[(32 * SIZE.0 + x) as usize][0] < 1e-3));
        assert_eq!(radius(BLUR, 2.0, 96), 0.0);
        assert!((radius(BLUR, 1.0, 96) - 4.8).abs() < 1e-4);
    }
}
