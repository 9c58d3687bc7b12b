//! What a wish comes to: how each patch is to look, which settings are tried, and whether flashes may wear films for it.

use super::lights::{LightId, Tinted};
use super::patches::PatchKind;
use crate::approach::Approach;
use crate::colour::{ColourWish, Preset, Surface, Wanted, White, Xyz, temperature};
use crate::kit::Camera;
use crate::quantity::limits::{CAMERA_KELVIN, TINT};
use crate::quantity::{Duv, Kelvin, Mired, MiredShift};
use crate::setup::Patch;
use crate::situation::Situation;

/// A little warmer or cooler than it is, in mired: small, and seen (common practice).
const A_LITTLE: f64 = 20.0;
/// By how much a flash is warmed to turn the evening blue: a half warming film (common practice).
const BLUER: f64 = 109.0;
/// The setting that calms a sunset (common practice: 3 500 to 4 000 K).
pub(crate) const CALMED: Kelvin = Kelvin::of(3_800.0);
/// A tint's step where nobody said, and how many lie to either side.
const TINT_STEP: f64 = 0.0025;
const TINT_STEPS: i32 = 8;

/// What is aimed at.
#[derive(Debug, Clone, PartialEq)]
pub(crate) struct Aim {
    skin: Wanted,
    shadow: Wanted,
    background: Wanted,
    /// How much lit side, shadow side and background count.
    pub(crate) weights: [f64; 3],
    /// Whether both sides of the face are to look alike.
    pub(crate) alike: bool,
    /// Whether skin is judged by the flash alone, whatever else falls on it.
    pub(crate) by_flash: bool,
    /// The one setting the wish itself names.
    pub(crate) setting: Option<Kelvin>,
    /// Whether flashes may wear films for it.
    pub(crate) films: bool,
}

/// The temperatures a camera is set to: every hundred kelvin. A film has the one it is balanced for.
pub(crate) fn settings(body: &Camera) -> Vec<Kelvin> {
    if let Some(film) = body.film {
        return vec![film.balanced];
    }
    (25..=100).map(|hundreds| Kelvin::of(f64::from(hundreds) * 100.0)).collect()
}

/// How far a step of a body's tint goes.
pub(crate) fn step_of(body: &Camera) -> Duv {
    body.tint_step.unwrap_or(Duv::of(TINT_STEP))
}

/// A tint in steps of a body's; none where it is less than one.
pub(crate) fn tint_words(body: &Camera, tint: Duv) -> Option<String> {
    let steps = tint.duv() / step_of(body).duv();
    let count = steps.round().abs();
    let way = if steps > 0.0 { "green" } else { "magenta" };
    (count >= 1.0).then(|| format!("tint {count:.0} to {way}"))
}

/// The tints a body has; a film none.
pub(crate) fn tints(body: &Camera) -> Vec<Duv> {
    if body.film.is_some() {
        return vec![Duv::of(0.0)];
    }
    let step = step_of(body).duv();
    let inside = |tint: &Duv| TINT.check(tint.duv()).is_ok();
    (-TINT_STEPS..=TINT_STEPS).map(|at| Duv::of(f64::from(at) * step)).filter(inside).collect()
}

/// To the hundred, as cameras are set.
pub(crate) fn hundred(kelvin: Kelvin) -> Kelvin {
    Kelvin::of(CAMERA_KELVIN.nearest((kelvin.kelvin() / 100.0).round() * 100.0))
}

/// The setting half-way between two lights, in mired.
pub(crate) fn half_way(a: Mired, b: Mired) -> Kelvin {
    hundred(Mired::of(f64::midpoint(a.mired(), b.mired())).into())
}

/// The mired of a light.
fn mired(light: Xyz) -> Option<Mired> {
    temperature(light).map(|found| found.kelvin.into())
}

