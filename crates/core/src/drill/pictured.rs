//! Rounds that are read off frames.

use super::stage::{frame, light_at, person, put_flash, room, totals};
use super::{Chance, Drawn, Gesture};
use crate::geometry::DVec3;
use crate::house::House;
use crate::kit::Kit;
use crate::marks::{ApertureMark, IsoMark, Mark, ShutterMark};
use crate::quantity::Power;
use crate::say::drill as words;
use crate::scene::{Person, Position};
use crate::setup::{Patch, Setup};

/// A level is read to half a stop by eye (common practice).
const BY_EYE: f64 = 0.5;
/// A third of a stop, for what is reckoned.
const THIRD: f64 = 0.34;

/// Light for the face so that both together stand at 0.
fn fills_up(ambient: f64) -> f64 {
    (1.0 - ambient.exp2()).log2()
}

/// Face and background: how far is the background under the face, or over it?
pub(super) fn ratio(chance: &mut Chance, kit: &Kit, house: House) -> Option<Drawn> {
    let (face, background) = (chance.whole(-12, -3) as f64 / 3.0, chance.whole(-12, 3) as f64 / 3.0);
    let mut setup = person(chance, kit, face, background)?;
    light_at(&mut setup, chance.one_of([-50.0, -30.0, 30.0, 50.0]));
    put_flash(&mut setup, kit, house, fills_up(face))?;
    ask_ratio(setup, words::ASK_RATIO, kit, house)
}

/// The same of any setup, as it stands.
pub(super) fn ask_ratio(setup: Setup, ask: &str, kit: &Kit, house: House) -> Option<Drawn> {
    let [face, behind] = totals(&setup, kit, house, [Patch::Face, Patch::Background])?;
    let scale = Gesture::Stops { from: -6.0, to: 3.0, zero: words::FACE, what: words::BACKGROUND };
    let mut drawn = Drawn::asking(ask.to_owned(), scale, behind - face, BY_EYE);
    drawn.stops = Some(1.0);
    drawn.frames = vec![frame(&setup, "")];
    drawn.why = words::ratio(face, behind);
    drawn.after = Box::new(move |_| vec![frame(&setup, words::THIS_FRAME)]);
    Some(drawn)
}

/// Lit side and shadow side of a face.
pub(super) fn lit_to_shadow(chance: &mut Chance, kit: &Kit, house: House) -> Option<Drawn> {
    let face = chance.whole(-12, -3) as f64 / 3.0;
    let mut setup = person(chance, kit, face, face)?;
    light_at(&mut setup, chance.one_of([-70.0, -55.0, 55.0, 70.0]));
    put_flash(&mut setup, kit, house, fills_up(face))?;
    ask_lit_to_shadow(setup, kit, house)
}

/// The same of any setup, as it stands.
pub(super) fn ask_lit_to_shadow(setup: Setup, kit: &Kit, house: House) -> Option<Drawn> {
    let [lit, shadow] = totals(&setup, kit, house, [Patch::Face, Patch::ShadowSide])?;
    let scale = Gesture::Stops { from: -6.0, to: 1.0, zero: words::LIT_SIDE, what: words::SHADOW_SIDE };
    let mut drawn = Drawn::asking(words::ASK_LIT_TO_SHADOW.to_owned(), scale, shadow - lit, BY_EYE);
    drawn.stops = Some(1.0);
    drawn.frames = vec![frame(&setup, "")];
    drawn.why = words::lit_to_shadow(lit - shadow);
    drawn.after = Box::new(move |_| vec![frame(&setup, words::THIS_FRAME)]);
    Some(drawn)
}

/// Turns one dial by stops: brighter above zero.
pub(super) fn turned(setup: &Setup, which: usize, stops: f64) -> Setup {
    let mut setup = setup.clone();
    let sixths = (stops * 6.0).round() as i16;
    let camera = &mut setup.camera;
    match which {
        0 => camera.shutter.at = ShutterMark::nearest(camera.shutter.at.sixths() - sixths),
        1 => {
            for light in &mut setup.lights {
                light.power.at = Power::nearest(light.power.at.stops_below_full() - stops);
            }
        }
        _ => camera.aperture.at = ApertureMark::nearest(camera.aperture.at.sixths() - sixths),
    }
    setup
}

/// Two frames, one dial between them.
pub(super) fn which_dial(chance: &mut Chance, kit: &Kit, house: House) -> Option<Drawn> {
    let face = chance.whole(-7, -5) as f64 / 3.0;
    let mut setup = person(chance, kit, face, face + 1.0)?;
    light_at(&mut setup, chance.one_of([-45.0, 45.0]));
    put_flash(&mut setup, kit, house, -0.5)?;
    let which = chance.whole(0, 2) as usize;
    let stops = chance.one_of([-1.5, -1.0, 1.0]);
    // The other way where the flash does not go so far.
    let (up, down) = room(&setup, kit)?;
    let stops = if stops > up || -stops > down { -stops } else { stops };
    Some(ask_which_dial(setup, which, stops))
}

/// The same of any setup, one of its dials turned.
pub(super) fn ask_which_dial(setup: Setup, which: usize, stops: f64) -> Drawn {
    let after = turned(&setup, which, stops);
    let gesture = Gesture::Choice { options: words::WHICH.to_vec() };
    let mut drawn = Drawn::asking(words::ASK_WHICH_DIAL.to_owned(), gesture, which as f64, 0.1);
    drawn.frames = vec![frame(&setup, words::BEFORE), frame(&after, words::AFTER)];
    drawn.why = words::which_dial(which);
    drawn.after =
        Box::new(move |_| vec![frame(&setup, words::BEFORE), frame(&after, words::after_turning(which, stops))]);
    drawn
}

