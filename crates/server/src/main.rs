//! Tolva: blends flash with the light that is there.

mod api;
mod app;
mod assets;
mod attachment;
mod body;
mod guard;
mod problem;
mod sample;
mod serve;

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
    Studio::open(&data.join("studio.sqlite")).await.map_err(|error| error.to_string())
}

async fn import(file: &Path, data: &Path) -> Result<String, String> {
    let length = std::fs::metadata(file).map_err(|error| format!("{}: {error}.", file.display()))?.len();
    if length > app::IMPORT_LIMIT as u64 {
        return Err("The file is larger than 8 MB.".to_owned());
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
    Ok(format!("{job}{} things added to the kit, {} were there already.", taken.added.len(), taken.kept.len()))
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
        Command::Serve { listen, data, demo } => serve::serve(listen, &data, demo).await.map(|()| None),
        Command::Import { file, data } => import(&file, &data).await.map(Some),
        Command::Export { job, data } => export(job, &data).await.map(Some),
        Command::Openapi => app::document().to_pretty_json().map(Some).map_err(|error| error.to_string()),
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
