use super::*;

/// Each starting arrangement places its lights; undo brings back what was there.
#[tokio::test(flavor = "multi_thread")]
async fn starting_arrangements() {
    let walk = Walk::at_desk().await;
    walk.open_set("setup-doors").await;
    const LIGHTS: &str = "return document.querySelectorAll('[data-drawing=plan] [data-thing^=lights]').length";
    assert!((walk.figure(LIGHTS).await - 1.0).abs() < 1e-9);
    walk.press_named("Start from").await;
    walk.named("[role=menuitem]", "Cross light").await.click().await.unwrap();
    walk.wait(
        "two lights",
        "return document.querySelectorAll('[data-drawing=plan] [data-thing^=lights]').length === 2",
    )
    .await;
    walk.sees("[aria-label='On the set'] [role=option]", "round to the right").await;
    walk.saved().await;
    walk.press_named("Start from").await;
    walk.named("[role=menuitem]", "Flash on the camera, bounced").await.click().await.unwrap();
    walk.sees("[aria-label='On the set'] [role=option]", "on the camera, turned").await;
    walk.sees("[data-sheet]", "Off the ceiling: 7 stops less than straight").await;
    walk.saved().await;
    walk.press_named("Put on the set").await;
    walk.named("[role=menuitem]", "A mirror").await.click().await.unwrap();
    walk.sees("[aria-label='On the set'] [role=option]", "Mirror").await;
    walk.saved().await;
    // Three quick presses are three steps back.
    for _ in 0..3 {
        walk.keys("z").await;
    }
    walk.wait("one light", "return document.querySelectorAll('[data-drawing=plan] [data-thing^=lights]').length === 1")
        .await;
    walk.end().await;
}

/// Every sheet changes its thing: what is typed and chosen shows in the drawing, in words and in the light.
#[tokio::test(flavor = "multi_thread")]
async fn every_sheet_answers() {
    let walk = Walk::at_desk().await;
    walk.open_set("setup-doors").await;
    const DRAWN: &str =
        "[...document.querySelectorAll('[data-drawing=elevation] [data-drawn]')].map((e) => e.dataset.drawn)";
    // Room: without its ceiling none is drawn.
    walk.press("[role=option][data-key=room]").await;
    walk.wait("the ceiling", &format!("return {DRAWN}.includes('room/ceiling')")).await;
    walk.press_named("Ceiling").await;
    walk.wait("no ceiling", &format!("return !{DRAWN}.includes('room/ceiling')")).await;
    // Weather: a gale says to take the box down.
    walk.press("[role=option][data-key=weather]").await;
    walk.type_into("Wind", "9").await;
    walk.saved().await;
    walk.press("[role=option][data-key='lights/0']").await;
    walk.sees("[data-sheet='lights/0'] p", "Too much wind for this: take it down").await;
    walk.press("[role=option][data-key=weather]").await;
    walk.type_into("Wind", "4").await;
    walk.press("[role=option][data-key='lights/0']").await;
    walk.sees("[data-sheet='lights/0'] p", "In this wind a bag of").await;
    walk.type_into("Light A: bag", "20").await;
    walk.sees("[data-sheet='lights/0'] p", "kg is on it").await;
    // Subject: on a chair the face is lower, and so the camera's aim.
    walk.press("[role=option][data-key='people/0']").await;
    walk.choose("standing", "sitting").await;
    walk.sees("[data-sheet] .place", "sitting, 1.75 m tall").await;
    walk.press_named("Looks at the camera").await;
    walk.type_into("Subject: looks", "150").await;
    walk.sees("[data-sheet] .place", "off the camera").await;
    // Camera: a shorter lens holds more.
    walk.press("[role=option][data-key=camera]").await;
    walk.sees("[data-sheet] li", "fill the frame at the subject (16°").await;
    walk.press_named("Held upright").await;
    walk.sees("[data-sheet] li", "fill the frame at the subject (23°").await;
    // Card: black it fills nothing and is drawn so.
    walk.press("[role=option][data-key='cards/0']").await;
    walk.sees("[data-sheet] li", "Cards lift the shadow side by").await;
    walk.choose("White card", "Black card").await;
    walk.sees("[data-sheet] h2", "Black card").await;
    walk.no_longer_sees("[data-sheet] li", "Cards lift").await;
    walk.press_named("Delete").await;
    walk.wait("no card", "return !document.querySelector('[data-thing^=cards]')").await;
    walk.saved().await;
    // A window has the brightness that was read off it; made a mirror it has none. A thing stands on its table.
    walk.open_set("setup-cups").await;
    walk.press("[role=option][data-key='panes/0']").await;
    walk.type_into("Window i: EV of its daylight", "11.5").await;
    walk.sees("[data-sheet] .place", "daylight reads EV 11.5").await;
    walk.choose("Glass", "Mirror").await;
    walk.sees("[data-sheet] h2", "Mirror").await;
    walk.press("[role=option][data-key=thing]").await;
    walk.type_into("Thing: table", "0.5").await;
    walk.sees("[data-sheet] .place", "on a table of 50 cm").await;
    walk.saved().await;
    walk.end().await;
}

