use crate::quantity::Ev100;

/// A row of the exposure guide: what a scene usually meters.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct GuideRow {
    /// The scene, in words.
    pub scene: &'static str,
    /// The least usual level.
    pub from: f64,
    /// The greatest usual level.
    pub to: f64,
}

impl GuideRow {
    /// The middle of the usual range: the starting point where nothing has been metered.
    #[must_use]
    pub fn middle(&self) -> Ev100 {
        Ev100::of((self.from + self.to) / 2.0)
    }
}

const fn row(scene: &'static str, from: f64, to: f64) -> GuideRow {
    GuideRow { scene, from, to }
}

/// Usual levels of common scenes, EV at ISO 100 (ANSI PH2.7-1986 as widely reprinted; written from memory).
pub const GUIDE: &[GuideRow] = &[
    row("sunlit scene", 15.0, 15.0),
    row("hazy sun", 14.0, 14.0),
    row("cloudy bright", 13.0, 13.0),
    row("open shade or heavy overcast", 12.0, 12.0),
    row("sunset", 9.0, 12.0),
    row("just after sunset", 5.0, 8.0),
    row("bright office", 7.0, 8.0),
    row("home interior", 5.0, 6.0),
    row("night street", 5.0, 8.0),
    row("candle light", 3.0, 4.0),
];

#[cfg(test)]
mod tests {
    use super::*;
    use crate::exposure::ev100_of_marks;
    use crate::marks::{ApertureMark, IsoMark, ShutterMark};

    /// The rule of f/16 (ANSI PH2.7): sun at f/16 and one over the ISO, and the guide's steps down from there, one
    /// stop of aperture each at the same time.
    #[test]
    fn the_guide_agrees_with_the_rule_of_f_16() {
        let one_over_iso = ShutterMark::new(40).unwrap();
        for (scene, aperture) in
            [("sunlit scene", 48), ("hazy sun", 42), ("cloudy bright", 36), ("open shade or heavy overcast", 30)]
        {
            let row = GUIDE.iter().find(|row| row.scene == scene).unwrap();
            let rule = ev100_of_marks(ApertureMark::new(aperture).unwrap(), one_over_iso, IsoMark::ISO_100);
            assert!((row.middle() - rule).size().stops() < 0.4, "{scene}: {rule:?}");
        }
    }
}
