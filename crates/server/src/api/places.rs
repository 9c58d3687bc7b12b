use super::Query;
use crate::body::FILE_LIMIT;
use crate::problem::Problem;
use actix_web::http::StatusCode;
use actix_web::web::{Json, Payload};
use actix_web::{get, post};
use serde::{Deserialize, Serialize};
use tolva_core::place::TimeZoneName;
use tolva_core::quantity::{Latitude, Longitude};
use tolva_core::sky::{Clouds, read_cloud_csv, simulated_clouds};
use tolva_places::{CREDIT, Town};
use utoipa::{IntoParams, ToSchema};

/// Towns shown at once.
const MOST_TOWNS: usize = 12;

/// What was typed of a town's name.
#[derive(Debug, Deserialize, IntoParams)]
pub struct Typed {
    /// The beginning of a name; a country may follow after a comma.
    pub typed: String,
}

/// Towns found, and whose data they are.
#[derive(Debug, Serialize, ToSchema)]
pub struct Towns {
    /// The towns, the likeliest first.
    pub towns: Vec<Town>,
    /// Whose data this is.
    pub credit: &'static str,
}

/// A point on the earth.
#[derive(Debug, Deserialize, IntoParams)]
pub struct Point {
    /// North positive.
    pub latitude: f64,
    /// East positive.
    pub longitude: f64,
}

/// The zone of a point.
#[derive(Debug, Serialize, ToSchema)]
pub struct Zone {
    /// The time its clocks show.
    pub zone: TimeZoneName,
}

/// Which simulated day is wanted.
#[derive(Debug, Deserialize, IntoParams)]
pub struct Seed {
    /// The same seed gives the same day.
    pub seed: u32,
}

/// Towns by the beginning of their name, from the gazetteer that ships with the program.
#[utoipa::path(params(Typed), responses((status = 200, body = Towns)))]
#[get("/towns")]
pub async fn towns(query: Query<Typed>) -> Json<Towns> {
    Json(Towns { towns: tolva_places::towns(&query.typed, MOST_TOWNS), credit: CREDIT })
}

/// The time zone of a point, found without a network.
#[utoipa::path(params(Point), responses((status = 200, body = Zone), (status = 422, body = Problem)))]
#[get("/zone")]
pub async fn zone(query: Query<Point>) -> Result<Json<Zone>, Problem> {
    let at = |field: &str, detail: String| {
        Problem::fields(vec![crate::problem::FieldProblem { field: field.to_owned(), detail }])
    };
    let latitude = Latitude::new(query.latitude).map_err(|error| at("/latitude", error.to_string()))?;
    let longitude = Longitude::new(query.longitude).map_err(|error| at("/longitude", error.to_string()))?;
    Ok(Json(Zone { zone: tolva_places::zone_at(latitude, longitude) }))
}

/// Hours of cloud from the simulated forecast service.
#[utoipa::path(params(Seed), responses((status = 200, body = Clouds)))]
#[get("/clouds/simulated")]
pub async fn simulated(query: Query<Seed>) -> Json<Clouds> {
    Json(simulated_clouds(u64::from(query.seed)))
}

/// Reads hours of cloud from a CSV file: an hour and a cover in per cent a line.
#[utoipa::path(request_body(content = String, content_type = "text/csv"),
    responses((status = 200, body = Clouds), (status = 422, body = Problem)))]
#[post("/clouds/read")]
pub async fn read(payload: Payload) -> Result<Json<Clouds>, Problem> {
    let refused =
        |detail: String| Problem::new(StatusCode::UNPROCESSABLE_ENTITY, "clouds", "The file cannot be taken", detail);
    let bytes =
        payload.to_bytes_limited(FILE_LIMIT / 64).await.map_err(|_| refused("The file is too large.".into()))?;
    let bytes = bytes.map_err(|_| refused("The file broke off.".into()))?;
    let text = std::str::from_utf8(&bytes).map_err(|_| refused("The file is not text in UTF-8.".into()))?;
    let mut reader =
        csv::ReaderBuilder::new().has_headers(false).flexible(true).trim(csv::Trim::All).from_reader(text.as_bytes());
    let rows: Vec<csv::StringRecord> =
        reader.records().take(1_000).collect::<Result<_, _>>().map_err(|error| refused(error.to_string()))?;
    let cells = rows.iter().map(|row| row.iter().collect::<Vec<_>>());
    read_cloud_csv(cells).map(Json).map_err(|error| refused(error.to_string()))
}
