#pragma once
#include "fe/first_failure.h"
#include <algorithm>
#include <atomic>
#include <thread>
#include <vector>

namespace zg::fe {

/// Calls work(begin, end) on ranges that cover 0..count, each thread taking the next one when it is done with its last: what
/// takes long (plates that yield) lies side by side. Results must not hang on the ranges. What the work throws comes out here.
template <class Work> void parallelFor(int threads, int count, Work work) {
    const int used = std::max(1, std::min(threads, count / 64));
    if (used == 1) return work(0, count);
    const int size = std::max(32, count / (16 * used));
    std::atomic<int> next{0};
    FirstFailure failure;
    const auto takeRanges = [&] {
        for (int begin = next.fetch_add(size); begin < count; begin = next.fetch_add(size))
            failure.guard([&] { work(begin, std::min(count, begin + size)); });
    };
    std::vector<std::thread> others;
    for (int i = 1; i < used; ++i) others.emplace_back(takeRanges);
    takeRanges();
    for (std::thread& t : others) t.join();
    failure.rethrow();
}

/// Two pieces of work: at once where there are threads for it. What either throws comes out here.
template <class One, class Other> void both(int threads, One one, Other other) {
    if (threads < 2) return one(), other();
    FirstFailure failure;
    std::thread beside([&] { failure.guard(other); });
    failure.guard(one);
    beside.join();
    failure.rethrow();
}

} // namespace zg::fe
