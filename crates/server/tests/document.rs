//! The API document says what the API does: real things satisfy its schemas, and whatever is sent is answered with one of
//! the answers it names, never by a fault of the server.

#![allow(clippy::unwrap_used)]

mod common;

use common::{Tolva, demo};
use jsonschema::Validator;
use rand_chacha::ChaCha8Rng;
use rand_chacha::rand_core::{RngCore, SeedableRng};
use reqwest::Method;
use serde_json::{Map, Value, json};
use std::collections::HashMap;

fn validator(document: &Value, schema: &Value) -> Validator {
    let mut whole = schema.clone();
    whole["components"] = document["components"].clone();
    jsonschema::options().build(&whole).unwrap()
}

fn named(name: &str) -> Value {
    json!({"$ref": format!("#/components/schemas/{name}")})
}

/// Every thing, setup, day and setting of the sample studio satisfies its schema, and a spoilt one does not.
#[tokio::test]
async fn what_is_kept_satisfies_the_document() {
    let tolva = demo();
    let document = tolva.get("/api/openapi.json").await;
    assert!(document["openapi"].as_str().unwrap().starts_with("3.1"));
    let items = tolva.get("/api/kit").await;
    let kit = validator(&document, &named("KitItem"));
    for kept in items.as_array().unwrap() {
        let errors: Vec<String> = kit.iter_errors(&kept["item"]).map(|error| error.to_string()).collect();
        assert_eq!(errors, Vec::<String>::new(), "{}", kept["item"]["name"]);
    }
    assert!(items.as_array().unwrap().len() >= 20);
    assert!(!kit.is_valid(&json!({"kind": "gel"})));
    for (path, name) in [
        ("/api/setups/setup-doors", "KeptSetup"),
        ("/api/jobs/job-slip-shed", "JobSummary"),
        ("/api/jobs/job-slip-shed/day", "KeptDay"),
        ("/api/jobs/job-slip-shed/export", "JobFile"),
        ("/api/kit/export", "KitFile"),
        ("/api/settings", "KeptSettings"),
        ("/api/jobs/job-slip-shed/day/answer?setup=setup-doors", "DayAnswer"),
    ] {
        let answer = tolva.get(path).await;
        let schema = validator(&document, &named(name));
        let errors: Vec<String> = schema.iter_errors(&answer).map(|error| error.to_string()).collect();
        assert_eq!(errors, Vec::<String>::new(), "{path}");
        assert!(!schema.is_valid(&json!(7)), "{name}");
    }
}

/// The document, and what was already made of its schemas to hold answers against: making one takes longer than asking.
struct Held<'a> {
    document: &'a Value,
    made: HashMap<String, Validator>,
}

impl Held<'_> {
    fn to(&mut self, schema: &Value) -> &Validator {
        self.made.entry(schema.to_string()).or_insert_with(|| validator(self.document, schema))
    }
}

/// Made-up values by a seed.
struct Maker<'a> {
    chance: ChaCha8Rng,
    document: &'a Value,
}

