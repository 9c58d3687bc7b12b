//! Reading JSON into checked values: every problem at its field, in a person's words.

use crate::check::{FieldError, Problem};
use crate::kit::KitItem;
use crate::say;
use serde::Serialize;
use serde::de::DeserializeOwned;
use serde_json::Value;
use serde_path_to_error::Segment;

/// Reads a value, whole: a field it does not know is a problem too. `at` is where it stands in what was sent.
///
/// # Errors
/// The first problem found, at its field.
pub fn decode<T: DeserializeOwned + Serialize>(value: Value, at: &str) -> Result<T, Vec<FieldError>> {
    let read: T = decode_kept(&value, at)?;
    // A variant without fields takes any field in silence; what is not written again was not read.
    let again = serde_json::to_value(&read).unwrap_or(Value::Null);
    let mut unread = Vec::new();
    not_in(&value, &again, at, &mut unread);
    if unread.is_empty() { Ok(read) } else { Err(unread) }
}

/// Reads a value that was written by this program, and so has nothing beyond what it knows.
///
/// # Errors
/// The first problem found, at its field.
pub fn decode_kept<T: DeserializeOwned>(value: &Value, at: &str) -> Result<T, Vec<FieldError>> {
    serde_path_to_error::deserialize(value).map_err(|error| {
        let mut field = at.to_owned();
        for segment in error.path().iter() {
            match segment {
                Segment::Seq { index } => field += &format!("/{index}"),
                Segment::Map { key } => field += &format!("/{}", token(key)),
                Segment::Enum { .. } | Segment::Unknown => {}
            }
        }
        vec![said(field, &error.inner().to_string())]
    })
}

/// Reads a thing of the kit by its kind, so that a problem is named at its own field.
///
/// # Errors
/// The first problem found, at its field.
pub fn decode_kit_item(mut value: Value, at: &str) -> Result<KitItem, Vec<FieldError>> {
    let kind = value.as_object_mut().and_then(|object| object.remove("kind"));
    match kind.as_ref().and_then(Value::as_str) {
        Some("camera") => decode(value, at).map(KitItem::Camera),
        Some("lens") => decode(value, at).map(KitItem::Lens),
        Some("flash") => decode(value, at).map(KitItem::Flash),
        Some("modifier") => decode(value, at).map(KitItem::Modifier),
        Some("gel") => decode(value, at).map(KitItem::Gel),
        Some("filter") => decode(value, at).map(KitItem::Filter),
        _ => Err(vec![FieldError { field: format!("{at}/kind"), problem: Problem::KitKind }]),
    }
}

/// A key as a token of a JSON pointer (RFC 6901), cut where it is longer than anything we name.
fn token(key: &str) -> String {
    key.chars().take(60).collect::<String>().replace('~', "~0").replace('/', "~1")
}

fn not_in(sent: &Value, read: &Value, at: &str, found: &mut Vec<FieldError>) {
    match (sent, read) {
        (Value::Object(sent), Value::Object(read)) => {
            for (key, value) in sent {
                let field = format!("{at}/{}", token(key));
                match read.get(key) {
                    Some(read) => not_in(value, read, &field, found),
                    None => found.push(FieldError { field, problem: Problem::Unknown }),
                }
            }
        }
        (Value::Array(sent), Value::Array(read)) => {
            for (index, (sent, read)) in sent.iter().zip(read).enumerate() {
                not_in(sent, read, &format!("{at}/{index}"), found);
            }
        }
        // A list in the place of named fields would be read by their order.
        (Value::Array(_), Value::Object(_)) => {
            let problem = Problem::Needs { what: say::fields::FIELDS };
            found.push(FieldError { field: at.to_owned(), problem });
        }
        _ => {}
    }
}

