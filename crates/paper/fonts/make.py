"""Writes regular.ttf and bold.ttf: the program's text font for paper, at two fixed weights, with the thirds, eighths and arrows it has not.

A third is its numerator, stroke and denominator, of its own figures. Archivo is licensed under the SIL Open Font License 1.1, and so are
these files (OFL.txt beside them).

    pip install fonttools brotli && python make.py ../../../web/node_modules/@fontsource-variable/archivo/files
"""
import io
import sys
from fontTools import merge, subset
from fontTools.feaLib.builder import addOpenTypeFeaturesFromString
from fontTools.pens.ttGlyphPen import TTGlyphPen
from fontTools.ttLib import TTFont
from fontTools.varLib import instancer

PARTS = {0x2153: ("one", "three"), 0x2154: ("two", "three"), 0x215B: ("one", "eight")}
ARROWS = {0x2190: (0, 1, -1, 0), 0x2192: (0, -1, 1, 0)}


def fixed(name, weight):
    font = TTFont(f"{sys.argv[1]}/archivo-{name}-wdth-normal.woff2")
    font.flavor = None
    return instancer.instantiateVariableFont(font, {"wght": weight, "wdth": 92})


def with_parts(font):
    glyphs, order = font["glyf"], list(font.getGlyphOrder())
    names = {code: f"uni{code:04X}" for code in [*PARTS, *ARROWS]}
    for code, name in names.items():
        pen, advance = TTGlyphPen(font.getGlyphSet()), 600
        if code in ARROWS:
            up, turn = glyphs["arrowup"], ARROWS[code]
            advance = up.yMax - up.yMin + 2 * 60
            middle = (up.xMin + up.xMax) / 2, (up.yMin + up.yMax) / 2
            x = advance / 2 - (turn[0] * middle[0] + turn[2] * middle[1])
            y = 350 - (turn[1] * middle[0] + turn[3] * middle[1])
            pen.addComponent("arrowup", (*turn, round(x), round(y)))
        else:
            over, under = PARTS[code]
            x = 0
            for part in (f"{over}.numr", "fraction", f"{under}.dnom"):
                pen.addComponent(part, (1, 0, 0, 1, x, 0))
                x += font["hmtx"][part][0]
            advance = x
        glyphs[name] = pen.glyph()
        font["hmtx"][name] = (round(advance), 0)
        for table in font["cmap"].tables:
            if table.isUnicode():
                table.cmap[code] = name
    font.setGlyphOrder([*order, *names.values()])
    glyphs.glyphOrder = font.getGlyphOrder()
    return font


def written(font):
    kept = io.BytesIO()
    font.save(kept)
    kept.seek(0)
    return kept


for file, weight in (("regular", 440), ("bold", 720)):
    latin, wider = with_parts(fixed("latin", weight)), fixed("latin-ext", weight)
    for font in (latin, wider):
        for table in ("STAT", "GDEF", "GSUB", "HVAR", "MVAR", "avar"):
            if table in font:
                del font[table]
        if font is wider and "GPOS" in font:
            del font["GPOS"]
    merged = merge.Merger().merge([written(latin), written(wider)])
    for record in merged["name"].names:
        if record.nameID in (1, 4, 16):
            record.string = "Tolva Paper" if weight < 500 else "Tolva Paper Bold"
        if record.nameID == 6:
            record.string = "TolvaPaper" if weight < 500 else "TolvaPaper-Bold"
    options = subset.Options(layout_features=["kern", "mark"], name_IDs=["*"], notdef_outline=True)
    subsetter = subset.Subsetter(options)
    subsetter.populate(unicodes=list(merged.getBestCmap()))
    subsetter.subset(merged)
    merged.save(f"{file}.ttf")
