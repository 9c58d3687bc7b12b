//! Rounds on a setup of one's own: its dials or its light put elsewhere by chance, so that none is known by heart.

use super::pictured::{
    ROUND, Turned, ask_against, ask_light_from, ask_lit_to_shadow, ask_ratio, ask_which_dial, changes,
};
use super::stage::{room, totals};
use super::{Chance, Drawn, DrillKind, Gesture, camera};
use crate::geometry::DVec3;
use crate::house::House;
use crate::kit::Kit;
use crate::marks::{Mark, ShutterMark};
use crate::quantity::Power;
use crate::say::drill as words;
use crate::scene::Position;
use crate::setup::{Holder, Patch, Setup};
use crate::situation::Situation;

/// The kinds that can be asked of a setup.
pub(super) const KINDS: [DrillKind; 6] = [
    DrillKind::Ratio,
    DrillKind::LitToShadow,
    DrillKind::WhichDial,
    DrillKind::Against,
    DrillKind::LightFrom,
    DrillKind::Depth,
];

/// Between these shares of flash on the face what a dial does to flash and to ambient is seen apart.
const BOTH_FELT: std::ops::RangeInclusive<f64> = 0.25..=0.92;
/// A light stands in so many places at least, or where it stands is no question.
const PLACES: usize = 3;

/// A round of a kind on a setup; none where that setup gives no such question.
pub(super) fn drawn(kind: DrillKind, chance: &mut Chance, own: &Setup, kit: &Kit, house: House) -> Option<Drawn> {
    let on_scale = |drawn: &Drawn| match drawn.gesture {
        Gesture::Stops { from, to, .. } => (from..=to).contains(&drawn.truth),
        _ => true,
    };
    let drawn = match kind {
        DrillKind::Ratio => ask_ratio(elsewhere(chance, own, kit)?, words::ASK_OWN_RATIO, kit, house),
        DrillKind::LitToShadow => ask_lit_to_shadow(elsewhere(chance, own, kit)?, kit, house),
        DrillKind::WhichDial => which_dial(chance, own, kit, house),
        DrillKind::Against => against(chance, own, kit, house),
        DrillKind::LightFrom => light_from(chance, own, kit, house),
        DrillKind::Depth => depth(chance, own, kit, house),
        _ => None,
    };
    drawn.filter(|drawn| on_scale(drawn) && drawn.frames.iter().all(|frame| is_taken(&frame.setup, kit, house)))
}

/// Whether a frame can be taken so: with dials its body and lens have, and without a band that flash does not reach.
fn is_taken(setup: &Setup, kit: &Kit, house: House) -> bool {
    let at = setup.camera.shutter.at;
    Situation::new(setup, kit, house).is_ok_and(|s| s.past(at).is_none())
}

/// Its shutter up to two stops elsewhere and its powers up to one, as far as both go.
fn elsewhere(chance: &mut Chance, own: &Setup, kit: &Kit) -> Option<Setup> {
    let body = kit.camera(&own.camera.body)?;
    let mut setup = own.clone();
    let shutter = own.camera.shutter.at.sixths() + 6 * chance.whole(-2, 2) as i16;
    let fastest = if setup.lights.is_empty() { body.shutter_fastest } else { body.sync };
    setup.camera.shutter.at = ShutterMark::nearest(shutter).clamp(body.shutter_slowest, fastest);
    let stops = chance.whole(-1, 1) as f64;
    for light in &mut setup.lights {
        let lowest = kit.flash(&light.flash)?.lowest_power.stops_below_full();
        light.power.at = Power::nearest((light.power.at.stops_below_full() - stops).clamp(0.0, lowest));
    }
    Some(setup)
}

/// How much of the light on the face is flash, as it stands.
fn flash_on_face(setup: &Setup, kit: &Kit, house: House) -> f64 {
    Situation::new(setup, kit, house).map_or(0.0, |s| crate::modes::flash_on_face(&s).share())
}

/// Whether flash and ambient both show on the face as it stands.
fn both_are_felt(setup: &Setup, kit: &Kit, house: House) -> bool {
    BOTH_FELT.contains(&flash_on_face(setup, kit, house))
}

fn which_dial(chance: &mut Chance, own: &Setup, kit: &Kit, house: House) -> Option<Drawn> {
    let which = chance.whole(0, 2) as usize;
    let stops = chance.one_of([-1.5, -1.0, 1.0]);
    let (up, down) = room(own, kit)?;
    let stops = if stops > up || -stops > down { -stops } else { stops };
    both_are_felt(own, kit, house).then(|| ask_which_dial(own.clone(), which, stops))
}

/// How far what is turned moves the background against the face: the plan knows, as flash and ambient both light each of them.
fn against(chance: &mut Chance, own: &Setup, kit: &Kit, house: House) -> Option<Drawn> {
    let (turned, _) = changes(chance, room(own, kit)?);
    // Other lights stay where they are: what twice as far does is asked where there is one alone, and bare.
    if matches!(turned, Turned::Further) || !both_are_felt(own, kit, house) {
        return None;
    }
    let apart =
        |setup: &Setup| totals(setup, kit, house, [Patch::Face, Patch::Background]).map(|[face, behind]| behind - face);
    let truth = apart(&turned.done(own))? - apart(own)?;
    Some(ask_against(own.clone(), words::against_own(&turned.words()), turned, truth))
}

/// Its key alone, as far away and as high as it is, round who is pictured.
fn light_from(chance: &mut Chance, own: &Setup, kit: &Kit, house: House) -> Option<Drawn> {
    let s = Situation::new(own, kit, house).ok()?;
    let key = s.lights[crate::situation::key(&s.lights)?].index.place();
    let (face, eye) = (own.main_face().at, own.scene.camera.at.point());
    let far = (own.lights[key].at.point() - face).with_z(0.0).length();
    let ahead = (eye - face).with_z(0.0).try_normalize()?;
    let aside = DVec3::new(-ahead.y, ahead.x, 0.0);
    let mut own = own.clone();
    own.lights.iter_mut().enumerate().for_each(|(index, light)| light.on = index == key);
    // By hardly any flash nobody sees where it stands.
    if own.lights[key].is_on_camera() || flash_on_face(&own, kit, house) < *BOTH_FELT.start() {
        return None;
    }
    let at = move |degrees: f64| {
        let (sine, cosine) = degrees.to_radians().sin_cos();
        let mut setup = own.clone();
        let light = &mut setup.lights[key];
        // From a clamp over the frame: no stand is in it, wherever the light goes.
        light.held_by = Holder::Clamp;
        let to = face + far * (ahead * cosine + aside * sine);
        light.at = Position::nearest(to.with_z(light.at.point().z));
        setup
    };
    let places: Vec<f64> = ROUND.into_iter().filter(|degrees| at(*degrees).check(kit).is_ok()).collect();
    if places.len() < PLACES || far < 0.3 {
        return None;
    }
    let truth = places[chance.whole(0, places.len() as i64 - 1) as usize];
    Some(ask_light_from(at, truth))
}

/// Its lens, its distance, and a depth.
fn depth(chance: &mut Chance, own: &Setup, kit: &Kit, house: House) -> Option<Drawn> {
    let body = kit.camera(&own.camera.body)?;
    // The circle of a frame looked at whole, as large as the frame is.
    let circle = camera::CIRCLE / body.crop();
    let lens = (own.camera.focal.millimetres(), circle, own.subject_distance().metres());
    camera::ask_depth(lens, chance.one_of(camera::DEPTHS), words::own_depth, house.units)
}
