//! A phone in the same room: a second listener that lets nobody in without a code.

mod door;
mod guard;
mod join;
mod listener;

pub use door::{CODE_LASTS, Device, Given, Refused};
pub use guard::{LetIn, only_let_in};
pub use join::{join, knock};
pub use listener::{Wish, listen_when_wished, where_found};

use door::Door;
use rand::Rng;
use std::net::SocketAddr;
use std::sync::{Arc, Mutex, MutexGuard, PoisonError};
use std::time::{Duration, Instant};
use tokio::sync::{mpsc, oneshot, watch};

/// What is shared, with whom, and where.
#[derive(Clone)]
pub struct Share(Arc<Inner>);

impl std::fmt::Debug for Share {
    fn fmt(&self, f: &mut std::fmt::Formatter<'_>) -> std::fmt::Result {
        f.debug_struct("Share").finish_non_exhaustive()
    }
}

struct Inner {
    /// Where it would listen.
    address: SocketAddr,
    began: Instant,
    door: Mutex<Door>,
    /// The code that is out, for the desk's screen.
    shown: Mutex<Option<String>>,
    /// Where it listens; none while it does not.
    listens: watch::Sender<Option<SocketAddr>>,
    /// Goes up whenever somebody was put out.
    put_out: watch::Sender<u64>,
    wishes: mpsc::Sender<Wish>,
}

impl Share {
    /// Shared nowhere yet; wishes to listen come out at the other end.
    pub fn at(address: SocketAddr) -> (Share, mpsc::Receiver<Wish>) {
        let (wishes, heard) = mpsc::channel(4);
        let inner = Inner {
            address,
            began: Instant::now(),
            door: Mutex::default(),
            shown: Mutex::default(),
            listens: watch::channel(None).0,
            put_out: watch::channel(0).0,
            wishes,
        };
        (Share(Arc::new(inner)), heard)
    }

    fn door(&self) -> MutexGuard<'_, Door> {
        self.0.door.lock().unwrap_or_else(PoisonError::into_inner)
    }

    fn now(&self) -> Duration {
        self.0.began.elapsed()
    }

    /// Where it listens; none while it does not.
    pub fn listens(&self) -> Option<SocketAddr> {
        *self.0.listens.borrow()
    }

    /// Begins to listen, or ends.
    ///
    /// # Errors
    /// Why it cannot, in words.
    pub async fn open(&self, open: bool) -> Result<(), String> {
        let (told, done) = oneshot::channel();
        let gone = || "Tolva is stopping.".to_owned();
        let wish = if open { Wish::Open(told) } else { Wish::Close(told) };
        self.0.wishes.send(wish).await.map_err(|_| gone())?;
        done.await.map_err(|_| gone())?
    }

    /// Puts out a new code of six digits.
    pub fn invite(&self) {
        let code = format!("{:06}", rand::rng().random_range(0..1_000_000));
        self.door().invite(&code, self.now());
        *self.0.shown.lock().unwrap_or_else(PoisonError::into_inner) = Some(code);
    }

    /// The code that is out, and how long it can still be used.
    pub fn invitation(&self) -> Option<(String, Duration)> {
        let left = self.door().invites(self.now())?;
        let shown = self.0.shown.lock().unwrap_or_else(PoisonError::into_inner);
        Some((shown.clone()?, left))
    }

    /// Lets in who has the code.
    ///
    /// # Errors
    /// [`Refused`].
    pub fn knock(&self, code: &str, name: &str) -> Result<Given, Refused> {
        let secret = || rand::rng().random::<[u8; 32]>().iter().map(|byte| format!("{byte:02x}")).collect::<String>();
        let now = self.now();
        self.door().knock(code, name, Given { cookie: secret(), token: secret() }, now)
    }

    /// The device a cookie is of.
    pub fn knows(&self, cookie: &str) -> Option<u64> {
        let now = self.now();
        self.door().knows(cookie, now)
    }

    /// Whether this is the word that a device's changes carry.
    pub fn is_token_of(&self, device: u64, token: &str) -> bool {
        self.door().is_token_of(device, token)
    }

    /// Who is in, and how long ago each came and showed itself last.
    pub fn devices(&self) -> Vec<(Device, Duration, Duration)> {
        let now = self.now();
        let ago = |then: Duration| now.saturating_sub(then);
        self.door().devices().iter().map(|one| (one.clone(), ago(one.since), ago(one.seen))).collect()
    }

    /// Puts a device out; whether it was in.
    pub fn put_out(&self, device: u64) -> bool {
        let was_in = self.door().put_out(device);
        self.0.put_out.send_modify(|count| *count += 1);
        was_in
    }

    /// Puts everybody out.
    fn put_all_out(&self) {
        self.door().close();
        self.0.put_out.send_modify(|count| *count += 1);
    }

    /// Waits until a device is put out.
    pub async fn until_out(&self, device: u64) {
        let mut told = self.0.put_out.subscribe();
        while self.door().has(device) {
            if told.changed().await.is_err() {
                return;
            }
        }
    }
}
