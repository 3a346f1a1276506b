#!/usr/bin/env python3
"""Three end-plate joints worked longhand, line by line, independent of the program.

Nothing is shared with the C++ code: dimensions are typed in, each formula is written out where it is used, and the page
docs/theory/worked-examples.md is printed from the same lines. Run: python3 longhand.py > ../../docs/theory/worked-examples.md
The last lines of each example are the numbers the tests compare with (cases.h, typed by hand from the page).
"""
from math import pi, sqrt

from longhand_steps import E, alpha, head, joint, line, omega, rows, stiffness, stub, sub

print("# Three joints worked longhand")
print("\nPrinted by `tests/verification/longhand.py`, which shares nothing with the program: typed dimensions, formulas written out.\n"
      "EN 1993-1-8:2005 with γ_M0 = γ_M1 = 1.0, γ_M2 = 1.25. Numbers in brackets are clauses or formulas of that part. All three are one-sided\n"
      "(β = 1), without column stress (k_wc = 1). The tests compare the program with the bold results to half a unit of the last digit printed here.")

# ---------------------------------------------------------------- 1
head("1. Flush plate: IPE 300 to HEB 200, S235, M20 8.8")
print("End plate 15 × 160, 15 above and below; rows at 60 and 240 below the top of the beam; gauge 90; fillets: flanges a 6, web a 4.")
fy, fu = 235.0, 360.0
hb, bb, tfb, twb, rb, Wpl = 300.0, 150.0, 10.7, 7.1, 15.0, 628.36e3
hc, bc, tfc, twc, rc, Ac = 200.0, 200.0, 15.0, 9.0, 18.0, 78.081e2
tp, bp, w = 15.0, 160.0, 90.0
y = [60.0, 240.0]
zc = hb - tfb / 2
h = [zc - a for a in y]
Ft = line("F_t,Rd", 0.9 * 800 * 245 / 1.25, "N", "0.9·800·245/1.25", "table 3.4")
line("B_p,Rd", 0.6 * pi * ((30 + 32.95) / 2) * 15 * 360 / 1.25, "N", "0.6π d_m t f_u/γ_M2, d_m 31.5", "table 3.4")
sub("Shear panel, web in compression, beam flange")
Avc = line("A_vc", Ac - 2 * bc * tfc + (twc + 2 * rc) * tfc, "mm²", "7808.1 − 2·200·15 + (9 + 36)·15", "EN 1993-1-1 6.2.6")
Vwp = line("V_wp,Rd", 0.9 * fy * Avc / sqrt(3) / 1e3, "kN", "0.9·235·A_vc/√3", "6.7")
sp = 15 + min(15, 15 - 6 * sqrt(2))
beffc = line("b_eff,c,wc", tfb + 2 * sqrt(2) * 6 + 5 * (tfc + rc) + sp, "mm", f"10.7 + 2√2·6 + 5·(15+18) + {sp:.2f}", "6.11")
dwc = hc - 2 * (tfc + rc)
lp = 0.932 * sqrt(beffc * dwc * fy / (E * twc ** 2))
rho = 1.0 if lp <= 0.72 else (lp - 0.2) / lp ** 2
line("λ_p", lp, "", "0.932 √(b d f_y/(E t²))", "6.13c")
Fcwc = line("F_c,wc,Rd", omega(beffc, twc, Avc) * min(1, rho) * beffc * twc * fy / 1e3, "kN", "ω ρ b t f_y", "6.9")
Fcfb = line("F_c,fb,Rd", Wpl * fy / (hb - tfb) / 1e3, "kN", "W_pl f_y/(h − t_f)", "6.21")
cap = min(Vwp, Fcwc, Fcfb) * 1e3
sub("Rows, column flange")
m = line("m", (w - twc) / 2 - 0.8 * rc, "mm", "(90 − 9)/2 − 0.8·18", "figure 6.8")
e, ep = (bc - w) / 2, (bp - w) / 2
n = line("n", min(e, ep, 1.25 * m), "mm", f"min({e}; {ep}; 1.25 m)", "table 6.2")
p = y[1] - y[0]
F_fc = stub("each row alone", 2 * pi * m, 4 * m + 1.25 * e, tfc, fy, m, n, 2 * Ft)
F_fcg = stub("rows 1–2", 2 * (pi * m + p), 2 * (2 * m + 0.625 * e + 0.5 * p), tfc, fy, m, n, 4 * Ft)
l_fc = min(2 * pi * m, 4 * m + 1.25 * e)
lg = min(pi * m + p, 2 * m + 0.625 * e + 0.5 * p)
Ftwc = line("F_t,wc,Rd row", omega(l_fc, twc, Avc) * l_fc * twc * fy / 1e3, "kN", "ω b_eff t f_y", "6.15")
b2 = min(2 * (pi * m + p), 2 * (2 * m + 0.625 * e + 0.5 * p))
Ftwcg = line("F_t,wc,Rd rows 1–2", omega(b2, twc, Avc) * b2 * twc * fy / 1e3, "kN", "ω b_eff t f_y", "6.15")
sub("Rows, end plate")
mp = line("m_p", (w - twb - 2 * 0.8 * sqrt(2) * 4) / 2, "mm", "(90 − 7.1 − 2·0.8√2·4)/2", "figure 6.10")
n2 = min(e, ep, 1.25 * mp)
m2 = line("m_2", y[0] - tfb - 0.8 * sqrt(2) * 6, "mm", "60 − 10.7 − 0.8√2·6", "figure 6.11")
a1 = line("α", alpha(mp / (mp + ep), m2 / (mp + ep)), "", f"figure 6.11 at λ1 {mp/(mp+ep):.3f}, λ2 {m2/(mp+ep):.3f}")
F_ep1 = stub("row 1 alone (next to the flange)", 2 * pi * mp, a1 * mp, tp, fy, mp, n2, 2 * Ft)
F_ep2 = stub("row 2 alone", 2 * pi * mp, 4 * mp + 1.25 * ep, tp, fy, mp, n2, 2 * Ft)
nc1 = 0.5 * p + a1 * mp - (2 * mp + 0.625 * ep)
nc2 = 2 * mp + 0.625 * ep + 0.5 * p
F_epg = stub("rows 1–2", 2 * (pi * mp + p), nc1 + nc2, tp, fy, mp, n2, 4 * Ft)
l5 = [min(2 * pi * mp, a1 * mp), min(2 * pi * mp, 4 * mp + 1.25 * ep)]
FwbL = [min(l * twb * fy, 2 * l * 4 * fu / (sqrt(2) * 0.8 * 1.25)) for l in l5]
print(f"- F_t,wb,Rd rows alone: {FwbL[0]/1e3:.2f}, {FwbL[1]/1e3:.2f} kN  (6.22)")
lgp = min(2 * (pi * mp + p), nc1 + nc2)
Fwbg = lgp * twb * fy
print(f"- F_t,wb,Rd rows 1–2: {Fwbg/1e3:.2f} kN  (6.22)")
sub("Assembly")
alone = [min(F_fc, Ftwc * 1e3, F_ep1, FwbL[0]), min(F_fc, Ftwc * 1e3, F_ep2, FwbL[1])]
groups = {(0, 1): min(F_fcg, Ftwcg * 1e3, F_epg, Fwbg)}
F = rows(alone, groups, cap, h, Ft)
joint(F, h)
sub("Stiffness")
Lb = line("L_b", 15 + 15 + 2 * 3 + 0.5 * (12.5 + 18), "mm", "15 + 15 + 2·3 + (12.5 + 18)/2", "table 6.11")
k10 = 1.6 * 245 / Lb
lf = [min(l_fc, lg)] * 2
sh = [min(l5[0], nc1 if nc1 + nc2 < 2 * (pi * mp + p) else pi * mp + p), min(l5[1], nc2 if nc1 + nc2 < 2 * (pi * mp + p) else pi * mp + p)]
stiffness([0.7 * l * twc / dwc for l in lf], [0.9 * l * (tfc / m) ** 3 for l in lf], [0.9 * l * (tp / mp) ** 3 for l in sh], k10, h,
          lambda z: 0.38 * Avc / z, 0.7 * beffc * twc / dwc)

