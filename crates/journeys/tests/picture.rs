//! The picture: dials and lights change it at once, what clips is hatched, lines of equal level, and a pointer says the level.

#![allow(clippy::unwrap_used)]

use thirtyfour::prelude::*;
use tolva_journeys::{Done, Walk, downloaded};

/// How light a place of the picture is, 0 to 255, by the pixels about it; places as shares of the frame.
fn light_at(x: f64, y: f64) -> String {
    format!(
        "const canvas = document.querySelector('canvas[data-picture]');
         const [w, h] = [canvas.width, canvas.height];
         const data = canvas.getContext('2d').getImageData({x} * w - 4, {y} * h - 4, 9, 9).data;
         let sum = 0; for (let i = 0; i < data.length; i += 4) sum += data[i + 1];
         return sum / (data.length / 4)"
    )
}

/// On the cheek that is lit, and on the background, of the boatbuilder.
const CHEEK: (f64, f64) = (0.46, 0.26);
const BACKGROUND: (f64, f64) = (0.1, 0.2);

/// The picture's text for those who cannot see it.
const SAID: &str = "return document.querySelector('canvas[data-picture]').getAttribute('aria-label')";

async fn picture_of(walk: &Walk, id: &str) {
    walk.open_setup(id).await;
    walk.wait("the picture", "return document.querySelector('canvas[data-picture]') !== null").await;
}

/// Waits until a place is lighter or darker than it was by more than samples differ by.
async fn changes(walk: &Walk, what: &str, at: (f64, f64), from: f64, lighter: bool) {
    let light = light_at(at.0, at.1).replace("return ", "const now = ");
    let sign = if lighter { "now >" } else { "now <" };
    let by = if lighter { from + 8.0 } else { from - 8.0 };
    walk.wait(what, &format!("{light}; return {sign} {by}")).await;
}

/// The shutter moves what the ambient lights, the power what the flash lights, and each light can be seen alone.
#[tokio::test(flavor = "multi_thread")]
async fn dials_change_the_picture() {
    let walk = Walk::at_desk().await;
    picture_of(&walk, "setup-doors").await;
    let (face, behind) =
        (walk.figure(&light_at(CHEEK.0, CHEEK.1)).await, walk.figure(&light_at(BACKGROUND.0, BACKGROUND.1)).await);
    assert!(face > 60.0 && behind > 60.0, "{face} {behind}");
    walk.focus("[data-dial=shutter] [role=slider]").await;
    for _ in 0..3 {
        walk.keys(Key::Right).await;
    }
    changes(&walk, "a darker background", BACKGROUND, behind, false).await;
    let after = walk.figure(&light_at(CHEEK.0, CHEEK.1)).await;
    assert!((after - face).abs() < 25.0, "the flash keeps the face: {face} {after}");
    // Flash alone: nothing of it reaches the sky; ambient alone: the face sinks.
    walk.press_named("flash").await;
    changes(&walk, "no sky", BACKGROUND, 30.0, false).await;
    walk.press_named("ambient").await;
    changes(&walk, "a sky", BACKGROUND, 30.0, true).await;
    changes(&walk, "a dark face", CHEEK, after - 15.0, false).await;
    walk.press_named("all light").await;
    changes(&walk, "a lit face", CHEEK, after - 20.0, true).await;
    walk.end().await;
}

/// A light moved away, with its power held, leaves the face darker; a flash put out leaves the ambient's picture.
#[tokio::test(flavor = "multi_thread")]
async fn a_light_moved_changes_the_picture() {
    let walk = Walk::at_desk().await;
    picture_of(&walk, "setup-doors").await;
    let face = walk.figure(&light_at(CHEEK.0, CHEEK.1)).await;
    walk.type_into("Light A: distance", "3.2").await;
    changes(&walk, "a darker face", CHEEK, face, false).await;
    walk.press_named("Undo").await;
    changes(&walk, "the face as it was", CHEEK, face - 16.0, true).await;
    walk.end().await;
}

/// Past sync the second curtain hides the flash from one edge of the frame: of this upright one the right half stays dark at 1/500.
#[tokio::test(flavor = "multi_thread")]
async fn past_sync_an_edge_is_dark() {
    let walk = Walk::at_desk().await;
    picture_of(&walk, "setup-doors").await;
    // The chest, on either side of the middle.
    let (left, right) = ((0.4, 0.6), (0.58, 0.6));
    let before = walk.figure(&light_at(right.0, right.1)).await;
    walk.focus("[data-dial=shutter] [role=slider]").await;
    for _ in 0..5 {
        walk.keys(Key::Right).await;
    }
    walk.sees("[data-dial=shutter] output", "1/500").await;
    walk.sees("[data-dial=shutter]", "flash reaches only 50 % of the frame").await;
    changes(&walk, "a dark right half", right, before, false).await;
    let (lit, dark) = (walk.figure(&light_at(left.0, left.1)).await, walk.figure(&light_at(right.0, right.1)).await);
    assert!(lit > dark + 20.0, "{lit} {dark}");
    walk.end().await;
}

