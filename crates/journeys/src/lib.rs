//! What the journeys share: a server on the sample studio, a browser before it, and ways to act and to read.
//!
//! Nothing here sleeps for a fixed time: every step waits until the page shows what it waits for.

#![allow(clippy::unwrap_used, clippy::missing_panics_doc)]

mod measured;
mod proxy;

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

/// Starts the server on a fresh sample studio and gives its address.
fn serve(folder: &Path) -> (Child, String) {
    let mut server = Command::new(binary())
        .args(["serve", "--demo", "--listen", "127.0.0.1:0", "--data"])
        .arg(folder)
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
        (self.server, self.direct) = serve(self.folder.path());
        self.direct.clone()
    }

    async fn start(width: u32, height: u32, ratio: f64, mobile: bool) -> Walk {
        let (folder, profile) = (TempDir::new().unwrap(), TempDir::new().unwrap());
        let (server, address) = serve(folder.path());
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

    /// Clicks what is looked for, looked for again where the page has just put another in its place.
    async fn clicked(&self, what: &str, look: impl AsyncFn() -> WebElement) -> WebElement {
        let start = Instant::now();
        loop {
            let found = look().await;
            let clicked = match found.scroll_into_view().await {
                Ok(()) => found.click().await,
                Err(error) => Err(error),
            };
            match clicked {
                Ok(()) => return found,
                Err(error) if start.elapsed() > PATIENCE => panic!("“{what}” cannot be pressed: {error}"),
                Err(_) => tokio::time::sleep(Duration::from_millis(20)).await,
            }
        }
    }

    /// Presses what is found by this selector.
    pub async fn press(&self, selector: &str) {
        self.clicked(selector, async || self.find(selector).await).await;
    }

    /// Presses the button with this name, as a screen reader says it.
    pub async fn press_named(&self, name: &str) {
        self.clicked(name, async || self.named("button, a", name).await).await;
    }

    /// The control with this accessible name.
    pub async fn named(&self, selector: &str, name: &str) -> WebElement {
        const NAMED: &str = "
            const [selector, name] = arguments;
            return [...document.querySelectorAll(selector)].find((element) => {
                const by = element.getAttribute('aria-labelledby');
                const label = element.getAttribute('aria-label')
                    ?? (by ? by.split(' ').map((id) => document.getElementById(id)?.textContent).join(' ') : null)
                    ?? element.textContent;
                return label.trim().startsWith(name) && element.getClientRects().length > 0;
            }) ?? null";
        let start = Instant::now();
        loop {
            let found = self.browser.execute(NAMED, vec![Value::from(selector), Value::from(name)]).await.unwrap();
            if let Ok(element) = found.element() {
                return element;
            }
            if start.elapsed() > PATIENCE {
                let page = self.read("return document.body.innerText").await;
                panic!("no {selector} is called “{name}”; the page says:\n{}", page.as_str().unwrap_or(""));
            }
            tokio::time::sleep(Duration::from_millis(20)).await;
        }
    }

    /// Types into the field with this name, in place of what is there, and leaves it.
    pub async fn type_into(&self, name: &str, text: &str) {
        let field = self.clicked(name, async || self.named("input", name).await).await;
        field.send_keys(Key::Control + "a").await.unwrap();
        field.send_keys(Key::Backspace + "").await.unwrap();
        field.send_keys(text).await.unwrap();
        field.send_keys(Key::Tab + "").await.unwrap();
    }

    /// Chooses from the list with this name.
    pub async fn choose(&self, name: &str, option: &str) {
        self.press_named(name).await;
        let option = self.named("[role=option]", option).await;
        option.scroll_into_view().await.unwrap();
        option.click().await.unwrap();
        self.wait("the list to close", "return !document.querySelector('[role=listbox] [role=option][data-focused]')")
            .await;
    }

    /// Sends keys to whatever has the focus.
    pub async fn keys(&self, keys: impl Into<TypingData>) {
        self.browser.action_chain().send_keys(keys).perform().await.unwrap();
    }

    /// Puts the focus on what is found by this selector.
    pub async fn focus(&self, selector: &str) {
        self.find(selector).await;
        self.read(&format!("document.querySelector({}).focus()", Value::from(selector))).await;
    }

    /// Takes hold of the middle of what is found by this selector and moves it by so many pixels, in steps.
    pub async fn drag(&self, selector: &str, dx: i64, dy: i64) {
        let element = self.find(selector).await;
        element.scroll_into_view().await.unwrap();
        let mut hand = self.browser.action_chain().move_to_element_center(&element).click_and_hold();
        let steps = 5;
        for step in 0..steps {
            let share = |all: i64| all * (step + 1) / steps - all * step / steps;
            hand = hand.move_by_offset(share(dx), share(dy));
        }
        hand.release().perform().await.unwrap();
    }

    /// The number in the field with this name.
    pub async fn number(&self, name: &str) -> f64 {
        let field = self.named("input", name).await;
        field.prop("value").await.unwrap().unwrap().parse().unwrap_or(f64::NAN)
    }

    /// Waits until a number is in the field with this name that meets a condition; `n` stands for it.
    pub async fn number_is(&self, name: &str, condition: &str) -> f64 {
        let field = self.named("input", name).await;
        let id = field.attr("id").await.unwrap().unwrap();
        let what = format!("{name}: {condition}");
        self.wait(&what, &format!("const n = Number(document.getElementById('{id}').value); return {condition}")).await;
        self.number(name).await
    }

    /// A setup as the server has it.
    pub async fn kept(&self, id: &str) -> Value {
        self.browser
            .execute_async(
                "const done = arguments[arguments.length - 1];
                 fetch('/api/setups/' + arguments[0]).then((r) => r.json()).then((kept) => done(kept.setup))",
                vec![Value::from(id)],
            )
            .await
            .unwrap()
            .json()
            .clone()
    }

    /// Opens the set of a setup of the sample studio and waits for its drawing and for what could be done about it.
    pub async fn open_set(&self, id: &str) {
        self.open(&format!("/setups/{id}/set")).await;
        self.wait("the drawing", "return document.querySelectorAll('[data-side=plan][data-thing]').length > 2").await;
        self.find("[data-sheet] h2").await;
        self.wait("the advice", "return document.querySelector('[aria-label=\"Other plans\"]') !== null").await;
    }

    /// Pixels a metre of the drawing.
    pub async fn scale(&self) -> f64 {
        self.figure("return Number(document.querySelector('[data-drawing=plan]').dataset.scale)").await
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

    /// Sends a key with Shift held to whatever has the focus.
    pub async fn shifted(&self, key: Key) {
        self.browser.action_chain().key_down(Key::Shift).send_keys(key).key_up(Key::Shift).perform().await.unwrap();
    }

    /// What a dial shows.
    pub async fn dial(&self, key: &str) -> String {
        let script = format!("return document.querySelector('[data-dial=\"{key}\"] output')?.textContent ?? ''");
        self.read(&script).await.as_str().unwrap().to_owned()
    }

    /// Where a part of a level stands, in stops.
    pub async fn level(&self, patch: &str, part: &str) -> f64 {
        let script = format!(
            "return Number(document.querySelector('[data-patch=\"{patch}\"][data-part=\"{part}\"]')?.getAttribute('aria-valuenow') ?? NaN)"
        );
        self.read(&script).await.as_f64().unwrap_or(f64::NAN)
    }

    /// Waits until a part of a level stands about here.
    pub async fn level_is(&self, patch: &str, part: &str, stops: f64) {
        let script = format!(
            "const e = document.querySelector('[data-patch=\"{patch}\"][data-part=\"{part}\"]');
             return e !== null && Math.abs(Number(e.getAttribute('aria-valuenow')) - ({stops})) < 0.03"
        );
        self.wait(&format!("{part} on the {patch} at {stops}"), &script).await;
    }

    /// Waits until everything is saved.
    pub async fn saved(&self) {
        self.wait("everything saved", "return document.querySelector('[data-save]')?.dataset.save === 'saved'").await;
    }

    /// Goes back step by step until a script in the page is true; a way made slowly is kept in more steps than one.
    pub async fn undo_until(&self, what: &str, script: &str) {
        for _ in 0..20 {
            if self.read(script).await == true {
                return;
            }
            let before = self.read("return document.body.innerText").await;
            self.press_named("Undo").await;
            self.wait(what, &format!("return document.body.innerText !== {before}")).await;
            self.saved().await;
        }
        panic!("undone in vain for {what}");
    }

    /// Clicks a dial on or back with its buttons.
    pub async fn click_dial(&self, key: &str, on: bool) {
        let child = if on { "button:last-child" } else { "button:first-child" };
        self.press(&format!("[data-dial=\"{key}\"] > div:nth-of-type(2) > {child}")).await;
    }

    /// Asserts that nothing on the page is wider than the screen.
    pub async fn fits_across(&self) {
        let wide =
            self.read("return document.documentElement.scrollWidth - document.documentElement.clientWidth").await;
        assert!(wide.as_i64().unwrap() <= 0, "the page is {wide} pixels wider than the screen");
    }

    /// Asserts that axe-core finds nothing against WCAG 2.2 AA, nor against its best practice, on the page as it is.
    pub async fn accessible(&self, what: &str) {
        let axe = std::fs::read_to_string(root().join("web/node_modules/axe-core/axe.min.js")).unwrap();
        self.browser.execute(&axe, vec![]).await.unwrap();
        let found = self
            .browser
            .execute_async(
                "const done = arguments[arguments.length - 1];
                 axe.run(document, { runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'] }).then((result) =>
                    done([result.passes.length, result.violations.map((v) =>
                        v.id + ': ' + v.help + ' ' + v.nodes.slice(0, 4).map((n) => n.html.slice(0, 160) + ' | ' + n.any.map((a) => a.message).join('; ')).join('\\n   '))]))",
                vec![],
            )
            .await
            .unwrap();
        let found = found.json();
        assert!(found[0].as_u64().unwrap() > 10, "axe looked at nothing on {what}");
        let violations = found[1].as_array().unwrap();
        let said: Vec<&str> = violations.iter().filter_map(Value::as_str).collect();
        assert!(said.is_empty(), "{what}:\n{}", said.join("\n"));
    }

    /// Takes a picture of the page as it is.
    pub async fn picture(&self, file: &Path) {
        self.wait("the fonts", "return document.fonts.status === 'loaded'").await;
        self.browser.screenshot(file).await.unwrap();
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
