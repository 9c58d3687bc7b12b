use super::{Flash, FlashKind, Modifier, ModifierKind};
use crate::emitter::{Face, Law};
use crate::kit::Output;
use crate::quantity::Millimetres;

/// How a flash with what is before it sends its light.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Optics {
    /// The lit face.
    pub face: Face,
    /// How it falls off its axis.
    pub law: Law,
    /// How wide the bare head is, in metres: what a point really measures.
    pub head: f64,
    /// The beam of the head alone at its zoom, in degrees.
    pub head_beam: f64,
}

/// Beam of a studio head behind its 7-inch reflector, in degrees (common practice).
const REFLECTOR: f64 = 80.0;
/// Beam of a small flash on the camera that does not zoom: it covers 35 mm (common practice).
const SMALL_FLASH: f64 = 35.0;

/// What a zoom head stands at, and what of the panel before it its beam fills.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct ZoomSet {
    /// The zoom.
    pub at: Millimetres,
    /// Its beam, in degrees.
    pub beam: f64,
    /// The share of the panel's longer side that its beam meets straight; none without a panel before it.
    pub fills: Option<f64>,
}

/// A head stands behind its panel by about this share of the panel's shorter side (common practice).
const BEHIND_PANEL: f64 = 0.5;

impl Flash {
    /// Where its zoom stands for a lens to cover, or at its widest without one; none where it has no zoom.
    fn zoom(&self, covering: Option<Millimetres>) -> Option<Millimetres> {
        let Output::ZoomTable { rows } = &self.output else { return None };
        let widest = rows.iter().map(|row| row.zoom).min_by(|a, b| a.millimetres().total_cmp(&b.millimetres()))?;
        let longest = rows.iter().map(|row| row.zoom).max_by(|a, b| a.millimetres().total_cmp(&b.millimetres()))?;
        let lens = covering.map_or(widest.millimetres(), Millimetres::millimetres);
        Some(Millimetres::of(lens.clamp(widest.millimetres(), longest.millimetres())))
    }

    /// What its zoom head is set to with this before it; none where it has no zoom.
    #[must_use]
    pub fn zoom_set(&self, modifier: Option<&Modifier>, covering: Millimetres) -> Option<ZoomSet> {
        let widest = modifier.is_some_and(Modifier::wants_widest_zoom);
        let at = self.zoom((!widest).then_some(covering))?;
        let beam = diagonal(at.millimetres());
        let (width, height) = modifier.map_or((0.0, 0.0), |modifier| modifier.face.size());
        let fills = (widest && width > 0.0).then(|| {
            let lit = 2.0 * BEHIND_PANEL * width.min(height) * (beam / 2.0).to_radians().tan();
            (lit / width.max(height)).min(1.0)
        });
        Some(ZoomSet { at, beam, fills })
    }

    /// How it sends its light with this before it.
    #[must_use]
    pub fn optics(&self, modifier: Option<&Modifier>, covering: Millimetres) -> Optics {
        let widest = modifier.is_some_and(Modifier::wants_widest_zoom);
        let head_beam = self.head_beam((!widest).then_some(covering));
        let law = match modifier.map(|modifier| (modifier.modifier_kind, modifier.beam)) {
            None | Some((ModifierKind::Bare, None)) => Law::Beam { angle: head_beam },
            Some((ModifierKind::Grid, beam)) => Law::Honeycomb { angle: beam.unwrap_or(head_beam) },
            Some((_, Some(angle))) => Law::Beam { angle },
            Some((ModifierKind::Dome, None)) => Law::Even,
            Some((_, None)) => Law::Diffuse,
        };
        Optics { face: modifier.map_or(Face::Point, |modifier| modifier.face), law, head: self.head_width(), head_beam }
    }

    /// How wide its bare head is, in metres (common practice: a zoom head 7 cm, a 7-inch reflector 18 cm).
    #[must_use]
    pub const fn head_width(&self) -> f64 {
        match self.flash_kind {
            FlashKind::Speedlight => 0.07,
            FlashKind::Head => 0.18,
            FlashKind::OnCamera => 0.05,
        }
    }

    /// The beam of the bare head, in degrees: a zoom head set to cover a lens lights its diagonal to one stop under
    /// (common practice); `covering` is that lens on a 36 × 24 mm frame, none the widest zoom.
    #[must_use]
    pub fn head_beam(&self, covering: Option<Millimetres>) -> f64 {
        match (self.zoom(covering), self.flash_kind) {
            (Some(zoom), _) => diagonal(zoom.millimetres()),
            (None, FlashKind::Head) => REFLECTOR,
            (None, _) => diagonal(SMALL_FLASH),
        }
    }
}

/// The angle over the diagonal of a 36 × 24 mm frame, in degrees.
fn diagonal(focal: f64) -> f64 {
    2.0 * (21.63 / focal).atan().to_degrees()
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::quantity::Id;
    use crate::sample;
    use rstest::rstest;

    /// The law each thing before the flash makes.
    #[rstest]
    #[case::octa("mod-octa-90", Law::Diffuse)]
    #[case::dome("mod-dome", Law::Even)]
    #[case::grid("mod-grid", Law::Honeycomb { angle: 20.0 })]
    #[case::bare("mod-bare", Law::Beam { angle: 80.0 })]
    fn what_is_before_it_makes_the_law(#[case] modifier: &str, #[case] law: Law) {
        let (kit, light) = (sample::kit(), &sample::portrait().lights[0]);
        let modifier = kit.modifier(&Id::new(modifier).unwrap());
        assert_eq!(kit.flash(&light.flash).unwrap().optics(modifier, Millimetres::nearest(50.0)).law, law);
    }

    /// Behind an umbrella it goes to its widest and meets nine tenths of it; bare it covers the lens. A studio head has no
    /// zoom.
    #[test]
    fn zoom_for_what_is_before_it() {
        let kit = sample::kit();
        let id = |text: &str| Id::new(text).unwrap();
        let (shoe, head) = (kit.flash(&id("flash-shoe")).unwrap(), kit.flash(&id("flash-head")).unwrap());
        let lens = Millimetres::nearest(50.0);
        let umbrella = shoe.zoom_set(kit.modifier(&id("mod-umbrella")), lens).unwrap();
        assert_eq!(umbrella.at, Millimetres::nearest(24.0));
        assert!((umbrella.fills.unwrap() - 0.90).abs() < 0.01);
        let bare = shoe.zoom_set(None, lens).unwrap();
        assert_eq!((bare.at, bare.fills), (lens, None));
        assert_eq!(head.zoom_set(None, lens), None);
    }

    /// A zoom head covers the diagonal of the frame: 84° at 24 mm, 47° at 50 mm, and no further than it zooms.
    #[rstest]
    #[case::widest(None, 84.1)]
    #[case::normal(Some(50.0), 46.8)]
    #[case::beyond(Some(300.0), 23.3)]
    fn zoom_heads(#[case] covering: Option<f64>, #[case] beam: f64) {
        let kit = sample::kit();
        let flash = kit.flash(&Id::new("flash-shoe").unwrap()).unwrap();
        assert!((flash.head_beam(covering.map(Millimetres::nearest)) - beam).abs() < 0.1);
    }
}
