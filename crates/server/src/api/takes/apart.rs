//! A pair of frames, the one taken from the other.

use super::{Without, folder, other};
use crate::api::asked::Asked;
use crate::api::frame::ONE;
use crate::api::{Query, id};
use crate::problem::{FieldProblem, Problem};
use crate::work::Kind;
use actix_web::get;
use actix_web::http::StatusCode;
use actix_web::web::{Bytes, Json, Path};
use base64::Engine;
use base64::engine::general_purpose::STANDARD;
use serde::Serialize;
use tolva_core::judge::apart_words;
use tolva_core::take::Take;
use tolva_frames::apart;
use tolva_store::{FrameCopy, Studio};
use utoipa::ToSchema;

/// What changed between two frames, alone.
#[derive(Debug, Serialize, ToSchema)]
pub struct TakenApart {
    /// All of it in words.
    text: String,
    /// The mean share of the light that changed, 0 to 1.
    share: f64,
    /// The share of the frame that moved and is left out.
    moved: f64,
    /// Whether it is worked out on the files themselves, which the watched folder still has; on the working copies otherwise.
    full_size: bool,
    /// How far the other frame was moved to lie on this, in pixels of those to the right and down.
    shift: (f32, f32),
    /// What changed, alone, as a JPEG in a data address.
    alone: String,
    /// How much of each place's light that is, from black for none to white for all, the same way.
    map: String,
}

/// Both files are held in memory at once: of more pixels than these, the copies do.
const MOST_PIXELS: u64 = 40_000_000;

/// Whether a frame of so many pixels across and down is small enough for that.
const fn fits(across: u32, down: u32) -> bool {
    across as u64 * down as u64 <= MOST_PIXELS
}

/// The files of two takes, where the watched folder has both as they came in and they are not too large.
fn originals(studio: &Studio, takes: [&Take; 2]) -> Option<[Bytes; 2]> {
    let [one, two] = takes.map(|take| {
        let frame = take.frame.as_ref().filter(|frame| fits(frame.width, frame.height))?;
        folder::original(studio, frame)
    });
    Some([one?, two?])
}

fn copy_of(studio: &Studio, take: &Take) -> Result<Vec<u8>, Problem> {
    let copy = take.frame.as_ref().and_then(|frame| studio.copy_of(&frame.hash, FrameCopy::Working));
    copy.ok_or_else(|| {
        let detail = "There is no copy of one of the two frames in the studio’s folder.";
        Problem::new(StatusCode::NOT_FOUND, "not-found", "Not there", detail)
    })
}

/// What changed between a take and another of the same camera place, mostly flash and no flash: the second laid on the first, brought to
/// its settings and taken from it in linear light; on the files themselves where the watched folder still has both, else on the working
/// copies.
#[utoipa::path(operation_id = "takes_apart", params(("id" = String, Path), Without),
    responses((status = 200, body = TakenApart), (status = 404, body = Problem), (status = 422, body = Problem)))]
#[get("/takes/{id}/apart")]
pub async fn take_apart(asked: Asked, path: Path<String>, pair: Query<Without>) -> Result<Json<TakenApart>, Problem> {
    let take = asked.studio.take(&id(&path)?).await?.take;
    let Some(without) = other(&asked.studio, pair.without.as_ref()).await? else {
        let detail = "Say which frame is to be taken from it.".to_owned();
        return Err(Problem::fields(vec![FieldProblem { field: "/without".to_owned(), detail }]));
    };
    let copies = [copy_of(&asked.studio, &take)?, copy_of(&asked.studio, &without)?].map(Bytes::from);
    let _alone = ONE.acquire().await;
    let times = take.exposed_over(&without).stops().exp2();
    let studio = asked.studio.clone();
    let takes = (take, without);
    let found = move || {
        let originals = originals(&studio, [&takes.0, &takes.1]);
        let full_size = originals.is_some();
        let [one, two] = originals.unwrap_or(copies);
        apart(&one, &two, times).map(|found| (found, full_size, takes))
    };
    let (found, full_size, (take, without)) = asked.work(Kind::Frame, found).await??;
    let address = |jpeg: &[u8]| format!("data:image/jpeg;base64,{}", STANDARD.encode(jpeg));
    Ok(Json(TakenApart {
        text: apart_words(&take, &without, found.share, found.moved, found.shift, full_size),
        share: found.share,
        moved: found.moved,
        full_size,
        shift: found.shift,
        alone: address(&found.alone),
        map: address(&found.map),
    }))
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    #[rstest]
    #[case::of_24_megapixels(6_000, 4_000, true)]
    #[case::just_40(8_000, 5_000, true)]
    #[case::a_row_more(8_000, 5_001, false)]
    #[case::past_what_32_bits_count(70_000, 70_000, false)]
    fn files_up_to_40_megapixels_are_taken_whole(#[case] across: u32, #[case] down: u32, #[case] whole: bool) {
        assert_eq!(fits(across, down), whole);
    }
}
