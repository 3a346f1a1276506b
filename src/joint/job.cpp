#include "joint/job.h"
#include <algorithm>
#include <utility>

namespace zg {

PlateSpec platesOf(const Joint& joint) { return joint.plates.value_or(PlateSpec{}); }

const char* name(SideId side) { return side == SideId::Right ? "right" : "left"; }

const SideSpec* sideOf(const Joint& joint, SideId side) {
    if (side == SideId::Right) return &joint.right;
    return joint.left ? &*joint.left : nullptr;
}

SideSpec* sideOf(Joint& joint, SideId side) { return const_cast<SideSpec*>(sideOf(std::as_const(joint), side)); }

const Joint* findJoint(const Job& job, const std::string& markOrId) {
    for (const Joint& j : job.joints)
        if (j.mark == markOrId || j.id == markOrId) return &j;
    return nullptr;
}

std::uint64_t resultKey(const Job& job, const Joint& joint) {
    Settings settings = job.settings;
    settings.units = UnitSystem::SI;
    Joint bare = joint;
    bare.mark.clear();
    bare.title.clear();
    bare.note.clear();
    ContentHash hash;
    hash.add(settings);
    hash.add(job.sections);
    hash.add(bare);
    return hash.value();
}

std::string freeMark(const Job& job, const std::string& prefix) {
    for (int n = 1;; ++n) {
        const std::string mark = prefix + std::to_string(n);
        if (std::none_of(job.joints.begin(), job.joints.end(), [&](const Joint& j) { return j.mark == mark; })) return mark;
    }
}

std::string freeId(const Job& job) {
    for (int n = 1;; ++n) {
        const std::string id = "joint-" + std::to_string(n);
        if (std::none_of(job.joints.begin(), job.joints.end(), [&](const Joint& j) { return j.id == id; })) return id;
    }
}

} // namespace zg
