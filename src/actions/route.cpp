#include "actions/route.h"
#include "actions/merge.h"
#include "base/text.h"
#include "joint/action_columns.h"
#include <algorithm>

namespace zg {

Route rerouted(const Job& job, const Route& route, const std::string& id) {
    Route out{route.name, {}, route.sets, 0, 0, {}};
    const auto at = std::find_if(job.joints.begin(), job.joints.end(), [&](const Joint& j) { return !id.empty() && j.id == id; });
    if (at == job.joints.end()) {
        out.why = "left out";
        return out;
    }
    if (const Diagnostics lost = actionsWithoutMember(*at, route.sets); !lost.empty()) {
        out.why = joined({lost.front()});
        return out;
    }
    out.joint = id;
    for (const ActionSet& set : route.sets) {
        const bool isThere =
            std::any_of(at->actions.begin(), at->actions.end(), [&](const ActionSet& s) { return s.id == set.id; });
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
        Route route{named.name, {}, named.sets, 0, 0, {}};
        const auto at = std::find_if(job.joints.begin(), job.joints.end(), [&](const Joint& j) { return j.mark == mark; });
        if (at != job.joints.end()) {
            route = rerouted(job, route, at->id);
        } else {
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