/// The reader's words, put the way a photographer would.
fn said(field: String, words: &str) -> FieldError {
    let quoted = |text: &str| text.split('`').nth(1).unwrap_or("").to_owned();
    let problem = if let Some(rest) = words.strip_prefix("missing field ") {
        return FieldError { field: format!("{field}/{}", token(&quoted(rest))), problem: Problem::Missing };
    } else if let Some(rest) = words.strip_prefix("unknown field ") {
        let name = token(&quoted(rest));
        let field = if field.ends_with(&format!("/{name}")) { field } else { format!("{field}/{name}") };
        return FieldError { field, problem: Problem::Unknown };
    } else if words.starts_with("unknown variant ") {
        let choices = words.split('`').skip(1).step_by(2).skip(1).map(|word| word.replace('_', " ")).collect();
        Problem::NotAChoice { choices }
    } else if words.starts_with("invalid type")
        || words.starts_with("invalid value")
        || words.starts_with("invalid length")
    {
        let expected = words.rsplit_once("expected ").map_or("", |(_, expected)| expected);
        let whole = ["u8", "u16", "u32", "u64", "usize"].contains(&expected);
        if whole {
            Problem::Needs { what: say::fields::WHOLE_NUMBER }
        } else if ["i8", "i16", "i32", "i64"].contains(&expected) {
            Problem::Needs { what: "A whole number" }
        } else if expected == "f64" || expected == "f32" || expected.contains("number") {
            Problem::Needs { what: "A number" }
        } else if expected.contains("string") {
            Problem::Needs { what: "A text" }
        } else if expected.contains("bool") {
            Problem::Needs { what: say::fields::YES_OR_NO }
        } else if expected.contains("sequence") || expected.contains("array") || expected.contains("tuple") {
            Problem::Needs { what: "A list" }
        } else {
            Problem::Needs { what: say::fields::FIELDS }
        }
    } else {
        // The quantities' own words.
        let cut = words.chars().take(300).collect();
        Problem::Said { words: cut }
    };
    FieldError { field, problem }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::setup::{Setup, Subject};
    use rstest::rstest;
    use serde_json::json;

    fn subject() -> Value {
        json!({"kind": "person", "depth": 2.4, "movement": "posed", "trace": "frozen", "tone": "medium"})
    }

    #[rstest]
    #[case::out_of_range("depth", json!(-1), "/depth", "The length can be 0.0001 to 10000 m, not -1.")]
    #[case::a_word("depth", json!("far"), "/depth", "A number is needed here.")]
    #[case::nothing("depth", json!(null), "/depth", "A number is needed here.")]
    #[case::not_a_choice("tone", json!("pink"), "/tone", "The choices here are very dark, dark, medium, light, very light.")]
    #[case::unknown("hue", json!("red"), "/hue", "There is no such field.")]
    #[case::slash("a/b", json!(1), "/a~1b", "There is no such field.")]
    fn problems_stand_at_their_field(
        #[case] key: &str,
        #[case] value: Value,
        #[case] field: &str,
        #[case] words: &str,
    ) {
        let mut sent = subject();
        assert!(decode::<Subject>(sent.clone(), "").is_ok());
        sent[key] = value;
        let errors = decode::<Subject>(sent, "").unwrap_err();
        assert_eq!(errors[0].field, field);
        assert_eq!(errors[0].problem.to_string(), words);
    }

    #[test]
    fn what_is_missing_is_named_at_its_own_place() {
        let mut sent = subject();
        sent.as_object_mut().unwrap().remove("depth");
        let errors = decode::<Subject>(sent, "/subject").unwrap_err();
        assert_eq!(
            (errors[0].field.as_str(), errors[0].problem.to_string().as_str()),
            ("/subject/depth", "This is missing.")
        );
    }

    /// No word of the language the program is written in reaches a person.
    #[rstest]
    #[case("/pace/frames", json!(-1), "A whole number, 0 or more, is needed here.")]
    #[case("/pace/frames", json!(1.5), "A whole number, 0 or more, is needed here.")]
    #[case("/lights", json!({}), "A list is needed here.")]
    #[case("/solve_as_i_go", json!(3), "Yes or no (true or false) is needed here.")]
    #[case("/scene", json!("x"), "Something with fields of its own is needed here.")]
    #[case("/name", json!(7), "A text is needed here.")]
    fn a_persons_words(#[case] field: &str, #[case] value: Value, #[case] words: &str) {
        let mut sent = serde_json::to_value(crate::sample::portrait()).unwrap();
        *sent.pointer_mut(field).unwrap() = value;
        let errors = decode::<Setup>(sent, "").unwrap_err();
        assert!(errors[0].field.starts_with(field), "{errors:?}");
        assert_eq!(errors[0].problem.to_string(), words);
    }

    #[test]
    fn a_list_does_not_stand_for_named_fields() {
        let errors = decode::<Subject>(json!(["person", 2.4, "posed", "frozen", "medium"]), "/subject").unwrap_err();
        assert_eq!(errors[0].field, "/subject");
    }

    /// A variant that has no fields refuses one all the same.
    #[test]
    fn a_field_on_a_variant_without_fields_is_refused() {
        let mut sent = serde_json::to_value(crate::sample::portrait()).unwrap();
        sent["scene"]["camera"]["aim"] = json!({"at": "subject", "pan": 4.0});
        let errors = decode::<Setup>(sent, "").unwrap_err();
        assert_eq!(errors[0].field, "/scene/camera/aim/pan");
    }
}
