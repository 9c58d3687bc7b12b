//! A frame of a session as a setup: a grey card on a box, the flash straight before it, the camera beside the flash.

use super::session::{AWAY, Could, SessionFrame};
use crate::format::{Brief, FiledSetup, JOB_FORMAT, JobFile, JobKind, VERSION};
use crate::geometry::DVec3;
use crate::house::Units;
use crate::kit::Kit;
use crate::optics::{Movement, Support};
use crate::quantity::{Id, Metres, Name, Note, Share};
use crate::say;
use crate::scene::{Position, Scene, Tone};
use crate::setup::{Dial, Light, Setup, SubjectKind};
use crate::terms::{Purpose, Venue};

/// The camera looks at the card from so far, in metres, or as near as its lens focuses.
const CAMERA: f64 = 1.6;
/// The flash stands so far to the side of the camera, in degrees about the card.
const ASIDE: f64 = 30.0;
/// A name is no longer, in letters; a flash's own may be as long.
const LONGEST: usize = 120;
/// How deep a card is, in metres.
const FLAT: f64 = 0.02;

/// A session as a job, its frames in their order, for a date as YYYY-MM-DD; none where no frame can be set up.
#[must_use]
pub fn session_job(frames: &[SessionFrame], date: &str, kit: &Kit) -> Option<JobFile> {
    let filed = |(index, frame): (usize, &SessionFrame)| {
        let setup = frame.setup.as_deref()?.clone();
        Some(FiledSetup { id: Id::new(&format!("test-frame-{}", index + 1)).ok()?, setup })
    };
    let setups: Vec<FiledSetup> = frames.iter().enumerate().filter_map(filed).collect();
    let job = Brief {
        name: Name::new(say::learnt::SESSION).ok()?,
        kind: JobKind::Product,
        client: Note::default(),
        date: Note::new(date).ok()?,
        place: Note::default(),
        purpose: Purpose::default(),
        venue: Venue::default(),
        lines: Vec::new(),
    };
    let (id, kit) = (Id::new("job-test-frames").ok()?, kit.clone());
    (!setups.is_empty()).then(|| JobFile {
        format: JOB_FORMAT.to_owned(),
        version: VERSION,
        id,
        job,
        setups,
        kit,
        day: None,
    })
}

/// The setup of a frame; none where the kit has no body or lens.
pub(super) fn staged(frame: &Could<'_>, number: usize, kit: &Kit, units: Units) -> Option<Setup> {
    let called = say::learnt::frame_of(number, frame.lit.map(|(flash, _)| flash.name.as_str()));
    let called: String = called.chars().take(LONGEST).collect();
    let mut setup = Setup::starting(Name::new(&called).ok()?, kit)?;
    setup.note = Note::new(&say::learnt::frame_done(&frame.scene(units), &frame.dials())).ok()?;
    let subject = &mut setup.subject;
    (subject.kind, subject.tone, subject.movement) = (SubjectKind::Thing, Tone::Medium, Movement::Still);
    subject.depth = Metres::nearest(FLAT);
    let away = CAMERA.max(frame.lens.closest_focus.metres() * 1.2);
    setup.scene = Scene::starting(SubjectKind::Thing, away);
    setup.scene.thing.depth = Metres::nearest(FLAT);
    setup.background.sunlit = Share::nearest(0.0);
    let camera = &mut setup.camera;
    (camera.body, camera.lens) = (frame.body.id.clone(), frame.lens.id.clone());
    (camera.focal, camera.support) = (frame.lens.focal_longest, Support::Tripod);
    camera.iso = Dial::held(frame.body.iso_base);
    camera.aperture = Dial::free(frame.lens.widest_at(frame.lens.focal_longest));
    camera.shutter = Dial::free(frame.body.sync);
    let front = setup.scene.thing.front().middle;
    setup.lights = match frame.lit.zip(frame.dialled()) {
        None => Vec::new(),
        Some(((flash, modifier), at)) => {
            camera.shutter = Dial::held(at.shutter);
            camera.aperture = Dial::held(at.aperture);
            let turned = ASIDE.to_radians();
            let place = front + AWAY * DVec3::new(-turned.sin(), -turned.cos(), 0.0);
            let light = Light::fresh(Id::new("flash").ok()?, flash, Position::nearest(place));
            vec![Light { modifier: modifier.map(|modifier| modifier.id.clone()), power: Dial::held(at.power), ..light }]
        }
    };
    Some(setup)
}
