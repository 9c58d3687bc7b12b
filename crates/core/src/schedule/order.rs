//! The order itself: exact, by going through every set of setups and every last one of it.

/// One setup to place.
#[derive(Debug, Clone, PartialEq)]
pub struct Task {
    /// How many minutes it takes.
    pub minutes: usize,
    /// For each minute, whether it may begin then: its light holds long enough, and its time is the client's if that is fixed.
    pub may_begin: Vec<bool>,
}

/// A setup placed: its index, and the minute it begins.
pub type Ordered = (usize, usize);

/// How a set of tasks is done with a last one: when that ends, when it begins, and which came before it.
type Way = (usize, usize, Option<usize>);

/// The most tasks one order is sought for: every set of them is looked at.
pub const MOST: usize = 10;

/// For each minute the first one from it on at which the task may begin.
fn next_begin(task: &Task) -> Vec<Option<usize>> {
    let mut next = vec![None; task.may_begin.len()];
    let mut soonest = None;
    for minute in (0..task.may_begin.len()).rev() {
        if task.may_begin[minute] {
            soonest = Some(minute);
        }
        next[minute] = soonest;
    }
    next
}

/// Places as many tasks as can be placed, and of all ways to do that the one that ends first; in order of time. `walk`
/// gives the minutes between two tasks. Only the first [`MOST`] tasks are looked at.
///
/// Exact: for a set of tasks and its last one an earlier end is never worse, whatever follows (Held & Karp 1962).
#[must_use]
pub fn order(tasks: &[Task], from: usize, walk: impl Fn(usize, usize) -> usize) -> Vec<Ordered> {
    let count = tasks.len().min(MOST);
    let next: Vec<_> = tasks[..count].iter().map(next_begin).collect();
    let mut ends: Vec<Vec<Option<Way>>> = vec![vec![None; count]; 1 << count];
    let soonest = |task: usize, minute: usize| next[task].get(minute).copied().flatten();
    for set in 1usize..1 << count {
        for last in (0..count).filter(|last| set & (1 << last) != 0) {
            let before = set & !(1 << last);
            let mut best: Option<Way> = None;
            let mut attempt = |ready: usize, previous: Option<usize>| {
                if let Some(begins) = soonest(last, ready) {
                    let end = begins + tasks[last].minutes;
                    if best.is_none_or(|(known, ..)| end < known) {
                        best = Some((end, begins, previous));
                    }
                }
            };
            if before == 0 {
                attempt(from, None);
            }
            for previous in (0..count).filter(|previous| before & (1 << previous) != 0) {
                if let Some((end, ..)) = ends[before][previous] {
                    attempt(end + walk(previous, last), Some(previous));
                }
            }
            ends[set][last] = best;
        }
    }
    let all = (1usize..1 << count).flat_map(|set| (0..count).map(move |last| (set, last)));
    let best = all
        .filter_map(|(set, last)| ends[set][last].map(|(end, ..)| (set, last, end)))
        .min_by_key(|(set, last, end)| (count - set.count_ones() as usize, *end, *set, *last));
    let mut placed = Vec::new();
    let mut at = best.map(|(set, last, _)| (set, last));
    while let Some((set, last)) = at {
        let Some((_, begins, previous)) = ends[set][last] else { break };
        placed.push((last, begins));
        at = previous.map(|previous| (set & !(1 << last), previous));
    }
    placed.reverse();
    placed
}

#[cfg(test)]
mod tests {
    use super::*;
    use proptest::prelude::*;

    fn task(minutes: usize, windows: &[(usize, usize)]) -> Task {
        let may_begin = (0..300)
            .map(|minute| windows.iter().any(|(from, until)| minute >= *from && minute + minutes <= *until))
            .collect();
        Task { minutes, may_begin }
    }

    /// Every order of every set, placed as early as it goes.
    fn brute_force(tasks: &[Task], walk: &dyn Fn(usize, usize) -> usize) -> (usize, usize) {
        fn go(
            tasks: &[Task],
            walk: &dyn Fn(usize, usize) -> usize,
            done: &mut Vec<usize>,
            ready: usize,
            best: &mut (usize, usize),
        ) {
            let found = (tasks.len() - done.len(), if done.is_empty() { 0 } else { ready });
            *best = (*best).min(found);
            for next in 0..tasks.len() {
                if done.contains(&next) {
                    continue;
                }
                let at = ready + done.last().map_or(0, |last| walk(*last, next));
                let begins = (at..tasks[next].may_begin.len()).find(|minute| tasks[next].may_begin[*minute]);
                if let Some(begins) = begins {
                    done.push(next);
                    go(tasks, walk, done, begins + tasks[next].minutes, best);
                    done.pop();
                }
            }
        }
        let mut best = (tasks.len(), 0);
        go(tasks, walk, &mut Vec::new(), 0, &mut best);
        best
    }

    #[test]
    fn a_short_window_is_met_before_a_long_one() {
        let tasks = [task(30, &[(0, 200)]), task(20, &[(0, 25)])];
        assert_eq!(order(&tasks, 0, |_, _| 5), [(1, 0), (0, 25)]);
    }

    #[test]
    fn what_has_no_light_is_left_out() {
        let tasks = [task(30, &[(0, 200)]), task(20, &[]), task(20, &[(40, 61)])];
        let placed = order(&tasks, 0, |_, _| 10);
        assert_eq!(placed, [(0, 0), (2, 40)]);
    }

    proptest! {
        /// Never beaten by trying everything: as many placed, and done as early.
        #[test]
        fn nothing_beats_it(
            given in prop::collection::vec((5usize..60, 0usize..200, 10usize..120, 0usize..200, 10usize..90), 1..6),
            walks in prop::collection::vec(0usize..25, 36),
        ) {
            let tasks: Vec<Task> = given
                .iter()
                .map(|(minutes, a, long, b, wide)| task(*minutes, &[(*a, a + long), (*b, b + wide)]))
                .collect();
            let walk = |a: usize, b: usize| walks[(a * 6 + b) % walks.len()];
            let placed = order(&tasks, 0, walk);
            // What it says can really be done.
            let mut ready = 0;
            for (index, (task, begins)) in placed.iter().enumerate() {
                let at = ready + if index > 0 { walk(placed[index - 1].0, *task) } else { 0 };
                prop_assert!(*begins >= at && tasks[*task].may_begin[*begins]);
                ready = begins + tasks[*task].minutes;
            }
            let found = (tasks.len() - placed.len(), ready);
            prop_assert_eq!(found, brute_force(&tasks, &walk));
        }
    }
}