/// What was before the last change is looked at with one press, and the pointer tells both; the histogram shows each channel.
#[tokio::test(flavor = "multi_thread")]
async fn before_and_after() {
    let walk = Walk::at_desk().await;
    picture_of(&walk, "setup-doors").await;
    let behind = walk.figure(&light_at(BACKGROUND.0, BACKGROUND.1)).await;
    walk.wait(
        "nothing to go back to",
        "return [...document.querySelectorAll('button')].some((b) => b.textContent.trim() === 'before' && b.disabled)",
    )
    .await;
    walk.wait("three channels", "return document.querySelectorAll('[data-histogram] [data-channel]').length === 3")
        .await;
    walk.focus("[data-dial=shutter] [role=slider]").await;
    for _ in 0..3 {
        walk.keys(Key::Right).await;
    }
    changes(&walk, "a darker background", BACKGROUND, behind, false).await;
    let after = walk.figure(&light_at(BACKGROUND.0, BACKGROUND.1)).await;
    walk.keys("b").await;
    changes(&walk, "the background as it was", BACKGROUND, after, true).await;
    walk.sees("section[aria-label='The picture']", "Before the last change.").await;
    walk.wait("said to those who cannot see it", &format!("{SAID}.startsWith('The frame as it was before')")).await;
    walk.accessible("the picture before the last change").await;
    walk.press_named("before").await;
    changes(&walk, "the background as it is now", BACKGROUND, behind, false).await;
    walk.wait("as it will look", &format!("{SAID}.startsWith('The frame as it will look')")).await;
    walk.end().await;
}

/// The picture is kept as a file with what the camera is set to.
#[tokio::test(flavor = "multi_thread")]
async fn saved_as_a_file() {
    let walk = Walk::at_desk().await;
    let folder = tempfile::tempdir().unwrap();
    walk.download_into(folder.path()).await;
    picture_of(&walk, "setup-doors").await;
    walk.press_named("Save as JPEG").await;
    let bytes = downloaded(folder.path(), "boatbuilder-at-the-doors.jpg").await;
    assert!(bytes.starts_with(&[0xff, 0xd8]) && bytes.windows(4).any(|at| at == b"Exif"));
    // OpenEXR begins with its number and names its layers; glTF binary with its letters.
    walk.press_named("Light by light as EXR").await;
    let bytes = downloaded(folder.path(), "boatbuilder-at-the-doors.exr").await;
    assert!(bytes.starts_with(&20_000_630u32.to_le_bytes()));
    for layer in [&b"ambient"[..], b"flash octa"] {
        assert!(bytes.windows(layer.len()).any(|at| at == layer));
    }
    walk.press_named("Scene as glTF").await;
    let bytes = downloaded(folder.path(), "boatbuilder-at-the-doors.glb").await;
    assert!(bytes.starts_with(b"glTF") && bytes.len() > 100_000);
    walk.end().await;
}

/// What clips is hatched and told; lines run between half stops; the pointer goes by keys and says the level and the flash's share.
#[tokio::test(flavor = "multi_thread")]
async fn read_off_the_picture() {
    let walk = Walk::at_desk().await;
    picture_of(&walk, "setup-doors").await;
    let said = walk.read(SAID).await;
    assert!(said.as_str().unwrap().contains("Nothing clips."), "{said}");
    walk.focus("[data-pointer]").await;
    let pointed = "return document.querySelector('[data-pointer]').getAttribute('aria-valuetext')";
    let before = walk.read(pointed).await;
    for _ in 0..6 {
        walk.shifted(Key::Up).await;
    }
    walk.wait("another place", &format!("{pointed} !== {before}")).await;
    for _ in 0..8 {
        walk.shifted(Key::Left).await;
    }
    walk.sees("[data-pointed]", "all ambient").await;
    let plain = "const canvas = document.querySelector('canvas[data-picture]');
         const data = canvas.getContext('2d').getImageData(0, 0, canvas.width, canvas.height).data;
         let black = 0; for (let i = 0; i < data.length; i += 4) if (data[i] + data[i + 1] + data[i + 2] === 0) black++;
         return black";
    let black = walk.figure(plain).await;
    walk.press_named("½ stops").await;
    walk.wait("lines", &format!("{plain} > {}", black + 50.0)).await;
    walk.press_named("½ stops").await;
    // Two stops slower: the background burns out, and is hatched.
    walk.focus("[data-dial=shutter] [role=slider]").await;
    for _ in 0..11 {
        walk.keys(Key::Left).await;
    }
    walk.wait("it is said to clip", &format!("{SAID}.includes('of it clips')")).await;
    walk.accessible("the picture on the bench").await;
    walk.end().await;
}

