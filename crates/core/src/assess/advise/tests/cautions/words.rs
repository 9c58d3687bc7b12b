use super::*;

#[test]
fn an_estimate_is_said_to_be_one() {
    let (mut kit, setup) = (sample::kit(), sample::portrait());
    for item in &mut kit.items {
        if let KitItem::Flash(flash) = item {
            flash.output = Output::WattSeconds { watt_seconds: 400.0 };
        }
    }
    let report = assess(&setup, &kit, House::default()).unwrap();
    assert!(report.cautions.iter().any(|remark| remark.caution == Caution::Estimate));
    assert!(report.lights[0].estimate);
    assert_eq!(report.lights[0].guide_number.metres(), 60.0);
}

#[test]
fn every_caution_has_words_and_stands_in_its_place() {
    let mut counted = 0;
    for setup in sample::setups() {
        for remark in said(&setup) {
            assert!(remark.text.len() > 20, "{remark:?}");
            // What is in the picture or the glass may also be a card, a person or the photographer.
            if !matches!(remark.caution, Caution::InPicture { .. } | Caution::Reflection { .. }) {
                assert_eq!((remark.about, remark.light.is_some()), place(&remark.caution), "{remark:?}");
            }
            counted += 1;
        }
    }
    assert!(counted > 15, "{counted}");
}
