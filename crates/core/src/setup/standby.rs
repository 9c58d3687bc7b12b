use super::Setup;
use crate::quantity::Id;
use serde::{Deserialize, Serialize};

/// When a setup is made in place of the one it stands by for: the nearest before it in shooting order that stands by for none.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Standby {
    /// In rain.
    Rain,
    /// Where the sun stays away.
    NoSun,
    /// In too much wind for what stands there.
    Wind,
    /// Where it cannot be made outdoors.
    Indoors,
    /// Where time runs short.
    NoTime,
}

/// A setup that stands by, put in its main one's place.
#[derive(Debug, Clone, PartialEq)]
pub struct Swapped {
    /// All setups of the job in their new order.
    pub order: Vec<Id>,
    /// The two that changed: the one that is made now, and the one that stands by now.
    pub changed: [(Id, Setup); 2],
}

/// Puts a setup that stands by in its main one's place, and that in its own; none where it stands by for nothing. It keeps its own
/// slot, or takes over the main one's. Done twice, everything is where it was.
#[must_use]
pub fn swapped(setups: &[(Id, Setup)], standby: &Id) -> Option<Swapped> {
    let here = setups.iter().position(|(id, _)| id == standby)?;
    let reason = setups[here].1.standby?;
    let main = setups[..here].iter().rposition(|(_, setup)| setup.standby.is_none())?;
    let (mut in_place, mut aside) = (setups[here].clone(), setups[main].clone());
    in_place.1.standby = None;
    in_place.1.slot = in_place.1.slot.or_else(|| aside.1.slot.clone());
    aside.1.standby = Some(reason);
    let mut order: Vec<Id> = setups.iter().map(|(id, _)| id.clone()).collect();
    order.swap(main, here);
    Some(Swapped { order, changed: [in_place, aside] })
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::sample;
    use rstest::rstest;

    fn job(standbys: &[Option<Standby>]) -> Vec<(Id, Setup)> {
        let slot = sample::portrait().slot;
        let of = |(index, standby): (usize, &Option<Standby>)| {
            let slot = if standby.is_none() { slot.clone() } else { None };
            (Id::new(&format!("s{index}")).unwrap(), Setup { standby: *standby, slot, ..sample::portrait() })
        };
        standbys.iter().enumerate().map(of).collect()
    }

    const RAIN: Option<Standby> = Some(Standby::Rain);
    const WIND: Option<Standby> = Some(Standby::Wind);

    #[rstest]
    #[case::behind_it(&[None, RAIN], 1, Some(0))]
    #[case::behind_another(&[None, RAIN, WIND], 2, Some(0))]
    #[case::behind_the_nearer(&[None, None, RAIN, None], 2, Some(1))]
    #[case::behind_nothing(&[RAIN, None], 0, None)]
    #[case::stands_by_for_nothing(&[None, None], 1, None)]
    fn it_takes_the_place_of_the_nearest_before(
        #[case] standbys: &[Option<Standby>],
        #[case] which: usize,
        #[case] main: Option<usize>,
    ) {
        let setups = job(standbys);
        let found = swapped(&setups, &setups[which].0);
        assert_eq!(found.is_some(), main.is_some());
        let (Some(found), Some(main)) = (found, main) else { return };
        assert_eq!((&found.order[main], &found.order[which]), (&setups[which].0, &setups[main].0));
        let [(now, in_place), (then, aside)] = &found.changed;
        assert_eq!((now, in_place.standby), (&setups[which].0, None));
        assert_eq!((then, aside.standby), (&setups[main].0, standbys[which]));
        assert_eq!(in_place.slot, setups[main].1.slot, "it is made when the other was to be");
    }

    #[test]
    fn done_twice_it_is_as_it_was() {
        let setups = job(&[None, None, RAIN, WIND]);
        let once = swapped(&setups, &setups[2].0).unwrap();
        let now: Vec<(Id, Setup)> = once
            .order
            .iter()
            .map(|id| once.changed.iter().chain(&setups).find(|(one, _)| one == id).unwrap().clone())
            .collect();
        let back = swapped(&now, &setups[1].0).unwrap();
        assert_eq!(back.order, setups.iter().map(|(id, _)| id.clone()).collect::<Vec<_>>());
        assert_eq!(back.changed[0], setups[1]);
    }
}
