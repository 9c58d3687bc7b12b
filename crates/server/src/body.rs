//! Reading what is sent: size, kind and every field checked, with the field named where it fails.

use crate::problem::{FieldProblem, Problem};
use actix_web::dev::Payload;
use actix_web::http::StatusCode;
use actix_web::http::header::CONTENT_TYPE;
use actix_web::web::Bytes;
use actix_web::{FromRequest, HttpRequest};
use serde::de::DeserializeOwned;
use serde_json::Value;
use std::future::Future;
use std::pin::Pin;
use tolva_core::kit::KitItem;

/// The most that is read of a request, in bytes; a whole job comes in files of up to [`FILE_LIMIT`].
pub const LIMIT: usize = 256 * 1024;
/// The most that is read of a file, in bytes.
pub const FILE_LIMIT: usize = 8 * 1024 * 1024;

/// A JSON body, read whole and checked.
#[derive(Debug)]
pub struct Body<T>(pub T);

impl<T: DeserializeOwned + 'static> FromRequest for Body<T> {
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
            let bytes = bytes.await.map_err(|error| too_large(&error))?;
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

/// Reads JSON into a checked value.
pub fn parse<T: DeserializeOwned>(bytes: &[u8]) -> Result<T, Problem> {
    let value: Value = serde_json::from_slice(bytes).map_err(|error| {
        let detail = format!("This is not JSON: it breaks at line {}, column {}.", error.line(), error.column());
        Problem::new(StatusCode::BAD_REQUEST, "malformed", "Malformed JSON", detail)
    })?;
    from_value(value, "")
}

/// Reads a JSON value into a checked one; `at` is where it stands in what was sent.
pub fn from_value<T: DeserializeOwned>(value: Value, at: &str) -> Result<T, Problem> {
    serde_path_to_error::deserialize(value).map_err(|error| {
        use serde_path_to_error::Segment;
        let mut field = at.to_owned();
        for segment in error.path().iter() {
            match segment {
                Segment::Seq { index } => field += &format!("/{index}"),
                Segment::Map { key } => field += &format!("/{key}"),
                Segment::Enum { .. } | Segment::Unknown => {}
            }
        }
        Problem::fields(vec![FieldProblem { field, detail: kind_words(&error.inner().to_string()) }])
    })
}

/// The reader's words, put the way a photographer would.
fn kind_words(said: &str) -> String {
    let expects = |what: &str| said.starts_with("invalid type") && said.contains(what);
    if expects("expected f64") || expects("expected i16") || expects("expected u32") || expects("expected a number") {
        "A number is needed here.".to_owned()
    } else if expects("expected a string") {
        "A text is needed here.".to_owned()
    } else if let Some(rest) = said.strip_prefix("missing field ") {
        format!("{} is missing.", rest.trim_matches('`'))
    } else {
        said.to_owned()
    }
}

/// Reads a thing of the kit by its kind, so that a problem is named at its own field.
pub fn kit_item(mut value: Value) -> Result<KitItem, Problem> {
    let kind = value.as_object_mut().and_then(|object| object.remove("kind"));
    match kind.as_ref().and_then(Value::as_str) {
        Some("camera") => from_value(value, "").map(KitItem::Camera),
        Some("lens") => from_value(value, "").map(KitItem::Lens),
        Some("flash") => from_value(value, "").map(KitItem::Flash),
        Some("modifier") => from_value(value, "").map(KitItem::Modifier),
        Some("gel") => from_value(value, "").map(KitItem::Gel),
        Some("filter") => from_value(value, "").map(KitItem::Filter),
        _ => {
            let detail = "A thing of the kit is a camera, lens, flash, modifier, gel or filter.".to_owned();
            Err(Problem::fields(vec![FieldProblem { field: "/kind".to_owned(), detail }]))
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;
    use tolva_core::setup::Subject;

    const GOOD: &str = r#"{"kind":"person","depth":2.4,"movement":"posed","tone":"medium"}"#;

    #[rstest]
    #[case::out_of_range("2.4", "-1", "/depth", "The length can be 0.0005 to 10000 m, not -1.")]
    #[case::a_word("2.4", "\"far\"", "/depth", "A number is needed here.")]
    #[case::nothing("2.4", "null", "/depth", "A number is needed here.")]
    fn problems_stand_at_their_field(#[case] from: &str, #[case] to: &str, #[case] field: &str, #[case] words: &str) {
        let problem = parse::<Subject>(GOOD.replacen(from, to, 1).as_bytes()).unwrap_err();
        assert_eq!(problem.errors[0].field, field);
        assert_eq!(problem.errors[0].detail, words);
    }

    #[test]
    fn malformed_json_says_where() {
        assert!(parse::<Subject>(GOOD.as_bytes()).is_ok());
        let problem = parse::<Subject>(&GOOD.as_bytes()[..30]).unwrap_err();
        assert_eq!(problem.status, 400);
        assert!(problem.detail.contains("line 1"), "{}", problem.detail);
    }
}
