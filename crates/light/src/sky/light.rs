use super::{Haze, clear_sky, total_horizontal};
use crate::colour::Temperature;
use crate::quantity::{Duv, Kelvin};
use crate::sun::{SunAt, visible_share};

/// The light of sun and sky at one moment.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct SkyLight {
    /// The whole sun alone on a surface square to it, in lux: to be multiplied by the share of its disc that is seen.
    pub direct_normal: f64,
    /// The sky alone on level ground, in lux.
    pub sky_horizontal: f64,
    /// Colour of the sun's light.
    pub direct: Temperature,
    /// Colour of the sky's light.
    pub sky: Temperature,
    /// The part of the sky's light that comes as from a clear, a partly cloudy and an overcast sky; they sum to 1.
    pub skies: [f64; 3],
}

/// Colour of a cloudy sky, in kelvin: the middle of 6 000–6 500 (common practice).
const CLOUD_KELVIN: f64 = 6_250.0;
/// Its distance from the Planckian locus: that of CIE daylight.
const CLOUD_DUV: f64 = 0.003;
/// From here up the table holds, below the published polynomials, between both blended, in degrees.
const BLEND: (f64, f64) = (1.0, 5.0);
/// The lowest sun the cloud equations are used at; below, cloud takes the same part of the light as here, in degrees.
const LOWEST_CLOUD: f64 = 3.0;

fn smooth(from: f64, to: f64, x: f64) -> f64 {
    let part = ((x - from) / (to - from)).clamp(0.0, 1.0);
    part * part * (3.0 - 2.0 * part)
}

/// The sun alone and the sky alone, under a clear sky.
fn clear(haze: Haze, sun: SunAt) -> (f64, f64) {
    let row = clear_sky(haze, sun.apparent);
    let sine = sun.apparent.to_radians().sin().max(0.0) * visible_share(sun.apparent, 0.0);
    let tabled = row.direct_normal * sine + row.sky_horizontal;
    let total = {
        let weight = smooth(BLEND.0, BLEND.1, sun.apparent);
        (total_horizontal(sun.elevation).ln() * (1.0 - weight) + tabled.ln() * weight).exp()
    };
    (row.direct_normal, total - row.direct_normal * sine)
}

