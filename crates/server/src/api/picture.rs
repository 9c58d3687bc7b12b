//! The picture of a setup: the frame as it will look.

use super::Query;
use super::asked::{Asked, Of, forecast_of};
use crate::body::Body;
use crate::easel::{ENOUGH, Easels, Motif, Sketch};
use crate::problem::{FieldProblem, Problem};
use crate::work::Kind;
use actix_web::http::StatusCode;
use actix_web::web::Data;
use actix_web::{HttpResponse, post};
use serde::{Deserialize, Serialize};
use std::time::Duration;
use tolva_core::FieldError;
use tolva_core::colours::LightId;
use tolva_core::forecast::Seen;
use tolva_core::picture::{Metered, PatchPlace, Picturing, picturing};
use tolva_core::set::On;
use tolva_core::setup::Setup;
use tolva_render::{Developing, Falls, Frame, Layers, Probe, Shining};
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

/// What a picture says of itself.
#[derive(Debug, Serialize, ToSchema)]
pub struct PictureTold {
    /// Pixels across.
    pub width: u32,
    /// Pixels up.
    pub height: u32,
    /// Rounds of samples that are in it; 0 for a rough one.
    pub rounds: u32,
    /// Whether it gets no better.
    pub enough: bool,
    /// The share of the frame that clips.
    pub clipped: f64,
    /// Where the patches of the stop scale are in it.
    pub patches: Vec<PatchPlace>,
    /// What it leaves out.
    pub leaves_out: &'static str,
}

/// Steps of a level in the answer, to a stop, and the level of step 1.
const STEPS: f64 = 12.0;
const LOWEST: f64 = -12.0;
/// The level told of what clips.
const CLIPS: u8 = 255;

/// What a picture is made of, for whoever traces it.
fn motif(picturing: &Picturing) -> Motif {
    let probe = |metered: &Metered| Probe { receiver: metered.receiver, of_person: metered.person };
    let probes = picturing.metered.iter().map(probe).collect();
    Motif { set: picturing.set.clone(), shown: picturing.shown.clone(), probes }
}

