//! Cautions on the set.

use std::fmt::Display;

pub(crate) fn not_metered(error: impl Display) -> String {
    format!("Nothing metered yet: taken as what such light usually gives, right within {error}. Enter a reading.")
}

pub(crate) const FACE_NOT_READ: &str = "The face was not metered: derived from another reading, right within a stop.";

pub(crate) fn meter_bias(way: impl Display, stops: impl Display) -> String {
    format!("The meter takes this {way} subject for mid-grey; its reading is corrected by {stops}.")
}

pub(crate) const TTL_WANDERS: &str = "Automatic flash (TTL) will wander here: very light or dark clothes, or a much brighter background. Set the power by hand.";

pub(crate) fn shutter_floor(stops: impl Display) -> String {
    format!(
        "With flash on, aperture priority holds its shutter floor: the ambient falls by {stops}. Go to manual, or switch slow sync on."
    )
}

pub(crate) const NEAR_EYES: &str =
    "No bare flash within half a metre of eyes, least of all an infant's. Move it back or bounce it.";

pub(crate) fn frame_rate(most: impl Display) -> String {
    format!("This body takes no more than {most} frames a second.")
}

pub(crate) const FLICKER_SENSITIVITY: &str =
    "Bursts of flash: ask first whether anyone is sensitive to flicker (photosensitive epilepsy).";
pub(crate) const WIND_DOWN: &str =
    "Too much wind for this: take it down, or have it held by hand, low. The stand maker's rating comes first.";
pub(crate) const BAG_ON_IT: &str = "is on it";
pub(crate) const BAG_NEEDED: &str = "is what it needs";

pub(crate) fn wind_bag(bag: impl Display, state: impl Display) -> String {
    format!(
        "In this wind a bag of {bag:.0} kg {state}, on the tallest leg, and an assistant at the stand. The stand maker's rating comes first."
    )
}

pub(crate) const WIND: &str = "Outdoors this catches wind: bag on the tallest leg, an assistant at the stand, down with it in gusts. The stand maker's rating comes first.";

pub(crate) fn wind_in_hand(by: impl Display) -> String {
    format!("Outdoors this catches wind, and it is {by}: hold it low, and let no one hold it alone in gusts.")
}

pub(crate) fn out_of_arms_reach(reach: impl Display) -> String {
    format!("Further from the lens than an arm reaches ({reach:.1} m): have an assistant hold it, or step in.")
}

pub(crate) fn out_of_reach(by: impl Display, reach: impl Display) -> String {
    format!("Higher than it gets {by} (about {reach:.1} m). The maker's rating comes first.")
}

pub(crate) const OVERHEAD: &str = "Clamped up there: a safety wire round it and what it holds, and nobody under it while it is put up. The venue's own rules come first.";
pub(crate) const COUNTERWEIGHT: &str =
    "A boom tips: a counterweight on its short end, a bag on the stand, and nobody under the head.";
pub(crate) const NO_TRIPOD: &str = "No tripod here: planned from the hand.";
pub(crate) const NO_SOUND: &str = "No sound here, and this body has no silent shutter: ask, or take another body.";
pub(crate) const NO_STANDS: &str =
    "No stands here: this light does not fire until it is held, clamped or on the camera.";
pub(crate) const NO_BOUNCE: &str = "No bouncing here: this light does not fire until it is turned straight.";
pub(crate) const NO_FLASH: &str = "No flash here: this light does not fire.";

pub(crate) fn lightest_clips(person: impl Display, stops: impl Display) -> String {
    format!(
        "Person {person} is the lightest and clips by {stops}: expose for them, and bring the light nearer to the others."
    )
}

pub(crate) fn tones(darker: impl Display, lighter: impl Display) -> String {
    format!("Let person {darker}, the darkest, stand nearer the key than person {lighter}, the lightest.")
}

pub(crate) const LAMPS_GUESSED: &str = ", if its lamps hang overhead as is guessed";

pub(crate) fn dark_sockets(stops: impl Display, guess: impl Display) -> String {
    format!(
        "Light from above leaves the eyes {stops} under the cheeks{guess}: fill from the front, a card held low, or a face turned up to the light."
    )
}

pub(crate) fn legs_dark(stops: impl Display) -> String {
    format!("The legs are {stops} under the face: take the light further back, or turn it down the figure.")
}

pub(crate) fn top_heavy(stops: impl Display) -> String {
    format!(
        "A card so close is top-heavy on a full-length figure: the face gets {stops} more of it than the legs. Further off and larger, or on end."
    )
}

pub(crate) const USUAL_BODIES: &str = "bodies usually focus";
pub(crate) const THIS_BODY: &str = "this body focuses";

