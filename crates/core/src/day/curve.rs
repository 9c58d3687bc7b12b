//! A setup's light over a day: the model, and what was read.

use super::{Day, Timeline};
use crate::exposure::{MeterConstants, READ_ERROR};
use crate::forecast::{
    AmbientSource, Around, ForecastLevel, Known, Modelled, PatchLight, SourceLevel, Standing, TurnedReading, bent,
    modelled,
};
use crate::quantity::{Ev100, Stops};
use crate::setup::{Patch, PerPatch, Reading, Setup, Turned};
use crate::situation::reading_level;
use crate::sources::{Expected, Fit, HIDDEN, Observed, Prior};

/// Likely errors of the model's sources, in stops: the sun's by haze; the sky's by haze and what stands around; a window's as
/// the sky's; lamps were metered, but not there and then (the program's own estimates; readings take them down).
const SUN: f64 = 0.6;
const SKY: f64 = 0.85;
const LAMPS: f64 = 0.45;
/// Likely errors of a thing's own light beyond that, in stops: in a room, outdoors by what stands beside it, and of an open
/// background, of which the model knows little; of the sides of one thing against each other (the program's own estimates).
const IN_ROOM: f64 = 0.5;
const OUTDOORS: f64 = 0.85;
const FAR_BEHIND: f64 = 1.0;
const SIDE: f64 = 0.3;
/// What is off is half forgotten after 0.7 of so many minutes: of daylight's sources, since a haze stays and a cloud does
/// not, and of things in daylight, on which the light turns (the program's own choice).
const LASTS: f64 = 180.0;
const TURNS: f64 = 360.0;
/// Whether a cloud is there is forgotten to 1/e in this many minutes (the program's own choice).
const FORGOTTEN: f64 = 45.0;
/// A sun so many stops under what it should give is behind a cloud (the program's own choice).
const BEHIND_CLOUD: f64 = -3.0;

impl AmbientSource {
    const fn prior(self) -> Prior {
        match self {
            AmbientSource::Sun => Prior { error: SUN, lasts: LASTS },
            AmbientSource::Sky | AmbientSource::Window { .. } => Prior { error: SKY, lasts: LASTS },
            AmbientSource::Lamps => Prior { error: LAMPS, lasts: f64::INFINITY },
        }
    }
}

/// The things that have a light of their own beyond the sources: the subject, what is behind, the sky; and each side of the
/// subject.
const SUBJECT: usize = 0;

/// The things a patch is on.
const fn on(patch: Patch) -> &'static [usize] {
    match patch {
        Patch::Face => &[SUBJECT, 3],
        Patch::ShadowSide => &[SUBJECT, 4],
        Patch::Edge => &[SUBJECT, 5],
        Patch::Legs => &[SUBJECT, 6],
        Patch::Background => &[1],
        Patch::Sky => &[2],
    }
}

fn things(standing: &Standing<'_>) -> Vec<Prior> {
    let indoors = standing.spot.is_indoors();
    let lasts = if indoors { f64::INFINITY } else { TURNS };
    let own = if indoors { IN_ROOM } else { OUTDOORS };
    let behind = if standing.setup.background.kind.is_open() { FAR_BEHIND } else { own };
    let each = [own, behind, FAR_BEHIND, SIDE, SIDE, SIDE, SIDE];
    each.map(|error| Prior { error, lasts }).to_vec()
}

/// A reading taken in: what it says of the model, and beyond the sources.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(super) struct Taken {
    /// Its place in the list of readings.
    pub(super) index: usize,
    patch: Patch,
    /// Whether it is of the patch itself, not of the light there.
    of_patch: bool,
    minute: f64,
    /// Reading − model as it was expected, in stops.
    pub(super) difference: f64,
    /// What it says beyond the sources, of the thing it was taken on, in stops.
    pub(super) beyond: f64,
}

impl Taken {
    /// The things it was taken on: what was turned elsewhere is of no side of them.
    fn on(&self) -> &'static [usize] {
        if self.of_patch { on(self.patch) } else { &on(self.patch)[..1] }
    }
}

/// A setup's light, model and readings together.
#[derive(Debug)]
pub(crate) struct SetupCurve<'a> {
    setup: &'a Setup,
    sources: Vec<AmbientSource>,
    fit: Fit,
    taken: Vec<Taken>,
    known: PerPatch<Vec<Known>>,
}

/// A setup's light at one moment, bent to what was read.
pub(crate) struct LightNow<'c> {
    curve: &'c SetupCurve<'c>,
    minute: f64,
    scales: Vec<f64>,
    /// The model with its sources as they were read.
    pub(crate) model: Modelled,
}

