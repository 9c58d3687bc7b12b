//! A day taken along: as a calendar, and as tables of its readings and of a ladder.

use super::asked::Asked;
use super::day::{Loaded, load};
use super::id;
use crate::attachment::attachment;
use crate::problem::Problem;
use crate::work::Kind;
use actix_web::http::StatusCode;
use actix_web::web::{Data, Path};
use actix_web::{HttpResponse, get};
use chrono::{DateTime, Utc};
use icalendar::{Calendar, Component, Event, EventLike};
use tolva_core::day::{DayLight, light_of};
use tolva_core::kit::Kit;
use tolva_core::ladder::{Ladder, Ladders};
use tolva_core::quantity::Id;
use tolva_core::setup::{Measured, Setup};
use tolva_core::sun::{WindowKind, windows};
use tolva_core::terms::Terms;
use tolva_core::{FieldError, given_up};
use tolva_store::Studio;

/// How long a change of the ladder stands in a calendar, in minutes.
const RUNG_MINUTES: f64 = 3.0;

/// Setups of a calendar whose ladders are worked out: more would hold up everybody.
const MOST_LADDERS: usize = 12;

/// The ladder of a setup on its day; none where it does not stand on it.
pub(super) fn ladder_of(
    ladders: &Ladders,
    (light, kit, terms): (&DayLight<'_>, &Kit, Terms),
    id: &Id,
    setup: &Setup,
) -> Option<Result<Ladder, Vec<FieldError>>> {
    let from = light.timeline.minute_of(&setup.slot.as_ref()?.time).ok()?;
    light.day.place.spot(&setup.slot.as_ref()?.spot)?;
    Some(ladders.ladder(light, (id, setup), kit, terms, from, None))
}

/// A job's day as a calendar: windows of light, setups, and the changes of the first ladders while they are made.
#[utoipa::path(operation_id = "day_calendar", params(("id" = String, Path)),
    responses((status = 200, body = String, content_type = "text/calendar"), (status = 409, body = Problem)))]
#[get("/jobs/{id}/day.ics")]
pub async fn calendar(asked: Asked, path: Path<String>) -> Result<HttpResponse, Problem> {
    let job = id(&path)?;
    let loaded = load(&asked.studio, &job).await?;
    let name = loaded.name.clone();
    let ladders = asked.ladders.clone();
    let text = asked.work(Kind::File, move || calendar_text(&job, &loaded, &ladders)).await?;
    Ok(attachment(&name, "ics", "text/calendar; charset=utf-8", text))
}

fn calendar_text(job: &Id, loaded: &Loaded, ladders: &Ladders) -> String {
    let light = DayLight::of(&loaded.day, &loaded.timeline, loaded.terms.house.meter);
    let utc = |minute: f64| -> DateTime<Utc> {
        DateTime::from_timestamp(loaded.timeline.at(minute).as_second(), 0).unwrap_or_default()
    };
    let place = loaded.day.place.name.as_str();
    let event = |key: String, name: &str, text: &str, from: f64, until: f64| {
        Event::new()
            .uid(&format!("{job}-{key}@tolva"))
            .summary(name)
            .description(text)
            .location(place)
            .timestamp(utc(0.0))
            .starts(utc(from))
            .ends(utc(until))
            .done()
    };
    let mut written = Calendar::new().name(&loaded.name).done();
    let of_note = |kind: WindowKind| matches!(kind, WindowKind::Golden | WindowKind::Blue | WindowKind::HardMidday);
    for window in windows(&light.track).into_iter().filter(|window| of_note(window.kind)) {
        let key = format!("window-{}", window.from);
        written.push(event(key, window.kind.words(), "", window.from as f64, (window.until + 1) as f64));
    }
    let mut with_ladder = 0;
    for (id, setup) in &loaded.setups {
        let Some(slot) = &setup.slot else { continue };
        let Ok(from) = loaded.timeline.minute_of(&slot.time) else { continue };
        let until = from as f64 + slot.minutes.minutes();
        let said = light_of(&light, id, setup);
        let told =
            if with_ladder < MOST_LADDERS { said.text } else { format!("{} Its ladder is on the day.", said.text) };
        written.push(event(format!("setup-{id}"), setup.name.as_str(), &told, from as f64, until));
        if with_ladder >= MOST_LADDERS || given_up() {
            continue;
        }
        with_ladder += 1;
        // A setup that its kit no longer allows has its time, and no ladder.
        let Some(Ok(found)) = ladder_of(ladders, (&light, &loaded.kit, loaded.terms), id, setup) else { continue };
        for rung in found.rungs.iter().filter(|rung| (rung.minute as f64) < until) {
            let name = format!("{}: {}", setup.name, turns(rung));
            let from = rung.minute as f64;
            written.push(event(format!("rung-{id}-{}", rung.minute), &name, &rung.text, from, from + RUNG_MINUTES));
        }
    }
    written.to_string()
}

