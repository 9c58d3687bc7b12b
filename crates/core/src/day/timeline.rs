use super::Day;
use crate::check::Problem;
use crate::quantity::ClockTime;
use jiff::civil::Date;
use jiff::tz::{AmbiguousOffset, TimeZone};
use jiff::{SignedDuration, Timestamp};

/// Years a day can be of: clocks and calendars of others are not known well enough.
const YEARS: std::ops::RangeInclusive<i16> = 1900..=2199;

/// The minutes of a day at a place, counted from its midnight; a day has 23 or 25 hours when clocks change, and goes
/// past midnight when work does.
#[derive(Debug, Clone)]
pub struct Timeline {
    date: Date,
    zone: TimeZone,
    midnight: Timestamp,
    wraps: u32,
    /// The minute work begins.
    pub from: usize,
    /// The minute work ends.
    pub until: usize,
    /// All minutes.
    pub minutes: usize,
}

/// Reads a date, YYYY-MM-DD.
///
/// # Errors
/// [`Problem::Date`] for anything else, for days no calendar has, and outside the years known.
pub(crate) fn date(text: &str) -> Result<Date, Problem> {
    let shaped = text.len() == 10 && text.bytes().filter(u8::is_ascii_digit).count() == 8;
    let date = text.parse::<Date>().ok().filter(|_| shaped);
    date.filter(|date| YEARS.contains(&date.year())).ok_or(Problem::Date)
}

impl Timeline {
    /// Which day it is.
    pub(crate) const fn date(&self) -> Date {
        self.date
    }

    /// How its clocks go.
    pub(crate) const fn zone(&self) -> &TimeZone {
        &self.zone
    }

    /// The minutes of this date at the day's place.
    ///
    /// # Errors
    /// [`Problem::Date`] for a date that is none.
    pub fn of(on: &str, day: &Day) -> Result<Timeline, Problem> {
        let date = date(on)?;
        let zone = day.place.zone.rules();
        let begins = |date: Date| {
            // Where the clocks skip midnight itself, the day begins when they go on.
            zone.to_ambiguous_timestamp(date.at(0, 0, 0, 0)).compatible().map_err(|_| Problem::Date)
        };
        let (midnight, next) = (begins(date)?, begins(date.tomorrow().map_err(|_| Problem::Date)?)?);
        let whole = (next.duration_since(midnight).as_secs() / 60) as usize;
        let wraps = if day.until.minutes() <= day.from.minutes() { day.from.minutes() } else { 0 };
        let mut timeline = Timeline { date, zone, midnight, wraps, from: 0, until: whole, minutes: whole };
        // An hour that the clocks skip begins where they go on.
        timeline.from = timeline.clock_minute(&day.from, date, true)?;
        let last = if wraps > 0 { date.tomorrow().map_err(|_| Problem::Date)? } else { date };
        timeline.until = timeline.clock_minute(&day.until, last, true)?;
        timeline.minutes = whole.max(timeline.until + 1);
        Ok(timeline)
    }

    fn clock_minute(&self, time: &ClockTime, on: Date, lenient: bool) -> Result<usize, Problem> {
        let minutes = time.minutes();
        let clock = on.at((minutes / 60) as i8, (minutes % 60) as i8, 0, 0);
        let found = self.zone.to_ambiguous_timestamp(clock);
        if !lenient && matches!(found.offset(), AmbiguousOffset::Gap { .. }) {
            return Err(Problem::NoSuchTime { time: time.clone(), date: on.to_string() });
        }
        let at = found.compatible().map_err(|_| Problem::Date)?;
        Ok((at.duration_since(self.midnight).as_secs() / 60).max(0) as usize)
    }

    /// The minute a clock shows this time; the first, where it shows it twice. Where work goes past midnight, times
    /// before its beginning are of the next day.
    ///
    /// # Errors
    /// [`Problem::NoSuchTime`] for a time the clocks skip that day.
    pub fn minute_of(&self, time: &ClockTime) -> Result<usize, Problem> {
        let next = time.minutes() < self.wraps;
        let on = if next { self.date.tomorrow().map_err(|_| Problem::Date)? } else { self.date };
        self.clock_minute(time, on, false)
    }

