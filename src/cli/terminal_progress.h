#pragma once
#include "base/progress.h"
#include "base/text.h"
#include <csignal>
#include <cstdio>
#include <unistd.h>

namespace zg::cli {

/// One line on the terminal that follows long work and is gone afterwards; silent when the errors go elsewhere.
class TerminalProgress : public Progress {
public:
    ~TerminalProgress() override {
        if (isTerminal_) std::fputs("\r\x1b[K", stderr);
    }
    TerminalProgress() = default;
    TerminalProgress(const TerminalProgress&) = delete;
    TerminalProgress& operator=(const TerminalProgress&) = delete;
    void report(double fraction, const std::string& stage) override {
        if (isTerminal_) std::fprintf(stderr, "\r%3.0f %%  %s\x1b[K", 100 * fraction, printable(stage).c_str());
    }
    /// After an interrupt: what is finished is kept and told; a second one ends the program as usual.
    [[nodiscard]] bool isCancelled() const override { return isInterrupted() != 0; }
    static void catchInterrupt() {
        std::signal(SIGINT, [](int) {
            isInterrupted() = 1;
            std::signal(SIGINT, SIG_DFL);
        });
    }
    [[nodiscard]] static volatile std::sig_atomic_t& isInterrupted() {
        static volatile std::sig_atomic_t value = 0;
        return value;
    }

private:
    bool isTerminal_ = isatty(STDERR_FILENO) == 1;
};

} // namespace zg::cli
