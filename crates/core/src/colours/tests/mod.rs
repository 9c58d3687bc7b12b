mod proposals;
mod tinted;

use super::*;
use crate::colour::{AmbientColour, ColourWish, Preset, Skin};
use crate::geometry::DVec3;
use crate::house::House;
use crate::kit::{BodyPreset, KitItem};
use crate::marks::Mark;
use crate::quantity::{Degrees, Duv, Id, Kelvin, Metres, MiredShift, Share};
use crate::sample;
use crate::scene::{Aim, Card, CardKind, Position};
use crate::setup::{Beside, BesideRead, Colouring, Dial, Holder, Setup, SubjectKind, Tone};
use crate::situation::Situation;
use crate::solve::{Bound, School, colours, plan, solve};
use rstest::rstest;

/// Gives all of a room one colour.
fn tint_the_room(setup: &mut Setup, tint: f64) {
    let room = &mut setup.scene.room;
    let walls = [&mut room.ceiling, &mut room.left, &mut room.right, &mut room.rear].into_iter().flatten();
    walls
        .map(|wall| &mut wall.surface)
        .chain([&mut room.ground])
        .for_each(|surface| surface.tint = MiredShift::of(tint));
}

/// A person in light of one kind, with one flash and a white of its own.
fn lit_by(ambient: AmbientColour, kelvin: f64) -> Setup {
    let mut setup = sample::portrait();
    setup.ambient = ambient;
    setup.lights.truncate(1);
    setup.white_balance.kelvin = Dial::held(Kelvin::of(kelvin));
    setup.white_balance.wish = ColourWish::Together;
    setup
}

fn report(setup: &Setup) -> ColourReport {
    of(&Situation::new(setup, &sample::kit(), House::default()).unwrap())
}

fn patch(report: &ColourReport, kind: PatchKind) -> &ColourPatch {
    report.patches.iter().find(|patch| patch.kind == kind).unwrap()
}

fn luminance(seen: &SeenAs) -> f64 {
    let [r, g, b] = seen.linear;
    0.2126 * r + 0.7152 * g + 0.0722 * b
}

/// What the table shows of a patch and what the sentences tell are the same figures, no finer than they are known: fifths of a ΔE₀₀,
/// fives of mired.
#[test]
fn table_and_sentences_agree() {
    for setup in sample::setups() {
        let report = report(&setup);
        for patch in &report.patches {
            let PatchColour { figure, off, warmer, warmth, .. } = &patch.together;
            let told = report.sentences.iter().find(|said| said.starts_with(&crate::say::capital(&patch.name)));
            assert!(told.unwrap().contains(&format!(": {figure} from what is wanted")), "{told:?} {figure}");
            assert!((figure.parse::<f64>().unwrap() - off).abs() <= 0.1 + 1e-9, "{figure} {off}");
            let Some(warmth) = warmth else { continue };
            let shown: f64 = warmth.split(' ').next().unwrap().replace('\u{202f}', "").parse().unwrap();
            let by = warmer.unwrap().mired();
            assert!((shown - by.abs()).abs() <= 2.5 && shown % 5.0 == 0.0, "{warmth} {by}");
            let way = if shown == 0.0 {
                "mired"
            } else if by > 0.0 {
                "warm"
            } else {
                "cool"
            };
            assert!(warmth.ends_with(way), "{warmth} {by}");
        }
    }
}

/// The picture against the scale: in light as a camera is set to, a patch is as bright as its level says, mid-grey at 0.1812; and
/// a white beside a face at 0 is 1.153 times what it sends back.
#[test]
fn as_bright_as_the_scale_says() {
    let mut setup = lit_by(AmbientColour::Measured { kelvin: Kelvin::of(6_500.0), duv: Duv::of(0.0032) }, 6_500.0);
    setup.lights.clear();
    setup.subject.tone = Tone::Medium;
    let assessed = crate::assess::assess(&setup, &sample::kit(), House::default()).unwrap();
    let report = report(&setup);
    let house = House::default();
    for (kind, tone) in [(PatchKind::LitSide, 0.157), (PatchKind::Background, 0.0)] {
        let level = assessed.level(kind.patch()).unwrap().total.stops();
        let over = if kind == PatchKind::LitSide { house.meter.reflected_over_incident(tone) } else { 0.0 };
        let wanted = 0.1812 * (level + over).exp2();
        let found = luminance(&patch(&report, kind).together.seen);
        assert!((found / wanted - 1.0).abs() < 0.02, "{kind:?} {found} {wanted}");
    }
    let level = assessed.level(crate::setup::Patch::Face).unwrap().total.stops();
    let white = luminance(&patch(&report, PatchKind::White).together.seen);
    assert!((white / (0.9 * 1.153 * level.exp2()) - 1.0).abs() < 0.02, "{white} {level}");
}

