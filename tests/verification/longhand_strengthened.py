#!/usr/bin/env python3
"""Welded ends that are strengthened or taken apart, worked longhand: two with haunches, two with ribs, two with bolted webs (one of them with a
reduced section by AISC 358). Shares nothing with the program: it reads the joints' file and the section tables by itself. Prints the page; with
--numbers a line per check for the test."""
import csv
import json
import math
import os
import sys

here = os.path.dirname(os.path.abspath(__file__))
root = os.path.join(here, "..", "..")
IN, KSI = 25.4, 6.894757293168361
E_US, ELECTRODE = 29000 * KSI, 70 * KSI
STEELS = {"S275": (275, 430, 0.85), "S355": (355, 490, 0.9), "A992": (345, 450, 0.9)}
R_Y = {"A992": 1.1}
BOLTS = {"M20": (20, 22, 245), "M24 HV": (24, 26, 353)}
GRADES = {"8.8": (800, 0.6), "10.9": (1000, 0.5)}
F_NV = {"10.9": 450}
R3 = math.sqrt(3)
numbers, page = [], []


def sections():
    table = {}
    for name in ("sections-i.csv", "sections-w.csv"):
        with open(os.path.join(root, "data", name), encoding="utf-8") as f:
            for r in csv.DictReader(f):
                table[r["designation"]] = dict(
                    h=float(r["h_mm"]), b=float(r["b_mm"]), tw=float(r["tw_mm"]), tf=float(r["tf_mm"]), r=float(r["r_mm"]),
                    A=float(r["area_cm2"]) * 100, W=float(r["Wpl_y_cm3"]) * 1000, I=float(r["Iy_cm4"]) * 1e4)
    return table


SECTIONS = sections()


def head(text):
    page.append("\n## " + text + "\n")


def sub(text):
    page.append("\n### " + text + "\n")


def say(what, formula, value, unit="", clause=""):
    page.append(f"- {what} = {formula} = **{value:.6g}**{' ' + unit if unit else ''}{'  (' + clause + ')' if clause else ''}")
    return value


class Joint:
    def __init__(self, j):
        self.mark = j["mark"]
        self.col_member = next(m for m in j["members"] if m["id"] == "column")
        self.beam_member = next(m for m in j["members"] if m["id"] == "right")
        self.c, self.b = SECTIONS[self.col_member["section"]], SECTIONS[self.beam_member["section"]]
        self.fyc, self.fuc, _ = STEELS[self.col_member["steel"]]
        self.fyb, self.fub, _ = STEELS[self.beam_member["steel"]]
        self.framing = self.beam_member["framing"]
        self.weld = j["connections"][0]["direct_weld"]
        self.ribs = {f["at"]["flange"]: f["rib"] for f in j["fittings"] if "rib" in f}
        self.seismic = j.get("seismic")
        s = j["actions"][0]
        self.set = s["id"]
        f = next(x for x in s["forces"] if x["end"] == "right")
        self.N, self.V, self.M = f["N_kN"] * 1e3, f["V_kN"] * 1e3, f["M_kNm"] * 1e6

    def check(self, ident, demand, resistance):
        numbers.append(f"{self.mark},{self.set},right,{ident},{demand:.12g},{resistance:.12g}")


def use(d, r):
    return max(0, d) / r


def column(j):
    """What the flange forces meet in the column, without stiffeners and with beta 1."""
    c = j.c
    area = c["A"] - 2 * c["b"] * c["tf"] + (c["tw"] + 2 * c["r"]) * c["tf"]
    area = max(area, (c["h"] - 2 * c["tf"]) * c["tw"])
    say("A_vc", "A − 2bt_f + (t_w + 2r)t_f", area, "mm²", "EN 1993-1-1 6.2.6(3)")
    panel = say("V_wp,Rd", "0.9 f_y A_vc/(√3 γ_M0)", 0.9 * j.fyc * area / R3 / 1e3, "kN", "6.7") * 1e3

    def omega(b):
        return 1 / math.sqrt(1 + 1.3 * (b * c["tw"] / area) ** 2)

    def spread(t):
        return t + 5 * (c["tf"] + c["r"])  # butt welds

    def pull(t):
        return omega(spread(t)) * spread(t) * c["tw"] * j.fyc

    def press(t):
        b = spread(t)
        lam = 0.932 * math.sqrt(b * (c["h"] - 2 * (c["tf"] + c["r"])) * j.fyc / (210000 * c["tw"] ** 2))
        assert lam <= 0.72
        return omega(b) * b * c["tw"] * j.fyc

    def breadth(b, t, fy):
        k = min(1, c["tf"] / t * j.fyc / fy)
        return min(b, c["tw"] + 2 * c["r"] + 7 * k * c["tf"]) * t * fy

    return panel, pull, press, breadth


