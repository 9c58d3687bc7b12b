use super::{Patch, Setup};
use crate::check::Check;
use crate::colour::AmbientColour;
use crate::quantity::limits::{AMBIENT_KELVIN, BESIDE, BESIDE_SUM, EV100, MEASURED_DUV};
use crate::quantity::{Ev100, Share};
use serde::{Deserialize, Serialize};
use std::fmt::Display;

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
    /// What a meter showed of it alone, which says its share better.
    pub read: BesideRead,
}

/// What a meter showed of one kind of light alone, read as the ambient of its patch is; none where it was not read.
#[derive(Debug, Clone, Copy, PartialEq, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct BesideRead {
    /// On the face.
    pub face: Option<Ev100>,
    /// On the shadow side.
    pub shadow_side: Option<Ev100>,
    /// On the background.
    pub background: Option<Ev100>,
}

impl BesideRead {
    /// On a patch.
    #[must_use]
    pub const fn on(&self, patch: Patch) -> Option<Ev100> {
        match patch {
            Patch::Face | Patch::Legs => self.face,
            Patch::ShadowSide | Patch::Edge => self.shadow_side,
            Patch::Background => self.background,
            Patch::Sky => None,
        }
    }
}

/// Checks a kind of light where it stands in a setup.
pub(super) fn check_light(at: impl Display, light: AmbientColour, check: &mut Check) {
    check.range(format_args!("{at}/kelvin"), AMBIENT_KELVIN, light.kelvin().kelvin());
    if let AmbientColour::Measured { duv, .. } = light {
        check.range(format_args!("{at}/duv"), MEASURED_DUV, duv.duv());
    }
}

impl Beside {
    /// How much of a patch's ambient it is: as it was read beside all of it, or else as it was said.
    #[must_use]
    pub fn share(&self, patch: Patch, ambient: Option<Ev100>) -> f64 {
        match (self.read.on(patch), ambient) {
            (Some(read), Some(ambient)) => (read - ambient).stops().exp2(),
            _ => self.said(patch),
        }
    }

    const fn said(&self, patch: Patch) -> f64 {
        match patch {
            Patch::Face | Patch::Legs => self.face.share(),
            Patch::ShadowSide | Patch::Edge => self.shadow_side.share(),
            Patch::Background => self.background.share(),
            Patch::Sky => 0.0,
        }
    }
}

impl Setup {
    /// The kinds of light the ambient of a patch is made of, each with its share of all of it: the main one first, which has what
    /// is left. What was read to be more than the whole is taken to be all of it.
    #[must_use]
    pub fn ambient_parts(&self, patch: Patch, ambient: Option<Ev100>) -> Vec<(AmbientColour, f64)> {
        let shares = || self.beside.iter().map(|beside| beside.share(patch, ambient));
        let all: f64 = shares().sum();
        let beside = self.beside.iter().zip(shares()).map(|(beside, share)| (beside.light, share / all.max(1.0)));
        std::iter::once((self.ambient, (1.0 - all).max(0.0))).chain(beside).collect()
    }

    pub(super) fn check_beside(&self, check: &mut Check) {
        check.count("/beside", BESIDE, self.beside.len());
        for (index, beside) in self.beside.iter().enumerate() {
            check_light(format_args!("/beside/{index}/light"), beside.light, check);
            let read = [
                ("face", beside.read.face),
                ("shadow_side", beside.read.shadow_side),
                ("background", beside.read.background),
            ];
            for (name, ev) in read.into_iter().filter_map(|(name, ev)| Some((name, ev?))) {
                check.range(format_args!("/beside/{index}/read/{name}"), EV100, ev.ev());
            }
        }
        let fields = [("face", Patch::Face), ("shadow_side", Patch::ShadowSide), ("background", Patch::Background)];
        for (name, patch) in fields {
            let sum: f64 = self.beside.iter().map(|beside| beside.said(patch)).sum();
            if let Some(last) = self.beside.len().checked_sub(1) {
                check.range(format_args!("/beside/{last}/{name}"), BESIDE_SUM, sum);
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
        let read = BesideRead::default();
        Beside { light: AmbientColour::StripLights, face: share, shadow_side: share, background: share, read }
    }

    #[test]
    fn the_main_light_has_what_is_left() {
        let mut setup = sample::portrait();
        setup.beside = vec![beside(0.25), beside(0.5)];
        let parts = setup.ambient_parts(Patch::Face, None);
        assert_eq!(parts.iter().map(|(_, share)| *share).collect::<Vec<_>>(), [0.25, 0.25, 0.5]);
        assert_eq!(setup.ambient_parts(Patch::Sky, None)[0].1, 1.0);
        assert!(setup.check(&sample::kit()).is_ok());
    }

    /// A light read two stops under all of it is a quarter of it, one stop under a half; read over all of it, it is more than all.
    #[rstest]
    #[case::two_stops(8.0, Some(10.0), 0.25)]
    #[case::one_stop(9.0, Some(10.0), 0.5)]
    #[case::more_than_all(11.0, Some(10.0), 2.0)]
    #[case::all_not_known(8.0, None, 0.1)]
    fn a_reading_says_the_share(#[case] read: f64, #[case] ambient: Option<f64>, #[case] share: f64) {
        let mut one = beside(0.1);
        one.read.face = Some(Ev100::nearest(read));
        let ambient = ambient.map(Ev100::nearest);
        assert!((one.share(Patch::Face, ambient) - share).abs() < 1e-9);
        assert_eq!(one.share(Patch::Background, ambient), 0.1, "only where it was read");
    }

    /// Two readings that come to more than the whole leave nothing to the main light, and keep their proportion.
    #[test]
    fn readings_that_are_too_much_share_the_whole() {
        let mut setup = sample::portrait();
        setup.beside = vec![beside(0.1), beside(0.1)];
        setup.beside[0].read.face = Some(Ev100::nearest(10.0));
        setup.beside[1].read.face = Some(Ev100::nearest(9.0));
        let parts = setup.ambient_parts(Patch::Face, Some(Ev100::nearest(10.0)));
        let shares: Vec<f64> = parts.iter().map(|(_, share)| *share).collect();
        assert_eq!(shares[0], 0.0);
        assert!((shares[1] / shares[2] - 2.0).abs() < 1e-9 && (shares.iter().sum::<f64>() - 1.0).abs() < 1e-9);
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
