use super::clouded::{self, Clouded};
use super::sum::{Spread, State, Sum};
use nalgebra::DVector;

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
    pub(super) fn shared(self, apart: f64) -> f64 {
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
    /// What it was taken on: which of the things that have a light of their own beyond the sources.
    pub on: Vec<usize>,
}

/// What is expected of the ambient before anything is read.
#[derive(Debug, Clone, PartialEq, Default)]
pub struct Expected {
    /// Of each source.
    pub sources: Vec<Prior>,
    /// Of each thing, beyond the sources: all its ambient is so much brighter or darker.
    pub things: Vec<Prior>,
    /// The source a cloud may stand before.
    pub sun: Option<usize>,
}

/// The scales of sources and things that agree best with what was read.
#[derive(Debug, Clone)]
pub struct Fit {
    /// Sources, then things.
    priors: Vec<Prior>,
    sources: usize,
    minutes: Vec<f64>,
    /// How much of each reading's weight each source has: a row for each source.
    pulls: Vec<DVector<f64>>,
    /// The share each source has of each reading.
    shares: Vec<DVector<f64>>,
    spread: Option<Spread>,
    left: Vec<f64>,
    clouded: Clouded,
    cost: f64,
}

impl Fit {
    /// Finds the scales. Readings of what no source reaches are left out, with nothing left.
    #[must_use]
    pub fn of(expected: &Expected, observed: &[Observed]) -> Fit {
        clouded::better(observed, expected.sun, |clouded| Fit::with(expected, observed, clouded))
    }

    pub(super) const fn cost(&self) -> f64 {
        self.cost
    }

    fn with(expected: &Expected, observed: &[Observed], clouded: Clouded) -> Fit {
        let priors = [expected.sources.clone(), expected.things.clone()].concat();
        let (least, spread) = Sum::of(expected, &priors, observed, &clouded).least();
        let cost = least.cost + clouded.unlikely(observed);
        let State { pulls, shares, left, .. } = least;
        let minutes = observed.iter().map(|read| read.minute).collect();
        Fit { priors, sources: expected.sources.len(), minutes, pulls, shares, spread, left, clouded, cost }
    }

    fn scale(&self, of: usize, minute: f64) -> f64 {
        let (prior, pull) = (&self.priors[of], &self.pulls[of]);
        self.minutes.iter().zip(pull.iter()).map(|(read, pull)| prior.shared(minute - read) * pull).sum()
    }

    /// The scale of each source at a time, in stops; a cloud's shade on the sun is in it.
    #[must_use]
    pub fn scales(&self, minute: f64) -> Vec<f64> {
        let mut scales: Vec<f64> = (0..self.sources).map(|source| self.scale(source, minute)).collect();
        if let Some(sun) = self.clouded.sun.and_then(|sun| scales.get_mut(sun)) {
            *sun += self.clouded.shade(minute);
        }
        scales
    }

    /// What these things have beyond the sources at a time, in stops.
    #[must_use]
    pub fn beyond(&self, minute: f64, on: &[usize]) -> f64 {
        let known = on.iter().map(|thing| self.sources + thing).filter(|thing| *thing < self.priors.len());
        known.map(|thing| self.scale(thing, minute)).sum()
    }

    /// How far a light of which each source has such a share, on these things, is likely to be off at a time, in stops.
    /// A source no reading touches keeps its own error.
    #[must_use]
    pub fn error(&self, minute: f64, shares: &[f64], on: &[usize]) -> f64 {
        let weight = |of: usize| match of.checked_sub(self.sources) {
            None => shares.get(of).copied().unwrap_or(0.0),
            Some(thing) => f64::from(u8::from(on.contains(&thing))),
        };
        let weights: Vec<f64> = (0..self.priors.len()).map(weight).collect();
        let own: f64 = self.priors.iter().zip(&weights).map(|(prior, weight)| (prior.error * weight).powi(2)).sum();
        let known = self.spread.as_ref().map_or(0.0, |spread| {
            let seen = DVector::from_fn(self.minutes.len(), |read, _| {
                let each = self.priors.iter().zip(&self.shares).zip(&weights);
                each.map(|((prior, of), weight)| prior.shared(minute - self.minutes[read]) * of[read] * weight).sum()
            });
            seen.dot(&spread.solve(&seen))
        });
        let sun = self.clouded.sun.and_then(|sun| shares.get(sun));
        let cloud = sun.map_or(0.0, |share| share * self.clouded.unsure(minute));
        ((own - known).max(0.0) + cloud * cloud).sqrt()
    }

    /// What a reading says that is put down to the meter, in stops: reading − model.
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
