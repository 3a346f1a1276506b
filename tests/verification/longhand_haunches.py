#!/usr/bin/env python3
"""Five haunched joints worked longhand in both senses of action, independent of the program.

Run: python3 longhand_haunches.py > ../../docs/theory/worked-haunches.md
"""
from math import atan, cos, pi, radians, sin, sqrt, tan

from longhand_steps import E, alpha, head, line, omega, rows, stiffness, stub, sub

fy, fu = 355.0, 490.0
W_EL = {"IPE 400": 1156.4e3, "IPE 450": 1499.7e3}
SECTIONS = {  # h, b, t_w, t_f, r, A, W_pl, I (EN 10365)
    "IPE 400": (400.0, 180.0, 8.6, 13.5, 21.0, 84.464e2, 1307.1e3, 23128e4),
    "IPE 450": (450.0, 190.0, 9.4, 14.6, 21.0, 98.821e2, 1701.8e3, 33743e4),
    "HEB 280": (280.0, 280.0, 10.5, 18.0, 24.0, 131.36e2, 1534.4e3, 19270e4),
    "HEB 300": (300.0, 300.0, 11.0, 19.0, 27.0, 149.08e2, 1868.7e3, 25166e4),
}
R2 = sqrt(2)

print("# Haunched joints worked longhand")
print("\nPrinted by `tests/verification/longhand_haunches.py`, which shares nothing with the program. S355, M24 10.9, plates 25 thick, γ_M0 = γ_M1 = 1.0, γ_M2 = 1.25. EN 1993-1-8:2005\n"
      "unless said; numbers in brackets are clauses or formulas of that part. The haunch is a cutting of the beam's own section. Readings where the standard is silent: [haunches](haunches.md).\n"
      "The tests compare the program with the bold results.")


def beside(lam1, lam2):
    return alpha(lam1, lam2)


def span_lengths(i, j, y, m, e, near):
    """Sum of patterns of rows i..j (tables 6.5, 6.6); near: row -> alpha where it leans on a stiffener or flange. Rows' own shares too."""
    cps, ncs = [], []
    for r in range(i, j + 1):
        if r in (i, j):
            p = y[i + 1] - y[i] if r == i else y[j] - y[j - 1]
            cps.append(pi * m + p)
            ncs.append(0.5 * p + near[r] * m - (2 * m + 0.625 * e) if r in near else 2 * m + 0.625 * e + 0.5 * p)
        else:
            p = (y[r + 1] - y[r - 1]) / 2
            cps.append(2 * p)
            ncs.append(p)
    return cps, ncs


