use crate::marks::{Mark, ShutterMark};
use crate::quantity::Seconds;
use serde::{Deserialize, Serialize};

/// How the subject moves.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Movement {
    /// A thing that stands.
    Still,
    /// An adult posing.
    Posed,
    /// Fidgeting adults, people talking.
    Fidgeting,
    /// Children who will not stand still.
    Children,
    /// A running child, dancers.
    Running,
    /// Sport.
    Sport,
    /// Water that splashes.
    Splash,
    /// A large bird in flight.
    LargeBird,
    /// A small bird in flight.
    SmallBird,
}

/// What movement is to look like.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Trace {
    /// Frozen.
    #[default]
    Frozen,
    /// A little of it shows.
    ALittle,
    /// It draws trails.
    Trails,
}

/// Which rule for sport is trusted.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum SportSchool {
    /// 1/1000 to 1/2000.
    #[default]
    Usual,
    /// 1/4000.
    Faster,
}

/// Sharpness of the starting points: how far a point may travel, as a share of the frame's short side. The blur circle of a
/// frame seen whole, its diagonal over 1500, is 1/830 of the short side of a 3:2 frame.
const USUAL_BLUR: f64 = 1.0 / 830.0;
/// How far a little of movement may travel, and what draws a trail, in blurs that pass for a point (common practice: some
/// five, some forty).
const A_LITTLE: f64 = 5.0;
const TRAIL: f64 = 40.0;

impl Movement {
    /// The slowest shutter, or flash duration, that freezes it in a picture of a whole figure (starting points of common
    /// practice).
    #[must_use]
    pub fn freezing(self, sport: SportSchool) -> Option<ShutterMark> {
        let sixths = match self {
            Movement::Still => return None,
            Movement::Posed => 36,
            Movement::Fidgeting | Movement::Children => 48,
            Movement::Running => 54,
            Movement::Sport if sport == SportSchool::Usual => 60,
            Movement::LargeBird => 66,
            Movement::Sport | Movement::Splash | Movement::SmallBird => 72,
        };
        ShutterMark::new(sixths).ok()
    }

    /// The short side of the picture that its starting point is made for, at the subject, in metres: head and shoulders, a
    /// whole figure in action held upright, a bird or a splash that fills the frame (common practice).
    const fn usual_frame(self) -> f64 {
        match self {
            Movement::Still | Movement::Posed | Movement::Fidgeting | Movement::Children => 0.7,
            Movement::Running | Movement::Sport => 1.6,
            Movement::Splash | Movement::SmallBird => 0.4,
            Movement::LargeBird => 1.0,
        }
    }

    /// How fast it is, in metres a second: so fast that in its starting point it travels by what just passes for a point in
    /// the picture that is made for.
    #[must_use]
    pub fn speed(self, sport: SportSchool) -> Option<f64> {
        Some(self.usual_frame() * USUAL_BLUR * self.freezing(sport)?.stops().exp2())
    }

    /// How far it travels in a time, as a share of the short side of a frame that is so long at the subject, in metres.
    #[must_use]
    pub fn travels(self, sport: SportSchool, time: Seconds, frame: f64) -> Option<f64> {
        Some(self.speed(sport)? * time.seconds() / frame)
    }

    /// The slowest time that leaves it as wanted in a frame whose short side at the subject is so long, in metres, where a blur
    /// of such a share of it passes for a point.
    #[must_use]
    pub fn slowest(self, sport: SportSchool, trace: Trace, frame: f64, blur: f64) -> Option<Seconds> {
        let points = match trace {
            Trace::Frozen => 1.0,
            Trace::ALittle => A_LITTLE,
            Trace::Trails => TRAIL,
        };
        Some(Seconds::of(points * blur * frame / self.speed(sport)?))
    }

    /// In words, as part of a sentence.
    #[must_use]
    pub fn words(self) -> &'static str {
        match self {
            Movement::Still => "a thing that stands still",
            Movement::Posed => "someone posing",
            Movement::Fidgeting => "people who fidget",
            Movement::Children => "children",
            Movement::Running => "someone running",
            Movement::Sport => "sport",
            Movement::Splash => "splashing water",
            Movement::LargeBird => "a large bird in flight",
            Movement::SmallBird => "a small bird in flight",
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::marks::{Mark, StepSize};
    use rstest::rstest;

    #[rstest]
    #[case(Movement::Posed, "1/60")]
    #[case(Movement::Fidgeting, "1/250")]
    #[case(Movement::Children, "1/250")]
    #[case(Movement::Running, "1/500")]
    #[case(Movement::Sport, "1/1000")]
    #[case(Movement::Splash, "1/4000")]
    #[case(Movement::SmallBird, "1/4000")]
    fn starting_points(#[case] movement: Movement, #[case] mark: &str) {
        assert_eq!(movement.freezing(SportSchool::Usual).unwrap().label(StepSize::Thirds), mark);
    }

    #[test]
    fn the_other_school_of_sport() {
        assert_eq!(Movement::Sport.freezing(SportSchool::Faster).unwrap().label(StepSize::Thirds), "1/4000");
    }

    #[test]
    fn a_thing_needs_no_freezing() {
        assert_eq!(Movement::Still.freezing(SportSchool::Usual), None);
        assert_eq!(Movement::Still.slowest(SportSchool::Usual, Trace::Frozen, 2.0, 0.001), None);
    }

    /// The calibration: at the usual frame and blur each starting point comes out again; twice as near is twice as fast; a
    /// little movement and trails are slower by their blurs.
    #[rstest]
    #[case::usual(1.0, USUAL_BLUR, Trace::Frozen, 0.0)]
    #[case::half_as_high(0.5, USUAL_BLUR, Trace::Frozen, 1.0)]
    #[case::small_on_the_web(1.0, USUAL_BLUR * 2.0, Trace::Frozen, -1.0)]
    #[case::a_little(1.0, USUAL_BLUR, Trace::ALittle, -2.321_928)]
    #[case::trails(1.0, USUAL_BLUR, Trace::Trails, -5.321_928)]
    fn by_the_table_of_practice(#[case] frame: f64, #[case] blur: f64, #[case] trace: Trace, #[case] faster: f64) {
        for movement in [Movement::Posed, Movement::Running, Movement::Sport, Movement::SmallBird] {
            let time = movement.slowest(SportSchool::Usual, trace, frame * movement.usual_frame(), blur).unwrap();
            let start = movement.freezing(SportSchool::Usual).unwrap().stops();
            assert!((-time.seconds().log2() - start - faster).abs() < 1e-5, "{movement:?}");
        }
    }

    /// By the same table somebody runs at about 1 m/s across the frame, as fast as a figure's parts then do.
    #[test]
    fn speeds_are_of_this_world() {
        let speed = |movement: Movement| movement.speed(SportSchool::Usual).unwrap();
        assert!((0.5..1.5).contains(&speed(Movement::Running)), "{}", speed(Movement::Running));
        assert!((0.03..0.1).contains(&speed(Movement::Posed)));
    }
}
