//! The sample studio, embedded.

use rust_embed::RustEmbed;
use tolva_core::format::{JobFile, KitFile};
use tolva_core::quantity::Id;
use tolva_store::{StoreError, Studio};

#[derive(RustEmbed)]
#[folder = "../../demo"]
struct Sample;

/// The one that is shown first.
const SHOWN: &str = "slip-shed.json";
/// Jobs of the sample studio, last one first on the list.
const JOBS: [&str; 3] = ["glasshouse.json", "tram-hall.json", "slip-shed.json"];

fn read<T: serde::de::DeserializeOwned>(name: &str) -> Result<T, StoreError> {
    let damaged = || StoreError::Unwritable { what: name.to_owned() };
    let file = Sample::get(name).ok_or_else(damaged)?;
    serde_json::from_slice(&file.data).map_err(|_| damaged())
}

/// Adds the sample kit; what the studio has under the same ids stays.
pub async fn add_kit(studio: &Studio) -> Result<tolva_store::Imported, StoreError> {
    studio.import_kit(&read::<KitFile>("kit.json")?).await
}

/// The job a newcomer looks at first, with what of the kit it uses; nothing is added twice.
pub async fn add_job(studio: &Studio) -> Result<(Id, Option<Id>), StoreError> {
    let file = read::<JobFile>(SHOWN)?;
    let first = file.setups.first().map(|filed| filed.id.clone());
    match studio.job(&file.id).await {
        // The setup that is shown may have been deleted out of it.
        Ok(job) => {
            if let Some(first) = first.as_ref().filter(|first| job.setups.iter().all(|setup| setup.id != **first)) {
                studio.restore_setup(first).await?;
            }
        }
        Err(StoreError::NotFound { .. }) => {
            // Deleted it comes back as it was left; else it is taken in.
            if studio.restore_job(&file.id).await.is_err() {
                studio.import_job(&file).await?;
            }
        }
        Err(error) => return Err(error),
    }
    Ok((file.id, first))
}

/// Fills a fresh studio with kit and jobs; leaves one alone that was ever used. Tells whether it filled it.
pub async fn fill_if_fresh(studio: &Studio) -> Result<bool, StoreError> {
    if !studio.is_fresh().await? {
        return Ok(false);
    }
    add_kit(studio).await?;
    for name in JOBS {
        studio.import_job(&read::<JobFile>(name)?).await?;
    }
    Ok(true)
}
