"""Writes learnt_reference.json: what independent solvers make of made-up takes and of a made-up bracket.

Takes: scipy's least_squares on the same sum, Huber's cost (k = 1.345) as the root of it, all unknowns at once.
Bracket: the least squares of Debevec & Malik (SIGGRAPH 1997, appendix), solved whole by numpy's lstsq.

    pip install numpy==2.4.6 scipy==1.17.1 && python learnt_reference.py > learnt_reference.json
"""
import json

import numpy as np
from scipy.optimize import least_squares

chance = np.random.default_rng(1234)
PRIORS = [0.33, 0.33, 0.33, 0.5, 0.1, 0.5]  # body, lens, flash, modifier, meter, another modifier
GROUPS = [[0.15, 0.2], [0.15], [0.5, 0.2, 0.3]]


def made_up_row(index):
    group = index % 3
    own = GROUPS[group]
    lit = chance.random() < 0.75
    return {
        "group": group,
        "own_ambient": 0 if group < 2 or index % 2 else 2,
        "own_tone": None if len(own) < 2 else 1,
        "ambient": round(float(chance.uniform(-3, 1)), 3),
        "ambient_part": 4 if group != 2 else None,
        "ambient_in_frame": index % 5 != 4,
        "lights": [{"level": round(float(chance.uniform(-2, 1)), 3), "parts": [2, 3 if index % 3 else 5]}] if lit else [],
        "error": 0.05 if index % 4 else 0.3,
    }


def level(row, parts, own):
    frame = parts[0] + parts[1]
    more = (parts[row["ambient_part"]] if row["ambient_part"] is not None else 0) + own[row["group"]][row["own_ambient"]]
    light = 2 ** (row["ambient"] + (frame if row["ambient_in_frame"] else 0) + more)
    for lit in row["lights"]:
        light += 2 ** (lit["level"] + frame + sum(parts[part] for part in lit["parts"]))
    tone = own[row["group"]][row["own_tone"]] if row["own_tone"] is not None else 0
    return np.log2(light) + tone


rows = [made_up_row(index) for index in range(36)]
truth = chance.normal(0, PRIORS)
own_truth = [chance.normal(0, own) for own in GROUPS]
for index, row in enumerate(rows):
    off = 1.2 if index == 17 else 0
    row["level"] = round(float(level(row, truth, own_truth) + chance.normal(0, row["error"]) + off), 4)

sizes = np.cumsum([len(PRIORS)] + [len(own) for own in GROUPS])


def root_of_cost(times, k=1.345):
    size = abs(times)
    return np.sign(times) * (size if size <= k else np.sqrt(2 * k * size - k * k))


def residuals(x):
    parts, own = x[: sizes[0]], [x[sizes[n] : sizes[n + 1]] for n in range(len(GROUPS))]
    found = [root_of_cost((row["level"] - level(row, parts, own)) / row["error"]) for row in rows]
    held = list(parts / np.array(PRIORS)) + [a / b for own, errors in zip(own, GROUPS) for a, b in zip(own, errors)]
    return np.array(found + held)


fit = least_squares(residuals, np.zeros(sizes[-1]), xtol=1e-14, ftol=1e-14, gtol=1e-14)

# A bracket: codes of 60 points in five frames a stop apart, through a made-up response.
MIDDLE = 117.65
times = [-2.0, -1.0, 0.0, 1.0, 2.0]


def response(light):
    bent = light / (1 + 0.3 * light)
    return 255 * min(1.0, (12.92 * bent if bent <= 0.0031308 else 1.055 * bent ** (1 / 2.4) - 0.055))


levels = np.linspace(-7, 1.5, 70)
codes = [[int(round(response(0.18 * 2 ** (l + t)))) for t in times] for l in levels]


def hat(code):
    return 0.0 if code < 4 or code > 251 else min(code, 255 - code) / 127.5


count = len(codes)
A, b = [], []
for point, seen in enumerate(codes):
    for code, time in zip(seen, times):
        row = np.zeros(256 + count)
        row[code], row[256 + point] = hat(code), -hat(code)
        A.append(row)
        b.append(hat(code) * time)
for code in range(1, 255):
    row = np.zeros(256 + count)
    weight = 12 * max(hat(code), 0.05)
    row[code - 1 : code + 2] = [weight, -2 * weight, weight]
    A.append(row)
    b.append(0)
row = np.zeros(256 + count)
low = int(MIDDLE)
row[low], row[low + 1] = 100 * (1 - (MIDDLE - low)), 100 * (MIDDLE - low)
A.append(row)
b.append(0)
curve = np.linalg.lstsq(np.array(A), np.array(b), rcond=None)[0][:256]

print(
    json.dumps(
        {
            "priors": PRIORS,
            "groups": GROUPS,
            "rows": rows,
            "found": [round(float(value), 6) for value in fit.x[: sizes[0]]],
            "times": times,
            "codes": codes,
            "curve": {str(code): round(float(curve[code]), 4) for code in range(20, 240, 20)},
        }
    )
)
