use crate::quantity::Share;
use crate::quantity::limits::CLOUD_HOURS;
use serde::{Deserialize, Serialize};

/// Cloud cover at each full hour from midnight on, 0 clear to 1 overcast; clear where there is none.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, Default)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(transparent)]
pub struct Clouds(pub Vec<Share>);

impl Clouds {
    /// The cover so many minutes after midnight: straight from hour to hour, as the last one after them.
    #[must_use]
    pub fn cover(&self, minute: f64) -> f64 {
        let hours = &self.0;
        let at = (minute / 60.0).max(0.0);
        let hour = at.floor() as usize;
        let share = |hour: usize| hours.get(hour).or(hours.last()).map_or(0.0, |share| share.share());
        share(hour) + (share(hour + 1) - share(hour)) * at.fract()
    }
}

/// Hours of a simulated forecast: a day, and the half day after it.
const HOURS: usize = 36;

/// A made-up forecast: cover that wanders from hour to hour about the day's own mean. The same seed gives the same day.
#[must_use]
pub fn simulated_clouds(seed: u64) -> Clouds {
    let mut state = seed;
    // SplitMix64 (Steele, Lea & Flood, OOPSLA 2014): small, and the same everywhere.
    let mut random = || {
        state = state.wrapping_add(0x9e37_79b9_7f4a_7c15);
        let mut z = state;
        z = (z ^ (z >> 30)).wrapping_mul(0xbf58_476d_1ce4_e5b9);
        z = (z ^ (z >> 27)).wrapping_mul(0x94d0_49bb_1331_11eb);
        ((z ^ (z >> 31)) >> 11) as f64 / (1u64 << 53) as f64
    };
    let mean = random();
    let mut cover = mean;
    let hours = (0..HOURS).map(|_| {
        cover += 0.35 * (mean - cover) + 0.45 * (random() - 0.5);
        cover = cover.clamp(0.0, 1.0);
        Share::nearest((cover * 20.0).round() / 20.0)
    });
    Clouds(hours.collect())
}

/// Why a list of cloud cannot be taken.
#[derive(Debug, Clone, PartialEq, Eq, thiserror::Error)]
pub enum CloudError {
    /// Nothing in it.
    #[error("There is no hour in the file. A line is an hour and a cover: 14:00, 40.")]
    Empty,
    /// Too many lines.
    #[error("The file has more than {most} hours.")]
    TooMany {
        /// How many fit.
        most: usize,
    },
    /// A line that cannot be read.
    #[error("Line {line} cannot be read: it has to be a full hour and the cover in per cent, as 14:00, 40.")]
    Line {
        /// Which, from 1.
        line: usize,
    },
    /// Hours out of order.
    #[error("Line {line} goes back in time: the hours have to follow one another.")]
    Order {
        /// Which, from 1.
        line: usize,
    },
}

/// Reads cloud from rows of an hour (14, 14:00) and a cover in per cent; hours left out are filled straight between
/// those given, and as the first before them.
///
/// # Errors
/// [`CloudError`] with the line.
pub fn read_cloud_csv<'a>(rows: impl Iterator<Item = Vec<&'a str>>) -> Result<Clouds, CloudError> {
    let most = CLOUD_HOURS.max as usize;
    let mut given: Vec<(usize, f64)> = Vec::new();
    for (index, row) in rows.enumerate() {
        let line = index + 1;
        let [hour, cover] = row[..] else { return Err(CloudError::Line { line }) };
        let (hour, cover) = (hour.trim(), cover.trim().trim_end_matches('%').trim_end());
        let read = (hour.trim_end_matches(":00").parse::<usize>().ok(), cover.parse::<f64>().ok());
        let (Some(hour), Some(cover)) = read else {
            // A first line in words is a heading.
            if index == 0 && cover.parse::<f64>().is_err() {
                continue;
            }
            return Err(CloudError::Line { line });
        };
        if hour >= most || !(0.0..=100.0).contains(&cover) {
            return Err(CloudError::Line { line });
        }
        if given.last().is_some_and(|(last, _)| hour <= *last) {
            return Err(CloudError::Order { line });
        }
        given.push((hour, cover / 100.0));
        if given.len() > most {
            return Err(CloudError::TooMany { most });
        }
    }
    let (Some(first), Some(last)) = (given.first().copied(), given.last().copied()) else {
        return Err(CloudError::Empty);
    };
    let cover_at = |hour: usize| {
        let after = given.iter().position(|(known, _)| *known >= hour);
        match after {
            Some(0) | None => {
                if hour <= first.0 {
                    first.1
                } else {
                    last.1
                }
            }
            Some(n) => {
                let ((h0, c0), (h1, c1)) = (given[n - 1], given[n]);
                c0 + (c1 - c0) * (hour - h0) as f64 / (h1 - h0) as f64
            }
        }
    };
    Ok(Clouds((0..=last.0).map(|hour| Share::nearest(cover_at(hour))).collect()))
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    fn clouds(hours: &[f64]) -> Clouds {
        Clouds(hours.iter().map(|share| Share::new(*share).unwrap()).collect())
    }

    #[rstest]
    #[case::on_the_hour(60.0, 0.5)]
    #[case::between(90.0, 0.75)]
    #[case::after_the_last(600.0, 1.0)]
    fn cover_goes_straight_from_hour_to_hour(#[case] minute: f64, #[case] cover: f64) {
        assert!((clouds(&[0.0, 0.5, 1.0]).cover(minute) - cover).abs() < 1e-9);
    }

    #[test]
    fn without_hours_the_sky_is_clear() {
        assert_eq!(Clouds::default().cover(720.0), 0.0);
    }

    #[test]
    fn a_seed_gives_its_day_again_and_another_one_another() {
        assert_eq!(simulated_clouds(7), simulated_clouds(7));
        assert_ne!(simulated_clouds(7), simulated_clouds(8));
        assert_eq!(simulated_clouds(7).0.len(), 36);
    }

    fn read(text: &str) -> Result<Clouds, CloudError> {
        read_cloud_csv(text.lines().map(|line| line.split(',').collect()))
    }

    #[test]
    fn hours_left_out_are_filled() {
        let found = read("hour,cover\n1:00,20\n3,60 %").unwrap();
        let shares: Vec<f64> = found.0.iter().map(|share| (share.share() * 100.0).round()).collect();
        assert_eq!(shares, [20.0, 20.0, 40.0, 60.0]);
    }

    #[rstest]
    #[case::nothing("", CloudError::Empty)]
    #[case::heading_only("hour,cover", CloudError::Empty)]
    #[case::words("12,20\nnoon,30", CloudError::Line { line: 2 })]
    #[case::over_the_top("12,120", CloudError::Line { line: 1 })]
    #[case::one_cell("12", CloudError::Line { line: 1 })]
    #[case::backwards("12,20\n11,30", CloudError::Order { line: 2 })]
    fn what_cannot_be_read_names_its_line(#[case] text: &str, #[case] error: CloudError) {
        assert_eq!(read(text), Err(error));
    }
}
