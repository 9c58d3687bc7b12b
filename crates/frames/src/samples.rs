use crate::mark::Area;
use crate::pixels::Pixels;

/// Pixels of a mark that are looked at: of a larger one every so many, evenly.
const MOST: u64 = 250_000;

/// Pixels of a marked patch as they are stored, each part from 0 to 1.
#[derive(Debug)]
pub(crate) struct Samples {
    pub(crate) values: Vec<[f32; 3]>,
}

impl Samples {
    /// Those of an area that lies in the picture.
    pub(crate) fn of(pixels: &Pixels, area: Area) -> Samples {
        let every = (area.count() as f64 / MOST as f64).sqrt().ceil().max(1.0) as usize;
        let whole = (pixels.steps() - 1) as f32;
        let (left, right) = (area.left as usize, area.right as usize);
        let row = |row: u32| pixels.row(row).take(right).skip(left).step_by(every);
        let rows = (area.top..area.bottom).step_by(every).flat_map(row);
        Samples { values: rows.map(|pixel| pixel.map(|part| f32::from(part) / whole)).collect() }
    }
}
