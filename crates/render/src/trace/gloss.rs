//! What a coat sends to the camera: sharp ones mirror along one way, rough ones are sampled towards the lights and along their lobe,
//! each weighed by how likely the other was to find the same (multiple importance sampling; Veach 1997).

use super::*;

/// Adds what a point's coat sends to the camera, but for what comes straight from the lights, which [`of_straight`] is asked for.
pub(super) fn mirrored(
    world: &World,
    sources: &Sources,
    point: &Point,
    coat: Coat,
    active: &[bool],
    random: &mut Sequence,
    sums: &mut [Falls],
) {
    let from = point.at + point.flat * 2e-4;
    if coat.is_sharp() {
        // What things mirror, looks are followed to.
        if matches!(point.part, Part::Thing(_)) {
            return;
        }
        let way = point.way - point.normal * (2.0 * point.way.dot(point.normal));
        if way.dot(point.flat) > 0.0 {
            let share = coat.mirrors(way.dot(point.normal));
            seen(world, sources, &Mirrors { from, way, share, pdf: None }, active, random.pair(), sums);
        }
        return;
    }
    let (of_lobe, of_light) = (random.pair(), random.pair());
    let Some((way, pdf)) = coat.way(point.normal, -point.way, of_lobe) else { return };
    if way.dot(point.flat) <= 0.0 {
        return;
    }
    let share = coat.sends(point.normal, way, -point.way) * way.dot(point.normal) / pdf;
    if share > 0.0 {
        seen(world, sources, &Mirrors { from, way, share, pdf: Some(pdf) }, active, of_light, sums);
    }
}

/// What a coat sends to the camera of light that comes straight from a source, as much as an illuminance on white would.
pub(super) fn of_straight(point: &Point, coat: Coat, lit: &Lit, straight: &Straight) -> f32 {
    if coat.is_sharp() && !lit.is_a_point() {
        return 0.0;
    }
    // A point has no face to be mirrored: its catch-light is as wide as the coat makes it.
    let coat = Coat { rough: coat.rough.max(SHARP), ..coat };
    let weight = straight.pdf.map_or(1.0, |pdf| weighed(pdf, coat.pdf(point.normal, straight.way, -point.way)));
    straight.falls * PI * coat.sends(point.normal, straight.way, -point.way) * weight
}

/// The weight of one way of sampling beside another (the power heuristic).
fn weighed(own: f32, other: f32) -> f32 {
    own * own / (own * own + other * other).max(1e-20)
}

/// A way out of a coat: what share of what comes along it is sent on, and how likely it was found, where by a lobe.
struct Mirrors {
    from: V,
    way: V,
    share: f32,
    pdf: Option<f32>,
}

/// Adds what comes along a way, as gloss. Faces of light hide nothing from each other, so that no source's layer hangs on where
/// another stands.
fn seen(world: &World, sources: &Sources, mirrors: &Mirrors, active: &[bool], random: (f32, f32), sums: &mut [Falls]) {
    let Mirrors { from, way, share, pdf } = *mirrors;
    let met = world.first(Ray::new(from, way, 1e-4, f32::INFINITY), Asked::Sends);
    let beyond = world.surface(Part::Beyond).0;
    let layers = sources.all.iter().zip(sums).enumerate();
    for (_, (lit, sum)) in layers.filter(|(index, _)| active[*index]) {
        let face = lit.met(from, way).filter(|far| met.as_ref().is_none_or(|met| *far < met.far));
        let comes = match (&met, face) {
            (_, Some(far)) => lit.shines(way) * pdf.map_or(1.0, |pdf| weighed(pdf, lit.pdf(way, far))),
            (None, _) => lit.comes_from_beyond(way, beyond),
            (Some(met), _) if met.goes_on.is_some() => 0.0,
            (Some(met), _) if met.part == Part::Beyond => lit.comes_from_beyond(way, beyond),
            (Some(met), _) if lit.is_all_round() && matches!(met.part, Part::Room(_)) => lit.all_round(way),
            (Some(met), _) => {
                let straight = lit.comes(world, from + way * met.far, met.normal, met.flat, random);
                straight.map(|straight| straight.falls).sum::<f32>() * world.surface(met.part).0
            }
        };
        sum.gloss += share * comes;
    }
}
