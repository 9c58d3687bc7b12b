//! Rows of people.

use crate::quantity::Coordinate;
use crate::quantity::Metres;
use crate::scene::{Person, Posture};
use crate::setup::{Setup, SubjectKind};

/// Rows of people for a group: the first in the middle of the front row; the rear row stands when there are two.
///
/// 60 cm from one to the next and 70 cm from row to row (common practice).
#[must_use]
pub fn grouped(first: Person, count: usize) -> Vec<Person> {
    let count = count.clamp(1, crate::quantity::limits::PEOPLE.max as usize);
    let rows = match count {
        1..=3 => 1,
        4..=12 => 2,
        13..=24 => 3,
        _ => 4,
    };
    let mut people = Vec::with_capacity(count);
    let mut left = count;
    for row in 0..rows {
        let here = left.div_ceil(rows - row);
        left -= here;
        let posture = if rows > 1 && row == 0 { Posture::Sitting } else { Posture::Standing };
        for place in 0..here {
            // From the middle outwards, so that the first is the middle one.
            let side = if place % 2 == 0 { -1.0 } else { 1.0 };
            let steps = place.div_ceil(2) as f64 * side;
            let middle = if here % 2 == 0 { 0.5 } else { 0.0 };
            people.push(Person {
                x: Coordinate::nearest(first.x.metres() + (steps + middle) * 0.6),
                y: Coordinate::nearest(first.y.metres() + row as f64 * 0.7),
                posture,
                looks: None,
                tone: None,
                ..first
            });
        }
    }
    people
}

impl Setup {
    /// The people of a group, as many as said, in rows; the first stays where it is.
    #[must_use]
    pub fn with_people(&self, count: u32) -> Setup {
        let mut setup = self.clone();
        if let Some(first) = self.scene.people.first() {
            setup.scene.people = grouped(*first, count as usize);
            let deep = setup.scene.people.iter().map(|person| person.y.metres() - first.y.metres()).fold(0.0, f64::max);
            if self.subject.kind == SubjectKind::Group {
                setup.subject.depth = Metres::nearest(deep + 0.3);
            }
        }
        setup
    }
}

#[cfg(test)]
mod tests {
    use crate::sample;
    use rstest::rstest;

    #[rstest]
    #[case(1, 1)]
    #[case(2, 1)]
    #[case(7, 2)]
    #[case(12, 2)]
    #[case(40, 4)]
    fn rows_of_people(#[case] count: u32, #[case] rows: usize) {
        let setup = sample::portrait().with_people(count);
        let people = &setup.scene.people;
        assert_eq!(people.len(), count as usize);
        let mut depths: Vec<i64> = people.iter().map(|person| (person.y.metres() * 100.0) as i64).collect();
        depths.dedup();
        assert_eq!(depths.len(), rows);
        // No two stand in the same place.
        for (index, one) in people.iter().enumerate() {
            assert!(people[index + 1..].iter().all(|other| one.face().distance(other.face()) > 0.3));
        }
    }
}
