use crate::quantity::{FNumber, Metres, Millimetres, Stops};

/// A lens focused on something: what depth, magnification and light loss follow from.
///
/// All distances are measured from the lens as a thin one. (Ray, *Applied Photographic Optics*; Kingslake)
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Lensing {
    /// Focal length.
    pub focal: Millimetres,
    /// Largest blur circle still taken as a point.
    pub circle: Millimetres,
    /// Distance focused on.
    pub focus: Metres,
    /// Pupil ratio, exit to entrance; 1 for a symmetric lens.
    pub pupil_ratio: f64,
}

/// What is sharp.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct DepthOfField {
    /// Nearest sharp distance.
    pub near: Metres,
    /// Furthest sharp distance; `None` when it reaches infinity.
    pub far: Option<Metres>,
}

/// Magnification from which the close-up formula is used.
const CLOSE_UP: f64 = 0.1;

impl Lensing {
    fn focal_m(&self) -> f64 {
        self.focal.millimetres() / 1000.0
    }

    /// Image size over object size, `f/(s−f)`.
    #[must_use]
    pub fn magnification(&self) -> f64 {
        self.focal_m() / (self.focus.metres() - self.focal_m()).max(1e-6)
    }

    /// Light lost close up: `2·log2(1 + m/P)`.
    #[must_use]
    pub fn close_up_loss(&self) -> Stops {
        Stops::nearest(2.0 * (1.0 + self.magnification() / self.pupil_ratio).log2())
    }

    /// Near and far limits: `H = f²/(N·c) + f`, near `s(H−f)/(H+s−2f)`, far `s(H−f)/(H−s)`.
    #[must_use]
    pub fn depth_of_field(&self, aperture: FNumber) -> DepthOfField {
        let (f, s) = (self.focal_m(), self.focus.metres());
        let h = f * f / (aperture.number() * self.circle.millimetres() / 1000.0) + f;
        let far = (h > s).then(|| Metres::nearest(s * (h - f) / (h - s)));
        DepthOfField { near: Metres::nearest(s * (h - f) / (h + s - 2.0 * f)), far }
    }

    /// Sharp depth in all, `None` when it reaches infinity; close up `2·N·c·(1+m)/m²`.
    #[must_use]
    pub fn total_depth(&self, aperture: FNumber) -> Option<Metres> {
        let m = self.magnification();
        if m >= CLOSE_UP {
            let mm = 2.0 * aperture.number() * self.circle.millimetres() * (1.0 + m) / (m * m);
            return Some(Metres::nearest(mm / 1000.0));
        }
        let sharp = self.depth_of_field(aperture);
        sharp.far.map(|far| Metres::nearest(far.metres() - sharp.near.metres()))
    }

    /// The opening at which a subject of this depth, centred on the focused distance, is sharp front to back.
    #[must_use]
    pub fn aperture_for_depth(&self, depth: Metres) -> FNumber {
        let m = self.magnification();
        if m >= CLOSE_UP {
            let n = depth.metres() * 1000.0 * m * m / (2.0 * self.circle.millimetres() * (1.0 + m));
            return FNumber::nearest(n);
        }
        let half = depth.metres() / 2.0;
        let front = (self.focus.metres() - half).max(self.focus.metres() * 0.02);
        aperture_to_hold(self.focal, self.circle, Metres::nearest(front), Metres::nearest(self.focus.metres() + half))
    }
}

/// The opening that holds near `a` and far `b` sharp, focused at `2ab/(a+b)`: `N = f²(b−a)/(c·(2ab − f(a+b)))`, exact
/// for a thin lens; for a, b much longer than f it becomes the usual `f²(b−a)/(2·c·a·b)`.
#[must_use]
pub fn aperture_to_hold(focal: Millimetres, circle: Millimetres, near: Metres, far: Metres) -> FNumber {
    let (f, c) = (focal.millimetres() / 1000.0, circle.millimetres() / 1000.0);
    let (a, b) = (near.metres(), far.metres());
    FNumber::nearest(f * f * (b - a) / (c * (2.0 * a * b - f * (a + b)).max(1e-9)))
}

/// The blur circle from the sensor's size: its diagonal over 1500.
#[must_use]
pub fn circle_from_sensor(width: Millimetres, height: Millimetres) -> Millimetres {
    Millimetres::nearest(width.millimetres().hypot(height.millimetres()) / 1500.0)
}

/// The blur circle from the pixels, for bodies meant to be looked at closely: three pixels across, and never more than
/// the sensor's size asks for (common practice).
#[must_use]
pub fn circle_from_pixels(width: Millimetres, height: Millimetres, megapixels: f64) -> Millimetres {
    let area = width.millimetres() * height.millimetres();
    let pitch = (area / (megapixels * 1e6)).sqrt();
    Millimetres::nearest((3.0 * pitch).min(circle_from_sensor(width, height).millimetres()))
}

/// The diffraction disc at 550 nm: `2.44·λ·N`, with the working f-number close up.
#[must_use]
pub fn airy_disc(working: FNumber) -> Millimetres {
    Millimetres::nearest(2.44 * 550e-6 * working.number())
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
        }
    }

    fn f(number: f64) -> FNumber {
        FNumber::new(number).unwrap()
    }

    /// Worked case 9 of the method notes (thin lens), and a 50 mm lens at its hyperfocal distance: near limit at half
    /// of it (Ray, *Applied Photographic Optics*).
    #[rstest]
    #[case::two_hundred(200.0, 0.03, 4.0, 2.8, 3.968, Some(4.032))]
    #[case::hyperfocal(50.0, 0.03, 10.4667, 8.0, 5.233, None)]
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

    /// Worked case 9, second part: two faces 25 cm apart at 4 m with 200 mm ask for f/11 or so.
    #[test]
    fn two_faces_ask_for_f_11() {
        let n = lens(200.0, 0.03, 4.0).aperture_for_depth(Metres::new(0.25).unwrap()).number();
        assert!((n - 11.0).abs() < 0.1, "{n}");
    }

    /// Life size: two stops are lost and the working f-number doubles (Kingslake).
    #[test]
    fn life_size_costs_two_stops() {
        let close = lens(100.0, 0.03, 0.2);
        assert!((close.magnification() - 1.0).abs() < 1e-9);
        assert!((close.close_up_loss().stops() - 2.0).abs() < 1e-9);
        let depth = close.total_depth(f(8.0)).unwrap().metres();
        assert!((depth - 0.00096).abs() < 1e-6, "{depth}");
    }

    #[test]
    fn circles() {
        let (w, h) = (Millimetres::new(36.0).unwrap(), Millimetres::new(24.0).unwrap());
        assert!((circle_from_sensor(w, h).millimetres() - 0.0288).abs() < 0.0001);
        assert!((circle_from_pixels(w, h, 61.0).millimetres() - 0.0113).abs() < 0.0001);
        assert!((airy_disc(f(16.0)).millimetres() - 0.0215).abs() < 0.0001);
    }

    proptest! {
        /// The aperture asked for a depth gives at least that depth, nearly exactly, far from close-up.
        #[test]
        fn the_aperture_for_a_depth_holds_it(focal in 24.0f64..200.0, s in 3.0f64..20.0, depth in 0.05f64..1.0) {
            let lens = lens(focal, 0.03, s);
            let n = lens.aperture_for_depth(Metres::new(depth).unwrap());
            prop_assume!(n.number() > 0.6 && n.number() < 64.0);
            if let Some(given) = lens.total_depth(n) {
                prop_assert!(given.metres() > depth * 0.95, "{given:?} for {depth}");
            }
        }

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
