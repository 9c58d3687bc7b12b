use super::alternatives::{Alternative, alternatives};
use super::binds::{Bind, FELT, binds, shortfall};
use super::colours::{balance, choose_gels};
use super::cures::{Cure, cures};
use super::evening::{self, EvenWay};
use super::grid::{Solution, best};
use super::places;
use super::score::Weights;
use super::spill::{self, SpillWay};
use super::sunward::{self, SunWay};
use crate::assess::{Assessment, Facts, assess_situation};
use crate::check::FieldError;
use crate::field::Field;
use crate::forecast::Seen;
use crate::kit::Kit;
use crate::setup::Setup;
use crate::situation::{Dials, Situation};
use crate::terms::Terms;
use crate::wanted::beside;
use serde::Serialize;

/// The answer: where the dials go, what that gives, what binds, and what else could be done.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct Plan {
    /// The setup with its dials turned.
    pub setup: Setup,
    /// What they make of the light.
    pub assessment: Assessment,
    /// What binds.
    pub binds: Vec<Bind>,
    /// Plans that differ.
    pub alternatives: Vec<Alternative>,
    /// Ways to light a group more evenly.
    pub evening: Vec<EvenWay>,
    /// What the key's distance, its turn and a grid each make of its spill on the background.
    pub spill: Vec<SpillWay>,
    /// Ways to stand to the sun.
    pub sun: Vec<SunWay>,
    /// Ways to get what shows in panes out of the picture.
    pub cures: Vec<Cure>,
}

/// Solves the free dials of a setup, without looking for what binds and what else could be done.
///
/// Gels first, since they take light; then the distances of the lights that may be moved; then the whole grid; then one
/// white balance for what results.
///
/// # Errors
/// Every problem of the setup, each at its field.
pub fn solve<'a>(seen: impl Into<Seen<'a>>, kit: &'a Kit, terms: impl Into<Terms>) -> Result<Setup, Vec<FieldError>> {
    solve_situation(&Situation::new(seen, kit, terms)?)
}

/// The same of a resolved setup, whose light is known.
///
/// # Errors
/// The same.
pub fn solve_situation(stands: &Situation<'_>) -> Result<Setup, Vec<FieldError>> {
    turned(stands).map(|turned| turned.setup)
}

/// A setup with gels, distances, dials and white balance solved.
struct Turned {
    setup: Setup,
    solution: Solution,
    /// The light of its set, which the dials do not change.
    field: Field,
}

fn turned(stands: &Situation<'_>) -> Result<Turned, Vec<FieldError>> {
    let weights = Weights::of(stands.terms.house.habits);
    let mut setup = stands.setup.clone();
    choose_gels(stands, &mut setup);
    let gelled = if setup == *stands.setup { None } else { Some(stands.after(&setup)?) };
    let stands = gelled.as_ref().unwrap_or(stands);
    let moved = places::choose(stands, &weights);
    let setup = moved.as_ref().unwrap_or(&setup);
    let before = stands.after(setup)?;
    let solution = best(&before, &weights);
    let mut solved = setup.clone();
    solution.dials.put_into(&mut solved);
    if !solved.white_balance.kelvin.held {
        let facts = Facts::of(&before, &solution.dials);
        let (kelvin, tint) = balance(&before, &facts.split, &facts.parts, &facts.powers);
        (solved.white_balance.kelvin.at, solved.white_balance.tint) = (kelvin, tint);
    }
    Ok(Turned { setup: solved, solution, field: before.field })
}

/// Solves the free dials of a setup, and says what binds, the ways out, and what else could be done.
///
/// # Errors
/// Every problem of the setup, each at its field. An impossible plan is not an error: it is a plan with what binds.
pub fn plan<'a>(seen: impl Into<Seen<'a>>, kit: &'a Kit, terms: impl Into<Terms>) -> Result<Plan, Vec<FieldError>> {
    plan_situation(&Situation::new(seen, kit, terms)?)
}

