use super::{About, Remark};
use crate::assess::{Facts, SetReport};
use crate::colour::AmbientColour;
use crate::glass::Seen;
use crate::kit::FlashKind;
use crate::marks::{Mark, stops_amount};
use crate::quantity::{Id, Kilograms, Power};
use crate::scene::{Intruder, Role};
use crate::setup::{ExposureMode, Method, Patch, SubjectKind, Tone};
use crate::situation::{Dials, Situation, Source};
use serde::Serialize;

/// A caution, as data.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(tag = "what", rename_all = "snake_case")]
pub enum Caution {
    /// No reading: a usual value stands in.
    NotMetered {
        /// Its likely error, in stops.
        error: f64,
    },
    /// The face was not read itself.
    FaceNotRead,
    /// A reflected reading of a light or dark face was corrected.
    MeterBias {
        /// By how much, in stops.
        stops: f64,
    },
    /// Automatic flash exposure will wander.
    TtlWanders,
    /// The shutter floor of aperture priority.
    ShutterFloor {
        /// How much the ambient falls, in stops.
        stops: f64,
    },
    /// A bare flash near eyes.
    NearEyes,
    /// The pace asks more frames a second than the body takes.
    FrameRate {
        /// What the body takes.
        most: f64,
    },
    /// Bursts and people sensitive to flicker.
    FlickerSensitivity,
    /// Wind on a box outdoors.
    Wind {
        /// The bag it needs, in kilograms; none where the wind is not said.
        bag: Option<f64>,
        /// Whether the bag on it is enough.
        held: bool,
        /// Whether it should come down.
        down: bool,
    },
    /// Something is in the picture that should not be.
    InPicture {
        /// In words.
        text: String,
    },
    /// Something shows in glass.
    Reflection {
        /// In words.
        text: String,
    },
    /// The bounce does not work, or takes on a colour.
    Bounce {
        /// In words.
        text: String,
    },
    /// The beam does not cover the group.
    Beam {
        /// How far the worst face falls under, in stops.
        stops: f64,
    },
    /// The sun is so near the frame that it flares.
    Flare {
        /// Angle between sun and lens axis, in degrees.
        degrees: f64,
    },
    /// Light through the glass the camera looks through.
    ThroughGlass,
    /// Not everyone is in the picture.
    FacesOut {
        /// How many are not.
        count: u32,
    },
    /// Sun and eyes.
    SunAndEyes,
    /// A flash that will have to cool.
    Heat {
        /// Full-power pops it can give before that.
        pops: f64,
        /// The rest in minutes.
        rest: f64,
    },
    /// A ghost beside the flash-lit subject.
    Ghost,
    /// Slow shutter with movement: sync to the rear curtain.
    RearCurtain,
    /// The flash's output is only an estimate.
    Estimate,
    /// High-speed sync and its price.
    HighSpeedSync,
    /// Never automatic white balance.
    FixedBalance,
    /// More than one battery.
    Batteries {
        /// How many.
        sets: u32,
    },
    /// An approach without flash while a light is switched on.
    FlashUnused,
    /// A gel near a hot lamp.
    GelHeat,
}

