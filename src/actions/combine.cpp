#include "actions/combine.h"
#include "base/text.h"
#include "joint/joint.h"
#include <algorithm>
#include <cmath>
#include <functional>
#include <map>
#include <set>

namespace zg {
namespace {

constexpr std::size_t most = 5000;

bool isImposed(CaseNature n) { return n >= CaseNature::ImposedA && n <= CaseNature::ImposedH; }
bool isSnow(CaseNature n) { return n == CaseNature::Snow || n == CaseNature::SnowHigh; }
bool isVariable(CaseNature n) {
    return isImposed(n) || isSnow(n) || n == CaseNature::Wind || n == CaseNature::Thermal || n == CaseNature::Rain;
}

/// Too many to list: said, not cut off.
struct TooMany {};

class Combiner {
public:
    Combiner(const std::vector<ActionCase>& cases, const CombinationRules& rules) : cases_(cases), r_(rules) {}

    std::vector<Combination> run() {
        const bool isEn = r_.basis == CombinationBasis::En610 || r_.basis == CombinationBasis::En610ab;
        isEn ? en() : asce(r_.basis == CombinationBasis::Asce7Strength);
        return std::move(out_);
    }

private:
    using Factors = std::vector<double>;

    [[nodiscard]] Factors none() const { return Factors(cases_.size(), 0); }
    [[nodiscard]] std::vector<std::size_t> of(const std::function<bool(CaseNature)>& is) const {
        std::vector<std::size_t> list;
        for (std::size_t i = 0; i < cases_.size(); ++i)
            if (is(cases_[i].nature)) list.push_back(i);
        return list;
    }

    void add(const char* rule, SetKind kind, const Factors& f) {
        if (std::all_of(f.begin(), f.end(), [](double x) { return x == 0; })) return;
        if (!met_.insert({static_cast<int>(kind), f}).second) return;
        if (out_.size() >= most) throw TooMany{};
        out_.push_back({rule, kind, f});
    }

    /// Every choice of some of the cases (none of them too) in which no two share a group.
    void choices(const std::vector<std::size_t>& from, const std::function<void(const std::vector<std::size_t>&)>& use) const {
        std::vector<std::size_t> chosen;
        std::size_t count = 0;
        const std::function<void(std::size_t)> next = [&](std::size_t at) {
            if (at == from.size()) {
                if (++count > 4 * most) throw TooMany{};
                return use(chosen);
            }
            next(at + 1);
            const std::string& group = cases_[from[at]].group;
            const bool isTaken = !group.empty() && std::any_of(chosen.begin(), chosen.end(),
                                                               [&](std::size_t c) { return cases_[c].group == group; });
            if (isTaken) return;
            chosen.push_back(from[at]);
            next(at + 1);
            chosen.pop_back();
        };
        next(0);
    }

    /// Permanent actions, all unfavourable, then all favourable; each by itself where they have sources of their own.
    void permanents(double sup, double inf, const std::function<void(const Factors&)>& use) const {
        const auto list = of([](CaseNature n) { return n == CaseNature::Permanent; });
        Factors f = none();
        const auto with = [&](double factor) {
            for (const std::size_t i : list) f[i] = factor;
            use(f);
        };
        if (r_.isOneSource || list.size() < 2) {
            with(sup);
            if (inf != sup && !list.empty()) with(inf);
            return;
        }
        const std::function<void(std::size_t)> next = [&](std::size_t at) {
            if (at == list.size()) return use(f);
            f[list[at]] = sup;
            next(at + 1);
            if (inf == sup) return;
            f[list[at]] = inf;
            next(at + 1);
        };
        next(0);
    }

    /// With each notional case of a group, or without where there is none.
    void withNotional(const Factors& f, const std::function<void(const Factors&)>& use) const {
        const auto list = of([](CaseNature n) { return n == CaseNature::Notional; });
        choices(list, [&](const std::vector<std::size_t>& chosen) {
            Factors g = f;
            for (const std::size_t c : chosen) g[c] = 1;
            use(g);
        });
    }

    // ---- EN 1990:2002 6.4.3 and 6.5.3
    enum class Lead { Full, Psi0, Psi1, Psi2 };
    [[nodiscard]] double value(std::size_t c, Lead lead) const {
        const PsiOf psi = psiOf(cases_[c].nature, r_);
        return lead == Lead::Full ? 1 : lead == Lead::Psi0 ? psi.psi_0 : lead == Lead::Psi1 ? psi.psi_1 : psi.psi_2;
    }