def example(title, column, beam, slope, depth, length, pos, w, b_p, above, below, a_f, a_h, a_w, a_hw, N, V, M, beta=1.0, end=None, stiffener=15.0, throat=7.0):
    """One sense: that of the moment. Levels in mm along the plate, forces in N, moments in Nmm."""
    head(title)
    hb, bb, twb, tfb, rb, Ab, Wb, Ib = SECTIONS[beam]
    th = radians(slope)
    ph = atan(tan(th) + depth / length)
    D = hb / cos(th) + depth
    tf, tfh = tfb / cos(th), tfb / cos(ph)
    rev = M < 0
    sub("Geometry and forces on the plate")
    line("tan φ", tan(ph), "", f"tan {slope}° + {depth}/{length}, haunch flange")
    line("D", D, "mm", f"{hb}/cos {slope}° + {depth}, whole end along the plate")
    Nj = line("N_j", (N * cos(th) + V * sin(th)) / 1e3, "kN", "N cos θ + V sin θ") * 1e3
    Vj = line("V_j", (V * cos(th) - N * sin(th)) / 1e3, "kN", "V cos θ − N sin θ") * 1e3
    # From the tension flange on: outer flanges, the beam's own between.
    t_T, t_C = (tfh, tf) if rev else (tf, tfh)
    cT, cC = (cos(ph), cos(th)) if rev else (cos(th), cos(ph))
    inner = (depth, depth + tf) if rev else (hb / cos(th) - tf, hb / cos(th))
    axis = D - hb / cos(th) / 2 if rev else hb / cos(th) / 2
    y = sorted((D - p) if rev else p for p in pos)
    z_C = line("C", D - t_C / 2, "mm", "middle of the compressed flange from the outer face of the other")
    z_a = line("z_a", z_C - axis, "mm", "from C to the beam's axis: N_j counts on it")
    y = [a for a in y if a < z_C]
    h = [z_C - a for a in y]
    webs = [(twb, a_hw if rev else a_w), (twb, a_w if rev else a_hw)]
    bay = [-1 if a < 0 else 0 if a < sum(inner) / 2 else 1 for a in y]
    n_rows = len(y)
    legT = a_h if rev else a_f
    Ft = line("F_t,Rd", 0.9 * 1000 * 353 / 1.25, "N", "0.9·1000·353/1.25", "table 3.4")

    sub("Haunched section at the plate: compression (6.2.6.7(1), flange between neglected)")
    strips = [(0, t_T, bb * fy * cT ** 2), ]
    web = [(t_T, inner[0] if rev else inner[1], twb * fy * (cos(ph) ** 2 if rev else cos(th) ** 2)),
           (inner[0] if rev else inner[1], D - t_C, twb * fy * (cos(th) ** 2 if rev else cos(ph) ** 2))]
    strips += web + [(D - t_C, D, bb * fy * cC ** 2)]
    total = sum(q * (b - a) for a, b, q in strips)
    run, neutral = 0.0, 0.0
    for a, b, q in strips:
        if run + q * (b - a) >= total / 2:
            neutral = a + (total / 2 - run) / q
            break
        run += q * (b - a)
    line("y_pl", neutral, "mm", "forces above and below alike, each with its slope squared")
    Mh = line("M_h", sum(q * abs((a + b) / 2 - neutral) * (b - a) if not a < neutral < b else q * ((neutral - a) ** 2 + (b - neutral) ** 2) / 2
                         for a, b, q in strips) / 1e6, "kNm", "plastic moment of the plates") * 1e6
    M0 = line("M_0", (bb * tfb * (hb - tfb) + twb * (hb - 2 * tfb) ** 2 / 4) * fy / 1e6, "kNm", "the beam's own plates") * 1e6
    # Class: EN 1993-1-1 table 5.2; the haunch's web as if in uniform compression where it is compressed.
    eps = sqrt(235 / fy)
    ratios = [("flange", (bb - twb - 2 * rb) / 2 / tfb, 9, 10, 14)]
    if not rev:
        ratios.append(("haunch web", (depth - tfh - rb) * cos(ph) / twb, 33, 38, 42))
    centroid = sum(q * (b - a) * (a + b) / 2 for a, b, q in strips) / total
    low, high = (depth + (tfb + rb) / cos(th), D - (tfb + rb) / cos(th)) if rev else ((tfb + rb) / cos(th), hb / cos(th) - (tfb + rb) / cos(th))
    al_, psi = min(1.0, max(0.0, (high - neutral) / (high - low))), (low - centroid) / (high - centroid)
    if high > centroid:
        ratios.append((f"beam's web, α {al_:.3f}, ψ {psi:.3f}", (hb - 2 * tfb - 2 * rb) / twb, *((396 / (13 * al_ - 1), 456 / (13 * al_ - 1)) if al_ > 0.5 else (36 / max(al_, 1e-6), 41.5 / max(al_, 1e-6))),
                       42 / (0.67 + 0.33 * psi) if psi > -1 else 62 * (1 - psi) * sqrt(-psi)))
    cls = max(next((i for i, c in enumerate(r[2:], 1) if r[1] <= c * eps), 4) for r in ratios)
    assert cls < 4
    print("- class " + str(cls) + ": " + "; ".join(f"{r[0]} c/t {r[1]:.2f} against " + ", ".join("any" if c > 1e4 else f"{c*eps:.2f}" for c in r[2:]) for r in ratios) + "  (EN 1993-1-1 table 5.2)")
    if cls == 3:
        elastic = lambda parts, y0: sum(q * ((b - y0) ** 3 - (a - y0) ** 3) / 3 for a, b, q in parts) / max(y0, parts[-1][1] - y0)
        Mh = line("M_h", elastic(strips, centroid) / 1e6, "kNm", f"elastic about {centroid:.2f}, to yield at the farther face") * 1e6
        own, t = hb / cos(th), tfb / cos(th)
        M0 = line("M_0", elastic([(0, t, bb * fy * cos(th) ** 2), (t, own - t, twb * fy * cos(th) ** 2), (own - t, own, bb * fy * cos(th) ** 2)], own / 2) / 1e6, "kNm",
                  "the beam's own plates, elastic") * 1e6
    Mc = line("M_c", ((Wb if cls < 3 else W_EL[beam]) * fy + Mh - M0) / 1e6, "kNm", ("W_pl" if cls < 3 else "W_el") + " f_y of the table + M_h − M_0") * 1e6
    arm = D - t_T / 2 - t_C / 2
    F1 = line("F_c,fb,0", Mc / arm / 1e3, "kN", f"M_c/{arm:.1f}", "6.21") * 1e3
    Fcfb = F1
    if D * cos(th) > 600:
        Fcfb = line("F_c,fb,Rd", min(F1, bb * tfb * fy * cC / 0.8) / 1e3, "kN", "deeper than 600: at most b t f_y cos/0.8") * 1e3

    t_p = 25.0
    m_i, groups, alone = [], {}, []
    hasColumn = column is not None
    cap = Fcfb + Nj
    if hasColumn:
        hc, bc, twc, tfc, rc, Ac, Wc, Ic = SECTIONS[column]
        sub("Column panel and web")
        Avc = line("A_vc", Ac - 2 * bc * tfc + (twc + 2 * rc) * tfc, "mm²", "A − 2 b t_f + (t_w + 2 r) t_f", "EN 1993-1-1 6.2.6")
        V0 = line("V_wp,0", 0.9 * fy * Avc / sqrt(3) / 1e3, "kN", "0.9 f_y A_vc/√3", "6.7")
        Mfc = 0.25 * bc * tfc ** 2 * fy
        b_st = int((bc - twc) / 2)
        Mst = 0.25 * (2 * b_st + twc) * stiffener ** 2 * fy
        d_s = D - (tf + tfh) / 2
        Vwp = line("V_wp,Rd", V0 + min(4 * Mfc, 2 * Mfc + 2 * Mst) / d_s / 1e3, "kN", f"with the frame of flanges and stiffeners, d_s {d_s:.1f}", "6.8") * 1e3
        proj = above if rev else below
        s_p = t_p + min(t_p, max(0.0, proj - R2 * (a_f if rev else a_h)))
        bc0 = t_C + 2 * R2 * (a_f if rev else a_h) + 5 * (tfc + rc) + s_p
        if rev and end is not None:
            bc0 = min(bc0, 0.5 * bc0 + end + t_C / 2)
        beff = line("b_eff,c,wc", bc0, "mm", "t/cos + 2√2 a + 5 (t_fc + s) + s_p" + (", cut at the column's end" if rev and end is not None else ""), "6.11")
        dwc = hc - 2 * (tfc + rc)
        lp = 0.932 * sqrt(beff * dwc * fy / (E * twc ** 2))
        rho = 1.0 if lp <= 0.72 else (lp - 0.2) / lp ** 2
        Om = lambda b: 1.0 if beta <= 0.5 else omega(b, twc, Avc) + (2 * (1 - beta) * (1 - omega(b, twc, Avc)) if beta < 1 else 0)
        bear = Om(beff) * beff * twc * fy
        web_c = bear * min(1.0, rho)
        eps = sqrt(235 / fy)
        side = 15 * eps * twc
        to_end = (end if end is not None else 1e9) + t_C / 2 if rev else 1e9
        strip = stiffener + side + min(side, max(0.0, to_end - stiffener / 2))
        A_st, I_st = 2 * b_st * stiffener + strip * twc, stiffener * (2 * b_st + twc) ** 3 / 12
        lam = sqrt(A_st * fy / (pi ** 2 * E * I_st / (0.75 * (hc - 2 * tfc)) ** 2))
        Phi = 0.5 * (1 + 0.49 * (lam - 0.2) + lam ** 2)
        chi = 1.0 if lam <= 0.2 else min(1.0, 1 / (Phi + sqrt(Phi ** 2 - lam ** 2)))
        Nb = chi * A_st * fy
        Fcr = 2 * (b_st - rc) * stiffener * fy + bear
        Fcwc = line("F_c,wc,Rd", max(web_c, min(Nb, Fcr)) / 1e3, "kN", f"stiffened: strut {Nb/1e3:.1f}, crushing {Fcr/1e3:.1f}", "EN 1993-1-5 9.1, 9.4") * 1e3
        cap = line("ΣF_max", min(Vwp / beta + 0.5 * Nj, Fcwc + Nj, Fcfb + Nj) / 1e3, "kN", "min(V_wp/β + N_j/2; F_c,wc + N_j; F_c,fb + N_j)", "6.2.7.2(7)") * 1e3
        sub("Rows, column flange")
        m = line("m", (w - twc) / 2 - 0.8 * rc, "mm", "(w − t_wc)/2 − 0.8 r", "figure 6.8")
        e, ep = (bc - w) / 2, (b_p - w) / 2
        n = min(e, ep, 1.25 * m)
        lines = [t_T / 2, D - t_C / 2]  # stiffeners
        near = {}
        for k in range(n_rows):
            best = None
            for s in lines:
                if any((y[q] - s) * (y[q] - y[k]) < 0 for q in range(n_rows) if q != k):
                    continue
                if best is None or abs(y[k] - s) < abs(y[k] - best):
                    best = s
            if best is not None:
                m2 = abs(y[k] - best) - stiffener / 2 - 0.8 * R2 * throat
                near[k] = line(f"α row {k+1}", beside(m / (m + e), m2 / (m + e)), "", f"beside the stiffener, m_2 {m2:.2f}", "figure 6.11")
        F_fl, F_cw, lf = [], {}, []
        for k in range(n_rows):
            cp, nc = 2 * pi * m, near[k] * m if k in near else 4 * m + 1.25 * e
            if k == 0 and not rev and end is not None and not any(s < y[0] for s in lines):
                e1 = end + y[0]
                cp, nc = min(cp, pi * m + 2 * e1), min(nc, e1 + near[k] * m - (2 * m + 0.625 * e)) if k in near else min(nc, 2 * m + 0.625 * e + e1)
            F_fl.append(stub(f"row {k+1}", cp, nc, tfc, fy, m, n, 2 * Ft))
            b = min(cp, nc)
            F_cw[(k, k)] = Om(b) * b * twc * fy
            lf.append(b)
        for i in range(n_rows):
            for j in range(i + 1, n_rows):
                if any(y[i] < s < y[j] for s in lines):
                    continue
                cps, ncs = span_lengths(i, j, y, m, e, near)
                F = stub(f"rows {i+1}–{j+1}", sum(cps), sum(ncs), tfc, fy, m, n, 2 * (j - i + 1) * Ft)
                b = min(sum(cps), sum(ncs))
                groups[(i, j)] = min(F, Om(b) * b * twc * fy)
                for r in range(i, j + 1):
                    lf[r] = min(lf[r], (cps if sum(cps) < sum(ncs) else ncs)[r - i])
        print("- column web in tension, rows alone: " + ", ".join(f"{F_cw[(k, k)]/1e3:.2f}" for k in range(n_rows)) + " kN  (6.15)")
    else:
        cap = line("ΣF_max", cap / 1e3, "kN", "F_c,fb + N_j", "6.2.7.2(7)") * 1e3
        ep = (b_p - w) / 2
        e = ep

    sub("Rows, end plate and webs")
    F_p, l5, mp, F_w = [], [], [], []
    nearp = {}
    for k in range(n_rows):
        if bay[k] < 0:
            mx = -y[k] - 0.8 * R2 * legT
            ex = (above if not rev else below) + y[k]
            cp = min(2 * pi * mx, pi * mx + w, pi * mx + 2 * ep)
            nc = min(4 * mx + 1.25 * ex, ep + 2 * mx + 0.625 * ex, 0.5 * b_p, 0.5 * w + 2 * mx + 0.625 * ex)
            F_p.append(stub(f"row {k+1}, outside the flange", cp, nc, t_p, fy, mx, min(ex, 1.25 * mx), 2 * Ft))
            mp.append(mx), l5.append(min(cp, nc)), F_w.append(1e99)
            continue
        t, a = webs[bay[k]]
        m = (w - t - 2 * 0.8 * R2 * a) / 2
        near2 = []
        if k == 0 or bay[k - 1] != bay[k]:
            near2.append(y[k] - t_T - 0.8 * R2 * legT if bay[k] == 0 else y[k] - inner[1] - 0.8 * R2 * a_f)
        if bay[k] == 0 and (k + 1 == n_rows or bay[k + 1] != bay[k]):
            near2.append(inner[0] - y[k] - 0.8 * R2 * a_f)
        if near2:
            nearp[k] = line(f"α row {k+1}", beside(m / (m + ep), min(near2) / (m + ep)), "", f"beside a flange, m_2 {min(near2):.2f}, m_p {m:.2f}", "figure 6.11")
        cp, nc = 2 * pi * m, nearp[k] * m if k in nearp else 4 * m + 1.25 * ep
        F_p.append(stub(f"row {k+1}", cp, nc, t_p, fy, m, min(ep, e, 1.25 * m), 2 * Ft))
        mp.append(m), l5.append(min(cp, nc)), F_w.append(min(cp, nc) * t * fy)
    for i in range(n_rows):
        for j in range(i + 1, n_rows):
            if bay[i] < 0 or bay[i] != bay[j]:
                continue
            m = mp[i]
            cps, ncs = span_lengths(i, j, y, m, ep, nearp)
            F = stub(f"rows {i+1}–{j+1}", sum(cps), sum(ncs), t_p, fy, m, min(ep, e, 1.25 * m), 2 * (j - i + 1) * Ft)
            groups[(i, j)] = min(groups.get((i, j), 1e99), F, min(sum(cps), sum(ncs)) * webs[bay[i]][0] * fy)
            for r in range(i, j + 1):
                l5[r] = min(l5[r], (cps if sum(cps) < sum(ncs) else ncs)[r - i])
    sub("Assembly")
    alone = [min(F_p[k], F_w[k], *([F_fl[k], F_cw[(k, k)]] if hasColumn else [])) for k in range(n_rows)]
    F = rows(alone, groups, cap, h, Ft)
    MR = sum(a * b for a, b in zip(F, h))
    line("M_j,Rd", (MR - Nj * z_a) / 1e6, "kNm", "Σ h_r F_tr,Rd − N_j z_a, about the beam's axis", "6.2.7.1")
    use = line("use", (abs(M) + Nj * z_a) / MR, "", "(M + N_j z_a)/Σ h_r F_tr,Rd, about C")
    sub("Stiffness")
    washers, head_, nut = 2 * 4, 15.0, 21.5
    Lb = (tfc if hasColumn else 25.0) + 25 + washers + (head_ + nut) / 2
    k10 = 1.6 * 353 / Lb
    if hasColumn:
        S = stiffness([0.7 * l * twc / dwc for l in lf], [0.9 * l * (tfc / ((w - twc) / 2 - 0.8 * rc)) ** 3 for l in lf],
                      [0.9 * l * (t_p / q) ** 3 for l, q in zip(l5, mp)], k10, h, lambda z: 0.38 * Avc / (beta * z), None)
    else:
        keff = [1 / (2 / (0.9 * l * (t_p / q) ** 3) + 1 / k10) for l, q in zip(l5, mp)]
        z = sum(k * x * x for k, x in zip(keff, h)) / sum(k * x for k, x in zip(keff, h))
        keq = sum(k * x for k, x in zip(keff, h)) / z
        for r, k in enumerate(keff):
            print(f"- row {r+1}: two plates and the bolts; **k_eff = {k:.4f} mm**  (6.30)")
        line("z_eq", z, "mm", "Σk h² / Σk h", "6.31")
        line("S_j,ini", E * z * z * keq / 1e9, "MNm/rad", "E z² k_eq", "6.27")

    sub("Haunch: cuts in equilibrium")
    T = use * sum(F)
    C = line("C", (T - Nj) / 1e3, "kN", "the rows in use less N_j") * 1e3
    tanC, tanT = (tan(th), tan(ph)) if rev else (tan(ph), tan(th))
    line("V_w", (Vj - C * tanC + T * tanT) / 1e3, "kN", "V_j − C tan + T tan: what the slopes leave to the webs")
    toe = length / cos(th) - hb / 2 * tan(th)
    Mt = line("M_toe", (M - Vj * 25.0 - V * toe) / 1e6, "kNm", f"M − V_j t_p − V·{toe:.1f}") * 1e6
    al = ph - th
    flange = -sum(use * F[k] for k in range(n_rows) if bay[k] < 1) if rev else C
    Fh = line("F_h", flange / cos(ph) / 1e3, "kN", "haunch flange along it, compression +" + (": the rows beside the haunch pull" if rev else ", C/cos φ")) * 1e3
    Cf = line("C_f", (Mt / (hb - tfb) - N / 2) / 1e3, "kN", "beam's flange at the toe, M_toe/(h − t_f) − N/2") * 1e3
    line("S", (Fh - Cf / cos(al)) * cos(al) / 1e3, "kN", "along the beam through the haunch's web, (F_h − C_f/cos α) cos α")
    line("kink", (max(Fh * sin(al), Cf * tan(al)) if not rev else -min(Fh * sin(al), Cf * tan(al))) / 1e3, "kN",
         "across the beam's web at the toe: F_h sin α or C_f tan α, " + ("pulling" if rev else "pushing"))
    l = tfb / sin(al)
    if rev:
        line("F_t,wb,toe", (l + 5 * (tfb + rb)) * twb * fy / 1e3, "kN", "(t/sin α + 5 (t_f + r)) t_w f_y", "6.15, ω = 1")
    else:
        b = l + 5 * (tfb + rb)
        lp = 0.932 * sqrt(b * (hb - 2 * (tfb + rb)) * fy / (E * twb ** 2))
        rho = 1.0 if lp <= 0.72 else (lp - 0.2) / lp ** 2
        sigma = max(0.0, abs(Mt) * ((hb - 2 * (tfb + rb)) / 2) / Ib - N / Ab)
        kwc = max(0.0, 1.7 - sigma / fy) if sigma > 0.7 * fy else 1.0
        line("F_c,wb,toe", kwc * min(1.0, rho) * b * twb * fy / 1e3, "kN", f"b {b:.1f}, ρ {min(1.0, rho):.4f}, k_wc {kwc:.4f}, ω = 1", "6.9")
    line("Q", 0.025 * max(Mt / (hb - tfb) - N / 2, -Mt / (hb - tfb) - N / 2) / 1e3, "kN", "2.5 % of the compressed flange at the toe, to hold it sideways", "EN 1993-1-1 6.3.5.2(5)")


