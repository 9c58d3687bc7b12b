use crate::emitter::factor::to_polygon;
use crate::exposure::MeterConstants;
use crate::geometry::{DVec3, Flat};
use crate::place::{Horizon, Spot, Surroundings};
use crate::quantity::turn;
use crate::sky::{Mixture, SkyLight, mixed, sky_luminance_factor, sky_on_upright_face};
use crate::sun::{SunAt, visible_share};
use std::f64::consts::PI;

/// The light about a spot at one moment.
#[derive(Debug, Clone, Copy)]
pub struct Around<'a> {
    /// The spot.
    pub spot: &'a Spot,
    /// Its skyline.
    pub horizon: &'a Horizon,
    /// The sun.
    pub sun: SunAt,
    /// Its light and the sky's.
    pub light: SkyLight,
    /// The meter that levels are told by.
    pub meter: MeterConstants,
}

/// What falls on an upright face, by where it comes from, in lux.
#[derive(Debug, Clone, Copy, PartialEq, Default)]
pub struct FaceLight {
    /// Straight from the sun.
    pub sun: f64,
    /// From the sky.
    pub sky: f64,
    /// Off the ground.
    pub ground: f64,
    /// From lamps.
    pub lamps: f64,
}

impl FaceLight {
    /// All of it, in lux.
    #[must_use]
    pub fn lux(self) -> f64 {
        self.sun + self.sky + self.ground + self.lamps
    }
}

/// The part of the ground's light a face under a roof sees: the near half of the ground before it lies in the roof's
/// own shade (the program's own estimate).
const GROUND_UNDER_ROOF: f64 = 0.5;
/// What a double window lets through (common practice).
const PANE: f64 = 0.8;
/// How high above the horizon the sky is that one sees through a window, in degrees: the middle of what it frames.
const SEEN_THROUGH: f64 = 20.0;

/// The share of the sun's disc over a skyline.
#[must_use]
pub fn over_skyline(sun: SunAt, horizon: &Horizon) -> f64 {
    visible_share(sun.apparent, horizon.altitude(sun.azimuth))
}

/// What sun and sky give level ground in the open, with this share of the sun's disc over the skyline, in lux.
#[must_use]
pub fn open_ground(sun: SunAt, light: &SkyLight, over: f64) -> f64 {
    light.direct_normal * sun.apparent.to_radians().sin().max(0.0) * over + light.sky_horizontal
}

impl Around<'_> {
    /// The share of the sun's disc over the skyline.
    #[must_use]
    pub fn sun_over_skyline(&self) -> f64 {
        over_skyline(self.sun, self.horizon)
    }

    /// What the sun and the sky give level ground in the open about the spot, in lux.
    #[must_use]
    pub fn open_ground(&self) -> f64 {
        open_ground(self.sun, &self.light, self.sun_over_skyline())
    }

    /// What level ground at the spot itself gets, in lux.
    fn own_ground(&self) -> f64 {
        let sky = self.light.sky_horizontal * self.spot.sky.share();
        match self.spot.surroundings {
            Surroundings::Open => sky + self.open_ground() - self.light.sky_horizontal,
            Surroundings::Shade => sky,
            Surroundings::Overhang { .. } => self.open_ground() * GROUND_UNDER_ROOF,
            Surroundings::Window { .. } | Surroundings::Room => 0.0,
        }
    }

    /// The share of the sun's disc that reaches the spot's subject when it faces this way.
    fn sun_reaching(&self, facing: f64) -> f64 {
        let over = self.sun_over_skyline();
        match self.spot.surroundings {
            Surroundings::Open => over,
            Surroundings::Overhang { edge } => {
                // The roof ends before the subject: past a right angle from where it looks out there is only building.
                let out = turn(self.spot.subject_faces.degrees(), self.sun.azimuth).abs() < 90.0;
                let under = 1.0 - visible_share(self.sun.apparent, edge.degrees());
                if out && turn(facing, self.sun.azimuth).abs() < 90.0 { over * under } else { 0.0 }
            }
            Surroundings::Shade | Surroundings::Window { .. } | Surroundings::Room => 0.0,
        }
    }

    /// The sky's own luminance in a direction, in cd/m².
    #[must_use]
    pub fn sky_luminance(&self, altitude: f64, bearing: f64) -> f64 {
        let turned = turn(self.sun.azimuth, bearing);
        self.light.sky_horizontal * sky_luminance_factor(self.light.skies, self.sun.apparent, altitude, turned)
    }
}