def couple(j, z, parts, panel, first):
    """Moment, and the checks that stand first in the list: joint, panel, column web. `parts`: T_Ed, C_Ed, T_Rd, C_Rd."""
    T, C, t_rd, c_rd = parts
    uses = [(use(T, t_rd), T * z, t_rd * z), (use(C, c_rd), C * z, c_rd * z), (use(abs(j.M) / z, panel), abs(j.M), panel * z)]
    most = max(range(3), key=lambda i: uses[i][0])
    j.check("joint_moment", uses[most][1], uses[most][2])
    say("use of the joint", "the most used of tension, compression and panel", uses[most][0])
    say("V_wp,Ed", "M/z", abs(j.M) / z / 1e3, "kN", "5.3(3)")
    j.check("column_web_shear", abs(j.M) / z, panel)
    j.check("column_web_compression", C, first["press"])
    j.check("column_web_tension", T, first["pull"])


def beam_class_1(b, fy):
    e = math.sqrt(235 / fy)
    return (b["b"] - b["tw"] - 2 * b["r"]) / 2 / b["tf"] <= 9 * e and (b["h"] - 2 * b["tf"] - 2 * b["r"]) / b["tw"] <= 72 * e


def web_butt(j, V):
    b = j.b
    d = b["h"] - 2 * b["tf"] - 2 * b["r"]
    R = say("V_w,Rd", "d_b t_wb f_y/√3", d * b["tw"] * min(j.fyb, j.fyc) / R3 / 1e3, "kN", "4.7.1") * 1e3
    return R


def fillets(a, length, across, along, fu, beta):
    s, t = abs(across) / (math.sqrt(2) * 2 * a * length), abs(along) / (2 * a * length)
    return math.sqrt(4 * s * s + 3 * t * t), fu / (beta * 1.25)


def plastic(strips):
    """Plastic moment of strips (from, to, force by length) about their own neutral axis, from their first moments."""
    total = sum((t - f) * q for f, t, q in strips)
    half, axis = 0, None
    for f, t, q in strips:
        if axis is None and half + (t - f) * q >= total / 2:
            axis = f + (total / 2 - half) / q
        half += (t - f) * q
    moment = 0
    for f, t, q in strips:
        for a, b in ((f, min(t, axis)), (max(f, axis), t)):
            if b > a:
                moment += q * (b - a) * abs((a + b) / 2 - axis)
    return moment


