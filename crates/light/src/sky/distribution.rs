//! How the light of a sky is spread over it: brighter about the sun when clear, brighter overhead when overcast.

use crate::geometry::{DVec3, direction};
use std::f64::consts::{FRAC_PI_2, PI, TAU};
use std::sync::LazyLock;

/// A sky of the CIE general sky standard: gradation `1 + a·exp(b/cos Z)`, indicatrix `1 + c·(exp(d·χ) − exp(d·π/2)) +
/// e·cos²χ` (CIE S 011/E:2003; the parameters written down from memory).
#[derive(Debug, Clone, Copy)]
struct Kind {
    a: f64,
    b: f64,
    c: f64,
    d: f64,
    e: f64,
}

/// Clear (type 12), partly cloudy (type 7), overcast (type 1): the order of [`super::SkyLight::skies`].
const KINDS: [Kind; 3] = [
    Kind { a: -1.0, b: -0.32, c: 10.0, d: -3.0, e: 0.45 },
    Kind { a: 0.0, b: -1.0, c: 5.0, d: -2.5, e: 0.30 },
    Kind { a: 4.0, b: -0.70, c: 0.0, d: -1.0, e: 0.0 },
];

impl Kind {
    /// How an element's luminance goes by its height, given as a sine.
    fn gradation(self, sine: f64) -> f64 {
        1.0 + self.a * (self.b / sine.max(0.02)).exp()
    }

    /// How it goes by its distance from the sun, in radians.
    fn indicatrix(self, from_sun: f64) -> f64 {
        let Kind { c, d, e, .. } = self;
        1.0 + c * ((d * from_sun).exp() - (d * FRAC_PI_2).exp()) + e * from_sun.cos().powi(2)
    }

    /// Luminance of an element this high and this far from the sun, both in radians, in arbitrary units.
    fn luminance(self, altitude: f64, from_sun: f64) -> f64 {
        self.gradation(altitude.sin()) * self.indicatrix(from_sun)
    }
}

/// Steps of the table in the sun's height and in the turn from it, in degrees.
const HEIGHT_STEP: f64 = 5.0;
const TURN_STEP: f64 = 15.0;
const HEIGHTS: usize = 19;
const TURNS: usize = 13;

/// For each kind and each height of the sun: what makes level illuminance 1, and what an upright face turned so far from
/// the sun then gets.
#[derive(Debug, Clone, Copy)]
struct Entry {
    scale: f64,
    upright: [f64; TURNS],
}

static ENTRIES: LazyLock<[[Entry; HEIGHTS]; 3]> = LazyLock::new(|| {
    KINDS.map(|kind| std::array::from_fn(|index| entry(kind, (index as f64 * HEIGHT_STEP).to_radians())))
});

fn entry(kind: Kind, sun: f64) -> Entry {
    const RINGS: usize = 18;
    const STEPS: usize = 48;
    let (ring, step) = (FRAC_PI_2 / RINGS as f64, TAU / STEPS as f64);
    let (mut level, mut upright) = (0.0, [0.0; TURNS]);
    for altitude in (0..RINGS).map(|n| (n as f64 + 0.5) * ring) {
        let solid = ring * step * altitude.cos();
        for azimuth in (0..STEPS).map(|n| (n as f64 + 0.5) * step) {
            let cosine = altitude.sin() * sun.sin() + altitude.cos() * sun.cos() * azimuth.cos();
            let light = kind.luminance(altitude, cosine.clamp(-1.0, 1.0).acos()) * solid;
            level += light * altitude.sin();
            for (turn, sum) in upright.iter_mut().enumerate() {
                let face = (turn as f64 * TURN_STEP).to_radians();
                *sum += light * altitude.cos() * (azimuth - face).cos().max(0.0);
            }
        }
    }
    Entry { scale: 1.0 / level, upright: upright.map(|light| light / level) }
}

/// The two entries about a height of the sun and how far on the second is. With the sun down it is as at the horizon.
fn about(kind: usize, sun: f64) -> (&'static Entry, &'static Entry, f64) {
    let at = sun.clamp(0.0, 90.0) / HEIGHT_STEP;
    let low = (at as usize).min(HEIGHTS - 2);
    (&ENTRIES[kind][low], &ENTRIES[kind][low + 1], at - low as f64)
}

/// How even the sky has become: with the sun below −6° the glow it leaves fades, below −18°, where no light of it is left, no
/// bearing is told from another.
fn evenness(sun: f64) -> f64 {
    ((-6.0 - sun) / 12.0).clamp(0.0, 1.0)
}

/// What an upright face gets of the whole sky over it, as a part of what level ground gets: half for an even sky. The
/// face is turned `turn` degrees from the sun's bearing; the sun stands `sun` degrees high.
#[must_use]
pub fn sky_on_upright_face(skies: [f64; 3], sun: f64, turn: f64) -> f64 {
    let at = turn.abs().min(180.0) / TURN_STEP;
    let low = (at as usize).min(TURNS - 2);
    let part = at - low as f64;
    let of = |entry: &Entry| entry.upright[low] * (1.0 - part) + entry.upright[low + 1] * part;
    let kinds = (0..3).map(|kind| {
        let (below, above, part) = about(kind, sun);
        skies[kind] * (of(below) * (1.0 - part) + of(above) * part)
    });
    let even = evenness(sun);
    (1.0 - even) * kinds.sum::<f64>() + even * 0.5 * skies.iter().sum::<f64>()
}

/// Nearer to the sun than this the sky's own brightness is glare no frame holds, in degrees.
const GLARE: f64 = 12.0;

