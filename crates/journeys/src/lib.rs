//! What the journeys share: a server on the sample studio, a browser before it, and ways to act and to read.
//!
//! Nothing here sleeps for a fixed time: every step waits until the page shows what it waits for.

#![allow(clippy::unwrap_used, clippy::missing_panics_doc)]

mod downloads;
mod hands;
mod looks;
mod measured;
mod proxy;

pub use downloads::downloaded;
pub use measured::Done;
pub use proxy::Proxy;

use serde_json::Value;
use std::io::{BufRead, BufReader};
use std::path::{Path, PathBuf};
use std::process::{Child, Command, Stdio};
use std::time::{Duration, Instant};
use tempfile::TempDir;
use thirtyfour::manager::{BrowserKind, WebDriverManager};
use thirtyfour::prelude::*;
use thirtyfour::{LoggingPrefsLogLevel, TypingData};

/// How long a condition may take to come true.
const PATIENCE: Duration = Duration::from_secs(60);

/// A walk through the interface.
#[derive(Debug)]
pub struct Walk {
    /// The browser.
    pub browser: WebDriver,
    /// Where the server is.
    pub address: String,
    server: Child,
    /// Where the server itself is, also when the browser reaches it by way of something else.
    direct: String,
    folder: TempDir,
    _profile: TempDir,
}

/// With the sample studio in it, where it is fresh.
const DEMO: &[&str] = &["--demo"];

/// The repository's root.
#[must_use]
pub fn root() -> PathBuf {
    Path::new(env!("CARGO_MANIFEST_DIR")).join("../..")
}

/// The server's binary, built beside the tests.
fn binary() -> PathBuf {
    let beside = std::env::current_exe().unwrap();
    let binary = beside.parent().unwrap().parent().unwrap().join("tolva");
    assert!(binary.exists(), "build the server first: cargo build -p tolva");
    binary
}

/// Starts the server on a studio and gives its address.
fn serve(folder: &Path, more: &[&str]) -> (Child, String) {
    let mut server = Command::new(binary())
        .args(["serve", "--stand-ins", "--listen", "127.0.0.1:0", "--data"])
        .arg(folder)
        .args(more)
        .stdout(Stdio::piped())
        .stderr(Stdio::null())
        .spawn()
        .unwrap();
    let mut line = String::new();
    BufReader::new(server.stdout.take().unwrap()).read_line(&mut line).unwrap();
    let address = line.split_whitespace().find(|word| word.starts_with("http://")).unwrap().to_owned();
    (server, address)
}

impl Walk {
    /// Starts at a desk: 1280 × 800.
    pub async fn at_desk() -> Walk {
        Walk::start(1280, 800, 1.0, false).await
    }

    /// Starts on a tablet held upright: 834 × 1112.
    pub async fn on_tablet() -> Walk {
        Walk::start(834, 1112, 1.0, false).await
    }

    /// Starts on a phone: 390 × 844.
    pub async fn on_phone() -> Walk {
        Walk::start(390, 844, 2.0, true).await
    }

    /// Starts at a desk, with a way to the studio between that cannot be trusted.
    pub async fn over_a_bad_way(seed: u64) -> (Walk, Proxy) {
        let mut walk = Walk::at_desk().await;
        let proxy = Proxy::before(&walk.direct, seed).await;
        walk.address.clone_from(&proxy.address);
        (walk, proxy)
    }

    /// Kills the server in the middle of whatever it does, and starts it anew on what it kept. Gives where it is then.
    pub fn kill_and_restart(&mut self) -> String {
        self.server.kill().unwrap();
        self.server.wait().unwrap();
        (self.server, self.direct) = serve(self.folder.path(), DEMO);
        self.direct.clone()
    }

    /// Starts at a desk with a studio in which there is nothing yet.
    pub async fn at_an_empty_desk() -> Walk {
        Walk::serving(1280, 800, 1.0, false, &[]).await
    }

