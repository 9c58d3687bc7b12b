//! Common starting arrangements: where lights and cards are put to begin with, for the subject and the room at hand.

use super::room::coordinate;
use super::{Aim, Card, CardKind, Outline, Pane, PaneKind, Person, Position, Posture, Stage, clear_distance};
use crate::emitter::Emitter;
use crate::geometry::{DVec3, bearing_and_tilt, direction};
use crate::kit::{Camera, FlashKind, Kit, ModifierKind};
use crate::quantity::{Degrees, Ev100, Id, Kilograms, Metres, Millimetres, Power, Stops};
use crate::setup::{BackgroundKind, Dial, GelDial, Light, Setup, SubjectKind};
use serde::{Deserialize, Serialize};

/// A starting arrangement.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Arrangement {
    /// A key from the side, a white card on the other.
    SideKeyWithCard,
    /// One light over the camera.
    OverCamera,
    /// A light from behind, a weaker one from the camera's side.
    BacklightWithFill,
    /// The flash on the camera, turned to the ceiling or a wall.
    OnCameraBounce,
    /// A key from one side before, another from the other side behind.
    CrossLight,
    /// Two lights that even out a group.
    EvenGroup,
    /// A window from the side, a card on the other; no flash.
    WindowWithCard,
    /// One box that a pane behind the subject does not show.
    BoxNearGlass,
}

impl Arrangement {
    /// All, in the order they are offered.
    pub const ALL: [Arrangement; 8] = [
        Arrangement::SideKeyWithCard,
        Arrangement::OverCamera,
        Arrangement::BacklightWithFill,
        Arrangement::OnCameraBounce,
        Arrangement::CrossLight,
        Arrangement::EvenGroup,
        Arrangement::WindowWithCard,
        Arrangement::BoxNearGlass,
    ];

    /// How many flashes it takes.
    const fn lights(self) -> usize {
        match self {
            Arrangement::WindowWithCard => 0,
            Arrangement::BacklightWithFill | Arrangement::CrossLight | Arrangement::EvenGroup => 2,
            _ => 1,
        }
    }
}

/// Kept between what is placed and a wall, in metres.
const OFF_WALL: f64 = 0.3;
/// What rounding to a hand measure may take, in metres.
const ROUNDING: f64 = 0.08;
/// A card is held at about this distance when the frame allows, in metres.
const CARD_AT: f64 = 0.7;

/// Rows of people for a group: the first in the middle of the front row; the rear row stands when there are two.
///
/// 60 cm from one to the next and 70 cm from row to row (common practice).
#[must_use]
pub fn grouped(first: Person, count: usize) -> Vec<Person> {
    let count = count.clamp(1, crate::quantity::limits::PEOPLE.max as usize);
    let rows = match count {
        1..=3 => 1,
        4..=12 => 2,
        13..=24 => 3,
        _ => 4,
    };
    let mut people = Vec::with_capacity(count);
    let mut left = count;
    for row in 0..rows {
        let here = left.div_ceil(rows - row);
        left -= here;
        let posture = if rows > 1 && row == 0 { Posture::Sitting } else { Posture::Standing };
        for place in 0..here {
            // From the middle outwards, so that the first is the middle one.
            let side = if place % 2 == 0 { -1.0 } else { 1.0 };
            let steps = place.div_ceil(2) as f64 * side;
            let middle = if here % 2 == 0 { 0.5 } else { 0.0 };
            people.push(Person {
                x: coordinate(first.x.metres() + (steps + middle) * 0.6),
                y: coordinate(first.y.metres() + row as f64 * 0.7),
                posture,
                looks: None,
                ..first
            });
        }
    }
    people
}