# ---------------------------------------------------------------- 2
head("2. Extended plate: IPE 400 to HEA 280, S275, M24 8.8, unstiffened")
print("End plate 20 × 200, 90 above, 20 below; rows at −45, 75, 150 and 330 below the top of the beam; gauge 110; fillets: flanges a 7, web a 5.")
fy, fu = 275.0, 430.0
hb, bb, tfb, twb, rb, Wpl = 400.0, 180.0, 13.5, 8.6, 21.0, 1307.1e3
hc, bc, tfc, twc, rc, Ac = 270.0, 280.0, 13.0, 8.0, 24.0, 97.264e2
tp, bp, w = 20.0, 200.0, 110.0
y = [-45.0, 75.0, 150.0, 330.0]
zc = hb - tfb / 2
h = [zc - a for a in y]
Ft = line("F_t,Rd", 0.9 * 800 * 353 / 1.25, "N", "0.9·800·353/1.25", "table 3.4")
sub("Shear panel, web in compression, beam flange")
Avc = line("A_vc", max(Ac - 2 * bc * tfc + (twc + 2 * rc) * tfc, (hc - 2 * tfc) * twc), "mm²", "9726.4 − 2·280·13 + (8 + 48)·13", "EN 1993-1-1 6.2.6")
Vwp = line("V_wp,Rd", 0.9 * fy * Avc / sqrt(3) / 1e3, "kN", "0.9·275·A_vc/√3", "6.7")
sp = tp + min(tp, 20 - 7 * sqrt(2))
beffc = line("b_eff,c,wc", tfb + 2 * sqrt(2) * 7 + 5 * (tfc + rc) + sp, "mm", f"13.5 + 2√2·7 + 5·(13+24) + {sp:.2f}", "6.11")
dwc = hc - 2 * (tfc + rc)
lp = 0.932 * sqrt(beffc * dwc * fy / (E * twc ** 2))
rho = 1.0 if lp <= 0.72 else (lp - 0.2) / lp ** 2
line("λ_p", lp, "", "0.932 √(b d f_y/(E t²))", "6.13c")
line("ρ", rho, "", "(λ_p − 0.2)/λ_p²", "6.13b")
Fcwc = line("F_c,wc,Rd", omega(beffc, twc, Avc) * min(1, rho) * beffc * twc * fy / 1e3, "kN", "ω ρ b t f_y", "6.9")
Fcfb = line("F_c,fb,Rd", Wpl * fy / (hb - tfb) / 1e3, "kN", "W_pl f_y/(h − t_f)", "6.21")
cap = min(Vwp, Fcwc, Fcfb) * 1e3
sub("Rows, column flange")
m = line("m", (w - twc) / 2 - 0.8 * rc, "mm", "(110 − 8)/2 − 0.8·24", "figure 6.8")
e, ep = (bc - w) / 2, (bp - w) / 2
n = line("n", min(e, ep, 1.25 * m), "mm", f"min({e}; {ep}; 1.25 m)", "table 6.2")
pitch = [y[i + 1] - y[i] for i in range(3)]
gf, gw = {}, {}
lfc = [min(2 * pi * m, 4 * m + 1.25 * e)] * 4
F_fc = stub("each row alone", 2 * pi * m, 4 * m + 1.25 * e, tfc, fy, m, n, 2 * Ft)
F_w = omega(lfc[0], twc, Avc) * lfc[0] * twc * fy
print(f"- F_t,wc,Rd each row: {F_w/1e3:.2f} kN  (6.15)")
for i in range(4):
    for j in range(i + 1, 4):
        cps, ncs = [], []
        for r in range(i, j + 1):
            if r == i or r == j:
                q = pitch[i] if r == i else pitch[j - 1]
                cps.append(pi * m + q)
                ncs.append(2 * m + 0.625 * e + 0.5 * q)
            else:
                q = (pitch[r - 1] + pitch[r]) / 2
                cps.append(2 * q)
                ncs.append(q)
        gf[(i, j)] = stub(f"rows {i+1}–{j+1}", sum(cps), sum(ncs), tfc, fy, m, n, 2 * (j - i + 1) * Ft)
        l = min(sum(cps), sum(ncs))
        gw[(i, j)] = omega(l, twc, Avc) * l * twc * fy
        print(f"  - column web over {l:.1f} mm: {gw[(i, j)]/1e3:.2f} kN  (6.15)")
        use = cps if sum(cps) < sum(ncs) else ncs
        for r in range(i, j + 1):
            lfc[r] = min(lfc[r], use[r - i])
