//! What was changed, told to whoever listens: other windows, before all.

use crate::Studio;
use serde::Serialize;
use tokio::sync::broadcast;
use tolva_core::quantity::Id;
use utoipa::ToSchema;

/// Something that was changed and is kept.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
#[serde(tag = "what", rename_all = "snake_case")]
pub enum Changed {
    /// A setup, of a job.
    Setup {
        /// The setup.
        id: Id,
        /// Its job.
        job: Id,
        /// Its version since: whoever kept this one need not ask for it again.
        version: i64,
    },
    /// A job: its brief, its setups' order, or whether it is there.
    Job {
        /// Which.
        id: Id,
    },
    /// A job's day.
    Day {
        /// The job.
        id: Id,
    },
    /// A job's takes.
    Takes {
        /// The job.
        job: Id,
    },
    /// What is ticked on a job's field card.
    Ticks {
        /// The job.
        job: Id,
    },
    /// What was practised.
    Drills,
    /// The kit.
    Kit,
    /// The settings.
    Settings,
    /// So much that everything has to be looked at again.
    All,
}

/// How many changes a slow listener may be behind before it is told to look at everything again.
const BEHIND: usize = 256;

/// Who listens.
#[derive(Debug, Clone)]
pub(crate) struct Listeners(broadcast::Sender<Changed>);

impl Default for Listeners {
    fn default() -> Self {
        Listeners(broadcast::channel(BEHIND).0)
    }
}

/// Hears what is changed.
#[derive(Debug)]
pub struct Ear(broadcast::Receiver<Changed>);

impl Ear {
    /// The next change; none when the studio is closed.
    pub async fn next(&mut self) -> Option<Changed> {
        match self.0.recv().await {
            Ok(changed) => Some(changed),
            Err(broadcast::error::RecvError::Lagged(_)) => Some(Changed::All),
            Err(broadcast::error::RecvError::Closed) => None,
        }
    }
}

impl Studio {
    /// Listens from now on.
    #[must_use]
    pub fn listen(&self) -> Ear {
        Ear(self.listeners.0.subscribe())
    }

    pub(crate) fn tell(&self, changed: Changed) {
        // Nobody listening is no trouble.
        let _ = self.listeners.0.send(changed);
    }
}
