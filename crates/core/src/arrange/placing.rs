//! Puts one thing at a time where it serves: out of the frame, inside the walls, to a hand measure.

use super::added::fresh_id;
use crate::emitter::Emitter;
use crate::geometry::{DVec3, bearing_and_tilt, direction};
use crate::kit::{Camera, FlashKind, Kit};
use crate::quantity::{Degrees, Ev100, Metres, Millimetres, Power, Stops};
use crate::scene::{Aim, Card, CardKind, Pane, PaneKind, Position};
use crate::setup::{BackgroundKind, Holder, Light, Setup};
use crate::stage::{Stage, card_edge, clear_distance};
use crate::terms::Purpose;

/// Kept between what is placed and a wall, in metres.
const OFF_WALL: f64 = 0.3;
/// What rounding to a hand measure may take, in metres.
const ROUNDING: f64 = 0.08;
/// A card is held at about this distance when the frame allows, in metres.
const CARD_AT: f64 = 0.7;

/// Places things on a setup.
pub(super) struct Placing<'a> {
    pub(super) setup: Setup,
    pub(super) kit: &'a Kit,
    pub(super) body: &'a Camera,
}

impl Placing<'_> {
    /// The set on the whole sensor: out of that is out of every picture cut from it.
    fn stage(&self) -> Stage<'_> {
        Stage::new(&self.setup, Purpose::default(), self.body)
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
        let optics = light.optics(self.kit, focal);
        let face = optics.map_or(crate::emitter::Face::Point, |optics| optics.face);
        let law = optics.map_or(crate::emitter::Law::Diffuse, |optics| optics.law);
        Emitter { middle: at, looks: self.setup.direction_of(light.aim, at), face, law }
    }

    /// Puts a light at a bearing to the left of the camera, at least this far and out of the frame: higher, where no
    /// distance at this height is clear.
    pub(super) fn light(&mut self, index: usize, left: f64, up: f64, far: f64, under_key: f64) {
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

    /// On which side of the camera the key stands: 1 for the left, −1 for the right.
    pub(super) fn key_side(&self) -> f64 {
        let face = self.setup.main_face().at;
        let key = self.setup.lights.iter().find(|light| light.on && self.setup.role(light).lights_face());
        let off = key.map_or(45.0, |light| bearing_and_tilt(self.setup.light_at(light) - face).0 - self.to_camera());
        if off.to_radians().sin() >= 0.0 { 1.0 } else { -1.0 }
    }

    /// Holds a card beside the face, as near as the frame allows.
    pub(super) fn card(&mut self, left: f64, kind: CardKind) {
        let size = if self.setup.is_thing() { (0.4, 0.4) } else { (0.8, 1.2) };
        let way = direction(self.to_camera() + left, -5.0);
        let mut card = Card {
            id: fresh_id("card", self.setup.scene.cards.iter().map(|card| &card.id)),
            kind,
            at: Position::nearest(self.setup.main_face().at + way * CARD_AT),
            aim: Aim::Subject,
            width: Metres::nearest(size.0),
            height: Metres::nearest(size.1),
        };
        let edge = |at: DVec3| {
            let held = Card { at: Position::nearest(at), ..card.clone() };
            card_edge(&self.setup, &held)
        };
        let clear = clear_distance(&self.stage(), way, false, edge).map_or(CARD_AT, |at| at.metres() + ROUNDING);
        card.at = hand_measure(self.inside(self.setup.main_face().at, way, clear.max(CARD_AT * size.0)));
        self.setup.scene.cards.push(card);
    }

    /// The flash on the camera, turned to the ceiling before it, or else to the nearest wall at its side.
    pub(super) fn bounce(&mut self) {
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
        light.held_by = Holder::Camera;
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
    pub(super) fn even(&mut self) {
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
    pub(super) fn window(&mut self) {
        if self.setup.scene.panes.iter().all(|pane| pane.daylight.is_none()) {
            let at = self.round_face(80.0, 0.0, 1.5);
            let (bearing, _) = bearing_and_tilt(self.setup.main_face().at - at);
            self.setup.scene.panes.push(Pane {
                id: fresh_id("window", self.setup.scene.panes.iter().map(|pane| &pane.id)),
                kind: PaneKind::Glass,
                at: hand_measure(at),
                width: Metres::nearest(1.2),
                height: Metres::nearest(1.4),
                looks: Degrees::nearest(bearing.round()),
                daylight: Some(Ev100::nearest(12.0)),
            });
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

    /// A pane behind the subject: before the wall there, or a step behind.
    pub(super) fn pane(&mut self, kind: PaneKind) {
        let behind = match self.setup.background.kind {
            BackgroundKind::Wall => (self.setup.background.distance.metres() - 0.05).min(2.0),
            _ => 1.5,
        };
        self.setup.scene.panes.push(Pane {
            id: fresh_id("pane", self.setup.scene.panes.iter().map(|pane| &pane.id)),
            kind,
            at: Position::nearest(DVec3::new(0.0, behind, 1.4)),
            width: Metres::nearest(3.0),
            height: Metres::nearest(2.2),
            looks: Degrees::nearest(180.0),
            daylight: None,
        });
    }

    /// One box at a place where no pane shows it: the first of a fan of places, from the side round to the camera.
    pub(super) fn near_glass(&mut self) {
        if self.setup.scene.panes.is_empty() {
            self.pane(PaneKind::Glass);
        }
        for (left, up) in
            [(45.0, 30.0), (60.0, 25.0), (75.0, 20.0), (45.0, 50.0), (-45.0, 30.0), (-60.0, 25.0), (-75.0, 20.0)]
        {
            self.light(0, left, up, 1.2, 0.0);
            let stage = self.stage();
            let light = &self.setup.lights[0];
            let emitter = self.emitter(light, light.at.point());
            if crate::glass::seen_in_panes(&stage, &emitter, 0.1).next().is_none() {
                return;
            }
        }
        self.light(0, 45.0, 30.0, 1.2, 0.0);
    }
}

/// A place to the nearest 5 cm, as a stand is put by hand.
fn hand_measure(at: DVec3) -> Position {
    Position::nearest((at * 20.0).round() / 20.0)
}
