use crate::assess::light_name;
use crate::geometry::{DVec3, Flat, Point};
use crate::scene::PaneKind;
use crate::setup::SubjectKind;
use crate::situation::Situation;
use serde::Serialize;

/// What is drawn.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum DrawnKind {
    /// A person.
    Person,
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
    /// What it is.
    pub kind: DrawnKind,
    /// Its place in its list: `people/0`, `lights/1`, `cards/0`, `panes/0`, `camera`, `thing`.
    pub key: String,
    /// Its name.
    pub name: String,
    /// Its middle.
    pub at: Point,
    /// Where it looks.
    pub looks: Point,
    /// Its outline: the corners of its face; for a person and a thing those of the figure.
    pub outline: Vec<Point>,
    /// Whether it has a stand under it.
    pub stand: bool,
}

pub(super) fn of(s: &Situation<'_>) -> Vec<Drawn> {
    let setup = s.setup;
    let mut things = walls(s);
    let mut note = |kind, key: String, name: String, at: DVec3, looks: DVec3, outline: Vec<DVec3>, stand| {
        let outline = outline.into_iter().map(|point| Point(point)).collect();
        things.push(Drawn { kind, key, name, at: at.into(), looks: looks.into(), outline, stand });
    };
    for (index, pane) in setup.scene.panes.iter().enumerate() {
        let flat = pane.flat();
        let (kind, name) = match (pane.kind, pane.daylight) {
            (PaneKind::Mirror, _) => (DrawnKind::Mirror, "Mirror"),
            (PaneKind::Glass, Some(_)) => (DrawnKind::Glass, "Window"),
            (PaneKind::Glass, None) => (DrawnKind::Glass, "Glass"),
        };
        let name = numbered(name, index, setup.scene.panes.len());
        note(kind, format!("panes/{index}"), name, flat.middle, flat.normal(), flat.corners().to_vec(), false);
    }
    match setup.subject.kind {
        SubjectKind::Thing => {
            let front = setup.scene.thing.front();
            let back = front.normal() * -setup.scene.thing.depth.metres();
            let mut outline = front.corners().to_vec();
            outline.extend(front.corners().map(|corner| corner + back));
            note(
                DrawnKind::Thing,
                "thing".to_owned(),
                "Thing".to_owned(),
                front.middle,
                front.normal(),
                outline,
                false,
            );
        }
        SubjectKind::Person | SubjectKind::Group => {
            for (index, face) in setup.faces().iter().enumerate() {
                let person = &setup.scene.people[index];
                let foot = face.at.with_z(0.0);
                let outline = vec![foot, foot.with_z(person.crown())];
                let name = if setup.subject.kind == SubjectKind::Person {
                    "Subject".to_owned()
                } else {
                    format!("Person {}", index + 1)
                };
                note(DrawnKind::Person, format!("people/{index}"), name, face.at, face.gaze, outline, false);
            }
        }
    }
    for (index, card) in setup.scene.cards.iter().enumerate() {
        use crate::scene::CardKind;
        let flat = setup.card_flat(card);
        let kind = match card.kind {
            CardKind::Black => DrawnKind::BlackCard,
            CardKind::Diffusion => DrawnKind::Panel,
            CardKind::White | CardKind::Silver | CardKind::Gold => DrawnKind::Card,
        };
        let name = numbered(&crate::assess::capital(card.kind.words()), index, setup.scene.cards.len());
        note(kind, format!("cards/{index}"), name, flat.middle, flat.normal(), flat.corners().to_vec(), false);
    }
    for (index, light) in setup.lights.iter().enumerate() {
        let (at, looks) = (setup.light_at(light), setup.light_looks(light));
        let lit = s.lights.iter().find(|lit| lit.index == index);
        let small = Flat::new(at, looks, 0.1, 0.1).corners().to_vec();
        let outline = lit.map_or(small.clone(), |lit| {
            if lit.emitter.area() > 0.0 { lit.emitter.flat().corners().to_vec() } else { small }
        });
        let name = lit.map_or_else(|| format!("Light {}, off", index + 1), light_name);
        let kind = if lit.is_some() { DrawnKind::Light } else { DrawnKind::LightOff };
        note(kind, format!("lights/{index}"), name, at, looks, outline, !light.on_camera);
    }
    let view = s.stage.view;
    let body = Flat::new(view.eye - view.looks * 0.06, view.looks, 0.14, 0.1).corners().to_vec();
    note(DrawnKind::Camera, "camera".to_owned(), "Camera".to_owned(), view.eye, view.looks, body, false);
    things
}

fn numbered(name: &str, index: usize, of: usize) -> String {
    if of > 1 { format!("{name} {}", index + 1) } else { name.to_owned() }
}

/// Walls as long lines; the drawing cuts them at its edge.
fn walls(s: &Situation<'_>) -> Vec<Drawn> {
    const LONG: f64 = 60.0;
    let setup = s.setup;
    let room = setup.scene.room;
    let mut found = Vec::new();
    let mut note = |key: &str, name: &str, ends: [DVec3; 2], looks: DVec3| {
        found.push(Drawn {
            kind: DrawnKind::Wall,
            key: key.to_owned(),
            name: name.to_owned(),
            at: ((ends[0] + ends[1]) / 2.0).into(),
            looks: looks.into(),
            outline: ends.map(Point).to_vec(),
            stand: false,
        });
    };
    let height = room.ceiling.map_or(LONG, |ceiling| ceiling.distance.metres());
    if let Some(far) = setup.back_wall() {
        note("background", "Background", [DVec3::new(-LONG, far, 0.0), DVec3::new(LONG, far, height)], DVec3::NEG_Y);
    }
    if let Some(rear) = room.rear {
        let y = -rear.distance.metres();
        note("room/rear", "Wall behind the camera", [DVec3::new(-LONG, y, 0.0), DVec3::new(LONG, y, height)], DVec3::Y);
    }
    for (key, name, wall, side) in
        [("room/left", "Left wall", room.left, -1.0), ("room/right", "Right wall", room.right, 1.0)]
    {
        if let Some(wall) = wall {
            let x = side * wall.distance.metres();
            note(key, name, [DVec3::new(x, -LONG, 0.0), DVec3::new(x, LONG, height)], DVec3::X * -side);
        }
    }
    if let Some(ceiling) = room.ceiling {
        let z = ceiling.distance.metres();
        note("room/ceiling", "Ceiling", [DVec3::new(-LONG, -LONG, z), DVec3::new(LONG, LONG, z)], DVec3::NEG_Z);
    }
    found
}
