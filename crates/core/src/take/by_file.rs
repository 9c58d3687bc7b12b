//! With which body and lens of the kit a frame was taken, by what its file calls them.

use super::CameraSaid;
use crate::kit::Kit;
use crate::quantity::{Id, Name};
use crate::setup::Setup;
use serde::{Deserialize, Serialize};

/// What a file says of a body or lens.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum ByFile {
    /// Nothing: it is taken to be the one planned.
    #[default]
    NotSaid,
    /// It is the one planned.
    AsPlanned,
    /// It is another one of the kit.
    Other,
    /// Nothing in the kit is called so: it is taken to be the one planned.
    Unknown,
}

/// What a file says of both.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct ByFiles {
    /// Of the body.
    pub body: ByFile,
    /// Of the lens.
    pub lens: ByFile,
}

/// Letters and digits alone: makers and programs differ in case, spaces and signs.
fn plain(text: &str) -> String {
    text.chars().filter(|letter| letter.is_alphanumeric()).flat_map(char::to_lowercase).collect()
}

/// Which of some things a file means, by the name files have for it or its own.
fn meant<'a>(
    said: Option<&str>,
    things: impl Iterator<Item = (&'a Id, &'a Name, Option<&'a Name>)>,
    planned: &Id,
) -> (Option<&'a Id>, ByFile) {
    let Some(said) = said.map(plain).filter(|said| !said.is_empty()) else { return (None, ByFile::NotSaid) };
    let is = |name: &Name| plain(name.as_str()) == said;
    let found = things.filter(|(_, name, in_files)| in_files.map_or_else(|| is(name), is)).map(|(id, ..)| id);
    let all: Vec<&Id> = found.collect();
    match all.as_slice() {
        // Of two alike the planned one is meant.
        ids if ids.contains(&planned) => (None, ByFile::AsPlanned),
        [first, ..] => (Some(*first), ByFile::Other),
        [] => (None, ByFile::Unknown),
    }
}

/// A setup with the body and lens a file says it was taken with, where they are others of the kit, and the focal length it says where
/// the lens has it.
#[must_use]
pub fn taken_with(setup: &Setup, kit: &Kit, said: &CameraSaid) -> (Setup, ByFiles) {
    let camera = &setup.camera;
    let bodies = kit.cameras().map(|body| (&body.id, &body.name, body.in_files.as_ref()));
    let lenses = kit.lenses().map(|lens| (&lens.id, &lens.name, lens.in_files.as_ref()));
    let (body, of_body) = meant(said.body.as_deref(), bodies, &camera.body);
    let (lens, of_lens) = meant(said.lens.as_deref(), lenses, &camera.lens);
    let mut taken = setup.clone();
    taken.camera.body = body.unwrap_or(&camera.body).clone();
    taken.camera.lens = lens.unwrap_or(&camera.lens).clone();
    let has = |focal: &crate::quantity::Millimetres| {
        kit.lens(&taken.camera.lens).is_some_and(|lens| {
            (lens.focal_shortest.millimetres()..=lens.focal_longest.millimetres()).contains(&focal.millimetres())
        })
    };
    if let Some(focal) = said.focal.filter(has) {
        taken.camera.focal = focal;
    }
    (taken, ByFiles { body: of_body, lens: of_lens })
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::kit::KitItem;
    use crate::quantity::Millimetres;
    use crate::sample;
    use rstest::rstest;

    /// The sample studio's bodies, one of which files call otherwise.
    fn kit() -> Kit {
        let mut kit = sample::kit();
        for item in &mut kit.items {
            if let KitItem::Camera(body) = item
                && body.id.as_str() == "cam-fine"
            {
                body.in_files = Some(Name::new("QX-61 mark B").unwrap());
            }
        }
        kit
    }

    #[rstest]
    #[case::nothing(None, "cam-hall", ByFile::NotSaid)]
    #[case::by_its_name(Some("FULL-FRAME BODY 24MP"), "cam-hall", ByFile::AsPlanned)]
    #[case::by_what_files_call_it(Some("qx61 Mark B"), "cam-fine", ByFile::Other)]
    #[case::no_longer_by_its_own_name(Some("High-resolution body, 61 MP"), "cam-hall", ByFile::Unknown)]
    #[case::nobodys(Some("a telephone"), "cam-hall", ByFile::Unknown)]
    #[case::only_signs(Some(" -- "), "cam-hall", ByFile::NotSaid)]
    fn bodies_are_matched(#[case] said: Option<&str>, #[case] wanted: &str, #[case] by: ByFile) {
        let said = CameraSaid { body: said.map(str::to_owned), ..CameraSaid::default() };
        let (taken, told) = taken_with(&sample::portrait(), &kit(), &said);
        assert_eq!((taken.camera.body.as_str(), told.body, told.lens), (wanted, by, ByFile::NotSaid));
    }

    /// A focal length the lens does not have is a slip of the file.
    #[rstest]
    #[case::zoomed("Standard zoom 24-70 mm f/2.8", 35.0, "lens-zoom", 35.0)]
    #[case::not_on_this_lens("Portrait 85 mm f/1.8", 35.0, "lens-85", 85.0)]
    fn lenses_and_focal_lengths(#[case] lens: &str, #[case] focal: f64, #[case] wanted: &str, #[case] at: f64) {
        let said = CameraSaid {
            lens: Some(lens.to_owned()),
            focal: Some(Millimetres::new(focal).unwrap()),
            ..CameraSaid::default()
        };
        let (taken, _) = taken_with(&sample::portrait(), &kit(), &said);
        assert_eq!((taken.camera.lens.as_str(), taken.camera.focal.millimetres()), (wanted, at));
    }
}