/// Too far for its power, and allowed to be moved: solving brings it nearer, out of the picture still; not allowed, it
/// stays.
#[tokio::test(flavor = "multi_thread")]
async fn solve_may_move_a_light() {
    let walk = Walk::at_desk().await;
    walk.open_set("setup-doors").await;
    walk.type_into("Light A: distance to the face", "5").await;
    walk.number_is("Light A: across", "n > 3").await;
    walk.press_named("Solve").await;
    walk.saved().await;
    assert!((walk.number("Light A: distance to the face").await - 5.0).abs() < 0.02, "it moved without leave");
    walk.press_named("Solve may move it").await;
    walk.saved().await;
    walk.press_named("Solve").await;
    walk.number_is("Light A: distance to the face", "n < 4.5").await;
    walk.sees("h2[data-met]", "Face and background meet at 0.").await;
    walk.sees("[aria-label='What the set says'] p", "Nothing stands in the picture").await;
    walk.end().await;
}

/// What cannot be is said at its field or where the hand put it, and nothing is lost.
#[tokio::test(flavor = "multi_thread")]
async fn bad_input_on_the_set() {
    let walk = Walk::at_desk().await;
    walk.open_set("setup-doors").await;
    // Into the wall by hand: it goes back, and says why.
    let kept = walk.kept("setup-doors").await;
    let x = kept["lights"][0]["at"]["x"].as_f64().unwrap();
    let wall = kept["scene"]["room"]["left"]["distance"].as_f64();
    if let Some(wall) = wall {
        let up = ((wall + x + 0.4) * walk.scale().await) as i64;
        walk.drag(A, 0, -up).await;
        walk.sees("[data-said]", "It stays where it was.").await;
        walk.saved().await;
        assert_eq!(walk.kept("setup-doors").await["lights"], kept["lights"]);
    }
    walk.type_into("Light A: distance to the face", "0").await;
    walk.sees("[data-rac]", "0.0001 to 10000 m, not 0").await;
    walk.type_into("Light A: distance to the face", "1.5").await;
    walk.no_longer_sees("[data-rac]", "not 0").await;
    walk.saved().await;
    walk.press_named("Put on the set").await;
    walk.named("[role=menuitem]", "A pane of glass").await.click().await.unwrap();
    walk.press("[role=option][data-key='panes/0']").await;
    walk.type_into("Glass i: width", "0").await;
    walk.sees("[data-rac]", "not 0").await;
    walk.type_into("Glass i: width", "2").await;
    walk.saved().await;
    walk.press("[role=option][data-key=camera]").await;
    walk.sees("[data-sheet=camera] button", "at the subject").await;
    walk.choose("at the subject", "by hand").await;
    walk.type_into("Camera: turned to", "180").await;
    walk.sees("[data-rac]", "Turn it round").await;
    walk.type_into("Camera: turned to", "0").await;
    walk.no_longer_sees("[data-rac]", "Turn it round").await;
    walk.saved().await;
    walk.open_set("setup-table").await;
    walk.press("[role=option][data-key='people/0']").await;
    walk.type_into("Number of people", "200").await;
    walk.sees("[data-rac]", "1 to 60, not 200").await;
    assert!((walk.number("Number of people").await - 200.0).abs() < 1e-9, "what was typed is gone");
    walk.type_into("Number of people", "8").await;
    walk.sees("[role=option]", "People, 8").await;
    walk.saved().await;
    walk.end_expecting("422").await;
}

