use crate::approach::Approach;
use crate::colour::AmbientColour;
use crate::house::Start;
use crate::marks::stops_amount;
use crate::quantity::{Share, Stops};
use crate::say;
use crate::setup::{Detail, Setup, SubjectKind};
use crate::stage::Framing;
use crate::terms::Terms;
use serde::Serialize;

/// Below this share of the frame in sun behind the subject it is treated as open shade (common practice: 15–20 %).
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
    /// The venue allows none.
    NoFlashHere,
    /// A group or an evening in a lit room.
    LitRoom,
    /// Low sun in the picture.
    LowSunBehind {
        /// How much brighter the background is than the face.
        contrast: Stops,
    },
    /// Much of the frame is background in sun.
    SunlitBackground {
        /// The share of the frame, in per cent.
        per_cent: f64,
    },
    /// Some of the frame is background in sun, and that is much brighter than the face.
    Contrast {
        /// How much brighter the background is.
        contrast: Stops,
    },
    /// A busy background: light leads the eye.
    BusyBackground,
    /// Light from above leaves the eyes dark.
    DarkEyes {
        /// How far under the cheeks.
        under: Stops,
    },
    /// Little sun: even light.
    EvenLight {
        /// The share of the frame, in per cent.
        per_cent: f64,
    },
}

impl ProposalReason {
    /// The reason in a sentence.
    #[must_use]
    pub fn words(self) -> String {
        match self {
            ProposalReason::NoFlash => say::proposal::NO_FLASH.to_owned(),
            ProposalReason::NoFlashHere => say::proposal::NO_FLASH_HERE.to_owned(),
            ProposalReason::LitRoom => say::proposal::LIT_ROOM.to_owned(),
            ProposalReason::BusyBackground => say::proposal::BUSY_BACKGROUND.to_owned(),
            ProposalReason::DarkEyes { under } => say::proposal::dark_eyes(stops_amount(under.stops())),
            ProposalReason::LowSunBehind { contrast } => say::proposal::low_sun_behind(stops_amount(contrast.stops())),
            ProposalReason::SunlitBackground { per_cent } => say::proposal::sunlit_background(per_cent),
            ProposalReason::Contrast { contrast } => say::proposal::contrast(stops_amount(contrast.stops())),
            ProposalReason::EvenLight { per_cent } if per_cent < 1.0 => say::proposal::EVEN_LIGHT.to_owned(),
            ProposalReason::EvenLight { per_cent } => say::proposal::little_sun(per_cent),
        }
    }
}

/// The share of the frame that is background in sun, which clips when the face is right.
#[must_use]
pub(super) fn sunlit_frame(setup: &Setup, framing: &Framing) -> Share {
    Share::nearest(setup.background.sunlit.share() * (1.0 - framing.covered.share()))
}

/// The approach this setup asks for, from the share of the frame that is background in sun and how much brighter the
/// background is than the face (common practice).
#[must_use]
pub fn propose(setup: &Setup, terms: Terms, contrast: Stops, sunlit: Share) -> Proposal {
    let sunlit = sunlit.share();
    // No finer than the subject's outline is known.
    let per_cent = (sunlit * 20.0).round() * 5.0;
    let of = |approach, reason| Proposal { approach, reason };
    let room_first = terms.house.habits.start == Start::Room;
    if !terms.venue.flash {
        return of(Approach::AmbientOnly, ProposalReason::NoFlashHere);
    }
    if !setup.lights.iter().any(|light| light.on) {
        return of(Approach::AmbientOnly, ProposalReason::NoFlash);
    }
    let room = setup.ambient.is_artificial() || room_first && setup.scene.room.is_indoors();
    if room && setup.subject.kind != SubjectKind::Thing {
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
    if setup.background.detail == Some(Detail::Busy) {
        return of(Approach::FlashLeads, ProposalReason::BusyBackground);
    }
    of(Approach::FillLowContrast, ProposalReason::EvenLight { per_cent })
}

#[cfg(test)]
mod tests {
    use super::*;
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
        setup.ambient = ambient;
        setup.lights.iter_mut().for_each(|light| light.on = on);
        let found = propose(&setup, Terms::default(), Stops::new(contrast).unwrap(), Share::new(sunlit).unwrap());
        assert_eq!(found.approach, approach);
    }

    /// The same background half in sun: behind a head that fills the frame little of it is left, round a small figure nearly
    /// all of it.
    #[test]
    fn by_the_frame_and_not_by_the_background_alone() {
        let share = |distance: f64| {
            let mut setup = sample::outdoors();
            setup.background.sunlit = Share::nearest(0.5);
            setup.scene.camera.at =
                crate::scene::Position::nearest(setup.focus() - crate::geometry::DVec3::Y * distance);
            let view = crate::stage::view_of(&setup, sample::frame(&setup));
            sunlit_frame(&setup, &Framing::of(&setup, &view)).share()
        };
        let (near, far) = (share(1.2), share(12.0));
        assert!((0.1..0.2).contains(&near) && (0.45..0.5).contains(&far), "{near} {far}");
    }
}
