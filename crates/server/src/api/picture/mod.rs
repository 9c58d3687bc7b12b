//! The picture of a setup: the frame as it will look.

mod closer;
mod file;
mod modes;
mod packed;
mod small;

pub use closer::closer_look;
pub(super) use closer::sensor_of;
pub use file::picture_file;
pub(super) use file::shot;
pub use modes::{modes_of_setup, modes_told};
pub use packed::PictureTold;
pub use small::small_picture;

use super::Query;
use super::asked::{Asked, Of, forecast_of};
use crate::body::Body;
use crate::easel::{ENOUGH, Easels, Motif, Sketch};
use crate::problem::{FieldProblem, Problem};
use crate::work::Kind;
use actix_web::http::StatusCode;
use actix_web::web::Data;
use actix_web::{HttpResponse, post};
use packed::packed;
use serde::{Deserialize, Serialize};
use std::time::Duration;
use tolva_core::FieldError;
use tolva_core::colours::LightId;
use tolva_core::forecast::Seen;
use tolva_core::picture::{InHand, Metered, Picturing, Shines, outline_told, picturing};
use tolva_core::set::On;
use tolva_core::setup::Setup;
use tolva_render::{Developing, Falls, Layers, Probe, Shining, stands_off};
use utoipa::ToSchema;

/// How long a better picture is waited for.
const PATIENCE: Duration = Duration::from_secs(5);

/// Which light a picture is seen in.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(tag = "light", rename_all = "snake_case", deny_unknown_fields)]
pub enum Lit {
    /// All of it.
    Both,
    /// What is there without flash.
    Ambient,
    /// The flashes alone.
    Flash,
    /// All of it as the frames of a burst at the setup's pace have it, once the charge of the flashes is used up.
    Burst,
    /// One of them alone.
    One {
        /// Which.
        of: tolva_core::quantity::Id,
    },
}

/// A setup whose picture is asked for.
#[derive(Debug, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct PictureOf {
    /// The setup.
    pub setup: Setup,
    /// The light it is seen in.
    pub lit: Lit,
    /// How many rounds of samples the asker has of it: the answer waits for more. None takes what is there.
    #[serde(default)]
    pub more_than: Option<u32>,
}

/// What a picture is made of, for whoever traces it.
fn motif(picturing: &Picturing) -> Motif {
    let probe = |metered: &Metered| Probe { receiver: metered.receiver, of_person: metered.person };
    let probes = picturing.metered.iter().map(probe).collect();
    Motif { set: picturing.set.clone(), shown: picturing.shown.clone(), probes }
}

pub(super) fn developing(picturing: &Picturing, layers: &Layers, lit: &Lit) -> Developing {
    let even = |falls: &Vec<Falls>| falls.iter().map(|falls| f64::from(falls.even)).collect();
    let beyond = picturing.beyond(&layers.probed.iter().map(even).collect::<Vec<Vec<f64>>>());
    let on = |flash: bool, of: &LightId| match lit {
        Lit::Both | Lit::Burst => true,
        Lit::Ambient => !flash,
        Lit::Flash => flash,
        Lit::One { of: one } => matches!(of, LightId::Flash { light } if light == one),
    };
    let burst = matches!(lit, Lit::Burst);
    let fires = |shines: &Shines| on(shines.flash, &shines.of) && !(burst && shines.in_burst.is_none());
    let shining = picturing.shines.iter().filter(|shines| fires(shines)).map(|shines| Shining {
        source: shines.source,
        flash: shines.flash,
        light: shines.light,
        level: shines.level - shines.in_burst.filter(|_| burst).unwrap_or(0.0),
        on: if shines.flash {
            shines.on
        } else {
            On {
                subject: shines.on.subject * beyond.subject,
                background: shines.on.background * beyond.background,
                sky: shines.on.sky * beyond.sky,
            }
        },
    });
    Developing {
        shining: shining.collect(),
        eye: picturing.eye,
        white: picturing.white,
        paints: picturing.paints.clone(),
        headroom: picturing.headroom,
        reach: picturing.reach,
        trail: picturing.trail,
    }
}

