//! Pages written onto their sheets, as a PDF that keeps to PDF/UA-1.

use crate::document::{PaperDocument, PaperError, PaperShape};
use crate::face::Faces;
use crate::figures::Drawn;
use crate::flow::{Flow, Mark};
use crate::sheet::{Page, Stands};
use crate::tags;
use krilla::Document;
use krilla::SerializeSettings;
use krilla::color::rgb;
use krilla::configure::{Accessibility, ConfigurationBuilder};
use krilla::destination::XyzDestination;
use krilla::geom::{Path, PathBuilder, Point, Rect, Size, Transform};
use krilla::metadata::Metadata;
use krilla::num::NormalizedF32;
use krilla::outline::{Outline, OutlineNode};
use krilla::page::PageSettings;
use krilla::paint::{Fill, Stroke, StrokeDash};
use krilla::surface::Surface;
use krilla::tagging::{Artifact, ArtifactType, ContentTag, Identifier, SpanTag};
use krilla::text::TextDirection;
use krilla_svg::{SurfaceExt, SvgSettings};

const INK: u8 = 0;
const QUIET: u8 = 70;

fn unmade(why: impl std::fmt::Debug) -> PaperError {
    PaperError::Unmade { why: format!("{why:?}") }
}

fn grey(of: u8) -> Option<Fill> {
    Some(Fill { paint: rgb::Color::new(of, of, of).into(), opacity: NormalizedF32::ONE, ..Fill::default() })
}

fn rectangle(x: f32, y: f32, width: f32, height: f32) -> Option<Path> {
    let mut path = PathBuilder::new();
    path.push_rect(Rect::from_xywh(x, y, width, height)?);
    path.finish()
}

fn line(points: &[(f32, f32)]) -> Option<Path> {
    let mut path = PathBuilder::new();
    for (number, (x, y)) in points.iter().enumerate() {
        if number == 0 { path.move_to(*x, *y) } else { path.line_to(*x, *y) }
    }
    path.finish()
}

fn stroked(surface: &mut Surface<'_>, path: Option<Path>, width: f32, dash: Option<StrokeDash>) {
    let Some(path) = path else { return };
    let paint = rgb::Color::new(INK, INK, INK).into();
    surface.set_fill(None);
    surface.set_stroke(Some(Stroke { paint, width, dash, ..Stroke::default() }));
    surface.draw_path(&path);
    surface.set_stroke(None);
}

fn filled(surface: &mut Surface<'_>, path: Option<Path>) {
    if let Some(path) = path {
        surface.set_fill(grey(INK));
        surface.draw_path(&path);
    }
}

fn draw(surface: &mut Surface<'_>, mark: &Mark, faces: &Faces) -> Result<(), PaperError> {
    match mark {
        Mark::Text { x, baseline, size, bold, quiet, text } => {
            surface.set_fill(grey(if *quiet { QUIET } else { INK }));
            let font = faces.of(*bold).font.clone();
            surface.draw_text(Point::from_xy(*x, *baseline), font, *size, text, false, TextDirection::LeftToRight);
        }
        Mark::Rule { x, y, width, height } => filled(surface, rectangle(*x, *y, *width, *height)),
        Mark::Tick { x, y, side, ticked } => {
            stroked(surface, rectangle(*x, *y, *side, *side), 0.8, None);
            if *ticked {
                let at = |across: f32, down: f32| (x + across * side, y + down * side);
                stroked(surface, line(&[at(0.2, 0.5), at(0.42, 0.78), at(0.85, 0.18)]), 0.14 * side, None);
            }
        }
        Mark::Drawn { x, y, width, height, drawn } => {
            let size = Size::from_wh(*width, *height).ok_or_else(|| unmade("a figure without size"))?;
            surface.push_transform(&Transform::from_translate(*x, *y));
            match drawn {
                Drawn::Image(image) => surface.draw_image(image.clone(), size),
                Drawn::Tree(tree) => {
                    surface.draw_svg(tree, size, SvgSettings::default()).ok_or_else(|| unmade("a drawing"))?;
                }
            }
            surface.pop();
        }
    }
    Ok(())
}

/// An ornament, which is read out to nobody.
fn artifact(surface: &mut Surface<'_>, draws: impl FnOnce(&mut Surface<'_>)) {
    let _ = surface.start_tagged(ContentTag::Artifact(Artifact::with_kind(ArtifactType::Other)));
    draws(surface);
    surface.end_tagged();
}

