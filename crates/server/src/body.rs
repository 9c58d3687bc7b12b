//! Reading what is sent: size, kind and every field checked, with the field named where it fails.

use crate::problem::Problem;
use actix_web::dev::Payload;
use actix_web::http::StatusCode;
use actix_web::http::header::CONTENT_TYPE;
use actix_web::web::Bytes;
use actix_web::{FromRequest, HttpRequest};
use serde::Serialize;
use serde::de::DeserializeOwned;
use serde_json::Value;
use std::future::Future;
use std::pin::Pin;
use std::time::Duration;
use tolva_core::format::decode;

/// The most that is read of a request, in bytes; a whole job comes in files of up to [`FILE_LIMIT`].
pub const LIMIT: usize = 256 * 1024;
/// The most that is read of a file, in bytes.
pub const FILE_LIMIT: usize = 32 * 1024 * 1024;
/// The most that is read of an archive, which may have copies of frames in it.
pub const ARCHIVE_LIMIT: usize = 8 * FILE_LIMIT;
/// How long a body may take to come in.
pub const PATIENCE: Duration = Duration::from_secs(15);

/// A JSON body, read whole and checked.
#[derive(Debug)]
pub struct Body<T>(pub T);

impl<T: DeserializeOwned + Serialize + 'static> FromRequest for Body<T> {
    type Error = Problem;
    type Future = Pin<Box<dyn Future<Output = Result<Self, Problem>>>>;

    fn from_request(request: &HttpRequest, payload: &mut Payload) -> Self::Future {
        let is_json = request
            .headers()
            .get(CONTENT_TYPE)
            .and_then(|kind| kind.to_str().ok())
            .is_some_and(|kind| kind.split(';').next().is_some_and(|kind| kind.trim() == "application/json"));
        let bytes = Bytes::from_request(request, payload);
        Box::pin(async move {
            if !is_json {
                let detail = "Send application/json.";
                return Err(Problem::new(StatusCode::UNSUPPORTED_MEDIA_TYPE, "media-type", "Not JSON", detail));
            }
            let bytes = tokio::time::timeout(PATIENCE, bytes).await.map_err(|_| too_slow())?;
            let bytes = bytes.map_err(|error| too_large(&error))?;
            parse(&bytes).map(Body)
        })
    }
}

fn too_large(error: &actix_web::Error) -> Problem {
    let status = error.as_response_error().status_code();
    if status == StatusCode::PAYLOAD_TOO_LARGE {
        Problem::new(status, "too-large", "Too large", "That is more than a studio would send; nothing was changed.")
    } else {
        Problem::new(StatusCode::BAD_REQUEST, "unreadable", "Cut off", "The request broke off; nothing was changed.")
    }
}

/// A body that never ends.
pub fn too_slow() -> Problem {
    let detail = "The request did not come in whole; nothing was changed.";
    Problem::new(StatusCode::REQUEST_TIMEOUT, "too-slow", "Cut off", detail)
}

/// Reads JSON into a checked value.
pub fn parse<T: DeserializeOwned + Serialize>(bytes: &[u8]) -> Result<T, Problem> {
    decode(json(bytes)?, "").map_err(Problem::from)
}

/// Reads JSON.
pub fn json(bytes: &[u8]) -> Result<Value, Problem> {
    serde_json::from_slice(bytes).map_err(|error| {
        let detail = format!("This is not JSON: it breaks at line {}, column {}.", error.line(), error.column());
        Problem::new(StatusCode::BAD_REQUEST, "malformed", "Malformed JSON", detail)
    })
}

#[cfg(test)]
mod tests {
    use super::*;
    use tolva_core::setup::Subject;

    #[test]
    fn malformed_json_says_where() {
        let good = r#"{"kind":"person","depth":2.4,"movement":"posed","trace":"frozen","tone":"medium"}"#;
        assert!(parse::<Subject>(good.as_bytes()).is_ok());
        let problem = parse::<Subject>(&good.as_bytes()[..30]).unwrap_err();
        assert_eq!(problem.status, 400);
        assert!(problem.detail.contains("line 1"), "{}", problem.detail);
    }
}
