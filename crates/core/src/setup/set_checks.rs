use super::{Setup, SubjectKind};
use crate::check::{Check, Problem};
use crate::geometry::{DVec3, angle};
use crate::quantity::limits::{
    CARD_SIDE, CARDS, CEILING, HEIGHT, PANE_SIDE, PANES, PEOPLE, STATURE, SUBJECT_DISTANCE, SUN_ELEVATION, THING_SIDE,
    TILT, WALL_DISTANCE,
};
use crate::say;
use crate::scene::{Aim, Scene, Wall};
use std::fmt::Display;

/// Nearer than this to the middle of a body, in metres, a thing stands in it.
const IN_BODY: f64 = 0.15;
/// A camera turned further than this from the subject does not see it, in degrees.
const FACES_AWAY: f64 = 75.0;

impl Setup {
    /// Checks the set: sizes, counts, and that nothing stands in something else.
    pub(crate) fn check_set(&self, check: &mut Check) {
        let scene = &self.scene;
        scene.check_sizes(check);
        let camera = scene.camera;
        check.range("/scene/camera/at/z", HEIGHT, camera.at.z.metres());
        tilted(check, "/scene/camera/aim", camera.aim);
        self.check_place(check, "/scene/camera/at", "camera", camera.at.point());
        if scene.people.is_empty() && self.subject.kind != SubjectKind::Thing {
            return;
        }
        check.range("/scene/camera/at", SUBJECT_DISTANCE, self.subject_distance().metres());
        let looks = self.direction_of(camera.aim, camera.at.point());
        let away = angle(looks, self.focus() - camera.at.point());
        if camera.aim != Aim::Subject && away > FACES_AWAY {
            check.problem("/scene/camera/aim", Problem::FacesAway { degrees: away.round() });
        }
        for (index, light) in self.lights.iter().enumerate() {
            tilted(check, format_args!("/lights/{index}/aim"), light.aim);
            check.range(format_args!("/lights/{index}/at/z"), HEIGHT, light.at.z.metres());
            if !light.is_on_camera() {
                self.check_place(check, format_args!("/lights/{index}/at"), "light", light.at.point());
            }
        }
        for (index, card) in scene.cards.iter().enumerate() {
            tilted(check, format_args!("/scene/cards/{index}/aim"), card.aim);
            self.check_place(check, format_args!("/scene/cards/{index}/at"), "card", card.at.point());
        }
        for (index, person) in scene.people.iter().enumerate() {
            let foot = DVec3::new(person.x.metres(), person.y.metres(), 0.5);
            if let Some(wall) = self.wall_before(foot) {
                check.problem(format_args!("/scene/people/{index}"), Problem::BehindWall { thing: "person", wall });
            }
        }
    }

    /// A place has to be inside the walls, and not in a body.
    fn check_place(&self, check: &mut Check, field: impl Display + Copy, thing: &'static str, at: DVec3) {
        if let Some(wall) = self.wall_before(at) {
            check.problem(field, Problem::BehindWall { thing, wall });
        }
        let inside = match self.subject.kind {
            SubjectKind::Thing => {
                let front = self.scene.thing.front();
                let half = front.right.length().max(self.scene.thing.depth.metres() / 2.0);
                let middle = front.middle - front.normal() * (self.scene.thing.depth.metres() / 2.0);
                middle.truncate().distance(at.truncate()) < half && (middle.z - at.z).abs() < front.up.length()
            }
            SubjectKind::Person | SubjectKind::Group => self.scene.people.iter().any(|person| {
                let foot = DVec3::new(person.x.metres(), person.y.metres(), at.z);
                foot.distance(at) < IN_BODY && at.z < person.crown()
            }),
        };
        if inside {
            check.problem(field, Problem::InSubject { thing });
        }
    }

    /// The wall a place is behind, if any.
    pub(crate) fn wall_before(&self, at: DVec3) -> Option<&'static str> {
        let room = &self.scene.room;
        let past = |wall: Option<Wall>, along: f64| wall.is_some_and(|wall| along >= wall.distance.metres());
        if self.back_wall().is_some_and(|far| at.y >= far) {
            Some("background")
        } else if past(room.left, -at.x) {
            Some("left wall")
        } else if past(room.right, at.x) {
            Some("right wall")
        } else if past(room.rear, -at.y) {
            Some(say::fields::WALL_BEHIND_CAMERA)
        } else if past(room.ceiling, at.z) {
            Some("ceiling")
        } else {
            None
        }
    }
}