def haunched(j):
    c, b = j.c, j.b
    hs = [("haunch_below", 0), ("haunch_above", 1)]
    have = {k: j.framing[k] for k, _ in hs if k in j.framing}
    head(f"{j.mark}: {j.beam_member['section']} welded to {j.col_member['section']}, "
         + ("a haunch below" if len(have) == 1 else "haunches below and above"))
    d = {}
    for k, h in have.items():
        p = h["plates"]
        tan = h["depth_mm"] / h["length_mm"]
        cos = 1 / math.sqrt(1 + tan * tan)
        fy, fu, bw = STEELS[h["steel"]]
        d[k] = dict(h=h, b=p["flange_width_mm"], t=p["flange_thickness_mm"], tw=p["web_thickness_mm"], tan=tan, cos=cos, fy=fy, fu=fu,
                    along=p["flange_thickness_mm"] / cos, depth=h["depth_mm"], L=h["length_mm"])
        say("tan", f"{h['depth_mm']:g}/{h['length_mm']:g}", tan)
    low, up = d["haunch_below"], d.get("haunch_above")
    depth = b["h"] + low["depth"] + (up["depth"] if up else 0)
    t_top = up["along"] if up else b["tf"]
    z = say("z", "between the middles of the outer flanges", depth - t_top / 2 - low["along"] / 2, "mm")
    axis = (up["depth"] if up else 0) + b["h"] / 2
    a_t, a_c = axis - t_top / 2, depth - low["along"] / 2 - axis
    T = say("T_Ed", "M/z + N a_c/z", (j.M / z + j.N * a_c / z) / 1e3, "kN", "moments about the compression flange") * 1e3
    C = say("C_Ed", "M/z − N a_t/z", (j.M / z - j.N * a_t / z) / 1e3, "kN", "moments about the tension flange") * 1e3
    panel, pull, press, breadth = column(j)
    top = (up["b"], up["t"] * up["cos"], up["fy"]) if up else (b["b"], b["tf"], j.fyb)
    f_t, f_c = breadth(*top), breadth(low["b"], low["t"] * low["cos"], low["fy"])
    say("F_fc,t,Rd", "tension flange over its breadth", f_t / 1e3, "kN", "6.20")
    say("F_fc,c,Rd", "compression flange over its breadth", f_c / 1e3, "kN", "6.20")
    # The section at the face, forces normal to it; its intermediate flange neglected.
    bottom = axis + b["h"] / 2
    strips = []
    if up:
        strips += [(0, t_top, up["b"] * up["fy"] * up["cos"] ** 2), (t_top, axis - b["h"] / 2, up["tw"] * up["fy"] * up["cos"] ** 2)]
        strips += [(axis - b["h"] / 2, bottom, b["tw"] * j.fyb)]
    else:
        strips += [(0, b["tf"], b["b"] * j.fyb), (b["tf"], bottom, b["tw"] * j.fyb)]
    strips += [(bottom, depth - low["along"], low["tw"] * low["fy"] * low["cos"] ** 2),
               (depth - low["along"], depth, low["b"] * low["fy"] * low["cos"] ** 2)]
    own = [(0, b["tf"], b["b"] * j.fyb), (b["tf"], b["h"] - b["tf"], b["tw"] * j.fyb), (b["h"] - b["tf"], b["h"], b["b"] * j.fyb)]
    m_c = b["W"] * j.fyb + plastic(strips) - plastic(own)
    say("M_c,Rd", "W_pl f_y + (section as plates − beam as plates)", m_c / 1e6, "kNm", "6.2.6.7(1)")
    # Webs at yield in shear, each across its own direction.
    v_pl = b["tw"] * j.fyb * ((bottom - (axis - b["h"] / 2)) if up else bottom - b["tf"]) / R3
    for x in [low] + ([up] if up else []):
        v_pl += x["tw"] * x["fy"] * x["cos"] * (x["depth"] - x["along"]) / R3
    say("V_w,Rd", "webs at f_y/√3", v_pl / 1e3, "kN", "EN 1993-1-1 6.2.6")
    V_w = say("V_w,Ed", "V − C tan" + (" − T tan" if up else ""), (j.V - C * low["tan"] - (T * up["tan"] if up else 0)) / 1e3, "kN") * 1e3
    assert max(abs(V_w), j.V) < v_pl / 2
    f_c_fb = m_c / z
    if depth > 600:  # the web's share at most a fifth
        f_c_fb = min(f_c_fb, low["b"] * low["t"] * low["fy"] * low["cos"] / 0.8)
    say("F_c,fb,Rd", "M_c,Rd/z" + ("; deeper than 600 mm no more than b t f_y cos/0.8" if depth > 600 else ""), f_c_fb / 1e3, "kN", "6.21")
    t_rd, c_rd = min(pull(t_top), f_t), min(press(low["along"]), f_c, f_c_fb)
    couple(j, z, (T, C, t_rd, c_rd), panel, dict(pull=pull(t_top), press=press(low["along"])))
    j.check("flange_breadth", T, f_t)
    j.check("flange_breadth", C, f_c)
    j.check("haunch_compression", C, f_c_fb)
    # Webs' welds share the shear as their throats.
    V = max(abs(j.V), abs(V_w))
    runs = []
    d_b = b["h"] - 2 * b["tf"] - 2 * b["r"]
    order = ([("haunch_above", up)] if up else []) + [("beam", None), ("haunch_below", low)]
    for k, x in order:
        w = j.weld["weld_web"] if x is None else x["h"]["weld_web"]
        length = d_b if x is None else x["depth"] - x["along"]
        t = b["tw"] if x is None else x["tw"]
        runs.append((k, w, length, t, length * (t if w["kind"] == "butt" else 2 * w["throat_mm"])))
    area = sum(r[4] for r in runs)
    for k, w, length, t, throat in runs:
        share = V * throat / area
        if w["kind"] == "butt":
            j.check("weld_web", share, length * t * j.fyb / R3)
        else:
            s, lim = fillets(w["throat_mm"], length, 0, share, STEELS["S355"][1], 0.9)
            j.check("weld_haunch_web", s, lim)
            say(f"weld of the web, {k.replace('_', ' ')}", f"√3·{share / 1e3:.5g}/(2·{w['throat_mm']:g}·{length:.5g})", s, "MPa", "4.5.3.2")
    j.check("haunch_end_shear", abs(V_w), v_pl)
    # The section under M and N about its own centroid.
    A = sum((t - f) * q for f, t, q in strips)
    area_of = [(f, t, q / fy) for (f, t, q), fy in zip(strips, ([up["fy"], up["fy"], j.fyb] if up else [j.fyb, j.fyb]) + [low["fy"]] * 2)]
    centroid = sum((t - f) * q * (f + t) / 2 for f, t, q in area_of) / sum((t - f) * q for f, t, q in area_of)
    m_h = j.M + j.N * (centroid - axis)
    j.check("member_at_end", abs(m_h) / m_c + abs(j.N) / A, 1)
    say("use of the section at the face", "M_h/M_c,Rd + N/N_Rd", abs(m_h) / m_c + abs(j.N) / A, "", "EN 1993-1-1 6.2")
    for k, sign, force in (("haunch_below", 1, C), ("haunch_above", -1, -T)):
        if k not in d:
            continue
        x = d[k]
        sub("Haunch " + k.split("_")[1])
        F_h = say("F_h", "its flange, along itself, compression positive", force / x["cos"] / 1e3, "kN") * 1e3
        m_toe = say("M_toe", "M − V L", (j.M - j.V * x["L"]) / 1e6, "kNm") * 1e6
        C_f = say("C_f", "±M_toe/(h − t_f) − N/2", (sign * m_toe / (b["h"] - b["tf"]) - j.N / 2) / 1e3, "kN") * 1e3
        alpha = math.atan(x["tan"])
        S = say("S", "(F_h − C_f/cos α) cos α", (F_h - C_f / math.cos(alpha)) * math.cos(alpha) / 1e3, "kN", "through the haunch's web") * 1e3
        across = (F_h - C_f / math.cos(alpha)) * math.sin(alpha)
        clear = x["depth"] - x["along"]
        eps = math.sqrt(235 / x["fy"])
        assert clear / x["tw"] <= 72 * eps
        j.check("haunch_web_shear", abs(S), x["L"] * x["tw"] * x["fy"] / R3)
        fu = min(x["fu"], j.fub)
        beta = STEELS[j.beam_member["steel"]][2] if j.fub <= x["fu"] else STEELS[x["h"]["steel"]][2]
        s, lim = fillets(x["h"]["throat_mm"], x["L"], across, S, fu, beta)
        say("fillets along the beam", "√(4σ² + 3τ²)", s, "MPa", "4.5.3.2")
        j.check("haunch_weld", s, lim)
        push, pull_ = F_h * math.sin(alpha), C_f * math.tan(alpha)
        pushes, pulls = max(0, push, pull_), max(0, -push, -pull_)
        t_in = x["t"] / math.sin(alpha)
        width = t_in + 5 * (b["tf"] + b["r"])
        if pushes > 0:
            lam = 0.932 * math.sqrt(width * (b["h"] - 2 * b["tf"] - 2 * b["r"]) * j.fyb / (210000 * b["tw"] ** 2))
            rho = 1 if lam <= 0.72 else (lam - 0.2) / lam ** 2
            m = sign * m_toe
            sigma = max(0, m * (b["h"] - 2 * b["tf"] - 2 * b["r"]) / 2 / b["I"] - j.N / b["A"])
            k_wc = 1 if sigma <= 0.7 * j.fyb else 1.7 - sigma / j.fyb
            R = min(k_wc * width * b["tw"] * j.fyb, k_wc * rho * width * b["tw"] * j.fyb)
            say("F_c,wb,Rd", f"k_wc ρ b_eff t_w f_y, λ̄ {lam:.4g}", R / 1e3, "kN", "6.2.6.2")
            j.check("haunch_toe_compression", pushes, R)
        if pulls > 0:
            R = say("F_t,wb,Rd", "b_eff t_w f_y", width * b["tw"] * j.fyb / 1e3, "kN", "6.15") * 1e3
            j.check("haunch_toe_tension", pulls, R)
        j.check("haunch_toe_weld", abs(F_h), x["b"] * x["t"] * min(x["fy"], j.fyb))
        n = abs(j.N) / (b["A"] * j.fyb)
        a = min(0.5, (b["A"] - 2 * b["b"] * b["tf"]) / b["A"])
        assert beam_class_1(b, j.fyb)
        j.check("member_at_toe", abs(m_toe), min(b["W"] * j.fyb, b["W"] * j.fyb * (1 - n) / (1 - 0.5 * a)))


