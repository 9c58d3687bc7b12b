mod lights;

use super::{About, Caution, Remark};
use crate::assess::people::wrong_way_round;
use crate::assess::{Facts, PersonReport, SetReport};
use crate::colour::AmbientColour;
use crate::colours::swinging;
use crate::geometry::{DVec3, angle, bearing_and_tilt};
use crate::glass::Seen;
use crate::kit::{FlashKind, Modifier, ModifierKind};
use crate::marks::Mark;
use crate::optics::{Movement, Support};
use crate::quantity::{Ev100, Id, Kilograms, Power, Stops};
use crate::scene::{Finish, Role};
use crate::setup::{ExposureMode, Holder, Method, Patch, SubjectKind, Tone};
use crate::situation::{Dials, Lit, Situation, Source};
use crate::stage::Intruder;

/// Below this distance a bare flash is too near to eyes, in metres.
const EYES: f64 = 0.5;
/// From this rate on, frames a second count as a burst.
const BURST: f64 = 2.0;
/// Nearer than this to a face the camera draws it out, in metres (common practice), and how far the ears lie behind the tip of the
/// nose.
const DRAWN_OUT: f64 = 1.2;
const NOSE_TO_EARS: f64 = 0.12;
/// What hangs higher than this hangs over heads, in metres.
const OVER_HEADS: f64 = 2.0;
/// Eye sockets so far under the cheeks are dark, and light that falls so far down a figure is seen to, in stops (common
/// practice: two thirds, and one).
pub(crate) const DARK_EYES: f64 = 0.65;
const FALLS: f64 = 1.0;
/// The light bodies usually focus in, in EV; sure only from so much above on; and the contrast from which flare makes them hunt
/// (common practice).
const USUAL_FOCUS: f64 = -2.0;
const SURE_FOCUS: f64 = 1.0;
const HUNTS: f64 = 3.0;
/// How far down a flash on the shoe still reaches, in degrees (common practice: the heads that tilt down do so by about 7°).
const SHOE_TILTS: f64 = 10.0;
/// A shutter this slow, with movement, trails: 1/30.
const TRAILS: f64 = 5.0;

/// The cautions that apply.
#[must_use]
pub fn cautions(
    s: &Situation<'_>,
    facts: &Facts,
    dials: &Dials,
    set: &SetReport,
    people: &[PersonReport],
) -> Vec<Remark> {
    let mut about = Cautions { s, facts, dials, set, people, said: Vec::new() };
    about.subject();
    about.readings();
    about.background();
    about.venue();
    about.exposure();
    about.pace();
    about.frame();
    about.focus();
    about.glass();
    about.lights();
    about.said
}

/// Flecks that stand no further over the shade, in stops, are not seen as such (the program's own choice).
const SEEN_AS_FLECKS: f64 = 0.5;
/// As far off as a skyline is, in metres.
const FAR_OFF: f64 = 1e4;
/// So far from shoulders or head a skyline is clear of them, in metres (common practice).
const CLEAR_OF: f64 = 0.05;
/// No camera looks from lower than this, in metres.
const LOWEST: f64 = 0.1;

/// What there is to be cautious of, subject by subject.
struct Cautions<'a> {
    s: &'a Situation<'a>,
    facts: &'a Facts,
    dials: &'a Dials,
    set: &'a SetReport,
    people: &'a [PersonReport],
    said: Vec<Remark>,
}

