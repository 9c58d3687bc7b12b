//! What things begin as, before anybody has put them right: common values (common practice), kept as data.

use crate::check::FieldError;
use crate::day::Day;
use crate::emitter::Face;
use crate::flash::DurationRow;
use crate::kit::{BodyPreset, Film, HighSpeedSync, KitItem, Output, ZoomRow};
use crate::place::{Horizon, Lamps, Surroundings};
use crate::scene::Sun;
use serde::{Deserialize, Serialize};

/// What things begin as.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Starts {
    /// A thing of each kind of kit.
    pub kit: Vec<KitItem>,
    /// Film of each kind in a body.
    pub films: Vec<Film>,
    /// A flash's brightness, from each source there may be.
    pub outputs: Vec<Output>,
    /// A modifier's lit face of each shape.
    pub faces: Vec<Face>,
    /// A row of a zoom table.
    pub zoom_row: ZoomRow,
    /// A row of a table of durations.
    pub duration_row: DurationRow,
    /// A preset of a body.
    pub preset_row: BodyPreset,
    /// High-speed sync.
    pub high_speed_sync: HighSpeedSync,
    /// A beam that is narrowed, in degrees.
    pub beam: f64,
    /// Surroundings of each kind.
    pub surroundings: Vec<Surroundings>,
    /// Lamps at a spot.
    pub lamps: Lamps,
    /// The sun on a set.
    pub sun: Sun,
    /// A skyline: one point alone is none.
    pub skyline: Horizon,
    /// A day with one spot in the open; its place is put in by whoever found one.
    pub day: Day,
}

/// What things begin as.
///
/// # Errors
/// Where the data that ship with the program are damaged.
pub fn starts() -> Result<Starts, Vec<FieldError>> {
    let damaged = |_| vec![FieldError { field: String::new(), problem: crate::check::Problem::Missing }];
    serde_json::from_str(include_str!("../data/starts.json")).map_err(damaged)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::check::Check;
    use std::collections::BTreeSet;

    fn kinds<T: Serialize>(all: &[T], tag: &str) -> BTreeSet<String> {
        all.iter().map(|one| serde_json::to_value(one).unwrap()[tag].as_str().unwrap().to_owned()).collect()
    }

    /// Each kind there is has its start, and every start passes the checks that what is kept has to.
    #[test]
    fn every_kind_begins_as_something_allowed() {
        let starts = starts().unwrap();
        for item in &starts.kit {
            assert_eq!(item.check(), Ok(()), "{}", item.kind());
        }
        let names = |words: &[&str]| words.iter().map(ToString::to_string).collect::<BTreeSet<_>>();
        assert_eq!(kinds(&starts.kit, "kind"), names(&["camera", "lens", "flash", "modifier", "gel", "filter"]));
        assert_eq!(kinds(&starts.outputs, "from"), names(&["guide_number", "zoom_table", "metered", "watt_seconds"]));
        assert_eq!(kinds(&starts.faces, "shape"), names(&["point", "disc", "rectangle"]));
        assert_eq!(
            kinds(&starts.surroundings, "kind"),
            names(&["open", "shade", "leaves", "overhang", "window", "room"])
        );
        assert_eq!(kinds(&starts.films, "gives"), names(&["colour_negative", "black_and_white", "slide"]));
        for (film, item) in starts.films.iter().flat_map(|film| starts.kit.iter().map(move |item| (film, item))) {
            if let KitItem::Camera(body) = item {
                let loaded = crate::kit::Camera { film: Some(*film), ..body.clone() };
                assert_eq!(KitItem::Camera(loaded).check(), Ok(()), "{film:?}");
            }
        }
        for output in &starts.outputs {
            for item in &starts.kit {
                if let KitItem::Flash(flash) = item {
                    let other = KitItem::Flash(crate::kit::Flash {
                        output: output.clone(),
                        durations: vec![starts.duration_row],
                        high_speed_sync: Some(starts.high_speed_sync),
                        ..flash.clone()
                    });
                    assert_eq!(other.check(), Ok(()), "{output:?}");
                }
            }
        }
        let mut day = starts.day.clone();
        for (index, surroundings) in starts.surroundings.iter().enumerate() {
            let mut spot = day.place.spots[0].clone();
            spot.id = crate::quantity::Id::new(&format!("spot-x{index}")).unwrap();
            (spot.surroundings, spot.lamps, spot.horizon) =
                (*surroundings, Some(starts.lamps), Some(starts.skyline.clone()));
            day.place.spots.push(spot);
        }
        assert_eq!(day.check(), Ok(()));
        let mut check = Check::default();
        crate::place::check_horizon(&starts.skyline, "", &mut check);
        assert_eq!(check.done(), Ok(()));
    }
}
