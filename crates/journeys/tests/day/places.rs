use super::*;

/// A new job gets a town and a date; the sun's day and the windows of light stand there; what is no date is said so.
#[tokio::test(flavor = "multi_thread")]
async fn choose_a_place_and_a_date_and_see_the_windows() {
    let walk = Walk::at_desk().await;
    walk.open("/").await;
    walk.press_named("New job").await;
    walk.press_named("Day of New job").await;
    walk.sees("h2", "Where is it?").await;
    walk.accessible("finding a place").await;
    // Coordinates that are none are said so at their field, and the town can still be found.
    walk.type_into("Latitude, north positive", "95").await;
    walk.type_into("Longitude, east positive", "19").await;
    walk.press_named("Put it there").await;
    walk.sees("p", "The latitude can be -90 to 90 °, not 95.").await;
    let field = walk.named("input", "Find a town").await;
    field.send_keys("tromso").await.unwrap();
    walk.sees("[role=option]", "Tromsø, Norway").await;
    walk.named("[role=option]", "Tromsø").await.click().await.unwrap();
    walk.sees("[data-said]", "Choose a date first").await;
    walk.type_into("Date", "2026-02-31").await;
    walk.sees("header", "A date is needed here").await;
    assert_eq!(
        walk.named("input", "Date").await.value().await.unwrap().unwrap(),
        "2026-02-31",
        "what was typed is gone"
    );
    walk.type_into("Date", "2026-09-17").await;
    walk.find("[data-window=golden]").await;
    walk.press("summary").await;
    walk.sees("[data-event=sunset] dd", ":").await;
    // By hand: at 19° east the sun stands highest at 12:44 less the 5½ minutes it is ahead in mid-September, and days near
    // the equinox are a little over 12 hours long, so far north some more: down soon after seven.
    let sunset = minutes(&text(&walk, "[data-event=sunset] dd").await);
    assert!((minutes("19:00")..minutes("19:20")).contains(&sunset), "{sunset}");
    let golden = text(&walk, "[data-lasts=golden] dd").await;
    assert!(golden.contains('–'), "{golden}");
    // Midwinter there has no sun at all, and midsummer no night.
    walk.type_into("Date", "2026-12-21").await;
    walk.sees(".notes", "The sun does not rise on this day.").await;
    walk.type_into("Date", "2026-06-21").await;
    walk.sees(".notes", "The sun does not set on this day.").await;
    // A refused date leaves one line in the browser's log, as does a day asked for without a date.
    walk.end_expecting("the server responded with a status of 4").await;
}

/// Where the browser says it is, with the clocks of there; the name can be any; a setup added gets its spot in one press.
#[tokio::test(flavor = "multi_thread")]
async fn where_the_browser_is() {
    let walk = Walk::at_desk().await;
    walk.stands_at(-33.87, 151.21).await;
    walk.open("/").await;
    walk.press_named("New job").await;
    walk.sees("h2 input", "New job").await;
    walk.type_into("New setup: type its name", "On the pier").await;
    walk.sees("h1 input", "On the pier").await;
    walk.press_named("choose one on the day").await;
    walk.press_named("Where I am").await;
    walk.type_into("Date", "2026-12-01").await;
    walk.press_named("Place it at In the open: On the pier").await;
    walk.sees("[data-block]", "1").await;
    walk.press_named("Place and sky").await;
    assert_eq!(walk.number("Latitude, north positive").await, -33.87);
    assert_eq!(walk.named("input", "Time zone").await.value().await.unwrap().unwrap(), "Australia/Sydney");
    walk.type_into("Name of the place", "Tannwick pier").await;
    walk.press_named("Light").await;
    // At noon by summer time the southern sun stands high in the north-east.
    walk.type_into("It is", "12:00").await;
    walk.sees("[aria-label='Sun and light at this minute'] p", "high in the NE").await;
    walk.end().await;
}

