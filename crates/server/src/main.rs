//! Tolva: blends flash with the light that is there.

mod api;
mod app;
mod archive;
mod assets;
mod at_work;
mod attachment;
mod body;
mod cache;
mod clock;
mod document;
mod easel;
mod guard;
mod log;
mod low;
mod problem;
mod sample;
mod serve;
mod share;
mod stand_ins;
mod stopping;
mod work;

use clap::{Parser, Subcommand};
use serve::With;
use std::net::SocketAddr;
use std::path::{Path, PathBuf};
use std::process::ExitCode;
use tolva_store::Studio;

/// A plan is many small things made and let go.
#[global_allocator]
static ALLOCATOR: mimalloc::MiMalloc = mimalloc::MiMalloc;

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
        /// Bring devices to try it with where none is at hand: a light meter, a camera, a flash receiver. On this machine only.
        #[arg(long)]
        stand_ins: bool,
        /// Share the studio in a room: listen there too, and let in whoever has the code that the desk shows under Settings.
        #[arg(long, num_args = 0..=1, value_name = "ADDRESS", default_missing_value = "0.0.0.0:4311")]
        share: Option<SocketAddr>,
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
    /// Take a job file, a kit file or a whole studio of them into the studio.
    Import {
        /// The file.
        file: PathBuf,
        /// Folder the studio is kept in.
        #[arg(long, default_value = "data")]
        data: PathBuf,
    },
    /// Write a job, the kit or all of both as a file to standard output.
    Export {
        /// The job's id; the kit without it.
        #[arg(conflicts_with = "all")]
        job: Option<String>,
        /// The kit and every job, in one archive.
        #[arg(long)]
        all: bool,
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
        return Err("The file is larger than 256 MB.".to_owned());
    }
    let bytes = std::fs::read(file).map_err(|error| format!("{}: {error}.", file.display()))?;
    let found = api::files_in(&bytes).map_err(|problem| problem.detail)?;
    let studio = open(data).await?;
    found.keep_frames(&studio).map_err(|error| error.to_string())?;
    let taken = studio.import_all(&found.files, &found.logs).await.map_err(|error| error.to_string())?;
    studio.close().await;
    let job = match (taken.jobs.as_slice(), taken.copied) {
        ([], _) => String::new(),
        ([id], 1) => format!("Job there already: taken as a copy, {id}. "),
        ([id], _) => format!("Job {id} taken. "),
        (jobs, 0) => format!("{} jobs taken. ", jobs.len()),
        (jobs, copied) => format!("{} jobs taken, {copied} of them as copies of what was there. ", jobs.len()),
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

async fn export(job: Option<String>, all: bool, data: &Path) -> Result<Vec<u8>, String> {
    let studio = open(data).await?;
    let text = match job {
        None if all => {
            let kept = studio.kept().await.map_err(|error| error.to_string())?;
            studio.close().await;
            return archive::pack(&kept.files()).map_err(|problem| problem.detail);
        }
        Some(id) => {
            let id = tolva_core::quantity::Id::new(&id).map_err(|error| error.to_string())?;
            let file = studio.export_job(&id).await.map_err(|error| error.to_string())?;
            serde_json::to_string_pretty(&file).map(|text| text + "\n")
        }
        None => {
            let kit = studio.export_kit().await.map_err(|error| error.to_string())?;
            serde_json::to_string_pretty(&kit).map(|text| text + "\n")
        }
    };
    studio.close().await;
    Ok(text.map_err(|error| error.to_string())?.into_bytes())
}

fn line(text: String) -> Option<Vec<u8>> {
    Some((text + "\n").into_bytes())
}

#[actix_web::main]
async fn main() -> ExitCode {
    let done = match Arguments::parse().command {
        Command::Serve { listen, data, demo, stand_ins, share, anyone_may_come_in } => {
            serve::serve(listen, &data, With { demo, stand_ins, share }, anyone_may_come_in).await.map(|()| None)
        }
        Command::Backup { file, data } => backup(&file, &data).await.map(line),
        Command::Restore { file, data } => restore(&file, &data).await.map(line),
        Command::Import { file, data } => import(&file, &data).await.map(line),
        Command::Export { job, all, data } => export(job, all, &data).await.map(Some),
        Command::Openapi => serde_json::to_string_pretty(&app::document()).map(line).map_err(|error| error.to_string()),
    };
    match done {
        Ok(Some(bytes)) => {
            use std::io::Write;
            let _ = std::io::stdout().write_all(&bytes);
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
