//! Keeps out whoever was not let in, and other sites: plain http in a room has no encryption, no Sec-Fetch headers and no names.

use super::Share;
use crate::guard::{Own, address_of, unkept};
use crate::problem::Problem;
use actix_web::body::{EitherBody, MessageBody};
use actix_web::dev::{ServiceRequest, ServiceResponse};
use actix_web::http::header::{HOST, HeaderName, LOCATION, ORIGIN};
use actix_web::http::{Method, StatusCode};
use actix_web::middleware::Next;
use actix_web::{Error, HttpMessage, HttpResponse, ResponseError, web};

/// The names of the two cookies: the one that lets a device in, which no script sees and no other site's link brings, and the one the page
/// reads the word from that its changes carry. Browsers send cookies to every port of a host: each listener has its own.
pub fn cookies(share: &Share) -> [String; 2] {
    let port = share.listens().map_or(0, |at| at.port());
    ["in", "token"].map(|what| format!("tolva-{what}-{port}"))
}
/// The header it carries it in.
pub const TOKEN_HEADER: &str = "x-tolva-token";

/// What is for the desk alone: who is let in, devices to try it with, and the whole studio as a file.
const DESK_ONLY: [&str; 5] = ["/api/share", "/api/stand-ins", "/api/backup", "/api/export", "/api/import"];

/// The device that asks.
#[derive(Debug, Clone, Copy)]
pub struct LetIn(pub u64);

fn text(request: &ServiceRequest, name: HeaderName) -> Option<String> {
    request.headers().get(name).and_then(|value| value.to_str().ok()).map(str::to_owned)
}

/// Why a request is refused before it is looked at who sends it.
fn foreign(own: &Own, request: &ServiceRequest) -> Option<&'static str> {
    // A name could be made to mean this machine by whoever has it; an address cannot.
    let Some(host) = text(request, HOST) else { return Some("The request names no host.") };
    if address_of(&host).is_none() || !own.names(&host) {
        return Some("This address is not Tolva's.");
    }
    let origin = text(request, ORIGIN);
    if origin.is_some_and(|origin| origin != format!("http://{host}")) {
        return Some("Another site may not use Tolva.");
    }
    let site = text(request, HeaderName::from_static("sec-fetch-site"));
    let visit = request.method() == Method::GET && !request.path().starts_with("/api/");
    let elsewhere = site.is_some_and(|site| site == "cross-site" || site == "same-site");
    (elsewhere && !visit).then_some("Another site may not use Tolva.")
}

/// Why somebody gets no further.
enum Refusal {
    /// To the door.
    ToTheDoor,
    /// No.
    No(Box<Problem>),
}

impl From<Refusal> for HttpResponse {
    fn from(refusal: Refusal) -> HttpResponse {
        match refusal {
            Refusal::ToTheDoor => HttpResponse::SeeOther().insert_header((LOCATION, "/join")).finish(),
            Refusal::No(problem) => problem.error_response(),
        }
    }
}

/// The device that asks, none at the door; or why it gets no further.
fn let_through(share: &Share, own: &Own, request: &ServiceRequest) -> Result<Option<u64>, Refusal> {
    let refuse = |status: StatusCode, kind: &'static str, title: &'static str, detail: &str| {
        Err(Refusal::No(Box::new(Problem::new(status, kind, title, detail))))
    };
    if let Some(detail) = foreign(own, request) {
        return refuse(StatusCode::FORBIDDEN, "foreign", "From elsewhere", detail);
    }
    if request.path() == "/join" {
        return Ok(None);
    }
    let [cookie, _] = cookies(share);
    let device = request.cookie(&cookie).and_then(|cookie| share.knows(cookie.value()));
    let Some(device) = device else {
        if request.path().starts_with("/api/") {
            let detail = "This device is not let in, or no longer. Ask for a code at the desk.";
            return refuse(StatusCode::UNAUTHORIZED, "not-let-in", "Not let in", detail);
        }
        return Err(Refusal::ToTheDoor);
    };
    if DESK_ONLY.iter().any(|path| request.path().starts_with(path)) {
        return refuse(StatusCode::FORBIDDEN, "desk-only", "At the desk", "This is done at the desk alone.");
    }
    let token = text(request, HeaderName::from_static(TOKEN_HEADER)).unwrap_or_default();
    if !matches!(*request.method(), Method::GET | Method::HEAD) && !share.is_token_of(device, &token) {
        return refuse(
            StatusCode::FORBIDDEN,
            "foreign",
            "From elsewhere",
            "This change does not come from Tolva's page.",
        );
    }
    Ok(Some(device))
}

/// Lets through what comes from devices that were let in; nobody else gets further than the door.
pub async fn only_let_in(
    own: web::Data<Own>,
    share: web::Data<Share>,
    request: ServiceRequest,
    next: Next<impl MessageBody>,
) -> Result<ServiceResponse<EitherBody<impl MessageBody>>, Error> {
    match let_through(&share, &own, &request) {
        Err(refusal) => return Ok(request.into_response(HttpResponse::from(refusal)).map_into_right_body()),
        Ok(Some(device)) => {
            request.extensions_mut().insert(LetIn(device));
        }
        Ok(None) => {}
    }
    let api = request.path().starts_with("/api/");
    let mut response = next.call(request).await?;
    if api {
        unkept(response.headers_mut());
    }
    Ok(response.map_into_left_body())
}
