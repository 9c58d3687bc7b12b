//! What a photographer reads off the screen.

use super::*;

impl Walk {
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

    /// Pixels a metre of the drawing.
    pub async fn scale(&self) -> f64 {
        self.figure("return Number(document.querySelector('[data-drawing=plan]').dataset.scale)").await
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
}
