//! The second listener: begun and ended while the first one goes on.

use super::Share;
use crate::app::{Shared, shared_app};
use actix_web::HttpServer;
use actix_web::dev::Server;
use std::future::pending;
use std::net::{IpAddr, Ipv4Addr, SocketAddr};
use std::time::Duration;
use tokio::sync::{mpsc, oneshot};

/// What is wished of it.
pub enum Wish {
    /// To listen.
    Open(oneshot::Sender<Result<(), String>>),
    /// To listen no more.
    Close(oneshot::Sender<Result<(), String>>),
}

fn begin(shared: &Shared, address: SocketAddr) -> Result<(Server, SocketAddr), String> {
    let shared = Shared { listen: address.ip(), ..shared.clone() };
    let server = HttpServer::new(move || shared_app(shared.clone()))
        .workers(1)
        .client_request_timeout(Duration::from_secs(15))
        .h1_allow_half_closed(false)
        .shutdown_timeout(1)
        .disable_signals()
        .bind(address)
        .map_err(|error| format!("Cannot listen on {address}: {error}."))?;
    let at = server.addrs().first().copied().unwrap_or(address);
    Ok((server.run(), at))
}

/// Listens whenever it is wished, for as long as the program runs.
pub async fn listen_when_wished(share: Share, shared: Shared, mut wishes: mpsc::Receiver<Wish>) {
    let mut running: Option<Server> = None;
    loop {
        let over = async {
            match running.as_mut() {
                Some(server) => server.await,
                None => pending().await,
            }
        };
        tokio::select! {
            _ = over => {
                running = None;
                share.0.listens.send_replace(None);
            }
            wish = wishes.recv() => match wish {
                None => return,
                Some(Wish::Open(told)) => {
                    let done = match &running {
                        Some(_) => Ok(()),
                        None => begin(&shared, share.0.address).map(|(server, at)| {
                            running = Some(server);
                            share.0.listens.send_replace(Some(at));
                            tracing::info!(%at, "shared in the room, with a code");
                        }),
                    };
                    let _ = told.send(done);
                }
                Some(Wish::Close(told)) => {
                    share.put_all_out();
                    if let Some(server) = running.take() {
                        let ((), _) = tokio::join!(server.handle().stop(false), server);
                    }
                    share.0.listens.send_replace(None);
                    let _ = told.send(Ok(()));
                }
            },
        }
    }
}

/// Addresses at which others find it: its own, or every one of this machine beyond loopback, those of private networks first.
pub fn where_found(listens: SocketAddr) -> Vec<SocketAddr> {
    if !listens.ip().is_unspecified() {
        return vec![listens];
    }
    let four = |ip: IpAddr| match ip {
        IpAddr::V4(four) => (!four.is_loopback()).then_some(four),
        IpAddr::V6(_) => None,
    };
    let own = if_addrs::get_if_addrs().unwrap_or_default();
    let mut found: Vec<Ipv4Addr> = own.iter().map(if_addrs::Interface::ip).filter_map(four).collect();
    found.sort_by_key(|ip| (!ip.is_private(), *ip));
    found.into_iter().map(|ip| SocketAddr::new(ip.into(), listens.port())).collect()
}
