#include "app/panels/chart_strip.h"
#include "drawing/chart.h"
#include "session/plate_studies.h"
#include "session/session.h"
#include <cmath>

namespace zg {

DrawingView* makeChartStrip(Session& session, Theme& theme, QWidget* parent) {
    const auto make = [&session](double width, double height) {
        const JointState* state = session.state();
        const ConnectionResult* c = session.shownConnection();
        if (!state || !state->result || !c) return Drawing{};
        ChartOptions o;
        o.width = width;
        o.height = height;
        o.units = session.job().settings.units;
        const Joint* joint = session.current();
        if (const PlateStudies::Entry* plates = session.plates().current(); plates && plates->study && joint) {
            for (const PlateMomentRotation& m : plates->study->curves)
                if (m.side == c->side) (m.isReversed == c->isReversed ? o.plates : o.otherPlates) = &m;
            o.arePlatesStale = session.plates().isStale(*joint);
        }
        if (session.datum() && joint) {
            const auto at = session.datum()->results.find(joint->id);
            if (at != session.datum()->results.end() && at->second) {
                for (const ConnectionResult& d : at->second->connections) {
                    const bool differs =
                        std::abs(d.M_j_Rd - c->M_j_Rd) > 1e3 || std::abs(d.stiffness.S_j_ini - c->stiffness.S_j_ini) > 1e3;
                    if (d.set == c->set && d.side == c->side && differs) o.datum = &d;
                }
            }
        }
        return momentRotationChart(*state->result, *c, o);
    };
    auto* view = new DrawingView(session, theme, make, parent);
    view->setMinimumHeight(120);
    return view;
}

} // namespace zg
