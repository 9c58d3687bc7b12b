//! How a set of dials is scored: every term and every weight, in this one place.
//!
//! Lower is better. A score is a sum of four dial terms, each depending on one dial alone, and one fit term that
//! depends on the levels they make together. That split is what lets the grid be searched whole and fast.
//!
//! | term | what it counts | default weight |
//! |---|---|---|
//! | fit | squared distance of each level outside its band, times 3 when above | 4 background, 2 ambient on the face, 3 flash on the face, 6 face in all |
//! | fit | squared distance from the place preferred inside a band | 0.05 of the above |
//! | clipping | squared stops above clipping, any patch | 8 |
//! | sky | squared stops above where the approach wants it under the highlight warning | 6 |
//! | ISO | stops above base, and a little of their square | 0.12, 0.02 |
//! | a studio's own start | stops away from the ISO and shutter it starts from, by the order they follow the light in | 0.1 to 0.55 |
//! | only the shutter follows | stops of ISO, aperture and ND from where they stand | 1.5 |
//! | room first | background and ambient on the face weigh so many times more | 2 |
//! | ISO below base | stops | 1 |
//! | depth | squared stops too open for the subject's depth | 1.5 |
//! | aperture | squared stops away from the trade's starting point | 0.06 |
//! | diffraction | squared stops past where it shows | 0.3 |
//! | shake | squared stops too slow to hold | 2 |
//! | movement | squared stops too slow to freeze, fading out as the flash leads by 2 to 3 stops and freezes instead | 2 |
//! | trails | squared stops too fast for the movement to show as wanted | 2 |
//! | pulses | squared stops by which lamps swing from frame to frame beyond a sixth, where they are all the light | 1.5 |
//! | sync | flat, and stops past the sync speed without high-speed sync: only where the shutter is held there | 1000, 100 |
//! | safe click | between the safe click and the sync speed | 0.3 |
//! | high-speed sync | flat | 0.6 |
//! | ND | flat, and stops | 0.25, 0.08 |
//! | power | energy used as a share of full, each light | 0.15 |
//! | recharge | squared stops slower than the pace, each light | 1 |

use crate::approach::Band;
use crate::colours::{SWINGS, swings_at_most};
use crate::house::{Following, Habits, Start};
use crate::kit::Errs;
use crate::marks::{ApertureMark, IsoMark, Mark, NdMark, ShutterMark};
use crate::setup::Patch;
use crate::situation::{Dials, Situation, Split, movement_short, powers_of_lit, recharge_short};

/// What each term weighs. The defaults are the balanced plan; alternatives change single ones.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Weights {
    /// The background's band.
    pub background: f64,
    /// The ambient on the face.
    pub face_ambient: f64,
    /// The flash on the face.
    pub face_flash: f64,
    /// The face in all.
    pub face_total: f64,
    /// Clipping.
    pub clipping: f64,
    /// The sky under the highlight warning.
    pub sky: f64,
    /// ISO above base.
    pub iso: f64,
    /// Too little depth.
    pub depth: f64,
    /// Distance from the usual aperture.
    pub usual_aperture: f64,
    /// A pull towards open, in score a stop; 0 unless shallow depth is asked for.
    pub openness: f64,
    /// A pull towards closed, in score a stop; 0 unless great depth is asked for.
    pub closedness: f64,
    /// Diffraction.
    pub diffraction: f64,
    /// Shake.
    pub shake: f64,
    /// Movement.
    pub movement: f64,
    /// Lamps that pulse.
    pub pulse: f64,
    /// Energy.
    pub power: f64,
    /// Recharge.
    pub recharge: f64,
    /// A pull towards quick recharge, in score a stop of power; 0 unless pace is asked for.
    pub pace: f64,
}

impl Weights {
    /// The balanced plan's, as a studio likes it.
    #[must_use]
    pub fn of(habits: Habits) -> Weights {
        let plain = Weights::default();
        match habits.start {
            Start::Room => Weights {
                background: ROOM_FIRST * plain.background,
                face_ambient: ROOM_FIRST * plain.face_ambient,
                ..plain
            },
            Start::Light | Start::Marks { .. } | Start::Shutter => plain,
        }
    }
}

/// What the room weighs more where it is set first.
const ROOM_FIRST: f64 = 2.0;

