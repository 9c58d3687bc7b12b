//! The light on a grey patch, from what a camera showed of it, and steps between settings.

use super::ranged;
use crate::check::{FieldError, Problem};
use crate::colour::{Temperature, White, named_light, temperature};
use crate::quantity::limits::{CAMERA_KELVIN, GREY_VALUE, TINT};
use crate::quantity::{Duv, Kelvin, Mired, MiredShift};
use crate::say;
use serde::{Deserialize, Serialize};

/// Two settings.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct ShiftAsked {
    /// From.
    pub from: Kelvin,
    /// To.
    pub to: Kelvin,
}

/// The step between two settings.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct ShiftTold {
    /// In mired; positive is warmer.
    pub shift: f64,
}

/// A grey patch as a camera showed it at a setting.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct GreyAsked {
    /// Red, green and blue: 0 to 1 linear, or 0 to 255 as they are stored.
    pub values: [f64; 3],
    /// Whether they are linear.
    pub linear: bool,
    /// The camera's temperature.
    pub kelvin: Kelvin,
    /// Its tint.
    pub tint: Duv,
}

/// What light fell on it, and what to set for it.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct GreyTold {
    /// The light's temperature, to 10 K.
    pub kelvin: Kelvin,
    /// Its distance from the Planckian locus.
    pub duv: Duv,
    /// The tint that makes it white at that temperature.
    pub tint: Duv,
    /// How much warmer it is than the setting.
    pub shift: MiredShift,
}

/// The step between two settings.
#[must_use]
pub fn shift(asked: &ShiftAsked) -> ShiftTold {
    let step = (Mired::from(asked.to) - Mired::from(asked.from)).mired();
    ShiftTold { shift: (step * 100.0).round() / 100.0 }
}

/// The tint that makes a light white at its own temperature: what it is off the line of what temperatures name.
#[must_use]
pub(crate) fn tint_for(light: Temperature) -> Duv {
    let on_line = temperature(named_light(light.kelvin)).map_or(0.0, |named| named.duv.duv());
    Duv::of(((light.duv.duv() - on_line) * 1e4).round() / 1e4)
}

/// The light that fell on a grey patch, from what a camera showed of it.
///
/// # Errors
/// What is out of its range, and a patch too dark, burnt out or too coloured to be grey in any light.
pub fn grey(asked: &GreyAsked) -> Result<GreyTold, Vec<FieldError>> {
    ranged(|check| {
        let most = if asked.linear { 1.0 } else { 255.0 };
        for (index, value) in asked.values.iter().enumerate() {
            check.range(format_args!("/values/{index}"), GREY_VALUE, value / most);
        }
        check.range("/kelvin", CAMERA_KELVIN, asked.kelvin.kelvin());
        check.range("/tint", TINT, asked.tint.duv());
    })?;
    let linear =
        if asked.linear { asked.values } else { asked.values.map(|value| crate::colour::decoded(value / 255.0)) };
    let white = White::set_to(asked.kelvin, asked.tint);
    let coloured =
        || vec![FieldError { field: "/values".to_owned(), problem: Problem::Needs { what: say::fields::PATCH } }];
    let at = temperature(white.light_on_grey(linear)).ok_or_else(coloured)?;
    if at.duv.duv().abs() > 0.05 || !(1_500.0..=40_000.0).contains(&at.kelvin.kelvin()) {
        return Err(coloured());
    }
    let kelvin = Kelvin::of((at.kelvin.kelvin() / 10.0).round() * 10.0);
    Ok(GreyTold {
        kelvin,
        duv: Duv::of((at.duv.duv() * 1e4).round() / 1e4),
        tint: tint_for(at),
        shift: Mired::from(kelvin) - Mired::from(asked.kelvin),
    })
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::colour::light_at;
    use proptest::prelude::*;
    use rstest::rstest;

    #[rstest]
    #[case::burnt_out([1.2, 1.0, 1.0], "/values/0")]
    #[case::black([0.0, 0.0, 0.0], "/values/0")]
    #[case::a_red_thing([0.9, 0.02, 0.02], "/values")]
    fn what_is_no_grey_is_refused(#[case] values: [f64; 3], #[case] field: &str) {
        let given = GreyAsked { values, linear: true, kelvin: Kelvin::of(5_600.0), tint: Duv::of(0.0) };
        assert_eq!(grey(&given).unwrap_err()[0].field, field);
    }

    proptest! {
        /// What a camera shows of a grey in a light tells which light it was, at whatever setting.
        #[test]
        fn a_grey_frame_tells_its_light(
            kelvin in 2_500.0..9_000.0f64, duv in -0.012..0.012f64, set in 2_600.0..9_000.0f64, tint in -0.01..0.01f64,
        ) {
            let truth = light_at(crate::colour::Temperature { kelvin: Kelvin::of(kelvin), duv: Duv::of(duv) });
            let white = White::set_to(Kelvin::of(set), Duv::of(tint));
            let linear = white.shows(truth * 0.2).linear;
            prop_assume!(linear.iter().all(|part| *part > 0.02 && *part < 0.98));
            let told = grey(&GreyAsked { values: linear, linear: true, kelvin: Kelvin::of(set), tint: Duv::of(tint) }).unwrap();
            prop_assert!((1e6 / told.kelvin.kelvin() - 1e6 / kelvin).abs() < 1.0, "{told:?}");
            prop_assert!((told.duv.duv() - duv).abs() < 2e-4, "{told:?}");
            // Set so, it is white.
            let again = White::set_to(told.kelvin, told.tint).shows(truth * 0.2).lab;
            prop_assert!(again.a.hypot(again.b) < 0.6, "{again:?}");
        }
    }

    #[test]
    fn a_step_between_settings() {
        let step = shift(&ShiftAsked { from: Kelvin::of(5_600.0), to: Kelvin::of(2_500.0) });
        assert!((step.shift - 221.43).abs() < 1e-9);
    }
}
