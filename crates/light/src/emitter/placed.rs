use super::factor::{to_disc, to_polygon};
use super::{Face, Law};
use crate::geometry::{DVec3, Flat, right_and_up, ring};
use std::f64::consts::PI;

/// A face of light in its place: a modifier's front, or a bare head.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Emitter {
    /// The middle of the face.
    pub middle: DVec3,
    /// Where it looks: its axis.
    pub looks: DVec3,
    /// Its shape and size.
    pub face: Face,
    /// How it sends its light off the axis.
    pub law: Law,
}

/// Points that stand for the edge of a disc.
const ROUND: usize = 32;
/// Points that stand for a face whose law is not diffuse, along each side.
const GRID: i32 = 5;

impl Emitter {
    /// The area of the face in square metres; none for a point.
    #[must_use]
    pub fn area(&self) -> f64 {
        match self.face {
            Face::Point => 0.0,
            Face::Disc { diameter } => PI * (diameter.metres() / 2.0).powi(2),
            Face::Rectangle { width, height } => width.metres() * height.metres(),
        }
    }

    /// From its middle to its furthest corner or edge, in metres; nothing for a point.
    #[must_use]
    pub fn half_width(&self) -> f64 {
        match self.face {
            Face::Point => 0.0,
            Face::Disc { diameter } => diameter.metres() / 2.0,
            Face::Rectangle { width, height } => width.metres().hypot(height.metres()) / 2.0,
        }
    }

    /// Its face as a flat rectangle, a disc by the square about it.
    #[must_use]
    pub fn flat(&self) -> Flat {
        let (width, height) = self.face.size();
        Flat::new(self.middle, self.looks, width, height)
    }

    /// The outline of the face: corners, or points round a disc; its middle alone for a point.
    #[must_use]
    pub fn outline(&self) -> Vec<DVec3> {
        match self.face {
            Face::Point => vec![self.middle],
            Face::Disc { diameter } => {
                let (right, up) = right_and_up(self.looks);
                let on = |(sine, cosine): &(f64, f64)| (right * *cosine + up * *sine) * (diameter.metres() / 2.0);
                ring(ROUND).iter().map(|turn| self.middle + on(turn)).collect()
            }
            Face::Rectangle { .. } => self.flat().corners().to_vec(),
        }
    }

    /// Points spread evenly over the face.
    pub fn points(&self) -> impl Iterator<Item = DVec3> + use<> {
        let flat = self.flat();
        let (count, disc) = match self.face {
            Face::Point => (1, false),
            Face::Disc { .. } => (GRID + 1, true),
            Face::Rectangle { .. } => (GRID, false),
        };
        (0..count * count).filter_map(move |index| {
            let share = |k: i32| (f64::from(k) + 0.5) / f64::from(count) * 2.0 - 1.0;
            let (x, y) = (share(index % count), share(index / count));
            (!disc || x * x + y * y <= 1.0).then(|| flat.at(x, y))
        })
    }

    /// The illuminance at a point whose surface looks along `normal`, for an intensity of 1 along the axis from far:
    /// 1/d² on the axis of a point, less near a broad face, off its axis, and turned away. In 1/m².
    ///
    /// Diffuse faces exactly (closed form or contour integral), narrower ones as a sum over points of the face.
    #[must_use]
    pub fn gain(&self, at: DVec3, normal: DVec3) -> f64 {
        match (self.law, self.face) {
            (Law::Diffuse, Face::Disc { diameter }) => {
                let radius = diameter.metres() / 2.0;
                to_disc(at, normal, self.middle, self.looks, radius) / (radius * radius)
            }
            (Law::Diffuse, Face::Rectangle { width, height }) => {
                if (at - self.middle).dot(self.looks) <= 0.0 {
                    return 0.0;
                }
                to_polygon(at, normal, &self.flat().corners()) * PI / (width.metres() * height.metres())
            }
            _ => {
                let (mut sum, mut count) = (0.0, 0.0);
                for point in self.points() {
                    let to = at - point;
                    let r2 = to.length_squared().max(1e-6);
                    let way = to / r2.sqrt();
                    sum += self.law.relative(way.dot(self.looks)) * (-way.dot(normal)).max(0.0) / r2;
                    count += 1.0;
                }
                sum / count
            }
        }
    }

