use std::path::Path;
use std::time::{Duration, Instant};

/// What has been downloaded under this name, once it is whole.
pub async fn downloaded(folder: &Path, name: &str) -> Vec<u8> {
    let start = Instant::now();
    loop {
        if let Ok(bytes) = std::fs::read(folder.join(name))
            && !bytes.is_empty()
            && !folder.join(format!("{name}.crdownload")).exists()
        {
            return bytes;
        }
        let there: Vec<_> = std::fs::read_dir(folder).unwrap().flatten().map(|entry| entry.file_name()).collect();
        assert!(start.elapsed().as_secs() < 20, "{name} does not come; there is {there:?}");
        tokio::time::sleep(Duration::from_millis(30)).await;
    }
}
