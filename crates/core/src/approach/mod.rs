//! Approaches: the schools of blending, each a set of wishes in stops relative to correct.

use crate::say;
use serde::{Deserialize, Serialize};

/// A school of blending flash and ambient.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Approach {
    /// Flash lifts shadows in even light: cloud, open shade.
    FillLowContrast,
    /// Flash brings a face in shade up to a sunlit background.
    MatchHighContrast,
    /// Ambient and flash in equal parts.
    HalfAndHalf,
    /// Flash carries the face, the ambient sinks.
    FlashLeads,
    /// Keep the room, pop the faces.
    RoomFirst,
    /// Aperture and power first, the shutter by eye.
    FlashFirst,
    /// Dark against a bright sky.
    Silhouette,
    /// The same with a touch of flash on body and legs, the face still dark.
    SilhouetteTouched,
    /// Hold the sunset, lift the people.
    SunsetBehind,
    /// No flash; a card fills.
    AmbientOnly,
}

/// What an approach wants of a level: a band in stops with a preferred place in it.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Band {
    /// The lowest that will do.
    pub low: f64,
    /// The highest that will do.
    pub high: f64,
    /// The best.
    pub prefer: f64,
}

impl Band {
    const fn at(level: f64) -> Option<Band> {
        Some(Band { low: level, high: level, prefer: level })
    }

    const fn between(low: f64, high: f64, prefer: f64) -> Option<Band> {
        Some(Band { low, high, prefer })
    }

    /// How far a level is outside: positive above, negative below, 0 inside.
    #[must_use]
    pub fn miss(self, level: f64) -> f64 {
        if level > self.high {
            level - self.high
        } else if level < self.low {
            level - self.low
        } else {
            0.0
        }
    }
}

/// The wishes of an approach. What is not wished for is left as it falls.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Wishes {
    /// The background in all.
    pub background: Option<Band>,
    /// The ambient on the face.
    pub face_ambient: Option<Band>,
    /// The flash on the face.
    pub face_flash: Option<Band>,
    /// The flash on the legs, where they are in the picture.
    pub legs_flash: Option<Band>,
    /// The face in all: where flash makes up what the ambient lacks.
    pub face_total: Option<Band>,
    /// How far under the camera's highlight warning the brightest part has to stay, where the approach cares.
    pub sky_under_warning: Option<f64>,
    /// Whether flash is used.
    pub flash: bool,
}

impl Wishes {
    /// The same before a background with so much to see in it. Where light leads the eye past a busy one, one to two stops
    /// under do it (common practice).
    #[must_use]
    pub fn before(self, busy: bool) -> Wishes {
        let leads = self.background.filter(|band| busy && band.high <= -1.0);
        Wishes { background: leads.map_or(self.background, |band| Band::between(-2.0, band.high, -1.5)), ..self }
    }
}

const THIRD: f64 = 1.0 / 3.0;

impl Approach {
    /// All of them, in the order they are offered.
    pub const ALL: [Approach; 10] = [
        Approach::FillLowContrast,
        Approach::MatchHighContrast,
        Approach::HalfAndHalf,
        Approach::FlashLeads,
        Approach::RoomFirst,
        Approach::FlashFirst,
        Approach::Silhouette,
        Approach::SilhouetteTouched,
        Approach::SunsetBehind,
        Approach::AmbientOnly,
    ];

