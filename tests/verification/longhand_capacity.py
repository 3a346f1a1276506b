#!/usr/bin/env python3
"""Capacity design worked longhand: two joints by EN 1998-1, two of each extended end plate and two with a reduced section by AISC 358. Shares nothing with the
program: it reads the joints' file and the section tables by itself. Prints the page; with --numbers a line per check for the test."""
import csv
import json
import math
import os
import sys

here = os.path.dirname(os.path.abspath(__file__))
root = os.path.join(here, "..", "..")
IN = 25.4
KSI = 6.894757293168361
E_US = 29000 * KSI
numbers = []
page = []


def sections():
    table = {}
    for name in ("sections-i.csv", "sections-w.csv"):
        with open(os.path.join(root, "data", name), encoding="utf-8") as f:
            for r in csv.DictReader(f):
                table[r["designation"]] = dict(
                    h=float(r["h_mm"]), b=float(r["b_mm"]), tw=float(r["tw_mm"]), tf=float(r["tf_mm"]), r=float(r["r_mm"]),
                    A=float(r["area_cm2"]) * 100, W=float(r["Wpl_y_cm3"]) * 1000)
    return table


SECTIONS = sections()
STEELS = {"A992": (345, 450, 1.1), "A572-50": (345, 450, 1.1), "S275": (275, 430, None), "S355": (355, 490, None)}
BOLTS = {"B-150": (780, 469, 579), "A-120": (620, 372, 469)}  # F_nt, F_nv with the thread in the shear plane and without
SIZES = {"1 in": (25.4, 28.575), "1-1/8 in": (28.575, 31.75), "1-1/4 in": (31.75, 34.925)}


def head(text):
    page.append("\n## " + text + "\n")


def say(what, formula, value, unit="", clause=""):
    page.append(f"- {what} = {formula} = **{value:.6g}**{' ' + unit if unit else ''}{'  (' + clause + ')' if clause else ''}")
    return value


def check(mark, side, tension, ident, demand, resistance):
    numbers.append(f"{mark},{side},{tension},{ident},{demand:.12g},{resistance:.12g}")


def of(joint, member):
    return next(m for m in joint["members"] if m["id"] == member)


def fitting(joint, kind, side=None, flange=None):
    for f in joint["fittings"]:
        at = f.get("at")
        if kind in f and (side is None or (at and at["connection"] == side and at["flange"] == flange)):
            return f[kind]
    return None


