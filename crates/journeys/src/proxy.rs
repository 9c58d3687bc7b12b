//! A way to the studio that cannot be trusted: it delays, drops and repeats what goes over it, as chance will have it.

use rand::{Rng, SeedableRng};
use rand_chacha::ChaCha8Rng;
use std::io;
use std::sync::atomic::{AtomicBool, AtomicUsize, Ordering};
use std::sync::{Arc, Mutex};
use std::time::Duration;
use tokio::io::{AsyncReadExt, AsyncWriteExt};
use tokio::net::{TcpListener, TcpStream};

/// What is done to one request.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
enum Mischief {
    None,
    /// It comes late by so many milliseconds.
    Late(u64),
    /// It never comes to the studio.
    Lost,
    /// It comes to the studio, and the answer is lost.
    Unanswered,
    /// It comes twice; the second answer counts.
    Twice,
}

/// The proxy; its clones are the same.
#[derive(Debug, Clone)]
pub struct Proxy {
    /// Where the browser finds it.
    pub address: String,
    studio: Arc<Mutex<String>>,
    awake: Arc<AtomicBool>,
    done: Arc<AtomicUsize>,
    chance: Arc<Mutex<ChaCha8Rng>>,
}

impl Proxy {
    /// Starts before a studio; honest until told otherwise.
    pub async fn before(studio: &str, seed: u64) -> Proxy {
        let listener = TcpListener::bind("127.0.0.1:0").await.unwrap();
        let proxy = Proxy {
            address: format!("http://{}", listener.local_addr().unwrap()),
            studio: Arc::new(Mutex::new(studio.trim_start_matches("http://").to_owned())),
            awake: Arc::default(),
            done: Arc::default(),
            chance: Arc::new(Mutex::new(ChaCha8Rng::seed_from_u64(seed))),
        };
        let serving = proxy.clone();
        tokio::spawn(async move {
            while let Ok((browser, _)) = listener.accept().await {
                let one = serving.clone();
                // A connection that breaks is what it is here for.
                tokio::spawn(async move { drop(one.serve(browser).await) });
            }
        });
        proxy
    }

    /// Lets it do mischief, or be honest.
    pub fn wake(&self, awake: bool) {
        self.awake.store(awake, Ordering::SeqCst);
    }

    /// Points it at the studio started anew.
    pub fn point_at(&self, studio: &str) {
        studio.trim_start_matches("http://").clone_into(&mut self.studio.lock().unwrap());
    }

    /// How many requests it did mischief to.
    #[must_use]
    pub fn done(&self) -> usize {
        self.done.load(Ordering::SeqCst)
    }

    fn mischief(&self, head: &str) -> Mischief {
        let listens = head.starts_with("GET /api/events");
        if !self.awake.load(Ordering::SeqCst) || !head.contains(" /api/") || listens {
            return Mischief::None;
        }
        let mut chance = self.chance.lock().unwrap();
        // Only what says which version it means can come twice without being two things.
        let versioned = head.starts_with("PUT") || head.contains("/undo ") || head.contains("/redo ");
        let mischief = match chance.random_range(0..10) {
            0..=2 => Mischief::Late(chance.random_range(20..400)),
            3 | 4 => Mischief::Lost,
            5 => Mischief::Unanswered,
            6 if versioned => Mischief::Twice,
            _ => Mischief::None,
        };
        if mischief != Mischief::None {
            self.done.fetch_add(1, Ordering::SeqCst);
        }
        mischief
    }

    /// One request on one connection.
    async fn serve(&self, mut browser: TcpStream) -> io::Result<()> {
        let request = read_request(&mut browser).await?;
        let head = String::from_utf8_lossy(&request).lines().next().unwrap_or_default().to_owned();
        let mischief = self.mischief(&head);
        match mischief {
            Mischief::Lost => return Ok(()),
            Mischief::Late(milliseconds) => tokio::time::sleep(Duration::from_millis(milliseconds)).await,
            Mischief::None | Mischief::Unanswered | Mischief::Twice => {}
        }
        if mischief == Mischief::Twice {
            let mut first = self.sent(&request).await?;
            first.read_to_end(&mut Vec::new()).await?;
        }
        let mut studio = self.sent(&request).await?;
        if mischief == Mischief::Unanswered {
            studio.read_to_end(&mut Vec::new()).await?;
            return Ok(());
        }
        // Who hangs up on one side hangs up on the other.
        let (mut from, mut to) = browser.split();
        let mut nothing = [0; 1];
        tokio::select! {
            copied = tokio::io::copy(&mut studio, &mut to) => { copied?; }
            gone = from.read(&mut nothing) => { gone?; }
        }
        browser.shutdown().await
    }

    async fn sent(&self, request: &[u8]) -> io::Result<TcpStream> {
        let address = self.studio.lock().unwrap().clone();
        let mut studio = TcpStream::connect(address).await?;
        studio.write_all(request).await?;
        Ok(studio)
    }
}

/// A whole request, told to be the last on its connection.
async fn read_request(browser: &mut TcpStream) -> io::Result<Vec<u8>> {
    let mut read = Vec::new();
    let (head, body) = loop {
        let mut some = [0; 16 * 1024];
        let count = browser.read(&mut some).await?;
        if count == 0 {
            return Err(io::ErrorKind::UnexpectedEof.into());
        }
        read.extend_from_slice(&some[..count]);
        if let Some(at) = read.windows(4).position(|four| four == b"\r\n\r\n") {
            break (String::from_utf8_lossy(&read[..at]).into_owned(), read.split_off(at + 4));
        }
    };
    let named = |line: &str, name: &str| line.to_ascii_lowercase().starts_with(name);
    let length = head.lines().find(|line| named(line, "content-length:"));
    let length: usize = length.and_then(|line| line.split(':').nth(1)?.trim().parse().ok()).unwrap_or(0);
    let mut body = body;
    while body.len() < length {
        let mut some = [0; 16 * 1024];
        let count = browser.read(&mut some).await?;
        if count == 0 {
            return Err(io::ErrorKind::UnexpectedEof.into());
        }
        body.extend_from_slice(&some[..count]);
    }
    let kept: Vec<&str> = head.lines().filter(|line| !named(line, "connection:")).collect();
    let mut request = format!("{}\r\nConnection: close\r\n\r\n", kept.join("\r\n")).into_bytes();
    request.extend_from_slice(&body);
    Ok(request)
}
