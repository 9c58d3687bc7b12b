//! What is seen of a thing on the spot, once or a few times: what a body's own meter shows, how long a flash takes, how many pops a
//! battery gave. Each time tells how much it differs from what is said; all of them together are weighed against what is usual.

use super::prior::{self, prior};
use super::{Correction, correction};
use crate::check::{FieldError, Problem};
use crate::flash::{pops_per_battery, recharge_time};
use crate::house::House;
use crate::kit::{Flash, Kit};
use crate::quantity::limits::{METER_SHOWN, POPS_COUNTED, TIMED};
use crate::quantity::{Learnt, Limit, Power, Stops, no_finer};
use crate::take::Learnable;

/// What was seen once: how much more than said, in stops, and the likely error of that.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Once {
    more: f64,
    error: f64,
    /// Where it was typed.
    field: &'static str,
}

/// How far a picture's own light is off as a meter has it: its ambient, and what a maker's meter weighs (the program's own estimate).
const METERED: f64 = 0.3;
/// How late a finger is on a stopwatch, both ends together, in seconds (the program's own estimate).
const FINGER: f64 = 0.25;
/// How much a battery's charge changes the time to be ready, as a part of it (the program's own estimate).
const CHARGE: f64 = 0.1;
/// How much one charge differs from another in pops, as a part of them (the program's own estimate).
const BATTERY: f64 = 0.1;
/// What lies so many likely errors off is another thing than what was to be seen.
const FAR: f64 = 4.0;

/// A part of something, as a likely error in stops.
fn doublings(part: f64) -> f64 {
    (1.0 + part).log2()
}

/// A number that was typed, if it can be.
fn within(field: &'static str, limit: Limit, value: f64) -> Result<f64, FieldError> {
    let wrong = |out| FieldError { field: field.to_owned(), problem: Problem::Range(out) };
    limit.check(value).map_err(wrong)
}

/// A body's own meter shows so many stops over, where by the picture it should show `reads`.
///
/// # Errors
/// At `/shown`, beyond what meters show.
pub fn meter_shown(reads: Stops, shown: f64) -> Result<Once, FieldError> {
    let shown = within("/shown", METER_SHOWN, shown)?;
    Ok(Once { more: reads.stops() - shown, error: METERED, field: "/shown" })
}

/// A flash was ready after so many seconds at this power.
///
/// # Errors
/// At `/seconds`, for a time no flash takes.
pub fn ready_after(flash: &Flash, power: Power, seconds: f64) -> Result<Once, FieldError> {
    let took = within("/seconds", TIMED, seconds)?;
    let said = recharge_time(flash.recharge, power).seconds();
    // Against what was to be expected: a press too soon is no sure time.
    let error = doublings(FINGER / said).hypot(doublings(CHARGE));
    Ok(Once { more: (took / said).log2(), error, field: "/seconds" })
}

/// A battery gave so many pops at this power.
///
/// # Errors
/// At `/pops`, for a number no battery gives.
pub fn battery_gave(flash: &Flash, power: Power, pops: f64) -> Result<Once, FieldError> {
    let pops = within("/pops", POPS_COUNTED, pops)?;
    let said = pops_per_battery(flash.full_pops, power);
    Ok(Once { more: (pops / said).log2(), error: doublings(BATTERY), field: "/pops" })
}

/// What is known after it was seen once more: each time counts by its error, and what is usual as if seen before.
///
/// # Errors
/// [`Problem::FarOff`] where it lies so far off that something else must have been seen.
pub fn seen_once(of: &Learnable, once: Once, kit: &Kit, house: &House) -> Result<Learnt, FieldError> {
    let usual = prior(of, kit).unwrap_or(prior::SEEN);
    let before = of.in_force(kit, house);
    let (more, spread) = before.map_or((0.0, usual), |known| (known.more.stops(), known.spread.stops()));
    if (once.more - more).abs() > FAR * spread.hypot(once.error) {
        return Err(FieldError {
            field: once.field.to_owned(),
            problem: Problem::FarOff { by: Stops::of(once.more - more) },
        });
    }
    let (known, told) = (spread.powi(-2), once.error.powi(-2));
    Ok(Learnt {
        more: Stops::of(no_finer((more * known + once.more * told) / (known + told), 0.01)),
        spread: Stops::of(no_finer((known + told).sqrt().recip(), 0.001).max(0.001)),
        takes: before.map_or(0, |known| known.takes) + 1,
    })
}

/// All that was seen of the kit and is in force.
pub(super) fn in_force(kit: &Kit, house: &House) -> Vec<Correction> {
    let of_bodies = kit.cameras().map(|body| Learnable::OwnMeter { id: body.id.clone() });
    let of_flashes = kit
        .flashes()
        .flat_map(|flash| [Learnable::Recharge { id: flash.id.clone() }, Learnable::Pops { id: flash.id.clone() }]);
    let told = |of: Learnable| {
        let known = of.in_force(kit, house)?;
        Some(correction(&of, known, prior(&of, kit)?, Some(known), kit))
    };
    of_bodies.chain(of_flashes).filter_map(told).collect()
}
