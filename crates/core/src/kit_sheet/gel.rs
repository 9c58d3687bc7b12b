//! A film: what it lets through, and what it does to skin.

use super::plot::{LineOf, Plot, PlotTick, wholes};
use super::{KitSheet, SheetSwatch};
use crate::colour::{Skin, Spectrum, Surface, White, nanometres};
use crate::colours::hex;
use crate::kit::Gel;
use crate::quantity::{Kelvin, figure};
use crate::say;

/// A flash's own colour, that the camera is set to.
const FLASH: f64 = 5_500.0;

pub(super) fn sheet(gel: &Gel) -> KitSheet {
    let film = gel.film();
    let passes = film.passes().bands();
    let points = passes.iter().enumerate().map(|(band, share)| [nanometres(band), 100.0 * share]);
    let spectrum = Plot {
        title: say::sheet::PASSES.to_owned(),
        across: [400.0, 500.0, 600.0, 700.0].map(|nm| PlotTick::at(nm, format!("{nm} nm"))).to_vec(),
        up: wholes(0.0, 100.0, 50.0, |share| format!("{share:.0} %")),
        lines: vec![super::PlotLine {
            of: LineOf::Said,
            name: say::sheet::AS_SAID.to_owned(),
            points: points.filter(|point| (400.0..=700.0).contains(&point[0])).collect(),
        }],
        dots: Vec::new(),
        text: say::sheet::film(figure(gel.shift.mired(), 1.0), &crate::marks::stops_amount(gel.loss.stops())),
    };
    let light = Spectrum::daylight(Kelvin::of(FLASH));
    let eye = White::of(light.xyz()).eye();
    // As bright as without it: what it takes is told by its loss.
    let coloured = film.before(&light).to_unit();
    let swatch = |name: String, surface: Surface| SheetSwatch {
        name,
        plain: hex(&eye.shows(surface.lit_by(&light.to_unit()))),
        through: hex(&eye.shows(surface.lit_by(&coloured))),
    };
    let skins =
        [Skin::Light, Skin::Tan, Skin::Dark].map(|skin| swatch(skin.words().to_owned(), Surface::of(skin.colour())));
    let card = swatch(say::sheet::CARD.to_owned(), Surface::grey(0.18));
    KitSheet { plots: vec![spectrum], swatches: skins.into_iter().chain([card]).collect(), ..KitSheet::default() }
}
