//! Sets a card on paper: a document of few kinds of blocks, as a PDF whose text can be selected and is tagged for screen readers.

mod blocks;
mod document;
mod face;
mod figures;
mod flow;
mod sheet;
mod tags;
#[cfg(test)]
mod tests;
mod write;

pub use document::{Block, DialShown, Figure, Made, PaperDocument, PaperError, PaperShape, TickLine};

use face::Faces;
use flow::Flow;

/// The most that is set: blocks of a document, lines or rows of a block, characters of a text, pages.
const BLOCKS: usize = 2_000;
const LINES: usize = 400;
const CHARACTERS: usize = 4_000;
const PAGES: usize = 160;

/// A document as a PDF on this shape of paper.
///
/// # Errors
/// [`PaperError`] where there is too much of it, or a figure cannot be read.
pub fn set(document: &PaperDocument, shape: PaperShape) -> Result<Vec<u8>, PaperError> {
    if document.blocks.len() > BLOCKS {
        return Err(PaperError::TooMuch { most: BLOCKS, of: "blocks" });
    }
    let faces = Faces::load().ok_or_else(|| PaperError::Unmade { why: "its font does not load".to_owned() })?;
    let mut flow = Flow::new(&faces, shape.page());
    for (index, block) in document.blocks.iter().enumerate() {
        flow.set(block, document.blocks.get(index + 1))?;
        if flow.pages() > PAGES {
            return Err(PaperError::TooMuch { most: PAGES, of: "pages" });
        }
    }
    write::written(document, shape, flow, &faces)
}
