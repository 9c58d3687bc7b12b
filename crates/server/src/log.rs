//! What is logged of a request: enough to find it again, nothing that whoever sends it could fill a disk with.

use actix_web::Error;
use actix_web::HttpMessage;
use actix_web::body::MessageBody;
use actix_web::dev::{ServiceRequest, ServiceResponse};
use tracing::Span;
use tracing::field::Empty;
use tracing_actix_web::{RequestId, RootSpanBuilder};

/// Letters kept of what was asked for.
const MOST: usize = 120;

/// One span a request: method, path and status.
#[derive(Debug)]
pub struct Line;

/// What is kept of a text that came from outside.
pub fn cut(text: &str) -> String {
    text.chars().take(MOST).collect()
}

impl RootSpanBuilder for Line {
    fn on_request_start(request: &ServiceRequest) -> Span {
        let id = request.extensions().get::<RequestId>().map(ToString::to_string);
        let path = cut(request.path());
        tracing::info_span!("request", id, method = %request.method(), path, status = Empty)
    }

    fn on_request_end<B: MessageBody>(span: Span, outcome: &Result<ServiceResponse<B>, Error>) {
        let status = match outcome {
            Ok(response) => response.status(),
            Err(error) => error.as_response_error().status_code(),
        };
        span.record("status", status.as_u16());
        if status.is_server_error() {
            tracing::error!(parent: &span, status = status.as_u16(), "not answered");
        }
    }
}
