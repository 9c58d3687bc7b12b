//! How each kind of block is set.

use crate::document::{Block, DialShown, Figure, PaperError, TickLine};
use crate::figures;
use crate::flow::{Flow, Mark, Style};
use crate::tags::{Kind, Part};
use crate::{CHARACTERS, LINES};

/// What a line to be ticked, a dial and a figure need of the width, in sizes of the text.
const TICK: f32 = 23.0;
const DIAL: f32 = 11.5;
/// The most of a page's height a figure takes.
const FIGURE: f32 = 0.34;

const fn plain(size: f32) -> Style {
    Style { size, bold: false, quiet: false }
}

impl Flow<'_> {
    /// Sets a block after what is there; a heading where what follows it has room to begin.
    pub(crate) fn set(&mut self, block: &Block, next: Option<&Block>) -> Result<(), PaperError> {
        checked(block)?;
        match block {
            Block::Heading { level, text } => self.heading((*level).clamp(1, 3), text, self.begins(next)),
            Block::Text { text, quiet } => self.text(text, *quiet),
            Block::Points { points } => self.points(points),
            Block::Ticks { lines } => self.ticks(lines),
            Block::Dials { dials } => self.dials(dials),
            Block::Rows { caption, rows } => self.rows(caption, rows),
            Block::Figures { figures } => self.figures(figures)?,
            Block::NewPage if !self.is_at_top() => self.new_page(),
            Block::NewPage => {}
        }
        Ok(())
    }

    /// What a block needs of a page at least, to begin on it.
    fn begins(&self, block: Option<&Block>) -> f32 {
        match block {
            Some(Block::Figures { .. }) => FIGURE * self.whole() + self.page.text,
            Some(Block::Dials { .. }) => 7.0 * self.page.text,
            _ => 4.0 * self.page.text,
        }
    }

    fn heading(&mut self, level: u16, text: &str, after: f32) {
        let base = self.page.text;
        let size = base * [1.9, 1.55, 1.12][usize::from(level) - 1];
        let style = Style { size, bold: true, quiet: false };
        self.gap(if level == 3 { 0.9 } else { 1.2 });
        // It does not stand at the foot alone.
        self.keep(Self::high(1, style) + after);
        let (x, room) = (self.page.margin, self.page.room());
        if level == 2 {
            let y = self.here().1;
            self.put(Mark::Rule { x, y, width: room, height: 1.6 });
            self.down(0.35 * base);
        }
        self.outline.push((level, text.to_owned(), self.here().0));
        let marks = self.run(text, style, x, room);
        self.parts.push(Part::of_marks(Kind::Heading(level, text.to_owned()), marks));
        self.down(0.2 * base);
    }

    fn text(&mut self, text: &str, quiet: bool) {
        let style = Style { size: self.page.text * if quiet { 0.9 } else { 1.0 }, bold: false, quiet };
        let marks = self.run(text, style, self.page.margin, self.page.room());
        self.parts.push(Part::of_marks(Kind::Paragraph, marks));
        self.down(0.25 * self.page.text);
    }

    fn points(&mut self, points: &[String]) {
        let (base, x) = (self.page.text, self.page.margin);
        let mut items = Vec::new();
        for point in points {
            self.keep(Self::high(1, plain(base)));
            let y = self.here().1;
            self.put(Mark::Rule { x, y: y + 0.6 * base, width: 0.3 * base, height: 0.3 * base });
            let marks = self.run(point, plain(base), x + base, self.page.room() - base);
            items.push(item(marks));
            self.down(0.12 * base);
        }
        self.parts.push(Part::of_parts(Kind::List, items));
    }

    /// Boxes to be ticked, as many side by side as there is room for, from left to right.
    fn ticks(&mut self, lines: &[TickLine]) {
        let base = self.page.text;
        let abreast = self.page.abreast(TICK * base);
        let column = self.page.room() / abreast as f32;
        let (indent, why) = (1.6 * base, Style { size: 0.88 * base, bold: false, quiet: true });
        let mut items = Vec::new();
        for row in lines.chunks(abreast) {
            let set = row.iter().map(|line| {
                let room = column - indent - 0.8 * base;
                (line, self.lines(&line.text, plain(base), room), self.lines(&line.why, why, room))
            });
            let set: Vec<_> = set.collect();
            let high = |text: &[String], told: &[String]| {
                Self::high(text.len(), plain(base)) + Self::high(told.len(), why) + 0.35 * base
            };
            let height = set.iter().map(|(_, text, told)| high(text, told)).fold(0.0, f32::max);
            self.keep(height);
            let top = self.here().1;
            for (number, (line, text, told)) in set.iter().enumerate() {
                let x = self.page.margin + number as f32 * column;
                self.put(Mark::Tick { x, y: top + 0.12 * base, side: 0.95 * base, ticked: line.ticked });
                let mut marks = self.put_lines(text, plain(base), x + indent, top);
                marks.extend(self.put_lines(told, why, x + indent, top + Self::high(text.len(), plain(base))));
                items.push(item(marks));
            }
            self.down(height);
        }
        self.parts.push(Part::of_parts(Kind::List, items));
    }

    fn dials(&mut self, dials: &[DialShown]) {
        let base = self.page.text;
        let abreast = self.page.abreast(DIAL * base);
        let column = self.page.room() / abreast as f32;
        let name = plain(0.9 * base);
        let also = Style { size: 0.9 * base, bold: false, quiet: true };
        let mut items = Vec::new();
        self.gap(0.4);
        for row in dials.chunks(abreast) {
            let room = column - 1.6 * base;
            let set: Vec<_> = row
                .iter()
                .map(|dial| {
                    // A long value is set smaller, never cut.
                    let width = self.faces.bold.width(&self.faces.bold.settable(&dial.value), 1.0);
                    let size = (2.9 * base).min(room / width.max(0.1));
                    let value = Style { size, bold: true, quiet: false };
                    (
                        self.lines(&dial.name, name, room),
                        (dial.value.clone(), value),
                        self.lines(&dial.also, also, room),
                    )
                })
                .collect();
            let names = set.iter().map(|(name, ..)| name.len()).max().unwrap_or(1);
            let under = set.iter().map(|(.., also)| also.len()).max().unwrap_or(0);
            let height = Self::high(names, name) + 3.3 * base + Self::high(under, also) + 0.5 * base;
            self.keep(height);
            let top = self.here().1;
            for (number, (said, (text, value), told)) in set.iter().enumerate() {
                let x = self.page.margin + number as f32 * column;
                self.put(Mark::Rule { x, y: top, width: 0.35 * base, height: height - 0.5 * base });
                let mut marks = self.put_lines(said, name, x + base, top);
                let below = top + Self::high(names, name);
                let text = self.faces.bold.settable(text);
                marks.extend(self.put_lines(&[format!("{text} ")], *value, x + base, below));
                marks.extend(self.put_lines(told, also, x + base, below + 3.3 * base));
                items.push(item(marks));
            }
            self.down(height);
        }
        self.parts.push(Part::of_parts(Kind::List, items));
    }

    fn rows(&mut self, caption: &str, rows: &[Vec<String>]) {
        let base = self.page.text;
        let head = Style { size: 1.05 * base, bold: true, quiet: false };
        if !caption.is_empty() {
            self.text(caption, true);
        }
        let columns = rows.iter().map(Vec::len).max().unwrap_or(0);
        let widest = |column: usize| {
            let face = self.faces.of(column == 0);
            let cells = rows.iter().filter_map(|row| row.get(column));
            cells.map(|cell| face.width(&face.settable(cell), head.size)).fold(0.0, f32::max) + base
        };
        // The first as wide as it is, up to a third; the rest shares what is left.
        let first = widest(0).min(self.page.room() / 3.0);
        let other = (self.page.room() - first) / columns.saturating_sub(1).max(1) as f32;
        let mut parts = Vec::new();
        for row in rows {
            let cells: Vec<_> = row
                .iter()
                .enumerate()
                .map(|(column, cell)| {
                    let (style, width) = if column == 0 { (head, first) } else { (plain(base), other) };
                    (style, self.lines(cell, style, width - 0.6 * base))
                })
                .collect();
            let height = cells.iter().map(|(style, lines)| Self::high(lines.len(), *style)).fold(0.0, f32::max);
            self.keep(height + 0.4 * base);
            let top = self.here().1;
            let mut set = Vec::new();
            for (column, (style, lines)) in cells.iter().enumerate() {
                let x = self.page.margin + if column == 0 { 0.0 } else { first + (column - 1) as f32 * other };
                let marks = self.put_lines(lines, *style, x, top);
                set.push(Part::of_marks(if column == 0 { Kind::HeadCell } else { Kind::Cell }, marks));
            }
            self.down(height + 0.2 * base);
            let (x, y, width) = (self.page.margin, self.here().1, self.page.room());
            self.put(Mark::Rule { x, y, width, height: 0.4 });
            self.down(0.2 * base);
            parts.push(Part::of_parts(Kind::Row, set));
        }
        self.parts.push(Part::of_parts(Kind::Table, parts));
    }

    /// Figures beside each other, equally high.
    fn figures(&mut self, figures: &[Figure]) -> Result<(), PaperError> {
        let read = figures.iter().map(|figure| figures::read(figure).map(|(drawn, shape)| (figure, drawn, shape)));
        let read = read.collect::<Result<Vec<_>, _>>()?;
        let between = self.page.text;
        let shapes: f32 = read.iter().map(|(.., shape)| shape).sum();
        let room = self.page.room() - between * read.len().saturating_sub(1) as f32;
        let height = (room / shapes.max(0.01)).min(FIGURE * self.whole());
        self.gap(0.4);
        self.keep(height);
        let (mut x, y) = (self.page.margin, self.here().1);
        for (figure, drawn, shape) in read {
            let width = height * shape;
            let mark = self.put(Mark::Drawn { x, y, width, height, drawn });
            self.parts.push(Part::of_marks(Kind::Figure(figure.alt.clone()), vec![mark]));
            x += width + between;
        }
        self.down(height + 0.5 * between);
        Ok(())
    }
}