def ribbed(j):
    c, b = j.c, j.b
    head(f"{j.mark}: {j.beam_member['section']} welded to {j.col_member['section']}, "
         + ("ribs above and below" if len(j.ribs) == 2 else "a rib above"))
    panel, pull, press, breadth = column(j)
    z_0 = b["h"] - b["tf"]
    f_c_fb = say("F_c,fb,Rd", "W_pl f_y/(h − t_f)", b["W"] * j.fyb / z_0 / 1e3, "kN", "6.21") * 1e3
    k, e, hgt = {}, {}, {}
    for at in ("top", "bottom"):
        r = j.ribs.get(at)
        hgt[at] = r["height_mm"] if r else 0
        F = hgt[at] * r["thickness_mm"] * STEELS[r["steel"]][0] if r else 0
        k[at] = F / (F + f_c_fb)
        e[at] = k[at] * (b["tf"] + hgt[at]) / 2
        if r:
            say(f"k, {at}", f"{F / 1e3:.5g}/({F / 1e3:.5g} + F_c,fb,Rd)", k[at], "", "rib's part of the force")
            say(f"e, {at}", "k (t_f + h_r)/2", e[at], "mm")
    z = say("z", "h − t_f + e_top + e_bottom", z_0 + e["top"] + e["bottom"], "mm")
    a_t, a_c = z_0 / 2 + e["top"], z_0 / 2 + e["bottom"]
    T = say("T_Ed", "M/z + N a_c/z", (j.M / z + j.N * a_c / z) / 1e3, "kN") * 1e3
    C = say("C_Ed", "M/z − N a_t/z", (j.M / z - j.N * a_t / z) / 1e3, "kN") * 1e3
    f = breadth(b["b"], b["tf"], j.fyb)
    t_web, c_web = pull(b["tf"] + hgt["top"]), press(b["tf"] + hgt["bottom"])
    t_rd = min(t_web, pull(b["tf"]) / (1 - k["top"]) if hgt["top"] else t_web, f / (1 - k["top"]))
    c_rd = min(c_web, press(b["tf"]) / (1 - k["bottom"]) if hgt["bottom"] else c_web, f / (1 - k["bottom"]), f_c_fb / (1 - k["bottom"]))
    say("T_Rd", "flange and rib", t_rd / 1e3, "kN", "6.2.7.1(4)")
    say("C_Rd", "flange and rib", c_rd / 1e3, "kN", "6.2.7.1(4)")
    couple(j, z, (T, C, t_rd, c_rd), panel, dict(pull=t_web, press=c_web))
    if hgt["top"]:
        j.check("column_web_tension", (1 - k["top"]) * T, pull(b["tf"]))
    if hgt["bottom"]:
        j.check("column_web_compression", (1 - k["bottom"]) * C, press(b["tf"]))
    j.check("flange_breadth", (1 - k["top"]) * T, f)
    j.check("flange_breadth", (1 - k["bottom"]) * C, f)
    j.check("beam_flange_compression", (1 - k["bottom"]) * C, f_c_fb)
    across = 0
    for at, force in (("top", T), ("bottom", C)):
        r = j.ribs.get(at)
        if not r:
            continue
        sub(f"Rib at the {at}")
        fy, fu, beta = STEELS[r["steel"]]
        F = say("F_r", "k times the force", k[at] * abs(force) / 1e3, "kN") * 1e3
        V = say("V_r", "F_r h/l: a strut between the middles of its edges", F * r["height_mm"] / r["length_mm"] / 1e3, "kN") * 1e3
        across += math.copysign(V, force)
        j.check("rib_at_face", math.sqrt(F * F + 3 * V * V), r["height_mm"] * r["thickness_mm"] * fy)
        j.check("rib_shear", math.sqrt(3 * F * F + V * V), r["length_mm"] * r["thickness_mm"] * fy)
        s, lim = fillets(r["throat_mm"], r["height_mm"], F, V, min(fu, j.fuc), beta)
        say("fillets at the face", "√(4σ² + 3τ²)", s, "MPa", "4.5.3.2")
        j.check("rib_weld", s, lim)
        s, lim = fillets(r["throat_mm"], r["length_mm"], V, F, min(fu, j.fub), beta if fu <= j.fub else STEELS[j.beam_member["steel"]][2])
        say("fillets along the flange", "√(4σ² + 3τ²)", s, "MPa", "4.5.3.2")
        j.check("rib_weld", s, lim)
        j.check("rib_on_web", V, r["length_mm"] * b["tw"] * j.fyb)
    V_w = say("V_w", "max(|V|, |V − ΣV_r|)", max(abs(j.V), abs(j.V - across)) / 1e3, "kN") * 1e3
    a_v = max(b["A"] - 2 * b["b"] * b["tf"] + (b["tw"] + 2 * b["r"]) * b["tf"], (b["h"] - 2 * b["tf"]) * b["tw"])
    j.check("ribbed_web_shear", V_w, a_v * j.fyb / R3)
    j.check("weld_web", V_w, web_butt(j, V_w))


