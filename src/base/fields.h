#pragma once
#include "base/shared_list.h"
#include "base/short_text.h"
#include "base/units.h"
#include <cstdint>
#include <cstring>
#include <optional>
#include <string>
#include <variant>
#include <vector>

namespace zg {

/// Declaration of one member of a value: its key, what it measures, its legal range and one line of help.
/// From the single listing of a struct's fields follow equality, content hash, file format, schema, range checks and labels.
struct Field {
    const char* key;
    Quantity quantity = Quantity::None;
    double min = -1e300;
    double max = 1e300;
    const char* help = "";
};

/// Names of an enumeration's values in files, in order. Specialised next to each enumeration.
template <class E> struct EnumNames;

template <class T, class = void> struct HasFields : std::false_type {};
template <class T> struct HasFields<T, std::void_t<decltype(T::hasFields)>> : std::true_type {};

/// Name in files of the alternative that a variant holds.
template <class... T> [[nodiscard]] const char* kindName(const std::variant<T...>& x) {
    return std::visit([](const auto& inner) -> const char* { return std::decay_t<decltype(inner)>::kind; }, x);
}

/// FNV-1a, 64 bit, over the fields of a value. Doubles hash by their bits, with -0 as 0.
class ContentHash {
public:
    template <class T> void operator()(const Field&, const T& member) { add(member); }
    [[nodiscard]] std::uint64_t value() const { return hash_; }
    void add(double x) {
        if (x == 0) x = 0;
        std::uint64_t bits = 0;
        std::memcpy(&bits, &x, sizeof bits);
        mix(bits);
    }
    void add(bool x) { mix(x ? 1U : 2U); }
    void add(int x) { mix(static_cast<std::uint64_t>(x)); }
    void add(const std::string& x) {
        mix(x.size());
        for (const char c : x) mix(static_cast<unsigned char>(c));
    }
    void add(const ShortText& x) { add(x.str()); }
    template <class... T> void add(const std::variant<T...>& x) {
        mix(x.index());
        std::visit([this](const auto& inner) { add(inner); }, x);
    }
    template <class T> void add(const std::optional<T>& x) {
        mix(x ? 1U : 0U);
        if (x) add(*x);
    }
    template <class T> void add(const std::vector<T>& xs) { addList(xs); }
    template <class T> void add(const SharedList<T>& xs) { addList(xs); }
    template <class T> std::enable_if_t<std::is_enum_v<T>> add(T x) { mix(static_cast<std::uint64_t>(x)); }
    template <class T> std::enable_if_t<HasFields<T>::value> add(const T& x) { T::fields(x, *this); }

private:
    template <class List> void addList(const List& xs) {
        mix(xs.size());
        for (const auto& x : xs) add(x);
    }
    void mix(std::uint64_t x) {
        for (int i = 0; i < 8; ++i) {
            hash_ ^= (x >> (8 * i)) & 0xffU;
            hash_ *= 1099511628211ULL;
        }
    }
    std::uint64_t hash_ = 14695981039346656037ULL;
};

template <class T> [[nodiscard]] std::uint64_t contentHash(const T& value) {
    ContentHash hash;
    hash.add(value);
    return hash.value();
}

/// Compares member by member through the same listing: the first walk notes where the members of one value are, the second meets
/// them in the same order with those of the other.
class SameAs {
public:
    template <class T> [[nodiscard]] static bool compare(const T& a, const T& b) {
        SameAs visitor;
        T::fields(b, visitor);
        visitor.isNoting_ = false;
        T::fields(a, visitor);
        return visitor.isSame_;
    }
    template <class M> void operator()(const Field&, const M& member) {
        if (isNoting_)
            members_[count_++] = &member;
        else
            isSame_ = isSame_ && member == *static_cast<const M*>(members_[at_++]);
    }

private:
    static constexpr std::size_t most = 32; ///< members of one value
    const void* members_[most] = {};
    std::size_t count_ = 0, at_ = 0;
    bool isNoting_ = true, isSame_ = true;
};

template <class T> std::enable_if_t<HasFields<T>::value, bool> operator==(const T& a, const T& b) {
    return SameAs::compare(a, b);
}
template <class T> std::enable_if_t<HasFields<T>::value, bool> operator!=(const T& a, const T& b) { return !(a == b); }

} // namespace zg
