mod words;

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
    /// Several exposures in one frame, from the hand or of what moves.
    Multiple {
        /// How many.
        exposures: u32,
    },
    /// A film loses some of a long exposure.
    Reciprocity {
        /// How much, in stops.
        stops: f64,
    },
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
    /// Flecks of sun through leaves fall on the face.
    Flecks {
        /// How far they stand over the shade between them.
        stops: f64,
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
