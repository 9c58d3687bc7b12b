//! Every range a number may have, in one table.
//!
//! A quantity's own constructor keeps values inside the wide range that makes physical sense; the narrower ranges
//! of single fields are further down and are applied by the checks of the setup and of the kit. The whole table is
//! served to the interface, so that a field can say its range before it is exceeded.

use serde::Serialize;

/// The range a number may have, both ends included, in the unit named.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct Limit {
    /// What is measured, in a photographer's words.
    pub name: &'static str,
    /// The unit, as printed behind the number; empty for counts.
    pub unit: &'static str,
    /// The least value allowed.
    pub min: f64,
    /// The greatest value allowed.
    pub max: f64,
}

impl Limit {
    const fn of(name: &'static str, unit: &'static str, min: f64, max: f64) -> Self {
        Limit { name, unit, min, max }
    }

    /// Accepts `value` when it is a number inside the range.
    ///
    /// # Errors
    /// [`OutOfRange`] with the value and the range, for NaN and infinities too.
    pub fn check(self, value: f64) -> Result<f64, OutOfRange> {
        if value.is_finite() && value >= self.min && value <= self.max {
            Ok(value)
        } else {
            Err(OutOfRange { limit: self, value })
        }
    }

    /// The nearest value inside the range; NaN becomes the least one.
    #[must_use]
    pub fn nearest(self, value: f64) -> f64 {
        if value.is_nan() { self.min } else { value.clamp(self.min, self.max) }
    }
}

/// A number outside the range its quantity or field allows.
#[derive(Debug, Clone, Copy, PartialEq, thiserror::Error)]
#[error("{}", self.words())]
pub struct OutOfRange {
    /// The range that was left.
    pub limit: Limit,
    /// The value that was given.
    pub value: f64,
}

impl OutOfRange {
    fn words(&self) -> String {
        let Limit { name, unit, min, max } = self.limit;
        let unit = if unit.is_empty() { String::new() } else { format!(" {unit}") };
        let range = format!("{} to {}{unit}", plain(min), plain(max));
        if self.value.is_finite() {
            format!("The {name} can be {range}, not {}.", plain(self.value))
        } else {
            format!("The {name} must be a number from {range}.")
        }
    }
}

/// A number without needless digits: 0.05, 2.4, 500.
fn plain(value: f64) -> String {
    let rounded = (value * 10_000.0).round() / 10_000.0;
    if rounded.abs() >= 1e9 { format!("{rounded:e}") } else { format!("{rounded}") }
}

