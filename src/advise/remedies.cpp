#include "advise/remedies.h"
#include "base/text.h"
#include "catalogue/bolts.h"
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
        fitting(FittingKind::Doubler, ends::right);
        fitting(FittingKind::Diagonal, ends::right);
        for (const ResolvedSide& s : resolved->sides)
            if (s.kind == ConnectionKind::EndPlate) side(s.id);
        return std::move(out_);
    }

private:
    void add(const std::string& text, Joint changed) { out_.push_back({text, std::move(changed), 0, 0, CheckState::NotDone}); }
    std::string suffix(EndId side) const { return isTwoSided(joint_) ? std::string(", ") + name(side) : ""; }

    void fitting(FittingKind kind, EndId side) {
        const FittingRef ref{kind, side, 0};
        if (hasFitting(joint_, ref)) return;
        Joint changed = joint_;
        addFitting(changed, *resolved_, ref);
        const bool isOfColumn = kind == FittingKind::Doubler || kind == FittingKind::Diagonal;
        add("add " + wordOf(ref) + (isOfColumn ? "" : suffix(side)), std::move(changed));
    }

    void column() {
        const Member* column = throughMember(joint_);
        const Section* now = column ? findSection(column->section) : nullptr;
        if (!now) return;
        int steps = 0;
        bool isPast = false;
        for (const Section& s : catalogueSections()) {
            if (s.series != now->series) continue;
            if (isPast && s.mass > now->mass && steps < 3) {
                Joint changed = joint_;
                throughMember(changed)->section = s.designation;
                add("column " + s.designation, std::move(changed));
                ++steps;
            }
            isPast = isPast || s.designation == now->designation;
        }
    }

    void side(EndId id) {
        const EndPlate& s = *findEndPlate(joint_, id);
        thickness(id, s.plate.thickness);
        boltSize(id, s.bolts);
        if (s.bolts.grade == "8.8") {
            Joint changed = joint_;
            findEndPlate(changed, id)->bolts.grade = "10.9";
            add("bolts 10.9" + suffix(id), std::move(changed));
        }
        for (const FittingKind kind :
             {FittingKind::StiffenerTop, FittingKind::StiffenerBottom, FittingKind::BackingTop, FittingKind::BackingBottom})
            fitting(kind, id);
        if (s.plate.above > 40) fitting(FittingKind::RibTop, id);
        if (s.plate.below > 40) fitting(FittingKind::RibBottom, id);
        if (const auto room = roomForRow(*resolved_, id)) {
            Joint changed = joint_;
            addFitting(changed, *resolved_, {FittingKind::Row, id, *room});
            add("another bolt row" + suffix(id), std::move(changed));
        }
        weld(id, &EndPlate::topWeld, "top flange weld");
        weld(id, &EndPlate::bottomWeld, "bottom flange weld");
        weld(id, &EndPlate::webWeld, "web weld");
        extend(id);
    }

    void thickness(EndId id, double now) {
        int steps = 0;
        for (const StockSize& size : stockPlates(false)) {
            if (!size.isUsual || size.size <= now + 0.1 || steps == 2) continue;
            Joint changed = joint_;
            findEndPlate(changed, id)->plate.thickness = size.size;
            add("end plate " + significant(size.size, 3) + " mm" + suffix(id), std::move(changed));
            ++steps;
        }
    }

    void boltSize(EndId id, const BoltSpec& bolts) {
        const BoltSize* now = findBoltSize(bolts.size);
        int steps = 0;
        for (const BoltSize& b : boltSizes()) {
            if (!now || b.set != now->set || b.d <= now->d || b.d == 18 || b.d == 22 || b.d == 33 || steps == 2) continue;
            Joint changed = joint_;
            findEndPlate(changed, id)->bolts.size = b.designation;
            add("bolts " + b.designation + suffix(id), std::move(changed));
            ++steps;
        }
    }

    void weld(EndId id, WeldSpec EndPlate::*which, const char* text) {
        const WeldSpec& now = findEndPlate(joint_, id)->*which;
        if (now.kind == WeldKind::Butt) return;
        Joint changed = joint_;
        double& throat = (findEndPlate(changed, id)->*which).throat;
        throat = now.throat < 8 ? now.throat + 2 : now.throat + 3;
        add(std::string(text) + " a " + significant(throat, 3) + suffix(id), changed);
        (findEndPlate(changed, id)->*which).kind = WeldKind::Butt;
        add(std::string(text) + " butt welded" + suffix(id), std::move(changed));
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
