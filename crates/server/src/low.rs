//! Threads of a low priority: what takes long is done on them, and gives way to what answers.

use std::sync::LazyLock;
use thread_priority::{ThreadPriority, ThreadPriorityValue, set_current_thread_priority};

/// So many fewer than there are cores.
fn but(fewer: usize) -> usize {
    std::thread::available_parallelism().map_or(1, usize::from).saturating_sub(fewer).max(1)
}

fn pool(name: &'static str, threads: usize) -> Option<rayon::ThreadPool> {
    rayon::ThreadPoolBuilder::new()
        .num_threads(threads)
        .thread_name(move |index| format!("{name}-{index}"))
        .start_handler(|_| lowered())
        .build()
        .ok()
}

/// The threads pictures are traced on for as long as they are looked at: one core is left to those that answer.
static BRUSHES: LazyLock<Option<rayon::ThreadPool>> = LazyLock::new(|| pool("brush", but(1)));
/// The threads of what is made once, at a stroke, and waited for: all cores, as long as nobody else needs them.
static STROKES: LazyLock<Option<rayon::ThreadPool>> = LazyLock::new(|| pool("stroke", but(0)));
/// The thread that looks at frames, one after the other.
static LOUPE: LazyLock<Option<rayon::ThreadPool>> = LazyLock::new(|| pool("loupe", 1));

/// How low their priority is, of 0 to 99: under everything that answers, and not so low that a busy machine never has a picture.
const LOW: u8 = 36;

/// Lowers the priority of a thread, where the system lets it.
fn lowered() {
    if let Ok(low) = ThreadPriorityValue::try_from(LOW) {
        drop(set_current_thread_priority(ThreadPriority::Crossplatform(low)));
    }
}

fn on<T: Send>(pool: Option<&rayon::ThreadPool>, work: impl FnOnce() -> T + Send) -> T {
    match pool {
        Some(pool) => pool.install(work),
        None => work(),
    }
}

/// Does work on the threads pictures are traced on.
pub fn with_brushes<T: Send>(work: impl FnOnce() -> T + Send) -> T {
    on(BRUSHES.as_ref(), work)
}

/// Does work that is soon done and waited for, on every core that is free.
pub fn at_a_stroke<T: Send>(work: impl FnOnce() -> T + Send) -> T {
    on(STROKES.as_ref(), work)
}

/// Looks at a frame. What it starts beside itself is as low.
pub fn with_the_loupe<T: Send>(work: impl FnOnce() -> T + Send) -> T {
    on(LOUPE.as_ref(), work)
}
