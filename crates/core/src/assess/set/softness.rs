//! How soft a light is on the face and on the wall.

use crate::emitter::softness::{NOSE, apparent_size, half_shadow, half_shadow_of_sun};
use crate::kit::ModifierKind;
use crate::situation::{Lit, Situation};
use serde::Serialize;

/// How soft a light is on the face.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct Softness {
    /// Its apparent size from the face, in degrees.
    pub apparent: f64,
    /// The half-shadow behind a nose, in millimetres.
    pub nose: f64,
    /// The half-shadow of a head on the wall, in millimetres; none without a wall behind.
    pub wall: Option<f64>,
    /// The half-shadow behind a nose of the bare head in its place, in millimetres.
    pub bare: f64,
    /// The same of the sun, in millimetres.
    pub sun: f64,
    /// In words.
    pub text: String,
}

pub(super) fn of(s: &Situation<'_>, lit: &Lit<'_>, face_width: f64) -> Softness {
    let distance = lit.face_distance.metres();
    let width = lit.width();
    let millimetres = |metres: f64| metres * 1000.0;
    let nose = millimetres(half_shadow(width, distance, NOSE));
    let bare = millimetres(half_shadow(lit.optics.head, distance, NOSE));
    let sun = millimetres(half_shadow_of_sun(NOSE));
    let wall = s.setup.back_wall().filter(|_| lit.role.lights_face()).map(|_| {
        let behind = (lit.background_distance.metres() - distance).max(0.05);
        millimetres(half_shadow(width, distance, behind))
    });
    let kind = lit.modifier.map(|modifier| modifier.modifier_kind);
    let text = if kind == Some(ModifierKind::Dome) {
        "A dome is no softer than the bare head: it is as small. Only near white walls does it fill.".to_owned()
    } else if face_width <= 0.0 {
        format!("Hard: a half-shadow of {nose:.1} mm behind the nose; the sun's is {sun:.1} mm.")
    } else {
        format!(
            "A half-shadow of {nose:.0} mm behind the nose: {:.0} times the bare head's, {:.0} times the sun's.",
            nose / bare,
            nose / sun
        )
    };
    Softness { apparent: apparent_size(width, distance), nose, wall, bare, sun, text }
}
