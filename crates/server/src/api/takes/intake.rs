//! A frame that comes in: looked at whole, off the threads that answer, and put down against what was planned.

use super::{Fields, Stands, TakeTold};
use crate::api::Query;
use crate::api::asked::{Asked, forecast_of};
use crate::api::frame::{ONE, bytes_of};
use crate::at_work::GivesWay;
use crate::body::Body;
use crate::clock;
use crate::problem::Problem;
use crate::work::Kind;
use actix_web::web::{Bytes, Json, Path, Payload};
use actix_web::{HttpResponse, post};
use serde::{Deserialize, Serialize};
use tolva_core::forecast::Seen;
use tolva_core::judge::{Verdict, curve_of, judge};
use tolva_core::marks::{ApertureMark, IsoMark, ShutterMark};
use tolva_core::picture::places;
use tolva_core::quantity::{Millimetres, Name, Note, Share, Stops};
use tolva_core::setup::Setup;
use tolva_core::situation::{Dials, Situation};
use tolva_core::take::{
    ByFiles, CameraSaid, Choice, EdgeWidths, FrameCrop, FrameSeen, MarkShows, MeasuredOn, Planned, Take, TakeMark,
    check_moment, proposed, taken_with,
};
use tolva_frames::{ColourSpace, Crop, FrameError, Looked, Mark, PatchRead, Told, head, look, told};
use tolva_store::{FrameCopy, KeptTake, Many, Studio, frame_hash};
use utoipa::{IntoParams, ToSchema};

/// What a frame that comes in is called.
#[derive(Debug, Deserialize, IntoParams)]
#[serde(deny_unknown_fields)]
pub struct FrameName {
    /// The name of its file.
    name: String,
}

/// The marks of a take as the reader of frames has them.
pub(super) const fn area(mark: &TakeMark) -> Mark {
    Mark { x: mark.x, y: mark.y, width: mark.width, height: mark.height }
}

/// What was read at a mark.
pub(super) fn measured(read: &PatchRead, on: MeasuredOn, edges: Option<EdgeWidths>) -> MarkShows {
    MarkShows {
        linear: read.linear,
        spread: Stops::of(read.spread),
        burnt: Share::nearest(read.burnt),
        black: Share::nearest(read.black),
        pixels: u32::try_from(read.pixels).unwrap_or(u32::MAX),
        on,
        edges,
    }
}

/// What the camera says, as the trade counts it.
fn settings(told: &Told) -> CameraSaid {
    let plain = CameraSaid {
        taken: told.taken.clone(),
        ahead: told.ahead,
        body: told.body.clone(),
        lens: told.lens.clone(),
        compensation: told.compensation.map(Stops::nearest),
        focal: told.focal.and_then(|focal| Millimetres::new(focal).ok()),
        flash: told.flash,
        auto_white: told.auto_white,
        ..CameraSaid::default()
    };
    plain.dialled(told.exposure, told.f_number, told.iso)
}

/// What was planned for a frame taken at these settings, and where its patches are looked for.
fn planned(stands: &Stands, settings: &CameraSaid, aspect: f64) -> Result<(Planned, Vec<TakeMark>), Fields> {
    let kit = &stands.ground.kit;
    let of = |taken: &Setup, by_files: ByFiles| -> Result<(Planned, Vec<TakeMark>), Fields> {
        let forecast = forecast_of(&stands.ground, taken);
        let seen = Seen { setup: taken, forecast: forecast.as_ref() };
        let s = Situation::new(seen, kit, stands.ground.terms())?;
        let planned = Planned::of(&s, &Dials::of(&stands.setup), settings.flash != Some(false));
        Ok((Planned { by_files, ..planned }, proposed(taken, &places(&s), aspect)))
    };
    let as_planned = settings.put_on(&stands.setup);
    let (with, by_files) = taken_with(&as_planned, kit, settings);
    // What the file says may not go together, a lens with that focal length: then it is judged as planned.
    of(&with, by_files).or_else(|_| of(&as_planned, ByFiles::default()))
}

/// A frame looked at, with the take that is made of it.
struct Taken {
    take: Take,
    looked: Looked,
}

/// Why a frame is not taken.
enum Refused {
    Frame(FrameError),
    Setup(Fields),
}

impl From<Refused> for Problem {
    fn from(refused: Refused) -> Problem {
        match refused {
            Refused::Frame(error) => error.into(),
            Refused::Setup(errors) => errors.into(),
        }
    }
}

fn name_of(text: &str) -> Name {
    let clean: String =
        text.rsplit(['/', '\\']).next().unwrap_or_default().chars().filter(|c| !c.is_control()).take(100).collect();
    Name::new(clean.trim()).or_else(|_| Name::new("frame")).unwrap_or_else(|_| unreachable!("a plain name"))
}

