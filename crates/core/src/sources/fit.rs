use super::clouded::{self, Clouded};
use nalgebra::{Cholesky, DMatrix, DVector, Dyn};

/// What is expected of a source before anything is read.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Prior {
    /// Its likely error, in stops.
    pub error: f64,
    /// A difference is half forgotten after 0.7 of this many minutes; infinite for what stays as it is.
    pub lasts: f64,
}

impl Prior {
    /// How much of a scale two times share, with its square in stops.
    fn shared(self, apart: f64) -> f64 {
        let kept = if self.lasts.is_finite() { (-apart.abs() / self.lasts).exp() } else { 1.0 };
        self.error * self.error * kept
    }
}

/// A reading as the sources see it.
#[derive(Debug, Clone, PartialEq)]
pub struct Observed {
    /// When, in minutes.
    pub minute: f64,
    /// What each source gives there by what is expected of it, in any measure.
    pub parts: Vec<f64>,
    /// What was read: the logarithm of the same measure, in stops.
    pub level: f64,
    /// Its likely error, in stops.
    pub error: f64,
    /// How likely a cloud stands before the sun then, 0 to 1.
    pub cover: f64,
}

/// The scales of sources that agree best with what was read.
#[derive(Debug, Clone)]
pub struct Fit {
    priors: Vec<Prior>,
    minutes: Vec<f64>,
    /// How much of each reading's weight each source has: a row for each source.
    pulls: Vec<DVector<f64>>,
    /// The share each source has of each reading.
    shares: Vec<DVector<f64>>,
    /// What is sure about all readings together.
    spread: Option<Cholesky<f64, Dyn>>,
    left: Vec<f64>,
    clouded: Clouded,
    cost: f64,
}

/// Rounds a fit takes at most, and the change of cost that ends it.
const ROUNDS: usize = 100;
const ENOUGH: f64 = 1e-10;
/// Steps are halved so often at most.
const HALVINGS: i32 = 12;

impl Fit {
    /// Finds the scales. `sun` is the source a cloud may stand before. Readings of what no source reaches are left out of
    /// it, with nothing left.
    #[must_use]
    pub fn of(priors: &[Prior], observed: &[Observed], sun: Option<usize>) -> Fit {
        clouded::better(observed, sun, |clouded| Fit::with(priors, observed, clouded))
    }

    pub(super) const fn cost(&self) -> f64 {
        self.cost
    }

