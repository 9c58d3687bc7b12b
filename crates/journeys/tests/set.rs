//! The set: lights in space, moved by hand in plan and elevation.

#![allow(clippy::unwrap_used)]

use base64::Engine as _;
use rstest::rstest;
use serde_json::Value;
use thirtyfour::prelude::*;
use tolva_journeys::{Done, Walk};

const A: &str = "[data-thing='lights/0'][data-side=plan]";

/// Moved nearer by hand, with everything solved on the way: its power drops and its spill leaves the background darker;
/// let go, it is one step to undo.
#[tokio::test(flavor = "multi_thread")]
async fn nearer_is_weaker_and_darkens_the_background() {
    let walk = Walk::at_desk().await;
    walk.open_set("setup-table").await;
    walk.press("label[data-rac]").await;
    walk.saved().await;
    walk.wait("solved", "return document.querySelector('[data-save]').dataset.save === 'saved'").await;
    let before = walk.number("Light A: distance to the face").await;
    let (power, spill) = (walk.dial("power-key").await, walk.level("background", "flash").await);
    // Along its line to the face: 1.4 m of 3.8, so that the light on the subject rises by well over a stop.
    let kept = walk.kept("setup-table").await;
    let at = &kept["lights"][0]["at"];
    let scale = walk.scale().await * 0.36;
    let by = |axis: &str| -at[axis].as_f64().unwrap() * scale;
    walk.drag(A, by("y") as i64, by("x") as i64).await;
    let after = walk.number_is("Light A: distance to the face", &format!("n < {before} - 1")).await;
    walk.wait(
        "another power",
        &format!("return document.querySelector('[data-dial=power-key] output').textContent !== '{power}'"),
    )
    .await;
    walk.saved().await;
    assert!(ten_stop(&walk.dial("power-key").await) < ten_stop(&power), "{power}");
    let darker = walk.level("background", "flash").await;
    assert!(darker < spill - 0.1, "{spill} {darker} at {after} m");
    // Put down to a round hand measure.
    let at = walk.kept("setup-table").await["lights"][0]["at"].clone();
    for axis in ["x", "y"] {
        let steps = at[axis].as_f64().unwrap() / 0.05;
        assert!((steps - steps.round()).abs() < 1e-6, "{at}");
    }
    // One way of the hand is one step.
    walk.press_named("Undo").await;
    walk.number_is("Light A: distance to the face", &format!("Math.abs(n - {before}) < 0.01")).await;
    walk.end().await;
}

/// A power on the ten-stop scale.
fn ten_stop(label: &str) -> f64 {
    label.parse().unwrap_or_else(|_| panic!("{label} is not on the ten-stop scale"))
}

/// A group lit from its side is uneven, and says who is darkest; turned across it by hand it evens out, and so it does by
/// the way that is offered.
#[tokio::test(flavor = "multi_thread")]
async fn feather_it_and_the_group_evens_out() {
    let walk = Walk::at_desk().await;
    walk.open_set("setup-table").await;
    walk.sees("[aria-label='What the set says'] p", "Uneven over the group by").await;
    const SPREAD: &str = "return document.querySelector('[data-spread=face]').getBBox().height";
    let before = walk.figure(SPREAD).await;
    // By hand: the handle before the light, 15° a key, across the group and past it.
    walk.focus("[data-turn='lights/0'][data-side=plan]").await;
    const TURNED: &str =
        "return Number(document.querySelector('[data-turn][data-side=plan]').getAttribute('aria-valuenow'))";
    let start = walk.figure(TURNED).await;
    let back = format!("{TURNED} === {start}");
    for off in [15.0, 30.0, 45.0] {
        walk.shifted(Key::Right).await;
        walk.wait("the light turned", &format!("{TURNED} > {}", start + off - 4.0)).await;
    }
    walk.saved().await;
    let by_hand = walk.figure(SPREAD).await;
    assert!(by_hand < before * 0.75, "turned by hand: {before} {by_hand}");
    walk.undo_until("the way back", &back).await;
    // By pointer the knob goes where the hand takes it: square to its arm by the arm's length is a turn of 45°.
    let arm = walk
        .read(
            "const d = document.querySelector('[data-turn][data-side=plan] path').getAttribute('d').slice(1).split(/[L ]/).map(Number);
             return [d[2] - d[0], d[3] - d[1]]",
        )
        .await;
    let (dx, dy) = (arm[0].as_f64().unwrap(), arm[1].as_f64().unwrap());
    walk.drag("[data-turn='lights/0'][data-side=plan] .knob", -dy as i64, dx as i64).await;
    walk.wait(
        "the knob turned",
        &format!("return Math.abs({} - {start} - 45) <= 4", TURNED.trim_start_matches("return ")),
    )
    .await;
    walk.saved().await;
    walk.undo_until("the way back", &back).await;
    // By what is offered.
    walk.press_named("Feather the Umbrella").await;
    walk.wait("a smaller spread", &format!("{SPREAD} < {}", before * 0.75)).await;
    walk.saved().await;
    walk.end().await;
}

