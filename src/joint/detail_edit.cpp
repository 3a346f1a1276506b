#include "joint/detail_edit.h"
#include "joint/edit.h"
#include "joint/resolve.h"
#include "joint/validate.h"
#include <algorithm>
#include <utility>

namespace zg {
namespace {

tl::unexpected<Diagnostics> refused(const Joint& joint, const std::string& why) {
    return tl::unexpected(Diagnostics{{Severity::Error, joint.mark, why}});
}

/// Outer faces of an end along its plate.
struct Faces {
    double top = 0, bottom = 0;
};
std::optional<Faces> facesOf(const Job& job, const Joint& joint, EndId end) {
    const auto resolved = resolve(job, joint);
    const ResolvedSide* side = resolved ? resolved->side(end) : nullptr;
    if (!side) return std::nullopt;
    return Faces{side->top(), side->bottom()};
}

/// Rows keep their distance from the face that they are nearer to.
void moveRows(Joining& how, const Faces& was, const Faces& is) {
    EndPlate* plate = std::get_if<EndPlate>(&how);
    if (!plate) return;
    for (BoltRowSpec& row : plate->rows) {
        const bool isUpper = row.position - was.top <= was.bottom - row.position;
        row.position += isUpper ? is.top - was.top : is.bottom - was.bottom;
    }
    sortRows(*plate);
}

/// The haunches of one member for another: a cutting of its own section becomes one of the other's.
void takeHaunches(Framing& to, const std::string& section, const Framing& from, const std::string& madeFor) {
    to.haunchBelow = from.haunchBelow;
    to.haunchAbove = from.haunchAbove;
    for (auto* haunch : {&to.haunchBelow, &to.haunchAbove}) {
        if (!*haunch) continue;
        if (Cutting* cutting = std::get_if<Cutting>(&(*haunch)->made); cutting && cutting->section == madeFor)
            cutting->section = section;
    }
}

/// Names of sections are blind to spaces and case.
bool isSameSection(const std::string& a, const std::string& b) {
    const Section *first = findSection(a), *second = findSection(b);
    return a == b || (first && first == second);
}

tl::expected<Joint, Diagnostics> inOrder(Joint joint) {
    if (Diagnostics wrong = validate(joint); hasErrors(wrong)) return tl::unexpected(std::move(wrong));
    return joint;
}

std::string listed(const std::vector<EndId>& ends) {
    std::string text;
    for (const EndId end : ends) text += (text.empty() ? "" : ", ") + end.str();
    return text.empty() ? "none" : text;
}
bool isInPlane(const Joint& joint, EndId end) {
    const Direction d = findFraming(joint, end)->direction;
    return d == Direction::Right || d == Direction::Left;
}

/// A fitting that follows a flange, as it stands at another end.
Fitting copied(Fitting f, EndId to, bool isTurned) {
    if (f.on == f.at->connection) f.on = to;
    f.at->connection = to;
    if (isTurned) f.at->flange = f.at->flange == FlangeSide::Top ? FlangeSide::Bottom : FlangeSide::Top;
    return f;
}

/// Upside down: what was at the top flange is at the bottom one.
void turn(Joining& how, const Faces& faces) {
    const auto welds = [](auto& w) { std::swap(w.topWeld, w.bottomWeld); };
    const auto turnFin = [&](FinPlate& fin) {
        fin.top = faces.top + faces.bottom - fin.top - fin.depth;
        fin.firstRow = fin.depth - fin.firstRow - (fin.rows - 1) * fin.pitch;
    };
    if (EndPlate* plate = std::get_if<EndPlate>(&how)) {
        std::swap(plate->plate.above, plate->plate.below);
        welds(*plate);
        if (plate->other) welds(*plate->other);
        for (BoltRowSpec& row : plate->rows) row.position = faces.top + faces.bottom - row.position;
        sortRows(*plate);
    } else if (DirectWeld* weld = std::get_if<DirectWeld>(&how)) {
        welds(*weld);
        if (weld->webPlate) turnFin(*weld->webPlate);
    } else if (FinPlate* fin = std::get_if<FinPlate>(&how)) {
        turnFin(*fin);
    }
}

} // namespace

Detail detailOf(const Joint& joint, const std::string& name) {
    Detail d;
    d.name = name;
    d.members = joint.members;
    d.connections = joint.connections;
    d.fittings = joint.fittings;
    return d;
}

tl::expected<Joint, Diagnostics> withDetail(const Job& job, const Joint& joint, const Detail& detail) {
    // The joint that the detail was made for, to know where its faces are.
    Joint original;
    original.mark = detail.name;
    original.members = detail.members;
    original.connections = detail.connections;
    original.fittings = detail.fittings;
    const Member *column = throughMember(joint), *itsColumn = throughMember(original);
    if (!column != !itsColumn)
        return refused(joint, std::string("The detail is for a joint ") + (itsColumn ? "with" : "without") +
                                  " a member that passes, which this one " + (column ? "has." : "has not."));
    const std::vector<EndId> ends = framingEnds(joint), itsEnds = framingEnds(original);
    std::vector<std::pair<EndId, EndId>> pairs; // the detail's end, the joint's
    const bool isSame = ends.size() == itsEnds.size() && std::all_of(itsEnds.begin(), itsEnds.end(), [&](EndId e) {
                            return std::find(ends.begin(), ends.end(), e) != ends.end();
                        });
    if (isSame)
        for (const EndId end : itsEnds) pairs.emplace_back(end, end);
    else if (ends.size() == 1 && itsEnds.size() == 1 && isInPlane(joint, ends[0]) && isInPlane(original, itsEnds[0]))
        pairs.emplace_back(itsEnds[0], ends[0]);
    else
        return refused(joint, "The detail is for members " + listed(itsEnds) + "; the joint has " + listed(ends) + ".");
    const auto named = [&](EndId id) {
        for (const auto& [from, to] : pairs)
            if (from == id) return to;
        return itsColumn && id == itsColumn->id ? column->id : id;
    };
    const auto resolved = resolve(job, joint);
    if (!resolved) return tl::unexpected(resolved.error());
    const auto fits = [&](const Member& its, const Member& own, bool isFraming) -> std::string {
        if (detail.fit == DetailFit::SameSections)
            return isSameSection(its.section, own.section)
                       ? ""
                       : "The detail is for " + its.section + "; the joint has " + own.section + ".";
        if (!isFraming) return {};
        const ResolvedSide* side = resolved->side(own.id);
        const double h = side ? side->beam.section.h : 0;
        if (h >= detail.leastDepth - 1e-9 && h <= detail.mostDepth + 1e-9) return {};
        const auto say = [&](double x) { return shown(x, Quantity::Length, job.settings.units); };
        return "The detail is for members from " + say(detail.leastDepth) + " to " + say(detail.mostDepth) + " deep; " +
               own.section + " is " + say(h) + ".";
    };
    if (column)
        if (const std::string why = fits(*itsColumn, *column, false); !why.empty()) return refused(joint, why);
    Joint after = joint;
    after.connections = detail.connections;
    after.fittings = detail.fittings;
    for (const auto& [from, to] : pairs) {
        const Member &its = *findMember(std::as_const(original), from), &own = *findMember(joint, to);
        if (const std::string why = fits(its, own, true); !why.empty()) return refused(joint, why);
        takeHaunches(*findFraming(after, to), own.section, std::get<Framing>(its.placement), its.section);
    }
    for (Connection& c : after.connections) c.end = named(c.end), c.onto = named(c.onto);
    for (Fitting& f : after.fittings) {
        f.on = named(f.on);
        if (f.at) f.at->connection = named(f.at->connection);
    }
    for (const auto& [from, to] : pairs) {
        Connection* c = findConnection(after, to);
        if (!c) continue; // the other end of a splice
        const auto was = facesOf(job, original, from), is = facesOf(job, after, to);
        if (was && is) moveRows(c->how, *was, *is);
    }
    return inOrder(std::move(after));
}

tl::expected<Joint, Diagnostics> withEndCopied(const Job& job, const Joint& joint, EndId from, EndId to, bool isTurned) {
    const Connection *source = findConnection(joint, from), *target = findConnection(joint, to);
    if (!source || !target)
        return refused(joint, "There is no connection at the " + (source ? to : from).str() + " end to copy.");
    if (from == to && !isTurned) return refused(joint, "An end is copied onto itself only upside down.");
    const auto was = facesOf(job, joint, from);
    if (!was) return refused(joint, "The joint is not complete: what is copied has no faces yet.");
    Joint after = joint;
    Joining how = source->how;
    std::vector<Fitting> fittings;
    for (const Fitting& f : joint.fittings)
        if (f.at && f.at->connection == from) fittings.push_back(f);
    after.fittings.erase(std::remove_if(after.fittings.begin(), after.fittings.end(),
                                        [&](const Fitting& f) { return f.at && f.at->connection == to; }),
                         after.fittings.end());
    const Framing* framed = findFraming(joint, from);
    if (Framing* f = findFraming(after, to); f && framed) {
        takeHaunches(*f, findMember(joint, to)->section, *framed, findMember(joint, from)->section);
        if (isTurned) std::swap(f->haunchBelow, f->haunchAbove);
    }
    for (const Fitting& f : fittings) after.fittings.push_back(copied(f, to, isTurned));
    if (isTurned) turn(how, *was);
    Connection* c = findConnection(after, to);
    c->how = how;
    if (const auto is = facesOf(job, after, to)) moveRows(c->how, *was, *is);
    return inOrder(std::move(after));
}

tl::expected<Joint, Diagnostics> withFittingCopied(const Joint& joint, const Fitting& fitting, EndId to, bool isTurned) {
    if (!fitting.at) return refused(joint, "The fitting stands at the node: it has no end to be copied from.");
    const Fitting copy = copied(fitting, to, isTurned);
    if (copy.at == fitting.at) return refused(joint, "A fitting is not copied onto itself.");
    Joint after = joint;
    after.fittings.erase(std::remove_if(after.fittings.begin(), after.fittings.end(),
                                        [&](const Fitting& f) { return f.at == copy.at && f.how.index() == copy.how.index(); }),
                         after.fittings.end());
    after.fittings.push_back(copy);
    return inOrder(std::move(after));
}

} // namespace zg
