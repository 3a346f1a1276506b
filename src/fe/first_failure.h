#pragma once
#include <atomic>
#include <exception>
#include <mutex>

namespace zg::fe {

/// Carries an exception from one of several threads to the one that waits for them: out of a thread it would end the program.
class FirstFailure {
public:
    /// Does the work unless something has failed before; what it throws is kept.
    template <class Work> void guard(Work work) {
        if (hasFailed_) return;
        try {
            work();
        } catch (...) {
            const std::lock_guard<std::mutex> lock(mutex_);
            if (!failure_) failure_ = std::current_exception();
            hasFailed_ = true;
        }
    }
    /// For the thread that waits, when the others have ended.
    void rethrow() const {
        if (failure_) std::rethrow_exception(failure_);
    }

private:
    std::atomic<bool> hasFailed_{false};
    std::mutex mutex_;
    std::exception_ptr failure_;
};

} // namespace zg::fe
