use crate::colour::{ColourWish, JUST_VISIBLE, PLAIN, SMALL};
use crate::colours::cast;
use crate::house::House;
use crate::marks::{ApertureMark, Mark, ShutterMark, StepSize, stops_amount};
use crate::optics::Movement;
use crate::quantity::{Metres, figure, no_finer};
use crate::say;
use crate::say::capital;
use serde::Serialize;

/// Why a dial stands where it does, as data.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(tag = "why", rename_all = "snake_case")]
pub enum Reason {
    /// Aperture priority opens the shutter no longer than its floor.
    ShutterFloor {
        /// The floor.
        at: ShutterMark,
        /// How much the ambient falls, in stops.
        stops: f64,
    },
    /// Faster than sync: part of the frame gets no flash.
    PastSync {
        /// The share of the frame that does, in per cent.
        per_cent: f64,
    },
    /// Movement shows.
    TooSlowForMovement {
        /// By how much, in stops.
        stops: f64,
        /// What moves.
        movement: Movement,
    },
    /// The hand does not hold it.
    TooSlowForTheHand {
        /// The slowest it holds; none where nothing does.
        holds: Option<ShutterMark>,
    },
    /// Flashes burn as a train of pulses.
    HighSpeedSync {
        /// What the flash loses, in stops.
        stops: f64,
    },
    /// Between the safe click and sync.
    EdgeOfSync {
        /// Sync.
        sync: ShutterMark,
        /// The safe click.
        safe: ShutterMark,
    },
    /// On the safe click.
    SafeClick,
    /// Slower than that.
    BelowSafeClick {
        /// By so many stops.
        stops: f64,
    },
    /// No flash fires.
    NoFlash,
    /// A leaf shutter has no sync speed.
    LeafShutter,
    /// Diffraction alone is more than is allowed.
    NowhereSharp {
        /// So many times the blur allowed.
        times: f64,
    },
    /// No aperture is deep enough.
    NothingHolds {
        /// What is to be sharp.
        depth: Metres,
        /// What comes nearest.
        nearest: ApertureMark,
    },
    /// Open further than the depth asks.
    TooOpen {
        /// By so many stops.
        stops: f64,
        /// What is to be sharp.
        depth: Metres,
    },
    /// Closed so far that diffraction softens.
    Diffraction {
        /// From there on.
        from: ApertureMark,
    },
    /// Sharp as asked.
    Sharp {
        /// Through so much; none to infinity.
        through: Option<Metres>,
        /// So much more than is asked; none where it is just that.
        spare: Option<Metres>,
        /// Where to focus, where that is not the middle.
        focus: Option<FocusAt>,
    },
    /// An ISO under the lowest true one.
    BelowBase {
        /// By so many stops.
        stops: f64,
    },
    /// The one speed of a film.
    FilmSpeed,
    /// The lowest true ISO.
    Base,
    /// A higher one.
    AboveBase {
        /// By so many stops.
        stops: f64,
    },
    /// Nothing before the lens.
    NoFilter,
    /// A grey filter.
    Filter {
        /// What it takes, in stops.
        stops: f64,
    },
    /// A flash that is not ready for the next frame.
    NotReady {
        /// After so many seconds.
        ready: f64,
        /// A frame is wanted every so many seconds.
        asked: f64,
    },
    /// A flash that is.
    Ready {
        /// After so many seconds.
        ready: f64,
        /// Frames a battery.
        pops: f64,
        /// Give or take so many.
        error: f64,
    },
    /// A dial of a light that does not fire.
    NotFired,
    /// White balance where no flash leads.
    AmbientAlone {
        /// What light it is.
        ambient: &'static str,
        /// How it looks at this setting, in mired; positive is warm.
        looks: f64,
    },
    /// White balance between two kinds of light.
    Apart {
        /// What light the ambient is.
        ambient: &'static str,
        /// How much warmer than the flash, in mired.
        mired: f64,
        /// Known to so many.
        known_to: f64,
        /// What is wished for.
        wish: ColourWish,
        /// How skin in flash looks, in mired.
        skin: f64,
    },
}

/// Where to focus.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct FocusAt {
    /// How far from the camera.
    pub distance: Metres,
    /// How far behind the nearest of several faces, in metres; negative before it.
    pub behind: Option<f64>,
}

/// From the eyes to the ear, in metres, and how near to the eyes is on them (common practice).
const EAR: f64 = 0.14;
const EYES: f64 = 0.04;

impl Reason {
    /// Whether something about the dial is past a limit.
    #[must_use]
    pub fn is_trouble(&self) -> bool {
        match self {
            Reason::ShutterFloor { .. }
            | Reason::PastSync { .. }
            | Reason::TooSlowForMovement { .. }
            | Reason::TooSlowForTheHand { .. }
            | Reason::NowhereSharp { .. }
            | Reason::NothingHolds { .. }
            | Reason::TooOpen { .. }
            | Reason::BelowBase { .. }
            | Reason::NotReady { .. } => true,
            Reason::Apart { mired, wish, .. } => *wish == ColourWish::Together && mired.abs() >= PLAIN,
            _ => false,
        }
    }

