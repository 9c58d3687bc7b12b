//! What is said of the sample studio.

#![allow(clippy::unwrap_used)]

mod studio;

use studio::{jobs, kit};
use tolva_core::House;
use tolva_core::solve::plan;

/// What is told as a difference is one: nowhere in the plans of the sample studio is it said to be of no stops.
#[test]
fn no_difference_is_said_to_be_none() {
    let kit = kit();
    let mut told = 0;
    for job in jobs() {
        for filed in job.setups {
            let plan = plan(&filed.setup, &kit, House::default()).unwrap();
            let words = serde_json::to_string(&plan).unwrap();
            told += words.matches(" stop").count();
            let none = [" 0 stop", "\"0 stop"].iter().find_map(|none| words.find(none));
            let about = none.map(|at| words[..at + 10].chars().rev().take(120).collect::<Vec<_>>());
            let about: Option<String> = about.map(|about| about.into_iter().rev().collect());
            assert_eq!(about, None, "{}", filed.setup.name);
        }
    }
    assert!(told > 300, "{told}");
}