def american(joint):
    mark = joint["mark"]
    col = of(joint, "column")
    c = SECTIONS[col["section"]]
    fyc, fuc, ryc = STEELS[col["steel"]]
    special = joint["seismic"]["ductility"] == "high"
    axial = {}
    for s in joint["actions"]:
        if s["id"] == joint["seismic"].get("forces_of"):
            axial = {f["end"]: f["N_kN"] * 1e3 for f in s["forces"]}
    p_r = max(0, -axial.get("column above", 0), -axial.get("column below", 0))
    beams = [m for m in joint["members"] if m["id"] != "column"]
    storey = col["through"].get("storey_height_mm")
    top = col["through"].get("end_above_mm")
    faces, pbs = [], []
    for m in beams:
        side = m["id"]
        b = SECTIONS[m["section"]]
        fy, fu, ry = STEELS[m["steel"]]
        con = next(k for k in joint["connections"] if k["end"] == side)["end_plate"]
        t_p, b_p_full = con["plate"]["thickness_mm"], con["plate"]["width_mm"]
        b_p = min(b_p_full, b["b"] + IN)
        g = con["bolts"]["gauge_mm"]
        d_b, d_h = SIZES[con["bolts"]["size"]]
        fnt, with_thread, without = BOLTS[con["bolts"]["class"]]
        fnv = with_thread if con["bolts"]["thread_in_shear_plane"] else without
        ys = sorted(r["position_mm"] for r in con["rows"])
        up = [y for y in ys if y < b["h"] / 2]
        eight = len(up) == 4
        rib = fitting(joint, "rib", side, "top")
        kind = "8ES" if eight else "4ES" if rib else "4E"
        head(f"{mark}, {side}: {kind}, {m['section']} on {col['section']}")
        lever = b["h"] - b["tf"] / 2
        h = [lever - y for y in up]
        outer, inner = (up[1], up[2]) if eight else (up[0], up[1])
        p_fo, p_fi = -outer, inner - b["tf"]
        p_b = up[1] - up[0] if eight else 0
        d_e = con["plate"]["above_mm"] + up[0]
        c_pr = say("C_pr", "min(1.2, (F_y + F_u)/(2 F_y))", min(1.2, (fy + fu) / (2 * fy)), "", "2.4-2")
        m_pr = c_pr * ry * fy * b["W"]
        say("M_pr", "C_pr R_y F_y Z", m_pr / 1e6, "kNm", "2.4-1")
        s_h = t_p + rib["length_mm"] if rib else min(b["h"] / 2, 3 * b["b"])
        say("S_h", "t_p + rib" if rib else "min(d/2, 3 b_f)", s_h, "mm", "6.8.1 step 1")
        l_h = m["framing"]["span_mm"] - c["h"] - 2 * s_h
        q = m["framing"].get("gravity_load_kN_per_m", 0)
        v_u = say("V_u", f"2 M_pr/{l_h:.6g} + {q:g}·L_h/2", (2 * m_pr / l_h + q * l_h / 2) / 1e3, "kN", "6.8.1 step 1") * 1e3
        m_f = say("M_f", "M_pr + V_u S_h + q S_h²/2", (m_pr + v_u * s_h + q * s_h * s_h / 2) / 1e6, "kNm", "6.8-1") * 1e6
        v_f = v_u + q * s_h
        faces.append(((m_pr + v_u * s_h + q * s_h * s_h / 2, m_pr + v_u * s_h), b, m_pr + v_u * (s_h + c["h"] / 2)))
        pbs.append(m_pr + v_u * (s_h + c["h"] / 2))
        a_b = math.pi * d_b ** 2 / 4
        m_np = 2 * fnt * a_b * sum(h)
        say("φ M_np", "0.9·2 F_nt A_b Σh", 0.9 * m_np / 1e6, "kNm", "6.8.1")
        check(mark, side, "top", "us_bolt_tension", m_f, 0.9 * m_np)
        s = 0.5 * math.sqrt(b_p * g)
        say("s", "½√(b_p g)", s, "mm")
        pfi = min(p_fi, s)
        if kind == "4E":
            y_p = b_p / 2 * (h[1] * (1 / pfi + 1 / s) + h[0] / p_fo - 0.5) + 2 / g * h[1] * (pfi + s)
        elif kind == "4ES":
            if d_e <= s:
                y_p = b_p / 2 * (h[1] * (1 / pfi + 1 / s) + h[0] * (1 / p_fo + 0.5 / s)) + 2 / g * (h[1] * (pfi + s) + h[0] * (d_e + p_fo))
            else:
                y_p = b_p / 2 * (h[1] * (1 / pfi + 1 / s) + h[0] * (1 / s + 1 / p_fo)) + 2 / g * (h[1] * (pfi + s) + h[0] * (s + p_fo))
        else:
            edge, at = (d_e, 0.5 / d_e) if d_e <= s else (s, 1 / s)
            y_p = (b_p / 2 * (h[0] * at + h[1] / p_fo + h[2] / pfi + h[3] / s)
                   + 2 / g * (h[0] * (edge + p_b / 4) + h[1] * (p_fo + 0.75 * p_b) + h[2] * (pfi + p_b / 4) + h[3] * (s + 0.75 * p_b) + p_b ** 2) + g)
        say("Y_p", f"table of {kind}" + (", d_e ≤ s" if rib and d_e <= s else ", d_e > s" if rib else ""), y_p, "mm", "tables 6.2 to 6.4")
        fyp, fup, _ = STEELS[con["plate"]["steel"]]
        check(mark, side, "top", "us_plate_bending", m_f, fyp * t_p ** 2 * y_p / 1.11)
        say("φ F_yp t_p² Y_p/1.11", "plate", fyp * t_p ** 2 * y_p / 1.11e6, "kNm", "6.8.1 step 5")
        if rib:
            fys, t_s, l_s, a_s = STEELS[rib["steel"]][0], rib["thickness_mm"], rib["length_mm"], rib["throat_mm"]
            say("V_s", "0.6 F_ys t_s L_st", 0.6 * fys * t_s * l_s / 1e3, "kN", "6.8.1 step 9")
            say("φ R_n", "0.75·0.6 F_EXX·2 a L_st", 0.75 * 0.6 * 70 * KSI * 2 * a_s * l_s / 1e3, "kN", "360-16 J2-4")
            check(mark, side, "top", "us_rib_weld_flange", 0.6 * fys * t_s * l_s, 0.75 * 0.6 * 70 * KSI * 2 * a_s * l_s)
        f_fu = say("F_fu", "M_f/(d − t_bf)", m_f / (b["h"] - b["tf"]) / 1e3, "kN", "6.8.1 step 6") * 1e3
        if kind == "4E":
            check(mark, side, "top", "us_plate_shear_yield", f_fu / 2, 0.6 * fyp * b_p * t_p)
            check(mark, side, "top", "us_plate_shear_rupture", f_fu / 2, 0.9 * 0.6 * fup * t_p * (b_p - 2 * (d_b + IN / 8)))
            say("φ R_n", "0.6 F_yp b_p t_p; 0.9·0.6 F_up t_p (b_p − 2(d_b + 1/8 in))", 0.9 * 0.6 * fup * t_p * (b_p - 2 * (d_b + IN / 8)) / 1e3, "kN", "steps 7, 8")
        n = 8 if eight else 4
        check(mark, side, "top", "us_bolt_shear", v_f, 0.9 * n * fnv * a_b)
        r = []
        for t, f_u, on_plate in ((t_p, fup, True), (c["tf"], fuc, False)):
            most = 2.4 * d_b * t * f_u
            gap = p_fo + p_fi + b["tf"]
            l_in = min(p_b if eight else 1e9, gap) - d_h
            l_out = min(p_b - d_h if eight else 1e9, d_e - d_h / 2 if on_plate else 1e9)
            r.append(0.9 * n / 2 * (min(1.2 * l_in * t * f_u, most) + min(1.2 * l_out * t * f_u, most)))
        check(mark, side, "top", "us_bearing", v_f, min(r))
        web = b["h"] - 2 * b["tf"] - 2 * b["r"]
        phi_v = 1.0 if web / b["tw"] <= 2.24 * math.sqrt(E_US / fy) else 0.9
        check(mark, side, "top", "us_beam_shear", v_f, phi_v * 0.6 * fy * b["h"] * b["tw"])
        # column
        bc = c["b"]
        sc = 0.5 * math.sqrt(bc * g)
        cc = p_fo + b["tf"] + p_fi
        if eight:
            bare = (bc / 2 * (h[0] / sc + h[3] / sc) + 2 / g * (h[0] * (p_b + cc / 2 + sc) + h[1] * (p_b / 2 + cc / 4) + h[2] * (p_b / 2 + cc / 4) + h[3] * sc) + g / 2)
        else:
            bare = bc / 2 * (h[1] / sc + h[0] / sc) + 2 / g * (h[1] * (sc + 0.75 * cc) + h[0] * (sc + 0.25 * cc) + cc ** 2 / 2) + g / 2
        say("Y_c", "column flange without continuity plates", bare, "mm", "tables 6.5, 6.6")
        d_m = b["h"] - b["tf"]
        flange = fyc * bare * c["tf"] ** 2 / (1.11 * d_m)
        k_c = c["tf"] + c["r"]
        # The nearer end of the column is beyond the top flange: the program looks at both flanges with it.
        to_top = 1e9 if top is None else top
        c_t = 0.5 if to_top < c["h"] else 1
        yielding = c_t * (6 * k_c + b["tf"] + 2 * t_p) * fyc * c["tw"]
        near = to_top < c["h"] / 2
        hw = c["h"] - 2 * k_c
        buckling = joint["seismic"]["phi_web_buckling"] * (12 if near else 24) * c["tw"] ** 3 * math.sqrt(E_US * fyc) / hw
        n_b = b["tf"]
        ratio = (c["tw"] / c["tf"]) ** 1.5
        if not near:
            crippling = 0.75 * 0.8 * c["tw"] ** 2 * (1 + 3 * n_b / c["h"] * ratio)
        elif n_b / c["h"] <= 0.2:
            crippling = 0.75 * 0.4 * c["tw"] ** 2 * (1 + 3 * n_b / c["h"] * ratio)
        else:
            crippling = 0.75 * 0.4 * c["tw"] ** 2 * (1 + (4 * n_b / c["h"] - 0.2) * ratio)
        crippling *= math.sqrt(E_US * fyc * c["tf"] / c["tw"])
        for what, value, clause in (("flange", flange, "steps 1, 3"), ("web yielding", yielding, "step 4"), ("web buckling", buckling, "step 5"), ("web crippling", crippling, "step 6")):
            say("φ R_n, " + what, "column by itself", value / 1e3, "kN", "6.8.2 " + clause)
        st = fitting(joint, "stiffener", side, "top")
        if not st:
            check(mark, side, "top", "us_column_flange", f_fu, flange)
            check(mark, side, "top", "us_web_yielding", f_fu, yielding)
            check(mark, side, "top", "us_web_buckling", f_fu, buckling)
            check(mark, side, "top", "us_web_crippling", f_fu, crippling)
        else:
            ts, ws, fys = st["thickness_mm"], st["width_mm"], STEELS[st["steel"]][0]
            middle = b["tf"] / 2
            p_so, p_si = min(middle - ts / 2 - outer, sc), min(inner - middle - ts / 2, sc)
            if eight:
                with_ = (bc / 2 * (h[0] / sc + h[1] / p_so + h[2] / p_si + h[3] / sc)
                         + 2 / g * (h[0] * (sc + p_b / 4) + h[1] * (p_so + 0.75 * p_b) + h[2] * (p_si + p_b / 4) + h[3] * (sc + 0.75 * p_b) + p_b ** 2) + g)
            else:
                with_ = bc / 2 * (h[1] * (1 / sc + 1 / p_si) + h[0] * (1 / sc + 1 / p_so)) + 2 / g * (h[1] * (sc + p_si) + h[0] * (sc + p_so))
            say("Y_c", "with continuity plates", with_, "mm", "tables 6.5, 6.6")
            check(mark, side, "top", "us_column_flange", f_fu, fyc * with_ * c["tf"] ** 2 / (1.11 * d_m))
            f_su = max(0, f_fu - min(yielding, buckling, crippling))
            contact = ws - c["r"]
            strength = 0.9 * 2 * contact * ts * fys
            strip = (12 if near else 25) * c["tw"]
            area = 2 * ws * ts + strip * c["tw"]
            inertia = ts * (2 * ws + c["tw"]) ** 3 / 12 + (strip - ts) * c["tw"] ** 3 / 12
            slender = 0.75 * hw / math.sqrt(inertia / area)
            assert slender <= 25
            strength = min(strength, 0.9 * min(fys, fyc) * area)
            say("F_su", "F_fu less the least of the web", f_su / 1e3, "kN", "step 7")
            say("φ R_n", "continuity plates at the compression flange", strength / 1e3, "kN", "360-16 J10.8")
            numbers.append(f"{mark},{side},top,us_continuity_strength,{f_su:.12g},{strength:.12g}")
    # joint
    for sense, first_top in (("top", True), ("bottom", False)):
        total = 0
        shear = 0
        for i, (m, b, axis) in enumerate(faces):
            is_top = first_top if i == 0 else not first_top
            total += (m[0] if is_top else m[1]) / (b["h"] - b["tf"])
            shear += axis
        v_c = shear / storey if storey and top is None else 0
        v = max(0, total - v_c)
        if joint["seismic"]["panel_in_frame"]:
            d_bm = faces[0][1]["h"]
            r = 0.6 * fyc * c["h"] * c["tw"] * (1 + 3 * c["b"] * c["tf"] ** 2 / (d_bm * c["h"] * c["tw"]))
            share = p_r / (fyc * c["A"])
            if share > 0.75:
                r *= 1.9 - 1.2 * share
        else:
            r = 0.6 * fyc * c["h"] * c["tw"]
            share = p_r / (fyc * c["A"])
            if share > 0.4:
                r *= 1.4 - share
        check(mark, beams[0]["id"], sense, "us_panel", v, r)
        if sense == "top":
            say("V_pz", "Σ M_f/(d − t_f) − V_c", v / 1e3, "kN", "341-16 E3.6e")
            say("R_n", "panel", r / 1e3, "kN", "360-16 J10.6")
    if special and top is None:
        pc = sum(c["W"] * (fyc - max(0, -axial.get(e, 0)) / c["A"]) for e in ("column above", "column below"))
        say("Σ M*_pc", "Z_c (F_yc − P_r/A_g), above and below", pc / 1e6, "kNm", "341-16 E3-2")
        say("Σ M*_pb", "M_pr + V_u (S_h + d_c/2)", sum(pbs) / 1e6, "kNm", "341-16 E3-3")
        check(mark, beams[0]["id"], "top", "us_columns_over_beams", sum(pbs), pc)


