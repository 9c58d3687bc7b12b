use crate::mark::Area;

/// Pixels of a mark that are looked at: of a larger one every so many, evenly.
const MOST: u64 = 250_000;

/// Pixels of a marked patch as they are stored, each part from 0 to 1.
#[derive(Debug, Clone, PartialEq)]
pub(crate) struct Samples {
    area: Area,
    every: u32,
    /// Whether it has no colours.
    pub(crate) grey: bool,
    pub(crate) values: Vec<[f32; 3]>,
}

impl Samples {
    pub(crate) fn of(area: Area, grey: bool) -> Samples {
        let every = (area.count() as f64 / MOST as f64).sqrt().ceil().max(1.0) as u32;
        Samples { area, every, grey, values: Vec::new() }
    }

    /// Takes what is wanted of a row of the picture; a pixel is so many parts, the last of them not looked at where there are two
    /// or four: how opaque it is.
    pub(crate) fn take(&mut self, row: u32, parts: usize, value: impl Fn(usize) -> f32) {
        let Area { left, top, right, bottom } = self.area;
        if !(top..bottom).contains(&row) || !(row - top).is_multiple_of(self.every) {
            return;
        }
        for column in (left..right).step_by(self.every as usize) {
            let at = column as usize * parts;
            let rgb = if parts < 3 { [value(at); 3] } else { [value(at), value(at + 1), value(at + 2)] };
            self.values.push(rgb);
        }
    }
}
