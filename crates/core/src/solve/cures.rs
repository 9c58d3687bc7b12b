//! The cures for a reflection, each tried by computing the glass again.

use super::{Change, apply};
use crate::geometry::DVec3;
use crate::glass::{Reflection, Seen, reflections, seen_in_panes, shown};
use crate::kit::Kit;
use crate::quantity::{Id, Metres, Millimetres};
use crate::say;
use crate::scene::{Aim, Position};
use crate::setup::Setup;
use crate::stage::Stage;
use crate::terms::Terms;
use crate::wanted::given_up;
use serde::Serialize;

/// A way to get a reflection out of the picture, found to work.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct Cure {
    /// What is cured.
    pub seen: Seen,
    /// What to do; none for the second frame, which moves nothing.
    pub change: Option<Change>,
    /// In words.
    pub text: String,
    /// How far something has to move.
    pub moved: Option<Metres>,
}

/// The cures of everything seen in the panes, the one that moves something the least first; each was tried.
#[must_use]
pub fn cures(setup: &Setup, kit: &Kit, terms: Terms, seen: &[Reflection]) -> Vec<Cure> {
    let mut found = Vec::new();
    let mut done: Vec<&Seen> = Vec::new();
    for reflection in seen {
        // People in a window behind them are what one sees there; they are told, not cured.
        if done.contains(&&reflection.seen) || !reflection.disturbs() {
            continue;
        }
        done.push(&reflection.seen);
        let mut cures = Trial { setup, kit, terms, reflection, all: seen }.all();
        cures.sort_by(|a, b| distance(a).total_cmp(&distance(b)));
        found.extend(cures);
    }
    found
}

fn distance(cure: &Cure) -> f64 {
    cure.moved.map_or(f64::INFINITY, Metres::metres)
}

struct Trial<'a> {
    setup: &'a Setup,
    kit: &'a Kit,
    terms: Terms,
    reflection: &'a Reflection,
    all: &'a [Reflection],
}

/// A partial cure leaves at most so much of what showed, and so little of the frame that it is easy to retouch.
const PARTIAL: f64 = 0.5;
const RETOUCHED: f64 = 0.01;