def reduced(joint):
    """AISC 358-16 chapter 5: flanges butt welded to the column, beam with a reduced section."""
    mark = joint["mark"]
    col = of(joint, "column")
    c = SECTIONS[col["section"]]
    fyc = STEELS[col["steel"]][0]
    storey = col["through"]["storey_height_mm"]
    beams = [m for m in joint["members"] if m["id"] != "column"]
    faces = []
    for m in beams:
        side = m["id"]
        b = SECTIONS[m["section"]]
        fy, fu, ry = STEELS[m["steel"]]
        f = m["framing"]
        cut, length, begins = f["cut_depth_mm"], f["cut_length_mm"], f["cut_from_mm"]
        head(f"{mark}, {side}: reduced section, {m['section']} on {col['section']}")
        z_rbs = say("Z_RBS", "Z − 2 c t_bf (d − t_bf)", b["W"] - 2 * cut * b["tf"] * (b["h"] - b["tf"]), "mm³", "5.8-4")
        m_pr = say("M_pr", "C_pr R_y F_y Z_RBS", min(1.2, (fy + fu) / (2 * fy)) * ry * fy * z_rbs / 1e6, "kNm", "5.8-5") * 1e6
        s_h = say("S_h", "a + b/2", begins + length / 2, "mm", "5.8 step 4")
        l_h = f["span_mm"] - c["h"] - 2 * s_h
        q = f["gravity_load_kN_per_m"]
        v_u = say("V_RBS", "2 M_pr/L_h + q L_h/2", (2 * m_pr / l_h + q * l_h / 2) / 1e3, "kN", "5.8 step 4") * 1e3
        m_f = say("M_f", "M_pr + V_RBS S_h + q S_h²/2", (m_pr + v_u * s_h + q * s_h ** 2 / 2) / 1e6, "kNm", "5.8-6") * 1e6
        faces.append((m_f, m_pr + v_u * s_h, b, m_pr + v_u * (s_h + c["h"] / 2)))
        check(mark, side, "top", "us_face_moment", m_f, ry * fy * b["W"])
        say("φ M_pe", "R_y F_y Z_x", ry * fy * b["W"] / 1e6, "kNm", "5.8-7")
        web = b["h"] - 2 * b["tf"] - 2 * b["r"]
        phi_v = 1.0 if web / b["tw"] <= 2.24 * math.sqrt(E_US / fy) else 0.9
        check(mark, side, "top", "us_beam_shear", v_u + q * s_h, phi_v * 0.6 * fy * b["h"] * b["tw"])
        f_fu = say("F_f", "M_f/(d − t_bf)", m_f / (b["h"] - b["tf"]) / 1e3, "kN") * 1e3
        bending = say("φ R_n, flange", "0.9·6.25 F_yc t_cf²", 0.9 * 6.25 * fyc * c["tf"] ** 2 / 1e3, "kN", "360-16 J10-1") * 1e3
        yielding = say("φ R_n, web", "(5 k + t_bf) F_yc t_cw", (5 * (c["tf"] + c["r"]) + b["tf"]) * fyc * c["tw"] / 1e3, "kN", "360-16 J10-2") * 1e3
        crippling = 0.75 * 0.8 * c["tw"] ** 2 * (1 + 3 * b["tf"] / c["h"] * (c["tw"] / c["tf"]) ** 1.5) * math.sqrt(E_US * fyc * c["tf"] / c["tw"])
        say("φ R_n, crippling", "0.75·0.80 t_cw² (1 + 3 N/d_c (t_cw/t_cf)^1.5) √(E F_yc t_cf/t_cw)", crippling / 1e3, "kN", "360-16 J10-4")
        if not fitting(joint, "stiffener", side, "top"):
            check(mark, side, "top", "us_flange_bending", f_fu, bending)
            check(mark, side, "top", "us_web_yielding", f_fu, yielding)
            check(mark, side, "top", "us_web_crippling", f_fu, crippling)
    for sense, first_top in (("top", True), ("bottom", False)):
        total = sum((x[0] if (i == 0) == first_top else x[1]) / (x[2]["h"] - x[2]["tf"]) for i, x in enumerate(faces))
        v = total - sum(x[3] for x in faces) / storey
        r = 0.6 * fyc * c["h"] * c["tw"]
        if joint["seismic"]["panel_in_frame"]:
            r *= 1 + 3 * c["b"] * c["tf"] ** 2 / (faces[0][2]["h"] * c["h"] * c["tw"])
        check(mark, beams[0]["id"], sense, "us_panel", v, r)
        if sense == "top":
            say("V_pz", "Σ M_f/(d − t_f) − V_c", v / 1e3, "kN", "341-16 E3.6e")
            say("R_n", "panel", r / 1e3, "kN", "360-16 J10.6")
    if joint["seismic"]["ductility"] == "high":
        check(mark, beams[0]["id"], "top", "us_columns_over_beams", sum(x[3] for x in faces), 2 * c["W"] * fyc)


