//! What a screen reader is told: the kinds of parts, and which marks on the pages belong to each.

use krilla::tagging::{Identifier, ListNumbering, Node, TableHeaderScope, Tag, TagGroup, TagKind, TagTree};
use std::num::NonZeroU16;

/// A kind of part.
#[derive(Debug, Clone, PartialEq)]
pub(crate) enum Kind {
    /// Its level, and what it says.
    Heading(u16, String),
    Paragraph,
    List,
    Item,
    ItemBody,
    Table,
    Row,
    HeadCell,
    Cell,
    Figure(String),
}

/// A part, with the parts in it or the marks it is made of.
#[derive(Debug, Clone)]
pub(crate) struct Part {
    pub kind: Kind,
    pub parts: Vec<Part>,
    pub marks: Vec<usize>,
}

impl Part {
    pub(crate) fn of_marks(kind: Kind, marks: Vec<usize>) -> Part {
        Part { kind, parts: Vec::new(), marks }
    }

    pub(crate) fn of_parts(kind: Kind, parts: Vec<Part>) -> Part {
        Part { kind, parts, marks: Vec::new() }
    }

    fn tag(&self) -> TagKind {
        match &self.kind {
            Kind::Heading(level, text) => {
                Tag::Hn(NonZeroU16::new(*level).unwrap_or(NonZeroU16::MIN), Some(text.clone())).into()
            }
            Kind::Paragraph => Tag::P.into(),
            Kind::List => Tag::L(ListNumbering::None).into(),
            Kind::Item => Tag::LI.into(),
            Kind::ItemBody => Tag::LBody.into(),
            Kind::Table => Tag::Table.into(),
            Kind::Row => Tag::TR.into(),
            Kind::HeadCell => Tag::TH(TableHeaderScope::Row).into(),
            Kind::Cell => Tag::TD.into(),
            Kind::Figure(alt) => Tag::Figure(Some(alt.clone())).into(),
        }
    }

    fn group(&self, identifiers: &[Option<Identifier>]) -> TagGroup {
        let mut group = TagGroup::new(self.tag());
        for mark in &self.marks {
            if let Some(identifier) = identifiers.get(*mark).copied().flatten() {
                group.push(Node::Leaf(identifier));
            }
        }
        for part in &self.parts {
            group.push(part.group(identifiers));
        }
        group
    }
}

/// The whole tree; each mark is known by what it was drawn under.
pub(crate) fn tree(parts: &[Part], identifiers: &[Option<Identifier>]) -> TagTree {
    let mut tree = TagTree::new().with_lang(Some("en".to_owned()));
    for part in parts {
        tree.push(part.group(identifiers));
    }
    tree
}
