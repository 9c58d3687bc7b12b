//! Killed in the middle of edits, over and over, with rounds in which the disk takes nothing: what was acknowledged is there.
//!
//! `ROUNDS=1000 cargo test -p tolva --test killed -- --nocapture` runs it long; without it is short enough for every day.

#![allow(clippy::unwrap_used, clippy::print_stdout)]

mod common;

use common::program;
use rand_chacha::ChaCha8Rng;
use rand_chacha::rand_core::{RngCore, SeedableRng};
use reqwest::{Client, Method, StatusCode};
use serde_json::{Value, json};
use std::collections::BTreeMap;
use std::io::{BufRead, BufReader};
use std::path::Path;
use std::process::{Child, Command, Stdio};
use std::time::Duration;
use tempfile::TempDir;

const SETUPS: [&str; 3] = ["setup-doors", "setup-water", "setup-hands"];

struct Running {
    server: Child,
    address: String,
}

/// Starts it so that a write beyond a limit of the process fails instead of ending it.
fn start(folder: &Path) -> Running {
    let mut server = Command::new("sh")
        .args(["-c", "trap '' XFSZ; exec \"$0\" serve --demo --listen 127.0.0.1:0 --data \"$1\""])
        .arg(program().get_program())
        .arg(folder)
        .stdout(Stdio::piped())
        .stderr(Stdio::null())
        .spawn()
        .unwrap();
    let mut line = String::new();
    BufReader::new(server.stdout.take().unwrap()).read_line(&mut line).unwrap();
    let address = line.split_whitespace().find(|word| word.starts_with("http://")).unwrap().to_owned();
    Running { server, address }
}

impl Running {
    fn kill(&mut self) {
        self.server.kill().unwrap();
        self.server.wait().unwrap();
    }

    /// How large a file this process may write; none: as large as it likes.
    fn limit_files(&self, bytes: Option<u64>) {
        let most = bytes.map_or("unlimited".to_owned(), |bytes| bytes.to_string());
        let done = Command::new("prlimit")
            .arg(format!("--pid={}", self.server.id()))
            .arg(format!("--fsize={most}:unlimited"))
            .status();
        assert!(done.unwrap().success());
    }
}

impl Drop for Running {
    fn drop(&mut self) {
        let _ = self.server.kill();
        let _ = self.server.wait();
    }
}

/// What was acknowledged of each setup, and what was asked for without an answer.
#[derive(Default)]
struct Told {
    kept: BTreeMap<String, String>,
    unanswered: BTreeMap<String, Vec<String>>,
}

struct Edits<'a> {
    client: &'a Client,
    address: &'a str,
    told: &'a mut Told,
    refused: u32,
    acknowledged: u32,
}

impl Edits<'_> {
    async fn setup(&self, id: &str) -> Option<Value> {
        let asked = self.client.get(format!("{}/api/setups/{id}", self.address)).send().await.ok()?;
        serde_json::from_slice(&asked.bytes().await.ok()?).ok()
    }

    /// Writes a note. Tells whether the program still answers.
    async fn note(&mut self, id: &str, note: String) -> bool {
        let Some(kept) = self.setup(id).await else { return false };
        let mut setup = kept["setup"].clone();
        setup["note"] = json!(note);
        let body = json!({"setup": setup, "version": kept["version"]});
        self.told.unanswered.entry(id.to_owned()).or_default().push(note.clone());
        let request = self.client.request(Method::PUT, format!("{}/api/setups/{id}", self.address)).json(&body);
        let Ok(answer) = request.send().await else { return false };
        match answer.status() {
            StatusCode::OK => {
                self.told.kept.insert(id.to_owned(), note);
                self.told.unanswered.remove(id);
                self.acknowledged += 1;
            }
            StatusCode::SERVICE_UNAVAILABLE | StatusCode::INSUFFICIENT_STORAGE => {
                // It said that nothing was changed.
                self.told.unanswered.entry(id.to_owned()).or_default().retain(|other| *other != note);
                self.refused += 1;
            }
            other => panic!("{other} to a note"),
        }
        true
    }
}

/// What stands in the studio's file is what was acknowledged, or one of what was asked for after it without an answer.
async fn holds(running: &Running, client: &Client, told: &mut Told, when: &str) {
    for id in SETUPS {
        let answer = client.get(format!("{}/api/setups/{id}", running.address)).send().await.unwrap();
        let kept: Value = serde_json::from_slice(&answer.bytes().await.unwrap()).unwrap();
        let note = kept["setup"]["note"].as_str().unwrap().to_owned();
        let Some(acknowledged) = told.kept.get(id) else { continue };
        let unanswered = told.unanswered.remove(id).unwrap_or_default();
        assert!(
            note == *acknowledged || unanswered.contains(&note),
            "{when}: {id} holds “{note}”, but “{acknowledged}” was acknowledged ({} unanswered since)",
            unanswered.len()
        );
        told.kept.insert(id.to_owned(), note);
    }
}