fn turns(rung: &tolva_core::ladder::Rung) -> String {
    rung.turns.iter().map(|turn| format!("{} {}", turn.name, turn.to)).collect::<Vec<_>>().join(", ")
}

pub(super) fn table(
    name: &str,
    heading: &[&str],
    rows: impl Iterator<Item = Vec<String>>,
) -> Result<HttpResponse, Problem> {
    let failed =
        |_| Problem::new(StatusCode::INTERNAL_SERVER_ERROR, "table", "Not written", "The table cannot be written.");
    let mut writer = csv::Writer::from_writer(Vec::new());
    writer.write_record(heading).map_err(failed)?;
    for row in rows {
        writer.write_record(row.iter().map(|cell| harmless(cell).into_owned())).map_err(failed)?;
    }
    let bytes = writer.into_inner().map_err(|error| failed(error.into_error().into()))?;
    Ok(attachment(name, "csv", "text/csv; charset=utf-8", bytes))
}

/// A cell that no spreadsheet takes for a formula.
fn harmless(cell: &str) -> std::borrow::Cow<'_, str> {
    let starts = cell.starts_with(['=', '+', '-', '@', '\t', '\r']);
    if starts && cell.parse::<f64>().is_err() { format!("'{cell}").into() } else { cell.into() }
}

/// Every reading of a job as a table.
#[utoipa::path(operation_id = "day_readings", params(("id" = String, Path)),
    responses((status = 200, body = String, content_type = "text/csv"), (status = 404, body = Problem)))]
#[get("/jobs/{id}/readings.csv")]
pub async fn readings(studio: Data<Studio>, path: Path<String>) -> Result<HttpResponse, Problem> {
    let found = studio.snapshot_of_job(&id(&path)?).await?;
    let date = found.job.date.as_str();
    let rows = found.setups.iter().flat_map(|(_, setup)| {
        setup.readings.iter().map(move |reading| {
            let method = serde_json::to_value(reading.method).ok().and_then(|v| v.as_str().map(str::to_owned));
            let settings = match reading.measured {
                Measured::Ev { .. } => "",
                Measured::Settings { .. } => "camera settings",
            };
            vec![
                date.to_owned(),
                reading.time.as_ref().map_or_else(String::new, ToString::to_string),
                setup.name.to_string(),
                reading.patch.words().to_owned(),
                method.unwrap_or_default(),
                format!("{:.2}", reading.measured.level().ev()),
                settings.to_owned(),
            ]
        })
    });
    let heading = ["date", "time", "setup", "patch", "method", "ev100", "entered as"];
    table(&format!("{} readings", found.job.name), &heading, rows)
}

/// The ladder of a setup as a table: a line for each dial turned.
#[utoipa::path(operation_id = "setups_ladder", params(("id" = String, Path)),
    responses((status = 200, body = String, content_type = "text/csv"), (status = 404, body = Problem), (status = 409, body = Problem)))]
#[get("/setups/{id}/ladder.csv")]
pub async fn ladder_table(asked: Asked, path: Path<String>) -> Result<HttpResponse, Problem> {
    let of = id(&path)?;
    let kept = asked.studio.setup(&of).await?;
    let loaded = load(&asked.studio, &kept.job_id).await?;
    let setup = kept.setup.clone();
    let ladders = asked.ladders.clone();
    let found = asked
        .work(Kind::File, move || {
            let light = DayLight::of(&loaded.day, &loaded.timeline, loaded.terms.house.meter);
            ladder_of(&ladders, (&light, &loaded.kit, loaded.terms), &of, &setup)
        })
        .await?;
    let Some(found) = found else {
        let detail = "This setup is not placed on its day yet.";
        return Err(Problem::new(StatusCode::CONFLICT, "not-placed", "Not placed yet", detail));
    };
    let ladder = found?;
    let rows = ladder.rungs.iter().flat_map(|rung| {
        rung.turns.iter().map(move |turn| {
            let kept = if rung.kept { "yes" } else { "no" };
            vec![rung.clock.to_string(), turn.name.clone(), turn.from.clone(), turn.to.clone(), kept.to_owned()]
        })
    });
    let heading = ["time", "dial", "from", "to", "as planned"];
    table(&format!("{} ladder", kept.setup.name), &heading, rows)
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    #[rstest]
    #[case::formula("=1+1", "'=1+1")]
    #[case::call("@SUM(A1)", "'@SUM(A1)")]
    #[case::dash("- a note", "'- a note")]
    #[case::number("-1.25", "-1.25")]
    #[case::words("sky", "sky")]
    fn cells_are_no_formulas(#[case] cell: &str, #[case] written: &str) {
        assert_eq!(harmless(cell), written);
    }
}
