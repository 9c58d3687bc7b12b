//! The picture as a file to keep or to show: JPEG or PNG, with what the camera was set to.

use super::{Lit, PATIENCE, developing, motif, picturing_of};
use crate::api::asked::{Asked, Of};
use crate::api::id;
use crate::attachment::attachment;
use crate::easel::Easels;
use crate::problem::Problem;
use crate::work::Kind;
use actix_web::http::StatusCode;
use actix_web::web::{Data, Path};
use actix_web::{HttpResponse, get};
use tolva_core::kit::Kit;
use tolva_core::picture::Picturing;
use tolva_core::setup::Setup;
use tolva_frames::{Shot, Written, written};

/// So many rounds of samples are waited for, as long as anything is.
const FINE: u32 = 8;

/// What a frame of a setup is made with.
pub(in crate::api) fn shot(setup: &Setup, kit: &Kit, picturing: &Picturing) -> Shot {
    let camera = &setup.camera;
    let name = |name: Option<&tolva_core::quantity::Name>| name.map_or_else(String::new, ToString::to_string);
    Shot {
        described: format!("{}, simulated", setup.name),
        body: name(kit.camera(&camera.body).map(|body| &body.name)),
        lens: name(kit.lens(&camera.lens).map(|lens| &lens.name)),
        exposure: picturing.exposure.seconds(),
        f_number: camera.aperture.at.f_number().number(),
        iso: camera.iso.at.speed(),
        focal: camera.focal.millimetres(),
        flash: picturing.shines.iter().any(|shines| shines.flash),
        taken: None,
    }
}

/// The picture of a kept setup as a file, in sRGB, with what the camera was set to as EXIF; as fine as it gets within seconds.
#[utoipa::path(
    params(("id" = String, Path), ("ending" = String, Path, description = "jpg or png")),
    responses(
        (status = 200, body = Vec<u8>, content_type = "image/jpeg"),
        (status = 404, body = Problem),
        (status = 503, body = Problem, description = "Not there yet: other questions come first.")
    )
)]
#[get("/setups/{id}/picture.{ending}")]
pub async fn picture_file(
    asked: Asked,
    easels: Data<Easels>,
    path: Path<(String, String)>,
) -> Result<HttpResponse, Problem> {
    let (setup, ending) = path.into_inner();
    let (kind, media) = match ending.as_str() {
        "jpg" => (Written::Jpeg, "image/jpeg"),
        "png" => (Written::Png, "image/png"),
        _ => {
            let detail = "A picture is kept as jpg or png.";
            return Err(Problem::new(StatusCode::NOT_FOUND, "not-found", "Not there", detail));
        }
    };
    let kept = asked.studio.setup(&id(&setup)?).await?;
    let of = Of { of: Some(setup.clone()) };
    let kit = asked.ground(&of).await?.kit;
    let picturing = picturing_of(&asked, &of, kept.setup.clone()).await?;
    let easel = |more_than| easels.look(&setup, motif(&picturing), more_than, PATIENCE);
    let sketch = match easel(Some(FINE)).await {
        Some(sketch) => Some(sketch),
        None => easel(None).await,
    };
    let Some(sketch) = sketch else {
        let detail = "The picture is not there yet: other questions come first. Try again in a moment.";
        return Err(Problem::new(StatusCode::SERVICE_UNAVAILABLE, "busy", "Not there yet", detail));
    };
    let shot = shot(&kept.setup, &kit, &picturing);
    let develop = move || {
        let frame = developing(&picturing, &sketch.layers, &Lit::Both).frame(&sketch.layers, &picturing.set.still);
        written(kind, &frame.blurred(picturing.blur).shown(), frame.size, &shot)
    };
    let bytes = asked.work(Kind::Development, develop).await?.map_err(|error| {
        Problem::new(StatusCode::INTERNAL_SERVER_ERROR, "work", "Not worked out", error.to_string())
    })?;
    Ok(attachment(kept.setup.name.as_str(), &ending, media, bytes))
}
