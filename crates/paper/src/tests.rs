//! Files read back by a general library: pages, text, tags.

use super::*;
use lopdf::{Document, Object};
use rstest::rstest;

const DRAWING: &str = r##"<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 200 100"><rect width="200" height="100" fill="#eee"/><text x="10" y="50">A: octa</text></svg>"##;

fn text(text: &str) -> Block {
    Block::Text { text: text.to_owned(), quiet: false }
}

fn ticks(count: usize) -> Block {
    let line = |number: usize| TickLine {
        text: format!("Light stand {number}"),
        why: "wind from the quay".to_owned(),
        ticked: number == 0,
    };
    Block::Ticks { lines: (0..count).map(line).collect() }
}

fn card() -> PaperDocument {
    let dial = |name: &str, value: &str| DialShown { name: name.into(), value: value.into(), also: "held".into() };
    let drawing = Figure { alt: "The set from above".to_owned(), made: Made::Svg(DRAWING.to_owned()) };
    PaperDocument {
        title: "Slip shed".to_owned(),
        blocks: vec![
            Block::Heading { level: 1, text: "Slip shed".to_owned() },
            text("17 September 2026 · Ketterholm"),
            Block::Heading { level: 2, text: "1. Boatbuilder at the doors".to_owned() },
            Block::Dials { dials: vec![dial("Shutter", "1/125"), dial("Aperture", "f/2.8"), dial("ISO", "100")] },
            text("Face and background meet at 0, 1⅓ stops over the shadow side → hold."),
            Block::Rows {
                caption: "The ladder".to_owned(),
                rows: vec![vec!["18:12".into(), "Shutter 1/125".into()], vec!["18:31".into(), "Shutter 1/60".into()]],
            },
            Block::Figures { figures: vec![drawing] },
            Block::Points { points: vec!["Sun and eyes: not through the finder.".to_owned()] },
            Block::NewPage,
            Block::Heading { level: 2, text: "Pack".to_owned() },
            ticks(3),
        ],
    }
}

fn read(bytes: &[u8]) -> Document {
    Document::load_mem(bytes).unwrap()
}

fn words(pdf: &Document) -> String {
    let pages: Vec<u32> = pdf.get_pages().keys().copied().collect();
    pdf.extract_text(&pages).unwrap().split_whitespace().collect::<Vec<_>>().join(" ")
}

/// How often each kind of part stands in the tree of tags.
fn tagged(pdf: &Document, kind: &str) -> usize {
    let is = |object: &Object| {
        let named = |dict: &lopdf::Dictionary| {
            dict.get(b"S").and_then(Object::as_name).is_ok_and(|name| name == kind.as_bytes())
        };
        object.as_dict().is_ok_and(|dict| dict.has(b"P") && named(dict))
    };
    pdf.objects.values().filter(|object| is(object)).count()
}

/// The size of paper by ISO 216 and by the trade's letter (8.5 × 11 inches), in points of 1/72 inch.
#[rstest]
#[case::a4(PaperShape::A4, 595.28, 841.89)]
#[case::letter(PaperShape::Letter, 612.0, 792.0)]
#[case::pocket(PaperShape::Pocket, 841.89, 595.28)]
fn it_reads_back(#[case] shape: PaperShape, #[case] width: f32, #[case] height: f32) {
    let bytes = set(&card(), shape).unwrap();
    let pdf = read(&bytes);
    let pages = pdf.get_pages();
    assert_eq!(pages.len(), if shape == PaperShape::Pocket { 1 } else { 2 });
    for page in pages.values() {
        let size = pdf.get_dictionary(*page).unwrap().get(b"MediaBox").unwrap().as_array().unwrap();
        let side = |at: usize| size[at].as_float().unwrap();
        assert!((side(2) - width).abs() < 0.1 && (side(3) - height).abs() < 0.1, "{size:?}");
    }
    let said = words(&pdf);
    for wanted in
        ["Boatbuilder at the doors", "1/125", "1⅓ stops", "→ hold", "18:31", "Light stand 2", "wind from the quay"]
    {
        assert!(said.contains(wanted), "{wanted} is not in: {said}");
    }
    for (kind, count) in [("H1", 1), ("H2", 2), ("Table", 1), ("TR", 2), ("TH", 2), ("Figure", 1), ("L", 3), ("LI", 7)]
    {
        assert_eq!(tagged(&pdf, kind), count, "{kind}");
    }
    let catalog = pdf.catalog().unwrap();
    assert_eq!(catalog.get(b"Lang").unwrap().as_str().unwrap(), b"en");
    assert!(catalog.get(b"MarkInfo").is_ok() && catalog.get(b"Outlines").is_ok());
    assert!(bytes.windows(8).any(|part| part == b"pdfuaid:"), "it says that it keeps to PDF/UA");
}

