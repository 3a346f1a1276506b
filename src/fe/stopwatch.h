#pragma once
#include "base/elapsed.h"

namespace zg::fe {

// Adds the wall time of a scope to a sum.
class Stopwatch {
public:
    explicit Stopwatch(double& sum) : sum_(&sum) {}
    ~Stopwatch() { *sum_ += elapsed_.seconds(); }
    Stopwatch(const Stopwatch&) = delete;
    Stopwatch& operator=(const Stopwatch&) = delete;

private:
    double* sum_;
    Elapsed elapsed_;
};

} // namespace zg::fe
