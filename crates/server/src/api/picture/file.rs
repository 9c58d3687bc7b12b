//! The picture as a file to keep or to show: JPEG or PNG, with what the camera was set to.

use super::{Lit, developing, picturing_of, sketch_of};
use crate::api::asked::{Asked, Of};
use crate::api::id;
use crate::attachment::attachment;
use crate::easel::Easels;
use crate::problem::Problem;
use crate::work::Kind;
use actix_web::http::StatusCode;
use actix_web::web::{Data, Path};
use actix_web::{HttpResponse, get};
use tolva_core::colours::LightId;
use tolva_core::kit::Kit;
use tolva_core::picture::Picturing;
use tolva_core::setup::Setup;
use tolva_frames::{LightLayer, Shot, Written, layered, written};
use tolva_render::{Layers, World};

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

/// What a picture is kept as.
#[derive(Debug, Clone, Copy)]
enum As {
    /// As it is seen.
    Seen(Written),
    /// Its light, a layer for each light.
    Layers,
    /// What stands in it and what lights it.
    Scene,
}

/// What each light of a setup gives the frame: linear, unfiltered, with nothing out of focus.
fn light_layers(picturing: &Picturing, layers: &Layers) -> Vec<LightLayer> {
    let mut known: Vec<&LightId> = Vec::new();
    for shines in &picturing.shines {
        if !known.contains(&&shines.of) {
            known.push(&shines.of);
        }
    }
    let of = |light: &&LightId| {
        let mut one = developing(picturing, layers, &Lit::Both);
        let own = picturing.shines.iter().map(|shines| shines.of == **light);
        one.shining = one.shining.into_iter().zip(own).filter(|(_, own)| *own).map(|(shining, _)| shining).collect();
        let name = match light {
            LightId::Ambient { index: 0 } => "ambient".to_owned(),
            LightId::Ambient { index } => format!("ambient {index}"),
            LightId::Flash { light } => format!("flash {}", light.as_str()),
        };
        LightLayer { name, linear: one.frame(layers, &picturing.set.still).linear }
    };
    known.iter().map(of).collect()
}

/// The scene with what each source is multiplied by at the dials: as much light as makes 1 of mid-grey.
fn scene_file(picturing: Picturing) -> Vec<u8> {
    let mut strengths = vec![0.0; picturing.set.sources.len()];
    for shines in &picturing.shines {
        if let Some(strength) = strengths.get_mut(shines.source) {
            *strength += (shines.level + picturing.white).exp2() * shines.on.subject;
        }
    }
    World::of(picturing.set, picturing.shown).scene_file(&strengths)
}

/// The picture of a kept setup as a file, in sRGB, with what the camera was set to as EXIF; as fine as it gets within seconds. As exr its light, a layer
/// for each light; as glb what stands in it and what lights it.
#[utoipa::path(
    params(("id" = String, Path), ("ending" = String, Path, description = "jpg, png, exr or glb")),
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
        "jpg" => (As::Seen(Written::Jpeg), "image/jpeg"),
        "png" => (As::Seen(Written::Png), "image/png"),
        "exr" => (As::Layers, "image/x-exr"),
        "glb" => (As::Scene, "model/gltf-binary"),
        _ => {
            let detail = "A picture is kept as jpg or png, its light as exr, its scene as glb.";
            return Err(Problem::new(StatusCode::NOT_FOUND, "not-found", "Not there", detail));
        }
    };
    let kept = asked.studio.setup(&id(&setup)?).await?;
    let of = Of { of: Some(setup.clone()) };
    let kit = asked.ground(&of).await?.kit;
    let picturing = picturing_of(&asked, &of, kept.setup.clone(), Kind::File).await?;
    let sketch = sketch_of(&easels, &setup, &picturing, FINE).await?;
    let shot = shot(&kept.setup, &kit, &picturing);
    let develop = move || match kind {
        As::Seen(kind) => {
            let frame = developing(&picturing, &sketch.layers, &Lit::Both)
                .frame(&sketch.layers, &picturing.set.still)
                .blurred(picturing.blur);
            written(kind, &frame.shown(), frame.size, &shot)
        }
        As::Layers => layered(&light_layers(&picturing, &sketch.layers), sketch.layers.size, &shot.described),
        As::Scene => Ok(scene_file(picturing)),
    };
    let bytes = asked.work(Kind::Development, develop).await?.map_err(|error| {
        Problem::new(StatusCode::INTERNAL_SERVER_ERROR, "work", "Not worked out", error.to_string())
    })?;
    Ok(attachment(kept.setup.name.as_str(), &ending, media, bytes))
}