/// After dark the windows are mirrors: what shows says where, the drawing shows the way it takes, and the smallest cure
/// takes it out.
#[tokio::test(flavor = "multi_thread")]
async fn a_light_in_the_glass_is_cured() {
    let walk = Walk::at_desk().await;
    walk.open_set("setup-table").await;
    const SAYS: &str = "[aria-label='What the set says'] p";
    walk.sees(SAYS, "Umbrella 100 cm, shot through shows in the glass, at the upper left of the picture, ").await;
    const IMAGES: &str = "return document.querySelectorAll('[data-drawing=plan] [data-mirror-image]').length";
    let before = walk.figure(IMAGES).await;
    assert!(before >= 2.0, "the drawing shows {before} mirror images");
    walk.press("[aria-label='Cures, the smallest move first'] button").await;
    walk.no_longer_sees(SAYS, "Umbrella 100 cm, shot through shows in the glass").await;
    assert!(walk.figure(IMAGES).await < before);
    walk.saved().await;
    // Put back by hand it shows again.
    walk.choose("by hand", "at the subject").await;
    walk.sees(SAYS, "Umbrella 100 cm, shot through shows in the glass").await;
    walk.end().await;
}

/// A card fills more the nearer it comes, until it is in the picture; then it goes back to where it is clear.
#[tokio::test(flavor = "multi_thread")]
async fn a_card_comes_nearer_until_it_is_in_the_picture() {
    let walk = Walk::at_desk().await;
    walk.open_set("setup-doors").await;
    walk.sees("[aria-label='What the set says'] p", "Nothing stands in the picture").await;
    let shadow = walk.level("shadow_side", "flash").await;
    let from = walk.kept("setup-doors").await["scene"]["cards"][0]["at"].clone();
    // By keys first, 5 cm at a time: up the page is to the left, towards the face.
    walk.press("[data-thing='cards/0'][data-side=plan]").await;
    walk.sees("[data-sheet='cards/0'] h2", "White card").await;
    // What it adds says where that number comes from.
    walk.press("[data-sheet='cards/0'] [data-told]").await;
    walk.sees("[role=dialog] li", "What walls and cards send back, set by eye; ±").await;
    walk.keys(Key::Escape).await;
    walk.wait("closed", "return !document.querySelector('[role=dialog]')").await;
    walk.press("[data-thing='cards/0'][data-side=plan]").await;
    let across = walk.number("Card 1: across").await;
    walk.keys(Key::Up).await;
    let nearer = walk.number_is("Card 1: across", &format!("n < {across}")).await;
    assert!((nearer * 20.0 - (nearer * 20.0).round()).abs() < 1e-6, "{nearer} is no round hand measure");
    walk.wait(
        "more fill",
        &format!(
            "return Number(document.querySelector('[data-patch=shadow_side][data-part=flash]').getAttribute('aria-valuenow')) > {shadow}"
        ),
    )
    .await;
    // By hand, 30 cm at once: into the picture.
    let up = (walk.scale().await * 0.3) as i64;
    walk.drag("[data-thing='cards/0'][data-side=plan]", 0, -up).await;
    walk.sees("[aria-label='What the set says'] p", "The white card is in the picture.").await;
    walk.press_named("Put it where it is clear").await;
    walk.sees("[aria-label='What the set says'] p", "Nothing stands in the picture").await;
    walk.saved().await;
    let to = walk.kept("setup-doors").await["scene"]["cards"][0]["at"].clone();
    assert_ne!(from, to);
    walk.end().await;
}

