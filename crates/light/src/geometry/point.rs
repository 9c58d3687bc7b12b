use super::DVec3;
use serde::Serialize;

/// A point in metres, on the wire `[x, y, z]` to the millimetre.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[serde(into = "[f64; 3]")]
pub struct Point(pub DVec3);

impl From<DVec3> for Point {
    fn from(point: DVec3) -> Point {
        Point(point)
    }
}

impl From<Point> for [f64; 3] {
    fn from(point: Point) -> [f64; 3] {
        point.0.to_array().map(|value| (value * 1000.0).round() / 1000.0)
    }
}

#[cfg(feature = "openapi")]
impl utoipa::PartialSchema for Point {
    fn schema() -> utoipa::openapi::RefOr<utoipa::openapi::schema::Schema> {
        use utoipa::openapi::schema::{ArrayBuilder, ObjectBuilder, Type};
        ArrayBuilder::new()
            .items(ObjectBuilder::new().schema_type(Type::Number))
            .min_items(Some(3))
            .max_items(Some(3))
            .description(Some("x, y and z in metres"))
            .into()
    }
}

#[cfg(feature = "openapi")]
impl utoipa::ToSchema for Point {}
