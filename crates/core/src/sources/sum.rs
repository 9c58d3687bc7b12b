use super::clouded::Clouded;
use super::fit::{Expected, Observed, Prior};
use nalgebra::{Cholesky, DMatrix, DVector, Dyn};

/// Rounds a descent takes at most, and the change of cost that ends it.
const ROUNDS: usize = 100;
const ENOUGH: f64 = 1e-10;
/// Steps are halved so often at most.
const HALVINGS: i32 = 12;

/// The sum of squares a fit makes least: what is left of each reading by its error, and each scale by its own.
pub(super) struct Sum<'a> {
    observed: &'a [Observed],
    /// Sources, then things.
    priors: &'a [Prior],
    sources: usize,
    /// What each source gives each reading, a cloud's shade in it.
    parts: Vec<Vec<f64>>,
    /// How much two readings share of each scale.
    kernels: Vec<DMatrix<f64>>,
}

/// Scales, what they make of the readings, and what that costs.
#[derive(Clone)]
pub(super) struct State {
    /// How much of each reading's weight each scale has: a row for each scale.
    pub(super) pulls: Vec<DVector<f64>>,
    scales: Vec<DVector<f64>>,
    /// The share each scale has of each reading.
    pub(super) shares: Vec<DVector<f64>>,
    pub(super) left: Vec<f64>,
    pub(super) cost: f64,
}

/// What is sure about all readings together.
pub(super) type Spread = Cholesky<f64, Dyn>;

impl<'a> Sum<'a> {
    pub(super) fn of(expected: &Expected, priors: &'a [Prior], observed: &'a [Observed], clouded: &Clouded) -> Sum<'a> {
        let count = observed.len();
        let shared = |prior: &Prior, a: usize, b: usize| prior.shared(observed[a].minute - observed[b].minute);
        Sum {
            observed,
            priors,
            sources: expected.sources.len(),
            parts: observed.iter().map(|read| clouded.dimmed(read.minute, &read.parts)).collect(),
            kernels: priors.iter().map(|prior| DMatrix::from_fn(count, count, |a, b| shared(prior, a, b))).collect(),
        }
    }

    /// The least of it, and how sure that is.
    ///
    /// Who gave light that was not expected may have more than one answer that nothing near betters: each source is once
    /// taken for the whole of it, and the best of what comes of that is kept.
    pub(super) fn least(&self) -> (State, Option<Spread>) {
        let first = self.descended(self.state(self.still()));
        let others = (0..self.sources).filter_map(|source| self.by_one(source)).map(|from| self.descended(from));
        others.fold(first, |best, other| if other.0.cost < best.0.cost - ENOUGH { other } else { best })
    }

    fn still(&self) -> Vec<DVector<f64>> {
        vec![DVector::zeros(self.observed.len()); self.priors.len()]
    }

    fn reached(&self) -> impl Iterator<Item = usize> + '_ {
        (0..self.observed.len()).filter(|read| self.parts[*read].iter().sum::<f64>() > 0.0)
    }

    fn things(&self, read: usize) -> impl Iterator<Item = usize> + '_ {
        let known = self.priors.len();
        self.observed[read].on.iter().map(|thing| self.sources + thing).filter(move |thing| *thing < known)
    }

    fn noise(&self, read: usize) -> f64 {
        self.observed[read].error.powi(2)
    }

    fn state(&self, pulls: Vec<DVector<f64>>) -> State {
        let scales: Vec<DVector<f64>> = self.kernels.iter().zip(&pulls).map(|(kernel, pull)| kernel * pull).collect();
        let mut shares = self.still();
        let mut left = vec![0.0; self.observed.len()];
        let mut cost: f64 = scales.iter().zip(&pulls).map(|(scale, pull)| scale.dot(pull)).sum();
        for read in self.reached() {
            let given: Vec<f64> =
                self.parts[read].iter().zip(&scales).map(|(part, of)| part * of[read].exp2()).collect();
            let whole: f64 = given.iter().sum();
            shares.iter_mut().zip(given).for_each(|(share, given)| share[read] = given / whole);
            let mut level = whole.log2();
            for thing in self.things(read) {
                shares[thing][read] = 1.0;
                level += scales[thing][read];
            }
            left[read] = self.observed[read].level - level;
            cost += left[read].powi(2) / self.noise(read);
        }
        State { pulls, scales, shares, left, cost }
    }

    /// Where all light but this source's is taken for nothing, wherever it reaches.
    fn by_one(&self, source: usize) -> Option<State> {
        let mut one = self.state(self.still());
        let mut any = false;
        for read in self.reached().filter(|read| self.parts[*read][source] > 0.0) {
            any = true;
            one.left[read] = self.observed[read].level - self.parts[read][source].log2();
            one.shares[..self.sources].iter_mut().for_each(|share| share[read] = 0.0);
            one.shares[source][read] = 1.0;
        }
        let (to, _) = self.drawn(&one).filter(|_| any)?;
        Some(self.state(to))
    }

    /// Where all would be least if shares stayed as they are.
    fn drawn(&self, from: &State) -> Option<(Vec<DVector<f64>>, Spread)> {
        let count = self.observed.len();
        let mut whole = DMatrix::from_fn(count, count, |a, b| if a == b { self.noise(a) } else { 0.0 });
        let mut wanted = DVector::from_column_slice(&from.left);
        for ((kernel, share), scale) in self.kernels.iter().zip(&from.shares).zip(&from.scales) {
            whole += DMatrix::from_fn(count, count, |a, b| share[a] * kernel[(a, b)] * share[b]);
            wanted += share.component_mul(scale);
        }
        let spread = whole.cholesky()?;
        let pull = spread.solve(&wanted);
        Some((from.shares.iter().map(|share| share.component_mul(&pull)).collect(), spread))
    }

    /// Gauss and Newton's steps, halved as long as that is better.
    fn descended(&self, from: State) -> (State, Option<Spread>) {
        let mut now = from;
        let mut spread = None;
        for _ in 0..ROUNDS {
            let Some((to, sure)) = self.drawn(&now) else { break };
            spread = Some(sure);
            let mut best: Option<State> = None;
            for halved in 0..HALVINGS {
                let step = 0.5f64.powi(halved);
                let part = |(from, to): (&DVector<f64>, &DVector<f64>)| from + (to - from) * step;
                let tried = self.state(now.pulls.iter().zip(&to).map(part).collect());
                if tried.cost < best.as_ref().map_or(now.cost - ENOUGH, |best| best.cost) {
                    best = Some(tried);
                } else if best.is_some() {
                    break;
                }
            }
            let Some(next) = best else { break };
            now = next;
        }
        (now, spread)
    }
}
