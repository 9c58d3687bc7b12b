use super::{Errs, Film, ToneCurve, check_learnt};
use crate::check::{Check, Problem};
use crate::colour::Preset;
use crate::marks::{IsoMark, Mark, ShutterMark, StepSize};
use crate::quantity::limits::{
    CAMERA_KELVIN, EXPOSURES_IN_ONE, FLOOR, FOCUS_LIMIT, FRAMES_PER_SECOND, HEADROOM, MEGAPIXELS, PRESETS, SENSOR_SIDE,
    STABILISER, TINT, TINT_STEP,
};
use crate::quantity::{Duv, Ev100, Id, Kelvin, Learnt, Millimetres, Mired, Name, Stops};
use crate::say;
use serde::{Deserialize, Serialize};

/// How a body's shutter works.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum ShutterKind {
    /// Two curtains: flash lights the whole frame only up to the sync speed.
    FocalPlane,
    /// In the lens: syncs to its top speed.
    Leaf,
}

/// What a preset of a body is set to, as its maker says or as its files tell.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct BodyPreset {
    /// Which.
    pub preset: Preset,
    /// Its temperature.
    pub kelvin: Kelvin,
    /// Its tint, green positive.
    pub tint: Duv,
}

/// A camera body.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Camera {
    /// Its id.
    pub id: Id,
    /// Its name.
    pub name: Name,
    /// What files call it, where that is not its name.
    pub in_files: Option<Name>,
    /// Width of the sensor.
    pub sensor_width: Millimetres,
    /// Height of the sensor.
    pub sensor_height: Millimetres,
    /// Millions of pixels.
    pub megapixels: f64,
    /// Whether pictures are looked at pixel by pixel, so that depth and shake are judged by the pixels.
    pub judged_by_pixels: bool,
    /// Lowest ISO that can be set.
    pub iso_lowest: IsoMark,
    /// Base ISO; below it highlights are lost.
    pub iso_base: IsoMark,
    /// Highest ISO the owner is content with.
    pub iso_highest: IsoMark,
    /// The film in it; none for a sensor. It has the one speed of `iso_base`, and its own latitude.
    pub film: Option<Film>,
    /// The most exposures it puts together in one frame; 1 where it puts none together.
    pub exposures_in_one: u32,
    /// Clicks of the dials.
    pub step: StepSize,
    /// Slowest time.
    pub shutter_slowest: ShutterMark,
    /// Fastest time of the mechanical shutter.
    pub shutter_fastest: ShutterMark,
    /// Curtain or leaf.
    pub shutter_kind: ShutterKind,
    /// Fastest mechanical time with flash.
    pub sync: ShutterMark,
    /// Fastest time of the electronic shutter, where there is one.
    pub electronic_fastest: Option<ShutterMark>,
    /// Fastest electronic time with flash; none where it does not sync at all.
    pub electronic_sync: Option<ShutterMark>,
    /// Slowest time the automatic modes choose with flash.
    pub slow_sync_floor: ShutterMark,
    /// Stops from mid-grey to clipping in raw files: 3 by default.
    pub headroom_raw: Stops,
    /// Stops from mid-grey to clipping in JPEG files: 2.5 by default.
    pub headroom_jpeg: Stops,
    /// Stops below mid-grey that are still usable, at base ISO.
    pub floor: Stops,
    /// Frames a second it can take.
    pub frames_per_second: f64,
    /// Stops the body's stabiliser gives back.
    pub stabiliser: Stops,
    /// The darkest light it still focuses in, as its maker says; none where that is not known.
    pub focus_limit: Option<Ev100>,
    /// How far a step of its tint goes; taken for a fortieth of a tenth where nobody said.
    pub tint_step: Option<Duv>,
    /// What its presets are set to, where that is known.
    pub presets: Vec<BodyPreset>,
    /// How it stores light, as a bracket taught; none before that.
    pub curve: Option<ToneCurve>,
    /// How much brighter its frames come out than its settings say, as takes taught.
    pub learnt: Option<Learnt>,
    /// How much brighter than mid-grey its own meter makes frames, as it showed.
    pub own_meter: Option<Learnt>,
}

impl Camera {
    /// The factor by which the angle of view is narrower than on a 36 × 24 mm frame.
    #[must_use]
    pub fn crop(&self) -> f64 {
        36f64.hypot(24.0) / self.sensor_width.millimetres().hypot(self.sensor_height.millimetres())
    }

    /// The sensitivities it can be set to, lowest and highest: a film has one.
    #[must_use]
    pub fn iso(&self) -> (IsoMark, IsoMark) {
        if self.film.is_some() { (self.iso_base, self.iso_base) } else { (self.iso_lowest, self.iso_highest) }
    }

    /// Which way an exposure errs more safely.
    #[must_use]
    pub fn errs(&self) -> Errs {
        self.film.map_or(Errs::Under, |film| film.errs())
    }

