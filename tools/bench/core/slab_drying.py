"""Reads {faces, d1, initial, top, days, atol, rtol} (mm, days) and dries the same slab with SciPy's BDF and LSODA.

Same finite volumes, same diffusivity law, same days of output; the Jacobian's band is handed over, so that neither
solver pays for a dense one. Prints the seconds of the best of `repeats` runs and the humidity in every cell at every day.
"""
import json
import sys
import time

import numpy as np
from scipy.integrate import solve_ivp

case = json.load(sys.stdin)
faces = np.array(case["faces"])
width = np.diff(faces)
centre = (faces[1:] + faces[:-1]) / 2
n = len(width)
conductance = np.zeros(n + 1)
conductance[1:n] = case["d1"] / np.diff(centre)
conductance[0] = case["d1"] / (width[0] / 2)

# Kirchhoff's integral of the law on a fine grid; np.interp is the fastest way to read it
h = np.linspace(0, 1, 20001)
law = 0.05 + 0.95 / (1 + ((1 - h) / 0.2) ** 15)
potential = np.concatenate([[0], np.cumsum((law[1:] + law[:-1]) / 2 * np.diff(h))])
top = np.interp(case["top"], h, potential)
flux = np.zeros(n + 1)


def rate(_, y):
    p = np.interp(y, h, potential)
    flux[0] = conductance[0] * (top - p[0])
    flux[1:n] = conductance[1:n] * (p[:-1] - p[1:])
    return (flux[:-1] - flux[1:]) / width


def jacobian(_, y):
    d = np.interp(y, h, law)
    j = np.zeros((n, n))
    i = np.arange(n)
    j[i, i] = -d * (conductance[:n] + conductance[1:]) / width
    j[i[:-1], i[1:]] = d[1:] * conductance[1:n] / width[:-1]
    j[i[1:], i[:-1]] = d[:-1] * conductance[1:n] / width[1:]
    return j


out = {}
for name, options in {"BDF": {"jac": jacobian}, "LSODA": {"lband": 1, "uband": 1}}.items():
    best = np.inf
    for _ in range(case["repeats"]):
        start = time.perf_counter()
        solved = solve_ivp(
            rate, (0, case["days"]), np.full(n, case["initial"]), method=name, t_eval=np.arange(case["days"] + 1),
            rtol=case["rtol"], atol=case["atol"], first_step=1e-3, **options,
        )
        best = min(best, time.perf_counter() - start)
    out[name] = {"seconds": best, "evaluations": int(solved.nfev), "humidity": solved.y.T.tolist()}
json.dump(out, sys.stdout)
