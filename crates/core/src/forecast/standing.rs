//! A setup standing at its spot: its own set, with what lies about it there and the daylight of any moment on it.

use super::{Around, Part, PatchLight};
use crate::field::{FAR, Receiver, Receivers, on_the_whole, out, still, window};
use crate::geometry::{DVec3, Flat, bearing_and_tilt, direction};
use crate::place::{Spot, Surroundings};
use crate::quantity::turn;
use crate::scene::{PaneKind, Role};
use crate::set::{Dome, Set, Source, Still};
use crate::setup::key;
use crate::setup::{Patch, PerPatch, Reading, Receptor, Setup, Turned};
use crate::stage::Stage;
use crate::transport::{Gain, Light};
use serde::Serialize;
use std::cell::RefCell;
use std::f64::consts::PI;

/// What a double window lets through (common practice).
const PANE: f64 = 0.8;
/// How high above the horizon the sky is that one sees through a window, in degrees: the middle of what it frames.
const SEEN_THROUGH: f64 = 20.0;
/// A meter is held so far from the body it is held before, in metres (common practice: at arm's length or nearly).
const HELD_CLEAR: f64 = 0.4;
/// How high a window begins where the spot alone tells of it, in metres (common building practice).
const SILL: f64 = 0.9;

/// What the ambient comes from.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(tag = "kind", rename_all = "snake_case")]
pub enum AmbientSource {
    /// The sun.
    Sun,
    /// The sky, straight.
    Sky,
    /// The sky and the ground outside, as a window frames them.
    Window {
        /// Which, from 0.
        index: usize,
    },
    /// Lamps that burn all the time.
    Lamps,
}

/// A source as it shines at one moment.
#[derive(Debug, Clone, Copy)]
struct Shining {
    of: AmbientSource,
    source: Source,
    /// How many of what gains are counted for: lux, or candelas for a window.
    amount: f64,
}

/// A setup at its spot, made ready to be asked at any moment of its day.
#[derive(Debug)]
pub struct Standing<'a> {
    /// The setup.
    pub setup: &'a Setup,
    /// The spot.
    pub spot: &'a Spot,
    stage: Stage<'a>,
    still: Still,
    /// Where the light comes from that the person chose as the key, and the one that draws an edge.
    flashes: (Option<DVec3>, Option<DVec3>),
    windows: Vec<Flat>,
    sources: Vec<AmbientSource>,
    light: RefCell<Light>,
}

