use serde::{Deserialize, Serialize};

/// What kind of product a thing is, for how it is drawn.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum ProductKind {
    /// A plain block: a plank, a book, anything without a shape of its own here.
    Block,
    /// A box, wrapped.
    Box,
    /// A kettle.
    Kettle,
    /// A cup, or a row of them.
    Cup,
    /// A bottle, or a row of them.
    Bottle,
    /// A wine glass, or a row of them.
    Glass,
    /// A watch lying on its back.
    Watch,
}

/// What a product's surface does with light.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Finish {
    /// Sends it to all sides.
    Matt,
    /// A sharp coat over that: enamel, glaze, varnish.
    Gloss,
    /// Mirrors in its own colour.
    Metal,
    /// Lets it through.
    Glass,
}

impl ProductKind {
    /// Room each of a row takes, in its own widths.
    pub const ROOM: f64 = 1.2;

    /// Its usual width, height and depth in metres (the program's own choice, as the figures shipped are).
    #[must_use]
    pub const fn usual_size(self) -> [f64; 3] {
        match self {
            ProductKind::Block => [0.25, 0.25, 0.2],
            ProductKind::Box => [0.12, 0.10, 0.09],
            ProductKind::Kettle => [0.26, 0.22, 0.2],
            ProductKind::Cup => [0.115, 0.095, 0.083],
            ProductKind::Bottle => [0.075, 0.30, 0.075],
            ProductKind::Glass => [0.083, 0.22, 0.083],
            ProductKind::Watch => [0.044, 0.01, 0.19],
        }
    }

    /// What it usually is of.
    #[must_use]
    pub const fn usual_finish(self) -> Finish {
        match self {
            ProductKind::Block | ProductKind::Box => Finish::Matt,
            ProductKind::Kettle | ProductKind::Cup => Finish::Gloss,
            ProductKind::Bottle | ProductKind::Glass => Finish::Glass,
            ProductKind::Watch => Finish::Metal,
        }
    }

    /// How many of it stand side by side in a width, as high as they are: one each in as much as it usually takes and a fifth
    /// beside it. A block fills its width alone.
    #[must_use]
    pub fn in_a_row(self, width: f64, height: f64) -> u32 {
        let [usual_width, usual_height, _] = self.usual_size();
        if self == ProductKind::Block || height <= 0.0 {
            return 1;
        }
        let each = usual_width / usual_height * height * Self::ROOM;
        #[expect(clippy::cast_possible_truncation, clippy::cast_sign_loss, reason = "clamped to a few")]
        let count = (width / each).round().clamp(1.0, MOST) as u32;
        count
    }
}

/// No more stand in a row.
const MOST: f64 = 7.0;

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    #[rstest]
    #[case::one_kettle(ProductKind::Kettle, 0.26, 0.22, 1)]
    #[case::three_cups(ProductKind::Cup, 0.36, 0.09, 3)]
    #[case::a_plank(ProductKind::Block, 2.0, 0.05, 1)]
    #[case::never_without_end(ProductKind::Bottle, 50.0, 0.3, 7)]
    #[case::never_none(ProductKind::Watch, 0.001, 2.0, 1)]
    #[case::of_no_height(ProductKind::Cup, 1.0, 0.0, 1)]
    fn rows(#[case] kind: ProductKind, #[case] width: f64, #[case] height: f64, #[case] count: u32) {
        assert_eq!(kind.in_a_row(width, height), count);
        let [wide, high, _] = kind.usual_size();
        assert_eq!(kind.in_a_row(wide, high), 1);
    }
}
