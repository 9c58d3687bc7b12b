use crate::marks::stops_amount;
use crate::quantity::Metres;
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
            Caution::WindInHand { by } => {
                return format!(
                    "Outdoors this catches wind, and it is {}: hold it low, and let no one hold it alone in gusts.",
                    by.words()
                );
            }
            Caution::OutOfReach { by: Holder::Hand, reach } => {
                return format!(
                    "Further from the lens than an arm reaches ({:.1} m): have an assistant hold it, or step in.",
                    reach.metres()
                );
            }
            Caution::OutOfReach { by, reach } => {
                return format!(
                    "Higher than it gets {} (about {:.1} m). The maker's rating comes first.",
                    by.words(),
                    reach.metres()
                );
            }
            Caution::Overhead => {
                "Clamped up there: a safety wire round it and what it holds, and nobody under it while it is put up. The venue's own rules come first."
            }
            Caution::Counterweight => {
                "A boom tips: a counterweight on its short end, a bag on the stand, and nobody under the head."
            }
            Caution::Forbidden { rule: Rule::Tripod } => "No tripod here: planned from the hand.",
            Caution::Forbidden { rule: Rule::Sound } => {
                "No sound here, and this body has no silent shutter: ask, or take another body."
            }
            Caution::Forbidden { rule: Rule::Stands } => {
                "No stands here: this light does not fire until it is held, clamped or on the camera."
            }
            Caution::Forbidden { rule: Rule::Bounce } => {
                "No bouncing here: this light does not fire until it is turned straight."
            }
            Caution::Forbidden { rule: Rule::Flash } => "No flash here: this light does not fire.",
            Caution::LightestClips { person, stops } => {
                return format!(
                    "Person {} is the lightest and clips by {}: expose for them, and bring the light nearer to the others.",
                    person + 1,
                    stops_amount(*stops)
                );
            }
            Caution::Tones { lighter, darker } => {
                return format!(
                    "Let person {}, the darkest, stand nearer the key than person {}, the lightest.",
                    darker + 1,
                    lighter + 1
                );
            }
            Caution::DarkSockets { stops, guessed } => {
                let guess = if *guessed { ", if its lamps hang overhead as is guessed" } else { "" };
                return format!(
                    "Light from above leaves the eyes {} under the cheeks{guess}: fill from the front, a card held low, or a face turned up to the light.",
                    stops_amount(*stops)
                );
            }
            Caution::LegsDark { stops } => {
                return format!(
                    "The legs are {} under the face: take the light further back, or turn it down the figure.",
                    stops_amount(*stops)
                );
            }
            Caution::TopHeavy { stops } => {
                return format!(
                    "A card so close is top-heavy on a full-length figure: the face gets {} more of it than the legs. Further off and larger, or on end.",
                    stops_amount(*stops)
                );
            }
            Caution::FocusInTheDark { ev, limit, guessed } => {
                let by = if *guessed { "bodies usually focus" } else { "this body focuses" };
                return format!(
                    "EV {ev:.0} on the face, and {by} down to about EV {limit:.0}: take a contrasty edge, put a lamp on until it is sharp, or magnify the screen; then leave the focus there."
                );
            }
            Caution::FocusInFlare => {
                "Into the light the focus hunts: shade the lens, take a contrasty edge as far off, or magnify the screen."
            }
            Caution::PassesOver { degrees } => {
                return format!(
                    "So near, the subject lies {degrees:.0}° under the shoe: a flash there passes over it. A bracket, a cord, or a panel before it; and look for the barrel's shadow."
                );
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
            Caution::Pulses { swing, bands, quiet } => {
                let swing = stops_amount(*swing);
                let down = if *bands >= 0.75 { ", in bands down the frame" } else { "" };
                return format!(
                    "The lamps pulse: frames differ by up to {swing}{down}. {quiet} does not; or let the flash lead."
                );
            }
            Caution::Batteries { sets } => return format!("These frames take {sets} battery charges: pack spares."),
            Caution::FlashUnused => "This approach uses no flash: switch the lights off.",
            Caution::GelHeat => "Keep gels off bare tubes and modelling lamps: they scorch.",
        };
        text.to_owned()
    }
}
