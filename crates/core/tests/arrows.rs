//! Which way modules may ask each other: upwards in the lists below, never back. `crates/light` asks nothing of the core.

use std::collections::BTreeSet;
use std::fs;
use std::path::{Path, PathBuf};

/// The physics, each asking only of what stands before it.
const LIGHT: [&str; 13] = [
    "latest",
    "quantity",
    "geometry",
    "marks",
    "exposure",
    "flash",
    "optics",
    "emitter",
    "colour",
    "sun",
    "sky",
    "set",
    "transport",
];

/// The picture, which asks of the physics alone.
const RENDER: [&str; 26] = [
    "chance",
    "crop",
    "sequence",
    "figures",
    "part",
    "rgb",
    "sensor",
    "gloss",
    "matter",
    "behind",
    "flecks",
    "paints",
    "world",
    "scene_file",
    "points",
    "edges",
    "layers",
    "lens",
    "trace",
    "picture",
    "trail",
    "frame",
    "shaken",
    "coloured",
    "develop",
    "outline",
];

/// What a photographer decides, in the same way.
const CORE: [&str; 37] = [
    "sources",
    "check",
    "checklist",
    "wanted",
    "remembered",
    "say",
    "house",
    "approach",
    "kit",
    "terms",
    "place",
    "scene",
    "setup",
    "stage",
    "field",
    "forecast",
    "situation",
    "glass",
    "colours",
    "picture",
    "assess",
    "modes",
    "arrange",
    "solve",
    "day",
    "schedule",
    "ladder",
    "outlook",
    "layout",
    "card",
    "starts",
    "kit_sheet",
    "take",
    "judge",
    "drill",
    "format",
    "learn",
];

fn files(folder: &Path, found: &mut Vec<PathBuf>) {
    for entry in fs::read_dir(folder).expect("a folder of sources") {
        let path = entry.expect("an entry").path();
        if path.is_dir() {
            files(&path, found);
        } else if path.extension().is_some_and(|end| end == "rs") {
            found.push(path);
        }
    }
}

/// Every use of one module by another, tests aside.
fn arrows(root: &Path) -> BTreeSet<(String, String)> {
    let mut all = Vec::new();
    files(root, &mut all);
    let mut found = BTreeSet::new();
    for path in all {
        let inside = path.strip_prefix(root).expect("inside");
        let parts: Vec<String> = inside.iter().map(|part| part.to_string_lossy().replace(".rs", "")).collect();
        if parts.len() == 1 && ["lib", "sample"].contains(&parts[0].as_str())
            || parts.iter().any(|part| part == "tests")
        {
            continue;
        }
        let text = fs::read_to_string(&path).expect("a source");
        let text = text.split("#[cfg(test)]\nmod tests").next().unwrap_or_default();
        for used in text.split("crate::").skip(1) {
            let name: String = used.chars().take_while(|c| c.is_ascii_lowercase() || *c == '_').collect();
            if name != parts[0] && !name.is_empty() {
                found.insert((parts[0].clone(), name));
            }
        }
    }
    found
}

fn back(root: &str, order: &[&str]) -> BTreeSet<(String, String)> {
    let root = Path::new(env!("CARGO_MANIFEST_DIR")).join(root);
    let found = arrows(&root);
    assert!(found.len() > order.len() / 2, "nothing was read in {}", root.display());
    let place = |name: &str| order.iter().position(|known| *known == name);
    found.into_iter().filter(|(from, to)| place(from).zip(place(to)).is_some_and(|(from, to)| to > from)).collect()
}

#[test]
fn no_arrow_of_the_physics_runs_back() {
    assert_eq!(back("../light/src", &LIGHT), BTreeSet::new());
    let root = Path::new(env!("CARGO_MANIFEST_DIR")).join("../light/src");
    for (from, to) in arrows(&root) {
        assert!(LIGHT.contains(&from.as_str()) && LIGHT.contains(&to.as_str()), "{from} asks {to}: give each a place");
    }
    let manifest = fs::read_to_string(root.join("../Cargo.toml")).unwrap();
    assert!(!manifest.contains("tolva-core") && !manifest.contains("tolva-store"));
}

#[test]
fn no_arrow_of_the_core_runs_back() {
    assert_eq!(back("src", &CORE), BTreeSet::new());
    for (from, _) in arrows(&Path::new(env!("CARGO_MANIFEST_DIR")).join("src")) {
        assert!(CORE.contains(&from.as_str()), "give {from} a place");
    }
}

#[test]
fn no_arrow_of_the_picture_runs_back() {
    assert_eq!(back("../render/src", &RENDER), BTreeSet::new());
    let root = Path::new(env!("CARGO_MANIFEST_DIR")).join("../render/src");
    for (from, _) in arrows(&root) {
        assert!(RENDER.contains(&from.as_str()), "give {from} a place");
    }
    let manifest = fs::read_to_string(root.join("../Cargo.toml")).unwrap();
    assert!(!manifest.contains("tolva-core") && !manifest.contains("tolva-store"));
}
