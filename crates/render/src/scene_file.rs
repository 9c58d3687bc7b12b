//! The scene as glTF 2.0 binary, so that another renderer can check this one: surfaces with their reflectance, the camera, and in
//! `extras` what sends light.

use crate::figures::{Group, Mesh};
use crate::matter::{GLASS, Matter};
use crate::part::Part;
use crate::world::World;
use glam::{Mat4, Vec3A};
use serde_json::{Value, json};
use tolva_light::emitter::{Emitter, Face, Law};
use tolva_light::geometry::{DVec3, Flat};
use tolva_light::set::Source;

/// The file as it grows.
#[derive(Debug, Default)]
struct Growing {
    bytes: Vec<u8>,
    views: Vec<Value>,
    accessors: Vec<Value>,
    materials: Vec<Value>,
    meshes: Vec<Value>,
    nodes: Vec<Value>,
}

impl Growing {
    fn vectors(&mut self, all: &[Vec3A]) -> usize {
        let offset = self.bytes.len();
        for at in all {
            self.bytes.extend([at.x, at.y, at.z].into_iter().flat_map(f32::to_le_bytes));
        }
        self.views.push(json!({ "buffer": 0, "byteOffset": offset, "byteLength": all.len() * 12 }));
        let low = all.iter().copied().fold(Vec3A::INFINITY, Vec3A::min).to_array();
        let high = all.iter().copied().fold(Vec3A::NEG_INFINITY, Vec3A::max).to_array();
        self.accessors.push(json!({
            "bufferView": self.views.len() - 1, "componentType": 5126, "count": all.len(), "type": "VEC3",
            "min": low, "max": high,
        }));
        self.accessors.len() - 1
    }

    /// Triangles, three corners each, with their normals, as a part of a mesh.
    fn primitive(&mut self, corners: &[Vec3A], normals: &[Vec3A], material: usize) -> Value {
        let (position, normal) = (self.vectors(corners), self.vectors(normals));
        json!({ "attributes": { "POSITION": position, "NORMAL": normal }, "material": material })
    }

    fn material(&mut self, name: &str, reflectance: f32, matter: Matter) -> usize {
        let metal = matter == Matter::Metal;
        let rough = matter.coat().map_or(1.0, |coat| coat.rough);
        let mut material = json!({
            "name": name,
            "doubleSided": true,
            "pbrMetallicRoughness": {
                "baseColorFactor": [reflectance, reflectance, reflectance, 1.0],
                "metallicFactor": f32::from(u8::from(metal)),
                "roughnessFactor": rough.sqrt(),
            },
        });
        if matter == Matter::Clear {
            material["extensions"] = json!({
                "KHR_materials_transmission": { "transmissionFactor": 1.0 },
                "KHR_materials_ior": { "ior": GLASS },
            });
        }
        self.materials.push(material);
        self.materials.len() - 1
    }

    fn node(&mut self, name: &str, primitives: Vec<Value>, matrix: Option<Mat4>, extras: Option<Value>) {
        let mut node = json!({ "name": name });
        if !primitives.is_empty() {
            self.meshes.push(json!({ "name": name, "primitives": primitives }));
            node["mesh"] = json!(self.meshes.len() - 1);
        }
        if let Some(matrix) = matrix {
            node["matrix"] = json!(matrix.to_cols_array());
        }
        if let Some(extras) = extras {
            node["extras"] = extras;
        }
        self.nodes.push(node);
    }

    fn flat(&mut self, name: &str, flat: &Flat, reflectance: f32, matter: Matter, extras: Option<Value>) {
        let [a, b, c, d] = flat.corners().map(crate::v);
        let normal = crate::v(flat.normal());
        let turned = (b - a).cross(c - a).dot(normal) > 0.0;
        let corners = if turned { [a, b, c, a, c, d] } else { [a, c, b, a, d, c] };
        let material = self.material(name, reflectance, matter);
        let primitive = self.primitive(&corners, &[normal; 6], material);
        self.node(name, vec![primitive], None, extras);
    }

    /// As a file: a header and two chunks, each filled up to four bytes.
    fn file(mut self, camera: &Value, eye: Mat4, extras: &Value) -> Vec<u8> {
        let filled = |bytes: &mut Vec<u8>, with: u8| bytes.resize(bytes.len().next_multiple_of(4), with);
        filled(&mut self.bytes, 0);
        self.nodes.push(json!({ "name": "camera", "camera": 0, "matrix": eye.to_cols_array() }));
        let all: Vec<usize> = (0..self.nodes.len()).collect();
        // Here z is up; in the format y is.
        let half = std::f32::consts::FRAC_1_SQRT_2;
        self.nodes.push(json!({ "name": "set", "rotation": [-half, 0.0, 0.0, half], "children": all }));
        let clear = self.materials.iter().any(|material| material.get("extensions").is_some());
        let used: &[&str] = if clear { &["KHR_materials_transmission", "KHR_materials_ior"] } else { &[] };
        let mut document = json!({
            "asset": { "version": "2.0", "generator": "Tolva" },
            "scene": 0,
            "scenes": [{ "nodes": [self.nodes.len() - 1], "extras": extras }],
            "nodes": self.nodes, "meshes": self.meshes, "materials": self.materials, "cameras": [camera],
            "accessors": self.accessors, "bufferViews": self.views, "buffers": [{ "byteLength": self.bytes.len() }],
        });
        if !used.is_empty() {
            document["extensionsUsed"] = json!(used);
        }
        let mut text = document.to_string().into_bytes();
        filled(&mut text, b' ');
        let mut file = Vec::with_capacity(text.len() + self.bytes.len() + 28);
        let word = |file: &mut Vec<u8>, value: usize| {
            file.extend(u32::try_from(value).unwrap_or(u32::MAX).to_le_bytes());
        };
        file.extend(b"glTF");
        word(&mut file, 2);
        word(&mut file, 28 + text.len() + self.bytes.len());
        word(&mut file, text.len());
        file.extend(b"JSON");
        file.extend(&text);
        word(&mut file, self.bytes.len());
        file.extend(b"BIN\0");
        file.extend(&self.bytes);
        file
    }
}

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
