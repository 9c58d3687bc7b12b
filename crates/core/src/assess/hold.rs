use crate::colour::AmbientColour;
use crate::geometry::bearing_and_tilt;
use crate::quantity::{Degrees, turn};
use crate::say;
use crate::setup::Turned;
use crate::situation::Situation;
use serde::Serialize;

/// How to hold an incident meter in the light in force (common practice).
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(tag = "light", rename_all = "snake_case")]
pub enum Hold {
    /// The sun shines: level to its bearing, in degrees to the right of where the camera looks.
    Sun {
        /// How far.
        to_the_right: Degrees,
    },
    /// Shade under open sky.
    OpenShade,
    /// Cloud, dusk, or daylight in a room.
    Daylight,
    /// Lamps.
    Lamps,
}

/// How to hold an incident meter, with its words.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct HoldReport {
    /// In which light.
    pub hold: Hold,
    /// Where a reading so held was turned.
    pub turned: Turned,
    /// What to do, in words.
    pub text: String,
}

impl Hold {
    fn of(s: &Situation<'_>) -> Hold {
        if let Some(sun) = s.stage.sun.filter(|_| !s.setup.scene.room.is_indoors()) {
            let looks = bearing_and_tilt(s.stage.view.looks).0;
            return Hold::Sun { to_the_right: Degrees::nearest(turn(looks, sun.bearing.degrees())) };
        }
        match s.setup.ambient {
            AmbientColour::OpenShade => Hold::OpenShade,
            ambient if ambient.is_artificial() => Hold::Lamps,
            _ => Hold::Daylight,
        }
    }

    /// Where the meter is turned.
    #[must_use]
    pub const fn turned(self) -> Turned {
        match self {
            Hold::Sun { .. } => Turned::Sun,
            Hold::OpenShade | Hold::Daylight | Hold::Lamps => Turned::Camera,
        }
    }

    fn words(self) -> String {
        match self {
            Hold::Sun { to_the_right } => {
                let off = to_the_right.degrees().round();
                let beside = match off.abs() {
                    5.0..=175.0 => say::hold::beside_camera(off.abs(), if off > 0.0 { "right" } else { "left" }),
                    0.0..5.0 => say::hold::AHEAD.to_owned(),
                    _ => say::hold::BEHIND.to_owned(),
                };
                say::hold::in_sun(&beside)
            }
            Hold::OpenShade => say::hold::IN_SHADE.to_owned(),
            Hold::Daylight => say::hold::IN_DAYLIGHT.to_owned(),
            Hold::Lamps => say::hold::BY_LAMPS.to_owned(),
        }
    }
}

pub(super) fn of(s: &Situation<'_>) -> HoldReport {
    let hold = Hold::of(s);
    HoldReport { hold, turned: hold.turned(), text: hold.words() }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::house::House;
    use crate::quantity::Ev100;
    use crate::sample;
    use crate::scene::Sun;
    use crate::setup::Setup;
    use rstest::rstest;

    fn held(change: impl Fn(&mut Setup)) -> HoldReport {
        let (kit, mut setup) = (sample::kit(), sample::outdoors());
        setup.scene.sun = None;
        change(&mut setup);
        of(&Situation::new(&setup, &kit, House::default()).unwrap())
    }

    #[rstest]
    #[case::right(20.0, "20° right of")]
    #[case::left(-60.0, "60° left of")]
    #[case::ahead(0.0, "straight ahead of")]
    #[case::behind(180.0, "straight behind")]
    fn in_sun_to_its_bearing(#[case] bearing: f64, #[case] said: &str) {
        let sun =
            Sun { bearing: Degrees::nearest(bearing), elevation: Degrees::nearest(40.0), level: Ev100::nearest(14.6) };
        let found = held(|setup| setup.scene.sun = Some(sun));
        assert_eq!(found.turned, Turned::Sun);
        assert!(found.text.contains(said) && found.text.contains("do not shade it"), "{}", found.text);
    }

    #[rstest]
    #[case::open_shade(AmbientColour::OpenShade, "Half the sky")]
    #[case::cloud(AmbientColour::Cloud, "from the subject towards the camera")]
    #[case::lamps(AmbientColour::WarmLamps, "By lamps")]
    fn without_sun_to_the_camera(#[case] ambient: AmbientColour, #[case] said: &str) {
        let found = held(|setup| setup.ambient = ambient);
        assert_eq!(found.turned, Turned::Camera);
        assert!(found.text.contains(said) && found.text.contains("flash off"), "{}", found.text);
    }
}
