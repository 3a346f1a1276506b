#!/usr/bin/env python3
"""Given action sets by AISC 360-16 worked longhand: a flush end plate, an extended one with continuity plates beside a second beam, and flanges
welded near a column's end; each with load and resistance factors and with allowable strengths. Shares nothing with the program: it reads the
joints' file and the section tables by itself. Prints the page; with --numbers a line per check for the test."""
import csv
import json
import math
import os
import sys

here = os.path.dirname(os.path.abspath(__file__))
root = os.path.join(here, "..", "..")
KSI = 6.894757293168361
E = 29000 * KSI
ELECTRODE = 70 * KSI
STEELS = {"A992": (345, 450), "A572-50": (345, 450), "S275": (275, 430), "S355": (355, 490)}
# F_nt, F_nv with the thread in the shear plane and without, table J3.2; of 10.9 by the ratios of the table
BOLTS = {"A-120": (620, 372, 469), "10.9": (750, 450, 563)}
SIZES = {"7/8 in": (22.225, 23.8125), "M24": (24, 26), "M24 HR": (24, 26)}
PRETENSION = {"7/8 in": 0.7 * 830 * 298.1, "M24 HR": 0.7 * 1000 * 353}  # 0.70 of the tensile strength, table J3.1
SLIP = {"A": 0.5, "B": 0.4, "C": 0.3, "D": 0.2}
numbers, page = [], []


def sections():
    table = {}
    for name in ("sections-i.csv", "sections-w.csv"):
        with open(os.path.join(root, "data", name), encoding="utf-8") as f:
            for r in csv.DictReader(f):
                table[r["designation"]] = dict(
                    h=float(r["h_mm"]), b=float(r["b_mm"]), tw=float(r["tw_mm"]), tf=float(r["tf_mm"]), r=float(r["r_mm"]),
                    A=float(r["area_cm2"]) * 100, W=float(r["Wpl_y_cm3"]) * 1000, S=float(r["Wel_y_cm3"]) * 1000)
    return table


SECTIONS = sections()


def say(what, formula, value, unit="", clause=""):
    page.append(f"- {what} = {formula} = **{value:.6g}**{' ' + unit if unit else ''}{'  (' + clause + ')' if clause else ''}")
    return value


class Set:
    """One set: its factors, phi or 1/Omega."""

    def __init__(self, mark, s):
        self.mark, self.id = mark, s["id"]
        self.asd = s["kind"] == "allowable stress"
        self.forces = {f["end"]: (f["N_kN"] * 1e3, f["V_kN"] * 1e3, f["M_kNm"] * 1e6) for f in s["forces"]}

    def f(self, phi, omega):
        return 1 / omega if self.asd else phi

    def check(self, side, ident, demand, resistance):
        numbers.append(f"{self.mark},{self.id},{side},{ident},{demand:.12g},{resistance:.12g}")


def inside(b, g, s, near, h, p_b):
    """Rows inside a flange or a plate at `near`."""
    if len(h) == 1:
        return b / 2 * h[0] * (1 / near + 1 / s) + 2 / g * h[0] * (near + s)
    return b / 2 * (h[0] / near + h[1] / s) + 2 / g * (h[0] * (near + 0.75 * p_b) + h[1] * (s + 0.25 * p_b)) + g / 2


def beam(q, side, b, fy, n, v, m):
    lam, web = b["b"] / 2 / b["tf"], (b["h"] - 2 * b["tf"] - 2 * b["r"]) / b["tw"]
    assert lam <= 0.38 * math.sqrt(E / fy) and web <= 2.24 * math.sqrt(E / fy)
    m_c = q.f(0.9, 1.67) * fy * b["W"]
    p_c = q.f(0.9, 1.67) * fy * b["A"]
    share = abs(n) / p_c
    left = m_c * (1 - share / 2 if share < 0.2 else 9 / 8 * (1 - share))
    say("M_c", "M_p with its factor, less what the axial force takes", left / 1e6, "kNm", "F2-1, H1-1")
    q.check(side, "us_beam_bending", abs(m), left)
    q.check(side, "us_beam_shear", abs(v), q.f(1.0, 1.5) * 0.6 * fy * b["h"] * b["tw"])


