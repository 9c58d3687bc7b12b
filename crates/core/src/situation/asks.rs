use crate::kit::{Camera, Lens};
use crate::marks::ShutterMark;
use crate::optics::{Lensing, Support, Trace, slowest_hand_held};
use crate::quantity::{Millimetres, Seconds};
use crate::setup::{Setup, SubjectKind};
use crate::stage::View;
use crate::terms::Terms;

/// What depth, shake and movement ask of aperture and shutter, in APEX stops; none where they ask nothing.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Asks {
    /// The aperture value at which the subject is sharp front to back.
    pub depth: Option<f64>,
    /// The aperture value the trade starts from for such a subject.
    pub usual_aperture: Option<f64>,
    /// The aperture value beyond which diffraction takes what is asked to be sharp.
    pub diffraction: f64,
    /// Whether any aperture holds the depth asked.
    pub holds: bool,
    /// The frame's short side at the subject, in metres.
    pub frame: f64,
    /// The time value that holds the camera still enough.
    pub shake: Option<f64>,
    /// The time, of shutter or flash, that keeps the movement as sharp as wanted in this frame at the size it is seen at.
    pub movement: Option<ShutterMark>,
    /// The time value at which the movement shows as much as wanted: no faster.
    pub trail: Option<f64>,
}

/// The lens, focused so that the subject is as sharp in front as behind.
pub(super) fn lensing(setup: &Setup, lens: &Lens, circle: Millimetres) -> Lensing {
    Lensing::holding(setup.camera.focal, circle, lens.pupil_ratio, setup.subject_distance(), setup.subject.depth)
        .with(setup.camera.rig)
}

/// From this fraction of the usual blur circle on a picture is looked at closely: a group then stops down one more.
const CLOSELY: f64 = 0.7;

impl Asks {
    /// The slowest time the hand-held rule allows; none on a tripod.
    #[must_use]
    pub fn hand(&self) -> Option<Seconds> {
        Some(Seconds::of((-self.shake?).exp2()))
    }

    pub(super) fn of(
        setup: &Setup,
        (body, lens): (&Camera, &Lens),
        lensing: &Lensing,
        view: &View,
        terms: Terms,
    ) -> Asks {
        let av = |number: f64| 2.0 * number.log2();
        let holding = lensing.apertures_for_depth(setup.subject_distance(), setup.subject.depth);
        let stabiliser = body.stabiliser.stops().max(lens.stabiliser.stops());
        let blur = terms.purpose.blur(body);
        let shake = (setup.camera.support == Support::Hand || !terms.venue.tripod).then(|| {
            -slowest_hand_held(setup.camera.focal, body.crop(), terms.house.shake, blur, stabiliser).seconds().log2()
        });
        // Aperture starting points (common practice); a group looked at closely stops down one more.
        let usual = match setup.subject.kind {
            SubjectKind::Person => 2.8,
            SubjectKind::Group if setup.scene.people.len() <= 2 => 5.0,
            SubjectKind::Group if blur < CLOSELY => 11.0,
            SubjectKind::Group => 8.0,
            SubjectKind::Thing => 9.0,
        };
        let (width, height) = terms.purpose.frame(body);
        let share = lensing.circle.millimetres() / width.millimetres().min(height.millimetres());
        let frame = 2.0 * view.half_height.min(view.half_width) * setup.subject_distance().metres();
        let subject = &setup.subject;
        let time = |trace: Option<Trace>| subject.movement.slowest(terms.house.sport, trace?, frame, share);
        let (sharpest, loosest) = match subject.trace {
            Trace::Frozen => (Some(Trace::Frozen), None),
            Trace::ALittle => (Some(Trace::ALittle), Some(Trace::ALittle)),
            Trace::Trails => (None, Some(Trace::Trails)),
        };
        Asks {
            depth: Some(av(holding.widest.number())),
            usual_aperture: Some(av(usual)),
            diffraction: av(holding.smallest.number()),
            holds: holding.holds,
            frame,
            shake,
            movement: time(sharpest).map(ShutterMark::at_least_as_fast_as),
            trail: time(loosest).map(|time| -time.seconds().log2()),
        }
    }
}
