//! Takes that belong together: what was taken of one setup without a pause, and what it was taken as.

use super::CameraSaid;
use crate::quantity::Id;
use crate::say;
use jiff::civil::DateTime;
use serde::Serialize;

/// A take as it stands in a row of others.
#[derive(Debug, Clone, Copy)]
pub struct InRow<'a> {
    /// The take.
    pub id: &'a Id,
    /// Its setup.
    pub setup: &'a Id,
    /// When it was taken: `2026-09-17 18:05:00`.
    pub at: &'a str,
    /// What the camera said of it.
    pub settings: &'a CameraSaid,
}

/// What takes one after the other are.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum SeriesKind {
    /// One alone.
    Single,
    /// Frames at one setting, as fast as the camera goes.
    Burst,
    /// The same but for the shutter, three at least.
    Bracket,
    /// Two frames, the one with flash and the other without.
    Pair,
    /// Others that came without a pause.
    Series,
}

/// Takes that belong together, in the order they were given.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct TakeSeries {
    /// Which.
    pub takes: Vec<Id>,
    /// What they are.
    pub kind: SeriesKind,
    /// In words.
    pub text: String,
}

/// Takes further apart than this do not belong together, in seconds (the program's own choice).
const PAUSE: i64 = 60;
/// A burst goes on no slower than this, in seconds.
const FAST: i64 = 2;

fn moment(text: &str) -> Option<DateTime> {
    text.parse().ok()
}

/// Seconds between two takes, either way round; none where a time is none.
fn apart(one: &InRow<'_>, other: &InRow<'_>) -> Option<i64> {
    let span = moment(one.at)?.duration_since(moment(other.at)?);
    Some(span.as_secs().abs())
}

/// Groups takes that stand in order of time, whichever way: of one setup, and no pause between one and the next.
#[must_use]
pub fn series(row: &[InRow<'_>]) -> Vec<TakeSeries> {
    let mut groups: Vec<Vec<InRow<'_>>> = Vec::new();
    for take in row {
        let last = groups.last().and_then(|group| group.last());
        let goes_on = last
            .is_some_and(|last| last.setup == take.setup && apart(last, take).is_some_and(|seconds| seconds <= PAUSE));
        match groups.last_mut().filter(|_| goes_on) {
            Some(group) => group.push(*take),
            None => groups.push(vec![*take]),
        }
    }
    let told = |group: Vec<InRow<'_>>| {
        let kind = kind(&group);
        let text = match kind {
            SeriesKind::Single => String::new(),
            SeriesKind::Burst => say::judge::burst(group.len()),
            SeriesKind::Bracket => say::judge::bracket(group.len()),
            SeriesKind::Pair => say::judge::A_PAIR.to_owned(),
            SeriesKind::Series => say::judge::series(group.len()),
        };
        TakeSeries { takes: group.iter().map(|take| take.id.clone()).collect(), kind, text }
    };
    groups.into_iter().map(told).collect()
}

fn kind(group: &[InRow<'_>]) -> SeriesKind {
    let [first, rest @ ..] = group else { return SeriesKind::Single };
    if rest.is_empty() {
        return SeriesKind::Single;
    }
    let like = |one: &CameraSaid| (one.aperture, one.iso);
    let steady = rest.iter().all(|take| like(take.settings) == like(first.settings));
    let shutters_alike = rest.iter().all(|take| take.settings.shutter == first.settings.shutter);
    let flashes_alike = rest.iter().all(|take| take.settings.flash == first.settings.flash);
    let fast = group.windows(2).all(|pair| apart(&pair[0], &pair[1]).is_some_and(|seconds| seconds <= FAST));
    match (steady, shutters_alike, flashes_alike, group.len()) {
        (true, true, false, 2) => SeriesKind::Pair,
        (true, false, true, 3..) => SeriesKind::Bracket,
        (true, true, true, _) if fast => SeriesKind::Burst,
        _ => SeriesKind::Series,
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::marks::{ApertureMark, IsoMark, Mark, ShutterMark};
    use rstest::rstest;

    type Frame = (&'static str, &'static str, i16, bool);

    fn grouped(frames: &[Frame]) -> Vec<(SeriesKind, usize)> {
        let kept: Vec<(Id, Id, CameraSaid)> = frames
            .iter()
            .enumerate()
            .map(|(index, (setup, _, shutter, flash))| {
                let settings = CameraSaid {
                    shutter: Some(ShutterMark::nearest(*shutter)),
                    aperture: Some(ApertureMark::nearest(30)),
                    iso: Some(IsoMark::ISO_100),
                    flash: Some(*flash),
                    ..CameraSaid::default()
                };
                (Id::new(&format!("take-{index}")).unwrap(), Id::new(setup).unwrap(), settings)
            })
            .collect();
        let row: Vec<InRow<'_>> = kept
            .iter()
            .zip(frames)
            .map(|((id, setup, settings), (_, at, ..))| InRow { id, setup, at, settings })
            .collect();
        let found = series(&row);
        let ids: Vec<&Id> = found.iter().flat_map(|one| &one.takes).collect();
        assert_eq!(ids, row.iter().map(|take| take.id).collect::<Vec<_>>(), "none lost and none twice");
        found.into_iter().map(|one| (one.kind, one.takes.len())).collect()
    }

    const A: &str = "2026-09-17 18:05:00";

    #[rstest]
    #[case::nothing(&[], &[])]
    #[case::alone(&[("a", A, 42, true)], &[(SeriesKind::Single, 1)])]
    #[case::a_pair(&[("a", A, 42, true), ("a", "2026-09-17 18:05:20", 42, false)], &[(SeriesKind::Pair, 2)])]
    #[case::latest_first(
        &[("a", "2026-09-17 18:05:04", 30, false), ("a", "2026-09-17 18:05:02", 36, false), ("a", A, 42, false)],
        &[(SeriesKind::Bracket, 3)]
    )]
    #[case::a_burst(
        &[("a", A, 42, true), ("a", "2026-09-17 18:05:01", 42, true), ("a", "2026-09-17 18:05:01", 42, true)],
        &[(SeriesKind::Burst, 3)]
    )]
    #[case::slower(&[("a", A, 42, true), ("a", "2026-09-17 18:05:30", 42, true)], &[(SeriesKind::Series, 2)])]
    #[case::a_pause(
        &[("a", A, 42, true), ("a", "2026-09-17 18:07:00", 42, true)],
        &[(SeriesKind::Single, 1), (SeriesKind::Single, 1)]
    )]
    #[case::another_setup(
        &[("a", A, 42, true), ("b", A, 42, true)],
        &[(SeriesKind::Single, 1), (SeriesKind::Single, 1)]
    )]
    #[case::no_time(&[("a", "once", 42, true), ("a", "twice", 42, true)], &[(SeriesKind::Single, 1), (SeriesKind::Single, 1)])]
    fn what_belongs_together(#[case] frames: &[Frame], #[case] wanted: &[(SeriesKind, usize)]) {
        assert_eq!(grouped(frames), wanted);
    }
}