    /// The wishes of this school (common practice), in stops from correct.
    ///
    /// Where a school says "flash at 0" over an ambient that falls as it may, the wish here is the face *in all* at
    /// 0: over dark ambient that is the same within a fifth of a stop, and over brighter ambient it keeps the sum
    /// from going over, which is the one mistake that cannot be mended.
    #[must_use]
    pub const fn wishes(self) -> Wishes {
        let none = Wishes {
            background: None,
            face_ambient: None,
            face_flash: None,
            face_total: None,
            legs_flash: None,
            sky_under_warning: None,
            flash: true,
        };
        match self {
            Approach::FillLowContrast => Wishes {
                background: Band::at(0.0),
                face_ambient: Band::at(0.0),
                face_flash: Band::between(-3.0, -1.0, -2.0),
                ..none
            },
            Approach::MatchHighContrast => Wishes { background: Band::at(0.0), face_total: Band::at(0.0), ..none },
            Approach::HalfAndHalf => {
                // A background darker than the face may stay so: the two halves on the face come first.
                Wishes {
                    background: Band::between(-1.0, 0.0, 0.0),
                    face_ambient: Band::at(-1.0),
                    face_flash: Band::at(-1.0),
                    face_total: Band::at(0.0),
                    ..none
                }
            }
            Approach::FlashLeads => Wishes {
                background: Band::between(-3.0, -1.0, -2.0),
                face_ambient: Band::between(-4.0, -2.0, -3.0),
                face_total: Band::at(0.0),
                ..none
            },
            Approach::RoomFirst => Wishes {
                background: Band::between(-4.0 * THIRD, -2.0 * THIRD, -1.0),
                face_ambient: Band::between(-4.0 * THIRD, -2.0 * THIRD, -1.0),
                face_flash: Band::between(-1.0, -THIRD, -1.0),
                face_total: Band::at(0.0),
                ..none
            },
            Approach::FlashFirst => {
                Wishes { background: Band::between(-3.0, 0.0, -1.0), face_flash: Band::at(0.0), ..none }
            }
            Approach::Silhouette => Wishes {
                background: Band::between(-THIRD, 0.0, 0.0),
                face_ambient: Band::between(-20.0, -4.0, -4.0),
                flash: false,
                ..none
            },
            // Enough on the legs to part them from a dark ground, too little on the face to be seen.
            Approach::SilhouetteTouched => Wishes {
                background: Band::between(-THIRD, 0.0, 0.0),
                face_ambient: Band::between(-20.0, -4.0, -4.0),
                // The darker the better.
                face_flash: Band::between(-20.0, -3.0, -12.0),
                legs_flash: Band::between(-3.0, -1.0, -2.0),
                ..none
            },
            Approach::SunsetBehind => Wishes {
                background: Band::between(-1.0, 0.0, 0.0),
                face_ambient: Band::between(-20.0, -THIRD, -2.0),
                face_total: Band::at(0.0),
                // The frame in which the warning has just gone, still a third hot, is the goal (common practice).
                sky_under_warning: Some(0.0),
                ..none
            },
            Approach::AmbientOnly => {
                Wishes { background: Band::at(0.0), face_ambient: Band::at(0.0), flash: false, ..none }
            }
        }
    }

    /// Its name.
    #[must_use]
    pub const fn words(self) -> &'static str {
        match self {
            Approach::FillLowContrast => say::approach::FILL_LOW_CONTRAST,
            Approach::MatchHighContrast => say::approach::MATCH_HIGH_CONTRAST,
            Approach::HalfAndHalf => say::approach::HALF_AND_HALF,
            Approach::FlashLeads => "Flash leads",
            Approach::RoomFirst => "Room first",
            Approach::FlashFirst => say::approach::FLASH_FIRST,
            Approach::Silhouette => "Silhouette",
            Approach::SilhouetteTouched => say::approach::SILHOUETTE_TOUCHED,
            Approach::SunsetBehind => "Sunset behind",
            Approach::AmbientOnly => say::approach::AMBIENT_ONLY,
        }
    }

    /// What it does, in a phrase that follows its name.
    #[must_use]
    pub const fn aim(self) -> &'static str {
        match self {
            Approach::FillLowContrast => say::approach::FILL_LOW_CONTRAST_AIM,
            Approach::MatchHighContrast => say::approach::MATCH_HIGH_CONTRAST_AIM,
            Approach::HalfAndHalf => say::approach::HALF_AND_HALF_AIM,
            Approach::FlashLeads => say::approach::FLASH_LEADS_AIM,
            Approach::RoomFirst => say::approach::ROOM_FIRST_AIM,
            Approach::FlashFirst => say::approach::FLASH_FIRST_AIM,
            Approach::SilhouetteTouched => say::approach::SILHOUETTE_TOUCHED_AIM,
            Approach::Silhouette => say::approach::SILHOUETTE_AIM,
            Approach::SunsetBehind => say::approach::SUNSET_BEHIND_AIM,
            Approach::AmbientOnly => say::approach::AMBIENT_ONLY_AIM,
        }
    }
}

#[cfg(test)]
mod tests;