/// The whole way without a pointer: to the set, along the list, moved from above and from the side, turned, solved,
/// undone.
#[tokio::test(flavor = "multi_thread")]
async fn by_keyboard_alone() {
    let walk = Walk::at_desk().await;
    walk.open_setup("setup-doors").await;
    walk.keys("g").await;
    // Words follow a moment after the drawing.
    walk.find("[aria-label='On the set'] [role=option][aria-selected=true]").await;
    walk.keys("l").await;
    walk.wait("the list in focus", "return document.activeElement.getAttribute('role') === 'option'").await;
    walk.keys(Key::Right).await;
    walk.keys(Key::Enter).await;
    walk.sees("[data-sheet] h2", "White card").await;
    walk.keys(Key::Left).await;
    walk.keys(Key::Enter).await;
    walk.sees("[data-sheet] h2", "Octa 90 cm").await;
    let flash = walk.level("face", "flash").await;
    let (along, high) = (walk.number("Light A: along").await, walk.number("Light A: height").await);
    walk.keys("m").await;
    walk.wait("the light in focus", "return document.activeElement.dataset.side === 'plan'").await;
    // Towards the camera, further from the face: 25 cm, and the flash on the face falls.
    walk.shifted(Key::Left).await;
    walk.number_is("Light A: along", &format!("n > {along} + 0.2")).await;
    walk.wait(
        "less flash",
        &format!(
            "return Number(document.querySelector('[data-patch=face][data-part=flash]').getAttribute('aria-valuenow')) < {flash} - 0.1"
        ),
    )
    .await;
    walk.keys("e").await;
    walk.wait("the light in focus", "return document.activeElement.dataset.side === 'elevation'").await;
    walk.keys(Key::Down).await;
    walk.number_is("Light A: height", &format!("n < {high}")).await;
    walk.keys("t").await;
    walk.wait("its handle in focus", "return document.activeElement.dataset.turn === 'lights/0'").await;
    walk.keys(Key::Right).await;
    walk.sees("h2 .place", "off the face").await;
    walk.saved().await;
    walk.keys("s").await;
    walk.saved().await;
    let undo = walk.named("button", "Undo").await;
    while undo.is_enabled().await.unwrap() {
        let before = walk.read("return document.body.innerText").await;
        walk.keys("z").await;
        walk.wait("the step back", &format!("return document.body.innerText !== {before}")).await;
        walk.saved().await;
    }
    walk.number_is("Light A: height", &format!("Math.abs(n - {high}) < 0.001")).await;
    walk.keys("?").await;
    walk.sees("[role=dialog]", "Move the chosen thing, seen from above, with the arrow keys").await;
    walk.end().await;
}

/// On a phone the scale stays in sight above the drawing; a light is dragged with the finger's place.
#[tokio::test(flavor = "multi_thread")]
async fn on_a_phone() {
    let walk = Walk::on_phone().await;
    walk.open_setup("setup-doors").await;
    walk.named("[role=radio]", "Set").await.click().await.unwrap();
    walk.find("[data-drawing=plan]").await;
    walk.fits_across().await;
    walk.accessible("the set on a phone").await;
    let distance = walk.number("Light A: distance to the face").await;
    walk.drag(A, -30, 0).await;
    walk.number_is("Light A: distance to the face", &format!("n > {distance} + 0.1")).await;
    let seen = walk
        .read("const r = document.querySelector('figure svg').getBoundingClientRect(); return r.top >= 0 && r.bottom < innerHeight * 0.5")
        .await;
    assert_eq!(seen, true, "the scale is out of sight: {}", walk.read("const r = document.querySelector('figure svg').getBoundingClientRect(); return [r.top, r.bottom, innerHeight, scrollY].join()").await);
    walk.named("[role=radio]", "Dials").await.click().await.unwrap();
    walk.wait("the dials", "return document.querySelector('[data-dial=shutter]').getClientRects().length > 0").await;
    walk.end().await;
}