impl Maker<'_> {
    fn one_of(&mut self, many: usize) -> usize {
        (self.chance.next_u32() as usize) % many.max(1)
    }

    /// Something of a schema, now and then with something wrong in it.
    fn make(&mut self, schema: &Value, depth: usize) -> Value {
        if self.one_of(40) == 0 || depth > 12 {
            let odd = [json!(null), json!(-1), json!(1e300), json!("x".repeat(500)), json!([]), json!({}), json!(true)];
            let at = self.one_of(odd.len());
            return odd[at].clone();
        }
        if let Some(name) = schema.get("$ref").and_then(Value::as_str) {
            let found = self.document.pointer(&name[1..]).cloned().unwrap();
            return self.make(&found, depth + 1);
        }
        for key in ["oneOf", "anyOf"] {
            if let Some(choices) = schema.get(key).and_then(Value::as_array) {
                let at = self.one_of(choices.len());
                return self.make(&choices[at].clone(), depth + 1);
            }
        }
        if let Some(choices) = schema.get("enum").and_then(Value::as_array) {
            let at = self.one_of(choices.len());
            return choices[at].clone();
        }
        let kinds = match &schema["type"] {
            Value::Array(kinds) => kinds.clone(),
            kind => vec![kind.clone()],
        };
        let at = self.one_of(kinds.len());
        match kinds[at].as_str() {
            Some("object") => {
                let mut made = Map::new();
                for (key, field) in schema["properties"].as_object().into_iter().flatten() {
                    made.insert(key.clone(), self.make(field, depth + 1));
                }
                Value::Object(made)
            }
            Some("array") => (0..self.one_of(3)).map(|_| self.make(&schema["items"], depth + 1)).collect(),
            Some("integer") => json!(self.one_of(50)),
            Some("number") => json!(f64::from(self.chance.next_u32() % 4000) / 100.0 - 2.0),
            Some("boolean") => json!(self.one_of(2) == 0),
            Some("string") => {
                let words =
                    ["Lamp", "18:30", "2026-09-17", "", "setup-doors", "cam-hall", "Europe/Oslo", "⅓ “quoted” =1+1"];
                json!(words[self.one_of(words.len())])
            }
            _ => Value::Null,
        }
    }

    /// A real value with a few of its parts changed.
    fn changed(&mut self, real: &Value) -> Value {
        match real {
            Value::Object(fields) => {
                let at = self.one_of(fields.len() + 1);
                let mut fields = fields.clone();
                if let Some((key, value)) = fields.clone().iter().nth(at) {
                    fields.insert(key.clone(), self.changed(value));
                }
                Value::Object(fields)
            }
            Value::Array(all) if !all.is_empty() => {
                let (mut all, at) = (all.clone(), self.one_of(all.len()));
                all[at] = self.changed(&all[at].clone());
                Value::Array(all)
            }
            Value::Number(_) => json!([0.0, -1.0, 1e9, 0.37, 55.0, 3.0][self.one_of(6)]),
            _ => [json!(null), json!("other"), json!(3), json!([]), json!("18:20")][self.one_of(5)].clone(),
        }
    }
}

/// Real bodies, to be changed a little.
async fn real(tolva: &Tolva, path: &str) -> Option<Value> {
    let setup = tolva.setup().await;
    let plain = setup["setup"].clone();
    Some(match path {
        "/api/assess" | "/api/advise" | "/api/plan" => plain,
        "/api/colours" => json!({"setup": plain, "ways": true}),
        "/api/picture" => json!({"setup": plain, "lit": {"light": "both"}}),
        "/api/colour/light" => {
            json!({"light": {"by": "kelvin", "kelvin": 3200.0}, "films": [{"shift": 64.0, "loss": 0.3}]})
        }
        "/api/colour/grey" => json!({"values": [0.2, 0.18, 0.15], "linear": true, "kelvin": 5600.0, "tint": 0.0}),
        "/api/layout" => json!({"setup": plain, "change": {"do": "people", "count": 3}, "solve": true}),
        "/api/drag" => json!({"setup": plain, "patch": "face", "part": {"of": "ambient"}, "to": -1.0}),
        "/api/setups/{id}" => json!({"setup": plain, "version": setup["version"]}),
        "/api/setups/{id}/moment" => json!({"setup": plain, "slot": plain["slot"]}),
        "/api/jobs/{id}/day" => tolva.get("/api/jobs/job-slip-shed/day").await,
        "/api/jobs/{id}/slots" => json!([{"setup": "setup-doors", "slot": plain["slot"]}]),
        "/api/import" => tolva.get("/api/jobs/job-slip-shed/export").await,
        "/api/settings" => tolva.get("/api/settings").await,
        _ => return None,
    })
}

/// Sends made-up and spoilt values everywhere; every answer is one the document names, and keeps to its schema.
#[tokio::test]
async fn whatever_is_sent_is_answered_as_the_document_says() {
    let tolva = demo();
    // One that nothing is sent to, to take real bodies from.
    let still = demo();
    let document = tolva.get("/api/openapi.json").await;
    let mut maker = Maker { chance: ChaCha8Rng::seed_from_u64(20_261_125), document: &document };
    let mut held = Held { document: &document, made: HashMap::new() };
    let mut asked = 0;
    for (path, operations) in document["paths"].as_object().unwrap() {
        // Listening never ends, and the whole studio as bytes has no schema.
        if ["/api/events", "/api/backup"].contains(&path.as_str()) {
            continue;
        }
        for (method, operation) in operations.as_object().unwrap() {
            let method: Method = method.to_uppercase().parse().unwrap();
            let schema = &operation["requestBody"]["content"]["application/json"]["schema"];
            let rounds = if schema.is_null() { 6 } else { 24 };
            for round in 0..rounds {
                let body = match real(&still, path).await.filter(|_| method != Method::GET) {
                    Some(real) if round % 2 == 0 => Some(maker.changed(&real)),
                    _ if schema.is_null() => None,
                    _ => Some(maker.make(&schema.clone(), 0)),
                };
                let mut address = path
                    .replace("{id}", ["job-slip-shed", "setup-doors", "mod-dish", "nowhere", "%00"][maker.one_of(5)]);
                for parameter in operation["parameters"].as_array().into_iter().flatten().filter(|p| p["in"] == "query")
                {
                    if maker.one_of(3) > 0 {
                        let value = ["18:30", "setup-doors", "12", "-200", "", "Lin"][maker.one_of(6)];
                        let join = if address.contains('?') { '&' } else { '?' };
                        address += &format!("{join}{}={value}", parameter["name"].as_str().unwrap());
                    }
                }
                check(&tolva, &mut held, operation, (&method, &address), body).await;
                asked += 1;
            }
        }
    }
    assert!(asked > 400, "{asked}");
    // And it still works.
    assert_eq!(tolva.get("/api/aside").await, json!([]));
}

