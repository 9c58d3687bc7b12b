use super::Rig;
use crate::quantity::{FNumber, Metres, Millimetres, Stops};

/// A lens focused on something: what depth, magnification and light loss follow from.
///
/// All distances are measured from the lens as a thin one. (Ray, *Applied Photographic Optics*; Kingslake)
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Lensing {
    /// Focal length.
    pub focal: Millimetres,
    /// Largest blur still taken as a point, of defocus and diffraction together.
    pub circle: Millimetres,
    /// Distance focused on.
    pub focus: Metres,
    /// Pupil ratio, exit to entrance; 1 for a symmetric lens.
    pub pupil_ratio: f64,
    /// The focal length here over that of the lens alone, by which f-numbers are marked: less than 1 behind a close-up lens.
    pub shortened: f64,
}

/// What is sharp.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct DepthOfField {
    /// Nearest sharp distance.
    pub near: Metres,
    /// Furthest sharp distance; `None` when it reaches infinity.
    pub far: Option<Metres>,
}

/// The openings that hold a depth.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Holding {
    /// The widest that does; where none does, the one that comes nearest.
    pub widest: FNumber,
    /// The smallest that does before diffraction takes over; the same where none does.
    pub smallest: FNumber,
    /// Whether any does.
    pub holds: bool,
}

/// Magnification from which the close-up formula is used.
const CLOSE_UP: f64 = 0.1;
/// The wavelength diffraction is reckoned with, in millimetres.
const LAMBDA: f64 = 550e-6;
/// The disc that takes as much of fine contrast as diffraction does, in wavelengths times the working f-number: the one of
/// equal MTF50.
const EQUAL_MTF50: f64 = 1.75;

/// Where to focus to hold near `a` and far `b` alike: `2ab/(a+b)` parts the depth evenly in blur, not in metres (Ray).
#[must_use]
pub fn focus_to_hold(near: Metres, far: Metres) -> Metres {
    let (a, b) = (near.metres(), far.metres());
    Metres::of(2.0 * a * b / (a + b))
}

impl Lensing {
    /// A lens focused so that a subject of this depth about this distance is as sharp in front as behind.
    #[must_use]
    pub fn holding(
        focal: Millimetres,
        circle: Millimetres,
        pupil_ratio: f64,
        middle: Metres,
        depth: Metres,
    ) -> Lensing {
        let (near, far) = ends(middle, depth);
        Lensing { focal, circle, focus: focus_to_hold(near, far), pupil_ratio, shortened: 1.0 }
    }

    /// The same with something put on the lens.
    #[must_use]
    pub fn with(self, rig: Rig) -> Lensing {
        let focal = rig.focal(self.focal);
        Lensing { focal, shortened: focal.millimetres() / self.focal.millimetres(), ..self }
    }

    fn focal_m(&self) -> f64 {
        self.focal.millimetres() / 1000.0
    }

    /// Image size over object size, `f/(s−f)`.
    #[must_use]
    pub fn magnification(&self) -> f64 {
        self.focal_m() / (self.focus.metres() - self.focal_m()).max(1e-6)
    }

    /// How much larger the working f-number is than the marked one: `1 + m/P`; behind a close-up lens by so much less as it
    /// shortens the focal length, so that with the lens at infinity nothing is lost.
    #[must_use]
    pub fn working(&self) -> f64 {
        self.shortened * (1.0 + self.magnification() / self.pupil_ratio)
    }

    /// Light lost close up: `2·log2(1 + m/P)`.
    #[must_use]
    pub fn close_up_loss(&self) -> Stops {
        Stops::of(2.0 * self.working().log2())
    }

    /// The blur of diffraction at a marked f-number, as a disc in millimetres: `1.75·λ·N_w`, N_w the working number.
    #[must_use]
    pub fn diffraction(&self, aperture: FNumber) -> f64 {
        EQUAL_MTF50 * LAMBDA * aperture.number() * self.working()
    }

    /// What is left of the circle for defocus, in millimetres: `√(c² − d²)`, blurs adding by the root of squares (after
    /// Hansma, *View Camera Focusing in Practice*, 1996); 0 where diffraction takes all.
    fn left_for_defocus(&self, aperture: FNumber) -> f64 {
        (self.circle.millimetres().powi(2) - self.diffraction(aperture).powi(2)).max(0.0).sqrt()
    }

    /// Whether anything at all is as sharp as asked at this opening.
    #[must_use]
    pub fn is_crisp(&self, aperture: FNumber) -> bool {
        self.left_for_defocus(aperture) > 0.0
    }