sub("Rows, end plate")
mx = line("m_x", 45 - 0.8 * sqrt(2) * 7, "mm", "45 − 0.8√2·7", "figure 6.10")
ex = 45.0
cp = min(2 * pi * mx, pi * mx + w, pi * mx + 2 * ep)
nc = min(4 * mx + 1.25 * ex, ep + 2 * mx + 0.625 * ex, 0.5 * bp, 0.5 * w + 2 * mx + 0.625 * ex)
F_e = [stub("row 1, outside the flange", cp, nc, tp, fy, mx, min(ex, 1.25 * mx), 2 * Ft)]
l5 = [min(cp, nc)]
mp = line("m_p", (w - twb - 2 * 0.8 * sqrt(2) * 5) / 2, "mm", "(110 − 8.6 − 2·0.8√2·5)/2", "figure 6.10")
n2 = min(e, ep, 1.25 * mp)
m2 = line("m_2", y[1] - tfb - 0.8 * sqrt(2) * 7, "mm", "75 − 13.5 − 0.8√2·7", "figure 6.11")
a1 = line("α", alpha(mp / (mp + ep), m2 / (mp + ep)), "", f"figure 6.11 at λ1 {mp/(mp+ep):.3f}, λ2 {m2/(mp+ep):.3f}")
F_e.append(stub("row 2, next to the flange", 2 * pi * mp, a1 * mp, tp, fy, mp, n2, 2 * Ft))
l5.append(min(2 * pi * mp, a1 * mp))
for r in (2, 3):
    F_e.append(stub(f"row {r+1} alone", 2 * pi * mp, 4 * mp + 1.25 * ep, tp, fy, mp, n2, 2 * Ft))
    l5.append(min(2 * pi * mp, 4 * mp + 1.25 * ep))
