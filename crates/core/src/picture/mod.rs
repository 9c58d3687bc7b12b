//! What a picture of a setup is made of: its set, what the camera sees of it, and how strong and of what colour each source is at
//! the dials. Whoever makes the picture needs to know no document.

mod ambient;
mod falls;
mod outline;
mod places;
mod stands;

use crate::colour::{Eye, Spectrum};
use crate::colours::{LightId, Surfaces, eye, lights_of};
use crate::flash::BeforeReady;
use crate::marks::ShutterMark;
use crate::optics::{frames_for_a_sharp_one, odds_of_a_sharp_frame};
use crate::quantity::{Learnt, Seconds, Share};
use crate::say;
use crate::set::{Blur, FlashReach, On, Paints, Set, Shown, Trail};
use crate::setup::{BackgroundKind, Patch};
use crate::situation::{Dials, Lit, READY, Situation, powers_of_lit, recharge_short};
use crate::transport::Receiver;
use ambient::{Ambient, ambient};
pub use falls::{Given, Held, NotHeld};
pub use outline::{OutlineTold, told as outline_told};
pub use places::{PatchPlace, places};
use stands::{cloth, people, shown};

/// A source of the set as one kind of light at the dials.
#[derive(Debug, Clone)]
pub struct Shines {
    /// Which source of the set.
    pub source: usize,
    /// Which light of the setup, or kind of its ambient.
    pub of: LightId,
    /// Its light as it leaves its films, with Y = 1.
    pub light: Spectrum,
    /// What a gain of 1 comes to as an incident level, in stops from correct.
    pub level: f64,
    /// Whether it is a flash's.
    pub flash: bool,
    /// How much weaker it is in a burst at the setup's pace once its charge is used up, in stops; none where it then stays dark.
    pub in_burst: Option<f64>,
    /// What each kind of thing gets of it, as a factor: it is of one light of a mixture there, and what was metered may be more
    /// than the sources are known to give.
    pub on: On,
}

/// A setup as a picture is made of it.
#[derive(Debug, Clone)]
pub struct Picturing {
    /// What sends, stops and returns light.
    pub set: Set,
    /// What the camera sees of it.
    pub shown: Shown,
    /// What shines, by source and kind.
    pub shines: Vec<Shines>,
    /// What all is painted with.
    pub paints: Paints,
    /// The camera's white.
    pub eye: Eye,
    /// How much higher a surface that sends everything back reads reflected than by the light that falls on it, in stops.
    pub white: f64,
    /// Stops from mid-grey to clipping.
    pub headroom: f64,
    /// How much over the light itself a level of flash is at the dials, in stops: aperture, sensitivity, filter, closeness.
    pub flash_gain: f64,
    /// The same of ambient, the shutter with it.
    pub ambient_gain: f64,
    /// How long the camera exposes: the shutter's time, or the floor aperture priority stops at.
    pub exposure: Seconds,
    /// What is out of focus.
    pub blur: Blur,
    /// How far down, or across where the camera is held upright, flash reaches: past sync the second curtain hides the rest.
    pub reach: FlashReach,
    /// How far the subject goes while the camera exposes.
    pub trail: Trail,
    /// What the hand makes of it; none on a tripod.
    pub hand: Option<InHand>,
    /// Where the patches of the stop scale are in the frame.
    pub places: Vec<PatchPlace>,
    /// Where ambient was metered or worked out.
    pub metered: Vec<Metered>,
}

/// How wide the frame is as it is held, in millimetres.
fn frame_across(s: &Situation<'_>) -> f64 {
    let (width, height) = s.terms.purpose.frame(s.body);
    (if s.setup.scene.camera.upright { height } else { width }).millimetres()
}

/// How wide a blur passes for a point, as a share of the frame's width as it is held.
pub(crate) fn circle_across(s: &Situation<'_>) -> f64 {
    s.lensing.circle.millimetres() / frame_across(s)
}

fn blur(s: &Situation<'_>, dials: &Dials) -> Blur {
    let infinity = s.lensing.blur_of_infinity(dials.aperture.f_number()).millimetres() / frame_across(s);
    Blur { focus: s.lensing.focus.metres(), infinity }
}

/// What moves faster than this may draw a trail one can see, in metres a second: a pose does not.
const MOVES: f64 = 0.12;

