use crate::mark::Area;
use crate::pixels::Pixels;

/// Pixels of a mark that are looked at: of a larger one every so many, evenly.
const MOST: u64 = 250_000;

/// Pixels of an area that lies in the picture, as they are stored.
pub(crate) fn samples(pixels: &Pixels, area: Area) -> Vec<[u16; 3]> {
    let every = (area.count() as f64 / MOST as f64).sqrt().ceil().max(1.0) as usize;
    let (mut found, mut row) = (Vec::new(), Vec::new());
    for at in (area.top..area.bottom).step_by(every) {
        pixels.row(at, area.left..area.right, &mut row);
        found.extend(row.iter().step_by(every));
    }
    found
}
