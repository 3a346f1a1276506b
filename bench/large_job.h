#pragma once
#include "exchange/job_file.h"
#include <string>

namespace zg {

/// A job of 500 joints with 20 action sets each, made of the joints of another one.
inline Job largeJob(const Job& of) {
    Job job = of;
    job.joints.clear();
    for (std::size_t i = 0; i < 500; ++i) {
        Joint joint = of.joints[i % of.joints.size()];
        joint.id = "large-" + std::to_string(i);
        joint.mark = joint.mark + "." + std::to_string(i);
        const std::vector<ActionSet> own = joint.actions;
        joint.actions.clear();
        for (std::size_t k = 0; k < 20; ++k) {
            ActionSet set = own[k % own.size()];
            if (k >= own.size())
                set.id += "." + std::to_string(k); // the first of each keeps the name that capacity design looks up
            set.kind = SetKind::Ultimate;
            for (EndForces& f : set.forces) {
                const double factor = 0.5 + 0.025 * static_cast<double>(k);
                f.N *= factor, f.V *= factor, f.M *= factor;
            }
            joint.actions.push_back(std::move(set));
        }
        job.joints.push_back(std::move(joint));
    }
    return job;
}

} // namespace zg
