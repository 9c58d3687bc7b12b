//! Colour: light as spectra, films and surfaces, what a camera set to one white shows of them, and the one fixed white
//! balance of a plan.

mod balance;
mod film;
mod fit;
mod lab;
mod lamp;
mod lit_patch;
mod memo;
mod observer;
mod pulse;
mod skin;
mod sources;
mod spectrum;
mod stored;
mod surface;
mod temperature;
mod tones;
mod white;
mod xyz;

pub use balance::{ColourWish, JUST_VISIBLE, PLAIN, SMALL};
pub use film::{Done, Film, OffLocus};
pub use fit::{Fit, fits};
pub use lab::{Lab, LabWhite};
pub use lamp::Lamp;
pub use lit_patch::{Choice, LitPatch, Wanted};
pub use observer::{BANDS, nanometres};
pub use pulse::{bands, swing, whole_pulses};
pub use skin::Skin;
pub use sources::{AmbientColour, Preset};
pub use spectrum::{Spectrum, named_light};
pub use stored::{luminance, stored, storing};
pub use surface::Surface;
pub use temperature::{Temperature, light_at, temperature};
pub use tones::{Tally, Tones};
pub use white::{Eye, MID_GREY, Shown, White, adapted, decoded, encoded};
pub use xyz::{Uv, Xy, Xyz};
