//! The camera: it takes frames of a kept setup at its dials and puts them into a folder, as a tethered one does.

use super::folder::{brought_back, emptied, is_ours, kept, there};
use super::{flashes_of, none_there};
use crate::api::asked::{Asked, Of};
use crate::api::id;
use crate::api::picture::{Lit, PATIENCE, developing, motif, not_there_yet, picturing_of, sensor_of, shot};
use crate::body::Body;
use crate::easel::{Easels, Sketch};
use crate::problem::{FieldProblem, Problem};
use crate::stand_ins::{Flashes, StandIns};
use crate::work::Kind;
use actix_web::http::StatusCode;
use actix_web::web::{Data, Json, Path};
use actix_web::{HttpResponse, delete, get, post};
use serde::{Deserialize, Serialize};
use std::collections::HashMap;
use tolva_core::colours::LightId;
use tolva_core::kit::Camera as CameraBody;
use tolva_core::picture::Picturing;
use tolva_core::quantity::Id;
use tolva_frames::{Shot, Written, written};
use tolva_render::{Frame, Sensor};
use tolva_standins::{Camera, Fired};
use utoipa::ToSchema;

/// Frames of one pressing.
const MOST: u32 = 40;
/// The folder holds no more.
const FULL: usize = 400;
/// So many rounds of samples are waited for, as long as anything is.
const FINE: u32 = 16;
/// Frames are so many times as wide and high as the picture their light is worked out in.
const TIMES: u32 = 3;
/// Steps of a bracket, in stops.
const STEPS: std::ops::RangeInclusive<f64> = 0.1..=3.0;

/// How the camera is pressed.
#[derive(Debug, Clone, Copy, Serialize, Deserialize, ToSchema)]
#[serde(tag = "of", rename_all = "snake_case", deny_unknown_fields)]
pub enum Press {
    /// One frame.
    Single,
    /// Frames one after the other, as fast as the body goes.
    Burst {
        /// How many.
        count: u32,
    },
    /// Frames with the shutter faster and slower by steps, the middle one as it is set.
    Bracket {
        /// How many: an odd number.
        count: u32,
        /// The step, in stops.
        step: f64,
    },
}

/// A frame in the folder.
#[derive(Debug, Serialize, ToSchema)]
pub struct FrameTaken {
    /// The name of its file.
    name: String,
    /// What flashes did, by light; nothing of frames of earlier runs.
    fired: HashMap<String, Fired>,
}

/// A frame to be taken: how much longer than set it is exposed, in stops, and what each flash did for it.
struct Frames {
    longer: f64,
    fired: HashMap<Id, Fired>,
    /// What each flash was set to then, in stops below full.
    powers: HashMap<Id, f64>,
}

fn at(field: &str, detail: String) -> Problem {
    Problem::fields(vec![FieldProblem { field: field.to_owned(), detail }])
}

/// By how much longer each frame is exposed, in stops, and how long after the pressing it is taken, in frames.
fn frames_of(press: Press) -> Result<Vec<f64>, Problem> {
    let count = match press {
        Press::Single => 1,
        Press::Burst { count } | Press::Bracket { count, .. } => count,
    };
    if !(1..=MOST).contains(&count) {
        return Err(at("/count", format!("Between 1 and {MOST} frames.")));
    }
    match press {
        Press::Bracket { count, .. } if count % 2 == 0 => {
            Err(at("/count", "An odd number, so that one is as it is set.".to_owned()))
        }
        Press::Bracket { step, .. } if !STEPS.contains(&step) => {
            Err(at("/step", format!("Between {} and {} stops.", STEPS.start(), STEPS.end())))
        }
        Press::Bracket { count, step } => {
            let middle = f64::from(count / 2);
            Ok((0..count).map(|index| (f64::from(index) - middle) * step).collect())
        }
        Press::Single | Press::Burst { .. } => Ok(vec![0.0; count as usize]),
    }
}

fn unwritten(error: impl ToString) -> Problem {
    Problem::new(StatusCode::INTERNAL_SERVER_ERROR, "store", "The frame cannot be kept", error.to_string())
}

/// Everything a frame is made from.
struct Exposing {
    picturing: Picturing,
    sketch: Sketch,
    camera: Camera,
    body: CameraBody,
    lens: String,
    /// The flash each light has, by name, since its error is its own; and what the plan has it at, in stops below full.
    flashes: HashMap<Id, (String, f64)>,
    sensor: Sensor,
    shot: Shot,
}

