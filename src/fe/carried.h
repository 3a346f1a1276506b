#pragma once
#include "fe/corotation.h"
#include "fe/system.h"

// What an analysis in moved geometry has besides, for the source files of System only.
namespace zg::fe {

struct System::Carried {
    struct Spring {
        std::vector<int> nodes;
        MovedBody body;
        std::array<std::vector<double>, 3> rows; ///< deflections from the local movements of the nodes, [6 n]
        [[nodiscard]] std::array<double, 3> deflection(const std::vector<double>& local) const {
            std::array<double, 3> d{};
            for (int c = 0; c < 3; ++c)
                for (std::size_t i = 0; i < rows[c].size(); ++i) d[c] += rows[c][i] * local[i];
            return d;
        }
        Block block;
        bool turnsForces = true; ///< its tangent has what its forces gain by turning with it
        // Of the last evaluation:
        std::array<double, 3> response{}; ///< along its axes
        std::vector<double> forces;       ///< on its nodes; empty: none
        std::vector<double> stiffness;    ///< packed, of the last evaluation with tangents
    };
    /// A node with forces that turn with it: the symmetric part of their stiffness.
    struct Turning {
        int node;
        Block block;
        std::array<double, packedSize(6)> stiffness{};
        std::size_t start = 0; ///< in the buffer
    };
    std::vector<MovedBody> shells;
    std::vector<Spring> springs;
    std::vector<Turning> turning;
};

} // namespace zg::fe
