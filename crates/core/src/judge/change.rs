//! What a frame says, taken over as readings, and what to turn for it.

use super::{Apart, FELT, Judged, Verdict};
use crate::assess::{Facts, assess_situation, targets};
use crate::check::FieldError;
use crate::forecast::Seen;
use crate::kit::Kit;
use crate::ladder::{Turn, turns};
use crate::marks::{Mark, stops_label};
use crate::quantity::{ClockTime, Id, Share};
use crate::say;
use crate::setup::{FlashReading, Measured, Method, Patch, Reading, Receptor, Setup, Turned};
use crate::situation::{Dials, Situation};
use crate::solve::solve;
use crate::take::{PlannedPart, Take};
use crate::terms::Terms;
use serde::Serialize;

/// What to turn, and the setup with it turned.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct Mended {
    /// The setup with what the frame says as readings, and its free dials solved for them.
    pub setup: Setup,
    /// What is turned, in the dials' own units.
    pub turns: Vec<Turn>,
    /// In a sentence.
    pub text: String,
    /// Where that puts what is judged, in a sentence.
    pub then: String,
}

/// The name a reading of a frame has in its setup: a later frame's takes its place.
fn id(patch: Patch, light: Option<usize>) -> Option<Id> {
    let patch = patch.words().replace(' ', "-");
    let name = light
        .map_or_else(|| format!("{}{patch}", Reading::FRAME), |light| format!("{}{patch}-{light}", Reading::FRAME));
    Id::new(&name).ok()
}

/// A setup without what frames said of it: the light that was there before any was taken, and that a camera still sees.
#[must_use]
pub fn before_frames(setup: &Setup) -> Setup {
    let mut before = setup.clone();
    before.readings.retain(|reading| !reading.is_of_frame());
    before.flash_readings.retain(|reading| !reading.is_of_frame());
    before
}

/// Puts one in the place of that of the same id, at the end.
fn put<T>(list: &mut Vec<T>, new: T, same: impl Fn(&T) -> bool) {
    list.retain(|old| !same(old));
    list.push(new);
}

/// What a frame says of the ambient on a patch, as a reading of the light that comes back.
fn ambient_reading(setup: &Setup, take: &Take, judged: &Judged, clock: Option<&ClockTime>) -> Option<Reading> {
    let planned = take.planned.level(judged.patch)?;
    // Of one whose time is not known it is only known that it came after what was read before.
    let latest = setup
        .readings
        .iter()
        .filter(|reading| reading.patch == judged.patch)
        .filter_map(|reading| reading.time.clone())
        .max();
    Some(Reading {
        id: id(judged.patch, None)?,
        patch: judged.patch,
        method: Method::Reflected,
        measured: Measured::Ev { ev: planned.ambient_ev + judged.ambient_more + planned.to_picture },
        time: clock.cloned().or(latest),
        receptor: Receptor::Dome,
        turned: Turned::Patch,
    })
}

/// What a frame says of a light on a patch, as a flash meter set to the frame's sensitivity would have shown it: the aperture above it,
/// and the share that leaves. None where a meter would hardly show it.
fn flash_reading(take: &Take, judged: &Judged, part: &PlannedPart, index: usize) -> Option<FlashReading> {
    let iso = take.settings.iso.unwrap_or(take.planned.iso);
    let shown = part.at_full + judged.flash_more?.stops() - part.power.stops_below_full() + iso.stops();
    let (aperture, share) = FlashReading::shown(shown);
    (share >= FlashReading::LEAST_SHARE).then_some(FlashReading {
        id: id(judged.patch, Some(index))?,
        light: part.light.clone(),
        modifier: part.modifier.clone(),
        patch: judged.patch,
        power: part.power,
        aperture,
        iso,
        share: Some(Share::nearest(share)),
        reached: part.reached,
    })
}

