use crate::check::Check;
use crate::colour::{Lab, LabWhite, Skin, Surface};
use crate::quantity::limits::{LAB_AXIS, LAB_LIGHTNESS};
use crate::say;
use serde::{Deserialize, Serialize};

/// The colour of something, as it is in daylight.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(tag = "as", rename_all = "snake_case", deny_unknown_fields)]
pub enum Colouring {
    /// Skin of a class.
    Skin {
        /// Which.
        skin: Skin,
    },
    /// Skin that was measured.
    MeasuredSkin {
        /// Lightness.
        l: f64,
        /// From green to red.
        a: f64,
        /// From blue to yellow.
        b: f64,
        /// The white it was measured beside.
        white: LabWhite,
    },
    /// Cloth, paint or a thing, measured or looked up.
    Colour {
        /// Lightness.
        l: f64,
        /// From green to red.
        a: f64,
        /// From blue to yellow.
        b: f64,
        /// The white it was measured beside.
        white: LabWhite,
    },
}

impl Colouring {
    /// Its L*a*b* beside D65.
    #[must_use]
    pub fn lab(self) -> Lab {
        match self {
            Colouring::Skin { skin } => skin.colour(),
            Colouring::MeasuredSkin { l, a, b, white } | Colouring::Colour { l, a, b, white } => {
                Lab::measured(l, a, b, white)
            }
        }
    }

    /// The surface of that colour.
    #[must_use]
    pub fn surface(self) -> Surface {
        Surface::of(self.lab())
    }

    /// In words; measured skin by its class.
    #[must_use]
    pub fn words(self) -> &'static str {
        match self {
            Colouring::Skin { skin } => skin.words(),
            Colouring::MeasuredSkin { .. } => self.lab().typology().map_or("skin", |angle| Skin::of(angle).words()),
            Colouring::Colour { .. } => say::names::OWN_COLOUR,
        }
    }

    pub(crate) fn check(self, at: &str, check: &mut Check) {
        if let Colouring::MeasuredSkin { l, a, b, .. } | Colouring::Colour { l, a, b, .. } = self {
            check.range(format_args!("{at}/l"), LAB_LIGHTNESS, l);
            check.range(format_args!("{at}/a"), LAB_AXIS, a);
            check.range(format_args!("{at}/b"), LAB_AXIS, b);
        }
        // Skin is yellower than grey.
        if matches!(self, Colouring::MeasuredSkin { .. })
            && let Err(error) = self.lab().typology()
        {
            check.problem(format_args!("{at}/b"), error);
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    const fn measured(l: f64, a: f64, b: f64) -> Colouring {
        Colouring::MeasuredSkin { l, a, b, white: LabWhite::D65 }
    }

    #[rstest]
    #[case::grey_has_no_angle(measured(60.0, 5.0, 0.0), "/skin/b")]
    #[case::bluish(measured(60.0, 5.0, -4.0), "/skin/b")]
    #[case::too_light(measured(120.0, 5.0, 10.0), "/skin/l")]
    #[case::no_number(measured(60.0, f64::NAN, 10.0), "/skin/a")]
    fn what_is_no_skin_is_refused(#[case] colouring: Colouring, #[case] field: &str) {
        let mut check = Check::default();
        colouring.check("/skin", &mut check);
        assert_eq!(check.done().unwrap_err()[0].field, field);
    }

    #[test]
    fn a_blue_thing_is_no_skin_and_fine() {
        let mut check = Check::default();
        Colouring::Colour { l: 40.0, a: 0.0, b: -30.0, white: LabWhite::D50 }.check("/colour", &mut check);
        assert!(check.done().is_ok());
        assert_eq!(measured(66.0, 10.0, 16.0).words(), "light skin");
    }
}