impl Caution {
    /// The caution in words.
    #[must_use]
    pub fn words(&self) -> String {
        let text: &str = match self {
            Caution::NotMetered { error } => {
                return format!(
                    "Nothing metered yet: taken as what such light usually gives, right within {}. Enter a reading.",
                    stops_amount(*error)
                );
            }
            Caution::FaceNotRead => "The face was not metered: derived from another reading, right within a stop.",
            Caution::MeterBias { stops } => {
                let way = if *stops > 0.0 { "light" } else { "dark" };
                return format!(
                    "The meter takes this {way} subject for mid-grey; its reading is corrected by {}.",
                    stops_amount(*stops)
                );
            }
            Caution::TtlWanders => {
                "Automatic flash (TTL) will wander here: very light or dark clothes, or a much brighter background. \
                 Set the power by hand."
            }
            Caution::ShutterFloor { stops } => {
                return format!(
                    "With flash on, aperture priority holds its shutter floor: the ambient falls by {}. Go to manual, \
                     or switch slow sync on.",
                    stops_amount(*stops)
                );
            }
            Caution::NearEyes => {
                "No bare flash within half a metre of eyes, least of all an infant's. Move it back or bounce it."
            }
            Caution::FrameRate { most } => return format!("This body takes no more than {most} frames a second."),
            Caution::FlickerSensitivity => {
                "Bursts of flash: ask first whether anyone is sensitive to flicker (photosensitive epilepsy)."
            }
            Caution::Wind { down: true, .. } => {
                "Too much wind for this: take it down, or have it held by hand, low. The stand maker's rating comes first."
            }
            Caution::Wind { bag: Some(bag), held, .. } if *bag > 0.0 => {
                let state = if *held { "is on it" } else { "is what it needs" };
                return format!(
                    "In this wind a bag of {bag:.0} kg {state}, on the tallest leg, and an assistant at the stand. The \
                     stand maker's rating comes first."
                );
            }
            Caution::Wind { .. } => {
                "Outdoors this catches wind: bag on the tallest leg, an assistant at the stand, down with it in gusts. \
                 The stand maker's rating comes first."
            }
            Caution::InPicture { text } | Caution::Reflection { text } | Caution::Bounce { text } => text,
            Caution::Beam { stops } => {
                return format!(
                    "Its beam leaves the worst face {} under: zoom wider, turn it, or take it back.",
                    stops_amount(*stops)
                );
            }
            Caution::Flare { degrees } => {
                return format!(
                    "The sun stands {degrees:.0}° off the lens axis: it flares. Shade the lens, or let it on purpose."
                );
            }
            Caution::ThroughGlass => {
                "The camera looks through glass and this flash is on its side: it comes back off the glass. Put the flash \
                 on the subject's side."
            }
            Caution::FacesOut { count } => {
                let who = if *count == 1 { "One face is".to_owned() } else { format!("{count} faces are") };
                return format!("{who} outside the picture: step back, or go wider.");
            }
            Caution::SunAndEyes => {
                "Low sun in or near the frame: do not judge it through an optical finder or a long lens, and no one \
                 stares towards it; eyes closed until the frame."
            }
            Caution::Heat { pops, rest } => {
                return format!(
                    "At this power and pace it heats: after {pops:.0} full-power pops in a row rest it {rest:.0} min. \
                     The maker's limit comes first."
                );
            }
            Caution::Ghost => {
                "Ambient and flash are within two stops: a mover leaves a ghost beside the sharp picture."
            }
            Caution::RearCurtain => "Slow shutter and movement: sync to the rear curtain, so that trails follow.",
            Caution::Estimate => {
                "Output estimated from watt-seconds alone: one meter reading in the kit makes it right."
            }
            Caution::HighSpeedSync => {
                "High-speed sync drains like full power, rules out fast bursts and gives one pulse train a frame."
            }
            Caution::FixedBalance => {
                "Never automatic white balance: it follows clothes and background from frame to frame."
            }
            Caution::Batteries { sets } => return format!("These frames take {sets} battery charges: pack spares."),
            Caution::FlashUnused => "This approach uses no flash: switch the lights off.",
            Caution::GelHeat => "Keep gels off bare tubes and modelling lamps: they scorch.",
        };
        text.to_owned()
    }
}

/// Below this distance a bare flash is too near to eyes, in metres.
const EYES: f64 = 0.5;
/// From this rate on, frames a second count as a burst.
const BURST: f64 = 2.0;
/// A shutter this slow, with movement, trails: 1/30.
const TRAILS: f64 = 5.0;

