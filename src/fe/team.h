#pragma once
#include "fe/first_failure.h"
#include <thread>
#include <vector>

namespace zg::fe {

/// Threads that go through the same work side by side and meet after each stretch of it.
class Team {
public:
    /// Calls work(team) on so many threads, this one among them. What a piece of the work throws comes out here, after all have
    /// met; nothing is done in between.
    template <class Work> static void run(int threads, Work work) {
        Team team(threads);
        std::vector<std::thread> others;
        for (int i = 1; i < threads; ++i) others.emplace_back([&] { work(team); });
        work(team);
        for (std::thread& t : others) t.join();
        team.failure_.rethrow();
    }
    /// Calls piece(0) to piece(count - 1), each on one of the threads. All of them have to come here, and none goes on before
    /// everything is done.
    template <class Piece> void share(int count, Piece piece) {
        for (int i = next_.fetch_add(1); i < count; i = next_.fetch_add(1)) failure_.guard([&] { piece(i); });
        meet();
    }

private:
    explicit Team(int size) : size_(size) {}
    void meet() {
        const int turn = turn_.load();
        if (arrived_.fetch_add(1) + 1 == size_) {
            arrived_ = 0;
            next_ = 0;
            ++turn_;
        }
        // The stretches are short: sleeping would take longer than they do.
        while (turn_.load() == turn) std::this_thread::yield();
    }
    int size_;
    std::atomic<int> next_{0}, arrived_{0}, turn_{0};
    FirstFailure failure_;
};

} // namespace zg::fe
