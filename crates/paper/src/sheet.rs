//! Sheets and the pages on them.

use crate::document::PaperShape;

const MILLIMETRE: f32 = 72.0 / 25.4;

/// A page: its size, what is left free about it, and the size of its text, in points.
#[derive(Debug, Clone, Copy)]
pub(crate) struct Page {
    pub width: f32,
    pub height: f32,
    pub margin: f32,
    pub text: f32,
}

impl Page {
    pub(crate) fn room(&self) -> f32 {
        self.width - 2.0 * self.margin
    }

    /// The lowest anything may reach: the foot is kept free.
    pub(crate) fn bottom(&self) -> f32 {
        self.height - self.margin - 1.4 * self.text
    }

    /// How many stand side by side of what needs so much room.
    pub(crate) fn abreast(&self, room: f32) -> usize {
        ((self.room() / room).floor() as usize).max(1)
    }
}

/// Where a page stands on its sheet: from the left, from the top, and whether on its head.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(crate) struct Stands {
    pub sheet: usize,
    pub x: f32,
    pub y: f32,
    pub on_its_head: bool,
}

impl PaperShape {
    pub(crate) fn sheet(self) -> (f32, f32) {
        match self {
            PaperShape::A4 => (210.0 * MILLIMETRE, 297.0 * MILLIMETRE),
            PaperShape::Letter => (612.0, 792.0),
            PaperShape::Pocket => (297.0 * MILLIMETRE, 210.0 * MILLIMETRE),
        }
    }

    pub(crate) fn page(self) -> Page {
        let (width, height) = self.sheet();
        match self {
            PaperShape::A4 | PaperShape::Letter => Page { width, height, margin: 40.0, text: 10.5 },
            PaperShape::Pocket => Page { width: width / 4.0, height: height / 2.0, margin: 13.0, text: 7.0 },
        }
    }

    /// Where the page of this number stands. Folded once along, cut through the two middle fields and folded to a booklet, the eight
    /// fields of a pocket sheet come in their order when the upper row stands on its head (common practice).
    pub(crate) fn stands(self, page: usize) -> Stands {
        const FIELDS: [(usize, usize); 8] = [(3, 1), (3, 0), (2, 0), (1, 0), (0, 0), (0, 1), (1, 1), (2, 1)];
        match self {
            PaperShape::A4 | PaperShape::Letter => Stands { sheet: page, x: 0.0, y: 0.0, on_its_head: false },
            PaperShape::Pocket => {
                let (column, row) = FIELDS[page % 8];
                let field = self.page();
                let (x, y) = (column as f32 * field.width, row as f32 * field.height);
                Stands { sheet: page / 8, x, y, on_its_head: row == 0 }
            }
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    /// The eight fields are all used, facing pages lie beside each other, and a leaf's two sides meet at the fold: worked out by folding a
    /// sheet of paper.
    #[test]
    fn a_pocket_sheet_folds_to_its_order() {
        let fields: Vec<Stands> = (0..8).map(|page| PaperShape::Pocket.stands(page)).collect();
        for (a, b) in fields.iter().enumerate().flat_map(|(i, a)| fields[i + 1..].iter().map(move |b| (a, b))) {
            assert!((a.x, a.y) != (b.x, b.y));
        }
        let beside = |a: usize, b: usize| {
            let (a, b) = (fields[a - 1], fields[b - 1]);
            (a.y - b.y).abs() < 0.1 && ((a.x - b.x).abs() - PaperShape::Pocket.page().width).abs() < 0.1
        };
        assert!(beside(2, 3) && beside(4, 5) && beside(6, 7) && beside(8, 1));
        let over = |a: usize, b: usize| (fields[a - 1].x - fields[b - 1].x).abs() < 0.1;
        assert!(over(1, 2) && over(5, 6));
        // On its head, the left of two facing pages is the right one of the sheet.
        assert!(fields[1].on_its_head && fields[1].x > fields[2].x);
        assert!(!fields[5].on_its_head && fields[5].x < fields[6].x);
        assert_eq!(PaperShape::Pocket.stands(8).sheet, 1);
    }
}
