use super::{CameraSetup, Joined, Light, Setup, WhiteBalance};
use crate::check::{Check, FieldError, Problem};
use crate::kit::{Camera, Kit, Lens};
use crate::marks::{ApertureMark, Mark, NdMark};
use crate::optics::Rig;
use crate::quantity::limits::{
    BACKGROUND_DISTANCE, CAMERA_KELVIN, DIOPTRES, FACE_DISTANCE, FRAME_INTERVAL, FRAMES, GELS_ON, LIGHTS, READINGS,
    SUBJECT_DEPTH, TINT, TUBES, UNDER_KEY, WANTED_REFLECTIONS,
};
use std::fmt::Display;

impl Setup {
    /// Checks every number and every reference against the kit: what it has to pass to be worked out.
    ///
    /// # Errors
    /// All problems, each at its field.
    pub fn check(&self, kit: &Kit) -> Result<(), Vec<FieldError>> {
        let mut found = self.check_alone().err().unwrap_or_default();
        found.extend(self.misfits(kit));
        if found.is_empty() { Ok(()) } else { Err(found) }
    }

    /// What of it the kit does not allow, or no longer: a lens that was corrected, a gel that was taken away. Such a
    /// setup is kept and shown with what does not fit; it cannot be worked out until that is mended.
    #[must_use]
    pub fn misfits(&self, kit: &Kit) -> Vec<FieldError> {
        let mut check = Check::default();
        self.check_camera(kit, &mut check);
        for (index, light) in self.lights.iter().enumerate() {
            light.check_fit(format_args!("/lights/{index}"), kit, &mut check);
        }
        check.done().err().unwrap_or_default()
    }

    /// Checks what holds whatever the kit: what it has to pass to be kept.
    ///
    /// # Errors
    /// All problems, each at its field.
    pub fn check_alone(&self) -> Result<(), Vec<FieldError>> {
        let mut check = Check::default();
        self.check_scene(&mut check);
        self.check_set(&mut check);
        check.count("/readings", READINGS, self.readings.len());
        check.distinct("/readings", self.readings.iter().map(|reading| &reading.id));
        self.check_flash_readings(&mut check);
        check.count("/wanted_reflections", WANTED_REFLECTIONS, self.wanted_reflections.len());
        if let Some(slot) = &self.slot {
            slot.check(&mut check);
        }
        check.count("/lights", LIGHTS, self.lights.len());
        check.distinct("/lights", self.lights.iter().map(|light| &light.id));
        for (index, light) in self.lights.iter().enumerate() {
            if !light.is_on_camera() {
                check.range(format_args!("/lights/{index}/at"), FACE_DISTANCE, self.face_distance(light).metres());
            }
            check.range(format_args!("/lights/{index}/under_key"), UNDER_KEY, light.under_key.stops());
        }
        check.done()
    }

    fn check_scene(&self, check: &mut Check) {
        let subject = &self.subject;
        check.range("/subject/depth", SUBJECT_DEPTH, subject.depth.metres());
        if subject.depth.metres() / 2.0 >= self.subject_distance().metres() {
            check.problem("/subject/depth", Problem::TooDeep);
        }
        check.range("/background/distance", BACKGROUND_DISTANCE, self.background.distance.metres());
        super::beside::check_light("/ambient", self.ambient, check);
        self.check_beside(check);
        check.range("/white_balance/tint", TINT, self.white_balance.tint.duv());
        let of_people = self.scene.people.iter().enumerate();
        for (index, colour) in of_people.filter_map(|(index, person)| Some((index, person.colour?))) {
            colour.check(&format!("/scene/people/{index}/colour"), check);
        }
        for (at, colour) in [("/subject/colour", subject.colour), ("/background/colour", self.background.colour)] {
            if let Some(colour) = colour {
                colour.check(at, check);
            }
        }
        check.range("/white_balance/kelvin/at", CAMERA_KELVIN, self.white_balance.kelvin.at.kelvin());
        check.range("/pace/interval", FRAME_INTERVAL, self.pace.interval.seconds());
        match self.camera.rig {
            Rig::Nothing => {}
            Rig::AddOn { dioptres } => check.range("/camera/rig/dioptres", DIOPTRES, dioptres),
            Rig::Tubes { length } => check.range("/camera/rig/length", TUBES, length.millimetres()),
        }
        check.range("/pace/frames", FRAMES, f64::from(self.pace.frames));
    }

    fn check_camera(&self, kit: &Kit, check: &mut Check) {
        let body = kit.camera(&self.camera.body);
        let lens = kit.lens(&self.camera.lens);
        match body {
            Some(body) => {
                self.camera.check_body(body, kit, check);
                self.white_balance.check_body(body, check);
            }
            None => check.problem("/camera/body", Problem::NotInKit { kind: "camera", id: self.camera.body.clone() }),
        }
        match lens {
            Some(lens) => {
                self.camera.check_lens(lens, body, check);
                let (rig, focal, at) = (self.camera.rig, self.camera.focal, self.subject_distance());
                let closest = rig.closest(focal, lens.closest_focus);
                if at < closest {
                    let closest = (closest.metres() * 1000.0).ceil() / 1000.0;
                    check.problem("/scene/camera/at", Problem::TooNear { closest });
                }
                if let Some(furthest) = rig.furthest(focal).filter(|furthest| at > *furthest) {
                    let furthest = (furthest.metres() * 1000.0).floor() / 1000.0;
                    check.problem("/scene/camera/at", Problem::TooFar { furthest });
                }
            }
            None => check.problem("/camera/lens", Problem::NotInKit { kind: "lens", id: self.camera.lens.clone() }),
        }
    }
}

