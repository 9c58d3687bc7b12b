use super::Facts;
use crate::quantity::{Metres, no_finer};
use crate::setup::Patch;
use crate::situation::Situation;

/// A flash of which less than this comes straight does not fall by its distance from the camera.
const STRAIGHT: f64 = 0.8;
/// Further than this nobody photographs a face by a flash on the camera, in metres.
const NO_FURTHER: f64 = 50.0;

/// How far a flash on the camera carries at these dials: at full power its part on the face is still what the approach asks of
/// flash there, by the inverse square; none for a light that stands elsewhere or comes off the room, and where none is asked.
pub(super) fn of(s: &Situation<'_>, facts: &Facts, index: usize) -> Option<Metres> {
    let (lit, gain) = (s.lights.get(index)?, s.field.lights[index].patches[Patch::Face]?);
    if !lit.light.is_on_camera() || gain.direct < STRAIGHT * gain.sum() {
        return None;
    }
    let full = facts.parts[index][Patch::Face]? + facts.powers[index];
    let wanted = match (s.wishes.face_flash, s.wishes.face_total) {
        (Some(flash), _) => flash.low,
        (None, total) => {
            let ambient = facts.split.ambient[Patch::Face].map_or(0.0, f64::exp2);
            (total?.low.exp2() - ambient).log2()
        }
    };
    let carries = lit.face_distance.metres() * ((full - wanted) / 2.0).exp2();
    let error = carries * ((lit.error(Patch::Face, gain) / 2.0).exp2() - 1.0);
    (wanted.is_finite() && carries <= NO_FURTHER).then(|| Metres::of(no_finer(carries, error)))
}

#[cfg(test)]
mod tests {
    use crate::assess::{LightReport, assess};
    use crate::house::House;
    use crate::marks::{IsoMark, Mark};
    use crate::quantity::Id;
    use crate::sample;
    use crate::setup::Setup;

    fn on_camera() -> Setup {
        let mut setup = sample::outdoors();
        let light = &mut setup.lights[0];
        (light.held_by, light.modifier, light.flash) =
            (crate::setup::Holder::Camera, None, Id::new("flash-shoe").unwrap());
        setup.camera.high_speed_sync = true;
        setup
    }

    fn reported(setup: &Setup) -> LightReport {
        assess(setup, &sample::kit(), House::default()).unwrap().lights[0].clone()
    }

    /// Two stops more sensitive, in the dark, carries twice as far (inverse square, worked by hand).
    #[test]
    fn it_goes_by_the_inverse_square() {
        let mut setup = on_camera();
        setup.readings.iter_mut().for_each(|reading| {
            reading.measured = crate::setup::Measured::Ev { ev: crate::quantity::Ev100::nearest(2.0) };
        });
        let near = reported(&setup).carries.unwrap().metres();
        setup.camera.iso.at = IsoMark::nearest(setup.camera.iso.at.sixths() + 12);
        let far = reported(&setup).carries.unwrap().metres();
        assert!((far / near - 2.0).abs() < 0.15, "{near} {far}");
    }

    /// Where flash alone has to make the face, its full power stands at 0 just as far as its level there says: twice as far for
    /// two stops over; and what would carry across a field is not told.
    #[test]
    fn by_hand_where_the_flash_makes_the_face() {
        let mut setup = on_camera();
        setup.approach = Some(crate::approach::Approach::FlashFirst);
        let found = assess(&setup, &sample::kit(), House::default()).unwrap();
        let face = found.level(crate::setup::Patch::Face).unwrap();
        let full = face.flash.unwrap().stops() + setup.lights[0].power.at.stops_below_full();
        let wanted = setup.face_distance(&setup.lights[0]).metres() * (full / 2.0).exp2();
        let told = found.lights[0].carries.unwrap().metres();
        assert!((told / wanted - 1.0).abs() < 0.1, "{told} {wanted}");
        setup.camera.iso.at = IsoMark::nearest(48);
        assert_eq!(reported(&setup).carries, None);
    }

    #[test]
    fn only_what_is_on_the_camera_and_asked_for() {
        let mut setup = on_camera();
        assert!(reported(&setup).carries.is_some());
        setup.lights[0].held_by = crate::setup::Holder::Stand;
        assert_eq!(reported(&setup).carries, None);
    }
}
