//! What a camera set to one white shows of a colour.

use super::lab::Lab;
use super::memo::Memo;
use super::spectrum::named_light;
use super::temperature::{Temperature, light_at, temperature};
use super::xyz::Xyz;
use crate::quantity::{Duv, Kelvin};
use glam::{DMat3, DVec3};
use palette::Srgb;
use palette::convert::IntoColorUnclamped;
use std::cell::RefCell;

/// The white a camera is set to.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct White {
    /// As light, with Y = 1.
    light: Xyz,
}

/// D65 as sRGB has it (IEC 61966-2-1).
pub(super) const D65: Xyz = Xyz { x: 0.950_47, y: 1.0, z: 1.088_83 };
/// D50 as colour profiles have it (ICC.1).
pub(super) const D50: Xyz = Xyz { x: 0.964_22, y: 1.0, z: 0.825_21 };

/// Tristimulus values to the cone responses of Bradford's transform (Lam 1985, as in ICC.1), column by column.
const BRADFORD: DMat3 = DMat3::from_cols(
    DVec3::new(0.895_1, -0.750_2, 0.038_9),
    DVec3::new(0.266_4, 1.713_5, -0.068_5),
    DVec3::new(-0.161_4, 0.036_7, 1.029_6),
);

/// A colour seen beside one white, as it looks the same beside another (Bradford).
#[must_use]
pub fn adapted(colour: Xyz, from: Xyz, to: Xyz) -> Xyz {
    Adaptation::new(from, to).of(colour)
}

/// The way from one white to another.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(super) struct Adaptation(DMat3);

impl Adaptation {
    pub(super) fn new(from: Xyz, to: Xyz) -> Adaptation {
        let cones = |light: Xyz| BRADFORD * DVec3::new(light.x, light.y, light.z);
        Adaptation(BRADFORD.inverse() * DMat3::from_diagonal(cones(to) / cones(from)) * BRADFORD)
    }

    pub(super) fn of(&self, colour: Xyz) -> Xyz {
        let there = self.0 * DVec3::new(colour.x, colour.y, colour.z);
        Xyz { x: there.x, y: there.y, z: there.z }
    }
}

/// A part of sRGB as it is stored, 0 to 1, made linear (IEC 61966-2-1).
#[must_use]
pub fn decoded(stored: f64) -> f64 {
    let linear: palette::LinSrgb<f64> = Srgb::new(stored, stored, stored).into_linear();
    linear.red
}

/// A part of linear light, 0 to 1, as sRGB stores it, 0 to 1 (IEC 61966-2-1).
#[must_use]
pub fn encoded(linear: f64) -> f64 {
    Srgb::from_linear(palette::LinSrgb::new(linear, linear, linear)).red
}

/// How light mid-grey as it should be is shown, as a share of white (ISO 12232: 18 % at a headroom of 2.47 stops).
pub const MID_GREY: f64 = 0.18;

/// A colour as a camera shows it.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Shown {
    /// L*a*b*, D65.
    pub lab: Lab,
    /// Linear sRGB; below 0 or over 1 where sRGB does not reach.
    pub linear: [f64; 3],
}

impl Shown {
    /// Of tristimulus values beside D65.
    #[must_use]
    pub fn of(colour: Xyz) -> Shown {
        let xyz = palette::Xyz::<palette::white_point::D65, f64>::new(colour.x, colour.y, colour.z);
        let linear: palette::LinSrgb<f64> = xyz.into_color_unclamped();
        Shown { lab: Lab::of(colour), linear: [linear.red, linear.green, linear.blue] }
    }

    /// Of linear sRGB.
    #[must_use]
    pub fn of_linear(linear: [f64; 3]) -> Shown {
        let [red, green, blue] = linear;
        let xyz: palette::Xyz<palette::white_point::D65, f64> =
            palette::LinSrgb::<f64>::new(red, green, blue).into_color_unclamped();
        Shown { lab: Lab::of(Xyz { x: xyz.x, y: xyz.y, z: xyz.z }), linear }
    }