fn taken(stands: &Stands, came: &Came, way: &GivesWay) -> Result<Taken, Refused> {
    let bytes = &came.bytes;
    let head = head(bytes).map_err(Refused::Frame)?;
    let (wide, high) = (f64::from(head.width.max(1)), f64::from(head.height.max(1)));
    let aspect = if head.seen.is_on_its_side() { high / wide } else { wide / high };
    let settings = settings(&told(bytes));
    let (planned, mut marks) = planned(stands, &settings, aspect).map_err(Refused::Setup)?;
    let areas: Vec<Mark> = marks.iter().map(area).collect();
    let looked = look(bytes, &areas, &|| way.wait()).map_err(Refused::Frame)?;
    let widths = |crop: &Crop| EdgeWidths { across: crop.edges.across, down: crop.edges.down };
    for ((mark, read), crop) in marks.iter_mut().zip(&looked.marks).zip(&looked.crops) {
        mark.measured = read.as_ref().ok().map(|read| measured(read, MeasuredOn::File, Some(widths(crop))));
    }
    let crop = |crop: &Crop| FrameCrop { left: crop.left, top: crop.top, width: crop.size.0, height: crop.size.1 };
    let frame = FrameSeen {
        name: name_of(&came.name),
        hash: came.hash.clone(),
        width: looked.size.0,
        height: looked.size.1,
        profile: match &looked.space {
            ColourSpace::Assumed => None,
            ColourSpace::Named(name) => Some(name.clone()),
        },
        clipped: looked.clipped.map(Share::nearest),
        tones: looked.tones.clone(),
        crops: looked.crops.iter().map(crop).collect(),
    };
    let note = Note::default();
    Ok(Taken { take: Take { settings, planned, frame: Some(frame), marks, note, choice: Choice::Open }, looked })
}

/// Now, as takes without a time are put down.
fn now() -> String {
    clock::now().format("%Y-%m-%d %H:%M:%S").to_string()
}

/// The take a setup has of a frame already; one that was deleted is brought back.
async fn there(studio: &Studio, stands: &Stands, hash: &str) -> Result<Option<KeptTake>, Problem> {
    let Some((id, deleted)) = studio.take_of_frame(&stands.of, hash).await? else { return Ok(None) };
    if deleted {
        let job = studio.setup(&stands.of).await?.job_id;
        studio.change_takes(&job, std::slice::from_ref(&id), &Many::Restore).await?;
    }
    Ok(Some(studio.take(&id).await?))
}

/// A file that came in, by its contents.
pub(super) struct Came {
    pub(super) name: String,
    pub(super) bytes: Bytes,
    pub(super) hash: String,
}

impl Came {
    /// Its contents take a while to be named: not on the threads that answer.
    pub(super) fn of(name: String, bytes: Bytes) -> Came {
        Came { hash: frame_hash(&bytes), name, bytes }
    }
}

/// Takes a frame in; one that is there already is not taken twice.
async fn taken_in(asked: &Asked, of: &str, name: String, bytes: Bytes) -> Result<TakeTold, Problem> {
    let came = asked.work(Kind::Frame, move || Came::of(name, bytes)).await?;
    let stands = Stands::of(asked, of).await?;
    match there(&asked.studio, &stands, &came.hash).await? {
        Some(kept) => {
            let verdict = judge(&kept.take, None, curve_of(&kept.take, &stands.ground.kit));
            Ok(TakeTold { verdict, kept, known: true })
        }
        None => new_take(asked, stands, came).await,
    }
}

/// Makes a take of a frame, and keeps copies of it.
pub(super) async fn new_take(asked: &Asked, stands: Stands, came: Came) -> Result<TakeTold, Problem> {
    let (studio, way) = (asked.studio.clone(), asked.gives_way());
    let look = move || {
        let Taken { take, looked } = taken(&stands, &came, &way)?;
        let crops = looked.crops.iter().enumerate().map(|(at, crop)| (FrameCopy::Crop(at), crop.jpeg.as_slice()));
        let whole = [(FrameCopy::Working, looked.working.as_slice()), (FrameCopy::Small, looked.small.as_slice())];
        let copies: Vec<_> = whole.into_iter().chain(crops).collect();
        let kept = studio.keep_copies(&came.hash, &copies);
        Ok::<_, Refused>((stands, take, kept))
    };
    let (stands, take, copies) = asked.work(Kind::Frame, look).await??;
    copies?;
    let at = take.settings.taken.clone().unwrap_or_else(now);
    let kept = asked.studio.add_take(&stands.of, &at, &take).await?;
    let verdict = judge(&kept.take, None, curve_of(&kept.take, &stands.ground.kit));
    Ok(TakeTold { verdict, kept, known: false })
}

