use super::SunAt;
use serde::Serialize;

/// What the light of a time of day is called (common practice).
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum WindowKind {
    /// The sun from 6° above to 4° below the horizon.
    Golden,
    /// From 4° to 8° below.
    Blue,
    /// Above 45°: short hard shadows.
    HardMidday,
    /// More than 8° below: lamps alone.
    Dark,
}

impl WindowKind {
    /// Where golden light ends and blue light begins, in degrees (common practice).
    pub const GOLDEN_ENDS: f64 = -4.0;
    const ALL: [WindowKind; 4] = [WindowKind::Golden, WindowKind::Blue, WindowKind::HardMidday, WindowKind::Dark];

    /// In words.
    #[must_use]
    pub const fn words(self) -> &'static str {
        match self {
            WindowKind::Golden => "Golden light",
            WindowKind::Blue => "Blue light",
            WindowKind::HardMidday => "Hard midday sun",
            WindowKind::Dark => "Dark",
        }
    }

    /// Whether the sun at this height, without refraction, makes such light (common practice).
    #[must_use]
    pub fn holds(self, elevation: f64) -> bool {
        match self {
            WindowKind::Golden => (Self::GOLDEN_ENDS..=6.0).contains(&elevation),
            WindowKind::Blue => (-8.0..Self::GOLDEN_ENDS).contains(&elevation),
            WindowKind::HardMidday => elevation > 45.0,
            WindowKind::Dark => elevation < -8.0,
        }
    }
}

/// A time of such light, in minutes after the timeline's start.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct LightWindow {
    /// What it is called.
    pub kind: WindowKind,
    /// The first minute.
    pub from: usize,
    /// The last minute.
    pub until: usize,
}

/// Every such time, in order.
#[must_use]
pub fn windows(track: &[SunAt]) -> Vec<LightWindow> {
    let mut found = Vec::new();
    for kind in WindowKind::ALL {
        let mut open: Option<usize> = None;
        for minute in 0..=track.len() {
            let holds = track.get(minute).is_some_and(|sun| kind.holds(sun.elevation));
            match (holds, open) {
                (true, None) => open = Some(minute),
                (false, Some(from)) => {
                    found.push(LightWindow { kind, from, until: minute - 1 });
                    open = None;
                }
                _ => {}
            }
        }
    }
    found.sort_by_key(|window| window.from);
    found
}