    /// Encoded sRGB, 0 to 1: what lies outside is brought in along the line to its own grey, so that hue stays.
    #[must_use]
    pub fn encoded(&self) -> [f64; 3] {
        let [r, g, b] = self.linear;
        // Luminance of the primaries (IEC 61966-2-1).
        let grey = (0.212_6 * r + 0.715_2 * g + 0.072_2 * b).clamp(0.0, 1.0);
        let keep = self.linear.iter().fold(1.0_f64, |keep, part| {
            let room = if *part > 1.0 {
                (1.0 - grey) / (part - grey)
            } else if *part < 0.0 {
                grey / (grey - part)
            } else {
                1.0
            };
            keep.min(room.clamp(0.0, 1.0))
        });
        let inside = self.linear.map(|part| (grey + (part - grey) * keep).clamp(0.0, 1.0));
        let encoded: Srgb<f64> = Srgb::from_linear(palette::LinSrgb::new(inside[0], inside[1], inside[2]));
        [encoded.red, encoded.green, encoded.blue]
    }
}

thread_local! {
    /// Whites a camera was set to before: a search tries the same ones again and again.
    static SET: RefCell<Memo<[u64; 2], White>> = RefCell::default();
}

impl White {
    /// A camera set to a temperature, and to a tint as a distance from the locus of what temperatures name (green light is set
    /// as green).
    #[must_use]
    pub fn set_to(kelvin: Kelvin, tint: Duv) -> White {
        let key = [kelvin.kelvin(), tint.duv()].map(f64::to_bits);
        SET.with_borrow_mut(|memo| memo.or_made(key, || White::found(kelvin, tint)))
    }

    fn found(kelvin: Kelvin, tint: Duv) -> White {
        let named = named_light(kelvin);
        let light = match temperature(named) {
            Some(on) if tint.duv() != 0.0 => light_at(Temperature { duv: Duv::of(on.duv.duv() + tint.duv()), ..on }),
            _ => named,
        };
        White { light }
    }

    /// A camera set to just this light.
    #[must_use]
    pub fn of(light: Xyz) -> White {
        White { light: light.to_unit() }
    }

    /// Its light, with Y = 1.
    #[must_use]
    pub const fn light(&self) -> Xyz {
        self.light
    }

    /// What it makes of a colour.
    #[must_use]
    pub fn shows(&self, colour: Xyz) -> Shown {
        self.eye().shows(colour)
    }

    /// The light that fell on something grey, from the linear sRGB it showed.
    #[must_use]
    pub fn light_on_grey(&self, linear: [f64; 3]) -> Xyz {
        let [red, green, blue] = linear;
        let xyz: palette::Xyz<palette::white_point::D65, f64> =
            palette::LinSrgb::<f64>::new(red, green, blue).into_color_unclamped();
        Adaptation::new(D65, self.light).of(Xyz { x: xyz.x, y: xyz.y, z: xyz.z })
    }

    /// The same for many colours.
    #[must_use]
    pub fn eye(&self) -> Eye {
        Eye(Adaptation::new(self.light, D65))
    }
}

/// A camera's white worked out, for many colours.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Eye(Adaptation);

impl Eye {
    /// What it makes of a colour.
    #[must_use]
    pub fn shows(&self, colour: Xyz) -> Shown {
        Shown::of(self.0.of(colour))
    }

    /// A colour as it is beside D65.
    #[must_use]
    pub(super) fn adapts(&self, colour: Xyz) -> Xyz {
        self.0.of(colour)
    }

