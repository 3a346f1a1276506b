#include "advise/remedies.h"
#include "advise/haunch_remedies.h"
#include "base/text.h"
#include "catalogue/bolts.h"
#include "catalogue/series.h"
#include "catalogue/stock.h"
#include "component/verify.h"
#include "joint/edit.h"
#include <algorithm>
#include <cmath>

namespace zg {
namespace {

class Candidates {
public:
    Candidates(const Job& job, const Joint& joint) : job_(job), joint_(joint) {}

    std::vector<Remedy> run() {
        const auto resolved = resolve(job_, joint_);
        if (!resolved) return {};
        resolved_ = &*resolved;
        column();
        fitting(FittingKind::Doubler, resolved->main().id);
        fitting(FittingKind::Diagonal, resolved->main().id);
        for (const Connection& c : joint_.connections) {
            const EndId id = c.end;
            std::visit([&](const auto& how) { connection(id, how); }, c.how);
        }
        for (const EndId id : framingEnds(joint_)) {
            for (const FittingKind kind : {FittingKind::HaunchBelow, FittingKind::ToeStiffener, FittingKind::HaunchStiffener})
                fitting(kind, id);
            for (auto& [text, changed] : haunchCandidates(job_, joint_, id)) add(text + suffix(id), std::move(changed));
        }
        return std::move(out_);
    }

private:
    void add(const std::string& text, Joint changed) { out_.push_back({text, std::move(changed), 0, 0, CheckState::NotDone}); }
    std::string suffix(EndId side) const { return isTwoSided(joint_) ? std::string(", ") + name(side) : ""; }

    void fitting(FittingKind kind, EndId side) {
        const FittingRef ref{kind, side, 0};
        if (hasFitting(joint_, ref) || !canTake(*resolved_, ref)) return;
        Joint changed = joint_;
        addFitting(changed, *resolved_, ref);
        const bool isOfColumn = kind == FittingKind::Doubler || kind == FittingKind::Diagonal;
        add("add " + wordOf(ref) + (isOfColumn ? "" : suffix(side)), std::move(changed));
    }

    void column() {
        const Member* column = throughMember(joint_);
        if (!column) return;
        for (const std::string& section : heavierInSeries(column->section, 3)) {
            Joint changed = joint_;
            throughMember(changed)->section = section;
            add("column " + section, std::move(changed));
        }
    }

    /// The joint with its connection at this end changed.
    template <class How, class Change> void with(EndId id, const std::string& text, Change change) {
        Joint changed = joint_;
        if (How* how = findJoining<How>(changed, id)) change(*how);
        add(text + suffix(id), std::move(changed));
    }

    void connection(EndId id, const EndPlate& s) {
        for (const double t : thicker(s.plate.thickness))
            with<EndPlate>(id, "end plate " + significant(t, 3) + " mm", [t](EndPlate& p) { p.plate.thickness = t; });
        if (s.other) {
            for (const double t : thicker(s.other->thickness))
                with<EndPlate>(id, "other end plate " + significant(t, 3) + " mm", [t](EndPlate& p) { p.other->thickness = t; });
            welds<EndPlate>(
                id, "other ", [](auto& p) -> auto& { return *p.other; });
        }
        for (const std::string& size : larger(s.bolts.size))
            with<EndPlate>(id, "bolts " + size, [&](EndPlate& p) { p.bolts.size = size; });
        if (s.bolts.grade == "8.8") with<EndPlate>(id, "bolts 10.9", [](EndPlate& p) { p.bolts.grade = "10.9"; });
        stiffeners(id);
        fitting(FittingKind::BackingTop, id);
        fitting(FittingKind::BackingBottom, id);
        if (s.plate.above > 40) fitting(FittingKind::RibTop, id);
        if (s.plate.below > 40) fitting(FittingKind::RibBottom, id);
        if (const auto room = roomForRow(*resolved_, id)) {
            Joint changed = joint_;
            addFitting(changed, *resolved_, {FittingKind::Row, id, *room});
            add("another bolt row" + suffix(id), std::move(changed));
        }
        welds<EndPlate>(
            id, "", [](auto& p) -> auto& { return p; });
        extend(id);
    }

    void connection(EndId id, const DirectWeld&) {
        stiffeners(id);
        welds<DirectWeld>(
            id, "", [](auto& w) -> auto& { return w; });
    }

