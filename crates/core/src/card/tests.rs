//! Cards of the sample studio.

use super::*;
use crate::format::JobFile;
use crate::house::House;
use crate::kit::Kit;
use crate::setup::Holder;
use rstest::rstest;

const SLIP_SHED: &str = include_str!("../../../../demo/slip-shed.json");
const GLASSHOUSE: &str = include_str!("../../../../demo/glasshouse.json");

fn cards(text: &str) -> (Vec<SetupCard>, Kit) {
    let file: JobFile = serde_json::from_str(text).unwrap();
    let of = |filed: &crate::format::FiledSetup| {
        let s = Situation::new(&filed.setup, &file.kit, file.job.terms(House::default(), None)).unwrap();
        card(filed.id.clone(), &s, None)
    };
    (file.setups.iter().map(of).collect(), file.kit.clone())
}

fn texts(lines: &[CardLine]) -> Vec<&str> {
    lines.iter().map(|line| line.text.as_str()).collect()
}

/// No two lines of one list have one key, or a tick would be two.
#[rstest]
#[case(SLIP_SHED)]
#[case(GLASSHOUSE)]
fn every_line_has_its_own_key(#[case] job: &str) {
    let (cards, kit) = cards(job);
    let lists = cards.iter().flat_map(|card| [&card.build.lines, &card.before, &card.tests]);
    let packed = packing(&cards, &kit);
    for list in lists.chain([&packed]) {
        let mut keys: Vec<&str> = list.iter().map(|line| line.key.as_str()).collect();
        keys.sort_unstable();
        let count = keys.len();
        keys.dedup();
        assert_eq!(keys.len(), count, "{keys:?}");
        assert!(list.iter().all(|line| !line.text.is_empty()));
    }
}

/// By hand from the sample job: two bodies, three lenses, one head that stands in every setup, an octa and a box that are never up
/// together; the foot of the slip wants a bag of its own.
#[test]
fn the_slip_shed_is_packed() {
    let (cards, kit) = cards(SLIP_SHED);
    let packed = packing(&cards, &kit);
    let said = texts(&packed);
    for wanted in [
        "Full-frame body, 24 MP",
        "High-resolution body, 61 MP",
        "Portrait 85 mm f/1.8",
        "Battery head, 400 Ws",
        "Octa 90 cm, two layers",
        "Softbox 60 × 60 cm, one layer",
        "Quarter cooling: a piece, cut to the heads",
        "Light stand",
        "Tripod with its plate",
    ] {
        assert!(said.contains(&wanted), "{wanted} of {said:?}");
    }
    // 60, 40 and 60 frames, each well under what one battery gives at these powers.
    assert!(said.contains(&"Battery head, 400 Ws: a charged battery"), "{said:?}");
    let bags: Vec<&&str> = said.iter().filter(|text| text.contains("kg for the stands")).collect();
    assert_eq!(bags.len(), 1, "{said:?}");
    assert!(!said.iter().any(|text| text.contains("Neutral density")), "no setup uses a filter");
}

/// A bag for each stand of one setup that wants one: the foot of the slip has one light in the wind, the others stand indoors without.
#[test]
fn bags_are_counted_where_they_are_wanted() {
    let (mut cards, kit) = cards(SLIP_SHED);
    let said = |cards: &[SetupCard]| -> Vec<String> {
        packing(cards, &kit).into_iter().filter(|line| line.key == "pack-bags").map(|line| line.text).collect()
    };
    let doors = cards[0].setup.lights[0].clone();
    // Three more stands indoors want none.
    cards[0].setup.lights.extend([doors.clone(), doors.clone(), doors]);
    let one = said(&cards);
    assert!(one.len() == 1 && one[0].starts_with("A bag of "), "{one:?}");
    cards.retain(|card| card.id.as_str() != "setup-water");
    assert!(said(&cards).is_empty());
}

