//! What lights are called: one rule for dials, lists, sentences and drawings.

use super::{LightIndex, Setup};
use crate::kit::Kit;

impl Setup {
    /// What each light is called, in their order: by its modifier, or by its flash where it is bare. Where two would have
    /// one name, each has its letter after it.
    #[must_use]
    pub fn light_names(&self, kit: &Kit) -> Vec<String> {
        let plain = |light: &super::Light| {
            let modifier = light.modifier.as_ref().and_then(|id| kit.modifier(id)).map(|modifier| &modifier.name);
            modifier.or_else(|| kit.flash(&light.flash).map(|flash| &flash.name)).map(ToString::to_string)
        };
        let names: Vec<Option<String>> = self.lights.iter().map(plain).collect();
        let told = |((index, _), name): ((LightIndex, &super::Light), &Option<String>)| {
            let mark = index.mark();
            match name {
                Some(name) if names.iter().filter(|other| other.as_ref() == Some(name)).count() > 1 => {
                    format!("{name} ({mark})")
                }
                Some(name) => name.clone(),
                None => mark,
            }
        };
        self.indexed_lights().zip(&names).map(told).collect()
    }
}

#[cfg(test)]
mod tests {
    use crate::sample;

    #[test]
    fn equal_names_are_told_apart() {
        let (kit, mut setup) = (sample::kit(), sample::portrait());
        let alone = setup.light_names(&kit);
        assert_eq!(alone.len(), 1);
        assert!(!alone[0].contains('('), "{alone:?}");
        let mut second = setup.lights[0].clone();
        second.id = crate::quantity::Id::new("second").unwrap();
        setup.lights.push(second);
        let mut bare = setup.lights[0].clone();
        (bare.id, bare.modifier) = (crate::quantity::Id::new("bare").unwrap(), None);
        setup.lights.push(bare);
        let names = setup.light_names(&kit);
        assert_eq!(names[..2], [format!("{} (A)", alone[0]), format!("{} (B)", alone[0])]);
        assert_eq!(names[2], kit.flash(&setup.lights[2].flash).unwrap().name.as_str());
    }
}
