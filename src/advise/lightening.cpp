#include "advise/change.h"
#include "advise/size_steps.h"
#include "base/text.h"
#include "catalogue/bolts.h"
#include "catalogue/stock.h"
#include "joint/edit.h"
#include "joint/first_layout.h"
#include "joint/parameters.h"
#include "joint/weld_leg.h"
#include "words/phrases.h"
#include <algorithm>
#include <cmath>

namespace zg {
namespace {

class Lightening {
public:
    Lightening(const Joint& joint, const ResolvedJoint& resolved) : joint_(joint), resolved_(resolved) {}

    std::vector<Change> run() {
        for (SizeStep& step : sizeSteps(joint_, false)) out_.push_back({std::move(step.text), std::move(step.joint)});
        for (const Connection& c : joint_.connections) {
            const EndId id = c.end;
            std::visit([&](const auto& how) { connection(id, how); }, c.how);
        }
        for (const PartRef& part : partsOf(joint_)) {
            const auto ref = fittingOf(part);
            if (!ref || !hasFitting(joint_, *ref)) continue;
            if (ref->kind == FittingKind::HaunchBelow || ref->kind == FittingKind::HaunchAbove || part.index != 0) continue;
            const std::string text = "without " + wordOf(*ref) + (isOfEnd(ref->kind) ? suffix(ref->side) : "");
            if (std::any_of(out_.begin(), out_.end(), [&](const Change& c) { return c.text == text; })) continue;
            Joint changed = joint_;
            removeFitting(changed, *ref);
            out_.push_back({text, std::move(changed)});
        }
        return std::move(out_);
    }

private:
    std::string suffix(EndId side) const { return isTwoSided(joint_) ? std::string(", ") + name(side) : ""; }
    static bool isOfEnd(FittingKind kind) {
        return kind != FittingKind::Doubler && kind != FittingKind::Diagonal && kind != FittingKind::TopPlate;
    }

    template <class How, class Apply> void with(EndId id, const std::string& text, Apply apply) {
        Joint changed = joint_;
        apply(*findBlock<How>(changed, id));
        out_.push_back({text + suffix(id), std::move(changed)});
    }

    void connection(EndId id, const EndPlate& s) {
        if (s.bolts.grade == "10.9") with<EndPlate>(id, "bolts 8.8", [](EndPlate& p) { p.bolts.grade = "8.8"; });
        for (std::size_t i = 0; s.rows.size() > 1 && i < s.rows.size(); ++i)
            with<EndPlate>(id, "without bolt row " + std::to_string(i + 1),
                           [i](EndPlate& p) { p.rows.erase(p.rows.begin() + static_cast<std::ptrdiff_t>(i)); });
        const ResolvedSide& r = *resolved_.side(id);
        const double flush = std::ceil((1.4143 * std::max(legOf(s.topWeld), legOf(s.bottomWeld)) + 5) / 5) * 5;
        if (s.rows.size() > 1 && s.rows.front().position < 0 && s.plate.above > flush && !r.spec.ribTop)
            with<EndPlate>(id, "plate flush at the top", [flush](EndPlate& p) {
                p.rows.erase(p.rows.begin());
                p.plate.above = flush;
            });
        if (s.rows.size() > 1 && s.rows.back().position > r.bottom() && s.plate.below > flush && !r.spec.ribBottom)
            with<EndPlate>(id, "plate flush at the bottom", [flush](EndPlate& p) {
                p.rows.pop_back();
                p.plate.below = flush;
            });
        if (s.other)
            if (const auto thinner = nextSize(stockPlates(false), s.other->thickness, false))
                with<EndPlate>(id, "other end plate " + significant(*thinner, 4) + " mm",
                               [&](EndPlate& p) { p.other->thickness = *thinner; });
        // No wider than its bolts and flanges ask.
        double gauge = s.bolts.gauge;
        for (const BoltRowSpec& row : s.rows) gauge = std::max(gauge, row.gauge.value_or(s.bolts.gauge));
        const double width = std::ceil(std::max(r.beam.section.b, gauge + 2 * 1.2 * r.bolt.d_0) / 10) * 10;
        if (width < s.plate.width - 1)
            with<EndPlate>(id, "end plate " + std::to_string(std::lround(width)) + " mm wide",
                           [width](EndPlate& p) { p.plate.width = width; });
        fillets<EndPlate>(id, s, r);
    }

    void connection(EndId id, const DirectWeld& s) {
        if (s.webPlate) connection(id, *s.webPlate);
        fillets<DirectWeld>(id, s, *resolved_.side(id));
    }

    void connection(EndId id, const FinPlate& s) {
        if (s.grade == "10.9") with<FinPlate>(id, "bolts 8.8", [](FinPlate& p) { p.grade = "8.8"; });
        if (s.rows > 1)
            with<FinPlate>(id, "one bolt row less", [](FinPlate& p) {
                --p.rows;
                p.depth -= p.pitch;
            });
    }

    /// Fillets as strong as the plates, for butt welds.
    template <class How> void fillets(EndId id, const How& s, const ResolvedSide& r) {
        const DirectWeld usual = weldedLayout(r.beam.section, r.spec.beam.steel);
        const auto weld = [&](WeldSpec How::*which, const WeldSpec& fillet, PartKind kind) {
            if ((s.*which).kind == WeldKind::Butt)
                with<How>(id, partName({kind, id}, false) + " by fillets", [&](How& h) { h.*which = fillet; });
        };
        weld(&How::topWeld, usual.topWeld, PartKind::WeldTop);
        weld(&How::bottomWeld, usual.bottomWeld, PartKind::WeldBottom);
        weld(&How::webWeld, usual.webWeld, PartKind::WeldWeb);
    }

    const Joint& joint_;
    const ResolvedJoint& resolved_;
    std::vector<Change> out_;
};

} // namespace

std::vector<Change> lightenings(const Joint& joint, const ResolvedJoint& resolved) { return Lightening(joint, resolved).run(); }

} // namespace zg
