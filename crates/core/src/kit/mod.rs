//! The kit: bodies, lenses, flashes, modifiers, gels and filters, with what planning needs to know of each.

mod camera;
mod curve;
mod film;
mod flash;
mod items;
mod learns;
mod lens;
mod optics;
mod seen;

pub use camera::{BodyPreset, Camera, ShutterKind};
pub use curve::{Channel, CurvePoint, ToneCurve};
pub use film::{Errs, Film, FilmKind};
pub use flash::{Flash, FlashKind, HighSpeedSync, MeterReading, Output, ZoomRow, estimated_guide_number};
pub use items::{Filter, Gel, Modifier, ModifierKind};
pub use learns::Learns;
pub use lens::Lens;
pub use optics::{Optics, ZoomSet};

use crate::check::{Check, FieldError};
use crate::quantity::limits::KIT_ITEMS;
use crate::quantity::{Id, Name};
use learns::check_learnt;
use serde::{Deserialize, Serialize};

/// One thing of the kit.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(tag = "kind", rename_all = "snake_case")]
pub enum KitItem {
    /// A camera body.
    Camera(Camera),
    /// A lens.
    Lens(Lens),
    /// A flash.
    Flash(Flash),
    /// Something put before a flash.
    Modifier(Modifier),
    /// A colour filter for a flash.
    Gel(Gel),
    /// A neutral density filter for a lens.
    Filter(Filter),
}

impl KitItem {
    /// The id it is referred to by.
    #[must_use]
    pub fn id(&self) -> &Id {
        match self {
            KitItem::Camera(item) => &item.id,
            KitItem::Lens(item) => &item.id,
            KitItem::Flash(item) => &item.id,
            KitItem::Modifier(item) => &item.id,
            KitItem::Gel(item) => &item.id,
            KitItem::Filter(item) => &item.id,
        }
    }

    /// The same thing under another id.
    #[must_use]
    pub fn with_id(mut self, id: Id) -> KitItem {
        match &mut self {
            KitItem::Camera(item) => item.id = id,
            KitItem::Lens(item) => item.id = id,
            KitItem::Flash(item) => item.id = id,
            KitItem::Modifier(item) => item.id = id,
            KitItem::Gel(item) => item.id = id,
            KitItem::Filter(item) => item.id = id,
        }
        self
    }

    /// Its name.
    #[must_use]
    pub fn name(&self) -> &Name {
        match self {
            KitItem::Camera(item) => &item.name,
            KitItem::Lens(item) => &item.name,
            KitItem::Flash(item) => &item.name,
            KitItem::Modifier(item) => &item.name,
            KitItem::Gel(item) => &item.name,
            KitItem::Filter(item) => &item.name,
        }
    }

    /// The word for its kind.
    #[must_use]
    pub const fn kind(&self) -> &'static str {
        match self {
            KitItem::Camera(_) => "camera",
            KitItem::Lens(_) => "lens",
            KitItem::Flash(_) => "flash",
            KitItem::Modifier(_) => "modifier",
            KitItem::Gel(_) => "gel",
            KitItem::Filter(_) => "filter",
        }
    }

    /// Checks every number and what has to hold between them.
    ///
    /// # Errors
    /// All problems, each at its field.
    pub fn check(&self) -> Result<(), Vec<FieldError>> {
        let mut check = Check::default();
        match self {
            KitItem::Camera(item) => item.check(&mut check),
            KitItem::Lens(item) => item.check(&mut check),
            KitItem::Flash(item) => item.check(&mut check),
            KitItem::Modifier(item) => item.check(&mut check),
            KitItem::Gel(item) => item.check(&mut check),
            KitItem::Filter(item) => item.check(&mut check),
        }
        check.done()
    }
}

/// All there is to plan with.
#[derive(Debug, Clone, PartialEq, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Kit {
    /// Everything, in the order it is listed.
    pub items: Vec<KitItem>,
}

macro_rules! finders {
    ($($(#[$doc:meta])* $one:ident, $all:ident, $variant:ident, $type:ty;)*) => {
        $(
            $(#[$doc])*
            #[must_use]
            pub fn $one(&self, id: &Id) -> Option<&$type> {
                self.$all().find(|item| item.id == *id)
            }

            /// All of this kind, in order.
            pub fn $all(&self) -> impl Iterator<Item = &$type> {
                self.items.iter().filter_map(|item| match item {
                    KitItem::$variant(item) => Some(item),
                    _ => None,
                })
            }
        )*
    };
}

impl Kit {
    finders! {
        /// The camera with this id.
        camera, cameras, Camera, Camera;
        /// The lens with this id.
        lens, lenses, Lens, Lens;
        /// The flash with this id.
        flash, flashes, Flash, Flash;
        /// The modifier with this id.
        modifier, modifiers, Modifier, Modifier;
        /// The gel with this id.
        gel, gels, Gel, Gel;
        /// The filter with this id.
        filter, filters, Filter, Filter;
    }

    /// Any thing of it by its id.
    #[must_use]
    pub fn item(&self, id: &Id) -> Option<&KitItem> {
        self.items.iter().find(|item| item.id() == id)
    }

    /// The kit as it is said to be: nothing learnt of it.
    #[must_use]
    pub fn as_said(self) -> Kit {
        let forgotten = |item| Learns::ALL.into_iter().fold(item, |item: KitItem, what| item.with_learnt(what, None));
        Kit { items: self.items.into_iter().map(forgotten).collect() }
    }

    /// What a light is begun with: a head, or any flash, behind a soft modifier, if there is one.
    #[must_use]
    pub fn soft_light(&self) -> Option<(&Flash, Option<&Modifier>)> {
        let head = self.flashes().find(|flash| flash.flash_kind == FlashKind::Head);
        let soft = |kind: ModifierKind| self.modifiers().find(move |modifier| modifier.modifier_kind == kind);
        let modifier = soft(ModifierKind::Softbox).or_else(|| soft(ModifierKind::Umbrella));
        Some((head.or_else(|| self.flashes().next())?, modifier))
    }

    /// Checks every item, the number of them and that no id stands twice.
    ///
    /// # Errors
    /// All problems, each at its field below `/items`.
    pub fn check(&self) -> Result<(), Vec<FieldError>> {
        let mut check = Check::default();
        check.count("/items", KIT_ITEMS, self.items.len());
        check.distinct("/items", self.items.iter().map(KitItem::id));
        for (index, item) in self.items.iter().enumerate() {
            for error in item.check().err().unwrap_or_default() {
                check.problem(format_args!("/items/{index}{}", error.field), error.problem);
            }
        }
        check.done()
    }
}

#[cfg(test)]
mod tests;
