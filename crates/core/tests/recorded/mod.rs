//! Answers as text, line by line.

use serde::Serialize;
use serde_json::Value;
use std::collections::BTreeMap;
use std::fmt::Write;

/// What stands in the setup itself.
const LEFT_OUT: [&str; 1] = ["setup"];
/// Of longer lists, which are drawn, about so many entries are recorded: more nobody reads.
const READ: usize = 8;

/// A line for each value: where it stands, and what it is, to three decimals.
fn lines(at: &str, value: &Value, into: &mut String) {
    let under = |key: &str| if at.is_empty() { key.to_owned() } else { format!("{at}.{key}") };
    match value {
        Value::Object(fields) => {
            // In an order that no feature of a package changes.
            let fields: BTreeMap<_, _> = fields.iter().filter(|(key, _)| !LEFT_OUT.contains(&key.as_str())).collect();
            for (key, value) in fields {
                lines(&under(key), value, into);
            }
        }
        Value::Array(entries) => {
            let every = if entries.len() > 2 * READ { entries.len().div_ceil(READ) } else { 1 };
            for (index, entry) in entries.iter().enumerate().step_by(every) {
                lines(&under(&index.to_string()), entry, into);
            }
        }
        Value::Null => {}
        Value::Number(number) => {
            let number = number.as_f64().unwrap();
            // Nothing is never less than nothing.
            let rounded = (number * 1e3).round() / 1e3 + 0.0;
            writeln!(into, "{at} {rounded}").unwrap();
        }
        Value::String(text) => writeln!(into, "{at} {text}").unwrap(),
        Value::Bool(is) => writeln!(into, "{at} {is}").unwrap(),
    }
}

/// All of an answer.
pub fn record(of: &impl Serialize) -> String {
    let mut text = String::new();
    lines("", &serde_json::to_value(of).unwrap(), &mut text);
    text
}
