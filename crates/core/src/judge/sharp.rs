//! Whether a frame is sharp where it is marked, and if not, what of: focus, or shake and movement.

use crate::quantity::no_finer;
use crate::say;
use crate::setup::Patch;
use crate::take::{MarkOf, Take};
use serde::Serialize;

/// What its edges say of a mark.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Sharpness {
    /// No wider than passes for a point.
    Sharp,
    /// Too wide, and alike from side to side and up and down: the focus is elsewhere.
    Soft,
    /// Drawn out from side to side: hand or subject moved.
    DrawnAcross,
    /// Drawn out up and down.
    DrawnDown,
    /// Too wide, and only edges of one direction are there to tell of.
    Unclear,
}

/// How sharp a mark is.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct Sharp {
    /// The patch.
    pub patch: Patch,
    /// What it is.
    pub is: Sharpness,
    /// How wide a point is drawn, in pixels of the file.
    pub blur: f64,
    /// How wide it may be to pass for a point, or for as sharp as the file can tell.
    pub passes: f64,
    /// How wide it may be by what the pictures are for.
    pub circle: f64,
}

/// A bell blurs as a disc of four times its deviation does: both have the same variance along a line.
const DISC: f64 = 4.0;
/// What file and camera make of the sharpest point, in pixels (common practice: three neighbours, and what filters before the sensor add).
const OWN: f64 = 5.0;
/// How wide it mostly draws it.
const FINEST: f64 = 4.0;
/// So much wider than passes is not yet told from it.
const MARGIN: f64 = 1.2;
/// So many times as wide one way as the other is drawn out.
const DRAWN: f64 = 1.8;

/// How sharp a patch of a take is; none where it is not marked, has no edges, or was marked after the file had gone.
#[must_use]
pub fn sharp(take: &Take, patch: Patch) -> Option<Sharp> {
    let edges = take.mark(MarkOf::Patch { patch })?.measured?.edges?;
    let frame = take.frame.as_ref()?;
    let circle = take.planned.circle?.share() * f64::from(frame.width);
    let passes = circle.max(OWN);
    let widths = [edges.across, edges.down].map(|width| width.map(|width| width * DISC));
    let blur = widths.into_iter().flatten().reduce(f64::max)?;
    // What the file itself makes of an edge is in both: it says nothing of the way.
    let beyond = |width: f64| (width * width - FINEST * FINEST).max(1.0).sqrt();
    let is = match widths.map(|width| width.map(beyond)) {
        _ if blur <= passes * MARGIN => Sharpness::Sharp,
        [Some(across), Some(down)] if across > down * DRAWN => Sharpness::DrawnAcross,
        [Some(across), Some(down)] if down > across * DRAWN => Sharpness::DrawnDown,
        [Some(_), Some(_)] => Sharpness::Soft,
        _ => Sharpness::Unclear,
    };
    Some(Sharp { patch, is, blur, passes, circle })
}

impl Sharp {
    /// How much longer a hand may shake before this file shows it than what the pictures are for allows, in stops: a shake grows as
    /// the root of time.
    #[must_use]
    pub fn shown_later(&self) -> f64 {
        2.0 * (self.passes * MARGIN / self.circle).log2()
    }

    /// In a sentence.
    #[must_use]
    pub fn words(&self) -> String {
        let (name, blur) = (self.patch.words(), no_finer(self.blur, 1.0));
        let passes = no_finer(self.passes, 1.0);
        match self.is {
            Sharpness::Sharp => say::judge::is_sharp(name, passes),
            Sharpness::Soft => say::judge::is_soft(name, blur, passes),
            Sharpness::DrawnAcross => say::judge::is_drawn_out(name, blur, passes, true),
            Sharpness::DrawnDown => say::judge::is_drawn_out(name, blur, passes, false),
            Sharpness::Unclear => say::judge::is_unsharp(name, blur, passes),
        }
    }
}

#[cfg(test)]
mod tests {
    use super::super::tests::taken;
    use super::*;
    use crate::quantity::{Name, Share};
    use crate::sample;
    use crate::take::{EdgeWidths, FrameSeen};
    use rstest::rstest;

    fn seen(width: u32) -> FrameSeen {
        FrameSeen {
            name: Name::new("frame.jpg").unwrap(),
            hash: String::new(),
            width,
            height: width / 3 * 2,
            profile: None,
            clipped: [Share::nearest(0.0); 3],
            tones: std::iter::empty().collect(),
            crops: Vec::new(),
        }
    }

    /// A frame 6 000 pixels wide of a 24×36 sensor, whose circle of 0.03 mm is five pixels: edges as a bell of 1.25 pixels pass, of 4
    /// are 16 wide.
    #[rstest]
    #[case::sharp(Some(1.2), Some(1.0), Some((Sharpness::Sharp, 5.0)))]
    #[case::focus(Some(4.0), Some(3.5), Some((Sharpness::Soft, 16.0)))]
    #[case::sideways(Some(4.0), Some(1.0), Some((Sharpness::DrawnAcross, 16.0)))]
    #[case::up_and_down(Some(0.8), Some(4.0), Some((Sharpness::DrawnDown, 16.0)))]
    #[case::one_way_only(Some(4.0), None, Some((Sharpness::Unclear, 16.0)))]
    #[case::no_edges(None, None, None)]
    fn what_edges_say(
        #[case] across: Option<f64>,
        #[case] down: Option<f64>,
        #[case] wanted: Option<(Sharpness, f64)>,
    ) {
        let mut take = taken(&sample::portrait(), &sample::kit(), (0.0, 0.0), true);
        take.planned.circle = Some(Share::nearest(0.03 / 36.0));
        take.frame = Some(seen(6_000));
        let face = take.marks.iter_mut().find(|mark| mark.of == MarkOf::Patch { patch: Patch::Face }).unwrap();
        face.measured.as_mut().unwrap().edges = Some(EdgeWidths { across, down });
        let found = sharp(&take, Patch::Face);
        assert_eq!(found.map(|found| (found.is, found.blur.round())), wanted.map(|(is, blur)| (is, f64::round(blur))));
        if let Some(found) = found {
            assert!((found.passes - 5.0).abs() < 0.01, "{found:?}");
            assert_eq!(found.words().contains("before or behind"), found.is == Sharpness::Soft);
        }
        // Without what passes, nothing is said.
        take.planned.circle = None;
        assert_eq!(sharp(&take, Patch::Face), None);
    }
}
