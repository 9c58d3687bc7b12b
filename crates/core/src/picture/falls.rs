//! What a meter held on the set is given, by the same sources as the picture's: so that a reading of it can be told from outside.

use super::Picturing;
use crate::colours::LightId;
use crate::forecast::Seen;
use crate::geometry::{DVec3, direction};
use crate::quantity::Id;
use crate::set::{On, Source};
use crate::setup::{Method, Patch, Receptor, Turned};
use crate::situation::{Situation, tone_offset};
use crate::transport::{Gain, Light, Receiver};

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

/// Why a meter cannot be held so.
#[derive(Debug, Clone, Copy, PartialEq, Eq, thiserror::Error)]
pub enum NotHeld {
    /// The patch is not in the picture.
    #[error("That is not in the picture.")]
    Patch,
    /// No sun shines.
    #[error("There is no sun to turn it to.")]
    Sun,
    /// The light is gone.
    #[error("The light it is turned to is gone.")]
    Light,
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
    /// What a meter is given that is held so.
    ///
    /// # Errors
    /// Where it cannot be held so.
    pub fn given(&self, s: &Situation<'_>, held: &Held) -> Result<Given, NotHeld> {
        let receivers = &s.field.receivers.patches[held.patch];
        let first = receivers.first().ok_or(NotHeld::Patch)?;
        let normal = match &held.turned {
            _ if held.method == Method::Reflected => None,
            Turned::Patch => None,
            Turned::Camera => (s.stage.eye - first.at).try_normalize(),
            Turned::Up => Some(DVec3::Z),
            Turned::Sun => {
                let sun = Seen { setup: s.setup, forecast: s.forecast }.sun().ok_or(NotHeld::Sun)?;
                Some(direction(sun.bearing.degrees(), 0.0))
            }
            Turned::Light { light } => {
                let light = s.setup.lights.iter().find(|known| known.id == *light).ok_or(NotHeld::Light)?;
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
        Ok(Given { ambient: of(false, None).map(|level| level - self.ambient_gain + back), flashes: flashes.collect() })
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::house::House;
    use crate::marks::Mark;
    use crate::picture::picturing;
    use crate::sample;
    use crate::setup::Setup;

    fn given(setup: &Setup, held: &Held) -> Given {
        let kit = sample::kit();
        let s = Situation::new(setup, &kit, House::default()).unwrap();
        picturing(&s).given(&s, held).unwrap()
    }

    fn held(method: Method) -> Held {
        Held { patch: Patch::Face, method, receptor: Receptor::Dome, turned: Turned::Patch }
    }

    /// A meter held before the face shows what was read there, whatever the dials; a spot reads the face's tone with it, and a flash
    /// what the program says a meter would show.
    #[test]
    fn a_meter_shows_what_the_plan_goes_by() {
        let kit = sample::kit();
        let mut setup = sample::portrait();
        for turn in [0, 9] {
            setup.camera.shutter.at = crate::marks::ShutterMark::nearest(setup.camera.shutter.at.sixths() - turn);
            let s = Situation::new(&setup, &kit, House::default()).unwrap();
            let face = s.ambient[Patch::Face].as_ref().unwrap().ev.ev();
            let incident = given(&setup, &held(Method::Incident));
            assert!((incident.ambient.unwrap() - face).abs() < 0.05, "{incident:?} {face}");
            let spot = given(&setup, &held(Method::Reflected)).ambient.unwrap();
            let tone = tone_offset(&setup, House::default().meter);
            assert!((spot - incident.ambient.unwrap() - tone).abs() < 1e-9, "{spot}");
            let told = s.lights[0].reach[Patch::Face].unwrap() - setup.lights[0].power.at.stops_below_full();
            assert!((incident.flashes[0].1 - told).abs() < 0.05, "{incident:?} {told}");
        }
    }

    /// A dome takes in (1 + cos θ)/2: of a small light straight before it as much as a disc, and of one at its side half as much
    /// where a disc has none.
    #[test]
    fn a_dome_and_a_disc() {
        let mut setup = sample::outdoors();
        sample::round_face(&mut setup, 0, 0.0, 0.0, 3.0);
        setup.lights[0].modifier = None;
        // The light straight before the face; the meter at the light, and straight up.
        let flash = |receptor: Receptor, turned: Turned| {
            let held = Held { receptor, turned, ..held(Method::Incident) };
            given(&setup, &held).flashes.first().map(|(_, level)| *level)
        };
        let at_light = Turned::Light { light: setup.lights[0].id.clone() };
        let (disc, dome) = (flash(Receptor::Flat, at_light.clone()).unwrap(), flash(Receptor::Dome, at_light).unwrap());
        assert!((disc - dome).abs() < 0.12, "{disc} {dome}");
        let up = flash(Receptor::Dome, Turned::Up).unwrap();
        assert!((disc - up - 1.0).abs() < 0.25, "{disc} {up}");
        assert!(flash(Receptor::Flat, Turned::Up).is_none_or(|level| level < disc - 2.5));
    }

    /// Where there is nothing to hold it before or to turn it to, it shows nothing, and why is told.
    #[test]
    fn not_held() {
        let (kit, setup) = (sample::kit(), sample::outdoors());
        let s = Situation::new(&setup, &kit, House::default()).unwrap();
        let picturing = picturing(&s);
        let refused = |held: Held| picturing.given(&s, &held).unwrap_err();
        assert_eq!(refused(Held { turned: Turned::Sun, ..held(Method::Incident) }), NotHeld::Sun);
        let light = Id::new("gone").unwrap();
        assert_eq!(refused(Held { turned: Turned::Light { light }, ..held(Method::Incident) }), NotHeld::Light);
        assert_eq!(refused(Held { patch: Patch::Legs, ..held(Method::Incident) }), NotHeld::Patch);
        let mut sunny = setup.clone();
        sunny.scene.sun = Some(sample::low_sun());
        assert!(given(&sunny, &Held { turned: Turned::Sun, ..held(Method::Incident) }).ambient.is_some());
    }
}
