//! What sheets draw, against what is known of the sample kit.

use super::*;
use crate::house::Units;
use crate::kit::{Flash, Output, ToneCurve};
use crate::quantity::{GuideNumber, Id, Learnt, Stops};
use crate::sample;
use rstest::rstest;

fn item(id: &str) -> KitItem {
    sample::kit().items.into_iter().find(|item| item.id().as_str() == id).unwrap()
}

/// Every thing of the sample kit has a sheet whose every line and dot lies between the ends of its scales, and that is told in words.
#[test]
fn every_thing_is_drawn_inside_its_scales() {
    let kit = sample::kit();
    for item in &kit.items {
        let sheet = kit_sheet(item, &kit, Units::Metres);
        if item.kind() == "filter" {
            assert_eq!(sheet, KitSheet::default());
            continue;
        }
        assert!(!sheet.plots.is_empty(), "{}", item.kind());
        for plot in &sheet.plots {
            let ends = |ticks: &[PlotTick]| (ticks[0].at - 1e-6, ticks[ticks.len() - 1].at + 1e-6);
            let (across, up) = (ends(&plot.across), ends(&plot.up));
            let inside = |x: f64, y: f64| (across.0..=across.1).contains(&x) && (up.0..=up.1).contains(&y);
            for line in &plot.lines {
                assert!(line.points.len() > 1, "{} {}", plot.title, line.name);
                assert!(line.points.iter().all(|[x, y]| inside(*x, *y)), "{} {:?} {:?}", plot.title, line, plot.up);
            }
            assert!(plot.dots.iter().all(|dot| inside(dot.x, dot.y)), "{}", plot.title);
            assert!(plot.text.ends_with('.') && (2..=12).contains(&plot.up.len()), "{} {:?}", plot.title, plot.up);
        }
    }
}

/// Guide number 64 at 2 m is f/32: ten stops over f/1, at full power; learnt half a stop more, a second line lies above the first.
#[test]
fn a_flash_gives_what_its_guide_number_says() {
    let KitItem::Flash(mut flash) = item("flash-head") else { panic!() };
    flash.output = Output::GuideNumber { guide_number: GuideNumber::nearest(64.0) };
    let plot = |flash: &crate::kit::Flash| {
        kit_sheet(&KitItem::Flash(flash.clone()), &sample::kit(), Units::Metres).plots[0].clone()
    };
    let said = plot(&flash);
    assert!((said.lines[0].points[0][1] - 10.0).abs() < 1e-9 && said.lines.len() == 1);
    flash.learnt = Some(Learnt { more: Stops::of(0.5), spread: Stops::of(0.1), takes: 7 });
    let learnt = plot(&flash);
    assert_eq!(learnt.lines[1].of, LineOf::Learnt);
    assert!((learnt.lines[1].points[0][1] - 10.5).abs() < 1e-9);
    let told = kit_sheet(&KitItem::Flash(flash), &sample::kit(), Units::Metres).learnt.join(" ");
    assert!(told.contains("7 takes") && told.contains("+0.5"), "{told}");
}

/// A nose's shadow 3 cm behind its edge from a box 90 cm wide a metre away: 27 mm by similar triangles.
#[test]
fn softness_by_similar_triangles() {
    let sheet = kit_sheet(&item("mod-octa-90"), &sample::kit(), Units::Metres);
    let at_one =
        sheet.plots[0].lines[0].points.iter().min_by(|a, b| (a[0] - 1.0).abs().total_cmp(&(b[0] - 1.0).abs())).unwrap();
    assert!((at_one[1] - 27.0 / at_one[0]).abs() < 0.01, "{at_one:?}");
    // Cloth sends half of it 60° aside.
    let beam = sheet.beam.unwrap();
    let aside = beam.sides.iter().find(|side| side[0] == 60.0).unwrap();
    assert!((aside[1] - 0.5).abs() < 1e-6 && beam.width == 0.9, "{beam:?}");
}

/// An orange film passes more red than blue and makes skin behind it warmer than it is.
#[test]
fn an_orange_film_warms() {
    let warm = sample::kit().gels().max_by(|a, b| a.shift.mired().total_cmp(&b.shift.mired())).unwrap().clone();
    let sheet = kit_sheet(&KitItem::Gel(warm), &sample::kit(), Units::Metres);
    let line = &sheet.plots[0].lines[0].points;
    assert!(line[line.len() - 1][1] > 2.0 * line[5][1], "{line:?}");
    let card = sheet.swatches.iter().find(|swatch| swatch.name == "grey card").unwrap();
    let part = |hex: &str, at: usize| i32::from_str_radix(&hex[at..at + 2], 16).unwrap();
    assert!(part(&card.through, 1) > part(&card.through, 5) + 40, "{card:?}");
    assert!((part(&card.plain, 1) - part(&card.plain, 5)).abs() < 6, "{card:?}");
}