    /// Near and far limits: `H = f²/(N·c) + f`, near `s(H−f)/(H+s−2f)`, far `s(H−f)/(H−s)`, c what diffraction leaves of
    /// the circle. Where it leaves nothing both are the distance focused on.
    #[must_use]
    pub fn depth_of_field(&self, aperture: FNumber) -> DepthOfField {
        let (f, s) = (self.focal_m(), self.focus.metres());
        let circle = self.left_for_defocus(aperture) / 1000.0;
        if circle <= 0.0 {
            return DepthOfField { near: self.focus, far: Some(self.focus) };
        }
        let h = f * f / (aperture.number() * circle) + f;
        let far = (h > s).then(|| Metres::of(s * (h - f) / (h - s)));
        DepthOfField { near: Metres::of(s * (h - f) / (h + s - 2.0 * f)), far }
    }

    /// The blur of a point infinitely far off, by defocus alone: `f²/(N·(s − f))`, and `|z − s|/z` of it at a distance `z` (thin lens;
    /// Ray, *Applied Photographic Optics*).
    #[must_use]
    pub fn blur_of_infinity(&self, aperture: FNumber) -> Millimetres {
        let (f, s) = (self.focal_m(), self.focus.metres());
        Millimetres::of(f * f / (aperture.number() * (s - f).max(1e-3)) * 1000.0)
    }

    /// Sharp depth in all, in metres, `None` when it reaches infinity; close up `2·N·c·(1+m/P)/m²`.
    #[must_use]
    pub fn total_depth(&self, aperture: FNumber) -> Option<f64> {
        let m = self.magnification();
        if m >= CLOSE_UP {
            let c = self.left_for_defocus(aperture);
            return Some(2.0 * aperture.number() * c * self.working() / (m * m) / 1000.0);
        }
        let sharp = self.depth_of_field(aperture);
        sharp.far.map(|far| far.metres() - sharp.near.metres())
    }

    /// The blur of defocus at the ends of a depth about this distance, times the f-number, in millimetres.
    fn defocus(&self, middle: Metres, depth: Metres) -> f64 {
        let m = self.magnification();
        if m >= CLOSE_UP {
            return depth.metres() * 1000.0 * m * m / (2.0 * self.working());
        }
        let (near, far) = ends(middle, depth);
        number_to_hold(self.focal_m(), 1e-3, near.metres(), far.metres())
    }

    /// The openings at which a subject of this depth about this distance is sharp front to back. Defocus `k/N` and
    /// diffraction `δ·N` together fill the circle where `k²/N² + δ²N² = c²`: at two openings, or at none.
    #[must_use]
    pub fn apertures_for_depth(&self, middle: Metres, depth: Metres) -> Holding {
        let (k, c) = (self.defocus(middle, depth), self.circle.millimetres());
        let delta = EQUAL_MTF50 * LAMBDA * self.working();
        let root = c.powi(4) - 4.0 * delta * delta * k * k;
        let opening = |square: f64| FNumber::of(square.max(0.0).sqrt());
        if root < 0.0 {
            let nearest = opening(k / delta);
            return Holding { widest: nearest, smallest: nearest, holds: false };
        }
        let at = |sign: f64| (c * c + sign * root.sqrt()) / (2.0 * delta * delta);
        // The lesser root by the product of both, which loses no figures where it is small.
        let (high, product) = (at(1.0), k * k / (delta * delta));
        Holding { widest: opening(product / high), smallest: opening(high), holds: true }
    }

    /// How many times the circle the blur is at the ends of a depth, defocus and diffraction together.
    #[must_use]
    pub fn blur(&self, aperture: FNumber, middle: Metres, depth: Metres) -> f64 {
        let defocus = self.defocus(middle, depth) / aperture.number();
        defocus.hypot(self.diffraction(aperture)) / self.circle.millimetres()
    }
}

/// The ends of a depth about a distance; the near one stays before the lens.
fn ends(middle: Metres, depth: Metres) -> (Metres, Metres) {
    let (s, half) = (middle.metres(), depth.metres() / 2.0);
    (Metres::of((s - half).max(s * 0.02)), Metres::of(s + half))
}

/// The f-number that holds near `a` and far `b` sharp, focused at `2ab/(a+b)`, diffraction left out:
/// `N = f²(b−a)/(c·(2ab − f(a+b)))`, exact for a thin lens; for a, b much longer than f it becomes the usual
/// `f²(b−a)/(2·c·a·b)`. All in metres.
fn number_to_hold(f: f64, c: f64, a: f64, b: f64) -> f64 {
    f * f * (b - a) / (c * (2.0 * a * b - f * (a + b)).max(1e-9))
}

