//! Every screen in every shape: both looks, a desk, a phone in the hand, and a page enlarged four times.

#![allow(clippy::unwrap_used)]

use rstest::rstest;
use tolva_journeys::Walk;

/// What has the focus is seen whole enough to be used: nothing fixed lies over its middle.
const COVERED: &str = "
    const all = [...document.querySelectorAll('a[href], button, input, [tabindex=\"0\"]')].filter((one) =>
        !one.disabled && one.tabIndex >= 0 && one.checkVisibility({ visibilityProperty: true }) && !one.closest('[aria-hidden=true]'))
    const stays = (one) => one && (['fixed', 'sticky'].includes(getComputedStyle(one).position) ? one : stays(one.parentElement))
    const covered = []
    for (const one of all) {
        one.focus()
        if (document.activeElement !== one) continue
        const box = one.getClientRects()[0]
        // What is only for screen readers stands behind what is drawn for it.
        if (!box || box.width < 3 || box.height < 3) continue
        const clamp = (from, to, most) => (Math.max(from, 0) + Math.min(to, most)) / 2
        const [x, y] = [clamp(box.left, box.right, innerWidth), clamp(box.top, box.bottom, innerHeight)]
        const top = document.elementFromPoint(x, y)
        if (!top || (stays(top) && !stays(top).contains(one)))
            covered.push(`${one.outerHTML.slice(0, 200)} under ${top?.outerHTML.slice(0, 90)} at ${x}, ${y}`)
    }
    return [all.length, covered.slice(0, 6).join('\\n'), document.documentElement.scrollWidth - innerWidth]";

#[rstest]
#[case::jobs("/", "[data-job] a", "Boatbuilder")]
#[case::bench("/setups/setup-doors", "h2", "Other plans")]
#[case::bench_with_binds("/setups/setup-speeches", "h2", "What binds")]
#[case::group("/setups/setup-table", "h2", "Other plans")]
#[case::set("/setups/setup-doors/set", "[aria-label='On the set'] [role=option]", "Octa 90 cm")]
#[case::sheet("/setups/setup-doors/sheet", "h1", "Boatbuilder")]
#[case::day("/jobs/job-slip-shed/day", "h1", "Day")]
#[case::place("/jobs/job-slip-shed/day?view=place", "h1", "Day")]
#[case::kit("/kit", "[role=option]", "Portrait 85 mm")]
#[case::learnt("/kit/learnt", "main ol", "Grey card")]
#[case::settings("/settings", "h1", "Settings")]
#[case::lost("/nowhere", "p", "no such page")]
#[tokio::test(flavor = "multi_thread")]
async fn in_every_shape(#[case] path: &str, #[case] selector: &str, #[case] text: &str) {
    let walk = Walk::at_desk().await;
    for (before, look) in [("as the device is set", "daylight"), ("daylight", "dusk")] {
        walk.resize(1280, 800, false).await;
        walk.open("/settings").await;
        walk.choose(before, look).await;
        walk.saved().await;
        for (width, height, mobile) in [(1280, 800, false), (390, 844, true), (320, 256, true)] {
            walk.resize(width, height, mobile).await;
            walk.open(path).await;
            walk.sees(selector, text).await;
            let what = format!("{path} by {look}, {width} by {height}");
            walk.accessible(&what).await;
            let headings = walk
                .read(
                    "return [...document.querySelectorAll('main')].map((m) => m.querySelectorAll('h1').length).join()",
                )
                .await;
            assert_eq!(headings, "1", "{what}: one main with one heading of the first rank");
            let found = walk.read(COVERED).await;
            assert!(found[0].as_u64().unwrap() >= 6, "{what}: nothing to reach");
            assert_eq!(found[1], "", "{what}");
            assert!(found[2].as_i64().unwrap() <= 0, "{what}: wider than the screen by {}", found[2]);
        }
    }
    walk.end().await;
}