/// A body whose curve was learnt is drawn with it, beside sRGB's own.
#[test]
fn a_learnt_curve_is_drawn() {
    let KitItem::Camera(mut camera) = item("cam-hall") else { panic!() };
    let before = kit_sheet(&KitItem::Camera(camera.clone()), &sample::kit(), Units::Metres);
    assert!(before.plots[0].text.contains("not known") && before.plots[0].lines.len() == 1);
    let points =
        (1..20).map(|step| crate::kit::CurvePoint { code: f64::from(step) * 12.0, level: f64::from(step) / 3.0 - 4.0 });
    let points: Vec<_> = points.collect();
    camera.curve =
        Some(ToneCurve { red: points.clone(), green: points.clone(), blue: points, error: Stops::of(0.03), frames: 5 });
    let after = kit_sheet(&KitItem::Camera(camera), &sample::kit(), Units::Metres);
    assert_eq!(after.plots[0].lines[1].points.len(), 19);
    assert!(after.plots[0].text.contains("5 frames"));
}

/// Times as photographers write them.
#[rstest]
#[case(1.0 / 220.0, "1/220 s")]
#[case(1.0 / 9_800.0, "1/9\u{202f}800 s")]
#[case(1.24, "1.2 s")]
#[case(0.05, "1/20 s")]
fn times(#[case] seconds: f64, #[case] label: &str) {
    assert_eq!(flash::time_label(seconds), label);
}

#[test]
fn what_is_not_in_the_kit_is_drawn_too() {
    let mut other = item("mod-octa-90");
    other = other.with_id(Id::new("new-one").unwrap());
    assert!(kit_sheet(&other, &Kit::default(), Units::Metres).beam.is_none());
}

/// Who reads feet finds no metre on any sheet of the kit, but for millimetres of glass and of edges.
#[test]
fn sheets_are_told_in_feet() {
    let kit = sample::kit();
    for item in &kit.items {
        let sheet = kit_sheet(item, &kit, Units::Feet);
        assert!(sheet.beam.is_none_or(|beam| beam.across.ends_with(" in") || beam.across.ends_with(" ft")));
        for plot in sheet.plots {
            let labels = plot.across.iter().chain(&plot.up).map(|tick| tick.label.clone());
            for told in labels.chain([plot.title, plot.text]) {
                let metric =
                    told.ends_with(" m") || told.ends_with(" cm") || told.contains(" m ") || told.contains(" cm");
                assert!(!metric && !told.contains("metre"), "{}: {told}", item.name());
            }
        }
    }
}

/// A scale of times has each unit once, and what was timed stands beside what is said.
#[test]
fn times_have_their_unit_once() {
    let KitItem::Flash(mut flash) = item("flash-shoe") else { panic!("it is a flash") };
    flash.recharge_learnt = Some(Learnt { more: Stops::of(0.5), spread: Stops::of(0.1), takes: 2 });
    let sheet = kit_sheet(&KitItem::Flash(flash), &sample::kit(), Units::Metres);
    for tick in sheet.plots.iter().flat_map(|plot| &plot.up) {
        assert!(!tick.label.contains("s s"), "{}", tick.label);
    }
    let ready = sheet.plots.iter().find(|plot| plot.lines.len() == 2).unwrap();
    let (said, timed) = (ready.lines[0].points[0][1], ready.lines[1].points[0][1]);
    assert!((timed - said - 0.5).abs() < 1e-9 && (said - 2.4f64.log2()).abs() < 1e-9, "{said} {timed}");
    assert!(sheet.learnt[0].contains("Ready 3.4 s after full power where 2.4 s is said"), "{:?}", sheet.learnt);
}

/// While a table over the zoom is being typed it may have no row yet: there is a sheet all the same.
#[test]
fn a_flash_without_a_guide_number_has_a_sheet() {
    let kit = sample::kit();
    let flash = kit.flash(&Id::new("flash-shoe").unwrap()).unwrap().clone();
    let flash = Flash { output: Output::ZoomTable { rows: Vec::new() }, ..flash };
    let sheet = kit_sheet(&KitItem::Flash(flash), &kit, Units::Metres);
    assert!(sheet.plots.len() > 2, "{sheet:?}");
}
