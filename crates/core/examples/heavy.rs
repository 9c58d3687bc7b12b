use tolva_core::format::*; use tolva_core::*;
fn main(){
 let kit: KitFile = serde_json::from_str(include_str!("../../../demo/kit.json")).unwrap();
 let job: JobFile = serde_json::from_str(include_str!("../../../demo/slip-shed.json")).unwrap();
 let mut s = job.setups[0].setup.clone();
 let l = s.lights[0].clone();
 for i in 1..8 { let mut m=l.clone(); m.id=quantity::Id::new(&format!("x{i}")).unwrap(); m.at.x = quantity::Coordinate::nearest(m.at.x.metres()+0.3*i as f64); s.lights.push(m); }
 s.camera.high_speed_sync=true; for l in &mut s.lights { l.may_move=false; l.power.held=false; l.flash = kit.kit.flashes().find(|f| f.high_speed_sync.is_some()).unwrap().id.clone(); }
 s.camera.iso.held=false; s.camera.aperture.held=false; s.camera.shutter.held=false; s.camera.nd.held=false;
 for (n,s) in [("plain",&job.setups[0].setup),("heavy",&s)] {
  let t=std::time::Instant::now(); let p=solve::plan(s,&kit.kit,House::default()).unwrap(); println!("{n} plan {:?} binds {}",t.elapsed(),p.binds.len());
  let t=std::time::Instant::now(); solve::solve(s,&kit.kit,House::default()).unwrap(); println!("{n} solve {:?}",t.elapsed());
 }
}