E2 = dict(column="HEB 280", beam="IPE 450", slope=8.0, depth=380.0, length=1100.0, pos=[-45.0, 60.0, 135.0, 504.0, 756.0], w=105.0, b_p=200.0, above=85.0,
          below=20.0, a_f=11.0, a_h=11.0, a_w=5.0, a_hw=6.0, end=85.0)
example("1. Eaves, gravity: IPE 450 at 8° to HEB 280, haunch 380 × 1100, set U1 of joint E2", N=-96e3, V=128e3, M=500e6, **E2)
example("2. The same, wind suction: tension at the bottom, set R1", N=54e3, V=-68e3, M=-236e6, **E2)
V1 = dict(column="HEB 300", beam="IPE 450", slope=8.0, depth=380.0, length=1350.0, pos=[-45.0, 60.0, 135.0, 504.0, 758.0], w=110.0, b_p=200.0, above=85.0,
          below=20.0, a_f=11.0, a_h=11.0, a_w=5.0, a_hw=6.0, end=85.0)


def node(N, V, M, slope, hc):
    t = radians(slope)
    return M + (V * cos(t) - N * sin(t)) * hc / 2


def beta(right, left):
    return abs(1 - node(*left, 6.0, 300.0) / node(*right, 8.0, 300.0))


example("3. Inner column, snow on one bay: right side of joint V1, set U2", N=-86e3, V=134e3, M=528e6,
        beta=beta((-86e3, 134e3, 528e6), (-64e3, 71e3, 246e6)), **V1)
