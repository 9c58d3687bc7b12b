//! The sample studio, as its files have it.

use tolva_core::format::{JobFile, KitFile};
use tolva_core::kit::Kit;

pub fn kit() -> Kit {
    serde_json::from_str::<KitFile>(include_str!("../../../../demo/kit.json")).unwrap().kit
}

pub fn jobs() -> [JobFile; 3] {
    [
        include_str!("../../../../demo/slip-shed.json"),
        include_str!("../../../../demo/tram-hall.json"),
        include_str!("../../../../demo/glasshouse.json"),
    ]
    .map(|job| serde_json::from_str(job).unwrap())
}
