//! The camera: it takes frames of a kept setup at its dials and puts them into a folder, as a tethered one does.

use super::folder::{brought_back, emptied, is_ours, kept, there};
use super::press::{Press, frames_of};
use super::{flashes_of, none_there};
use crate::api::asked::{Asked, Of};
use crate::api::id;
use crate::api::picture::{Lit, developing, not_there_yet, picturing_of, sensor_of, shot, sketch_of};
use crate::body::Body;
use crate::clock;
use crate::easel::{Easels, Sketch};
use crate::problem::Problem;
use crate::stand_ins::{Flashes, StandIns};
use crate::work::Kind;
use actix_web::http::StatusCode;
use actix_web::web::{Data, Json, Path};
use actix_web::{HttpResponse, delete, get, post};
use serde::Serialize;
use std::collections::HashMap;
use std::sync::Arc;
use tolva_core::colours::LightId;
use tolva_core::judge::before_frames;
use tolva_core::marks::{Mark, ShutterMark};
use tolva_core::picture::Picturing;
use tolva_core::quantity::Id;
use tolva_core::setup::Light;
use tolva_frames::{Shot, Written, written};
use tolva_render::{Developing, Frame, Sensor};
use tolva_standins::{Camera, Fired};
use utoipa::ToSchema;

/// The folder holds no more.
const FULL: usize = 400;
/// So many rounds of samples are waited for, as long as anything is.
const FINE: u32 = 16;
/// Frames are so many times as wide and high as the picture their light is worked out in.
const TIMES: u32 = 3;

/// A frame in the folder.
#[derive(Debug, Serialize, ToSchema)]
pub struct FrameTaken {
    /// The name of its file.
    name: String,
    /// What flashes did, by light; nothing of frames of earlier runs.
    fired: HashMap<String, Fired>,
}

/// A frame to be taken: what there is at its shutter, and what each flash did for it.
struct Exposure {
    picturing: Arc<Picturing>,
    shot: Shot,
    fired: HashMap<Id, Fired>,
    /// What each flash was set to then, in stops below full.
    powers: HashMap<Id, f64>,
}

fn unwritten(error: impl ToString) -> Problem {
    Problem::new(StatusCode::INTERNAL_SERVER_ERROR, "store", "The frame cannot be kept", error.to_string())
}

/// What all frames of a pressing are made with.
struct Loaded {
    sketch: Sketch,
    camera: Camera,
    sensor: Sensor,
    /// By how many stops all comes out brighter than it should: body and lens.
    own: f64,
    /// The flash each light has, by name, since its error is its own; and what the plan has it at, in stops below full.
    flashes: HashMap<Id, (String, f64)>,
}

impl Loaded {
    /// What the lens draws: by ambient light as the hand shakes, by flash as it finds it.
    fn seen(&self, developing: &Developing, picturing: &Picturing, number: u64) -> Frame {
        let drawn = |developing: &Developing| {
            let frame = developing.frame(&self.sketch.layers, &picturing.set.still);
            frame.blurred(picturing.blur).enlarged(TIMES)
        };
        let Some(hand) = picturing.hand else { return drawn(developing) };
        let only = |flash: bool| {
            let shining = developing.shining.iter().filter(|shining| shining.flash == flash).cloned().collect();
            drawn(&Developing { shining, ..developing.clone() })
        };
        let shake = self.camera.shake(number, hand.odds.share(), hand.circle);
        only(false).shaken(shake).with(&only(true))
    }