/// Puts lights and cards where an arrangement wants them; everything else stays. Lights that are missing come from
/// the kit, those beyond what it takes are switched off. `None` where the kit has no flash to place.
#[must_use]
pub fn arranged(setup: &Setup, kit: &Kit, arrangement: Arrangement) -> Option<Setup> {
    let mut setup = setup.clone();
    let body = kit.camera(&setup.camera.body)?;
    while setup.lights.len() < arrangement.lights() {
        let light = fresh_light(&setup, kit)?;
        setup.lights.push(light);
    }
    for (index, light) in setup.lights.iter_mut().enumerate() {
        light.on = index < arrangement.lights();
        light.on_camera = false;
    }
    setup.scene.cards.clear();
    let mut placing = Placing { setup, kit, body };
    match arrangement {
        Arrangement::SideKeyWithCard => {
            placing.light(0, 45.0, 30.0, 1.3, 0.0);
            placing.card(-75.0, CardKind::White);
        }
        Arrangement::OverCamera => placing.light(0, 3.0, 40.0, 1.4, 0.0),
        Arrangement::BacklightWithFill => {
            placing.light(0, 145.0, 30.0, 2.0, 0.0);
            placing.light(1, -18.0, 20.0, 1.8, 1.0);
        }
        Arrangement::OnCameraBounce => placing.bounce(),
        Arrangement::CrossLight => {
            placing.light(0, 50.0, 30.0, 1.5, 0.0);
            placing.light(1, -140.0, 30.0, 2.0, 0.0);
        }
        Arrangement::EvenGroup => placing.even(),
        Arrangement::WindowWithCard => placing.window(),
        Arrangement::BoxNearGlass => placing.near_glass(),
    }
    Some(placing.setup)
}

/// A light from the kit: a head with a soft modifier if there is one.
fn fresh_light(setup: &Setup, kit: &Kit) -> Option<Light> {
    let flash = kit.flashes().find(|flash| flash.flash_kind == FlashKind::Head).or_else(|| kit.flashes().next())?;
    let soft = |kind: ModifierKind| kit.modifiers().find(move |modifier| modifier.modifier_kind == kind);
    let modifier = soft(ModifierKind::Softbox).or_else(|| soft(ModifierKind::Umbrella));
    let id = (1..).map(|n| format!("light-{n}")).find(|id| setup.lights.iter().all(|light| light.id.as_str() != id))?;
    Some(Light {
        id: Id::new(&id).ok()?,
        on: true,
        flash: flash.id.clone(),
        modifier: modifier.map(|modifier| modifier.id.clone()),
        gel: GelDial { at: None, held: false },
        at: Position::nearest(DVec3::new(-1.0, -1.0, 2.0)),
        aim: Aim::Subject,
        on_camera: false,
        may_move: false,
        bag: Kilograms::nearest(0.0),
        under_key: Stops::ZERO,
        power: Dial::free(Power::nearest(flash.lowest_power.stops_below_full())),
    })
}

struct Placing<'a> {
    setup: Setup,
    kit: &'a Kit,
    body: &'a Camera,
}