/// The band of sky up to an altitude, as a part of the half sky an upright face sees: `(α + sin α·cos α)/(π/2)`, the
/// integral of `2·cos²` over it, for an even sky.
fn below_roof(edge: f64) -> f64 {
    let a = edge.to_radians();
    (a + a.sin() * a.cos()) / (PI / 2.0)
}

/// What falls on an upright face turned to this bearing, in lux.
///
/// The sun by the angle it comes at, the sky by how much of it the face sees and how bright that part is, the ground
/// by its reflectance: half of what a face sees is ground. In a room the window is a rectangle of sky above and of
/// ground below the face's own height, and the same integral as for a light applies (Lambert's polygon).
#[must_use]
pub fn face_light(around: &Around<'_>, facing: f64) -> FaceLight {
    let spot = around.spot;
    let lamps = spot.lamps.map_or(0.0, |lamps| around.meter.illuminance(lamps.level).lux());
    let turned = turn(around.sun.azimuth, facing);
    let incidence = around.sun.apparent.to_radians().cos() * turned.to_radians().cos();
    let sun = around.light.direct_normal * incidence.max(0.0) * around.sun_reaching(facing);
    let whole_sky =
        || around.light.sky_horizontal * sky_on_upright_face(around.light.skies, around.sun.apparent, turned);
    let ground = spot.ground.share() * around.own_ground() * 0.5;
    match spot.surroundings {
        Surroundings::Open | Surroundings::Shade => {
            FaceLight { sun, sky: whole_sky() * spot.sky.share(), ground, lamps }
        }
        Surroundings::Overhang { edge } => {
            // Away from where the roof is open there is only the building's inside.
            let out = 0.5 + 0.5 * turn(spot.subject_faces.degrees(), facing).to_radians().cos();
            let sky = whole_sky() * spot.sky.share() * below_roof(edge.degrees()) * out;
            FaceLight { sun, sky, ground: ground * out, lamps }
        }
        Surroundings::Window { width, height, distance } => {
            let out = spot.subject_faces.degrees();
            let pane = Flat::new(DVec3::Y * distance.metres(), -DVec3::Y, width.metres(), height.metres()).corners();
            let normal = crate::geometry::direction(turn(out, facing), 0.0);
            let factor = to_polygon(DVec3::ZERO, normal, &pane);
            let sky = around.sky_luminance(SEEN_THROUGH, out) * spot.sky.share();
            let ground = spot.ground.share() * around.open_ground() / PI;
            FaceLight {
                sun: 0.0,
                sky: PANE * PI * sky * factor * 0.5,
                ground: PANE * PI * ground * factor * 0.5,
                lamps,
            }
        }
        Surroundings::Room => FaceLight { lamps, ..FaceLight::default() },
    }
}

