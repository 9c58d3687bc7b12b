//! Keeps other sites out: the Host must be this machine's, and a foreign Origin is refused.

use crate::problem::Problem;
use actix_web::body::{EitherBody, MessageBody};
use actix_web::dev::{ServiceRequest, ServiceResponse};
use actix_web::http::header::{
    CACHE_CONTROL, HOST, HeaderMap, HeaderName, HeaderValue, ORIGIN, X_CONTENT_TYPE_OPTIONS,
};
use actix_web::http::{Method, StatusCode};
use actix_web::middleware::Next;
use actix_web::{Error, ResponseError, web};
use std::net::{IpAddr, Ipv6Addr};

/// Which hosts are this machine.
#[derive(Debug, Clone, Copy)]
pub struct Own {
    /// The address listened on.
    pub listen: IpAddr,
}

impl Own {
    /// Whether a Host names this machine as it was told: loopback names, or the address listened on; any bare address
    /// where all are listened on (a name could be rebound by a foreign site, an address cannot).
    pub fn names(self, host: &str) -> bool {
        name_of(host).eq_ignore_ascii_case("localhost")
            || address_of(host)
                .is_some_and(|address| address.is_loopback() || address == self.listen || self.listen.is_unspecified())
    }
}

/// A Host without its port.
fn name_of(host: &str) -> &str {
    match host.strip_prefix('[') {
        Some(rest) => rest.split(']').next().unwrap_or(""),
        None => host.rsplit_once(':').map_or(host, |(name, _)| name),
    }
}

/// The address a Host is; none where it is a name.
pub fn address_of(host: &str) -> Option<IpAddr> {
    let name = name_of(host);
    name.parse::<IpAddr>().or_else(|_| name.parse::<Ipv6Addr>().map(IpAddr::V6)).ok()
}

/// An answer of the API is what it says it is, and nobody keeps it.
pub fn unkept(headers: &mut HeaderMap) {
    headers.insert(X_CONTENT_TYPE_OPTIONS, HeaderValue::from_static("nosniff"));
    headers.insert(CACHE_CONTROL, HeaderValue::from_static("no-store"));
}

/// Refuses what comes from elsewhere.
pub async fn only_own(
    own: web::Data<Own>,
    request: ServiceRequest,
    next: Next<impl MessageBody>,
) -> Result<ServiceResponse<EitherBody<impl MessageBody>>, Error> {
    let header = |name| request.headers().get(name).and_then(|value| value.to_str().ok()).map(str::to_owned);
    let host = header(HOST);
    let foreign = header(HeaderName::from_static("sec-fetch-site"))
        .is_some_and(|site| site == "cross-site" || site == "same-site");
    // Following a link to the page itself is nobody's attack; asking the API, or posting, from elsewhere is.
    let visit = request.method() == Method::GET && !request.path().starts_with("/api/");
    let refused = match (&host, header(ORIGIN)) {
        (None, _) => Some("The request names no host."),
        (Some(host), _) if !own.names(host) => Some("This address is not Tolva's."),
        (Some(host), Some(origin)) if origin.split_once("://").is_none_or(|(_, rest)| rest != host) => {
            Some("Another site may not use Tolva.")
        }
        _ if foreign && !visit => Some("Another site may not use Tolva."),
        _ => None,
    };
    if let Some(detail) = refused {
        let problem = Problem::new(StatusCode::FORBIDDEN, "foreign", "From elsewhere", detail);
        return Ok(request.into_response(problem.error_response()).map_into_right_body());
    }
    let api = request.path().starts_with("/api/");
    let mut response = next.call(request).await?;
    if api {
        unkept(response.headers_mut());
    }
    Ok(response.map_into_left_body())
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    #[rstest]
    #[case::loopback("127.0.0.1:4310", true)]
    #[case::name("localhost:4310", true)]
    #[case::six("[::1]:4310", true)]
    #[case::no_port("localhost", true)]
    #[case::rebound("evil.example:4310", false)]
    #[case::near_miss("localhost.evil.example", false)]
    #[case::other_address("192.0.2.7:4310", false)]
    fn hosts(#[case] host: &str, #[case] own: bool) {
        assert_eq!(Own { listen: "127.0.0.1".parse().unwrap() }.names(host), own);
    }

    #[test]
    fn listening_everywhere_takes_addresses_but_no_names() {
        let own = Own { listen: "0.0.0.0".parse().unwrap() };
        assert!(own.names("192.0.2.7:4310"));
        assert!(!own.names("studio.example:4310"));
    }
}
