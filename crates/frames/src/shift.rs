//! How far one frame is moved against another: phase correlation (Kuglin & Hines 1975), twice, the second time about what the first
//! found and finer.

use crate::FrameError;
use crate::plane::Plane;
use rustfft::num_complex::Complex;
use rustfft::{Fft, FftPlanner};
use std::f32::consts::PI;
use std::sync::Arc;

/// Sides of the squares that are compared.
const SIDE: usize = 256;

/// Below this part of what frequencies have in the mean they have less and less of a say.
const QUIET: f32 = 0.02;

/// Moves rows into columns.
fn turned(square: &[Complex<f32>]) -> Vec<Complex<f32>> {
    (0..SIDE * SIDE).map(|at| square[at % SIDE * SIDE + at / SIDE]).collect()
}

fn transformed(mut square: Vec<Complex<f32>>, fft: &Arc<dyn Fft<f32>>) -> Vec<Complex<f32>> {
    fft.process(&mut square);
    let mut square = turned(&square);
    fft.process(&mut square);
    turned(&square)
}

/// The logarithm of the light in a square of a plane about a place, faded out to its edges; each of its pixels is so many of the plane.
fn square(plane: &Plane, (x, y): (f32, f32), step: f32) -> Result<Vec<Complex<f32>>, FrameError> {
    let from_middle = |at: usize| (at as f32 + 0.5 - SIDE as f32 / 2.0) * step;
    let places: Vec<f32> = (0..SIDE).map(|column| x + from_middle(column)).collect();
    let mut values = Vec::with_capacity(SIDE * SIDE);
    for row in 0..SIDE {
        values.extend(plane.along(y + from_middle(row), &places)?.into_iter().map(|light| (light + 1e-3).ln()));
    }
    let mean = values.iter().sum::<f32>() / values.len() as f32;
    let fade = |at: usize| (PI * (at as f32 + 0.5) / SIDE as f32).sin().powi(2);
    let faded = values.iter().enumerate();
    Ok(faded.map(|(at, value)| Complex::new((value - mean) * fade(at % SIDE) * fade(at / SIDE), 0.0)).collect())
}

/// Where between its neighbours the top of three values lies, from −½ to ½.
fn top(before: f32, here: f32, after: f32) -> f32 {
    let bend = before - 2.0 * here + after;
    if bend < -1e-12 { (0.5 * (before - after) / bend).clamp(-0.5, 0.5) } else { 0.0 }
}

/// How far `other` is to be moved so that it lies on `one`, in pixels of the square.
fn peak(one: Vec<Complex<f32>>, other: Vec<Complex<f32>>) -> (f32, f32) {
    let mut planner = FftPlanner::new();
    let (there, back) = (planner.plan_fft_forward(SIDE), planner.plan_fft_inverse(SIDE));
    let (one, other) = (transformed(one, &there), transformed(other, &there));
    let products: Vec<Complex<f32>> = one.iter().zip(&other).map(|(a, b)| a * b.conj()).collect();
    // Where neither has anything to see there is noise alone: it has no say.
    let floor = products.iter().map(|product| product.norm()).sum::<f32>() / products.len() as f32 * QUIET;
    let cross = products.iter().map(|product| product / (product.norm() + floor.max(1e-12)));
    let found = transformed(cross.collect(), &back);
    let at = (0..found.len()).max_by(|a, b| found[*a].re.total_cmp(&found[*b].re)).unwrap_or(0);
    let (x, y) = (at % SIDE, at / SIDE);
    let near = |x: usize, y: usize| found[y % SIDE * SIDE + x % SIDE].re;
    let finer = (
        top(near(x + SIDE - 1, y), near(x, y), near(x + 1, y)),
        top(near(x, y + SIDE - 1), near(x, y), near(x, y + 1)),
    );
    let signed = |at: usize| if at > SIDE / 2 { at as f32 - SIDE as f32 } else { at as f32 };
    (signed(x) + finer.0, signed(y) + finer.1)
}

/// How far `other` is to be moved to the right and down so that it lies on `one`, in pixels.
///
/// # Errors
/// Where the profile of one of them fails.
pub(crate) fn shift(one: &Plane, other: &Plane) -> Result<(f32, f32), FrameError> {
    let (width, height) = (one.size.0 as f32, one.size.1 as f32);
    let middle = (width / 2.0, height / 2.0);
    let step = (width.min(height) / SIDE as f32).max(1.0);
    let (x, y) = peak(square(one, middle, step)?, square(other, middle, step)?);
    let rough = (x * step, y * step);
    let (x, y) = peak(square(one, middle, 1.0)?, square(other, (middle.0 - rough.0, middle.1 - rough.1), 1.0)?);
    // What the closer look finds far from the rough is no refinement of it: the middle of the frame has nothing in it.
    Ok(if x.abs().max(y.abs()) > 2.0 * step { rough } else { (rough.0 + x, rough.1 + y) })
}
