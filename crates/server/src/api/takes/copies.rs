//! Copies of a take's frame, to be looked at or saved.

use crate::api::{Query, id};
use crate::attachment::attachment;
use crate::problem::Problem;
use actix_web::http::StatusCode;
use actix_web::web::{Data, Path};
use actix_web::{HttpResponse, get};
use serde::Deserialize;
use tolva_core::judge::{curve_of, judge};
use tolva_core::kit::Kit;
use tolva_core::quantity::Millimetres;
use tolva_core::take::Take;
use tolva_frames::{Shot, described};
use tolva_store::{FrameCopy, Studio};
use utoipa::IntoParams;

/// A copy of a take's frame: of at most 2 000 pixels, or a crop of it at full size.
#[derive(Debug, Deserialize, IntoParams)]
#[serde(deny_unknown_fields)]
pub struct CopyWanted {
    /// Which crop at full size; the working copy without.
    crop: Option<usize>,
    /// Whether a small one will do.
    #[serde(default)]
    small: bool,
    /// Whether what was measured is to stand in it, to be saved: as EXIF and XMP of the working copy.
    #[serde(default)]
    described: bool,
}

/// A copy of a take's frame.
#[utoipa::path(operation_id = "takes_frame", params(("id" = String, Path), CopyWanted),
    responses((status = 200, body = Vec<u8>, content_type = "image/jpeg"), (status = 404, body = Problem)))]
#[get("/takes/{id}/frame")]
pub async fn take_frame(
    studio: Data<Studio>,
    path: Path<String>,
    wanted: Query<CopyWanted>,
) -> Result<HttpResponse, Problem> {
    let kept = studio.take(&id(&path)?).await?;
    let copy = match wanted.crop {
        Some(crop) => FrameCopy::Crop(crop),
        None if wanted.small => FrameCopy::Small,
        None => FrameCopy::Working,
    };
    let copy = kept.take.frame.as_ref().and_then(|frame| studio.copy_of(&frame.hash, copy));
    let copy = copy.ok_or_else(|| {
        let detail = "There is no copy of this frame in the studio’s folder.";
        Problem::new(StatusCode::NOT_FOUND, "not-found", "Not there", detail)
    })?;
    if wanted.described {
        let kit = studio.kit().await?;
        return Ok(attachment(&name_of(&kept.take), "jpg", "image/jpeg", described_copy(&kept.take, copy, &kit)?));
    }
    Ok(HttpResponse::Ok().content_type("image/jpeg").body(copy))
}

/// What a take's file is called, without its ending.
fn name_of(take: &Take) -> String {
    let name = take.frame.as_ref().map_or("frame", |frame| frame.name.as_str());
    name.rsplit_once('.').map_or(name, |(stem, _)| stem).to_owned()
}

/// A copy with what was measured in it: what the camera says and what the frame says, a sentence each.
fn described_copy(take: &Take, copy: Vec<u8>, kit: &Kit) -> Result<Vec<u8>, Problem> {
    let verdict = judge(take, None, curve_of(take, kit));
    let patches = verdict.patches.iter().map(|judged| judged.sentence.as_str());
    let sharp = verdict.sharp.as_ref().map(|sharp| sharp.text.as_str());
    let lines: Vec<&str> =
        std::iter::once(verdict.headline.as_str()).chain(patches).chain(sharp).chain([take.note.as_str()]).collect();
    let (said, planned) = (&take.settings, &take.planned);
    let shot = Shot {
        described: lines.join("\n").trim().to_owned(),
        body: said.body.clone().unwrap_or_default(),
        lens: said.lens.clone().unwrap_or_default(),
        exposure: said.shutter.unwrap_or(planned.shutter).time().seconds(),
        f_number: said.aperture.unwrap_or(planned.aperture).f_number().number(),
        iso: said.iso.unwrap_or(planned.iso).speed(),
        focal: said.focal.map_or(0.0, Millimetres::millimetres),
        flash: said.flash.unwrap_or(planned.flash),
        taken: said.taken.as_ref().map(|taken| taken.replace('-', ":")),
    };
    described(copy, &shot).map_err(|error| {
        let title = "The copy cannot be written";
        Problem::new(StatusCode::INTERNAL_SERVER_ERROR, "store", title, error.to_string())
    })
}
