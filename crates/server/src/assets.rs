//! The front end, embedded: pre-compressed files, and the page with a fresh nonce each time.

use actix_web::http::header::{
    ACCEPT_ENCODING, CACHE_CONTROL, CONTENT_ENCODING, CONTENT_SECURITY_POLICY, ETAG, IF_NONE_MATCH, REFERRER_POLICY,
    VARY, X_CONTENT_TYPE_OPTIONS,
};
use actix_web::web::Bytes;
use actix_web::{HttpRequest, HttpResponse, web};
use base64::Engine;
use rust_embed::RustEmbed;
use std::borrow::Cow;
use tolva_store::{Studio, Theme};

#[derive(RustEmbed)]
#[folder = "../../web/dist"]
struct Dist;

/// What the build writes where the nonce belongs.
const PLACEHOLDER: &str = "TOLVA-NONCE";

/// What the build writes where the look belongs.
const LOOK: &str = "data-look=\"device\"";

/// Serves a file of the front end, or the page for any other path.
pub async fn serve(studio: web::Data<Studio>, request: HttpRequest, path: web::Path<String>) -> HttpResponse {
    match path.as_str() {
        "" | "index.html" => page(&studio).await,
        path if Dist::get(path).is_some() => file(&request, path),
        path if path.starts_with("assets/") => HttpResponse::NotFound().finish(),
        _ => page(&studio).await,
    }
}

/// The page knows its look from the first byte on, so that dusk never flashes light.
async fn page(studio: &Studio) -> HttpResponse {
    let Some(page) = Dist::get("index.html") else { return HttpResponse::NotFound().finish() };
    let look = match studio.settings().await.map(|kept| kept.settings.theme).unwrap_or_default() {
        Theme::Device => "data-look=\"device\"",
        Theme::Daylight => "data-look=\"daylight\"",
        Theme::Dusk => "data-look=\"dusk\"",
    };
    let nonce = base64::engine::general_purpose::STANDARD_NO_PAD.encode(rand::random::<[u8; 18]>());
    let html = String::from_utf8_lossy(&page.data).replace(PLACEHOLDER, &nonce).replace(LOOK, look);
    let policy = format!(
        "default-src 'none'; script-src 'self' 'nonce-{nonce}'; style-src 'self' 'nonce-{nonce}'; \
         img-src 'self' data:; font-src 'self'; connect-src 'self'; manifest-src 'self'; base-uri 'none'; \
         form-action 'none'; frame-ancestors 'none'"
    );
    HttpResponse::Ok()
        .content_type("text/html; charset=utf-8")
        .insert_header((CONTENT_SECURITY_POLICY, policy))
        .insert_header((CACHE_CONTROL, "no-store"))
        .insert_header((REFERRER_POLICY, "no-referrer"))
        .insert_header((X_CONTENT_TYPE_OPTIONS, "nosniff"))
        .body(html)
}

fn file(request: &HttpRequest, path: &str) -> HttpResponse {
    let accepts = |coding: &str| {
        let header = request.headers().get(ACCEPT_ENCODING).and_then(|value| value.to_str().ok()).unwrap_or("");
        header.split(',').any(|part| part.split(';').next().is_some_and(|name| name.trim() == coding))
    };
    let packed = [("br", ".br"), ("gzip", ".gz")].into_iter().find_map(|(coding, ending)| {
        let found = accepts(coding).then(|| Dist::get(&format!("{path}{ending}"))).flatten();
        found.map(|file| (Some(coding), file))
    });
    let Some((coding, file)) = packed.or_else(|| Dist::get(path).map(|file| (None, file))) else {
        return HttpResponse::NotFound().finish();
    };
    let tag = format!("\"{}\"", base64::engine::general_purpose::URL_SAFE_NO_PAD.encode(file.metadata.sha256_hash()));
    let known = request.headers().get(IF_NONE_MATCH).and_then(|value| value.to_str().ok());
    // Built files carry a hash in their names and never change.
    let keep = if path.starts_with("assets/") { "public, max-age=31536000, immutable" } else { "no-cache" };
    if known == Some(tag.as_str()) {
        return HttpResponse::NotModified().insert_header((ETAG, tag)).finish();
    }
    let mut response = HttpResponse::Ok();
    response
        .content_type(mime_guess::from_path(path).first_or_octet_stream())
        .insert_header((CACHE_CONTROL, keep))
        .insert_header((ETAG, tag))
        .insert_header((VARY, "Accept-Encoding"))
        .insert_header((X_CONTENT_TYPE_OPTIONS, "nosniff"));
    if let Some(coding) = coding {
        response.insert_header((CONTENT_ENCODING, coding));
    }
    // Embedded files are sent as they lie in the program, not copied.
    response.body(match file.data {
        Cow::Borrowed(bytes) => Bytes::from_static(bytes),
        Cow::Owned(bytes) => Bytes::from(bytes),
    })
}
