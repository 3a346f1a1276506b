#pragma once
#include "joint/actions.h"
#include "joint/cases.h"
#include "joint/connection.h"
#include "joint/fitting.h"
#include "joint/member.h"
#include "joint/plate_spec.h"
#include "joint/report_choices.h"
#include "joint/seismic.h"

namespace zg {

enum class FrameKind { Unbraced, Braced };
enum class ActionReference { ColumnFace, Node };
template <> struct EnumNames<FrameKind> { static constexpr const char* names[] = {"unbraced", "braced"}; };
template <> struct EnumNames<ActionReference> { static constexpr const char* names[] = {"column face", "node"}; };

/// A node: members meet there, connections join their ends, fittings strengthen them. Plain values, exactly what the file holds;
/// lengths mm, angles rad.
struct Joint {
    static constexpr bool hasFields = true;
    std::string id; ///< stable, never shown; the mark is what people see
    std::string mark;
    std::string title;
    std::string group;  ///< joints of one group stand together in the register
    std::string recipe; ///< the first layout it came from; nothing is computed from it
    std::string note;
    FrameKind frame = FrameKind::Unbraced;
    ActionReference reference = ActionReference::ColumnFace;
    std::vector<Member> members;
    std::vector<Connection> connections;
    std::vector<Fitting> fittings;
    std::vector<ActionCase> cases;
    std::vector<ActionSet> actions;
    std::optional<PlateSpec> plates;
    std::optional<SeismicSpec> seismic; ///< not designed for capacity when absent
    std::optional<ReportDepth> report;  ///< the job's when absent
    template <class Self, class V> static void fields(Self& s, V& v) {
        v(Field{"id", Quantity::None, 0, 0, "stable identifier"}, s.id);
        v(Field{"mark", Quantity::None, 0, 0, "mark in the register"}, s.mark);
        v(Field{"title", Quantity::None, 0, 0, "where the joint is"}, s.title);
        v(Field{"group", Quantity::None, 0, 0, "joints of one group stand together in the register"}, s.group);
        v(Field{"recipe", Quantity::None, 0, 0, "the first layout it came from; nothing is computed from it"}, s.recipe);
        v(Field{"note", Quantity::None, 0, 0, "free text, printed in the report"}, s.note);
        v(Field{"frame", Quantity::None, 0, 0, "frame braced or not, for the class by stiffness"}, s.frame);
        v(Field{"actions_at", Quantity::None, 0, 0, "where the beam forces are given"}, s.reference);
        v(Field{"members", Quantity::None, 0, 0, "the members that meet"}, s.members);
        v(Field{"connections", Quantity::None, 0, 0, "what joins their ends"}, s.connections);
        v(Field{"fittings", Quantity::None, 0, 0, "plates that strengthen members"}, s.fittings);
        v(Field{"cases", Quantity::None, 0, 0, "characteristic actions that sets are made of"}, s.cases);
        v(Field{"actions", Quantity::None, 0, 0, "action sets"}, s.actions);
        v(Field{"plates", Quantity::None, 0, 0, "choices of the plate method"}, s.plates);
        v(Field{"seismic", Quantity::None, 0, 0, "capacity design for earthquakes; none when absent"}, s.seismic);
        v(Field{"report", Quantity::None, 0, 0, "how much of it the report holds; the job's depth when absent"}, s.report);
    }
};

/// The joint's choices of the plate method, or the usual ones.
[[nodiscard]] PlateSpec platesOf(const Joint& joint);
[[nodiscard]] const Member* findMember(const Joint& joint, EndId id);
[[nodiscard]] Member* findMember(Joint& joint, EndId id);
/// The member that passes; null when all end at the node.
[[nodiscard]] const Member* throughMember(const Joint& joint);
[[nodiscard]] Member* throughMember(Joint& joint);
[[nodiscard]] const Framing* findFraming(const Joint& joint, EndId id);
[[nodiscard]] Framing* findFraming(Joint& joint, EndId id);
[[nodiscard]] const Connection* findConnection(const Joint& joint, EndId end);
[[nodiscard]] Connection* findConnection(Joint& joint, EndId end);
/// How an end is joined; null where it is joined in another way.
template <class How> [[nodiscard]] const How* findJoining(const Joint& joint, EndId end) {
    const Connection* c = findConnection(joint, end);
    return c ? std::get_if<How>(&c->how) : nullptr;
}
template <class How> [[nodiscard]] How* findJoining(Joint& joint, EndId end) {
    return const_cast<How*>(findJoining<How>(static_cast<const Joint&>(joint), end));
}
[[nodiscard]] inline const EndPlate* findEndPlate(const Joint& joint, EndId end) { return findJoining<EndPlate>(joint, end); }
[[nodiscard]] inline EndPlate* findEndPlate(Joint& joint, EndId end) { return findJoining<EndPlate>(joint, end); }
/// The fin plate of an end: that joins it, or that its web is bolted to beside welded flanges; null without one.
[[nodiscard]] const FinPlate* findFinPlate(const Joint& joint, EndId end);
[[nodiscard]] FinPlate* findFinPlate(Joint& joint, EndId end);
/// A block of an end's connection to change: how it is joined, or its fin plate.
template <class How> [[nodiscard]] How* findBlock(Joint& joint, EndId end) {
    if constexpr (std::is_same_v<How, FinPlate>)
        return findFinPlate(joint, end);
    else
        return findJoining<How>(joint, end);
}
/// Ends that frame in, in the order of the members.
[[nodiscard]] std::vector<EndId> framingEnds(const Joint& joint);
/// More than one member frames in, so that words must say which.
[[nodiscard]] bool isTwoSided(const Joint& joint);

[[nodiscard]] inline bool operator==(const Anchor& a, const std::optional<Anchor>& b) {
    return b && a.connection == b->connection && a.flange == b->flange;
}
/// The fitting of a kind at a flange, or (without an anchor) at the node; null without one.
template <class T> [[nodiscard]] const T* findFitting(const Joint& joint, const std::optional<Anchor>& at = {}) {
    for (const Fitting& f : joint.fittings)
        if (const T* spec = std::get_if<T>(&f.how)) {
            const bool isThere = at ? *at == f.at : !f.at;
            if (isThere) return spec;
        }
    return nullptr;
}
template <class T> [[nodiscard]] T* findFitting(Joint& joint, const std::optional<Anchor>& at = {}) {
    return const_cast<T*>(findFitting<T>(static_cast<const Joint&>(joint), at));
}
/// Adds a fitting, or replaces the one of its kind at the same place.
template <class T> void putFitting(Joint& joint, EndId on, const std::optional<Anchor>& at, const T& spec) {
    if (T* there = findFitting<T>(joint, at))
        *there = spec;
    else
        joint.fittings.push_back({on, at, spec});
}
template <class T> void dropFitting(Joint& joint, const std::optional<Anchor>& at = {}) {
    for (std::size_t i = joint.fittings.size(); i-- > 0;) {
        const Fitting& f = joint.fittings[i];
        const bool isThere = at ? *at == f.at : !f.at;
        if (std::holds_alternative<T>(f.how) && isThere) joint.fittings.erase(joint.fittings.begin() + static_cast<long>(i));
    }
}
/// Adds the through member, or changes it.
void putColumn(Joint& joint, const MemberSpec& spec);
/// Adds a member that frames in and its connection, or replaces them; a new one stands after those before it in the order right,
/// left, front, back.
void putEnd(Joint& joint, EndId id, const MemberSpec& spec, const Framing& framing, EndId onto, const Joining& how);
/// Takes a framing member out, with its connection, the fittings that follow it and its forces.
void dropEnd(Joint& joint, EndId id);

} // namespace zg
