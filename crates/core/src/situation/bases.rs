use crate::exposure::MeterConstants;
use crate::setup::{PerPatch, Setup};

/// What 0 means on each patch, and how far apart the two ways of judging it are there.
///
/// Face, shadow side and edge are judged by the light that falls on them, background and sky by the light that comes from
/// them. The picture itself, its clipping and its noise go by the light that comes from everything.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Bases {
    /// What is added to a level by incident light to put it on the patch's own basis.
    pub over_incident: PerPatch<f64>,
    /// What is added to a level on the patch's own basis to put it on the picture's.
    pub to_picture: PerPatch<f64>,
    /// The same for the lightest who is in it, who clips first.
    pub lightest: PerPatch<f64>,
    /// And for the darkest, who sinks first.
    pub darkest: PerPatch<f64>,
}

impl Bases {
    /// Those of a setup, by the user's meter.
    #[must_use]
    pub fn of(setup: &Setup, meter: MeterConstants) -> Bases {
        let subject = tone_offset(setup, meter);
        let offsets = || setup.tones().map(|tone| meter.reflected_over_incident(tone.reflectance()));
        let on_subject = |of_subject: f64| PerPatch::of(|patch| if patch.is_of_subject() { of_subject } else { 0.0 });
        let background = meter.reflected_over_incident(setup.background.surface.reflectance.share());
        Bases {
            over_incident: PerPatch::of(|patch| if patch.is_of_subject() { 0.0 } else { background }),
            to_picture: on_subject(subject),
            lightest: on_subject(offsets().fold(subject, f64::max)),
            darkest: on_subject(offsets().fold(subject, f64::min)),
        }
    }
}

/// How much higher the subject reads reflected than by incident light: its skin's or surface's own tone.
pub(crate) fn tone_offset(setup: &Setup, meter: MeterConstants) -> f64 {
    meter.reflected_over_incident(setup.tone_of(0).reflectance())
}
