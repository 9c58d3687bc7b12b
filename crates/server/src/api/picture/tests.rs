use super::*;
use rstest::rstest;
use tolva_core::House;
use tolva_core::assess::assess_situation;
use tolva_core::format::{JobFile, KitFile};
use tolva_core::setup::Patch;
use tolva_core::situation::Situation;
use tolva_render::{Picture as Made, World};

/// Picture and scale have to agree so well, in stops.
const AGREE: f64 = 0.1;

/// Every patch of every sample setup is as bright in the picture's light as the stop scale says. What of it is flash may be off
/// a little more where it is the lesser part: people and things send light back in the picture, which the plan leaves out.
#[rstest]
#[case::slip_shed(include_str!("../../../../../demo/slip-shed.json"))]
#[case::tram_hall(include_str!("../../../../../demo/tram-hall.json"))]
#[case::glasshouse(include_str!("../../../../../demo/glasshouse.json"))]
fn picture_and_scale_agree(#[case] job: &str) {
    let kit: KitFile = serde_json::from_str(include_str!("../../../../../demo/kit.json")).unwrap();
    let job: JobFile = serde_json::from_str(job).unwrap();
    let (mut apart, mut looked_at) = (Vec::new(), 0);
    for kept in &job.setups {
        let s = Situation::new(&kept.setup, &kit.kit, House::default()).unwrap();
        let picturing = picturing(&s);
        let Motif { set, shown, probes } = motif(&picturing);
        let made = Made::of(World::of(set, shown), (8, 8), &probes);
        let layers = made.layers();
        let developing = developing(&picturing, layers, &Lit::Both);
        for level in assess_situation(&s).levels {
            let points = &s.field.receivers.patches[level.patch];
            let of_patch = |metered: &Metered| points.contains(&metered.receiver);
            let falls: Vec<&Vec<Falls>> = picturing
                .metered
                .iter()
                .zip(&layers.probed)
                .filter(|(metered, _)| of_patch(metered) && metered.behind == (level.patch == Patch::Background))
                .map(|(_, falls)| falls)
                .collect();
            if falls.is_empty() {
                continue;
            }
            looked_at += 1;
            let on = |on: On| if level.patch == Patch::Background { on.background } else { on.subject };
            let given = |shining: &Shining| {
                let even: f64 = falls.iter().map(|falls| f64::from(falls[shining.source].even)).sum();
                even / falls.len() as f64 * shining.level.exp2() * on(shining.on)
            };
            let all: f64 = developing.shining.iter().map(given).sum();
            let off = all.log2() + s.bases.over_incident[level.patch] - level.total.stops();
            if off.abs() > AGREE {
                apart.push(format!("{} {:?}: {off:+.2} of {:?}", kept.setup.name, level.patch, level.total));
            }
        }
    }
    assert!(looked_at > 4, "{looked_at}");
    assert!(apart.is_empty(), "{apart:#?}");
}