impl Default for Weights {
    fn default() -> Self {
        Weights {
            background: 4.0,
            face_ambient: 2.0,
            face_flash: 3.0,
            face_total: 6.0,
            clipping: 8.0,
            sky: 6.0,
            iso: 0.12,
            depth: 1.5,
            usual_aperture: 0.06,
            openness: 0.0,
            closedness: 0.0,
            diffraction: 0.3,
            shake: 2.0,
            movement: 2.0,
            pulse: 1.5,
            power: 0.15,
            recharge: 1.0,
            pace: 0.0,
        }
    }
}

/// What cannot be mended weighs this much more than the same on the other side: over with a sensor, under with a negative.
const LOST: f64 = 3.0;
/// The pull to the preferred place inside a band, as a part of the band's weight.
const PULL: f64 = 0.05;
/// No light at all misses as a very dark patch does, in stops.
pub(super) const DARKEST: f64 = -12.0;

pub(super) fn square(x: f64) -> f64 {
    x * x
}

fn short(have: f64, need: Option<f64>) -> f64 {
    need.map_or(0.0, |need| (need - have).max(0.0))
}

/// How much a miss weighs, positive for over.
pub(super) fn weighs(errs: Errs, miss: f64) -> f64 {
    if errs.is_worse(miss) { LOST } else { 1.0 }
}

pub(super) fn in_band(errs: Errs, band: Option<Band>, level: Option<f64>, weight: f64) -> f64 {
    let Some(band) = band else { return 0.0 };
    let level = level.unwrap_or(DARKEST).max(DARKEST);
    let miss = band.miss(level);
    weight * (weighs(errs, miss) * square(miss) + PULL * square(level - band.prefer))
}

/// What a dial that the studio starts from costs a stop away from there: the later it follows the light, the more.
const LEAVING: [f64; 5] = [0.1, 0.25, 0.4, 0.55, 0.55];
/// What a dial that stands where it stands costs a stop, where only the shutter follows.
const STANDING: f64 = 1.5;

fn leaving(s: &Situation<'_>, dial: Following, stops: f64) -> f64 {
    LEAVING[s.terms.house.habits.place(dial)] * stops.abs()
}

pub(super) fn iso_score(s: &Situation<'_>, w: &Weights, iso: IsoMark) -> f64 {
    let above = iso.stops() - s.base.stops();
    if above < 0.0 {
        return -above;
    }
    match s.terms.house.habits.start {
        Start::Light | Start::Room => w.iso * above + 0.02 * square(above),
        Start::Marks { iso: start, .. } => {
            leaving(s, Following::Iso, iso.stops() - start.clamp(s.base, s.iso.1).stops())
        }
        Start::Shutter => STANDING * (iso.stops() - s.setup.camera.iso.at.stops()).abs(),
    }
}

pub(super) fn aperture_score(s: &Situation<'_>, w: &Weights, aperture: ApertureMark) -> f64 {
    let av = aperture.stops();
    let usual = match s.terms.house.habits.start {
        Start::Light | Start::Room => w.usual_aperture * s.asks.usual_aperture.map_or(0.0, |usual| square(av - usual)),
        // The aperture goes to the target.
        Start::Marks { .. } => 0.0,
        Start::Shutter => STANDING * (av - s.setup.camera.aperture.at.stops()).abs(),
    };
    w.depth * square(short(av, s.asks.depth))
        + usual
        + w.openness * (av - s.aperture.0.stops()).max(0.0)
        + w.closedness * (s.aperture.1.stops() - av).max(0.0)
        + w.diffraction * square((av - s.asks.diffraction).max(0.0))
}

pub(super) fn shutter_score(s: &Situation<'_>, w: &Weights, shutter: ShutterMark) -> f64 {
    let used = s.effective_shutter(shutter);
    let mut score = w.shake * square(short(used.stops(), s.asks.shake));
    // Faster than that it does not show.
    score += w.movement * s.asks.trail.map_or(0.0, |trail| square((used.stops() - trail).max(0.0)));
    score += w.pulse * square((swings_at_most(s, shutter) - SWINGS).max(0.0));
    if let (Some(sync), Some(safe)) = (s.sync, s.safe_sync) {
        if used > sync {
            let past = used.stops() - sync.stops();
            score += if s.past_sync { 0.6 } else { 1000.0 + 100.0 * past };
        } else if used > safe {
            score += 0.3;
        }
    }
    if let Start::Marks { shutter: start, .. } = s.terms.house.habits.start {
        score += leaving(s, Following::Shutter, used.stops() - start.clamp(s.shutter.0, s.shutter.1).stops());
    }
    // What a floor overrides is not a setting: prefer the mark that is really used.
    score + 0.01 * (used.stops() - shutter.stops())
}