    /// What the clocks show so many minutes after midnight.
    #[must_use]
    pub fn clock(&self, minute: f64) -> ClockTime {
        let time = self.zone.to_datetime(self.at(minute.round()));
        ClockTime::from_minutes(time.hour() as u32 * 60 + time.minute() as u32)
    }

    /// The moment so many minutes after midnight.
    #[must_use]
    pub fn at(&self, minute: f64) -> Timestamp {
        self.midnight + SignedDuration::from_secs((minute * 60.0).round() as i64)
    }

    /// The minute of a moment, negative before midnight.
    #[must_use]
    pub fn minute_at(&self, at: Timestamp) -> f64 {
        at.duration_since(self.midnight).as_secs_f64() / 60.0
    }

    /// When the clocks change on this day: the minute, what they show then, and by how many minutes they jump.
    #[must_use]
    pub fn change(&self) -> Option<(usize, i32)> {
        let next = self.zone.following(self.midnight).next()?;
        let minute = self.minute_at(next.timestamp());
        let before = self.zone.to_offset(self.midnight);
        (minute < self.minutes as f64).then(|| (minute as usize, (next.offset().seconds() - before.seconds()) / 60))
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::sample;
    use rstest::rstest;

    fn timeline(on: &str, from: &str, until: &str) -> Timeline {
        let mut day = sample::day();
        (day.from, day.until) = (ClockTime::new(from).unwrap(), ClockTime::new(until).unwrap());
        Timeline::of(on, &day).unwrap()
    }

    fn minute(timeline: &Timeline, time: &str) -> Result<usize, Problem> {
        timeline.minute_of(&ClockTime::new(time).unwrap())
    }

    /// The clocks of central Europe go on from 2 to 3 on the last Sunday of March and back from 3 to 2 on that of October
    /// (directive 2000/84/EC): days of 23 and 25 hours.
    #[rstest]
    #[case::plain("2026-06-12", 1440, None)]
    #[case::spring("2026-03-29", 1380, Some((120, 60)))]
    #[case::autumn("2026-10-25", 1500, Some((180, -60)))]
    fn a_day_is_as_long_as_its_clocks_say(
        #[case] on: &str,
        #[case] minutes: usize,
        #[case] change: Option<(usize, i32)>,
    ) {
        let found = timeline(on, "12:00", "20:00");
        assert_eq!(found.minutes, minutes);
        assert_eq!(found.change(), change);
    }

    #[test]
    fn a_time_the_clocks_skip_does_not_exist_and_says_so() {
        let spring = timeline("2026-03-29", "12:00", "20:00");
        let said = minute(&spring, "02:30").unwrap_err().to_string();
        assert!(said.contains("02:30") && said.contains("2026-03-29"), "{said}");
        assert_eq!(minute(&spring, "03:00"), Ok(120));
        assert_eq!(spring.clock(120.0).as_str(), "03:00");
    }

    #[test]
    fn a_time_shown_twice_is_the_first() {
        let autumn = timeline("2026-10-25", "12:00", "20:00");
        assert_eq!(minute(&autumn, "02:30"), Ok(150));
        assert_eq!(autumn.clock(150.0), autumn.clock(210.0));
        assert_eq!(minute(&autumn, "03:00"), Ok(240));
    }

    #[test]
    fn work_may_go_past_midnight() {
        let night = timeline("2026-09-19", "18:00", "01:30");
        assert_eq!((night.from, night.until, night.minutes), (1080, 1530, 1531));
        assert_eq!(minute(&night, "00:45"), Ok(1485));
        assert_eq!(night.clock(1485.0).as_str(), "00:45");
    }

    #[rstest]
    #[case("2026-02-31")]
    #[case("2026-6-1")]
    #[case("1066-10-14")]
    #[case("tomorrow")]
    #[case("")]
    fn what_is_no_date_is_refused(#[case] text: &str) {
        assert_eq!(date(text), Err(Problem::Date));
    }
}
