//! What mirrors and panes throw: the light of a source that comes by way of one of them.

use super::{Receiver, open_to};
use crate::emitter::Emitter;
use crate::geometry::{DVec3, Flat};
use crate::set::{Glazing, Sight, Source};

/// How far before a mirror the ways from it begin, in metres, so that it is not in its own way.
const OFF_MIRROR: f64 = 1e-3;

/// A face this near to a pane is the window itself, in metres: it is not mirrored in its own glass.
const OWN_FACE: f64 = 0.05;

/// What falls on a receiver from a source by way of each mirror and pane, once mirrored.
pub(super) fn falls(sight: &Sight, source: &Source, receiver: &Receiver) -> f64 {
    let by = |pane: &Glazing| match source {
        Source::Face(emitter) => pane.mirrors() * of_face(sight, &pane.flat, emitter, receiver),
        Source::Parallel { way, walled } => pane.mirrors() * of_parallel(sight, &pane.flat, *way, *walled, receiver),
        // Of light from far round, what a mirror sends is no other than what it hides.
        Source::Sky(_) | Source::About | Source::Side { .. } => 0.0,
    };
    sight.glass().map(by).sum()
}

/// Of a face: its mirror image sends what is seen of it in the pane.
fn of_face(sight: &Sight, pane: &Flat, emitter: &Emitter, receiver: &Receiver) -> f64 {
    let normal = pane.normal();
    let (from, at) = ((emitter.middle - pane.middle).dot(normal), (receiver.at - pane.middle).dot(normal));
    if from * at <= 0.0 || from.abs() < OWN_FACE {
        return 0.0;
    }
    let image =
        Emitter { middle: pane.mirrored(emitter.middle), looks: pane.mirrored_direction(emitter.looks), ..*emitter };
    let reach = pane.right.length().hypot(pane.up.length()) + emitter.half_width();
    let meets = receiver.at + (image.middle - receiver.at) * (at / (at + from));
    if meets.distance(pane.middle) > reach {
        return 0.0;
    }
    let whole = image.gain(receiver.at, receiver.normal);
    if whole <= 0.0 {
        return 0.0;
    }
    let (mut seen, mut count) = (0.0, 0.0);
    for point in image.points() {
        count += 1.0;
        if let Some(on) = pane.crossing(receiver.at, point) {
            let before = on + normal * (OFF_MIRROR * at.signum());
            seen += sight.passes(pane.mirrored(point), before) * sight.passes(before, receiver.at);
        }
    }
    whole * seen / count
}

/// Of parallel light: it comes from the mirrored direction, where that meets the pane and the pane lies in the light.
fn of_parallel(sight: &Sight, pane: &Flat, way: DVec3, walled: bool, receiver: &Receiver) -> f64 {
    let image = pane.mirrored_direction(way);
    let cosine = image.dot(receiver.normal);
    // The light has to fall on the side the receiver is on.
    let side = way.dot(pane.normal()) * (receiver.at - pane.middle).dot(pane.normal());
    if cosine <= 0.0 || side <= 0.0 {
        return 0.0;
    }
    let Some(far) = pane.met(receiver.at, image) else { return 0.0 };
    let before = receiver.at + image * (far - OFF_MIRROR);
    cosine * sight.passes(before, receiver.at) * open_to(sight, before, way, walled)
}