/// Luminance of the sky so high and so far turned from the sun's bearing, in cd/m² for each lux the sky gives level
/// ground: 1/π for an even sky. All angles in degrees.
#[must_use]
pub fn sky_luminance_factor(skies: [f64; 3], sun: f64, altitude: f64, turn: f64) -> f64 {
    let way = direction(turn, altitude);
    Brightness::of(skies, sun, 0.0).luminance(way, &Heights::of(way))
}

/// The gradation of each kind of sky in one direction: what of its luminance the sun's place does not change.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Heights([f64; 3]);

impl Heights {
    /// That of a direction above the horizon.
    #[must_use]
    pub fn of(way: DVec3) -> Heights {
        Heights(KINDS.map(|kind| kind.gradation(way.z)))
    }
}

/// Steps of the table of the indicatrix in the cosine of the distance from the sun.
const COSINES: usize = 1024;

static INDICATRICES: LazyLock<[Vec<f64>; 3]> = LazyLock::new(|| {
    let step = 2.0 / (COSINES - 1) as f64;
    // Nearer to the sun than the glare nothing is told.
    let from_sun = |index: usize| (index as f64 * step - 1.0).clamp(-1.0, 1.0).acos().max(GLARE.to_radians());
    KINDS.map(|kind| (0..COSINES).map(|index| kind.indicatrix(from_sun(index))).collect())
});

/// How bright a sky is from place to place: in cd/m² for each lux it gives level ground.
#[derive(Debug, Clone, Copy)]
pub struct Brightness {
    sun: DVec3,
    /// What each kind's table is multiplied by.
    kinds: [f64; 3],
    even: f64,
}

impl Brightness {
    /// Of this share of each kind of sky with the sun so high and at this bearing, in degrees.
    #[must_use]
    pub fn of(skies: [f64; 3], sun: f64, bearing: f64) -> Brightness {
        let even = evenness(sun);
        let kinds = std::array::from_fn(|kind| {
            let (below, above, part) = about(kind, sun);
            skies[kind] * (1.0 - even) * (below.scale * (1.0 - part) + above.scale * part)
        });
        let even = even / PI * skies.iter().sum::<f64>();
        Brightness { sun: direction(bearing, sun.clamp(0.0, 90.0)), kinds, even }
    }

    /// In a direction above the horizon, whose heights are known.
    #[must_use]
    pub fn luminance(&self, way: DVec3, heights: &Heights) -> f64 {
        let at = (way.dot(self.sun).clamp(-1.0, 1.0) + 1.0) / 2.0 * (COSINES - 1) as f64;
        let low = (at as usize).min(COSINES - 2);
        let part = at - low as f64;
        let kinds = (0..3).filter(|kind| self.kinds[*kind] > 0.0).map(|kind| {
            let table = &INDICATRICES[kind];
            self.kinds[kind] * heights.0[kind] * (table[low] * (1.0 - part) + table[low + 1] * part)
        });
        kinds.sum::<f64>() + self.even
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use proptest::prelude::*;

    const CLEAR: [f64; 3] = [1.0, 0.0, 0.0];
    const OVERCAST: [f64; 3] = [0.0, 0.0, 1.0];

    /// Under the overcast sky an upright face gets 0.396 of level ground, whichever way it looks (Moon & Spencer 1942,
    /// luminance as (1 + 2 sin h)/3: (3π + 8)/(14π); type 1 follows it closely).
    #[test]
    fn an_overcast_sky_is_the_same_all_round() {
        let moon_spencer = (3.0 * PI + 8.0) / (14.0 * PI);
        for turn in [0.0, 90.0, 180.0] {
            let found = sky_on_upright_face(OVERCAST, 40.0, turn);
            assert!((found - moon_spencer).abs() < 0.02, "{found}");
        }
        // Three times as bright overhead as at the horizon (same source).
        let ratio = sky_luminance_factor(OVERCAST, 40.0, 90.0, 0.0) / sky_luminance_factor(OVERCAST, 40.0, 1.5, 0.0);
        assert!((ratio - 3.0).abs() < 0.35, "{ratio}");
    }

    #[test]
    fn a_clear_sky_is_brighter_towards_the_sun() {
        let [towards, across, away] = [0.0, 90.0, 180.0].map(|turn| sky_on_upright_face(CLEAR, 20.0, turn));
        assert!(towards > across && across > away && away > 0.2, "{towards} {across} {away}");
        assert!((towards / away).log2() > 1.0);
    }

    /// At the nadir the sun's bearing turns right round within minutes; the sky has long forgotten it.
    #[test]
    fn no_bearing_is_left_in_the_night() {
        for sun in [-18.0, -40.0, -90.0] {
            let [a, b] = [0.0, 180.0].map(|turn| sky_on_upright_face(CLEAR, sun, turn));
            let [c, d] = [0.0, 180.0].map(|turn| sky_luminance_factor(CLEAR, sun, 20.0, turn));
            assert!((a - 0.5).abs() < 1e-12 && a == b && (c - 1.0 / PI).abs() < 1e-12 && c == d);
        }
        assert!(sky_on_upright_face(CLEAR, -9.0, 0.0) > 1.2 * sky_on_upright_face(CLEAR, -9.0, 180.0));
    }

    proptest! {
        /// What all faces round get together never exceeds what the sky has: their mean is at most 2/π times a half
        /// sphere's edge-on share, and turning a little changes little.
        #[test]
        fn turning_a_face_never_jumps(sun in -20.0..90.0f64, turn in 0.0..179.0f64, cover in 0.0..1.0f64) {
            let skies = [1.0 - cover, cover / 2.0, cover / 2.0];
            let a = sky_on_upright_face(skies, sun, turn);
            let b = sky_on_upright_face(skies, sun, turn + 0.5);
            prop_assert!(a > 0.05 && a < 2.0, "{a}");
            prop_assert!((a / b).log2().abs() < 0.06);
        }
    }
}
