"""Frames with EXIF written by general tools that are not the reader's, and what one of them reads back of each.

Needs Pillow (PyPI), and ImageMagick and exiftool (Debian: imagemagick, libimage-exiftool-perl). Run in this folder; the test reads
only what is kept here: the frames and told.json, which is what exiftool says of each.
"""
import json
import subprocess

from PIL import Image
from PIL.TiffImagePlugin import IFDRational as Of

SAID = {
    "DateTimeOriginal": "2026:09:17 18:05:07",
    "OffsetTimeOriginal": "+02:00",
    "Model": "Body of nobody",
    "LensModel": "35 mm f/1.8",
    "ExposureTime": "1/160",
    "FNumber": "7.1",
    "ISO": "100",
    "ExposureCompensation": "-0.6667",
    "FocalLength": "35",
    "EXIF:Flash": "9",
    "WhiteBalance": "1",
}


# Told by their numbers, not by their names.
WHOLE = ("EXIF:Flash", "WhiteBalance", "Orientation", "SensitivityType")


def blank(name):
    subprocess.run(["convert", "-size", "48x32", "gradient:gray30-gray70", name], check=True)


def write(name, *order, **said):
    tags = [f"-{tag}#={value}" if tag in WHOLE else f"-{tag}={value}" for tag, value in said.items()]
    subprocess.run(["exiftool", "-q", "-overwrite_original", *order, *tags, name], check=True)


def by_pillow(name):
    frame = Image.new("RGB", (48, 32), (118, 118, 118))
    exif = Image.Exif()
    exif[0x0110] = SAID["Model"]
    inside = exif.get_ifd(0x8769)
    inside[0x9003] = SAID["DateTimeOriginal"]
    inside[0x9011] = "-03:30"
    inside[0xA434] = "85 mm f/1.4"
    inside[0x829A] = Of(1, 8000)
    inside[0x829D] = Of(14, 10)
    inside[0x8827] = 64
    inside[0x9204] = Of(1, 3)
    inside[0x920A] = Of(85, 1)
    inside[0x9209] = 16
    inside[0xA403] = 0
    frame.save(name, exif=exif)


for name, order in [("tool_big.jpg", "Big-endian"), ("tool_little.jpg", "Little-endian"), ("magick.tif", "Big-endian")]:
    blank(name)
    write(name, f"-ExifByteOrder={order}", **SAID)
for name in ["pillow.jpg", "pillow.png"]:
    by_pillow(name)
# A sensitivity past what its field holds, an exposure told by its logarithms alone, turned, behind a description in another language.
blank("apex.jpg")
write(
    "apex.jpg",
    **{
        "XMP-dc:Description": "x" * 2000,
        "DateTimeOriginal": SAID["DateTimeOriginal"],
        "Model": SAID["Model"],
        "ShutterSpeedValue": "1/250",
        "ApertureValue": "2.8",
        "ISO": "65535",
        "SensitivityType": "2",
        "RecommendedExposureIndex": "102400",
        "Orientation": "6",
    },
)
frames = ["tool_big.jpg", "tool_little.jpg", "magick.tif", "pillow.jpg", "pillow.png", "apex.jpg"]
wanted = [*SAID, "ShutterSpeedValue", "ApertureValue", "RecommendedExposureIndex", "Orientation"]
told = subprocess.run(["exiftool", "-j", "-n", *[f"-EXIF:{tag.removeprefix('EXIF:')}" for tag in wanted], *frames], check=True, capture_output=True)
with open("told.json", "w") as file:
    json.dump(json.loads(told.stdout), file, indent=1, sort_keys=True)
    file.write("\n")