impl<'a> SetupCurve<'a> {
    /// Takes the readings in that have a time up to `until`; `model` tells the model's light at a minute.
    pub(crate) fn new(
        standing: &Standing<'a>,
        day: &Day,
        timeline: &Timeline,
        meter: MeterConstants,
        until: Option<f64>,
        model: impl Fn(f64) -> Modelled,
        on_receptor: impl Fn(f64, &Reading) -> Option<PatchLight>,
    ) -> SetupCurve<'a> {
        let (setup, sources) = (standing.setup, standing.sources().to_vec());
        let timed = |(index, reading): (usize, &'a Reading)| {
            // What was turned elsewhere says nothing without its time: it is taken as made now.
            let now = || setup.slot.as_ref().filter(|_| !reading.is_of_patch()).map(|slot| &slot.time);
            let minute = timeline.minute_of(reading.time.as_ref().or_else(now)?).ok()? as f64;
            until.is_none_or(|until| minute <= until).then_some((index, reading, minute))
        };
        let mut timed: Vec<(usize, &Reading, f64)> = setup.readings.iter().enumerate().filter_map(timed).collect();
        // Of two readings of a patch in the same minute the later entered counts.
        let of = |reading: &'a Reading| {
            (reading.patch, (!reading.is_of_patch()).then_some((reading.receptor, &reading.turned)))
        };
        timed.sort_by(|a, b| of(a.1).cmp(&of(b.1)).then(a.2.total_cmp(&b.2)).then(b.0.cmp(&a.0)));
        timed.dedup_by(|a, b| of(a.1) == of(b.1) && a.2 == b.2);
        let read = timed.into_iter().filter_map(|(index, reading, minute)| {
            let (patch, of_patch) = (reading.patch, reading.is_of_patch());
            let lit = if of_patch { model(minute).lit[patch].clone()? } else { on_receptor(minute, reading)? };
            let difference = reading_level(setup, reading, meter).ev() - lit.ev()?;
            let taken = Taken { index, patch, of_patch, minute, difference, beyond: 0.0 };
            let observed = Observed {
                minute,
                level: lit.lux().log2() + difference,
                parts: lit.parts.iter().map(|part| part.own()).collect(),
                error: READ_ERROR,
                cover: day.clouds.cover(minute),
                on: taken.on().to_vec(),
            };
            Some((taken, observed))
        });
        let (mut taken, observed): (Vec<Taken>, Vec<Observed>) = read.unzip();
        let expected = Expected {
            sources: sources.iter().map(|source| source.prior()).collect(),
            things: things(standing),
            sun: sources.iter().position(|source| *source == AmbientSource::Sun),
        };
        let fit = Fit::of(&expected, &observed);
        for (reading, taken) in taken.iter_mut().enumerate() {
            taken.beyond = fit.beyond(taken.minute, taken.on()) + fit.left(reading);
        }
        let known = PerPatch::of(|patch| {
            let of = taken.iter().enumerate().filter(|(_, taken)| taken.patch == patch && taken.of_patch);
            of.map(|(reading, taken)| Known { minute: taken.minute, difference: fit.left(reading) }).collect()
        });
        SetupCurve { setup, sources, fit, taken, known }
    }

    /// What its ambient comes from.
    pub(super) fn sources(&self) -> &[AmbientSource] {
        &self.sources
    }

    /// The readings taken in.
    pub(super) fn taken(&self) -> &[Taken] {
        &self.taken
    }

    /// What readings that were turned elsewhere tell of their patches; `around` is the light about the spot at a minute.
    pub(super) fn turned<'s>(&self, standing: &Standing<'a>, around: impl Fn(f64) -> Around<'s>) -> Vec<TurnedReading> {
        let told = |(index, reading): (usize, &Reading)| {
            let taken = self.taken.iter().find(|taken| taken.index == index);
            let told = taken.and_then(|taken| {
                let around = around(taken.minute);
                let now = self.at(taken.minute, &modelled(standing, &around));
                let gets = now.ev(taken.patch)? - reading.level(around.meter).ev();
                let lux = standing.sun_straight(&around) * now.scale(AmbientSource::Sun).exp2();
                let sun = (reading.turned == Turned::Sun && lux > 0.0 && !now.sun_is_hidden())
                    .then(|| Ev100::of(around.meter.incident_level(lux)));
                Some((Stops::of(gets), sun))
            });
            TurnedReading {
                reading: reading.id.clone(),
                patch_gets: told.map(|(gets, _)| gets),
                sun: told.and_then(|(_, sun)| sun),
            }
        };
        self.setup.readings.iter().enumerate().filter(|(_, reading)| !reading.is_of_patch()).map(told).collect()
    }

    /// Whether a cloud stood before the sun at a minute, as the readings tell.
    pub(super) fn clouded(&self, minute: f64) -> bool {
        self.fit.clouded().hides(minute)
    }

    /// The light at a minute, of which the model says this.
    pub(crate) fn at(&self, minute: f64, model: &Modelled) -> LightNow<'_> {
        let scales = self.fit.scales(minute);
        LightNow { curve: self, minute, model: model.scaled(&self.sources, &scales), scales }
    }
}

