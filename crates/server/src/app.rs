//! The application: API, document, front end, and what guards them.

use crate::body::{ARCHIVE_LIMIT, LIMIT};
use crate::cache::Lights;
use crate::document::completed;
use crate::easel::Easels;
use crate::guard::{Own, only_own};
use crate::log::{Line, cut};
use crate::problem::Problem;
use crate::share::{Share, join, knock, only_let_in};
use crate::stand_ins::StandIns;
use crate::stopping::Stopping;
use crate::work::Work;
use crate::{api, assets};
use actix_web::body::MessageBody;
use actix_web::dev::{ServiceFactory, ServiceRequest, ServiceResponse};
use actix_web::http::StatusCode;
use actix_web::middleware::from_fn;
use actix_web::web::{self, Data, PayloadConfig};
use actix_web::{App, Error, HttpRequest, HttpResponse, ResponseError};
use serde_json::Value;
use std::net::IpAddr;
use tolva_core::day::SunWays;
use tolva_core::ladder::Ladders;
use tolva_store::Studio;
use tracing_actix_web::TracingLogger;
use utoipa::OpenApi;
use utoipa_actix_web::{AppExt, scope};

#[derive(OpenApi)]
#[openapi(
    info(
        title = "Tolva",
        description = "Blends flash with the light that is there.",
        license(name = "MIT OR Apache-2.0")
    ),
    components(schemas(Problem, crate::api::PictureTold))
)]
struct Document;

/// The API document, OpenAPI 3.1.
pub fn document() -> Value {
    let (_, document) = App::new()
        .into_utoipa_app()
        .openapi(Document::openapi())
        .service(scope::scope("/api").configure(api::describe))
        .split_for_parts();
    completed(&document)
}

/// What every part of the application shares.
#[derive(Debug, Clone)]
pub struct Shared {
    /// The studio.
    pub studio: Studio,
    /// The place where computing is done.
    pub work: Work,
    /// Ladders worked out lately.
    pub ladders: Ladders,
    /// The light of setups asked about lately.
    pub lights: Lights,
    /// What days knew of the ways of standing to the sun lately.
    pub sun_ways: SunWays,
    /// Pictures in the making.
    pub easels: Easels,
    /// Devices to try it with.
    pub stand_ins: StandIns,
    /// Whether it stops.
    pub stopping: Stopping,
    /// Who else is let in.
    pub share: Share,
    /// The address listened on.
    pub listen: IpAddr,
}

/// Everything that answers, behind whoever guards it.
macro_rules! answering {
    ($shared:ident, $guard:path) => {{
        let Shared { studio, work, ladders, lights, sun_ways, easels, stand_ins, stopping, share, listen } = $shared;
        App::new()
            .app_data(Data::new(studio))
            .app_data(Data::new(work))
            .app_data(Data::new(ladders))
            .app_data(Data::new(lights))
            .app_data(Data::new(sun_ways))
            .app_data(Data::new(easels))
            .app_data(Data::new(stand_ins))
            .app_data(Data::new(stopping))
            .app_data(Data::new(share))
            .app_data(Data::new(Own { listen }))
            .app_data(PayloadConfig::new(LIMIT))
            .wrap(from_fn($guard))
            .wrap(TracingLogger::<Line>::new())
            // The document's path lies under /api, so it is answered by the scope's default.
            .service(web::scope("/api").configure(api::configure).default_service(web::to(no_such_endpoint)))
    }};
}

/// The whole application, for this machine.
pub fn app(
    shared: Shared,
) -> App<
    impl ServiceFactory<
        ServiceRequest,
        Config = (),
        Response = ServiceResponse<impl MessageBody>,
        Error = Error,
        InitError = (),
    >,
> {
    answering!(shared, only_own).service(web::resource("/{path:.*}").route(web::get().to(assets::serve)))
}

/// The same for devices in the room that were let in, with the door they come in by.
pub fn shared_app(
    shared: Shared,
) -> App<
    impl ServiceFactory<
        ServiceRequest,
        Config = (),
        Response = ServiceResponse<impl MessageBody>,
        Error = Error,
        InitError = (),
    >,
> {
    answering!(shared, only_let_in)
        .service(web::resource("/join").route(web::get().to(join)).route(web::post().to(knock)))
        .service(web::resource("/{path:.*}").route(web::get().to(assets::serve)))
}

/// The document as it was written last; `make check` fails where the code says another. Making it anew at each start would
/// take more memory than everything else together.
const DOCUMENT: &str = include_str!("../../../docs/openapi.json");

/// Answers what no endpoint does: the document, or a problem.
async fn no_such_endpoint(request: HttpRequest) -> HttpResponse {
    if request.path() == "/api/openapi.json" {
        return HttpResponse::Ok().content_type("application/json").body(DOCUMENT);
    }
    let detail = format!("There is nothing at {}.", cut(request.path()));
    Problem::new(StatusCode::NOT_FOUND, "not-found", "Not there", detail).error_response()
}

/// The file limit is larger than that of other requests.
pub const IMPORT_LIMIT: usize = ARCHIVE_LIMIT;