/// The sheet as SVG and PNG, read back: to scale, with its legend, in black alone.
#[tokio::test(flavor = "multi_thread")]
async fn export_and_read_back() {
    let walk = Walk::at_desk().await;
    let folder = tempfile::TempDir::new().unwrap();
    walk.download_into(folder.path()).await;
    walk.open_set("setup-doors").await;
    walk.press_named("Sheet to print or send").await;
    walk.press_named("Save as SVG").await;
    let svg = downloaded(folder.path(), "slip-shed-boatbuilder-at-the-doors.svg").await;
    let svg = String::from_utf8(svg).unwrap();
    let sheet = roxmltree::Document::parse(&svg).unwrap();
    let root = sheet.root_element();
    let number = |name: &str| root.attribute(name).unwrap().parse::<f64>().unwrap();
    // On paper a metre is 1000 mm by the scale; a pixel is 25.4/96 mm.
    let (one, per_metre) = (number("data-sheet-scale"), number("data-pixels-per-metre"));
    assert!((per_metre * 25.4 / 96.0 - 1000.0 / one).abs() < 1e-6);
    assert_eq!((root.attribute("width"), root.attribute("height")), (Some("277mm"), Some("186mm")));
    // From lens to face as far apart on paper as on the set.
    let kept = walk.kept("setup-doors").await;
    let place = |view: &str, key: &str| -> (f64, f64) {
        let drawing = sheet.descendants().find(|n| n.attribute("data-view") == Some(view)).unwrap();
        let thing = drawing.descendants().find(|n| n.attribute("data-drawn") == Some(key)).unwrap();
        let moved = thing.descendants().find_map(|n| n.attribute("transform")).unwrap();
        let numbers = moved.trim_start_matches("translate(").split(')').next().unwrap();
        let (x, y) = numbers.split_once(' ').unwrap();
        (x.parse().unwrap(), y.parse().unwrap())
    };
    let (camera, person) = (place("plan", "camera"), place("plan", "people/0"));
    let coordinate = |value: &Value| value.as_f64().unwrap();
    let (eye, who) = (&kept["scene"]["camera"]["at"], &kept["scene"]["people"][0]);
    let way = (coordinate(&who["y"]) - coordinate(&eye["y"]), coordinate(&who["x"]) - coordinate(&eye["x"]));
    assert!(((person.0 - camera.0) / per_metre - way.0).abs() < 0.01, "{camera:?} {person:?} {way:?}");
    assert!(((person.1 - camera.1) / per_metre - way.1).abs() < 0.01);
    // The legend says what stands where, how high, and at which power.
    let legend = sheet.descendants().find(|n| n.has_attribute("data-legend")).unwrap();
    let said: Vec<&str> = legend.descendants().filter_map(|n| n.text()).collect();
    let said = said.join(" ");
    for words in
        ["A  Octa 90 cm", "m from the face, 45° round to the left", "m high", "power 6.8", "White card", "Camera"]
    {
        assert!(said.contains(words), "“{words}” is not in the legend: {said}");
    }
    // Black and greys alone.
    let inks = sheet.descendants().flat_map(|n| [n.attribute("fill"), n.attribute("stroke")]).flatten();
    let mut coloured = 0;
    for ink in inks.filter(|ink| ink.starts_with('#')) {
        coloured += 1;
        assert!(ink[1..3] == ink[3..5] && ink[3..5] == ink[5..7], "{ink}");
    }
    assert!(coloured > 20);
    // Printed, it is one sheet of A4, landscape.
    let print = serde_json::json!({ "preferCSSPageSize": true, "printBackground": true });
    let printed = walk.browser.cdp().send_raw("Page.printToPDF", print).await.unwrap();
    let pdf = base64::engine::general_purpose::STANDARD.decode(printed["data"].as_str().unwrap()).unwrap();
    let pdf = String::from_utf8_lossy(&pdf);
    assert_eq!(pdf.matches("/Type /Page\n").count(), 1, "one sheet");
    let size = pdf.split("/MediaBox [").nth(1).unwrap().split(']').next().unwrap();
    let size: Vec<f64> = size.split_whitespace().map(|side| side.parse().unwrap()).collect();
    assert!((size[2] - 842.0).abs() < 2.0 && (size[3] - 595.0).abs() < 2.0, "{size:?}");
    // The picture: A4 less its margins at 200 dots an inch, with something on it.
    walk.press_named("Save as PNG").await;
    let png = downloaded(folder.path(), "slip-shed-boatbuilder-at-the-doors.png").await;
    let picture = image::load_from_memory(&png).unwrap().to_luma8();
    assert_eq!(picture.dimensions(), (2181, 1465));
    let dark = picture.pixels().filter(|pixel| pixel.0[0] < 80).count() as f64 / f64::from(2181 * 1465);
    assert!((0.005..0.2).contains(&dark), "{dark} of it is dark");
    walk.end().await;
}
