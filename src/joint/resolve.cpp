#include "joint/resolve.h"
#include "base/text.h"
#include "joint/validate.h"
#include <algorithm>
#include <cmath>

namespace zg {
namespace {

constexpr std::size_t mostRows = 40; ///< groups grow with its square

class Resolver {
public:
    Resolver(const Job& job, const Joint& joint) : job_(job), joint_(joint) {}

    ResolvedJoint run() {
        ResolvedJoint r;
        r.id = joint_.id;
        r.mark = joint_.mark;
        r.settings = job_.settings;
        r.frame = joint_.frame;
        r.reference = joint_.reference;
        r.columnSpec = joint_.column;
        r.column = member(joint_.column.member, "column");
        r.right = side(joint_.right, SideId::Right);
        if (joint_.left) r.left = side(*joint_.left, SideId::Left);
        r.doubler = joint_.doubler;
        if (r.doubler) r.doublerSteel = steel(r.doubler->steel, r.doubler->thickness, "doubler");
        r.diagonal = joint_.diagonal;
        if (r.diagonal) r.diagonalSteel = steel(r.diagonal->steel, r.diagonal->thickness, "diagonal");
        r.actions = joint_.actions;
        r.plates = platesOf(joint_);
        return r;
    }
    Diagnostics found;

private:
    void error(const std::string& where, const std::string& message) {
        found.push_back({Severity::Error, joint_.mark + "/" + where, message});
    }

    SteelStrength steel(const std::string& grade, double thickness, const std::string& where) {
        auto strength = findSteel(grade, thickness, job_.settings.strengths);
        if (!strength) {
            error(where, isSteelGrade(grade) ? "Steel " + grade + " has no strength at a thickness of " +
                                                   significant(thickness, 4) + " mm in the chosen table."
                                             : "Steel \"" + grade + "\" is not in the catalogue.");
            return {};
        }
        // Table 4.1 does not list every grade: the largest value of the table is then taken, and the report says so.
        if (!strength->beta_w) strength->beta_w = 1.0;
        return *strength;
    }

    ResolvedMember member(const MemberSpec& spec, const std::string& where) {
        ResolvedMember m;
        const auto own = std::find_if(job_.sections.begin(), job_.sections.end(),
                                      [&](const CustomSection& s) { return s.designation == spec.section; });
        if (own != job_.sections.end()) {
            m.section = makeSection(*own);
        } else if (const Section* found_ = findSection(spec.section)) {
            m.section = *found_;
        } else {
            error(where, spec.section.empty() ? "No section is chosen."
                                              : "Section \"" + spec.section + "\" is neither in the catalogue nor in the job.");
            return m;
        }
        m.steel = steel(spec.steel, std::max(m.section.t_f, m.section.t_w), where);
        return m;
    }

    ResolvedSide side(const SideSpec& spec, SideId id) {
        const std::string where = name(id);
        ResolvedSide r;
        r.id = id;
        r.spec = spec;
        r.beam = member(spec.beam, where + "/beam");
        r.plateSteel = steel(spec.plate.steel, spec.plate.thickness, where + "/plate");
        if (const BoltSize* size = findBoltSize(spec.bolts.size))
            r.bolt = *size;
        else
            error(where + "/bolts", "Bolt size \"" + spec.bolts.size + "\" is not in the catalogue.");
        if (spec.bolts.holes == HoleKind::Oversize) r.bolt.d_0 = r.bolt.d_0_oversize;
        if (const BoltClass* grade = findBoltClass(spec.bolts.grade))
            r.boltClass = *grade;
        else
            error(where + "/bolts", "Bolt class \"" + spec.bolts.grade + "\" is not in the catalogue.");
        r.cosSlope = std::cos(spec.slope);
        r.sinSlope = std::sin(spec.slope);
        r.depth = r.beam.section.h / r.cosSlope;
        r.flange = r.beam.section.t_f / r.cosSlope;
        const auto fitting = [&](const auto& part, const char* key, SteelStrength& strength) {
            if (part) strength = steel(part->steel, part->thickness, where + "/" + key);
        };
        fitting(spec.stiffenerTop, "stiffener_top", r.stiffenerTopSteel);
        fitting(spec.stiffenerBottom, "stiffener_bottom", r.stiffenerBottomSteel);
        fitting(spec.backingTop, "backing_top", r.backingTopSteel);
        fitting(spec.backingBottom, "backing_bottom", r.backingBottomSteel);
        fitting(spec.ribTop, "rib_top", r.ribTopSteel);
        fitting(spec.ribBottom, "rib_bottom", r.ribBottomSteel);
        if (spec.rows.size() > mostRows)
            error(where + "/rows", "There are " + std::to_string(spec.rows.size()) + " bolt rows; at most " +
                                       std::to_string(mostRows) + " are verified.");
        const bool hasFour =
            std::any_of(spec.rows.begin(), spec.rows.end(), [](const BoltRowSpec& row) { return row.bolts != 2; });
        if (hasFour)
            error(where + "/rows", "A row has other than two bolts. Four-bolt rows are kept in the file but not verified yet.");
        return r;
    }

    const Job& job_;
    const Joint& joint_;
};

} // namespace

tl::expected<ResolvedJoint, Diagnostics> resolve(const Job& job, const Joint& joint) {
    Diagnostics invalid = validate(joint);
    if (hasErrors(invalid)) return tl::unexpected(std::move(invalid));
    Resolver resolver(job, joint);
    ResolvedJoint resolved = resolver.run();
    if (hasErrors(resolver.found)) return tl::unexpected(std::move(resolver.found));
    return resolved;
}

} // namespace zg
