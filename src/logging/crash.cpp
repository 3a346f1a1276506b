#include "logging/log.h"
#include <csignal>
#include <cstring>
#include <exception>
#include <execinfo.h>
#include <fcntl.h>
#include <unistd.h>

namespace zg {
namespace {

// All that the handler touches is here before it is needed: it may call nothing that takes memory.
char crashLog[4096];
char crashStack[64 * 1024];

const char* nameOf(int signal) {
    switch (signal) {
    case SIGSEGV: return "SIGSEGV";
    case SIGABRT: return "SIGABRT";
    case SIGFPE: return "SIGFPE";
    case SIGBUS: return "SIGBUS";
    default: return "SIGILL";
    }
}

void say(int file, const char* text) {
    const auto written = ::write(file, text, std::strlen(text));
    (void)written; // nothing is left to be done about it
}

void onCrash(int signal) {
    // By its path: the log may have been rotated since.
    const int file = ::open(crashLog, O_WRONLY | O_APPEND | O_CLOEXEC | O_NOFOLLOW);
    if (file >= 0) {
        say(file, "crash: signal ");
        say(file, nameOf(signal));
        say(file, "; the calls that led to it, innermost first:\n");
        void* calls[64];
        backtrace_symbols_fd(calls, backtrace(calls, 64), file);
        ::close(file);
    }
    std::raise(signal); // handled once: now it ends the process as it would have
}

void onTerminate() {
    if (const std::exception_ptr current = std::current_exception()) {
        try {
            std::rethrow_exception(current);
        } catch (const std::exception& e) {
            logError(std::string("crash: an exception that nobody caught: ") + e.what());
        } catch (...) { logError("crash: an exception that nobody caught"); }
    }
    std::abort();
}

} // namespace

void logCrashes() {
    const std::string path = logPath();
    if (path.empty() || path.size() >= sizeof crashLog) return;
    std::memcpy(crashLog, path.c_str(), path.size() + 1);
    void* first[1];
    (void)backtrace(first, 1); // loads what it needs now, not within the handler
    stack_t stack{};
    stack.ss_sp = crashStack;
    stack.ss_size = sizeof crashStack;
    sigaltstack(&stack, nullptr);
    struct sigaction action {};
    action.sa_handler = onCrash;
    action.sa_flags = SA_ONSTACK | static_cast<int>(SA_RESETHAND);
    sigemptyset(&action.sa_mask);
    for (const int signal : {SIGSEGV, SIGABRT, SIGFPE, SIGBUS, SIGILL}) sigaction(signal, &action, nullptr);
    std::set_terminate(onTerminate);
}

} // namespace zg