wb = [None] + [min(l * twb * fy, 2 * l * 5 * fu / (sqrt(2) * 0.85 * 1.25)) for l in l5[1:]]
ge, gb = {}, {}
for i in (1, 2):
    for j in range(i + 1, 4):
        cps, ncs = [], []
        for r in range(i, j + 1):
            if r == i or r == j:
                q = pitch[i] if r == i else pitch[j - 1]
                cps.append(pi * mp + q)
                ncs.append(0.5 * q + a1 * mp - (2 * mp + 0.625 * ep) if r == 1 else 2 * mp + 0.625 * ep + 0.5 * q)
            else:
                q = (pitch[r - 1] + pitch[r]) / 2
                cps.append(2 * q)
                ncs.append(q)
        ge[(i, j)] = stub(f"rows {i+1}–{j+1}", sum(cps), sum(ncs), tp, fy, mp, n2, 2 * (j - i + 1) * Ft)
        gb[(i, j)] = min(sum(cps), sum(ncs)) * twb * fy
        print(f"  - beam web: {gb[(i, j)]/1e3:.2f} kN  (6.22)")
        use = cps if sum(cps) < sum(ncs) else ncs
        for r in range(i, j + 1):
            l5[r] = min(l5[r], use[r - i])
sub("Assembly")
alone = [min(F_fc, F_w, F_e[r], wb[r] if wb[r] else 1e99) for r in range(4)]
groups = {k: min(gf[k], gw[k], ge.get(k, 1e99), gb.get(k, 1e99)) for k in gf}
F = rows(alone, groups, cap, h, Ft)
joint(F, h)
sub("Stiffness")
Lb = line("L_b", tfc + tp + 2 * 4 + 0.5 * (15 + 21.5), "mm", "13 + 20 + 2·4 + (15 + 21.5)/2", "table 6.11")
mm = [mx, mp, mp, mp]
stiffness([0.7 * l * twc / dwc for l in lfc], [0.9 * l * (tfc / m) ** 3 for l in lfc], [0.9 * l * (tp / q) ** 3 for l, q in zip(l5, mm)],
          1.6 * 353 / Lb, h, lambda z: 0.38 * Avc / z, 0.7 * beffc * twc / dwc)

