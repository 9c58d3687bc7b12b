use crate::check::{Check, Problem};
use crate::marks::{IsoMark, ShutterMark};
use serde::{Deserialize, Serialize};

/// From where a studio turns its dials.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(tag = "from", rename_all = "snake_case", deny_unknown_fields)]
pub enum Start {
    /// From nowhere in particular: each picture as its light asks.
    #[default]
    Light,
    /// From an ISO and a shutter it is used to; the aperture and the power go to the target.
    Marks {
        /// The ISO.
        iso: IsoMark,
        /// The shutter.
        shutter: ShutterMark,
    },
    /// From the room: its light is set first, and flash added to it.
    Room,
    /// From where ISO, aperture and filter stand: the shutter follows the light, and the power.
    Shutter,
}

/// A dial that follows the light.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Following {
    /// The shutter.
    Shutter,
    /// The power of the flashes.
    Power,
    /// ISO.
    Iso,
    /// The aperture.
    Aperture,
}

/// How a studio likes to turn its dials.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Habits {
    /// From where.
    pub start: Start,
    /// In which order they follow the light, each once; the first is turned most readily.
    pub follow: [Following; 4],
}

/// The shutter first, which moves the ambient alone, then the power (common practice).
impl Default for Habits {
    fn default() -> Habits {
        Habits {
            start: Start::default(),
            follow: [Following::Shutter, Following::Power, Following::Iso, Following::Aperture],
        }
    }
}

impl Habits {
    /// The place of a dial in the order, from 0.
    #[must_use]
    pub fn place(&self, dial: Following) -> usize {
        self.follow.iter().position(|known| *known == dial).unwrap_or(self.follow.len())
    }

    /// Checks that each dial is in the order once.
    pub(crate) fn check(&self, at: &str, check: &mut Check) {
        for (index, dial) in self.follow.iter().enumerate() {
            if self.follow[..index].contains(dial) {
                check.problem(format_args!("{at}/follow/{index}"), Problem::TwiceInOrder);
            }
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn every_dial_follows_once() {
        let mut habits = Habits::default();
        let mut check = Check::default();
        habits.check("/house/habits", &mut check);
        assert_eq!(check.done(), Ok(()));
        habits.follow[2] = Following::Shutter;
        let mut check = Check::default();
        habits.check("/house/habits", &mut check);
        assert_eq!(check.done().unwrap_err()[0].field, "/house/habits/follow/2");
        assert_eq!((habits.place(Following::Shutter), habits.place(Following::Iso)), (0, 4));
    }
}
