#include "joint/job.h"
#include "joint/plate_key.h"
#include <algorithm>
#include <unordered_map>
#include <utility>

namespace zg {

const Joint* findJoint(const Job& job, const std::string& markOrId) {
    for (const Joint& j : job.joints)
        if (j.mark == markOrId || j.id == markOrId) return &j;
    return nullptr;
}

void putJoints(Job& job, const std::vector<Joint>& joints) {
    std::unordered_map<std::string, const Joint*> byId;
    for (const Joint& joint : joints) byId[joint.id] = &joint;
    for (std::size_t i = 0; i < job.joints.size(); ++i) {
        const auto found = byId.find(std::as_const(job).joints[i].id);
        if (found == byId.end()) continue;
        const std::string mark = std::as_const(job).joints[i].mark;
        for (PlaceName& place : job.names)
            if (place.joint == mark) place.joint = found->second->mark;
        job.joints[i] = *found->second;
    }
}

void moveJoint(Job& job, const std::string& id, int by) {
    std::size_t at = 0;
    while (at < job.joints.size() && std::as_const(job).joints[at].id != id) ++at;
    const int step = by < 0 ? -1 : 1;
    for (; by != 0 && at < job.joints.size(); by -= step) {
        const std::size_t next = at + static_cast<std::size_t>(step); // wraps below 0: beyond the end
        if (next >= job.joints.size()) return;
        job.joints.swap(at, next);
        at = next;
    }
}

namespace {

/// Without what people call things.
Joint unnamed(const Joint& joint) {
    Joint bare = joint;
    bare.mark.clear();
    bare.title.clear();
    bare.note.clear();
    bare.group.clear();
    bare.report.reset();
    bare.recipe.clear();
    bare.cases.clear();
    for (ActionSet& set : bare.actions) set.made.clear();
    return bare;
}

std::uint64_t hashOf(const Settings& settings, const Job& job, const Joint& bare) {
    ContentHash hash;
    hash.add(settings);
    hash.add(job.sections);
    hash.add(bare);
    return hash.value();
}

} // namespace

std::uint64_t resultKey(const Job& job, const Joint& joint) {
    Settings settings = job.settings;
    settings.units = UnitSystem::SI;
    Joint bare = unnamed(joint);
    bare.plates.reset();
    for (Member& m : bare.members)
        if (Framing* f = std::get_if<Framing>(&m.placement)) {
            f->farEnd.reset();
            if (!joint.seismic) f->gravityShear.reset(), f->gravityLoad.reset();
        }
    return hashOf(settings, job, bare);
}

std::uint64_t plateKey(const Job& job, const Joint& joint) {
    Settings settings; // of the choices the plates know the factors and the strengths only
    settings.gamma_M0 = job.settings.gamma_M0;
    settings.gamma_M1 = job.settings.gamma_M1;
    settings.gamma_M2 = job.settings.gamma_M2;
    settings.strengths = job.settings.strengths;
    Joint bare = unnamed(joint);
    if (bare.seismic) { // of capacity design the plates know the hinge's over-strength alone
        SeismicSpec kept;
        kept.overStrengthRule = bare.seismic->overStrengthRule;
        kept.overStrength = bare.seismic->overStrength;
        kept.measured = bare.seismic->measured;
        kept.hardening = bare.seismic->hardening;
        bare.seismic = kept;
    }
    // Which set the curves are run under counts, not what it is called.
    if (bare.plates)
        for (std::size_t i = 0; i < bare.actions.size(); ++i)
            if (bare.actions[i].id == bare.plates->curvesUnder && !bare.actions[i].id.empty())
                bare.plates->curvesUnder = "set " + std::to_string(i);
    for (ActionSet& set : bare.actions) set.id.clear(), set.title.clear(), set.place.clear();
    bare.frame = FrameKind::Unbraced;
    const bool hasHinges = joint.seismic || platesOf(joint).isCapacityDesigned;
    for (Member& m : bare.members) {
        if (Through* t = std::get_if<Through>(&m.placement)) t->storeyHeight.reset();
        // The span tells the shear of plastic hinges, where these are asked for.
        if (Framing* f = std::get_if<Framing>(&m.placement); f && !hasHinges) f->span.reset();
        if (Framing* f = std::get_if<Framing>(&m.placement); f && !hasHinges)
            f->gravityLoad.reset(), f->cutFrom.reset(), f->cutLength.reset(), f->cutDepth.reset();
    }
    return hashOf(settings, job, bare);
}

std::string freeMark(const Job& job, const std::string& prefix) {
    for (int n = 1;; ++n) {
        const std::string mark = prefix + std::to_string(n);
        if (std::none_of(job.joints.begin(), job.joints.end(), [&](const Joint& j) { return j.mark == mark; })) return mark;
    }
}

std::string freeId(const Job& job) {
    for (std::size_t n = job.joints.size() + 1;; ++n) {
        const std::string id = "joint-" + std::to_string(n);
        if (std::none_of(job.joints.begin(), job.joints.end(), [&](const Joint& j) { return j.id == id; })) return id;
    }
}

} // namespace zg
