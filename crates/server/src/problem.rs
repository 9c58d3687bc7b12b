//! Errors as problem+json (RFC 9457), with the field and the words the core gives.

use actix_web::http::StatusCode;
use actix_web::{HttpResponse, ResponseError};
use serde::Serialize;
use std::fmt;
use tolva_core::FieldError;
use tolva_core::format::FormatError;
use tolva_store::{FileTrouble, Newer, StoreError};
use utoipa::ToSchema;

/// What is wrong at one field.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct FieldProblem {
    /// Where, as a JSON pointer into what was sent.
    pub field: String,
    /// What, in words.
    pub detail: String,
}

/// An error as problem+json.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct Problem {
    /// Which kind, as a relative reference.
    #[serde(rename = "type")]
    pub kind: &'static str,
    /// The kind in words.
    pub title: &'static str,
    /// The HTTP status.
    pub status: u16,
    /// What happened this time.
    pub detail: String,
    /// Problems at single fields.
    pub errors: Vec<FieldProblem>,
    /// What is kept now, where a stale write was refused.
    pub newer: Option<Box<Newer>>,
}

impl Problem {
    /// A problem without fields.
    pub fn new(status: StatusCode, kind: &'static str, title: &'static str, detail: impl Into<String>) -> Problem {
        Problem { kind, title, status: status.as_u16(), detail: detail.into(), errors: Vec::new(), newer: None }
    }

    /// Problems at fields.
    pub fn fields(errors: Vec<FieldProblem>) -> Problem {
        let detail = errors.first().map_or_else(String::new, |first| first.detail.clone());
        let title = "Some fields need another look";
        Problem { errors, ..Problem::new(StatusCode::UNPROCESSABLE_ENTITY, "fields", title, detail) }
    }
}

impl fmt::Display for Problem {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        write!(f, "{}: {}", self.title, self.detail)
    }
}

impl ResponseError for Problem {
    fn status_code(&self) -> StatusCode {
        StatusCode::from_u16(self.status).unwrap_or(StatusCode::INTERNAL_SERVER_ERROR)
    }

    fn error_response(&self) -> HttpResponse {
        let body = serde_json::to_string(self).unwrap_or_default();
        HttpResponse::build(self.status_code()).content_type("application/problem+json").body(body)
    }
}

impl From<Vec<FieldError>> for Problem {
    fn from(errors: Vec<FieldError>) -> Problem {
        let problem = |error: FieldError| FieldProblem { field: error.field, detail: error.problem.to_string() };
        Problem::fields(errors.into_iter().map(problem).collect())
    }
}

impl From<FormatError> for Problem {
    fn from(error: FormatError) -> Problem {
        let detail = error.to_string();
        match error {
            FormatError::Fields(errors) => Problem { detail, ..Problem::from(errors) },
            FormatError::NotOurs { .. } | FormatError::Newer { .. } => {
                Problem::new(StatusCode::UNPROCESSABLE_ENTITY, "format", "The file cannot be taken", detail)
            }
        }
    }
}

impl From<StoreError> for Problem {
    fn from(error: StoreError) -> Problem {
        let detail = error.to_string();
        let file = error.file_trouble();
        let of = |status, kind, title| Problem::new(status, kind, title, detail.clone());
        match error {
            StoreError::NotFound { .. } => of(StatusCode::NOT_FOUND, "not-found", "Not there"),
            StoreError::Stale { newer } => {
                Problem { newer: Some(newer), ..of(StatusCode::CONFLICT, "stale", "Changed elsewhere") }
            }
            StoreError::PlacedElsewhere { .. } => of(StatusCode::CONFLICT, "stale", "Changed elsewhere"),
            StoreError::NoHistory { .. } => of(StatusCode::CONFLICT, "history", "Nothing there"),
            StoreError::InUse { .. } => of(StatusCode::CONFLICT, "in-use", "Still in use"),
            StoreError::Full { .. } => of(StatusCode::CONFLICT, "full", "Full"),
            StoreError::NoMain { .. } => of(StatusCode::CONFLICT, "no-main", "Nothing to stand by for"),
            StoreError::Order => of(StatusCode::CONFLICT, "order", "Changed elsewhere"),
            StoreError::SetAside(_) => of(StatusCode::CONFLICT, "set-aside", "Set aside"),
            StoreError::NoBackup { .. } => of(StatusCode::CONFLICT, "backup", "No backup"),
            StoreError::Fields(errors) => Problem::from(errors),
            StoreError::Format(error) => Problem::from(error),
            StoreError::Frames { .. } => of(StatusCode::INSUFFICIENT_STORAGE, "frames", "The frame cannot be kept"),
            StoreError::Unwritable { .. } | StoreError::NewerStudio | StoreError::Migrate(_) => {
                tracing::error!(%detail, "the studio's file");
                of(StatusCode::INTERNAL_SERVER_ERROR, "store", "The studio's file cannot be used")
            }
            StoreError::Database(inner) => {
                // SQLite's own words are for the log only.
                tracing::error!(error = %inner, "the studio's file");
                match file {
                    Some(FileTrouble::DiskFull) => {
                        of(StatusCode::INSUFFICIENT_STORAGE, "disk-full", "The disk is full")
                    }
                    Some(FileTrouble::Held) => of(StatusCode::SERVICE_UNAVAILABLE, "held", "The studio's file is held"),
                    _ => of(StatusCode::SERVICE_UNAVAILABLE, "store", "The studio's file cannot be used"),
                }
            }
        }
    }
}