macro_rules! limits {
    ($($(#[$doc:meta])* $id:ident = $name:literal, $unit:literal, $min:expr, $max:expr;)*) => {
        $($(#[$doc])* pub const $id: Limit = Limit::of($name, $unit, $min, $max);)*
        /// The whole table, by the names used in the code.
        pub const ALL: &[(&str, Limit)] = &[$((stringify!($id), $id)),*];
    };
}

limits! {
    // Quantities: the wide, physical range.
    /// Moonless starlight to well above sun on snow.
    EV100 = "exposure value", "EV", -10.0, 22.0;
    STOPS = "difference", "stops", -40.0, 40.0;
    LUX = "illuminance", "lx", 0.0, 1e7;
    LUX_SECONDS = "luminous exposure", "lx·s", 0.0, 1e9;
    METRES = "length", "m", 0.0001, 10_000.0;
    MILLIMETRES = "length", "mm", 0.001, 10_000.0;
    SECONDS = "time", "s", 1e-6, 100_000.0;
    F_NUMBER = "f-number", "", 0.5, 256.0;
    KELVIN = "colour temperature", "K", 1_000.0, 40_000.0;
    MIRED = "mired value", "mired", 25.0, 1_000.0;
    CHROMATICITY = "chromaticity (x, y)", "", 0.005, 0.85;
    BAND = "power of a band", "", 0.0, 1e9;
    FILMS_GIVEN = "number of films", "", 0.0, 8.0;
    GREY_VALUE = "value of a grey patch, as a share of the most", "", 0.001, 0.996;
    LAB_LIGHTNESS = "lightness (L*)", "", 1.0, 100.0;
    LAB_AXIS = "colour axis (a*, b*)", "", -128.0, 128.0;
    BESIDE = "number of lights beside the main one", "", 0.0, 3.0;
    BESIDE_SUM = "share of all lights beside the main one", "", 0.0, 1.0;
    GELS_ON = "number of gels on a light", "", 0.0, 3.0;
    MEASURED_DUV = "green or magenta of a light (Duv)", "", -0.05, 0.05;
    TINT = "tint (Duv)", "", -0.03, 0.03;
    PRESETS = "number of presets", "", 0.0, 6.0;
    TINT_STEP = "step of the tint (Duv)", "", 0.0002, 0.02;
    DUV = "distance from the line of temperatures (Duv)", "", -0.1, 0.1;
    SKIN_YELLOW = "yellowness of skin (b*)", "", 0.1, 100.0;
    MIRED_SHIFT = "mired shift", "mired", -500.0, 500.0;
    SHARE = "share", "", 0.0, 1.0;
    GUIDE_NUMBER = "guide number", "m", 0.5, 300.0;
    POWER = "power", "stops below full", 0.0, 10.0;
    COORDINATE = "position", "m", -200.0, 200.0;
    DEGREES = "angle", "°", -360.0, 360.0;
    KILOGRAMS = "weight", "kg", 0.0, 100.0;
    WIND_SPEED = "wind", "m/s", 0.0, 40.0;
    LATITUDE = "latitude", "°", -90.0, 90.0;
    LONGITUDE = "longitude", "°", -180.0, 180.0;
    SEA_HEIGHT = "height above the sea", "m", -430.0, 6_000.0;
    BEARING = "bearing", "°", 0.0, 360.0;
    ALTITUDE = "height above the horizon", "°", -10.0, 90.0;
    MINUTES = "span of time", "min", 0.0, 1_440.0;
    // Dials, in sixths of a stop.
    APERTURE_MARK = "aperture mark", "sixths of a stop above f/1", -6.0, 78.0;
    SHUTTER_MARK = "shutter mark", "sixths of a stop shorter than 1 s", -36.0, 96.0;
    ISO_MARK = "ISO mark", "sixths of a stop above ISO 100", -18.0, 72.0;
    ND_MARK = "ND mark", "sixths of a stop", 0.0, 90.0;
    // Fields of a setup.
    SUBJECT_DISTANCE = "distance from the camera", "m", 0.05, 300.0;
    SUBJECT_DEPTH = "depth front to back", "m", 0.001, 30.0;
    PEOPLE = "number of people", "", 1.0, 60.0;
    BACKGROUND_DISTANCE = "distance behind the subject", "m", 0.05, 5_000.0;
    FACE_DISTANCE = "distance from light to face", "m", 0.1, 50.0;
    HEIGHT = "height", "m", 0.0, 12.0;
    STATURE = "height of a person", "m", 0.4, 2.4;
    THING_SIDE = "size of the thing", "m", 0.005, 10.0;
    WALL_DISTANCE = "distance of the wall", "m", 0.3, 100.0;
    CEILING = "height of the ceiling", "m", 1.5, 40.0;
    CARD_SIDE = "size of the card", "m", 0.05, 6.0;
    PANE_SIDE = "size of the pane", "m", 0.05, 60.0;
    TILT = "tilt", "°", -90.0, 90.0;
    SUN_ELEVATION = "height of the sun", "°", -1.0, 90.0;
    UNDER_KEY = "step under the key light", "stops", -3.0, 6.0;
    AMBIENT_KELVIN = "ambient colour", "K", 1_500.0, 25_000.0;
    CAMERA_KELVIN = "white balance", "K", 2_000.0, 12_000.0;
    FRAME_INTERVAL = "time between frames", "s", 0.02, 3_600.0;
    FRAMES = "number of frames", "", 1.0, 20_000.0;
    // Fields of a place and a day.
    SLOT_MINUTES = "time a setup takes", "min", 5.0, 480.0;
    SHADOW_LENGTH = "length of a shadow", "times one's height", 0.1, 20.0;
    WALK_MINUTES = "walk from where the kit stands", "min", 0.0, 120.0;
    TOLERANCE = "tolerance", "stops", 0.1, 1.0;
    WINDOW_SIDE = "size of the window", "m", 0.2, 40.0;
    WINDOW_DISTANCE = "distance from the window", "m", 0.1, 60.0;
    THROUGH_LEAVES = "share of the sun through leaves", "", 0.02, 0.9;
    ROOF_EDGE = "height of the roof's edge", "°", 5.0, 89.0;
    // Fields of the kit.
    SENSOR_SIDE = "side of the sensor", "mm", 2.0, 120.0;
    MEGAPIXELS = "pixel count", "MP", 0.3, 500.0;
    HEADROOM = "headroom above mid-grey", "stops", 1.0, 6.0;
    LEARNT = "correction", "stops", -4.0, 4.0;
    LEARNT_SPREAD = "likely error of a correction", "stops", 0.001, 4.0;
    LEARNT_TAKES = "number of takes", "", 1.0, 1e6;
    METER_SHOWN = "what the meter shows", "stops", -6.0, 6.0;
    TIMED = "time to be ready", "s", 0.05, 120.0;
    POPS_COUNTED = "number of pops", "", 1.0, 100_000.0;
    CURVE_CODE = "code of a tone curve", "", 0.0, 255.0;
    CURVE_LEVEL = "level of a tone curve", "stops", -16.0, 10.0;
    CURVE_FRAMES = "number of frames of a bracket", "", 3.0, 15.0;
    CURVE_POINTS = "number of points of a tone curve", "", 4.0, 64.0;
    FLOOR = "usable shadow below mid-grey", "stops", 2.0, 12.0;
    FILM_OVER = "latitude of a film above mid-grey", "stops", 1.0, 8.0;
    FILM_UNDER = "latitude of a film below mid-grey", "stops", 1.0, 6.0;
    RECIPROCITY = "exponent of reciprocity failure", "", 1.0, 2.0;
    EXPOSURES_IN_ONE = "number of exposures in one frame", "", 1.0, 32.0;
    FRAMES_PER_SECOND = "frame rate", "frames a second", 0.1, 240.0;
    STABILISER = "stabiliser gain", "stops", 0.0, 8.5;
    FOCAL_LENGTH = "focal length", "mm", 3.0, 1_600.0;
    DIOPTRES = "strength of the close-up lens", "dioptres", 0.25, 20.0;
    TUBES = "length of the tubes", "mm", 4.0, 200.0;
    FOCUS_LIMIT = "darkest light it focuses in", "EV", -12.0, 6.0;
    CLOSEST_FOCUS = "closest focus", "m", 0.02, 20.0;
    MAGNIFICATION = "largest magnification", "", 0.01, 10.0;
    PUPIL_RATIO = "pupil ratio", "", 0.2, 5.0;
    WATT_SECONDS = "stored energy", "Ws", 1.0, 6_400.0;
    ZOOM = "zoom setting", "mm", 8.0, 400.0;
    RECHARGE = "full recharge time", "s", 0.02, 60.0;
    FULL_POPS = "full-power pops a battery", "", 1.0, 20_000.0;
    POPS_BEFORE_REST = "full-power pops before a rest", "", 1.0, 1_000.0;
    REST = "rest after them", "min", 0.0, 120.0;
    FLASH_DURATION = "flash duration (t0.1)", "s", 1e-6, 0.05;
    HSS_COST = "cost of high-speed sync", "stops", 0.5, 5.0;
    LOWEST_POWER = "lowest power", "stops below full", 2.0, 10.0;
    FLASH_KELVIN = "flash colour", "K", 4_000.0, 8_000.0;
    MODIFIER_LOSS = "light lost", "stops", 0.0, 8.0;
    MODIFIER_SIDE = "size of the modifier", "m", 0.01, 5.0;
    BEAM = "beam angle", "°", 5.0, 180.0;
    REACHED = "light that came there", "1/m²", 1e-7, 1e4;
    GEL_LOSS = "light lost", "stops", 0.0, 4.0;
    // The studio's settings.
    INCIDENT_C = "incident constant C", "", 240.0, 540.0;
    REFLECTED_K = "reflected constant K", "", 10.6, 13.4;
    // Fields of a job.
    SHOWN_PIXELS = "width of the picture", "pixels", 200.0, 20_000.0;
    PRINT_SIDE = "long side of the print", "m", 0.05, 12.0;
    VIEWED_FROM = "distance it is seen from", "m", 0.1, 50.0;
    // Lists and texts: entries and characters.
    READINGS = "number of readings", "", 0.0, 24.0;
    FLASH_READINGS = "number of flash readings", "", 0.0, 24.0;
    WANTED_REFLECTIONS = "number of wanted reflections", "", 0.0, 24.0;
    LIGHTS = "number of lights", "", 0.0, 8.0;
    CARDS = "number of cards", "", 0.0, 8.0;
    PANES = "number of panes", "", 0.0, 12.0;
    ZOOM_ROWS = "rows of the zoom table", "", 1.0, 24.0;
    DURATION_ROWS = "rows of the duration table", "", 1.0, 16.0;
    KIT_ITEMS = "number of things in the kit", "", 0.0, 500.0;
    SETUPS = "number of setups in a job", "", 0.0, 200.0;
    TICK_LINE = "name of a ticked line", "bytes", 1.0, 200.0;
    OWN_LINES = "number of lines of one's own", "", 0.0, 100.0;
    SPOTS = "number of spots", "", 0.0, 24.0;
    HORIZON_POINTS = "number of points of a horizon", "", 2.0, 72.0;
    CLOUD_HOURS = "number of hours of cloud", "", 0.0, 48.0;
    PLANNED = "number of setups on one day", "", 0.0, 10.0;
    TAKE_MARKS = "number of marks", "", 0.0, 12.0;
    MARK_PLACE = "place of a mark", "of the frame", 0.0, 1.0;
    MARK_SIDE = "side of a mark", "of the frame", 0.002, 1.0;
    FRAME_SIDE = "side of a frame", "pixels", 1.0, 65_535.0;
    NAME = "name", "characters", 1.0, 120.0;
    NOTE = "note", "characters", 0.0, 4_000.0;
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    #[rstest]
    #[case::inside(2.4, true)]
    #[case::least(0.05, true)]
    #[case::greatest(300.0, true)]
    #[case::zero(0.0, false)]
    #[case::negative(-1.0, false)]
    #[case::nan(f64::NAN, false)]
    #[case::infinite(f64::INFINITY, false)]
    fn a_range_holds_its_ends_and_nothing_odd(#[case] value: f64, #[case] fits: bool) {
        assert_eq!(SUBJECT_DISTANCE.check(value).is_ok(), fits);
    }

    #[test]
    fn the_error_names_value_range_and_unit() {
        let said = SUBJECT_DISTANCE.check(-3.0).unwrap_err().to_string();
        assert_eq!(said, "The distance from the camera can be 0.05 to 300 m, not -3.");
        let said = SUBJECT_DISTANCE.check(f64::NAN).unwrap_err().to_string();
        assert_eq!(said, "The distance from the camera must be a number from 0.05 to 300 m.");
    }

    #[test]
    fn every_range_of_the_table_is_a_range() {
        assert!(ALL.len() > 50);
        for (id, limit) in ALL {
            assert!(limit.min < limit.max, "{id}");
        }
    }
}
