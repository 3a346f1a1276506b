#include "exchange/bounded_json.h"
#include "base/text.h"
#include <algorithm>

namespace zg {
namespace {

using nlohmann::json;

/// Builds the document while it is read and stops at the first thing that is out of bounds.
class BoundedDocument final : public nlohmann::json_sax<json> {
public:
    explicit BoundedDocument(JsonLimits limits) : limits_(limits) {}

    bool null() override { return put(nullptr); }
    bool boolean(bool x) override { return put(x); }
    bool number_integer(number_integer_t x) override { return put(x); }
    bool number_unsigned(number_unsigned_t x) override { return put(x); }
    bool number_float(number_float_t x, const string_t&) override { return put(x); }
    bool string(string_t& x) override { return put(std::move(x)); }
    bool binary(binary_t& x) override { return put(json::binary(std::move(x))); }
    bool start_object(std::size_t count) override { return open(json::object(), count); }
    bool start_array(std::size_t count) override { return open(json::array(), count); }
    bool end_object() override { return close(); }
    bool end_array() override { return close(); }
    bool key(string_t& name) override {
        if (open_.back()->contains(name)) {
            key_ = name;
            return refuse("The key \"" + printable(name) + "\" stands twice in one object; which of the two holds is not known.");
        }
        key_ = std::move(name);
        return true;
    }
    bool parse_error(std::size_t position, const std::string& token, const json::exception& e) override {
        position_ = position;
        if (!refusal_.empty()) return false; // our own, told again
        isNumberTooLarge_ = e.id == 406;
        refusal_ = isNumberTooLarge_ ? "The number " + printable(token) + " is too large to be read." : std::string(e.what());
        isSyntax_ = !isNumberTooLarge_;
        return false;
    }

    [[nodiscard]] json& document() { return root_; }
    [[nodiscard]] const std::string& refusal() const { return refusal_; }
    [[nodiscard]] std::size_t position() const { return position_; }
    [[nodiscard]] bool isSyntax() const { return isSyntax_; }
    [[nodiscard]] std::string path() const {
        std::string text;
        for (std::size_t i = 1; i < open_.size(); ++i) {
            const json& parent = *open_[i - 1];
            text += (text.empty() ? "" : "/") + (parent.is_array() ? std::to_string(parent.size()) : printable(names_[i]));
        }
        if (!key_.empty()) text += (text.empty() ? "" : "/") + printable(key_);
        return text;
    }

private:
    json* add(json&& value) {
        if (open_.empty()) {
            root_ = std::move(value);
            return &root_;
        }
        json& parent = *open_.back();
        if (parent.is_array()) {
            parent.push_back(std::move(value));
            return &parent.back();
        }
        return &(parent[key_] = std::move(value));
    }
    bool put(json value) {
        if (++values_ > limits_.values) return tooMany();
        add(std::move(value));
        key_.clear();
        return true;
    }
    bool open(json&& value, std::size_t count) {
        if (static_cast<int>(open_.size()) >= limits_.depth)
            return refuse("The file is nested deeper than " + std::to_string(limits_.depth) + " levels.");
        // A binary form tells the count before it tells the values.
        if (++values_ > limits_.values || (count != unknownCount && count > limits_.values)) return tooMany();
        json* at = add(std::move(value));
        open_.push_back(at);
        names_.push_back(std::move(key_));
        key_.clear();
        return true;
    }
    bool close() {
        open_.pop_back();
        names_.pop_back();
        key_.clear();
        return true;
    }
    bool tooMany() { return refuse("The file holds more than " + std::to_string(limits_.values) + " values."); }
    bool refuse(const std::string& why) {
        refusal_ = why;
        return false;
    }

    static constexpr std::size_t unknownCount = static_cast<std::size_t>(-1);
    JsonLimits limits_;
    json root_;
    std::vector<json*> open_;
    std::vector<std::string> names_; ///< under which each open value stands in its parent
    std::string key_, refusal_;
    std::size_t values_ = 0, position_ = 0;
    bool isSyntax_ = false, isNumberTooLarge_ = false;
};

/// Walks the text and tells how far the reader has come.
class Counting {
public:
    using iterator_category = std::input_iterator_tag;
    using value_type = char;
    using difference_type = std::ptrdiff_t;
    using pointer = const char*;
    using reference = const char&;
    Counting(const char* at, const char** seen) : at_(at), seen_(seen) {}
    reference operator*() const { return *at_; }
    Counting& operator++() {
        *seen_ = ++at_;
        return *this;
    }
    Counting operator++(int) {
        Counting before = *this;
        ++*this;
        return before;
    }
    bool operator==(const Counting& other) const { return at_ == other.at_; }
    bool operator!=(const Counting& other) const { return at_ != other.at_; }

private:
    const char* at_;
    const char** seen_;
};

/// The library's sentence without its codes: what was found and what would be understood.
std::string plainly(const std::string& what) {
    const auto colon = what.rfind("; ");
    return "This is not JSON" + (colon == std::string::npos ? std::string() : ": " + printable(what.substr(colon + 2))) + ".";
}

} // namespace

tl::expected<json, Diagnostic> readJson(const std::string& text, JsonLimits limits) {
    BoundedDocument document(limits);
    const char* seen = text.data();
    const bool isRead = json::sax_parse(Counting(text.data(), &seen), Counting(text.data() + text.size(), &seen), &document);
    if (isRead && document.refusal().empty()) return std::move(document.document());
    const std::size_t read = document.position() > 0 ? document.position() : static_cast<std::size_t>(seen - text.data());
    const std::size_t at = std::min(read > 0 ? read - 1 : 0, text.size());
    const auto line = 1 + std::count(text.begin(), text.begin() + static_cast<std::ptrdiff_t>(at), '\n');
    std::string where = "line " + std::to_string(line);
    if (const std::string path = document.path(); !path.empty()) where += ", " + path;
    if (!document.isSyntax()) return tl::unexpected(Diagnostic{Severity::Error, where, document.refusal()});
    const bool isEnd = at + 1 >= text.size();
    return tl::unexpected(
        Diagnostic{Severity::Error, where,
                   isEnd ? "The text ends before the job does: the file is truncated." : plainly(document.refusal())});
}

tl::expected<json, Diagnostic> readCbor(const std::string& bytes, JsonLimits limits) {
    BoundedDocument document(limits);
    const bool isRead = json::sax_parse(bytes.begin(), bytes.end(), &document, json::input_format_t::cbor);
    if (isRead && document.refusal().empty()) return std::move(document.document());
    const std::string why = document.isSyntax()
                                ? "The file is damaged or truncated near byte " + std::to_string(document.position()) + "."
                                : document.refusal();
    return tl::unexpected(Diagnostic{Severity::Error, document.path(), why});
}

} // namespace zg
