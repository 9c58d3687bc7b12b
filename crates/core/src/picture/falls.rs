//! What a meter held on the set is given, by the same sources as the picture's: so that a reading of it can be told from outside.

use super::Picturing;
use crate::geometry::{DVec3, bearing_and_tilt, direction};
use crate::quantity::Id;
use crate::set::{On, Source};
use crate::setup::{Method, Patch, Receptor, Turned};
use crate::situation::{Situation, tone_offset};
use crate::transport::{Gain, Light, Receiver};
use crate::colours::LightId;

/// How a meter is held.
#[derive(Debug, Clone, PartialEq)]
pub struct Held {
    /// Before which patch.
    pub patch: Patch,
    /// Of the light that falls there, or that comes back.
    pub method: Method,
    /// What takes the light in, of the light that falls there.
    pub receptor: Receptor,
    /// Where it is turned.
    pub turned: Turned,
}

/// What a meter is given, in stops: as an exposure value at ISO 100.
#[derive(Debug, Clone, PartialEq)]
pub struct Given {
    /// Of the ambient.
    pub ambient: Option<f64>,
    /// Of each flash as it is set, at f/1 and ISO 100, as aperture; in the order of the setup's lights that are on.
    pub flashes: Vec<(Id, f64)>,
}

/// Directions that stand for all of them: six along the axes and eight between, by the weights of a rule that is exact for
/// polynomials of the fifth degree (Abramowitz & Stegun 25.4.65: 1/15 and 3/40).
const ALL_ROUND: [(DVec3, f64); 14] = {
    const A: f64 = 1.0 / 15.0;
    const B: f64 = 3.0 / 40.0;
    const C: f64 = 0.577_350_269_189_625_8;
    [
        (DVec3::X, A),
        (DVec3::NEG_X, A),
        (DVec3::Y, A),
        (DVec3::NEG_Y, A),
        (DVec3::Z, A),
        (DVec3::NEG_Z, A),
        (DVec3::new(C, C, C), B),
        (DVec3::new(-C, C, C), B),
        (DVec3::new(C, -C, C), B),
        (DVec3::new(-C, -C, C), B),
        (DVec3::new(C, C, -C), B),
        (DVec3::new(-C, C, -C), B),
        (DVec3::new(C, -C, -C), B),
        (DVec3::new(-C, -C, -C), B),
    ]
};

/// What each source gives a receptor there.
fn taken_in(light: &Light, at: Receiver, receptor: Receptor, sources: &[Source]) -> Vec<f64> {
    // Light from all round is as it was metered: what cards take and send of it is in that.
    let whole = |(source, gain): (&Source, &Gain)| {
        if matches!(source, Source::About | Source::Side { .. }) { gain.direct } else { gain.sum() }
    };
    let flat = |normal: DVec3| -> Vec<f64> {
        let gains = light.from(Receiver { at: at.at, normal }).gains();
        sources.iter().zip(&gains).map(whole).collect()
    };
    let before = flat(at.normal);
    if receptor == Receptor::Flat {
        return before;
    }
    // A dome takes in (1 + cos θ)/2 of what comes from θ off its axis: half of all that comes from anywhere, and half of what
    // comes from before it more than from behind. All that comes from anywhere is four times what falls on a disc on average.
    let behind = flat(-at.normal);
    let mut all = vec![0.0; sources.len()];
    for (way, weight) in ALL_ROUND {
        all.iter_mut().zip(flat(way)).for_each(|(all, here)| *all += 4.0 * weight * here);
    }
    let halves = all.iter().zip(before.iter().zip(&behind));
    halves.map(|(all, (before, behind))| ((all + before - behind) / 2.0).max(0.0)).collect()
}

impl Picturing {
    /// What a meter is given that is held so; nothing of a patch that is not in the picture.
    #[must_use]
    pub fn given(&self, s: &Situation<'_>, held: &Held) -> Option<Given> {
        let receivers = &s.field.receivers.patches[held.patch];
        let first = receivers.first()?;
        let level = |way: DVec3| direction(bearing_and_tilt(way).0, 0.0);
        let normal = match &held.turned {
            _ if held.method == Method::Reflected => None,
            Turned::Patch => None,
            Turned::Camera => (s.stage.eye - first.at).try_normalize(),
            Turned::Up => Some(DVec3::Z),
            Turned::Sun => s.setup.scene.sun.map(|sun| level(direction(sun.bearing.degrees(), 0.0))),
            Turned::Light { light } => {
                let light = s.setup.lights.iter().find(|known| known.id == *light)?;
                (s.setup.light_at(light) - first.at).try_normalize()
            }
        };
        let light = Light::of(self.set.clone());
        // Off a surface comes what falls on it; before it a meter turned its way has the same.
        let flat = held.method == Method::Reflected || (held.turned == Turned::Patch && held.patch.is_of_subject());
        let receptor = if flat { Receptor::Flat } else { held.receptor };
        let at = receivers.iter().map(|one| Receiver { at: one.at, normal: normal.unwrap_or(one.normal) });
        let each: Vec<Vec<f64>> = at.map(|at| taken_in(&light, at, receptor, &self.set.sources)).collect();
        let gain = |source: usize| each.iter().map(|gains| gains[source]).sum::<f64>() / each.len() as f64;
        let on = |on: On| if held.patch.is_of_subject() { on.subject } else { on.background };
        let of = |flash: bool, id: Option<&Id>| {
            let own = |of: &LightId| id.is_none_or(|id| matches!(of, LightId::Flash { light } if light == id));
            let shines = self.shines.iter().filter(|shines| shines.flash == flash && own(&shines.of));
            let sum: f64 = shines.map(|shines| gain(shines.source) * shines.level.exp2() * on(shines.on)).sum();
            (sum > 0.0).then(|| sum.log2())
        };
        let back = match held.method {
            Method::Incident => 0.0,
            Method::Reflected if held.patch.is_of_subject() => tone_offset(s.setup, s.terms.house.meter),
            Method::Reflected => s.bases.over_incident[held.patch],
        };
        let flashes = s.lights.iter().filter_map(|lit| {
            let level = of(true, Some(&lit.light.id))?;
            Some((lit.light.id.clone(), level - self.flash_gain + back))
        });
        Some(Given { ambient: of(false, None).map(|level| level - self.ambient_gain + back), flashes: flashes.collect() })
    }
}