/// The same of a resolved setup, whose light is known.
///
/// # Errors
/// The same.
pub fn plan_situation(stands: &Situation<'_>) -> Result<Plan, Vec<FieldError>> {
    let Turned { setup: solved, solution, field } = turned(stands)?;
    let seen = Seen { setup: &solved, forecast: stands.forecast };
    let s = Situation::with(seen, stands.kit, stands.terms, Some(&field))?;
    Ok(told(&s, &Weights::of(stands.terms.house.habits), &solution.dials, Some(&solution)))
}

/// The plan of a resolved setup at these dials. What else could be done is looked for in parts beside each other.
fn told(s: &Situation<'_>, weights: &Weights, dials: &Dials, at_best: Option<&Solution>) -> Plan {
    let seen = || {
        let assessment = assess_situation(s);
        let cures = cures(s.setup, s.kit, s.terms, &assessment.set.reflections);
        (assessment, cures)
    };
    let lit = || beside(|| evening::ways(s, dials), || spill::ways(s));
    let turned = || beside(|| binds(s, weights, dials, at_best), || alternatives(s, dials));
    let ((evening, spill), ((assessment, cures), (binds, alternatives))) = beside(lit, || beside(seen, turned));
    let sun = sunward::ways(s);
    Plan { setup: s.setup.clone(), assessment, binds, alternatives, evening, spill, sun, cures }
}

/// The same answer for the dials as they stand, none turned.
///
/// # Errors
/// Every problem of the setup, each at its field.
pub fn assess_and_bind<'a>(
    seen: impl Into<Seen<'a>>,
    kit: &'a Kit,
    terms: impl Into<Terms>,
) -> Result<Plan, Vec<FieldError>> {
    Ok(bind_situation(&Situation::new(seen, kit, terms)?))
}

