//! What a job packs: the kit of all its setups, with counts, and the small things no plan names.

use super::build::bag_of;
use super::{CardLine, SetupCard};
use crate::kit::Kit;
use crate::marks::Mark;
use crate::optics::Support;
use crate::quantity::Id;
use crate::say;
use crate::setup::{Holder, Light, Setup};
use std::collections::BTreeMap;

/// How many of something any one setup uses: what one has put away the next can have.
fn most<'a, K: Ord>(setups: impl Iterator<Item = &'a Setup>, used: impl Fn(&Setup) -> Vec<K>) -> BTreeMap<K, usize> {
    let mut found = BTreeMap::new();
    for setup in setups {
        let mut here = BTreeMap::new();
        used(setup).into_iter().for_each(|one| *here.entry(one).or_insert(0) += 1);
        for (one, count) in here {
            let before = found.entry(one).or_insert(0);
            *before = count.max(*before);
        }
    }
    found
}

fn lights(setup: &Setup) -> impl Iterator<Item = &Light> {
    setup.lights.iter().filter(|light| light.on)
}

/// What a setup takes of each flash: batteries, and how many of it.
fn takes(card: &SetupCard) -> BTreeMap<&Id, (f64, usize)> {
    let frames = f64::from(card.setup.pops());
    let mut here = BTreeMap::new();
    for light in lights(&card.setup) {
        let report = card.assessment.lights.iter().find(|report| report.light == light.id);
        let pops = report.map_or(1, |report| report.pops_per_battery).max(1);
        let entry = here.entry(&light.flash).or_insert((0.0, 0));
        entry.0 += frames / f64::from(pops);
        entry.1 += 1;
    }
    here
}

/// Batteries of each flash over the whole job: what each setup leaves in one serves the next. Of a setup and those that stand by for it
/// one is made: the one that takes most counts.
pub(super) fn batteries(cards: &[SetupCard]) -> BTreeMap<&Id, (f64, usize)> {
    let mut found: BTreeMap<&Id, (f64, usize)> = BTreeMap::new();
    for made in cards.chunk_by(|_, next| next.setup.standby.is_some()) {
        let mut most: BTreeMap<&Id, (f64, usize)> = BTreeMap::new();
        for (flash, (charge, count)) in made.iter().flat_map(takes) {
            let entry = most.entry(flash).or_insert((0.0, 0));
            *entry = (entry.0.max(charge), entry.1.max(count));
        }
        for (flash, (charge, count)) in most {
            let entry = found.entry(flash).or_insert((0.0, 0));
            *entry = (entry.0 + charge, entry.1.max(count));
        }
    }
    found
}

/// What holds a light, where that is something to pack.
const fn holds(holder: Holder) -> Option<&'static str> {
    match holder {
        Holder::Stand => Some(say::card::STAND),
        Holder::Boom => Some(say::card::BOOM),
        Holder::Clamp => Some(say::card::CLAMP),
        Holder::Assistant => Some(say::card::POLE),
        Holder::Table | Holder::Camera | Holder::Hand => None,
    }
}

/// Everything a job packs.
#[must_use]
pub fn packing(cards: &[SetupCard], kit: &Kit) -> Vec<CardLine> {
    let setups = || cards.iter().map(|card| &card.setup);
    let name = |id: &Id| kit.item(id).map(|item| item.name().to_string());
    let mut lines = Vec::new();
    let of_kit = |used: BTreeMap<Id, usize>, lines: &mut Vec<CardLine>| {
        for (id, count) in used {
            if let Some(name) = name(&id) {
                lines.push(CardLine::new(format!("kit-{id}"), say::card::count(&name, count)));
            }
        }
    };
    of_kit(most(setups(), |setup| vec![setup.camera.body.clone()]), &mut lines);
    for body in kit.cameras() {
        let Some(film) = &body.film else { continue };
        let on_it = setups().filter(|setup| setup.camera.body == body.id && setup.standby.is_none());
        let frames: u32 = on_it.map(|setup| setup.pace.frames).sum();
        if frames > 0 {
            let text = say::card::film(film.gives.words(), body.iso_base.label(body.step), frames);
            lines.push(CardLine::new(format!("film-{}", body.id), text));
        }
    }
    of_kit(most(setups(), |setup| vec![setup.camera.lens.clone()]), &mut lines);
    of_kit(most(setups(), |setup| lights(setup).map(|light| light.flash.clone()).collect()), &mut lines);
    of_kit(most(setups(), |setup| lights(setup).filter_map(|light| light.modifier.clone()).collect()), &mut lines);
    let gels = most(setups(), |setup| lights(setup).flat_map(|light| light.gels.at.clone()).collect::<Vec<Id>>());
    for (id, count) in &gels {
        if let Some(name) = name(id) {
            lines.push(CardLine::new(format!("kit-{id}"), say::card::gel(&name, *count)));
        }
    }
    for (id, (drained, heads)) in batteries(cards) {
        let sets = (drained.ceil() as usize).max(heads);
        if let Some(name) = name(id) {
            let line = CardLine::new(format!("battery-{id}"), say::card::batteries(&name, sets));
            lines.push(line.because(say::card::BATTERY_GUESS));
        }
    }
    let held = most(setups(), |setup| lights(setup).map(|light| light.held_by).collect::<Vec<Holder>>());
    for (holder, count) in held {
        if let Some(what) = holds(holder) {
            lines.push(CardLine::new(format!("pack-{holder:?}").to_lowercase(), say::card::count(what, count)));
        }
    }
    let tripod = setups().any(|setup| setup.camera.support == Support::Tripod);
    lines.extend(tripod.then(|| CardLine::new("pack-tripod", say::card::TRIPOD)));
    let cards_used = most(setups(), |setup| setup.scene.cards.iter().map(|card| card.kind).collect::<Vec<_>>());
    for (kind, count) in cards_used {
        lines.push(CardLine::new(format!("pack-card-{kind:?}").to_lowercase(), say::card::count(kind.words(), count)));
    }
    let bags = |card: &SetupCard| -> Vec<f64> {
        lights(&card.setup).filter_map(|light| bag_of(light, &card.assessment)).collect()
    };
    let bags: Vec<Vec<f64>> = cards.iter().map(bags).collect();
    let heaviest = bags.iter().flatten().copied().fold(0.0, f64::max);
    if heaviest > 0.0 {
        lines.push(CardLine::new("pack-bags", say::card::bags(bags.iter().map(Vec::len).max().unwrap_or(1), heaviest)));
    }
    let filters = setups().any(|setup| setup.camera.nd.at.stops() > 0.0);
    lines.extend(filters.then(|| CardLine::new("pack-nd", say::card::ND)));
    let always = [("target", say::card::TARGET), ("storage", say::card::STORAGE), ("cloth", say::card::CLOTH)];
    lines.extend(always.map(|(key, text)| CardLine::new(format!("pack-{key}"), text)));
    if setups().any(|setup| lights(setup).next().is_some()) {
        lines.extend(
            [("trigger", say::card::TRIGGERS), ("tape", say::card::TAPE)]
                .map(|(key, text)| CardLine::new(format!("pack-{key}"), text)),
        );
    }
    lines
}
