use crate::marks::stops_amount;
use crate::quantity::Metres;
use crate::say;
use crate::setup::Holder;
use crate::terms::Rule;
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
    /// A box outdoors that no stand holds, and the wind.
    WindInHand {
        /// By what or whom it is held.
        by: Holder,
    },
    /// A light higher than what holds it reaches.
    OutOfReach {
        /// By what or whom it is held.
        by: Holder,
        /// How high, or how far from the lens, that reaches.
        reach: Metres,
    },
    /// A clamp over heads.
    Overhead,
    /// A boom with nothing against its weight.
    Counterweight,
    /// The venue keeps something from being used.
    Forbidden {
        /// By which rule.
        rule: Rule,
    },
    /// The lightest of a group clips, and the others need more.
    LightestClips {
        /// Which person, from 0.
        person: u32,
        /// By how much, in stops.
        stops: f64,
    },
    /// The lighter stands nearer the key than the darker.
    Tones {
        /// The lightest, from 0.
        lighter: u32,
        /// The darkest, from 0.
        darker: u32,
    },
    /// The eye sockets are dark.
    DarkSockets {
        /// How far under the cheeks, in stops.
        stops: f64,
        /// Whether where the light comes from is a guess.
        guessed: bool,
    },
    /// The light falls off down a figure.
    LegsDark {
        /// How far under the face, in stops.
        stops: f64,
    },
    /// A card held close lights the head of a figure and not the rest.
    TopHeavy {
        /// How much more of it the face gets than the legs, in stops.
        stops: f64,
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
    /// The camera is so near that faces are drawn out.
    Perspective {
        /// How much larger the nose is drawn than the ears, in per cent.
        larger: f64,
    },
    /// The skyline runs through somebody.
    Skyline {
        /// Whether through the neck; else through the head.
        neck: bool,
        /// Where the camera is lowered or raised to, so that it does not.
        camera: String,
        /// Whether that is down.
        down: bool,
    },
    /// A thing of metal shows what stands around it.
    MirrorsAround,
    /// A thing of glass shows what is behind it.
    SeenThrough,
    /// Too dark for the body to focus by itself.
    FocusInTheDark {
        /// The light there, in EV.
        ev: f64,
        /// What the body focuses in.
        limit: f64,
        /// Whether that is only what is usual.
        guessed: bool,
    },
    /// Into the light the focus hunts.
    FocusInFlare,
    /// A flash on the shoe passes over a subject so near.
    PassesOver {
        /// How far under its usual way the subject lies, in degrees.
        degrees: f64,
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
    /// Lamps pulse: the picture swings from frame to frame.
    Pulses {
        /// How far, in stops.
        swing: f64,
        /// How many bands down the frame.
        bands: f64,
        /// The nearest shutter that does not swing.
        quiet: String,
    },
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
                return say::caution::not_metered(stops_amount(*error));
            }
            Caution::FaceNotRead => say::caution::FACE_NOT_READ,
            Caution::MeterBias { stops } => {
                let way = if *stops > 0.0 { "light" } else { "dark" };
                return say::caution::meter_bias(way, stops_amount(*stops));
            }
            Caution::TtlWanders => say::caution::TTL_WANDERS,
            Caution::ShutterFloor { stops } => {
                return say::caution::shutter_floor(stops_amount(*stops));
            }
            Caution::NearEyes => say::caution::NEAR_EYES,
            Caution::FrameRate { most } => return say::caution::frame_rate(most),
            Caution::FlickerSensitivity => say::caution::FLICKER_SENSITIVITY,
            Caution::Wind { down: true, .. } => say::caution::WIND_DOWN,
            Caution::Wind { bag: Some(bag), held, .. } if *bag > 0.0 => {
                let state = if *held { say::caution::BAG_ON_IT } else { say::caution::BAG_NEEDED };
                return say::caution::wind_bag(bag, state);
            }
            Caution::Wind { .. } => say::caution::WIND,
            Caution::WindInHand { by } => {
                return say::caution::wind_in_hand(by.words());
            }
            Caution::OutOfReach { by: Holder::Hand, reach } => {
                return say::caution::out_of_arms_reach(reach.metres());
            }
            Caution::OutOfReach { by, reach } => {
                return say::caution::out_of_reach(by.words(), reach.metres());
            }
            Caution::Overhead => say::caution::OVERHEAD,
            Caution::Counterweight => say::caution::COUNTERWEIGHT,
            Caution::Forbidden { rule: Rule::Tripod } => say::caution::NO_TRIPOD,
            Caution::Forbidden { rule: Rule::Sound } => say::caution::NO_SOUND,
            Caution::Forbidden { rule: Rule::Stands } => say::caution::NO_STANDS,
            Caution::Forbidden { rule: Rule::Bounce } => say::caution::NO_BOUNCE,
            Caution::Forbidden { rule: Rule::Flash } => say::caution::NO_FLASH,
            Caution::LightestClips { person, stops } => {
                return say::caution::lightest_clips(person + 1, stops_amount(*stops));
            }
            Caution::Tones { lighter, darker } => {
                return say::caution::tones(darker + 1, lighter + 1);
            }
            Caution::DarkSockets { stops, guessed } => {
                let guess = if *guessed { say::caution::LAMPS_GUESSED } else { "" };
                return say::caution::dark_sockets(stops_amount(*stops), guess);
            }
            Caution::LegsDark { stops } => {
                return say::caution::legs_dark(stops_amount(*stops));
            }
            Caution::TopHeavy { stops } => {
                return say::caution::top_heavy(stops_amount(*stops));
            }
            Caution::FocusInTheDark { ev, limit, guessed } => {
                let by = if *guessed { say::caution::USUAL_BODIES } else { say::caution::THIS_BODY };
                return say::caution::focus_in_the_dark(ev, by, limit);
            }
            Caution::Perspective { larger } => return say::caution::perspective(larger),
            Caution::Skyline { neck, camera, down } => return say::caution::skyline(*neck, camera, *down),
            Caution::MirrorsAround => say::caution::MIRRORS_AROUND,
            Caution::SeenThrough => say::caution::SEEN_THROUGH,
            Caution::FocusInFlare => say::caution::FOCUS_IN_FLARE,
            Caution::PassesOver { degrees } => {
                return say::caution::passes_over(degrees);
            }
            Caution::InPicture { text } | Caution::Reflection { text } | Caution::Bounce { text } => text,
            Caution::Beam { stops } => {
                return say::caution::beam(stops_amount(*stops));
            }
            Caution::Flare { degrees } => {
                return say::caution::flare(degrees);
            }
            Caution::ThroughGlass => say::caution::THROUGH_GLASS,
            Caution::FacesOut { count } => {
                let who = if *count == 1 { say::caution::ONE_FACE.to_owned() } else { format!("{count} faces are") };
                return say::caution::faces_out(&who);
            }
            Caution::SunAndEyes => say::caution::SUN_AND_EYES,
            Caution::Heat { pops, rest } => {
                return say::caution::heat(pops, rest);
            }
            Caution::Ghost => say::caution::GHOST,
            Caution::RearCurtain => say::caution::REAR_CURTAIN,
            Caution::Estimate => say::caution::ESTIMATE,
            Caution::HighSpeedSync => say::caution::HIGH_SPEED_SYNC,
            Caution::FixedBalance => say::caution::FIXED_BALANCE,
            Caution::Pulses { swing, bands, quiet } => {
                let swing = stops_amount(*swing);
                let down = if *bands >= 0.75 { say::caution::IN_BANDS } else { "" };
                return say::caution::pulses(&swing, down, quiet);
            }
            Caution::Batteries { sets } => return say::caution::batteries(sets),
            Caution::FlashUnused => say::caution::FLASH_UNUSED,
            Caution::GelHeat => say::caution::GEL_HEAT,
        };
        text.to_owned()
    }
}