pub(super) fn nd_score(s: &Situation<'_>, nd: NdMark) -> f64 {
    if s.terms.house.habits.start == Start::Shutter {
        return STANDING * (nd.stops() - s.setup.camera.nd.at.stops()).abs();
    }
    if nd == NdMark::NONE { 0.0 } else { 0.25 + 0.08 * nd.stops() }
}

/// The four terms that depend on one dial each.
#[must_use]
pub fn dial_score(s: &Situation<'_>, w: &Weights, dials: &Dials) -> f64 {
    iso_score(s, w, dials.iso)
        + aperture_score(s, w, dials.aperture)
        + shutter_score(s, w, dials.shutter)
        + nd_score(s, dials.nd)
}

/// The term that depends on the levels.
pub(crate) fn fit(
    s: &Situation<'_>,
    w: &Weights,
    split: &Split,
    iso: IsoMark,
    shutter: ShutterMark,
    powers: &[f64],
) -> f64 {
    let (wishes, errs) = (&s.wishes, s.body.errs());
    let mut score = in_band(errs, wishes.background, split.total[Patch::Background], w.background)
        + in_band(errs, wishes.face_ambient, split.ambient[Patch::Face], w.face_ambient);
    if s.lights.iter().any(|lit| lit.role.lights_face()) && wishes.flash {
        score += in_band(errs, wishes.face_flash, split.flash[Patch::Face], w.face_flash)
            + in_band(errs, wishes.face_total, split.total[Patch::Face], w.face_total);
    } else if wishes.flash && wishes.face_total.is_some() {
        score += in_band(errs, wishes.face_total, split.total[Patch::Face], w.face_total);
    }
    if wishes.flash && split.ambient[Patch::Legs].is_some() {
        score += in_band(errs, wishes.legs_flash, split.flash[Patch::Legs], w.face_flash);
    }
    let headroom = s.headroom(iso);
    for (patch, total) in split.total.iter() {
        if let Some(total) = total {
            score += w.clipping * square((total + s.bases.lightest[patch] - headroom).max(0.0));
        }
    }
    if let (Some(under), Some(sky)) = (wishes.sky_under_warning, split.total[Patch::Sky]) {
        score += w.sky * square((sky - (s.warns_at(iso) - under)).max(0.0));
    }
    score += w.movement * square(movement_short(s, split, shutter, powers));
    for (lit, below) in s.lights.iter().zip(powers) {
        score +=
            w.power * (-below).exp2() + w.pace * (10.0 - below) + w.recharge * square(recharge_short(s, lit, *below));
    }
    score
}

/// The fit term of a whole set of dials.
#[must_use]
pub fn fit_score(s: &Situation<'_>, w: &Weights, dials: &Dials) -> f64 {
    let powers = powers_of_lit(s, dials);
    let ambient = s.ambient_levels(dials.gain(), dials.shutter);
    let full = s.full_power_levels(dials.gain(), dials.shutter);
    fit(s, w, &Split::new(ambient, &full, &powers), dials.iso, dials.shutter, &powers)
}

/// The whole score of a set of dials.
#[must_use]
pub fn score(s: &Situation<'_>, w: &Weights, dials: &Dials) -> f64 {
    dial_score(s, w, dials) + fit_score(s, w, dials)
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    /// A band from −1 to 0 that prefers −½, of weight 4: missed above it counts three times, and inside it a twentieth of the
    /// weight pulls to the middle.
    #[rstest]
    #[case::as_preferred(Errs::Under, -0.5, 0.0)]
    #[case::inside(Errs::Under, 0.0, 4.0 * 0.05 * 0.25)]
    #[case::under(Errs::Under, -2.0, 4.0 * (1.0 + 0.05 * 2.25))]
    #[case::over(Errs::Under, 1.0, 4.0 * (3.0 + 0.05 * 2.25))]
    #[case::dark(Errs::Under, -40.0, 4.0 * (121.0 + 0.05 * 11.5 * 11.5))]
    #[case::under_on_a_negative(Errs::Over, -2.0, 4.0 * (3.0 + 0.05 * 2.25))]
    #[case::over_on_a_negative(Errs::Over, 1.0, 4.0 * (1.0 + 0.05 * 2.25))]
    fn a_band_weighs_what_the_table_says(#[case] errs: Errs, #[case] level: f64, #[case] score: f64) {
        let band = Some(Band { low: -1.0, high: 0.0, prefer: -0.5 });
        assert!((in_band(errs, band, Some(level), 4.0) - score).abs() < 1e-9);
        assert_eq!(in_band(errs, None, Some(level), 4.0), 0.0);
    }
}
