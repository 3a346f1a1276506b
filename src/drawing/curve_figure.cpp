#include "drawing/curve_figure.h"
#include "base/csv.h"
#include "base/text.h"
#include "component/stiffness.h"
#include "plates/plate_result.h"
#include "words/plate_words.h"
#include <algorithm>
#include <cmath>

namespace zg {

namespace {

class Maker {
public:
    Maker(const JointResult& result, const CurveSources& from) : result_(result), from_(from) {}

    CurveFigure run(const ConnectionResult& own) {
        if (own.curve.empty()) return {};
        const ConnectionResult* other = inOtherSense(result_, own);
        isBoth_ = other != nullptr;
        sense(own, false);
        if (other) sense(*other, true);
        if (from_.datum && !from_.datum->curve.empty())
            add(CurveSeries::Kind::Datum, "datum", points(from_.datum->curve, signOf(own)), from_.datum->M_j_Rd, false);
        return std::move(out_);
    }

private:
    [[nodiscard]] double signOf(const ConnectionResult& c) const { return isBoth_ && c.isReversed ? -1 : 1; }

    template <class P> static std::vector<Point2> points(const std::vector<P>& curve, double sign) {
        std::vector<Point2> line;
        for (const P& p : curve) line.push_back({sign * p.phi, sign * p.M});
        return line;
    }

    void add(CurveSeries::Kind kind, std::string name, std::vector<Point2> line, double M_j_Rd, bool isOther) {
        const bool isPlates = kind == CurveSeries::Kind::Plates || kind == CurveSeries::Kind::PlatesUnder;
        out_.series.push_back({kind, std::move(name), std::move(line), M_j_Rd, isOther, isPlates && from_.arePlatesStale});
    }

    void reach(double phi, double M, double sign) {
        (sign > 0 ? out_.reachPhi : out_.backPhi) = sign > 0 ? std::max(out_.reachPhi, phi) : std::min(out_.backPhi, -phi);
        (sign > 0 ? out_.reachM : out_.backM) = sign > 0 ? std::max(out_.reachM, M) : std::min(out_.backM, -M);
    }

    void sense(const ConnectionResult& c, bool isOther) {
        const double sign = signOf(c);
        const std::string of = isBoth_ ? std::string(c.isReversed ? ", bottom" : ", top") : std::string();
        const PlateMomentRotation* p = from_.plates ? from_.plates->curve(c.side, c.isReversed) : nullptr;
        std::vector<Point2> line = points(c.curve, sign);
        // The plateau, as far as there is something to see.
        line.push_back({sign * reachOf(result_, c, nullptr).phi, sign * c.curve.back().M});
        add(CurveSeries::Kind::Component, "component" + of, std::move(line), c.M_j_Rd, isOther);
        if (p) {
            add(CurveSeries::Kind::Plates, "plates" + of, points(p->curve, sign), p->M_j_Rd, isOther);
            if (!isOther) marks(*p, sign);
        }
        if (from_.plates)
            for (const PlateMomentRotation& under : from_.plates->curvesUnder)
                if (under.side == c.side && under.isReversed == c.isReversed)
                    add(CurveSeries::Kind::PlatesUnder, "plates under " + under.under + of, points(under.curve, sign),
                        under.M_j_Rd, isOther);
        for (const ConnectionResult& k : result_.connections) {
            if (!isDemandOn(k, c) || k.M_Ed <= 0) continue;
            CurvePlace demand{result_.actions[static_cast<std::size_t>(k.set)].id, {}, result_.stateBy(k), false};
            demand.at = {sign * rotationOf(c, k.M_Ed), sign * k.M_Ed};
            out_.demands.push_back(std::move(demand));
        }
        if (c.classification.stiffness != StiffnessClass::NotGiven)
            out_.wedges.push_back({sign, c.classification.rigidLimit, c.classification.pinnedLimit});
        const CurveReach far = reachOf(result_, c, p);
        reach(far.phi, far.M, sign);
    }

    void marks(const PlateMomentRotation& p, double sign) {
        if (from_.arePlatesStale) return;
        for (const CurveMark& m : p.marks())
            out_.marks.push_back({wordOf(m.by), {sign * m.phi, sign * m.M}, CheckState::Within, m.by == p.rule});
        if (from_.meshError <= 0) return;
        for (const double edge : {1 + from_.meshError, 1 - from_.meshError}) {
            std::vector<Point2> line = points(p.curve, sign);
            for (Point2& at : line) at.y *= edge;
            if (edge < 1) std::reverse(line.begin(), line.end());
            out_.meshBand.insert(out_.meshBand.end(), line.begin(), line.end());
        }
    }