def prying(q, b, a, d, m_pl, m_b):
    b1, a1 = b - d / 2, min(a, 1.25 * b) + d / 2
    rho, x = b1 / a1, m_pl / 2 / m_b
    return 1 if x >= 1 else min(2 * x, (1 + rho * x) / (1 + rho))


def fillets(q, side, weld, ident, b, force):
    if weld["kind"] == "fillet":
        length = b["b"] + 2 * ((b["b"] - b["tw"]) / 2 - b["r"])
        q.check(side, ident, force, q.f(0.75, 2) * 0.6 * 1.5 * ELECTRODE * weld["throat_mm"] * length)


def column(q, side, c, fyc, b, t_p, end_t, end_c, pull, press, twice, y_c, pulled, pressed, welded, legs):
    """J10 for both flanges; `y_c` of the flange as it stands, `bare` without plates."""
    d_m = b["h"] - b["tf"]
    k = c["tf"] + c["r"]
    if welded:
        flange = (0.5 if end_t < 10 * c["tf"] else 1) * q.f(0.9, 1.67) * 6.25 * fyc * c["tf"] ** 2
    else:
        flange = q.f(0.9, 1.67) * fyc * y_c["bare"] * c["tf"] ** 2 / d_m

    def yielding(end):
        near = 0.5 if end < c["h"] else 1
        return q.f(1, 1.5) * fyc * c["tw"] * (5 * near * k + b["tf"] if welded else near * (6 * k + b["tf"] + 2 * t_p))

    at_end = end_c < c["h"] / 2
    hw = c["h"] - 2 * k
    buckling = q.f(0.9, 1.67) * (12 if at_end else 24) * c["tw"] ** 3 * math.sqrt(E * fyc) / hw
    n_b = b["tf"] + 2 * legs
    assert not at_end
    crippling = q.f(0.75, 2) * 0.8 * c["tw"] ** 2 * (1 + 3 * n_b / c["h"] * (c["tw"] / c["tf"]) ** 1.5) * math.sqrt(E * fyc * c["tf"] / c["tw"])
    own_press = min([yielding(end_c), crippling] + ([buckling] if twice else []))
    say("column by itself", "flange; web yielding; crippling", flange / 1e3, "kN, " + f"{yielding(end_t) / 1e3:.6g}, {crippling / 1e3:.6g}", "J10.1 to J10.3")

    def plate(ws, ts, throat, fys, _, need, is_tension):
        contact = ws - c["r"]
        strength = q.f(0.9, 1.67) * 2 * contact * ts * fys
        if not is_tension:
            strip = 25 * c["tw"]
            area = 2 * ws * ts + strip * c["tw"]
            inertia = ts * (2 * ws + c["tw"]) ** 3 / 12 + (strip - ts) * c["tw"] ** 3 / 12
            assert 0.75 * hw / math.sqrt(inertia / area) <= 25
            strength = min(strength, q.f(0.9, 1.67) * min(fys, fyc) * area)
        q.check(side, "us_continuity_strength", need, strength)
        weld = q.f(0.75, 2) * 0.6 * ELECTRODE * 2 * throat
        q.check(side, "us_continuity_weld_flange", need / 2, weld * 1.5 * contact)
        q.check(side, "us_continuity_weld_web", need / 2, weld * (c["h"] - 2 * c["tf"] - 2 * c["r"]))

    if pulled:
        q.check(side, "us_column_flange", pull, q.f(0.9, 1.67) * fyc * y_c["with"] * c["tf"] ** 2 / d_m)
        plate(*pulled, max(0, pull - min(flange, yielding(end_t))), True)
    else:
        q.check(side, "us_flange_bending" if welded else "us_column_flange", pull, flange)
    bare = ([] if pulled else [(pull, yielding(end_t))]) + ([] if pressed else [(press, yielding(end_c))])
    if bare:
        q.check(side, "us_web_yielding", *max(bare, key=lambda x: x[0] / x[1]))
    if pressed:
        plate(*pressed, max(0, press - own_press), False)
        return
    if twice:
        q.check(side, "us_web_buckling", press, buckling)
    q.check(side, "us_web_crippling", press, crippling)


