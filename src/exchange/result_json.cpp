#include "exchange/result_json.h"
#include "component/senses.h"
#include "words/ladder_words.h"
#include "words/phrases.h"
#include "words/set_words.h"
#include "words/verdict.h"
#include <cstdio>
#include <cstdlib>
#include <nlohmann/json.hpp>

namespace zg {
namespace {

using nlohmann::ordered_json;

ordered_json componentJson(const Component& c) {
    ordered_json j;
    if (!c.alone) return {{"state", "not-applicable"}};
    j["F_Rd_alone_N"] = *c.alone;
    if (c.mode) {
        j["mode"] = wordOf(*c.mode);
        j["pattern"] = c.isCircular ? "circular" : "non-circular";
        j["l_eff_mm"] = c.l_eff;
    }
    if (c.k > 0) j["k_mm"] = c.k;
    return j;
}

ordered_json rowJson(const RowResult& r) {
    ordered_json j;
    // A welded flange pulls where a bolted joint has its rows.
    if (r.place < 0)
        j["flange"] = "tension";
    else
        j["row"] = r.place + 1;
    j["h_r_mm"] = r.h_r;
    j["F_tr_Rd_N"] = r.F_tr_Rd;
    j["F_r_Ed_N"] = r.F_r_Ed;
    j["F_r_elastic_N"] = r.F_r_el;
    j["used"] = r.isUsed;
    j["limit"] = wordOf(r.limit);
    j["group_first_row"] = r.groupFirst + 1;
    for (const Component& c : r.chain) {
        if (c.kind == Limit::Bolts)
            j["k_10_mm"] = c.k;
        else
            j[keyOf(c.kind)] = componentJson(c);
    }
    j["k_eff_mm"] = r.k_eff;
    return j;
}

/// `isWhole`: with springs, rows and curve.
ordered_json connectionJson(const JointResult& result, const ConnectionResult& c, bool isWhole) {
    ordered_json j;
    j["side"] = name(c.side);
    j["set"] = c.set < 0 ? "" : result.actions[static_cast<std::size_t>(c.set)].id;
    j["tension"] = c.isReversed ? "bottom" : "top";
    j["N_Ed_N"] = c.forces.N;
    j["V_Ed_N"] = c.forces.V;
    j["M_Ed_Nmm"] = c.forces.M;
    j["M_j_Rd_Nmm"] = c.M_j_Rd;
    j["utilisation"] = c.utilisation;
    j["limit"] = wordOf(c.limit);
    const Stiffness& k = c.stiffness;
    // JSON has no infinity: nothing of the joint that is flexible is a word, never a number.
    const auto finite = [](double value) { return std::isinf(value) ? ordered_json("infinite") : ordered_json(value); };
    j["S_j_ini_Nmm_per_rad"] = finite(k.S_j_ini);
    j["S_j_Nmm_per_rad"] = finite(k.S_j);
    j["class_stiffness"] = wordOf(c.classification.stiffness);
    j["class_strength"] = wordOf(c.classification.strength);
    if (!isWhole) return j;
    j["beta"] = c.beta;
    j["axial_force_counted"] = c.isAxialCounted;
    // What is not there is left out, not zero: a splice has no column, a fin plate no compression.
    if (c.hasPanel) {
        j["V_wp_Rd_N"] = c.V_wp_Rd;
        j["F_c_wc_Rd_N"] = c.F_c_wc_Rd;
    }
    if (!c.isForShear) j["F_c_fb_Rd_N"] = c.F_c_fb_Rd;
    j["z_eq_mm"] = k.z_eq;
    if (!c.isForShear) j["k_eq_mm"] = k.k_eq > 0 || k.S_j_ini == 0 ? ordered_json(k.k_eq) : ordered_json("infinite");
    if (k.k_1_isInfinite)
        j["k_1_mm"] = "infinite";
    else
        j["k_1_mm"] = k.k_1;
    if (k.k_2_isInfinite)
        j["k_2_mm"] = "infinite";
    else
        j["k_2_mm"] = k.k_2;
    j["rotation_capacity"] = sentenceOf(c.classification.rotation);
    ordered_json curve = ordered_json::array();
    for (const CurvePoint& p : c.curve) curve.push_back({{"phi_rad", p.phi}, {"M_Nmm", p.M}});
    j["M_phi"] = std::move(curve);
    ordered_json rows = ordered_json::array();
    for (const RowResult& r : c.rows) rows.push_back(rowJson(r));
    j["rows"] = std::move(rows);
    return j;
}

const char* unitKey(Quantity q) {
    switch (q) {
    case Quantity::Force: return "N";
    case Quantity::Moment: return "Nmm";
    case Quantity::Length: return "mm";
    case Quantity::Stress: return "MPa";
    default: return "";
    }
}

/// Sets made of the beams' hinges, with the forces they come to.
ordered_json hingeSets(const JointResult& r) {
    ordered_json list = ordered_json::array();
    for (std::size_t i = static_cast<std::size_t>(r.givenSets); i < r.actions.size(); ++i) {
        ordered_json forces = ordered_json::array();
        for (const EndForces& f : r.actions[i].forces)
            forces.push_back({{"end", name(f.end)}, {"N_N", f.N}, {"V_N", f.V}, {"M_Nmm", f.M}});
        list.push_back({{"id", r.actions[i].id}, {"title", r.actions[i].title}, {"forces", std::move(forces)}});
    }
    return list;
}

ordered_json ladderJson(const JointResult& r, const Ladder& l) {
    ordered_json j{{"rules", keyOf(l.rules)},
                   {"side", name(l.side)},
                   {"tension", l.isReversed ? "bottom" : "top"},
                   {"set", l.set < 0 ? "" : r.actions[static_cast<std::size_t>(l.set)].id},
                   {"hinge_from_face_mm", l.hingeAt},
                   {"nominal_Nmm", l.nominal},
                   {"expected_Nmm", l.expected},
                   {"hardened_Nmm", l.hardened},
                   {"asked_Nmm", l.asked},
                   {"holds", l.holds()},
                   {"mechanism", mechanismOf(l)}};
    if (l.hasPanel) j["panel"] = wordOf(l.panel);
    if (l.restraint > 0) {
        j["K_s_L_over_EI"] = l.restraint;
        j["service_moment_Nmm"] = l.serviceMoment;
    }
    ordered_json rungs = ordered_json::array();
    for (const Rung& rung : l.rungs) {
        ordered_json k{{"id", rung.isHinge ? "hinge" : idOf(rung.code)},
                       {"name", nameOf(rung, l)},
                       {"part", partId(rung.part)},
                       {"ductile", rung.isDuctile},
                       {"design_Nmm", rung.design},
                       {"expected_Nmm", rung.expected}};
        if (rung.margin > 0) k["margin"] = rung.margin;
        k["clause"] = rung.clause;
        rungs.push_back(std::move(k));
    }
    j["rungs"] = std::move(rungs);
    return j;
}

ordered_json checkJson(const JointResult& result, const Check& c, bool isTwoSided) {
    ordered_json j;
    j["id"] = idOf(c.code);
    j["title"] = titleOf(c, isTwoSided);
    j["clause"] = c.clause;
    j["method"] = "component";
    j["kind"] = c.group == CheckGroup::Strength    ? "strength"
                : c.group == CheckGroup::Rule      ? "rule"
                : c.group == CheckGroup::Detailing ? "detailing"
                                                   : "not-done";
    j["side"] = name(c.side);
    if (c.set >= 0) j["set"] = setName(result, c);
    j["state"] = wordOf(c.state);
    if (c.group != CheckGroup::NotDone) {
        j["demand"] = c.demand;
        j["resistance"] = c.resistance;
        j["unit"] = unitKey(c.quantity);
        j["utilisation"] = c.utilisation;
    } else {
        j["reason"] = adviceOf(c);
    }
    ordered_json parts = ordered_json::array();
    for (int i = 0; i < c.partCount; ++i) parts.push_back(partId(c.parts[i]));
    j["parts"] = std::move(parts);
    return j;
}

ordered_json resultOf(const Job& job, const Joint& joint, const JointResult& r, Depth depth) {
    ordered_json j;
    const bool isTwoSided = zg::isTwoSided(joint);
    j["mark"] = joint.mark;
    j["title"] = joint.title;
    j["family"] = joint.recipe;
    j["computed"] = true;
    j["rules"] = EnumNames<RuleSet>::names[static_cast<std::size_t>(r.rules)];
    const auto resolved = resolve(job, joint);
    const std::vector<Clash> found = resolved ? clashesOf(*resolved) : std::vector<Clash>{};
    Verdict verdict = verdictOf(r, isTwoSided, joint.frame, job.settings.units);
    addClashes(verdict, found, isTwoSided);
    j["verdict"] = sentence(verdict);
    j["state"] = wordOf(verdict.state);
    ordered_json clashes = ordered_json::array();
    for (const Clash& c : found) clashes.push_back({{"parts", {partId(c.a), partId(c.b)}}, {"depth_mm", c.depth}});
    j["clashes"] = std::move(clashes);
    if (const Check* governing = governingCheck(r)) {
        j["governing"] = checkJson(r, *governing, isTwoSided);
        j["limited_by"] = checkJson(r, *limitingCheck(r), isTwoSided);
    }
    j["utilisation"] = r.utilisation;
    ordered_json connections = ordered_json::array();
    for (const ConnectionResult& c : r.connections) {
        const bool isWorst = isWorstOfSense(r, c);
        if (depth == Depth::Brief && !isWorst) continue;
        connections.push_back(connectionJson(r, c, depth == Depth::Full || (depth == Depth::ByPart && isWorst)));
    }
    j["connections"] = std::move(connections);
    if (const auto places = usesByPlace(r); !places.empty()) {
        ordered_json list = ordered_json::array();
        for (const PlaceUse& p : places) {
            ordered_json entry{{"place", p.place}, {"sets", p.sets}};
            if (p.worst) entry["governing"] = checkJson(r, *p.worst, isTwoSided);
            list.push_back(std::move(entry));
        }
        j["places"] = std::move(list);
    }
    if (depth != Depth::Brief) {
        ordered_json checks = ordered_json::array();
        for (const Check& c : depth == Depth::Full ? inOrder(r.checks) : ledger(r)) checks.push_back(checkJson(r, c, isTwoSided));
        j["checks"] = std::move(checks);
    }
    ordered_json balance = ordered_json::array();
    for (std::size_t i = 0; i < r.balance.size(); ++i) {
        const Imbalance& b = r.balance[i];
        if (depth != Depth::Full && (!b.isKnown || b.isBalanced)) continue; // what is amiss stands in every depth
        ordered_json entry{{"set", r.actions[i].id}, {"known", b.isKnown}};
        if (b.isKnown)
            entry.update({{"balanced", b.isBalanced},
                          {"horizontal_N", b.horizontal},
                          {"vertical_N", b.vertical},
                          {"moment_Nmm", b.moment}});
        balance.push_back(std::move(entry));
    }
    j["balance"] = std::move(balance);
    if (!r.ladders.empty()) {
        j["hinge_sets"] = hingeSets(r);
        ordered_json ladders = ordered_json::array();
        for (const Ladder& l : r.ladders) ladders.push_back(ladderJson(r, l));
        j["ladders"] = std::move(ladders);
    }
    return j;
}

/// Numbers in the units of the file's fields: kN, kNm, degrees.
ordered_json problemOf(const Diagnostic& d) {
    constexpr const char* severities[] = {"note", "warning", "error"};
    ordered_json j{{"severity", severities[static_cast<int>(d.severity)]},
                   {"code", name(d.code)},
                   {"subject", placeOf(d)},
                   {"message", sentenceOf(d)}};
    if (!d.path.empty()) j["field"] = d.path.str();
    const Unit unit = unitOf(d.quantity, UnitSystem::SI);
    const auto put = [&](const char* key, const std::optional<double>& x) {
        if (x && std::isfinite(*x)) j[key] = *x / unit.factor;
    };
    put("value", d.value);
    put("min", d.min);
    put("max", d.max);
    if (*unit.symbol && (d.value || d.max)) j["unit"] = unit.symbol;
    if (*clauseOf(d.code)) j["clause"] = clauseOf(d.code);
    return j;
}

ordered_json outcomeOf(const Job& job, const JointOutcome& o, Depth depth) {
    if (const auto* result = std::get_if<JointResultPtr>(&o.outcome)) return resultOf(job, *o.joint, **result, depth);
    ordered_json problems = ordered_json::array();
    for (const Diagnostic& d : std::get<Diagnostics>(o.outcome)) problems.push_back(problemOf(d));
    return {{"mark", o.joint->mark},
            {"title", o.joint->title},
            {"family", o.joint->recipe},
            {"computed", false},
            {"verdict", sentence(verdictOf(o.joint->mark, std::get<Diagnostics>(o.outcome)))},
            {"problems", std::move(problems)}};
}

/// Ten digits are enough for whoever reads on; the full document has all of them.
void roundNumbers(ordered_json& value) {
    if (value.is_number_float()) {
        char text[32];
        std::snprintf(text, sizeof text, "%.10g", value.get<double>());
        value = std::strtod(text, nullptr);
    } else if (value.is_structured()) {
        for (auto& inner : value) roundNumbers(inner);
    }
}

std::string plain(const ordered_json& value) { return value.dump(-1, ' ', false, ordered_json::error_handler_t::replace); }

/// A key a line, and a line for every element of a list: readable, and a third of what full indentation takes.
std::string lines(const ordered_json& object, const std::string& indent) {
    std::string text = "{";
    bool isFirst = true;
    for (const auto& [key, value] : object.items()) {
        text += (isFirst ? "\n" : ",\n") + indent + "  " + plain(key) + ": ";
        isFirst = false;
        if (!value.is_array() || value.empty() || !value.front().is_object()) {
            text += plain(value);
            continue;
        }
        text += '[';
        for (std::size_t i = 0; i < value.size(); ++i) text += (i ? ",\n    " : "\n    ") + indent + plain(value[i]);
        text += "\n  " + indent + "]";
    }
    return text + "\n" + indent + "}";
}

} // namespace

std::string resultJson(const Job& job, const std::vector<JointOutcome>& outcomes, const Diagnostics& notes, Depth depth) {
    constexpr const char* depths[] = {"brief", "parts", "full"};
    ordered_json document{{"format", "zealous-girder-result"},
                          {"version", 1},
                          {"depth", depths[static_cast<int>(depth)]},
                          {"units", {{"length", "mm"}, {"force", "N"}, {"moment", "Nmm"}, {"rotation", "rad"}}},
                          {"title", job.title}};
    ordered_json said = ordered_json::array();
    for (const Diagnostic& d : notes) said.push_back(problemOf(d));
    document["notes"] = std::move(said);
    // Joint by joint: hundreds of joints with their curves do not fit into memory twice.
    std::string text = lines(document, "");
    text.resize(text.size() - 2); // the closing line
    text += ",\n  \"joints\": [";
    for (std::size_t i = 0; i < outcomes.size(); ++i) {
        ordered_json outcome = outcomeOf(job, outcomes[i], depth);
        if (depth != Depth::Full) roundNumbers(outcome);
        text += (i ? ",\n    " : "\n    ") + lines(outcome, "    ");
    }
    return text + (outcomes.empty() ? "]\n}\n" : "\n  ]\n}\n");
}

} // namespace zg
