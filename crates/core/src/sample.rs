//! The sample studio, for tests.

use crate::format::{JobFile, KitFile};
use crate::kit::{Kit, Lens};
use crate::setup::Setup;

pub(crate) fn kit() -> Kit {
    let file: KitFile = serde_json::from_str(include_str!("../../../demo/kit.json")).unwrap();
    file.kit
}

pub(crate) fn jobs() -> Vec<JobFile> {
    [
        include_str!("../../../demo/slip-shed.json"),
        include_str!("../../../demo/tram-hall.json"),
        include_str!("../../../demo/glasshouse.json"),
    ]
    .iter()
    .map(|text| serde_json::from_str(text).unwrap())
    .collect()
}

pub(crate) fn setups() -> Vec<Setup> {
    jobs().into_iter().flat_map(|job| job.setups).map(|filed| filed.setup).collect()
}

/// The boatbuilder at the doors: backlit, one octa from the side.
pub(crate) fn portrait() -> Setup {
    setups().remove(0)
}

pub(crate) fn lens() -> Lens {
    kit().lenses().next().unwrap().clone()
}