example("4. The same, wind suction: tension at the bottom, set R1", N=47e3, V=-66e3, M=-228e6, beta=beta((47e3, -66e3, -228e6), (38e3, -51e3, -170e6)), **V1)
A1 = dict(column=None, beam="IPE 450", slope=-8.0, depth=190.0, length=550.0, pos=[-45.0, 64.0, 139.0, 574.0], w=100.0, b_p=200.0, above=85.0, below=20.0,
          a_f=10.0, a_h=11.0, a_w=5.0, a_hw=6.0)
example("5. Apex, snow: tension at the bottom, joint A1, set U1", N=-92e3, V=9e3, M=-268e6, **A1)
example("6. The same, wind suction: tension at the top, set R1", N=46e3, V=-5e3, M=118e6, **A1)
B1 = dict(column="HEB 300", beam="IPE 400", slope=0.0, depth=250.0, length=600.0, pos=[-45.0, 59.0, 134.0, 575.0], w=110.0, b_p=190.0, above=85.0, below=20.0,
          a_f=10.0, a_h=11.0, a_w=5.0, a_hw=6.0)
example("7. Haunched floor beam: IPE 400 to HEB 300, haunch 250 × 600", N=0.0, V=180e3, M=320e6, **B1)
example("8. The same, reversed", N=0.0, V=-60e3, M=-150e6, **B1)
K1 = dict(column=None, beam="IPE 450", slope=-41.0, depth=380.0, length=800.0, pos=[-45.0, 83.0, 158.0, 413.0, 663.0, 911.0], w=100.0, b_p=200.0, above=85.0,
          below=20.0, a_f=0.0, a_h=11.0, a_w=5.0, a_hw=6.0)
example("9. Knee, plate along the bisector of a column and a rafter at 8°, gravity: right side (the rafter)", N=-120e3, V=90e3, M=420e6, **K1)
example("10. The same, wind suction: tension at the inner corner", N=60e3, V=-45e3, M=-190e6, **K1)
