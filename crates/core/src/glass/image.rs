use crate::emitter::Emitter;
use crate::geometry::{DVec3, Flat, HalfSpace, clipped, right_and_up, ring, without};
use crate::scene::HALF_SHOULDERS;
use crate::stage::Stage;

/// A mirror image in the frame: the box about what is seen of it, the share of the frame that fills, and one line of sight.
#[derive(Debug, Clone, PartialEq)]
pub(crate) struct Image {
    pub(super) pane: usize,
    /// The pane it was mirrored in before, where the image is that of an image.
    pub(super) by: Option<usize>,
    pub(super) low: (f64, f64),
    pub(super) high: (f64, f64),
    pub(super) share: f64,
    pub(super) crossing: DVec3,
    pub(super) image: DVec3,
}

/// A pane as the camera looks into it, and perhaps another as it is seen in that one.
pub(super) struct Mirror<'a, 's> {
    stage: &'a Stage<'s>,
    index: usize,
    pane: Flat,
    /// Before the pane, on the camera's side.
    before: HalfSpace,
    by: Option<By>,
    /// Where on the pane an image has to be looked at to be seen: inside its edges and the frame's.
    seen: Vec<HalfSpace>,
    /// What the subject stands before.
    cover: Vec<HalfSpace>,
}

/// A pane seen in another.
struct By {
    index: usize,
    pane: Flat,
    /// Before it, on the side from which it is seen.
    before: HalfSpace,
}

/// Sides of the ring that stands for a head, and of the one within which a light is seen from its front.
const RING: usize = 12;
const CONE: usize = 48;
/// A light that sends less than this part of its axis's light towards the pane is not seen.
const FAINT: f64 = 0.01;
/// Half the width of a head, in metres.
const HALF_HEAD: f64 = 0.09;

/// The half-spaces of what is seen from the eye through a convex polygon.
fn pyramid(eye: DVec3, corners: &[DVec3]) -> impl Iterator<Item = HalfSpace> {
    let inside = corners.iter().sum::<DVec3>() / corners.len().max(1) as f64;
    (0..corners.len()).map(move |i| HalfSpace::holding(eye, corners[i], corners[(i + 1) % corners.len()], inside))
}

/// Before a pane, on the side of a point.
fn side_of(pane: Flat, point: DVec3) -> HalfSpace {
    let normal = pane.normal();
    let inward = if (point - pane.middle).dot(normal) >= 0.0 { normal } else { -normal };
    HalfSpace { at: pane.middle, inward }
}

impl<'a, 's> Mirror<'a, 's> {
    pub(super) fn new(stage: &'a Stage<'s>, index: usize, pane: Flat) -> Mirror<'a, 's> {
        let (eye, view) = (stage.eye, stage.view);
        let frame = [(-1.0, -1.0), (1.0, -1.0), (1.0, 1.0), (-1.0, 1.0)].map(|(x, y)| eye + view.through(x, y));
        let seen = pyramid(eye, &frame).chain(pyramid(eye, &pane.corners())).collect();
        let cover = stage.cover.map_or_else(Vec::new, |cover| cover.to_vec());
        Mirror { stage, index, pane, before: side_of(pane, eye), by: None, seen, cover }
    }

    /// Another pane as it is seen in this one; none where nothing of it stands before this one.
    fn showing(mut self, index: usize, pane: Flat) -> Option<Mirror<'a, 's>> {
        let shown: Vec<DVec3> =
            clipped(&pane.corners(), &[self.before]).into_iter().map(|point| self.pane.mirrored(point)).collect();
        if shown.is_empty() {
            return None;
        }
        self.seen.extend(pyramid(self.stage.eye, &shown));
        let before = side_of(pane, self.pane.mirrored(self.stage.eye));
        self.by = Some(By { index, pane, before });
        Some(self)
    }

    /// Where the lens stands for what is seen: mirrored in every pane on the way.
    fn lens(&self) -> DVec3 {
        let lens = self.pane.mirrored(self.stage.eye);
        self.by.as_ref().map_or(lens, |by| by.pane.mirrored(lens))
    }

    /// The panes on the way.
    pub(super) fn panes(&self) -> impl Iterator<Item = usize> {
        std::iter::once(self.index).chain(self.by.as_ref().map(|by| by.index))
    }

    /// A person as the mirror sees them: trunk and head turned to it.
    pub(super) fn figure(&self, foot: DVec3, crown: f64) -> Vec<Vec<DVec3>> {
        let way = (self.lens() - foot).with_z(0.0).normalize_or(DVec3::Y);
        let across = DVec3::Z.cross(way);
        let shoulders = crown * 0.82;
        let (side, up) = (across * (HALF_SHOULDERS * 0.8), DVec3::Z * shoulders);
        let trunk = vec![foot - side, foot + side, foot + side + up, foot - side + up];
        let half = (crown - shoulders) / 2.0;
        let head = ring(RING)
            .iter()
            .map(|(sine, cosine)| foot + across * (HALF_HEAD * cosine) + DVec3::Z * (crown - half + half * sine))
            .collect();
        vec![trunk, head]
    }

    /// What of a light's face sends light to the lens by way of the pane: what lies within a cone's foot under the mirrored lens;
    /// nothing where the mirrored lens lies behind the face.
    fn sending(&self, emitter: &Emitter, outline: &[DVec3]) -> Vec<DVec3> {
        let lens = self.lens();
        let height = (lens - emitter.middle).dot(emitter.looks);
        if height <= 0.0 {
            return Vec::new();
        }
        let cosine = emitter.law.cosine_of(FAINT);
        let reach = height * (1.0 - cosine * cosine).sqrt() / cosine;
        let foot = lens - emitter.looks * height;
        // Most lights send their light from all of their face.
        let out_of = |point: &DVec3| (*point - foot).reject_from_normalized(emitter.looks).length();
        if outline.iter().all(|point| out_of(point) < reach) {
            return outline.to_vec();
        }
        let (right, up) = right_and_up(emitter.looks);
        let edge = |(sine, cosine): &(f64, f64)| {
            let out = right * *cosine + up * *sine;
            HalfSpace { at: foot + out * reach, inward: -out }
        };
        clipped(outline, &ring(CONE).iter().map(edge).collect::<Vec<_>>())
    }

