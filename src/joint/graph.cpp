#include "joint/graph.h"
#include "base/text.h"
#include "joint/field_walk.h"
#include "joint/haunch_edit.h"
#include <algorithm>
#include <set>

namespace zg {
namespace {

class Graph {
public:
    explicit Graph(const Joint& joint) : joint_(joint), mark_(printable(joint.mark)) {}

    Diagnostics run() {
        members();
        for (std::size_t i = 0; i < joint_.connections.size(); ++i) connection(joint_.connections[i], i);
        held();
        fittings();
        forces();
        return std::move(found_);
    }

private:
    void error(Problem code, const FieldPath& where, std::vector<std::string> texts = {}) {
        found_.push_back(problem(code, mark_, where, std::move(texts)));
    }
    static std::string named(EndId id) { return printable(id.str()); }
    std::string allMembers() const {
        std::string all;
        for (const Member& m : joint_.members) all += (all.empty() ? "" : ", ") + printable(m.id.str());
        return all.empty() ? "none" : all;
    }

    void members() {
        std::set<EndId> ids;
        std::set<Direction> directions;
        int through = 0;
        for (std::size_t i = 0; i < joint_.members.size(); ++i) {
            const Member& m = joint_.members[i];
            const FieldPath where = FieldPath{"members"} / elementName(m, i);
            if (m.id.empty()) error(Problem::MemberWithoutName, where / "id");
            if (m.id == ends::above || m.id == ends::below) error(Problem::MemberNameOfColumn, where / "id", {named(m.id)});
            if (!ids.insert(m.id).second) error(Problem::SameMemberName, where / "id", {named(m.id)});
            if (std::holds_alternative<Through>(m.placement)) ++through;
            if (const Framing* f = std::get_if<Framing>(&m.placement); f && !directions.insert(f->direction).second)
                error(Problem::SameDirection, where / Framing::kind / "direction",
                      {EnumNames<Direction>::names[static_cast<int>(f->direction)]});
        }
        if (through > 1) {
            error(Problem::ManyThrough, FieldPath{"members"});
            found_.back().value = through;
        }
        if (static_cast<std::size_t>(through) == joint_.members.size()) error(Problem::NoneFramesIn, FieldPath{"members"});
    }

    void connection(const Connection& c, std::size_t index) {
        const FieldPath where = FieldPath{"connections"} / elementName(c, index);
        const Member* end = findMember(joint_, c.end);
        const Member* onto = findMember(joint_, c.onto);
        if (!end) return error(Problem::NoSuchMember, where / "end", {named(c.end), allMembers()});
        const Framing* framing = std::get_if<Framing>(&end->placement);
        if (!framing) return error(Problem::ThroughHasNoEnd, where / "end", {named(c.end)});
        if (std::count_if(joint_.connections.begin(), joint_.connections.end(),
                          [&](const Connection& other) { return other.end == c.end; }) > 1)
            error(Problem::JoinedTwice, where / "end");
        if (!onto || c.onto == c.end) return error(Problem::NoSuchSupport, where / "onto", {named(c.onto), allMembers()});
        haunches(c, *end, *framing);
        webPlate(where, c, *framing);
        const bool isSplice = std::holds_alternative<Framing>(onto->placement);
        if (isSplice) splice(where, c, *framing, std::get<Framing>(onto->placement));
    }

    void haunches(const Connection& c, const Member& end, const Framing& framing) {
        for (const bool isBelow : {true, false}) {
            const std::optional<HaunchSpec>& haunch = haunchAt(framing, isBelow);
            if (!haunch) continue;
            const FieldPath where =
                FieldPath{"members", end.id.str(), Framing::kind} / (isBelow ? "haunch_below" : "haunch_above");
            if (std::holds_alternative<FinPlate>(c.how)) error(Problem::HaunchOnFin, where, {named(end.id)});
            if (framing.direction == Direction::Front || framing.direction == Direction::Back)
                error(Problem::HaunchOutOfPlane, where,
                      {named(end.id), EnumNames<Direction>::names[static_cast<int>(framing.direction)]});
        }
    }

    void webPlate(const FieldPath& where, const Connection& c, const Framing& framing) {
        const DirectWeld* weld = std::get_if<DirectWeld>(&c.how);
        if (!weld || !weld->webPlate) return;
        const FieldPath at = where / DirectWeld::kind / "web_plate";
        if (framing.haunchBelow || framing.haunchAbove) error(Problem::WebPlateAtHaunch, at, {named(c.end)});
        if (framing.slope != 0) error(Problem::WebPlateOnSlope, at, {named(c.end)});
    }

