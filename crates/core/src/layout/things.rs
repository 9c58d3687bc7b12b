use super::ThingRef;
use super::words::Words;
use crate::geometry::{DVec3, Flat, Point};
use crate::say;
use crate::say::capital;
use crate::scene::{CardKind, PaneKind, Posture, Surface};
use crate::set::RoomSide;
use crate::setup::SubjectKind;
use crate::situation::Situation;
use serde::Serialize;

/// What is drawn.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum DrawnKind {
    /// A person on their feet.
    Person,
    /// A person on a chair.
    Seated,
    /// The thing on its table.
    Thing,
    /// The camera.
    Camera,
    /// A light that fires.
    Light,
    /// A light that is switched off.
    LightOff,
    /// A card that sends light on.
    Card,
    /// A black card.
    BlackCard,
    /// A diffusion panel.
    Panel,
    /// A pane of glass.
    Glass,
    /// A mirror.
    Mirror,
    /// A wall, the ceiling, or the background.
    Wall,
}

/// A thing in its place.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct Drawn {
    /// How it is drawn.
    pub kind: DrawnKind,
    /// Which thing of the set it is.
    pub what: ThingRef,
    /// The mark it has in the drawing and in the legend: A for a light, 1 for a card, i for a pane; none where its shape
    /// says what it is.
    pub mark: Option<String>,
    /// Its name.
    pub name: String,
    /// Where it stands and how it is turned, in words.
    pub place: String,
    /// Its middle.
    pub at: Point,
    /// Where it looks.
    pub looks: Point,
    /// Its outline: points round its face; for a person foot and crown, for a thing its corners.
    pub outline: Vec<Point>,
    /// Whether it has a stand under it.
    pub stand: bool,
}

/// What is said of a thing: what it is, where in its list, its mark, its name and its place.
struct Said {
    kind: DrawnKind,
    what: ThingRef,
    mark: Option<String>,
    name: String,
    place: String,
}

impl Said {
    fn drawn(self, at: DVec3, looks: DVec3, outline: impl IntoIterator<Item = DVec3>, stand: bool) -> Drawn {
        let Said { kind, what, mark, name, place } = self;
        let outline = outline.into_iter().map(Point).collect();
        Drawn { kind, what, mark, name, place, at: at.into(), looks: looks.into(), outline, stand }
    }
}

/// Everything in its place, what stands in the way of nothing first.
pub(super) fn of(s: &Situation<'_>) -> Vec<Drawn> {
    let words = Words::of(s);
    let mut things = walls(s, &words);
    things.extend(panes(s, &words));
    things.extend(subject(s, &words));
    things.extend(cards(s, &words));
    things.extend(lights(s, &words));
    things.push(camera(s, &words));
    things
}

fn panes<'a>(s: &'a Situation<'_>, words: &'a Words<'_>) -> impl Iterator<Item = Drawn> + 'a {
    let panes = &s.setup.scene.panes;
    panes.iter().enumerate().map(move |(index, pane)| {
        let flat = pane.flat();
        let (kind, name) = match (pane.kind, pane.daylight) {
            (PaneKind::Mirror, _) => (DrawnKind::Mirror, "Mirror"),
            (PaneKind::Glass, Some(_)) => (DrawnKind::Glass, "Window"),
            (PaneKind::Glass, None) => (DrawnKind::Glass, "Glass"),
        };
        let mark = ROMAN.get(index).map(|mark| (*mark).to_owned());
        let (what, place) = (ThingRef::Pane { index }, words.pane(pane));
        Said { kind, what, mark, name: name.to_owned(), place }.drawn(flat.middle, flat.normal(), flat.corners(), false)
    })
}

/// Marks of panes.
const ROMAN: [&str; 12] = ["i", "ii", "iii", "iv", "v", "vi", "vii", "viii", "ix", "x", "xi", "xii"];

/// The people, or the thing.
fn subject(s: &Situation<'_>, words: &Words<'_>) -> Vec<Drawn> {
    let scene = &s.setup.scene;
    if s.setup.is_thing() {
        let front = scene.thing.front();
        let back = front.normal() * -scene.thing.depth.metres();
        let outline = front.corners().into_iter().chain(front.corners().map(|corner| corner + back));
        let said = Said {
            kind: DrawnKind::Thing,
            what: ThingRef::Product,
            mark: None,
            name: "Thing".to_owned(),
            place: words.thing(&scene.thing),
        };
        return vec![said.drawn(front.middle, front.normal(), outline, false)];
    }
    let alone = s.setup.subject.kind == SubjectKind::Person;
    let faces = s.stage.faces.iter().zip(&scene.people).enumerate();
    faces
        .map(|(index, (face, person))| {
            let foot = face.at.with_z(0.0);
            let name = if alone { "Subject".to_owned() } else { format!("Person {}", index + 1) };
            let (what, place) = (ThingRef::Person { index }, words.person(person));
            let kind = match person.posture {
                Posture::Standing => DrawnKind::Person,
                Posture::Sitting => DrawnKind::Seated,
            };
            let said = Said { kind, what, mark: None, name, place };
            said.drawn(face.at, face.gaze, [foot, foot.with_z(person.crown())], false)
        })
        .collect()
}

