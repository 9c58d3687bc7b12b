//! Tolva: blends flash with the light that is there.

mod api;
mod app;
mod assets;
mod attachment;
mod body;
mod document;
mod guard;
mod problem;
mod sample;
mod serve;
mod stopping;
mod work;

use clap::{Parser, Subcommand};
use std::net::SocketAddr;
use std::path::{Path, PathBuf};
use std::process::ExitCode;
use tolva_store::Studio;

#[derive(Debug, Parser)]
#[command(name = "tolva", version, about = "Blends flash with the light that is there.")]
struct Arguments {
    #[command(subcommand)]
    command: Command,
}

#[derive(Debug, Subcommand)]
enum Command {
    /// Serve the application.
    Serve {
        /// Address and port; loopback unless you say otherwise.
        #[arg(long, default_value = "127.0.0.1:4310")]
        listen: SocketAddr,
        /// Folder the studio is kept in.
        #[arg(long, default_value = "data")]
        data: PathBuf,
        /// Fill a fresh studio with the sample one.
        #[arg(long)]
        demo: bool,
        /// Listen beyond this machine although nothing keeps others out: whoever reaches the address can read and change
        /// everything.
        #[arg(long)]
        anyone_may_come_in: bool,
    },
    /// Write the whole studio into one new file, also while it is in use.
    Backup {
        /// The new file.
        file: PathBuf,
        /// Folder the studio is kept in.
        #[arg(long, default_value = "data")]
        data: PathBuf,
    },
    /// Put a backup in the place of a studio that is not in use. What was there is kept beside it.
    Restore {
        /// The backup.
        file: PathBuf,
        /// Folder the studio is kept in.
        #[arg(long, default_value = "data")]
        data: PathBuf,
    },
    /// Take a job or kit file into the studio.
    Import {
        /// The file.
        file: PathBuf,
        /// Folder the studio is kept in.
        #[arg(long, default_value = "data")]
        data: PathBuf,
    },
    /// Write a job, or the kit, as a file to standard output.
    Export {
        /// The job's id; the kit without it.
        job: Option<String>,
        /// Folder the studio is kept in.
        #[arg(long, default_value = "data")]
        data: PathBuf,
    },
    /// Write the API document to standard output.
    Openapi,
}

/// Opens the studio in a folder, which is made if it is not there.
async fn open(data: &Path) -> Result<Studio, String> {
    std::fs::create_dir_all(data).map_err(|error| format!("Cannot make the folder {}: {error}.", data.display()))?;
    let file = data.join("studio.sqlite");
    Studio::open(&file).await.map_err(|error| format!("{}: {error}", file.display()))
}

async fn import(file: &Path, data: &Path) -> Result<String, String> {
    let length = std::fs::metadata(file).map_err(|error| format!("{}: {error}.", file.display()))?.len();
    if length > app::IMPORT_LIMIT as u64 {
        return Err("The file is larger than 32 MB.".to_owned());
    }
    let bytes = std::fs::read(file).map_err(|error| format!("{}: {error}.", file.display()))?;
    let studio = open(data).await?;
    let taken = api::take(&studio, &bytes).await.map_err(|problem| problem.detail)?;
    studio.close().await;
    let job = match (&taken.job, taken.copied) {
        (Some(id), true) => format!("Job there already: taken as a copy, {id}. "),
        (Some(id), false) => format!("Job {id} taken. "),
        (None, _) => String::new(),
    };
    let misfits = match taken.misfits.as_slice() {
        [] => String::new(),
        names => format!(" What this kit does not allow is to be mended in {}.", names.join(", ")),
    };
    Ok(format!("{job}{} things added to the kit, {} were there already.{misfits}", taken.added.len(), taken.kept.len()))
}

async fn backup(file: &Path, data: &Path) -> Result<String, String> {
    let studio = open(data).await?;
    let jobs = studio.back_up(file).await.map_err(|error| error.to_string());
    studio.close().await;
    Ok(format!("{} holds the whole studio: {} jobs. It was read back.", file.display(), jobs?))
}

async fn restore(file: &Path, data: &Path) -> Result<String, String> {
    std::fs::create_dir_all(data).map_err(|error| format!("Cannot make the folder {}: {error}.", data.display()))?;
    let _alone = serve::alone(data)?;
    let jobs = tolva_store::restore(file, &data.join("studio.sqlite")).await.map_err(|error| error.to_string())?;
    Ok(format!("The studio in {} is the backup's now: {jobs} jobs.", data.display()))
}

async fn export(job: Option<String>, data: &Path) -> Result<String, String> {
    let studio = open(data).await?;
    let text = match job {
        Some(id) => {
            let id = tolva_core::quantity::Id::new(&id).map_err(|error| error.to_string())?;
            let file = studio.export_job(&id).await.map_err(|error| error.to_string())?;
            serde_json::to_string_pretty(&file)
        }
        None => serde_json::to_string_pretty(&studio.export_kit().await.map_err(|error| error.to_string())?),
    };
    studio.close().await;
    text.map_err(|error| error.to_string())
}

#[actix_web::main]
async fn main() -> ExitCode {
    let done = match Arguments::parse().command {
        Command::Serve { listen, data, demo, anyone_may_come_in } => {
            serve::serve(listen, &data, demo, anyone_may_come_in).await.map(|()| None)
        }
        Command::Backup { file, data } => backup(&file, &data).await.map(Some),
        Command::Restore { file, data } => restore(&file, &data).await.map(Some),
        Command::Import { file, data } => import(&file, &data).await.map(Some),
        Command::Export { job, data } => export(job, &data).await.map(Some),
        Command::Openapi => serde_json::to_string_pretty(&app::document()).map(Some).map_err(|error| error.to_string()),
    };
    match done {
        Ok(Some(text)) => {
            use std::io::Write;
            let _ = writeln!(std::io::stdout(), "{text}");
            ExitCode::SUCCESS
        }
        Ok(None) => ExitCode::SUCCESS,
        Err(error) => {
            use std::io::Write;
            let _ = writeln!(std::io::stderr(), "tolva: {error}");
            ExitCode::FAILURE
        }
    }
}