def group(f, V):
    z = f["first_line_mm"] + (f["lines"] - 1) * f["line_pitch_mm"] / 2
    ys = [(i - (f["rows"] - 1) / 2) * f["pitch_mm"] for i in range(f["rows"])]
    xs = [(i - (f["lines"] - 1) / 2) * f["line_pitch_mm"] for i in range(f["lines"])]
    polar = sum(x * x + y * y for x in xs for y in ys)
    n = len(xs) * len(ys)
    return z, V / n + V * z * max(xs) / polar, V * z * max(ys) / polar


def bolted_web_european(j):
    b = j.b
    f = j.weld["web_plate"]
    z, ver, hor = group(f, abs(j.V))
    d, d_0, A_s = BOLTS[f["size"]]
    f_ub, alpha_v = GRADES[f["class"]]
    fy, fu, _ = STEELS[f["steel"]]
    sub("Web plate")
    F = say("F_v,Ed", f"√({ver / 1e3:.5g}² + {hor / 1e3:.5g}²)", math.hypot(ver, hor) / 1e3, "kN") * 1e3
    j.check("bolt_shear_group", F, alpha_v * A_s * f_ub / 1.25)
    last = f["depth_mm"] - f["first_row_mm"] - (f["rows"] - 1) * f["pitch_mm"]

    def bearing(t, f_u, end, edge):
        def one(e1, p1, e2, p2):
            a = min(1, f_ub / f_u, e1 / (3 * d_0), p1 / (3 * d_0) - 0.25 if p1 else 9)
            return max(0, min(2.5, 2.8 * e2 / d_0 - 1.7, 1.4 * p2 / d_0 - 1.7)) * a * f_u * d * t / 1.25
        p1 = f["pitch_mm"] if f["rows"] > 1 else 0
        p2 = f["line_pitch_mm"] if f["lines"] > 1 else 0
        up, along = one(end, p1, edge, p2 or 1e6), one(edge, p2, end, p1 or 1e6)
        return math.hypot(ver / up, hor / along)

    j.check("fin_bearing_plate", bearing(f["thickness_mm"], fu, min(f["first_row_mm"], last), f["edge_mm"]), 1)
    j.check("fin_bearing_web", bearing(b["tw"], j.fub, f["top_mm"] + f["first_row_mm"], f["first_line_mm"] - f["gap_mm"]), 1)
    h, t, V = f["depth_mm"], f["thickness_mm"], abs(j.V)
    net = h - f["rows"] * d_0
    j.check("fin_plate_gross", V, h * t * fy / (1.27 * R3))
    j.check("fin_plate_net", V, net * t * fu / (R3 * 1.25))
    nt = max(0, f["edge_mm"] + (f["lines"] - 1) * f["line_pitch_mm"] - (0.5 if f["lines"] == 1 else 1.5) * d_0)
    nv = max(0, h - f["first_row_mm"] - (f["rows"] - 0.5) * d_0)
    j.check("fin_plate_block", V, 0.5 * fu * nt * t / 1.25 + fy * nv * t / R3)
    if h < 2.73 * z:
        j.check("fin_plate_bending", V, t * h * h / 6 * fy / z)
    a_v = max(b["A"] - 2 * b["b"] * b["tf"] + (b["tw"] + 2 * b["r"]) * b["tf"], (b["h"] - 2 * b["tf"]) * b["tw"])
    j.check("fin_web_gross", V, a_v * j.fyb / R3)
    j.check("fin_web_net", V, (a_v - f["rows"] * d_0 * b["tw"]) * j.fub / (R3 * 1.25))
    a = f["throat_mm"]
    tau, sigma = V / (2 * a * h), 3 * V * z / (a * h * h)
    weakest = min(fu, j.fuc)
    say("σ_w", "√(2σ² + 3τ²)", math.sqrt(2 * sigma ** 2 + 3 * tau ** 2), "MPa", "4.5.3.2(6)")
    j.check("fin_weld", math.sqrt(2 * sigma ** 2 + 3 * tau ** 2), weakest / (0.9 * 1.25))
    j.check("fin_support_shear", V, 2 * h * j.c["tf"] * j.fyc / R3)


