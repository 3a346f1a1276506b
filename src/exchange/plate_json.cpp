#include "exchange/plate_json.h"
#include "plates/node_stiffness.h"
#include "words/phrases.h"
#include "words/plate_words.h"
#include <nlohmann/json.hpp>

namespace zg {

namespace {

using nlohmann::ordered_json;

ordered_json strengthJson(const PlateStrength& s, const LimitRules& rules) {
    ordered_json j{{"set", s.id}, {"computed", s.isLoaded}};
    if (!s.isLoaded) {
        j["reason"] = s.message;
        return j;
    }
    j.update({{"reached", s.reached},
              {"reserve", s.reserve},
              {"reserve_is_open", s.isReserveOpen},
              {"limit", limitWords(s.limit, s.limitPart, rules.strainLimit)},
              {"seconds", s.seconds}});
    if (!s.message.empty()) j["message"] = s.message;
    ordered_json parts = ordered_json::array(), bolts = ordered_json::array(), welds = ordered_json::array(),
                 contact = ordered_json::array();
    for (const PartUse& p : s.parts)
        parts.push_back({{"part", partId(p.part)},
                         {"stress_MPa", p.stress},
                         {"f_y_MPa", p.f_y},
                         {"plastic_strain", p.strain},
                         {"at_mm", p.strainAt}});
    for (const BoltUse& b : s.bolts) {
        bolts.push_back({{"row", partId(b.row)},
                         {"tension_N", b.tension},
                         {"shear_N", b.shear},
                         {"F_t_Rd_N", b.F_t_Rd},
                         {"F_b_Rd_N", b.F_b_Rd},
                         {"F_v_Rd_N", b.F_v_Rd},
                         {"B_p_Rd_N", b.B_p_Rd},
                         {"plastic_elongation_mm", b.elongation},
                         {"fracture_mm", b.fractureLength},
                         {"utilisation", b.utilisation()}});
        if (b.preload > 0) bolts.back().update({{"preload_N", b.preload}, {"clamp_N", b.clamp}, {"pulled_by_N", b.demand()}});
    }
    for (const WeldUse& w : s.welds) {
        ordered_json one{{"part", partId(w.part)}, {"stress_MPa", w.stress}, {"kind", w.strength > 0 ? "fillet" : "butt"}};
        if (w.strength > 0)
            one.update({{"strength_MPa", w.strength},
                        {"plastic_deformation_mm", w.deformation},
                        {"fracture_mm", w.limit},
                        {"utilisation", w.utilisation()}});
        welds.push_back(std::move(one));
    }
    for (const auto& [part, force] : s.contact) contact.push_back({{"part", partId(part)}, {"force_N", force}});
    j["plates"] = std::move(parts);
    j["bolts"] = std::move(bolts);
    j["welds"] = std::move(welds);
    j["contact"] = std::move(contact);
    if (!s.slips.empty()) {
        ordered_json slips = ordered_json::array();
        for (const SlipUse& slip : s.slips)
            slips.push_back({{"side", name(slip.side)},
                             {"no_slip_at", slip.isService ? "serviceability" : "ultimate"},
                             {"shear_N", slip.shear},
                             {"F_s_Rd_N", slip.F_s_Rd},
                             {"bolts", slip.bolts},
                             {"slipped", slip.slipped}});
        j["slip"] = std::move(slips);
    }
    if (s.isService) j["serviceability"] = true;
    j["balance"] = {{"largest_applied_N", s.balance.applied},
                    {"left_N", s.balance.left},
                    {"left_Nmm", s.balance.leftMoment},
                    {"residual", s.balance.residual}};
    return j;
}

ordered_json bucklingJson(const PlateBuckling& b) {
    ordered_json modes = ordered_json::array();
    for (const PlateMode& m : b.modes) {
        ordered_json shares = ordered_json::object();
        for (const PlateMode::Share& s : m.shares) shares[partId(s.part)] = s.energy;
        modes.push_back({{"factor", m.factor},
                         {"reach", m.reach == ModeReach::Local    ? "local"
                                   : m.reach == ModeReach::Member ? "member"
                                                                  : "joint"},
                         {"part", partId(m.part)},
                         {"energy", std::move(shares)},
                         {"membrane_share", m.membraneShare},
                         {"least_factor", m.leastFactor},
                         {"alpha_ult", m.alpha_ult},
                         {"slenderness", m.slenderness},
                         {"rho", m.rho},
                         {"utilisation_reduced_stress", m.reduced}});
    }
    ordered_json j{{"set", b.id}, {"complete", b.isComplete}, {"modes", std::move(modes)}, {"seconds", b.seconds}};
    if (!b.message.empty()) j["message"] = b.message;
    return j;
}

const char* idOf(ImperfectionRule rule) {
    return rule == ImperfectionRule::Panel ? "panel" : rule == ImperfectionRule::Outstand ? "outstand" : "bow";
}

ordered_json stabilityJson(const PlateStability& s, const LimitRules& rules) {
    ordered_json imperfections = ordered_json::array();
    for (const PlateImperfection& i : s.imperfections)
        imperfections.push_back({{"mode", i.mode + 1},
                                 {"part", partId(i.part)},
                                 {"rule", idOf(i.rule)},
                                 {"measured_mm", i.length},
                                 {"amplitude_mm", i.amplitude}});
    ordered_json webs = ordered_json::array();
    for (const PatchLoad& p : s.webs)
        webs.push_back({{"side", name(p.side)},
                        {"flange", p.isTop ? "top" : "bottom"},
                        {"load", p.kind == PatchLoadKind::OneFlange  ? "one flange"
                                 : p.kind == PatchLoadKind::Opposite ? "opposite"
                                                                     : "near the end"},
                        {"F_Ed_N", p.F_Ed},
                        {"F_Rd_N", p.F_Rd},
                        {"s_s_mm", p.s_s},
                        {"l_y_mm", p.l_y},
                        {"F_cr_N", p.F_cr},
                        {"slenderness", p.lambda},
                        {"chi", p.chi},
                        {"column_flange", p.flange == PatchFlange::Pressed  ? "pressed"
                                          : p.flange == PatchFlange::Pulled ? "pulled"
                                                                            : "class 4"},
                        {"eta_1", p.eta_1},
                        {"utilisation", p.utilisation()}});
    ordered_json j{{"set", s.run.id},
                   {"imperfections", std::move(imperfections)},
                   {"turned_over", s.isTurnedOver},
                   {"reserve_undeformed", s.plainReserve},
                   {"gamma_M1", s.gamma_M1},
                   {"utilisation", s.utilisation()},
                   {"webs_section_6", std::move(webs)},
                   {"run", strengthJson(s.run, rules)}};
    if (s.otherReserve > 0) j["reserve_other_sense"] = s.otherReserve;
    return j;
}

constexpr std::array<const char*, flexiblePartCount> flexibleNames{"column_web", "column_flanges", "end_plates", "bolts",
                                                                   "beam_ends",  "welds",          "contact",    "fittings"};

ordered_json curveJson(const PlateMomentRotation& m, const LimitRules& rules) {
    ordered_json points = ordered_json::array(), rows = ordered_json::array();
    for (const PlateCurvePoint& p : m.curve)
        points.push_back({{"phi_rad", p.phi},
                          {"M_Nmm", p.M},
                          {"plastic_strain", p.plasticStrain},
                          {"residual", p.residual},
                          {"panel_shear_N", p.panelShear},
                          {"compression_N", p.compression},
                          {"row_net_N", p.rowNet},
                          {"row_bolts_N", p.rowBolts}});
    ordered_json marks = ordered_json::array();
    for (const CurveMark& at : m.marks())
        marks.push_back({{"rule", EnumNames<MomentRule>::names[static_cast<int>(at.by)]}, {"M_Nmm", at.M}, {"phi_rad", at.phi}});
    ordered_json parts = ordered_json::array();
    for (const PartMark& at : m.parts)
        parts.push_back({{"part", partId(at.part)}, {"what", wordOf(at.what)}, {"M_Nmm", at.M}, {"phi_rad", at.phi}});
    for (const PlateRow& r : m.rows) rows.push_back({{"row", partId(r.row)}, {"bolts_N", r.tension}});
    ordered_json j = {{"side", name(m.side)},
                      {"tension", m.isReversed ? "bottom" : "top"},
                      {"S_j_ini_Nmm_per_rad", m.S_j_ini},
                      {"haunch_rad_per_Nmm", m.haunchFlexibility},
                      {"M_j_Rd_Nmm", m.M_j_Rd},
                      {"rule", EnumNames<MomentRule>::names[static_cast<int>(m.rule)]},
                      {"M_limit_Nmm", m.M_limit},
                      {"phi_Cd_rad", m.phi_Cd},
                      {"limit", limitWords(m.limit, m.limitPart, rules.strainLimit)},
                      {"marks", std::move(marks)},
                      {"parts", std::move(parts)},
                      {"complete", m.isComplete},
                      {"rows", std::move(rows)},
                      {"contact_N", m.contact},
                      {"axial_imbalance", m.axialImbalance},
                      {"freedoms", m.freedoms},
                      {"seconds", m.seconds},
                      {"M_phi", std::move(points)}};
    if (isKnown(m.flexibility)) {
        ordered_json gives = ordered_json::object();
        for (std::size_t i = 0; i < flexiblePartCount; ++i) gives[flexibleNames[i]] = m.flexibility[i];
        j["flexibility_rad_per_Nmm"] = std::move(gives);
    }
    if (!m.under.empty()) j["under"] = m.under;
    if (m.axis != CurveAxis::Major) j["axis"] = wordOf(m.axis);
    return j;
}

ordered_json cyclicJson(const PlateCyclic& c, const LimitRules& rules) {
    ordered_json beams = ordered_json::array(), path = ordered_json::array(), cycles = ordered_json::array(),
                 marks = ordered_json::array();
    for (const PlateCyclic::Beam& b : c.beams)
        beams.push_back({{"side", name(b.side)},
                         {"lever_mm", b.lever},
                         {"arm_mm", b.arm},
                         {"M_pl_Nmm", b.M_pl},
                         {"first_stiffness_Nmm_per_rad", b.stiffness}});
    for (const PlateCyclic::Point& p : c.path) path.push_back({{"drift_rad", p.drift}, {"M_Nmm", p.M}});
    for (const PlateCycle& k : c.cycles)
        cycles.push_back({{"drift_rad", k.drift},
                          {"repeats_the_one_before", k.isRepeated},
                          {"M_most_Nmm", k.most},
                          {"M_least_Nmm", k.least},
                          {"dissipated_Nmm", k.dissipated},
                          {"equivalent_damping", k.damping},
                          {"plastic_drift_rad", k.plasticDrift},
                          {"unloading_over_first_stiffness", k.unloading}});
    for (const PlateDriftMark& m : c.marks) {
        ordered_json parts = ordered_json::array();
        for (const PartUse& p : m.parts)
            parts.push_back({{"part", partId(p.part)}, {"accumulated_plastic_strain", p.strain}, {"at_mm", p.strainAt}});
        marks.push_back({{"drift_rad", m.drift}, {"M_Nmm", m.M}, {"parts", std::move(parts)}});
    }
    ordered_json j{{"protocol", EnumNames<CyclicProtocol>::names[static_cast<int>(c.protocol)]},
                   {"target_rad", c.target},
                   {"reached_rad", c.reached},
                   {"drift_with_0.8_M_pl_rad", c.driftWith(0.8)},
                   {"plastic_rotation_kept_rad", c.plasticDriftKept()},
                   {"expected_strength", c.expectedStrength},
                   {"hardening_E_t_over_E", c.hardening},
                   {"kinematic_share", c.kinematicPart},
                   {"bolts_tightened", c.isTightened},
                   {"dissipated_Nmm", c.dissipated()},
                   {"complete", c.isComplete},
                   {"freedoms", c.freedoms},
                   {"beams", std::move(beams)},
                   {"marks", std::move(marks)},
                   {"cycles", std::move(cycles)},
                   {"path", std::move(path)},
                   {"end", strengthJson(c.run, rules)}};
    if (c.yieldDrift > 0) j["yield_drift_rad"] = c.yieldDrift;
    if (c.neededDrift > 0) j["needed_drift_rad"] = c.neededDrift;
    if (c.neededRotation > 0) j["needed_plastic_rotation_rad"] = c.neededRotation;
    if (c.firstYieldDrift > 0) j["first_yield"] = {{"part", partId(c.firstYield)}, {"drift_rad", c.firstYieldDrift}};
    return j;
}

} // namespace

std::string plateJson(const Joint& joint, const PlateStudy& study, const std::vector<Reconciliation>& compared,
                      const LimitRules& rules) {
    ordered_json j{{"format", "zealous-girder-plate-result"},
                   {"version", 2},
                   {"units", {{"length", "mm"}, {"force", "N"}, {"moment", "Nmm"}, {"rotation", "rad"}}},
                   {"mark", joint.mark},
                   {"element_size_mm", study.elementSize},
                   {"freedoms", study.freedoms},
                   {"complete", study.isComplete},
                   {"seconds", study.seconds}};
    ordered_json sets = ordered_json::array(), buckling = ordered_json::array(), curves = ordered_json::array(),
                 over = ordered_json::array(), both = ordered_json::array(), checks = ordered_json::array();
    for (const PlateStrength& s : study.sets) sets.push_back(strengthJson(s, rules));
    for (const PlateBuckling& b : study.buckling) buckling.push_back(bucklingJson(b));
    for (const PlateMomentRotation& m : study.curves) curves.push_back(curveJson(m, rules));
    for (const PlateStrength& s : study.overStrength) over.push_back(strengthJson(s, rules));
    ordered_json stability = ordered_json::array();
    for (const PlateStability& s : study.stability) stability.push_back(stabilityJson(s, rules));
    for (const Reconciliation& r : compared) {
        ordered_json rows = ordered_json::array();
        for (const CounterpartRow& row : r.rows) {
            ordered_json one{{"what", nameOf(row)}, {"component", row.component}, {"plates", row.plates}, {"apart", row.apart()}};
            if (row.isByPlatesOnly()) one["apart"] = nullptr;
            if (row.reason != PartingReason::None) one["reason"] = sentenceOf(row.reason);
            rows.push_back(std::move(one));
        }
        both.push_back({{"side", name(r.side)},
                        {"tension", r.isReversed ? "bottom" : "top"},
                        {"forces_at_Nmm", r.M},
                        {"rows", std::move(rows)}});
    }
    for (const Check& c : plateChecks(study, rules))
        checks.push_back({{"id", idOf(c.code)},
                          {"title", titleOf(c, isTwoSided(joint))},
                          {"method", "plates"},
                          {"clause", c.clause},
                          {"state", wordOf(c.state)},
                          {"utilisation", c.utilisation},
                          {"parts", c.partCount > 0 ? ordered_json::array({partId(c.parts[0])}) : ordered_json::array()}});
    j["strength"] = std::move(sets);
    j["buckling"] = std::move(buckling);
    j["stability"] = std::move(stability);
    j["moment_rotation"] = std::move(curves);
    ordered_json under = ordered_json::array();
    for (const PlateMomentRotation& m : study.curvesUnder) under.push_back(curveJson(m, rules));
    j["moment_rotation_under"] = std::move(under);
    ordered_json about = ordered_json::array();
    for (const PlateMomentRotation& m : study.curvesAbout) about.push_back(curveJson(m, rules));
    j["moment_rotation_about"] = std::move(about);
    j["over_strength"] = std::move(over);
    ordered_json cyclic = ordered_json::array();
    for (const PlateCyclic& c : study.cyclic) cyclic.push_back(cyclicJson(c, rules));
    j["cyclic"] = std::move(cyclic);
    j["reconciliation"] = std::move(both);
    j["checks"] = std::move(checks);
    j["notes"] = study.notes;
    if (!study.mechanismWords.empty()) j["loose"] = {{"message", study.mechanismWords}, {"remedy", looseRemedy()}};
    return j.dump(2, ' ', false, ordered_json::error_handler_t::replace) + "\n";
}

std::string nodeStiffnessJson(const Joint& joint, const NodeStiffness& s) {
    ordered_json ends = ordered_json::array(), rows = ordered_json::array();
    for (const NodeStiffness::End& e : s.ends) ends.push_back({{"end", e.id}, {"at_mm", e.at}});
    const auto n = static_cast<std::ptrdiff_t>(s.size());
    for (std::ptrdiff_t i = 0; i < n; ++i)
        rows.push_back(std::vector<double>(s.matrix.begin() + i * n, s.matrix.begin() + (i + 1) * n));
    const ordered_json j{{"format", "zealous-girder-node-stiffness"},
                         {"version", 1},
                         {"units", {{"length", "mm"}, {"force", "N"}, {"moment", "Nmm"}, {"rotation", "rad"}}},
                         {"mark", joint.mark},
                         {"set", s.set},
                         {"part", s.part},
                         {"ends", std::move(ends)},
                         {"freedoms", {"u_x", "u_y", "u_z", "theta_x", "theta_y", "theta_z"}},
                         {"stiffness", std::move(rows)},
                         {"notes", s.notes}};
    return j.dump(2, ' ', false, ordered_json::error_handler_t::replace) + "\n";
}

} // namespace zg
