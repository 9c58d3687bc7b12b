//! Low-discrepancy samples: Sobol' points in two dimensions, Owen-scrambled by hashing and padded to as many as a path needs
//! (Burley, *Practical Hash-based Owen Scrambling*, Journal of Computer Graphics Techniques 9(4), 2020). Each pixel's are shifted
//! digit by digit, by shifts that are spread over pixels in Morton's order as evenly as the points over rounds: so those of a block
//! of pixels together are spread as evenly as so many of one point, and its noise is much below that of so many by chance.

/// A point's own sequence of samples.
#[derive(Debug, Clone, Copy)]
pub struct Sequence {
    seed: u32,
    /// Where its pixel stands in Morton's order.
    place: u32,
    index: u32,
    dimension: u32,
}

impl Sequence {
    /// That of a point in a round: of the first in its pixel, this far across and down, or of one after it.
    #[must_use]
    pub const fn of((across, down): (u32, u32), of_pixel: u32, round: u32) -> Sequence {
        let place = apart(across) | apart(down) << 1;
        Sequence { seed: hash(of_pixel ^ 0x9e37_79b9), place, index: round, dimension: 0 }
    }

    /// The next two numbers, 0 to below 1.
    pub fn pair(&mut self) -> (f32, f32) {
        let seed = hash(self.seed ^ self.dimension.wrapping_mul(0x85eb_ca6b));
        self.dimension += 1;
        // Each pair of dimensions goes through rounds and pixels in an order of its own.
        let index = scrambled(self.index.reverse_bits(), seed).reverse_bits();
        let place = scrambled(self.place.reverse_bits(), hash(seed ^ 3)).reverse_bits();
        let within = SHIFTS[(place & 0xff) as usize];
        // Blocks of 16 by 16 pixels have nothing to do with one another.
        let block = hash((place >> 8) ^ seed);
        let x = scrambled(index ^ within.0 ^ block, hash(seed ^ 1));
        let y = scrambled(second(index) ^ within.1 ^ hash(block), hash(seed ^ 2));
        (unit(x.reverse_bits()), unit(y.reverse_bits()))
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

/// A number's bits with one place between each and the next.
const fn apart(bits: u32) -> u32 {
    let mut x = bits & 0xffff;
    x = (x | x << 8) & 0x00ff_00ff;
    x = (x | x << 4) & 0x0f0f_0f0f;
    x = (x | x << 2) & 0x3333_3333;
    (x | x << 1) & 0x5555_5555
}

/// By what each pixel of a block shifts its points, the first digit lowest: for each bit of its place. Found by search, so that in one round
/// the points of every block of up to 2⁸ pixels are a net of quality t = 0 in base 2; of a block of 2⁸ in 4, 16 and 64 rounds t is 2, 3, 3.
const SHIFTED: [(u32, u32); 8] = [
    (382_175, 103_679),
    (61_802, 762_837),
    (709_651, 273_100),
    (498_500, 616_354),
    (781_293, 872_884),
    (522_099, 141_257),
    (924_209, 877_451),
    (51_981, 886_192),
];

/// The same for each place within a block.
static SHIFTS: [(u32, u32); 256] = {
    let (mut all, mut place) = ([(0, 0); 256], 1);
    while place < 256usize {
        let bit = place.trailing_zeros() as usize;
        let (rest, own) = (all[place & (place - 1)], SHIFTED[bit]);
        all[place] = (rest.0 ^ own.0, rest.1 ^ own.1);
        place += 1;
    }
    all
};

/// The second dimension of Sobol's sequence (Joe & Kuo 2008: the polynomial x + 1) of each value of each byte of an index.
static SECOND: [[u32; 256]; 4] = {
    let (mut all, mut bit, mut direction) = ([[0; 256]; 4], 0, 1u32);
    while bit < 32 {
        let (byte, own) = (bit / 8, 1usize << (bit % 8));
        let mut rest = 0;
        while rest < own {
            all[byte][own | rest] = all[byte][rest] ^ direction;
            rest += 1;
        }
        direction ^= direction << 1;
        bit += 1;
    }
    all
};

/// Its digits, the first lowest.
fn second(index: u32) -> u32 {
    let [a, b, c, d] = index.to_le_bytes().map(usize::from);
    SECOND[0][a] ^ SECOND[1][b] ^ SECOND[2][c] ^ SECOND[3][d]
}

/// Owen's scrambling of digits, the first lowest, by the hash of Laine and Karras as bettered by Burley.
const fn scrambled(mut x: u32, seed: u32) -> u32 {
    x = x.wrapping_add(seed);
    x ^= x.wrapping_mul(0x6c50_b47c);
    x ^= x.wrapping_mul(0xb82f_1e52);
    x ^= x.wrapping_mul(0xc7af_e638);
    x ^= x.wrapping_mul(0x8d22_f6e6);
    x
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
    use rstest::rstest;

    /// The pair in this dimension of a pixel's first point in a round.
    fn pair(pixel: (u32, u32), dimension: u32, round: u32) -> (f32, f32) {
        let mut sequence = Sequence::of(pixel, 0, round);
        (0..dimension).for_each(|_| {
            sequence.pair();
        });
        sequence.pair()
    }

    /// How many cells of a grid of so many across and up hold one of these.
    fn cells(all: &[(f32, f32)], across: u32, up: u32) -> usize {
        let cell = |(x, y): &(f32, f32)| ((x * across as f32) as u32, (y * up as f32) as u32);
        all.iter().map(cell).collect::<std::collections::BTreeSet<_>>().len()
    }

    /// Of sixteen samples one falls into each square of a grid of four by four, into each column of sixteen and each row: a net,
    /// as Sobol' points are, whatever the scrambling and wherever the pixel is.
    #[rstest]
    fn sixteen_samples_fill_the_square_evenly(
        #[values((0, 0), (7, 1), (423, 282))] pixel: (u32, u32),
        #[values(0, 1, 2, 3)] dimension: u32,
    ) {
        let all: Vec<(f32, f32)> = (0..16).map(|round| pair(pixel, dimension, round)).collect();
        assert_eq!([(4, 4), (16, 1), (1, 16)].map(|(across, up)| cells(&all, across, up)), [16; 3], "{all:?}");
    }

    /// So do the pixels of a block, in a round and in several: of as many cells as there are samples each 2ᵗ beside each other hold 2ᵗ of
    /// them, whichever way they are cut, where by chance some would be missed.
    #[rstest]
    #[case::a_round_of_four(2, 1, 0)]
    #[case::a_round_of_sixteen(4, 1, 0)]
    #[case::a_round_of_a_block(16, 1, 0)]
    #[case::four_of_sixteen(4, 4, 1)]
    #[case::four_of_a_block(16, 4, 2)]
    #[case::sixteen_of_a_block(16, 16, 3)]
    fn a_block_is_spread_evenly(#[case] side: u32, #[case] rounds: u32, #[case] t: u32) {
        let parts = (side * side * rounds) >> t;
        for dimension in 0..4 {
            let pixels = (0..side * side).map(|at| (16 + at % side, 48 + at / side));
            let all: Vec<(f32, f32)> =
                pixels.flat_map(|pixel| (0..rounds).map(move |round| pair(pixel, dimension, round))).collect();
            for shift in 0..=parts.ilog2() {
                assert_eq!(cells(&all, 1 << shift, parts >> shift), parts as usize, "{dimension} {shift}");
            }
        }
    }

    /// The integral of x·y over the square, 1/4, is met far closer than chance would, by rounds of one pixel and by pixels of one round.
    #[test]
    fn an_integral_is_met() {
        let mean = |all: &mut dyn Iterator<Item = (f32, f32)>| {
            all.map(|(x, y)| f64::from(x) * f64::from(y)).sum::<f64>() / 256.0
        };
        let by_rounds = mean(&mut (0..256).map(|round| pair((5, 0), 0, round)));
        let by_pixels = mean(&mut (0..256).map(|at| pair((at % 16, at / 16), 0, 0)));
        assert!((by_rounds - 0.25).abs() < 2e-3 && (by_pixels - 0.25).abs() < 2e-3, "{by_rounds} {by_pixels}");
    }

    /// What one dimension is says nothing of the next: the integral of all four numbers of two pairs, 1/16, is met over a block.
    #[test]
    fn dimensions_are_apart() {
        let of = |at: u32, round: u32| {
            let mut sequence = Sequence::of((at % 16, at / 16), 0, round);
            let ((a, b), (c, d)) = (sequence.pair(), sequence.pair());
            f64::from(a) * f64::from(b) * f64::from(c) * f64::from(d)
        };
        let sum: f64 = (0..256).flat_map(|at| (0..16).map(move |round| of(at, round))).sum();
        assert!((sum / 4096.0 - 0.0625).abs() < 1e-3, "{}", sum / 4096.0);
    }
}
