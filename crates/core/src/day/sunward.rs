//! What the day adds to the ways of standing to the sun: how long a turn holds, waiting, and spots out of the sun.

use super::light::around_at;
use super::{Day, SetupCurve, Timeline};
use crate::exposure::MeterConstants;
use crate::forecast::{Seen, Standing, modelled};
use crate::geometry::direction;
use crate::kit::Kit;
use crate::marks::Mark;
use crate::place::{Spot, Surroundings};
use crate::quantity::{Duv, Kelvin, Power, turn};
use crate::remembered::Remembered;
use crate::setup::{Patch, Reading, Setup, Slot};
use crate::solve::{GAINED, HIGH, Plan, Stance, Stays, SunWay, apply, on_nose};
use crate::wanted::given_up;
use std::convert::Infallible;

/// So far ahead a turn is followed, and a wait is thought of, in minutes.
const AHEAD: usize = 180;
const WAIT: usize = 120;
/// Steps in which a wait is looked for, in minutes.
const STEP: usize = 10;
/// At this contrast it is even, in stops.
const EVEN: f64 = 1.0;
/// A wait that leaves so little more than the best is taken before it, in stops.
const NEARLY: f64 = 0.1;
/// Other spots that are looked at, the nearest first.
const SPOTS: usize = 4;

/// A setup on its day.
struct OnDay<'a> {
    day: &'a Day,
    timeline: &'a Timeline,
    meter: MeterConstants,
    setup: &'a Setup,
    slot: &'a Slot,
    spot: &'a Spot,
    now: usize,
}

/// Adds to a plan's ways of standing to the sun what its day knows. Nothing without a spot and a time.
pub fn sun_ways(plan: &mut Plan, kit: &Kit, day: &Day, timeline: &Timeline, meter: MeterConstants) {
    let setup = plan.setup.clone();
    let Some(slot) = setup.slot.as_ref() else { return };
    let (Some(spot), Ok(now)) = (day.place.spot(&slot.spot), timeline.minute_of(&slot.time)) else { return };
    let on = OnDay { day, timeline, meter, setup: &setup, slot, spot, now };
    let forecast = super::forecast(day, timeline, meter, &setup);
    let seen = Seen { setup: &setup, forecast: forecast.as_ref() };
    for way in &mut plan.sun {
        let clears = matches!(way.stance, Stance::OffTheNose { .. } | Stance::BackToTheSun { .. });
        let Some(change) = way.change.as_ref().filter(|_| clears) else { continue };
        let turned = apply(seen, kit, change);
        let (stance, change, contrast) = (way.stance, way.change.clone(), way.contrast.stops());
        *way = SunWay::of(stance, (change, None), contrast, on.stays(&turned), None);
    }
    let contrast = plan.assessment.contrast.stops();
    if contrast >= HIGH && !setup.is_thing() && !spot.is_indoors() {
        plan.sun.extend(on.wait(contrast));
        plan.sun.extend(on.shade(contrast));
    }
}

/// What days knew of the ways of standing to the sun lately: the dials change none of it, and each answer for a setup asks again.
/// Clones share.
#[derive(Debug, Clone, Default)]
pub struct SunWays(Remembered<Vec<SunWay>>);

impl SunWays {
    /// The same as [`sun_ways`], remembered.
    pub fn add_to(&self, plan: &mut Plan, kit: &Kit, day: &Day, timeline: &Timeline, meter: MeterConstants) {
        let still = without_dials(&plan.setup);
        let (sun, contrast) = (plan.sun.clone(), plan.assessment.contrast);
        let from = (still, sun, contrast, kit, day, timeline.date().to_string(), meter);
        let found: Result<_, Infallible> = self.0.of(&from, || {
            sun_ways(plan, kit, day, timeline, meter);
            Ok(plan.sun.clone())
        });
        let Ok(sun) = found;
        plan.sun = sun;
    }
}

/// A setup with every dial at one and the same place.
fn without_dials(setup: &Setup) -> Setup {
    let mut still = setup.clone();
    let camera = &mut still.camera;
    (camera.iso.at, camera.aperture.at) = (Mark::nearest(0), Mark::nearest(0));
    (camera.shutter.at, camera.nd.at) = (Mark::nearest(0), Mark::nearest(0));
    still.lights.iter_mut().for_each(|light| light.power.at = Power::FULL);
    (still.white_balance.kelvin.at, still.white_balance.tint) = (Kelvin::nearest(5500.0), Duv::of(0.0));
    still
}

