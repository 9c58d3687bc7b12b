//! Water mirrors what is over it, in ripples: the slopes of its surface are spread as Cox & Munk (1954) measured them over the sea.

use super::grain::{grain, left, pixel_on_ground};
use crate::matter::sends_back;
use crate::{V, d, v};
use std::f32::consts::PI;
use tolva_light::set::{Shown, Skyline, Source};
use tolva_light::sky::{Brightness, Heights};

/// What water slows light by.
const WATER: f32 = 1.33;
/// What it sends back from inside, of what enters it (common practice: dark water 0.05 to 0.1, what it mirrors counted in).
const INSIDE: f32 = 0.03;
/// The mean square of its slopes either way in a light air of 1 m/s: half of 0.003 + 0.00512 for each m/s (Cox & Munk 1954).
const SLOPES: f32 = 0.004;
/// How long its ripples are, in metres, and what each has of that.
const RIPPLES: [(f32, f32); 4] = [(6.0, 0.1), (1.6, 0.25), (0.45, 0.35), (0.13, 0.3)];
/// What the grain of one ripple has as its root mean square.
const GRAIN: f32 = 0.28;
/// Three slopes that stand for all those too fine to be drawn (Gauss and Hermite), and the weight of each.
const FINE: [(f32, f32); 3] = [(-1.732, 1.0 / 6.0), (0.0, 2.0 / 3.0), (1.732, 1.0 / 6.0)];
/// Water seen flatter than this, as a sine, hides its own troughs.
const FLAT: f32 = 0.05;
/// Past this what glitters is white whatever it is, π times, for an illuminance of 1.
const DAZZLES: f32 = 300.0;

/// Water, ready to be looked at.
#[derive(Debug, Clone)]
pub(crate) struct Water {
    eye: V,
    skyline: Skyline,
    /// What the land behind it sends back.
    reflects: f32,
    /// How bright it is on the whole, with light from all round; under the sky.
    even: f32,
    sky: f32,
}

impl Water {
    pub(super) fn of(shown: &Shown, sources: &[Source], reflects: f32, seen: &[V]) -> Water {
        let eye = v(shown.view.eye);
        let mut water = Water { eye, skyline: shown.skyline.clone(), reflects, even: 1.0, sky: 1.0 };
        let on_whole = |sky: Option<&Brightness>| {
            super::on_the_whole(seen, |way| (way.z < 0.0).then(|| water.mirrors(eye - way * (eye.z / way.z), way, sky)))
        };
        let even = on_whole(None);
        let sky = sources.iter().find_map(|source| match source {
            Source::Sky(dome) => Some(on_whole(Some(&dome.brightness()))),
            _ => None,
        });
        (water.even, water.sky) = (even, sky.unwrap_or(even));
        water
    }

    /// What a place of it sends along a way from a source, where on the whole it sends as much as level ground.
    pub(crate) fn sends(&self, at: V, way: V, source: &Source, sky: Option<&Brightness>) -> f32 {
        match (source, sky) {
            (Source::Sky(_), sky) => self.mirrors(at, way, sky) / self.sky,
            (Source::Parallel { way: sun, .. }, _) if sun.z > 0.0 => self.sun(at, way, v(*sun)) / self.sky,
            (Source::About | Source::Side { .. }, _) => self.mirrors(at, way, None) / self.even,
            _ => 0.0,
        }
    }

    /// The slopes of it at a place that are drawn, and the mean square of those that are too fine.
    fn slopes(&self, at: V) -> (f32, f32, f32) {
        let pixel = pixel_on_ground(self.eye.z, (at - self.eye).length());
        RIPPLES.iter().zip(0u8..).fold((0.0, 0.0, 0.0), |(x, y, fine), ((size, share), which)| {
            let (drawn, off) = (left(*size, pixel), 17.0 * f32::from(which));
            let by = (share * SLOPES).sqrt() / GRAIN * drawn;
            // Ripples run across to the wind, which comes from behind the camera.
            let (along, across) = (at.x / size / 1.8, at.y / size);
            (
                x + by * grain(along + off, across),
                y + by * grain(along, across + off + 5.0),
                fine + share * SLOPES * (1.0 - drawn * drawn),
            )
        })
    }

    /// π times what comes along a way off a place from the sun, for an illuminance of 1: its glitter, the land it shines on, and what
    /// comes from inside.
    fn sun(&self, at: V, way: V, sun: V) -> f32 {
        let (x, y, fine) = self.slopes(at);
        self.glitters(way, sun, (x, y, fine)) + (self.off_land(way, x, y) * self.reflects + INSIDE) * sun.z
    }

    /// The same from the sky, or from all round where none is known.
    fn mirrors(&self, at: V, way: V, sky: Option<&Brightness>) -> f32 {
        let (x, y, fine) = self.slopes(at);
        let aside = V::new(way.x, way.y, 0.0).normalize_or(V::Y);
        let one = |(by, weight): (f32, f32)| {
            let (x, y) = (x + by * fine.sqrt() * aside.x, y + by * fine.sqrt() * aside.y);
            let (back, mirrored) = facet(way, x, y);
            let mirrored = d(mirrored);
            let comes = if self.skyline.hides(mirrored) {
                self.reflects
            } else {
                sky.map_or(1.0, |sky| PI * sky.luminance(mirrored, &Heights::of(mirrored)) as f32)
            };
            weight * (back * comes + (1.0 - back) * INSIDE)
        };
        FINE.into_iter().map(one).sum()
    }

    /// What of a way is sent back to where land is mirrored.
    fn off_land(&self, way: V, x: f32, y: f32) -> f32 {
        let (back, mirrored) = facet(way, x, y);
        if self.skyline.hides(d(mirrored)) { back } else { 0.0 }
    }

    /// What the sun sends along a way off facets turned just so (Cox & Munk 1954): F·p/(4·cos θ·cos⁴ β) of its illuminance.
    fn glitters(&self, way: V, sun: V, (x, y, fine): (f32, f32, f32)) -> f32 {
        let half = (sun - way).normalize_or(V::Z);
        // A ridge before the sun is before its glitter, too.
        if half.z < 0.1 || self.skyline.hides(d(sun)) {
            return 0.0;
        }
        // Ripples drawn one by one are not as sharp as their slopes.
        let fine = fine.max(SLOPES * 0.25);
        let off = (-half.x / half.z - x).powi(2) + (-half.y / half.z - y).powi(2);
        let likely = (-off / (2.0 * fine)).exp() / (2.0 * PI * fine);
        let back = sends_back(sun.dot(half).clamp(0.0, 1.0), WATER);
        (PI * back * likely / (4.0 * (-way.z).max(FLAT) * half.z.powi(4))).min(DAZZLES)
    }
}

/// What a facet of such slopes sends back of a way, and where to.
fn facet(way: V, x: f32, y: f32) -> (f32, V) {
    let normal = V::new(-x, -y, 1.0).normalize();
    let cosine = (-way.dot(normal)).max(0.01);
    let mirrored = way + normal * (2.0 * cosine);
    // What would go down is mirrored once more.
    (sends_back(cosine, WATER), V::new(mirrored.x, mirrored.y, mirrored.z.abs()))
}
