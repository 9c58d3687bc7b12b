//! A card on paper.

use super::Query;
use super::files::file_of;
use crate::attachment::attachment;
use crate::body::parse;
use crate::problem::Problem;
use crate::work::{Asker, Kind, Work};
use actix_web::http::StatusCode;
use actix_web::web::{Data, Payload};
use actix_web::{HttpResponse, post};
use serde::Deserialize;
use tolva_paper::{PaperDocument, PaperError, PaperShape, set};
use utoipa::IntoParams;

/// On what it is to be set.
#[derive(Debug, Deserialize, IntoParams)]
#[serde(deny_unknown_fields)]
pub struct OnPaper {
    /// A4, letter, or a sheet folded for the pocket.
    #[param(inline)]
    shape: PaperShape,
}

fn refused(error: &PaperError) -> Problem {
    let status = match error {
        PaperError::TooMuch { .. } | PaperError::Figure { .. } => StatusCode::UNPROCESSABLE_ENTITY,
        PaperError::Unmade { .. } => StatusCode::INTERNAL_SERVER_ERROR,
    };
    Problem::new(status, "paper", "Not set", error.to_string())
}

/// Sets what is sent on paper, as a PDF that a screen reader finds its way in.
#[utoipa::path(operation_id = "paper_set", params(OnPaper), request_body = PaperDocument,
    responses((status = 200, body = Vec<u8>, content_type = "application/pdf"), (status = 413, body = Problem),
        (status = 422, body = Problem)))]
#[post("/paper")]
pub async fn set_on_paper(
    work: Data<Work>,
    asker: Asker,
    query: Query<OnPaper>,
    payload: Payload,
) -> Result<HttpResponse, Problem> {
    let bytes = file_of(payload).await?;
    let shape = query.shape;
    let done = move || {
        let document: PaperDocument = parse(&bytes)?;
        let pdf = set(&document, shape).map_err(|error| refused(&error))?;
        Ok::<_, Problem>((document.title, pdf))
    };
    let (title, pdf) = work.answer(&asker, Kind::Card, done).await??;
    Ok(attachment(&format!("{title} card"), "pdf", "application/pdf", pdf))
}
