//! Where along the line of temperatures the kit's films take each flash.

use super::colours::stacks;
use crate::colour::temperature;
use crate::colours::Tinted;
use crate::kit::Gel;
use crate::quantity::{Id, Mired, Stops};
use crate::situation::Situation;
use serde::Serialize;

/// Two stacks nearer to each other than this, in mired, are one place: of them the one that takes less light stands there.
const ONE_PLACE: f64 = 3.0;

/// Where the kit's films take a flash, from the coolest place to the warmest.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct FilmStops {
    /// The light.
    pub light: Id,
    /// The places.
    pub stops: Vec<FilmStop>,
}

/// A place a flash can be brought to.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct FilmStop {
    /// What it then wears, at most two.
    pub gels: Vec<Id>,
    /// Where it then is.
    pub mired: Mired,
    /// What that takes.
    pub loss: Stops,
}

/// The places of every flash that fires.
pub(super) fn of(s: &Situation<'_>, lights: &[Tinted]) -> Vec<FilmStops> {
    let flashes = &lights[lights.len() - s.lights.len()..];
    let places = flashes.iter().map(|light| places(s, light));
    s.lights.iter().zip(places).map(|(lit, stops)| FilmStops { light: lit.light.id.clone(), stops }).collect()
}

fn places(s: &Situation<'_>, light: &Tinted) -> Vec<FilmStop> {
    let (choices, stacks) = stacks(s.kit, &light.on_face(light.bare));
    let place = |(choice, gels): (&crate::colour::Choice, &Vec<&Gel>)| {
        let mired = temperature(choice.light.xyz())?.kelvin.into();
        Some(FilmStop { gels: gels.iter().map(|gel| gel.id.clone()).collect(), mired, loss: choice.loss })
    };
    // Films across the line of temperatures are another matter: they take a flash nowhere along it.
    // Two of one kind need two of them in the bag.
    let along = |(_, gels): &(_, &Vec<&Gel>)| {
        let twice = matches!(gels.as_slice(), [one, other] if one.id == other.id);
        !twice && gels.iter().all(|gel| gel.shift.mired() != 0.0)
    };
    let mut all: Vec<FilmStop> = choices.iter().zip(&stacks).filter(along).filter_map(place).collect();
    all.sort_by(|a, b| a.loss.stops().total_cmp(&b.loss.stops()));
    let mut kept: Vec<FilmStop> = Vec::new();
    for stop in all {
        let apart = |other: &FilmStop| (other.mired - stop.mired).size() >= ONE_PLACE;
        if kept.iter().all(apart) {
            kept.push(stop);
        }
    }
    kept.sort_by(|a, b| a.mired.mired().total_cmp(&b.mired.mired()));
    kept
}

#[cfg(test)]
mod tests {
    use super::super::colours;
    use super::*;
    use crate::house::House;
    use crate::kit::KitItem;
    use crate::sample;

    /// Without films a flash is where it is; each warming film brings it further, and of two ways to one place the cheaper stands.
    #[test]
    fn places_along_the_line() {
        let (setup, kit) = (sample::portrait(), sample::kit());
        let s = Situation::new(&setup, &kit, House::default()).unwrap();
        let reach = colours(&s).reach;
        assert_eq!(reach.len(), s.lights.len());
        let stops = &reach[0].stops;
        assert!(stops.windows(2).all(|two| (two[1].mired - two[0].mired).mired() >= ONE_PLACE));
        assert_eq!(stops.iter().filter(|stop| stop.gels.is_empty()).count(), 1);
        let at = |gel: &str| stops.iter().find(|stop| stop.gels.len() == 1 && stop.gels[0].as_str() == gel).unwrap();
        let bare = stops.iter().find(|stop| stop.gels.is_empty()).unwrap();
        let (half, full) = (at("gel-warm-half"), at("gel-warm-full"));
        assert!(bare.mired.mired() + 80.0 < half.mired.mired() && half.mired.mired() + 30.0 < full.mired.mired());
        assert!(stops.iter().all(|stop| stop.gels.len() <= 2));
    }

    /// A kit without films brings a flash nowhere.
    #[test]
    fn no_films_no_places() {
        let setup = {
            let mut setup = sample::portrait();
            setup.lights.iter_mut().for_each(|light| light.gels.at.clear());
            setup
        };
        let mut kit = sample::kit();
        kit.items.retain(|item| !matches!(item, KitItem::Gel(_)));
        let s = Situation::new(&setup, &kit, House::default()).unwrap();
        assert!(colours(&s).reach.iter().all(|light| light.stops.len() == 1));
    }
}
