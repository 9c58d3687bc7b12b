//! Low-discrepancy samples: Sobol' points in two dimensions, Owen-scrambled by hashing and padded to as many as a path needs
//! (Burley, *Practical Hash-based Owen Scrambling*, Journal of Computer Graphics Techniques 9(4), 2020).

/// A point's own sequence of samples.
#[derive(Debug, Clone, Copy)]
pub struct Sequence {
    seed: u32,
    index: u32,
    dimension: u32,
}

impl Sequence {
    /// That of a point in a round.
    #[must_use]
    pub const fn of(point: u32, round: u32) -> Sequence {
        Sequence { seed: hash(point ^ 0x9e37_79b9), index: round, dimension: 0 }
    }

    /// The next two numbers, 0 to below 1.
    pub fn pair(&mut self) -> (f32, f32) {
        let seed = hash(self.seed ^ self.dimension.wrapping_mul(0x85eb_ca6b));
        self.dimension += 1;
        // Each pair of dimensions goes through the sequence in an order of its own.
        let index = scrambled(self.index, seed);
        let x = scrambled(index.reverse_bits(), hash(seed ^ 1));
        let y = scrambled(second(index), hash(seed ^ 2));
        (unit(x), unit(y))
    }

    /// The next number, 0 to below 1.
    pub fn one(&mut self) -> f32 {
        self.pair().0
    }
}

#[expect(clippy::cast_precision_loss, reason = "24 bits are exact in single precision")]
pub(crate) const fn unit(bits: u32) -> f32 {
    (bits >> 8) as f32 / 16_777_216.0
}

/// The second dimension of Sobol's sequence (Joe & Kuo 2008: the polynomial x + 1), its digits already mirrored.
const fn second(index: u32) -> u32 {
    let (mut result, mut direction, mut rest) = (0, 1u32 << 31, index);
    while rest != 0 {
        if rest & 1 == 1 {
            result ^= direction;
        }
        direction ^= direction >> 1;
        rest >>= 1;
    }
    result
}

/// Owen's scrambling of the digits of a fraction, by the hash of Laine and Karras as bettered by Burley.
const fn scrambled(fraction: u32, seed: u32) -> u32 {
    let mut x = fraction.reverse_bits();
    x = x.wrapping_add(seed);
    x ^= x.wrapping_mul(0x6c50_b47c);
    x ^= x.wrapping_mul(0xb82f_1e52);
    x ^= x.wrapping_mul(0xc7af_e638);
    x ^= x.wrapping_mul(0x8d22_f6e6);
    x.reverse_bits()
}

/// A well-mixed number (the finisher of MurmurHash3).
pub(crate) const fn hash(mut x: u32) -> u32 {
    x ^= x >> 16;
    x = x.wrapping_mul(0x85eb_ca6b);
    x ^= x >> 13;
    x = x.wrapping_mul(0xc2b2_ae35);
    x ^ (x >> 16)
}

#[cfg(test)]
mod tests {
    use super::*;

    /// Of sixteen samples one falls into each square of a grid of four by four, into each column of sixteen and each row: a net,
    /// as Sobol' points are, whatever the scrambling.
    #[test]
    fn sixteen_samples_fill_the_square_evenly() {
        for point in [0, 7, 123_456] {
            for dimension in 0..4 {
                let of = |round| {
                    let mut sequence = Sequence::of(point, round);
                    (0..dimension).for_each(|_| {
                        sequence.pair();
                    });
                    sequence.pair()
                };
                let all: Vec<(f32, f32)> = (0..16).map(of).collect();
                let cells = |across: f32, up: f32| {
                    let mut found: Vec<(u32, u32)> =
                        all.iter().map(|(x, y)| ((x * across) as u32, (y * up) as u32)).collect();
                    found.sort_unstable();
                    found.dedup();
                    found.len()
                };
                assert_eq!(
                    [cells(4.0, 4.0), cells(16.0, 1.0), cells(1.0, 16.0)],
                    [16; 3],
                    "{point} {dimension} {all:?}"
                );
            }
        }
    }

    /// The integral of x·y over the square, 1/4, is met far closer than chance would.
    #[test]
    fn an_integral_is_met() {
        let sum: f64 = (0..256)
            .map(|round| {
                let (x, y) = Sequence::of(5, round).pair();
                f64::from(x) * f64::from(y)
            })
            .sum();
        assert!((sum / 256.0 - 0.25).abs() < 2e-3, "{sum}");
    }
}