impl Around<'_> {
    /// The colour of what falls on a face, in kelvin; none in the dark. What a face gets of the sky beyond an even sky's
    /// half comes from close about the sun and keeps half of its colour (the program's own estimate).
    #[must_use]
    pub fn colour(&self, on_face: FaceLight) -> Option<f64> {
        let light = &self.light;
        let sine = self.sun.apparent.to_radians().sin().max(0.0);
        let sun_on_ground = light.direct_normal * sine * self.sun_over_skyline();
        let total = (sun_on_ground + light.sky_horizontal).max(1e-12);
        let lit = |lux, kelvin| Mixture { lux, kelvin };
        let glow = (on_face.sky - 0.5 * light.sky_horizontal * self.spot.sky.share()).max(0.0) * (1.0 - light.skies[2]);
        let between = 2.0 / (1.0 / light.direct_kelvin + 1.0 / light.sky_kelvin);
        mixed(&[
            lit(on_face.sun + on_face.ground * sun_on_ground / total, light.direct_kelvin),
            lit(glow, between),
            lit(on_face.sky - glow + on_face.ground * light.sky_horizontal / total, light.sky_kelvin),
            lit(on_face.lamps, self.spot.lamps.map_or(3_000.0, |lamps| lamps.kelvin.kelvin())),
        ])
        .map(|mixture| mixture.kelvin)
    }
}

#[cfg(test)]
pub(crate) mod tests {
    use super::*;
    use crate::place::Lamps;
    use crate::quantity::{Altitude, Bearing, Ev100, Id, Kelvin, Metres, Minutes, Name, Share};
    use crate::sky::{Haze, sky_light};
    use rstest::rstest;

    pub(crate) fn spot(surroundings: Surroundings) -> Spot {
        Spot {
            id: Id::new("spot").unwrap(),
            name: Name::new("Spot").unwrap(),
            surroundings,
            sky: Share::new(1.0).unwrap(),
            ground: Share::new(0.2).unwrap(),
            by_water: false,
            subject_faces: Bearing::new(90.0).unwrap(),
            camera_looks: Bearing::new(270.0).unwrap(),
            horizon: None,
            lamps: None,
            walk: Minutes::new(0.0).unwrap(),
        }
    }

