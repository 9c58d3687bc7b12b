//! The people and things that stand in a picture, embedded as they were made: glTF binaries with a group for each matter.

mod mesh;

pub use mesh::{Group, Mesh};

use std::sync::LazyLock;

macro_rules! figures {
    ($($name:ident: $file:literal, $eyes:expr;)+) => {
        /// Which.
        #[derive(Debug, Clone, Copy, PartialEq, Eq)]
        pub enum Model { $($name),+ }

        impl Model {
            /// Its mesh, read once.
            #[must_use]
            pub fn mesh(self) -> &'static Mesh {
                match self {
                    $(Model::$name => {
                        static MESH: LazyLock<Mesh> =
                            LazyLock::new(|| Mesh::read(include_bytes!(concat!("../../figures/", $file, ".glb"))));
                        &MESH
                    })+
                }
            }

            /// The middle between its eyes, as `landmarks.json` has it, in metres.
            #[must_use]
            pub const fn eyes(self) -> [f32; 3] {
                match self { $(Model::$name => $eyes),+ }
            }
        }

        #[cfg(test)]
        const ALL: &[(Model, &str)] = &[$((Model::$name, $file)),+];
    };
}

figures! {
    Man: "man_standing", [0.0, -0.0568, 1.7024];
    Woman: "woman_standing", [0.0, -0.0429, 1.5896];
    OlderMan: "older_man_standing", [0.0, -0.0624, 1.6355];
    Child: "child_standing", [0.0, -0.0563, 1.1658];
    Seated: "woman_seated", [0.0, 0.3269, 1.2687];
    WomanNear: "portrait_woman", [0.0, -0.035, 1.5903];
    ManNear: "portrait_man", [0.0, -0.0635, 1.6679];
    OlderWomanNear: "portrait_older_woman", [0.0, -0.0647, 1.5126];
    Stool: "stool", [0.0, 0.0, 0.45];
}

/// A plain lidded vessel, as wide, deep and high as 1: what a thing is drawn as. Widest in its middle, so that its front is where the
/// thing's front is.
const VESSEL: [(f32, f32); 18] = [
    (0.0, -0.5),
    (0.36, -0.5),
    (0.385, -0.49),
    (0.42, -0.44),
    (0.46, -0.33),
    (0.487, -0.2),
    (0.499, -0.06),
    (0.5, 0.0),
    (0.497, 0.08),
    (0.48, 0.18),
    (0.445, 0.27),
    (0.41, 0.325),
    (0.37, 0.37),
    (0.3, 0.42),
    (0.2, 0.455),
    (0.11, 0.475),
    (0.05, 0.492),
    (0.0, 0.5),
];

/// The vessel's mesh, turned once.
#[must_use]
pub fn vessel() -> &'static Mesh {
    static MESH: LazyLock<Mesh> = LazyLock::new(|| Mesh::turned(&VESSEL, Group::Top));
    &MESH
}