/// Moved to the day the clocks go forward, the job says so; a time that is skipped is refused at its field, and stays
/// there.
#[tokio::test(flavor = "multi_thread")]
async fn a_date_on_which_the_clocks_change() {
    let walk = Walk::at_desk().await;
    walk.open(SLIP).await;
    walk.find("[data-block=setup-doors]").await;
    walk.type_into("Date", "2026-03-29").await;
    walk.sees(".notes", "The clocks go forward by 60 minutes on this day, to 03:00.").await;
    walk.type_into("Boatbuilder at the doors: begins at", "02:30").await;
    walk.sees("[data-setup=setup-doors]", "02:30 does not exist on 2026-03-29").await;
    let field = walk.named("input", "Boatbuilder at the doors: begins at").await;
    assert_eq!(field.value().await.unwrap().unwrap(), "02:30");
    assert_eq!(walk.kept("setup-doors").await["slot"]["time"], "18:12");
    walk.type_into("Boatbuilder at the doors: begins at", "3:30").await;
    walk.no_longer_sees("[data-setup=setup-doors]", "does not exist").await;
    assert_eq!(walk.kept("setup-doors").await["slot"]["time"], "03:30");
    walk.end_expecting("the server responded with a status of 422").await;
}

/// What no place has is refused at its field, with what was typed still there, and nothing else is lost.
#[tokio::test(flavor = "multi_thread")]
async fn bad_coordinates_zones_and_skylines_are_said_where_they_are_typed() {
    let walk = Walk::at_desk().await;
    walk.open(&format!("{SLIP}?view=place")).await;
    walk.type_into("Latitude, north positive", "97").await;
    walk.sees("section", "The latitude can be -90 to 90 °, not 97.").await;
    walk.type_into("Latitude, north positive", "54.7").await;
    walk.no_longer_sees("section", "The latitude can be").await;
    walk.type_into("Time zone", "Europe/Ketterholm").await;
    walk.sees("section", "There is no time zone called “Europe/Ketterholm”").await;
    assert_eq!(walk.named("input", "Time zone").await.value().await.unwrap().unwrap(), "Europe/Ketterholm");
    walk.type_into("Time zone", "Europe/Berlin").await;
    walk.no_longer_sees("section", "There is no time zone").await;
    walk.type_into("Skyline: bearing 2", "0").await;
    walk.sees("section", "This bearing is there already.").await;
    walk.type_into("Skyline: bearing 2", "60").await;
    walk.no_longer_sees("section", "This bearing is there already.").await;
    walk.press_named("Ask the simulated forecast").await;
    walk.sees("p", "from the simulated forecast").await;
    walk.press_named("Undo").await;
    walk.sees("p", "Cloud, set by hand").await;
    walk.accessible("the place").await;
    walk.fits_across().await;
    walk.end_expecting("the server responded with a status of 422").await;
}

/// Leaves over a spot: how much of the sun comes through is said beside it, what is none is refused there, and on the bench the flecks
/// are warned of while the sun is on the face.
#[tokio::test(flavor = "multi_thread")]
async fn leaves_overhead() {
    const OPEN: &str = "Foot of the slip: share of the sun through the leaves";
    let walk = Walk::at_desk().await;
    walk.open("/jobs/job-slip-shed/day").await;
    walk.press_named("Place and sky").await;
    walk.choose("in the open", "under leaves, with flecks of sun").await;
    walk.type_into(OPEN, "150").await;
    walk.sees("header", "but for what is marked").await;
    walk.type_into(OPEN, "25").await;
    walk.no_longer_sees("header", "but for what is marked").await;
    walk.saved().await;
    walk.open_setup("setup-water").await;
    walk.no_longer_sees("main p", "Leaves overhead").await;
    walk.type_into("It is", "10:00").await;
    walk.sees("main", "Leaves overhead: a fleck of sun on the face stands").await;
    walk.accessible("a setup under leaves").await;
    walk.end_expecting("the server responded with a status of 4").await;
}
