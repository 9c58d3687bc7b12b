use super::{Flash, FlashKind, Kit, ModifierKind};
use crate::emitter::{Face, Law};
use crate::kit::Output;
use crate::quantity::Millimetres;
use crate::setup::Light;

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

impl Flash {
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
        let diagonal = |focal: f64| 2.0 * (21.63 / focal).atan().to_degrees();
        match (&self.output, self.flash_kind) {
            (Output::ZoomTable { rows }, _) if !rows.is_empty() => {
                let zooms = || rows.iter().map(|row| row.zoom.millimetres());
                let (widest, longest) = (zooms().fold(f64::MAX, f64::min), zooms().fold(0.0, f64::max));
                diagonal(covering.map_or(widest, |lens| lens.millimetres().clamp(widest, longest)))
            }
            (_, FlashKind::Head) => REFLECTOR,
            _ => diagonal(SMALL_FLASH),
        }
    }
}

impl Kit {
    /// How a light of a setup sends its light; none where its flash is not in the kit.
    #[must_use]
    pub fn optics(&self, light: &Light, covering: Millimetres) -> Option<Optics> {
        let flash = self.flash(&light.flash)?;
        let modifier = light.modifier.as_ref().and_then(|id| self.modifier(id));
        let widest = modifier.is_some_and(|modifier| modifier.modifier_kind.wants_widest_zoom());
        let head_beam = flash.head_beam((!widest).then_some(covering));
        let law = match modifier.map(|modifier| (modifier.modifier_kind, modifier.beam)) {
            None | Some((ModifierKind::Bare, None)) => Law::Beam { angle: head_beam },
            Some((ModifierKind::Grid, beam)) => Law::Honeycomb { angle: beam.unwrap_or(head_beam) },
            Some((_, Some(angle))) => Law::Beam { angle },
            Some((ModifierKind::Dome, None)) => Law::Even,
            Some((_, None)) => Law::Diffuse,
        };
        Some(Optics {
            face: modifier.map_or(Face::Point, |modifier| modifier.face),
            law,
            head: flash.head_width(),
            head_beam,
        })
    }
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
        let (kit, mut setup) = (sample::kit(), sample::portrait());
        setup.lights[0].modifier = Some(Id::new(modifier).unwrap());
        assert_eq!(kit.optics(&setup.lights[0], Millimetres::nearest(50.0)).unwrap().law, law);
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
