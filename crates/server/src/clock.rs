//! The machine's clock.

use chrono::{DateTime, Utc};
use std::time::{SystemTime, UNIX_EPOCH};

/// Now, to the second; the beginning of 1970 where the clock is before it.
pub fn now() -> DateTime<Utc> {
    let seconds = SystemTime::now().duration_since(UNIX_EPOCH).map_or(0, |since| since.as_secs());
    i64::try_from(seconds).ok().and_then(|seconds| DateTime::from_timestamp(seconds, 0)).unwrap_or_default()
}