impl Exposing {
    fn frame(&self, frame: &Frames, number: u64) -> Result<Vec<u8>, String> {
        let (picturing, layers) = (&self.picturing, &self.sketch.layers);
        let own = self.camera.own(self.body.name.as_str(), &self.lens);
        let mut developing = developing(picturing, layers, &Lit::Both);
        for (shining, shines) in developing.shining.iter_mut().zip(&picturing.shines) {
            shining.level += own;
            shining.level += match &shines.of {
                LightId::Flash { light } if shines.flash => {
                    let Some((flash, planned)) = self.flashes.get(light) else { continue };
                    let set = frame.powers.get(light).copied().unwrap_or(*planned);
                    let by = self.camera.of_flash(flash) + planned - set;
                    match frame.fired.get(light) {
                        Some(Fired::Whole) => by,
                        Some(Fired::Short { stops }) => by - stops,
                        Some(Fired::Dark) | None => f64::NEG_INFINITY,
                    }
                }
                _ => frame.longer,
            };
        }
        let seen = developing.frame(layers, &picturing.set.still).blurred(picturing.blur).enlarged(TIMES);
        let together = self.sensor.megapixels * 1e6 / seen.linear.len().max(1) as f64;
        let linear = self.sensor.exposes(&seen.linear, seen.headroom, together, self.camera.noise(number));
        let lit = frame.fired.values().any(|fired| *fired != Fired::Dark);
        let shot = Shot { exposure: self.shot.exposure * frame.longer.exp2(), flash: lit, ..self.shot.clone() };
        written(Written::Jpeg, &Frame { linear, ..seen }.shown(), (layers.size.0 * TIMES, layers.size.1 * TIMES), &shot)
            .map_err(|error| error.to_string())
    }
}

/// Takes frames of a kept setup with the stand-in camera, at the setup's dials, its flashes fired by the stand-in receiver.
#[utoipa::path(
    params(("id" = String, Path)),
    request_body = Press,
    responses(
        (status = 200, body = [FrameTaken]),
        (status = 404, body = Problem),
        (status = 409, body = Problem, description = "The folder is full."),
        (status = 422, body = Problem),
        (status = 503, body = Problem, description = "Not there yet: other questions come first.")
    )
)]
#[post("/setups/{id}/stand-ins/frames")]
pub async fn take_frames(
    asked: Asked,
    stand_ins: Data<StandIns>,
    easels: Data<Easels>,
    path: Path<String>,
    press: Body<Press>,
) -> Result<Json<Vec<FrameTaken>>, Problem> {
    let folder = stand_ins.folder().ok_or_else(none_there)?.to_owned();
    let longer = frames_of(press.0)?;
    let setup = id(&path)?;
    std::fs::create_dir_all(&folder).map_err(unwritten)?;
    if there(&folder).len() + longer.len() > FULL {
        let detail = format!("The folder holds {FULL} frames at most: empty it first.");
        return Err(Problem::new(StatusCode::CONFLICT, "full", "The folder is full", detail));
    }
    let kept_setup = asked.studio.setup(&setup).await?.setup;
    let of = Of { of: Some(path.clone()) };
    let kit = asked.ground(&of).await?.kit;
    let picturing = picturing_of(&asked, &of, kept_setup.clone(), Kind::Frame).await?;
    let easel = |more_than| easels.look(setup.as_str(), motif(&picturing), more_than, PATIENCE);
    let mut sketch = easel(Some(FINE - 1)).await;
    if sketch.is_none() {
        sketch = easel(None).await;
    }
    let (Some(sketch), Some(body)) = (sketch, kit.camera(&kept_setup.camera.body).cloned()) else {
        return Err(not_there_yet());
    };
    let (now, pace) = (stand_ins.now(), 1.0 / body.frames_per_second.max(0.1));
    let fires = |flashes: &mut Flashes| {
        let frame = |(index, longer): (usize, &f64)| {
            let at = now + index as f64 * pace;
            let powers = flashes.iter().map(|(light, one)| (light.clone(), one.standing(at).power)).collect();
            let fired = flashes.iter_mut().map(|(light, receiver)| (light.clone(), receiver.fire(at))).collect();
            Frames { longer: *longer, fired, powers }
        };
        longer.iter().enumerate().map(frame).collect::<Vec<Frames>>()
    };
    let frames = stand_ins.with_flashes(&setup, flashes_of(&kept_setup, &kit), fires).ok_or_else(none_there)?;
    let second = std::time::SystemTime::now().duration_since(std::time::UNIX_EPOCH).map_or(0, |since| since.as_secs());
    let taken = i64::try_from(second).ok().and_then(|second| chrono::DateTime::from_timestamp(second, 0));
    let flash = |light: &tolva_core::setup::Light| {
        let name = kit.flash(&light.flash)?.name.to_string();
        Some((light.id.clone(), (name, light.power.at.stops_below_full())))
    };
    let exposing = Exposing {
        camera: stand_ins.camera().0,
        lens: kit.lens(&kept_setup.camera.lens).map(|lens| lens.name.to_string()).unwrap_or_default(),
        flashes: kept_setup.lights.iter().filter_map(flash).collect(),
        sensor: sensor_of(&kept_setup, &body),
        shot: Shot {
            taken: taken.map(|taken| taken.format("%Y:%m:%d %H:%M:%S").to_string()),
            ..shot(&kept_setup, &kit, &picturing)
        },
        picturing,
        sketch,
        body,
    };
    let exposing = std::sync::Arc::new(exposing);
    let mut done = Vec::with_capacity(frames.len());
    for frame in frames {
        let (_, number) = stand_ins.camera();
        let (exposing, folder) = (std::sync::Arc::clone(&exposing), folder.clone());
        let make = move || {
            let jpeg = exposing.frame(&frame, number)?;
            let name = kept(&folder, &jpeg, second).map_err(|error| error.to_string())?;
            let fired = frame.fired.into_iter().map(|(light, fired)| (light.as_str().to_owned(), fired)).collect();
            Ok::<_, String>(FrameTaken { name, fired })
        };
        done.push(asked.work(Kind::Frame, make).await?.map_err(unwritten)?);
    }
    Ok(Json(done))
}

