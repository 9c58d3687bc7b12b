use crate::forecast::{Around, Standing};
use crate::quantity::turn;
use crate::setup::LightWish;
use crate::sun::WindowKind;

/// It is behind the subject within so many degrees of where the camera looks.
const BEHIND: f64 = 60.0;
/// The sun lights a face that is turned no further from it than this, in degrees.
const ON_FACE: f64 = 80.0;
/// From this part of overcast light on there is no sun to speak of.
const NO_SUN: f64 = 0.6;

impl LightWish {
    /// Whether the light on a setup at its spot is what is wanted.
    #[must_use]
    pub fn holds(self, standing: &Standing<'_>, around: &Around<'_>) -> bool {
        let (spot, sun) = (around.spot, around.sun);
        let shines = around.sun_over_skyline() > 0.5 && around.light.skies[2] < NO_SUN;
        let on_face = || {
            let facing = turn(standing.faces(), sun.azimuth);
            shines && facing.abs() <= ON_FACE && standing.sun_on_face(around) > 0.0
        };
        match self {
            LightWish::Any => true,
            LightWish::SunOnFace => on_face(),
            LightWish::BacklitLowSun => {
                let behind = turn(spot.camera_looks.degrees(), sun.azimuth).abs() <= BEHIND;
                shines && !spot.is_indoors() && sun.is_low() && behind
            }
            LightWish::OpenShade => sun.apparent > 0.0 && !spot.is_indoors() && !on_face(),
            LightWish::Golden => WindowKind::Golden.holds(sun.elevation),
            LightWish::BlueWithLamps => WindowKind::Blue.holds(sun.elevation),
            LightWish::AfterDark => WindowKind::Dark.holds(sun.elevation),
        }
    }
}