/// Lamps beside a camera set for them leave skin right; set for flash it is plainly orange; a blue setting the other way.
#[rstest]
#[case::set_for_lamps(2_800.0, false, 0.0)]
#[case::set_for_flash(5_600.0, true, 1.0)]
fn lamps_and_settings(#[case] kelvin: f64, #[case] plain: bool, #[case] way: f64) {
    let mut setup = lit_by(AmbientColour::WarmLamps, kelvin);
    setup.lights.clear();
    let report = report(&setup);
    let lit = patch(&report, PatchKind::LitSide);
    assert_eq!(lit.together.word == "plain", plain, "{:?}", lit.together);
    let yellower = lit.together.seen.lab[2] - lit.wanted.lab[2];
    assert!(way == 0.0 || yellower * way > 3.0, "{yellower}");
}

/// A film on the flash is an arrow along the rule, and what it does is seen on the lit side.
#[test]
fn a_film_is_an_arrow_and_is_seen() {
    let bare = lit_by(AmbientColour::WarmLamps, 2_900.0);
    let mut worn = bare.clone();
    worn.lights[0].gels.at = vec![Id::new("gel-warm-full").unwrap()];
    let (bare, worn) = (report(&bare), report(&worn));
    let flash = |report: &ColourReport| {
        report.lights.iter().find(|light| matches!(light.id, LightId::Flash { .. })).unwrap().clone()
    };
    let film = &flash(&worn).films[0];
    assert!((film.to.mired() - film.from.mired() - 159.0).abs() < 6.0, "{film:?}");
    assert!((film.loss.stops() - 2.0 / 3.0).abs() < 0.1 && !film.off_locus);
    assert!(flash(&bare).films.is_empty());
    let off = |report: &ColourReport| patch(report, PatchKind::LitSide).together.off;
    assert!(off(&bare) > off(&worn) + 3.0, "{} {}", off(&bare), off(&worn));
    assert!(
        worn.sentences.iter().any(|said| said.contains("behind Full warming, which takes ⅔ stop")),
        "{:?}",
        worn.sentences
    );
}

/// A light beside the main one takes its share of each patch, green strips are called greenish, and nobody else's levels move.
#[test]
fn light_of_several_kinds() {
    let mut setup = lit_by(AmbientColour::WarmLamps, 2_900.0);
    setup.lights.clear();
    let alone = report(&setup);
    let strips = AmbientColour::Measured { kelvin: Kelvin::of(4_100.0), duv: Duv::of(0.012) };
    let share = Share::nearest(0.5);
    setup.beside = vec![Beside {
        light: strips,
        face: share,
        shadow_side: share,
        background: Share::nearest(0.0),
        read: BesideRead::default(),
    }];
    let mixed = report(&setup);
    assert_eq!((alone.lights.len(), mixed.lights.len()), (1, 2));
    let lab = |report: &ColourReport, kind| patch(report, kind).together.seen.lab;
    assert!(lab(&mixed, PatchKind::LitSide)[2] < lab(&alone, PatchKind::LitSide)[2] - 3.0);
    assert_eq!(lab(&mixed, PatchKind::Background), lab(&alone, PatchKind::Background));
    assert!(mixed.sentences.iter().any(|said| said.contains("greenish")), "{:?}", mixed.sentences);
    let under = |report: &ColourReport| patch(report, PatchKind::Background).under.len();
    assert_eq!(under(&mixed), 1, "what does not reach it is not shown there");
}

