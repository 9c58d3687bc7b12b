//! The signal to stop, for those who would otherwise go on listening.

use std::sync::Arc;
use tokio::sync::watch;

/// Whether it stops.
#[derive(Debug, Clone)]
pub struct Stopping(Arc<watch::Sender<bool>>);

impl Default for Stopping {
    fn default() -> Self {
        Stopping(Arc::new(watch::channel(false).0))
    }
}

impl Stopping {
    /// Says that it stops.
    pub fn begin(&self) {
        self.0.send_replace(true);
    }

    /// Waits until it is said.
    pub async fn begun(&self) {
        let mut said = self.0.subscribe();
        // The sender lives as long as this does.
        let _ = said.wait_for(|stops| *stops).await;
    }
}
