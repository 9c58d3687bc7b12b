use super::{Patch, Setup};
use crate::check::Check;
use crate::colour::AmbientColour;
use crate::quantity::Share;
use crate::quantity::limits::{AMBIENT_KELVIN, BESIDE, BESIDE_SUM, MEASURED_DUV};
use serde::{Deserialize, Serialize};

/// Another kind of light that is part of the ambient.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Beside {
    /// Its kind.
    pub light: AmbientColour,
    /// How much of the ambient on the face it is.
    pub face: Share,
    /// How much of it on the shadow side.
    pub shadow_side: Share,
    /// How much of it on the background.
    pub background: Share,
}

/// Checks a kind of light where it stands in a setup.
pub(super) fn check_light(at: &str, light: AmbientColour, check: &mut Check) {
    check.range(format!("{at}/kelvin"), AMBIENT_KELVIN, light.kelvin().kelvin());
    if let AmbientColour::Measured { duv, .. } = light {
        check.range(format!("{at}/duv"), MEASURED_DUV, duv.duv());
    }
}

impl Beside {
    /// How much of a patch's ambient it is.
    #[must_use]
    pub const fn share(&self, patch: Patch) -> f64 {
        match patch {
            Patch::Face | Patch::Legs => self.face.share(),
            Patch::ShadowSide | Patch::Edge => self.shadow_side.share(),
            Patch::Background => self.background.share(),
            Patch::Sky => 0.0,
        }
    }
}

impl Setup {
    /// The kinds of light the ambient of a patch is made of, each with its share: the main one first, which has what is left.
    #[must_use]
    pub fn ambient_parts(&self, patch: Patch) -> Vec<(AmbientColour, f64)> {
        let beside = || self.beside.iter().map(|beside| (beside.light, beside.share(patch)));
        let left = 1.0 - beside().map(|(_, share)| share).sum::<f64>();
        std::iter::once((self.ambient, left.max(0.0))).chain(beside()).collect()
    }

    /// How deep the ambient of a patch pulses on alternating current, as a share of its mean: each kind by its share, as lamps on
    /// one phase pulse together.
    #[must_use]
    pub fn pulses(&self, patch: Patch) -> f64 {
        self.ambient_parts(patch).iter().map(|(light, share)| share * light.pulses()).sum()
    }

    pub(super) fn check_beside(&self, check: &mut Check) {
        check.count("/beside", BESIDE, self.beside.len());
        for (index, beside) in self.beside.iter().enumerate() {
            check_light(&format!("/beside/{index}/light"), beside.light, check);
        }
        let fields = [("face", Patch::Face), ("shadow_side", Patch::ShadowSide), ("background", Patch::Background)];
        for (name, patch) in fields {
            let sum: f64 = self.beside.iter().map(|beside| beside.share(patch)).sum();
            if let Some(last) = self.beside.len().checked_sub(1) {
                check.range(format!("/beside/{last}/{name}"), BESIDE_SUM, sum);
            }
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::sample;
    use rstest::rstest;

    fn beside(share: f64) -> Beside {
        let share = Share::nearest(share);
        Beside { light: AmbientColour::StripLights, face: share, shadow_side: share, background: share }
    }

    #[test]
    fn the_main_light_has_what_is_left() {
        let mut setup = sample::portrait();
        setup.beside = vec![beside(0.25), beside(0.5)];
        let parts = setup.ambient_parts(Patch::Face);
        assert_eq!(parts.iter().map(|(_, share)| *share).collect::<Vec<_>>(), [0.25, 0.25, 0.5]);
        assert_eq!(setup.ambient_parts(Patch::Sky)[0].1, 1.0);
        assert!(setup.check(&sample::kit()).is_ok());
    }

    #[rstest]
    #[case::more_than_all(vec![beside(0.6), beside(0.6)], "/beside/1/face")]
    #[case::too_many(vec![beside(0.1); 4], "/beside")]
    #[case::a_glaring_green(
        vec![Beside { light: AmbientColour::Measured { kelvin: crate::quantity::Kelvin::of(4_000.0), duv: crate::quantity::Duv::of(0.09) }, ..beside(0.1) }],
        "/beside/0/light/duv"
    )]
    fn what_cannot_be_is_refused(#[case] lights: Vec<Beside>, #[case] field: &str) {
        let mut setup = sample::portrait();
        setup.beside = lights;
        assert_eq!(setup.check(&sample::kit()).unwrap_err()[0].field, field);
    }
}