/// The same of a resolved setup.
#[must_use]
pub fn bind_situation(s: &Situation<'_>) -> Plan {
    let dials = Dials::of(s.setup);
    let weights = Weights::of(s.terms.house.habits);
    let solution = best(s, &weights);
    // Limits explain what the solver itself cannot reach; what a hand has left unsolved is no limit's doing.
    let at_its_best = solution.dials == dials || shortfall(s, &solution.dials) >= FELT;
    told(s, &weights, &dials, at_its_best.then_some(&solution))
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::house::House;
    use crate::marks::Mark;
    use crate::sample;
    use crate::setup::Patch;
    use rstest::rstest;

    /// A plan nobody waits for any more tries nothing more, and is a plan all the same.
    #[test]
    fn a_plan_given_up_looks_for_nothing_more() {
        let (kit, setup) = (sample::kit(), sample::outdoors());
        let wanted = crate::Wanted::default();
        wanted.give_up();
        let early = wanted.work(|| plan(&setup, &kit, House::default())).unwrap();
        let whole = plan(&setup, &kit, House::default()).unwrap();
        assert!(early.alternatives.is_empty() && !whole.alternatives.is_empty());
        assert_eq!(early.setup.check(&kit), Ok(()));
        assert!(early.binds.iter().all(|bind| bind.ways_out.is_empty()));
    }

    /// Every sample setup solves to a plan whose own check passes and whose held dials stayed.
    #[rstest]
    fn sample_setups_solve() {
        let kit = sample::kit();
        let setups = sample::setups();
        assert!(setups.len() >= 5);
        for setup in setups {
            let plan = plan(&setup, &kit, House::default()).unwrap();
            assert_eq!(plan.setup.check(&kit), Ok(()), "{}", setup.name);
            // It meets what is wanted, or names what keeps it from that.
            let report = &plan.assessment;
            assert!(report.met || !plan.binds.is_empty(), "{}: {}", setup.name, report.headline);
            // As an exposure calculator has it: a patch read at EV stands at EV − (Av + Tv + ND − Sv).
            let camera = &plan.setup.camera;
            let dials =
                camera.aperture.at.stops() + camera.shutter.at.stops() + camera.nd.at.stops() - camera.iso.at.stops();
            let s = Situation::new(&plan.setup, &kit, House::default()).unwrap();
            for level in &report.levels {
                let crate::situation::Source::Metered { reading } = &level.source else { continue };
                let read = plan.setup.readings.iter().find(|read| read.id == *reading).unwrap();
                let ev = crate::situation::reading_level(&plan.setup, read, House::default().meter).ev();
                // Cards may add to what was read without them.
                let over = level.ambient.stops() - s.comes_out - (ev - dials);
                let added = if setup.scene.cards.is_empty() { 0.0 } else { 0.7 };
                assert!((-1e-9..added + 1e-9).contains(&over), "{} {level:?}", setup.name);
                let flash = level.flash.map_or(0.0, |flash| flash.light_ratio());
                let sum = (level.ambient.light_ratio() + flash).log2();
                assert!((level.total.stops() - sum).abs() < 1e-9, "{} {level:?}", setup.name);
            }
            // And it is no worse than what stood there.
            let before = Situation::new(&setup, &kit, House::default()).unwrap();
            let cost = |s: &Situation<'_>, dials: &Dials| shortfall(s, dials);
            assert!(cost(&s, &Dials::of(&plan.setup)) <= cost(&before, &Dials::of(&setup)) + 1e-6, "{}", setup.name);
        }
    }

    /// Half and half meets its own two halves, within a third, wherever face and background are less than a stop apart.
    #[test]
    fn half_and_half_is_halves() {
        let mut met = 0;
        for mut setup in sample::setups() {
            setup.approach = Some(crate::approach::Approach::HalfAndHalf);
            let plan = plan(&setup, &sample::kit(), House::default()).unwrap();
            let face = plan.assessment.level(Patch::Face).unwrap();
            let Some(flash) = face.flash.filter(|_| plan.assessment.contrast.stops().abs() < 1.0) else { continue };
            met += 1;
            assert!((face.ambient.stops() + 1.0).abs() < 0.2, "{} {face:?}", setup.name);
            assert!((flash.stops() + 1.0).abs() < 0.34 && face.total.stops() < 0.1, "{} {face:?}", setup.name);
        }
        assert!(met >= 3);
    }

    /// Solving what is solved changes nothing.
    #[test]
    fn a_solved_plan_stays() {
        let kit = sample::kit();
        for setup in sample::setups() {
            let once = plan(&setup, &kit, House::default()).unwrap().setup;
            let twice = plan(&once, &kit, House::default()).unwrap().setup;
            assert_eq!(once, twice, "{}", setup.name);
        }
    }

    /// The portrait by hand: background EV 13 is at 0 where Av + Tv + ND − Sv = 13, as at 1/160 (Tv 7⅓), ISO 100 and
    /// f/7.1 (Av 5⅔). The face, three stops darker, then has ambient at −3, and flash at log2(1 − 2⁻³) = −0.19 brings it
    /// to 0.
    #[test]
    fn the_boatbuilder_by_hand() {
        let plan = plan(&sample::portrait(), &sample::kit(), House::default()).unwrap();
        let camera = &plan.setup.camera;
        let av = camera.aperture.at.stops() + camera.shutter.at.stops() + camera.nd.at.stops() - camera.iso.at.stops();
        assert!((av - 13.0).abs() < 0.2, "background exposed at EV {av}");
        let face = plan.assessment.level(Patch::Face).unwrap();
        assert!((face.ambient.stops() + 3.0).abs() < 0.2);
        assert!(face.total.stops().abs() < 0.34);
        assert!((face.flash.unwrap().stops() + 0.19).abs() < 0.34);
    }

    #[test]
    fn alternatives_differ_and_name_their_price() {
        let plan = plan(&sample::portrait(), &sample::kit(), House::default()).unwrap();
        assert!(plan.alternatives.len() >= 2, "{:?}", plan.alternatives);
        for other in &plan.alternatives {
            assert!(!other.costs.is_empty(), "{other:?}");
            assert!(other.price.ends_with('.'));
        }
    }
}