def end(q, joint, m, k, reverse):
    side = m["id"]
    col = next(x for x in joint["members"] if x["id"] == "column")
    c, (fyc, fuc) = SECTIONS[col["section"]], STEELS[col["steel"]]
    b, (fy, _) = SECTIONS[m["section"]], STEELS[m["steel"]]
    n, v, mom = q.forces[side]
    d_m = b["h"] - b["tf"]
    pull, press = abs(mom) / d_m + n / 2, abs(mom) / d_m - n / 2
    page.append(f"\n### {q.mark}, {side}, set {q.id}, {'allowable strengths' if q.asd else 'load and resistance factors'}\n")
    say("F_ft, F_fc", "|M|/(d − t_bf) ± N/2", pull / 1e3, f"kN, {press / 1e3:.6g} kN")
    beam(q, side, b, fy, n, v, mom)
    top = col["through"].get("end_above_mm", 1e9)
    above, below = (top, 1e9) if not reverse else (1e9, top)
    end_t, end_c = min(above, below + b["h"]), min(below, above + b["h"])
    others = [x for x in q.forces if x in ("left", "right") and x != side]
    twice = False
    for o in others:
        other = SECTIONS[next(x for x in joint["members"] if x["id"] == o)["section"]]
        twice = (q.forces[o][2] * (-1 if reverse else 1)) / (other["h"] - other["tf"]) - q.forces[o][0] / 2 > 0
    # Continuity plates by their level from the top flange's outer face, which is the same of both beams; those of one beam serve
    # the other where they stand opposite its flange.
    pulled, pressed = None, None
    for f in joint["fittings"]:
        of = SECTIONS[next(x for x in joint["members"] if x["id"] == f["at"]["connection"])["section"]]
        y = of["tf"] / 2 if f["at"]["flange"] == "top" else of["h"] - of["tf"] / 2
        st = f["stiffener"]
        plate = (st["width_mm"], st["thickness_mm"], st["throat_mm"], STEELS[st["steel"]][0], y)
        assert not reverse
        if abs(y - b["tf"] / 2) < 5:
            pulled = plate
        if abs(y - b["h"] + b["tf"] / 2) < 5:
            pressed = plate
    if "direct_weld" in k:
        w = k["direct_weld"]
        column(q, side, c, fyc, b, 0, end_t, end_c, pull, press, twice, None, pulled, pressed, True, w["weld_bottom"]["throat_mm"])
        fillets(q, side, w["weld_top"], "us_weld_tension_flange", b, pull)
        fillets(q, side, w["weld_bottom"], "us_weld_compression_flange", b, press)
        q.check(side, "us_weld_web", abs(v), q.f(0.75, 2) * 0.6 * ELECTRODE * 2 * w["weld_web"]["throat_mm"] * (b["h"] - 2 * b["tf"] - 2 * b["r"]))
        return
    p = k["end_plate"]
    t_p, b_full = p["plate"]["thickness_mm"], p["plate"]["width_mm"]
    b_p, g = min(b_full, b["b"] + 25.4), p["bolts"]["gauge_mm"]
    d, d_h = SIZES[p["bolts"]["size"]]
    fnt, thread, shank = BOLTS[p["bolts"]["class"]]
    fyp, fup = STEELS[p["plate"]["steel"]]
    ys = sorted(r["position_mm"] if not reverse else b["h"] - r["position_mm"] for r in p["rows"])
    above_p, below_p = p["plate"]["above_mm"], p["plate"]["below_mm"]
    if reverse:
        above_p, below_p = below_p, above_p
    outer = [y for y in ys if y < 0]
    inner = [y for y in ys if b["tf"] < y < b["h"] / 2][:2]
    lever = b["h"] - b["tf"] / 2
    h_o, h_i = [lever - y for y in outer], [lever - y for y in inner]
    m_t = pull * d_m
    a_b = math.pi * d * d / 4
    m_b = say("M_np", "φ 2 F_nt A_b Σh", q.f(0.75, 2) * 2 * fnt * a_b * sum(h_o + h_i) / 1e6, "kNm", "J3.6") * 1e6
    s = math.sqrt(b_p * g) / 2
    p_fi = inner[0] - b["tf"]
    p_b = inner[1] - inner[0] if len(inner) == 2 else 0
    y_p = inside(b_p, g, s, min(p_fi, s), h_i, p_b)
    if outer:
        y_p += b_p / 2 * (h_o[0] / -outer[0] - 0.5)
    say("Y_p", "rows inside" + (" and one outside" if outer else ", flush"), y_p, "mm", "design guide 16")
    m_pl = say("M_pl", "φ F_yp t_p² Y_p", q.f(0.9, 1.67) * fyp * t_p ** 2 * y_p / 1e6, "kNm", "F1") * 1e6
    # column flange
    s_c = math.sqrt(c["b"] * g) / 2
    if len(outer) + len(inner) == 1:
        bare = 4 * h_i[0] * math.sqrt(c["b"] / g)
    else:
        first, last = (h_o + h_i)[0], h_i[-1]
        cc = first - last
        bare = c["b"] / 2 * (first + last) / s_c + 2 / g * (last * (s_c + 0.75 * cc) + first * (s_c + 0.25 * cc) + cc ** 2 / 2) + g / 2
    y_c = dict(bare=bare)
    if pulled:
        middle, half = pulled[4], pulled[1] / 2
        with_ = inside(c["b"], g, s_c, min(inner[0] - middle - half, s_c), h_i, p_b)
        if outer:
            so = min(middle - half - outer[0], s_c)
            with_ += c["b"] / 2 * h_o[0] * (1 / s_c + 1 / so) + 2 / g * h_o[0] * (s_c + so)
        y_c["with"] = with_
    stands = say("Y_c", "with continuity plates" if pulled else "column flange", y_c.get("with", bare), "mm", "design guide 16")
    column(q, side, c, fyc, b, t_p, end_t, end_c, pull, press, twice, y_c, pulled, pressed, False, p["weld_bottom"]["throat_mm"])
    q.check(side, "us_bolt_tension", m_t, m_b)
    q.check(side, "us_plate_bending", m_t, m_pl)
    a = min([(b_full - g) / 2] + ([above_p + outer[0]] if outer else []))
    q_p = prying(q, max([p_fi] + [-y for y in outer]), a, d, m_pl / fyp * fup, m_b)
    q_c = prying(q, (g - c["tw"]) / 2, (min(c["b"], b_full) - g) / 2, d, q.f(0.9, 1.67) * fuc * c["tf"] ** 2 * stands, m_b)
    say("Q", "plate; column flange", q_p, f"; {q_c:.6g}", "part 9")
    q.check(side, "us_bolt_prying", m_t, min(q_p, q_c) * m_b)
    if outer:
        q.check(side, "us_plate_shear_yield", pull / 2, q.f(1, 1.5) * 0.6 * fyp * b_p * t_p)
        q.check(side, "us_plate_shear_rupture", pull / 2, q.f(0.75, 2) * 0.6 * fup * t_p * (b_p - 2 * (d_h + 25.4 / 16)))
    shear = [y for y in ys if y not in outer + inner]
    fnv = thread if p["bolts"]["thread_in_shear_plane"] else shank
    q.check(side, "us_bolt_shear", abs(v), q.f(0.75, 2) * 2 * len(shear) * fnv * a_b)

    def bearing(t, f_u, is_plate):
        total = 0
        for y in shear:
            clear = [abs(o - y) - d_h for o in ys if o != y]
            clear.append((min(y + above_p, b["h"] + below_p - y) if is_plate else min(y + above, b["h"] + below - y)) - d_h / 2)
            total += 2 * min(1.2 * min(clear) * t * f_u, 2.4 * d * t * f_u)
        return q.f(0.75, 2) * total

    q.check(side, "us_bearing", abs(v), min(bearing(t_p, fup, True), bearing(c["tf"], fuc, False)))
    if "no_slip_at" in p["bolts"]:
        n_b, t_b = 2 * len(ys), PRETENSION[p["bolts"]["size"]]
        k_sc = 1 - max(0, n) * (1.5 if q.asd else 1) / (1.13 * t_b * n_b)
        r = q.f(1, 1.5) * SLIP[p["bolts"]["friction_class"]] * 1.13 * t_b * n_b * k_sc
        q.check(side, "us_bolt_slip", abs(v), say("slip", "φ μ D_u T_b n_b k_sc", r / 1e3, "kN", "J3-4, J3-5") * 1e3)
    t_weld, c_weld = ("weld_bottom", "weld_top") if reverse else ("weld_top", "weld_bottom")
    fillets(q, side, p[t_weld], "us_weld_tension_flange", b, pull)
    fillets(q, side, p[c_weld], "us_weld_compression_flange", b, press)
    length = min(b["h"] / 2 - b["tf"], b["h"] - b["tf"] - (inner[-1] + 2 * d))
    q.check(side, "us_weld_web", abs(v), q.f(0.75, 2) * 0.6 * ELECTRODE * 2 * p["weld_web"]["throat_mm"] * length)


