//! A closer look: a part of the frame at the sensor's own pixels or larger, with its noise.

use super::{Lit, PATIENCE, developing, motif, not_there_yet, picturing_of};
use crate::api::Query;
use crate::api::asked::{Asked, Of};
use crate::body::Body;
use crate::easel::Easels;
use crate::problem::{FieldProblem, Problem};
use crate::work::Kind;
use actix_web::http::StatusCode;
use actix_web::web::Data;
use actix_web::{HttpResponse, post};
use serde::{Deserialize, Serialize};
use std::time::{Duration, Instant};
use tolva_core::kit::Camera;
use tolva_core::marks::Mark;
use tolva_core::setup::Setup;
use tolva_frames::{Written, written};
use tolva_render::{Crop, Frame, Picture, Seed, Sensor, World};
use utoipa::ToSchema;

use super::file::shot;

/// A place of a frame to be looked at closely.
#[derive(Debug, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct CloserLook {
    /// The setup.
    pub setup: Setup,
    /// The light it is seen in.
    pub lit: Lit,
    /// From the left, as a share of the frame.
    pub x: f64,
    /// From the top.
    pub y: f64,
    /// How many pixels of the answer one of the sensor is wide: 1 to 4.
    pub times: u32,
}

/// The answer's longer side, in pixels.
const SIDE: f64 = 288.0;
/// How long it is traced: what is there then is shown.
const TRACED: Duration = Duration::from_millis(400);
/// No longer than this many rounds.
const ENOUGH: u32 = 32;

/// The sensor of a setup as it is turned.
pub fn sensor_of(setup: &Setup, body: &Camera) -> Sensor {
    Sensor {
        megapixels: body.megapixels,
        size: (body.sensor_width.millimetres(), body.sensor_height.millimetres()),
        over_base: (setup.camera.iso.at.stops() - body.iso_base.stops()).max(0.0),
    }
}

/// A part of the frame at the sensor's own pixels or larger, as PNG in sRGB, traced for less than a second; noise as the sensor makes it.
#[utoipa::path(
    params(Of),
    request_body = CloserLook,
    responses(
        (status = 200, body = Vec<u8>, content_type = "image/png"),
        (status = 422, body = Problem),
        (status = 503, body = Problem, description = "Not there yet: other questions come first.")
    )
)]
#[post("/picture/closer")]
pub async fn closer_look(
    asked: Asked,
    easels: Data<Easels>,
    of: Query<Of>,
    body: Body<CloserLook>,
) -> Result<HttpResponse, Problem> {
    let CloserLook { setup, lit, x, y, times } = body.0;
    let at = |field: &str, detail: &str| {
        Problem::fields(vec![FieldProblem { field: field.to_owned(), detail: detail.to_owned() }])
    };
    let inside = |share: f64| (0.0..=1.0).contains(&share);
    if !inside(x) || !inside(y) {
        return Err(at(if inside(x) { "/y" } else { "/x" }, "A share of the frame: 0 to 1."));
    }
    if !(1..=4).contains(&times) {
        return Err(at("/times", "One of the sensor's pixels is 1 to 4 wide."));
    }
    let kit = asked.ground(&of).await?.kit;
    let picturing = picturing_of(&asked, &of, setup.clone(), Kind::Closer).await?;
    let there = easels.look(of.of.as_deref().unwrap_or(""), motif(&picturing), None, PATIENCE).await;
    let (Some(sketch), Some(camera)) = (there, kit.camera(&setup.camera.body)) else {
        return Err(not_there_yet());
    };
    let (sensor, shot) = (sensor_of(&setup, camera), shot(&setup, &kit, &picturing));
    let trace = move || {
        let motif = motif(&picturing);
        let view = motif.shown.view;
        let aspect = view.half_width / view.half_height;
        let (wide, high) = if aspect >= 1.0 { (SIDE, SIDE / aspect) } else { (SIDE * aspect, SIDE) };
        let size = (wide.round().max(1.0) as u32, high.round().max(1.0) as u32);
        // The sensor's pixels across the frame, however it is held.
        let across = (sensor.megapixels * 1e6 * aspect).sqrt();
        let crop = Crop::about(x, y, wide / (across * f64::from(times)));
        let since = Instant::now();
        // It is a question itself: the painter gives way to it, and all cores work on it.
        let world = World::of(motif.set, motif.shown);
        let mut picture = Picture::closer(world, size, crop, sketch.layers.probed.clone());
        while picture.layers().rounds() < ENOUGH && (picture.layers().rounds() == 0 || since.elapsed() < TRACED) {
            picture.round(|| true);
        }
        let layers = picture.layers();
        let mut blur = picturing.blur;
        blur.infinity /= crop.share;
        let seen = developing(&picturing, layers, &lit).frame(layers, &picturing.set.still).blurred(blur);
        let noise = Seed::of("closer").and_of(&shot.body);
        let linear = noisy(&seen, &sensor, times, noise);
        written(Written::Png, &Frame { linear, ..seen }.shown(), size, &shot)
    };
    let bytes = asked.work(Kind::Closer, trace).await?.map_err(|error| {
        Problem::new(StatusCode::INTERNAL_SERVER_ERROR, "work", "Not worked out", error.to_string())
    })?;
    Ok(HttpResponse::Ok().content_type("image/png").insert_header(("Cache-Control", "no-store")).body(bytes))
}

/// Light with the sensor's noise, of which each pixel is so many wide.
fn noisy(seen: &Frame, sensor: &Sensor, times: u32, seed: Seed) -> Vec<[f32; 3]> {
    let (wide, times) = (seen.size.0 as usize, times as usize);
    let high = seen.linear.len() / wide.max(1);
    let (across, down) = (wide.div_ceil(times), high.div_ceil(times));
    // Each of the sensor's pixels has the light of all of its own.
    let mut own = vec![([0.0f32; 3], 0u32); across * down];
    let of = |index: usize| index / wide / times * across + index % wide / times;
    for (index, light) in seen.linear.iter().enumerate() {
        let (sum, count) = &mut own[of(index)];
        (0..3).for_each(|channel| sum[channel] += light[channel]);
        *count += 1;
    }
    let light: Vec<[f32; 3]> = own.iter().map(|(sum, count)| sum.map(|part| part / (*count).max(1) as f32)).collect();
    let exposed = sensor.exposes(&light, seen.headroom, 1.0, seed);
    (0..seen.linear.len()).map(|index| exposed[of(index)]).collect()
}

#[cfg(test)]
mod tests {
    use super::*;

    /// Drawn four times as large every pixel of the sensor is a square of sixteen alike, its light that of all of them.
    #[test]
    fn a_sensors_pixel_is_a_square() {
        let linear: Vec<[f32; 3]> = (0..8 * 6).map(|at| [(at % 8) as f32, 1.0, 1.0]).collect();
        let frame = Frame { size: (8, 6), flash: vec![0.0; 48], depths: vec![1.0; 48], linear, headroom: 6.0 };
        let sensor = Sensor { megapixels: 24.0, size: (3600.0, 2400.0), over_base: 0.0 };
        let seen = noisy(&frame, &sensor, 4, Seed::of("noise"));
        assert_eq!(seen.len(), 48);
        assert_eq!((seen[0], seen[8]), (seen[3], seen[27]));
        assert_ne!(seen[0], seen[4]);
        assert!((seen[0][0] - 1.5).abs() < 0.05 && (seen[4][0] - 5.5).abs() < 0.05, "{:?} {:?}", seen[0], seen[4]);
    }
}