impl WhiteBalance {
    fn check_body(&self, body: &Camera, check: &mut Check) {
        let Some(film) = body.film else { return };
        let problem = || Problem::FilmBalance { balanced: film.balanced.kelvin() };
        if self.kelvin.at != film.balanced {
            check.problem("/white_balance/kelvin/at", problem());
        }
        if self.tint.duv() != 0.0 {
            check.problem("/white_balance/tint", problem());
        }
    }
}

impl CameraSetup {
    fn check_body(&self, body: &Camera, kit: &Kit, check: &mut Check) {
        let (lowest, highest) = body.iso();
        match body.film {
            Some(_) if self.iso.at != lowest => {
                let [rated, asked] = [lowest, self.iso.at].map(|iso| iso.label(body.step));
                check.problem("/camera/iso/at", Problem::FilmSpeed { rated, asked });
            }
            _ => dial(check, "/camera/iso/at", (lowest, self.iso.at, highest), body.step),
        }
        if let Some(multiple) = self.multiple {
            if !(2..=body.exposures_in_one).contains(&multiple.exposures) {
                check.problem("/camera/multiple/exposures", Problem::Exposures { most: body.exposures_in_one });
            }
            if body.film.is_some() && multiple.joined == Joined::Averaged {
                check.problem("/camera/multiple/joined", Problem::FilmAdds);
            }
        }
        // Beyond the mechanical shutter's own range is the electronic one's business.
        let fastest = body.electronic_fastest.map_or(body.shutter_fastest, |e| e.max(body.shutter_fastest));
        dial(check, "/camera/shutter/at", (body.shutter_slowest, self.shutter.at, fastest), body.step);
        let nd = self.nd.at;
        let there = nd == NdMark::NONE || kit.filters().any(|f| (f.weakest..=f.strongest).contains(&nd));
        if !there {
            check.problem("/camera/nd/at", Problem::NoSuchFilter { asked: nd.label(body.step) });
        }
    }

    fn check_lens(&self, lens: &Lens, body: Option<&Camera>, check: &mut Check) {
        let (shortest, longest) = (lens.focal_shortest, lens.focal_longest);
        if self.focal < shortest || self.focal > longest {
            let [shortest, longest, asked] = [shortest, longest, self.focal].map(|mm| mm.millimetres());
            check.problem("/camera/focal", Problem::Focal { shortest, longest, asked });
            return;
        }
        let widest = lens.widest_at(self.focal);
        if !(widest..=lens.smallest).contains(&self.aperture.at) {
            let step = body.map(|b| b.step).unwrap_or_default();
            let label = |mark: ApertureMark| mark.label(step);
            check.problem(
                "/camera/aperture/at",
                Problem::Aperture {
                    widest: label(widest),
                    smallest: label(lens.smallest),
                    asked: label(self.aperture.at),
                },
            );
        }
    }
}

fn dial<M: Mark>(check: &mut Check, field: &str, (first, at, last): (M, M, M), step: crate::marks::StepSize) {
    if !(first..=last).contains(&at) {
        let [first, last, asked] = [first, last, at].map(|mark| mark.label(step));
        check.problem(field, Problem::Dial { first, last, asked });
    }
}