    /// The reason in a sentence, in the units and steps of this studio and body.
    #[must_use]
    pub fn words(&self, house: House, step: StepSize) -> String {
        use say::reasons as said;
        let distance = |depth: Metres| house.units.distance(depth.metres());
        let some = |stops: f64| capital(&stops_amount(stops));
        match self {
            Reason::ShutterFloor { at, stops } => said::shutter_floor(at.label(step), stops_amount(*stops)),
            Reason::PastSync { per_cent } => said::past_sync(per_cent),
            Reason::TooSlowForMovement { stops, movement } => said::too_slow(some(*stops), movement.words()),
            Reason::TooSlowForTheHand { holds } => {
                said::too_slow_hand(holds.map_or_else(String::new, |at| at.label(step)))
            }
            Reason::HighSpeedSync { stops } => said::high_speed_sync(stops_amount(*stops)),
            Reason::EdgeOfSync { sync, safe } => said::edge_of_sync(sync.label(step), safe.label(step)),
            Reason::SafeClick => said::SAFE_CLICK.to_owned(),
            Reason::BelowSafeClick { stops } => said::below_safe_click(some(*stops)),
            Reason::NoFlash => said::NO_FLASH.to_owned(),
            Reason::LeafShutter => said::LEAF_SHUTTER.to_owned(),
            Reason::NowhereSharp { times } => said::nowhere_sharp(said::times_the_blur(times)),
            Reason::NothingHolds { depth, nearest } => said::none_holds(distance(*depth), nearest.label(step)),
            Reason::TooOpen { stops, depth } => said::too_open(some(*stops), distance(*depth)),
            Reason::Diffraction { from } => said::diffraction_softens(from.label(step)),
            Reason::Sharp { through, spare, focus } => {
                let focus = focus.map_or_else(String::new, |focus| focus.words(house));
                match (through, spare) {
                    (None, _) => said::sharp_to_infinity(focus),
                    (Some(through), None) => said::just_sharp(distance(*through), focus),
                    (Some(through), Some(spare)) => said::sharp_to_spare(distance(*through), distance(*spare), focus),
                }
            }
            Reason::BelowBase { stops } => said::below_base(stops_amount(*stops)),
            Reason::FilmSpeed => said::FILM_SPEED.to_owned(),
            Reason::Base => said::BASE.to_owned(),
            Reason::AboveBase { stops } => said::above_base(some(*stops)),
            Reason::NoFilter => said::NO_FILTER.to_owned(),
            Reason::Filter { stops } => said::filter(stops_amount(*stops)),
            Reason::NotReady { ready, asked } => said::not_ready(ready, asked),
            Reason::Ready { ready, pops, error } => {
                said::frames_a_battery(capital(&say::ways::ready(*ready)), figure(*pops, *error))
            }
            Reason::NotFired => String::new(),
            Reason::AmbientAlone { ambient, looks } if looks.abs() <= SMALL => said::set_for(ambient),
            Reason::AmbientAlone { ambient, looks } => said::looks(capital(ambient), cast(*looks)),
            Reason::Apart { mired, .. } if mired.abs() <= JUST_VISIBLE => said::ALIKE.to_owned(),
            Reason::Apart { ambient, mired, known_to, wish, skin } => {
                let ambient = capital(ambient);
                let apart = if no_finer(mired.abs(), *known_to) == 0.0 {
                    said::as_alike_as_told(ambient)
                } else {
                    let way = if *mired > 0.0 { said::WARMER } else { said::COOLER };
                    said::mired_apart(ambient, figure(mired.abs(), *known_to), way)
                };
                let shows = match mired.abs() {
                    apart if apart <= SMALL => said::SMALL,
                    _ if *wish != ColourWish::Together => said::AS_WANTED,
                    apart if apart < PLAIN => said::SHOWS,
                    _ => said::PLAIN_TO_SEE,
                };
                let skin = if skin.abs() > SMALL { said::flash_lit_skin(cast(*skin)) } else { String::new() };
                format!("{apart}{shows}{skin}")
            }
        }
    }
}

impl FocusAt {
    fn words(self, house: House) -> String {
        use say::reasons as said;
        let on = match self.behind {
            None => String::new(),
            Some(behind) if behind.abs() < EYES => said::ON_EYES.to_owned(),
            Some(behind) if (0.0..EAR).contains(&behind) => said::ON_EAR.to_owned(),
            Some(behind) => {
                let way = if behind > 0.0 { said::BEHIND } else { said::BEFORE };
                said::off_nearest(house.units.distance(behind.abs()), way)
            }
        };
        said::focus_at(house.units.place(self.distance.metres()), on)
    }
}
