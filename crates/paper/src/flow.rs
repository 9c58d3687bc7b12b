//! Blocks run down the pages: what stands where.

use crate::face::Faces;
use crate::figures::Drawn;
use crate::sheet::Page;
use crate::tags::Part;

/// Something on a page, from its left and its top, in points.
pub(crate) enum Mark {
    Text {
        x: f32,
        baseline: f32,
        size: f32,
        bold: bool,
        quiet: bool,
        text: String,
    },
    /// A rule across, or a bar beside something.
    Rule {
        x: f32,
        y: f32,
        width: f32,
        height: f32,
    },
    /// A box to be ticked.
    Tick {
        x: f32,
        y: f32,
        side: f32,
        ticked: bool,
    },
    Drawn {
        x: f32,
        y: f32,
        width: f32,
        height: f32,
        drawn: Drawn,
    },
}

impl Mark {
    /// Whether it is nothing but ornament.
    pub(crate) const fn is_ornament(&self) -> bool {
        matches!(self, Mark::Rule { .. } | Mark::Tick { .. })
    }
}

/// A mark and the page it is on.
pub(crate) struct Placed {
    pub page: usize,
    pub mark: Mark,
}

/// How lines of a text stand.
#[derive(Debug, Clone, Copy)]
pub(crate) struct Style {
    pub size: f32,
    pub bold: bool,
    pub quiet: bool,
}

/// From one baseline to the next, in sizes.
const LEADING: f32 = 1.28;
/// From the top of a line to its baseline.
const ASCENT: f32 = 0.98;

/// Pages being filled.
pub(crate) struct Flow<'a> {
    pub faces: &'a Faces,
    pub page: Page,
    pub placed: Vec<Placed>,
    pub parts: Vec<Part>,
    /// Headings with their pages, for the outline.
    pub outline: Vec<(u16, String, usize)>,
    at: usize,
    y: f32,
}

impl<'a> Flow<'a> {
    pub(crate) fn new(faces: &'a Faces, page: Page) -> Flow<'a> {
        let y = page.margin;
        Flow { faces, page, placed: Vec::new(), parts: Vec::new(), outline: Vec::new(), at: 0, y }
    }

    /// Pages begun.
    pub(crate) const fn pages(&self) -> usize {
        self.at + 1
    }

    /// The page that is being filled, and how far down it is.
    pub(crate) const fn here(&self) -> (usize, f32) {
        (self.at, self.y)
    }

    pub(crate) fn is_at_top(&self) -> bool {
        self.y <= self.page.margin + 0.5
    }

    /// The whole height there is for one thing.
    pub(crate) fn whole(&self) -> f32 {
        self.page.bottom() - self.page.margin
    }

    pub(crate) fn new_page(&mut self) {
        self.at += 1;
        self.y = self.page.margin;
    }

    /// Goes on to the next page where so much does not fit on this.
    pub(crate) fn keep(&mut self, height: f32) {
        if self.y + height > self.page.bottom() && !self.is_at_top() {
            self.new_page();
        }
    }

    /// Leaves room before what follows, but not at the top of a page.
    pub(crate) fn gap(&mut self, sizes: f32) {
        if !self.is_at_top() {
            self.y += sizes * self.page.text;
        }
    }

    pub(crate) fn down(&mut self, by: f32) {
        self.y += by;
    }

    pub(crate) fn put(&mut self, mark: Mark) -> usize {
        self.placed.push(Placed { page: self.at, mark });
        self.placed.len() - 1
    }

    pub(crate) fn lines(&self, text: &str, style: Style, room: f32) -> Vec<String> {
        self.faces.of(style.bold).lines(text, style.size, room)
    }

    /// How high so many lines are.
    pub(crate) fn high(lines: usize, style: Style) -> f32 {
        lines as f32 * style.size * LEADING
    }

    /// Lines from a place on the page that is being filled; it is not moved on.
    pub(crate) fn put_lines(&mut self, lines: &[String], style: Style, x: f32, top: f32) -> Vec<usize> {
        let Style { size, bold, quiet } = style;
        let mut marks = Vec::new();
        for (number, text) in lines.iter().enumerate() {
            let baseline = top + number as f32 * size * LEADING + size * ASCENT;
            // Words are parted by spaces also where a line ends.
            let text = if number + 1 < lines.len() { format!("{text} ") } else { text.clone() };
            marks.push(self.put(Mark::Text { x, baseline, size, bold, quiet, text }));
        }
        marks
    }

    /// A text down the pages, line by line.
    pub(crate) fn run(&mut self, text: &str, style: Style, x: f32, room: f32) -> Vec<usize> {
        let lines = self.lines(text, style, room);
        let mut marks = Vec::new();
        for (number, line) in lines.iter().enumerate() {
            self.keep(Self::high(1, style));
            let top = self.y;
            let text = if number + 1 < lines.len() { format!("{line} ") } else { line.clone() };
            marks.extend(self.put_lines(&[text], style, x, top));
            self.down(Self::high(1, style));
        }
        marks
    }
}
