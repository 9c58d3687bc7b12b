//! The door itself: a page without scripts that takes a code.

use super::guard::cookies;
use super::{Refused, Share};
use actix_web::cookie::time::Duration as CookieTime;
use actix_web::cookie::{Cookie, SameSite};
use actix_web::http::StatusCode;
use actix_web::http::header::{CACHE_CONTROL, CONTENT_SECURITY_POLICY, LOCATION, REFERRER_POLICY, USER_AGENT};
use actix_web::web::{Data, Form, Query};
use actix_web::{HttpRequest, HttpResponse};
use serde::Deserialize;

/// How long a browser keeps what lets it in.
const KEPT: CookieTime = CookieTime::hours(12);

/// What a link to the door may bring along.
#[derive(Debug, Deserialize)]
pub struct Brought {
    code: Option<String>,
}

/// What the door is told.
#[derive(Debug, Deserialize)]
pub struct Knock {
    code: String,
}

/// The digits of what was typed or scanned, no more than a code has.
fn digits(text: &str) -> String {
    text.chars().filter(char::is_ascii_digit).take(6).collect()
}

fn page(status: StatusCode, code: &str, trouble: Option<Refused>) -> HttpResponse {
    let said = trouble.map_or_else(String::new, |refused| format!("<p class=\"no\" role=\"alert\">{refused}</p>"));
    let html = format!(
        "<!doctype html><html lang=\"en\"><head><meta charset=\"utf-8\">\
         <meta name=\"viewport\" content=\"width=device-width, initial-scale=1\"><title>Tolva: come in</title><style>\
         :root{{color-scheme:light dark;--ground:#dcdcdc;--ink:#111;--no:#9c1309}}\
         @media(prefers-color-scheme:dark){{:root{{--ground:#1b1b1b;--ink:#eee;--no:#ff8c7d}}}}\
         body{{background:var(--ground);color:var(--ink);font:18px/1.4 system-ui,sans-serif;max-width:24em;margin:0 auto;padding:24px 16px}}\
         input,button{{font:inherit;font-size:34px;letter-spacing:.12em;width:100%;box-sizing:border-box;min-height:64px;border:2px solid var(--ink);background:var(--ground);color:var(--ink);text-align:center}}\
         button{{background:var(--ink);color:var(--ground);font-size:22px;letter-spacing:0;margin-top:12px}}\
         .no{{border-left:7px solid var(--no);padding-left:10px}}</style></head>\
         <body><main><h1>Come in</h1><p>The desk shows six digits. This device may then see and turn what is planned there.</p>{said}\
         <form method=\"post\" action=\"/join\"><label id=\"says\" for=\"code\">Code</label>\
         <input id=\"code\" aria-labelledby=\"says\" name=\"code\" value=\"{code}\" inputmode=\"numeric\" autocomplete=\"off\" maxlength=\"6\" pattern=\"[0-9]{{6}}\" required>\
         <button type=\"submit\">Come in</button></form></main></body></html>"
    );
    let policy =
        "default-src 'none'; style-src 'unsafe-inline'; form-action 'self'; base-uri 'none'; frame-ancestors 'none'";
    HttpResponse::build(status)
        .content_type("text/html; charset=utf-8")
        .insert_header((CONTENT_SECURITY_POLICY, policy))
        .insert_header((CACHE_CONTROL, "no-store"))
        // Without a referrer at all browsers say of a form that it comes from nowhere.
        .insert_header((REFERRER_POLICY, "same-origin"))
        .body(html)
}

/// The door. Looking at it uses no code up: whatever looks at links before a person does lets nobody in.
pub async fn join(brought: Query<Brought>) -> HttpResponse {
    page(StatusCode::OK, &digits(brought.code.as_deref().unwrap_or("")), None)
}

/// What a browser is, in a word or two, from what it says of itself.
fn name_of(agent: &str) -> String {
    let known = ["iPhone", "iPad", "Android", "Windows", "Macintosh", "Linux"];
    known
        .iter()
        .find(|name| agent.contains(*name))
        .map_or_else(|| "A device".to_owned(), |name| format!("{name} device"))
}

/// Takes a code.
pub async fn knock(share: Data<Share>, request: HttpRequest, told: Form<Knock>) -> HttpResponse {
    let agent = request.headers().get(USER_AGENT).and_then(|value| value.to_str().ok()).unwrap_or("");
    match share.knock(&digits(&told.code), &name_of(agent)) {
        Err(refused) => {
            let status =
                if refused == Refused::TooMany { StatusCode::TOO_MANY_REQUESTS } else { StatusCode::FORBIDDEN };
            page(status, "", Some(refused))
        }
        Ok(given) => {
            let [lets_in, carries] = cookies(&share);
            let cookie = |name: String, value: String| {
                Cookie::build(name, value).path("/").same_site(SameSite::Strict).max_age(KEPT)
            };
            HttpResponse::SeeOther()
                .cookie(cookie(lets_in, given.cookie).http_only(true).finish())
                .cookie(cookie(carries, given.token).finish())
                .insert_header((LOCATION, "/"))
                .insert_header((CACHE_CONTROL, "no-store"))
                .finish()
        }
    }
}
