#include "joint/graph.h"
#include "support/joints.h"
#include <functional>

/// Joints whose members, connections and fittings do not hold together are refused in words that say what would.
using namespace zg;

TEST_CASE("what does not hold together is said with its place", "[joint][graph]") {
    struct Case {
        const char* words;
        std::function<void(Joint&)> change;
    };
    const Case cases[] = {
        {"No connection holds the member \"right\"", [](Joint& j) { j.connections.clear(); }},
        {"There is no member \"gone\" to join; there are column, right.", [](Joint& j) { j.connections[0].end = "gone"; }},
        {"joined onto \"gone\", which is no other member", [](Joint& j) { j.connections[0].onto = "gone"; }},
        {"joined onto \"right\", which is no other member", [](Joint& j) { j.connections[0].onto = ends::right; }},
        {"passes through; only a member that ends", [](Joint& j) { j.connections[0].end = ends::column; }},
        {"Two members are named \"right\"", [](Joint& j) { j.members.push_back(j.members.back()); }},
        {"Two members frame in from one side (right)",
         [](Joint& j) {
             j.members.push_back(j.members.back());
             j.members.back().id = "other";
             j.connections.push_back(j.connections.back());
             j.connections.back().end = "other";
         }},
        {"2 members pass through",
         [](Joint& j) {
             j.members.push_back({"post", "HEB 200", "S275", Through{}});
         }},
        {"No member frames in", [](Joint& j) { dropEnd(j, ends::right); }},
        {"The end is joined twice", [](Joint& j) { j.connections.push_back(j.connections.back()); }},
        {"strengthens \"post\", which is no member", [](Joint& j) { putFitting(j, "post", std::nullopt, DoublerSpec{}); }},
        {"which is gone",
         [](Joint& j) {
             putFitting(j, ends::column, Anchor{"left", FlangeSide::Top}, StiffenerSpec{});
         }},
        {"it follows no flange",
         [](Joint& j) {
             putFitting(j, ends::column, Anchor{ends::right, FlangeSide::Top}, DoublerSpec{});
         }},
        {"does not say which flange", [](Joint& j) { putFitting(j, ends::column, std::nullopt, StiffenerSpec{}); }},
        {"A rib on \"column\" is not understood",
         [](Joint& j) {
             putFitting(j, ends::column, Anchor{ends::right, FlangeSide::Top}, RibSpec{});
         }},
        {"Two fittings of one kind (stiffener) stand at one flange",
         [](Joint& j) {
             for (int i = 0; i < 2; ++i)
                 j.fittings.push_back({ends::column, Anchor{ends::right, FlangeSide::Top}, StiffenerSpec{}});
         }},
        {"Forces are given on \"left\", which is no end of the joint",
         [](Joint& j) { forcesOf(j.actions[0], ends::left).M = 1e6; }},
        {"are given twice", [](Joint& j) { j.actions[0].forces.push_back(j.actions[0].forces.front()); }},
        {"A member has no name",
         [](Joint& j) {
             j.members.push_back({"", "IPE 300", "S275", Framing{}});
         }},
    };
    const Joint good = sample::extendedJob().joints[0];
    CHECK(checkGraph(good).empty());
    for (const Case& c : cases) {
        Joint bad = good;
        c.change(bad);
        const std::string said = joined(checkGraph(bad));
        const std::string words = c.words;
        INFO(said << "\n" << words);
        CHECK(said.find(words) != std::string::npos);
        CHECK_FALSE(resolve(sample::jobOf(bad), bad));
    }
}

TEST_CASE("a member that goes takes its connection, its fittings and its forces along", "[joint][graph]") {
    Joint j = sample::extendedJob().joints[0];
    const Joint before = j;
    copyEnd(j, ends::right, ends::left);
    putFitting(j, ends::column, Anchor{ends::left, FlangeSide::Top}, StiffenerSpec{});
    setForces(j.actions[0], ends::left, 0, 1e3, 2e6);
    CHECK(checkGraph(j).empty());
    dropEnd(j, ends::left);
    CHECK(j == before);
}
