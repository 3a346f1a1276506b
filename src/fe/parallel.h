#pragma once
#include <algorithm>
#include <thread>
#include <vector>

namespace zg::fe {

/// Calls work(begin, end) on consecutive ranges that cover 0..count, one range per thread. Results must not hang on the ranges.
template <class Work> void parallelFor(int threads, int count, Work work) {
    const int used = std::max(1, std::min(threads, count / 64));
    std::vector<std::thread> others;
    const auto edge = [&](int i) { return static_cast<int>(static_cast<long long>(count) * i / used); };
    for (int i = 1; i < used; ++i) others.emplace_back([&, i] { work(edge(i), edge(i + 1)); });
    work(0, edge(1));
    for (std::thread& t : others) t.join();
}

} // namespace zg::fe