    /// L*a*b* of it at another luminance, so that hue and depth can be compared.
    #[must_use]
    pub fn lab_at(&self, colour: Xyz, luminance: f64) -> Lab {
        let shown = self.0.of(colour);
        Lab::of(if shown.y > 0.0 { shown * (luminance / shown.y) } else { shown })
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use proptest::prelude::*;

    /// Made by `data/colour_reference.py` with an independent library.
    const REFERENCE: &str = include_str!("../../data/colour_reference.csv");

    /// What lies outside sRGB keeps its luminance and comes in along the line to its grey, by hand: of (2, ½, ½) the grey is 0.8189, so
    /// red goes to 1 and the others to 0.8189 − 0.3189·0.1533 = 0.7700; of (−0.1, ½, ½) it is 0.3724: red 0, the others 0.4730.
    #[test]
    fn outside_colours_keep_their_hue() {
        for (linear, first, others) in [([2.0, 0.5, 0.5], 1.0, 0.770_0), ([-0.1, 0.5, 0.5], 0.0, 0.473_0)] {
            let encoded = Shown { lab: Lab { l: 0.0, a: 0.0, b: 0.0 }, linear }.encoded();
            // The curve of IEC 61966-2-1.
            let curve =
                |part: f64| if part <= 0.003_130_8 { 12.92 * part } else { 1.055 * part.powf(1.0 / 2.4) - 0.055 };
            for (found, wanted) in encoded.into_iter().zip([first, others, others]) {
                assert!((found - curve(wanted)).abs() < 2e-4, "{linear:?}: {encoded:?}");
            }
        }
    }

    /// Bradford, L*a*b* and sRGB of seven lights and six colours. The library's primaries give sRGB to 2·10⁻⁴ of the
    /// standard's rounded matrix.
    #[test]
    fn as_an_independent_library() {
        let mut rows = 0;
        for line in REFERENCE.lines().skip(1) {
            let cell: Vec<f64> = line.split(',').map(|cell| cell.parse().unwrap()).collect();
            let white = Xyz { x: cell[0], y: 1.0, z: cell[1] };
            let colour = Xyz { x: cell[2], y: cell[3], z: cell[4] };
            let there = adapted(colour, white, D65);
            let shown = White::of(white).shows(colour);
            let near = |found: [f64; 3], from: usize, by: f64| {
                found.iter().zip(&cell[from..]).all(|(found, wanted)| (found - wanted).abs() < by)
            };
            assert!(near([there.x, there.y, there.z], 5, 2e-6), "{line} {there:?}");
            assert!(near([shown.lab.l, shown.lab.a, shown.lab.b], 8, 5e-3), "{line} {:?}", shown.lab);
            let reached = shown.linear.iter().all(|part| (0.0..=1.0).contains(part));
            assert!(!reached || near(shown.encoded(), 11, 1e-3), "{line} {:?}", shown.encoded());
            rows += 1;
        }
        assert_eq!(rows, 42);
    }

    proptest! {
        /// Whatever a camera is set to, that light is neutral to it, and a warmer one is warm.
        #[test]
        fn its_own_light_is_white(kelvin in 2_000.0..12_000.0f64, tint in -0.02..0.02f64) {
            let white = White::set_to(Kelvin::of(kelvin), Duv::of(tint));
            let shown = white.shows(white.light());
            prop_assert!(shown.lab.a.abs() < 0.05 && shown.lab.b.abs() < 0.05, "{shown:?}");
            prop_assert!(shown.encoded().iter().all(|part| (part - 1.0).abs() < 1e-3));
            let warmer = named_light(Kelvin::of(kelvin * 0.8));
            prop_assert!(White::set_to(Kelvin::of(kelvin), Duv::of(0.0)).shows(warmer).lab.b > 3.0);
        }

        /// Tint is told by the same rule it is set by: what is set greener takes green away.
        #[test]
        fn green_is_set_as_green(kelvin in 2_500.0..8_000.0f64) {
            let [plain, green] = [0.0, 0.01].map(|tint| White::set_to(Kelvin::of(kelvin), Duv::of(tint)));
            prop_assert!(green.shows(plain.light()).lab.a > 2.0);
        }

        /// What is brought into sRGB keeps its luminance.
        #[test]
        fn brought_in(r in -0.3..1.6f64, g in -0.1..1.2f64, b in -0.3..1.6f64) {
            let shown = Shown { lab: Lab::of(D65), linear: [r, g, b] };
            prop_assert!(shown.encoded().iter().all(|part| (0.0..=1.0).contains(part)));
        }
    }
}
