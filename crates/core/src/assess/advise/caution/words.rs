//! Cautions in words.

use super::Caution;
use crate::marks::stops_amount;
use crate::say;
use crate::setup::Holder;
use crate::terms::Rule;

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
            Caution::Flecks { stops } => return say::caution::flecks(stops_amount(*stops)),
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
            Caution::Multiple { exposures } => return say::caution::multiple(exposures),
            Caution::Reciprocity { stops } => return say::caution::reciprocity(stops_amount(*stops)),
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
