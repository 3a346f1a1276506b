#pragma once
#include <ostream>
#include <streambuf>
#include <string>

namespace zg::cli {

/// While it lives, control characters written to a stream come out as "\x1b" (see printable()); lines stay lines.
class PrintableOutput : std::streambuf {
public:
    explicit PrintableOutput(std::ostream& stream);
    ~PrintableOutput() override;
    PrintableOutput(const PrintableOutput&) = delete;
    PrintableOutput& operator=(const PrintableOutput&) = delete;

private:
    int_type overflow(int_type c) override;
    std::streamsize xsputn(const char* text, std::streamsize count) override;
    int sync() override;
    bool pass(); ///< hands on what is held
    std::ostream& stream_;
    std::streambuf* to_;
    std::string held_; ///< up to the end of a line, so that no character is cut
};

} // namespace zg::cli