# ---------------------------------------------------------------- 3
head("3. Roof level, stiffened: IPE 450 to HEB 300, S355, M24 10.9")
print("Column ends 100 above the beam. End plate 25 × 210, 90 above, 20 below; rows at −45, 80, 170 below the top of the beam; gauge 120; fillets: flanges\n"
      "a 10, web a 6. Column stiffeners 15 mm, full width 144, a 7, opposite both flanges.")
fy, fu = 355.0, 490.0
hb, bb, tfb, twb, rb, Wpl = 450.0, 190.0, 14.6, 9.4, 21.0, 1701.8e3
hc, bc, tfc, twc, rc, Ac = 300.0, 300.0, 19.0, 11.0, 27.0, 149.08e2
tp, bp, w, ts, ast, bst = 25.0, 210.0, 120.0, 15.0, 7.0, 144.0
y = [-45.0, 80.0, 170.0]
zc = hb - tfb / 2
h = [zc - a for a in y]
Ft = line("F_t,Rd", 0.9 * 1000 * 353 / 1.25, "N", "0.9·1000·353/1.25", "table 3.4")
sub("Shear panel with the frame of flanges and stiffeners")
Avc = line("A_vc", Ac - 2 * bc * tfc + (twc + 2 * rc) * tfc, "mm²", "14908 − 2·300·19 + (11 + 54)·19", "EN 1993-1-1 6.2.6")
V0 = line("V_wp,Rd", 0.9 * fy * Avc / sqrt(3) / 1e3, "kN", "0.9·355·A_vc/√3", "6.7")
Mfc = line("M_pl,fc,Rd", 0.25 * bc * tfc ** 2 * fy / 1e6, "kNm", "0.25·300·19²·355", "6.2.6.1(4)")
Mst = line("M_pl,st,Rd", 0.25 * (2 * bst + twc) * ts ** 2 * fy / 1e6, "kNm", "0.25·299·15²·355", "6.2.6.1(4)")
ds = hb - tfb
Vadd = line("V_wp,add,Rd", min(4 * Mfc, 2 * Mfc + 2 * Mst) / ds * 1e3, "kN", "min(4 M_fc; 2 M_fc + 2 M_st)/d_s, d_s 435.4", "6.8")
Vwp = line("V_wp,Rd", V0 + Vadd, "kN", "with the frame")
sub("Stiffened web in compression: strut, and crushing beside the flange")
sp = tp + min(tp, 20 - 10 * sqrt(2))
beffc = tfb + 2 * sqrt(2) * 10 + 5 * (tfc + rc) + sp
om = omega(beffc, twc, Avc)
web = line("web's own share", om * beffc * twc * fy / 1e3, "kN", f"ω b t f_y with b {beffc:.2f}, ω {om:.4f}", "6.9")
eps = sqrt(235 / fy)
lw = ts + 30 * eps * twc
A = line("A_st", 2 * bst * ts + lw * twc, "mm²", f"2·144·15 + {lw:.1f}·11", "EN 1993-1-5 9.1")
I = line("I_st", ts * (2 * bst + twc) ** 3 / 12, "mm⁴", "15·299³/12")
Lcr = 0.75 * (hc - 2 * tfc)
lam = line("λ", sqrt(A * fy / (pi ** 2 * E * I / Lcr ** 2)), "", f"√(A f_y/N_cr), L_cr {Lcr:.1f}", "EN 1993-1-1 6.3.1.2")
chi = 1.0 if lam <= 0.2 else 1 / (0.5 * (1 + 0.49 * (lam - 0.2) + lam ** 2) + sqrt((0.5 * (1 + 0.49 * (lam - 0.2) + lam ** 2)) ** 2 - lam ** 2))
Nb = line("N_b,Rd", chi * A * fy / 1e3, "kN", "χ A f_y", "EN 1993-1-1 6.47")
Fs = 2 * (bst - rc) * ts * fy / 1e3
Fcr = line("crushing", Fs + web, "kN", f"2·(144 − 27)·15·355 + web = {Fs:.1f} + {web:.1f}")
Fcwc = min(Nb, Fcr)
Fcfb = line("F_c,fb,Rd", Wpl * fy / (hb - tfb) / 1e3, "kN", "W_pl f_y/(h − t_f)", "6.21")
cap = min(Vwp, Fcwc, Fcfb) * 1e3
sub("Rows, column flange (stiffener between rows 1 and 2, free end above row 1)")
m = line("m", (w - twc) / 2 - 0.8 * rc, "mm", "(120 − 11)/2 − 0.8·27", "figure 6.8")
e, ep = (bc - w) / 2, (bp - w) / 2
n = line("n", min(e, ep, 1.25 * m), "mm", f"min({e}; {ep}; 1.25 m)", "table 6.2")
ys = tfb / 2
e1 = 100.0 - 45.0
m21 = ys + 45 - ts / 2 - 0.8 * sqrt(2) * ast
m22 = 80 - ys - ts / 2 - 0.8 * sqrt(2) * ast
a1 = line("α row 1", alpha(m / (m + e), m21 / (m + e)), "", f"λ1 {m/(m+e):.3f}, λ2 {m21/(m+e):.3f}", "figure 6.11")
a2 = line("α row 2", alpha(m / (m + e), m22 / (m + e)), "", f"λ1 {m/(m+e):.3f}, λ2 {m22/(m+e):.3f}", "figure 6.11")
cp1, nc1 = min(2 * pi * m, pi * m + 2 * e1), min(a1 * m, e1 + a1 * m - (2 * m + 0.625 * e))
# Row 3: nearest stiffener without a row between is the one at the compression flange.
yb = hb - tfb / 2
m23 = yb - 170 - ts / 2 - 0.8 * sqrt(2) * ast
a3 = line("α row 3", alpha(m / (m + e), m23 / (m + e)), "", f"λ1 {m/(m+e):.3f}, λ2 {m23/(m+e):.3f} (far: 4m + 1.25e)", "figure 6.11")
F_fc = [stub("row 1, end row beside a stiffener", cp1, nc1, tfc, fy, m, n, 2 * Ft), stub("row 2, beside the stiffener", 2 * pi * m, a2 * m, tfc, fy, m, n, 2 * Ft),
        stub("row 3 alone", 2 * pi * m, a3 * m, tfc, fy, m, n, 2 * Ft)]
