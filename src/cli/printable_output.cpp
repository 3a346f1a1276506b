#include "printable_output.h"
#include "base/text.h"

namespace zg::cli {

PrintableOutput::PrintableOutput(std::ostream& stream) : stream_(stream), to_(stream.rdbuf(this)) {}

PrintableOutput::~PrintableOutput() {
    sync();
    stream_.rdbuf(to_);
}

PrintableOutput::int_type PrintableOutput::overflow(int_type c) {
    if (traits_type::eq_int_type(c, traits_type::eof())) return traits_type::not_eof(c);
    held_ += traits_type::to_char_type(c);
    return held_.back() != '\n' || pass() ? c : traits_type::eof();
}

std::streamsize PrintableOutput::xsputn(const char* text, std::streamsize count) {
    held_.append(text, static_cast<std::size_t>(count));
    return held_.find('\n') == std::string::npos || pass() ? count : 0;
}

bool PrintableOutput::pass() {
    const std::string shown = printable(held_, true);
    held_.clear();
    return to_->sputn(shown.data(), static_cast<std::streamsize>(shown.size())) == static_cast<std::streamsize>(shown.size());
}

int PrintableOutput::sync() { return pass() && to_->pubsync() == 0 ? 0 : -1; }

} // namespace zg::cli