/// On a tablet held upright drawing and scale stand beside each other, and nothing is wider than the screen.
#[tokio::test(flavor = "multi_thread")]
async fn on_a_tablet() {
    let walk = Walk::on_tablet().await;
    for setup in ["setup-water", "setup-table"] {
        walk.open_set(setup).await;
        walk.fits_across().await;
        let beside = walk
            .read(
                "const box = (s) => document.querySelector(s).getBoundingClientRect();
                 const [drawing, scale] = [box('[data-drawing=elevation]'), box('figure svg')];
                 return drawing.right <= scale.left && drawing.width > 400 && scale.bottom < innerHeight",
            )
            .await;
        assert_eq!(beside, true, "{setup}");
    }
    walk.end().await;
}

/// Both looks, and what is at rest, against WCAG.
#[rstest]
#[case::daylight("daylight")]
#[case::dusk("dusk")]
#[tokio::test(flavor = "multi_thread")]
async fn accessible_in_both_looks(#[case] look: &str) {
    let walk = Walk::at_desk().await;
    walk.open("/").await;
    if look == "dusk" {
        walk.press_named("Dusk").await;
        walk.named("button", "Daylight").await;
    }
    walk.open_set("setup-table").await;
    walk.accessible(&format!("the set by {look}")).await;
    walk.press_named("Start from").await;
    walk.named("[role=menuitem]", "Cross light").await;
    walk.accessible(&format!("the arrangements by {look}")).await;
    walk.keys(Key::Escape).await;
    for thing in ["camera", "people/0", "panes/0", "room", "weather"] {
        walk.press(&format!("[role=option][data-key='{thing}']")).await;
        walk.find(&format!("[data-sheet='{thing}'] input")).await;
    }
    walk.accessible(&format!("sun and wind by {look}")).await;
    walk.end().await;
}

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

/// What has been downloaded under this name, once it is whole.
async fn downloaded(folder: &std::path::Path, name: &str) -> Vec<u8> {
    let start = std::time::Instant::now();
    loop {
        if let Ok(bytes) = std::fs::read(folder.join(name))
            && !bytes.is_empty()
            && !folder.join(format!("{name}.crdownload")).exists()
        {
            return bytes;
        }
        let there: Vec<_> = std::fs::read_dir(folder).unwrap().flatten().map(|entry| entry.file_name()).collect();
        assert!(start.elapsed().as_secs() < 20, "{name} does not come; there is {there:?}");
        tokio::time::sleep(std::time::Duration::from_millis(30)).await;
    }
}

/// From a pointer moved to the light redrawn; printed, not judged.
#[tokio::test(flavor = "multi_thread")]
async fn how_fast_a_light_follows_the_hand() {
    let walk = Walk::at_desk().await;
    walk.open_set("setup-table").await;
    let done = Done {
        with: "const light = document.querySelector(\"[data-thing='lights/0'][data-side=plan]\");
             const box = light.getBoundingClientRect();
             const at = { clientX: box.x + box.width / 2, clientY: box.y + box.height / 2 };
             const send = (type, target) => target.dispatchEvent(new PointerEvent(type, {
                bubbles: true, pointerId: 7, pointerType: 'mouse', button: 0, buttons: 1,
                clientX: at.clientX, clientY: at.clientY, pageX: at.clientX, pageY: at.clientY }));
             send('pointerdown', light);",
        act: "at.clientX += took.length % 2 ? -9 : 9; send('pointermove', window);",
        after: "send('pointerup', window)",
    };
    let part = ("[data-patch=face][data-part=flash]", "aria-valuenow");
    walk.print_how_long("light moved to levels redrawn", part, done).await;
    walk.end().await;
}
