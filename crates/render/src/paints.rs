//! What everything in a picture is painted with: what the setup says, and for the rest what is usual.

use crate::figures::Group;
use crate::part::Part;
use tolva_light::colour::{Lab, Surface};
use tolva_light::set::{Paints, RoomSide, Still};

/// The paint of a part, and the colour it gives besides, in mired.
pub(crate) fn paint_of(paints: &Paints, part: Part, still: &Still) -> (Surface, f64) {
    let usual = |l: f64, a: f64, b: f64| (Surface::of(Lab { l, a, b }), 0.0);
    let own = |all: &[Surface], person: usize| (all.get(person).copied().unwrap_or(paints.thing), 0.0);
    match part {
        Part::Person(person, Group::Skin) => own(&paints.skins, person),
        Part::Person(person, Group::Lips) => {
            // Redder and a little darker than the skin about them (common practice).
            let skin = own(&paints.skins, person).0.in_daylight();
            usual(skin.l * 0.85, skin.a + 10.0, skin.b * 0.9)
        }
        Part::Person(person, Group::Top) => own(&paints.cloths, person),
        Part::Person(_, Group::Hair) => usual(28.0, 4.0, 7.0),
        Part::Person(_, Group::Eyes) => usual(80.0, 1.0, 3.0),
        Part::Person(_, Group::Iris) => usual(34.0, 6.0, 14.0),
        Part::Person(_, Group::Pupil) => usual(4.0, 0.0, 0.0),
        Part::Person(_, Group::Below) => usual(32.0, 0.0, -5.0),
        Part::Person(_, Group::Leather) => usual(24.0, 4.0, 6.0),
        Part::Person(..) => usual(50.0, 8.0, 20.0),
        Part::Thing(Group::Own) => (paints.thing, 0.0),
        // Near black, as rims of enamel are.
        Part::Thing(Group::Trim) => usual(18.0, 0.0, -2.0),
        Part::Thing(Group::Liquid) => usual(12.0, 14.0, 6.0),
        Part::Thing(Group::Label) => usual(84.0, 0.0, 8.0),
        Part::Thing(Group::Ribbon) => usual(62.0, 6.0, 34.0),
        Part::Thing(Group::Dial) => usual(20.0, -2.0, -14.0),
        Part::Thing(Group::Strap) => usual(28.0, 12.0, 16.0),
        Part::Thing(Group::Crystal) => (Surface::grey(1.0), 0.0),
        Part::Thing(_) => usual(80.0, 0.0, 2.0),
        // Pale wood.
        Part::Table => usual(62.0, 6.0, 18.0),
        // Black cloth and lacquer.
        Part::Gear => usual(22.0, 0.0, -1.0),
        Part::Room(RoomSide::Background) => {
            (paints.background, still.walls.background.map_or(0.0, |wall| wall.surface.tint.mired()))
        }
        Part::Room(side) => {
            let plane = still.walls.planes().find(|plane| plane.part == side);
            plane.map_or((Surface::grey(0.0), 0.0), |plane| {
                (Surface::grey(plane.surface.reflectance.share()), plane.surface.tint.mired())
            })
        }
        Part::Beyond => (paints.background, 0.0),
        Part::Sheet(index) => still.sheets.get(index).map_or((Surface::grey(0.0), 0.0), |sheet| {
            // Black is never quite.
            let share = sheet.does.share().max(0.02);
            (Surface::grey(share), sheet.tint.mired())
        }),
        Part::Sky | Part::Lamp(_) => (Surface::grey(1.0), 0.0),
    }
}
