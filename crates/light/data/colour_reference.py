"""Writes colour_reference.csv: what an independent library makes of colours under a light, to check ours against.

Each row: the light's X, Z (Y = 1); the colour's X, Y, Z under it; the same by Bradford beside D65; its L*a*b*; its sRGB.

    pip install colour-science==0.4.7 && python colour_reference.py > colour_reference.csv
"""
import warnings

warnings.filterwarnings("ignore")
import colour
import numpy as np

D65 = np.array([0.95047, 1.0, 1.08883])
SRGB = colour.RGB_COLOURSPACES["sRGB"].matrix_XYZ_to_RGB
LIGHTS = [[1.0985, 1.0, 0.35585], [0.96422, 1.0, 0.82521], [0.95682, 1.0, 0.92149], [0.94972, 1.0, 1.22638],
          [1.00962, 1.0, 0.64350], [0.99186, 1.0, 0.67393], [1.12, 1.0, 0.28]]
COLOURS = [[1.0, 1.0, 1.0], [0.42, 0.40, 0.31], [0.19, 0.18, 0.12], [0.08, 0.08, 0.10], [0.30, 0.36, 0.20], [0.55, 0.47, 0.30]]

print("white_x,white_z,x,y,z,adapted_x,adapted_y,adapted_z,l,a,b,red,green,blue")
for white in np.array(LIGHTS):
    for share in np.array(COLOURS):
        xyz = share * white
        adapted = colour.adaptation.chromatic_adaptation_VonKries(xyz, white, D65, transform="Bradford")
        lab = colour.XYZ_to_Lab(adapted, colour.XYZ_to_xy(D65))
        rgb = colour.models.eotf_inverse_sRGB(np.clip(SRGB @ adapted, 0, 1))
        row = [white[0], white[2], *xyz, *adapted, *lab, *rgb]
        print(",".join(f"{value:.6f}" for value in row))