/// Whether the subject moves so that it may draw a trail.
pub(crate) fn moves(s: &Situation<'_>) -> bool {
    s.setup.subject.movement.speed(s.terms.house.sport).is_some_and(|speed| speed > MOVES)
}

/// How far the subject goes across the frame meanwhile.
fn trail(s: &Situation<'_>, dials: &Dials) -> Trail {
    let time = s.effective_shutter(dials.shutter).time();
    let short = moves(s).then(|| s.setup.subject.movement.travels(s.terms.house.sport, time, s.asks.frame)).flatten();
    // Told by the short side: across the frame as it is held.
    let view = s.stage.view;
    let across = view.half_width.min(view.half_height) / view.half_width;
    Trail { share: short.map_or(0.0, |short| short * across), flash_at_end: s.setup.camera.rear_curtain }
}

/// How much weaker a flash is once its charge is used up: it fires with what came back since the frame before, or not at all.
fn in_burst(s: &Situation<'_>, lit: &Lit<'_>, below: f64) -> Option<f64> {
    let short = recharge_short(s, lit, below);
    (short <= READY || lit.flash.before_ready == BeforeReady::FiresShort).then_some(short)
}

/// What the hand makes of the frames.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct InHand {
    /// The odds that one is free of shake.
    pub odds: Share,
    /// How wide a shake passes for none, as a share of the frame's width.
    pub circle: f64,
}

impl InHand {
    /// The same in words; none where nearly every frame is sharp.
    #[must_use]
    pub fn words(self) -> Option<String> {
        let sharp = (self.odds.share() * 10.0).round();
        (sharp < 10.0).then(|| say::picture::in_the_hand(sharp, frames_for_a_sharp_one(self.odds)))
    }
}

/// From this share of the face's light on, flash freezes what the hand does.
const FREEZES: f64 = 0.25;

/// Whether flash freezes what the hand does, by its share of the face's light.
pub(crate) fn flash_freezes(share: f64) -> bool {
    share >= FREEZES
}

/// What the hand makes of frames at a shutter; none on a tripod.
pub(crate) fn in_hand(s: &Situation<'_>, shutter: ShutterMark) -> Option<InHand> {
    let rule = Seconds::of(s.asks.hand()?.seconds() * Learnt::more_of(s.terms.house.hand).exp2());
    let odds = odds_of_a_sharp_frame(rule, s.effective_shutter(shutter).time());
    Some(InHand { odds, circle: circle_across(s) })
}

/// A place whose ambient is known, to compare a picture's light with.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Metered {
    /// Where.
    pub receiver: Receiver,
    /// Whose face it is.
    pub person: Option<usize>,
    /// Whether it is the background.
    pub behind: bool,
    /// Its ambient as an incident level at the dials, in stops from correct.
    pub level: f64,
}

/// What every picture leaves out.
pub const LEAVES_OUT: &str = say::picture::LEAVES_OUT;

