use super::check_learnt;
use crate::check::{Check, Problem};
use crate::marks::{ApertureMark, Mark};
use crate::quantity::limits::{CLOSEST_FOCUS, FOCAL_LENGTH, MAGNIFICATION, PUPIL_RATIO, STABILISER};
use crate::quantity::{Id, Learnt, Metres, Millimetres, Name, Stops};
use crate::say;
use serde::{Deserialize, Serialize};

/// A lens.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Lens {
    /// Its id.
    pub id: Id,
    /// Its name.
    pub name: Name,
    /// What files call it, where that is not its name.
    pub in_files: Option<Name>,
    /// Shortest focal length.
    pub focal_shortest: Millimetres,
    /// Longest focal length; the same for a fixed one.
    pub focal_longest: Millimetres,
    /// Widest opening at the shortest focal length.
    pub widest_short: ApertureMark,
    /// Widest opening at the longest focal length.
    pub widest_long: ApertureMark,
    /// Smallest opening.
    pub smallest: ApertureMark,
    /// Closest distance it focuses to.
    pub closest_focus: Metres,
    /// Largest magnification.
    pub magnification: f64,
    /// Exit pupil over entrance pupil: 1 unless measured.
    pub pupil_ratio: f64,
    /// Stops its stabiliser gives back.
    pub stabiliser: Stops,
    /// How much brighter frames through it come out than its f-number says, as takes taught.
    pub learnt: Option<Learnt>,
}

impl Lens {
    /// Whether it is made for close-ups, where light lost to magnification has to be counted.
    #[must_use]
    pub fn is_close_up(&self) -> bool {
        self.magnification >= 0.4
    }

    /// The widest opening at a focal length: between the marks of the two ends, in thirds, never wider than it is.
    #[must_use]
    pub fn widest_at(&self, focal: Millimetres) -> ApertureMark {
        let (short, long) = (self.focal_shortest.millimetres(), self.focal_longest.millimetres());
        if long <= short {
            return self.widest_short;
        }
        let share = ((focal.millimetres() / short).ln() / (long / short).ln()).clamp(0.0, 1.0);
        let (wide, tele) = (f64::from(self.widest_short.sixths()), f64::from(self.widest_long.sixths()));
        let exact = wide + share * (tele - wide);
        ApertureMark::nearest(((exact / 2.0 - 1e-9).ceil() * 2.0) as i16)
    }

    pub(super) fn check(&self, check: &mut Check) {
        check.range("/focal_shortest", FOCAL_LENGTH, self.focal_shortest.millimetres());
        check.range("/focal_longest", FOCAL_LENGTH, self.focal_longest.millimetres());
        check.range("/closest_focus", CLOSEST_FOCUS, self.closest_focus.metres());
        check.range("/magnification", MAGNIFICATION, self.magnification);
        check.range("/pupil_ratio", PUPIL_RATIO, self.pupil_ratio);
        check.range("/stabiliser", STABILISER, self.stabiliser.stops());
        check_learnt(check, "learnt", self.learnt);
        if self.focal_shortest > self.focal_longest {
            check.problem("/focal_longest", Problem::Order { low: say::fields::SHORTEST, high: "longest one" });
        }
        if self.widest_short.max(self.widest_long) >= self.smallest {
            check.problem("/smallest", Problem::Order { low: say::fields::WIDEST, high: "smallest one's" });
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::marks::StepSize;
    use crate::sample;
    use rstest::rstest;

    #[rstest]
    #[case(24.0, "f/3.5")]
    #[case(50.0, "f/4.5")]
    #[case(105.0, "f/5.6")]
    fn a_zoom_loses_aperture_with_length(#[case] focal: f64, #[case] mark: &str) {
        let mut lens = sample::lens();
        lens.focal_shortest = Millimetres::new(24.0).unwrap();
        lens.focal_longest = Millimetres::new(105.0).unwrap();
        lens.widest_short = ApertureMark::new(22).unwrap();
        lens.widest_long = ApertureMark::new(30).unwrap();
        let widest = lens.widest_at(Millimetres::new(focal).unwrap());
        assert_eq!(widest.label(StepSize::Thirds), mark);
    }
}
