//! Lays the gazetteer out so that it is looked up where it lies: the towns as they are, where each begins, and an index
//! of every word a name can be begun at.

use std::env;
use std::error::Error;
use std::fs;
use std::io::Read;
use std::path::Path;

#[path = "src/plain.rs"]
mod plain;

/// Where the words of a plain name begin.
fn starts(plain: &str) -> impl Iterator<Item = usize> + '_ {
    let parts = [' ', '-', '/', '\''];
    std::iter::once(0)
        .chain(plain.match_indices(parts).map(|(at, part)| at + part.len()))
        .filter(|at| *at < plain.len())
}

fn main() -> Result<(), Box<dyn Error>> {
    println!("cargo::rerun-if-changed=data/towns.tsv.gz");
    println!("cargo::rerun-if-changed=src/plain.rs");
    let mut text = String::new();
    flate2::read::GzDecoder::new(fs::File::open("data/towns.tsv.gz")?).read_to_string(&mut text)?;
    let mut begins = Vec::new();
    let mut keys: Vec<(Vec<u8>, u64)> = Vec::new();
    let mut at = 0usize;
    for (rank, line) in (0u32..).zip(text.lines()) {
        begins.extend_from_slice(&u32::try_from(at)?.to_le_bytes());
        at += line.len() + 1;
        let name = plain::plain(line.split('\t').next().unwrap_or_default());
        for start in starts(&name) {
            let mut key = name.as_bytes()[start..].to_vec();
            key.push(0);
            key.extend_from_slice(&rank.to_be_bytes());
            keys.push((key, u64::from(start > 0)));
        }
    }
    keys.sort();
    let out = env::var("OUT_DIR")?;
    let out = Path::new(&out);
    let mut index = fst::MapBuilder::new(fs::File::create(out.join("words.fst"))?)?;
    for (key, later) in keys {
        index.insert(key, later)?;
    }
    index.finish()?;
    fs::write(out.join("begins.bin"), begins)?;
    fs::write(out.join("towns.tsv"), text)?;
    Ok(())
}