impl Placing<'_> {
    fn stage(&self) -> Stage<'_> {
        Stage::new(&self.setup, self.body)
    }

    /// The bearing from the main face to the camera.
    fn to_camera(&self) -> f64 {
        let way = self.setup.scene.camera.at.point() - self.setup.main_face().at;
        bearing_and_tilt(way).0
    }

    /// The place at this bearing to the left of the camera as it sees the face, this high and this far.
    fn round_face(&self, left: f64, up: f64, far: f64) -> DVec3 {
        self.inside(self.setup.main_face().at, direction(self.to_camera() + left, up), far)
    }

    /// As far along a way as the walls allow, no further than asked.
    fn inside(&self, from: DVec3, way: DVec3, far: f64) -> DVec3 {
        let reach = |at: f64| from + way * at;
        let fits = |at: f64| {
            let beyond = reach(at + OFF_WALL);
            self.setup.wall_before(beyond).is_none() && reach(at).z > OFF_WALL
        };
        let steps = (far / 0.05).ceil() as u32;
        let fit = (1..=steps).rev().map(|i| far * f64::from(i) / f64::from(steps)).find(|at| fits(*at));
        reach(fit.unwrap_or(far.min(0.5)))
    }

    fn emitter(&self, light: &Light, at: DVec3) -> Emitter {
        let focal = Millimetres::nearest(self.setup.camera.focal.millimetres() * self.body.crop());
        let optics = self.kit.optics(light, focal);
        let face = optics.map_or(crate::emitter::Face::Point, |optics| optics.face);
        let law = optics.map_or(crate::emitter::Law::Diffuse, |optics| optics.law);
        Emitter { middle: at, looks: self.setup.direction_of(light.aim, at), face, law }
    }

    /// Puts a light at a bearing to the left of the camera, at least this far and out of the frame: higher, where no
    /// distance at this height is clear.
    fn light(&mut self, index: usize, left: f64, up: f64, far: f64, under_key: f64) {
        self.setup.lights[index].aim = Aim::Subject;
        let light = self.setup.lights[index].clone();
        let bearing = self.to_camera() + left;
        let clear = |up: f64| {
            let way = direction(bearing, up);
            let at = clear_distance(&self.stage(), way, true, |at| self.emitter(&light, at).outline())?;
            Some((way, at.metres() + ROUNDING))
        };
        let found = [0.0, 15.0, 30.0, 45.0].into_iter().find_map(|more| clear(up + more));
        let (way, clear) = found.unwrap_or((direction(bearing, up), far));
        let at = self.inside(self.setup.main_face().at, way, far.max(clear));
        let light = &mut self.setup.lights[index];
        light.at = hand_measure(at);
        light.under_key = Stops::nearest(under_key);
    }

    /// Holds a card beside the face, as near as the frame allows.
    fn card(&mut self, left: f64, kind: CardKind) {
        let size = if self.setup.is_thing() { (0.4, 0.4) } else { (0.8, 1.2) };
        let way = direction(self.to_camera() + left, -5.0);
        let mut card = Card {
            id: card_id(),
            kind,
            at: Position::nearest(self.setup.main_face().at + way * CARD_AT),
            aim: Aim::Subject,
            width: Metres::nearest(size.0),
            height: Metres::nearest(size.1),
        };
        let points = |at: DVec3| {
            let held = Card { at: Position::nearest(at), ..card.clone() };
            card_points(&self.setup, &held)
        };
        let clear = clear_distance(&self.stage(), way, false, points).map_or(CARD_AT, |at| at.metres() + ROUNDING);
        card.at = hand_measure(self.inside(self.setup.main_face().at, way, clear.max(CARD_AT * size.0)));
        self.setup.scene.cards.push(card);
    }

    /// The flash on the camera, turned to the ceiling before it, or else to the nearest wall at its side.
    fn bounce(&mut self) {
        let (face, eye) = (self.setup.main_face().at, self.setup.scene.camera.at.point());
        let room = self.setup.scene.room;
        let target = match (room.ceiling, room.left, room.right) {
            (Some(ceiling), ..) => (eye + (face - eye) * 0.35).with_z(ceiling.distance.metres()),
            (None, Some(left), _) => DVec3::new(-left.distance.metres(), eye.y * 0.6, 2.0),
            (None, None, Some(right)) => DVec3::new(right.distance.metres(), eye.y * 0.6, 2.0),
            (None, None, None) => eye + DVec3::new(0.0, 0.3, 1.0),
        };
        let kit = self.kit;
        let light = &mut self.setup.lights[0];
        light.on_camera = true;
        // A box does not sit on a camera: the flash goes up bare, and a zoom head if there is one.
        light.modifier = None;
        if let Some(flash) = kit.flashes().find(|flash| flash.flash_kind == FlashKind::Speedlight) {
            light.flash = flash.id.clone();
            let lowest = flash.lowest_power.stops_below_full();
            light.power.at = Power::nearest(light.power.at.stops_below_full().min(lowest));
        }
        light.under_key = Stops::ZERO;
        let from = self.setup.light_at(&self.setup.lights[0]);
        self.setup.lights[0].aim = Aim::along(target - from);
    }

    /// Two lights at either side of the camera, far enough for the group, each turned to the far third.
    fn even(&mut self) {
        let faces = self.setup.faces();
        let middle = self.setup.focus();
        let width = faces.iter().map(|face| (face.at.x - middle.x).abs()).fold(0.4, f64::max) * 2.0;
        let bearing = bearing_and_tilt(self.setup.scene.camera.at.point() - middle).0;
        for (index, side) in [(0, 1.0), (1, -1.0)] {
            let way = direction(bearing + side * 45.0, 20.0);
            let at = self.inside(middle, way, (width * 1.2).max(2.2));
            let across = DVec3::X * (side * width / 6.0);
            let light = &mut self.setup.lights[index];
            light.at = hand_measure(at);
            light.aim = Aim::along(middle + across - at);
            light.under_key = Stops::ZERO;
        }
    }

    /// The brightest window, or a new one at the left, and a card on the other side.
    fn window(&mut self) {
        if self.setup.scene.panes.iter().all(|pane| pane.daylight.is_none()) {
            let at = self.round_face(80.0, 0.0, 1.5);
            let face = self.setup.main_face().at;
            let (bearing, _) = bearing_and_tilt(face - at);
            if let Ok(id) = Id::new("window") {
                self.setup.scene.panes.retain(|pane| pane.id != id);
                self.setup.scene.panes.push(Pane {
                    id,
                    kind: PaneKind::Glass,
                    at: hand_measure(at),
                    width: Metres::nearest(1.2),
                    height: Metres::nearest(1.4),
                    looks: Degrees::nearest(bearing.round()),
                    daylight: Some(Ev100::nearest(12.0)),
                });
            }
        }
        let face = self.setup.main_face().at;
        let brightest = self
            .setup
            .scene
            .panes
            .iter()
            .filter(|pane| pane.daylight.is_some())
            .max_by(|a, b| a.flat().area().total_cmp(&b.flat().area()));
        let bearing = brightest.map_or(80.0, |pane| bearing_and_tilt(pane.at.point() - face).0 - self.to_camera());
        let left = if bearing.to_radians().sin() >= 0.0 { 1.0 } else { -1.0 };
        self.card(-75.0 * left, CardKind::White);
        self.setup.approach = Some(crate::approach::Approach::AmbientOnly);
    }

    /// One box at a place where no pane shows it: the first of a fan of places, from the side round to the camera.
    fn near_glass(&mut self) {
        if self.setup.scene.panes.is_empty()
            && let Ok(id) = Id::new("pane")
        {
            let behind = match self.setup.background.kind {
                BackgroundKind::Wall => (self.setup.background.distance.metres() - 0.05).min(2.0),
                BackgroundKind::Open => 1.5,
            };
            self.setup.scene.panes.push(Pane {
                id,
                kind: PaneKind::Glass,
                at: Position::nearest(DVec3::new(0.0, behind, 1.4)),
                width: Metres::nearest(3.0),
                height: Metres::nearest(2.2),
                looks: Degrees::nearest(180.0),
                daylight: None,
            });
        }
        for (left, up) in
            [(45.0, 30.0), (60.0, 25.0), (75.0, 20.0), (45.0, 50.0), (-45.0, 30.0), (-60.0, 25.0), (-75.0, 20.0)]
        {
            self.light(0, left, up, 1.2, 0.0);
            let stage = self.stage();
            let light = &self.setup.lights[0];
            let emitter = self.emitter(light, light.at.point());
            if crate::glass::seen_in_panes(&stage, &emitter, 0.1).is_empty() {
                return;
            }
        }
        self.light(0, 45.0, 30.0, 1.2, 0.0);
    }
}

