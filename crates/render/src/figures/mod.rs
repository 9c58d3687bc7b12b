//! The people and things that stand in a picture, embedded as they were made: glTF binaries with a group for each matter.

mod gear;
mod head;
mod lathe;
mod mesh;
mod product;

pub(crate) use gear::gear;
pub use head::{Neck, TURN};
pub use mesh::{Group, Mesh};
pub use product::product;

use std::sync::{Arc, LazyLock};

macro_rules! figures {
    ($($name:ident: $file:literal, $eyes:expr, $neck:expr;)+) => {
        /// Which.
        #[derive(Debug, Clone, Copy, PartialEq, Eq, Hash)]
        pub enum Model { $($name),+ }

        impl Model {
            /// Its mesh, read once.
            #[must_use]
            pub fn mesh(self) -> Arc<Mesh> {
                match self {
                    $(Model::$name => {
                        static MESH: LazyLock<Arc<Mesh>> =
                            LazyLock::new(|| Arc::new(Mesh::of(&Mesh::read(Model::$name.file()))));
                        Arc::clone(&MESH)
                    })+
                }
            }

            const fn file(self) -> &'static [u8] {
                match self { $(Model::$name => include_bytes!(concat!("../../figures/", $file, ".glb"))),+ }
            }

            /// The middle between its eyes, as `landmarks.json` has it, in metres.
            #[must_use]
            pub const fn eyes(self) -> [f32; 3] {
                match self { $(Model::$name => $eyes),+ }
            }

            /// Where its head turns on its shoulders; none where nothing turns.
            #[must_use]
            pub const fn neck(self) -> Option<Neck> {
                match self { $(Model::$name => $neck),+ }
            }
        }

        #[cfg(test)]
        const ALL: &[(Model, &str)] = &[$((Model::$name, $file)),+];
    };
}

figures! {
    Man: "man_standing", [0.0, -0.0568, 1.7024], Some(Neck { chin: 1.6107, y: 0.0422 });
    Woman: "woman_standing", [0.0, -0.0429, 1.5896], Some(Neck { chin: 1.5003, y: 0.0471 });
    OlderMan: "older_man_standing", [0.0, -0.0624, 1.6355], Some(Neck { chin: 1.538, y: 0.0357 });
    Child: "child_standing", [0.0, -0.0563, 1.1658], Some(Neck { chin: 1.09, y: 0.0277 });
    Seated: "woman_seated", [0.0, 0.3269, 1.2687], Some(Neck { chin: 1.1813, y: 0.4119 });
    WomanNear: "portrait_woman", [0.0, -0.035, 1.5903], Some(Neck { chin: 1.5042, y: 0.0527 });
    ManNear: "portrait_man", [0.0, -0.0635, 1.6679], Some(Neck { chin: 1.5681, y: 0.0361 });
    OlderWomanNear: "portrait_older_woman", [0.0, -0.0647, 1.5126], Some(Neck { chin: 1.4244, y: 0.021 });
    Stool: "stool", [0.0, 0.0, 0.45], None;
    Bottle: "bottle", [0.0, 0.0, 0.15], None;
    Mug: "mug", [0.0, 0.0, 0.05], None;
    WrappedBox: "wrapped_box", [0.0, 0.0, 0.05], None;
    Watch: "watch", [0.0, 0.0, 0.005], None;
    WineGlass: "wine_glass", [0.0, 0.0, 0.11], None;
}
