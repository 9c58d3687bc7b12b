//! Small rules of wording that every sentence keeps.

/// The first letter in capitals.
///
/// An f-number keeps its small f.
pub(crate) fn capital(words: &str) -> String {
    if words.starts_with("f/") {
        return words.to_owned();
    }
    let mut letters = words.chars();
    letters.next().map_or_else(String::new, |first| first.to_uppercase().collect::<String>() + letters.as_str())
}
