//! A body's tone curve from a bracket of one still scene (Debevec & Malik, Recovering High Dynamic Range Radiance Maps from Photographs,
//! SIGGRAPH 1997): log exposure by code, smooth, hat weights, the light of each point found with it.

use crate::colour::{MID_GREY, encoded};
use crate::kit::{Channel, CurvePoint, ToneCurve};
use crate::quantity::Stops;
use nalgebra::{Cholesky, DMatrix, DVector};
use std::fmt;

/// Codes there are.
const CODES: usize = 256;
/// Codes this near to an end are left out: noise and clipping bend them.
const END: f64 = 4.0;
/// How smooth the curve is held (the program's own choice: a picture style's shoulder stays, noise goes).
const SMOOTH: f64 = 12.0;
/// The curve is written down at every so many codes.
const STEP: usize = 5;
/// A scene that was still, and times that were true, leave no more than this, in stops (the program's own choice).
const STEADY: f64 = 0.12;
/// At least so many frames.
pub const LEAST_FRAMES: usize = 3;
/// Frames differ by at least so much together, in stops, or the curve hardly shows.
const LEAST_RANGE: f64 = 2.0;

/// One point of the scene: its codes of red, green and blue in each frame, 0 to 255.
pub type Sample = Vec<[f64; 3]>;

/// A bracket as it was measured.
#[derive(Debug, Clone, PartialEq)]
pub struct Bracket {
    /// How long each frame was exposed, in stops from one second.
    pub times: Vec<f64>,
    /// Points of the scene.
    pub samples: Vec<Sample>,
}

/// Why a bracket teaches no curve.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum BracketError {
    /// Fewer than three frames.
    FewFrames,
    /// Times too close to one another.
    FewStops,
    /// Points times frames less one have to be more than the codes there are.
    FewPoints,
    /// The scene, or the light, changed.
    Unsteady {
        /// How far the points lie from any curve, in stops.
        off: f64,
    },
    /// The curve found does not rise all the way.
    Falls,
}

/// A curve with the points it was laid through.
#[derive(Debug, Clone, PartialEq)]
pub struct Fitted {
    /// The curve.
    pub curve: ToneCurve,
    /// Green's points.
    pub points: Vec<CurvePoint>,
}

/// The hat: the middle of the codes counts most.
fn hat(code: f64) -> f64 {
    if (END..=255.0 - END).contains(&code) { code.min(255.0 - code) / 127.5 } else { 0.0 }
}

/// Two whole codes, and how near each is.
type Between = [(usize, f64); 2];

/// Where a code lies between two whole ones.
fn between(code: f64) -> Between {
    let low = (code.floor().max(0.0) as usize).min(CODES - 2);
    let share = code - low as f64;
    [(low, 1.0 - share), (low + 1, share)]
}

fn at(curve: &DVector<f64>, code: f64) -> f64 {
    between(code).iter().map(|(code, share)| curve[*code] * share).sum()
}

/// The light of a point by a curve: the weighted mean of what its frames say, in stops; none where all of them are at an end.
fn light_of(curve: &DVector<f64>, codes: &[f64], times: &[f64]) -> Option<f64> {
    let (mut all, mut weight) = (0.0, 0.0);
    for (code, time) in codes.iter().zip(times) {
        let square = hat(*code).powi(2);
        all += square * (at(curve, *code) - time);
        weight += square;
    }
    (weight > 1e-6).then(|| all / weight)
}