fn cards<'a>(s: &'a Situation<'_>, words: &'a Words<'_>) -> impl Iterator<Item = Drawn> + 'a {
    s.setup.scene.cards.iter().enumerate().map(move |(index, card)| {
        let flat = s.setup.card_flat(card);
        let kind = match card.kind {
            CardKind::Black => DrawnKind::BlackCard,
            CardKind::Diffusion => DrawnKind::Panel,
            CardKind::White | CardKind::Silver | CardKind::Gold => DrawnKind::Card,
        };
        let name = crate::say::capital(card.kind.words());
        let (what, mark) = (ThingRef::Card { index }, Some((index + 1).to_string()));
        Said { kind, what, mark, name, place: words.card(card) }.drawn(
            flat.middle,
            flat.normal(),
            flat.corners(),
            false,
        )
    })
}

fn lights<'a>(s: &'a Situation<'_>, words: &'a Words<'_>) -> impl Iterator<Item = Drawn> + 'a {
    s.setup.indexed_lights().map(move |(index, light)| {
        let (at, looks) = (s.setup.light_at(light), s.setup.light_looks(light));
        let lit = s.lights.iter().find(|lit| lit.index == index);
        let face = lit.map(|lit| lit.emitter).filter(|emitter| emitter.area() > 0.0);
        let outline =
            face.map_or_else(|| Flat::new(at, looks, 0.1, 0.1).corners().to_vec(), |emitter| emitter.outline());
        let kept = || s.kit.flash(&light.flash).map_or_else(String::new, |flash| flash.name.to_string());
        let said = Said {
            kind: if lit.is_some() { DrawnKind::Light } else { DrawnKind::LightOff },
            what: ThingRef::Light { index },
            mark: Some(index.mark()),
            name: lit.map_or_else(|| format!("{}, off", kept()), |lit| lit.name.clone()),
            place: words.light(light),
        };
        said.drawn(at, looks, outline, light.held_by.is_under_it())
    })
}

fn camera(s: &Situation<'_>, words: &Words<'_>) -> Drawn {
    let view = s.stage.view;
    let body = Flat::new(view.eye - view.looks * 0.06, view.looks, 0.14, 0.1).corners();
    let (kind, name) = (DrawnKind::Camera, "Camera".to_owned());
    Said { kind, what: ThingRef::Camera, mark: None, name, place: words.camera() }
        .drawn(view.eye, view.looks, body, false)
}

/// Walls as long lines; the drawing cuts them at its edge.
fn walls(s: &Situation<'_>, words: &Words<'_>) -> Vec<Drawn> {
    const LONG: f64 = 60.0;
    let setup = s.setup;
    let room = setup.scene.room;
    let mut found = Vec::new();
    let mut note = |side: RoomSide, name: &str, distance: f64, surface: Surface, ends: [DVec3; 2], looks: DVec3| {
        let (what, name, place) = (ThingRef::Side { side }, name.to_owned(), words.wall(distance, surface));
        let said = Said { kind: DrawnKind::Wall, what, mark: None, name, place };
        found.push(said.drawn((ends[0] + ends[1]) / 2.0, looks, ends, false));
    };
    let height = room.ceiling.map_or(LONG, |ceiling| ceiling.distance.metres());
    if let Some(far) = setup.back_wall() {
        let ends = [DVec3::new(-LONG, far, 0.0), DVec3::new(LONG, far, height)];
        note(RoomSide::Background, "Background", far, setup.background.surface, ends, DVec3::NEG_Y);
    }
    if let Some(rear) = room.rear {
        let y = -rear.distance.metres();
        let ends = [DVec3::new(-LONG, y, 0.0), DVec3::new(LONG, y, height)];
        note(RoomSide::Rear, &capital(say::fields::WALL_BEHIND_CAMERA), -y, rear.surface, ends, DVec3::Y);
    }
    for (which, name, wall, side) in
        [(RoomSide::Left, "Left wall", room.left, -1.0), (RoomSide::Right, "Right wall", room.right, 1.0)]
    {
        if let Some(wall) = wall {
            let x = side * wall.distance.metres();
            let ends = [DVec3::new(x, -LONG, 0.0), DVec3::new(x, LONG, height)];
            note(which, name, wall.distance.metres(), wall.surface, ends, DVec3::X * -side);
        }
    }
    if let Some(ceiling) = room.ceiling {
        let z = ceiling.distance.metres();
        let ends = [DVec3::new(-LONG, -LONG, z), DVec3::new(LONG, LONG, z)];
        note(RoomSide::Ceiling, "Ceiling", z, ceiling.surface, ends, DVec3::NEG_Z);
    }
    found
}
