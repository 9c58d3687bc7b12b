//! What a camera's own meter makes of a frame: a mean it takes for mid-grey.

use crate::quantity::Stops;
use crate::say;
use serde::{Deserialize, Serialize};

/// What of the frame a meter weighs.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Metering {
    /// All of it alike.
    Average,
    /// Three quarters of it from a circle in the middle.
    CentreWeighted,
    /// A fiftieth of it, where the face is.
    Spot,
    /// Half of it from the face, half from all.
    Face,
}

impl Metering {
    /// All of them, as they are told.
    pub const ALL: [Metering; 4] = [Metering::Average, Metering::CentreWeighted, Metering::Spot, Metering::Face];

    /// Its name.
    #[must_use]
    pub const fn words(self) -> &'static str {
        match self {
            Metering::Average => say::modes::AVERAGE,
            Metering::CentreWeighted => say::modes::CENTRE_WEIGHTED,
            Metering::Spot => say::modes::SPOT,
            Metering::Face => say::modes::FACE,
        }
    }
}

/// The circle of centre-weighted metering on a frame 24 mm high, in millimetres, and its share (common practice: 12 mm, 75 %).
const CIRCLE: f64 = 12.0;
const FRAME: f64 = 24.0;
const IN_CIRCLE: f64 = 0.75;
/// The share of a frame that spot metering looks at (common practice: about 2 %).
const SPOT: f64 = 0.02;
/// How much of a face-weighted reading is the face: a guess, since makers do not say.
const OF_FACE: f64 = 0.5;

/// A frame as a meter has it: ambient light alone, linear, 1 for mid-grey as it should be, row by row from the top.
#[derive(Debug, Clone, Copy)]
pub struct MeteredFrame<'a> {
    /// The light of each pixel.
    pub light: &'a [f64],
    /// Pixels across.
    pub across: usize,
    /// Where the face is, from the left and from the top as shares of the frame; its middle where there is none.
    pub face: (f64, f64),
}

impl MeteredFrame<'_> {
    fn rows(&self) -> usize {
        self.light.len().checked_div(self.across).unwrap_or(0)
    }

    /// The mean within a circle about a place, its radius in pixels; none where no pixel is in it.
    fn mean_within(&self, (x, y): (f64, f64), radius: f64) -> Option<f64> {
        let middle = (x * self.across as f64, y * self.rows() as f64);
        let inside = self.light.iter().enumerate().filter(|(at, _)| {
            let (column, row) = ((at % self.across) as f64 + 0.5, (at / self.across) as f64 + 0.5);
            (column - middle.0).hypot(row - middle.1) <= radius
        });
        let (count, sum) = inside.fold((0usize, 0.0), |(count, sum), (_, light)| (count + 1, sum + light));
        (count > 0).then(|| sum / count as f64)
    }

    fn mean(&self) -> f64 {
        self.light.iter().sum::<f64>() / self.light.len().max(1) as f64
    }

    /// The mean of what lies outside a circle, from that of all and that within.
    fn mean_outside(&self, within: f64, radius: f64) -> f64 {
        let share = (std::f64::consts::PI * radius * radius / self.light.len().max(1) as f64).min(0.99);
        ((self.mean() - share * within) / (1.0 - share)).max(0.0)
    }

    /// How far over mid-grey a meter finds the frame, in stops: what the compensation has to be for the dials to stay where they are.
    /// None where there is no light.
    #[must_use]
    pub fn reads(&self, metering: Metering) -> Option<Stops> {
        let (wide, high) = (self.across as f64, self.rows() as f64);
        let spot = (SPOT * wide * high / std::f64::consts::PI).sqrt();
        let found = match metering {
            Metering::Average => self.mean(),
            Metering::CentreWeighted => {
                let radius = CIRCLE / 2.0 / FRAME * wide.min(high);
                let within = self.mean_within((0.5, 0.5), radius)?;
                IN_CIRCLE * within + (1.0 - IN_CIRCLE) * self.mean_outside(within, radius)
            }
            Metering::Spot => self.mean_within(self.face, spot)?,
            Metering::Face => OF_FACE * self.mean_within(self.face, spot)? + (1.0 - OF_FACE) * self.mean(),
        };
        (found > 0.0).then(|| Stops::of(found.log2()))
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    /// A frame 120 × 80 with a thing of some height and width standing in its middle.
    fn frame(thing: f64, share: f64, around: f64) -> Vec<f64> {
        let side = share.sqrt();
        (0..120 * 80)
            .map(|at| {
                let (x, y) = ((at % 120) as f64 / 120.0 - 0.5, (at / 120) as f64 / 80.0 - 0.5);
                let inside = x.abs() <= side / 2.0 && y.abs() <= side / 2.0;
                if inside { thing.exp2() } else { around.exp2() }
            })
            .collect()
    }

    fn read(light: &[f64], metering: Metering) -> f64 {
        MeteredFrame { light, across: 120, face: (0.5, 0.5) }.reads(metering).unwrap().stops()
    }

    /// A grey card that fills the frame needs no compensation, by any of them.
    #[rstest]
    #[case(Metering::Average)]
    #[case(Metering::CentreWeighted)]
    #[case(Metering::Spot)]
    #[case(Metering::Face)]
    fn a_grey_frame_reads_zero(#[case] metering: Metering) {
        assert!(read(&frame(0.0, 0.5, 0.0), metering).abs() < 1e-9);
        assert!((read(&frame(-2.0, 0.5, -2.0), metering) + 2.0).abs() < 1e-9);
    }

    /// The rules of practice for the whole frame: backlit +1 to +2, a grey sky behind +1, a white subject before dark −2 to −3, snow
    /// +1⅓ to +2 (common practice).
    #[rstest]
    #[case::backlit(0.0, 0.3, 2.0, 1.0, 2.0)]
    #[case::grey_sky(0.0, 0.45, 1.5, 0.8, 1.3)]
    #[case::white_before_dark(2.0, 0.05, -5.0, -3.0, -2.0)]
    #[case::snow(0.0, 0.2, 1.9, 1.3, 2.0)]
    fn the_rules_of_practice(
        #[case] subject: f64,
        #[case] share: f64,
        #[case] around: f64,
        #[case] low: f64,
        #[case] high: f64,
    ) {
        let reads = read(&frame(subject, share, around), Metering::Average);
        assert!((low..=high).contains(&reads), "{reads}");
    }

    /// The more a meter looks at the middle, the less what is around misleads it; a spot on the subject is right by itself.
    #[test]
    fn the_middle_counts_more() {
        let light = frame(0.0, 0.3, 2.0);
        let [average, centre, spot, face] = Metering::ALL.map(|metering| read(&light, metering));
        assert!(average > face && face > spot && average > centre && centre > spot, "{average} {centre} {face} {spot}");
        assert!(spot.abs() < 1e-9);
        // Three quarters of it is the circle, which here is all subject.
        let around = (3.0f64.mul_add(0.0, 4.0) * (1.0 - 0.3) + 0.3 - 0.0) / 1.0;
        let circle = std::f64::consts::PI * 20.0 * 20.0 / 9600.0;
        let outside = (around - circle) / (1.0 - circle);
        assert!((centre - (0.75 + 0.25 * outside).log2()).abs() < 0.02, "{centre}");
    }

    #[test]
    fn without_light_it_reads_nothing() {
        assert_eq!(MeteredFrame { light: &[0.0; 6], across: 3, face: (0.5, 0.5) }.reads(Metering::Average), None);
        assert_eq!(MeteredFrame { light: &[], across: 0, face: (0.5, 0.5) }.reads(Metering::Spot), None);
    }
}
