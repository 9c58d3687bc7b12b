//! Looking into the panes of a stage: what of lights, photographer, cards and people is seen in them. No dial changes any of it,
//! so what was looked at lately is known.

use super::image::{Image, mirrors, seen_in_panes};
use super::{Seen, Shown, lit_spot};
use crate::emitter::Emitter;
use crate::geometry::DVec3;
use crate::latest::Latest;
use crate::quantity::Id;
use crate::scene::Scene;
use crate::set::View;
use crate::setup::{Background, Setup, Subject, SubjectKind};
use crate::stage::Stage;
use std::sync::Arc;

/// How far behind the lens the photographer stands, and how much higher the head is, in metres.
const BEHIND_LENS: f64 = 0.15;
const OVER_LENS: f64 = 0.1;

/// All that what is seen in panes is worked out from.
#[derive(Debug, PartialEq)]
struct Looked {
    scene: Scene,
    background: Background,
    subject: Subject,
    view: View,
    point: f64,
    lights: Vec<Light>,
}

/// A light as it is mirrored: its face, how wide its bare head is, and whether it is meant to come off the room.
#[derive(Debug, Clone, PartialEq)]
pub(super) struct Light {
    id: Id,
    emitter: Emitter,
    head: f64,
    bounced: bool,
}

/// What is seen, and where.
type Found = Arc<[(Image, Seen)]>;

static KNOWN: Latest<Looked, Found, 64> = Latest::new();

/// What is seen in the panes of a stage: each image with what it is of.
pub(super) fn at(stage: &Stage<'_>, lights: &[Shown]) -> Found {
    let setup = stage.setup;
    if setup.scene.panes.is_empty() {
        return Found::default();
    }
    let lights = mirrored(setup, lights);
    let looked = Looked {
        scene: setup.scene.clone(),
        background: setup.background,
        subject: setup.subject,
        view: stage.view,
        point: stage.point,
        lights: lights.clone(),
    };
    KNOWN.get(looked, || anew(stage, &lights))
}

pub(super) fn mirrored(setup: &Setup, lights: &[Shown]) -> Vec<Light> {
    let light = |(id, _, emitter, head): &Shown| {
        let bounced = setup.lights.iter().any(|light| light.id == *id && setup.bounces(light));
        Light { id: id.clone(), emitter: *emitter, head: *head, bounced }
    };
    lights.iter().map(light).collect()
}

/// The same, looked at anew.
pub(super) fn anew(stage: &Stage<'_>, lights: &[Light]) -> Found {
    let panes = &stage.setup.scene.panes;
    let mut found = Vec::new();
    for Light { id, emitter, head, .. } in lights {
        found.extend(seen_in_panes(stage, emitter, *head).map(|image| (image, Seen::Light { light: id.clone() })));
    }
    // By day the glass is brighter than what is not lit.
    for mirror in mirrors(stage).filter(|mirror| mirror.panes().all(|pane| panes[pane].daylight.is_none())) {
        for Light { id, emitter, .. } in lights.iter().filter(|light| light.bounced) {
            let spot = lit_spot(stage.setup, emitter);
            if let Some(image) = spot.and_then(|spot| mirror.image_of(&[spot.outline])) {
                found.push((image, Seen::Bounce { light: id.clone() }));
            }
        }
        let foot = DVec3::new(stage.eye.x, stage.eye.y - BEHIND_LENS, 0.0);
        let photographer = mirror.figure(foot, (stage.eye.z + OVER_LENS).max(0.5));
        if let Some(image) = mirror.image_of(&photographer) {
            found.push((image, Seen::Photographer));
        }
        for card in &stage.setup.scene.cards {
            let outline = stage.setup.card_flat(card).corners().to_vec();
            if let Some(image) = mirror.image_of(&[outline]) {
                found.push((image, Seen::Card { card: card.id.clone() }));
            }
        }
        let people: Vec<Vec<DVec3>> = match stage.setup.subject.kind {
            SubjectKind::Thing => Vec::new(),
            SubjectKind::Person => stage.setup.scene.people.iter().take(1).collect(),
            SubjectKind::Group => stage.setup.scene.people.iter().collect::<Vec<_>>(),
        }
        .into_iter()
        .flat_map(|person| mirror.figure(person.face().with_z(0.0), person.crown()))
        .collect();
        if let Some(image) = mirror.image_of(&people) {
            found.push((image, Seen::People));
        }
    }
    found.into()
}
