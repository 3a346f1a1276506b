#pragma once
#include <string>

namespace zg {

/// How long work tells where it is, and learns that it is no longer wanted. Called from the thread that works.
class Progress {
public:
    virtual ~Progress() = default;
    /// `fraction` of the whole from 0 to 1; `stage` names what is being done.
    virtual void report(double fraction, const std::string& stage) = 0;
    [[nodiscard]] virtual bool isCancelled() const = 0;
};

} // namespace zg
