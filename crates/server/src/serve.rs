//! Serving: opens the studio, takes the port, stops gracefully.

use crate::app::{Shared, app};
use crate::cache::Lights;
use crate::easel::Easels;
use crate::share::{Share, listen_when_wished};
use crate::stand_ins::StandIns;
use crate::stopping::Stopping;
use crate::work::Work;
use crate::{open, sample};
use actix_web::HttpServer;
use actix_web::dev::ServerHandle;
use std::fs::{File, TryLockError};
use std::io::{ErrorKind, Write};
use std::net::{IpAddr, Ipv4Addr, SocketAddr};
use std::path::Path;
use std::time::Duration;
use tolva_core::day::SunWays;
use tolva_core::ladder::Ladders;
use tolva_store::Studio;
use tracing_subscriber::EnvFilter;

/// Seconds running requests get to finish when it stops.
const GRACE: u64 = 5;
/// How long nothing is changed before what was written lately is moved into the one file.
const IDLE: Duration = Duration::from_secs(30);

/// What a studio is served with.
#[derive(Debug, Clone, Copy)]
pub struct With {
    /// The sample studio, where it is fresh.
    pub demo: bool,
    /// Devices to try it with.
    pub stand_ins: bool,
    /// Where it is shared from the start; nowhere without.
    pub share: Option<SocketAddr>,
}

/// Where it is shared in a room, unless it is said.
const SHARED_AT: SocketAddr = SocketAddr::new(IpAddr::V4(Ipv4Addr::UNSPECIFIED), 4311);

/// Serves until it is told to stop.
pub async fn serve(listen: SocketAddr, data: &Path, with: With, anyone: bool) -> Result<(), String> {
    let filter = EnvFilter::try_from_default_env().unwrap_or_else(|_| EnvFilter::new("warn,tolva=info"));
    tracing_subscriber::fmt().json().with_env_filter(filter).with_writer(std::io::stderr).init();
    if !listen.ip().is_loopback() {
        if with.stand_ins {
            return Err("Stand-ins are for this machine only: leave --stand-ins out, or listen on loopback.".to_owned());
        }
        if !anyone {
            return Err(format!(
                "{listen} can be reached from other machines, and nothing keeps others out: whoever reaches it can read and \
                 change everything. If that is what you want, say --anyone-may-come-in."
            ));
        }
        tracing::warn!(%listen, "other machines can reach this, and nothing keeps others out");
    }
    std::fs::create_dir_all(data).map_err(|error| format!("Cannot make the folder {}: {error}.", data.display()))?;
    let _alone = alone(data)?;
    let studio = open(data).await?;
    if with.demo && sample::fill_if_fresh(&studio).await.map_err(|error| error.to_string())? {
        tracing::info!("filled a fresh studio with the sample one");
    }
    let stopping = Stopping::default();
    let work = Work::default();
    let (share, wishes) = Share::at(with.share.unwrap_or(SHARED_AT));
    let shared = Shared {
        studio: studio.clone(),
        easels: Easels::beside(work.at_work().clone()),
        work,
        ladders: Ladders::default(),
        lights: Lights::default(),
        sun_ways: SunWays::default(),
        stopping: stopping.clone(),
        stand_ins: if with.stand_ins { StandIns::of(data) } else { StandIns::default() },
        share: share.clone(),
        listen: listen.ip(),
    };
    let sharing = listen_when_wished(share.clone(), shared.clone(), wishes);
    let server = HttpServer::new(move || app(shared.clone()))
        .workers(2)
        .client_request_timeout(Duration::from_secs(15))
        // Who hangs up is gone: what is worked on for them is given up.
        .h1_allow_half_closed(false)
        .shutdown_timeout(GRACE)
        .disable_signals()
        .bind(listen)
        .map_err(|error| refused(listen, &error))?;
    let address = server.addrs().first().copied().unwrap_or(listen);
    let running = server.run();
    let stop = tokio::spawn(stop_when_told(running.handle(), stopping.clone()));
    let tidy = tokio::spawn(tidy_when_idle(studio.clone(), stopping));
    let _ = writeln!(std::io::stdout(), "Tolva is at http://{address} (stop with Ctrl-C)");
    let _ = std::io::stdout().flush();
    let sharing_too = async {
        if with.share.is_some()
            && let Err(error) = share.open(true).await
        {
            tracing::error!(%error, "not shared");
        }
        std::future::pending::<()>().await
    };
    let done = tokio::select! {
        done = running => done.map_err(|error| error.to_string()),
        () = sharing => Ok(()),
        () = sharing_too => Ok(()),
    };
    stop.abort();
    tidy.abort();
    studio.close().await;
    tracing::info!("stopped");
    done
}

/// That no other Tolva serves this folder: held until it is dropped.
pub fn alone(data: &Path) -> Result<File, String> {
    let path = data.join("in-use");
    let file =
        File::create(&path).map_err(|error| format!("Cannot write in the folder {}: {error}.", data.display()))?;
    match file.try_lock() {
        Ok(()) => Ok(file),
        Err(TryLockError::WouldBlock) => Err(format!(
            "Another Tolva is using the studio in {}. Open that one, stop it, or say --data with another folder.",
            data.display()
        )),
        Err(TryLockError::Error(error)) => Err(format!("Cannot lock {}: {error}.", path.display())),
    }
}

/// At the signal listeners are let go first, then what is being answered is finished.
async fn stop_when_told(server: ServerHandle, stopping: Stopping) {
    told().await;
    stopping.begin();
    server.stop(true).await;
}

#[cfg(unix)]
async fn told() {
    use tokio::signal::unix::{SignalKind, signal};
    let Ok(mut ended) = signal(SignalKind::terminate()) else {
        let _ = tokio::signal::ctrl_c().await;
        return;
    };
    tokio::select! {
        _ = ended.recv() => {}
        _ = tokio::signal::ctrl_c() => {}
    }
}

#[cfg(not(unix))]
async fn told() {
    let _ = tokio::signal::ctrl_c().await;
}

/// Moves what was written lately into the one file whenever nothing has been changed for a while.
async fn tidy_when_idle(studio: Studio, stopping: Stopping) {
    let mut ear = studio.listen();
    loop {
        tokio::select! {
            () = stopping.begun() => return,
            changed = ear.next() => if changed.is_none() { return },
        }
        loop {
            tokio::select! {
                () = stopping.begun() => return,
                again = tokio::time::timeout(IDLE, ear.next()) => match again {
                    Ok(Some(_)) => {}
                    Ok(None) => return,
                    Err(_) => break,
                },
            }
        }
        if let Err(error) = studio.checkpoint().await {
            tracing::warn!(%error, "what was written lately stays in the log for now");
        }
    }
}

fn refused(listen: SocketAddr, error: &std::io::Error) -> String {
    if error.kind() == ErrorKind::AddrInUse {
        let next = listen.port().saturating_add(1);
        return format!(
            "Port {} is taken, perhaps by another Tolva. Stop that one, or choose another port: \
             tolva serve --listen {}:{next} (with make: make demo PORT={next}).",
            listen.port(),
            listen.ip()
        );
    }
    format!("Cannot listen on {listen}: {error}.")
}
