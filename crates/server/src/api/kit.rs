use super::asked::Asked;
use super::id;
use crate::body::Body;
use crate::problem::{FieldProblem, Problem};
use crate::work::Kind;
use actix_web::web::{Data, Json, Path};
use actix_web::{HttpResponse, delete, get, post, put};
use serde::{Deserialize, Serialize};
use serde_json::Value;
use tolva_core::format::decode_kit_item;
use tolva_core::kit::KitItem;
use tolva_core::kit_sheet::{KitSheet, kit_sheet};
use tolva_store::{Imported, KeptItem, Studio};
use utoipa::ToSchema;

/// A thing of the kit to save, with the version it was changed from.
#[derive(Debug, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct ItemToKeep {
    /// The thing.
    #[schema(value_type = KitItem)]
    pub item: Value,
    /// The version it was changed from.
    pub version: i64,
}

/// Everything in the kit.
#[utoipa::path(operation_id = "kit_list", responses((status = 200, body = Vec<KeptItem>)))]
#[get("/kit")]
pub async fn list(studio: Data<Studio>) -> Result<Json<Vec<KeptItem>>, Problem> {
    Ok(Json(studio.kit_items().await?))
}

/// Adds a thing, under an id of its own.
#[utoipa::path(operation_id = "kit_add", request_body = KitItem, responses((status = 201, body = KeptItem), (status = 422, body = Problem)))]
#[post("/kit")]
pub async fn add(studio: Data<Studio>, body: Body<Value>) -> Result<HttpResponse, Problem> {
    Ok(HttpResponse::Created().json(studio.add_kit_item(decode_kit_item(body.0, "")?).await?))
}

/// Adds the sample kit.
#[utoipa::path(operation_id = "kit_add_sample", responses((status = 200, body = Imported)))]
#[post("/kit/sample")]
pub async fn add_sample(studio: Data<Studio>) -> Result<Json<Imported>, Problem> {
    Ok(Json(crate::sample::add_kit(&studio).await?))
}

/// Saves a changed thing.
#[utoipa::path(operation_id = "kit_keep", params(("id" = String, Path)), request_body = ItemToKeep,
    responses((status = 200, body = KeptItem), (status = 409, body = Problem), (status = 422, body = Problem)))]
#[put("/kit/{id}")]
pub async fn keep(studio: Data<Studio>, path: Path<String>, body: Body<ItemToKeep>) -> Result<Json<KeptItem>, Problem> {
    let item = decode_kit_item(body.0.item, "")?;
    if *item.id() != id(&path)? {
        let detail = "The id in the address and in the thing differ.".to_owned();
        return Err(Problem::fields(vec![FieldProblem { field: "/id".to_owned(), detail }]));
    }
    Ok(Json(studio.keep_kit_item(item, body.0.version).await?))
}

/// Deletes a thing that no setup uses; it can be brought back.
#[utoipa::path(operation_id = "kit_delete", params(("id" = String, Path)),
    responses((status = 204), (status = 404, body = Problem), (status = 409, body = Problem)))]
#[delete("/kit/{id}")]
pub async fn delete(studio: Data<Studio>, path: Path<String>) -> Result<HttpResponse, Problem> {
    studio.delete_kit_item(&id(&path)?).await?;
    Ok(HttpResponse::NoContent().finish())
}

/// Brings a deleted thing back.
#[utoipa::path(operation_id = "kit_restore", params(("id" = String, Path)), responses((status = 204), (status = 404, body = Problem)))]
#[post("/kit/{id}/restore")]
pub async fn restore(studio: Data<Studio>, path: Path<String>) -> Result<HttpResponse, Problem> {
    studio.restore_kit_item(&id(&path)?).await?;
    Ok(HttpResponse::NoContent().finish())
}

/// What a thing does, as its sheet draws it: curves over its range, with what was measured and learnt. Nothing is saved.
#[utoipa::path(operation_id = "kit_sheet", request_body = KitItem, responses((status = 200, body = KitSheet), (status = 422, body = Problem)))]
#[post("/kit/sheet")]
pub async fn sheet(asked: Asked, body: Body<Value>) -> Result<Json<KitSheet>, Problem> {
    let item = decode_kit_item(body.0, "")?;
    let ground = asked.studio.ground(None).await?;
    let units = ground.house().units;
    Ok(Json(asked.work(Kind::Plan, move || kit_sheet(&item, &ground.kit, units)).await?))
}
