"""Writes parts.woff2: the thirds and eighths and the arrows to the sides that the text font has not, made of its own figures.

A third is drawn as its numerator, stroke and denominator, so that it follows weight and width as they do; arrows to the sides
are the upright ones turned. Archivo is licensed under the SIL Open Font License 1.1, and so is this file (OFL.txt beside it).

    pip install fonttools brotli && python parts.py ../../../node_modules/@fontsource-variable/archivo/files
"""
import sys
from fontTools import subset
from fontTools.feaLib.builder import addOpenTypeFeaturesFromString
from fontTools.pens.ttGlyphPen import TTGlyphPen
from fontTools.pens.transformPen import TransformPen
from fontTools.ttLib import TTFont

font = TTFont(f"{sys.argv[1]}/archivo-latin-wdth-normal.woff2")
parts = {0x2153: ("one", "three"), 0x2154: ("two", "three"), 0x215B: ("one", "eight")}
glyphs, order = font["glyf"], list(font.getGlyphOrder())
names = {code: f"uni{code:04X}" for code in [*parts, 0x2190, 0x2192]}
for code, name in names.items():
    pen = TTGlyphPen(font.getGlyphSet())
    advance = 600
    if code not in parts:
        up = glyphs["arrowup"]
        advance = up.yMax - up.yMin + 2 * 60
        middle = (up.xMin + up.xMax) / 2, (up.yMin + up.yMax) / 2
        turn = (0, 1, -1, 0) if code == 0x2190 else (0, -1, 1, 0)
        x = advance / 2 - (turn[0] * middle[0] + turn[2] * middle[1])
        y = 350 - (turn[1] * middle[0] + turn[3] * middle[1])
        pen.addComponent("arrowup", (*turn, round(x), round(y)))
    glyphs[name] = pen.glyph()
    font["hmtx"][name] = (advance, 0)
    font["gvar"].variations[name] = []
    for table in font["cmap"].tables:
        if table.isUnicode():
            table.cmap[code] = name
font.setGlyphOrder([*order, *names.values()])
glyphs.glyphOrder = font.getGlyphOrder()
if "HVAR" in font:
    del font["HVAR"]
rules = "".join(f"sub {names[code]} by {over}.numr fraction {under}.dnom;" for code, (over, under) in parts.items())
del font["GSUB"]
addOpenTypeFeaturesFromString(font, f"feature ccmp {{ {rules} }} ccmp;")
for record in font["name"].names:
    if record.nameID in (1, 3, 4, 6, 16, 25):
        record.string = "TolvaParts" if record.nameID in (6, 25) else "Tolva Parts"
options = subset.Options(flavor="woff2", layout_features=["ccmp"], name_IDs=["*"], notdef_outline=True)
subsetter = subset.Subsetter(options)
subsetter.populate(unicodes=list(names))
subsetter.subset(font)
font.flavor = "woff2"
font.save("parts.woff2")
