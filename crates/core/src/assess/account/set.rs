//! Where the numbers of a set come from: what a light's place and spread make of it.

use super::{Account, Ground};
use crate::marks::{stops_amount, stops_label};
use crate::say::stops_error;
use crate::situation::{Lit, Situation, Unsure, key};
use crate::transport::Gain;

/// How near a stand is put to where it is drawn, in metres (common practice).
const BY_HAND: f64 = 0.05;
/// How far a light of a kind may spread otherwise than is usual, from face to face and to the wall, in stops (common
/// practice).
pub(super) const SPREAD: f64 = 0.25;

fn placed(s: &Situation<'_>, lit: &Lit<'_>) -> Ground {
    Ground::Placed { light: lit.name.clone(), distance: s.terms.house.units.distance(lit.face_distance.metres()) }
}

/// How far a level may be off for a light that stands a hand's breadth elsewhere, at a distance in metres, in stops.
fn misplaced(distance: f64) -> f64 {
    2.0 * (1.0 + BY_HAND / distance.max(BY_HAND)).log2()
}

fn sent_back(gain: Gain) -> f64 {
    (gain.bounced + gain.carded + gain.through) / gain.sum().max(1e-12)
}

/// The fall-off of a light from the face to what is behind.
pub(in crate::assess) fn of_fall_off(s: &Situation<'_>, lit: &Lit<'_>, gains: [Gain; 2], fall_off: f64) -> Account {
    let share = gains.map(sent_back).into_iter().fold(0.0, f64::max);
    let off_walls = Unsure::SentBack { share };
    let error = misplaced(lit.face_distance.metres())
        .hypot(misplaced(lit.background_distance.metres()))
        .hypot(SPREAD)
        .hypot(off_walls.error());
    let grounds = vec![placed(s, lit), Ground::Spread, Ground::SentBack { share }];
    Account::of(stops_label(-fall_off), stops_error(error), grounds)
}

/// How wide a shadow's edge is.
pub(in crate::assess) fn of_softness(s: &Situation<'_>, lit: &Lit<'_>, number: String) -> Account {
    Account::of(number, "± a tenth".to_owned(), vec![placed(s, lit), Ground::Size])
}

/// How much less a bounced light gives than one turned straight.
pub(in crate::assess) fn of_bounce(s: &Situation<'_>, lit: &Lit<'_>, loss: f64) -> Account {
    let off_walls = Unsure::SentBack { share: 1.0 };
    let grounds = vec![placed(s, lit), Ground::SentBack { share: 1.0 }];
    Account::of(stops_amount(loss), stops_error(off_walls.error().hypot(SPREAD)), grounds)
}

/// What cards add to the shadow side, a share of all that falls there.
pub(in crate::assess) fn of_fill(fill: f64, share: f64) -> Account {
    let off_cards = Unsure::SentBack { share };
    Account::of(stops_label(fill), stops_error(off_cards.error()), vec![Ground::SentBack { share }])
}

/// How far the faces of a group are apart; none without a key.
pub(in crate::assess) fn of_evenness(s: &Situation<'_>, spread: f64) -> Option<Account> {
    let lit = &s.lights[key(&s.lights)?];
    let error = misplaced(lit.face_distance.metres()).hypot(SPREAD);
    Some(Account::of(stops_amount(spread), stops_error(error), vec![placed(s, lit), Ground::Spread]))
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::assess::assess;
    use crate::house::House;
    use crate::sample;
    use rstest::rstest;

    /// Inverse square: five centimetres in one metre are 0.14 stop, in a quarter of a metre half a stop and more.
    #[rstest]
    #[case(1.0, 0.141)]
    #[case(0.25, 0.526)]
    #[case(10.0, 0.014)]
    fn a_hand_s_breadth_counts_from_near(#[case] distance: f64, #[case] error: f64) {
        assert!((misplaced(distance) - error).abs() < 0.001, "{}", misplaced(distance));
    }

    /// Every number of every sample set says where it is from: by whom it was placed, by what it is usual.
    #[test]
    fn every_number_of_a_set_has_its_account() {
        let (mut falls, mut soft, mut even) = (0, 0, 0);
        for setup in sample::setups() {
            let set = assess(&setup, &sample::kit(), House::default()).unwrap().set;
            for light in &set.lights {
                soft += 1;
                assert!(light.softness.account.told().next().unwrap().text.contains("placed by hand"), "{light:?}");
                assert_eq!(light.fall_off.is_some(), light.fall_off_account.is_some());
                falls += usize::from(light.fall_off_account.as_ref().is_some_and(|account| account.grounds.len() == 3));
            }
            even += usize::from(set.evenness.as_ref().is_some_and(|even| even.account.is_some()));
            assert!(set.cards.iter().all(|card| card.account.error.starts_with('±')));
        }
        assert!(falls > 3 && soft > 5 && even > 0, "{falls} {soft} {even}");
    }

    /// A light a metre away in the open, nothing sent back: place and spread are all that is unsure of its fall-off.
    #[test]
    fn errors_of_place_and_spread_add_in_squares() {
        let kit = sample::kit();
        let mut setup = sample::outdoors();
        sample::round_face(&mut setup, 0, 45.0, 10.0, 1.0);
        let s = Situation::new(&setup, &kit, House::default()).unwrap();
        let lit = &s.lights[0];
        let straight = Gain { direct: 1.0, ..Gain::default() };
        let bounced = Gain { direct: 1.0, bounced: 1.0, ..Gain::default() };
        let error = |gains| of_fall_off(&s, lit, gains, 2.0).error;
        assert_eq!(error([straight, straight]), "± 0.3 stop");
        assert_eq!(error([straight, bounced]), "± ⅓ stop");
    }
}
