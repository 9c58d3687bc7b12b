//! What is looked at before the first frame, as far as the plan asks for it (common practice).

use super::CardLine;
use crate::kit::FlashKind;
use crate::marks::Mark;
use crate::optics::{Movement, Support};
use crate::say::card as words;
use crate::set::ProductKind;
use crate::setup::{ExposureMode, FileKind, Joined, Multiple, ShutterType};
use crate::situation::{Dials, Situation};

/// Slower than this, in stops of time over one second, the hand or the subject shows: 1/60 (common practice).
const SLOW: f64 = 6.0;

/// Lines of what to look at before the first frame.
pub(super) fn before(s: &Situation<'_>) -> Vec<CardLine> {
    let (camera, dials) = (&s.setup.camera, Dials::of(s.setup));
    let film = s.body.film.is_some();
    let lit = !s.lights.is_empty();
    let outdoors = s.setup.background.kind.is_open();
    let stabilised = s.body.stabiliser.stops().max(s.lens.stabiliser.stops()) > 0.0;
    let moving = s.setup.subject.movement != Movement::Still;
    let boxed = |lit: &crate::situation::Lit<'_>| {
        lit.flash.flash_kind == FlashKind::Speedlight && lit.modifier.is_some_and(|m| m.wants_widest_zoom())
    };
    let line = |when: bool, key: &str, text: &str| when.then(|| CardLine::new(key, text));
    let mut lines: Vec<CardLine> = [
        line(camera.mode == ExposureMode::Manual, "mode", words::MANUAL),
        line(camera.mode != ExposureMode::Manual, "mode", words::NOT_MANUAL),
        line(!film, "balance", words::FIXED_BALANCE),
        line(!film && camera.file == FileKind::Raw, "file", words::RAW),
        line(!film && camera.file != FileKind::Raw, "file", words::JPEG),
        line(!film, "warning", words::HIGHLIGHT_WARNING),
        line(camera.support == Support::Tripod && stabilised, "stabiliser", words::STABILISER_OFF),
        line(camera.support == Support::Tripod, "release", words::RELEASE),
        line(camera.support == Support::Hand && stabilised, "stabiliser", words::STABILISER_ON),
        line(lit && camera.shutter_type == ShutterType::Mechanical, "silent", words::SILENT_OFF),
        line(lit && camera.rear_curtain, "curtain", words::REAR_CURTAIN),
        line(lit && camera.high_speed_sync, "high-speed", words::HIGH_SPEED_SYNC),
        line(lit && s.lights.iter().any(boxed), "zoom", words::WIDEST_ZOOM),
        line(lit, "manual-power", words::MANUAL_POWER),
        line(lit, "trigger", words::TRIGGER),
        line(dials.nd.stops() > 0.0, "nd", words::FOCUS_BEFORE_ND),
        line(outdoors, "loupe", words::LOUPE),
        line(s.setup.scene.thing.kind == ProductKind::Kettle && s.setup.is_thing(), "steam", words::STEAM),
        line(moving && dials.shutter.stops() < SLOW, "rehearse", words::REHEARSE),
    ]
    .into_iter()
    .flatten()
    .collect();
    if film {
        lines.push(
            CardLine::new("film-test", words::test_for_film(dials.iso.label(s.step))).because(words::FILM_SHOWS_LATER),
        );
    }
    if let Some(Multiple { exposures, joined }) = camera.multiple {
        let text = match joined {
            Joined::Added => words::exposures_added(exposures),
            Joined::Averaged => words::exposures_averaged(exposures),
        };
        lines.push(CardLine::new("multiple", text).because(words::NO_GAIN_OF_ITS_OWN));
    }
    lines.push(CardLine::new("lens", words::LENS_CLEAN));
    lines
}
