//! What a photographer does with hands and keys.

use super::*;

impl Walk {
    /// Clicks what is looked for, looked for again where the page has just put another in its place.
    pub(crate) async fn clicked(&self, what: &str, look: impl AsyncFn() -> WebElement) -> WebElement {
        let start = Instant::now();
        loop {
            let found = look().await;
            match self.pressed_where_it_stands(&found).await {
                Ok(true) => return found,
                not if start.elapsed() > PATIENCE => panic!("“{what}” cannot be pressed: {not:?}"),
                _ => tokio::time::sleep(Duration::from_millis(20)).await,
            }
        }
    }

    /// Clicks it if it stands still, and tells whether it did: an answer that comes meanwhile may push it from under the finger.
    async fn pressed_where_it_stands(&self, found: &WebElement) -> WebDriverResult<bool> {
        found.scroll_into_view().await?;
        let before = found.rect().await?;
        tokio::time::sleep(Duration::from_millis(20)).await;
        let now = found.rect().await?;
        let stands = (before.x, before.y) == (now.x, now.y);
        if stands {
            found.click().await?;
        }
        Ok(stands)
    }

    /// Puts the pointer on what is found by this selector until that is seen: a page that is still being laid out moves it from under it.
    pub async fn points_at(&self, selector: &str, what: &str, seen: &str) {
        let start = Instant::now();
        while self.read(seen).await != Value::Bool(true) {
            let there = self.find(selector).await;
            // A pointer that is there already has to come again.
            let away = self.browser.action_chain().move_to(1, 1).perform().await;
            let on = self.browser.action_chain().move_to_element_center(&there).perform().await;
            let moved = away.and(on);
            if start.elapsed() > PATIENCE {
                let under = self.under(selector).await;
                panic!("pointed at {selector} in vain for {what}: {moved:?}; there is {under}");
            }
            if moved.is_ok() {
                tokio::time::sleep(Duration::from_millis(100)).await;
            }
        }
    }

    /// What stands where the middle of this is, and where that is.
    async fn under(&self, selector: &str) -> Value {
        const UNDER: &str = "
            const box = document.querySelector(arguments[0])?.getBoundingClientRect();
            if (!box) return 'nothing';
            const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
            const at = document.elementFromPoint(x, y);
            const told = [];
            for (let up = at; up && told.length < 5; up = up.parentElement) {
                const data = Object.entries(up.dataset ?? {}).map(([key, value]) => `${key}=${value}`);
                told.push([up.tagName, ...data].join(' '));
            }
            return `${told.join(' in ')} at ${x}, ${y} of ${innerWidth} by ${innerHeight}, scrolled by ${scrollY}`";
        self.browser.execute(UNDER, vec![Value::from(selector)]).await.unwrap().json().clone()
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

    /// Opens the menu with this name and takes what is called so in it.
    pub async fn pick(&self, menu: &str, what: &str) {
        self.press_named(menu).await;
        self.clicked(what, async || self.named("[role=menuitem]", what).await).await;
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

    /// Sends a key with Shift held to whatever has the focus.
    pub async fn shifted(&self, key: Key) {
        self.browser.action_chain().key_down(Key::Shift).send_keys(key).key_up(Key::Shift).perform().await.unwrap();
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
}