def panel(q, joint):
    col = next(x for x in joint["members"] if x["id"] == "column")
    c, (fyc, _) = SECTIONS[col["section"]], STEELS[col["steel"]]
    total, first = 0, None
    for m in joint["members"]:
        if m["id"] in q.forces and m["id"] != "column":
            b = SECTIONS[m["section"]]
            total += (1 if m["id"] == "right" else -1) * q.forces[m["id"]][2] / (b["h"] - b["tf"])
            first = first or m["id"]
    ends = [q.forces[e] for e in ("column above", "column below") if e in q.forces]
    v = abs(total + sum(f[1] for f in ends) / 2)
    share = (1.6 if q.asd else 1) * max([0] + [-f[0] for f in ends]) / (fyc * c["A"])
    r = q.f(0.9, 1.67) * 0.6 * fyc * c["h"] * c["tw"] * (1.4 - share if share > 0.4 else 1)
    q.check(first, "us_panel", v, r)
    say("V_pz", "|Σ M/(d − t_f) + V_c|", v / 1e3, f"kN of {r / 1e3:.6g}", "J10.6")


job = json.load(open(os.path.join(here, "capacity", "ordinary.zgj"), encoding="utf-8"))
page.append("# Given action sets by American rules, worked longhand\n")
page.append("Printed by `tests/verification/longhand_ordinary.py`, which shares nothing with the program but the tables of sections and the\n"
            "file of the joints, `tests/verification/capacity/ordinary.zgj`. AISC 360-16 in MPa and mm, numbers in brackets are its equations and\n"
            "sections unless another source is named. Every demand and resistance, also those not shown here, stands in\n"
            "`tests/verification/capacity/ordinary.csv`, which the tests hold against the program to 1e-9.")
for j in job["joints"]:
    page.append(f"\n## {j['mark']}: {j['title']}")
    for given in j["actions"]:
        if given["kind"] == "serviceability":
            continue
        one = Set(j["mark"], given)
        for con in j["connections"]:
            member = next(x for x in j["members"] if x["id"] == con["end"])
            end(one, j, member, con, one.forces[con["end"]][2] < 0)
        panel(one, j)
print("\n".join(numbers if "--numbers" in sys.argv else page))