lfc = [min(cp1, nc1), min(2 * pi * m, a2 * m), min(2 * pi * m, a3 * m)]
p = 90.0
c2, c3 = pi * m + p, pi * m + p
n22, n33 = 0.5 * p + a2 * m - (2 * m + 0.625 * e), 0.5 * p + a3 * m - (2 * m + 0.625 * e)
g23 = stub("rows 2–3", c2 + c3, n22 + n33, tfc, fy, m, n, 4 * Ft)
l23 = min(c2 + c3, n22 + n33)
lfc_k = list(lfc)
use = (c2, c3) if c2 + c3 < n22 + n33 else (n22, n33)
lfc_k[1], lfc_k[2] = min(lfc_k[1], use[0]), min(lfc_k[2], use[1])
Fw = [omega(l, twc, Avc) * l * twc * fy for l in lfc]
w23 = omega(l23, twc, Avc) * l23 * twc * fy
print("- F_t,wc,Rd rows alone: " + ", ".join(f"{f/1e3:.2f}" for f in Fw) + f" kN; rows 2–3: {w23/1e3:.2f} kN  (6.15)")
sub("Rows, end plate")
mx, ex = line("m_x", 45 - 0.8 * sqrt(2) * 10, "mm", "45 − 0.8√2·10", "figure 6.10"), 45.0
cp = min(2 * pi * mx, pi * mx + w, pi * mx + 2 * ep)
nc = min(4 * mx + 1.25 * ex, ep + 2 * mx + 0.625 * ex, 0.5 * bp, 0.5 * w + 2 * mx + 0.625 * ex)
F_e = [stub("row 1, outside the flange", cp, nc, tp, fy, mx, min(ex, 1.25 * mx), 2 * Ft)]
l5 = [min(cp, nc)]
mp = line("m_p", (w - twb - 2 * 0.8 * sqrt(2) * 6) / 2, "mm", "(120 − 9.4 − 2·0.8√2·6)/2", "figure 6.10")
n2 = min(e, ep, 1.25 * mp)
m2 = 80 - tfb - 0.8 * sqrt(2) * 10
ap = line("α", alpha(mp / (mp + ep), m2 / (mp + ep)), "", f"λ1 {mp/(mp+ep):.3f}, λ2 {m2/(mp+ep):.3f}", "figure 6.11")
F_e += [stub("row 2, next to the flange", 2 * pi * mp, ap * mp, tp, fy, mp, n2, 2 * Ft), stub("row 3 alone", 2 * pi * mp, 4 * mp + 1.25 * ep, tp, fy, mp, n2, 2 * Ft)]
l5 += [min(2 * pi * mp, ap * mp), min(2 * pi * mp, 4 * mp + 1.25 * ep)]
q2, q3 = 0.5 * p + ap * mp - (2 * mp + 0.625 * ep), 2 * mp + 0.625 * ep + 0.5 * p
ge = stub("rows 2–3", 2 * (pi * mp + p), q2 + q3, tp, fy, mp, n2, 4 * Ft)
lw = [min(l * twb * fy, 2 * l * 6 * fu / (sqrt(2) * 0.9 * 1.25)) for l in l5[1:]]
gbw = min(2 * (pi * mp + p), q2 + q3) * twb * fy
print(f"- F_t,wb,Rd rows 2, 3: {lw[0]/1e3:.2f}, {lw[1]/1e3:.2f} kN; rows 2–3: {gbw/1e3:.2f} kN  (6.22)")
usep = (q2, q3) if q2 + q3 < 2 * (pi * mp + p) else (pi * mp + p, pi * mp + p)
l5k = [l5[0], min(l5[1], usep[0]), min(l5[2], usep[1])]
sub("Assembly")
alone = [min(F_fc[0], Fw[0], F_e[0]), min(F_fc[1], Fw[1], F_e[1], lw[0]), min(F_fc[2], Fw[2], F_e[2], lw[1])]
F = rows(alone, {(1, 2): min(g23, w23, ge, gbw)}, cap, h, Ft)
joint(F, h)
sub("Stiffness (k_2 infinite: stiffened)")
dwc = hc - 2 * (tfc + rc)
Lb = line("L_b", tfc + tp + 2 * 4 + 0.5 * (15 + 21.5), "mm", "19 + 25 + 2·4 + (15 + 21.5)/2", "table 6.11")
mm = [mx, mp, mp]
stiffness([0.7 * l * twc / dwc for l in lfc_k], [0.9 * l * (tfc / m) ** 3 for l in lfc_k], [0.9 * l * (tp / q) ** 3 for l, q in zip(l5k, mm)],
          1.6 * 353 / Lb, h, lambda z: 0.38 * Avc / z, None)
