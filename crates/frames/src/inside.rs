//! The full-size JPEG inside a raw file, where its container is built as TIFF is (TIFF 6.0; Exif 2.32, 4.6.2).

use crate::decode::size;
use crate::head::FrameKind;
use std::collections::HashSet;

/// Directories that are looked at; a file that has more is of no camera.
const MOST_DIRECTORIES: usize = 64;
/// Entries of one directory that are looked at.
const MOST_ENTRIES: usize = 512;
/// Pictures that are looked at; a camera writes three or four.
const MOST_PICTURES: usize = 16;
/// Offsets of one entry that are followed.
const MOST_OFFSETS: usize = 32;

const STRIP_OFFSETS: u16 = 0x0111;
const STRIP_COUNTS: u16 = 0x0117;
const SUB_DIRECTORIES: u16 = 0x014a;
const JPEG_TABLES: u16 = 0x015b;
const JPEG_OFFSET: u16 = 0x0201;
const JPEG_LENGTH: u16 = 0x0202;

/// Whether bytes begin as TIFF does.
pub(crate) fn is_tiff(bytes: &[u8]) -> bool {
    bytes.starts_with(b"II*\0") || bytes.starts_with(b"MM\0*")
}

/// Reads numbers at places of the file; none beyond its end.
struct Container<'a> {
    bytes: &'a [u8],
    little: bool,
}

impl Container<'_> {
    fn short(&self, at: usize) -> Option<u16> {
        let two = self.bytes.get(at..at.checked_add(2)?)?.try_into().ok()?;
        Some(if self.little { u16::from_le_bytes(two) } else { u16::from_be_bytes(two) })
    }

    fn long(&self, at: usize) -> Option<usize> {
        let four = self.bytes.get(at..at.checked_add(4)?)?.try_into().ok()?;
        let value = if self.little { u32::from_le_bytes(four) } else { u32::from_be_bytes(four) };
        usize::try_from(value).ok()
    }

    /// The numbers of an entry: shorts or longs, in it or where it points.
    fn values(&self, entry: usize) -> Option<Vec<usize>> {
        let (size, count) = match self.short(entry + 2)? {
            3 => (2, self.long(entry + 4)?),
            4 | 13 => (4, self.long(entry + 4)?),
            _ => return None,
        };
        let held = size * count.min(MOST_OFFSETS);
        let from = if size * count <= 4 { entry + 8 } else { self.long(entry + 8)? };
        let value = |at: usize| if size == 2 { self.short(at).map(usize::from) } else { self.long(at) };
        (from..from.checked_add(held)?).step_by(size).map(value).collect()
    }
}

/// The largest JPEG in it by pixels, with its size; none where there is none that begins well.
pub(crate) fn largest_jpeg(bytes: &[u8]) -> Option<(&[u8], (u32, u32))> {
    let container = Container { bytes, little: bytes.starts_with(b"II") };
    let (mut ahead, mut seen) = (vec![container.long(4)?], HashSet::new());
    let mut found: Vec<&[u8]> = Vec::new();
    while let Some(directory) = ahead.pop() {
        if directory == 0 || seen.len() >= MOST_DIRECTORIES || !seen.insert(directory) {
            continue;
        }
        let Some(count) = container.short(directory) else { continue };
        let count = usize::from(count).min(MOST_ENTRIES);
        let of = |tag: u16| {
            let mut entries = (0..count).map(|index| directory + 2 + index * 12);
            container.values(entries.find(|entry| container.short(*entry) == Some(tag))?)
        };
        ahead.extend(container.long(directory + 2 + count * 12));
        ahead.extend(of(SUB_DIRECTORIES).unwrap_or_default());
        let one = |values: Option<Vec<usize>>| values.filter(|values| values.len() == 1).map(|values| values[0]);
        let strips = one(of(STRIP_OFFSETS)).zip(one(of(STRIP_COUNTS))).filter(|_| of(JPEG_TABLES).is_none());
        for (from, length) in one(of(JPEG_OFFSET)).zip(one(of(JPEG_LENGTH))).into_iter().chain(strips) {
            let inside = from.checked_add(length).and_then(|to| bytes.get(from..to));
            found.extend(inside.filter(|inside| inside.starts_with(&[0xff, 0xd8, 0xff])));
        }
    }
    let sized =
        found.into_iter().take(MOST_PICTURES).filter_map(|inside| Some((inside, size(FrameKind::Jpeg, inside)?)));
    sized.max_by_key(|(_, (width, height))| u64::from(*width) * u64::from(*height))
}
