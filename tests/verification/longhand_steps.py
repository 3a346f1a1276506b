"""The steps that the longhand examples share; nothing of the program is among them."""
from math import sqrt

E = 210000.0


def head(text):
    print("\n## " + text + "\n")


def sub(text):
    print("\n### " + text + "\n")


def line(name, value, unit, how, clause=""):
    print(f"- {name} = {how} = **{value:.6g}** {unit}" + (f"  ({clause})" if clause else ""))
    return value


def stub(name, cp, nc, t, fy, m, n, SFt):
    """T-stub by table 6.2, method 1, no backing plates."""
    l1, l2 = min(cp, nc), nc
    M1, M2 = 0.25 * l1 * t * t * fy, 0.25 * l2 * t * t * fy
    F1, F2 = 4 * M1 / m, (2 * M2 + n * SFt) / (m + n)
    F = min(F1, F2, SFt)
    mode = 1 if F == F1 else 2 if F == F2 else 3
    print(f"- {name}: l_cp {cp:.2f}, l_nc {nc:.2f}; M1 {M1/1e6:.4f}, M2 {M2/1e6:.4f} kNm; F1 {F1/1e3:.2f}, F2 {F2/1e3:.2f}, F3 {SFt/1e3:.2f}; "
          f"**F = {F/1e3:.2f} kN, mode {mode}** (table 6.2)")
    return F


def alpha(l1, l2):
    """Figure 6.11 in closed form, by plain scanning (another method than the program's bisection)."""
    best, a = None, 4.45
    while a <= 8.0 + 1e-9:
        p = 1.25 / (a - 2.75)
        q = a * p / 2
        x = p if l2 >= q else p + (1 - p) * ((q - l2) / q) ** (0.185 * a ** 1.785)
        if best is None or abs(x - l1) < best[0]:
            best = (abs(x - l1), a)
        a += 0.00002
    return best[1]


def omega(beff, tw, Avc):
    return 1 / sqrt(1 + 1.3 * (beff * tw / Avc) ** 2)


def rows(alone, groups, cap, h, FtRd):
    """Rows from the top; groups: {(first, last): resistance}."""
    F = []
    for r in range(len(alone)):
        f = alone[r]
        for i in range(r):
            if (i, r) in groups:
                f = min(f, groups[(i, r)] - sum(F[i:r]))
        for x in range(r):
            if F[x] > 1.9 * FtRd:
                f = min(f, F[x] * h[r] / h[x])
        f = max(0.0, min(f, cap - sum(F)))
        print(f"- row {r+1}: alone {alone[r]/1e3:.2f}; " +
              "; ".join(f"group {i+1}–{r+1} leaves {(groups[(i, r)] - sum(F[i:r]))/1e3:.2f}" for i in range(r) if (i, r) in groups) +
              f"; limit leaves {(cap - sum(F))/1e3:.2f}; **F_tr = {f/1e3:.2f} kN**  (6.2.7.2)")
        F.append(f)
    return F


def joint(F, h):
    M = sum(a * b for a, b in zip(F, h))
    return line("M_j,Rd", M / 1e6, "kNm", "Σ h_r F_tr,Rd", "6.2.7.2(1)")


def stiffness(k3, k4, k5, k10, h, k1, k2):
    keff = [1 / (1 / a + 1 / b + 1 / c + 1 / k10) for a, b, c in zip(k3, k4, k5)]
    for r, (a, b, c, k) in enumerate(zip(k3, k4, k5, keff)):
        print(f"- row {r+1}: k3 {a:.3f}, k4 {b:.3f}, k5 {c:.3f}, k10 {k10:.3f}; **k_eff = {k:.4f} mm**  (6.30)")
    z = sum(k * x * x for k, x in zip(keff, h)) / sum(k * x for k, x in zip(keff, h))
    keq = sum(k * x for k, x in zip(keff, h)) / z
    line("z_eq", z, "mm", "Σk h² / Σk h", "6.31")
    line("k_eq", keq, "mm", "Σk h / z_eq", "6.29")
    inv = 1 / keq
    if k1:
        v = k1(z)
        line("k_1", v, "mm", "0.38 A_vc/(β z)", "table 6.11")
        inv += 1 / v
    if k2:
        line("k_2", k2, "mm", "0.7 b_eff,c t_wc/d_c", "table 6.11")
        inv += 1 / k2
    return line("S_j,ini", E * z * z / inv / 1e9, "MNm/rad", "E z²/Σ(1/k)", "6.27")
