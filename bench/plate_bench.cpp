#include "exchange/job_file.h"
#include "fe/analysis.h"
#include "joint/resolve.h"
#include "plates/moment_rotation.h"
#include "plates/snapshot.h"
#include "plates/stability.h"
#include "scene/plate_scene.h"
#include "stopwatch.h"
#include <algorithm>
#include <cstdio>
#include <cstring>

/// The plate method on the demo joints: seconds of a moment-rotation curve in each sense, of the first action set, of its modes
/// and of its run with imperfections, of a large picture, and where a curve's time goes. Each but the run with imperfections is
/// done three times, and the time in the middle given. Arguments: marks of joints; all when none is given.
namespace {

using namespace zg;

constexpr int times = 3;

double median(std::vector<double> seconds) {
    std::sort(seconds.begin(), seconds.end());
    return seconds[seconds.size() / 2];
}

void curve(const ResolvedJoint& joint, bool isReversed) {
    MomentRotationSettings settings;
    int iterations = 0;
    fe::Analysis::Times own;
    fe::Factor::Times library;
    settings.atEnd = [&](const fe::Analysis& a) {
        iterations = 0;
        for (const fe::Step& s : a.steps()) iterations += s.iterations;
        own = a.times();
        library = a.factor().times();
    };
    std::vector<double> seconds;
    for (int i = 0; i < times; ++i) {
        const auto r = momentRotation(joint, ends::right, isReversed, settings);
        if (!r) return std::printf("  no curve\n"), void();
        seconds.push_back(r->seconds);
        if (i + 1 < times) continue;
        std::printf("  curve %s %.2f s: S_j,ini %.2f, phi_Cd %.2f, M_j,Rd %.2f kNm\n", isReversed ? "reversed" : "forward",
                    median(seconds), r->S_j_ini / 1e9, r->phi_Cd * 1e3, r->M_j_Rd / 1e6);
        std::printf("    %zu points, %d iterations kept; elements %.2f, assembly %.2f, order %.2f, factor %.2f, solve %.2f, the "
                    "rest %.2f s\n",
                    r->curve.size(), iterations, own.elements, own.assembly, library.analyse, library.factorise, library.solve,
                    r->seconds - own.elements - own.assembly - library.analyse - library.factorise - library.solve);
    }
}

void firstSet(const ResolvedJoint& joint) {
    StrengthSettings settings;
    settings.wantsBuckling = settings.keepsFrames = true;
    std::vector<double> strength, modes;
    auto r = analyseSet(joint, joint.actions[0], 0, settings);
    for (int i = 1; r && i <= times; ++i) {
        strength.push_back(r->strength.seconds - r->buckling.seconds);
        modes.push_back(r->buckling.seconds);
        if (i < times) r = analyseSet(joint, joint.actions[0], 0, settings);
    }
    if (!r) return std::printf("  no set\n"), void();
    const auto model = buildJointModel(joint);
    const PlateGeometry geometry = geometryOf(joint, *model);
    std::printf("  set %s %.2f s, modes %.2f s; reserve %.3f, %zu shells\n", joint.actions[0].id.c_str(), median(strength),
                median(modes), r->strength.reserve, model->model.shells.size());
    const PlateScene scene(geometry);
    SceneState state;
    state.frame = &r->strength.frames.back();
    std::printf("  picture of 3000 x 1700, four samples a pixel: %.3f s\n",
                medianSeconds(7, [&] { (void)scene.draw(state, Camera{}, 3000, 1700, 2); }));
    const auto stable = analyseStability(joint, joint.actions[0], geometry, *r, 2);
    if (!stable) return;
    std::printf("  imperfect in moved geometry %.2f s%s; reserve %.3f\n", stable->run.seconds,
                stable->otherReserve > 0 ? " a sense" : "", stable->run.reserve);
}

} // namespace

int main(int argc, char** argv) {
    const auto job = openJob(ZG_SOURCE_DIR "/demo/kelp-lane.zgj");
    if (!job) return 1;
    for (const Joint& j : job->job.joints) {
        bool isWanted = argc == 1;
        for (int i = 1; i < argc; ++i) isWanted = isWanted || j.mark == argv[i];
        const auto joint = resolve(job->job, j);
        if (!isWanted || !joint) continue;
        std::printf("%s\n", j.mark.c_str());
        for (const bool isReversed : {false, true}) curve(*joint, isReversed);
        firstSet(*joint);
        std::fflush(stdout);
    }
    return 0;
}