async fn check(
    tolva: &Tolva,
    held: &mut Held<'_>,
    operation: &Value,
    (method, address): (&Method, &str),
    body: Option<Value>,
) {
    let mut request = tolva.client.request(method.clone(), format!("{}{address}", tolva.address));
    if let Some(body) = &body {
        request = request.json(body);
    }
    let answer = request.send().await.unwrap();
    let status = answer.status().as_u16();
    let said = format!(
        "{method} {address} {}",
        body.map_or_else(String::new, |body| body.to_string().chars().take(400).collect())
    );
    assert!(status < 500, "{status} to {said}");
    let kind = answer.headers().get("content-type").map_or("", |kind| kind.to_str().unwrap()).to_owned();
    let bytes = answer.bytes().await.unwrap();
    let named = &operation["responses"][status.to_string()];
    assert!(!named.is_null(), "{status} is not among the answers to {said}: {}", String::from_utf8_lossy(&bytes));
    let plain = kind.split(';').next().unwrap_or("");
    let Some(schema) = named["content"].get(plain).map(|content| &content["schema"]) else {
        assert!(bytes.is_empty() || !plain.contains("json"), "{plain} is not among the kinds of {status} to {said}");
        return;
    };
    if plain == "application/x-ndjson" {
        // Each line is a value of its own.
        bytes.split(|byte| *byte == b'\n').filter(|line| !line.is_empty()).for_each(|line| {
            serde_json::from_slice::<Value>(line).unwrap();
        });
    } else if plain.contains("json") {
        let value: Value = serde_json::from_slice(&bytes).unwrap();
        let errors: Vec<String> =
            held.to(schema).iter_errors(&value).map(|error| format!("{}: {error}", error.instance_path)).collect();
        assert_eq!(errors, Vec::<String>::new(), "{status} to {said}");
        if status >= 400 {
            let detail = value["detail"].as_str().unwrap();
            for word in ["expected", "`", "u32", "f64", "serde", "sqlite", "SQL", "struct"] {
                assert!(!detail.contains(word), "a machine's word in “{detail}”, to {said}");
            }
        }
    }
}

/// The names of all types under a folder that are described in the document.
fn described(folder: &std::path::Path, found: &mut Vec<String>) {
    for entry in std::fs::read_dir(folder).unwrap() {
        let path = entry.unwrap().path();
        if path.is_dir() {
            described(&path, found);
            continue;
        }
        let text = std::fs::read_to_string(&path).unwrap();
        let mut of_schema = false;
        for line in text.lines().map(str::trim) {
            of_schema |= line.starts_with("#[") && line.contains("ToSchema");
            let name = line.strip_prefix("pub struct ").or_else(|| line.strip_prefix("pub enum "));
            let Some(name) = name.filter(|_| of_schema) else { continue };
            found.push(name.chars().take_while(|letter| letter.is_alphanumeric()).collect());
            of_schema = false;
        }
    }
}

/// Two types of one name would be one in the document, and the other would be lost without a word.
#[test]
fn every_type_has_a_name_of_its_own() {
    let crates = std::path::Path::new(env!("CARGO_MANIFEST_DIR")).join("..");
    let mut found = Vec::new();
    for name in ["light", "core", "render", "standins", "store", "server"] {
        described(&crates.join(name).join("src"), &mut found);
    }
    found.sort();
    assert!(found.len() > 150, "{} types were found", found.len());
    let twice: Vec<&[String]> = found.windows(2).filter(|two| two[0] == two[1]).collect();
    assert_eq!(twice, Vec::<&[String]>::new());
}
