//! What a round is drawn by: numbers by chance that are the same for the same seed.

use rand_pcg::Pcg64Mcg;
use rand_pcg::rand_core::{RngCore, SeedableRng};

/// Numbers by chance.
#[derive(Debug)]
pub(super) struct Chance(Pcg64Mcg);

impl Chance {
    /// From a seed.
    pub(super) fn of(seed: u64) -> Chance {
        Chance(Pcg64Mcg::seed_from_u64(seed))
    }

    /// A whole number, both ends included.
    pub(super) fn whole(&mut self, from: i64, to: i64) -> i64 {
        let count = (to - from).unsigned_abs() + 1;
        from + (self.0.next_u64() % count) as i64
    }

    /// One of them; there is at least one.
    pub(super) fn one_of<T: Copy, const N: usize>(&mut self, of: [T; N]) -> T {
        of[self.whole(0, N as i64 - 1) as usize]
    }

    /// Yes or no.
    pub(super) fn yes(&mut self) -> bool {
        self.whole(0, 1) == 1
    }
}