    fn frame(&self, exposure: &Exposure, number: u64) -> Result<Vec<u8>, String> {
        let (picturing, layers) = (&*exposure.picturing, &self.sketch.layers);
        let mut developing = developing(picturing, layers, &Lit::Both);
        for (shining, shines) in developing.shining.iter_mut().zip(&picturing.shines) {
            shining.level += self.own;
            let LightId::Flash { light } = &shines.of else { continue };
            let Some((flash, planned)) = self.flashes.get(light) else { continue };
            let set = exposure.powers.get(light).copied().unwrap_or(*planned);
            let by = self.camera.of_flash(flash) + planned - set;
            shining.level += match exposure.fired.get(light) {
                Some(Fired::Whole) => by,
                Some(Fired::Short { stops }) => by - stops,
                Some(Fired::Dark) | None => f64::NEG_INFINITY,
            };
        }
        let seen = self.seen(&developing, picturing, number);
        let together = self.sensor.megapixels * 1e6 / seen.linear.len().max(1) as f64;
        let linear = self.sensor.exposes(&seen.linear, seen.headroom, together, self.camera.noise(number));
        let lit = exposure.fired.values().any(|fired| *fired != Fired::Dark);
        let shot = Shot { flash: lit, ..exposure.shot.clone() };
        let taken = Frame { linear, ..seen };
        written(Written::Jpeg, &taken.shown(), taken.size, &shot).map_err(|error| error.to_string())
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
    // What was learnt of its body, lens and flashes changes nothing about them.
    let asked = asked.with_nothing_learnt();
    let longer = frames_of(press.0)?;
    let setup = id(&path)?;
    std::fs::create_dir_all(&folder).map_err(unwritten)?;
    if there(&folder).len() + longer.len() > FULL {
        let detail = format!("The folder holds {FULL} frames at most: empty it first.");
        return Err(Problem::new(StatusCode::CONFLICT, "full", "The folder is full", detail));
    }
    // What frames said of the light is no light: a camera sees what it saw before.
    let kept_setup = before_frames(&asked.studio.setup(&setup).await?.setup);
    let of = Of { of: Some(path.clone()) };
    let kit = asked.ground(&of).await?.kit;
    let Some(body) = kit.camera(&kept_setup.camera.body) else { return Err(not_there_yet()) };
    let now = clock::now();
    let (second, taken) = (now.timestamp().unsigned_abs(), Some(now.format("%Y:%m:%d %H:%M:%S").to_string()));
    // Each shutter is worked out as a setup of its own: trails, sync and what the body has go with it.
    let mut shutters: Vec<(ShutterMark, Arc<Picturing>, Shot)> = Vec::new();
    let mut at_each = Vec::with_capacity(longer.len());
    for longer in longer {
        #[expect(clippy::cast_possible_truncation, reason = "a few stops in sixths")]
        let shutter = ShutterMark::nearest(kept_setup.camera.shutter.at.sixths() - (longer * 6.0).round() as i16);
        let known = shutters.iter().position(|(known, ..)| *known == shutter);
        let index = match known {
            Some(known) => known,
            None => {
                let mut turned = kept_setup.clone();
                turned.camera.shutter.at = shutter;
                let picturing = picturing_of(&asked, &of, turned.clone(), Kind::Frame).await?;
                let shot = Shot { taken: taken.clone(), ..shot(&turned, &kit, &picturing) };
                shutters.push((shutter, Arc::new(picturing), shot));
                shutters.len() - 1
            }
        };
        at_each.push(index);
    }
    let Some((_, first, _)) = shutters.first() else { return Ok(Json(Vec::new())) };
    let sketch = sketch_of(&easels, setup.as_str(), first, FINE).await?;
    let now = stand_ins.now();
    // A frame of several exposures waits between them as its setup does; a burst goes as fast as the body.
    let (exposures, apart) = match kept_setup.exposures() {
        1 => (1, 1.0 / body.frames_per_second.max(0.1)),
        several => (several, kept_setup.between_exposures().seconds()),
    };
    let fires = |flashes: &mut Flashes| {
        let frame = |(index, shutter): (usize, usize)| {
            let at = now + index as f64 * apart * f64::from(exposures);
            let (_, picturing, shot) = &shutters[shutter];
            Exposure {
                picturing: Arc::clone(picturing),
                shot: shot.clone(),
                powers: flashes.iter().map(|(light, one)| (light.clone(), one.standing(at).power)).collect(),
                fired: flashes
                    .iter_mut()
                    .map(|(light, receiver)| (light.clone(), receiver.fire_all(at, exposures, apart)))
                    .collect(),
            }
        };
        at_each.into_iter().enumerate().map(frame).collect::<Vec<Exposure>>()
    };
    let exposures = stand_ins.with_flashes(&setup, flashes_of(&kept_setup, &kit), fires).ok_or_else(none_there)?;
    let flash = |light: &Light| {
        let name = kit.flash(&light.flash)?.name.to_string();
        Some((light.id.clone(), (name, light.power.at.stops_below_full())))
    };
    let lens = kit.lens(&kept_setup.camera.lens).map(|lens| lens.name.to_string()).unwrap_or_default();
    let camera = stand_ins.camera();
    let loaded = Arc::new(Loaded {
        sketch,
        camera,
        own: camera.own(body.name.as_str(), &lens),
        sensor: sensor_of(&kept_setup, body),
        flashes: kept_setup.lights.iter().filter_map(flash).collect(),
    });
    let mut done = Vec::with_capacity(exposures.len());
    for exposure in exposures {
        let number = stand_ins.next_frame();
        let (loaded, folder) = (Arc::clone(&loaded), folder.clone());
        let make = move || {
            let jpeg = loaded.frame(&exposure, number)?;
            let name = kept(&folder, &jpeg, second).map_err(|error| error.to_string())?;
            let fired = exposure.fired.into_iter().map(|(light, fired)| (light.as_str().to_owned(), fired)).collect();
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
