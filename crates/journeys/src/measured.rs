// A figure is for whoever reads the output.
#![allow(clippy::print_stdout)]

use super::Walk;

/// How often it is done; the middle one of them is told.
const TIMES: usize = 20;

/// Something done over and over in the page, as scripts.
#[derive(Debug, Clone, Copy)]
pub struct Done<'a> {
    /// What it needs, looked up once.
    pub with: &'a str,
    /// Doing it once; `took.length` says how often it was done before.
    pub act: &'a str,
    /// What comes when all is over.
    pub after: &'a str,
}

impl Walk {
    /// Does something over and over, each time until an attribute of a part of the page has changed and was drawn, and prints how
    /// long that took; nothing is judged.
    pub async fn print_how_long(&self, what: &str, (part, attribute): (&str, &str), done: Done<'_>) {
        let Done { with, act, after } = done;
        let script = format!(
            "const done = arguments[arguments.length - 1];
             const [selector, attribute, times] = arguments;
             const part = document.querySelector(selector);
             const took = [];
             {with}
             const step = () => {{
                const start = performance.now();
                const watch = new MutationObserver(() => {{
                    watch.disconnect();
                    requestAnimationFrame(() => {{
                        took.push(performance.now() - start);
                        if (took.length < times) step();
                        else {{ {after}; done(took.sort((a, b) => a - b)); }}
                    }});
                }});
                watch.observe(part, {{ attributes: true, attributeFilter: [attribute] }});
                {act}
             }};
             step();"
        );
        let arguments = vec![part.into(), attribute.into(), TIMES.into()];
        let took = self.browser.execute_async(script, arguments).await.unwrap();
        let took: Vec<f64> = took.json().as_array().unwrap().iter().map(|ms| ms.as_f64().unwrap()).collect();
        assert_eq!(took.len(), TIMES);
        println!("{what}: median {:.1} ms, slowest {:.1} ms of {TIMES}", took[TIMES / 2], took[TIMES - 1]);
    }
}
