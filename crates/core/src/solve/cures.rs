//! The cures for a reflection, each tried by computing the glass again.

use super::{Change, apply};
use crate::geometry::DVec3;
use crate::glass::{Reflection, Seen, reflections, seen_in_panes, shown};
use crate::kit::Kit;
use crate::quantity::{Id, Metres, Millimetres};
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
        if done.contains(&&reflection.seen) {
            continue;
        }
        done.push(&reflection.seen);
        // People in a window behind them are what one sees there; they are told, not cured.
        if !reflection.seen.disturbs() {
            continue;
        }
        let mut cures = Trial { setup, kit, terms, seen: &reflection.seen, before: seen.len() }.all();
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
    seen: &'a Seen,
    before: usize,
}

impl Trial<'_> {
    /// Whether a change takes what is seen out of the picture, brings nothing else in, and leaves a set that stands.
    fn works(&self, change: &Change) -> bool {
        let setup = apply(self.setup, self.kit, change);
        let Some(body) = self.kit.camera(&setup.camera.body) else { return false };
        let stage = Stage::new(&setup, self.terms.purpose.frame(body));
        let mut shown = shown(&setup, self.kit, crate::situation::covering(&setup, body));
        // What is to go is looked for first: most tries still show it.
        if let Seen::Light { light } = self.seen
            && let Some(index) = shown.iter().position(|(id, ..)| id == light)
        {
            let (_, _, emitter, head) = &shown[index];
            if !seen_in_panes(&stage, emitter, *head).is_empty() {
                return false;
            }
            shown.remove(index);
        }
        let found = reflections(&stage, &shown);
        found.len() < self.before
            && found.iter().all(|reflection| reflection.seen != *self.seen)
            && setup.check(self.kit).is_ok()
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
            found.push(Cure { seen: self.seen.clone(), change, text, moved: moved.map(Metres::nearest) });
        };
        let said = |metres: f64| self.terms.house.units.distance(metres);
        if let Seen::Light { light } = self.seen {
            self.light_cures(light, &mut note);
        }
        let camera = self.setup.scene.camera.at.point();
        let focal = self.setup.camera.focal;
        let lower = self.first(steps(0.1, 1.5), |down| {
            (camera.z - down > 0.2)
                .then(|| Change::PlaceCamera { at: Position::nearest(camera - DVec3::Z * down), focal })
        });
        if let Some((down, change)) = lower {
            note(Some(down), Some(change), format!("Shoot lower, by {}", said(down)));
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
            let text = format!("Take {} mm from {} further back", focal.millimetres(), said(back));
            note(Some(back), Some(change), text);
        }
        if let Seen::Card { .. } = self.seen {
            return found;
        }
        if matches!(self.seen, Seen::Light { .. }) {
            note(
                None,
                None,
                "Make a second frame without flash at the same settings, to retouch the glass from".to_owned(),
            );
        } else {
            note(
                None,
                None,
                "Stand in the dark, in dark clothes, or behind a black card with a hole for the lens".to_owned(),
            );
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
        if let Some((up, change)) = self.first(steps(0.1, 2.0), |up| place(at + DVec3::Z * up, aim)) {
            note(Some(up), Some(change), format!("Raise it by {}", said(up)));
        }
        // Sideways round the subject is sideways on the ground, square to the line to the face.
        let across = (self.setup.main_face().at - at).cross(DVec3::Z).try_normalize().unwrap_or(DVec3::X);
        let moved = self.first(steps(0.1, 3.0).flat_map(|by| [by, -by]), |by| place(at + across * by, aim));
        if let Some((by, change)) = moved {
            let way = if by > 0.0 { "to its right" } else { "to its left" };
            note(Some(by.abs()), Some(change), format!("Move it {} {way}, as it looks", said(by.abs())));
        }
        let looks = self.setup.light_looks(light);
        let half = light.optics(self.kit, self.setup.camera.focal).map_or(0.1, |optics| {
            let (width, height) = optics.face.size();
            width.max(height).max(optics.head) / 2.0
        });
        let feathered = self.first(steps(5.0, 70.0).flat_map(|by| [by, -by]), |by| {
            place(at, Aim::along(glam::DQuat::from_rotation_z(by.to_radians()) * looks))
        });
        if let Some((by, change)) = feathered {
            // How far its edge travels.
            let travels = half * by.abs().to_radians();
            let way = if by > 0.0 { "left" } else { "right" };
            note(Some(travels), Some(change), format!("Feather it {:.0}° to its {way}", by.abs()));
        }
        if self.terms.venue.bounce && self.setup.scene.room.is_indoors() {
            let up = Aim::along((looks.with_z(0.0).normalize_or(DVec3::Y) * -0.35 + DVec3::Z).normalize());
            if let Some((_, change)) = self.first(std::iter::once(0.0), |_| place(at, up)) {
                let travels = half * std::f64::consts::FRAC_PI_2;
                note(Some(travels), Some(change), "Turn it up and bounce it off the ceiling".to_owned());
            }
        }
    }
}

/// Amounts from a first step to the most, in equal steps.
fn steps(step: f64, most: f64) -> impl Iterator<Item = f64> {
    (1..=(most / step).round() as u32).map(move |i| step * f64::from(i))
}
