#include "advise/haunch_remedies.h"
#include "advise/haunch_map.h"
#include "base/text.h"
#include "catalogue/sections.h"
#include "joint/haunch_edit.h"
#include <cmath>

namespace zg {
namespace {

/// The next two heavier sections of the series.
std::vector<std::string> heavier(const std::string& designation) {
    const Section* now = findSection(designation);
    std::vector<std::string> out;
    bool isPast = false;
    for (const Section& s : catalogueSections()) {
        if (!now || s.series != now->series) continue;
        if (isPast && s.mass > now->mass && out.size() < 2) out.push_back(s.designation);
        isPast = isPast || s.designation == designation;
    }
    return out;
}

} // namespace

std::vector<std::pair<std::string, Joint>> haunchCandidates(const Job& job, const Joint& joint, const ResolvedJoint& resolved,
                                                            EndId end) {
    std::vector<std::pair<std::string, Joint>> list;
    const auto fitting = [&](FittingKind kind) {
        const FittingRef ref{kind, end, 0};
        if (hasFitting(joint, ref) || !canTake(resolved, ref)) return;
        Joint changed = joint;
        addFitting(changed, resolved, ref);
        list.emplace_back("add " + wordOf(ref), std::move(changed));
    };
    fitting(FittingKind::HaunchBelow);
    fitting(FittingKind::ToeStiffener);
    fitting(FittingKind::HaunchStiffener);
    for (const bool isBelow : {true, false}) {
        const HaunchSpec* h = findHaunch(joint, end, isBelow);
        if (!h) continue;
        const auto with = [&](const std::string& text, auto change) {
            Joint changed = joint;
            change(*findHaunch(changed, end, isBelow));
            list.emplace_back(text, std::move(changed));
        };
        for (const double more : {1.1, 1.2}) {
            const double depth = std::round(h->depth * more / 10) * 10, length = std::round(h->length * more / 50) * 50;
            if (depth > h->depth)
                list.emplace_back("haunch " + significant(depth, 4) + " deep",
                                  withHaunch(job, joint, end, isBelow, depth, h->length));
            if (length > h->length)
                list.emplace_back("haunch " + significant(length, 4) + " long",
                                  withHaunch(job, joint, end, isBelow, h->depth, length));
        }
        if (const Cutting* cutting = std::get_if<Cutting>(&h->made))
            for (const std::string& section : heavier(cutting->section))
                with("haunch cut from " + section, [&](HaunchSpec& s) { s.made = Cutting{section}; });
        if (const HaunchPlates* plates = std::get_if<HaunchPlates>(&h->made))
            for (const double more : {5.0, 10.0})
                with("haunch flange " + significant(plates->flangeThickness + more, 3),
                     [&](HaunchSpec& s) { std::get<HaunchPlates>(s.made).flangeThickness += more; });
        if (h->flangeWeld.kind == WeldKind::Fillet) {
            with("haunch flange butt welded", [](HaunchSpec& s) { s.flangeWeld.kind = WeldKind::Butt; });
            with("haunch flange weld a " + significant(h->flangeWeld.throat + 2, 3),
                 [](HaunchSpec& s) { s.flangeWeld.throat += 2; });
        }
        with("haunch web weld a " + significant(h->webWeld.throat + 2, 3), [](HaunchSpec& s) { s.webWeld.throat += 2; });
        with("haunch fillets a " + significant(h->throat + 2, 3), [](HaunchSpec& s) { s.throat += 2; });
    }
    return list;
}

} // namespace zg
