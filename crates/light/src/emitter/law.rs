use std::f64::consts::PI;

/// How a face sends its light off its axis: the intensity of each part of it, relative to the one along the axis.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum Law {
    /// As a sheet of cloth does: by the cosine (Lambert).
    Diffuse,
    /// Alike to all sides before it: a dome.
    Even,
    /// A beam that has half its intensity at half its angle, by a power of the cosine. The angle in degrees.
    Beam {
        /// From half intensity to half intensity.
        angle: f64,
    },
    /// A honeycomb: the cells' own shadow grows with the tangent and cuts off; half of it at half the beam's angle.
    Honeycomb {
        /// The beam's angle in degrees.
        angle: f64,
    },
}

impl Law {
    /// Intensity at this cosine off the axis, relative to the axis; nothing behind the face.
    #[must_use]
    pub fn relative(self, cosine: f64) -> f64 {
        if cosine <= 0.0 {
            return 0.0;
        }
        match self {
            Law::Diffuse => cosine,
            Law::Even => 1.0,
            Law::Beam { angle } => cosine.powf(power(angle)),
            Law::Honeycomb { angle } => {
                let tangent = (1.0 - cosine * cosine).max(0.0).sqrt() / cosine;
                cosine * (1.0 - tangent / cut_off(angle)).max(0.0)
            }
        }
    }

    /// All the light it sends out, as a solid angle: the flux for an intensity of 1 along the axis.
    #[must_use]
    pub fn flux(self) -> f64 {
        match self {
            Law::Diffuse => PI,
            Law::Even => 2.0 * PI,
            Law::Beam { angle } => 2.0 * PI / (power(angle) + 1.0),
            Law::Honeycomb { .. } => {
                // The midpoint rule in the cosine; nothing leaves beyond the cut-off.
                let steps = 64;
                let (edge, width) = (self.edge(), (1.0 - self.edge()) / f64::from(steps));
                (0..steps).map(|i| self.relative(edge + (f64::from(i) + 0.5) * width) * width).sum::<f64>() * 2.0 * PI
            }
        }
    }

    /// The angle from half to half of its intensity, in degrees.
    #[must_use]
    pub fn beam(self) -> f64 {
        match self {
            Law::Diffuse => 120.0,
            Law::Even => 180.0,
            Law::Beam { angle } | Law::Honeycomb { angle } => angle,
        }
    }

    /// The cosine off the axis at which the intensity is this part of the axis's; next to nothing where it never falls so
    /// low before the face's own edge.
    #[must_use]
    pub fn cosine_of(self, part: f64) -> f64 {
        // Intensity never rises away from the axis.
        let (mut low, mut high) = (1e-6, 1.0);
        for _ in 0..48 {
            let middle = (low + high) / 2.0;
            if self.relative(middle) > part { high = middle } else { low = middle }
        }
        high
    }

    /// The cosine beyond which less than a hundredth of the axis's light goes: where rays need not be sent.
    pub fn edge(self) -> f64 {
        match self {
            Law::Diffuse | Law::Even => 0.0,
            Law::Beam { angle } => 0.01f64.powf(1.0 / power(angle)),
            Law::Honeycomb { angle } => 1.0 / (1.0 + cut_off(angle).powi(2)).sqrt(),
        }
    }
}

/// The power of the cosine that is a half at half the angle.
fn power(angle: f64) -> f64 {
    let half = (angle / 2.0).clamp(1.0, 89.0).to_radians();
    0.5f64.ln() / half.cos().ln()
}

/// The tangent of the angle at which a honeycomb lets nothing through.
fn cut_off(angle: f64) -> f64 {
    2.0 * (angle / 2.0).clamp(1.0, 85.0).to_radians().tan()
}

#[cfg(test)]
mod tests {
    use super::*;
    use proptest::prelude::*;
    use rstest::rstest;

    #[rstest]
    #[case::diffuse(Law::Diffuse)]
    #[case::wide_beam(Law::Beam { angle: 80.0 })]
    #[case::narrow_beam(Law::Beam { angle: 20.0 })]
    fn half_its_light_at_half_its_beam(#[case] law: Law) {
        let half = (law.beam() / 2.0).to_radians().cos();
        assert!((law.relative(half) - 0.5).abs() < 1e-9);
        assert_eq!(law.relative(1.0), 1.0);
        assert_eq!(law.relative(-0.1), 0.0);
    }

    #[rstest]
    #[case::diffuse(Law::Diffuse)]
    #[case::beam(Law::Beam { angle: 55.0 })]
    #[case::honeycomb(Law::Honeycomb { angle: 40.0 })]
    fn where_it_falls_to_a_part(#[case] law: Law) {
        for part in [0.01, 0.2, 0.5] {
            assert!((law.relative(law.cosine_of(part)) - part).abs() < 1e-6);
        }
        assert!(Law::Even.cosine_of(0.01) < 1e-5);
    }

    #[test]
    fn a_honeycomb_cuts_off() {
        let law = Law::Honeycomb { angle: 20.0 };
        assert!(law.relative(25f64.to_radians().cos()) == 0.0);
        assert!((law.relative(10f64.to_radians().cos()) - 0.5 * 10f64.to_radians().cos()).abs() < 1e-9);
    }

    proptest! {
        /// The flux in closed form is the integral of the intensity over the half space.
        #[test]
        fn flux_is_the_integral(angle in 10.0f64..120.0) {
            for law in [Law::Diffuse, Law::Even, Law::Beam { angle }, Law::Honeycomb { angle }] {
                let n = 20_000;
                let sum: f64 = (0..n)
                    .map(|i| law.relative((f64::from(i) + 0.5) / f64::from(n)) / f64::from(n))
                    .sum();
                prop_assert!((law.flux() - 2.0 * PI * sum).abs() < 0.01 * law.flux(), "{law:?}");
                prop_assert!(law.relative(0.5) <= law.relative(0.9));
            }
        }
    }
}