/// Every line of a long list is on some page, and none runs over a page's end.
#[rstest]
#[case(PaperShape::A4)]
#[case(PaperShape::Pocket)]
fn a_long_list_runs_over_pages(#[case] shape: PaperShape) {
    let document = PaperDocument { title: "Long".to_owned(), blocks: vec![ticks(300), text(&"word ".repeat(700))] };
    let faces = Faces::load().unwrap();
    let mut flow = Flow::new(&faces, shape.page());
    document.blocks.iter().for_each(|block| flow.set(block, None).unwrap());
    assert!(flow.pages() > 3);
    let page = shape.page();
    for placed in &flow.placed {
        if let flow::Mark::Text { x, baseline, size, bold, text, .. } = &placed.mark {
            assert!(*baseline <= page.bottom() && *baseline > page.margin, "{text} at {baseline}");
            let right = x + faces.of(*bold).width(text.trim_end(), *size);
            assert!(right <= page.width - page.margin + 0.5, "{text} to {right}");
        }
    }
    let said = words(&read(&set(&document, shape).unwrap()));
    assert!((0..300).all(|number| said.contains(&format!("Light stand {number}"))));
}

#[rstest]
#[case::too_many_blocks((0..3_000).map(|_| text("a")).collect())]
#[case::too_many_lines(vec![ticks(500)])]
#[case::too_long(vec![text(&"a".repeat(5_000))])]
#[case::no_jpeg(vec![Block::Figures { figures: vec![Figure { alt: String::new(), made: Made::Jpeg("AAAA".to_owned()) }] }])]
#[case::no_base64(vec![Block::Figures { figures: vec![Figure { alt: String::new(), made: Made::Jpeg("***".to_owned()) }] }])]
#[case::no_svg(vec![Block::Figures { figures: vec![Figure { alt: String::new(), made: Made::Svg("<svg".to_owned()) }] }])]
#[case::too_many_pages((0..400).flat_map(|_| [text("a"), Block::NewPage]).collect())]
fn what_cannot_be_set_is_refused(#[case] blocks: Vec<Block>) {
    assert!(set(&PaperDocument { title: String::new(), blocks }, PaperShape::A4).is_err());
}

/// A drawing fetches nothing: a file it names is not in what comes of it.
#[test]
fn a_drawing_has_no_way_out() {
    let with = |href: &str| {
        let svg = format!(
            r#"<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" viewBox="0 0 9 9"><rect width="9" height="9"/><image width="9" height="9" {href}/></svg>"#
        );
        let figures = vec![Figure { alt: "x".to_owned(), made: Made::Svg(svg) }];
        set(&PaperDocument { title: "x".to_owned(), blocks: vec![Block::Figures { figures }] }, PaperShape::A4)
            .unwrap()
            .len()
    };
    let file = concat!(env!("CARGO_MANIFEST_DIR"), "/../../docs/screenshots/drills.png");
    assert!(std::path::Path::new(file).exists());
    assert!(with(&format!(r#"xlink:href="{file}""#)).abs_diff(with("")) < 200);
}

/// Nothing at all is a page with its foot.
#[test]
fn an_empty_document_is_a_page() {
    let pdf = read(&set(&PaperDocument { title: String::new(), blocks: Vec::new() }, PaperShape::Pocket).unwrap());
    assert_eq!(pdf.get_pages().len(), 1);
}

/// A heading goes to the next page with the figure it is of, wherever on the page that happens.
#[test]
fn a_heading_does_not_stand_alone() {
    let faces = Faces::load().unwrap();
    let figure = Figure { alt: "The set".to_owned(), made: Made::Svg(DRAWING.to_owned()) };
    let figures = Block::Figures { figures: vec![figure] };
    let heading = Block::Heading { level: 3, text: "Where everything stands".to_owned() };
    for before in 0..60 {
        let mut flow = Flow::new(&faces, PaperShape::A4.page());
        (0..before).for_each(|_| flow.set(&text("a line"), None).unwrap());
        flow.set(&heading, Some(&figures)).unwrap();
        flow.set(&figures, None).unwrap();
        let page = |is: fn(&flow::Mark) -> bool| flow.placed.iter().rfind(|placed| is(&placed.mark)).unwrap().page;
        let drawn = page(|mark| matches!(mark, flow::Mark::Drawn { .. }));
        assert_eq!(page(|mark| matches!(mark, flow::Mark::Text { bold: true, .. })), drawn, "after {before} lines");
    }
}