impl LightNow<'_> {
    /// What a patch has beyond its sources: as the thing it is on, and so that what was read there is shown as it was.
    fn beyond(&self, patch: Patch) -> f64 {
        // What lamps give stays as it was; it is taken from the face.
        let steady = self.model.face.lamps / self.model.face.lux().max(1e-12);
        self.curve.fit.beyond(self.minute, on(patch)) + bent(&self.curve.known[patch], self.minute, steady)
    }

    /// The exposure value of a patch, with what cards add.
    pub(crate) fn ev(&self, patch: Patch) -> Option<f64> {
        self.model.ev(patch).map(|ev| ev + self.model.cards(patch) + self.beyond(patch))
    }

    /// Stops by which one source is brighter than expected, and 0 where the setup has none such.
    pub(crate) fn scale(&self, source: AmbientSource) -> f64 {
        self.curve.sources.iter().zip(&self.scales).find(|(of, _)| **of == source).map_or(0.0, |(_, scale)| *scale)
    }

    /// Whether a cloud stands before the sun, by what was read.
    pub(super) fn sun_is_hidden(&self) -> bool {
        self.scale(AmbientSource::Sun) < BEHIND_CLOUD
    }

    /// The reading a patch goes by most: its own, its thing's, or else any; the last before, or the nearest. With minutes
    /// from it.
    fn reading(&self, patch: Patch) -> Option<(&Taken, f64)> {
        let away = |taken: &Taken| (taken.minute - self.minute).abs();
        let far = |taken: &Taken| {
            let of = if taken.patch == patch { 0 } else { 2 - u8::from(on(taken.patch)[0] == on(patch)[0]) };
            (of, taken.minute > self.minute)
        };
        let nearer = |a: &&Taken, b: &&Taken| far(a).cmp(&far(b)).then(away(a).total_cmp(&away(b)));
        self.curve.taken().iter().min_by(nearer).map(|nearest| (nearest, away(nearest)))
    }

    /// What is unsure of a patch, in stops: its sources, the thing itself, and a cloud that may come or go.
    fn error(&self, patch: Patch, lit: &PatchLight, cover: f64) -> f64 {
        let known = self.curve.fit.error(self.minute, &lit.shares(), on(patch));
        // Each reading tells for a while whether a cloud is there.
        let since = self.reading(patch).map_or(1.0, |(_, away)| 1.0 - (-away / FORGOTTEN).exp());
        let cloud = 4.0 * cover * (1.0 - cover) * (self.model.cloud_takes() / 2.0).min(1.0) * since;
        known.hypot(cloud).max(READ_ERROR)
    }

    pub(super) fn level(&self, patch: Patch, cover: f64) -> Option<ForecastLevel> {
        let lit = self.model.lit[patch].as_ref()?;
        let reading = self.reading(patch);
        Some(ForecastLevel {
            ev: Ev100::of(lit.ev()? + self.beyond(patch)),
            cards: Stops::of(lit.cards()),
            error: Stops::of(self.error(patch, lit, cover)),
            reading: reading.map(|(taken, _)| self.curve.setup.readings[taken.index].id.clone()),
            difference: Stops::of(reading.map_or(0.0, |(taken, _)| taken.difference)),
            age: reading.map_or(0.0, |(_, age)| age),
        })
    }

    /// How far each source is from what was expected of it; nothing before anything was read.
    pub(super) fn sources(&self) -> Vec<SourceLevel> {
        if self.curve.taken.is_empty() {
            return Vec::new();
        }
        let alone =
            |index: usize| (0..self.scales.len()).map(|of| f64::from(u8::from(of == index))).collect::<Vec<_>>();
        let sources = self.curve.sources.iter().zip(&self.scales).enumerate();
        sources
            .map(|(index, (source, scale))| {
                let hidden = *source == AmbientSource::Sun && self.sun_is_hidden();
                let error = self.curve.fit.error(self.minute, &alone(index), &[]);
                SourceLevel {
                    source: *source,
                    scale: Stops::of(scale.max(-HIDDEN)),
                    error: Stops::of(error),
                    touched: error < 0.9 * source.prior().error,
                    hidden,
                }
            })
            .collect()
    }
}