/// A picture that other questions were in the way of.
pub(super) fn not_there_yet() -> Problem {
    let detail = "The picture is not there yet: other questions come first. Try again in a moment.";
    Problem::new(StatusCode::SERVICE_UNAVAILABLE, "busy", "Not there yet", detail)
}

/// What is there of a kept setup's picture: with more rounds than these if it comes to them within seconds, else what there is that is
/// not rough.
pub(super) async fn sketch_of(
    easels: &Easels,
    setup: &str,
    picturing: &Picturing,
    more_than: u32,
) -> Result<Sketch, Problem> {
    easels.look_well(setup, motif(picturing), more_than, PATIENCE).await.ok_or_else(not_there_yet)
}

/// What there is to picture of a setup, in the light of its moment.
pub(super) async fn picturing_of(asked: &Asked, of: &Of, draft: Setup, kind: Kind) -> Result<Picturing, Problem> {
    let ground = asked.ground(of).await?;
    let (lights, setup) = (asked.lights.clone(), of.of.clone());
    let question = move || {
        let forecast = forecast_of(&ground, &draft);
        let seen = Seen { setup: &draft, forecast: forecast.as_ref() };
        let situation = lights.situation(setup.as_deref(), seen, &ground.kit, ground.terms())?;
        Ok::<_, Vec<FieldError>>(picturing(&situation))
    };
    Ok(asked.work(kind, question).await??)
}

/// The picture of a setup as its dials stand, in the light asked for.
#[utoipa::path(
    params(Of),
    request_body = PictureOf,
    responses(
        (status = 200, body = Vec<u8>, content_type = "application/octet-stream",
            description = "PictureTold as JSON behind its length in four bytes, little-endian; then for every pixel red, green, blue, 255; \
                then a byte each for its level (0 for none, 255 for what clips, else twelfths of a stop from -12 at 1) and for the flash's share of its light"),
        (status = 204, description = "Not there yet: other questions come first."),
        (status = 422, body = Problem)
    )
)]
#[post("/picture")]
pub async fn picture(
    asked: Asked,
    easels: Data<Easels>,
    of: Query<Of>,
    body: Body<PictureOf>,
) -> Result<HttpResponse, Problem> {
    let PictureOf { setup: draft, lit, more_than } = body.0;
    if let Lit::One { of: one } = &lit
        && draft.light_index(one).is_none()
    {
        let detail = format!("This setup has no light {}.", one.as_str());
        return Err(Problem::fields(vec![FieldProblem { field: "/lit/of".to_owned(), detail }]));
    }
    let picturing = picturing_of(&asked, &of, draft, Kind::Picture).await?;
    let looked = easels.look(of.of.as_deref().unwrap_or(""), motif(&picturing), more_than, PATIENCE).await;
    let Some(sketch) = looked else { return Ok(HttpResponse::NoContent().finish()) };
    let develop = move || {
        let layers = &sketch.layers;
        let frame = sketch.frame(&developing(&picturing, layers, &lit), &picturing.set.still);
        let ((clipped, tones, outline), seen) = rayon::join(
            || (frame.clipped(), frame.tones(), outline_told(&stands_off(layers, &frame))),
            || frame.blurred_light(picturing.blur),
        );
        let told = PictureTold {
            width: layers.size.0,
            height: layers.size.1,
            rounds: sketch.rounds().min(ENOUGH),
            enough: sketch.rounds() >= ENOUGH,
            clipped,
            tones,
            patches: picturing.places.clone(),
            outline,
            hand: picturing.hand.and_then(InHand::words),
            burst_differs: picturing.burst_differs(),
            leaves_out: tolva_core::picture::LEAVES_OUT,
        };
        packed(&told, &frame, &seen)
    };
    let bytes = asked.work(Kind::Development, develop).await?.map_err(|error| {
        Problem::new(StatusCode::INTERNAL_SERVER_ERROR, "work", "Not worked out", error.to_string())
    })?;
    Ok(HttpResponse::Ok()
        .content_type("application/octet-stream")
        .insert_header(("Cache-Control", "no-store"))
        .body(bytes))
}

#[cfg(test)]
mod tests;