fn turned(stands: Stands, page: &Page) -> Transform {
    if stands.on_its_head {
        Transform::from_row(-1.0, 0.0, 0.0, -1.0, stands.x + page.width, stands.y + page.height)
    } else {
        Transform::from_translate(stands.x, stands.y)
    }
}

/// Where a pocket sheet is folded, and where it is cut.
fn folds(surface: &mut Surface<'_>, page: &Page) {
    let dashes = StrokeDash { array: vec![2.0, 4.0], offset: 0.0 };
    for column in 1..4 {
        let x = column as f32 * page.width;
        stroked(surface, line(&[(x, 0.0), (x, 2.0 * page.height)]), 0.3, Some(dashes.clone()));
    }
    for (from, to) in [(0.0, 1.0), (3.0, 4.0)] {
        let path = line(&[(from * page.width, page.height), (to * page.width, page.height)]);
        stroked(surface, path, 0.3, Some(dashes.clone()));
    }
    stroked(surface, line(&[(page.width, page.height), (3.0 * page.width, page.height)]), 0.6, None);
}

fn foot(surface: &mut Surface<'_>, text: &str, page: &Page, faces: &Faces) {
    let size = 0.82 * page.text;
    let text = faces.regular.settable(text);
    surface.set_fill(grey(QUIET));
    let at = Point::from_xy(page.margin, page.height - 0.7 * page.margin);
    surface.draw_text(at, faces.regular.font.clone(), size, &text, false, TextDirection::LeftToRight);
}

fn outline(headings: &[(u16, String, usize)], shape: PaperShape) -> Outline {
    let mut outline = Outline::new();
    for (_, text, page) in headings.iter().filter(|(level, ..)| *level <= 2) {
        let stands = shape.stands(*page);
        let there = XyzDestination::new(stands.sheet, Point::from_xy(stands.x, stands.y));
        outline.push_child(OutlineNode::new(text.clone(), there));
    }
    outline
}

/// The file.
pub(crate) fn written(
    document: &PaperDocument,
    shape: PaperShape,
    flow: Flow<'_>,
    faces: &Faces,
) -> Result<Vec<u8>, PaperError> {
    let configuration =
        ConfigurationBuilder::new().with_accessibility_validator(Accessibility::UA1).finish().map_err(unmade)?;
    let settings = SerializeSettings { configuration, enable_tagging: true, ..SerializeSettings::default() };
    let mut pdf = Document::new_with(settings);
    let (page, pages) = (shape.page(), flow.pages());
    let (wide, high) = shape.sheet();
    let mut identifiers: Vec<Option<Identifier>> = flow.placed.iter().map(|_| None).collect();
    for sheet in 0..=shape.stands(pages - 1).sheet {
        let size = PageSettings::from_wh(wide, high).ok_or_else(|| unmade("a sheet without size"))?;
        let mut on = pdf.start_page_with(size);
        let mut surface = on.surface();
        if shape == PaperShape::Pocket {
            artifact(&mut surface, |surface| folds(surface, &page));
        }
        for number in (0..pages).filter(|number| shape.stands(*number).sheet == sheet) {
            surface.push_transform(&turned(shape.stands(number), &page));
            for (index, placed) in flow.placed.iter().enumerate().filter(|(_, placed)| placed.page == number) {
                let mut drawn = Ok(());
                if placed.mark.is_ornament() {
                    artifact(&mut surface, |surface| drawn = draw(surface, &placed.mark, faces));
                } else {
                    let text = matches!(placed.mark, Mark::Text { .. });
                    let tag = if text { ContentTag::Span(SpanTag::empty()) } else { ContentTag::Other };
                    identifiers[index] = Some(surface.start_tagged(tag));
                    drawn = draw(&mut surface, &placed.mark, faces);
                    surface.end_tagged();
                }
                drawn?;
            }
            let text = format!("{} · {} of {pages}", document.title, number + 1);
            artifact(&mut surface, |surface| foot(surface, &text, &page, faces));
            surface.pop();
        }
        surface.finish();
        on.finish();
    }
    let title = if document.title.trim().is_empty() { "Card" } else { document.title.trim() };
    pdf.set_metadata(Metadata::new().title(title.to_owned()).language("en".to_owned()).creator("Tolva".to_owned()));
    pdf.set_outline(outline(&flow.outline, shape));
    pdf.set_tag_tree(tags::tree(&flow.parts, &identifiers));
    pdf.finish().map_err(unmade)
}
