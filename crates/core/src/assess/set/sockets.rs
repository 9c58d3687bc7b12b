//! The eyes under the brow: how much of the light that reaches the cheek reaches them too.

use crate::assess::Facts;
use crate::geometry::DVec3;
use crate::quantity::Stops;
use crate::setup::Patch;
use crate::situation::Situation;
use serde::Serialize;

/// How much darker the eye sockets are than the cheek.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct Sockets {
    /// With all light.
    pub under: Stops,
    /// By the ambient alone.
    pub by_ambient: Stops,
    /// Whether what makes them dark is a guess: where lamps hang is not known.
    pub guessed: bool,
}

/// The brow lets light in whole from below the first height, and none from above the second, in degrees over where the face
/// looks (the program's own estimate: a light above about 50° leaves the eyes dark; common practice).
const BROW: (f64, f64) = (40.0, 60.0);
/// The share of a lit sky's light on a face that comes from above the brow: `∫cos²h(1 + 2 sin h) dh` over 50° to 90° against
/// all of it and what the ground sends back, for the CIE overcast sky.
const SKY_ABOVE: f64 = 0.18;
/// The share of lamps' light on a face that comes from above the brow where nobody said where they hang (a guess).
const LAMPS_ABOVE: f64 = 0.45;

/// The part of the light from a direction that gets under the brow of a face looking level.
fn under_brow(way: DVec3) -> f64 {
    let height = way.z.clamp(-1.0, 1.0).asin().to_degrees();
    ((BROW.1 - height) / (BROW.1 - BROW.0)).clamp(0.0, 1.0)
}

/// The part of the ambient that gets under the brow, and whether that is a guess.
fn of_ambient(s: &Situation<'_>) -> Option<(f64, bool)> {
    let meter = s.terms.house.meter;
    let face = s.field.receivers.patches[Patch::Face].first()?;
    let all = meter.illuminance(s.ambient[Patch::Face].as_ref()?.ev).lux();
    let sun = s.stage.sun.map_or((0.0, DVec3::Z), |sun| {
        let way = sun.towards();
        let falls = way.dot(face.normal).max(0.0) * s.field.light.is_open_to(face.at, way);
        (meter.illuminance(sun.level).lux() * falls, way)
    });
    let windows: f64 = s.field.daylight.windows.iter().map(|window| window[Patch::Face]).sum();
    let (by_sun, by_windows) = ((sun.0 / all).min(1.0), (windows / all).min(1.0));
    let rest = (1.0 - by_sun - by_windows).max(0.0);
    let lamps = s.setup.ambient.is_artificial();
    let above = match (lamps, s.setup.scene.room.is_indoors()) {
        (true, _) => LAMPS_ABOVE,
        (false, false) => SKY_ABOVE,
        // Daylight in a room comes in at its sides.
        (false, true) => 0.0,
    };
    let whole = by_sun + by_windows + rest;
    let inside = by_sun * under_brow(sun.1) + by_windows + rest * (1.0 - above);
    Some((inside / whole.max(1e-9), lamps && rest > 0.5))
}

/// The part of one flash's light on the face that gets under the brow.
fn of_flash(s: &Situation<'_>, index: usize) -> Option<f64> {
    let (lit, field, at) = (s.lights.get(index)?, s.field.lights.get(index)?, s.setup.main_face().at);
    let gain = field.patches[Patch::Face]?;
    let (mut straight, mut count) = (0.0, 0.0);
    for point in lit.emitter.points() {
        straight += under_brow((point - at).normalize_or_zero());
        count += 1.0;
    }
    // Every light has a point at least.
    let straight = straight / count;
    let inside =
        (gain.direct + gain.through) * straight + gain.bounced * under_brow(field.bounce.direction) + gain.carded;
    (gain.sum() > 0.0).then(|| inside / gain.sum())
}