    /// A rib at a welded end stands on the column's face by itself; one on an end plate is as high as the plate.
    void rib(const FieldPath& where, const RibSpec& rib, EndId end) {
        const Connection* c = findConnection(joint_, end);
        const Framing* framing = findFraming(joint_, end);
        if (!c || !framing) return;
        if (std::holds_alternative<FinPlate>(c->how)) error(Problem::RibOnFin, where, {named(end)});
        if (std::holds_alternative<EndPlate>(c->how) && rib.height) error(Problem::RibHeightOfPlate, where / "height_mm");
        if (!std::holds_alternative<DirectWeld>(c->how)) return;
        if (!rib.height) error(Problem::RibWithoutHeight, where / "height_mm");
        if (framing->slope != 0) error(Problem::RibOnSlope, where, {named(end)});
        if (framing->haunchBelow || framing->haunchAbove) error(Problem::RibAtHaunch, where, {named(end)});
    }

    void splice(const FieldPath& where, const Connection& c, const Framing& end, const Framing& onto) {
        if (!std::holds_alternative<EndPlate>(c.how)) error(Problem::SpliceKind, where);
        if (throughMember(joint_)) error(Problem::SpliceAtColumn, where / "onto");
        const bool isOpposite = (end.direction == Direction::Right && onto.direction == Direction::Left) ||
                                (end.direction == Direction::Left && onto.direction == Direction::Right);
        if (!isOpposite) error(Problem::SpliceNotFacing, where / "onto");
        if (findConnection(joint_, c.onto)) error(Problem::SpliceHeldTwice, where / "onto");
    }

    void held() {
        for (const EndId end : framingEnds(joint_)) {
            const bool isHeld = findConnection(joint_, end) || std::any_of(joint_.connections.begin(), joint_.connections.end(),
                                                                           [&](const Connection& c) { return c.onto == end; });
            if (!isHeld) error(Problem::NotHeld, FieldPath{"members", end.str()}, {named(end)});
        }
    }

    void fittings() {
        for (std::size_t i = 0; i < joint_.fittings.size(); ++i) {
            const Fitting& f = joint_.fittings[i];
            const std::string kind = kindName(f.how);
            const FieldPath where = FieldPath{"fittings"} / elementName(f, i);
            const Member* on = findMember(joint_, f.on);
            if (!on) {
                error(Problem::FittingOnNothing, where / "on", {kind, named(f.on), allMembers()});
                continue;
            }
            const bool isAtNode = std::holds_alternative<DoublerSpec>(f.how) || std::holds_alternative<DiagonalSpec>(f.how) ||
                                  std::holds_alternative<TopPlateSpec>(f.how);
            const bool isOnBeam = std::holds_alternative<RibSpec>(f.how);
            const bool isThrough = std::holds_alternative<Through>(on->placement);
            if (const Through* column = std::get_if<Through>(&on->placement);
                column && std::holds_alternative<TopPlateSpec>(f.how) && !column->endAbove)
                error(Problem::TopPlateOnNothing, where);
            if (isAtNode && f.at) error(Problem::FittingFollowsNoFlange, where / "at", {kind});
            if (!isAtNode && !f.at) error(Problem::FittingNeedsFlange, where / "at", {kind});
            if (isOnBeam ? isThrough : !isThrough)
                error(Problem::FittingOnWrongMember, where / "on",
                      {kind, named(f.on), isOnBeam ? "a member that ends" : "the member that passes"});
            if (!f.at) continue;
            if (!findConnection(joint_, f.at->connection))
                error(Problem::FittingConnectionGone, where / "at" / "connection", {kind, named(f.at->connection)});
            if (isOnBeam && f.at->connection != f.on) error(Problem::FittingAtOtherMember, where / "at" / "connection", {kind});
            if (const RibSpec* spec = std::get_if<RibSpec>(&f.how)) rib(where / RibSpec::kind, *spec, f.at->connection);
            for (std::size_t k = 0; k < i; ++k) {
                const Fitting& other = joint_.fittings[k];
                if (other.how.index() == f.how.index() && *f.at == other.at) error(Problem::SameFitting, where, {kind});
            }
        }
    }

    void forces() {
        for (std::size_t n = 0; n < joint_.actions.size(); ++n) {
            const ActionSet& set = joint_.actions[n];
            for (std::size_t i = 0; i < set.forces.size(); ++i) {
                const EndId end = set.forces[i].end;
                const FieldPath where =
                    FieldPath{"actions"} / elementName(set, n) / "forces" / elementName(set.forces[i], i) / "end";
                const bool isPart = end == ends::above || end == ends::below;
                if (!isPart && !findMember(joint_, end) && !isForceless(set.forces[i]))
                    error(Problem::ForcesOnNoEnd, where, {named(end), allMembers()});
                for (std::size_t k = 0; k < i; ++k)
                    if (set.forces[k].end == end) error(Problem::ForcesTwice, where, {named(end)});
            }
        }
    }

    const Joint& joint_;
    std::string mark_;
    Diagnostics found_;
};

} // namespace

Diagnostics checkGraph(const Joint& joint) { return Graph(joint).run(); }

} // namespace zg