    fn with(priors: &[Prior], observed: &[Observed], clouded: Clouded) -> Fit {
        let minutes: Vec<f64> = observed.iter().map(|read| read.minute).collect();
        let parts: Vec<Vec<f64>> = observed.iter().map(|read| clouded.dimmed(read.minute, &read.parts)).collect();
        let count = observed.len();
        let reached: Vec<bool> = parts.iter().map(|parts| parts.iter().sum::<f64>() > 0.0).collect();
        let kernels: Vec<DMatrix<f64>> = priors
            .iter()
            .map(|prior| DMatrix::from_fn(count, count, |a, b| prior.shared(minutes[a] - minutes[b])))
            .collect();
        let noise = |read: usize| observed[read].error.powi(2);
        let state = |pulls: Vec<DVector<f64>>| {
            let scales: Vec<DVector<f64>> = kernels.iter().zip(&pulls).map(|(kernel, pull)| kernel * pull).collect();
            let mut shares = vec![DVector::zeros(count); priors.len()];
            let mut left = vec![0.0; count];
            let mut cost: f64 = scales.iter().zip(&pulls).map(|(scale, pull)| scale.dot(pull)).sum();
            for read in (0..count).filter(|read| reached[*read]) {
                let given: Vec<f64> = parts[read].iter().zip(&scales).map(|(part, of)| part * of[read].exp2()).collect();
                let whole: f64 = given.iter().sum();
                left[read] = observed[read].level - whole.log2();
                cost += left[read].powi(2) / noise(read);
                shares.iter_mut().zip(given).for_each(|(share, given)| share[read] = given / whole);
            }
            State { pulls, scales, shares, left, cost }
        };
        // Gauss and Newton's steps, halved as long as that is better.
        let mut now = state(vec![DVector::zeros(count); priors.len()]);
        let mut spread = None;
        for _ in 0..ROUNDS {
            let mut whole = DMatrix::from_fn(count, count, |a, b| if a == b { noise(a) } else { 0.0 });
            let mut wanted = DVector::from_column_slice(&now.left);
            for ((kernel, share), scale) in kernels.iter().zip(&now.shares).zip(&now.scales) {
                whole += DMatrix::from_fn(count, count, |a, b| share[a] * kernel[(a, b)] * share[b]);
                wanted += share.component_mul(scale);
            }
            let Some(solved) = whole.cholesky() else { break };
            let pull = solved.solve(&wanted);
            spread = Some(solved);
            let to: Vec<DVector<f64>> = now.shares.iter().map(|share| share.component_mul(&pull)).collect();
            let mut best: Option<State> = None;
            for halved in 0..HALVINGS {
                let step = 0.5f64.powi(halved);
                let tried = state(now.pulls.iter().zip(&to).map(|(from, to)| from + (to - from) * step).collect());
                if tried.cost < best.as_ref().map_or(now.cost - ENOUGH, |best| best.cost) {
                    best = Some(tried);
                } else if best.is_some() {
                    break;
                }
            }
            let Some(next) = best else { break };
            now = next;
        }
        let cost = now.cost + clouded.unlikely(observed);
        Fit {
            priors: priors.to_vec(),
            minutes,
            pulls: now.pulls,
            shares: now.shares,
            spread,
            left: now.left,
            clouded,
            cost,
        }
    }

    /// The scale of each source at a time, in stops; a cloud's shade on the sun is in it.
    #[must_use]
    pub fn scales(&self, minute: f64) -> Vec<f64> {
        let of = |(prior, pull): (&Prior, &DVector<f64>)| {
            self.minutes.iter().zip(pull.iter()).map(|(read, pull)| prior.shared(minute - read) * pull).sum::<f64>()
        };
        let mut scales: Vec<f64> = self.priors.iter().zip(&self.pulls).map(of).collect();
        if let Some(sun) = self.clouded.sun.and_then(|sun| scales.get_mut(sun)) {
            *sun += self.clouded.shade(minute);
        }
        scales
    }

    /// How far a light of which each source has such a share is likely to be off at a time, in stops. A source no reading
    /// touches keeps its own error.
    #[must_use]
    pub fn error(&self, minute: f64, shares: &[f64]) -> f64 {
        let own: f64 = self.priors.iter().zip(shares).map(|(prior, share)| (prior.error * share).powi(2)).sum();
        let known = self.spread.as_ref().map_or(0.0, |spread| {
            let seen = DVector::from_fn(self.minutes.len(), |read, _| {
                let each = self.priors.iter().zip(&self.shares).zip(shares);
                each.map(|((prior, of), share)| prior.shared(minute - self.minutes[read]) * of[read] * share).sum()
            });
            seen.dot(&spread.solve(&seen))
        });
        let cloud = self.clouded.sun.and_then(|sun| shares.get(sun)).map_or(0.0, |share| share * self.clouded.unsure(minute));
        ((own - known).max(0.0) + cloud * cloud).sqrt()
    }

    /// What a reading says beyond the sources, in stops: reading − model.
    #[must_use]
    pub fn left(&self, reading: usize) -> f64 {
        self.left.get(reading).copied().unwrap_or(0.0)
    }

    /// When a cloud stands before the sun.
    #[must_use]
    pub const fn clouded(&self) -> &Clouded {
        &self.clouded
    }
}

/// A step of a fit.
struct State {
    pulls: Vec<DVector<f64>>,
    scales: Vec<DVector<f64>>,
    shares: Vec<DVector<f64>>,
    left: Vec<f64>,
    cost: f64,
}
