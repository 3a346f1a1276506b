#include "joint/joint.h"
#include <algorithm>
#include <utility>

namespace zg {

const EndForces* findForces(const ActionSet& set, EndId end) {
    for (const EndForces& f : set.forces)
        if (f.end == end) return &f;
    return nullptr;
}

EndForces forcesAt(const ActionSet& set, EndId end) {
    const EndForces* f = findForces(set, end);
    if (f) return *f;
    EndForces none;
    none.end = end;
    return none;
}

EndForces& forcesOf(ActionSet& set, EndId end) {
    for (EndForces& f : set.forces)
        if (f.end == end) return f;
    set.forces.emplace_back().end = end;
    return set.forces.back();
}

void dropForces(ActionSet& set, EndId end) {
    set.forces.erase(std::remove_if(set.forces.begin(), set.forces.end(), [&](const EndForces& f) { return f.end == end; }),
                     set.forces.end());
}

PlateSpec platesOf(const Joint& joint) { return joint.plates.value_or(PlateSpec{}); }

const Member* findMember(const Joint& joint, EndId id) {
    for (const Member& m : joint.members)
        if (m.id == id) return &m;
    return nullptr;
}
Member* findMember(Joint& joint, EndId id) { return const_cast<Member*>(findMember(std::as_const(joint), id)); }

const Member* throughMember(const Joint& joint) {
    for (const Member& m : joint.members)
        if (std::holds_alternative<Through>(m.placement)) return &m;
    return nullptr;
}
Member* throughMember(Joint& joint) { return const_cast<Member*>(throughMember(std::as_const(joint))); }

const Framing* findFraming(const Joint& joint, EndId id) {
    const Member* m = findMember(joint, id);
    return m ? std::get_if<Framing>(&m->placement) : nullptr;
}
Framing* findFraming(Joint& joint, EndId id) { return const_cast<Framing*>(findFraming(std::as_const(joint), id)); }

const Connection* findConnection(const Joint& joint, EndId end) {
    for (const Connection& c : joint.connections)
        if (c.end == end) return &c;
    return nullptr;
}
Connection* findConnection(Joint& joint, EndId end) { return const_cast<Connection*>(findConnection(std::as_const(joint), end)); }

const FinPlate* findFinPlate(const Joint& joint, EndId end) {
    if (const DirectWeld* weld = findJoining<DirectWeld>(joint, end)) return weld->webPlate ? &*weld->webPlate : nullptr;
    return findJoining<FinPlate>(joint, end);
}
FinPlate* findFinPlate(Joint& joint, EndId end) {
    return const_cast<FinPlate*>(findFinPlate(static_cast<const Joint&>(joint), end));
}

std::vector<EndId> framingEnds(const Joint& joint) {
    std::vector<EndId> list;
    for (const Member& m : joint.members)
        if (std::holds_alternative<Framing>(m.placement)) list.push_back(m.id);
    return list;
}

bool isTwoSided(const Joint& joint) {
    return std::count_if(joint.members.begin(), joint.members.end(),
                         [](const Member& m) { return std::holds_alternative<Framing>(m.placement); }) > 1;
}

void putColumn(Joint& joint, const MemberSpec& spec) {
    if (Member* m = throughMember(joint)) {
        m->section = spec.section;
        m->steel = spec.steel;
        return;
    }
    joint.members.insert(joint.members.begin(), {ends::column, spec.section, spec.steel, Through{}});
}

void putEnd(Joint& joint, EndId id, const MemberSpec& spec, const Framing& framing, EndId onto, const Joining& how) {
    if (Member* m = findMember(joint, id)) {
        *m = {id, spec.section, spec.steel, framing};
    } else {
        const auto after = std::find_if(joint.members.begin(), joint.members.end(), [&](const Member& other) {
            const Framing* f = std::get_if<Framing>(&other.placement);
            return f && f->direction > framing.direction;
        });
        joint.members.insert(after, {id, spec.section, spec.steel, framing});
    }
    if (Connection* c = findConnection(joint, id)) {
        *c = {id, onto, how};
        return;
    }
    joint.connections.push_back({id, onto, how});
    const auto place = [&](const Connection& c) {
        const Framing* f = findFraming(joint, c.end);
        return f ? static_cast<int>(f->direction) : 9;
    };
    std::stable_sort(joint.connections.begin(), joint.connections.end(),
                     [&](const Connection& a, const Connection& b) { return place(a) < place(b); });
}

void dropEnd(Joint& joint, EndId id) {
    const auto erase = [](auto& list, auto isGone) { list.erase(std::remove_if(list.begin(), list.end(), isGone), list.end()); };
    erase(joint.members, [&](const Member& m) { return m.id == id; });
    erase(joint.connections, [&](const Connection& c) { return c.end == id || c.onto == id; });
    erase(joint.fittings, [&](const Fitting& f) { return f.on == id || (f.at && f.at->connection == id); });
    for (ActionSet& set : joint.actions) dropForces(set, id);
}

} // namespace zg