/// A light of the setting's own temperature is no warmer than wanted, one of another by their mired; together it lies between, and
/// against a wish for a warmer skin everything is cooler by that.
#[test]
fn how_much_warmer_than_wanted() {
    let mut setup = lit_by(AmbientColour::Measured { kelvin: Kelvin::of(4_000.0), duv: Duv::of(0.0) }, 5_600.0);
    tint_the_room(&mut setup, 0.0);
    let warmer = |setup: &Setup| {
        let report = report(setup);
        let lit = patch(&report, PatchKind::LitSide).clone();
        let alone = lit.under.iter().map(|under| under.warmer.unwrap().mired()).collect::<Vec<_>>();
        (alone, lit.together.warmer.unwrap().mired())
    };
    let (alone, together) = warmer(&setup);
    assert!((alone[0] - (250.0 - 178.6)).abs() < 1.0, "{alone:?}");
    assert!(together < alone[0] && together > alone[1], "{alone:?} {together}");
    setup.white_balance.wish = ColourWish::Warm;
    assert!((warmer(&setup).1 - (together - 20.0)).abs() < 0.1);
}

/// A light that was read alone counts as it was read, and what cannot be is said.
#[test]
fn a_light_beside_as_it_was_read() {
    let mut setup = lit_by(AmbientColour::Cloud, 5_600.0);
    setup.lights.clear();
    let said = |light: Share| Beside {
        light: AmbientColour::WarmLamps,
        face: light,
        shadow_side: light,
        background: light,
        read: BesideRead::default(),
    };
    let level = Situation::new(&setup, &sample::kit(), House::default()).unwrap().ambient[crate::setup::Patch::Face]
        .clone()
        .unwrap()
        .ev;
    let yellow = |setup: &Setup| patch(&report(setup), PatchKind::LitSide).together.seen.lab[2];
    setup.beside = vec![said(Share::nearest(0.25))];
    let quarter = yellow(&setup);
    setup.beside = vec![said(Share::nearest(0.0))];
    let none = yellow(&setup);
    setup.beside[0].read.face = Some(level - crate::quantity::Stops::of(2.0));
    assert!((yellow(&setup) - quarter).abs() < 0.05 && quarter > none + 2.0, "{quarter} {none}");
    assert!(!report(&setup).sentences.iter().any(|said| said.contains("read one of them again")));
    setup.beside[0].read.face = Some(level + crate::quantity::Stops::of(1.0));
    assert!(report(&setup).sentences.iter().any(|said| said.contains("read on the face come to more")));
}

/// A body's own preset is what its school sets, tint and all.
#[test]
fn a_bodys_own_preset() {
    let mut kit = sample::kit();
    let own = BodyPreset { preset: Preset::Flash, kelvin: Kelvin::of(5_950.0), tint: Duv::of(0.0025) };
    for item in &mut kit.items {
        if let KitItem::Camera(camera) = item {
            camera.presets = vec![own];
        }
    }
    let setup = lit_by(AmbientColour::Cloud, 5_600.0);
    let found = colours(&Situation::new(&setup, &kit, House::default()).unwrap());
    let school = found.schools.iter().find(|way| way.school == Some(School::FlashPreset)).unwrap();
    assert_eq!((school.kelvin, school.tint), (own.kelvin, own.tint));
    let body = kit.camera(&setup.camera.body).unwrap();
    assert_eq!(body.nearest_preset(Kelvin::of(5_900.0)), Preset::Flash);
    assert_eq!(sample::kit().camera(&setup.camera.body).unwrap().nearest_preset(Kelvin::of(6_100.0)), Preset::Cloud);
}

/// In a group each other skin has a patch of its own; alone there is none.
#[test]
fn everybodys_skin() {
    let mut setup = lit_by(AmbientColour::Cloud, 6_200.0).with_people(3);
    setup.subject.kind = SubjectKind::Group;
    setup.scene.people[1].tone = Some(Tone::VeryDark);
    setup.scene.people[2].colour = Some(Colouring::Skin { skin: Skin::VeryLight });
    let found = report(&setup);
    let people: Vec<&str> =
        found.patches.iter().filter(|p| p.kind == PatchKind::Person).map(|p| p.surface.as_str()).collect();
    assert_eq!(people, ["dark skin", "very light skin"]);
    setup.subject.kind = SubjectKind::Person;
    assert!(report(&setup).patches.iter().all(|patch| patch.kind != PatchKind::Person));
}