def european(joint):
    mark = joint["mark"]
    spec = joint["seismic"]
    col = of(joint, "column")
    c = SECTIONS[col["section"]]
    fyc = STEELS[col["steel"]][0]
    beams = [m for m in joint["members"] if m["id"] != "column"]
    axial = {}
    for s in joint["actions"]:
        if s["id"] == spec.get("forces_of"):
            axial = {f["end"]: f["N_kN"] * 1e3 for f in s["forces"]}
    head(f"{mark}: " + " and ".join(m["section"] for m in beams) + f" on {col['section']}, EN 1998-1")
    state = {}
    for m in beams:
        side = m["id"]
        b = SECTIONS[m["section"]]
        fy = STEELS[m["steel"]][0]
        con = next(k for k in joint["connections"] if k["end"] == side)["end_plate"]
        rib = fitting(joint, "rib", side, "top")
        s_h = con["plate"]["thickness_mm"] + (rib["length_mm"] if rib else 0)
        l_h = m["framing"]["span_mm"] - c["h"] - 2 * s_h
        q = m["framing"].get("gravity_load_kN_per_m", 0)
        v_g = m["framing"]["gravity_shear_kN"] * 1e3 - q * s_h if "gravity_shear_kN" in m["framing"] else q * l_h / 2
        m_pl = b["W"] * fy
        k_ov = spec["hardening"] * spec["gamma_ov"]
        say(f"{side}: M_pl", "W_pl f_y", m_pl / 1e6, "kNm")
        say(f"{side}: hinge at", "plate" + (" and rib" if rib else ""), s_h, "mm")
        say(f"{side}: L_h", "span − h_c − 2 s_h", l_h, "mm")
        for tension in ("top", "bottom"):
            sign = 1 if tension == "top" else -1
            for k, name in ((1, "k = 1"), (k_ov, f"k = {k_ov:.4g}")):
                hinge = k * m_pl
                assert q * l_h / 2 <= 2 * hinge / l_h
                v_h = v_g + sign * 2 * hinge / l_h
                face = sign * hinge + v_h * s_h + q * s_h ** 2 / 2
                state[side, tension, k == 1] = (face, v_h + q * s_h)
                say(f"{side}, tension at the {tension}, {name}: M at the face", "±k M_pl + V_h s_h + q s_h²/2", face / 1e6, "kNm", "6.5.5(3)")
                numbers.append(f"{mark},{side},{tension},{'nominal' if k == 1 else 'hardened'},{abs(face):.12g},0")
            v = abs(state[side, tension, True][1])
            a_v = max(b["A"] - 2 * b["b"] * b["tf"] + (b["tw"] + 2 * b["r"]) * b["tf"], (b["h"] - 2 * b["tf"]) * b["tw"])
            check(mark, side, tension, "hinge_shear", v, 0.5 * a_v * fy / math.sqrt(3))
            if side in axial:
                check(mark, side, tension, "hinge_axial", abs(axial[side]), 0.15 * b["A"] * fy)
    storey = col["through"].get("storey_height_mm")
    double = fitting(joint, "doubler")
    a_vc = max(c["A"] - 2 * c["b"] * c["tf"] + (c["tw"] + 2 * c["r"]) * c["tf"], (c["h"] - 2 * c["tf"]) * c["tw"])
    if double:
        a_vc += (c["h"] - 2 * c["tf"] - 2 * c["r"]) * c["tw"]
    v_rd = 0.9 * fyc * a_vc / math.sqrt(3)
    say("V_wp,Rd", "0.9 f_y A_vc/√3" + (", one web plate counted" if double else ""), v_rd / 1e3, "kN", "EN 1993-1-8 6.7")
    for first in ("top", "bottom"):
        nominal = spec["panel"] != "strong"
        z_sum, axis = 0, {True: 0, False: 0}
        for i, m in enumerate(beams):
            b = SECTIONS[m["section"]]
            tension = first if i == 0 else ("bottom" if first == "top" else "top")
            direction = 1 if m["id"] == "right" else -1
            z_sum += direction * state[m["id"], tension, nominal][0] / (b["h"] - b["tf"])
            for n in (True, False):
                f = state[m["id"], tension, n]
                axis[n] += direction * (f[0] + f[1] * c["h"] / 2)
        horizontal = sum((1 if m["id"] == "right" else -1) * axial.get(m["id"], 0) for m in beams)
        v_c = axis[nominal] / storey  # each column half the moment at half the height
        # What the beams' axial forces leave over goes into the column below.
        v_above, v_below = -v_c, -v_c + horizontal
        v = abs(z_sum + (v_above + v_below) / 2)
        say(f"V_wp,Ed, {beams[0]['id']} beam's tension at the {first}", "Σ M/z − V_c", v / 1e3, "kN", "6.6.3(6)")
        check(mark, beams[0]["id"], first, "column_web_shear", v, v_rd)
        cap = 0
        vertical = 0
        for i, m in enumerate(beams):
            tension = first if i == 0 else ("bottom" if first == "top" else "top")
            vertical += state[m["id"], tension, False][1]
        above = axial.get("column above", 0)
        for n_ed in (above, above - vertical):
            n = abs(n_ed) / (c["A"] * fyc)
            a = min(0.5, (c["A"] - 2 * c["b"] * c["tf"]) / c["A"])
            cap += max(0, min(1, (1 - n) / (1 - 0.5 * a))) * c["W"] * fyc
        say("Σ M_Rc", "columns above and below with their axial forces", cap / 1e6, "kNm", "4.29")
        sum_pl = sum(SECTIONS[m["section"]]["W"] * STEELS[m["steel"]][0] for m in beams)
        check(mark, beams[0]["id"], first, "columns_over_beams", spec["column_over_beam"] * sum_pl, cap)
        check(mark, beams[0]["id"], first, "columns_over_beams_axis", spec["column_over_beam"] * abs(axis[True]), cap)


job = json.load(open(os.path.join(here, "capacity", "joints.zgj"), encoding="utf-8"))
page.append("# Capacity design worked longhand\n")
page.append("Printed by `tests/verification/longhand_capacity.py`, which shares nothing with the program but the tables of sections and the\n"
            "file of the joints, `tests/verification/capacity/joints.zgj`. Partial factors 1.0; AISC 358-16 in MPa and mm, numbers in brackets are\n"
            "its equations and steps unless another standard is named. Every demand and resistance, also those not shown here, stands in\n"
            "`tests/verification/capacity/numbers.csv`, which the tests hold against the program to 1e-9.")
for j in job["joints"]:
    welded = any("direct_weld" in k for k in j["connections"])
    (european if j["seismic"]["rules"] == "European" else reduced if welded else american)(j)
print("\n".join(numbers if "--numbers" in sys.argv else page))
