#pragma once
#include "fe/first_failure.h"
#include <atomic>
#include <condition_variable>
#include <mutex>
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
            {
                const std::lock_guard<std::mutex> lock(mutex_);
                ++turn_;
            }
            haveMet_.notify_all();
            return;
        }
        // The stretches are short, and sleeping would take longer than they do; but where something else has taken the other
        // thread's core, it needs this one.
        for (int spin = 0; spin < 4000; ++spin)
            if (turn_.load() != turn) return;
        std::unique_lock<std::mutex> lock(mutex_);
        haveMet_.wait(lock, [&] { return turn_.load() != turn; });
    }
    int size_;
    std::atomic<int> next_{0}, arrived_{0}, turn_{0};
    std::mutex mutex_;
    std::condition_variable haveMet_;
    FirstFailure failure_;
};

} // namespace zg::fe
