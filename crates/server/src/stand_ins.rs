//! The stand-ins of a studio: what its devices hold between answers. They are there only where the program was started with them.

use std::collections::HashMap;
use std::path::{Path, PathBuf};
use std::sync::atomic::{AtomicU64, Ordering};
use std::sync::{Arc, Mutex, PoisonError};
use std::time::Instant;
use tolva_core::quantity::Id;
use tolva_render::Seed;
use tolva_standins::{Camera, Flash, Meter, Receiver};

/// The folder beside the studio's file that a camera puts its frames into, and that is watched.
pub const FRAMES_IN: &str = "frames-in";

/// Setups whose flashes are held.
const KEPT: usize = 24;

/// The flashes of a setup, by light.
pub type Flashes = HashMap<Id, Receiver>;

#[derive(Debug)]
struct Devices {
    folder: PathBuf,
    since: Instant,
    /// By setup; the one used last at the end.
    flashes: Mutex<Vec<(Id, Flashes)>>,
    pressed: AtomicU64,
    taken: AtomicU64,
}

/// The stand-ins, where there are any.
#[derive(Debug, Clone, Default)]
pub struct StandIns(Option<Arc<Devices>>);

/// The devices' errors are those of this word: the same in every studio, so that what is learnt of them holds.
const WORD: &str = "stand-ins";

impl StandIns {
    /// The stand-ins of a studio's folder.
    pub fn of(data: &Path) -> StandIns {
        StandIns(Some(Arc::new(Devices {
            folder: data.join(FRAMES_IN),
            since: Instant::now(),
            flashes: Mutex::default(),
            pressed: AtomicU64::new(0),
            taken: AtomicU64::new(0),
        })))
    }

    /// The folder the camera puts its frames into; none where there are no stand-ins.
    pub fn folder(&self) -> Option<&Path> {
        self.0.as_ref().map(|devices| devices.folder.as_path())
    }

    /// The seconds since they were switched on.
    pub fn now(&self) -> f64 {
        self.0.as_ref().map_or(0.0, |devices| devices.since.elapsed().as_secs_f64())
    }

    /// What the meter shows of a level in stops, at one more pressing.
    pub fn meter_shows(&self, level: f64) -> f64 {
        let pressing = self.0.as_ref().map_or(0, |devices| devices.pressed.fetch_add(1, Ordering::Relaxed));
        Meter::of(Seed::of(WORD).and_of("meter")).shows(level, pressing)
    }

    /// The camera.
    pub fn camera(&self) -> Camera {
        Camera::of(Seed::of(WORD).and_of("camera"))
    }

    /// The number of the camera's next frame, which then is taken.
    pub fn next_frame(&self) -> u64 {
        self.0.as_ref().map_or(0, |devices| devices.taken.fetch_add(1, Ordering::Relaxed))
    }

    /// Does something with the flashes of a setup: those of these lights, each as it was left if it is the same flash still.
    pub fn with_flashes<T>(
        &self,
        setup: &Id,
        lights: Vec<(Id, Flash)>,
        does: impl FnOnce(&mut Flashes) -> T,
    ) -> Option<T> {
        let devices = self.0.as_ref()?;
        let now = self.now();
        let mut kept = devices.flashes.lock().unwrap_or_else(PoisonError::into_inner);
        let known = kept.iter().position(|(id, _)| id == setup).map(|index| kept.remove(index).1);
        let known = known.unwrap_or_default();
        let as_left = |(light, flash): (Id, Flash)| {
            let left = known.get(&light).filter(|receiver| receiver.is_of(&flash)).copied();
            (light, left.unwrap_or_else(|| Receiver::of(flash, now)))
        };
        let mut flashes: Flashes = lights.into_iter().map(as_left).collect();
        let answer = does(&mut flashes);
        kept.push((setup.clone(), flashes));
        if kept.len() > KEPT {
            kept.remove(0);
        }
        Some(answer)
    }
}