impl Verdict {
    /// A setup that knows what the frame says: each patch's ambient and each light's flash as readings. `clock` is when the frame
    /// was taken, by the place's own clock.
    #[must_use]
    pub fn taken_over(&self, setup: &Setup, take: &Take, clock: Option<&ClockTime>) -> Setup {
        let mut told = setup.clone();
        for judged in self.patches.iter().filter(|judged| judged.cannot.is_none()) {
            if judged.split.by != Apart::AmbientAsPlanned
                && let Some(reading) = ambient_reading(setup, take, judged, clock)
            {
                put(&mut told.readings, reading.clone(), |old| old.id == reading.id);
            }
            let parts = take.planned.level(judged.patch).map_or(&[][..], |planned| &planned.parts);
            for (index, part) in parts.iter().enumerate().filter(|_| judged.split.by != Apart::FlashAsPlanned) {
                if told.light_index(&part.light).is_some()
                    && let Some(reading) = flash_reading(take, judged, part, index)
                {
                    put(&mut told.flash_readings, reading.clone(), |old| old.id == reading.id);
                }
            }
        }
        told
    }
}

/// More dials are turned only for more than this gained, in stops.
const GAINED: f64 = 0.05;

/// Dials a hand goes to, one set after the other: the flashes alone, the shutter with them, ISO, the aperture, all (the order of
/// common practice: what the photographer chose first is touched last).
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
enum Hands {
    Powers,
    Shutter,
    Iso,
    Aperture,
    All,
}

const HANDS: [Hands; 5] = [Hands::Powers, Hands::Shutter, Hands::Iso, Hands::Aperture, Hands::All];

impl Hands {
    /// A setup in which all but these dials are held, and so are gels, white balance and where the lights stand.
    fn alone(self, setup: &Setup) -> Setup {
        let mut still = setup.clone();
        still.white_balance.kelvin.held = true;
        for light in &mut still.lights {
            (light.gels.held, light.may_move) = (true, false);
        }
        let camera = &mut still.camera;
        camera.shutter.held |= !matches!(self, Hands::Shutter | Hands::All);
        camera.iso.held |= !matches!(self, Hands::Iso | Hands::All);
        camera.aperture.held |= !matches!(self, Hands::Aperture | Hands::All);
        camera.nd.held |= self != Hands::All;
        still
    }
}

/// How far the target that is missed most is missed.
fn worst(s: &Situation<'_>) -> f64 {
    let facts = Facts::of(s, &Dials::of(s.setup));
    targets(s, &facts).iter().map(|(_, miss)| miss.abs()).fold(0.0, f64::max)
}

/// Turns the fewest dials of a setup that knows what a frame says so that its targets are met, or as nearly as they can be. What is
/// held stays, and so do gels, white balance and where the lights stand.
///
/// # Errors
/// Every problem of the setup, each at its field.
pub fn mended(seen: Seen<'_>, kit: &Kit, terms: Terms, patches: &[Patch]) -> Result<Mended, Vec<FieldError>> {
    let told = seen.setup;
    let stands = Situation::new(seen, kit, terms)?;
    let (mut setup, mut missed) = (told.clone(), worst(&stands));
    for hands in HANDS {
        if missed <= FELT {
            break;
        }
        let solved = solve(Seen { setup: &hands.alone(told), ..seen }, kit, terms)?;
        let mut turned = told.clone();
        Dials::of(&solved).put_into(&mut turned);
        let misses = worst(&stands.after(&turned)?);
        if misses < missed - GAINED {
            (setup, missed) = (turned, misses);
        }
    }
    let s = stands.after(&setup)?;
    let turns = turns(&s, Some(&Dials::of(told)), &Dials::of(&setup));
    let assessment = assess_situation(&s);
    let stands_at = |patch: &Patch| {
        assessment.level(*patch).map(|level| say::judge::stands_at(level.name, stops_label(level.total.stops())))
    };
    let then: Vec<String> = patches.iter().filter_map(stands_at).collect();
    let each: Vec<String> = turns.iter().map(|turn| say::judge::turn(&turn.name, &turn.from, &turn.to)).collect();
    let text = match (each.is_empty(), missed > FELT) {
        (false, _) => say::capital(&each.join(", ")) + ".",
        (true, false) => say::judge::NOTHING_TO_TURN.to_owned(),
        (true, true) => say::judge::NO_DIAL_LEFT.to_owned(),
    };
    Ok(Mended { turns, text, then: say::judge::then(&then.join(", ")), setup: setup.clone() })
}
