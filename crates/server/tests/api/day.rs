use super::*;

const SLIP: &str = "/api/jobs/job-slip-shed";

/// The day over the wire: the light of the chosen setup, its ladder, what the clock has not come to, and the moment asked
/// for alone.
#[tokio::test]
async fn a_day_is_answered_with_light_and_ladder() {
    let tolva = demo();
    let day = tolva.get(&format!("{SLIP}/day/answer?setup=setup-doors&clock=18:30")).await;
    assert_eq!(day["minutes"], 1440);
    assert_eq!(day["setups"].as_array().unwrap().len(), 3);
    assert!(day["setups"][0]["curve"].as_array().unwrap().len() > 250);
    assert!(day["setups"][1]["curve"].as_array().unwrap().is_empty());
    let rungs = day["ladder"]["rungs"].as_array().unwrap();
    assert_eq!(rungs[0]["clock"], "18:12");
    assert!(rungs.len() > 5);
    let sunset = day["events"].as_array().unwrap().iter().find(|event| event["kind"] == "sunset").unwrap();
    assert_eq!(sunset["clock"], "19:32");
    let moment = tolva.get(&format!("{SLIP}/day/moment?setup=setup-doors&clock=18:12")).await;
    assert_eq!(moment["forecast"]["levels"][0]["ev"], 10.0);
    // Before the reading's time the model stands alone.
    let before = tolva.get(&format!("{SLIP}/day/moment?setup=setup-doors&clock=18:00")).await;
    assert_eq!(before["forecast"]["levels"][0]["reading"], Value::Null);
}

#[rstest]
#[case::no_time("clock=7pm", "/clock", "hours and minutes")]
#[case::no_such_time("clock=24:00", "/clock", "hours and minutes")]
#[tokio::test]
async fn a_clock_that_is_none_is_said_at_its_field(#[case] query: &str, #[case] field: &str, #[case] words: &str) {
    let (status, problem) = demo().ask(Method::GET, &format!("{SLIP}/day/answer?{query}"), None).await;
    assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY);
    assert_eq!(problem["errors"][0]["field"], field);
    assert!(problem["errors"][0]["detail"].as_str().unwrap().contains(words), "{problem}");
}

/// Every way a day can be wrong is refused at its field, and what was kept stays.
#[rstest]
#[case::latitude(|day: &mut Value| day["place"]["latitude"] = json!(91), "/day/place/latitude", "latitude can be -90 to 90")]
#[case::zone(|day: &mut Value| day["place"]["zone"] = json!("Mars/Olympus"), "/day/place/zone", "no time zone called")]
#[case::one_point(|day: &mut Value| day["place"]["horizon"] = json!([{"bearing": 0, "altitude": 3}]), "/place/horizon", "can be 2 to 72; here it is 1")]
#[case::ten_thousand(|day: &mut Value| day["place"]["horizon"] = json!(vec![json!({"bearing": 1, "altitude": 3}); 4_000]), "/place/horizon", "here it is 4000")]
#[case::cover(|day: &mut Value| day["clouds"] = json!([1.2]), "/day/clouds/0", "share can be 0 to 1")]
#[case::tolerance(|day: &mut Value| day["tolerance"] = json!(3), "/tolerance", "tolerance can be 0.1 to 1")]
#[case::a_window_too_far(|day: &mut Value| day["place"]["spots"][1]["surroundings"]["distance"] = json!(500), "/place/spots/1/surroundings/distance", "0.1 to 60 m")]
#[case::a_spot_twice(|day: &mut Value| day["place"]["spots"][1]["id"] = json!("doors"), "/place/spots/1/id", "is there twice")]
#[case::time(|day: &mut Value| day["from"] = json!("25:00"), "/day/from", "hours and minutes")]
#[tokio::test]
async fn a_bad_day_is_refused_at_its_field(#[case] spoil: fn(&mut Value), #[case] field: &str, #[case] words: &str) {
    let tolva = demo();
    let mut kept = tolva.get(&format!("{SLIP}/day")).await;
    spoil(&mut kept["day"]);
    let (status, problem) = tolva.ask(Method::PUT, &format!("{SLIP}/day"), Some(kept)).await;
    assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY, "{problem}");
    assert_eq!(problem["errors"][0]["field"], field, "{problem}");
    assert!(problem["errors"][0]["detail"].as_str().unwrap().contains(words), "{problem}");
    assert_eq!(tolva.get(&format!("{SLIP}/day")).await["version"], 1);
}