/// Elements of the page whose text is drawn too faintly on what is behind it.
const FAINT: &str = "
    const lum = (c) => { const [r, g, b] = c.map((v) => { v /= 255; return v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4 }); return 0.2126 * r + 0.7152 * g + 0.0722 * b }
    const rgba = (text) => { const n = (text.match(/[\\d.]+/g) ?? []).map(Number); return { c: n.slice(0, 3), a: text === 'transparent' ? 0 : n[3] ?? 1 } }
    const behind = (one) => { for (let at = one; at; at = at.parentElement) { const { c, a } = rgba(getComputedStyle(at).backgroundColor); if (a > 0.5) return c } return [255, 255, 255] }
    const under = (one) => { for (let at = one.previousElementSibling; at; at = at.previousElementSibling) { const { c, a } = rgba(getComputedStyle(at).fill); if (at.localName === 'rect' && a > 0.5 && c.length) return c } return [255, 255, 255] }
    let looked = 0
    const faint = []
    for (const one of document.querySelectorAll('body *')) {
        const own = [...one.childNodes].some((node) => node.nodeType === 3 && node.textContent.trim())
        // What cannot be used may be faint.
        if (one.closest('[data-disabled], :disabled, [aria-disabled=true]')) continue
        if (!own || !one.checkVisibility({ visibilityProperty: true }) || one.getBoundingClientRect().width < 2) continue
        const style = getComputedStyle(one)
        const svg = one instanceof SVGElement
        const ink = rgba(svg ? style.fill : style.color)
        const [a, b] = [lum(ink.c), lum(svg ? under(one) : behind(one))].sort((x, y) => y - x)
        looked++
        if ((a + 0.05) / (b + 0.05) < 4.5) faint.push(one.textContent.trim().slice(0, 30) + ' ' + (svg ? style.fill : style.color) + ' on ' + behind(one))
    }
    return [looked, faint.length, faint.slice(0, 8).join('\\n')]";

/// What is printed while the look is dusk is dark on white, and the controls of the screen are not on the paper.
#[rstest]
#[case::jobs("/", "[data-job] a", "Boatbuilder")]
#[case::bench("/setups/setup-doors", "h2", "Other plans")]
#[case::set("/setups/setup-doors/set", "[aria-label='On the set'] [role=option]", "Octa 90 cm")]
#[case::day("/jobs/job-slip-shed/day", "section.list", "Boatbuilder")]
#[case::kit("/kit", "[role=option]", "Portrait 85 mm")]
#[tokio::test(flavor = "multi_thread")]
async fn printed_at_dusk(#[case] path: &str, #[case] selector: &str, #[case] text: &str) {
    let walk = Walk::at_desk().await;
    walk.open("/settings").await;
    walk.choose("as the device is set", "dusk").await;
    walk.saved().await;
    walk.open(path).await;
    walk.sees(selector, text).await;
    walk.emulate("print", "none").await;
    let found = walk.read(FAINT).await;
    assert!(found[0].as_u64().unwrap() > 20, "nothing was looked at: {found}");
    assert_eq!(found[1], 0, "{path}:\n{}", found[2].as_str().unwrap());
    assert_eq!(walk.read("return getComputedStyle(document.querySelector('nav')).display").await, "none");
    walk.end().await;
}

/// With the system's own colours forced, text is readable and what is chosen can be told from what is not.
#[tokio::test(flavor = "multi_thread")]
async fn in_forced_colours() {
    let walk = Walk::at_desk().await;
    walk.emulate("screen", "active").await;
    for path in ["/", "/setups/setup-doors", "/jobs/job-slip-shed/day"] {
        walk.open(path).await;
        walk.sees("h1", "").await;
        walk.wait("some text", "return document.querySelectorAll('main p').length > 2").await;
        let found = walk.read(FAINT).await;
        assert!(found[0].as_u64().unwrap() > 20, "nothing was looked at: {found}");
        assert_eq!(found[1], 0, "{path}:\n{}", found[2].as_str().unwrap());
    }
    walk.open_setup("setup-doors").await;
    let told = walk
        .read(
            "const views = [...document.querySelectorAll('[aria-label=\"Brief, set or colour\"] button')];
             const edges = views.map((view) => getComputedStyle(view).borderBottomColor);
             return views.length === 3 && edges[0] !== edges[1] && edges[1] === edges[2]",
        )
        .await;
    assert_eq!(told, true, "the view that is chosen looks as the other");
    walk.end().await;
}