/// What a picture of a setup is made of.
#[must_use]
pub fn picturing(s: &Situation<'_>) -> Picturing {
    let (setup, meter) = (s.setup, s.terms.house.meter);
    let surfaces = Surfaces::of(setup);
    let paints = Paints {
        skins: people(setup).enumerate().map(|(index, _)| setup.colour_of(index).surface()).collect(),
        cloths: people(setup).enumerate().map(|(index, _)| cloth(index)).collect(),
        thing: setup.colour_of(0).surface(),
        background: *surfaces.on(Patch::Background),
    };
    let dials = Dials::of(setup);
    let powers = powers_of_lit(s, &dials);
    let lights = lights_of(s, &powers);
    let kinds = lights.len() - s.lights.len();
    let mut set = s.field.light.set().clone();
    let offset = s.flash_gain(dials.gain());
    let ambient_gain = s.ambient_gain(dials.gain(), dials.shutter);
    let mut shines: Vec<Shines> = Vec::new();
    for (index, (lit, below)) in s.lights.iter().zip(&powers).enumerate() {
        let light = &lights[kinds + index];
        let read = |patch: Patch| lit.read.map_or(0.0, |read| read.on(patch));
        let of_face = read(Patch::Face);
        let behind = (read(Patch::Background) - of_face).exp2();
        shines.push(Shines {
            source: index,
            of: light.id.clone(),
            light: *light.worn(),
            level: meter.incident_level(lit.intensity()) + of_face + offset
                - s.high_speed_loss(lit, dials.shutter)
                - below,
            flash: true,
            in_burst: in_burst(s, lit, *below),
            on: On { subject: 1.0, background: behind, sky: behind },
        });
    }
    let Ambient { sources, added, on } = ambient(s);
    let first = set.sources.len();
    set.sources.extend(added.iter().map(|(source, _)| *source));
    let known = sources.into_iter().chain(added.iter().enumerate().map(|(index, (_, lux))| (first + index, *lux)));
    for (source, amount) in known.filter(|(_, amount)| *amount > 0.0) {
        let level = meter.incident_level(amount) + ambient_gain;
        for (kind, light) in lights[..kinds].iter().enumerate() {
            let share = |patch: Patch| s.ambient_parts(patch).get(kind).map_or(0.0, |(_, share)| *share);
            let of_subject = On { subject: share(Patch::Face), background: 0.0, sky: 0.0 };
            let behind = share(Patch::Background);
            let of_background = On { subject: 0.0, background: on.background * behind, sky: on.sky * behind };
            for (patch, on) in [(Patch::Face, of_subject), (Patch::Background, of_background)] {
                shines.push(Shines {
                    source,
                    of: light.id.clone(),
                    light: *light.on(patch),
                    level,
                    flash: false,
                    in_burst: Some(0.0),
                    on,
                });
            }
        }
    }
    Picturing {
        shown: shown(s, &paints),
        shines,
        eye: eye(s),
        white: meter.reflected_over_incident(1.0),
        headroom: s.headroom(dials.iso),
        flash_gain: offset,
        ambient_gain,
        exposure: s.effective_shutter(dials.shutter).time(),
        blur: blur(s, &dials),
        reach: FlashReach { share: s.lit_share(dials.shutter).share(), across: s.setup.scene.camera.upright },
        trail: trail(s, &dials),
        hand: in_hand(s, dials.shutter),
        places: places(s),
        metered: metered(s, ambient_gain),
        paints,
        set,
    }
}

/// More than this a place's light is not taken to differ from what its sources give, in stops.
const MOST_BEYOND: f64 = 3.0;

/// The places whose ambient is known: both sides of the face, and a wall behind.
fn metered(s: &Situation<'_>, offset: f64) -> Vec<Metered> {
    let known = |patch: Patch| {
        let ambient = s.ambient[patch].as_ref()?;
        let behind = patch == Patch::Background;
        let level = ambient.ev.ev() - s.bases.over_incident[patch] + offset;
        let person = (!behind && !s.setup.is_thing()).then_some(0);
        let points = s.field.receivers.patches[patch].iter();
        Some(points.map(move |receiver| Metered { receiver: *receiver, person, behind, level }))
    };
    let patches = [Patch::Face, Patch::ShadowSide, Patch::Background];
    let wall = s.setup.background.kind == BackgroundKind::Wall;
    patches.into_iter().filter(|patch| wall || *patch != Patch::Background).filter_map(known).flatten().collect()
}

impl Picturing {
    /// Whether frames of a burst look otherwise than the first.
    #[must_use]
    pub fn burst_differs(&self) -> bool {
        self.shines.iter().any(|shines| shines.in_burst.is_none_or(|short| short > READY))
    }

    /// By what factor the ambient of each kind of thing is brighter than its sources give it in a picture, where `falls` is what
    /// each source gives each place of [`Picturing::metered`]: others who stand about it shade it, and send light back.
    #[must_use]
    pub fn beyond(&self, falls: &[Vec<f64>]) -> On {
        let of = |behind: bool| {
            let places = self.metered.iter().zip(falls).filter(|(metered, _)| metered.behind == behind);
            let off = places.filter_map(|(metered, falls)| {
                let ambient = self.shines.iter().filter(|shines| !shines.flash);
                let on = |on: On| if behind { on.background } else { on.subject };
                let given = ambient.map(|shines| {
                    falls.get(shines.source).copied().unwrap_or(0.0) * shines.level.exp2() * on(shines.on)
                });
                let given: f64 = given.sum();
                (given > 0.0).then(|| metered.level - given.log2())
            });
            let off: Vec<f64> = off.collect();
            let mean = off.iter().sum::<f64>() / off.len().max(1) as f64;
            mean.clamp(-MOST_BEYOND, MOST_BEYOND).exp2()
        };
        On { subject: of(false), background: of(true), sky: 1.0 }
    }
}

#[cfg(test)]
mod tests;
