#include "actions/route.h"
#include "actions/merge.h"
#include "base/text.h"
#include "catalogue/steels.h"
#include "joint/action_columns.h"
#include "joint/recipes/recipe.h"
#include <algorithm>

namespace zg {
namespace {

constexpr const char* usualSteel = "S355";

/// The joint of a table's members; in `why` what stands in the way.
std::optional<Joint> makeJoint(const Job& job, const NamedActions& named, std::string& why) {
    const TableMembers& m = named.members;
    if (m.beam.empty()) {
        if (!m.column.empty() || !m.left.empty()) why = "the table names no beam section for it";
        return std::nullopt;
    }
    for (const std::string* section : {&m.column, &m.beam, &m.left})
        if (!section->empty() && !sectionOf(job, *section)) {
            why = "section " + printable(*section) + " is not known";
            return std::nullopt;
        }
    const std::string steel = m.steel.empty() ? usualSteel : m.steel;
    if (const auto grades = steelGrades(); std::find(grades.begin(), grades.end(), steel) == grades.end()) {
        why = "steel " + printable(steel) + " is not known";
        return std::nullopt;
    }
    RecipeInput input;
    input.column = {m.column, steel};
    input.beam = {m.beam, steel};
    if (!m.left.empty()) input.other = MemberSpec{m.left, steel};
    Joint joint;
    joint.mark = named.name;
    if (!layOut(joint, m.column.empty() ? spliceRecipe : endPlateRecipe, job, input)) {
        why = "no first layout could be made of " + printable(m.beam);
        return std::nullopt;
    }
    return joint;
}

} // namespace

Route rerouted(const Job& job, const Route& route, const std::string& id) {
    Route out{route.name, {}, route.sets, route.made, 0, 0, {}};
    const Joint* to = id == newJoint && route.made ? &*route.made : nullptr;
    for (const Joint& joint : job.joints)
        if (!id.empty() && joint.id == id) to = &joint;
    if (!to) {
        out.why = "left out";
        return out;
    }
    if (const Diagnostics lost = actionsWithoutMember(*to, route.sets); !lost.empty()) {
        out.why = joined({lost.front()});
        return out;
    }
    out.joint = id;
    for (const ActionSet& set : route.sets) {
        const bool isThere =
            std::any_of(to->actions.begin(), to->actions.end(), [&](const ActionSet& s) { return s.id == set.id; });
        ++(isThere ? out.replaced : out.added);
    }
    return out;
}

std::vector<Route> routesOf(const Job& job, const std::vector<NamedActions>& table) {
    std::vector<Route> routes;
    for (const NamedActions& named : table) {
        std::string mark = named.name;
        for (const PlaceName& p : job.names)
            if (p.name == named.name) mark = p.joint;
        Route route{named.name, {}, named.sets, {}, 0, 0, {}};
        const auto at = std::find_if(job.joints.begin(), job.joints.end(), [&](const Joint& j) { return j.mark == mark; });
        if (at != job.joints.end()) {
            route = rerouted(job, route, at->id);
        } else {
            route.made = makeJoint(job, named, route.why);
            if (route.made) route = rerouted(job, route, newJoint);
        }
        if (route.joint.empty() && route.why.empty()) {
            std::vector<std::string> marks;
            for (const Joint& j : job.joints) marks.push_back(j.mark);
            const auto meant = nearest(named.name, marks);
            route.why = "no joint is called " + printable(named.name) + (meant ? "; is " + *meant + " meant?" : "");
        }
        routes.push_back(std::move(route));
    }
    return routes;
}

void take(Job& job, const std::vector<Route>& routes) {
    for (const Route& route : routes) {
        if (route.joint.empty()) continue;
        if (route.joint == newJoint && route.made) {
            Joint joint = *route.made;
            joint.id = freeId(job);
            joint.actions = route.sets;
            job.joints.push_back(std::move(joint));
            continue;
        }
        for (std::size_t i = 0; i < job.joints.size(); ++i) {
            if (std::as_const(job).joints[i].id != route.joint) continue;
            Joint& joint = job.joints[i];
            mergeActions(joint.actions, route.sets);
            if (route.name.empty() || route.name == joint.mark) continue;
            const auto at =
                std::find_if(job.names.begin(), job.names.end(), [&](const PlaceName& p) { return p.name == route.name; });
            if (at == job.names.end())
                job.names.push_back({route.name, joint.mark});
            else
                at->joint = joint.mark;
        }
    }
}

} // namespace zg