    /// The gain at a point turned to face the light: what a meter held towards it reads.
    #[must_use]
    pub fn gain_towards(&self, at: DVec3) -> f64 {
        self.gain(at, (self.middle - at).normalize_or_zero())
    }

    /// Directions its light takes, with where each starts and what share of the flux each carries: spread evenly by
    /// a fixed sequence, so that the same place always gives the same answer.
    pub fn rays(&self, count: u32) -> impl Iterator<Item = (DVec3, DVec3, f64)> + use<> {
        let (right, up) = right_and_up(self.looks);
        let Emitter { looks, law, face, .. } = *self;
        let (flat, edge) = (self.flat(), law.edge());
        let round = matches!(face, Face::Disc { .. });
        let pdf = 1.0 / (2.0 * PI * (1.0 - edge));
        (0..count).map(move |i| {
            let along = |step: f64| (0.5 + step * f64::from(i)).fract();
            // Low-discrepancy steps in two and two dimensions (the plastic number and its square).
            let (u, v) = ((f64::from(i) + 0.5) / f64::from(count), along(0.618_033_988_75));
            let (s, t) = (along(0.754_877_666_25), along(0.569_840_290_99));
            let (start_x, start_y) = if round {
                let (sine, cosine) = (2.0 * PI * s).sin_cos();
                (t.sqrt() * cosine, t.sqrt() * sine)
            } else {
                (2.0 * s - 1.0, 2.0 * t - 1.0)
            };
            // Diffuse light by the cosine itself; the rest evenly over its cone, weighed by its law.
            let (cosine, weight) = match law {
                Law::Diffuse => ((1.0 - u).sqrt(), 1.0),
                _ => {
                    let cosine = 1.0 - u * (1.0 - edge);
                    (cosine, law.relative(cosine) / pdf / law.flux())
                }
            };
            let sine = (1.0 - cosine * cosine).max(0.0).sqrt();
            let (turn_sine, turn_cosine) = (2.0 * PI * v).sin_cos();
            let way = looks * cosine + (right * turn_cosine + up * turn_sine) * sine;
            (flat.at(start_x, start_y), way, weight / f64::from(count))
        })
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::emitter::near_field;
    use crate::geometry::{angle, direction};
    use crate::quantity::Metres;
    use proptest::prelude::*;

    fn m(value: f64) -> Metres {
        Metres::new(value).unwrap()
    }

    fn faces() -> [Face; 3] {
        [Face::Point, Face::Disc { diameter: m(0.9) }, Face::Rectangle { width: m(0.3), height: m(1.2) }]
    }

    fn placed(face: Face, law: Law) -> Emitter {
        Emitter { middle: DVec3::new(0.0, 0.0, 1.5), looks: DVec3::Y, face, law }
    }

    proptest! {
        /// On the axis it is the inverse square and the near field, in closed form.
        #[test]
        fn on_the_axis_as_the_closed_form(d in 0.2f64..10.0) {
            for face in faces() {
                let gain = placed(face, Law::Diffuse).gain(DVec3::new(0.0, d, 1.5), DVec3::NEG_Y);
                let closed = near_field(face, m(d)).stops() - 2.0 * d.log2();
                prop_assert!((gain.log2() - closed).abs() < 1e-6, "{face:?} {}", gain.log2() - closed);
            }
        }

        /// From far, turned by any angle, it follows its law and the inverse square.
        #[test]
        fn from_far_by_its_law(off in 0.0f64..70.0, beam in 20.0f64..120.0) {
            for law in [Law::Diffuse, Law::Even, Law::Beam { angle: beam }, Law::Honeycomb { angle: beam }] {
                for face in faces() {
                    let emitter = placed(face, law);
                    let way = direction(off, 0.0);
                    let gain = emitter.gain(emitter.middle + way * 40.0, -way);
                    let expected = law.relative(off.to_radians().cos()) / 1600.0;
                    prop_assert!((gain - expected).abs() < 0.02 * expected + 6e-6, "{law:?} {face:?} {gain} {expected}");
                }
            }
        }

        /// Nearer on the axis is never darker (from half a metre on, where the sum over a narrow face is fine enough),
        /// and what lies behind the face gets nothing.
        #[test]
        fn monotone_on_the_axis(d in 0.5f64..8.0, further in 1.05f64..3.0, beam in 50.0f64..90.0) {
            for law in [Law::Diffuse, Law::Beam { angle: beam }] {
                for face in faces() {
                    let emitter = placed(face, law);
                    let at = |d: f64| emitter.gain(DVec3::new(0.0, d, 1.5), DVec3::NEG_Y);
                    prop_assert!(at(d) >= at(d * further));
                    prop_assert_eq!(emitter.gain(DVec3::new(0.0, -d, 1.5), DVec3::Y), 0.0);
                }
            }
        }

        /// Turned to the left or to the right, it gives the mirror image the same.
        #[test]
        fn symmetric(x in 0.1f64..2.0, d in 0.3f64..3.0, turn in -60.0f64..60.0) {
            for face in faces() {
                let at = |side: f64| {
                    let looks = direction(side * turn, 0.0);
                    let emitter = Emitter { looks, ..placed(face, Law::Diffuse) };
                    emitter.gain(DVec3::new(side * x, d, 1.2), DVec3::NEG_Y)
                };
                prop_assert!((at(1.0) - at(-1.0)).abs() < 1e-9);
            }
        }

        /// Rays carry all the flux, within the beam.
        #[test]
        fn rays_carry_the_flux(beam in 20.0f64..100.0) {
            for law in [Law::Diffuse, Law::Even, Law::Beam { angle: beam }, Law::Honeycomb { angle: beam }] {
                for face in faces() {
                    let emitter = placed(face, law);
                    let carried: f64 = emitter.rays(256).map(|(_, _, share)| share).sum();
                    prop_assert!((carried - 1.0).abs() < 0.03, "{law:?} {carried}");
                    prop_assert!(emitter.rays(64).all(|(_, way, _)| angle(way, DVec3::Y) <= 90.0 + 1e-6));
                }
            }
        }
    }

    /// Energy: all that arrives on a closed box about the light is what it sends out.
    #[test]
    fn a_box_about_it_gets_all_it_sends() {
        for law in [Law::Diffuse, Law::Beam { angle: 60.0 }, Law::Honeycomb { angle: 50.0 }] {
            for face in faces() {
                let emitter = Emitter { middle: DVec3::ZERO, looks: DVec3::Y, face, law };
                let n = 60;
                let mut sum = 0.0;
                for (looks, across, up) in [
                    (DVec3::Y, DVec3::X, DVec3::Z),
                    (DVec3::X, DVec3::Y, DVec3::Z),
                    (DVec3::NEG_X, DVec3::Y, DVec3::Z),
                    (DVec3::Z, DVec3::X, DVec3::Y),
                    (DVec3::NEG_Z, DVec3::X, DVec3::Y),
                ] {
                    for i in 0..n {
                        for j in 0..n {
                            let share = |k: i32| ((f64::from(k) + 0.5) / f64::from(n) * 2.0 - 1.0) * 2.0;
                            let at = looks * 2.0 + across * share(i) + up * share(j);
                            sum += emitter.gain(at, -looks) * (4.0 / f64::from(n)).powi(2);
                        }
                    }
                }
                assert!((sum / law.flux() - 1.0).abs() < 0.02, "{law:?} {face:?} {}", sum / law.flux());
            }
        }
    }
}