#[tokio::test]
async fn slots_that_cannot_be_are_refused_at_theirs() {
    let tolva = demo();
    let slot = tolva.setup().await["setup"]["slot"].clone();
    let put = |slot: Value| json!([{ "setup": "setup-doors", "slot": slot }]);
    let spoiled = |field: &str, value: Value| {
        let mut slot = slot.clone();
        slot[field] = value;
        put(slot)
    };
    for (body, field) in [
        (spoiled("spot", json!("nowhere")), "/0/slot/spot"),
        (spoiled("minutes", json!(2)), "/0/slot/minutes"),
        (spoiled("time", json!("26:00")), "/0/slot/time"),
    ] {
        let (status, problem) = tolva.ask(Method::PUT, &format!("{SLIP}/slots"), Some(body)).await;
        assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY, "{problem}");
        assert_eq!(problem["errors"][0]["field"], field, "{problem}");
    }
    assert_eq!(tolva.setup().await["setup"]["slot"], slot);
}

/// Asked as a kept setup, it is answered in the light of its day; asked as any setup, by its readings alone.
#[tokio::test]
async fn a_setup_is_assessed_in_the_light_of_its_day() {
    let tolva = demo();
    let mut setup = tolva.setup().await["setup"].clone();
    setup["slot"]["time"] = json!("19:12");
    let (_, alone) = tolva.post("/api/assess", setup.clone()).await;
    assert_eq!(alone["levels"][0]["source"]["from"], "metered");
    let (_, there) = tolva.post("/api/assess?of=setup-doors", setup.clone()).await;
    let source = &there["levels"][0]["source"];
    assert_eq!(
        (&source["from"], &source["time"], &source["reading"]),
        (&json!("forecast"), &json!("19:12"), &json!("face-1812"))
    );
    assert!(there["levels"][0]["ambient"].as_f64() < alone["levels"][0]["ambient"].as_f64());
    // Put at that time it is solved for that light, and the kind of light is told.
    let body = json!({ "setup": setup, "slot": setup["slot"] });
    let (status, put) = tolva.post("/api/setups/setup-doors/moment", body).await;
    assert_eq!(status, StatusCode::OK, "{put}");
    assert_ne!(put["camera"], setup["camera"]);
    assert_eq!(put["ambient"]["kind"], "low_sun");
}

#[tokio::test]
async fn without_a_place_or_a_date_there_is_no_light_and_it_says_what_to_do() {
    let tolva = demo();
    let new = json!({ "name": "New", "kind": "portrait", "client": "", "date": "", "place": "", "purpose": {"shown": {"on": "anywhere"}, "shape": "sensor"}, "venue": {"tripod": true, "stands": true, "flash": true, "sound": true, "bounce": true}, "lines": [] });
    let (_, job) = tolva.post("/api/jobs", new).await;
    let path = format!("/api/jobs/{}", job["id"].as_str().unwrap());
    let (status, problem) = tolva.ask(Method::GET, &format!("{path}/day/answer"), None).await;
    assert_eq!((status, &problem["type"]), (StatusCode::CONFLICT, &json!("no-place")));
    assert_eq!(tolva.get(&format!("{path}/light")).await, json!([]));
    let (status, problem) = tolva.ask(Method::GET, &format!("{path}/takes/by-clock?setup=setup-doors"), None).await;
    assert_eq!((status, &problem["type"]), (StatusCode::CONFLICT, &json!("no-place")));
    let day = tolva.get(&format!("{SLIP}/day")).await["day"].clone();
    let (status, _) = tolva.ask(Method::PUT, &format!("{path}/day"), Some(json!({ "day": day, "version": 0 }))).await;
    assert_eq!(status, StatusCode::OK);
    let (status, problem) = tolva.ask(Method::GET, &format!("{path}/day/answer"), None).await;
    assert_eq!((status, &problem["type"]), (StatusCode::CONFLICT, &json!("no-date")));
}