/// On a phone the picture has its own part of the bench.
#[tokio::test(flavor = "multi_thread")]
async fn the_picture_on_a_phone() {
    let walk = Walk::on_phone().await;
    walk.open_setup("setup-doors").await;
    walk.press_named("Picture").await;
    walk.wait(
        "the picture",
        "return document.querySelector('canvas[data-picture]')?.getBoundingClientRect().width > 200",
    )
    .await;
    walk.fits_across().await;
    walk.accessible("the picture on a phone").await;
    walk.end().await;
}

/// Measured, not asserted: from a press of a key on the shutter to the picture drawn anew.
#[tokio::test(flavor = "multi_thread")]
async fn how_long_the_picture_takes() {
    let walk = Walk::at_desk().await;
    picture_of(&walk, "setup-doors").await;
    walk.wait("a fine picture", "return Number(document.querySelector('canvas[data-picture]').dataset.rounds) >= 4")
        .await;
    let done = Done {
        with: "const dial = document.querySelector('[data-dial=shutter] [role=slider]');",
        act: "dial.focus(); dial.dispatchEvent(new KeyboardEvent('keydown', { key: took.length % 2 ? 'ArrowRight' : 'ArrowLeft', bubbles: true }));",
        after: "",
    };
    walk.print_how_long("shutter to picture redrawn", ("canvas[data-picture]", "data-drawn"), done).await;
    walk.end().await;
}

/// Looked at closely the frame about the pointer is drawn at the sensor's own pixels and larger, with its noise: at 4:1 each is a square
/// of sixteen alike, and what is seen changes with the pointer.
#[tokio::test(flavor = "multi_thread")]
async fn a_closer_look() {
    let walk = Walk::at_desk().await;
    picture_of(&walk, "setup-doors").await;
    walk.press_named("4:1").await;
    walk.wait("a closer look", "return document.querySelector('[data-closer=\"4\"] canvas') !== null").await;
    let read = "const c = document.querySelector('[data-closer] canvas'); const x = c.getContext('2d');";
    let square = format!(
        "{read} const d = x.getImageData(0, 0, 8, 4).data; const of = (i, j) => d.slice(4 * (8 * j + i), 4 * (8 * j + i) + 3).join();
         return of(0, 0) === of(3, 3) && of(4, 0) === of(7, 3)"
    );
    walk.wait("squares of sixteen", &square).await;
    let light = format!(
        "{read} const d = x.getImageData(0, 0, c.width, c.height).data; let s = 0;
         for (let i = 0; i < d.length; i += 4) s += d[i + 1]; return s / (d.length / 4)"
    );
    let before = walk.figure(&light).await;
    walk.focus("[data-pointer]").await;
    for _ in 0..6 {
        walk.shifted(Key::Up).await;
    }
    let wait = format!("{} return Math.abs(now - {before}) > 6", light.replace("return s /", "const now = s /"));
    walk.wait("another place", &wait.replace("(d.length / 4)", "(d.length / 4);")).await;
    walk.accessible("the closer look").await;
    walk.press_named("4:1").await;
    walk.wait("the frame alone", "return document.querySelector('[data-closer]') === null").await;
    walk.end().await;
}

/// With the clock the evening falls in the picture; the ladder's frames, turned as it says, stay light.
#[tokio::test(flavor = "multi_thread")]
async fn the_evening_falls() {
    let light = |selector: &str| {
        format!(
            "const c = document.querySelector('{selector}'); if (!c) return -1;
             const d = c.getContext('2d').getImageData(0, 0, c.width, c.height / 4).data; let s = 0;
             for (let i = 0; i < d.length; i += 4) s += d[i + 1]; return s / (d.length / 4)"
        )
    };
    let walk = Walk::at_desk().await;
    walk.open("/jobs/job-slip-shed/day?setup=setup-water&at=19:05").await;
    walk.wait("the picture at 19:05", "return document.querySelector('[data-moment][data-at=\"19:05\"]') !== null")
        .await;
    let before = walk.figure(&light("[data-moment]")).await;
    walk.wait("each change seen", "return document.querySelectorAll('[data-small]').length > 3").await;
    walk.open("/jobs/job-slip-shed/day?setup=setup-water&at=19:50").await;
    walk.wait("the picture at 19:50", "return document.querySelector('[data-moment][data-at=\"19:50\"]') !== null")
        .await;
    let after = walk.figure(&light("[data-moment]")).await;
    assert!(before > 120.0 && after < before / 2.0, "{before} {after}");
    walk.wait("the frame at 19:58", "return document.querySelector('[data-small=\"19:58\"]') !== null").await;
    let kept = walk.figure(&light("[data-small=\"19:58\"]")).await;
    assert!(kept > before * 0.7, "{before} {kept}");
    walk.accessible("the day with its pictures").await;
    walk.end().await;
}

