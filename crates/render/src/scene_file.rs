//! The scene as glTF 2.0 binary, so that another renderer can check this one: surfaces with their reflectance, the camera, and in
//! `extras` what sends light.

mod growing;

use crate::figures::{Group, Mesh};
use crate::matter::Matter;
use crate::part::Part;
use crate::world::World;
use glam::{Mat4, Vec3A};
use growing::Growing;
use serde_json::{Value, json};
use tolva_light::emitter::{Emitter, Face, Law};
use tolva_light::geometry::{DVec3, Flat};
use tolva_light::set::Source;

fn told(emitter: &Emitter) -> Value {
    let shape = match emitter.face {
        Face::Point => json!({ "shape": "point" }),
        Face::Disc { diameter } => json!({ "shape": "disc", "diameter": diameter.metres() }),
        Face::Rectangle { width, height } => {
            json!({ "shape": "rectangle", "width": width.metres(), "height": height.metres() })
        }
    };
    let law = match emitter.law {
        Law::Diffuse => json!({ "law": "cosine" }),
        Law::Even => json!({ "law": "even" }),
        Law::Beam { angle } => json!({ "law": "beam", "angle": angle }),
        Law::Honeycomb { angle } => json!({ "law": "honeycomb", "angle": angle }),
    };
    json!({ "face": shape, "emission": law, "middle": emitter.middle.to_array(), "axis": emitter.looks.to_array() })
}

fn source(source: &Source) -> Value {
    let way = |way: DVec3| json!(way.to_array());
    match source {
        Source::Face(emitter) => json!({ "kind": "face", "emitter": told(emitter) }),
        Source::Parallel { way: from, .. } => json!({ "kind": "sun", "from": way(*from) }),
        Source::Sky(_) => json!({ "kind": "sky" }),
        Source::About => json!({ "kind": "all_round" }),
        Source::Side { way: from } => json!({ "kind": "from_one_side", "from": way(*from) }),
    }
}

impl World {
    /// The scene as a glTF binary in metres. Each source in the scene's `extras` is counted for an intensity of 1 along its axis, or an
    /// illuminance of 1, as the layers are; `strengths` says by what each is multiplied at the dials.
    #[must_use]
    pub fn scene_file(&self, strengths: &[f64]) -> Vec<u8> {
        let mut growing = Growing::default();
        self.put_bodies(&mut growing);
        let (low, high) = self.set.still.walls.bounds();
        for plane in self.set.still.walls.planes() {
            let part = Part::Room(plane.part);
            let middle = (low + high) / 2.0;
            let at = middle - plane.looks * (middle - plane.at).dot(plane.looks);
            let side = |axis: DVec3| (high - low).dot(axis.abs());
            let up = if plane.looks.z.abs() > 0.5 { DVec3::Y } else { DVec3::Z };
            let right = up.cross(plane.looks);
            let flat = Flat { middle: at, right: right * (side(right) / 2.0), up: up * (side(up) / 2.0) };
            growing.flat(&format!("{:?}", plane.part), &flat, self.surface(part).0, Matter::Even(None), None);
        }
        for (index, sheet) in self.set.still.sheets.iter().enumerate() {
            let share = self.surface(Part::Sheet(index)).0;
            let extras = json!({ "sheet": format!("{:?}", sheet.does) });
            growing.flat(&format!("sheet {index}"), &sheet.flat, share, Matter::Even(None), Some(extras));
        }
        for (index, pane) in self.set.still.panes.iter().enumerate() {
            let extras = json!({ "mirrors": pane.mirrors(), "passes": pane.passes() });
            let matter = if pane.mirror { Matter::Metal } else { Matter::Clear };
            growing.flat(&format!("pane {index}"), &pane.flat, pane.mirrors() as f32, matter, Some(extras));
        }
        if let Some(table) = &self.shown.table {
            growing.flat("table", table, self.surface(Part::Table).0, Matter::Even(None), None);
        }
        for (index, sends) in self.set.sources.iter().enumerate() {
            let Source::Face(emitter) = sends else { continue };
            let extras = json!({ "source": index });
            if emitter.face == Face::Point {
                growing.node(&format!("source {index}"), Vec::new(), None, Some(extras));
            } else {
                growing.flat(&format!("source {index}"), &emitter.flat(), 0.0, Matter::Even(None), Some(extras));
            }
        }
        let view = self.shown.view;
        let columns = [view.right, view.up, -view.looks, view.eye].map(crate::v);
        let [x, y, z, at] = columns.map(glam::Vec3::from);
        let eye = Mat4::from_cols(x.extend(0.0), y.extend(0.0), z.extend(0.0), at.extend(1.0));
        let camera = json!({ "type": "perspective", "perspective": {
            "yfov": 2.0 * view.half_height.atan(), "aspectRatio": view.half_width / view.half_height, "znear": 0.01,
        }});
        let sources: Vec<Value> = self.set.sources.iter().map(source).collect();
        growing.file(&camera, eye, &json!({ "sources": sources, "strengths": strengths }))
    }