    /// What is seen of a light's face; `head` is how wide a bare head really is.
    pub(super) fn image_of_light(&self, emitter: &Emitter, head: f64) -> Option<Image> {
        let outline = if emitter.area() == 0.0 {
            Flat::new(emitter.middle, emitter.looks, head, head).corners().to_vec()
        } else {
            emitter.outline()
        };
        self.image_of_one(&outline, || self.sending(emitter, &outline))
    }

    /// What is seen of things with these convex outlines.
    pub(super) fn image_of(&self, outlines: &[Vec<DVec3>]) -> Option<Image> {
        outlines.iter().filter_map(|outline| self.image_of_one(outline, || outline.clone())).reduce(|all, image| {
            Image {
                low: (all.low.0.min(image.low.0), all.low.1.min(image.low.1)),
                high: (all.high.0.max(image.high.0), all.high.1.max(image.high.1)),
                share: (all.share + image.share).min(1.0),
                ..if image.share > all.share { image } else { all }
            }
        })
    }

    /// What of an outline stands before the pane, mirrored in it, and where on the pane that is looked at.
    fn looked_at(&self, outline: &[DVec3]) -> (Vec<DVec3>, Vec<DVec3>) {
        let shown = match &self.by {
            None => clipped(outline, &[self.before]),
            Some(by) => clipped(outline, &[by.before]).into_iter().map(|point| by.pane.mirrored(point)).collect(),
        };
        let mirrored: Vec<DVec3> = shown.into_iter().map(|point| self.pane.mirrored(point)).collect();
        let onto = |point: &DVec3| self.onto(self.pane.middle, self.before.inward, *point);
        let looked_at = mirrored.iter().filter_map(onto).collect();
        (mirrored, looked_at)
    }

    /// What is seen of an outline, of which the part that `sending` gives sends light to the lens.
    fn image_of_one(&self, outline: &[DVec3], sending: impl FnOnce() -> Vec<DVec3>) -> Option<Image> {
        // Most of what stands on a set is not seen at all, whichever way it sends its light.
        if clipped(&self.looked_at(outline).1, &self.seen).is_empty() {
            return None;
        }
        let (mirrored, looked_at) = self.looked_at(&sending());
        let parts = without(&clipped(&looked_at, &self.seen), &self.cover);
        let areas = parts.iter().map(|part| self.area(part)).collect::<Option<Vec<f64>>>()?;
        let (largest, _) = parts.iter().zip(&areas).max_by(|a, b| a.1.total_cmp(b.1))?;
        let share = areas.iter().sum();
        if share <= self.stage.point {
            return None;
        }
        let (mut low, mut high) = ((f64::MAX, f64::MAX), (f64::MIN, f64::MIN));
        for (x, y) in parts.iter().flatten().filter_map(|point| self.stage.view.place(*point)) {
            low = (low.0.min(x), low.1.min(y));
            high = (high.0.max(x), high.1.max(y));
        }
        let crossing = largest.iter().sum::<DVec3>() / largest.len() as f64;
        let normal = (mirrored[1] - mirrored[0]).cross(mirrored[2] - mirrored[0]);
        let image = self.onto(mirrored[0], normal, crossing).unwrap_or(crossing);
        let by = self.by.as_ref().map(|by| by.index);
        Some(Image { pane: self.index, by, low, high, share, crossing, image })
    }

    /// Where the line of sight through a point meets a plane; none along it.
    fn onto(&self, at: DVec3, normal: DVec3, through: DVec3) -> Option<DVec3> {
        let (eye, way) = (self.stage.eye, through - self.stage.eye);
        let towards = way.dot(normal);
        (towards.abs() > 1e-12).then(|| eye + way * ((at - eye).dot(normal) / towards))
    }

    /// The share of the frame a convex polygon fills; the frame is two by two.
    fn area(&self, polygon: &[DVec3]) -> Option<f64> {
        let places = polygon.iter().map(|point| self.stage.view.place(*point)).collect::<Option<Vec<_>>>()?;
        let next = places.iter().cycle().skip(1);
        let twice: f64 = places.iter().zip(next).map(|(a, b)| a.0 * b.1 - a.1 * b.0).sum();
        Some(twice.abs() / 2.0 / 4.0)
    }
}

/// The panes as the camera looks into them, alone and one in another.
pub(super) fn mirrors<'a, 's>(stage: &'a Stage<'s>) -> impl Iterator<Item = Mirror<'a, 's>> {
    let panes = &stage.setup.scene.panes;
    panes.iter().enumerate().flat_map(move |(index, pane)| {
        let alone = move || Mirror::new(stage, index, pane.flat());
        let others = panes.iter().enumerate().filter(move |(other, _)| *other != index);
        let through = others.filter_map(move |(other, shown)| alone().showing(other, shown.flat()));
        std::iter::once(alone()).chain(through)
    })
}

/// The panes in which a light is seen, each with where; `head` is how wide a bare head really is.
pub(crate) fn seen_in_panes(stage: &Stage<'_>, emitter: &Emitter, head: f64) -> impl Iterator<Item = Image> {
    mirrors(stage).filter_map(move |mirror| mirror.image_of_light(emitter, head))
}
