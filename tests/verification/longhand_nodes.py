#!/usr/bin/env python3
"""Two welded joints and two end-plate splices worked longhand, independent of the program.

Run: python3 longhand_nodes.py > ../../docs/theory/worked-nodes.md
"""
from math import pi, sqrt

from longhand_steps import E, alpha, head, joint, line, omega, rows, stub, sub

print("# Two welded joints and two splices worked longhand")
print("\nPrinted by `tests/verification/longhand_nodes.py`, which shares nothing with the program. EN 1993-1-8:2005 with γ_M0 = γ_M1 = 1.0, γ_M2 = 1.25;\n"
      "numbers in brackets are clauses or formulas of that part. The tests compare the program with the bold results.")

# ---------------------------------------------------------------- welded
fy, fu = 275.0, 430.0
hb, bb, tfb, twb, rb, Wpl = 400.0, 180.0, 13.5, 8.6, 21.0, 1307.1e3
hc, bc, tfc, twc, rc, Ac = 240.0, 240.0, 17.0, 10.0, 21.0, 105.99e2
z = hb - tfb
head("1. Welded, not stiffened: IPE 400 to HEB 240, S275, flange fillets a 8")
Avc = line("A_vc", Ac - 2 * bc * tfc + (twc + 2 * rc) * tfc, "mm²", "10599 − 2·240·17 + (10 + 42)·17", "EN 1993-1-1 6.2.6")
V0 = line("V_wp,Rd", 0.9 * fy * Avc / sqrt(3) / 1e3, "kN", "0.9·275·A_vc/√3", "6.7")
b = line("b_eff,c,wc = b_eff,t,wc", tfb + 2 * sqrt(2) * 8 + 5 * (tfc + rc), "mm", "13.5 + 2√2·8 + 5·(17 + 21)", "6.10, 6.16")
d = hc - 2 * (tfc + rc)
lp = line("λ_p", 0.932 * sqrt(b * d * fy / (E * twc ** 2)), "", "0.932 √(b d f_y/(E t²))", "6.13c")
rho = 1.0 if lp <= 0.72 else (lp - 0.2) / lp ** 2
om = line("ω", omega(b, twc, Avc), "", "1/√(1 + 1.3 (b t/A_vc)²)", "table 6.3")
Fc = line("F_c,wc,Rd", om * rho * b * twc * fy / 1e3, "kN", "ω ρ b t f_y", "6.9")
Ft = line("F_t,wc,Rd", om * b * twc * fy / 1e3, "kN", "ω b t f_y", "6.15")
k = min(1.0, tfc / tfb)
bf = line("b_eff,b,fc", min(bb, twc + 2 * rc + 7 * k * tfc), "mm", "10 + 2·21 + 7·17, k = 1", "4.6a")
Ffc = line("F_fc,Rd", bf * tfb * fy / 1e3, "kN", "b_eff t_fb f_y", "6.20")
line("least b_eff", fy / fu * bb, "mm", "275/430·180, less asks for stiffeners", "4.7")
Fb = line("F_c,fb,Rd", Wpl * fy / z / 1e3, "kN", "W_pl f_y/(h − t_f)", "6.21")
line("M_j,Rd", min(V0, Fc, Ft, Ffc, Fb) * z / 1e3, "kNm", "least of them, the panel, times z = 386.5", "6.2.7.1(4)")
k1 = line("k_1", 0.38 * Avc / z, "mm", "0.38 A_vc/z", "table 6.11")
k2 = line("k_2 = k_3", 0.7 * b * twc / d, "mm", "0.7 b_eff t_wc/d_c", "table 6.11")
line("S_j,ini", E * z * z / (1 / k1 + 2 / k2) / 1e9, "MNm/rad", "E z²/Σ(1/k)", "6.27")
print("- Rotation capacity: not stiffened, 0.015 rad  (6.4.3(2))")

head("2. The same with column stiffeners 14 × 100, a 7, at both flanges")
Mfc = line("M_pl,fc,Rd", 0.25 * bc * tfc ** 2 * fy / 1e6, "kNm", "0.25·240·17²·275", "6.2.6.1(4)")
Mst = line("M_pl,st,Rd", 0.25 * (2 * 100 + twc) * 14 ** 2 * fy / 1e6, "kNm", "0.25·210·14²·275", "6.2.6.1(4)")
Vadd = line("V_wp,add,Rd", min(4 * Mfc, 2 * Mfc + 2 * Mst) / z * 1e3, "kN", "min(4 M_fc; 2 M_fc + 2 M_st)/d_s", "6.8")
V = line("V_wp,Rd", V0 + Vadd, "kN", "with the frame of flanges and stiffeners")
Fst = line("stiffeners", 2 * (100 - rc) * 14 * fy / 1e3, "kN", "2·(100 − 21)·14·275, clear of the root", "6.2.6.3(7)")
Ftw = line("F_t,wc,Rd", Ft + Fst, "kN", "web and stiffeners", "6.2.6.3(7)")
Ffl = line("F_fc,Rd", bb * tfb * fy / 1e3, "kN", "180·13.5·275: the whole flange", "6.2.6.4.3(2)")
line("M_j,Rd", min(V, Ftw, Ffl, Fb) * z / 1e3, "kNm", "the panel again", "6.2.7.1(4)")
line("S_j,ini", E * z * z * k1 / 1e9, "MNm/rad", "E z² k_1: k_2 and k_3 are infinite", "6.27, table 6.11")


