//! Files to be saved by the browser.

use actix_web::HttpResponse;
use actix_web::http::header::{CONTENT_DISPOSITION, ContentDisposition, DispositionParam, DispositionType};

/// A file of this name and ending.
pub fn attachment(name: &str, ending: &str, kind: &str, body: impl Into<Vec<u8>>) -> HttpResponse {
    let plain: String =
        name.chars().map(|c| if c.is_ascii_alphanumeric() { c.to_ascii_lowercase() } else { '-' }).collect();
    let disposition = ContentDisposition {
        disposition: DispositionType::Attachment,
        parameters: vec![DispositionParam::Filename(format!("{}.{ending}", plain.trim_matches('-')))],
    };
    HttpResponse::Ok().content_type(kind).insert_header((CONTENT_DISPOSITION, disposition)).body(body.into())
}