/// The frames in the stand-in camera's folder, the newest first.
#[utoipa::path(responses((status = 200, body = [FrameTaken]), (status = 404, body = Problem)))]
#[get("/stand-ins/frames")]
pub async fn frames_there(stand_ins: Data<StandIns>) -> Result<Json<Vec<FrameTaken>>, Problem> {
    let folder = stand_ins.folder().ok_or_else(none_there)?;
    Ok(Json(there(folder).into_iter().map(|name| FrameTaken { name, fired: HashMap::new() }).collect()))
}

/// One of them.
#[utoipa::path(
    params(("name" = String, Path)),
    responses((status = 200, body = Vec<u8>, content_type = "image/jpeg"), (status = 404, body = Problem))
)]
#[get("/stand-ins/frames/{name}")]
pub async fn frame_taken(stand_ins: Data<StandIns>, name: Path<String>) -> Result<HttpResponse, Problem> {
    let folder = stand_ins.folder().ok_or_else(none_there)?;
    let bytes = is_ours(&name).then(|| std::fs::read(folder.join(name.as_str())).ok()).flatten();
    let bytes = bytes.ok_or_else(|| {
        Problem::new(StatusCode::NOT_FOUND, "not-found", "Not there", "That frame is not in the folder any more.")
    })?;
    Ok(HttpResponse::Ok().content_type("image/jpeg").body(bytes))
}

/// Empties the stand-in camera's folder of its frames; other files in it stay. Until the next time they can be brought back.
#[utoipa::path(responses((status = 204), (status = 404, body = Problem)))]
#[delete("/stand-ins/frames")]
pub async fn empty_frames(stand_ins: Data<StandIns>) -> Result<HttpResponse, Problem> {
    emptied(stand_ins.folder().ok_or_else(none_there)?).map_err(unwritten)?;
    Ok(HttpResponse::NoContent().finish())
}

/// Brings the frames back that were emptied out last.
#[utoipa::path(responses((status = 204), (status = 404, body = Problem)))]
#[post("/stand-ins/frames/restore")]
pub async fn restore_frames(stand_ins: Data<StandIns>) -> Result<HttpResponse, Problem> {
    brought_back(stand_ins.folder().ok_or_else(none_there)?).map_err(unwritten)?;
    Ok(HttpResponse::NoContent().finish())
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    #[rstest]
    #[case::single(Press::Single, &[0.0])]
    #[case::burst(Press::Burst { count: 3 }, &[0.0, 0.0, 0.0])]
    #[case::bracket(Press::Bracket { count: 5, step: 0.5 }, &[-1.0, -0.5, 0.0, 0.5, 1.0])]
    fn pressings(#[case] press: Press, #[case] longer: &[f64]) {
        assert_eq!(frames_of(press).unwrap(), longer);
    }

    #[rstest]
    #[case::none(Press::Burst { count: 0 })]
    #[case::too_many(Press::Burst { count: 41 })]
    #[case::even(Press::Bracket { count: 4, step: 1.0 })]
    #[case::no_step(Press::Bracket { count: 3, step: 0.0 })]
    #[case::no_number(Press::Bracket { count: 3, step: f64::NAN })]
    fn refused(#[case] press: Press) {
        assert!(frames_of(press).is_err());
    }
}
