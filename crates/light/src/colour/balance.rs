use crate::quantity::{Kelvin, Mired, MiredShift, Share};
use serde::{Deserialize, Serialize};

/// What the picture wants of two colours of light.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, Default)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum ColourWish {
    /// Gel the flash towards the ambient, so that both look alike.
    #[default]
    Together,
    /// Skin right under the flash; the ambient keeps its own colour.
    AmbientAsItIs,
    /// Gel the flash warm and set a low temperature: skin right, the ambient turns blue.
    CoolEvening,
    /// Balance between the two, for a mood that shows both.
    Between,
}

/// A difference of this many mired is just visible side by side (common practice).
pub const JUST_VISIBLE: f64 = 5.0;
/// Up to this many mired a difference is small (common practice).
pub const SMALL: f64 = 20.0;
/// From this many mired a difference is plain (common practice).
pub const PLAIN: f64 = 50.0;

/// A gel to choose from.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct GelChoice {
    /// What it does to the flash's colour.
    pub shift: MiredShift,
    /// Which one it is, for the caller.
    pub index: usize,
}

/// The gel for the wish, or none: the one that leaves the least difference to what is wanted.
///
/// `Together` aims at the ambient; `CoolEvening` at a half warming (+109 mired) over the bare flash; the others want
/// no gel. Gels that only help within what is just visible are not proposed.
#[must_use]
pub fn choose_gel(wish: ColourWish, flash: Mired, ambient: Mired, gels: &[GelChoice]) -> Option<usize> {
    let aim = match wish {
        ColourWish::Together => ambient,
        ColourWish::CoolEvening => flash + MiredShift::of(109.0),
        ColourWish::AmbientAsItIs | ColourWish::Between => return None,
    };
    let bare = (aim - flash).size();
    gels.iter()
        .map(|gel| (gel.index, (aim - (flash + gel.shift)).size()))
        .filter(|(_, left)| *left < bare - JUST_VISIBLE)
        .min_by(|a, b| a.1.total_cmp(&b.1))
        .map(|(index, _)| index)
}

/// The one setting for this wish, from the colour of the (gelled) flash and of the ambient, and the flash's share of
/// the light on the face. To the nearest 100 K, as cameras set it.
#[must_use]
pub fn between(wish: ColourWish, flash: Mired, ambient: Mired, flash_share: Share) -> Kelvin {
    let weight = match wish {
        ColourWish::Together => flash_share.share(),
        // Where hardly any flash reaches the face, skin can only be right under the ambient.
        ColourWish::AmbientAsItIs | ColourWish::CoolEvening => {
            if flash_share.share() > 0.1 {
                1.0
            } else {
                0.0
            }
        }
        ColourWish::Between => 0.5,
    };
    let setting = Mired::of(flash.mired() * weight + ambient.mired() * (1.0 - weight));
    let kelvin = Kelvin::from(setting).kelvin();
    Kelvin::of(((kelvin / 100.0).round() * 100.0).clamp(2_000.0, 12_000.0))
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    fn mired(kelvin: f64) -> Mired {
        Mired::from(Kelvin::new(kelvin).unwrap())
    }

    /// Full, half, quarter and eighth warming; full, half and quarter cooling (method notes; makers differ).
    fn gels() -> Vec<GelChoice> {
        [159.0, 109.0, 64.0, 26.0, -131.0, -68.0, -35.0]
            .iter()
            .enumerate()
            .map(|(index, shift)| GelChoice { shift: MiredShift::new(*shift).unwrap(), index })
            .collect()
    }

    #[rstest]
    #[case::lamps_take_full_warming(ColourWish::Together, 2_500.0, Some(0))]
    #[case::low_sun_takes_half(ColourWish::Together, 3_600.0, Some(1))]
    #[case::flash_like_light_takes_none(ColourWish::Together, 5_500.0, None)]
    #[case::open_shade_takes_quarter_cooling(ColourWish::Together, 7_500.0, Some(6))]
    #[case::left_as_it_is(ColourWish::AmbientAsItIs, 2_500.0, None)]
    #[case::cool_evening_warms_the_flash(ColourWish::CoolEvening, 9_000.0, Some(1))]
    fn gels_for_a_wish(#[case] wish: ColourWish, #[case] ambient: f64, #[case] gel: Option<usize>) {
        assert_eq!(choose_gel(wish, mired(5_600.0), mired(ambient), &gels()), gel);
    }

    /// Worked case 11 of the method notes: 4 500 K sits between a lamp at 2 500 K gelled for and a key at 5 600 K; the
    /// point half-way in mired between the two bare sources is 3 500 K.
    #[rstest]
    #[case::half_way(ColourWish::Between, 0.5, 3_500.0)]
    #[case::skin_under_flash(ColourWish::AmbientAsItIs, 0.8, 5_600.0)]
    #[case::no_flash_on_the_face(ColourWish::AmbientAsItIs, 0.0, 2_500.0)]
    #[case::by_share(ColourWish::Together, 0.8, 4_500.0)]
    fn settings(#[case] wish: ColourWish, #[case] share: f64, #[case] kelvin: f64) {
        let set = between(wish, mired(5_600.0), mired(2_500.0), Share::new(share).unwrap());
        assert_eq!(set.kelvin(), kelvin);
    }
}