fn developing(picturing: &Picturing, layers: &Layers, lit: &Lit) -> Developing {
    let even = |falls: &Vec<Falls>| falls.iter().map(|falls| f64::from(falls.even)).collect();
    let beyond = picturing.beyond(&layers.probed.iter().map(even).collect::<Vec<Vec<f64>>>());
    let on = |flash: bool, of: &LightId| match lit {
        Lit::Both => true,
        Lit::Ambient => !flash,
        Lit::Flash => flash,
        Lit::One { of: one } => matches!(of, LightId::Flash { light } if light == one),
    };
    let shining = picturing.shines.iter().filter(|shines| on(shines.flash, &shines.of)).map(|shines| Shining {
        source: shines.source,
        light: shines.light,
        level: shines.level,
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
    }
}

/// The answer: what it says of itself as JSON behind its length in four bytes (little-endian), then for every pixel red, green, blue
/// and 255, out of focus where it is; then its level as it would be metered, a byte each (0 for no light, 255 for what clips, else twelfths of a stop from −12 at 1); then the flash's share of its light.
fn packed(told: &PictureTold, frame: &Frame, flash: &Frame, seen: &Frame) -> Result<Vec<u8>, serde_json::Error> {
    let json = serde_json::to_vec(told)?;
    let shown = seen.shown();
    let pixels = frame.linear.len();
    let mut bytes = Vec::with_capacity(4 + json.len() + pixels * 6);
    bytes.extend(u32::try_from(json.len()).unwrap_or(0).to_le_bytes());
    bytes.extend(json);
    for pixel in shown.chunks_exact(3) {
        bytes.extend([pixel[0], pixel[1], pixel[2], 255]);
    }
    let level = |pixel: usize| match frame.level(pixel) {
        Some(_) if frame.clips(pixel) => CLIPS,
        Some(level) => ((level - LOWEST) * STEPS).round().clamp(0.0, f64::from(CLIPS - 2)) as u8 + 1,
        None => 0,
    };
    bytes.extend((0..pixels).map(level));
    bytes.extend((0..pixels).map(|pixel| match (frame.level(pixel), flash.level(pixel)) {
        (Some(all), Some(flash)) => ((flash - all).exp2() * 255.0).round().clamp(0.0, 255.0) as u8,
        _ => 0,
    }));
    Ok(bytes)
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
    let ground = asked.ground(&of).await?;
    let lights = asked.lights.clone();
    let setup = of.of.clone();
    let PictureOf { setup: draft, lit, more_than } = body.0;
    if let Lit::One { of: one } = &lit
        && draft.light_index(one).is_none()
    {
        let detail = format!("This setup has no light {}.", one.as_str());
        return Err(Problem::fields(vec![FieldProblem { field: "/lit/of".to_owned(), detail }]));
    }
    let question = move || {
        let forecast = forecast_of(&ground, &draft);
        let seen = Seen { setup: &draft, forecast: forecast.as_ref() };
        let situation = lights.situation(setup.as_deref(), seen, &ground.kit, ground.terms())?;
        Ok::<_, Vec<FieldError>>(picturing(&situation))
    };
    let picturing = asked.work(Kind::Picture, question).await??;
    let motif = motif(&picturing);
    let looked = easels.look(of.of.as_deref().unwrap_or(""), motif, more_than, PATIENCE).await;
    let Some(sketch) = looked else { return Ok(HttpResponse::NoContent().finish()) };
    let develop = move || {
        let Sketch { layers, .. } = &sketch;
        let still = &picturing.set.still;
        let frame = developing(&picturing, layers, &lit).frame(layers, still);
        let flash = developing(&picturing, layers, &Lit::Flash).frame(layers, still);
        let told = PictureTold {
            width: layers.size.0,
            height: layers.size.1,
            rounds: sketch.rounds().min(ENOUGH),
            enough: sketch.rounds() >= ENOUGH,
            clipped: frame.clipped(),
            patches: picturing.places.clone(),
            leaves_out: tolva_core::picture::LEAVES_OUT,
        };
        packed(&told, &frame, &flash, &frame.blurred(picturing.blur))
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
mod tests {
    use super::*;
    use rstest::rstest;
    use tolva_core::House;
    use tolva_core::assess::assess_situation;
    use tolva_core::format::{JobFile, KitFile};
    use tolva_core::setup::Patch;
    use tolva_core::situation::Situation;
    use tolva_render::{Picture as Made, World};

    /// Picture and scale have to agree so well, in stops.
    const AGREE: f64 = 0.1;

    /// Every patch of every sample setup is as bright in the picture's light as the stop scale says. What of it is flash may be off
    /// a little more where it is the lesser part: people and things send light back in the picture, which the plan leaves out.
    #[rstest]
    #[case::slip_shed(include_str!("../../../../demo/slip-shed.json"))]
    #[case::tram_hall(include_str!("../../../../demo/tram-hall.json"))]
    #[case::glasshouse(include_str!("../../../../demo/glasshouse.json"))]
    fn picture_and_scale_agree(#[case] job: &str) {
        let kit: KitFile = serde_json::from_str(include_str!("../../../../demo/kit.json")).unwrap();
        let job: JobFile = serde_json::from_str(job).unwrap();
        let (mut apart, mut looked_at) = (Vec::new(), 0);
        for kept in &job.setups {
            let s = Situation::new(&kept.setup, &kit.kit, House::default()).unwrap();
            let picturing = picturing(&s);
            let Motif { set, shown, probes } = motif(&picturing);
            let made = Made::of(World::of(set, shown), (8, 8), &probes);
            let layers = made.layers();
            let developing = developing(&picturing, layers, &Lit::Both);
            for level in assess_situation(&s).levels {
                let points = &s.field.receivers.patches[level.patch];
                let of_patch = |metered: &Metered| points.contains(&metered.receiver);
                let falls: Vec<&Vec<Falls>> = picturing
                    .metered
                    .iter()
                    .zip(&layers.probed)
                    .filter(|(metered, _)| of_patch(metered) && metered.behind == (level.patch == Patch::Background))
                    .map(|(_, falls)| falls)
                    .collect();
                if falls.is_empty() {
                    continue;
                }
                looked_at += 1;
                let on = |on: On| if level.patch == Patch::Background { on.background } else { on.subject };
                let given = |shining: &Shining| {
                    let even: f64 = falls.iter().map(|falls| f64::from(falls[shining.source].even)).sum();
                    even / falls.len() as f64 * shining.level.exp2() * on(shining.on)
                };
                let all: f64 = developing.shining.iter().map(given).sum();
                let off = all.log2() + s.bases.over_incident[level.patch] - level.total.stops();
                if off.abs() > AGREE {
                    apart.push(format!("{} {:?}: {off:+.2} of {:?}", kept.setup.name, level.patch, level.total));
                }
            }
        }
        assert!(looked_at > 4, "{looked_at}");
        assert!(apart.is_empty(), "{apart:#?}");
    }
}