#[rstest]
#[case::hours("hour,cover\n12,20\n14:00,60 %", Ok(15))]
#[case::words("12,20\nnoon,30", Err("Line 2 cannot be read"))]
#[case::nothing("", Err("There is no hour in the file"))]
#[tokio::test]
async fn cloud_is_read_from_a_table(#[case] text: &'static str, #[case] want: Result<usize, &str>) {
    let tolva = demo();
    let answer = tolva.client.post(format!("{}/api/clouds/read", tolva.address)).body(text).send().await.unwrap();
    let body: Value = answer.json().await.unwrap();
    match want {
        Ok(hours) => {
            assert_eq!(body.as_array().unwrap().len(), hours);
            assert_eq!(body[13], 0.4);
        }
        Err(words) => assert!(body["detail"].as_str().unwrap().contains(words), "{body}"),
    }
    // The simulated service gives the same day for the same seed.
    let day = tolva.get("/api/clouds/simulated?seed=7").await;
    assert_eq!(day, tolva.get("/api/clouds/simulated?seed=7").await);
    assert_ne!(day, tolva.get("/api/clouds/simulated?seed=8").await);
}

#[tokio::test]
async fn towns_and_zones_are_found_without_a_network() {
    let tolva = demo();
    let found = tolva.get("/api/towns?typed=flens").await;
    assert_eq!(found["towns"][0]["name"], "Flensburg");
    assert_eq!(found["towns"][0]["zone"], "Europe/Berlin");
    assert!(found["credit"].as_str().unwrap().contains("CC BY 4.0"));
    assert_eq!(tolva.get("/api/zone?latitude=27.7&longitude=85.3").await["zone"], "Asia/Kathmandu");
    let (status, problem) = tolva.ask(Method::GET, "/api/zone?latitude=95&longitude=0", None).await;
    assert_eq!((status, &problem["errors"][0]["field"]), (StatusCode::UNPROCESSABLE_ENTITY, &json!("/latitude")));
}

#[tokio::test]
async fn readings_and_ladder_are_exported_as_tables() {
    let tolva = demo();
    let read = async |path: &str| {
        let answer = tolva.client.get(format!("{}{path}", tolva.address)).send().await.unwrap();
        assert_eq!(answer.headers()["content-type"], "text/csv; charset=utf-8");
        assert!(answer.headers()["content-disposition"].to_str().unwrap().contains(".csv"));
        let text = answer.text().await.unwrap();
        csv::Reader::from_reader(text.as_bytes()).records().map(Result::unwrap).collect::<Vec<_>>()
    };
    let readings = read(&format!("{SLIP}/readings.csv")).await;
    assert_eq!(readings.len(), 6);
    assert_eq!(&readings[0][1], "18:12");
    assert_eq!(&readings[0][5], "10.00");
    let ladder = read("/api/setups/setup-doors/ladder.csv").await;
    assert_eq!((&ladder[0][0], &ladder[0][1]), ("18:12", "ISO"));
    assert!(ladder.iter().any(|row| &row[1] == "shutter" && &row[2] == "1/160"));
}

/// A job's card has each setup with its dials, ladder, drawing and lists, and what all of them pack; one the kit no longer allows is named.
#[tokio::test]
async fn a_job_has_a_card() {
    let tolva = demo();
    let (status, told) = tolva.ask(Method::GET, "/api/jobs/job-slip-shed/card", None).await;
    assert_eq!(status, StatusCode::OK, "{told}");
    let setups = told["setups"].as_array().unwrap();
    assert_eq!(setups.len(), 3);
    let doors = &setups[0];
    assert_eq!(doors["id"], "setup-doors");
    assert!(doors["ladder"]["rungs"].as_array().unwrap().len() > 1, "the light changes by the sea in the evening");
    assert!(!doors["layout"]["things"].as_array().unwrap().is_empty());
    assert!(doors["tests"].as_array().unwrap().len() >= 3);
    assert!(told["packing"].as_array().unwrap().iter().any(|line| line["text"] == "Octa 90 cm, two layers"));
    assert_eq!((&told["off"], &told["place"]), (&json!([]), &json!("Ketterholm, west quay")));
    // The octa's own levels on the card are those the bench shows.
    let (_, kept) = tolva.ask(Method::GET, "/api/setups/setup-doors", None).await;
    let (_, bench) = tolva.ask(Method::POST, "/api/assess?of=setup-doors", Some(kept["setup"].clone())).await;
    assert_eq!(doors["assessment"]["levels"], bench["levels"]);
    assert_eq!(tolva.ask(Method::GET, "/api/jobs/nobody/card", None).await.0, StatusCode::NOT_FOUND);
}