/// The light with the sun there, in air of this haze, under this share of cloud.
///
/// Clear from the table, low sun and twilight from the published polynomials, partly cloudy (at a cover of a half) and
/// overcast from the daylight-availability equations: direct 127.5 klx·exp(−0.80/sin h) and sky 0.3 + 45·sin h klx;
/// sky 0.3 + 21·sin h klx and no sun (IES RP-21; from memory). Between the three it goes straight.
#[must_use]
pub fn sky_light(haze: Haze, cover: f64, sun: SunAt) -> SkyLight {
    let row = clear_sky(haze, sun.apparent);
    let (clear_direct, clear_sky_light) = clear(haze, sun);
    let sine = sun.apparent.to_radians().sin().max(0.0) * visible_share(sun.apparent, 0.0);
    let total = clear_direct * sine + clear_sky_light;
    // What each kind of cloud leaves, as a part of the clear total, at a sun high enough for its equation.
    let held = SunAt { apparent: sun.apparent.max(LOWEST_CLOUD), elevation: sun.elevation.max(LOWEST_CLOUD), ..sun };
    let held_sine = held.apparent.to_radians().sin();
    let (held_direct, held_sky) = clear(haze, held);
    let of_total = |sky: f64| sky / (held_direct * held_sine + held_sky) * total;
    let partly_direct = (127_500.0 * (-0.80 / held_sine).exp()).min(clear_direct);
    let partly_sky = of_total(300.0 + 45_000.0 * held_sine);
    let overcast_sky = of_total(300.0 + 21_000.0 * held_sine);
    let cover = cover.clamp(0.0, 1.0);
    let parts =
        if cover < 0.5 { [1.0 - 2.0 * cover, 2.0 * cover, 0.0] } else { [0.0, 2.0 - 2.0 * cover, 2.0 * cover - 1.0] };
    let skies = [clear_sky_light, partly_sky, overcast_sky];
    let lux: [f64; 3] = std::array::from_fn(|n| skies[n] * parts[n]);
    let sky_horizontal: f64 = lux.iter().sum();
    let blue = (lux[0] + 0.5 * lux[1]) / sky_horizontal.max(1e-12);
    SkyLight {
        direct_normal: clear_direct * parts[0] + partly_direct * parts[1],
        sky_horizontal,
        direct: row.direct,
        sky: Temperature {
            kelvin: Kelvin::of(1e6 / (1e6 / row.sky.kelvin.kelvin() * blue + 1e6 / CLOUD_KELVIN * (1.0 - blue))),
            // Clouds are as daylight of their temperature is.
            duv: Duv::of(row.sky.duv.duv() * blue + CLOUD_DUV * (1.0 - blue)),
        },
        skies: lux.map(|part| part / sky_horizontal.max(1e-12)),
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use proptest::prelude::*;
    use rstest::rstest;

    fn sun(elevation: f64) -> SunAt {
        SunAt { azimuth: 180.0, elevation, apparent: elevation }
    }

    fn ev(lux: f64) -> f64 {
        (lux / 2.5).log2()
    }

    fn level_ground(light: &SkyLight, at: f64) -> f64 {
        light.sky_horizontal + light.direct_normal * at.to_radians().sin().max(0.0) * visible_share(at, 0.0)
    }

    /// The exposure guide (ANSI PH2.7; from memory): sunlit scene 15, heavy overcast 12, sunset 9 to 12, and after it
    /// 5 to 8 falling; for the level the scene's light gives an incident meter turned to it.
    #[rstest]
    #[case::sun(Haze::Average, 0.0, 50.0, 14.4, 15.6)]
    #[case::overcast(Haze::Average, 1.0, 40.0, 11.7, 13.0)]
    #[case::sunset(Haze::Average, 0.0, 1.5, 8.8, 12.0)]
    #[case::just_after(Haze::Average, 0.0, -1.5, 5.0, 8.2)]
    #[case::deeper(Haze::Average, 0.0, -4.0, 2.5, 5.0)]
    fn the_exposure_guide(
        #[case] haze: Haze,
        #[case] cover: f64,
        #[case] at: f64,
        #[case] low: f64,
        #[case] high: f64,
    ) {
        let light = sky_light(haze, cover, sun(at));
        let level = ev(level_ground(&light, at));
        assert!((low..=high).contains(&level), "EV {level}");
    }

    /// A cloud before the sun takes one to two stops (common practice), by high and by middling sun.
    #[rstest]
    fn cloud_takes_a_stop_or_two(#[values(20.0, 30.0, 45.0, 60.0)] at: f64) {
        let total = |cover| level_ground(&sky_light(Haze::Average, cover, sun(at)), at);
        let taken = (total(0.0) / total(1.0)).log2();
        assert!((1.0..=2.6).contains(&taken), "{taken}");
    }

    proptest! {
        /// Nothing jumps in height or cover, and nothing is ever negative.
        #[test]
        fn nothing_jumps(at in -20.0..89.0f64, cover in 0.0..0.99f64) {
            let now = sky_light(Haze::Clear, cover, sun(at));
            prop_assert!(now.direct_normal >= 0.0 && now.sky_horizontal > 0.0);
            let higher = sky_light(Haze::Clear, cover, sun(at + 0.01));
            let cloudier = sky_light(Haze::Clear, cover + 0.001, sun(at));
            let step = |l: &SkyLight, other: f64| (level_ground(l, other) / level_ground(&now, at)).log2().abs();
            prop_assert!(step(&higher, at + 0.01) < 0.03, "{}", step(&higher, at + 0.01));
            // The steepest it goes is from partly cloudy to overcast under a high sun: of five parts of light four go
            // over half the cover, so at the end eight of what is left to each whole of cover.
            prop_assert!(step(&cloudier, at) < 0.001 * 8.0 * std::f64::consts::LOG2_E, "{}", step(&cloudier, at));
            // Steep is not broken: a hundredth of the step goes a hundredth as far.
            let a_little = sky_light(Haze::Clear, cover + 1e-5, sun(at));
            prop_assert!(step(&a_little, at) < 1.2e-4, "{}", step(&a_little, at));
        }
    }
}