/// The diffraction disc at 550 nm: `2.44·λ·N`, with the working f-number close up.
#[must_use]
pub fn airy_disc(working: FNumber) -> Millimetres {
    Millimetres::of(2.44 * 550e-6 * working.number())
}

#[cfg(test)]
mod tests {
    use super::*;
    use proptest::prelude::*;
    use rstest::rstest;

    fn lens(focal: f64, circle: f64, focus: f64) -> Lensing {
        Lensing {
            focal: Millimetres::new(focal).unwrap(),
            circle: Millimetres::new(circle).unwrap(),
            focus: Metres::new(focus).unwrap(),
            pupil_ratio: 1.0,
            shortened: 1.0,
        }
    }

    fn f(number: f64) -> FNumber {
        FNumber::new(number).unwrap()
    }

    /// At the limits of what is sharp the blur is what diffraction leaves of the circle; by hand, an 85 mm lens at f/2 on 2.5 m blurs
    /// what is far off over 85²/(2·2415) = 1.496 mm.
    #[test]
    fn blur_by_distance() {
        let far = lens(85.0, 0.03, 2.5).blur_of_infinity(f(2.0)).millimetres();
        assert!((far - 1.496).abs() < 0.001, "{far}");
        let lens = lens(50.0, 0.03, 4.0);
        let sharp = lens.depth_of_field(f(4.0));
        let infinity = lens.blur_of_infinity(f(4.0)).millimetres();
        for limit in [sharp.near.metres(), sharp.far.unwrap().metres()] {
            let blur = infinity * (limit - 4.0).abs() / limit;
            assert!((blur - lens.left_for_defocus(f(4.0))).abs() < 1e-4, "{blur}");
        }
    }

    /// Worked case 9 of the method notes (thin lens), and a 50 mm lens at its hyperfocal distance: near limit at half
    /// of it (Ray, *Applied Photographic Optics*). That distance by hand, with what diffraction leaves at f/8 of 30 µm,
    /// √(30² − 7.7²) = 29.0: f²/(N·c) + f = 10.831 m, for 10.467 by geometry alone.
    #[rstest]
    #[case::two_hundred(200.0, 0.03, 4.0, 2.8, 3.968, Some(4.032))]
    #[case::hyperfocal(50.0, 0.03, 10.8312, 8.0, 5.4156, None)]
    fn limits(
        #[case] focal: f64,
        #[case] c: f64,
        #[case] s: f64,
        #[case] n: f64,
        #[case] near: f64,
        #[case] far: Option<f64>,
    ) {
        let sharp = lens(focal, c, s).depth_of_field(f(n));
        assert!((sharp.near.metres() - near).abs() < 0.002, "{sharp:?}");
        match far {
            Some(far) => assert!((sharp.far.unwrap().metres() - far).abs() < 0.002),
            None => assert!(sharp.far.is_none_or(|far| far.metres() > 5_000.0)),
        }
    }

    /// Worked case 9, second part: two faces 25 cm apart at 4 m with 200 mm ask for f/11 by geometry, and for f/12.0 with
    /// diffraction, 12 µm of the 30 there (the lesser root by hand).
    #[test]
    fn two_faces_ask_for_f_11() {
        let at = Metres::new(4.0).unwrap();
        let found = lens(200.0, 0.03, 4.0).apertures_for_depth(at, Metres::new(0.25).unwrap());
        assert!((number_to_hold(0.2, 0.03e-3, 3.875, 4.125) - 11.0).abs() < 0.1);
        assert!(found.holds && (found.widest.number() - 12.008).abs() < 0.01, "{found:?}");
    }

    /// Life size: two stops are lost and the working f-number doubles (Kingslake).
    #[test]
    fn life_size_costs_two_stops() {
        let close = lens(100.0, 0.03, 0.2);
        assert!((close.magnification() - 1.0).abs() < 1e-9);
        assert!((close.close_up_loss().stops() - 2.0).abs() < 1e-9);
        // Geometry alone gives 0.96 mm at f/8; diffraction leaves √(30² − 15.4²) of 30 µm.
        let depth = close.total_depth(f(8.0)).unwrap();
        assert!((depth - 0.00096 * (1.0f64 - (15.4f64 / 30.0).powi(2)).sqrt()).abs() < 2e-6, "{depth}");
    }

