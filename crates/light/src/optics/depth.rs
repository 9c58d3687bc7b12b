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
mod tests;