impl Cautions<'_> {
    fn say(&mut self, about: About, light: Option<&Id>, caution: Caution) {
        let text = caution.words();
        self.said.push(Remark { about, light: light.cloned(), caution, text });
    }

    fn has_people(&self) -> bool {
        self.s.setup.subject.kind != SubjectKind::Thing
    }

    /// Frames a second at the pace asked for.
    fn pace_asked(&self) -> f64 {
        1.0 / self.s.setup.between_exposures().seconds()
    }

    fn subject(&mut self) {
        let (set, people) = (self.set, self.people);
        let lightest = people.iter().min_by(|a, b| a.under_clipping.stops().total_cmp(&b.under_clipping.stops()));
        if let Some(one) = lightest.filter(|one| people.len() > 1 && one.clips) {
            let (person, stops) = (one.person, -one.under_clipping.stops());
            self.say(About::Subject, None, Caution::LightestClips { person, stops });
        }
        if let Some((lighter, darker)) = wrong_way_round(self.s, people) {
            self.say(About::Subject, None, Caution::Tones { lighter, darker });
        }
        let flecks = self.s.forecast.and_then(|forecast| forecast.leaves?.flecks);
        if let Some(stops) = flecks.map(Stops::stops).filter(|stops| *stops >= SEEN_AS_FLECKS) {
            self.say(About::Subject, None, Caution::Flecks { stops });
        }
        if let Some(sockets) = set.sockets.filter(|sockets| sockets.under.stops() >= DARK_EYES) {
            let (stops, guessed) = (sockets.under.stops(), sockets.guessed);
            self.say(About::Subject, None, Caution::DarkSockets { stops, guessed });
        }
        if let Some(figure) = &set.head_to_foot {
            let stops = figure.legs_under.stops();
            if stops >= FALLS {
                self.say(About::Subject, None, Caution::LegsDark { stops });
            }
            if let Some(card) = figure.card.filter(|card| card.stops() >= FALLS) {
                self.say(About::Subject, None, Caution::TopHeavy { stops: card.stops() });
            }
        }
    }

    fn readings(&mut self) {
        if let Some(face) = &self.s.ambient[Patch::Face] {
            match face.source {
                Source::Usual => {
                    let error = face.error.stops();
                    self.say(About::Readings, None, Caution::NotMetered { error });
                }
                Source::Derived { .. } => self.say(About::Readings, None, Caution::FaceNotRead),
                Source::Metered { .. } | Source::Windows | Source::Forecast { .. } => {}
            }
        }
        let tone = self.s.bases.to_picture[Patch::Face];
        let mut readings = self.s.setup.readings.iter();
        if tone.abs() > 1.0 / 6.0 && readings.any(|r| r.method == Method::Reflected && r.patch == Patch::Face) {
            self.say(About::Readings, None, Caution::MeterBias { stops: tone });
        }
    }

    fn background(&mut self) {
        let setup = self.s.setup;
        let in_sun = matches!(setup.ambient, AmbientColour::LowSun | AmbientColour::Sun);
        if in_sun && setup.background.sunlit.share() > 0.0 {
            self.say(About::Background, None, Caution::SunAndEyes);
        }
    }

    fn venue(&mut self) {
        for kept in &self.s.forbidden {
            let about = if kept.light.is_some() { About::Light } else { About::Camera };
            self.say(about, kept.light.as_ref(), Caution::Forbidden { rule: kept.rule });
        }
    }

    fn exposure(&mut self) {
        let (s, facts) = (self.s, self.facts);
        if facts.floored > 0.1 && s.setup.camera.mode == ExposureMode::AperturePriority {
            self.say(About::Camera, None, Caution::ShutterFloor { stops: facts.floored });
        }
        if !s.wishes.flash && s.setup.lights.iter().any(|light| light.on) {
            self.say(About::Light, None, Caution::FlashUnused);
        }
        let moving = !matches!(s.setup.subject.movement, Movement::Still | Movement::Posed);
        if let (true, Some(lead)) = (moving, facts.flash_lead())
            && lead < crate::situation::GHOST
            && facts.movement_short > 0.3
        {
            self.say(About::Shutter, None, Caution::Ghost);
        }
        let slow = s.effective_shutter(self.dials.shutter).stops() <= TRAILS;
        let moves = s.setup.subject.movement != Movement::Still;
        if slow && moves && !s.lights.is_empty() && !s.setup.camera.rear_curtain {
            self.say(About::Shutter, None, Caution::RearCurtain);
        }
        if let Some(multiple) = s.setup.camera.multiple.filter(|_| moves || s.setup.camera.support == Support::Hand) {
            self.say(About::Camera, None, Caution::Multiple { exposures: multiple.exposures });
        }
        let lost = s.lost_to_length(self.dials.shutter);
        if lost > crate::assess::FELT_LOSS {
            self.say(About::Shutter, None, Caution::Reciprocity { stops: lost });
        }
        if s.past_sync && s.sync.is_some_and(|sync| self.dials.shutter > sync) {
            self.say(About::Shutter, None, Caution::HighSpeedSync);
        }
    }

    fn pace(&mut self) {
        if self.pace_asked() > self.s.body.frames_per_second {
            let most = self.s.body.frames_per_second;
            self.say(About::Pace, None, Caution::FrameRate { most });
        }
        if self.has_people() && !self.s.lights.is_empty() && self.pace_asked() >= BURST {
            self.say(About::Pace, None, Caution::FlickerSensitivity);
        }
        if !self.s.lights.is_empty() {
            self.say(About::Colour, None, Caution::FixedBalance);
        }
        if let Some(pulse) = swinging(self.s, &self.facts.split, self.dials.shutter) {
            let quiet = pulse.quiet_label;
            self.say(About::Shutter, None, Caution::Pulses { swing: pulse.swing.stops(), bands: pulse.bands, quiet });
        }
    }

    /// A level skyline is as high as the camera, on everybody; a ridge as much higher as it rises on the way to them.
    fn skyline(&mut self) {
        let (s, view) = (self.s, self.s.stage.view);
        let rises = |at: DVec3| {
            let to = (at - view.eye).with_z(0.0);
            to.length() * s.skyline_at(bearing_and_tilt(to).0).to_radians().tan()
        };
        let ahead = view.looks.with_z(0.0).normalize_or_zero() * FAR_OFF;
        let open = s.setup.background.kind.is_open();
        if !self.has_people() || !open || !view.sees(view.eye + ahead + DVec3::Z * rises(view.eye + ahead)) {
            return;
        }
        let faces = s.stage.faces.iter().zip(&s.setup.scene.people);
        let crossed = faces.filter(|(face, _)| view.sees(face.at)).find_map(|(face, person)| {
            let (rise, (shoulders, chin)) = (rises(face.at), person.neck());
            let height = view.eye.z + rise;
            (shoulders < height && height < person.crown()).then_some((rise, shoulders, chin, person.crown()))
        });
        let Some((rise, shoulders, chin, crown)) = crossed else { return };
        let (height, under, over) = (view.eye.z + rise, shoulders - CLEAR_OF, crown + CLEAR_OF);
        // Down only as far as a camera goes.
        let down = height - under <= over - height && under - rise >= LOWEST;
        let camera = s.terms.house.units.place(if down { under - rise } else { over - rise });
        self.say(About::Camera, None, Caution::Skyline { neck: height < chin, camera, down });
    }

    fn frame(&mut self) {
        let set = self.set;
        if let Some(degrees) = set.flare {
            self.say(About::Camera, None, Caution::Flare { degrees });
        }
        let framing = set.framing;
        if framing.faces_in < framing.faces {
            self.say(About::Camera, None, Caution::FacesOut { count: framing.faces - framing.faces_in });
        }
        let s = self.s;
        let near = s.stage.faces.iter().map(|face| face.at.distance(s.stage.eye)).fold(f64::INFINITY, f64::min);
        if self.has_people() && near < DRAWN_OUT {
            // From the tip of the nose to the ears the scale falls as the distance grows.
            self.say(About::Camera, None, Caution::Perspective { larger: NOSE_TO_EARS / near * 100.0 });
        }
        self.skyline();
        if s.setup.is_thing() {
            match s.setup.scene.thing.finish {
                Finish::Metal => self.say(About::Subject, None, Caution::MirrorsAround),
                Finish::Glass => self.say(About::Subject, None, Caution::SeenThrough),
                Finish::Matt | Finish::Gloss => (),
            }
        }
        for intruder in &set.intruders {
            let light = match &intruder.what {
                Intruder::Light { light } | Intruder::Stand { light } | Intruder::Assistant { light } => Some(light),
                Intruder::Card { .. } => None,
            };
            let about = if light.is_some() { About::Light } else { About::Camera };
            self.say(about, light, Caution::InPicture { text: intruder.text.clone() });
        }
    }

    fn focus(&mut self) {
        let s = self.s;
        if let Some(face) = &s.ambient[Patch::Face] {
            let (limit, guessed) = (s.body.focus_limit.map(Ev100::ev), s.body.focus_limit.is_none());
            let (ev, limit) = (face.ev.ev(), limit.unwrap_or(USUAL_FOCUS));
            if ev < limit + SURE_FOCUS {
                self.say(About::Camera, None, Caution::FocusInTheDark { ev, limit, guessed });
            }
        }
        if self.set.flare.is_some() && s.contrast().stops() >= HUNTS {
            self.say(About::Camera, None, Caution::FocusInFlare);
        }
        for lit in s.lights.iter().filter(|lit| lit.light.is_on_camera() && !s.setup.bounces(lit.light)) {
            let degrees = angle(s.stage.view.looks, s.setup.main_face().at - lit.emitter.middle);
            if degrees > SHOE_TILTS {
                self.say(About::Light, Some(&lit.light.id), Caution::PassesOver { degrees });
            }
        }
    }

    fn glass(&mut self) {
        let set = self.set;
        for reflection in set.reflections.iter().filter(|reflection| reflection.disturbs()) {
            let (about, light) = match &reflection.seen {
                Seen::Light { light } | Seen::Bounce { light } => (About::Light, Some(light)),
                Seen::Photographer | Seen::People | Seen::Card { .. } => (About::Camera, None),
            };
            self.say(about, light, Caution::Reflection { text: reflection.text.clone() });
        }
        for light in &set.through_glass {
            self.say(About::Light, Some(light), Caution::ThroughGlass);
        }
    }
}
