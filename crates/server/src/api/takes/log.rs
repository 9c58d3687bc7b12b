//! The log of a job: its takes, a page at a time, changed many at once, and as a table.

use super::rows::{Around, LogRow, judged, series_of};
use crate::api::exports::table;
use crate::api::{Query, id};
use crate::body::Body;
use crate::problem::{FieldProblem, Problem};
use actix_web::web::{Data, Json, Path};
use actix_web::{HttpResponse, get, post};
use serde::{Deserialize, Serialize};
use tolva_core::quantity::{Id, Note, Stops};
use tolva_core::setup::Patch;
use tolva_core::take::{Choice, TakeSeries};
use tolva_store::{Many, SoughtTakes, Studio};
use utoipa::{IntoParams, ToSchema};

/// Which takes are wanted.
#[derive(Debug, Deserialize, IntoParams)]
#[serde(deny_unknown_fields)]
pub struct LogSought {
    /// Of this setup alone.
    setup: Option<String>,
    /// With this choice alone: open, keeper or out.
    choice: Option<Choice>,
    /// Words of file, note, body, lens or setup.
    words: Option<String>,
    /// Where the page begins.
    from: Option<String>,
    /// How many at most.
    most: Option<i64>,
}

/// A page of the log.
#[derive(Debug, Serialize, ToSchema)]
pub struct LogPage {
    /// The takes, the latest first.
    takes: Vec<LogRow>,
    /// Which of them belong together, in the same order: bursts, brackets, pairs, and what came without a pause.
    series: Vec<TakeSeries>,
    /// Where the next page begins; none after the last.
    next: Option<String>,
    /// How many the job has in all.
    all: i64,
}

/// Takes of a page without a word.
const PAGE: i64 = 60;

/// A page of a job's log, the latest takes first.
#[utoipa::path(operation_id = "log_page", params(("id" = String, Path), LogSought),
    responses((status = 200, body = LogPage), (status = 404, body = Problem)))]
#[get("/jobs/{id}/takes")]
pub async fn log_of_job(
    studio: Data<Studio>,
    path: Path<String>,
    sought: Query<LogSought>,
) -> Result<Json<LogPage>, Problem> {
    let job = id(&path)?;
    let around = Around::of(&studio, &job).await?;
    let sought = SoughtTakes {
        setup: sought.setup.as_deref().map(id).transpose()?,
        choice: sought.choice,
        words: sought.words.clone().unwrap_or_default(),
        from: sought.from.clone(),
        most: sought.most.unwrap_or(PAGE),
    };
    let kit = studio.kit().await?;
    let page = studio.takes(&job, &sought).await?;
    let series = series_of(&page.takes);
    Ok(Json(LogPage { takes: judged(page.takes, &around, &kit), series, next: page.next, all: page.all }))
}

/// What is done to many takes.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
#[serde(tag = "what", rename_all = "snake_case", deny_unknown_fields)]
pub enum Done {
    /// They are gone, until they are brought back.
    Delete,
    /// They are back.
    Restore,
    /// A choice for all.
    Choose {
        /// Which.
        choice: Choice,
    },
    /// A note for all.
    Note {
        /// Which.
        note: Note,
    },
}

/// Takes, and what is done to them.
#[derive(Debug, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct ManyTakes {
    /// Which.
    ids: Vec<Id>,
    /// What.
    done: Done,
}

/// How many were changed.
#[derive(Debug, Serialize, ToSchema)]
pub struct ManyChanged {
    /// So many.
    count: u64,
}

/// Changes many takes of a job, all of them or none.
#[utoipa::path(operation_id = "log_change", params(("id" = String, Path)), request_body = ManyTakes,
    responses((status = 200, body = ManyChanged), (status = 409, body = Problem), (status = 422, body = Problem)))]
#[post("/jobs/{id}/takes/change")]
pub async fn change_takes(
    studio: Data<Studio>,
    path: Path<String>,
    body: Body<ManyTakes>,
) -> Result<Json<ManyChanged>, Problem> {
    let ManyTakes { ids, done } = body.0;
    if ids.is_empty() {
        let detail = "Select at least one take.".to_owned();
        return Err(Problem::fields(vec![FieldProblem { field: "/ids".to_owned(), detail }]));
    }
    let many = match done {
        Done::Delete => Many::Delete,
        Done::Restore => Many::Restore,
        Done::Choose { choice } => Many::Choose(choice),
        Done::Note { note } => Many::Note(note),
    };
    Ok(Json(ManyChanged { count: studio.change_takes(&id(&path)?, &ids, &many).await? }))
}

/// The takes of a job as a table, the latest first.
#[utoipa::path(operation_id = "log_table", params(("id" = String, Path)),
    responses((status = 200, body = String, content_type = "text/csv"), (status = 404, body = Problem)))]
#[get("/jobs/{id}/takes.csv")]
pub async fn takes_table(studio: Data<Studio>, path: Path<String>) -> Result<HttpResponse, Problem> {
    let job = id(&path)?;
    let (name, around) = (studio.job(&job).await?.job.name, Around::of(&studio, &job).await?);
    let kit = studio.kit().await?;
    let (mut rows, mut sought) = (Vec::new(), SoughtTakes { most: 200, ..SoughtTakes::default() });
    loop {
        let page = studio.takes(&job, &sought).await?;
        rows.extend(judged(page.takes, &around, &kit));
        let Some(next) = page.next else { break };
        sought.from = Some(next);
    }
    let heading = [
        "at",
        "setup",
        "file",
        "settings",
        "flash",
        "choice",
        "face",
        "face planned",
        "background",
        "background planned",
        "note",
    ];
    let cells = |row: LogRow| {
        let at = |patch: Patch| row.levels.iter().find(|level| level.patch == patch);
        let tenth = |stops: Option<Stops>| stops.map_or_else(String::new, |stops| format!("{:.1}", stops.stops()));
        let level = |patch: Patch| tenth(at(patch).and_then(|level| level.level));
        let planned = |patch: Patch| tenth(at(patch).map(|level| level.planned));
        let fired = match row.flash {
            Some(true) => "fired",
            Some(false) => "no",
            None => "",
        };
        let choice = match row.choice {
            Choice::Open => "",
            Choice::Keeper => "keeper",
            Choice::Out => "out",
        };
        vec![
            row.at.clone(),
            row.setup_name.clone().unwrap_or_default(),
            row.file.clone().unwrap_or_default(),
            row.settings.clone(),
            fired.to_owned(),
            choice.to_owned(),
            level(Patch::Face),
            planned(Patch::Face),
            level(Patch::Background),
            planned(Patch::Background),
            row.note.to_string(),
        ]
    };
    table(&format!("{name} takes"), &heading, rows.into_iter().map(cells))
}
