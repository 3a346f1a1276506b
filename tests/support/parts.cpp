#include "support/parts.h"

namespace zg {

void frame(Joint& joint, EndId end, const MemberSpec& spec, const Joining& how) {
    Framing f;
    f.direction = end == ends::left    ? Direction::Left
                  : end == ends::front ? Direction::Front
                  : end == ends::back  ? Direction::Back
                                       : Direction::Right;
    if (findMember(joint, end)) dropEnd(joint, end);
    putEnd(joint, end, spec, f, ends::column, how);
}

void copyEnd(Joint& joint, EndId from, EndId to) {
    const Member& like = member(joint, from);
    const std::vector<ActionSet> actions = joint.actions;
    if (findMember(joint, to)) dropEnd(joint, to);
    joint.actions = actions;
    Framing f = std::get<Framing>(member(joint, from).placement);
    f.direction = to == ends::left ? Direction::Left : Direction::Right;
    putEnd(joint, to, {like.section, like.steel}, f, ends::column, findConnection(joint, from)->how);
    for (const Fitting& one : std::vector<Fitting>(joint.fittings)) {
        if (!one.at || one.at->connection != from) continue;
        Fitting twin = one;
        twin.at->connection = to;
        if (twin.on == from) twin.on = to;
        joint.fittings.push_back(twin);
    }
}

void setForces(ActionSet& set, EndId end, double N, double V, double M) {
    EndForces& f = forcesOf(set, end);
    f.N = N, f.V = V, f.M = M;
}

void setAcross(ActionSet& set, EndId end, double V_y, double M_z, double T) {
    EndForces& f = forcesOf(set, end);
    f.V_y = V_y, f.M_z = M_z, f.T = T;
}

} // namespace zg
