use super::{Dial, Holder};
use crate::kit::{Flash, Kit, Optics};
use crate::quantity::{Id, Kilograms, Millimetres, Power, Stops};
use crate::scene::{Aim, Position};
use serde::{Deserialize, Serialize};

/// The gels on a light, a dial like any other: held, the solver leaves it.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct GelDial {
    /// Which, one before the other; none for no gel.
    pub at: Vec<Id>,
    /// Whether the solver leaves it.
    pub held: bool,
}

/// One flash with its modifier, gel, place and power.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Light {
    /// Its id.
    pub id: Id,
    /// Whether it fires.
    pub on: bool,
    /// The flash, from the kit.
    pub flash: Id,
    /// The modifier, from the kit; bare without one.
    pub modifier: Option<Id>,
    /// The gels, from the kit.
    pub gels: GelDial,
    /// Where the middle of its face stands; on the camera, where it will stand once taken off it.
    pub at: Position,
    /// Where it is pointed.
    pub aim: Aim,
    /// What or who holds it.
    pub held_by: Holder,
    /// Whether the solver may move it nearer or further.
    pub may_move: bool,
    /// The bag on its stand.
    pub bag: Kilograms,
    /// How far under the key light it should stand at what it lights.
    pub under_key: Stops,
    /// Its power.
    pub power: Dial<Power>,
}

impl Light {
    /// A bare flash on its stand, turned at the face, switched on at its lowest power, everything free.
    #[must_use]
    pub fn fresh(id: Id, flash: &Flash, at: Position) -> Light {
        Light {
            id,
            on: true,
            flash: flash.id.clone(),
            modifier: None,
            gels: GelDial { at: Vec::new(), held: false },
            at,
            aim: Aim::Subject,
            held_by: Holder::Stand,
            may_move: false,
            bag: Kilograms::nearest(0.0),
            under_key: Stops::ZERO,
            power: Dial::free(Power::nearest(flash.lowest_power.stops_below_full())),
        }
    }

    /// Whether it sits on the camera.
    #[must_use]
    pub fn is_on_camera(&self) -> bool {
        self.held_by == Holder::Camera
    }

    /// How it sends its light; none where its flash is not in the kit.
    #[must_use]
    pub fn optics(&self, kit: &Kit, covering: Millimetres) -> Option<Optics> {
        let modifier = self.modifier.as_ref().and_then(|id| kit.modifier(id));
        Some(kit.flash(&self.flash)?.optics(modifier, covering))
    }
}