    /// Starts at a desk whose studio is shared in its room.
    pub async fn at_a_shared_desk() -> Walk {
        Walk::serving(1280, 800, 1.0, false, &["--demo", "--share", "127.0.0.1:0"]).await
    }

    async fn start(width: u32, height: u32, ratio: f64, mobile: bool) -> Walk {
        Walk::serving(width, height, ratio, mobile, DEMO).await
    }

    async fn serving(width: u32, height: u32, ratio: f64, mobile: bool, more: &[&str]) -> Walk {
        let (folder, profile) = (TempDir::new().unwrap(), TempDir::new().unwrap());
        let (server, address) = serve(folder.path(), more);
        let mut wanted = DesiredCapabilities::chrome();
        wanted.set_binary("/usr/bin/chromium").unwrap();
        for flag in [
            "--headless",
            "--no-sandbox",
            "--disable-gpu",
            "--disable-quic",
            "--no-first-run",
            "--disable-background-networking",
            "--disable-component-update",
            "--disable-sync",
            "--hide-scrollbars",
        ] {
            wanted.add_arg(flag).unwrap();
        }
        wanted.add_arg(&format!("--user-data-dir={}", profile.path().display())).unwrap();
        wanted.set_browser_log_level(LoggingPrefsLogLevel::All).unwrap();
        let manager =
            WebDriverManager::builder().driver_binary(BrowserKind::Chrome, "/usr/bin/chromedriver").offline().build();
        let browser = manager.launch(wanted).await.unwrap();
        let size = browser.cdp();
        size.emulation().set_device_metrics_override(width, height, ratio, mobile).await.unwrap();
        Walk { browser, direct: address.clone(), address, server, folder, _profile: profile }
    }

    /// Makes the screen another one.
    pub async fn resize(&self, width: u32, height: u32, mobile: bool) {
        let size = self.browser.cdp();
        size.emulation().set_device_metrics_override(width, height, 1.0, mobile).await.unwrap();
    }

    /// Shows the page as on another medium, with the system's own colours forced or not.
    pub async fn emulate(&self, media: &str, forced_colours: &str) {
        let features = serde_json::json!([{ "name": "forced-colors", "value": forced_colours }]);
        let asked = serde_json::json!({ "media": media, "features": features });
        self.browser.cdp().send_raw("Emulation.setEmulatedMedia", asked).await.unwrap();
    }

    /// Opens a file that lies in a folder, with what is asked of it.
    ///
    /// # Panics
    /// Where the browser does not.
    pub async fn open_file(&self, file: &Path, asked: &str) {
        let path = file.display().to_string().replace(' ', "%20");
        self.browser.goto(format!("file://{path}{asked}")).await.expect("the file opens");
    }

    /// Opens a page of the application.
    pub async fn open(&self, path: &str) {
        self.browser.goto(format!("{}{path}", self.address)).await.unwrap();
    }

    /// Opens a setup of the sample studio and waits for its levels.
    pub async fn open_setup(&self, id: &str) {
        self.open(&format!("/setups/{id}")).await;
        self.wait("the dials", "return document.querySelectorAll('[data-dial]').length >= 5").await;
    }

    /// The value of a script in the page.
    pub async fn read(&self, script: &str) -> Value {
        self.browser.execute(script, vec![]).await.unwrap().json().clone()
    }

    /// The number a script in the page gives.
    pub async fn figure(&self, script: &str) -> f64 {
        self.read(script).await.as_f64().unwrap()
    }

    /// Waits until a script in the page is true.
    pub async fn wait(&self, what: &str, script: &str) {
        let start = Instant::now();
        loop {
            let said = self.browser.execute(script, vec![]).await;
            if said.is_ok_and(|said| said.json() == &Value::Bool(true)) {
                return;
            }
            if start.elapsed() > PATIENCE {
                let page = self.read("return document.body.innerText").await;
                panic!("waited in vain for {what}: {script}\nthe page says:\n{}", page.as_str().unwrap_or(""));
            }
            tokio::time::sleep(Duration::from_millis(20)).await;
        }
    }

