use crate::quantity::{Metres, Millimetres};
use serde::{Deserialize, Serialize};

/// What is put before or behind a lens so that it focuses nearer.
#[derive(Debug, Clone, Copy, PartialEq, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(tag = "with", rename_all = "snake_case", deny_unknown_fields)]
pub enum Rig {
    /// Nothing.
    #[default]
    Nothing,
    /// A close-up lens before it.
    AddOn {
        /// Its strength in dioptres, 1/m.
        dioptres: f64,
    },
    /// Tubes between it and the body.
    Tubes {
        /// How long together.
        length: Millimetres,
    },
}

impl Rig {
    /// The focal length of lens and rig together, thin and in contact: `1/f′ = 1/f + D` (Ray, *Applied Photographic Optics*).
    #[must_use]
    pub fn focal(self, focal: Millimetres) -> Millimetres {
        match self {
            Rig::AddOn { dioptres } => Millimetres::of(1.0 / (1.0 / focal.millimetres() + dioptres / 1000.0)),
            Rig::Nothing | Rig::Tubes { .. } => focal,
        }
    }

    /// The nearest a lens focuses to that alone goes to so much: a close-up lens adds its strength, tubes their length to the
    /// image distance.
    #[must_use]
    pub fn closest(self, focal: Millimetres, alone: Metres) -> Metres {
        let (f, s) = (focal.millimetres(), alone.metres() * 1000.0);
        match self {
            Rig::Nothing => alone,
            Rig::AddOn { dioptres } => Metres::of(1.0 / (1.0 / alone.metres() + dioptres)),
            Rig::Tubes { length } => {
                let image = f * s / (s - f).max(1e-6) + length.millimetres();
                Metres::of(f * image / (image - f) / 1000.0)
            }
        }
    }

    /// The furthest it focuses to, with the lens at infinity; none where that is infinity too.
    #[must_use]
    pub fn furthest(self, focal: Millimetres) -> Option<Metres> {
        let f = focal.millimetres();
        match self {
            Rig::Nothing => None,
            Rig::AddOn { dioptres } => Some(Metres::of(1.0 / dioptres.max(1e-6))),
            Rig::Tubes { length } => {
                let length = length.millimetres().max(1e-6);
                Some(Metres::of(f * (f + length) / length / 1000.0))
            }
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    /// Thin lenses by hand: 50 mm that focus to 0.45 m; 25 mm of tube on them reach half life size from infinity and nearer;
    /// two dioptres bring infinity to half a metre.
    #[rstest]
    #[case::nothing(Rig::Nothing, 0.45, None)]
    #[case::two_dioptres(Rig::AddOn { dioptres: 2.0 }, 0.2368, Some(0.5))]
    #[case::tubes(Rig::Tubes { length: Millimetres::of(25.0) }, 0.13, Some(0.15))]
    fn how_near_and_how_far(#[case] rig: Rig, #[case] closest: f64, #[case] furthest: Option<f64>) {
        let focal = Millimetres::of(50.0);
        let found = rig.closest(focal, Metres::of(0.45)).metres();
        assert!((found - closest).abs() < 0.001, "{found}");
        assert_eq!(rig.furthest(focal).map(|far| (far.metres() * 1000.0).round()), furthest.map(|far| far * 1000.0));
    }

    #[test]
    fn two_dioptres_shorten_a_hundred_millimetres() {
        let focal = Rig::AddOn { dioptres: 2.0 }.focal(Millimetres::of(100.0));
        assert!((focal.millimetres() - 83.333).abs() < 0.001);
    }
}