    const JointResult& result_;
    const CurveSources& from_;
    CurveFigure out_;
    bool isBoth_ = false;
};

} // namespace

CurveFigure curveFigure(const JointResult& result, const ConnectionResult& connection, const CurveSources& sources) {
    return Maker(result, sources).run(connection);
}

CurveFigure loopFigure(const PlateCyclic& run, bool isStale) {
    CurveFigure out;
    out.isOverDrift = true;
    for (std::size_t i = 0; i < run.beams.size(); ++i) {
        CurveSeries s{CurveSeries::Kind::Plates, std::string("plates, ") + name(run.beams[i].side), {}, 0, i > 0, isStale};
        for (const PlateCyclic::Point& p : run.path) {
            s.points.push_back({p.drift, p.M[i]});
            s.M_j_Rd = std::max(s.M_j_Rd, std::abs(p.M[i]));
            out.reachPhi = std::max(out.reachPhi, 1.08 * std::abs(p.drift));
        }
        out.reachM = std::max(out.reachM, 1.1 * s.M_j_Rd);
        out.series.push_back(std::move(s));
    }
    const double asked = run.neededDrift > 0 ? 0.8 * run.beams.front().M_pl : 0;
    out.reachM = std::max(out.reachM, 1.1 * asked);
    out.backPhi = -out.reachPhi, out.backM = -out.reachM;
    for (const double sign : {1.0, -1.0})
        if (asked > 0)
            out.series.push_back({CurveSeries::Kind::Datum,
                                  sign > 0 ? "0.8 M_pl" : "0.8 M_pl, other sense",
                                  {{out.backPhi, sign * asked}, {out.reachPhi, sign * asked}},
                                  asked,
                                  false,
                                  false});
    for (const PlateDriftMark& m : run.marks)
        out.marks.push_back({significant(1e3 * m.drift, 4) + " mrad", {m.drift, m.M.front()}, CheckState::Within, false});
    return out;
}

const ConnectionResult* inOtherSense(const JointResult& result, const ConnectionResult& c) {
    const ConnectionResult* best = nullptr;
    for (const ConnectionResult& k : result.connections)
        if (k.set >= 0 && c.set >= 0 && k.side == c.side && k.isReversed != c.isReversed && !k.curve.empty() &&
            (!best || k.utilisation > best->utilisation))
            best = &k;
    return best;
}

bool isDemandOn(const ConnectionResult& k, const ConnectionResult& c) {
    return k.set >= 0 && k.side == c.side && k.isReversed == c.isReversed;
}

CurveReach reachOf(const JointResult& result, const ConnectionResult& c, const PlateMomentRotation* plates) {
    // A joint of which nothing yields to load has no rotation to scale by.
    CurveReach r{c.curve.back().phi > 0 ? 1.6 * c.curve.back().phi : 5e-3, 1.18 * c.M_j_Rd};
    if (plates) {
        r.M = std::max(r.M, 1.12 * plates->M_limit);
        r.phi = std::max(r.phi, std::min(1.1 * plates->phi_Cd, 3 * r.phi));
    }
    for (const ConnectionResult& k : result.connections)
        if (isDemandOn(k, c)) r.M = std::max(r.M, 1.12 * std::min(k.M_Ed, 1.6 * c.M_j_Rd));
    return r;
}

double rotationOf(const ConnectionResult& c, double M) {
    return M <= c.M_j_Rd ? M * stiffnessRatio(M, c.M_j_Rd) / c.stiffness.S_j_ini : c.curve.back().phi;
}

std::string pointsTable(const CurveFigure& figure, UnitSystem units) {
    const Unit moment = unitOf(Quantity::Moment, units);
    std::string table =
        std::string(figure.isOverDrift ? "series,drift mrad,moment " : "series,rotation mrad,moment ") + moment.symbol + "\n";
    const auto line = [&](const std::string& name, const Point2& p) {
        table += csvQuoted(name) + "," + significant(1e3 * p.x, 9) + "," + significant(p.y / moment.factor, 9) + "\n";
    };
    for (const CurveSeries& s : figure.series)
        for (const Point2& p : s.points) line(s.name, p);
    for (const CurvePlace& p : figure.demands) line("set " + p.name, p.at);
    for (const CurvePlace& p : figure.marks) line("plates, " + p.name, p.at);
    return table;
}

} // namespace zg
