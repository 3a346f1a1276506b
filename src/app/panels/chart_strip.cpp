#include "app/panels/chart_strip.h"
#include "app/panels/curve_plot.h"
#include "plates/plate_result.h"
#include "session/plate_studies.h"
#include "session/session.h"
#include "words/phrases.h"
#include <cmath>

namespace zg {

namespace {

const ConnectionResult* differentInDatum(const Session& session, const Joint& joint, const ConnectionResult& c) {
    if (!session.datum()) return nullptr;
    const auto at = session.datum()->results.find(joint.id);
    if (at == session.datum()->results.end() || !at->second) return nullptr;
    for (const ConnectionResult& d : at->second->connections)
        if (d.set == c.set && d.side == c.side &&
            (std::abs(d.M_j_Rd - c.M_j_Rd) > 1e3 || std::abs(d.stiffness.S_j_ini - c.stiffness.S_j_ini) > 1e3))
            return &d;
    return nullptr;
}

void follow(Session& session, CurvePlot& plot) {
    const JointState* state = session.state();
    const ConnectionResult* c = session.shownConnection();
    const Joint* joint = session.current();
    const UnitSystem units = session.job().settings.units;
    if (!state || !state->result || !c || !joint) return plot.setFigure({}, {}, units, {});
    const PlateStudies::Entry* plates = session.plates().current();
    const PlateStudy* study = plates ? plates->study.get() : nullptr;
    const bool hasLoops = study && !study->cyclic.empty();
    plot.offerOther(hasLoops ? QObject::tr("cyclic loops") : QString());
    if (hasLoops && plot.showsOther())
        return plot.setFigure(loopFigure(study->cyclic.front(), session.plates().isStale(*joint)),
                              QString::fromStdString(joint->mark) + QObject::tr(", cyclic"), units, {});
    CurveSources from;
    from.datum = differentInDatum(session, *joint, *c);
    if (study) {
        from.plates = study;
        from.arePlatesStale = session.plates().isStale(*joint);
        if (plates->convergence && plates->convergence->side == c->side && plates->convergence->isReversed == c->isReversed)
            from.meshError = plates->convergence->M_j_Rd.error;
    }
    plot.setFigure(curveFigure(*state->result, *c, from), QString::fromStdString(joint->mark + ", " + name(c->side)), units,
                   QObject::tr("No moment resistance: no curve."));
}

} // namespace

CurvePlot* makeChartStrip(Session& session, Theme& theme, Prompts& prompts, QWidget* parent) {
    auto* plot = new CurvePlot(theme, prompts, parent);
    plot->setMinimumHeight(120);
    QObject::connect(plot, &CurvePlot::otherWanted, plot, [&session, plot] { follow(session, *plot); });
    QObject::connect(&session, &Session::changed, plot, [&session, plot] { follow(session, *plot); });
    follow(session, *plot);
    return plot;
}

} // namespace zg