    fn with<T>(spot: &Spot, azimuth: f64, elevation: f64, cover: f64, see: impl Fn(&Around<'_>) -> T) -> T {
        let sun = SunAt { azimuth, elevation, apparent: elevation };
        let light = sky_light(Haze::Average, cover, sun);
        see(&Around { spot, horizon: &Horizon::default(), sun, light, meter: MeterConstants::default() })
    }

    fn ev(light: FaceLight) -> f64 {
        (light.lux() / 2.5).log2()
    }

    /// Towards, across and away from the sun are three readings; a backlit face is 2 to 4 stops under one turned to the
    /// sun (common practice).
    #[rstest]
    fn towards_across_and_away(#[values(10.0, 25.0, 40.0)] elevation: f64) {
        let [towards, across, away] = [90.0, 180.0, 270.0]
            .map(|facing| with(&spot(Surroundings::Open), 90.0, elevation, 0.0, |a| ev(face_light(a, facing))));
        assert!(towards > across && across > away);
        assert!((1.7..4.2).contains(&(towards - away)), "{}", towards - away);
    }

    /// The exposure guide (from memory): a face in sun about EV 14½ to 15½ by incident meter, open shade 12, ±1.
    #[test]
    fn the_guide_for_faces() {
        let sun = with(&spot(Surroundings::Open), 90.0, 35.0, 0.0, |a| ev(face_light(a, 90.0)));
        assert!((14.3..15.6).contains(&sun), "{sun}");
        let shade = with(&spot(Surroundings::Shade), 270.0, 45.0, 0.0, |a| ev(face_light(a, 90.0)));
        assert!((11.0..13.0).contains(&shade), "{shade}");
    }

    #[test]
    fn under_cloud_no_way_of_facing_matters() {
        let facing = |to| with(&spot(Surroundings::Open), 90.0, 40.0, 1.0, |a| ev(face_light(a, to)));
        assert!((facing(90.0) - facing(270.0)).abs() < 0.01);
    }

    #[test]
    fn a_roof_takes_sky_and_high_sun_but_not_low_sun() {
        let porch = spot(Surroundings::Overhang { edge: Altitude::new(40.0).unwrap() });
        let (open, under) = (spot(Surroundings::Open), &porch);
        let sky = |spot: &Spot| with(spot, 270.0, 30.0, 0.0, |a| face_light(a, 90.0).sky);
        assert!(sky(under) < 0.8 * sky(&open));
        let sun = |elevation| with(under, 90.0, elevation, 0.0, |a| face_light(a, 90.0).sun);
        assert_eq!(sun(50.0), 0.0);
        assert!(sun(20.0) > 10_000.0);
        // A roof whose edge stands straight overhead takes nothing.
        assert!((below_roof(90.0) - 1.0).abs() < 1e-12);
    }

    #[test]
    fn a_skyline_keeps_the_sun_off() {
        use crate::place::HorizonPoint;
        let ridge = Horizon(
            [0.0, 180.0]
                .map(|b| HorizonPoint { bearing: Bearing::nearest(b), altitude: Altitude::nearest(12.0) })
                .to_vec(),
        );
        let spot = spot(Surroundings::Open);
        let sun = SunAt { azimuth: 90.0, elevation: 10.0, apparent: 10.0 };
        let light = sky_light(Haze::Average, 0.0, sun);
        let around = Around { spot: &spot, horizon: &ridge, sun, light, meter: MeterConstants::default() };
        assert_eq!(face_light(&around, 90.0).sun, 0.0);
        assert!(face_light(&Around { horizon: &Horizon::default(), ..around }, 90.0).sun > 1_000.0);
    }

    /// Inverse square from far: twice as far from a small window, a quarter of its light.
    #[test]
    fn window_light_falls_off() {
        let at = |distance: f64| {
            let side = |m| Metres::new(m).unwrap();
            let room = spot(Surroundings::Window { width: side(0.5), height: side(0.5), distance: side(distance) });
            with(&room, 180.0, 30.0, 0.0, |a| face_light(a, 90.0).lux())
        };
        assert!((at(4.0) / at(8.0) - 4.0).abs() < 0.05);
        // Close by, less than that: 1/(1+(R/d)²) of METHODS' discs.
        assert!(at(0.5) / at(1.0) < 3.7);
    }

    #[test]
    fn lamps_stay_when_the_day_goes() {
        let mut room = spot(Surroundings::Room);
        assert_eq!(with(&room, 0.0, -20.0, 0.0, |a| face_light(a, 90.0).lux()), 0.0);
        room.lamps = Some(Lamps { level: Ev100::new(6.0).unwrap(), kelvin: Kelvin::new(2_700.0).unwrap() });
        let (level, kelvin) =
            with(&room, 0.0, -20.0, 0.0, |a| (ev(face_light(a, 90.0)), a.colour(face_light(a, 90.0)).unwrap()));
        assert!((level - 6.0).abs() < 1e-9);
        assert!((kelvin - 2_700.0).abs() < 25.0, "{kelvin}");
    }

    /// Colours (common practice): open shade 7 000–8 000 K and bluer under a very clear sky, cloud 6 000–6 500 K, midday
    /// sun 5 000–5 500 K, the last sun far warmer.
    #[rstest]
    #[case::midday_sun(Surroundings::Open, 90.0, 50.0, 0.0, 4_900.0, 5_800.0)]
    #[case::last_sun(Surroundings::Open, 90.0, 3.0, 0.0, 2_000.0, 4_000.0)]
    #[case::shade(Surroundings::Shade, 270.0, 45.0, 0.0, 6_800.0, 12_500.0)]
    #[case::cloud(Surroundings::Open, 90.0, 45.0, 1.0, 6_000.0, 6_500.0)]
    fn colours(
        #[case] surroundings: Surroundings,
        #[case] azimuth: f64,
        #[case] elevation: f64,
        #[case] cover: f64,
        #[case] low: f64,
        #[case] high: f64,
    ) {
        let kelvin = with(&spot(surroundings), azimuth, elevation, cover, |a| a.colour(face_light(a, 90.0)).unwrap());
        assert!((low..=high).contains(&kelvin), "{kelvin}");
    }
}
