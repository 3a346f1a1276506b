#include "joint/field_walk.h"
#include "joint/parameters.h"
#include "joint/validate.h"
#include "support/joints.h"
#include <algorithm>
#include <cstring>

using namespace zg;

namespace {

std::vector<PartRef> cardsOf(const Joint& joint) {
    std::vector<PartRef> parts;
    for (const EndId end : framingEnds(joint))
        for (int kind = 0; kind <= static_cast<int>(lastPartKind); ++kind)
            for (int row = 0; row < 6; ++row) parts.push_back({static_cast<PartKind>(kind), end, row});
    return parts;
}

ParameterValue valueOf(const Parameter& p) {
    if (p.isOptional && !p.isGiven) return std::monostate{};
    switch (p.kind) {
    case Parameter::Kind::Number:
    case Parameter::Kind::Whole:
    case Parameter::Kind::Switch:
    case Parameter::Kind::Choice: return p.number;
    default: return p.text;
    }
}

} // namespace

TEST_CASE("an address is its text and back, whatever the names hold", "[joint][path]") {
    for (const FieldPath& path :
         {FieldPath{"actions", "U1/2", "forces"}, FieldPath{"a~b", "~1", "/"}, FieldPath{"sections", "", "h_mm"}, FieldPath{}})
        CHECK(FieldPath(std::string_view(path.str())) == path);
    CHECK(FieldPath{"joints", "B\x1b[2J"}.str().find('\x1b') == std::string::npos);
    const FieldPath plate{"connections", "right", "end_plate", "plate"};
    CHECK((plate / "width_mm").startsWith(plate));
    CHECK_FALSE(plate.startsWith(plate / "width_mm"));
    CHECK(plate.after(2) == FieldPath{"end_plate", "plate"});
}

TEST_CASE("the address of every field on a card leads to the field, and back to a card that shows it", "[joint][path]") {
    int fields = 0;
    for (const Joint& joint : sample::demo().joints)
        for (const PartRef& part : cardsOf(joint))
            for (const Parameter& p : parametersOf(joint, part)) {
                INFO(joint.mark << " " << p.path.str());
                ++fields;
                Joint same = joint;
                CHECK(setField(same, p.path, valueOf(p)));
                CHECK(same == joint);
                const auto card = partAt(joint, p.path);
                REQUIRE(card);
                const auto shown = parametersOf(joint, *card);
                CHECK(std::any_of(shown.begin(), shown.end(), [&](const Parameter& q) { return q.path == p.path; }));
                Joint other = joint;
                CHECK_FALSE(setField(other, p.path / "more", valueOf(p)));
                if (p.kind != Parameter::Kind::Number) continue;
                REQUIRE(setField(other, p.path, 2 * std::abs(p.max) + 1));
                const Diagnostics found = validate(other);
                const auto told = std::find_if(found.begin(), found.end(), [&](const Diagnostic& d) { return d.path == p.path; });
                REQUIRE(told != found.end());
                CHECK(told->code == Problem::OutOfRange);
                CHECK(told->value == 2 * std::abs(p.max) + 1);
                CHECK(told->max == p.max);
                CHECK(told->quantity == p.quantity);
                CHECK(placeOf(*told) == joint.mark + "/" + p.path.str());
            }
    CHECK(fields > 500);
}

TEST_CASE("addresses that lead nowhere change nothing", "[joint][path]") {
    const Joint joint = sample::extendedJob().joints[0];
    for (const char* path :
         {"", "members", "members/right", "members/right/section/x", "members/nobody/section", "connections/right",
          "connections/right/direct_weld/weld_top/throat_mm", "connections/right/end_plate/rows/99/position_mm",
          "fittings/doubler/doubler/thickness_mm", "plates", "plates/x", "actions/U1/forces"}) {
        Joint changed = joint;
        CHECK_FALSE(setField(changed, FieldPath(std::string_view(path)), 12.0));
        CHECK(changed == joint);
    }
}

TEST_CASE("sentences are made of the values, in the units asked for", "[joint][path]") {
    Diagnostic d = problem(Problem::OutOfRange, "B1", FieldPath{"connections", "right", "end_plate", "plate", "thickness_mm"},
                           {"end plate thickness"});
    d.value = 254;
    d.min = 3;
    d.max = 200;
    d.quantity = Quantity::Length;
    CHECK(sentenceOf(d) == "end plate thickness is 254 mm; allowed is 3 mm to 200 mm.");
    CHECK(sentenceOf(d, UnitSystem::US) == "end plate thickness is 10 in; allowed is 0.11811 in to 7.87402 in.");
    CHECK(joined({d}) == "B1/connections/right/end_plate/plate/thickness_mm: " + sentenceOf(d));
    for (int i = 1; i < problemCount; ++i) {
        const Problem code = static_cast<Problem>(i);
        CHECK(sentenceOf(problem(code, {}, {}, {"a", "b", "c"})).size() > 10);
        for (int k = 0; k < i; ++k) CHECK(std::strcmp(name(code), name(static_cast<Problem>(k))) != 0);
    }
}
