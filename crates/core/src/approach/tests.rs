use super::*;
use rstest::rstest;

#[rstest]
#[case::above(0.5, 0.5)]
#[case::inside(-2.5, 0.0)]
#[case::below(-3.5, -0.5)]
fn misses(#[case] level: f64, #[case] miss: f64) {
    let band = Band { low: -3.0, high: 0.0, prefer: -2.0 };
    assert_eq!(band.miss(level), miss);
}

/// The table of the schools (common practice): background, ambient and flash on the face.
#[rstest]
#[case(Approach::FillLowContrast, Some(0.0), Some(0.0), Some(-2.0))]
#[case(Approach::HalfAndHalf, Some(0.0), Some(-1.0), Some(-1.0))]
#[case(Approach::FlashLeads, Some(-2.0), Some(-3.0), None)]
#[case(Approach::RoomFirst, Some(-1.0), Some(-1.0), Some(-1.0))]
#[case(Approach::FlashFirst, Some(-1.0), None, Some(0.0))]
#[case(Approach::AmbientOnly, Some(0.0), Some(0.0), None)]
#[case(Approach::MatchHighContrast, Some(0.0), None, None)]
#[case(Approach::Silhouette, Some(0.0), Some(-4.0), None)]
#[case(Approach::SunsetBehind, Some(0.0), Some(-2.0), None)]
fn the_table_of_schools(
    #[case] approach: Approach,
    #[case] background: Option<f64>,
    #[case] ambient: Option<f64>,
    #[case] flash: Option<f64>,
) {
    let wishes = approach.wishes();
    assert_eq!(wishes.background.map(|band| band.prefer), background);
    assert_eq!(wishes.face_ambient.map(|band| band.prefer), ambient);
    assert_eq!(wishes.face_flash.map(|band| band.prefer), flash);
}

/// Where the face ends, flash and ambient together, in the schools that say so: at 0.
#[test]
fn where_the_face_ends() {
    use Approach::{FlashLeads, HalfAndHalf, MatchHighContrast, RoomFirst, SunsetBehind};
    for approach in Approach::ALL {
        let says = [MatchHighContrast, HalfAndHalf, FlashLeads, RoomFirst, SunsetBehind].contains(&approach);
        assert_eq!(approach.wishes().face_total, says.then_some(Band::at(0.0)).flatten(), "{approach:?}");
    }
}

/// How far each school lets them stray (common practice); a silhouette's face is four stops under or more.
#[rstest]
#[case(Approach::FillLowContrast, |w: &Wishes| w.face_flash, -3.0, -1.0)]
#[case(Approach::FlashLeads, |w: &Wishes| w.background, -3.0, -1.0)]
#[case(Approach::FlashLeads, |w: &Wishes| w.face_ambient, -4.0, -2.0)]
#[case(Approach::RoomFirst, |w: &Wishes| w.background, -4.0 / 3.0, -2.0 / 3.0)]
#[case(Approach::RoomFirst, |w: &Wishes| w.face_flash, -1.0, -1.0 / 3.0)]
#[case(Approach::FlashFirst, |w: &Wishes| w.background, -3.0, 0.0)]
#[case(Approach::Silhouette, |w: &Wishes| w.background, -1.0 / 3.0, 0.0)]
#[case(Approach::Silhouette, |w: &Wishes| w.face_ambient, -20.0, -4.0)]
#[case(Approach::SunsetBehind, |w: &Wishes| w.face_ambient, -20.0, -1.0 / 3.0)]
fn how_far_a_school_lets_them_stray(
    #[case] approach: Approach,
    #[case] of: fn(&Wishes) -> Option<Band>,
    #[case] low: f64,
    #[case] high: f64,
) {
    let band = of(&approach.wishes()).unwrap();
    assert!((band.low - low).abs() < 1e-9 && (band.high - high).abs() < 1e-9, "{band:?}");
}

#[test]
fn every_band_holds_what_it_prefers() {
    for approach in Approach::ALL {
        let w = approach.wishes();
        for band in [w.background, w.face_ambient, w.face_flash, w.face_total].into_iter().flatten() {
            assert_eq!(band.miss(band.prefer), 0.0, "{approach:?}");
        }
    }
}
