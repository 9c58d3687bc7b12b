//! How the camera is pressed.

use crate::problem::{FieldProblem, Problem};
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// Frames of one pressing.
const MOST: u32 = 40;
/// Steps of a bracket, in stops.
const STEPS: std::ops::RangeInclusive<f64> = 0.1..=3.0;

/// How the camera is pressed.
#[derive(Debug, Clone, Copy, Serialize, Deserialize, ToSchema)]
#[serde(tag = "of", rename_all = "snake_case", deny_unknown_fields)]
pub enum Press {
    /// One frame.
    Single,
    /// Frames one after the other, as fast as the body goes.
    Burst {
        /// How many.
        count: u32,
    },
    /// Frames with the shutter faster and slower by steps, the middle one as it is set.
    Bracket {
        /// How many: an odd number.
        count: u32,
        /// The step, in stops.
        step: f64,
    },
}

fn at(field: &str, detail: String) -> Problem {
    Problem::fields(vec![FieldProblem { field: field.to_owned(), detail }])
}

/// By how much longer each frame is exposed, in stops, one after the other.
pub(super) fn frames_of(press: Press) -> Result<Vec<f64>, Problem> {
    let count = match press {
        Press::Single => 1,
        Press::Burst { count } | Press::Bracket { count, .. } => count,
    };
    if !(1..=MOST).contains(&count) {
        return Err(at("/count", format!("Between 1 and {MOST} frames.")));
    }
    match press {
        Press::Bracket { count, .. } if count % 2 == 0 => {
            Err(at("/count", "An odd number, so that one is as it is set.".to_owned()))
        }
        Press::Bracket { step, .. } if !STEPS.contains(&step) => {
            Err(at("/step", format!("Between {} and {} stops.", STEPS.start(), STEPS.end())))
        }
        Press::Bracket { count, step } => {
            let middle = f64::from(count / 2);
            Ok((0..count).map(|index| (f64::from(index) - middle) * step).collect())
        }
        Press::Single | Press::Burst { .. } => Ok(vec![0.0; count as usize]),
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    #[rstest]
    #[case::single(Press::Single, &[0.0])]
    #[case::burst(Press::Burst { count: 3 }, &[0.0, 0.0, 0.0])]
    #[case::bracket(Press::Bracket { count: 5, step: 0.5 }, &[-1.0, -0.5, 0.0, 0.5, 1.0])]
    fn pressings(#[case] press: Press, #[case] longer: &[f64]) {
        assert_eq!(frames_of(press).unwrap(), longer);
    }

    #[rstest]
    #[case::none(Press::Burst { count: 0 })]
    #[case::too_many(Press::Burst { count: 41 })]
    #[case::even(Press::Bracket { count: 4, step: 1.0 })]
    #[case::no_step(Press::Bracket { count: 3, step: 0.0 })]
    #[case::no_number(Press::Bracket { count: 3, step: f64::NAN })]
    fn refused(#[case] press: Press) {
        assert!(frames_of(press).is_err());
    }
}