/// The cautions that apply.
#[must_use]
pub fn cautions(s: &Situation<'_>, facts: &Facts, dials: &Dials, set: &SetReport) -> Vec<Remark> {
    let mut said = Vec::new();
    let mut say = |about: About, light: Option<&Id>, caution: Caution| {
        let text = caution.words();
        said.push(Remark { about, light: light.cloned(), caution, text });
    };
    let setup = s.setup;
    let people = setup.subject.kind != SubjectKind::Thing;
    let outdoors = !setup.scene.room.is_indoors();

    if let Some(face) = &s.ambient[0] {
        match face.source {
            Source::Usual => say(About::Readings, None, Caution::NotMetered { error: face.error.stops() }),
            Source::Derived { .. } => say(About::Readings, None, Caution::FaceNotRead),
            Source::Metered { .. } | Source::Windows | Source::Forecast { .. } => {}
        }
    }
    let tone = s.bases.to_picture[0];
    let reflected = |r: &&crate::setup::Reading| r.method == Method::Reflected && r.patch == Patch::Face;
    if tone.abs() > 1.0 / 6.0 && setup.readings.iter().any(|r| reflected(&r)) {
        say(About::Readings, None, Caution::MeterBias { stops: tone });
    }
    if matches!(setup.ambient, AmbientColour::LowSun | AmbientColour::Sun) && setup.background.sunlit.share() > 0.0 {
        say(About::Background, None, Caution::SunAndEyes);
    }
    if facts.floored > 0.1 && setup.camera.mode == ExposureMode::AperturePriority {
        say(About::Camera, None, Caution::ShutterFloor { stops: facts.floored });
    }
    if !s.wishes.flash && setup.lights.iter().any(|light| light.on) {
        say(About::Light, None, Caution::FlashUnused);
    }
    let moving = s.asks.movement.is_some_and(|needed| needed.sixths() > 36);
    if let (true, Some(lead)) = (moving, facts.flash_lead())
        && lead < crate::situation::GHOST
        && facts.movement_short > 0.3
    {
        say(About::Shutter, None, Caution::Ghost);
    }
    let slow = s.effective_shutter(dials.shutter).stops() <= TRAILS;
    if slow && s.asks.movement.is_some() && !s.lights.is_empty() {
        say(About::Shutter, None, Caution::RearCurtain);
    }
    let high_speed = s.past_sync && s.sync.is_some_and(|sync| dials.shutter > sync);
    if high_speed {
        say(About::Shutter, None, Caution::HighSpeedSync);
    }
    if 1.0 / setup.pace.interval.seconds() > s.body.frames_per_second {
        say(About::Pace, None, Caution::FrameRate { most: s.body.frames_per_second });
    }
    if people && !s.lights.is_empty() && 1.0 / setup.pace.interval.seconds() >= BURST {
        say(About::Pace, None, Caution::FlickerSensitivity);
    }
    if !s.lights.is_empty() {
        say(About::Colour, None, Caution::FixedBalance);
    }
    let strong_tone = matches!(setup.subject.tone, Tone::VeryDark | Tone::VeryLight);
    let contrast = match (&s.ambient[3], &s.ambient[0]) {
        (Some(background), Some(face)) => (background.ev - face.ev).stops(),
        _ => 0.0,
    };
    if let Some(degrees) = set.flare {
        say(About::Camera, None, Caution::Flare { degrees });
    }
    let framing = set.framing;
    if framing.faces_in < framing.faces {
        say(About::Camera, None, Caution::FacesOut { count: framing.faces - framing.faces_in });
    }
    for intruder in &set.intruders {
        let light = match &intruder.what {
            Intruder::Light { light } | Intruder::Stand { light } => Some(light),
            Intruder::Card { .. } => None,
        };
        let about = if light.is_some() { About::Light } else { About::Camera };
        say(about, light, Caution::InPicture { text: intruder.text.clone() });
    }
    for reflection in set.reflections.iter().filter(|reflection| reflection.seen.disturbs()) {
        let (about, light) = match &reflection.seen {
            Seen::Light { light } => (About::Light, Some(light)),
            Seen::Photographer | Seen::People | Seen::Card { .. } => (About::Camera, None),
        };
        say(about, light, Caution::Reflection { text: reflection.text.clone() });
    }
    for light in &set.through_glass {
        say(About::Light, Some(light), Caution::ThroughGlass);
    }
    for placed in &set.lights {
        let id = Some(&placed.light);
        if let Some(bounce) = placed.bounce.as_ref().filter(|bounce| bounce.fails) {
            say(About::Light, id, Caution::Bounce { text: bounce.text.clone() });
        }
        if let Some(stops) = placed.beam_short {
            say(About::Light, id, Caution::Beam { stops: stops.stops() });
        }
    }
    for (lit, below) in s.lights.iter().zip(&facts.powers) {
        let id = Some(&lit.light.id);
        let flash = lit.flash;
        let bare = lit.modifier.is_none_or(|m| m.modifier_kind == crate::kit::ModifierKind::Bare);
        if people && bare && lit.role != Role::Background && lit.face_distance.metres() < EYES {
            say(About::Light, id, Caution::NearEyes);
        }
        let windy = outdoors && !lit.light.on_camera;
        if windy && lit.modifier.is_some_and(crate::kit::Modifier::catches_wind) {
            let placed = set.lights.iter().find(|placed| placed.light == lit.light.id);
            let bag = placed.and_then(|placed| placed.bag_needed).map(Kilograms::kilograms);
            let held = bag.is_some_and(|bag| lit.light.bag.kilograms() >= bag);
            let down = setup.scene.wind.metres_per_second() >= crate::scene::wind::TAKE_DOWN;
            say(About::Light, id, Caution::Wind { bag, held, down });
        }
        if flash.output.is_estimate() {
            say(About::Light, id, Caution::Estimate);
        }
        if flash.ttl && lit.role.lights_face() && (strong_tone || contrast >= 2.0) {
            say(About::Light, id, Caution::TtlWanders);
        }
        let power = Power::nearest(*below);
        // Full-power pops' worth of energy in ten minutes at this pace, against what may be given in a row.
        let frames = (600.0 / setup.pace.interval.seconds()).min(f64::from(setup.pace.frames));
        if frames * power.fraction() > flash.pops_before_rest {
            say(About::Light, id, Caution::Heat { pops: flash.pops_before_rest, rest: flash.rest });
        }
        let sets = crate::flash::battery_sets(setup.pace.frames, flash.full_pops, power);
        if sets > 1 {
            say(About::Light, id, Caution::Batteries { sets });
        }
        if lit.gel.is_some() && flash.flash_kind == FlashKind::Head {
            say(About::Light, id, Caution::GelHeat);
        }
    }
    said
}
