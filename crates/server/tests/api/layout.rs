use super::*;

/// A light is moved by its distance, stays in its line, and the dials stay as they were; a distance of zero is refused at
/// its field.
#[tokio::test]
async fn a_distance_moves_the_light() {
    let tolva = demo();
    let kept = tolva.setup().await;
    let moved = |distance: f64| {
        let change = json!({"do": "move_light", "light": "octa", "face_distance": distance});
        json!({"setup": kept["setup"], "change": change})
    };
    let (_, before) =
        tolva.ask(Method::POST, "/api/layout", Some(json!({"setup": kept["setup"], "chosen": "octa"}))).await;
    let (status, answer) = tolva.ask(Method::POST, "/api/layout", Some(moved(2.4))).await;
    assert_eq!(status, StatusCode::OK, "{answer}");
    let placed = &answer["assessment"]["set"]["lights"][0];
    assert!((placed["face_distance"].as_f64().unwrap() - 2.4).abs() < 0.01);
    assert_eq!(answer["setup"]["camera"], kept["setup"]["camera"]);
    let flash = |assessment: &Value| assessment["levels"][0]["flash"].as_f64().unwrap();
    assert!(flash(&answer["assessment"]) < flash(&before["assessment"]) - 0.8);
    assert!(before["layout"]["curves"].as_array().unwrap().len() >= 3);
    let (status, answer) = tolva.ask(Method::POST, "/api/layout", Some(moved(0.0))).await;
    assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY);
    assert_eq!(answer["errors"][0]["field"], "/change");
}

/// Every change the set offers, made by the layout: what it moves is where it should be, and the dials stay as they were
/// until solving is asked for.
#[rstest]
#[case::nearer(json!({"do": "move_light", "light": "octa", "face_distance": 1.0}), "/assessment/set/lights/0/face_distance", json!(1.0))]
#[case::from_the_background(json!({"do": "light_from_background", "light": "octa", "background_distance": 18.0}), "/assessment/set/lights/0/background_distance", json!(18.0))]
#[case::step_back(json!({"do": "step_back", "distance": 3.0}), "/assessment/set/subject_distance", json!(3.0))]
#[case::a_card_nearer(json!({"do": "move_card", "card": "card", "face_distance": 1.2}), "/assessment/set/cards/0/face_distance", json!(1.2))]
#[case::another_modifier(json!({"do": "fit", "light": "octa", "modifier": "mod-grid"}), "/setup/lights/0/modifier", json!("mod-grid"))]
#[case::bare(json!({"do": "fit", "light": "octa", "modifier": null}), "/setup/lights/0/modifier", json!(null))]
#[case::more_people(json!({"do": "people", "count": 5}), "/setup/scene/people/4/posture", json!("standing"))]
#[case::one_light_more(json!({"do": "add", "what": {"thing": "light"}}), "/setup/lights/1/on", json!(true))]
#[case::a_panel(json!({"do": "add", "what": {"thing": "card", "card": "diffusion"}}), "/setup/scene/cards/1/kind", json!("diffusion"))]
#[case::a_mirror(json!({"do": "add", "what": {"thing": "pane", "pane": "mirror"}}), "/setup/scene/panes/0/kind", json!("mirror"))]
#[case::crossed(json!({"do": "arrange", "arrangement": "cross_light"}), "/setup/lights/1/on", json!(true))]
#[case::another_approach(json!({"do": "approach", "approach": "silhouette"}), "/assessment/approach/approach", json!("silhouette"))]
#[tokio::test]
async fn changes_by_the_layout(#[case] change: Value, #[case] at: &str, #[case] expected: Value) {
    let tolva = demo();
    let mut setup = tolva.setup().await["setup"].clone();
    let card = setup["scene"]["cards"][0]["id"].clone();
    let mut change = change;
    if change["card"] == "card" {
        change["card"] = card;
    }
    let before = setup["camera"].clone();
    let (status, answer) = tolva.post("/api/layout", json!({"setup": setup, "change": change})).await;
    assert_eq!(status, StatusCode::OK, "{answer}");
    let found = answer.pointer(at).unwrap_or_else(|| panic!("nothing at {at}: {answer}"));
    match (found.as_f64(), expected.as_f64()) {
        (Some(found), Some(expected)) => assert!((found - expected).abs() < 0.01, "{found} {expected}"),
        _ => assert_eq!(found, &expected),
    }
    assert_eq!(answer["setup"]["camera"]["aperture"], before["aperture"]);
    assert_eq!(answer["setup"]["camera"]["shutter"], before["shutter"]);
    assert_eq!(answer["layout"]["curves"], json!([]), "no light was chosen");
    // What came back can be sent again, and laid out is the same.
    setup = answer["setup"].clone();
    let (_, again) = tolva.post("/api/layout", json!({"setup": setup})).await;
    assert_eq!(again["layout"], answer["layout"]);
}

/// Solving by the layout turns the same dials as solving alone; a room of another shape is filled, one that is no shape
/// changes nothing.
#[tokio::test]
async fn a_layout_solved_and_fitted() {
    let tolva = demo();
    let mut setup = tolva.setup().await["setup"].clone();
    setup["readings"][1]["measured"] = json!({"as": "ev", "ev": 11});
    let (_, plan) = tolva.post("/api/plan", setup.clone()).await;
    let (_, solved) = tolva.post("/api/layout", json!({"setup": setup, "solve": true})).await;
    assert_eq!(solved["setup"], plan["setup"]);
    assert_ne!(solved["setup"]["camera"], setup["camera"]);
    let wide = async |ratio: Value| {
        let (status, answer) = tolva.post("/api/layout", json!({"setup": setup, "ratio": ratio})).await;
        assert_eq!(status, StatusCode::OK, "{answer}");
        let y = &answer["layout"]["extent"]["y"];
        y[1].as_f64().unwrap() - y[0].as_f64().unwrap()
    };
    let plain = wide(Value::Null).await;
    assert!(wide(json!(3.0)).await > plain + 1.0);
    assert!((wide(json!(-4.0)).await - plain).abs() < 1e-9);
    assert!(wide(json!(1e300)).await < 80.0);
}

/// A job file of the first version is taken, and everything in it gets a place.
#[tokio::test]
async fn a_file_of_the_first_version_is_taken() {
    let tolva = demo();
    let file: Value = serde_json::from_str(include_str!("../../../core/tests/data/job-v1.json")).unwrap();
    let (status, answer) = tolva.ask(Method::POST, "/api/import", Some(file)).await;
    assert_eq!(status, StatusCode::OK, "{answer}");
    let (_, job) = tolva.ask(Method::GET, &format!("/api/jobs/{}", answer["jobs"][0].as_str().unwrap()), None).await;
    let id = job["setups"][0]["id"].as_str().unwrap();
    let (_, kept) = tolva.ask(Method::GET, &format!("/api/setups/{id}"), None).await;
    assert!(kept["setup"]["scene"]["people"].is_array(), "{kept}");
}
