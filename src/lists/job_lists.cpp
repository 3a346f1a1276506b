#include "lists/job_lists.h"
#include "joint/job.h"
#include <algorithm>
#include <map>

namespace zg {
namespace {

/// Gives each shape its mark, in the order in which shapes are met.
class Marks {
public:
    std::string of(const Piece& piece) {
        const auto [at, isNew] = marks_.emplace(shapeKey(piece), marks_.size() + 1);
        (void)isNew;
        return "P" + std::to_string(at->second);
    }

private:
    std::map<std::string, std::size_t> marks_;
};

void add(std::vector<PieceRow>& rows, const PieceRow& row) {
    const auto twin = std::find_if(rows.begin(), rows.end(), [&](const PieceRow& r) { return r.mark == row.mark; });
    if (twin == rows.end()) return rows.push_back(row);
    twin->count += row.count;
    twin->cost += row.cost;
}

bool isOrderedAlike(const BoltOrder& a, const BoltOrder& b) {
    return a.size == b.size && a.grade == b.grade && a.length == b.length && a.isPreloaded == b.isPreloaded;
}

/// Holes that a bolt needs in members.
int memberPlies(const BoltPart& bolt) {
    return static_cast<int>(std::count_if(bolt.plies.begin(), bolt.plies.end(), isOfMember));
}

JointLists jointLists(const ResolvedJoint& joint, const Prices& prices, Marks& marks) {
    const Assembly assembly = buildAssembly(joint);
    JointLists out;
    out.id = joint.id;
    out.mark = joint.mark;
    out.isTwoSided = joint.isTwoSided();
    ListTotals& t = out.totals;
    for (Piece& piece : piecesOf(assembly)) {
        const Cost cost = costOf(piece, prices);
        t.pieces += 1;
        t.holes += static_cast<int>(piece.holes.size());
        t.pieceMass += piece.mass;
        t.surface += piece.surface;
        t.cost += cost;
        const std::string mark = marks.of(piece);
        add(out.pieces, {mark, std::move(piece), 1, cost});
    }
    for (BoltOrder& order : boltOrders(assembly)) {
        const int count = static_cast<int>(order.bolts.size()), plies = memberPlies(assembly.bolts[order.bolts.front()]);
        const Cost cost = costOf(order, plies, prices).times(count);
        t.bolts += count;
        t.holes += count * plies;
        t.boltMass += count * order.mass;
        t.cost += cost;
        out.bolts.push_back({std::move(order), count, cost});
    }
    for (const WeldLine& line : weldLines(assembly)) {
        const Cost cost = costOf(line, prices);
        if (line.kind == WeldKind::Fillet) t.fillet += line.run;
        t.weldVolume += line.volume;
        t.cost += cost;
        out.welds.push_back({line, cost});
    }
    return out;
}

} // namespace

ListTotals& ListTotals::operator+=(const ListTotals& o) {
    pieces += o.pieces, bolts += o.bolts, holes += o.holes;
    pieceMass += o.pieceMass, boltMass += o.boltMass, surface += o.surface, fillet += o.fillet, weldVolume += o.weldVolume;
    cost += o.cost;
    return *this;
}

Cost costOf(const Job& job, const ResolvedJoint& joint) {
    const Prices prices = job.prices.value_or(Prices{});
    const Assembly assembly = buildAssembly(joint);
    Cost sum;
    for (const Piece& piece : piecesOf(assembly)) sum += costOf(piece, prices);
    for (const BoltOrder& order : boltOrders(assembly))
        sum += costOf(order, memberPlies(assembly.bolts[order.bolts.front()]), prices)
                   .times(static_cast<double>(order.bolts.size()));
    for (const WeldLine& line : weldLines(assembly)) sum += costOf(line, prices);
    return sum;
}

namespace {

void addJoint(JobLists& out, JointLists lists) {
    out.totals += lists.totals;
    for (const PieceRow& row : lists.pieces) add(out.pieces, row);
    for (const BoltLine& line : lists.bolts) {
        const auto twin = std::find_if(out.bolts.begin(), out.bolts.end(),
                                       [&](const BoltLine& b) { return isOrderedAlike(b.order, line.order); });
        if (twin == out.bolts.end()) {
            out.bolts.push_back(line);
        } else {
            // Bolts of one length in several grips: the thickest is the one that the length must serve.
            if (line.order.grip > twin->order.grip) twin->order = line.order;
            twin->count += line.count;
            twin->cost += line.cost;
        }
    }
    out.joints.push_back(std::move(lists));
}

} // namespace

JobLists listsOf(const Job& job, const std::string& markOrId) {
    const Prices prices = job.prices.value_or(Prices{});
    JobLists out;
    out.currency = prices.currency;
    out.arePricesGiven = job.prices.has_value();
    Marks marks;
    for (const Joint& joint : job.joints) {
        const bool isAsked = markOrId.empty() || joint.mark == markOrId || joint.id == markOrId;
        const auto resolved = resolve(job, joint);
        if (!resolved) {
            if (isAsked) out.leftOut.insert(out.leftOut.end(), resolved.error().begin(), resolved.error().end());
            continue;
        }
        // Shapes of joints before it count too: a piece has one mark in all lists of the job.
        JointLists lists = jointLists(*resolved, prices, marks);
        if (!isAsked) continue;
        lists.title = joint.title;
        addJoint(out, std::move(lists));
    }
    return out;
}

JobLists listsOfJoint(const JobLists& all, const std::string& id) {
    JobLists out;
    out.currency = all.currency;
    out.arePricesGiven = all.arePricesGiven;
    for (const JointLists& joint : all.joints)
        if (joint.id == id) addJoint(out, joint);
    return out;
}

} // namespace zg
