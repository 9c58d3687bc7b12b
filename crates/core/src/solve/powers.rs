//! Powers, solved exactly and then rounded to the flash's clicks away from what cannot be mended: overexposure, or a thin
//! negative.

use crate::setup::{Patch, PerPatch};
use crate::situation::Situation;

/// Overshoot that rounding to a click may leave, in stops: less than can be seen.
const TOLERANCE: f64 = 0.05;

/// The light, relative to correct, that the flash has to put on the face; none where the approach leaves it open.
fn wanted_on_face(s: &Situation<'_>, face_ambient: Option<f64>) -> Option<f64> {
    // Where the legs are lit, the face is to stay dark.
    if s.wishes.legs_flash.is_some() {
        return None;
    }
    let ambient = face_ambient.map_or(0.0, f64::exp2);
    match (s.wishes.face_total, s.wishes.face_flash) {
        (Some(total), band) => {
            let missing = (total.prefer.exp2() - ambient).max(0.0);
            Some(band.map_or(missing, |band| missing.clamp(band.low.exp2(), band.high.exp2())))
        }
        (None, Some(band)) => Some(band.prefer.exp2()),
        (None, None) => None,
    }
}

/// Solves the free powers for these levels; held ones stay. Writes one power a firing light, in stops below full.
///
/// Lights on the face share what the face needs by how far each stands under the key; one that reaches an end of its
/// range leaves the rest to the others. Lights on the background make up what ambient and spill leave; a light from
/// behind is set to its edge alone.
pub(crate) fn solve(
    s: &Situation<'_>,
    ambient: &PerPatch<Option<f64>>,
    full: &[PerPatch<Option<f64>>],
    powers: &mut Vec<f64>,
) {
    powers.clear();
    powers.extend(
        s.lights.iter().map(
            |lit| {
                if lit.light.power.held { lit.light.power.at.stops_below_full() } else { lit.powers.1 }
            },
        ),
    );
    if let Some(face) = wanted_on_face(s, ambient[Patch::Face]) {
        share(s, full, powers, Patch::Face, face);
    }
    if let Some(legs) = s.wishes.legs_flash {
        share(s, full, powers, Patch::Legs, legs.prefer.exp2());
    }
    let edge = s.wishes.face_total.or(s.wishes.face_flash).map_or(0.0, |band| band.prefer);
    for (index, lit) in s.lights.iter().enumerate() {
        if let (false, Some(level)) = (lit.light.power.held, full[index][Patch::Edge]) {
            set(s, powers, index, level - (edge - lit.light.under_key.stops()));
        }
    }
    if let Some(background) = s.wishes.background {
        let wanted = background.prefer.exp2() - ambient[Patch::Background].map_or(0.0, f64::exp2);
        share_among(s, full, powers, Patch::Background, wanted, |index| {
            s.lights[index].role == crate::scene::Role::Background
        });
    }
}

fn share(s: &Situation<'_>, full: &[PerPatch<Option<f64>>], powers: &mut [f64], patch: Patch, wanted: f64) {
    share_among(s, full, powers, patch, wanted, |index| s.lights[index].role.lights_face());
}

/// Splits the light wanted on a patch among the free lights that are `meant` for it.
fn share_among(
    s: &Situation<'_>,
    full: &[PerPatch<Option<f64>>],
    powers: &mut [f64],
    patch: Patch,
    wanted: f64,
    meant: impl Fn(usize) -> bool,
) {
    let given = |index: usize, below: f64| full[index][patch].map_or(0.0, |level| (level - below).exp2());
    let is_free = |index: usize| meant(index) && !s.lights[index].light.power.held && full[index][patch].is_some();
    let mut left = wanted;
    let mut open = [false; crate::situation::MOST_LIGHTS];
    for index in 0..powers.len().min(open.len()) {
        open[index] = is_free(index);
        if !open[index] {
            left -= given(index, powers[index]);
        }
    }
    // Each round settles at least one light that is at an end of its range, or all.
    for _ in 0..powers.len() {
        let weight: f64 = (0..powers.len())
            .filter(|index| open[*index])
            .map(|index| (-s.lights[index].light.under_key.stops()).exp2())
            .sum();
        if weight <= 0.0 {
            return;
        }
        let mut settled = false;
        for index in 0..powers.len() {
            if !open[index] {
                continue;
            }
            let part = left * (-s.lights[index].light.under_key.stops()).exp2() / weight;
            let level = full[index][patch].unwrap_or(0.0);
            let exact = if part > 0.0 { level - part.log2() } else { f64::INFINITY };
            set(s, powers, index, exact);
            let (strongest, lowest) = s.lights[index].powers;
            if exact < strongest || exact > lowest {
                open[index] = false;
                left -= given(index, powers[index]);
                settled = true;
                break;
            }
        }
        if !settled {
            return;
        }
    }
}

