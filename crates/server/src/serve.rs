//! Serving: opens the studio, takes the port, stops gracefully.

use crate::app::app;
use crate::{open, sample};
use actix_web::HttpServer;
use std::io::{ErrorKind, Write};
use std::net::SocketAddr;
use std::path::Path;
use tracing_subscriber::EnvFilter;

/// Seconds running requests get to finish when it stops.
const GRACE: u64 = 5;

/// Serves until it is told to stop.
pub async fn serve(listen: SocketAddr, data: &Path, demo: bool) -> Result<(), String> {
    let filter = EnvFilter::try_from_default_env().unwrap_or_else(|_| EnvFilter::new("warn,tolva=info"));
    tracing_subscriber::fmt().json().with_env_filter(filter).with_writer(std::io::stderr).init();
    let studio = open(data).await?;
    if demo && sample::fill_if_fresh(&studio).await.map_err(|error| error.to_string())? {
        tracing::info!("filled a fresh studio with the sample one");
    }
    let served = studio.clone();
    let server = HttpServer::new(move || app(served.clone(), listen.ip()))
        .workers(2)
        .shutdown_timeout(GRACE)
        .bind(listen)
        .map_err(|error| refused(listen, &error))?;
    let address = server.addrs().first().copied().unwrap_or(listen);
    let _ = writeln!(std::io::stdout(), "Tolva is at http://{address} (stop with Ctrl-C)");
    let _ = std::io::stdout().flush();
    let done = server.run().await.map_err(|error| error.to_string());
    studio.close().await;
    tracing::info!("stopped");
    done
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
