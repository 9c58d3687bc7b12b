use crate::forecast::{Around, Standing};
use crate::quantity::{ShadowLength, turn};
use crate::setup::{LightWish, ShadowFall, ShadowWish, Slot};
use crate::sun::WindowKind;

/// It is behind the subject within so many degrees of where the camera looks.
const BEHIND: f64 = 60.0;
/// The sun lights a face that is turned no further from it than this, in degrees.
const ON_FACE: f64 = 80.0;
/// From this part of overcast light on there is no sun to speak of.
const NO_SUN: f64 = 0.6;

/// A shadow falls one way within so many degrees of it.
const ONE_WAY: f64 = 45.0;

/// Whether the sun is over the skyline, and not behind cloud.
fn shines(around: &Around<'_>) -> bool {
    around.sun_over_skyline() > 0.5 && around.light.skies[2] < NO_SUN
}

impl Slot {
    /// Whether the light on a setup at its spot is all that is wanted.
    #[must_use]
    pub fn is_met(&self, standing: &Standing<'_>, around: &Around<'_>) -> bool {
        self.wants.holds(standing, around) && self.shadows.is_none_or(|wish| wish.holds(around))
    }
}

impl ShadowWish {
    /// Whether the sun throws such shadows at a spot: it is over the skyline and not behind cloud, and the spot is in the open.
    #[must_use]
    pub fn holds(self, around: &Around<'_>) -> bool {
        let sun = around.sun;
        let long = ShadowLength::under(sun.apparent).is_some_and(|length| length >= self.least);
        // A shadow falls away from the sun; 0 is away from the camera, 90 to the right in the frame.
        let falls = turn(around.spot.camera_looks.degrees(), sun.azimuth + 180.0);
        let towards = |way: f64| turn(falls, way).abs() <= ONE_WAY;
        shines(around)
            && !around.spot.is_indoors()
            && long
            && match self.fall {
                ShadowFall::Any => true,
                ShadowFall::Away => towards(0.0),
                ShadowFall::Right => towards(90.0),
                ShadowFall::Towards => towards(180.0),
                ShadowFall::Left => towards(-90.0),
            }
    }
}

impl LightWish {
    /// Whether the light on a setup at its spot is what is wanted.
    #[must_use]
    pub fn holds(self, standing: &Standing<'_>, around: &Around<'_>) -> bool {
        let (spot, sun) = (around.spot, around.sun);
        let shines = shines(around);
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
            LightWish::GoldenByClock => around.near_night && sun.elevation >= WindowKind::GOLDEN_ENDS,
            LightWish::BlueWithLamps => WindowKind::Blue.holds(sun.elevation),
            LightWish::AfterDark => WindowKind::Dark.holds(sun.elevation),
        }
    }
}
