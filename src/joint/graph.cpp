#include "joint/graph.h"
#include "base/text.h"
#include "joint/joint.h"
#include <algorithm>
#include <set>

namespace zg {
namespace {

class Graph {
public:
    explicit Graph(const Joint& joint) : joint_(joint), mark_(printable(joint.mark)) {}

    Diagnostics run() {
        members();
        for (const Connection& c : joint_.connections) connection(c);
        held();
        fittings();
        forces();
        return std::move(found_);
    }

private:
    void error(const std::string& where, const std::string& message) {
        found_.push_back({Severity::Error, mark_ + "/" + where, message});
    }
    static std::string named(EndId id) { return "\"" + printable(id.str()) + "\""; }
    std::string allMembers() const {
        std::string all;
        for (const Member& m : joint_.members) all += (all.empty() ? "" : ", ") + printable(m.id.str());
        return all.empty() ? "none" : all;
    }

    void members() {
        std::set<EndId> ids;
        std::set<Direction> directions;
        int through = 0;
        for (const Member& m : joint_.members) {
            if (m.id.empty()) error("members", "A member has no name; give it an id.");
            if (m.id == ends::above || m.id == ends::below)
                error("members", named(m.id) + " names a part of the column in action sets; call the member something else.");
            if (!ids.insert(m.id).second) error("members", "Two members are named " + named(m.id) + ".");
            if (std::holds_alternative<Through>(m.placement)) ++through;
            if (const Framing* f = std::get_if<Framing>(&m.placement); f && !directions.insert(f->direction).second)
                error("members/" + printable(m.id.str()), std::string("Two members frame in from one side (") +
                                                              EnumNames<Direction>::names[static_cast<int>(f->direction)] +
                                                              "); they would stand in one place.");
        }
        if (through > 1) error("members", "Two members pass through the node; understood is one.");
        if (static_cast<std::size_t>(through) == joint_.members.size())
            error("members", "No member frames in; a joint needs one that ends at the node.");
    }

    void connection(const Connection& c) {
        const std::string where = "connections/" + printable(c.end.str());
        const Member* end = findMember(joint_, c.end);
        const Member* onto = findMember(joint_, c.onto);
        if (!end) {
            error(where, "There is no member " + named(c.end) + " to join; there are " + allMembers() + ".");
            return;
        }
        const Framing* framing = std::get_if<Framing>(&end->placement);
        if (!framing) {
            error(where, "The member " + named(c.end) + " passes through; only a member that ends can be joined by its end.");
            return;
        }
        if (std::count_if(joint_.connections.begin(), joint_.connections.end(),
                          [&](const Connection& other) { return other.end == c.end; }) > 1)
            error(where, "The end is joined twice.");
        if (!onto || c.onto == c.end) {
            error(where, "It is joined onto " + named(c.onto) + ", which is no other member of the joint; there are " +
                             allMembers() + ".");
            return;
        }
        const bool isSplice = std::holds_alternative<Framing>(onto->placement);
        if (isSplice) splice(where, c, *framing, std::get<Framing>(onto->placement));
    }

    void splice(const std::string& where, const Connection& c, const Framing& end, const Framing& onto) {
        if (!std::holds_alternative<EndPlate>(c.how))
            error(where, "Two member ends are joined by end plates; other splices are not understood yet.");
        if (throughMember(joint_)) error(where, "A member passes through the node: ends are joined to it, not to each other.");
        const bool isOpposite = (end.direction == Direction::Right && onto.direction == Direction::Left) ||
                                (end.direction == Direction::Left && onto.direction == Direction::Right);
        if (!isOpposite) error(where, "The two members do not face each other: one goes right, the other left.");
        if (findConnection(joint_, c.onto)) error(where, "The other end has a connection of its own; one connection holds both.");
    }

    void held() {
        for (const EndId end : framingEnds(joint_)) {
            const bool isHeld = findConnection(joint_, end) || std::any_of(joint_.connections.begin(), joint_.connections.end(),
                                                                           [&](const Connection& c) { return c.onto == end; });
            if (!isHeld) error("members/" + printable(end.str()), "No connection holds the member " + named(end) + ".");
        }
    }

    void fittings() {
        for (std::size_t i = 0; i < joint_.fittings.size(); ++i) {
            const Fitting& f = joint_.fittings[i];
            const char* kind = std::visit([](const auto& spec) { return std::decay_t<decltype(spec)>::kind; }, f.how);
            const std::string where = "fittings/" + std::to_string(i + 1);
            const Member* on = findMember(joint_, f.on);
            if (!on) {
                error(where, std::string("The ") + kind + " strengthens " + named(f.on) +
                                 ", which is no member of the joint; there are " + allMembers() + ".");
                continue;
            }
            const bool isAtNode = std::holds_alternative<DoublerSpec>(f.how) || std::holds_alternative<DiagonalSpec>(f.how);
            const bool isOnBeam = std::holds_alternative<RibSpec>(f.how);
            const bool isThrough = std::holds_alternative<Through>(on->placement);
            if (isAtNode && f.at) error(where, std::string("A ") + kind + " stands at the node; it follows no flange.");
            if (!isAtNode && !f.at) error(where, std::string("The ") + kind + " does not say which flange it follows (\"at\").");
            if (isOnBeam ? isThrough : !isThrough)
                error(where, std::string("A ") + kind + " on " + named(f.on) + " is not understood: it stands on " +
                                 (isOnBeam ? "a member that ends." : "the member that passes."));
            if (!f.at) continue;
            if (!findConnection(joint_, f.at->connection))
                error(where,
                      std::string("The ") + kind + " follows the connection " + named(f.at->connection) + ", which is gone.");
            if (isOnBeam && f.at->connection != f.on)
                error(where, std::string("A ") + kind + " stands at the connection of its own member.");
            for (std::size_t k = 0; k < i; ++k) {
                const Fitting& other = joint_.fittings[k];
                if (other.how.index() == f.how.index() && *f.at == other.at)
                    error(where, std::string("Two fittings of one kind (") + kind + ") stand at one flange.");
            }
        }
    }

    void forces() {
        for (const ActionSet& set : joint_.actions)
            for (std::size_t i = 0; i < set.forces.size(); ++i) {
                const EndId end = set.forces[i].end;
                const bool isPart = end == ends::above || end == ends::below;
                if (!isPart && !findMember(joint_, end) && !isForceless(set.forces[i]))
                    error("actions/" + printable(set.id), "Forces are given on " + named(end) +
                                                              ", which is no end of the joint; understood are " + allMembers() +
                                                              ", column above, column below.");
                for (std::size_t k = 0; k < i; ++k)
                    if (set.forces[k].end == end)
                        error("actions/" + printable(set.id), "Forces on " + named(end) + " are given twice.");
            }
    }

    const Joint& joint_;
    std::string mark_;
    Diagnostics found_;
};

} // namespace

Diagnostics checkGraph(const Joint& joint) { return Graph(joint).run(); }

} // namespace zg
