//! The picture: a set seen by its camera, by path tracing, one layer for each source of light.
//!
//! A layer holds the light that arrives at what the camera sees, not the light that leaves it: power, films, skin, white balance
//! and exposure are put on afterwards, and trace no ray. What the layers are counted in is what the transport of `tolva-light`
//! counts its gains in, so that picture and plan can be compared point by point.

mod behind;
mod chance;
mod coloured;
mod crop;
mod develop;
mod edges;
mod figures;
mod flecks;
mod frame;
mod gloss;
mod layers;
mod lens;
mod matter;
mod outline;
mod paints;
mod part;
mod picture;
mod points;
mod rgb;
mod scene_file;
mod sensor;
mod sequence;
mod shaken;
#[cfg(test)]
mod tests;
mod trace;
mod trail;
mod world;

pub use chance::Seed;
pub use coloured::Known;
pub use crop::Crop;
pub use develop::{Developing, Shining};
pub use figures::Group;
pub use frame::Frame;
pub use layers::{Falls, Layers};
pub use outline::stands_off;
pub use part::Part;
pub use picture::{Picture, Probe};
pub use points::Point;
pub use rgb::{Rgb, luminance};
pub use sensor::Sensor;
pub use shaken::Shake;
pub use tolva_light::colour::Tones;
pub use world::World;

/// Points, directions and rays in single precision, as the tracer works.
pub(crate) type V = glam::Vec3A;

/// A point of a set as the tracer has it.
#[expect(clippy::cast_possible_truncation, reason = "a set is metres wide: single precision tells micrometres apart")]
pub(crate) fn v(point: tolva_light::geometry::DVec3) -> V {
    V::new(point.x as f32, point.y as f32, point.z as f32)
}

/// The same as the set has it.
pub(crate) fn d(point: V) -> tolva_light::geometry::DVec3 {
    tolva_light::geometry::DVec3::new(f64::from(point.x), f64::from(point.y), f64::from(point.z))
}