    /// Permanent actions with each choice of variable ones; each of these leads once, or none does (`leads` false).
    void variables(const char* rule, SetKind kind, double sup, double inf, double gamma, Lead leading, Lead others, bool leads,
                   bool hasNotional) {
        const auto list = of(isVariable);
        permanents(sup, inf, [&](const Factors& G) {
            choices(list, [&](const std::vector<std::size_t>& chosen) {
                const auto put = [&](std::size_t leader) {
                    Factors f = G;
                    for (const std::size_t c : chosen) f[c] = gamma * value(c, leads && c == leader ? leading : others);
                    if (hasNotional)
                        withNotional(f, [&](const Factors& g) { add(rule, kind, g); });
                    else
                        add(rule, kind, f);
                };
                if (!leads || chosen.empty()) return put(cases_.size());
                for (const std::size_t leader : chosen) put(leader);
            });
        });
    }

    void en() {
        const auto ultimate = [&](const char* rule, double sup, Lead lead, bool leads) {
            variables(rule, SetKind::Ultimate, sup, r_.gamma_G_inf, r_.gamma_Q, lead, Lead::Psi0, leads, true);
        };
        if (r_.basis == CombinationBasis::En610) {
            ultimate("(6.10)", r_.gamma_G_sup, Lead::Full, true);
        } else {
            ultimate("(6.10a)", r_.gamma_G_sup, Lead::Psi0, false);
            ultimate("(6.10b)", r_.xi * r_.gamma_G_sup, Lead::Full, true);
        }
        for (const std::size_t e : of([](CaseNature n) { return n == CaseNature::Seismic; }))
            choices(of(isVariable), [&](const std::vector<std::size_t>& chosen) {
                permanents(1, 1, [&](const Factors& G) {
                    Factors f = G;
                    f[e] = 1;
                    for (const std::size_t c : chosen) f[c] = value(c, Lead::Psi2);
                    add("(6.12b)", SetKind::Ultimate, f);
                });
            });
        const auto service = [&](const char* rule, Lead lead, Lead others, bool leads) {
            variables(rule, SetKind::Serviceability, 1, 1, 1, lead, others, leads, false);
        };
        if (r_.hasCharacteristic) service("(6.14b)", Lead::Full, Lead::Psi0, true);
        if (r_.hasFrequent) service("(6.15b)", Lead::Psi1, Lead::Psi2, true);
        if (r_.hasQuasiPermanent) service("(6.16b)", Lead::Psi2, Lead::Psi2, false);
    }

    // ---- ASCE 7-16 2.3.1, 2.3.6, 2.4.1, 2.4.5
    enum class Slot { Live, Roof, Snow, Wind, Seismic };
    [[nodiscard]] std::vector<std::size_t> casesOf(Slot slot) const {
        return of([slot](CaseNature n) {
            switch (slot) {
            case Slot::Live: return isImposed(n) && n != CaseNature::ImposedH;
            case Slot::Roof: return n == CaseNature::ImposedH || isSnow(n) || n == CaseNature::Rain;
            case Slot::Snow: return isSnow(n);
            case Slot::Wind: return n == CaseNature::Wind;
            case Slot::Seismic: return n == CaseNature::Seismic;
            }
            return false;
        });
    }
    struct Term {
        Slot slot;
        double factor;
        bool isNeeded; ///< without it the combination is none of this rule
    };
    void formula(const char* rule, SetKind kind, double D, const std::vector<Term>& terms) {
        const auto dead = of([](CaseNature n) { return n == CaseNature::Permanent; });
        const std::function<void(std::size_t, const Factors&)> next = [&](std::size_t at, const Factors& f) {
            if (at == terms.size()) return withNotional(f, [&](const Factors& g) { add(rule, kind, g); });
            const Term& t = terms[at];
            if (!t.isNeeded) next(at + 1, f);
            if (t.slot == Slot::Live) {
                choices(casesOf(t.slot), [&](const std::vector<std::size_t>& chosen) {
                    if (chosen.empty()) return;
                    Factors g = f;
                    for (const std::size_t c : chosen) g[c] = t.factor;
                    next(at + 1, g);
                });
            } else {
                for (const std::size_t c : casesOf(t.slot)) { // one of them: "Lr or S or R", one wind, one earthquake
                    Factors g = f;
                    g[c] = t.factor;
                    next(at + 1, g);
                }
            }
        };
        Factors f = none();
        for (const std::size_t d : dead) f[d] = D;
        next(0, f);
    }