/// Sets a power to the click for `exact` stops below full, within the light's range.
fn set(s: &Situation<'_>, powers: &mut [f64], index: usize, exact: f64) {
    let lit = &s.lights[index];
    let (strongest, lowest) = lit.powers;
    let click = if exact.is_finite() { s.body.errs().click(lit.flash.power_step, exact, TOLERANCE) } else { lowest };
    powers[index] = click.clamp(strongest, lowest);
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::house::House;
    use crate::quantity::Power;
    use crate::sample;
    use crate::setup::Dial;
    use crate::situation::Dials;
    use crate::situation::Split;
    use proptest::prelude::*;

    fn solved(s: &Situation<'_>) -> (Split, Vec<f64>) {
        let dials = Dials::of(s.setup);
        let ambient = s.ambient_levels(dials.gain(), dials.shutter);
        let full = s.full_power_levels(dials.gain(), dials.shutter);
        let mut powers = Vec::new();
        solve(s, &ambient, &full, &mut powers);
        (Split::new(ambient, &full, &powers), powers)
    }

    proptest! {
        /// Wherever the light has the power for it, the face ends within a click under its target, never over by
        /// more than can be seen.
        #[test]
        fn the_face_meets_its_target(distance in 0.5f64..6.0, shutter in 30i16..48, aperture in 12i16..40) {
            let (kit, mut setup) = (sample::kit(), sample::outdoors());
            sample::at_distance(&mut setup, 0, distance);
            setup.camera.aperture = Dial::free(crate::marks::Mark::nearest(aperture / 2 * 2));
            setup.camera.shutter = Dial::free(crate::marks::Mark::nearest(shutter / 2 * 2));
            let s = Situation::new(&setup, &kit, House::default()).unwrap();
            let (split, powers) = solved(&s);
            let (strongest, lowest) = s.lights[0].powers;
            let short_of_ambient = split.ambient[Patch::Face].unwrap() < -0.3;
            if powers[0] > strongest && powers[0] < lowest && short_of_ambient {
                let total = split.total[Patch::Face].unwrap();
                prop_assert!(total < TOLERANCE + 1e-9, "{total}");
                prop_assert!(total > -1.0 / 3.0 - 1e-9, "{total}");
            }
        }
    }

    #[test]
    fn a_fill_shares_with_the_key_by_its_step() {
        let (kit, mut setup) = (sample::kit(), sample::portrait());
        let mut fill = setup.lights[0].clone();
        fill.id = crate::quantity::Id::new("fill").unwrap();
        fill.under_key = crate::quantity::Stops::new(2.0).unwrap();
        setup.lights.push(fill);
        let s = Situation::new(&setup, &kit, House::default()).unwrap();
        let (_, powers) = solved(&s);
        assert!((powers[1] - powers[0] - 2.0).abs() < 0.34, "{powers:?}");
    }

    #[test]
    fn a_held_power_stays_and_the_other_light_makes_up() {
        let (kit, mut setup) = (sample::kit(), sample::portrait());
        let mut second = setup.lights[0].clone();
        second.id = crate::quantity::Id::new("second").unwrap();
        second.power = Dial::held(Power::new(7.0).unwrap());
        setup.lights.push(second);
        let s = Situation::new(&setup, &kit, House::default()).unwrap();
        let (_, powers) = solved(&s);
        assert_eq!(powers[1], 7.0);
        assert!(powers[0] < 7.0);
    }
}
