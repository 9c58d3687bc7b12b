//! Rows of the log: each take with what it says, why it drifted, and which belong together.

use crate::problem::Problem;
use serde::Serialize;
use std::collections::HashMap;
use tolva_core::judge::{Drift, Verdict, curve_of, drift, judge};
use tolva_core::kit::Kit;
use tolva_core::marks::Mark;
use tolva_core::place::TimeZoneName;
use tolva_core::quantity::{Id, Note, Stops};
use tolva_core::setup::Patch;
use tolva_core::take::{Choice, InRow, TakeSeries, series};
use tolva_store::{KeptTake, Studio};
use utoipa::ToSchema;

/// A patch of a take in the log.
#[derive(Debug, Serialize, ToSchema)]
pub struct LogLevel {
    /// Which.
    pub(super) patch: Patch,
    /// Its name.
    pub(super) name: &'static str,
    /// Where it was planned.
    pub(super) planned: Stops,
    /// Where it is; none where it cannot be judged.
    pub(super) level: Option<Stops>,
    /// Whether it is off its plan by more than a click leaves.
    pub(super) strays: bool,
}

/// A take in the log.
#[derive(Debug, Serialize, ToSchema)]
pub struct LogRow {
    /// Its id.
    pub(super) id: Id,
    /// Its setup.
    pub(super) setup: Id,
    /// The setup's name; none where it is deleted.
    pub(super) setup_name: Option<String>,
    /// When it was taken, by the clocks of the job's place where it has one, else by the camera's: `2026-09-17 18:05:00`.
    pub(super) at: String,
    /// The name of its file; none of one put down by hand.
    pub(super) file: Option<String>,
    /// What it was taken with, as photographers write it.
    pub(super) settings: String,
    /// Each patch that is marked.
    pub(super) levels: Vec<LogLevel>,
    /// What it says, in a line.
    pub(super) headline: String,
    /// Its note.
    pub(super) note: Note,
    /// Whether it is kept.
    pub(super) choice: Choice,
    /// Whether flash fired.
    pub(super) flash: Option<bool>,
    /// Why it is not as planned, by the takes of its setup on this page; none where it is, or that cannot be said.
    pub(super) drift: Option<Drift>,
}

/// What the takes of a job are told with.
pub(super) struct Around {
    names: HashMap<Id, String>,
    zone: Option<TimeZoneName>,
}

impl Around {
    /// The names of its setups, and the clocks of its place.
    pub(super) async fn of(studio: &Studio, job: &Id) -> Result<Around, Problem> {
        let names = studio.job(job).await?.setups.into_iter().map(|setup| (setup.id, setup.name)).collect();
        let zone = studio.day(job).await?.day.map(|day| day.place.zone);
        Ok(Around { names, zone })
    }
}

impl LogRow {
    fn of(kept: KeptTake, verdict: Verdict, drift: Option<Drift>, of: &Around) -> LogRow {
        let (said, planned) = (&kept.take.settings, &kept.take.planned);
        let step = tolva_core::marks::StepSize::Thirds;
        let settings = [
            said.shutter.unwrap_or(planned.shutter).label(step),
            said.aperture.unwrap_or(planned.aperture).label(step),
            format!("ISO {}", said.iso.unwrap_or(planned.iso).label(step)),
        ];
        let level = |judged: &tolva_core::judge::Judged| LogLevel {
            patch: judged.patch,
            name: judged.name,
            planned: judged.planned,
            level: judged.cannot.is_none().then_some(judged.level),
            strays: judged.strays,
        };
        LogRow {
            id: kept.id,
            setup_name: of.names.get(&kept.setup).cloned(),
            setup: kept.setup,
            at: of.zone.as_ref().and_then(|zone| said.by_the_place(&kept.at, zone)).unwrap_or(kept.at),
            file: kept.take.frame.as_ref().map(|frame| frame.name.to_string()),
            settings: settings.join(" · "),
            levels: verdict.patches.iter().map(level).collect(),
            headline: verdict.headline,
            note: kept.take.note.clone(),
            choice: kept.take.choice,
            flash: said.flash,
            drift,
        }
    }
}

/// Takes with what each says and why it drifted, by those of its setup among them.
pub(super) fn judged(takes: Vec<KeptTake>, of: &Around, kit: &Kit) -> Vec<LogRow> {
    let verdicts: Vec<Verdict> = takes.iter().map(|kept| judge(&kept.take, None, curve_of(&kept.take, kit))).collect();
    let drifts: Vec<Option<Drift>> = takes
        .iter()
        .enumerate()
        .map(|(at, kept)| {
            let others = takes.iter().zip(&verdicts).enumerate();
            let beside: Vec<&Verdict> = others
                .filter(|(other, (one, _))| *other != at && one.setup == kept.setup)
                .map(|(_, (_, verdict))| verdict)
                .collect();
            drift(&kept.take, &verdicts[at], &beside)
        })
        .collect();
    takes
        .into_iter()
        .zip(verdicts.into_iter().zip(drifts))
        .map(|(kept, (verdict, drift))| LogRow::of(kept, verdict, drift, of))
        .collect()
}

/// Which takes belong together.
pub(super) fn series_of(takes: &[KeptTake]) -> Vec<TakeSeries> {
    let row: Vec<InRow<'_>> = takes
        .iter()
        .map(|kept| InRow { id: &kept.id, setup: &kept.setup, at: &kept.at, settings: &kept.take.settings })
        .collect();
    series(&row)
}