/// One life of the program: edits, perhaps with a disk that takes nothing for a while, and a kill at any moment.
async fn life(folder: &Path, chance: &mut ChaCha8Rng, told: &mut Told, round: u32) -> (u32, u32) {
    let client = Client::builder().timeout(Duration::from_secs(20)).build().unwrap();
    let mut running = start(folder);
    holds(&running, &client, told, &format!("round {round}")).await;
    let (edits_in_all, kill_after) =
        (4 + chance.next_u32() % 8, Duration::from_micros(u64::from(chance.next_u32() % 60_000)));
    let failing = round % 3 == 1;
    let address = running.address.clone();
    let mut edits = Edits { client: &client, address: &address, told, refused: 0, acknowledged: 0 };
    let work = async {
        for edit in 0..edits_in_all {
            if failing && edit == 2 {
                // No file grows beyond a few pages: writes fail in the middle of a transaction.
                running.limit_files(Some(4096 * u64::from(1 + chance.next_u32() % 40)));
            }
            if failing && edit == 5 {
                running.limit_files(None);
            }
            let id = SETUPS[chance.next_u32() as usize % SETUPS.len()];
            if !edits.note(id, format!("round {round}, edit {edit}")).await {
                break;
            }
        }
        // What is acknowledged after the trouble has to last like anything else.
        running.limit_files(None);
        for id in SETUPS {
            edits.note(id, format!("round {round}, last")).await;
        }
    };
    if round.is_multiple_of(2) {
        // In the middle of it.
        let _ = tokio::time::timeout(kill_after, work).await;
    } else {
        work.await;
    }
    let counts = (edits.acknowledged, edits.refused);
    running.kill();
    counts
}

#[tokio::test]
async fn what_was_acknowledged_is_there_after_every_kill() {
    let rounds: u32 = std::env::var("ROUNDS").ok().and_then(|rounds| rounds.parse().ok()).unwrap_or(30);
    let folder = TempDir::new().unwrap();
    let mut chance = ChaCha8Rng::seed_from_u64(std::env::var("SEED").ok().and_then(|s| s.parse().ok()).unwrap_or(1));
    let mut told = Told::default();
    let (mut acknowledged, mut refused) = (0, 0);
    for round in 0..rounds {
        let (kept, not) = life(folder.path(), &mut chance, &mut told, round).await;
        acknowledged += kept;
        refused += not;
    }
    let running = start(folder.path());
    let client = Client::new();
    holds(&running, &client, &mut told, "at the end").await;
    println!("{rounds} rounds: {acknowledged} edits acknowledged and there, {refused} refused in words");
    assert!(acknowledged > rounds, "{acknowledged}");
    assert!(refused > 0, "the disk never failed: nothing was tested");
}

/// The test above can fail: where the log is thrown away after a kill, as a file copied without it would be, it does.
#[tokio::test]
async fn a_studio_without_its_log_is_found_out() {
    let folder = TempDir::new().unwrap();
    let client = Client::new();
    let mut told = Told::default();
    let mut running = start(folder.path());
    let address = running.address.clone();
    let mut edits = Edits { client: &client, address: &address, told: &mut told, refused: 0, acknowledged: 0 };
    for id in SETUPS {
        assert!(edits.note(id, "acknowledged".to_owned()).await);
    }
    running.kill();
    std::fs::remove_file(folder.path().join("studio.sqlite-wal")).unwrap();
    let running = start(folder.path());
    let answer = client.get(format!("{}/api/setups/setup-doors", running.address)).send().await.unwrap();
    let kept: Value = serde_json::from_slice(&answer.bytes().await.unwrap()).unwrap_or(Value::Null);
    assert_ne!(kept["setup"]["note"], "acknowledged");
}

/// A small disk of its own, where this machine lets one be made.
struct SmallDisk(TempDir);

impl SmallDisk {
    fn new(size: &str) -> Option<SmallDisk> {
        let folder = TempDir::new().unwrap();
        let made = Command::new("mount")
            .args(["-t", "tmpfs", "-o", &format!("size={size}"), "tmpfs"])
            .arg(folder.path())
            .stderr(Stdio::null())
            .status();
        made.is_ok_and(|made| made.success()).then_some(SmallDisk(folder))
    }
}

impl Drop for SmallDisk {
    fn drop(&mut self) {
        let _ = Command::new("umount").arg("-l").arg(self.0.path()).status();
    }
}

/// A disk that is really full: edits are refused in words, nothing acknowledged is lost, and it goes on when there is room.
/// Only an administrator can make a disk; the rounds above need none.
#[tokio::test]
async fn a_disk_that_is_really_full() {
    let Some(disk) = SmallDisk::new("6m") else {
        println!("no disk can be made here: not tried");
        return;
    };
    let folder = disk.0.path();
    let client = Client::builder().timeout(Duration::from_secs(20)).build().unwrap();
    let mut told = Told::default();
    let mut refused = 0;
    for round in 0..6 {
        let mut running = start(folder);
        holds(&running, &client, &mut told, &format!("round {round}")).await;
        let address = running.address.clone();
        let mut edits = Edits { client: &client, address: &address, told: &mut told, refused: 0, acknowledged: 0 };
        assert!(edits.note(SETUPS[0], format!("round {round}, with room")).await);
        let filler = folder.join("filler");
        // Everything that is left, to the last byte.
        let _ = std::io::copy(&mut std::io::repeat(0), &mut std::fs::File::create(&filler).unwrap());
        for edit in 0..40 {
            // The log has some room of its own left over from before: sooner or later that is full, too.
            assert!(edits.note(SETUPS[edit % 3], format!("round {round}, full {edit}, {}", "x".repeat(300))).await);
        }
        assert!(edits.refused > 0, "round {round}: the disk was never full");
        std::fs::remove_file(&filler).unwrap();
        let before = edits.acknowledged;
        for id in SETUPS {
            assert!(edits.note(id, format!("round {round}, room again")).await);
        }
        assert_eq!(edits.acknowledged, before + 3, "round {round}: it does not go on");
        refused += edits.refused;
        if round % 2 == 0 {
            running.kill();
        } else {
            Command::new("kill").arg("-TERM").arg(running.server.id().to_string()).status().unwrap();
            running.server.wait().unwrap();
        }
    }
    let running = start(folder);
    holds(&running, &client, &mut told, "at the end").await;
    println!("6 rounds with a full disk: {refused} edits refused in words, nothing acknowledged was lost");
}
