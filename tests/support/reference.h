#pragma once
#include <catch2/catch.hpp>
#include <cmath>
#include <string>

/// A number with its source: without one it does not compile. Tolerance is absolute, in the value's own unit, and comes from the
/// source (half a unit of its last printed digit) unless the note says why it is wider.
struct Reference {
    double value;
    double tolerance;
    const char* unit;
    const char* source;
    const char* note = "";
};

#define CHECK_REFERENCE(got, reference)                                                                                          \
    do {                                                                                                                         \
        const Reference ref_ = reference;                                                                                        \
        const double got_ = (got);                                                                                               \
        INFO(#got << " = " << got_ << " " << ref_.unit << ", expected " << ref_.value << " ± " << ref_.tolerance                 \
                  << ", difference " << got_ - ref_.value << "; " << ref_.source << (*ref_.note ? "; " : "") << ref_.note);      \
        CHECK(std::abs(got_ - ref_.value) <= ref_.tolerance);                                                                    \
    } while (false)

/// Same within a relative tolerance, both named in the message.
#define CHECK_SAME(a, b, relative)                                                                                               \
    do {                                                                                                                         \
        const double a_ = (a);                                                                                                   \
        const double b_ = (b);                                                                                                   \
        INFO(#a << " = " << a_ << ", " << #b << " = " << b_);                                                                    \
        CHECK(std::abs(a_ - b_) <= (relative)*std::max(std::abs(a_), std::abs(b_)) + 1e-12);                                     \
    } while (false)
