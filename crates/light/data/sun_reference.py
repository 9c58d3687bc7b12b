"""Writes sun_reference.csv: sun positions and events by a library independent of the program's own.

Positions: PyEphem 4.2.1 (libastro, VSOP87), apparent topocentric azimuth and altitude without refraction (pressure 0).
Events: the same library, middle of the sun at -0:50 (rise, set) and -6 (civil), pressure 0.

    pip install ephem && python sun_reference.py > sun_reference.csv
"""
import ephem, math
PLACES=[("equator",0.0,-78.5),("mid north",54.6,9.9),("mid south",-33.9,151.2),("tropic",21.3,-157.9),("arctic",69.65,18.96)]
DATES=["2026/3/20","2026/6/21","2026/9/12","2026/12/21","2031/2/3"]
print("kind,latitude,longitude,utc,azimuth,elevation")
def obs(lat,lon):
    o=ephem.Observer(); o.lat=str(lat); o.lon=str(lon); o.pressure=0; o.elevation=0
    return o
def iso(d):
    y,m,dd,h,mi,s=d.tuple(); 
    return "%04d-%02d-%02dT%02d:%02d:%02dZ"%(y,m,dd,h,mi,int(s))
for name,lat,lon in PLACES:
    for date in DATES:
        for hour in (0,5,10,15,20):
            o=obs(lat,lon); o.date=ephem.Date(date)+hour*ephem.hour+17*ephem.minute
            s=ephem.Sun(o)
            print(f"position,{lat},{lon},{iso(o.date)},{math.degrees(s.az):.4f},{math.degrees(s.alt):.4f}")
        for kind,h,fn in (("sunrise","-0:50","next_rising"),("sunset","-0:50","next_setting"),("civil_dawn","-6","next_rising"),("civil_dusk","-6","next_setting")):
            o=obs(lat,lon); o.date=date; o.horizon=h
            try:
                t=getattr(o,fn)(ephem.Sun(),use_center=True)
            except (ephem.AlwaysUpError,ephem.NeverUpError):
                continue
            if t-ephem.Date(date)<1.0: print(f"{kind},{lat},{lon},{iso(t)},,")