# ---------------------------------------------------------------- splices
def splice(h, stubs, webs, groups, cap, Ft, tips, k10):
    """stubs, tips: of both plates, a row each; webs: of both beams. Nothing else is between them."""
    alone = [min(min(p[r] for p in stubs), min(w[r] for w in webs)) for r in range(len(h))]
    F = rows(alone, groups, cap, h, Ft)
    joint(F, h)
    sub("Stiffness: both plates and the bolts")
    keff = [1 / (sum(1 / p[r] for p in tips) + 1 / k10) for r in range(len(h))]
    for r, k in enumerate(keff):
        print(f"- row {r+1}: k5 {tips[0][r]:.3f} and {tips[1][r]:.3f}, k10 {k10:.3f}; **k_eff = {k:.4f} mm**  (6.30)")
    zeq = sum(k * x * x for k, x in zip(keff, h)) / sum(k * x for k, x in zip(keff, h))
    keq = sum(k * x for k, x in zip(keff, h)) / zeq
    line("z_eq", zeq, "mm", "Σk h² / Σk h", "6.31")
    line("k_eq", keq, "mm", "Σk h / z_eq", "6.29")
    line("S_j,ini", E * zeq * zeq * keq / 1e9, "MNm/rad", "E z² k_eq: no column, nothing but the rows", "6.27")


head("3. Splice, flush: IPE 300, S235, plates 15 × 160 on both ends, M20 8.8")
print("15 above and below; rows at 60 and 240 below the top of the beam; gauge 90; fillets: flanges a 6, web a 4.")
fy, fu = 235.0, 360.0
hb, bb, tfb, twb, rb, Wpl = 300.0, 150.0, 10.7, 7.1, 15.0, 628.36e3
tp, bp, w, y = 15.0, 160.0, 90.0, [60.0, 240.0]
h = [hb - tfb / 2 - a for a in y]
Ft = line("F_t,Rd", 0.9 * 800 * 245 / 1.25, "N", "0.9·800·245/1.25", "table 3.4")
cap = line("F_c,fb,Rd", Wpl * fy / (hb - tfb) / 1e3, "kN", "W_pl f_y/(h − t_f)", "6.21") * 1e3
mp, ep, p = (w - twb - 2 * 0.8 * sqrt(2) * 4) / 2, (bp - w) / 2, y[1] - y[0]
n = line("n", min(ep, 1.25 * mp), "mm", "min(35; 1.25 m_p), m_p 36.92: both flanges of the T-stubs are plates", "table 6.2")
m2 = y[0] - tfb - 0.8 * sqrt(2) * 6
a1 = line("α", alpha(mp / (mp + ep), m2 / (mp + ep)), "", f"figure 6.11 at λ1 {mp/(mp+ep):.3f}, λ2 {m2/(mp+ep):.3f}")
F_1 = stub("row 1, next to the flange", 2 * pi * mp, a1 * mp, tp, fy, mp, n, 2 * Ft)
F_2 = stub("row 2 alone", 2 * pi * mp, 4 * mp + 1.25 * ep, tp, fy, mp, n, 2 * Ft)
nc1, nc2 = 0.5 * p + a1 * mp - (2 * mp + 0.625 * ep), 2 * mp + 0.625 * ep + 0.5 * p
g = stub("rows 1–2", 2 * (pi * mp + p), nc1 + nc2, tp, fy, mp, n, 4 * Ft)
l5 = [min(2 * pi * mp, a1 * mp), min(2 * pi * mp, 4 * mp + 1.25 * ep)]
web = [l * twb * fy for l in l5]
gw = min(2 * (pi * mp + p), nc1 + nc2) * twb * fy
print(f"- F_t,wb,Rd rows 1, 2: {web[0]/1e3:.2f}, {web[1]/1e3:.2f} kN; rows 1–2: {gw/1e3:.2f} kN  (6.22)")
sub("Assembly: only what the beams and the compression flange leave")
Lb = 15 + 15 + 2 * 3 + 0.5 * (12.5 + 18)
tips = [0.9 * l * (tp / mp) ** 3 for l in [min(l5[0], nc1), min(l5[1], nc2)]]
splice(h, [[F_1, F_2]] * 2, [web] * 2, {(0, 1): min(g, gw)}, cap, Ft, [tips] * 2, 1.6 * 245 / Lb)