def bolted(j):
    c, b = j.c, j.b
    head(f"{j.mark}: {j.beam_member['section']}, flanges welded to {j.col_member['section']}, web bolted")
    panel, pull, press, breadth = column(j)
    z = say("z", "h − t_f", b["h"] - b["tf"], "mm")
    T = say("T_Ed", "M/z + N/2", (j.M / z + j.N / 2) / 1e3, "kN") * 1e3
    C = say("C_Ed", "M/z − N/2", (j.M / z - j.N / 2) / 1e3, "kN") * 1e3
    f = breadth(b["b"], b["tf"], j.fyb)
    own = say("F_c,fb,Rd", "the flange by itself: b t f_y", b["b"] * b["tf"] * j.fyb / 1e3, "kN", "the web takes no part") * 1e3
    couple(j, z, (T, C, min(pull(b["tf"]), f), min(press(b["tf"]), f, own)), panel, dict(pull=pull(b["tf"]), press=press(b["tf"])))
    j.check("flange_breadth", T, f)
    j.check("flange_breadth", C, f)
    j.check("beam_flange_compression", C, own)
    bolted_web_european(j)


def reduced(j):
    """Of capacity design by AISC 358 for an intermediate frame: the hinge, the face, and the web's plate. Tension at the top."""
    b = j.b
    f, g = j.framing, j.weld["web_plate"]
    head(f"{j.mark}: {j.beam_member['section']} with a reduced section, web bolted, intermediate frame by AISC 358")
    fy, fu, ry = STEELS[j.beam_member["steel"]][0], STEELS[j.beam_member["steel"]][1], R_Y[j.beam_member["steel"]]
    z_rbs = say("Z_RBS", "Z − 2 c t_bf (d − t_bf)", b["W"] - 2 * f["cut_depth_mm"] * b["tf"] * (b["h"] - b["tf"]), "mm³", "5.8-4")
    c_pr = min(1.2, (fy + fu) / (2 * fy))
    m_pr = say("M_pr", "C_pr R_y F_y Z_RBS", c_pr * ry * fy * z_rbs / 1e6, "kNm", "5.8-5") * 1e6
    s_h = say("S_h", "a + b/2", f["cut_from_mm"] + f["cut_length_mm"] / 2, "mm")
    l_h = f["span_mm"] - j.c["h"] - 2 * s_h
    q = f["gravity_load_kN_per_m"]
    v = say("V_RBS", "2 M_pr/L_h + q L_h/2", (2 * m_pr / l_h + q * l_h / 2) / 1e3, "kN", "5.8 step 4") * 1e3
    V = say("V at the face", "V_RBS + q S_h", (v + q * s_h) / 1e3, "kN") * 1e3

    def check(ident, demand, resistance):
        numbers.append(f"{j.mark},-,right,{ident},{demand:.12g},{resistance:.12g}")

    d, d_0, A_s = BOLTS[g["size"]]
    f_ub, _ = GRADES[g["class"]]
    z, ver, hor = group(g, V)
    F = say("F_v", "most loaded bolt", math.hypot(ver, hor) / 1e3, "kN") * 1e3
    check("us_bolt_shear", F, 0.9 * F_NV[g["class"]] * math.pi * d * d / 4)
    check("us_bolt_slip", F, 0.4 * 1.13 * 0.7 * f_ub * A_s)
    pfy, pfu, _ = STEELS[g["steel"]]
    last = g["depth_mm"] - g["first_row_mm"] - (g["rows"] - 1) * g["pitch_mm"]
    plate = min(g["first_row_mm"], last, g["edge_mm"]) - d_0 / 2
    web = g["first_line_mm"] - g["gap_mm"] - d_0 / 2
    between = g["pitch_mm"] - d_0
    for t, f_u, clear in ((g["thickness_mm"], pfu, min(plate, between)), (b["tw"], fu, min(web, between))):
        check("us_bearing", F, 0.9 * min(1.2 * clear * t * f_u, 2.4 * d * t * f_u))
    h, t = g["depth_mm"], g["thickness_mm"]
    hole = d_0 + IN / 16
    check("us_web_plate_yield", V, 0.6 * pfy * h * t)
    check("us_web_plate_rupture", V, 0.9 * 0.6 * pfu * (h - g["rows"] * hole) * t)
    gross = h - g["first_row_mm"]
    nv, nt = gross - (g["rows"] - 0.5) * hole, g["edge_mm"] - 0.5 * hole
    check("us_web_plate_block", V, 0.9 * (min(0.6 * pfu * nv * t, 0.6 * pfy * gross * t) + pfu * nt * t))
    r = say("r_u", "√((V/L)² + (6 V z/L²)²)", math.hypot(V / h, 6 * V * z / h ** 2), "N/mm")
    check("us_web_plate_weld", r, 0.75 * 0.6 * ELECTRODE * 2 * g["throat_mm"])
    page.append("- Bolts, plate and fillets: J3.6, J3.8, J3.10, J4.2, J4.3 and J2.4 with φ 0.9 of 358 for what breaks, 1.0 for yielding and slip.")


with open(os.path.join(here, "capacity", "strengthened.zgj"), encoding="utf-8") as file:
    joints = [Joint(x) for x in json.load(file)["joints"]]
page.append("# Strengthened and bolted welded ends, worked longhand\n")
page.append("Printed by `tests/verification/longhand_strengthened.py`, which shares nothing with the program. Partial factors 1.00, 1.00, 1.25; β = 1; "
            "butt welds at the flanges. Forces of the set given, tension at the top.")
for joint in joints:
    if joint.mark == "B2":
        reduced(joint)
    elif "web_plate" in joint.weld:
        bolted(joint)
    elif joint.ribs:
        ribbed(joint)
    else:
        haunched(joint)
print("\n".join(numbers) if "--numbers" in sys.argv else "\n".join(page))