    void asce(bool isStrength) {
        if (isStrength) {
            const SetKind kind = SetKind::Ultimate;
            const double L = r_.companionLive;
            formula("2.3.1(1)", kind, 1.4, {});
            formula("2.3.1(2)", kind, 1.2, {{Slot::Live, 1.6, false}, {Slot::Roof, 0.5, false}});
            formula("2.3.1(3)", kind, 1.2, {{Slot::Roof, 1.6, true}, {Slot::Live, L, false}});
            formula("2.3.1(3)", kind, 1.2, {{Slot::Roof, 1.6, true}, {Slot::Wind, 0.5, true}});
            formula("2.3.1(4)", kind, 1.2, {{Slot::Wind, 1, true}, {Slot::Live, L, false}, {Slot::Roof, 0.5, false}});
            formula("2.3.1(5)", kind, 0.9, {{Slot::Wind, 1, true}});
            formula("2.3.6(6)", kind, 1.2, {{Slot::Seismic, 1, true}, {Slot::Live, L, false}, {Slot::Snow, 0.2, false}});
            formula("2.3.6(7)", kind, 0.9, {{Slot::Seismic, 1, true}});
            return;
        }
        const SetKind kind = SetKind::Allowable;
        formula("2.4.1(1)", kind, 1, {});
        formula("2.4.1(2)", kind, 1, {{Slot::Live, 1, true}});
        formula("2.4.1(3)", kind, 1, {{Slot::Roof, 1, true}});
        formula("2.4.1(4)", kind, 1, {{Slot::Live, 0.75, true}, {Slot::Roof, 0.75, true}});
        formula("2.4.1(5)", kind, 1, {{Slot::Wind, 0.6, true}});
        formula("2.4.1(6)", kind, 1, {{Slot::Live, 0.75, false}, {Slot::Wind, 0.45, true}, {Slot::Roof, 0.75, false}});
        formula("2.4.1(7)", kind, 0.6, {{Slot::Wind, 0.6, true}});
        formula("2.4.5(8)", kind, 1, {{Slot::Seismic, 0.7, true}});
        formula("2.4.5(9)", kind, 1, {{Slot::Seismic, 0.525, true}, {Slot::Live, 0.75, false}, {Slot::Snow, 0.75, false}});
        formula("2.4.5(10)", kind, 0.6, {{Slot::Seismic, 0.7, true}});
    }

