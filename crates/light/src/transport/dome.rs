use super::{Gain, Light, Receiver, falls};
use crate::geometry::{DVec3, right_and_up};
use crate::set::Source;

/// The mean of `|x| + |y| + |z|` over all directions: what six square faces see of even light, against a sphere.
const CUBE: f64 = 1.5;

impl Light {
    /// What each source gives a dome there: `∫ L·(1 + cos θ)/2 dω` (from memory), half of all light that comes to the point
    /// and half of what comes from before it less what comes from behind.
    ///
    /// A face or the sun is taken as coming from one direction; of sky, room and cards all light is told by the six sides of
    /// a cube (cubic illumination; Cuttle 1997, from memory): exact where they fill whole sides evenly.
    #[must_use]
    pub fn on_dome(&self, receiver: Receiver) -> Vec<Gain> {
        let (right, up) = right_and_up(receiver.normal);
        let sides = [receiver.normal, -receiver.normal, right, -right, up, -up];
        let seen = sides.map(|normal| self.from(Receiver { normal, ..receiver }).gains());
        let even = |source: usize| {
            let all = seen.iter().fold(Gain::default(), |sum, gains| sum + gains[source]) * (1.0 / CUBE);
            (all + seen[0][source] + seen[1][source] * -1.0) * 0.5
        };
        let one_way = |source: &Source, way: DVec3| {
            let square = falls(&self.ground.sight, source, &Receiver { normal: way, ..receiver }, None);
            square * (1.0 + way.dot(receiver.normal)) / 2.0
        };
        let sources = self.set.sources.iter().enumerate();
        sources
            .map(|(index, source)| match source {
                Source::Face(emitter) => {
                    let way = (emitter.middle - receiver.at).normalize_or_zero();
                    Gain { direct: one_way(source, way), ..even(index) }
                }
                Source::Parallel { way, .. } => Gain { direct: one_way(source, *way), ..even(index) },
                Source::Sky(_) => even(index),
                Source::About => Gain { direct: 1.0, ..Gain::default() },
                // The integral above: half of all that comes is three quarters, and what comes from before less what from behind the cosine.
                Source::Side { way } => {
                    Gain { direct: Source::SIDE / 2.0 + way.dot(receiver.normal) / 2.0, ..Gain::default() }
                }
            })
            .collect()
    }
}