fn item(marks: Vec<usize>) -> Part {
    Part::of_parts(Kind::Item, vec![Part::of_marks(Kind::ItemBody, marks)])
}

/// That there is not too much of a block.
fn checked(block: &Block) -> Result<(), PaperError> {
    let (lines, longest) = match block {
        Block::Heading { text, .. } | Block::Text { text, .. } => (1, text.len()),
        Block::Points { points } => (points.len(), points.iter().map(String::len).max().unwrap_or(0)),
        Block::Ticks { lines } => {
            (lines.len(), lines.iter().map(|line| line.text.len().max(line.why.len())).max().unwrap_or(0))
        }
        Block::Dials { dials } => {
            let long = |dial: &DialShown| dial.name.len().max(dial.value.len()).max(dial.also.len());
            (dials.len(), dials.iter().map(long).max().unwrap_or(0))
        }
        Block::Rows { caption, rows } => {
            let cells = rows.iter().map(|row| row.iter().map(String::len).sum::<usize>().max(row.len()));
            (rows.len(), cells.max().unwrap_or(0).max(caption.len()))
        }
        Block::Figures { figures } => (figures.len(), figures.iter().map(|one| one.alt.len()).max().unwrap_or(0)),
        Block::NewPage => (0, 0),
    };
    if lines > LINES {
        return Err(PaperError::TooMuch { most: LINES, of: "lines of a block" });
    }
    if longest > CHARACTERS {
        return Err(PaperError::TooMuch { most: CHARACTERS, of: "characters of a text" });
    }
    Ok(())
}