/// Metres and centimetres that are no name's, and hours after noon as the other half of the world writes them.
const OTHERWISE: &str = "
    const main = document.querySelector('main')
    // The sample's boxes are called by their size.
    const text = (main.innerText + [...main.querySelectorAll('svg text')].map((one) => ' ' + one.textContent + ' ').join(''))
        .replaceAll(/(umbrella|softbox|octa|dish|card) [\\d × ]+ cm/gi, '')
    return [...text.matchAll(/.{0,40}(?:\\d (?:m|cm)\\b|\\b(?:1[3-9]|2[0-3]):[0-5]\\d\\b).{0,20}/g)].map((m) => m[0]).join('\\n')";

/// Who works in feet and by twelve hours reads nothing in metres and no clock of twenty-four hours.
#[tokio::test(flavor = "multi_thread")]
async fn in_feet_and_by_twelve_hours() {
    let walk = Walk::at_desk().await;
    walk.open("/settings").await;
    walk.choose("metres", "feet").await;
    walk.choose("24 hours", "12 hours").await;
    walk.saved().await;
    for (path, selector, text) in [
        ("/?at=2026-09-16T12:00", "[data-next] time", "pm"),
        ("/jobs/job-slip-shed/day", "[data-next]", "Next at"),
        ("/jobs/job-glasshouse/day", "[data-next]", "Next at"),
        ("/kit/learnt", "main ol", "Grey card"),
        ("/drills", "h1", "Drills"),
    ] {
        walk.open(path).await;
        walk.sees(selector, text).await;
        assert_eq!(walk.read(OTHERWISE).await, "", "{path}");
    }
    walk.end().await;
}

/// Thirds of a stop that are not a flash's own clicks, wherever they are read: what is seen, and what a screen reader is told.
const IN_THIRDS: &str = "
    const told = [...document.querySelectorAll('[aria-valuetext], [aria-label]')]
        .flatMap((one) => [one.getAttribute('aria-valuetext'), one.getAttribute('aria-label')]);
    const all = [document.querySelector('main, #root').innerText, ...told.filter(Boolean)].join('\\n');
    return (all.replaceAll(/\\/\\d+ \\+[⅓⅔]/g, '').match(/[^\\n]*[⅓⅔][^\\n]*/g) ?? []).join(' | ')";

/// Whose dials click in halves reads amounts in halves, on every screen; back in thirds at once when that is chosen again.
#[tokio::test(flavor = "multi_thread")]
async fn in_halves_of_a_stop() {
    let walk = Walk::at_desk().await;
    walk.open_setup("setup-doors").await;
    walk.sees("[aria-label='Other plans'] li", "⅔").await;
    walk.open("/settings").await;
    walk.choose("as each camera is set", "halves").await;
    walk.saved().await;
    for (path, selector, text) in [
        ("/setups/setup-doors", "[aria-label='Other plans'] li", "½"),
        ("/setups/setup-water", "[data-dial=shutter] output", "1/"),
        ("/jobs/job-slip-shed/day", "[data-next]", "Next at"),
        ("/jobs/job-slip-shed/card?only=setup-doors", "table.cheat", "Average of all"),
        ("/kit/learnt", "main ol", "Grey card"),
        ("/?at=2026-09-16T12:00", "a", "Boatbuilder at the doors"),
    ] {
        walk.open(path).await;
        walk.sees(selector, text).await;
        assert_eq!(walk.read(IN_THIRDS).await, "", "{path}");
    }
    walk.open("/settings").await;
    walk.choose("halves", "as each camera is set").await;
    walk.saved().await;
    walk.open_setup("setup-doors").await;
    walk.sees("[aria-label='Other plans'] li", "⅔").await;
    walk.end().await;
}
