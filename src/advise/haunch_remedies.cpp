#include "advise/haunch_remedies.h"
#include "advise/haunch_map.h"
#include "base/text.h"
#include "catalogue/series.h"
#include "joint/haunch_edit.h"
#include "joint/recipes/recipe.h"
#include <cmath>

namespace zg {
std::vector<std::pair<std::string, Joint>> haunchCandidates(const Job& job, const Joint& joint, EndId end) {
    std::vector<std::pair<std::string, Joint>> list;
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
            for (const std::string& section : heavierInSeries(cutting->section, 2))
                with("haunch cut from " + section, [&](HaunchSpec& s) { s.made = Cutting{section}; });
        const auto member = sectionOf(job, findMember(joint, end)->section);
        if (std::holds_alternative<Cutting>(h->made) && member)
            with("haunch of plates", [&](HaunchSpec& s) { s.made = HaunchPlates{member->b, member->t_f, member->t_w}; });
        if (const HaunchPlates* plates = std::get_if<HaunchPlates>(&h->made))
            for (const double more : {5.0, 10.0})
                with("haunch flange " + significant(plates->flangeThickness + more, 3),
                     [&](HaunchSpec& s) { std::get<HaunchPlates>(s.made).flangeThickness += more; });
        if (h->flangeWeld.kind == WeldKind::Fillet) {
            with("haunch flange butt welded", [](HaunchSpec& s) { s.flangeWeld.kind = WeldKind::Butt; });
            with("haunch flange weld a " + significant(h->flangeWeld.throat + 2, 3),
                 [](HaunchSpec& s) { s.flangeWeld.throat += 2; });
        }
        const bool isTaper = std::holds_alternative<Taper>(h->made); // whose web is the beam's
        if (const Taper* taper = std::get_if<Taper>(&h->made))
            for (const double more : {5.0, 10.0})
                with("taper's flange " + significant(taper->flangeThickness + more, 3),
                     [&](HaunchSpec& s) { std::get<Taper>(s.made).flangeThickness += more; });
        if (!isTaper)
            with("haunch web weld a " + significant(h->webWeld.throat + 2, 3), [](HaunchSpec& s) { s.webWeld.throat += 2; });
        with("haunch fillets a " + significant(h->throat + 2, 3), [](HaunchSpec& s) { s.throat += 2; });
    }
    return list;
}

} // namespace zg
