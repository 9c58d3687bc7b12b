use crate::kit::{Camera, Lens};
use crate::marks::ShutterMark;
use crate::optics::{Lensing, Support, slowest_hand_held};
use crate::quantity::Millimetres;
use crate::setup::{Setup, SubjectKind};
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
    /// The time value that holds the camera still enough.
    pub shake: Option<f64>,
    /// The time value, of shutter or flash, that freezes the movement.
    pub movement: Option<ShutterMark>,
}

/// The lens, focused so that the subject is as sharp in front as behind.
pub(super) fn lensing(setup: &Setup, lens: &Lens, circle: Millimetres) -> Lensing {
    Lensing::holding(setup.camera.focal, circle, lens.pupil_ratio, setup.subject_distance(), setup.subject.depth)
}

/// From this fraction of the usual blur circle on a picture is looked at closely: a group then stops down one more.
const CLOSELY: f64 = 0.7;

impl Asks {
    pub(super) fn of(setup: &Setup, (body, lens): (&Camera, &Lens), lensing: &Lensing, terms: Terms) -> Asks {
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
        Asks {
            depth: Some(av(holding.widest.number())),
            usual_aperture: Some(av(usual)),
            diffraction: av(holding.smallest.number()),
            holds: holding.holds,
            shake,
            movement: setup.subject.movement.freezing(),
        }
    }
}