    void connection(EndId id, const FinPlate& s) {
        for (const double t : thicker(s.thickness))
            with<FinPlate>(id, "fin plate " + significant(t, 3) + " mm", [t](FinPlate& p) { p.thickness = t; });
        for (const std::string& size : larger(s.size)) with<FinPlate>(id, "bolts " + size, [&](FinPlate& p) { p.size = size; });
        if (s.grade == "8.8") with<FinPlate>(id, "bolts 10.9", [](FinPlate& p) { p.grade = "10.9"; });
        if (s.threadInShearPlane)
            with<FinPlate>(id, "shank in the shear plane", [](FinPlate& p) { p.threadInShearPlane = false; });
        with<FinPlate>(id, "another bolt row", [](FinPlate& p) {
            ++p.rows;
            p.depth += p.pitch;
        });
        const double throat = s.throat + 1;
        with<FinPlate>(id, "fin plate weld a " + significant(throat, 3), [throat](FinPlate& p) { p.throat = throat; });
    }

    void stiffeners(EndId id) {
        fitting(FittingKind::StiffenerTop, id);
        fitting(FittingKind::StiffenerBottom, id);
    }

    /// The next two usual sizes of plate.
    static std::vector<double> thicker(double now) {
        std::vector<double> out;
        for (const StockSize& size : stockPlates(false))
            if (size.isUsual && size.size > now + 0.1 && out.size() < 2) out.push_back(size.size);
        return out;
    }

    /// The next two preferred sizes of bolt in the same set.
    static std::vector<std::string> larger(const std::string& now) {
        const BoltSize* bolt = findBoltSize(now);
        std::vector<std::string> out;
        for (const BoltSize& b : boltSizes()) {
            if (!bolt || b.set != bolt->set || b.d <= bolt->d || !b.isUsual || out.size() == 2) continue;
            out.push_back(b.designation);
        }
        return out;
    }

    /// A larger throat, and a butt weld, for each of the three welds of what `at` gives of the connection.
    template <class How, class At> void welds(EndId id, const std::string& whose, At at) {
        const How& now = *findJoining<How>(joint_, id);
        using Welds = std::decay_t<decltype(at(std::declval<How&>()))>;
        const auto weld = [&](WeldSpec Welds::*which, const char* text) {
            const WeldSpec& is = at(now).*which;
            if (is.kind == WeldKind::Butt) return;
            const double throat = is.throat < 8 ? is.throat + 2 : is.throat + 3;
            with<How>(id, whose + text + " a " + significant(throat, 3), [&](How& h) { (at(h).*which).throat = throat; });
            with<How>(id, whose + text + " butt welded", [&](How& h) { (at(h).*which).kind = WeldKind::Butt; });
        };
        weld(&Welds::topWeld, "top flange weld");
        weld(&Welds::bottomWeld, "bottom flange weld");
        weld(&Welds::webWeld, "web weld");
    }

    /// A row outside the top flange, for a plate that is flush there.
    void extend(EndId id) {
        const EndPlate& s = *findEndPlate(joint_, id);
        if (s.rows.empty() || s.rows.front().position < 0) return;
        const ResolvedSide& r = *resolved_->side(id);
        Joint changed = joint_;
        EndPlate& c = *findEndPlate(changed, id);
        const double past = std::ceil((s.topWeld.throat * 1.4143 + r.bolt.washerOuter / 2 + 8) / 5) * 5;
        c.plate.above = past + std::ceil(1.5 * r.bolt.d_0 / 5) * 5;
        BoltRowSpec row;
        row.position = -past;
        c.rows.insert(c.rows.begin(), row);
        add("extend the plate above, with a row" + suffix(id), std::move(changed));
    }

    const Job& job_;
    const Joint& joint_;
    const ResolvedJoint* resolved_ = nullptr;
    std::vector<Remedy> out_;
};

double worstOf(const JointResult& result, const Check& like) {
    double worst = 0;
    // The stiffened web takes the plain web's place once a stiffener stands there: the same limit state under another method.
    const auto same = [&](const Check& c) {
        const bool isWeb = like.code == CheckCode::ColumnWebCompression && c.code == CheckCode::ColumnWebCompressionStiffener;
        return (c.code == like.code || isWeb) && c.side == like.side && c.isReversed == like.isReversed;
    };
    for (const Check& c : result.checks)
        if (same(c)) worst = std::max(worst, c.utilisation);
    return worst;
}

} // namespace

std::vector<Remedy> remedies(const Job& job, const Joint& joint, const Check& check, std::size_t count) {
    std::vector<Remedy> list = Candidates(job, joint).run();
    const auto useful = [&](Remedy& r) {
        const auto result = verify(job, r.joint);
        if (!result || result->governing < 0) return false;
        r.utilisation = result->utilisation;
        r.state = result->state;
        r.checkUtilisation = worstOf(*result, check);
        return r.checkUtilisation < check.utilisation - 0.005;
    };
    list.erase(std::remove_if(list.begin(), list.end(), [&](Remedy& r) { return !useful(r); }), list.end());
    std::stable_sort(list.begin(), list.end(), [](const Remedy& a, const Remedy& b) { return a.utilisation < b.utilisation; });
    if (list.size() > count) list.resize(count);
    return list;
}

} // namespace zg