impl OnDay<'_> {
    /// How long the sun stays off the nose of a face so turned, or until it goes.
    fn stays(&self, turned: &Setup) -> Option<Stays> {
        let looks = turned.main_face().gaze;
        let ends = (1..=AHEAD).find_map(|later| {
            let minute = self.now + later;
            let around = around_at(self.day, self.timeline, self.meter, self.spot, minute as f64);
            let goes = around.sun_over_skyline() <= 0.0;
            let way = direction(turn(self.spot.camera_looks.degrees(), around.sun.azimuth), around.sun.apparent);
            (goes || on_nose(looks, way)).then_some((later, goes))
        });
        let (later, sun_goes) = ends?;
        // The minute before is the last that holds.
        let minutes = (later - 1) as f64;
        (later > 1).then(|| Stays { minutes, clock: self.timeline.clock((self.now + later - 1) as f64), sun_goes })
    }

    /// The first wait after which the contrast is even, or at least a good deal less.
    fn wait(&self, contrast: f64) -> Option<SunWay> {
        let (day, timeline, meter) = (self.day, self.timeline, self.meter);
        let around = |minute: f64| around_at(day, timeline, meter, self.spot, minute);
        let standing = Standing::of(self.setup, self.spot);
        let model = |minute: f64| modelled(&standing, &around(minute));
        let on_receptor = |minute: f64, reading: &Reading| standing.on_receptor(&around(minute), reading);
        let curve = SetupCurve::new(&standing, day, timeline, meter, None, model, on_receptor);
        let at = |minute: usize| {
            let here = curve.at(minute as f64, &model(minute as f64));
            Some((here.ev(Patch::Face)?, here.ev(Patch::Background)?))
        };
        let (face_now, _) = at(self.now)?;
        let until = timeline.until.min(self.now + WAIT);
        let waits = (self.now + STEP..=until).step_by(STEP).take_while(|_| !given_up());
        let tried: Vec<(usize, f64, f64)> =
            waits.filter_map(|minute| at(minute).map(|(face, behind)| (minute, face, behind - face))).collect();
        let least = tried.iter().map(|(.., left)| *left).fold(f64::INFINITY, f64::min);
        let enough = least.max(EVEN) + NEARLY;
        let (minute, face, left) = tried.into_iter().find(|(.., left)| *left <= enough && contrast - left >= GAINED)?;
        let minutes = (minute - self.now) as f64;
        let slot = Slot { time: timeline.clock(minute as f64), ..self.slot.clone() };
        let stance = Stance::Wait { minutes, darker: face_now - face };
        Some(SunWay::of(stance, (None, Some(slot)), left, None, None))
    }

    /// The nearest spot where the sun does not reach the face and the contrast is a good deal less.
    fn shade(&self, contrast: f64) -> Option<SunWay> {
        let contrast_at = |setup: &Setup, spot: &Spot| {
            let around = around_at(self.day, self.timeline, self.meter, spot, self.now as f64);
            let model = modelled(&Standing::of(setup, spot), &around);
            Some((model.ev(Patch::Background)? - model.ev(Patch::Face)?, model.face.sun))
        };
        let (here, _) = contrast_at(self.setup, self.spot)?;
        let mut others: Vec<&Spot> = self.day.place.spots.iter().filter(|spot| spot.id != self.spot.id).collect();
        others.sort_by(|a, b| self.spot.walk_to(a).total_cmp(&self.spot.walk_to(b)));
        others.into_iter().take(SPOTS).take_while(|_| !given_up()).find_map(|spot| {
            // What is read here tells of the sky, not of another spot's own contrast: that is by the model alone.
            let (there, sun) = contrast_at(self.setup, spot)?;
            let left = contrast + there - here;
            let shaded = sun <= 0.0 || matches!(spot.surroundings, Surroundings::Shade);
            (shaded && contrast - left >= GAINED).then(|| {
                let slot = Slot { spot: spot.id.clone(), ..self.slot.clone() };
                let stance = Stance::Shade { minutes: self.spot.walk_to(spot) };
                SunWay::of(stance, (None, Some(slot)), left, None, Some(spot.name.as_str()))
            })
        })
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::day::light::sky_at;
    use crate::house::House;
    use crate::quantity::Bearing;
    use crate::sample;
    use crate::solve::plan;

    /// The harbour in the evening, somebody at the foot of the slip in full sun.
    fn evening(time: &str) -> (Plan, Day, Timeline) {
        looking(time, None)
    }

    /// The same with the camera turned to another bearing.
    fn looking(time: &str, bearing: Option<f64>) -> (Plan, Day, Timeline) {
        let (mut found, day, timeline) = before_its_day(time, bearing);
        sun_ways(&mut found, &sample::kit(), &day, &timeline, House::default().meter);
        (found, day, timeline)
    }

    /// The same before its day is asked.
    fn before_its_day(time: &str, bearing: Option<f64>) -> (Plan, Day, Timeline) {
        let (kit, mut day) = (sample::kit(), sample::day());
        if let (Some(bearing), Some(spot)) =
            (bearing, day.place.spots.iter_mut().find(|spot| spot.id.as_str() == "slip"))
        {
            spot.camera_looks = Bearing::new(bearing).unwrap();
        }
        let job = sample::jobs().into_iter().find(|job| job.id.as_str() == "job-slip-shed").unwrap();
        let timeline = Timeline::of(job.job.date.as_str(), &day).unwrap();
        let mut setup = job.setups.into_iter().find(|filed| filed.id.as_str() == "setup-water").unwrap().setup;
        setup.readings.clear();
        setup.slot.as_mut().unwrap().time = serde_json::from_value(time.into()).unwrap();
        let meter = House::default().meter;
        let forecast = super::super::forecast(&day, &timeline, meter, &setup);
        let seen = Seen { setup: &setup, forecast: forecast.as_ref() };
        (plan(seen, &kit, House::default()).unwrap(), day, timeline)
    }

    /// What is remembered is what is worked out anew: once for all dials, and other for another time or bearing.
    #[test]
    fn remembered_ways_are_those_worked_out() {
        let (known, kit, meter) = (SunWays::default(), sample::kit(), House::default().meter);
        let mut found = Vec::new();
        for (time, bearing, iso) in
            [("17:30", None, 0), ("17:30", None, 6), ("16:30", None, 0), ("13:30", Some(90.0), 0), ("17:30", None, 12)]
        {
            let (mut plan, day, timeline) = before_its_day(time, bearing);
            plan.setup.camera.iso.at = Mark::nearest(iso);
            let mut fresh = plan.clone();
            sun_ways(&mut fresh, &kit, &day, &timeline, meter);
            known.add_to(&mut plan, &kit, &day, &timeline, meter);
            assert_eq!(plan, fresh, "{time}");
            found.push(plan.sun);
        }
        assert!(found[0] == found[1] && found[0] == found[4] && found[0] != found[2] && found[0] != found[3]);
        assert_eq!(known.0.count(), 3);
    }

    /// What is said to stay holds minute by minute, and no longer; the sun is up till then.
    #[test]
    fn what_is_said_to_stay_stays() {
        let mut told = 0;
        for time in ["15:30", "16:30", "17:30"] {
            let (found, day, timeline) = evening(time);
            for way in &found.sun {
                let Some(stays) = &way.stays else { continue };
                told += 1;
                let now = timeline.minute_of(&found.setup.slot.as_ref().unwrap().time).unwrap();
                assert_eq!(timeline.minute_of(&stays.clock).unwrap(), now + stays.minutes as usize);
                assert!(sky_at(&day, &timeline, now as f64 + stays.minutes).0.apparent > 0.0, "{way:?}");
                assert!(way.price.contains(stays.clock.as_str()), "{way:?}");
            }
        }
        assert!(told > 0);
    }

    /// Against the light of the west no wait evens it. Towards the east the sun comes round onto the face; and where it
    /// does not reach at all is a walk away. Both say what is left.
    #[test]
    fn waiting_and_walking_even_it_out() {
        let (mut waits, mut walks) = (0, 0);
        let west = ["16:30", "17:30", "18:00", "18:30"].map(|time| evening(time).0);
        assert!(!west.iter().any(|found| found.sun.iter().any(|way| matches!(way.stance, Stance::Wait { .. }))));
        let east = ["13:30", "14:00"].map(|time| looking(time, Some(90.0)).0);
        for found in west.into_iter().chain(east) {
            let now = found.assessment.contrast.stops();
            for way in &found.sun {
                match way.stance {
                    Stance::Wait { minutes, .. } => {
                        waits += 1;
                        assert!(minutes <= 120.0, "{way:?}");
                        assert_ne!(way.slot.as_ref().unwrap().time, found.setup.slot.as_ref().unwrap().time);
                    }
                    Stance::Shade { .. } => {
                        walks += 1;
                        assert_ne!(way.slot.as_ref().unwrap().spot, found.setup.slot.as_ref().unwrap().spot);
                    }
                    _ => continue,
                }
                assert!(way.contrast.stops() <= now - 0.5, "{way:?} {now}");
            }
        }
        assert!(waits > 0 && walks > 0, "{waits} {walks}");
    }
}