pub(crate) fn focus_in_the_dark(ev: impl Display, by: impl Display, limit: impl Display) -> String {
    format!(
        "EV {ev:.0} on the face, and {by} down to about EV {limit:.0}: take a contrasty edge, put a lamp on until it is sharp, or magnify the screen; then leave the focus there."
    )
}

pub(crate) fn perspective(larger: impl Display) -> String {
    format!(
        "So near, a nose is drawn about {larger:.0} % larger than the ears. From a metre and a half or more, with a longer lens, a face keeps its shape."
    )
}

pub(crate) fn flecks(stops: impl Display) -> String {
    format!(
        "Leaves overhead: a fleck of sun on the face stands {stops} over the shade between them, and where it falls is chance. Into even shade, or a diffusion panel over the subject; leave the flecks to what is behind."
    )
}

pub(crate) fn skyline(neck: bool, camera: impl Display, down: bool) -> String {
    let through = if neck { "neck" } else { "head" };
    let (way, then) = if down {
        ("down", "the head stands free against the sky, the line under the shoulders")
    } else {
        ("up", "the line runs over the head")
    };
    format!("The skyline runs through the {through}. Camera {way} to {camera}: {then}.")
}

pub(crate) const MIRRORS_AROUND: &str = "Metal shows what stands around it, not what falls on it: its levels are those of a matt surface there. Place cards and boxes by what is seen in it from the camera.";
pub(crate) const SEEN_THROUGH: &str = "Glass shows what is behind it, and its edges by what is beside it: light the background or a card behind, not the glass; its levels are those of a matt surface there.";

pub(crate) const FOCUS_IN_FLARE: &str =
    "Into the light the focus hunts: shade the lens, take a contrasty edge as far off, or magnify the screen.";

pub(crate) fn passes_over(degrees: impl Display) -> String {
    format!(
        "So near, the subject lies {degrees:.0}° under the shoe: a flash there passes over it. A bracket, a cord, or a panel before it; and look for the barrel's shadow."
    )
}

pub(crate) fn beam(stops: impl Display) -> String {
    format!("Its beam leaves the worst face {stops} under: zoom wider, turn it, or take it back.")
}

pub(crate) fn flare(degrees: impl Display) -> String {
    format!("The sun stands {degrees:.0}° off the lens axis: it flares. Shade the lens, or let it on purpose.")
}

pub(crate) const THROUGH_GLASS: &str = "The camera looks through glass and this flash is on its side: it comes back off the glass. Put the flash on the subject's side.";
pub(crate) const ONE_FACE: &str = "One face is";

pub(crate) fn faces_out(who: impl Display) -> String {
    format!("{who} outside the picture: step back, or go wider.")
}

pub(crate) const SUN_AND_EYES: &str = "Low sun in or near the frame: do not judge it through an optical finder or a long lens, and no one stares towards it; eyes closed until the frame.";
pub(crate) fn heat(pops: impl Display, rest: impl Display) -> String {
    format!(
        "At this power and pace it heats: after {pops:.0} full-power pops in a row rest it {rest:.0} min. The maker's limit comes first."
    )
}

pub(crate) const GHOST: &str =
    "Ambient and flash are within two stops: a mover leaves a ghost beside the sharp picture.";
pub(crate) const REAR_CURTAIN: &str = "Slow shutter and movement: sync to the rear curtain, so that trails follow.";
pub(crate) const ESTIMATE: &str =
    "Output estimated from watt-seconds alone: one meter reading in the kit makes it right.";
pub(crate) const HIGH_SPEED_SYNC: &str =
    "High-speed sync drains like full power, rules out fast bursts and gives one pulse train a frame.";
pub(crate) const FIXED_BALANCE: &str =
    "Never automatic white balance: it follows clothes and background from frame to frame.";
pub(crate) const IN_BANDS: &str = ", in bands down the frame";

pub(crate) fn pulses(swing: impl Display, down: impl Display, quiet: impl Display) -> String {
    format!("The lamps pulse: frames differ by up to {swing}{down}. {quiet} does not; or let the flash lead.")
}

pub(crate) fn batteries(sets: impl Display) -> String {
    format!("These frames take {sets} battery charges: pack spares.")
}

pub(crate) const FLASH_UNUSED: &str = "This approach uses no flash: switch the lights off.";
pub(crate) const GEL_HEAT: &str = "Keep gels off bare tubes and modelling lamps: they scorch.";

pub(crate) fn multiple(exposures: impl Display) -> String {
    format!(
        "What moves, camera or subject, stands in the frame {exposures} times. A tripod, and nobody stirs until the last."
    )
}

pub(crate) fn reciprocity(stops: impl Display) -> String {
    format!("So long an exposure loses {stops} of the ambient on this film. It is counted; flash loses none.")
}
