//! In which order a setup is tested, and pictures that are made of two frames.

use super::CardLine;
use crate::marks::{Mark, stops_amount};
use crate::say;
use crate::situation::{Dials, Situation};
use crate::solve::Cure;

/// Frames to test a setup by: the ambient alone, the flash alone where a fast shutter parts it, both, and then one thing at a time
/// (common practice).
pub(super) fn tests(s: &Situation<'_>) -> Vec<CardLine> {
    let dials = Dials::of(s.setup);
    let at = [dials.shutter.label(s.step), dials.aperture.label(s.step), dials.iso.label(s.step)];
    let mut lines = vec![CardLine::new("test-ambient", say::card::test_ambient(&at, !s.lights.is_empty()))];
    if s.lights.is_empty() {
        return lines;
    }
    let fastest = s.safe_sync.unwrap_or(s.shutter.1);
    if fastest > dials.shutter {
        let by = f64::from(fastest.sixths() - dials.shutter.sixths()) / 6.0;
        let text = say::card::test_flash(&fastest.label(s.step), &stops_amount(by));
        lines.push(CardLine::new("test-flash", text));
    }
    lines.push(CardLine::new("test-both", say::card::TEST_BOTH));
    let several = s.lights.len() > 1;
    lines.push(CardLine::new("test-one", if several { say::card::TEST_EACH_LIGHT } else { say::card::TEST_ONE_THING }));
    lines
}

/// What a second frame is for, where a cure asks for one: nothing moves between the two but the flash.
pub(super) fn second_frame(s: &Situation<'_>, cures: &[Cure]) -> Option<String> {
    cures
        .iter()
        .any(|cure| cure.change.is_none())
        .then(|| say::card::second_frame(&Dials::of(s.setup).aperture.label(s.step)))
}