/// The outline of a card in its place.
pub(crate) fn card_points(setup: &Setup, card: &Card) -> Vec<DVec3> {
    let flat = setup.card_flat(card);
    let share = |k: i32| f64::from(k) / 2.0 - 1.0;
    (0..25).map(|i| flat.at(share(i % 5), share(i / 5))).collect()
}

/// The outline of a card, for what stands in the picture.
pub(crate) fn card_outline(setup: &Setup, card: &Card) -> Outline {
    let face = super::Intruder::Card { card: card.id.clone() };
    Outline { face, points: card_points(setup, card), stand: None }
}

/// A place to the nearest 5 cm, as a stand is put by hand.
fn hand_measure(at: DVec3) -> Position {
    Position::nearest((at * 20.0).round() / 20.0)
}

fn card_id() -> Id {
    Id::new("card").unwrap_or_else(|_| unreachable!("a plain word is an id"))
}

impl Setup {
    /// The people of a group, as many as said, in rows; the first stays where it is.
    #[must_use]
    pub fn with_people(&self, count: u32) -> Setup {
        let mut setup = self.clone();
        if let Some(first) = self.scene.people.first() {
            setup.scene.people = grouped(*first, count as usize);
            let deep = setup.scene.people.iter().map(|person| person.y.metres() - first.y.metres()).fold(0.0, f64::max);
            if self.subject.kind == SubjectKind::Group {
                setup.subject.depth = Metres::nearest(deep + 0.3);
            }
        }
        setup
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::sample;
    use rstest::rstest;

    #[rstest]
    #[case(1, 1)]
    #[case(2, 1)]
    #[case(7, 2)]
    #[case(12, 2)]
    #[case(40, 4)]
    fn rows_of_people(#[case] count: u32, #[case] rows: usize) {
        let setup = sample::portrait().with_people(count);
        let people = &setup.scene.people;
        assert_eq!(people.len(), count as usize);
        let mut depths: Vec<i64> = people.iter().map(|person| (person.y.metres() * 100.0) as i64).collect();
        depths.dedup();
        assert_eq!(depths.len(), rows);
        // No two stand in the same place.
        for (index, one) in people.iter().enumerate() {
            assert!(people[index + 1..].iter().all(|other| one.face().distance(other.face()) > 0.3));
        }
    }

    /// Every arrangement gives every sample setup a set that passes its check, with what it places out of the frame
    /// and as many lights as it takes.
    #[test]
    fn every_arrangement_suits_every_sample() {
        let kit = sample::kit();
        for setup in sample::setups() {
            for arrangement in Arrangement::ALL {
                let placed = arranged(&setup, &kit, arrangement).unwrap();
                assert_eq!(placed.check(&kit), Ok(()), "{arrangement:?} for {}", setup.name);
                assert_eq!(placed.lights.iter().filter(|light| light.on).count(), arrangement.lights());
                let report = crate::assess::assess(&placed, &kit, crate::house::House::default()).unwrap().set;
                // Behind a group nothing hides a light; that it is in the picture is said.
                let behind = matches!(arrangement, Arrangement::CrossLight | Arrangement::BacklightWithFill);
                let group = setup.subject.kind == SubjectKind::Group;
                let said = group && (behind || arrangement == Arrangement::EvenGroup);
                assert!(
                    said || report.intruders.is_empty(),
                    "{arrangement:?} for {}: {:?}",
                    setup.name,
                    report.intruders
                );
            }
        }
    }

    #[test]
    fn nothing_to_place_is_said() {
        let (mut kit, setup) = (sample::kit(), sample::portrait());
        kit.items.retain(|item| item.kind() != "flash");
        let bare = Setup { lights: Vec::new(), ..setup };
        assert!(arranged(&bare, &kit, Arrangement::OverCamera).is_none());
        assert!(arranged(&bare, &kit, Arrangement::WindowWithCard).is_some());
    }
}