impl Trial<'_> {
    /// Whether a change takes what is seen out of the picture, brings nothing else in, keeps what is wanted, and leaves a set
    /// that stands.
    fn works(&self, change: &Change) -> bool {
        let setup = apply(self.setup, self.kit, change);
        let Some(body) = self.kit.camera(&setup.camera.body) else { return false };
        let stage = Stage::new(&setup, self.terms.purpose, body);
        let mut shown = shown(&setup, self.kit, crate::situation::covering(&setup, body));
        // What is to go is looked for first: most tries still show it.
        if let Seen::Light { light } = &self.reflection.seen
            && let Some(index) = shown.iter().position(|(id, ..)| id == light)
        {
            let (_, _, emitter, head) = &shown[index];
            if seen_in_panes(&stage, emitter, *head).next().is_some() {
                return false;
            }
            // What it lights up by being bounced still counts.
            if !setup.lights.iter().any(|known| known.id == *light && setup.bounces(known)) {
                shown.remove(index);
            }
        }
        let found = reflections(&stage, &shown);
        let same = |a: &Reflection, b: &Reflection| a.pane == b.pane && a.by == b.by && a.seen == b.seen;
        let brought = found.iter().any(|new| !self.all.iter().any(|known| same(known, new)));
        let lost = self.all.iter().any(|known| known.wanted && !found.iter().any(|left| same(known, left)));
        let gone = found.iter().all(|reflection| reflection.seen != self.reflection.seen);
        gone && !brought && !lost && setup.check(self.kit).is_ok()
    }

    /// What a change leaves of what is seen: its share of the frame, and whether it touches the subject's face; none where it
    /// leaves no set that stands.
    fn leaves(&self, change: &Change) -> Option<(f64, bool)> {
        let setup = apply(self.setup, self.kit, change);
        let body = self.kit.camera(&setup.camera.body)?;
        let stage = Stage::new(&setup, self.terms.purpose, body);
        let shown = shown(&setup, self.kit, crate::situation::covering(&setup, body));
        let found = reflections(&stage, &shown);
        let left: Vec<&Reflection> = found.iter().filter(|left| left.seen == self.reflection.seen).collect();
        let face = stage.view.place(setup.main_face().at);
        let touches = left.iter().any(|left| {
            let margin = 0.1;
            face.is_some_and(|(x, y)| {
                (x - left.across).abs() < left.width + margin && (y - left.up).abs() < left.size + margin
            })
        });
        setup.check(self.kit).ok()?;
        Some((left.iter().map(|left| left.share).sum(), touches))
    }

    /// The first amount of a series that works.
    fn first(
        &self,
        amounts: impl Iterator<Item = f64>,
        change: impl Fn(f64) -> Option<Change>,
    ) -> Option<(f64, Change)> {
        let amounts = amounts.take_while(|_| !given_up());
        amounts.filter_map(|amount| Some((amount, change(amount)?))).find(|(_, change)| self.works(change))
    }

    fn all(&self) -> Vec<Cure> {
        let mut found = Vec::new();
        let mut note = |moved: Option<f64>, change: Option<Change>, text: String| {
            found.push(Cure { seen: self.reflection.seen.clone(), change, text, moved: moved.map(Metres::nearest) });
        };
        let said = |metres: f64| self.terms.house.units.distance(metres);
        match &self.reflection.seen {
            Seen::Light { light } => self.light_cures(light, &mut note),
            Seen::Bounce { light } => {
                if let Some(light) = self.setup.lights.iter().find(|known| known.id == *light) {
                    self.bounced_elsewhere(light, say::cures::BOUNCE_ELSEWHERE, &mut note);
                }
            }
            _ => {}
        }
        let camera = self.setup.scene.camera.at.point();
        let focal = self.setup.camera.focal;
        let lower = self.first(steps(0.1, 1.5), |down| {
            (camera.z - down > 0.2)
                .then(|| Change::PlaceCamera { at: Position::nearest(camera - DVec3::Z * down), focal })
        });
        if let Some((down, change)) = lower {
            note(Some(down), Some(change), say::cures::shoot_lower(said(down)));
        }
        let higher = self.first(steps(0.1, 1.5), |up| {
            Some(Change::PlaceCamera { at: Position::nearest(camera + DVec3::Z * up), focal })
        });
        if let Some((up, change)) = higher {
            note(Some(up), Some(change), say::cures::shoot_higher(said(up)));
        }
        let focus = self.setup.focus();
        let far = self.setup.subject_distance().metres();
        let longer = self.first(steps(0.1, 2.0).map(|more| 1.0 + more), |times| {
            let way = (camera - focus).with_z(0.0);
            let at = Position::nearest((focus + way * times).with_z(camera.z));
            let lens = self.kit.lens(&self.setup.camera.lens)?;
            let longer = Millimetres::nearest((focal.millimetres() * times).round());
            (longer <= lens.focal_longest).then_some(Change::PlaceCamera { at, focal: longer })
        });
        if let Some((times, change)) = longer {
            let back = far * (times - 1.0);
            let Change::PlaceCamera { focal, .. } = &change else { return found };
            let text = say::cures::longer_lens(focal.millimetres(), said(back));
            note(Some(back), Some(change), text);
        }
        if let Seen::Card { .. } = self.reflection.seen {
            return found;
        }
        if matches!(self.reflection.seen, Seen::Light { .. } | Seen::Bounce { .. }) {
            note(None, None, say::cures::SECOND_FRAME.to_owned());
        } else {
            note(None, None, say::cures::STAND_DARK.to_owned());
        }
        found
    }

    fn light_cures(&self, id: &Id, note: &mut impl FnMut(Option<f64>, Option<Change>, String)) {
        let Some(light) = self.setup.lights.iter().find(|light| light.id == *id).filter(|light| !light.is_on_camera())
        else {
            return;
        };
        let said = |metres: f64| self.terms.house.units.distance(metres);
        let (at, aim) = (light.at.point(), light.aim);
        let place = |at: DVec3, aim: Aim| {
            let at = Position::nearest(at);
            Some(Change::PlaceLight { light: id.clone(), at, aim })
        };
        let raised = self.first(steps(0.1, 2.0), |up| place(at + DVec3::Z * up, aim));
        let up = raised.as_ref().map(|(up, _)| *up);
        if let Some((up, change)) = raised {
            note(Some(up), Some(change), say::cures::raise(said(up)));
        }
        // Sideways round the subject is sideways on the ground, square to the line to the face.
        let across = (self.setup.main_face().at - at).cross(DVec3::Z).try_normalize().unwrap_or(DVec3::X);
        let moved = self.first(steps(0.1, 3.0).flat_map(|by| [by, -by]), |by| place(at + across * by, aim));
        if let Some((by, change)) = moved {
            let way = if by > 0.0 { say::cures::TO_RIGHT } else { say::cures::TO_LEFT };
            note(Some(by.abs()), Some(change), say::cures::move_aside(said(by.abs()), way));
        }
        let looks = self.setup.light_looks(light);
        let half = light.optics(self.kit, self.setup.camera.focal).map_or(0.1, |optics| {
            let (width, height) = optics.face.size();
            width.max(height).max(optics.head) / 2.0
        });
        let feathered = self.first(steps(5.0, 70.0).flat_map(|by| [by, -by]), |by| {
            place(at, Aim::along(glam::DQuat::from_rotation_z(by.to_radians()) * looks))
        });
        let feathered_alone = feathered.is_some();
        if let Some((by, change)) = feathered {
            // How far its edge travels.
            let travels = half * by.abs().to_radians();
            let way = if by > 0.0 { "left" } else { "right" };
            note(Some(travels), Some(change), say::cures::feather(by.abs(), way));
        }
        if self.terms.venue.bounce && self.setup.scene.room.is_indoors() {
            self.bounced_elsewhere(light, say::cures::OFF_CEILING, note);
        }
        // Raised and feathered at once, where neither does it alone.
        let turned = |up: f64, by: f64| {
            place(at + DVec3::Z * up, Aim::along(glam::DQuat::from_rotation_z(by.to_radians()) * looks))
        };
        let alone = up.is_some() || feathered_alone;
        let pairs = || [0.3, 0.6, 1.0].into_iter().flat_map(|up| [15.0, -15.0, 30.0, -30.0].map(|by| (up, by)));
        if !alone {
            let pair =
                pairs().filter_map(|(up, by)| Some((up, by, turned(up, by)?))).find(|(.., change)| self.works(change));
            if let Some((up, by, change)) = pair {
                let way = if by > 0.0 { "left" } else { "right" };
                let text = say::cures::raise_feather(said(up), by.abs(), way);
                note(Some(up + half * by.abs().to_radians()), Some(change), text);
                return;
            }
            self.partial(pairs().filter_map(|(up, _)| Some((up, place(at + DVec3::Z * up, aim)?))), note);
        }
    }

    /// The smallest move that leaves only a strip, where nothing takes all of it away.
    fn partial(
        &self,
        moves: impl Iterator<Item = (f64, Change)>,
        note: &mut impl FnMut(Option<f64>, Option<Change>, String),
    ) {
        let tried =
            moves.take_while(|_| !given_up()).filter_map(|(up, change)| Some((up, self.leaves(&change)?, change)));
        let before = self.reflection.share;
        let best = tried.min_by(|a, b| a.1.0.total_cmp(&b.1.0)).filter(|(_, (share, _), _)| *share < PARTIAL * before);
        let Some((up, (share, touches), change)) = best else { return };
        let said = self.terms.house.units.distance(up);
        let strip = if share < RETOUCHED { "a strip".to_owned() } else { say::cures::of_frame(share * 100.0) };
        let then = match (touches, share < RETOUCHED) {
            (true, _) => say::cures::TOUCHES_FACE,
            (false, true) => say::cures::EASY_TO_RETOUCH,
            (false, false) => say::cures::CLEAR_FACE,
        };
        note(Some(up), Some(change), say::cures::leaves(&said, &strip, then));
    }

    /// A bounce whose light shows nowhere in the glass: off the ceiling above, and if that shows, further round.
    fn bounced_elsewhere(
        &self,
        light: &crate::setup::Light,
        text: &str,
        note: &mut impl FnMut(Option<f64>, Option<Change>, String),
    ) {
        let (looks, place) = (self.setup.light_looks(light), light.at);
        let level = looks.with_z(0.0).normalize_or(DVec3::Y) * -0.35;
        let spots = [0.0, 45.0, -45.0, 90.0, -90.0, 135.0, -135.0, 180.0].into_iter();
        let aims = spots.flat_map(|round: f64| [1.0, 0.6].map(|up| (round, up)));
        let change = aims.take_while(|_| !given_up()).map(|(round, up)| {
            let way = glam::DQuat::from_rotation_z(round.to_radians()) * level + DVec3::Z * up;
            Change::PlaceLight { light: light.id.clone(), at: place, aim: Aim::along(way.normalize()) }
        });
        let mut change = change.filter(|change| self.works(change));
        if let Some(change) = change.next() {
            let half = light.optics(self.kit, self.setup.camera.focal).map_or(0.1, |optics| optics.head);
            note(Some(half * std::f64::consts::FRAC_PI_2), Some(change), text.to_owned());
        }
    }
}

/// Amounts from a first step to the most, in equal steps.
fn steps(step: f64, most: f64) -> impl Iterator<Item = f64> {
    (1..=(most / step).round() as u32).map(move |i| step * f64::from(i))
}
