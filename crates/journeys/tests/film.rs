//! Film in the camera, and several exposures in one frame.

#![allow(clippy::unwrap_used)]

use tolva_journeys::Walk;

/// A setup goes onto film: one speed and one white, whatever is solved; exposures are added in one frame until the body has no more.
#[tokio::test(flavor = "multi_thread")]
async fn a_setup_goes_onto_film() {
    let walk = Walk::at_desk().await;
    walk.open_setup("setup-doors").await;
    assert_eq!(walk.dial("iso").await, "100");
    walk.choose("Full-frame body, 24 MP", "Roll-film body, 6 × 6").await;
    walk.sees("[data-dial=iso]", "What the film in the camera is rated at.").await;
    assert_eq!(walk.dial("iso").await, "400");
    walk.press_named("Solve").await;
    walk.sees("h2", "Face and background meet at 0.").await;
    assert_eq!(walk.dial("iso").await, "400");
    walk.sees("[data-dial=kelvin]", "5500 K").await;
    walk.sees("[data-dial=kelvin]", "film").await;
    walk.accessible("a bench on film").await;
    // The clicks of the dial have nowhere to go.
    let pressable = "return [...document.querySelectorAll('[data-dial=iso] button')].filter((b) => b.textContent === '›' && !b.disabled).length";
    assert_eq!(walk.figure(pressable).await, 0.0);
    let before = walk.level("face", "ambient").await;
    walk.choose("one exposure a frame", "exposures added in one frame").await;
    walk.level_is("face", "ambient", before + 1.0).await;
    walk.type_into("Exposures in one frame", "4").await;
    walk.level_is("face", "ambient", before + 2.0).await;
    walk.sees("p", "stands in the frame 4 times").await;
    walk.type_into("Exposures in one frame", "40").await;
    walk.sees("[data-rac]", "This body puts at most 9 exposures in one frame.").await;
    walk.type_into("Exposures in one frame", "4").await;
    walk.saved().await;
    assert_eq!(walk.kept("setup-doors").await["camera"]["multiple"]["exposures"], 4);
    walk.open("/setups/setup-doors/colour").await;
    walk.named("[role=img]", "The film is balanced for 5500 K").await;
    walk.sees("div", "on a film balanced for 5500 K").await;
    walk.accessible("colours on film").await;
    walk.end_expecting("422").await;
}

/// In the kit a body is loaded with film and unloaded again, and its sheet is of the one or the other.
#[tokio::test(flavor = "multi_thread")]
async fn a_body_is_loaded() {
    let walk = Walk::at_desk().await;
    walk.open("/kit").await;
    walk.named("[role=option]", "Full-frame body").await.click().await.unwrap();
    walk.sees("p", "From mid-grey to clipping there are").await;
    walk.press_named("Film: stores on a sensor").await;
    walk.sees("p", "From mid-grey it holds").await;
    walk.no_longer_sees("p", "From mid-grey to clipping there are").await;
    walk.sees("figcaption", "What long exposures lose").await;
    walk.choose("a colour negative", "a slide").await;
    walk.number_is("Film latitude over", "n === 2").await;
    walk.accessible("a body with film").await;
    walk.end().await;
}