impl Light {
    fn check_fit(&self, field: impl Display, kit: &Kit, check: &mut Check) {
        match kit.flash(&self.flash) {
            None => check
                .problem(format_args!("{field}/flash"), Problem::NotInKit { kind: "flash", id: self.flash.clone() }),
            Some(flash) if self.power.at > flash.lowest_power => check.problem(
                format_args!("{field}/power/at"),
                Problem::Power {
                    lowest: flash.lowest_power.label(flash.notation, flash.power_step),
                    asked: self.power.at.label(flash.notation, flash.power_step),
                },
            ),
            Some(_) => {}
        }
        if let Some(id) = self.modifier.as_ref().filter(|id| kit.modifier(id).is_none()) {
            check.problem(format_args!("{field}/modifier"), Problem::NotInKit { kind: "modifier", id: id.clone() });
        }
        check.count(format_args!("{field}/gels/at"), GELS_ON, self.gels.at.len());
        for (index, id) in self.gels.at.iter().enumerate().filter(|(_, id)| kit.gel(id).is_none()) {
            check.problem(format_args!("{field}/gels/at/{index}"), Problem::NotInKit { kind: "gel", id: id.clone() });
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::quantity::{Coordinate, Id, Metres, Millimetres, Power};
    use crate::sample;
    use rstest::rstest;

    type Spoil = fn(&mut Setup);

    #[rstest]
    #[case::no_such_body("/camera/body", |s: &mut Setup| s.camera.body = Id::new("nowhere").unwrap())]
    #[case::no_such_lens("/camera/lens", |s: &mut Setup| s.camera.lens = Id::new("nowhere").unwrap())]
    #[case::no_such_flash("/lights/0/flash", |s: &mut Setup| s.lights[0].flash = Id::new("nowhere").unwrap())]
    #[case::no_such_modifier("/lights/0/modifier", |s: &mut Setup| s.lights[0].modifier = Some(Id::new("nowhere").unwrap()))]
    #[case::no_such_gel("/lights/0/gels/at/0", |s: &mut Setup| s.lights[0].gels.at = vec![Id::new("nowhere").unwrap()])]
    #[case::four_gels("/lights/0/gels/at", |s: &mut Setup| s.lights[0].gels.at = vec![Id::new("gel-warm-full").unwrap(); 4])]
    #[case::a_glaring_tint("/white_balance/tint", |s: &mut Setup| s.white_balance.tint = crate::quantity::Duv::of(0.09))]
    #[case::bluish_skin("/subject/colour/b", |s: &mut Setup| {
        let white = crate::colour::LabWhite::D65;
        s.subject.colour = Some(crate::setup::Colouring::MeasuredSkin { l: 60.0, a: 10.0, b: -2.0, white });
    })]
    #[case::aperture_the_lens_lacks("/camera/aperture/at", |s: &mut Setup| s.camera.aperture.at = ApertureMark::new(0).unwrap())]
    #[case::focal_the_lens_lacks("/camera/focal", |s: &mut Setup| s.camera.focal = Millimetres::new(600.0).unwrap())]
    #[case::filter_not_in_kit("/camera/nd/at", |s: &mut Setup| s.camera.nd.at = NdMark::new(90).unwrap())]
    #[case::nearer_than_focus("/scene/camera/at", |s: &mut Setup| s.scene.camera.at.y = Coordinate::nearest(-0.5))]
    #[case::beyond_a_close_up_lens("/scene/camera/at", |s: &mut Setup| s.camera.rig = Rig::AddOn { dioptres: 2.0 })]
    #[case::no_dioptres("/camera/rig/dioptres", |s: &mut Setup| s.camera.rig = Rig::AddOn { dioptres: 0.0 })]
    #[case::tubes_of_no_length("/camera/rig/length", |s: &mut Setup| s.camera.rig = Rig::Tubes { length: Millimetres::of(0.1) })]
    #[case::deeper_than_far("/subject/depth", |s: &mut Setup| s.subject.depth = Metres::new(9.0).unwrap())]
    #[case::power_the_flash_lacks("/lights/0/power/at", |s: &mut Setup| s.lights[0].power.at = Power::new(10.0).unwrap())]
    #[case::light_in_the_face("/lights/0/at", |s: &mut Setup| s.lights[0].at = crate::scene::Position::nearest(s.main_face().at))]
    #[case::the_same_light_twice("/lights/1/id", |s: &mut Setup| { let l = s.lights[0].clone(); s.lights.insert(1, l) })]
    #[case::the_same_reading_twice("/readings/1/id", |s: &mut Setup| { let r = s.readings[0].clone(); s.readings.insert(1, r) })]
    #[case::no_pace("/pace/interval", |s: &mut Setup| s.pace.interval = crate::quantity::Seconds::of(0.0))]
    #[case::frames_without_end("/pace/frames", |s: &mut Setup| s.pace.frames = u32::MAX)]
    fn each_problem_stands_at_its_field(#[case] field: &str, #[case] spoil: Spoil) {
        let (kit, mut setup) = (sample::kit(), sample::portrait());
        assert_eq!(setup.check(&kit), Ok(()));
        spoil(&mut setup);
        let found: Vec<String> = setup.check(&kit).unwrap_err().into_iter().map(|error| error.field).collect();
        assert!(found.iter().any(|f| f == field), "{found:?}");
    }

    /// With a close-up lens before it the same lens goes nearer than it does alone.
    #[test]
    fn a_close_up_lens_goes_nearer() {
        let (kit, mut setup) = (sample::kit(), sample::portrait());
        setup.scene.camera.at.y = Coordinate::nearest(-0.45);
        let at_camera = |setup: &Setup| {
            setup.check(&kit).err().is_some_and(|found| found.iter().any(|error| error.field == "/scene/camera/at"))
        };
        assert!(at_camera(&setup));
        setup.camera.rig = Rig::AddOn { dioptres: 2.0 };
        assert!(!at_camera(&setup), "{:?}", setup.check(&kit));
    }

    #[test]
    fn words_name_what_the_lens_can_do() {
        let (kit, mut setup) = (sample::kit(), sample::portrait());
        setup.camera.aperture.at = ApertureMark::new(0).unwrap();
        let error = setup.check(&kit).unwrap_err().remove(0);
        let said = error.problem.to_string();
        assert!(said.starts_with("This lens goes from f/1.8 to f/16"), "{said}");
        assert!(said.ends_with("f/1 is outside."), "{said}");
    }
}
