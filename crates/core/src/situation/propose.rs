use crate::approach::Approach;
use crate::colour::AmbientColour;
use crate::marks::stops_amount;
use crate::quantity::Stops;
use crate::setup::{Setup, SubjectKind};
use serde::Serialize;

/// Below this share of the background in sun it is treated as open shade (common practice: 15–20 %).
const LITTLE_SUN: f64 = 0.15;
/// From this share on it is a high-contrast scene.
const MUCH_SUN: f64 = 0.20;
/// Between the two, a background this much brighter than the face decides.
const HIGH_CONTRAST: f64 = 2.0;

/// An approach with the reason it is proposed for.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct Proposal {
    /// The approach.
    pub approach: Approach,
    /// Why.
    pub reason: ProposalReason,
}

/// Why an approach is proposed.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(tag = "why", rename_all = "snake_case")]
pub enum ProposalReason {
    /// No light is switched on.
    NoFlash,
    /// A group or an evening in a lit room.
    LitRoom,
    /// Low sun in the picture.
    LowSunBehind {
        /// How much brighter the background is than the face.
        contrast: Stops,
    },
    /// Much of the background in sun.
    SunlitBackground {
        /// The share, in per cent.
        per_cent: f64,
    },
    /// Some of the background in sun, and it is much brighter than the face.
    Contrast {
        /// How much brighter the background is.
        contrast: Stops,
    },
    /// Little sun: even light.
    EvenLight {
        /// The share of the background in sun, in per cent.
        per_cent: f64,
    },
}

impl ProposalReason {
    /// The reason in a sentence.
    #[must_use]
    pub fn words(self) -> String {
        match self {
            ProposalReason::NoFlash => "No flash is switched on.".to_owned(),
            ProposalReason::LitRoom => "The room has light of its own, worth keeping.".to_owned(),
            ProposalReason::LowSunBehind { contrast } => {
                format!("Low sun behind, {} brighter than the face.", stops_amount(contrast.stops()))
            }
            ProposalReason::SunlitBackground { per_cent } => {
                format!("{per_cent:.0} % of the background is in sun, more than a fifth.")
            }
            ProposalReason::Contrast { contrast } => {
                format!("The background is {} brighter than the face.", stops_amount(contrast.stops()))
            }
            ProposalReason::EvenLight { per_cent } if per_cent < 1.0 => {
                "None of the background is in sun: treat it as open shade.".to_owned()
            }
            ProposalReason::EvenLight { per_cent } => {
                format!("Only {per_cent:.0} % of the background is in sun: treat it as open shade.")
            }
        }
    }
}

/// The approach this setup asks for, from the share of the background in sun and how much brighter it is than the
/// face (common practice).
#[must_use]
pub fn propose(setup: &Setup, contrast: Stops) -> Proposal {
    let sunlit = setup.background.sunlit.share();
    let per_cent = (sunlit * 100.0).round();
    let of = |approach, reason| Proposal { approach, reason };
    if !setup.lights.iter().any(|light| light.on) {
        return of(Approach::AmbientOnly, ProposalReason::NoFlash);
    }
    if setup.ambient.is_artificial() && setup.subject.kind != SubjectKind::Thing {
        return of(Approach::RoomFirst, ProposalReason::LitRoom);
    }
    let low_sun = matches!(setup.ambient, AmbientColour::LowSun | AmbientColour::Dusk);
    if low_sun && contrast.stops() >= HIGH_CONTRAST && sunlit < MUCH_SUN {
        return of(Approach::SunsetBehind, ProposalReason::LowSunBehind { contrast });
    }
    if sunlit >= MUCH_SUN {
        return of(Approach::MatchHighContrast, ProposalReason::SunlitBackground { per_cent });
    }
    if sunlit >= LITTLE_SUN && contrast.stops() >= HIGH_CONTRAST {
        return of(Approach::MatchHighContrast, ProposalReason::Contrast { contrast });
    }
    of(Approach::FillLowContrast, ProposalReason::EvenLight { per_cent })
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::quantity::Share;
    use crate::sample;
    use rstest::rstest;

    #[rstest]
    #[case::much_sun(0.7, 3.0, AmbientColour::Sun, true, Approach::MatchHighContrast)]
    #[case::at_the_line(0.20, 0.0, AmbientColour::Sun, true, Approach::MatchHighContrast)]
    #[case::between_and_bright(0.17, 2.5, AmbientColour::Sun, true, Approach::MatchHighContrast)]
    #[case::between_and_even(0.17, 1.0, AmbientColour::Sun, true, Approach::FillLowContrast)]
    #[case::little_sun(0.1, 3.0, AmbientColour::Sun, true, Approach::FillLowContrast)]
    #[case::low_sun(0.1, 3.0, AmbientColour::LowSun, true, Approach::SunsetBehind)]
    #[case::lit_room(0.0, 0.0, AmbientColour::WarmLamps, true, Approach::RoomFirst)]
    #[case::nothing_switched_on(0.7, 3.0, AmbientColour::Sun, false, Approach::AmbientOnly)]
    fn which_one(
        #[case] sunlit: f64,
        #[case] contrast: f64,
        #[case] ambient: AmbientColour,
        #[case] on: bool,
        #[case] approach: Approach,
    ) {
        let mut setup = sample::portrait();
        setup.background.sunlit = Share::new(sunlit).unwrap();
        setup.ambient = ambient;
        setup.lights.iter_mut().for_each(|light| light.on = on);
        assert_eq!(propose(&setup, Stops::new(contrast).unwrap()).approach, approach);
    }
}
