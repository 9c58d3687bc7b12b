//! What else a correction that is applied changes.

use crate::marks::Mark;
use crate::quantity::{Share, Stops};
use crate::setup::{FlashReading, Measured, Setup};
use crate::take::Learnable;

/// Whether a part is in every level of a setup's frames.
#[must_use]
pub fn is_of_frames(part: &Learnable, setup: &Setup) -> bool {
    match part {
        Learnable::Body { id } => *id == setup.camera.body,
        Learnable::Lens { id } => *id == setup.camera.lens,
        _ => false,
    }
}

/// A setup whose frames are now taken to come out brighter by so much than before: what frames told of its light was told by that body
/// and lens, so the light was less by as much. None where no frame told anything.
#[must_use]
pub fn shifted(setup: &Setup, by: Stops) -> Option<Setup> {
    let mut told = setup.clone();
    for reading in told.readings.iter_mut().filter(|reading| reading.is_of_frame()) {
        reading.measured = Measured::Ev { ev: reading.measured.level() - by };
    }
    for reading in told.flash_readings.iter_mut().filter(|reading| reading.is_of_frame()) {
        let share = reading.share.map_or(1.0, Share::share);
        let (aperture, share) = FlashReading::shown(reading.aperture.stops() + share.log2() - by.stops());
        (reading.aperture, reading.share) = (aperture, Some(Share::nearest(share)));
    }
    (told != *setup).then_some(told)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::marks::{ApertureMark, IsoMark};
    use crate::quantity::{Ev100, Id, Power};
    use crate::sample;
    use crate::setup::{Method, Patch, Reading, Receptor, Turned};

    /// A body that shows 0.3 more than thought: what its frame read as EV 9 is EV 8.7, and a flash of f/8 is f/7.2; what a meter read
    /// stays.
    #[test]
    fn what_frames_told_moves_with_their_body() {
        let mut setup = sample::portrait();
        (setup.readings, setup.flash_readings) = (Vec::new(), Vec::new());
        assert_eq!(shifted(&setup, Stops::of(0.3)), None);
        let reading = |id: &str| Reading {
            id: Id::new(id).unwrap(),
            patch: Patch::Face,
            method: Method::Reflected,
            measured: Measured::Ev { ev: Ev100::nearest(9.0) },
            time: None,
            receptor: Receptor::Dome,
            turned: Turned::Patch,
        };
        setup.readings = vec![reading("by-meter"), reading("frame-face")];
        setup.flash_readings = vec![FlashReading {
            id: Id::new("frame-face-0").unwrap(),
            light: setup.lights[0].id.clone(),
            modifier: setup.lights[0].modifier.clone(),
            patch: Patch::Face,
            power: Power::nearest(2.0),
            aperture: ApertureMark::nearest(36),
            iso: IsoMark::ISO_100,
            share: None,
            reached: 0.2,
        }];
        let told = shifted(&setup, Stops::of(0.3)).unwrap();
        assert_eq!(told.readings[0], setup.readings[0]);
        assert!((told.readings[1].measured.level().ev() - 8.7).abs() < 1e-9);
        assert!((setup.flash_readings[0].at_full() - told.flash_readings[0].at_full() - 0.3).abs() < 1e-6);
        // And back again.
        let back = shifted(&told, Stops::of(-0.3)).unwrap();
        assert!((back.flash_readings[0].at_full() - setup.flash_readings[0].at_full()).abs() < 1e-6);
        let body = Learnable::Body { id: setup.camera.body.clone() };
        assert!(is_of_frames(&body, &setup) && !is_of_frames(&Learnable::Meter, &setup));
    }
}
