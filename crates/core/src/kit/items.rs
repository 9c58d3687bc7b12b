use super::check_learnt;
use crate::check::{Check, Problem};
use crate::colour::Film;
use crate::emitter::Face;
use crate::marks::NdMark;
use crate::quantity::limits::{BEAM, GEL_LOSS, MEASURED_DUV, MODIFIER_LOSS, MODIFIER_SIDE};
use crate::quantity::{Duv, Id, Learnt, MiredShift, Name, Stops};
use crate::say;
use serde::{Deserialize, Serialize};

/// What kind of thing is put before a flash.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum ModifierKind {
    /// Nothing: the bare head.
    Bare,
    /// An umbrella, shot through or into.
    Umbrella,
    /// A box or an octa with one or two layers.
    Softbox,
    /// A beauty dish.
    Dish,
    /// A honeycomb that narrows the beam.
    Grid,
    /// A dome over a hot-shoe flash.
    Dome,
    /// A card the flash is bounced off.
    BounceCard,
}

/// Something put before a flash.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Modifier {
    /// Its id.
    pub id: Id,
    /// Its name.
    pub name: Name,
    /// What it is.
    pub modifier_kind: ModifierKind,
    /// Its lit face.
    pub face: Face,
    /// Light lost against the bare head, on the axis, from far.
    pub loss: Stops,
    /// The angle of its beam, where it narrows it.
    pub beam: Option<f64>,
    /// How much more light comes through it than is said, as takes taught.
    pub learnt: Option<Learnt>,
}

impl Modifier {
    /// Whether the head has to be set to its widest zoom to fill it (common practice).
    #[must_use]
    pub fn wants_widest_zoom(&self) -> bool {
        match self.modifier_kind {
            ModifierKind::Umbrella | ModifierKind::Softbox | ModifierKind::Dish | ModifierKind::Dome => true,
            // A honeycomb on a box has the box behind it.
            ModifierKind::Grid => self.face != Face::Point,
            ModifierKind::Bare | ModifierKind::BounceCard => false,
        }
    }

    /// Whether wind takes hold of it.
    #[must_use]
    pub fn catches_wind(&self) -> bool {
        match self.modifier_kind {
            ModifierKind::Umbrella | ModifierKind::Softbox => true,
            ModifierKind::Grid => self.face != Face::Point,
            ModifierKind::Bare | ModifierKind::Dish | ModifierKind::Dome | ModifierKind::BounceCard => false,
        }
    }

    pub(super) fn check(&self, check: &mut Check) {
        check.range("/loss", MODIFIER_LOSS, self.loss.stops());
        check_learnt(check, "learnt", self.learnt);
        match self.face {
            Face::Point => {}
            Face::Disc { diameter } => check.range("/face/diameter", MODIFIER_SIDE, diameter.metres()),
            Face::Rectangle { width, height } => {
                check.range("/face/width", MODIFIER_SIDE, width.metres());
                check.range("/face/height", MODIFIER_SIDE, height.metres());
            }
        }
        if let Some(beam) = self.beam {
            check.range("/beam", BEAM, beam);
        }
    }
}

/// A colour filter for a flash.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Gel {
    /// Its id.
    pub id: Id,
    /// Its name.
    pub name: Name,
    /// The step it makes; positive is warmer.
    pub shift: MiredShift,
    /// How far it leads to the green or magenta side.
    pub duv: Duv,
    /// Light it takes.
    pub loss: Stops,
    /// How much more light comes through it than is said, as takes taught.
    pub learnt: Option<Learnt>,
}

impl Gel {
    /// The film it is: what shifts and what leads aside, one behind the other.
    #[must_use]
    pub fn film(&self) -> Film {
        let aside = Film::green(self.duv);
        if self.duv.duv() == 0.0 {
            return Film::of(self.shift, self.loss);
        }
        let left = self.loss.stops() - aside.done().loss.stops();
        aside.and(&Film::of(self.shift, Stops::of(left.max(0.0))))
    }

    pub(super) fn check(&self, check: &mut Check) {
        check.range("/loss", GEL_LOSS, self.loss.stops());
        check_learnt(check, "learnt", self.learnt);
        check.range("/duv", MEASURED_DUV, self.duv.duv());
    }
}

/// A neutral density filter: a fixed one, or one that turns from weak to strong.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Filter {
    /// Its id.
    pub id: Id,
    /// Its name.
    pub name: Name,
    /// Its weakest setting.
    pub weakest: NdMark,
    /// Its strongest setting; the same for a fixed one.
    pub strongest: NdMark,
}

impl Filter {
    pub(super) fn check(&self, check: &mut Check) {
        if self.weakest > self.strongest {
            check.problem("/strongest", Problem::Order { low: "weakest setting", high: "strongest one" });
        }
        if self.strongest == NdMark::NONE {
            check.problem("/strongest", Problem::Order { low: say::fields::NOTHING, high: "strongest setting" });
        }
    }
}