impl Scene {
    fn check_sizes(&self, check: &mut Check) {
        check.count("/scene/people", PEOPLE, self.people.len());
        for (index, person) in self.people.iter().enumerate() {
            check.range(format_args!("/scene/people/{index}/stature"), STATURE, person.stature.metres());
        }
        let thing = self.thing;
        for (side, size) in [("width", thing.width), ("height", thing.height), ("depth", thing.depth)] {
            check.range(format_args!("/scene/thing/{side}"), THING_SIDE, size.metres());
        }
        check.range("/scene/thing/table", HEIGHT, thing.table.metres());
        let room = self.room;
        if let Some(ceiling) = room.ceiling {
            check.range("/scene/room/ceiling/distance", CEILING, ceiling.distance.metres());
        }
        for (side, wall) in [("left", room.left), ("right", room.right), ("rear", room.rear)] {
            if let Some(wall) = wall {
                check.range(format_args!("/scene/room/{side}/distance"), WALL_DISTANCE, wall.distance.metres());
            }
        }
        check.count("/scene/panes", PANES, self.panes.len());
        check.distinct("/scene/panes", self.panes.iter().map(|pane| &pane.id));
        for (index, pane) in self.panes.iter().enumerate() {
            check.range(format_args!("/scene/panes/{index}/width"), PANE_SIDE, pane.width.metres());
            check.range(format_args!("/scene/panes/{index}/height"), PANE_SIDE, pane.height.metres());
            check.range(format_args!("/scene/panes/{index}/at/z"), HEIGHT, pane.at.z.metres());
        }
        check.count("/scene/cards", CARDS, self.cards.len());
        check.distinct("/scene/cards", self.cards.iter().map(|card| &card.id));
        for (index, card) in self.cards.iter().enumerate() {
            check.range(format_args!("/scene/cards/{index}/width"), CARD_SIDE, card.width.metres());
            check.range(format_args!("/scene/cards/{index}/height"), CARD_SIDE, card.height.metres());
            check.range(format_args!("/scene/cards/{index}/at/z"), HEIGHT, card.at.z.metres());
        }
        if let Some(sun) = self.sun {
            check.range("/scene/sun/elevation", SUN_ELEVATION, sun.elevation.degrees());
        }
    }
}

fn tilted(check: &mut Check, field: impl Display, aim: Aim) {
    if let Aim::Free { tilt, .. } = aim {
        check.range(format_args!("{field}/tilt"), TILT, tilt.degrees());
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::quantity::{Coordinate, Degrees, Metres};
    use crate::sample;
    use crate::scene::Position;
    use rstest::rstest;

    type Spoil = fn(&mut Setup);

    fn at(x: f64, y: f64, z: f64) -> Position {
        Position::nearest(DVec3::new(x, y, z))
    }

    #[rstest]
    #[case::light_in_the_wall("/lights/0/at", "behind the background", |s: &mut Setup| s.lights[0].at = at(0.0, s.background.distance.metres() + 0.2, 2.0))]
    #[case::light_in_the_subject("/lights/0/at", "inside the subject", |s: &mut Setup| s.lights[0].at = at(0.0, 0.0, 1.2))]
    #[case::camera_facing_away("/scene/camera/aim", "turned 179° away", |s: &mut Setup| s.scene.camera.aim = Aim::Free { pan: Degrees::nearest(180.0), tilt: Degrees::nearest(0.0) })]
    #[case::camera_in_the_subject("/scene/camera/at", "inside the subject", |s: &mut Setup| s.scene.camera.at = at(0.05, 0.0, 1.2))]
    #[case::light_underground("/lights/0/at/z", "0 to 12 m", |s: &mut Setup| s.lights[0].at = at(-1.0, -1.0, -0.5))]
    #[case::nobody("/scene/people", "1 to 60", |s: &mut Setup| s.scene.people.clear())]
    #[case::a_crowd("/scene/people", "here it is 200", |s: &mut Setup| s.scene.people = vec![s.scene.people[0]; 200])]
    #[case::a_giant("/scene/people/0/stature", "0.4 to 2.4 m", |s: &mut Setup| s.scene.people[0].stature = Metres::nearest(4.0))]
    #[case::tilted_over("/lights/0/aim/tilt", "-90 to 90", |s: &mut Setup| s.lights[0].aim = Aim::Free { pan: Degrees::nearest(0.0), tilt: Degrees::nearest(120.0) })]
    fn each_problem_stands_at_its_field(#[case] field: &str, #[case] words: &str, #[case] spoil: Spoil) {
        let (kit, mut setup) = (sample::kit(), sample::portrait());
        assert_eq!(setup.check(&kit), Ok(()));
        setup.background.kind = crate::setup::BackgroundKind::Wall;
        spoil(&mut setup);
        let found = setup.check(&kit).unwrap_err();
        let said = found.iter().find(|error| error.field == field).map(|error| error.problem.to_string());
        assert!(said.as_ref().is_some_and(|said| said.contains(words)), "{found:?}");
    }

    #[test]
    fn a_thing_has_no_room_for_a_light_either() {
        let (kit, mut setup) =
            (sample::kit(), sample::setups().into_iter().find(|s| s.subject.kind == SubjectKind::Thing).unwrap());
        let middle = setup.scene.thing.front().middle;
        setup.lights[0].held_by = crate::setup::Holder::Stand;
        setup.lights[0].at = Position::nearest(middle + DVec3::Y * (setup.scene.thing.depth.metres() / 2.0));
        assert!(setup.check(&kit).unwrap_err().iter().any(|error| error.field == "/lights/0/at"));
        setup.scene.thing.table = Coordinate::nearest(-0.4);
        assert!(setup.check(&kit).unwrap_err().iter().any(|error| error.field == "/scene/thing/table"));
    }
}
