#pragma once
#include "joint/connection.h"
#include "joint/fitting.h"
#include "joint/member.h"

namespace zg {

/// What members must have in common with those a detail was made for.
enum class DetailFit { SameSections, DepthRange };
template <> struct EnumNames<DetailFit> { static constexpr const char* names[] = {"same sections", "depth range"}; };

/// Connections and fittings of a joint, kept under a name to be used at others.
struct Detail {
    static constexpr bool hasFields = true;
    std::string name, note;
    DetailFit fit = DetailFit::SameSections;
    double leastDepth = 0, mostDepth = 0; ///< of framing members, for a depth range
    std::vector<Member> members;          ///< those it was made for
    std::vector<Connection> connections;
    std::vector<Fitting> fittings;
    template <class Self, class V> static void fields(Self& s, V& v) {
        v(Field{"name", Quantity::None, 0, 0, "name of the detail"}, s.name);
        v(Field{"note", Quantity::None, 0, 0, "free text"}, s.note);
        v(Field{"fit", Quantity::None, 0, 0, "what members must have in common with its own"}, s.fit);
        v(Field{"least_depth", Quantity::Length, 0, 3000, "least depth of framing members, for a depth range"}, s.leastDepth);
        v(Field{"most_depth", Quantity::Length, 0, 3000, "greatest depth of framing members, for a depth range"}, s.mostDepth);
        v(Field{"members", Quantity::None, 0, 0, "the members it was made for"}, s.members);
        v(Field{"connections", Quantity::None, 0, 0, "what joins their ends"}, s.connections);
        v(Field{"fittings", Quantity::None, 0, 0, "plates that strengthen members"}, s.fittings);
    }
};

} // namespace zg