pub(super) fn of(s: &Situation<'_>, facts: &Facts) -> Option<Sockets> {
    if s.setup.is_thing() {
        return None;
    }
    let (by_ambient, lamps) = of_ambient(s)?;
    let ambient = facts.split.ambient[Patch::Face]?.exp2();
    let (mut inside, mut all) = (ambient * by_ambient, ambient);
    for (index, part) in facts.parts.iter().enumerate() {
        let Some((part, passes)) = part[Patch::Face].zip(of_flash(s, index)) else { continue };
        inside += part.exp2() * passes;
        all += part.exp2();
    }
    let under = |inside: f64, all: f64| Stops::of((all / inside.max(all * 0.02)).log2());
    Some(Sockets {
        under: under(inside, all),
        by_ambient: under(by_ambient, 1.0),
        guessed: lamps && ambient > all / 2.0,
    })
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::assess::{Assessment, assess};
    use crate::geometry::direction;
    use crate::house::House;
    use crate::quantity::{Degrees, Ev100};
    use crate::sample;
    use crate::scene::Sun;
    use crate::setup::{Measured, Setup};
    use rstest::rstest;

    #[rstest]
    #[case::level(0.0, 1.0)]
    #[case::usual_key(35.0, 1.0)]
    #[case::at_the_brow(50.0, 0.5)]
    #[case::straight_over(85.0, 0.0)]
    #[case::from_below(-30.0, 1.0)]
    fn what_the_brow_lets_in(#[case] height: f64, #[case] part: f64) {
        assert!((under_brow(direction(180.0, height)) - part).abs() < 1e-9);
    }

    /// By the trapezoidal rule: of an overcast sky's light on a wall 19 % comes from above 50°, a little less of all with the ground's.
    #[test]
    fn an_overcast_sky_against_its_integral() {
        let from_up = |from: f64| {
            let n = 2_000;
            let step = (90.0 - from).to_radians() / f64::from(n);
            let of = |h: f64| h.cos().powi(2) * (1.0 + 2.0 * h.sin());
            (0..=n)
                .map(|i| of(from.to_radians() + step * f64::from(i)) * if i == 0 || i == n { 0.5 } else { 1.0 } * step)
                .sum::<f64>()
        };
        let share = from_up(50.0) / from_up(0.0);
        assert!((share - 0.193).abs() < 0.001 && (SKY_ABOVE / share - 1.0).abs() < 0.1, "{share}");
    }

    fn told(setup: &Setup) -> Assessment {
        assess(setup, &sample::kit(), House::default()).unwrap()
    }

    /// Bright sun from so high before the face, as the ambient was read.
    fn in_sun(elevation: f64) -> Setup {
        let mut setup = sample::outdoors();
        setup.lights.iter_mut().for_each(|light| light.on = false);
        let level = Ev100::nearest(15.0);
        setup.scene.sun = Some(Sun { bearing: Degrees::nearest(180.0), elevation: Degrees::nearest(elevation), level });
        setup.readings[0].measured = Measured::Ev { ev: Ev100::nearest(14.0) };
        setup
    }

    /// Noon leaves the eyes dark, a low sun before the face does not, and a flash near the camera opens them.
    #[test]
    fn noon_is_dark_under_the_brow() {
        let under = |setup: &Setup| told(setup).set.sockets.unwrap().under.stops();
        let (noon, low) = (under(&in_sun(68.0)), under(&in_sun(20.0)));
        assert!(noon > 0.6 && low < 0.35, "{noon} {low}");
        let mut filled = in_sun(68.0);
        filled.lights[0].on = true;
        filled.lights[0].at = crate::scene::Position::nearest(filled.scene.camera.at.point());
        filled.approach = Some(crate::approach::Approach::HalfAndHalf);
        let setup = crate::solve::solve(&filled, &sample::kit(), House::default()).unwrap();
        assert!(under(&setup) < noon - 0.2, "{} {noon}", under(&setup));
    }
}
