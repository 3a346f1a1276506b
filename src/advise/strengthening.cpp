#include "advise/change.h"
#include "advise/haunch_remedies.h"
#include "advise/size_steps.h"
#include "base/text.h"
#include "catalogue/bolts.h"
#include "catalogue/series.h"
#include "catalogue/stock.h"
#include "joint/edit.h"
#include <algorithm>
#include <cmath>

namespace zg {
namespace {

/// What the changes of a connection name themselves.
bool isOfConnection(const PartRef& p) {
    return p.kind == PartKind::EndPlate || p.kind == PartKind::BoltRow || p.kind == PartKind::WeldTop ||
           p.kind == PartKind::WeldBottom || p.kind == PartKind::WeldWeb || p.kind == PartKind::FinPlate || isOfHaunch(p.kind);
}

class Strengthening {
public:
    Strengthening(const Job& job, const Joint& joint, const ResolvedJoint& resolved)
        : job_(job), joint_(joint), resolved_(&resolved) {}

    std::vector<Change> run() {
        column();
        fitting(FittingKind::Doubler, resolved_->main().id);
        fitting(FittingKind::Diagonal, resolved_->main().id);
        for (const Connection& c : joint_.connections) {
            const EndId id = c.end;
            std::visit([&](const auto& how) { connection(id, how); }, c.how);
        }
        for (const EndId id : framingEnds(joint_)) {
            for (const FittingKind kind : {FittingKind::HaunchBelow, FittingKind::ToeStiffener, FittingKind::HaunchStiffener})
                fitting(kind, id);
            for (auto& [text, changed] : haunchCandidates(job_, joint_, id)) add(text + suffix(id), std::move(changed));
        }
        buttWelded<StiffenerSpec>("stiffeners butt welded onto the column's flanges");
        buttWelded<RibSpec>("ribs butt welded at their ends");
        for (const SizeStep& step : sizeSteps(joint_, true))
            if (!isOfConnection(step.part)) add(step.text, step.joint);
        return std::move(out_);
    }

private:
    void add(const std::string& text, Joint changed, bool isOfMember = false) {
        out_.push_back({text, std::move(changed), isOfMember});
    }
    std::string suffix(EndId side) const { return isTwoSided(joint_) ? std::string(", ") + name(side) : ""; }

    void fitting(FittingKind kind, EndId side) {
        const FittingRef ref{kind, side, 0};
        if (hasFitting(joint_, ref) || !canTake(*resolved_, ref)) return;
        Joint changed = joint_;
        addFitting(changed, *resolved_, ref);
        const bool isOfColumn = kind == FittingKind::Doubler || kind == FittingKind::Diagonal;
        add("add " + wordOf(ref) + (isOfColumn ? "" : suffix(side)), std::move(changed));
    }

    /// The ends of all fittings of a kind butt welded.
    template <class Spec> void buttWelded(const std::string& text) {
        Joint changed = joint_;
        bool isChanged = false;
        for (Fitting& f : changed.fittings)
            if (Spec* spec = std::get_if<Spec>(&f.how); spec && spec->endWeld != WeldKind::Butt) {
                spec->endWeld = WeldKind::Butt;
                isChanged = true;
            }
        if (isChanged) add(text, std::move(changed));
    }

    void column() {
        const Member* column = throughMember(joint_);
        if (!column) return;
        for (const std::string& section : heavierInSeries(column->section, 3)) {
            Joint changed = joint_;
            throughMember(changed)->section = section;
            add("column " + section, std::move(changed), true);
        }
    }

    /// The joint with its connection at this end changed.
    template <class How, class Change> void with(EndId id, const std::string& text, Change change) {
        Joint changed = joint_;
        if (How* how = findBlock<How>(changed, id)) change(*how);
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

    void connection(EndId id, const DirectWeld& s) {
        stiffeners(id);
        for (const FittingKind kind : {FittingKind::RibTop, FittingKind::RibBottom}) fitting(kind, id);
        if (s.webPlate) {
            connection(id, *s.webPlate);
            with<DirectWeld>(id, "web welded", [](DirectWeld& w) { w.webPlate.reset(); });
        }
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
        if (s.lines == 1) with<FinPlate>(id, "a second line of bolts", [](FinPlate& p) { p.lines = 2; });
        const BoltSize* bolt = findBoltSize(s.size);
        if (const double pitch = bolt ? std::ceil(3 * bolt->d / 5) * 5 : 0; s.rows > 1 && pitch > 0 && pitch < s.pitch) {
            // As many as the plate's depth takes at 3 d.
            const int rows = 1 + static_cast<int>((s.depth - 4 * bolt->d) / pitch);
            if (rows > s.rows)
                with<FinPlate>(id, std::to_string(rows) + " bolt rows, " + significant(pitch, 3) + " mm apart", [&](FinPlate& p) {
                    p.rows = rows, p.pitch = pitch;
                    p.firstRow = (p.depth - (rows - 1) * pitch) / 2;
                });
        }
        // Ductility asks for a thinner plate where the support or the bolts would give way before it.
        for (const StockSize& size : stockPlates(false))
            if (size.isUsual && size.size < s.thickness - 0.1 && size.size > s.thickness - 4.1)
                with<FinPlate>(id, "fin plate " + significant(size.size, 3) + " mm",
                               [&](FinPlate& p) { p.thickness = size.size; });
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
    const ResolvedJoint* resolved_;
    std::vector<Change> out_;
};

} // namespace

std::vector<Change> strengthenings(const Job& job, const Joint& joint, const ResolvedJoint& resolved) {
    return Strengthening(job, joint, resolved).run();
}

} // namespace zg