/// Many frames at high power drain more than one battery, over all setups together.
#[test]
fn batteries_add_up_over_the_job() {
    let (mut cards, kit) = cards(SLIP_SHED);
    for card in &mut cards {
        card.setup.pace.frames = 400;
        card.assessment.lights.iter_mut().for_each(|report| report.pops_per_battery = 300);
    }
    // Three times 400 of 300: four.
    let packed = packing(&cards, &kit);
    assert!(texts(&packed).contains(&"Battery head, 400 Ws: 4 charged batteries"), "{:?}", texts(&packed));
}

/// What is looked at depends on the plan: each line is there where its reason is, and only there.
#[test]
fn before_the_first_frame() {
    let (cards, _) = cards(SLIP_SHED);
    let keys = |card: &SetupCard| -> Vec<String> { card.before.iter().map(|line| line.key.clone()).collect() };
    let of = |id: &str| cards.iter().find(|card| card.id.as_str() == id).unwrap();
    let (doors, hands) = (keys(of("setup-doors")), keys(of("setup-hands")));
    assert!(hands.contains(&"release".to_owned()) && !doors.contains(&"release".to_owned()));
    assert!(doors.contains(&"loupe".to_owned()) && !hands.contains(&"loupe".to_owned()));
    assert!(doors.contains(&"silent".to_owned()));
    assert!(!doors.contains(&"curtain".to_owned()));
}

/// The order of a test: ambient, flash at the fastest shutter that syncs, both, one thing at a time. From 1/160 to that is so many
/// stops; without a light there is one frame only.
#[test]
fn the_order_of_a_test() {
    let file: JobFile = serde_json::from_str(SLIP_SHED).unwrap();
    let mut setup = file.setups[0].setup.clone();
    setup.camera.shutter.at = crate::marks::Mark::nearest(36);
    let tested = |setup: &Setup| {
        let s = Situation::new(setup, &file.kit, House::default()).unwrap();
        order::tests(&s)
    };
    let lit = tested(&setup);
    let keys: Vec<&str> = lit.iter().map(|line| line.key.as_str()).collect();
    assert_eq!(keys, ["test-ambient", "test-flash", "test-both", "test-one"]);
    assert!(lit[0].text.starts_with("Ambient alone, flashes off: 1/60"), "{}", lit[0].text);
    assert!(lit[1].text.contains("1/200") || lit[1].text.contains("1/160"), "{}", lit[1].text);
    setup.lights.iter_mut().for_each(|light| light.on = false);
    assert_eq!(tested(&setup).len(), 1);
}

/// A box that an assistant holds takes two people; each light and modifier takes its minutes more.
#[test]
fn what_is_put_up() {
    let file: JobFile = serde_json::from_str(SLIP_SHED).unwrap();
    let built = |setup: &Setup| {
        let s = Situation::new(setup, &file.kit, House::default()).unwrap();
        build::build(&s, &crate::assess::assess_situation(&s))
    };
    let mut setup = file.setups[0].setup.clone();
    let with = built(&setup);
    assert_eq!(with.hands, 1);
    assert!(texts(&with.lines)[1].contains("85 mm"), "{:?}", with.lines);
    assert!(with.lines.iter().any(|line| line.key == "light-octa" && line.text.contains("Octa 90 cm")));
    setup.lights[0].held_by = Holder::Assistant;
    assert_eq!(built(&setup).hands, 2);
    setup.lights[0].on = false;
    let without = built(&setup);
    assert!((with.minutes.minutes() - without.minutes.minutes() - 5.0).abs() < 1e-9);
}

