#pragma once
#include "fe/mesh.h"
#include <algorithm>
#include <cmath>

namespace zg {

/// Positions of grid lines along one direction: through given places, fine within stretches, coarse elsewhere.
class GridLines {
public:
    /// Lines nearer to each other than `sliver` become one at their mean.
    GridLines(double from, double to, double coarse, double sliver = 1) : from_(from), to_(to), sliver_(sliver) {
        field_.size = coarse;
    }
    void through(double at) { fixed_.push_back(at); }
    /// Only where no line that must be there, nor one asked for before, is nearer than `clear`.
    void throughIfClear(double at, double clear) { wished_.push_back({at, clear}); }
    void fine(double from, double to, double size) {
        field_.spots.push_back({{(from + to) / 2, 0}, std::abs(to - from) / 2, size});
    }
    [[nodiscard]] std::vector<double> positions() const {
        std::vector<double> kept, sorted = fixed_;
        std::sort(sorted.begin(), sorted.end());
        for (std::size_t first = 0, next = 0; first < sorted.size(); first = next) {
            double sum = 0;
            while (next < sorted.size() && sorted[next] - sorted[first] <= sliver_) sum += sorted[next++];
            const double mean = sum / static_cast<double>(next - first);
            if (mean > from_ + sliver_ && mean < to_ - sliver_) kept.push_back(mean);
        }
        for (const Wish& w : wished_) {
            bool isClear = w.at > from_ + w.clear && w.at < to_ - w.clear;
            for (const double k : kept) isClear = isClear && std::abs(k - w.at) >= w.clear;
            if (isClear) kept.push_back(w.at);
        }
        std::sort(kept.begin(), kept.end());
        return fe::gridLines(from_, to_, kept, field_, true);
    }

private:
    double from_, to_, sliver_;
    std::vector<double> fixed_;
    struct Wish {
        double at, clear;
    };
    std::vector<Wish> wished_;
    fe::SizeField field_;
};

} // namespace zg