    /// With the lens at infinity behind two dioptres nothing is lost, and it is as large as `f·D`; tubes lose what their
    /// length says: 25 mm on 50 mm are half life size and 1.17 stops.
    #[test]
    fn close_up_lenses_lose_nothing_and_tubes_do() {
        let add_on = lens(100.0, 0.03, 0.5).with(Rig::AddOn { dioptres: 2.0 });
        assert!((add_on.magnification() - 0.2).abs() < 1e-9 && add_on.close_up_loss().stops().abs() < 1e-9);
        let tubes = lens(50.0, 0.03, 0.15).with(Rig::Tubes { length: Millimetres::new(25.0).unwrap() });
        assert!((tubes.magnification() - 0.5).abs() < 1e-9);
        assert!((tubes.close_up_loss().stops() - 1.17).abs() < 0.001);
    }

    /// At life size with 28.8 µm: f/11 is still sharp by equal MTF50 (working f/22, 21 µm), f/32 nowhere (working f/64,
    /// 62 µm), and what is said to be sharp through shrinks to nothing in between.
    #[test]
    fn diffraction_alone_can_be_too_much() {
        let close = lens(100.0, 0.0288, 0.2);
        assert!(close.is_crisp(f(11.0)) && !close.is_crisp(f(32.0)));
        assert_eq!(close.total_depth(f(32.0)), Some(0.0));
        let depths = [8.0, 11.0, 13.0, 14.9].map(|n| close.total_depth(f(n)).unwrap());
        assert!(depths[2] < depths[1] && depths[3] < 0.3 * depths[1], "{depths:?}");
        let found = close.apertures_for_depth(Metres::new(0.2).unwrap(), Metres::new(0.005).unwrap());
        assert!(!found.holds && found.widest == found.smallest, "{found:?}");
    }

    /// A group from 2.5 to 3.7 m: focused at 2.98 m both ends blur alike; from the middle, 3.1 m, they do not.
    #[test]
    fn blur_is_parted_evenly() {
        let (near, far) = (Metres::new(2.5).unwrap(), Metres::new(3.7).unwrap());
        assert!((focus_to_hold(near, far).metres() - 2.984).abs() < 0.001);
        let held = Lensing::holding(
            Millimetres::new(85.0).unwrap(),
            Millimetres::new(0.04).unwrap(),
            1.0,
            Metres::new(3.1).unwrap(),
            Metres::new(1.2).unwrap(),
        );
        let n = held.apertures_for_depth(Metres::new(3.1).unwrap(), Metres::new(1.2).unwrap()).widest;
        let sharp = held.depth_of_field(n);
        assert!((sharp.near.metres() - 2.5).abs() < 0.003, "{sharp:?}");
        assert!((sharp.far.unwrap().metres() - 3.7).abs() < 0.003, "{sharp:?}");
    }

    #[test]
    fn airy() {
        assert!((airy_disc(f(16.0)).millimetres() - 0.0215).abs() < 0.0001);
    }

    proptest! {
        /// The widest opening for a depth holds it, and so does all up to the smallest; beyond either it is lost.
        #[test]
        fn the_apertures_for_a_depth_hold_it(focal in 24.0f64..200.0, s in 3.0f64..20.0, depth in 0.05f64..1.0, part in 0.0f64..1.0) {
            let (middle, depth) = (Metres::new(s).unwrap(), Metres::new(depth).unwrap());
            let lens = Lensing::holding(Millimetres::new(focal).unwrap(), Millimetres::new(0.03).unwrap(), 1.0, middle, depth);
            let found = lens.apertures_for_depth(middle, depth);
            prop_assume!(found.holds && found.widest.number() > 0.6 && found.smallest.number() < 64.0);
            let (widest, smallest) = (found.widest.number(), found.smallest.number());
            let within = widest * (smallest / widest).powf(part);
            prop_assert!(lens.blur(f(within), middle, depth) < 1.0 + 1e-6);
            prop_assert!(lens.blur(f(widest * 0.95), middle, depth) > 1.0);
            prop_assert!(lens.blur(f(smallest * 1.05), middle, depth) > 1.0);
            let sharp = lens.depth_of_field(f(within));
            let (near, far) = (s - depth.metres() / 2.0, s + depth.metres() / 2.0);
            prop_assert!(sharp.near.metres() <= near + 1e-6);
            prop_assert!(sharp.far.is_none_or(|sharp| sharp.metres() >= far - 1e-6));
        }

        /// Until diffraction takes over, smaller openings are sharper.
        #[test]
        fn smaller_openings_are_sharper(focal in 24.0f64..200.0, s in 1.0f64..20.0, n in 1.4f64..11.0) {
            let lens = lens(focal, 0.03, s);
            let (wide, small) = (lens.total_depth(f(n)), lens.total_depth(f(n * 1.4)));
            let sharper = match (wide, small) {
                (Some(wide), Some(small)) => small > wide,
                (None, small) => small.is_none(),
                (Some(_), None) => true,
            };
            prop_assert!(sharper);
        }
    }
}