/// Takes a frame of a setup in: it is looked at, judged and put into the log. The file itself is not kept; copies of it are.
#[utoipa::path(
    operation_id = "takes_add",
    params(("id" = String, Path), FrameName),
    request_body(content = Vec<u8>, content_type = "application/octet-stream",
        description = "a JPEG, PNG or TIFF file, or a raw file with a JPEG in it, of up to 200 MB and 100 million pixels"),
    responses(
        (status = 200, body = TakeTold, description = "The setup has a take of this frame already."),
        (status = 201, body = TakeTold), (status = 404, body = Problem), (status = 413, body = Problem),
        (status = 422, body = Problem)
    )
)]
#[post("/setups/{id}/takes")]
pub async fn add_take(
    asked: Asked,
    path: Path<String>,
    named: Query<FrameName>,
    payload: Payload,
) -> Result<HttpResponse, Problem> {
    let _alone = ONE.acquire().await;
    let bytes = bytes_of(payload).await?;
    let told = taken_in(&asked, &path, named.name.clone(), bytes).await?;
    Ok(if told.known { HttpResponse::Ok().json(told) } else { HttpResponse::Created().json(told) })
}

/// A frame of a setup judged without being kept.
#[derive(Debug, Serialize, ToSchema)]
pub struct FrameJudged {
    /// The take it would be.
    take: Take,
    /// What it says.
    verdict: Verdict,
}

/// Judges a frame of a setup, at the marks the plan proposes. Nothing is kept.
#[utoipa::path(
    operation_id = "frames_judge",
    params(("id" = String, Path), FrameName),
    request_body(content = Vec<u8>, content_type = "application/octet-stream", description = "as for a take"),
    responses((status = 200, body = FrameJudged), (status = 404, body = Problem), (status = 413, body = Problem),
        (status = 422, body = Problem))
)]
#[post("/setups/{id}/frames/judged")]
pub async fn judge_frame(
    asked: Asked,
    path: Path<String>,
    named: Query<FrameName>,
    payload: Payload,
) -> Result<Json<FrameJudged>, Problem> {
    let _alone = ONE.acquire().await;
    let bytes = bytes_of(payload).await?;
    let stands = Stands::of(&asked, &path).await?;
    let (name, way) = (named.name.clone(), asked.gives_way());
    let looked = move || {
        let take = taken(&stands, &Came::of(name, bytes), &way)?.take;
        let verdict = judge(&take, None, curve_of(&take, &stands.ground.kit));
        Ok::<_, Refused>(FrameJudged { verdict, take })
    };
    Ok(Json(asked.work(Kind::Frame, looked).await??))
}

/// A take put down by hand, where there is no file.
#[derive(Debug, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct ByHand {
    /// The shutter; as planned without.
    shutter: Option<ShutterMark>,
    /// The aperture.
    aperture: Option<ApertureMark>,
    /// The sensitivity.
    iso: Option<IsoMark>,
    /// Whether flash fired.
    flash: bool,
    /// When, `2026-09-17 18:05:00`; now without.
    at: Option<String>,
    /// Anything worth remembering.
    note: Note,
}

/// Puts a take down by hand.
#[utoipa::path(operation_id = "takes_by_hand", params(("id" = String, Path)), request_body = ByHand,
    responses((status = 201, body = TakeTold), (status = 404, body = Problem), (status = 422, body = Problem)))]
#[post("/setups/{id}/takes/by-hand")]
pub async fn take_by_hand(asked: Asked, path: Path<String>, body: Body<ByHand>) -> Result<HttpResponse, Problem> {
    let ByHand { shutter, aperture, iso, flash, at, note } = body.0;
    at.as_deref().map_or(Ok(()), check_moment)?;
    let stands = Stands::of(&asked, &path).await?;
    let settings =
        CameraSaid { shutter, aperture, iso, flash: Some(flash), taken: at.clone(), ..CameraSaid::default() };
    let put_down = move || {
        let (planned, _) = planned(&stands, &settings, 1.5)?;
        Ok::<_, Fields>((
            stands,
            Take { settings, planned, frame: None, marks: Vec::new(), note, choice: Choice::Open },
        ))
    };
    let (stands, take) = asked.work(Kind::Frame, put_down).await??;
    let kept = asked.studio.add_take(&stands.of, &at.unwrap_or_else(now), &take).await?;
    let verdict = judge(&kept.take, None, None);
    Ok(HttpResponse::Created().json(TakeTold { verdict, kept, known: false }))
}
