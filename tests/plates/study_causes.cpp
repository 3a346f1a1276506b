#include "base/text.h"
#include "component/verify.h"
#include "plates/moment_rotation.h"
#include "study_parts.h"
#include "words/plate_words.h"
#include <algorithm>
#include <cmath>

/// Why two methods part: what is suspected is taken away, and the difference must go.
namespace zg {
namespace {

constexpr double pi = 3.14159265358979323846;

std::string percent(double ratio) {
    const double off = 100 * (ratio - 1);
    return (off < 0 ? "" : "+") + fixedDecimals(off, 0) + " %";
}

/// Variations of one number, and which of them take half of the difference away.
class Trial {
public:
    Trial(const char* what, double ratio) : what_(what), ratio_(ratio) {}
    void add(const std::string& variation, double ratio) {
        if (!(ratio > 0) || !std::isfinite(ratio)) return;
        tried_ += (tried_.empty() ? "" : ", ") + variation + " " + percent(ratio);
        if (std::abs(ratio - 1) > 0.5 * std::abs(ratio_ - 1)) return;
        causes_ += (causes_.empty() ? "" : "; ") + variation;
    }
    [[nodiscard]] std::string words() const {
        return std::string(what_) + " " + percent(ratio_) + ": " + tried_ + ". Half or more goes with: **" +
               (causes_.empty() ? "none of these" : causes_) + "**.";
    }

private:
    const char* what_;
    double ratio_;
    std::string tried_, causes_;
};

std::optional<ConnectionResult> component(ResolvedJoint joint, EndId side, bool isReversed) {
    joint.actions.clear();
    const JointResult result = verify(joint, 0);
    const ConnectionResult* found = find(result.connections, side, isReversed);
    return found ? std::optional<ConnectionResult>(*found) : std::nullopt;
}

std::optional<PlateMomentRotation> plates(const ResolvedJoint& joint, const PlateMomentRotation& like, double hardening,
                                          double transverseShear, double beamStrength, double beamStiffness = 1) {
    MomentRotationSettings settings;
    settings.model.hardeningPart = hardening;
    settings.model.transverseShear = transverseShear;
    settings.model.beamStrength = beamStrength;
    settings.model.beamStiffness = beamStiffness;
    const auto p = momentRotation(joint, like.side, like.isReversed, settings);
    return p ? std::optional<PlateMomentRotation>(*p) : std::nullopt;
}

} // namespace

double median(std::vector<double> v) {
    std::sort(v.begin(), v.end());
    return v.empty() ? 0 : (v[v.size() / 2] + v[(v.size() - 1) / 2]) / 2;
}

std::string causesOf(const ResolvedJoint& joint, const ConnectionResult& one, const ConnectionResult* byWashers,
                     const PlateMomentRotation& p) {
    const double S = p.stiffnessOfJointAlone(p.S_j_ini), M_ratio = p.M_j_Rd / one.M_j_Rd, S_ratio = S / one.stiffness.S_j_ini;
    const bool isApartM = std::abs(M_ratio - 1) > 0.15,
               isApartS = std::isfinite(one.stiffness.S_j_ini) && std::abs(S_ratio - 1) > 0.15;
    std::string words;
    const PlateModelSettings usual;
    // Without the column's root fillets both methods have less to differ by.
    std::optional<double> M_sharp, S_sharp;
    if ((isApartM || isApartS) && joint.hasColumn && joint.column.section.r > 0) {
        ResolvedJoint sharp = joint;
        Section& s = sharp.column.section;
        s.A -= (4 - pi) * s.r * s.r;
        s.r = 0;
        const auto c = component(sharp, p.side, p.isReversed);
        const auto q = plates(sharp, p, usual.hardeningPart, 1, 1);
        if (c && q) M_sharp = q->M_j_Rd / c->M_j_Rd, S_sharp = q->stiffnessOfJointAlone(q->S_j_ini) / c->stiffness.S_j_ini;
    }
    // With stiffeners at all flanges no web is pulled or pressed across.
    std::optional<double> M_stiff, S_stiff;
    if ((isApartM || isApartS) && joint.hasColumn) {
        ResolvedJoint stiffened = joint;
        for (ResolvedSide& s : stiffened.sides) {
            StiffenerSpec spec;
            spec.thickness = std::ceil(s.flange);
            if (!s.spec.stiffenerTop) s.spec.stiffenerTop = spec, s.stiffenerTopSteel = joint.column.steel;
            if (!s.spec.stiffenerBottom) s.spec.stiffenerBottom = spec, s.stiffenerBottomSteel = joint.column.steel;
        }
        const auto c = component(stiffened, p.side, p.isReversed);
        const auto q = plates(stiffened, p, usual.hardeningPart, 1, 1);
        if (c && q) M_stiff = q->M_j_Rd / c->M_j_Rd, S_stiff = q->stiffnessOfJointAlone(q->S_j_ini) / c->stiffness.S_j_ini;
    }
    if (isApartM) {
        Trial trial("M_j,Rd", M_ratio);
        if (byWashers) trial.add("washers in mode 1 of the rules", p.M_j_Rd / byWashers->M_j_Rd);
        for (const CurveMark& m : p.marks())
            if (m.by == MomentRule::OnePercent || m.by == MomentRule::SecantThird)
                trial.add(std::string("read off at ") + wordOf(m.by), m.M / one.M_j_Rd);
        for (const PartMark& m : p.parts)
            if (m.what == PartEvent::BoltResistance) {
                trial.add("first bolt at its resistance", m.M / one.M_j_Rd);
                break;
            }
        if (M_sharp) trial.add("column without root fillets", *M_sharp);
        if (M_stiff) trial.add("column stiffened at all flanges", *M_stiff);
        if (const auto q = plates(joint, p, 1e-6, 1, 1)) trial.add("no hardening", q->M_j_Rd / one.M_j_Rd);
        const auto part = partOfId(p.limitPart);
        if (M_ratio < 1 && part && isOfBeam(*part))
            if (const auto q = plates(joint, p, usual.hardeningPart, 1, 3))
                trial.add("beams three times as strong", q->M_j_Rd / one.M_j_Rd);
        words += trial.words();
    }
    if (isApartS) {
        Trial trial("S_j,ini", S_ratio);
        if (S_sharp) trial.add("column without root fillets", *S_sharp);
        if (S_stiff) trial.add("column stiffened at all flanges", *S_stiff);
        if (const auto q = plates(joint, p, usual.hardeningPart, 1e3, 1))
            trial.add("plates that do not shear", q->stiffnessOfJointAlone(q->S_j_ini) / one.stiffness.S_j_ini);
        // A frame's column bends as a line under a moment that enters at a point, which the rules do not take off and a curve of
        // plates does.
        const double lessBent = one.stiffness.columnAsLine;
        if (lessBent > 0) trial.add("column bent as a line", 1 / (1 / S + lessBent) / one.stiffness.S_j_ini);
        if (const auto q = plates(joint, p, usual.hardeningPart, 1, 1, 1e3)) {
            const double plane = q->stiffnessOfJointAlone(q->S_j_ini);
            trial.add("beams whose ends stay plane", plane / one.stiffness.S_j_ini);
            if (lessBent > 0)
                trial.add("column bent as a line, beams whose ends stay plane",
                          1 / (1 / plane + lessBent) / one.stiffness.S_j_ini);
        }
        if (const auto q = plates(joint, p, usual.hardeningPart, 1e3, 1, 1e3))
            trial.add("both of these", q->stiffnessOfJointAlone(q->S_j_ini) / one.stiffness.S_j_ini);
        words += (words.empty() ? "" : " ") + trial.words();
    }
    return words;
}

} // namespace zg
