//! Names as they are looked for.

/// Plain small letters, without accents.
pub fn plain(text: &str) -> String {
    deunicode::deunicode(text).to_lowercase()
}