impl Aim {
    /// That of a setup in its light: its wish, its approach, and whether any flash is on the face.
    pub(crate) fn of(s: &Situation<'_>, lights: &[Tinted]) -> Aim {
        let key = crate::situation::key(&s.lights).map(|key| s.lights[key].light.id.clone());
        let of_key =
            |light: &&Tinted| matches!((&light.id, &key), (LightId::Flash { light }, Some(key)) if light == key);
        let key = lights.iter().find(of_key).map(|light| light.bare.xyz());
        let of = |patch: Patch| -> Xyz {
            let parts = s.ambient_parts(patch).into_iter();
            parts.zip(lights).map(|((_, share), light)| light.on(patch).xyz() * share).sum()
        };
        let figure_is_dark = matches!(s.approach, Approach::Silhouette | Approach::SilhouetteTouched);
        let surface = super::patches::Surfaces::of(s.setup);
        let behind = |white: Kelvin| {
            let eye = White::set_to(white, Duv::of(0.0)).eye();
            let surface: &Surface = surface.on(Patch::Background);
            let parts = s.ambient_parts(Patch::Background).into_iter().zip(lights);
            let lit: Xyz = parts.map(|((_, share), light)| surface.lit_by(light.on(Patch::Background)) * share).sum();
            Wanted::Shown(eye.lab_at(lit, surface.reflectance()))
        };
        let wish = s.setup.white_balance.wish;
        let aim = if figure_is_dark {
            Aim::of_a_dark_figure(s.body, wish, behind)
        } else {
            Aim::of_a_face(s.body, wish, key, of(Patch::Face), behind)
        };
        // A film is balanced for what it is balanced for.
        Aim { setting: s.body.film.map(|film| film.balanced).or(aim.setting), ..aim }
    }

    /// No skin is to be protected: the light keeps its colour, and to make it white is only a wish.
    fn of_a_dark_figure(body: &Camera, wish: ColourWish, behind: impl Fn(Kelvin) -> Wanted) -> Aim {
        let daylight = Mired::from(body.preset(Preset::Daylight).kelvin);
        let by = |shift: f64| Some(hundred((daylight + MiredShift::of(shift)).into()));
        let setting = match wish {
            ColourWish::Together | ColourWish::AmbientAsItIs | ColourWish::Between => by(0.0),
            ColourWish::CoolEvening => by(BLUER),
            ColourWish::Warm => by(-A_LITTLE),
            ColourWish::Cool => by(A_LITTLE),
            ColourWish::Deepen => Some(body.preset(Preset::Shade).kelvin),
            ColourWish::Calm => Some(CALMED),
            ColourWish::Neutral => None,
        };
        let right = Wanted::Right(MiredShift::ZERO);
        let background = setting.map_or(right, behind);
        Aim {
            skin: right,
            shadow: right,
            background,
            weights: [0.0, 0.0, 1.0],
            alike: false,
            by_flash: false,
            setting,
            films: false,
        }
    }

    fn of_a_face(
        body: &Camera,
        wish: ColourWish,
        key: Option<Xyz>,
        ambient: Xyz,
        behind: impl Fn(Kelvin) -> Wanted,
    ) -> Aim {
        let right = Wanted::Right(MiredShift::ZERO);
        let so = |skin: Wanted, background: Wanted, weights: [f64; 3]| Aim {
            skin,
            shadow: skin,
            background,
            weights,
            alike: false,
            by_flash: matches!(wish, ColourWish::AmbientAsItIs | ColourWish::CoolEvening) && key.is_some(),
            setting: None,
            films: wish.gels() && key.is_some(),
        };
        let flash = key.and_then(mired);
        match (wish, flash) {
            (ColourWish::Together, Some(_)) => Aim { alike: true, ..so(right, right, [0.6, 0.4, 0.15]) },
            (ColourWish::AmbientAsItIs, Some(flash)) => so(right, behind(flash.into()), [0.9, 0.1, 0.05]),
            (ColourWish::CoolEvening, Some(flash)) => {
                so(right, behind((flash + MiredShift::of(BLUER)).into()), [0.9, 0.0, 0.3])
            }
            (ColourWish::Between, Some(flash)) => {
                let setting = half_way(flash, mired(ambient).unwrap_or(flash));
                Aim { setting: Some(setting), ..so(right, behind(setting), [0.5, 0.5, 0.0]) }
            }
            (ColourWish::Warm | ColourWish::Cool, _) => {
                let way = if wish == ColourWish::Warm { A_LITTLE } else { -A_LITTLE };
                let warmer = Wanted::Right(MiredShift::of(way));
                Aim { alike: true, ..so(warmer, warmer, [0.6, 0.4, 0.15]) }
            }
            (ColourWish::Deepen | ColourWish::Calm, _) => {
                let setting = if wish == ColourWish::Deepen { body.preset(Preset::Shade).kelvin } else { CALMED };
                Aim { setting: Some(setting), ..so(right, behind(setting), [0.5, 0.5, 0.0]) }
            }
            _ => so(right, right, [0.6, 0.4, 0.0]),
        }
    }

    /// How a patch is to look.
    pub(crate) const fn wanted(&self, kind: PatchKind) -> Wanted {
        match kind {
            PatchKind::LitSide | PatchKind::Meeting | PatchKind::White | PatchKind::Person => self.skin,
            PatchKind::ShadowSide => self.shadow,
            PatchKind::Background => self.background,
        }
    }
}
