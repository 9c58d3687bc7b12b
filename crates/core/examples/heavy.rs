use tolva_core::format::*; use tolva_core::*;
fn main(){
 let mut kit: KitFile = serde_json::from_str(include_str!("../../../demo/kit.json")).unwrap();
 let job: JobFile = serde_json::from_str(include_str!("../../../demo/slip-shed.json")).unwrap();
 let mut s = job.setups[0].setup.clone();
 let l = s.lights[0].clone();
 for i in 1..8 { let mut m=l.clone(); m.id=quantity::Id::new(&format!("x{i}")).unwrap(); m.at.x = quantity::Coordinate::nearest(m.at.x.metres()+0.3*i as f64); s.lights.push(m); }
 s.camera.high_speed_sync=true; for l in &mut s.lights { l.may_move=false; l.power.held=false; l.flash = kit.kit.flashes().find(|f| f.high_speed_sync.is_some()).unwrap().id.clone(); }
 for item in &mut kit.kit.items { match item { kit::KitItem::Camera(c) => { c.iso_lowest=marks::Mark::nearest(-12); c.iso_highest=marks::Mark::nearest(66); c.shutter_slowest=marks::Mark::nearest(-30); c.shutter_fastest=marks::Mark::nearest(90);} kit::KitItem::Lens(l) => { l.widest_short=marks::Mark::nearest(0); l.widest_long=marks::Mark::nearest(0); l.smallest=marks::Mark::nearest(72);} _=>{} } }
 s.camera.iso.held=false; s.camera.aperture.held=false; s.camera.shutter.held=false; s.camera.nd.held=false;
 for (n,s) in [("plain",&job.setups[0].setup),("heavy",&s)] {
  let t=std::time::Instant::now(); let p=solve::plan(s,&kit.kit,House::default()).unwrap(); println!("{n} plan {:?} binds {}",t.elapsed(),p.binds.len());
  let t=std::time::Instant::now(); solve::solve(s,&kit.kit,House::default()).unwrap(); println!("{n} solve {:?}",t.elapsed());
 }
}
