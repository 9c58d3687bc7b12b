//! Practice over the weeks.

use super::{Answered, DrillKind};
use jiff::civil::{Date, Weekday};
use serde::Serialize;

/// An answer and its day.
#[derive(Debug, Clone, PartialEq)]
pub struct DatedAnswer {
    /// The answer.
    pub answered: Answered,
    /// How far off it was, in stops; none where it was no matter of stops.
    pub off: Option<f64>,
    /// Its day, as YYYY-MM-DD.
    pub date: String,
}

/// What was answered in a week.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct DrillWeek {
    /// Its Monday, as YYYY-MM-DD.
    pub monday: String,
    /// Rounds answered.
    pub asked: u32,
    /// Of these right.
    pub right: u32,
    /// How far off answers in stops were on the whole, to either side; none where none was of stops.
    pub off: Option<f64>,
}

fn monday(date: &str) -> Option<String> {
    let day: Date = date.parse().ok()?;
    let since = day.weekday().since(Weekday::Monday);
    day.checked_sub(jiff::Span::new().days(i64::from(since))).ok().map(|monday| monday.to_string())
}

/// Answers by the week, of one kind or of all, the oldest week first.
#[must_use]
pub fn weeks(answers: &[DatedAnswer], of: Option<DrillKind>) -> Vec<DrillWeek> {
    let mut weeks: Vec<(DrillWeek, Vec<f64>)> = Vec::new();
    for answer in answers.iter().filter(|answer| of.is_none_or(|kind| kind == answer.answered.kind)) {
        let Some(monday) = monday(&answer.date) else { continue };
        if weeks.last().is_none_or(|(week, _)| week.monday != monday) {
            weeks.push((DrillWeek { monday, asked: 0, right: 0, off: None }, Vec::new()));
        }
        if let Some((week, off)) = weeks.last_mut() {
            week.asked += 1;
            week.right += u32::from(answer.answered.right);
            off.extend(answer.off.map(f64::abs));
        }
    }
    let mean = |off: &[f64]| (!off.is_empty()).then(|| off.iter().sum::<f64>() / off.len() as f64);
    weeks.into_iter().map(|(week, off)| DrillWeek { off: mean(&off), ..week }).collect()
}

#[cfg(test)]
mod tests {
    use super::*;

    fn answer(date: &str, right: bool, off: Option<f64>) -> DatedAnswer {
        DatedAnswer { answered: Answered { kind: DrillKind::Ratio, right }, off, date: date.to_owned() }
    }

    /// 23 November 2026 is a Monday.
    #[test]
    fn a_week_begins_on_monday() {
        let answers = [
            answer("2026-11-22", true, Some(0.5)),
            answer("2026-11-23", false, Some(-1.5)),
            answer("2026-11-29", true, Some(0.5)),
            answer("2026-11-25", true, None),
            answer("no day", true, None),
        ];
        let told = weeks(&answers, None);
        let said: Vec<_> = told.iter().map(|week| (week.monday.as_str(), week.asked, week.right, week.off)).collect();
        assert_eq!(said, [("2026-11-16", 1, 1, Some(0.5)), ("2026-11-23", 3, 2, Some(1.0))]);
        assert!(weeks(&answers, Some(DrillKind::Depth)).is_empty());
    }
}