/// One light, anywhere round the subject.
pub(super) fn light_from(chance: &mut Chance, kit: &Kit, house: House) -> Option<Drawn> {
    let mut setup = person(chance, kit, -4.0, -3.0)?;
    light_at(&mut setup, 30.0);
    put_flash(&mut setup, kit, house, 0.0)?;
    let truth = chance.one_of(ROUND);
    let at = move |degrees: f64| {
        let mut setup = setup.clone();
        light_at(&mut setup, degrees);
        setup
    };
    Some(ask_light_from(at, truth))
}

/// Where a light may stand round who is pictured, in degrees from the camera.
pub(super) const ROUND: [f64; 9] = [-120.0, -90.0, -60.0, -30.0, 0.0, 30.0, 60.0, 90.0, 120.0];

/// The same of any setup, by how it stands with its light at an angle.
pub(super) fn ask_light_from(at: impl Fn(f64) -> Setup + 'static, truth: f64) -> Drawn {
    let mut drawn = Drawn::asking(words::ASK_LIGHT_FROM.to_owned(), Gesture::Turn { most: 180.0 }, truth, 25.0);
    drawn.frames = vec![frame(&at(truth), "")];
    drawn.why = words::light_from(truth);
    drawn.after = Box::new(move |answer| {
        vec![frame(&at(truth), words::from(truth)), frame(&at(answer), words::yours_from(answer))]
    });
    drawn
}

/// A change, and what it does to an ambient background against a face that flash alone lights, in stops.
pub(super) fn changes(chance: &mut Chance, (up, down): (f64, f64)) -> (Turned, f64) {
    let stops = chance.whole(1, 2) as f64;
    match chance.whole(0, 6) {
        0 => (Turned::Slower(stops), stops),
        1 if stops <= up => (Turned::Stronger(stops), -stops),
        1 | 2 if stops <= down => (Turned::Weaker(stops), stops),
        3 => (Turned::Opened(stops), 0.0),
        4 => (Turned::Iso(stops), 0.0),
        5 => (Turned::Closed(stops), 0.0),
        _ => (Turned::Further, 2.0),
    }
}

/// What is turned.
#[derive(Debug, Clone, Copy)]
pub(super) enum Turned {
    Slower(f64),
    Stronger(f64),
    Weaker(f64),
    Opened(f64),
    Iso(f64),
    Closed(f64),
    Further,
}

impl Turned {
    pub(super) fn words(self) -> String {
        match self {
            Turned::Slower(stops) => words::slower(stops),
            Turned::Stronger(stops) => words::stronger(stops),
            Turned::Weaker(stops) => words::weaker(stops),
            Turned::Opened(stops) => words::opened(stops),
            Turned::Iso(stops) => words::iso_up(stops),
            Turned::Closed(stops) => words::closed(stops),
            Turned::Further => words::FURTHER.to_owned(),
        }
    }

    pub(super) fn why(self) -> &'static str {
        match self {
            Turned::Slower(_) => words::WHY_SHUTTER,
            Turned::Stronger(_) | Turned::Weaker(_) => words::WHY_POWER,
            Turned::Opened(_) | Turned::Iso(_) | Turned::Closed(_) => words::WHY_BOTH,
            Turned::Further => words::WHY_DISTANCE,
        }
    }

    pub(super) fn done(self, setup: &Setup) -> Setup {
        let mut after = setup.clone();
        let camera = &mut after.camera;
        match self {
            Turned::Slower(stops) => return turned(setup, 0, stops),
            Turned::Stronger(stops) => return turned(setup, 1, stops),
            Turned::Weaker(stops) => return turned(setup, 1, -stops),
            Turned::Opened(stops) => return turned(setup, 2, stops),
            Turned::Iso(stops) => camera.iso.at = IsoMark::nearest(camera.iso.at.sixths() + (stops * 6.0) as i16),
            Turned::Closed(stops) => return turned(setup, 2, -stops),
            Turned::Further => {
                let face = setup.scene.people.first().map_or(DVec3::ZERO, Person::face);
                for light in &mut after.lights {
                    light.at = Position::nearest(face + 2.0 * (light.at.point() - face));
                }
            }
        }
        after
    }
}

/// What a dial does to ambient against flash: the trade's common errors stand among the questions.
pub(super) fn against(chance: &mut Chance, kit: &Kit, house: House) -> Option<Drawn> {
    let mut setup = person(chance, kit, -6.0, -1.5)?;
    // Bare, so that its light falls off as the square of its distance does.
    setup.lights.first_mut()?.modifier = None;
    light_at(&mut setup, 45.0);
    put_flash(&mut setup, kit, house, -1.0)?;
    let (turned, truth) = changes(chance, room(&setup, kit)?);
    Some(ask_against(setup, words::against(&turned.words()), turned, truth))
}

/// The same of any setup: what is turned moves its background so far against its face.
pub(super) fn ask_against(setup: Setup, ask: String, turned: Turned, truth: f64) -> Drawn {
    let scale = Gesture::Stops { from: -4.0, to: 4.0, zero: words::AS_BEFORE, what: words::BACKGROUND };
    let mut drawn = Drawn::asking(ask, scale, truth, THIRD);
    drawn.stops = Some(1.0);
    drawn.frames = vec![frame(&setup, words::BEFORE)];
    drawn.why = turned.why().to_owned();
    let after = turned.done(&setup);
    drawn.after = Box::new(move |_| vec![frame(&setup, words::BEFORE), frame(&after, words::AFTER)]);
    drawn
}