    /// Stops from mid-grey to clipping in raw files, or on the film.
    #[must_use]
    pub fn headroom(&self) -> Stops {
        self.film.map_or(self.headroom_raw, |film| film.over)
    }

    /// The same in JPEG files, which is where a highlight warning shows; a film has none, and says no more than its latitude.
    #[must_use]
    pub fn headroom_in_jpeg(&self) -> Stops {
        self.film.map_or(self.headroom_jpeg, |film| film.over)
    }

    /// What a sensitivity below base takes of the headroom, in stops: it only overexposes and pulls down, so the highlights go first.
    #[must_use]
    pub fn pulled(&self, iso: IsoMark) -> f64 {
        (self.iso_base.stops() - iso.stops()).max(0.0)
    }

    /// Stops below mid-grey that are usable at a sensitivity, a stop at least: a stop of ISO over base costs a stop of shadow. A picture
    /// that is seen small lets see so much `deeper`.
    #[must_use]
    pub fn shadows(&self, iso: IsoMark, deeper: f64) -> f64 {
        let floor = self.film.map_or(self.floor, |film| film.under);
        (floor.stops() + deeper - (iso.stops() - self.iso_base.stops()).max(0.0)).max(1.0)
    }

    /// What a preset is set to: as this body has it, or else as bodies usually do.
    #[must_use]
    pub fn preset(&self, preset: Preset) -> BodyPreset {
        let own = self.presets.iter().find(|own| own.preset == preset).copied();
        own.unwrap_or(BodyPreset { preset, kelvin: preset.kelvin(), tint: Duv::of(0.0) })
    }

    /// The preset nearest to a temperature, compared in mired.
    #[must_use]
    pub fn nearest_preset(&self, kelvin: Kelvin) -> Preset {
        let off = |preset: &Preset| (Mired::from(self.preset(*preset).kelvin) - Mired::from(kelvin)).size();
        Preset::ALL.into_iter().min_by(|a, b| off(a).total_cmp(&off(b))).unwrap_or(Preset::Flash)
    }

    pub(super) fn check(&self, check: &mut Check) {
        check.range("/sensor_width", SENSOR_SIDE, self.sensor_width.millimetres());
        check.range("/sensor_height", SENSOR_SIDE, self.sensor_height.millimetres());
        check.range("/megapixels", MEGAPIXELS, self.megapixels);
        check.range("/headroom_raw", HEADROOM, self.headroom_raw.stops());
        check.range("/headroom_jpeg", HEADROOM, self.headroom_jpeg.stops());
        check.range("/floor", FLOOR, self.floor.stops());
        check.range("/frames_per_second", FRAMES_PER_SECOND, self.frames_per_second);
        check.range("/stabiliser", STABILISER, self.stabiliser.stops());
        check.range("/exposures_in_one", EXPOSURES_IN_ONE, f64::from(self.exposures_in_one));
        if let Some(film) = &self.film {
            film.check(check);
        }
        check_learnt(check, "learnt", self.learnt);
        check_learnt(check, "own_meter", self.own_meter);
        if let Some(curve) = &self.curve {
            curve.check(check);
        }
        if let Some(step) = self.tint_step {
            check.range("/tint_step", TINT_STEP, step.duv());
        }
        check.count("/presets", PRESETS, self.presets.len());
        for (index, preset) in self.presets.iter().enumerate() {
            check.range(format_args!("/presets/{index}/kelvin"), CAMERA_KELVIN, preset.kelvin.kelvin());
            check.range(format_args!("/presets/{index}/tint"), TINT, preset.tint.duv());
            if self.presets[..index].iter().any(|before| before.preset == preset.preset) {
                check.problem(format_args!("/presets/{index}/preset"), Problem::PresetTwice { preset: preset.preset });
            }
        }
        if let Some(limit) = self.focus_limit {
            check.range("/focus_limit", FOCUS_LIMIT, limit.ev());
        }
        let mut ordered = |field: &str, fits: bool, low, high| {
            if !fits {
                check.problem(field, Problem::Order { low, high });
            }
        };
        ordered("/iso_base", self.iso_lowest <= self.iso_base, "lowest ISO", "base ISO");
        ordered("/iso_highest", self.iso_base < self.iso_highest, "base ISO", "highest ISO");
        ordered("/shutter_fastest", self.shutter_slowest < self.shutter_fastest, "slowest time", "fastest time");
        ordered("/sync", self.sync <= self.shutter_fastest, "sync speed", "fastest time");
        ordered("/sync", self.shutter_slowest <= self.sync, "slowest time", "sync speed");
        if let Some(fastest) = self.electronic_fastest {
            let slowest = self.shutter_slowest;
            ordered("/electronic_fastest", slowest < fastest, "slowest time", say::fields::ELECTRONIC_TIME);
            let sync_fits = self.electronic_sync.is_none_or(|sync| sync <= fastest);
            ordered("/electronic_sync", sync_fits, say::fields::ELECTRONIC_SYNC, say::fields::ELECTRONIC_TIME);
        }
    }
}