    const std::vector<ActionCase>& cases_;
    const CombinationRules& r_;
    std::vector<Combination> out_;
    std::set<std::pair<int, Factors>> met_;
};

Diagnostic said(const std::string& where, const std::string& text) { return {Severity::Error, where, text}; }

/// Natures that the rules have no factor for, and names that cannot be told apart.
Diagnostics wrongWith(const std::vector<ActionCase>& cases, const CombinationRules& rules) {
    Diagnostics wrong;
    if (cases.empty()) wrong.push_back(said("cases", "There is no case to make sets of."));
    const bool isEn = rules.basis == CombinationBasis::En610 || rules.basis == CombinationBasis::En610ab;
    std::set<std::string> names;
    for (const ActionCase& c : cases) {
        const std::string where = "case " + printable(c.id);
        if (c.id.empty()) wrong.push_back(said("cases", "A case has no name."));
        if (!names.insert(c.id).second) wrong.push_back(said(where, "Two cases have this name."));
        const bool hasPsi = std::any_of(rules.psi.begin(), rules.psi.end(), [&](const PsiOf& p) { return p.nature == c.nature; });
        if (isEn && c.nature == CaseNature::Rain && !hasPsi)
            wrong.push_back(
                said(where, "EN 1990 has no factors for rain: give psi_0, psi_1, psi_2 in the rules, or another nature."));
        if (!isEn && c.nature == CaseNature::Thermal)
            wrong.push_back(said(where,
                                 "ASCE 7-16 2.3.4 leaves the factor of self-straining actions to the engineer: put them into a "
                                 "direct set."));
    }
    return wrong;
}

void addScaled(ActionSet& set, const std::vector<EndForces>& forces, double factor) {
    for (const EndForces& f : forces) {
        EndForces& to = forcesOf(set, f.end);
        to.N += factor * f.N, to.V += factor * f.V, to.M += factor * f.M;
        const auto across = [&](std::optional<double> EndForces::*which) {
            if (f.*which) to.*which = (to.*which).value_or(0) + factor * *(f.*which);
        };
        across(&EndForces::V_y), across(&EndForces::M_z), across(&EndForces::T);
    }
}

ActionSet setFrom(const std::vector<ActionCase>& cases, const std::vector<CombinationTerm>& terms) {
    ActionSet set;
    set.made = terms;
    for (const CombinationTerm& t : terms)
        for (const ActionCase& c : cases)
            if (c.id == t.case_) addScaled(set, c.forces, t.factor);
    return set;
}

} // namespace

PsiOf psiOf(CaseNature nature, const CombinationRules& rules) {
    for (const PsiOf& own : rules.psi)
        if (own.nature == nature) return own;
    switch (nature) {
    case CaseNature::ImposedA:
    case CaseNature::ImposedB: return {nature, 0.7, 0.5, 0.3};
    case CaseNature::ImposedC:
    case CaseNature::ImposedD: return {nature, 0.7, 0.7, 0.6};
    case CaseNature::ImposedE: return {nature, 1.0, 0.9, 0.8};
    case CaseNature::ImposedF: return {nature, 0.7, 0.7, 0.6};
    case CaseNature::ImposedG: return {nature, 0.7, 0.5, 0.3};
    case CaseNature::Snow: return {nature, 0.5, 0.2, 0};
    case CaseNature::SnowHigh: return {nature, 0.7, 0.5, 0.2};
    case CaseNature::Wind: return {nature, 0.6, 0.2, 0};
    case CaseNature::Thermal: return {nature, 0.6, 0.5, 0};
    default: return {nature, 0, 0, 0};
    }
}

tl::expected<std::vector<Combination>, Diagnostics> combinationsOf(const std::vector<ActionCase>& cases,
                                                                   const CombinationRules& rules) {
    if (Diagnostics wrong = wrongWith(cases, rules); !wrong.empty()) return tl::unexpected(std::move(wrong));
    try {
        return Combiner(cases, rules).run();
    } catch (const TooMany&) {
        return tl::unexpected(Diagnostics{said("cases", "These cases give more than 5000 combinations. Give cases that never act "
                                                        "together (directions of wind, places of a load) one group.")});
    }
}

tl::expected<std::vector<ActionSet>, Diagnostics> setsOf(const std::vector<ActionCase>& cases, const CombinationRules& rules) {
    const auto combinations = combinationsOf(cases, rules);
    if (!combinations) return tl::unexpected(combinations.error());
    std::vector<ActionSet> sets;
    std::map<std::string, int> count;
    for (const Combination& c : *combinations) {
        std::vector<CombinationTerm> terms;
        for (std::size_t i = 0; i < cases.size(); ++i)
            if (c.factors[i] != 0) terms.push_back({cases[i].id, c.factors[i]});
        ActionSet set = setFrom(cases, terms);
        const std::string letter = c.kind == SetKind::Allowable                           ? "A"
                                   : c.rule == "(6.14b)"                                  ? "C"
                                   : c.rule == "(6.15b)"                                  ? "F"
                                   : c.rule == "(6.16b)"                                  ? "Q"
                                   : c.rule == "(6.12b)" || c.rule.rfind("2.3.6", 0) == 0 ? "E"
                                                                                          : "U";
        set.id = letter + std::to_string(++count[letter]);
        set.kind = c.kind;
        set.title = madeOf(set) + "  " + c.rule;
        sets.push_back(std::move(set));
    }
    return sets;
}

tl::expected<void, Diagnostics> makeSets(Joint& joint, const CombinationRules& rules) {
    auto made = setsOf(joint.cases, rules);
    if (!made) return tl::unexpected(made.error());
    std::vector<ActionSet> sets;
    std::set<std::string> names;
    for (const ActionSet& s : joint.actions)
        if (s.made.empty()) names.insert(s.id), sets.push_back(s);
    for (ActionSet& s : *made) {
        const std::string letter(1, s.id[0]);
        int number = std::stoi(s.id.substr(1));
        while (!names.insert(s.id).second) s.id = letter + std::to_string(++number);
        sets.push_back(std::move(s));
    }
    joint.actions = std::move(sets);
    return {};
}

std::string madeOf(const ActionSet& set) {
    std::string text;
    for (const CombinationTerm& t : set.made)
        text += (text.empty() ? "" : " + ") + (t.factor == 1 ? "" : significant(t.factor, 5) + " ") + t.case_;
    return text;
}

bool isOutOfDate(const Joint& joint, const ActionSet& set) {
    if (set.made.empty()) return false;
    for (const CombinationTerm& t : set.made)
        if (std::none_of(joint.cases.begin(), joint.cases.end(), [&](const ActionCase& c) { return c.id == t.case_; }))
            return true;
    const ActionSet now = setFrom(joint.cases, set.made);
    const auto near = [](double a, double b) { return std::abs(a - b) <= 1e-6 * std::max({1.0, std::abs(a), std::abs(b)}); };
    for (const std::vector<EndForces>* list : {&now.forces, &set.forces})
        for (const EndForces& f : *list) {
            const EndForces a = forcesAt(now, f.end), b = forcesAt(set, f.end);
            if (!near(a.N, b.N) || !near(a.V, b.V) || !near(a.M, b.M) || !near(a.V_y.value_or(0), b.V_y.value_or(0)) ||
                !near(a.M_z.value_or(0), b.M_z.value_or(0)) || !near(a.T.value_or(0), b.T.value_or(0)))
                return true;
        }
    return false;
}

} // namespace zg