    fn put_bodies(&self, growing: &mut Growing) {
        for (index, (mesh, placed, person)) in self.placed().enumerate() {
            let name = match person {
                Some(person) => format!("person {person}"),
                None => "thing".to_owned(),
            };
            let part = |group: Group| person.map_or(Part::Thing(group), |person| Part::Person(person, group));
            let primitives = mesh.by_group().into_iter().map(|(group, corners, normals)| {
                let matter = self.matter(part(group));
                let material = growing.material(&format!("{name} {group:?}"), self.surface(part(group)).0, matter);
                growing.primitive(&corners, &normals, material)
            });
            let primitives = primitives.collect();
            growing.node(&format!("{name}, {index}"), primitives, Some(Mat4::from(placed)), None);
        }
    }
}

/// A group of a mesh with the corners of its triangles and their normals.
pub(crate) type Grouped = (Group, Vec<Vec3A>, Vec<Vec3A>);

impl Mesh {
    /// Its triangles by what they are of.
    fn by_group(&self) -> Vec<Grouped> {
        let mut all: Vec<Grouped> = Vec::new();
        for (corners, normals, group) in self.pieces() {
            let at = all.iter().position(|(known, ..)| *known == group).unwrap_or_else(|| {
                all.push((group, Vec::new(), Vec::new()));
                all.len() - 1
            });
            all[at].1.extend(corners);
            all[at].2.extend(normals);
        }
        all
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::tests::{figure, lamp, room, shown, still};
    use tolva_light::set::{Finish, Product, ProductKind, Set, Shown, Solid};

    /// Another reader takes the file: it holds every triangle of who stands there and where, the camera's angle, a material for each matter, and
    /// the sources with their strengths.
    #[test]
    fn another_reader_takes_it() {
        let mut still = still(room(0.5));
        let block = Solid::Block {
            middle: DVec3::new(0.4, 0.0, 1.0),
            right: DVec3::X * 0.05,
            front: DVec3::NEG_Y * 0.05,
            half_height: 0.1,
        };
        still.solids.push(block);
        let product =
            Product { kind: ProductKind::Bottle, finish: Finish::Glass, surface: tolva_light::set::Surface::of(0.5) };
        let shown = Shown { thing: Some(product), ..shown(vec![figure(0.0)]) };
        let view = shown.view;
        let world = World::of(
            Set { still, sources: vec![lamp(DVec3::new(0.5, -1.5, 1.9), DVec3::NEG_Z, Face::Point), Source::About] },
            shown,
        );
        let bytes = world.scene_file(&[3.0, 0.25]);
        let read = gltf::Gltf::from_slice(&bytes).unwrap();
        let blob = read.blob.as_deref().unwrap();
        let corners = |name: &str| -> Vec<[f32; 3]> {
            let node = read.nodes().find(|node| node.name().is_some_and(|known| known.starts_with(name))).unwrap();
            let place = Mat4::from_cols_array_2d(&node.transform().matrix());
            let primitives = node.mesh().unwrap();
            let all = primitives
                .primitives()
                .flat_map(|primitive| primitive.reader(|_| Some(blob)).read_positions().unwrap().collect::<Vec<_>>());
            all.map(|at| place.transform_point3(at.into()).to_array()).collect()
        };
        let count: usize =
            world.placed().filter(|(.., person)| person.is_some()).map(|(mesh, ..)| mesh.pieces().count()).sum();
        assert_eq!(corners("person 0").len(), count * 3);
        // The bottle stands in its block.
        for at in corners("thing") {
            assert!((at[0] - 0.4).abs() < 0.051 && at[1].abs() < 0.051 && (at[2] - 1.0).abs() < 0.101, "{at:?}");
        }
        let seen_by = read.cameras().next().unwrap();
        let gltf::camera::Projection::Perspective(camera) = seen_by.projection() else { panic!() };
        assert!((f64::from(camera.yfov()) - 2.0 * view.half_height.atan()).abs() < 1e-6);
        let names: Vec<&str> = read.materials().filter_map(|material| material.name()).collect();
        assert!(names.contains(&"thing Own") && names.contains(&"person 0 Skin"), "{names:?}");
        let json: serde_json::Value =
            serde_json::from_slice(&bytes[20..20 + u32::from_le_bytes(bytes[12..16].try_into().unwrap()) as usize])
                .unwrap();
        let extras = &json["scenes"][0]["extras"];
        assert_eq!(extras["sources"][0]["emitter"]["emission"]["law"], "cosine");
        assert_eq!((&extras["sources"][1]["kind"], &extras["strengths"][0]), (&json!("all_round"), &json!(3.0)));
        assert_eq!(bytes.len() % 4, 0);
        assert_eq!(json["extensionsUsed"][1], "KHR_materials_ior");
    }
}