/// One channel's curve at every code: the least squares of the paper's sum, the light of each point taken out of it.
fn channel(codes: &[Vec<f64>], times: &[f64]) -> Option<DVector<f64>> {
    let (mut square, mut pull) = (DMatrix::<f64>::zeros(CODES, CODES), DVector::<f64>::zeros(CODES));
    for point in codes {
        let rows: Vec<(Between, f64, f64)> =
            point.iter().zip(times).map(|(code, time)| (between(*code), hat(*code).powi(2), *time)).collect();
        let weight: f64 = rows.iter().map(|(_, weight, _)| weight).sum();
        if weight < 1e-6 {
            continue;
        }
        let mean_time = rows.iter().map(|(_, weight, time)| weight * time).sum::<f64>() / weight;
        for (parts, own, time) in &rows {
            for (a, x) in parts {
                pull[*a] += own * x * (time - mean_time);
                for (b, y) in parts {
                    square[(*a, *b)] += own * x * y;
                }
                for (others, other, _) in &rows {
                    for (b, y) in others {
                        square[(*a, *b)] -= own * x * other * y / weight;
                    }
                }
            }
        }
    }
    for code in 1..CODES - 1 {
        let weight = (SMOOTH * hat(code as f64).max(0.05)).powi(2);
        for (a, x) in [(code - 1, 1.0), (code, -2.0), (code + 1, 1.0)] {
            for (b, y) in [(code - 1, 1.0), (code, -2.0), (code + 1, 1.0)] {
                square[(a, b)] += weight * x * y;
            }
        }
    }
    // Only differences are in the sum: mid-grey is held where sRGB has it.
    for (a, x) in between(encoded(MID_GREY) * 255.0) {
        for (b, y) in between(encoded(MID_GREY) * 255.0) {
            square[(a, b)] += 1e4 * x * y;
        }
    }
    (0..CODES).for_each(|code| square[(code, code)] += 1e-9);
    Some(Cholesky::new(square)?.solve(&pull))
}

/// The curve of a bracket.
///
/// # Errors
/// Where it teaches none, and why.
pub fn fitted(bracket: &Bracket) -> Result<Fitted, BracketError> {
    let Bracket { times, samples } = bracket;
    if times.len() < LEAST_FRAMES {
        return Err(BracketError::FewFrames);
    }
    let range = times.iter().copied().fold(f64::MIN, f64::max) - times.iter().copied().fold(f64::MAX, f64::min);
    if range < LEAST_RANGE {
        return Err(BracketError::FewStops);
    }
    if samples.len() * (times.len() - 1) < CODES {
        return Err(BracketError::FewPoints);
    }
    let mut found = Vec::with_capacity(3);
    let (mut squares, mut counted, mut points) = (0.0, 0.0, Vec::new());
    for (place, of) in Channel::ALL.into_iter().enumerate() {
        let codes: Vec<Vec<f64>> =
            samples.iter().map(|sample| sample.iter().map(|codes| codes[place]).collect()).collect();
        let curve = channel(&codes, times).ok_or(BracketError::FewPoints)?;
        let (mut low, mut high) = (255.0f64, 0.0f64);
        for point in &codes {
            let Some(light) = light_of(&curve, point, times) else { continue };
            for (code, time) in point.iter().zip(times).filter(|(code, _)| hat(**code) > 0.0) {
                let off = at(&curve, *code) - (light + time);
                squares += hat(*code) * off * off;
                counted += hat(*code);
                (low, high) = (low.min(*code), high.max(*code));
                if of == Channel::Green {
                    points.push(CurvePoint { code: *code, level: light + time });
                }
            }
        }
        let knots = (0..CODES).step_by(STEP).map(|code| code as f64).filter(|code| (low..=high).contains(code));
        found.push(knots.map(|code| CurvePoint { code, level: at(&curve, code) }).collect::<Vec<_>>());
    }
    let off = (squares / counted.max(1e-9)).sqrt();
    if off > STEADY {
        return Err(BracketError::Unsteady { off });
    }
    let falls = |points: &Vec<CurvePoint>| points.windows(2).any(|pair| pair[0].level >= pair[1].level);
    if found.iter().any(|points| points.len() < 4 || falls(points)) {
        return Err(BracketError::Falls);
    }
    let [red, green, blue] = <[Vec<CurvePoint>; 3]>::try_from(found).map_err(|_| BracketError::FewPoints)?;
    let curve = ToneCurve { red, green, blue, error: Stops::of(off.max(0.005)), frames: times.len() as u32 };
    Ok(Fitted { curve: curve.rounded(), points })
}

impl fmt::Display for BracketError {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        f.write_str(&match self {
            BracketError::FewFrames => crate::say::learnt::FEW_FRAMES.to_owned(),
            BracketError::FewStops => crate::say::learnt::FEW_STOPS.to_owned(),
            BracketError::FewPoints => crate::say::learnt::FEW_POINTS.to_owned(),
            BracketError::Unsteady { off } => crate::say::learnt::unsteady(crate::say::give_or_take(*off)),
            BracketError::Falls => crate::say::learnt::FALLS.to_owned(),
        })
    }
}
