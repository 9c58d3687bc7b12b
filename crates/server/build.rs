//! Watches the built front end, so that a new file in it is embedded, and stands in for it where it is not built yet.

use std::fs;
use std::path::Path;

fn main() {
    let dist = Path::new("../../web/dist");
    println!("cargo::rerun-if-changed={}", dist.display());
    println!("cargo::rerun-if-changed={}", dist.join("assets").display());
    println!("cargo::rerun-if-changed=../../demo");
    if !dist.join("index.html").exists() {
        let page = "<!doctype html><title>Tolva</title><p>The front end is not built yet: run make build.</p>";
        let written = fs::create_dir_all(dist).and_then(|()| fs::write(dist.join("index.html"), page));
        if let Err(error) = written {
            println!("cargo::warning=cannot stand in for the front end: {error}");
        }
    }
}
