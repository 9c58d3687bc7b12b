//! The text font, and how wide a text is in it.

use krilla::text::Font;
use unicode_linebreak::{BreakOpportunity, linebreaks};

const REGULAR: &[u8] = include_bytes!("../fonts/regular.ttf");
const BOLD: &[u8] = include_bytes!("../fonts/bold.ttf");

/// The font at its two weights.
pub(crate) struct Faces {
    pub regular: Face,
    pub bold: Face,
}

/// One weight of it.
pub(crate) struct Face {
    pub font: Font,
    shaped: rustybuzz::Face<'static>,
}

impl Faces {
    pub(crate) fn load() -> Option<Faces> {
        Some(Faces { regular: Face::of(REGULAR)?, bold: Face::of(BOLD)? })
    }

    pub(crate) fn of(&self, bold: bool) -> &Face {
        if bold { &self.bold } else { &self.regular }
    }
}

/// For drawings, which have text of their own.
pub(crate) fn for_drawings() -> usvg::fontdb::Database {
    let mut fonts = usvg::fontdb::Database::new();
    fonts.load_font_data(REGULAR.to_vec());
    fonts.load_font_data(BOLD.to_vec());
    for set in [
        usvg::fontdb::Database::set_sans_serif_family,
        usvg::fontdb::Database::set_serif_family,
        usvg::fontdb::Database::set_monospace_family,
    ] {
        set(&mut fonts, "Tolva Paper");
    }
    fonts
}

impl Face {
    fn of(bytes: &'static [u8]) -> Option<Face> {
        let font = Font::new(bytes.to_vec().into(), 0)?;
        Some(Face { font, shaped: rustybuzz::Face::from_slice(bytes, 0)? })
    }

    /// A text with what the font has not left out, and every kind of space one.
    pub(crate) fn settable(&self, text: &str) -> String {
        let spaced = text.split_whitespace().collect::<Vec<_>>().join(" ");
        spaced.chars().map(|c| if self.shaped.glyph_index(c).is_some() { c } else { '?' }).collect()
    }

    /// How wide it is at a size, in points.
    pub(crate) fn width(&self, text: &str, size: f32) -> f32 {
        let mut buffer = rustybuzz::UnicodeBuffer::new();
        buffer.push_str(text);
        let glyphs = rustybuzz::shape(&self.shaped, &[], buffer);
        let advance: i32 = glyphs.glyph_positions().iter().map(|glyph| glyph.x_advance).sum();
        advance as f32 * size / self.shaped.units_per_em() as f32
    }

    /// Broken into lines no wider than there is room; a word that is wider stands alone and is broken where it must be.
    pub(crate) fn lines(&self, text: &str, size: f32, room: f32) -> Vec<String> {
        let text = self.settable(text);
        let mut lines = Vec::new();
        let (mut line, mut begin) = (String::new(), 0);
        for (end, kind) in linebreaks(&text) {
            let piece = &text[begin..end];
            begin = end;
            if !line.is_empty() && self.width(&format!("{line}{}", piece.trim_end()), size) > room {
                lines.push(std::mem::take(&mut line).trim_end().to_owned());
            }
            line.push_str(piece);
            while self.width(line.trim_end(), size) > room && line.chars().count() > 1 {
                let fits = self.fitting(&line, size, room);
                let rest = line.split_off(fits);
                lines.push(std::mem::replace(&mut line, rest));
            }
            if kind == BreakOpportunity::Mandatory && !line.trim().is_empty() {
                lines.push(std::mem::take(&mut line).trim_end().to_owned());
            }
        }
        lines
    }

    /// How much of a word fits, in bytes; one character at least.
    fn fitting(&self, word: &str, size: f32, room: f32) -> usize {
        let ends = word.char_indices().map(|(at, c)| at + c.len_utf8());
        let mut fits = word.chars().next().map_or(0, char::len_utf8);
        for end in ends {
            if self.width(&word[..end], size) > room {
                break;
            }
            fits = fits.max(end);
        }
        fits
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    /// No line is wider than its room, nothing is lost, and a word without a break is broken.
    #[test]
    fn lines_keep_to_their_room() {
        let faces = Faces::load().unwrap();
        let text =
            "Ambient on the face 1⅓ stops under its target → f/2.8, 2 × 60 cm; Mondgebäcknachtbäckereigenossenschaft";
        for room in [30.0, 60.0, 140.0, 400.0] {
            let lines = faces.regular.lines(text, 9.0, room);
            assert!(lines.iter().all(|line| faces.regular.width(line, 9.0) <= room + 0.01), "{room} {lines:?}");
            let squeezed = |text: &str| text.chars().filter(|c| !c.is_whitespace()).collect::<String>();
            assert_eq!(squeezed(&lines.concat()), squeezed(text));
        }
        assert_eq!(faces.regular.settable("a\u{a0}b\n 漢"), "a b ?");
    }

    /// The heavier of the two is another font, not the same twice.
    #[test]
    fn bold_is_bold() {
        let faces = Faces::load().unwrap();
        assert!(faces.bold.width("shadow side", 10.0) > faces.regular.width("shadow side", 10.0));
    }
}