/// The trade's series for a long lens: 10 frames at 1/250, 20 at 1/125, 40 at 1/60 hold one that is sharp, then as many as there is time
/// for (common practice): with a hand learnt so that t₀ is 0.3/250 s, whatever its lens and stabiliser say.
#[test]
fn the_series_of_the_trade() {
    use crate::marks::Mark;
    use crate::quantity::{Learnt, Stops};
    let file: JobFile = serde_json::from_str(SLIP_SHED).unwrap();
    let mut setup = file.setups[0].setup.clone();
    setup.lights.iter_mut().for_each(|light| light.on = false);
    setup.camera.shutter.at = Mark::nearest(48);
    let of = |house: House| {
        let s = Situation::new(&setup, &file.kit, house).unwrap();
        let rule = s.asks.hand().unwrap().seconds();
        (series::series(&s, &crate::assess::assess_situation(&s)), rule)
    };
    let (plain, rule) = of(House::default());
    assert!(plain.is_empty(), "a stabilised 85 mm is sharp at 1/250: {plain:?}");
    // Four of five at the rule: t₀ = ln 5 of its time.
    let more = (0.3 / 256.0 / (5f64.ln() * rule)).log2();
    let hand = Some(Learnt { more: Stops::of(more), spread: Stops::of(0.1), takes: 20 });
    let (lines, _) = of(House { hand, ..House::default() });
    let said: Vec<&str> = lines.iter().map(|line| line.text.split(',').next().unwrap()).collect();
    assert_eq!(
        said,
        ["10 frames at 1/250", "20 frames at 1/125", "40 frames at 1/60", "As many as there is time for at 1/30"]
    );
    assert!(lines[3].why.is_some() && lines[0].why.is_none());
}

/// What stands by is packed with the rest, and batteries for the one of the two that takes more: by hand, a copy that stands by for the
/// setup it was made of takes no battery more, one that is made as well does.
#[test]
fn packing_covers_both_plans() {
    let (cards, _) = cards(SLIP_SHED);
    let batteries =
        |cards: &[SetupCard]| -> f64 { super::pack::batteries(cards).values().map(|(charge, _)| charge).sum() };
    let with = |standby: Option<crate::setup::Standby>| {
        let mut copy = cards[0].clone();
        copy.setup.standby = standby;
        let mut both = vec![cards[0].clone(), copy];
        both.extend_from_slice(&cards[1..]);
        both
    };
    let stands_by = with(Some(crate::setup::Standby::Rain));
    assert!((batteries(&stands_by) - batteries(&cards)).abs() < 1e-9);
    assert!(batteries(&with(None)) > batteries(&cards));
    // A lens that only the second plan takes is packed as well.
    let kit = crate::sample::kit();
    let before = packing(&cards, &kit);
    let new = kit.lenses().find(|lens| !texts(&before).contains(&lens.name.as_str())).unwrap();
    let mut other = stands_by;
    other[1].setup.camera.lens = new.id.clone();
    assert!(texts(&packing(&other, &kit)).contains(&new.name.as_str()));
}

/// Film is packed for every frame that is taken on it, and before the first frame it is tested with something that shows one; by hand,
/// the doors' 60 frames. A body with a sensor has its files and its highlight warning looked at, a film has neither.
#[test]
fn film_is_packed_and_tested_otherwise() {
    let (sensor, _) = cards(SLIP_SHED);
    let kit = crate::sample::kit();
    let mut setup = crate::sample::portrait();
    setup.camera.body = crate::quantity::Id::new("cam-roll").unwrap();
    crate::sample::on_film(&mut setup, &kit);
    setup.camera.multiple = Some(crate::setup::Multiple { exposures: 3, joined: crate::setup::Joined::Added });
    let s = Situation::new(&setup, &kit, House::default()).unwrap();
    let on_film = card(sensor[0].id.clone(), &s, None);
    let packed = packing(&[on_film.clone(), sensor[1].clone()], &kit);
    let film: Vec<&str> = texts(&packed).into_iter().filter(|text| text.starts_with("Film")).collect();
    assert_eq!(film, [format!("Film: colour negative, ISO 400, for {} frames", setup.pace.frames)]);
    let keys = |card: &SetupCard| -> Vec<String> { card.before.iter().map(|line| line.key.clone()).collect() };
    let has = |card: &SetupCard, key: &str| keys(card).iter().any(|one| one == key);
    assert!(has(&on_film, "film-test") && has(&on_film, "multiple"), "{:?}", keys(&on_film));
    assert!(!has(&on_film, "warning") && !has(&on_film, "file") && !has(&on_film, "balance"));
    assert!(has(&sensor[0], "warning") && has(&sensor[0], "file") && !has(&sensor[0], "film-test"));
}
