//! A glTF binary as it grows: vectors, surfaces, bodies, and the file they end in.

use crate::matter::{GLASS, Matter};
use glam::{Mat4, Vec3A};
use serde_json::{Value, json};
use tolva_light::geometry::Flat;

/// The file as it grows.
#[derive(Debug, Default)]
pub(super) struct Growing {
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
    pub(super) fn primitive(&mut self, corners: &[Vec3A], normals: &[Vec3A], material: usize) -> Value {
        let (position, normal) = (self.vectors(corners), self.vectors(normals));
        json!({ "attributes": { "POSITION": position, "NORMAL": normal }, "material": material })
    }

    pub(super) fn material(&mut self, name: &str, reflectance: f32, matter: Matter) -> usize {
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

    pub(super) fn node(&mut self, name: &str, primitives: Vec<Value>, matrix: Option<Mat4>, extras: Option<Value>) {
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

    pub(super) fn flat(&mut self, name: &str, flat: &Flat, reflectance: f32, matter: Matter, extras: Option<Value>) {
        let [a, b, c, d] = flat.corners().map(crate::v);
        let normal = crate::v(flat.normal());
        let turned = (b - a).cross(c - a).dot(normal) > 0.0;
        let corners = if turned { [a, b, c, a, c, d] } else { [a, c, b, a, d, c] };
        let material = self.material(name, reflectance, matter);
        let primitive = self.primitive(&corners, &[normal; 6], material);
        self.node(name, vec![primitive], None, extras);
    }

    /// As a file: a header and two chunks, each filled up to four bytes.
    pub(super) fn file(mut self, camera: &Value, eye: Mat4, extras: &Value) -> Vec<u8> {
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