/// Who moves draws a trail by ambient: with a slow shutter the picture is less sharp across than it was.
#[tokio::test(flavor = "multi_thread")]
async fn movement_draws_a_trail() {
    let sharp = "const c = document.querySelector('canvas[data-picture]'); const [w, h] = [c.width, c.height];
         const d = c.getContext('2d').getImageData(0, 0, w, h).data; let s = 0, t = 0;
         for (let y = 0; y < h * 0.5; y++) for (let x = 1; x < w; x++) {
           const at = 4 * (y * w + x); s += Math.abs(d[at + 1] - d[at - 3]); t += d[at + 1] }
         return 1000 * s / t";
    let walk = Walk::at_desk().await;
    picture_of(&walk, "setup-speeches").await;
    walk.press_named("ambient").await;
    walk.wait("ambient alone", "return document.querySelector('canvas[data-picture=ambient]')?.dataset.rounds >= 8")
        .await;
    let before = walk.figure(sharp).await;
    walk.choose("fidgeting", "running").await;
    walk.wait("a trail", &format!("{}; return now < {before} * 0.9", sharp.replace("return 1000", "const now = 1000")))
        .await;
    walk.end().await;
}

/// What lies behind can be said, and is seen: the picture is even before open ground and far from it before trees, which are green, and
/// before houses; whoever cannot see it is told.
#[tokio::test(flavor = "multi_thread")]
async fn what_lies_behind() {
    // How uneven it is beside the head, and how much greener than red.
    let beside = "const c = document.querySelector('canvas[data-picture]'); const [w, h] = [c.width, c.height];
         const d = c.getContext('2d').getImageData(0.02 * w, 0.05 * h, 0.22 * w, 0.4 * h).data; let s = 0, t = 0, g = 0;
         const n = d.length / 4; for (let i = 0; i < d.length; i += 4) { s += d[i + 1]; g += d[i + 1] - d[i] }
         for (let i = 0; i < d.length; i += 4) t += (d[i + 1] - s / n) ** 2;";
    let (uneven, green) = (format!("{beside} return Math.sqrt(t / n)"), format!("{beside} return g / n"));
    let walk = Walk::at_desk().await;
    picture_of(&walk, "setup-doors").await;
    let (even, grey) = (walk.figure(&uneven).await, walk.figure(&green).await);
    walk.choose("Open ground", "Trees or a hedge").await;
    walk.wait("trees", &format!("{beside} return Math.sqrt(t / n) > {even} + 12 && g / n > {grey} + 12")).await;
    walk.wait("told so", &format!("{SAID}.includes('Behind it: trees or a hedge.')")).await;
    let trees = walk.figure(&green).await;
    walk.choose("Trees or a hedge", "Houses").await;
    walk.wait("houses", &format!("{beside} return g / n < {trees} - 10 && Math.sqrt(t / n) > {even} / 2")).await;
    walk.wait("told so", &format!("{SAID}.includes('Behind it: houses.')")).await;
    walk.press_named("Undo").await;
    walk.wait("trees again", &format!("{beside} return g / n > {grey} + 12")).await;
    walk.accessible("a bench before trees").await;
    walk.end().await;
}

/// Water mirrors the low sun: the path of its glitter clips under it, and nowhere where there is land.
#[tokio::test(flavor = "multi_thread")]
async fn water_mirrors_the_sun() {
    let clips = "return (document.querySelector('canvas[data-picture]').getAttribute('aria-label').match(/([\\d.]+)\\s% of it clips/) ?? [0, 0])[1]";
    let walk = Walk::at_desk().await;
    picture_of(&walk, "setup-water").await;
    walk.wait("told so", &format!("{SAID}.includes('Behind it: water.')")).await;
    let glitters = walk.figure(&format!("return Number((() => {{ {clips} }})())")).await;
    assert!(glitters > 1.0, "{glitters}");
    walk.choose("Water", "Open ground").await;
    walk.wait("no glitter", &format!("return Number((() => {{ {clips} }})()) < {glitters} / 2")).await;
    walk.end().await;
}
