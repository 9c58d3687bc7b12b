//! Where each thing of a set stands, in words: for the list beside the drawing, for screen readers, for the legend.

use crate::geometry::{DVec3, angle, bearing_and_tilt};
use crate::house::Units;
use crate::quantity::Metres;
use crate::say;
use crate::scene::{Aim, Card, Pane, PaneKind, Person, Posture, Surface, Thing};
use crate::setup::{Light, Setup};
use crate::situation::Situation;

/// Says places of one setup in its units.
pub(super) struct Words<'a> {
    setup: &'a Setup,
    units: Units,
    focal: f64,
    eye: DVec3,
}

/// Within this many degrees of the line to the camera a thing stands in that line.
const IN_LINE: f64 = 4.0;
/// Turned by less than this, in degrees, it is still turned at it.
const AT_IT: f64 = 2.0;

impl<'a> Words<'a> {
    pub(super) fn of(s: &Situation<'a>) -> Words<'a> {
        Words {
            setup: s.setup,
            units: s.terms.house.units,
            focal: s.setup.camera.focal.millimetres(),
            eye: s.stage.eye,
        }
    }

    fn metres(&self, value: f64) -> String {
        self.units.place(value)
    }

    /// How far round the face it stands from the line to the camera, as the camera sees it.
    fn round(&self, at: DVec3) -> String {
        let face = self.setup.main_face().at;
        let bearing = |to: DVec3| bearing_and_tilt(to - face).0;
        let turned = (bearing(at) - bearing(self.eye) + 540.0).rem_euclid(360.0) - 180.0;
        let side = if turned > 0.0 { "left" } else { "right" };
        match turned.abs() {
            off if off < IN_LINE => say::layout::IN_LINE.to_owned(),
            off if off > 180.0 - IN_LINE => say::layout::BEHIND.to_owned(),
            off => say::layout::round(off, side),
        }
    }

    /// What it is turned at.
    fn aim(&self, aim: Aim, at: DVec3) -> String {
        match aim {
            Aim::Subject => say::layout::AT_FACE.to_owned(),
            Aim::Background => say::layout::AT_BACKGROUND.to_owned(),
            Aim::Free { .. } => {
                let looks = self.setup.direction_of(aim, at);
                let off = angle(looks, self.setup.main_face().at - at);
                let tilt = bearing_and_tilt(looks).1;
                let up = match tilt.round() {
                    tilt if tilt > 25.0 => format!(", {tilt:.0}° up"),
                    tilt if tilt < -60.0 => format!(", {:.0}° down", -tilt),
                    _ => String::new(),
                };
                if off < AT_IT { say::layout::AT_FACE.to_owned() } else { say::layout::off_face(off, &up) }
            }
        }
    }

    pub(super) fn light(&self, light: &Light) -> String {
        let at = self.setup.light_at(light);
        let aim = self.aim(light.aim, at);
        if light.is_on_camera() {
            return say::layout::on_camera(&aim);
        }
        let far = self.metres(self.setup.face_distance(light).metres());
        say::layout::light(&far, self.round(at), self.metres(at.z), &aim)
    }

    pub(super) fn card(&self, card: &Card) -> String {
        let at = card.at.point();
        let far = self.metres(at.distance(self.setup.main_face().at));
        let size = self.size(card.width, card.height);
        say::layout::card(&size, &far, self.round(at), self.metres(at.z))
    }

    pub(super) fn pane(&self, pane: &Pane) -> String {
        let size = self.size(pane.width, pane.height);
        let far = self.metres(pane.at.point().distance(self.setup.main_face().at));
        let bright = match (pane.kind, pane.daylight) {
            (PaneKind::Glass, Some(level)) => say::layout::daylight(level.ev()),
            (PaneKind::Glass, None) => ", dark outside".to_owned(),
            (PaneKind::Mirror, _) => String::new(),
        };
        say::layout::pane(&size, &far, &bright)
    }

    pub(super) fn person(&self, person: &Person) -> String {
        let posture = match person.posture {
            Posture::Standing => "standing",
            Posture::Sitting => "sitting",
        };
        let looks = match person.looks {
            None => say::layout::LOOKS_AT_CAMERA.to_owned(),
            Some(bearing) => {
                let way = crate::geometry::direction(bearing.degrees(), 0.0);
                let off = angle(way, (self.eye - person.face()).with_z(0.0));
                if off < AT_IT { say::layout::LOOKS_AT_CAMERA.to_owned() } else { say::layout::looks_off(off) }
            }
        };
        let body = person.turned(self.eye);
        let off = angle(body, person.gaze(self.eye).with_z(0.0));
        let turned = if off < AT_IT { String::new() } else { say::layout::body_off(off) };
        format!("{posture}, {} tall, {looks}{turned}", self.metres(person.stature.metres()))
    }

    pub(super) fn thing(&self, thing: &Thing) -> String {
        let size = self.size(thing.width, thing.height);
        let on = match thing.table.metres() {
            table if table > 0.01 => say::layout::on_table(self.metres(table)),
            _ => say::layout::ON_GROUND.to_owned(),
        };
        let what = say::names::product(
            thing.kind,
            thing.finish,
            thing.kind.in_a_row(thing.width.metres(), thing.height.metres()),
        );
        format!("{what}, {size}, {on}")
    }

    pub(super) fn camera(&self) -> String {
        let far = self.metres(self.setup.subject_distance().metres());
        let held = if self.setup.scene.camera.upright { "upright" } else { "level" };
        say::layout::camera(&far, self.metres(self.eye.z), self.focal, held)
    }

    /// A wall or ceiling at this distance from the subject's place, or from the ground.
    pub(super) fn wall(&self, distance: f64, surface: Surface) -> String {
        let tint = surface.tint.mired();
        let colour = match tint {
            tint if tint >= 5.0 => format!(", {tint:.0} mired warmer"),
            tint if tint <= -5.0 => format!(", {:.0} mired cooler", -tint),
            _ => String::new(),
        };
        let share = surface.reflectance.share() * 100.0;
        say::layout::wall(self.metres(distance), share, &colour)
    }

    fn size(&self, width: Metres, height: Metres) -> String {
        format!("{} × {}", self.metres(width.metres()), self.metres(height.metres()))
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::house::House;
    use crate::kit::Kit;
    use crate::quantity::Degrees;
    use crate::sample;
    use rstest::rstest;

    fn said(setup: &Setup, kit: &Kit, units: Units) -> String {
        let s = Situation::new(setup, kit, House { units, ..House::default() }).unwrap();
        Words::of(&s).light(&setup.lights[0])
    }

    /// By hand: 45° left, 30° up and 2 m from a face at 1.64 m (1.75 m tall) is 2.64 m high.
    #[rstest]
    #[case::key(45.0, 30.0, Units::Metres, "2 m from the face, 45° round to the left, 2.64 m high, turned at the face")]
    #[case::right(-60.0, 30.0, Units::Metres, "2 m from the face, 60° round to the right")]
    #[case::over_the_camera(1.0, 30.0, Units::Metres, "in line with the camera")]
    #[case::behind(180.0, 30.0, Units::Metres, "straight behind the face")]
    #[case::in_feet(45.0, 30.0, Units::Feet, "6 ft 7 in from the face")]
    fn a_light_says_where_it_stands(#[case] left: f64, #[case] up: f64, #[case] units: Units, #[case] words: &str) {
        let (kit, mut setup) = (sample::kit(), sample::outdoors());
        setup.scene.people[0].stature = Metres::nearest(1.75);
        setup.scene.camera.at.x = crate::quantity::Coordinate::nearest(0.0);
        setup.lights[0].aim = Aim::Subject;
        sample::round_face(&mut setup, 0, left, up, 2.0);
        let said = said(&setup, &kit, units);
        assert!(said.contains(words), "{said}");
    }

    #[test]
    fn a_turned_light_says_how_far() {
        let (kit, mut setup) = (sample::kit(), sample::outdoors());
        sample::round_face(&mut setup, 0, 0.0, 0.0, 2.0);
        setup.lights[0].aim = Aim::Free { pan: Degrees::nearest(30.0), tilt: Degrees::nearest(0.0) };
        assert!(said(&setup, &kit, Units::Metres).contains("turned 30° off the face"));
        setup.lights[0].held_by = crate::setup::Holder::Camera;
        setup.lights[0].aim = Aim::Free { pan: Degrees::nearest(0.0), tilt: Degrees::nearest(70.0) };
        let said = said(&setup, &kit, Units::Metres);
        assert!(said.starts_with("on the camera, turned") && said.ends_with("70° up"), "{said}");
    }
}
