//! The corrections that agree best with all rows and with what each part is likely to be off by.
//!
//! A patch's level is `c_body + c_lens + log₂(2^(A + c_ambient + o) + Σ 2^(F + c_flash + c_modifier + c_gel)) + t`, with what a
//! setup's patch has of its own: `o`, how its ambient differed then, and `t`, its tone. Gauss and Newton's steps, Huber's weights
//! (k = 1.345; Huber, Robust Statistics, 1981), and for each part and each thing of its own what it is likely to be as one more row. What the
//! groups have of their own is taken out group by group (Schur's complement), so that the sum stays as small as the kit.

use super::rows::{Row, Rows};
use nalgebra::{Cholesky, DMatrix, DVector, Dyn};

/// Beyond so many times its error a row begins to count less.
const HUBER: f64 = 1.345;
/// Steps at most; it takes four or five.
const STEPS: usize = 25;
/// Done when nothing moves by more, in stops.
const STILL: f64 = 1e-7;

/// What was found.
#[derive(Debug)]
pub(super) struct Least {
    pub(super) found: DVector<f64>,
    /// How it spreads.
    pub(super) spread: DMatrix<f64>,
    /// How far each row is from what was said, before anything is learnt.
    pub(super) before: Vec<f64>,
    /// And after.
    pub(super) left: Vec<f64>,
    /// How much each row counts, 0 to 1.
    pub(super) weights: Vec<f64>,
}

/// How a row answers to what is to be found.
#[derive(Debug, Default, Clone)]
struct Answers {
    parts: Vec<(usize, f64)>,
    own: Vec<(usize, f64)>,
}

/// What a row comes to, and how it answers.
fn row_at(row: &Row, found: &DVector<f64>, own: &DVector<f64>) -> (f64, Answers) {
    let frame: f64 = row.frame.iter().map(|part| found[*part]).sum();
    let in_ambient = if row.ambient_in_frame { frame } else { 0.0 };
    let more = row.ambient_part.map_or(0.0, |part| found[part]) + own[row.own.ambient];
    let ambient = (row.ambient + in_ambient + more).exp2();
    let light = |said: &super::rows::LightSaid| {
        (said.level + frame + said.parts.iter().map(|part| found[*part]).sum::<f64>()).exp2()
    };
    let lights: Vec<f64> = row.lights.iter().map(light).collect();
    let all = ambient + lights.iter().sum::<f64>();
    let mut answers = Answers::default();
    let in_frame = if row.ambient_in_frame { 1.0 } else { 1.0 - ambient / all };
    answers.parts.extend(row.frame.iter().map(|part| (*part, in_frame)));
    answers.parts.extend(row.ambient_part.map(|part| (part, ambient / all)));
    for (said, light) in row.lights.iter().zip(&lights) {
        answers.parts.extend(said.parts.iter().map(|part| (*part, light / all)));
    }
    answers.own.push((row.own.ambient, ambient / all));
    answers.own.extend(row.own.tone.map(|tone| (tone, 1.0)));
    (all.log2() + row.own.tone.map_or(0.0, |tone| own[tone]), answers)
}

fn huber(times: f64) -> f64 {
    if times.abs() <= HUBER { 1.0 } else { HUBER / times.abs() }
}

/// One group's part of the sum.
struct Group {
    own: DMatrix<f64>,
    across: DMatrix<f64>,
    pull: DVector<f64>,
}

/// How far one step goes.
struct Solved {
    /// For the parts.
    step: DVector<f64>,
    /// The sum it came from.
    whole: Cholesky<f64, Dyn>,
    /// For what each group has of its own.
    own: Vec<DVector<f64>>,
}

/// The sum of one step.
struct Step {
    square: DMatrix<f64>,
    pull: DVector<f64>,
    groups: Vec<Group>,
}

impl Step {
    /// Before any row: what each is likely to be, held against where it stands.
    fn of(rows: &Rows, found: &DVector<f64>, own: &[DVector<f64>]) -> Step {
        let tight = |error: f64| 1.0 / (error * error).max(1e-9);
        let held = |errors: &[f64], at: &DVector<f64>| {
            let each = DVector::from_iterator(errors.len(), errors.iter().map(|error| tight(*error)));
            (DMatrix::from_diagonal(&each), -each.component_mul(at))
        };
        let (square, pull) = held(&rows.priors, found);
        let groups = rows.groups.iter().zip(own).map(|(errors, at)| {
            let (own, pull) = held(errors, at);
            Group { across: DMatrix::zeros(rows.parts.len(), errors.len()), own, pull }
        });
        Step { square, pull, groups: groups.collect() }
    }

    fn add(&mut self, row: &Row, answers: &Answers, left: f64, weight: f64) {
        let group = &mut self.groups[row.group];
        for (a, x) in &answers.parts {
            self.pull[*a] += weight * x * left;
            for (b, y) in &answers.parts {
                self.square[(*a, *b)] += weight * x * y;
            }
            for (b, y) in &answers.own {
                group.across[(*a, *b)] += weight * x * y;
            }
        }
        for (a, x) in &answers.own {
            group.pull[*a] += weight * x * left;
            for (b, y) in &answers.own {
                group.own[(*a, *b)] += weight * x * y;
            }
        }
    }

    /// The step of all parts, with the sum it came from, and of what each group has of its own.
    fn solved(mut self) -> Option<Solved> {
        let solved: Option<Vec<Cholesky<f64, Dyn>>> =
            self.groups.iter().map(|group| Cholesky::new(group.own.clone())).collect();
        let solved = solved?;
        for (group, by) in self.groups.iter().zip(&solved) {
            self.square -= &group.across * by.solve(&group.across.transpose());
            self.pull -= &group.across * by.solve(&group.pull);
        }
        let whole = Cholesky::new(self.square)?;
        let step = whole.solve(&self.pull);
        let own = self.groups.iter().zip(&solved);
        let own = own.map(|(group, by)| by.solve(&(&group.pull - group.across.transpose() * &step)));
        let own = own.collect();
        Some(Solved { step, whole, own })
    }
}

impl Least {
    pub(super) fn of(rows: &Rows) -> Option<Least> {
        let mut found = DVector::zeros(rows.parts.len());
        let mut own: Vec<DVector<f64>> = rows.groups.iter().map(|errors| DVector::zeros(errors.len())).collect();
        let left = |found: &DVector<f64>, own: &[DVector<f64>]| -> Vec<f64> {
            rows.rows.iter().map(|row| row.level - row_at(row, found, &own[row.group]).0).collect()
        };
        let before = left(&found, &own);
        let mut whole = None;
        for _ in 0..STEPS {
            let mut step = Step::of(rows, &found, &own);
            for row in &rows.rows {
                let (level, answers) = row_at(row, &found, &own[row.group]);
                let left = row.level - level;
                step.add(row, &answers, left, huber(left / row.error) / (row.error * row.error));
            }
            let Solved { step: moved, whole: by, own: own_moved } = step.solved()?;
            found += &moved;
            own.iter_mut().zip(&own_moved).for_each(|(own, moved)| *own += moved);
            whole = Some(by);
            let furthest = own_moved.iter().map(|moved| moved.amax()).fold(moved.amax(), f64::max);
            if furthest < STILL {
                break;
            }
        }
        let left = left(&found, &own);
        let weights = rows.rows.iter().zip(&left).map(|(row, left)| huber(left / row.error)).collect();
        Some(Least { found, spread: whole?.inverse(), before, left, weights })
    }
}
