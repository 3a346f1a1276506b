#pragma once
#include "fe/mesh.h"
#include <algorithm>
#include <cmath>

namespace zg {

/// Positions of grid lines along one direction: through given places, fine within stretches, coarse elsewhere.
class GridLines {
public:
    GridLines(double from, double to, double coarse) : from_(from), to_(to) { field_.size = coarse; }
    void through(double at) { fixed_.push_back(at); }
    void fine(double from, double to, double size) {
        field_.spots.push_back({{(from + to) / 2, 0}, std::abs(to - from) / 2, size});
    }
    /// Lines nearer to each other than a sliver are one.
    [[nodiscard]] std::vector<double> positions() const {
        constexpr double sliver = 1;
        std::vector<double> kept, sorted = fixed_;
        std::sort(sorted.begin(), sorted.end());
        for (double v : sorted)
            if (v > from_ + sliver && v < to_ - sliver && (kept.empty() || v - kept.back() > sliver)) kept.push_back(v);
        return fe::gridLines(from_, to_, kept, field_, true);
    }

private:
    double from_, to_;
    std::vector<double> fixed_;
    fe::SizeField field_;
};

} // namespace zg
