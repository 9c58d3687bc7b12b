use super::{
    Background, BackgroundKind, CameraSetup, Dial, ExposureMode, FileKind, GelDial, Light, Pace, Setup, ShutterType,
    Subject, SubjectKind, Tone, WhiteBalance,
};
use crate::colour::{AmbientColour, ColourWish};
use crate::geometry::DVec3;
use crate::kit::Kit;
use crate::marks::{NdMark, ShutterMark};
use crate::optics::{Movement, Rig, Support, Trace};
use crate::quantity::{Duv, Id, Kelvin, Metres, Name, Note, Seconds, Share};
use crate::scene::{Position, Scene, Surface};

impl Setup {
    /// A setup to start from: one person in open shade, the first body and lens of the kit, and its first head (or
    /// any flash) from the side behind what softens it, no gel before it, all other dials free. `None` without a body or
    /// a lens.
    #[must_use]
    pub fn starting(name: Name, kit: &Kit) -> Option<Setup> {
        let body = kit.cameras().next()?;
        let lens = kit.lenses().next()?;
        let light = kit.soft_light().and_then(|(flash, modifier)| {
            let at = Position::nearest(DVec3::new(-1.05, -1.05, 2.1));
            let light = Light::fresh(Id::new("key").ok()?, flash, at);
            let gels = GelDial { at: Vec::new(), held: true };
            Some(Light { modifier: modifier.map(|modifier| modifier.id.clone()), gels, ..light })
        });
        let distance = lens.closest_focus.metres().max(2.5);
        Some(Setup {
            name,
            note: Note::new("").ok()?,
            subject: Subject {
                kind: SubjectKind::Person,
                depth: Metres::nearest(0.15),
                movement: Movement::Posed,
                trace: Trace::Frozen,
                tone: Tone::Medium,
                colour: None,
            },
            background: Background {
                kind: BackgroundKind::Wall,
                distance: Metres::nearest(4.0),
                surface: Surface::pale(),
                sunlit: Share::nearest(0.0),
                detail: None,
                colour: None,
            },
            scene: Scene::starting(SubjectKind::Person, distance),
            ambient: AmbientColour::OpenShade,
            beside: Vec::new(),
            readings: Vec::new(),
            flash_readings: Vec::new(),
            wanted_reflections: Vec::new(),
            lights: light.into_iter().collect(),
            camera: CameraSetup {
                body: body.id.clone(),
                lens: lens.id.clone(),
                focal: lens.focal_longest,
                rig: Rig::Nothing,
                support: Support::Hand,
                mode: ExposureMode::Manual,
                shutter_type: ShutterType::Mechanical,
                high_speed_sync: false,
                rear_curtain: false,
                multiple: None,
                file: FileKind::Raw,
                iso: Dial::free(body.iso_base),
                aperture: Dial::free(lens.widest_at(lens.focal_longest)),
                shutter: Dial::free(ShutterMark::new(36).ok()?.clamp(body.shutter_slowest, body.shutter_fastest)),
                nd: Dial::free(NdMark::NONE),
            },
            white_balance: WhiteBalance {
                kelvin: Dial::free(body.film.map_or(Kelvin::nearest(5_600.0), |film| film.balanced)),
                tint: Duv::of(0.0),
                wish: ColourWish::Together,
            },
            approach: None,
            pace: Pace { interval: Seconds::nearest(3.0), frames: 40 },
            solve_as_i_go: false,
            slot: None,
            standby: None,
        })
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::kit::ModifierKind;
    use crate::sample;

    #[test]
    fn it_passes_its_own_check() {
        let kit = sample::kit();
        let setup = Setup::starting(Name::new("New").unwrap(), &kit).unwrap();
        assert_eq!(setup.check(&kit), Ok(()));
        assert_eq!(setup.lights.len(), 1);
    }

    /// A newcomer's first light is a soft one of the kit, and solving it puts no gel before it.
    #[test]
    fn the_first_light_is_soft_and_without_a_gel() {
        let kit = sample::kit();
        let setup = Setup::starting(Name::new("New").unwrap(), &kit).unwrap();
        let solved = crate::solve::solve(&setup, &kit, crate::house::House::default()).unwrap();
        let modifier = solved.lights[0].modifier.as_ref().and_then(|id| kit.modifier(id)).unwrap();
        assert!(matches!(modifier.modifier_kind, ModifierKind::Softbox | ModifierKind::Umbrella), "{modifier:?}");
        assert!(solved.lights[0].gels.at.is_empty());
    }

    #[test]
    fn an_empty_kit_has_nothing_to_start_from() {
        assert_eq!(Setup::starting(Name::new("New").unwrap(), &Kit::default()), None);
    }

    /// A setup can be begun with nothing but film in the kit, of whatever balance, and passes its check.
    #[test]
    fn a_setup_begins_on_film() {
        use crate::kit::{FilmKind, KitItem};
        let mut kit = sample::loaded(FilmKind::Slide);
        for item in &mut kit.items {
            if let KitItem::Camera(body) = item {
                body.film = body.film.map(|film| crate::kit::Film { balanced: Kelvin::nearest(3_200.0), ..film });
            }
        }
        let setup = Setup::starting(Name::new("On film").unwrap(), &kit).unwrap();
        assert_eq!(setup.check(&kit), Ok(()));
    }
}
