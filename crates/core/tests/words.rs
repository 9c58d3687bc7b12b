//! Every sentence the core tells stands in `say`: rules and answers hold data.

use std::fs;
use std::path::{Path, PathBuf};

/// A text of this many words is a sentence or a part of one.
const WORDS: usize = 3;

fn sources(folder: &Path, found: &mut Vec<PathBuf>) {
    for entry in fs::read_dir(folder).expect("a folder of sources") {
        let path = entry.expect("an entry").path();
        let name = path.file_name().unwrap_or_default().to_string_lossy().into_owned();
        if path.is_dir() && !["say", "tests"].contains(&name.as_str()) {
            sources(&path, found);
        } else if name.ends_with(".rs") && !["tests.rs", "sample.rs"].contains(&name.as_str()) {
            found.push(path);
        }
    }
}

/// The texts between quotes that are neither comments nor an error's own words nor what a failed assertion says.
fn texts(source: &str) -> Vec<String> {
    let code = source.split("#[cfg(test)]\nmod tests").next().unwrap_or_default();
    let mut found = Vec::new();
    let (mut rest, mut before) = (code, String::new());
    while let Some(at) = rest.find(['"', '/', '\'']) {
        before.push_str(&rest[..at]);
        let here = &rest[at..];
        if here.starts_with("//") {
            let end = here.find('\n').unwrap_or(here.len());
            rest = &here[end..];
        } else if let Some(after) = here.strip_prefix("'\"'") {
            rest = after;
        } else if let Some(text) = here.strip_prefix('"') {
            let mut end = 0;
            while !text[end..].starts_with('"') {
                end += if text[end..].starts_with('\\') {
                    2
                } else {
                    text[end..].chars().next().map_or(1, char::len_utf8)
                };
            }
            let line = before.rsplit('\n').next().unwrap_or_default();
            let told = !["#[", "expect(", "assert", "unreachable!(", "panic!("].iter().any(|own| line.contains(own));
            if told {
                found.push(text[..end].to_owned());
            }
            rest = &text[end + 1..];
            before.push_str("\"\"");
        } else {
            before.push_str(&here[..1]);
            rest = &here[1..];
        }
    }
    found
}

/// The words of a text without what is put into it.
fn words(text: &str) -> usize {
    let mut plain = String::new();
    let mut inside = 0;
    for letter in text.chars() {
        match letter {
            '{' => inside += 1,
            '}' => inside -= 1,
            _ if inside == 0 => plain.push(letter),
            _ => {}
        }
    }
    plain.split_whitespace().filter(|word| word.chars().filter(|letter| letter.is_alphabetic()).count() > 1).count()
}

#[test]
fn every_sentence_stands_in_say() {
    let root = Path::new(env!("CARGO_MANIFEST_DIR")).join("src");
    let mut all = Vec::new();
    sources(&root, &mut all);
    let mut seen = 0;
    let mut elsewhere = Vec::new();
    for path in all {
        for text in texts(&fs::read_to_string(&path).expect("a source")) {
            seen += 1;
            if words(&text) >= WORDS {
                elsewhere.push(format!("{}: {text}", path.strip_prefix(&root).expect("inside").display()));
            }
        }
    }
    assert!(seen > 500, "nothing was read: {seen}");
    assert_eq!(elsewhere, Vec::<String>::new());
}

#[test]
fn a_sentence_is_known_from_what_is_none() {
    let source = "let a = \"two words\"; // \"a comment is no text\"\nlet b = format!(\"The {patch} clips by {by}.\");\nx.expect(\"a word or two more\")";
    let found = texts(source);
    assert_eq!(found, ["two words", "The {patch} clips by {by}."]);
    assert_eq!(found.iter().map(|text| words(text)).collect::<Vec<_>>(), [2, 3]);
}
