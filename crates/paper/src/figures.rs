//! Pictures and drawings, read and measured.

use crate::document::{Figure, Made, PaperError};
use crate::face::for_drawings;
use base64::Engine;
use base64::engine::general_purpose::STANDARD;
use krilla::image::Image;
use std::sync::Arc;

/// A picture or a drawing that was read.
#[derive(Clone)]
pub(crate) enum Drawn {
    Image(Image),
    Tree(Arc<usvg::Tree>),
}

/// The most bytes of one.
const BYTES: usize = 4 * 1024 * 1024;

fn unread(why: impl ToString) -> PaperError {
    PaperError::Figure { why: why.to_string() }
}

fn image(bytes: Vec<u8>) -> Result<Drawn, PaperError> {
    Image::from_jpeg(bytes.into(), true).map(Drawn::Image).map_err(unread)
}

/// A drawing. It has what is in it and fetches nothing: no file, no address.
fn tree(text: &str) -> Result<Drawn, PaperError> {
    let mut options = usvg::Options { fontdb: Arc::new(for_drawings()), ..usvg::Options::default() };
    "Tolva Paper".clone_into(&mut options.font_family);
    options.resources_dir = None;
    options.image_href_resolver =
        usvg::ImageHrefResolver { resolve_data: Box::new(|_, _, _| None), resolve_string: Box::new(|_, _| None) };
    usvg::Tree::from_str(text, &options).map(|tree| Drawn::Tree(Arc::new(tree))).map_err(unread)
}

/// Reads one: with how wide it is for its height.
pub(crate) fn read(figure: &Figure) -> Result<(Drawn, f32), PaperError> {
    let data = match &figure.made {
        Made::Jpeg(data) | Made::Svg(data) => data,
    };
    if data.len() > BYTES {
        return Err(PaperError::TooMuch { most: BYTES, of: "bytes of a figure" });
    }
    let drawn = match &figure.made {
        Made::Jpeg(data) => image(STANDARD.decode(data).map_err(unread)?)?,
        Made::Svg(text) => tree(text)?,
    };
    let (width, height) = match &drawn {
        Drawn::Image(image) => (image.size().0 as f32, image.size().1 as f32),
        Drawn::Tree(tree) => (tree.size().width(), tree.size().height()),
    };
    let shape = width / height;
    if (0.02..50.0).contains(&shape) { Ok((drawn, shape)) } else { Err(unread("it has no size")) }
}
