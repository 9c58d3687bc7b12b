use super::Patch;
use serde::Serialize;
use std::ops::{Index, IndexMut};

/// Something for each patch, in the order of the stop scale.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize)]
#[serde(transparent)]
pub struct PerPatch<T>([T; 6]);

impl<T> PerPatch<T> {
    /// What is given for each.
    #[must_use]
    pub fn of(give: impl FnMut(Patch) -> T) -> PerPatch<T> {
        PerPatch(Patch::ALL.map(give))
    }

    /// The same by a change of each.
    #[must_use]
    pub fn map<U>(self, change: impl FnMut(T) -> U) -> PerPatch<U> {
        PerPatch(self.0.map(change))
    }

    /// To look at each.
    #[must_use]
    pub const fn each_ref(&self) -> PerPatch<&T> {
        PerPatch(self.0.each_ref())
    }

    /// Each with its patch.
    pub fn iter(&self) -> impl Iterator<Item = (Patch, &T)> {
        Patch::ALL.into_iter().zip(&self.0)
    }

    /// Each with its patch, to be changed.
    pub fn iter_mut(&mut self) -> impl Iterator<Item = (Patch, &mut T)> {
        Patch::ALL.into_iter().zip(&mut self.0)
    }
}

impl<T> Index<Patch> for PerPatch<T> {
    type Output = T;
    fn index(&self, patch: Patch) -> &T {
        &self.0[patch as usize]
    }
}

impl<T> IndexMut<Patch> for PerPatch<T> {
    fn index_mut(&mut self, patch: Patch) -> &mut T {
        &mut self.0[patch as usize]
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn each_patch_has_its_own() {
        let mut found = PerPatch::of(Patch::words);
        assert!(found.iter().all(|(patch, words)| patch.words() == *words));
        found[Patch::Edge] = "rim";
        assert_eq!(found.map(str::len).iter().map(|(_, length)| *length).collect::<Vec<_>>(), [4, 11, 3, 4, 10, 3]);
        assert_eq!(found[Patch::Sky], "sky");
    }
}
