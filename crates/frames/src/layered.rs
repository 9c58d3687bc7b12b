//! Linear light by layers, as OpenEXR.

use super::written::WriteError;
use exr::prelude::*;

/// A layer of light: its name, and red, green and blue of every pixel, row by row from the top.
#[derive(Debug, Clone, PartialEq)]
pub struct LightLayer {
    /// Its name.
    pub name: String,
    /// Linear sRGB.
    pub linear: Vec<[f32; 3]>,
}

/// What light is counted in: attribute `unit` of each layer.
const UNIT: &str = "linear light in sRGB primaries; 1 is what a meter takes for mid-grey at the dials";

/// Writes layers as one file, each with its channels R, G and B in 32 bits, uncut and unfiltered.
///
/// # Errors
/// [`WriteError::Size`] where pixels do not fill the size, and what the format cannot hold.
pub fn layered(
    layers: &[LightLayer],
    (width, height): (u32, u32),
    described: &str,
) -> std::result::Result<Vec<u8>, WriteError> {
    let size = Vec2(width as usize, height as usize);
    let mut parts = Vec::with_capacity(layers.len());
    for layer in layers {
        if width == 0 || height == 0 || layer.linear.len() != size.area() {
            return Err(WriteError::Size { width, height, pixels: layer.linear.len() });
        }
        let channel = |name: &str, part: usize| {
            AnyChannel::new(name, FlatSamples::F32(layer.linear.iter().map(|seen| seen[part]).collect()))
        };
        let channels = AnyChannels::sort([channel("R", 0), channel("G", 1), channel("B", 2)].into_iter().collect());
        let mut about = LayerAttributes::named(layer.name.as_str());
        about.comments = Text::new_or_none(described);
        about.other.insert(Text::from("unit"), AttributeValue::Text(Text::from(UNIT)));
        parts.push(Layer::new(size, about, Encoding::SMALL_LOSSLESS, channels));
    }
    let bounds = IntegerBounds::from_dimensions(size);
    let image = Image::from_layers(ImageAttributes::new(bounds), parts);
    let mut bytes = std::io::Cursor::new(Vec::new());
    image.write().to_buffered(&mut bytes).map_err(|error| WriteError::Layers(error.to_string()))?;
    Ok(bytes.into_inner())
}

#[cfg(test)]
mod tests {
    use super::*;

    /// What is written is read back whole: names, unit and every value, over 1 and under 0 too.
    #[test]
    fn comes_back() {
        let layer = |name: &str, by: f32| LightLayer {
            name: name.to_owned(),
            linear: (0..6).map(|at| [at as f32 * by, 40.0, -0.01]).collect(),
        };
        let layers = [layer("ambient", 1.0), layer("flash key", 0.5)];
        let bytes = layered(&layers, (3, 2), "Kettle, simulated").unwrap();
        let read = read_all_flat_layers_from_file_bytes(&bytes);
        assert_eq!(read.layer_data.len(), 2);
        for (found, layer) in read.layer_data.iter().zip(&layers) {
            assert_eq!(found.attributes.layer_name, Some(Text::from(layer.name.as_str())));
            assert_eq!(found.attributes.other[&Text::from("unit")], AttributeValue::Text(Text::from(UNIT)));
            for (name, part) in [("R", 0), ("G", 1), ("B", 2)] {
                let channel = found.channel_data.list.iter().find(|channel| channel.name.eq(name)).unwrap();
                let values: Vec<f32> = channel.sample_data.values_as_f32().collect();
                assert_eq!(values, layer.linear.iter().map(|seen| seen[part]).collect::<Vec<_>>());
            }
        }
    }

    fn read_all_flat_layers_from_file_bytes(bytes: &[u8]) -> FlatImage {
        let layers = read().no_deep_data().largest_resolution_level().all_channels().all_layers().all_attributes();
        layers.from_buffered(std::io::Cursor::new(bytes)).unwrap()
    }

    #[test]
    fn pixels_have_to_fill_it() {
        let layer = LightLayer { name: "a".to_owned(), linear: vec![[0.0; 3]; 5] };
        assert!(matches!(layered(&[layer], (3, 2), ""), Err(WriteError::Size { .. })));
    }
}
