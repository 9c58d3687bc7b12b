//! What comes of a light that is bounced.

use crate::assess::account::{Account, set as account};
use crate::field::BounceReport;
use crate::geometry::{angle, bearing_and_tilt};
use crate::marks::stops_amount;
use crate::quantity::{MiredShift, Stops};
use crate::say;
use crate::scene::{Aim, Role};
use crate::set::RoomSide;
use crate::setup::Patch;
use crate::situation::{Lit, Situation};
use serde::Serialize;

/// Light off the room.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct BounceWords {
    /// Off what most of it comes.
    pub from: RoomSide,
    /// How much less reaches the face than the flash turned straight at it would give.
    pub loss: Stops,
    /// How high it comes from, in degrees.
    pub up: f64,
    /// The bearing it comes from.
    pub bearing: f64,
    /// The colour it took on.
    pub tint: MiredShift,
    /// Whether it is worth doing.
    pub fails: bool,
    /// In words.
    pub text: String,
    /// Where the loss comes from; none where nothing comes back.
    pub account: Option<Account>,
}

/// A light turned this far off the face, in degrees, is no longer just feathered.
const TURNED: f64 = 35.0;
/// Above this loss in stops a bounce is not worth doing (common practice).
const BOUNCE_FAILS: f64 = 6.0;
/// From this tint on, in mired, the colour of the surface is plain on skin (common practice).
const TINTED: f64 = 40.0;

pub(super) fn of(s: &Situation<'_>, lit: &Lit<'_>, index: usize, report: BounceReport) -> Option<BounceWords> {
    let gain = s.field.lights[index].patches[Patch::Face]?;
    let off = angle(lit.emitter.looks, s.setup.main_face().at - lit.emitter.middle);
    let turned = matches!(lit.light.aim, Aim::Free { .. }) && off >= TURNED && lit.role != Role::Background;
    if !(s.setup.bounces(lit.light) || turned && gain.bounced > gain.direct) {
        return None;
    }
    let straight = 1.0 / lit.face_distance.metres().powi(2);
    let Some(from) = report.from.filter(|_| gain.bounced > 0.0) else {
        let text = say::bounced::NOTHING_TO_BOUNCE_OFF.to_owned();
        let none = Stops::of(20.0);
        return Some(BounceWords {
            from: RoomSide::Ground,
            loss: none,
            up: 0.0,
            bearing: 0.0,
            tint: MiredShift::ZERO,
            fails: true,
            text,
            account: None,
        });
    };
    let loss = (straight / gain.bounced).log2();
    let (bearing, up) = bearing_and_tilt(report.direction);
    let fails = loss > BOUNCE_FAILS;
    let mut text = say::bounced::off(from.words(), stops_amount(loss), up);
    if gain.direct > gain.bounced && !fails {
        text += say::bounced::GOES_STRAIGHT;
    }
    if fails {
        text += say::bounced::FAILS;
    } else if report.tint.abs() > TINTED {
        let colour = if report.tint > 0.0 { "warmer" } else { "cooler" };
        text += &say::bounced::tinted(report.tint.abs(), colour);
    }
    let account = Some(account::of_bounce(s, lit, loss));
    Some(BounceWords {
        from,
        loss: Stops::of(loss),
        up,
        bearing,
        tint: MiredShift::of(report.tint),
        fails,
        text,
        account,
    })
}