    /// Waits until an element found by this selector holds this text.
    pub async fn sees(&self, selector: &str, text: &str) {
        let script = format!(
            "return [...document.querySelectorAll({})].some((e) => (e.matches('input') ? e.value : e.textContent).includes({}))",
            Value::from(selector),
            Value::from(text)
        );
        self.wait(&format!("“{text}” in {selector}"), &script).await;
    }

    /// Waits until no element found by this selector holds this text.
    pub async fn no_longer_sees(&self, selector: &str, text: &str) {
        let script = format!(
            "return ![...document.querySelectorAll({})].some((e) => (e.matches('input') ? e.value : e.textContent).includes({}))",
            Value::from(selector),
            Value::from(text)
        );
        self.wait(&format!("no “{text}” in {selector}"), &script).await;
    }

    /// The element found by this selector, once it is there.
    pub async fn find(&self, selector: &str) -> WebElement {
        self.wait(selector, &format!("return !!document.querySelector({})", Value::from(selector))).await;
        self.browser.find(By::Css(selector)).await.unwrap()
    }

    /// Opens the set of a setup of the sample studio and waits for its drawing and for what could be done about it.
    pub async fn open_set(&self, id: &str) {
        self.open(&format!("/setups/{id}/set")).await;
        self.wait("the drawing", "return document.querySelectorAll('[data-side=plan][data-thing]').length > 2").await;
        self.find("[data-sheet] h2").await;
        self.wait("the advice", "return document.querySelector('[aria-label=\"Other plans\"]') !== null").await;
    }

    /// Everything the browser downloads goes into this folder from now on.
    pub async fn download_into(&self, folder: &Path) {
        use thirtyfour::cdp::domains::browser::DownloadBehavior;
        let path = folder.display().to_string();
        self.browser.cdp().browser().set_download_behavior(DownloadBehavior::Allow, Some(path)).await.unwrap();
    }

    /// Cuts this window off from the studio, or lets it reach it again.
    pub async fn cut_off(&self, off: bool) {
        let browser = self.browser.cdp();
        browser.send_raw("Network.enable", serde_json::json!({})).await.unwrap();
        let urls = if off { serde_json::json!(["*/api/*"]) } else { serde_json::json!([]) };
        browser.send_raw("Network.setBlockedURLs", serde_json::json!({ "urls": urls })).await.unwrap();
    }

    /// Has the browser say that it stands here, as a person allows it to.
    pub async fn stands_at(&self, latitude: f64, longitude: f64) {
        let browser = self.browser.cdp();
        let allowed = serde_json::json!({ "permissions": ["geolocation"] });
        browser.send_raw("Browser.grantPermissions", allowed).await.unwrap();
        let place = serde_json::json!({ "latitude": latitude, "longitude": longitude, "accuracy": 10 });
        browser.send_raw("Emulation.setGeolocationOverride", place).await.unwrap();
    }

    /// Ends the walk: the browser must have had nothing to complain of but what is `expected`.
    pub async fn end_expecting(mut self, expected: &str) {
        let log = self.browser.browser_log().await.unwrap();
        let complaints: Vec<String> = log
            .into_iter()
            .filter(|entry| entry.level == "SEVERE" || entry.message.contains("Content Security Policy"))
            .map(|entry| entry.message)
            .filter(|message| expected.is_empty() || !message.contains(expected))
            .collect();
        self.browser.clone().quit().await.unwrap();
        let _ = self.server.kill();
        let _ = self.server.wait();
        assert!(complaints.is_empty(), "the browser complains: {complaints:#?}");
    }

    /// Ends the walk: the browser must have had nothing to complain of.
    pub async fn end(self) {
        self.end_expecting("").await;
    }
}

impl Drop for Walk {
    fn drop(&mut self) {
        // A walk that failed half-way leaves no server behind.
        let _ = self.server.kill();
    }
}