impl<'a> Standing<'a> {
    /// Puts a setup at a spot.
    #[must_use]
    pub fn of(setup: &'a Setup, spot: &'a Spot) -> Standing<'a> {
        let stage = Stage::unframed(setup);
        let still = still(&stage, Some(spot));
        let flash = setup.approach.is_none_or(|approach| approach.wishes().flash);
        let on = |role: fn(Role) -> bool| {
            setup.lights.iter().filter(move |light| flash && light.on && role(setup.role(light)))
        };
        let key = key(on(Role::lights_face));
        let behind = on(|role| role == Role::Behind).next();
        let flashes = (key.map(|light| setup.light_at(light)), behind.map(|light| setup.light_at(light)));
        let light = RefCell::new(Light::of(Set { still: still.clone(), sources: Vec::new() }));
        let windows = windows(setup, spot);
        let mut sources = Vec::new();
        if !spot.is_indoors() {
            sources.extend([AmbientSource::Sun, AmbientSource::Sky]);
        }
        sources.extend((0..windows.len()).map(|index| AmbientSource::Window { index }));
        sources.extend(spot.lamps.map(|_| AmbientSource::Lamps));
        Standing { setup, spot, stage, still, flashes, windows, sources, light }
    }

    /// What its ambient comes from, by day and by night.
    #[must_use]
    pub fn sources(&self) -> &[AmbientSource] {
        &self.sources
    }

    /// Whether no flash tells which side of the face is the lit one.
    #[must_use]
    pub(super) const fn is_lit_by_day(&self) -> bool {
        self.flashes.0.is_none()
    }

    /// The bearing the subject faces: on the set it looks to the camera or where it was turned.
    #[must_use]
    pub fn faces(&self) -> f64 {
        let (bearing, _) = bearing_and_tilt(self.setup.main_face().gaze);
        self.spot.camera_looks.degrees() + bearing
    }

    /// The way to the sun on the set, whose far side is where the camera looks.
    fn to_sun(&self, around: &Around<'_>) -> DVec3 {
        direction(turn(self.spot.camera_looks.degrees(), around.sun.azimuth), around.sun.apparent)
    }

    /// The sky at a moment, turned as the set is.
    #[must_use]
    pub fn dome(&self, around: &Around<'_>) -> Dome {
        Dome { skies: around.light.skies, sun: self.to_sun(around) }
    }

    /// Everything that shines on the set at a moment.
    fn shining(&self, around: &Around<'_>) -> Vec<Shining> {
        let (spot, light) = (self.spot, &around.light);
        let mut all = Vec::new();
        let sun = self.to_sun(around);
        let beam = light.direct_normal * around.sun_over_skyline() * spot.surroundings.sun_through();
        if beam > 0.0 && around.sun.apparent > 0.0 {
            let source = Source::Parallel { way: sun, walled: true };
            all.push(Shining { of: AmbientSource::Sun, source, amount: beam });
        }
        if !spot.is_indoors() {
            let source = Source::Sky(self.dome(around));
            all.push(Shining { of: AmbientSource::Sky, source, amount: light.sky_horizontal * spot.sky.share() });
        }
        let ground = spot.ground.share() * around.open_ground() / PI;
        all.extend(self.windows.iter().enumerate().map(|(index, pane)| {
            // Half of what a window frames is sky, half of it ground.
            let (out, _) = bearing_and_tilt(-pane.normal());
            let sky = around.sky_luminance(SEEN_THROUGH, spot.camera_looks.degrees() + out) * spot.sky.share();
            let luminance = PANE * (sky + ground) / 2.0;
            let of = AmbientSource::Window { index };
            Shining { of, source: Source::Face(window(pane)), amount: luminance * pane.area() }
        }));
        if let Some(lamps) = spot.lamps {
            let amount = around.meter.illuminance(lamps.level).lux();
            all.push(Shining { of: AmbientSource::Lamps, source: Source::About, amount });
        }
        all
    }

    /// Where the sun comes from, for the lit side of an upright face: at the height of the face.
    fn sun_beside(&self, around: &Around<'_>) -> DVec3 {
        self.setup.main_face().at + self.to_sun(around).with_z(0.0).normalize_or_zero() * FAR
    }

    /// The points the patches are looked at: a face's lit side is turned to the key, else to a window, else to the sun.
    fn receivers(&self, around: &Around<'_>) -> Receivers {
        let largest = self.windows.iter().max_by(|a, b| a.area().total_cmp(&b.area()));
        let window = || largest.map(|pane| pane.middle);
        let brightest = self.flashes.0.or_else(window).unwrap_or_else(|| self.sun_beside(around));
        Receivers::of(&self.stage, Some(brightest), self.flashes.1)
    }

    /// What each source gives each patch at a moment, looked at in its points; nothing of a patch without any.
    pub(super) fn falls(&self, around: &Around<'_>) -> PerPatch<Option<Vec<Part>>> {
        let shining = self.shining(around);
        let sources = shining.iter().map(|shining| shining.source).collect();
        let set = Set { still: self.still.clone(), sources };
        let light = self.light.borrow().after(set);
        let falls = self.receivers(around).patches.map(|points| {
            let at = points.iter().map(|point| light.from(*point).gains());
            (!points.is_empty()).then(|| self.parts(&shining, on_the_whole(at, shining.len())))
        });
        *self.light.borrow_mut() = light;
        falls
    }

    /// What each source of the ambient gives by its gain.
    fn parts(&self, shining: &[Shining], gains: Vec<Gain>) -> Vec<Part> {
        let given = shining.iter().zip(gains);
        let part = |source: &AmbientSource| {
            let found = given.clone().find(|(shining, _)| shining.of == *source);
            found.map_or_else(Part::default, |(shining, gain)| part(shining.amount, gain))
        };
        self.sources.iter().map(part).collect()
    }

    /// Which way a meter was turned; none where there is nothing to turn it to: no sun in the sky, no such light.
    fn way(&self, around: &Around<'_>, turned: &Turned, at: DVec3) -> Option<DVec3> {
        let way = match turned {
            Turned::Patch => self.setup.main_face().gaze,
            Turned::Camera => self.stage.eye - at,
            Turned::Sun if around.sun.apparent > 0.0 => self.to_sun(around).with_z(0.0),
            Turned::Sun => return None,
            Turned::Up => DVec3::Z,
            Turned::Light { light } => {
                self.setup.light_at(&self.setup.lights[self.setup.light_index(light)?.place()]) - at
            }
        };
        way.try_normalize()
    }

    /// What each source gives a meter that was held before a patch and turned elsewhere; none where there is nothing to turn
    /// it to. It is held clear of the body, so that the photographer's and the subject's own shade is not read.
    #[must_use]
    pub fn on_receptor(&self, around: &Around<'_>, reading: &Reading) -> Option<PatchLight> {
        let of_subject = !matches!(reading.patch, Patch::Background | Patch::Sky);
        let at = if of_subject { self.setup.main_face().at } else { self.stage.backdrop };
        let normal = self.way(around, &reading.turned, at)?;
        let held = Receiver { at: at + normal * HELD_CLEAR, normal };
        let shining = self.shining(around);
        let set = Set { still: self.still.clone(), sources: shining.iter().map(|shining| shining.source).collect() };
        let light = self.light.borrow().after(set);
        let gains = match reading.receptor {
            Receptor::Dome => light.on_dome(held),
            Receptor::Flat => light.from(held).gains(),
        };
        *self.light.borrow_mut() = light;
        Some(PatchLight { parts: self.parts(&shining, gains), of_one: around.meter.incident_level(1.0) })
    }

    /// How bright the sun is on a surface turned straight to it, in lux; nothing where it does not shine on the spot.
    #[must_use]
    pub fn sun_straight(&self, around: &Around<'_>) -> f64 {
        let sun = self.shining(around).into_iter().find(|shining| shining.of == AmbientSource::Sun);
        sun.map_or(0.0, |shining| shining.amount)
    }

    /// The share of the sun's light that comes to a face turned towards it, past all that stands there.
    #[must_use]
    pub fn sun_on_face(&self, around: &Around<'_>) -> f64 {
        let sun = self.to_sun(around);
        if !self.shining(around).iter().any(|shining| shining.of == AmbientSource::Sun) {
            return 0.0;
        }
        let light = self.light.borrow();
        let receivers = Receivers::of(&self.stage, Some(self.sun_beside(around)), None);
        let on = |point: &Receiver| sun.dot(point.normal).max(0.0) * light.is_open_to(point.at, sun);
        receivers.patches[Patch::Face].iter().map(on).fold(0.0, f64::max) * around.sun_over_skyline()
    }
}

/// What a source of such an amount gives.
fn part(amount: f64, gain: Gain) -> Part {
    Part {
        straight: amount * gain.direct,
        off: amount * gain.bounced,
        cards: amount * (gain.carded + gain.through),
        tinted: amount * gain.tinted,
    }
}

/// The windows of the set, or the one the spot has where the set shows none.
fn windows(setup: &Setup, spot: &Spot) -> Vec<Flat> {
    if !spot.is_indoors() {
        return Vec::new();
    }
    let panes = setup.scene.panes.iter().filter(|pane| pane.kind == PaneKind::Glass);
    let own: Vec<Flat> = panes.map(crate::scene::Pane::flat).collect();
    match spot.surroundings {
        Surroundings::Window { width, height, distance } if own.is_empty() => {
            let out = out(spot);
            let face = setup.main_face().at;
            let at = (face + out * distance.metres()).with_z(SILL + height.metres() / 2.0);
            vec![Flat::new(at, -out, width.metres(), height.metres())]
        }
        _ => own,
    }
}
