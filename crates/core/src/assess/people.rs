//! Each person by their own tone: who clips first, who sinks, and who stands nearer the light.

use super::{Facts, face_levels};
use crate::marks::{stops_amount, stops_label};
use crate::quantity::Stops;
use crate::say;
use crate::scene::Tone;
use crate::setup::Patch;
use crate::situation::{Dials, Situation, key};
use serde::Serialize;

/// One of the people in the picture.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct PersonReport {
    /// Which of the people, from 0.
    pub person: u32,
    /// How light or dark they are.
    pub tone: Tone,
    /// The light on their face, in stops from correct.
    pub level: Stops,
    /// The same as the picture shows it, their own tone counted.
    pub shown: Stops,
    /// How far they are under clipping; negative above.
    pub under_clipping: Stops,
    /// Whether they clip.
    pub clips: bool,
    /// Whether they sink below the usable shadows.
    pub sinks: bool,
    /// In words.
    pub text: String,
}

/// From this difference in tone on, in stops, it matters who stands nearer the light.
const APART: f64 = 0.8;
/// A light this much nearer to one face than to another, in metres, stands nearer.
const NEARER: f64 = 0.05;

pub(super) fn of(s: &Situation<'_>, facts: &Facts, dials: &Dials) -> Vec<PersonReport> {
    if s.setup.is_thing() {
        return Vec::new();
    }
    let alone = facts.split.total[Patch::Face].map(|level| vec![level; s.stage.faces.len()]);
    let Some(levels) = face_levels(s, facts).or(alone) else { return Vec::new() };
    let (headroom, floor) = (s.headroom(dials.iso), s.floor(dials.iso));
    levels
        .iter()
        .enumerate()
        .map(|(index, level)| {
            let tone = s.setup.tone_of(index);
            let shown = level + s.terms.house.meter.reflected_over_incident(tone.reflectance());
            let (under, sinks) = (headroom - shown, shown < floor);
            let state = match under {
                under if under < 0.0 => say::clips_by(-under),
                _ if sinks => say::levels::BELOW_USABLE_SHADOW.to_owned(),
                under => stops_amount(under) + " under clipping",
            };
            PersonReport {
                person: index as u32,
                tone,
                level: Stops::of(*level),
                shown: Stops::of(shown),
                under_clipping: Stops::of(under),
                clips: under < 0.0,
                sinks,
                text: [&name(s, index), ", ", tone.words(), ": ", &stops_label(*level), ", ", &state, "."].concat(),
            }
        })
        .collect()
}

/// What a person is called in a sentence.
pub(super) fn name(s: &Situation<'_>, index: usize) -> String {
    if s.stage.faces.len() == 1 { "The subject".to_owned() } else { ["Person ", &(index + 1).to_string()].concat() }
}

/// The lightest and the darkest of a group whose tones lie apart, where the lightest stands nearer the key or as near.
pub(super) fn wrong_way_round(s: &Situation<'_>, people: &[PersonReport]) -> Option<(u32, u32)> {
    let offset = |one: &PersonReport| s.terms.house.meter.reflected_over_incident(one.tone.reflectance());
    let by_tone = |a: &&PersonReport, b: &&PersonReport| offset(a).total_cmp(&offset(b));
    let (darkest, lightest) = (people.iter().min_by(by_tone)?, people.iter().max_by(by_tone)?);
    let key = s.lights.get(key(&s.lights)?)?;
    let far = |one: &PersonReport| Some(s.stage.faces.get(one.person as usize)?.at.distance(key.emitter.middle));
    let nearer = far(darkest)? + NEARER < far(lightest)?;
    (offset(lightest) - offset(darkest) > APART && !nearer).then_some((lightest.person, darkest.person))
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::assess::advise::Caution;
    use crate::assess::{Assessment, assess};
    use crate::house::House;
    use crate::sample;
    use crate::setup::{Setup, SubjectKind};

    /// Two people side by side, the lights as they are.
    fn two(tones: [Tone; 2]) -> Setup {
        let mut setup = sample::outdoors();
        setup.subject.kind = SubjectKind::Group;
        setup = setup.with_people(2);
        for (person, tone) in setup.scene.people.iter_mut().zip(tones) {
            person.tone = Some(tone);
        }
        setup
    }

    fn told(setup: &Setup) -> Assessment {
        assess(setup, &sample::kit(), House::default()).unwrap()
    }

    /// Under the same light two skins are as far apart in the picture as their reflectances: log2(0.42/0.08) = 2.39 stops.
    #[test]
    fn the_picture_parts_them_by_their_skin() {
        let mut setup = two([Tone::VeryLight, Tone::VeryDark]);
        setup.lights.clear();
        let people = told(&setup).people;
        assert!((people[0].level.stops() - people[1].level.stops()).abs() < 1e-9);
        let apart = people[0].shown.stops() - people[1].shown.stops();
        assert!((apart - (0.42f64 / 0.08).log2()).abs() < 1e-9, "{apart}");
        assert!(people[0].under_clipping < people[1].under_clipping);
    }

    /// The lightest is the limit, whoever the levels are about: the face clips where they do.
    #[test]
    fn the_lightest_is_the_limit() {
        let clips_at = |tones| told(&two(tones)).level(Patch::Face).unwrap().clips_at.stops();
        let (dark, one_light) = (clips_at([Tone::Dark, Tone::Dark]), clips_at([Tone::Dark, Tone::VeryLight]));
        assert!((dark - one_light - (0.42f64 / 0.11).log2()).abs() < 1e-9, "{dark} {one_light}");
    }

    /// The key stands at the left: the darker one belongs there.
    #[test]
    fn the_darker_stands_nearer_the_key() {
        let advised = |setup: &Setup| {
            let said = told(setup).cautions;
            said.into_iter().find(|remark| matches!(remark.caution, Caution::Tones { .. })).map(|remark| remark.caution)
        };
        let mut setup = two([Tone::VeryLight, Tone::VeryDark]);
        let key = setup.light_at(&setup.lights[0]);
        let near = usize::from(setup.scene.people[1].face().distance(key) < setup.scene.people[0].face().distance(key));
        setup.scene.people[near].tone = Some(Tone::VeryLight);
        setup.scene.people[1 - near].tone = Some(Tone::VeryDark);
        let wrong = Caution::Tones { lighter: near as u32, darker: 1 - near as u32 };
        assert_eq!(advised(&setup), Some(wrong));
        setup.scene.people[near].tone = Some(Tone::VeryDark);
        setup.scene.people[1 - near].tone = Some(Tone::VeryLight);
        assert_eq!(advised(&setup), None);
        setup.scene.people[1 - near].tone = Some(Tone::VeryDark);
        assert_eq!(advised(&setup), None);
    }
}