head("4. Splice, extended above, unequal plates: IPE 400, S275, 20 × 200 against 25 × 200, M24 8.8")
print("90 above, 20 below; rows at −45, 75, 150 and 330 below the top of the beam; gauge 110; fillets of both plates: flanges a 7, web a 5.")
fy, fu = 275.0, 430.0
hb, bb, tfb, twb, rb, Wpl = 400.0, 180.0, 13.5, 8.6, 21.0, 1307.1e3
bp, w, y = 200.0, 110.0, [-45.0, 75.0, 150.0, 330.0]
h = [hb - tfb / 2 - a for a in y]
Ft = line("F_t,Rd", 0.9 * 800 * 353 / 1.25, "N", "0.9·800·353/1.25", "table 3.4")
cap = line("F_c,fb,Rd", Wpl * fy / (hb - tfb) / 1e3, "kN", "W_pl f_y/(h − t_f)", "6.21") * 1e3
pitch = [y[i + 1] - y[i] for i in range(3)]
ep, ex = (bp - w) / 2, 45.0
mx = line("m_x", 45 - 0.8 * sqrt(2) * 7, "mm", "45 − 0.8√2·7", "figure 6.10")
mp = line("m_p", (w - twb - 2 * 0.8 * sqrt(2) * 5) / 2, "mm", "(110 − 8.6 − 2·0.8√2·5)/2", "figure 6.10")
m2 = y[1] - tfb - 0.8 * sqrt(2) * 7
a1 = line("α", alpha(mp / (mp + ep), m2 / (mp + ep)), "", f"figure 6.11 at λ1 {mp/(mp+ep):.3f}, λ2 {m2/(mp+ep):.3f}")
cpx = min(2 * pi * mx, pi * mx + w, pi * mx + 2 * ep)
ncx = min(4 * mx + 1.25 * ex, ep + 2 * mx + 0.625 * ex, 0.5 * bp, 0.5 * w + 2 * mx + 0.625 * ex)
stubs, tips, groups, web = [], [], {}, None
for tp in (20.0, 25.0):
    sub(f"Plate {tp:.0f}")
    F_e = [stub("row 1, outside the flange", cpx, ncx, tp, fy, mx, min(ex, 1.25 * mx), 2 * Ft)]
    l5 = [min(cpx, ncx), min(2 * pi * mp, a1 * mp)] + [min(2 * pi * mp, 4 * mp + 1.25 * ep)] * 2
    n = min(ep, 1.25 * mp)
    F_e.append(stub("row 2, next to the flange", 2 * pi * mp, a1 * mp, tp, fy, mp, n, 2 * Ft))
    F_e += [stub(f"row {r} alone", 2 * pi * mp, 4 * mp + 1.25 * ep, tp, fy, mp, n, 2 * Ft) for r in (3, 4)]
    web = [1e99] + [l * twb * fy for l in l5[1:]]
    for i in (1, 2):
        for j in range(i + 1, 4):
            cps, ncs = [], []
            for r in range(i, j + 1):
                if r in (i, j):
                    q = pitch[i] if r == i else pitch[j - 1]
                    cps.append(pi * mp + q)
                    ncs.append(0.5 * q + a1 * mp - (2 * mp + 0.625 * ep) if r == 1 else 2 * mp + 0.625 * ep + 0.5 * q)
                else:
                    q = (pitch[r - 1] + pitch[r]) / 2
                    cps.append(2 * q)
                    ncs.append(q)
            F = stub(f"rows {i+1}–{j+1}", sum(cps), sum(ncs), tp, fy, mp, n, 2 * (j - i + 1) * Ft)
            groups[(i, j)] = min(groups.get((i, j), 1e99), F, min(sum(cps), sum(ncs)) * twb * fy)
            use = cps if sum(cps) < sum(ncs) else ncs
            for r in range(i, j + 1):
                l5[r] = min(l5[r], use[r - i])
    stubs.append(F_e)
    tips.append([0.9 * l * (tp / q) ** 3 for l, q in zip(l5, [mx, mp, mp, mp])])
sub("Assembly")
Lb = 20 + 25 + 2 * 4 + 0.5 * (15 + 21.5)
splice(h, stubs, [web, web], groups, cap, Ft, tips, 1.6 * 353 / Lb)
