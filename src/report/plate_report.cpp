#include "report/plate_report.h"
#include "base/text.h"
#include "drawing/chart.h"
#include "drawing/curve_figure.h"
#include "drawing/loop_chart.h"
#include "drawing/plate_picture.h"
#include "drawing/reconciliation.h"
#include "words/phrases.h"
#include "words/plate_path.h"
#include "words/plate_words.h"

namespace zg {

namespace {

class PlateReport {
public:
    PlateReport(const Job& job, const Joint& joint, const PlateStudy& study)
        : study_(study), units_(job.settings.units), scene_(study.geometry), strainLimit_(platesOf(joint).strainLimit),
          isTwoSided_(isTwoSided(joint)), bare_(bareConnections(job, joint)) {
        d_.title = joint.mark + " by plates" + (joint.title.empty() ? "" : ", " + joint.title);
        d_.subtitle = job.title;
    }

    Document run() {
        d_.text("Plate finite elements: mid-surfaces with root fillets, bolts and welds as springs, contact between plates, "
                "f_y/γM0 with hardening E/1000 (EN 1993-1-5:2006 annex C). Element size at the bolts " +
                fixedDecimals(study_.elementSize, 0) + " mm, " + std::to_string(study_.freedoms) + " freedoms. " +
                (study_.isComplete ? "" : "The run was not finished."));
        if (!study_.mechanismWords.empty()) d_.text(study_.mechanismWords + " " + looseRemedy());
        sets();
        buckling();
        stability();
        curves();
        for (const PlateCyclic& run : study_.cyclic) cyclic(run);
        for (const PlateStrength& s : study_.overStrength) d_.text(s.id + ": " + strengthSentence(s, strainLimit_) + ".");
        for (const std::string& note : study_.notes) d_.text(note, true);
        return std::move(d_);
    }

private:
    void picture(const SceneState& state, const std::string& title, const std::string& caption) {
        PlatePictureOptions o;
        o.width = 640;
        o.height = 400;
        o.pixelRatio = 2;
        o.samples = 1;
        o.units = units_;
        o.palette = &lightPalette();
        o.title = title;
        const double yield = study_.geometry.parts.empty() ? 0 : study_.geometry.parts.front().f_y;
        d_.figure(platePicture(scene_, state, Camera::towards(NamedView::Oblique), yield, o).drawing, caption);
    }

    void sets() {
        if (study_.sets.empty()) return;
        d_.heading(2, "Strength of the action sets");
        TableBlock t;
        t.head = {"set", "limit at", "ends at", "worst plate", "worst bolt", "left over"};
        t.widths = {0.08, 0.1, 0.36, 0.2, 0.14, 0.12};
        const PlateStrength* least = nullptr;
        for (const PlateStrength& s : study_.sets) {
            if (!s.isLoaded || s.isService) continue;
            if (!least || s.reserve < least->reserve) least = &s;
            const PartUse* part = nullptr;
            for (const PartUse& p : s.parts)
                if (!part || p.strain > part->strain || (p.strain == part->strain && p.stress > part->stress)) part = &p;
            double bolt = 0;
            for (const BoltUse& b : s.bolts) bolt = std::max(bolt, b.utilisation());
            TableCell reserve = numberCell((s.isReserveOpen ? "> " : "") + fixedDecimals(s.reserve, 2));
            reserve.hasState = true;
            reserve.state = stateOf(useOf(1, s.reserve));
            t.rows.push_back(
                {textCell(s.id), reserve, textCell(limitWords(s.limit, s.limitPart, strainLimit_)),
                 textCell(part ? partName(part->part, isTwoSided_) + ", " + fixedDecimals(100 * part->strain, 2) + " %" : ""),
                 numberCell(fixedDecimals(bolt, 2)), numberCell(shown(s.balance.left, Quantity::Force, units_))});
        }
        if (least) d_.blocks.emplace_back(std::move(t));
        for (const PlateStrength& s : study_.sets)
            for (const SlipUse& slip : s.slips) d_.text("Slip in set " + s.id + ", bolts " + slipWords(slip, units_) + ".");
        if (!least) return;
        d_.heading(3, "The path of the force in set " + least->id);
        TableBlock path;
        path.head = {"", "part", "use"};
        path.widths = {0.2, 0.4, 0.4};
        for (const PathStretch& stretch : pathOf(*least, isTwoSided_, units_))
            for (const PathPart& p : stretch.parts)
                path.rows.push_back(
                    {textCell(&p == &stretch.parts.front() ? stretch.title : ""), textCell(p.name), numberCell(p.number)});
        d_.blocks.emplace_back(std::move(path));
        if (least->fullFrame < 0) return;
        SceneState state;
        state.frame = &least->frames[least->fullFrame];
        state.deformation = scene_.sensibleScale(state.frame->displacement);
        picture(state, least->id,
                "Equivalent stress in set " + least->id + ", the one with the least reserve; yielded areas outlined.");
        state.field = PlateField::Strain;
        picture(state, least->id, "Plastic strain in set " + least->id + ".");
    }

    void buckling() {
        if (study_.buckling.empty()) return;
        d_.heading(2, "Buckling");
        TableBlock t;
        t.head = {"set", "mode", "factor", "what", "least", "λ̄", "ρ"};
        t.widths = {0.1, 0.08, 0.12, 0.42, 0.1, 0.09, 0.09};
        const PlateMode* first = nullptr;
        for (const PlateBuckling& b : study_.buckling)
            for (std::size_t i = 0; i < b.modes.size() && i < 3; ++i) {
                const PlateMode& m = b.modes[i];
                if (!first || m.factor < first->factor) first = &m;
                t.rows.push_back({textCell(b.id), numberCell(std::to_string(i + 1)), numberCell(fixedDecimals(m.factor, 2)),
                                  textCell(reachWords(m, isTwoSided_)), numberCell(fixedDecimals(m.leastFactor, 0)),
                                  numberCell(fixedDecimals(m.slenderness, 2)), numberCell(fixedDecimals(m.rho, 2))});
            }
        if (t.rows.empty()) return d_.text("No buckling factor below the largest of interest.");
        d_.blocks.emplace_back(std::move(t));
        SceneState state;
        state.shape = &first->shape;
        state.deformation = scene_.size() / 20;
        picture(state, "factor " + fixedDecimals(first->factor, 2), "Lowest mode: " + reachWords(*first, isTwoSided_) + ".");
    }

    void stability() {
        if (study_.stability.empty()) return;
        d_.heading(2, "Moved geometry with imperfections");
        d_.text(
            "Equilibrium where the joint has moved to (large displacements and rotations), buckling shapes as imperfections by "
            "EN 1993-1-5:2006 annex C, table C.2: the lowest mode and the first of each other part up to half as high again, "
            "each in full size. The limit must be at least γM1 times the set (C.9).");
        TableBlock t;
        t.head = {"set", "limit at", "undeformed", "ends at", "imperfections"};
        t.widths = {0.08, 0.1, 0.11, 0.31, 0.4};
        const PlateStability* least = nullptr;
        for (const PlateStability& s : study_.stability) {
            if (!s.run.isLoaded) continue;
            if (!least || s.run.reserve < least->run.reserve) least = &s;
            TableCell reserve = numberCell((s.run.isReserveOpen ? "> " : "") + fixedDecimals(s.run.reserve, 2));
            reserve.hasState = true;
            reserve.state = stateOf(s.utilisation());
            std::string shapes;
            for (const PlateImperfection& i : s.imperfections)
                shapes += (shapes.empty() ? "" : "; ") + imperfectionWords(i, isTwoSided_);
            t.rows.push_back({textCell(s.run.id), reserve, numberCell(fixedDecimals(s.plainReserve, 2)),
                              textCell(limitWords(s.run.limit, s.run.limitPart, strainLimit_)),
                              textCell(shapes.empty() ? "no modes" : shapes)});
        }
        d_.blocks.emplace_back(std::move(t));
        for (const PlateStability& s : study_.stability)
            for (const PatchLoad& p : s.webs)
                d_.text("Beside the run, set " + s.run.id + ": " + patchLoadWords(p, units_, isTwoSided_) + ".", true);
        if (!least || least->run.frames.empty()) return;
        SceneState state;
        state.frame = &least->run.frames.back();
        state.deformation = scene_.sensibleScale(state.frame->displacement);
        picture(state, least->run.id + ", imperfect",
                "Equivalent stress at the limit of set " + least->run.id + " in moved geometry; yielded areas outlined.");
    }

    void curves() {
        for (const PlateMomentRotation& m : study_.curves) {
            const ConnectionResult* other = find(bare_, m.side, m.isReversed);
            if (!other) continue;
            if (&m == &study_.curves.front()) d_.heading(2, "Both methods");
            ReconciliationOptions o;
            o.width = 640;
            o.units = units_;
            const Reconciliation r = reconcile(bare_, m);
            o.height = 126 + 34.0 * static_cast<double>(r.rows.size());
            d_.figure(reconciliationDrawing(r, o), "The plates end at " + limitWords(m.limit, m.limitPart, strainLimit_) + ", " +
                                                       fixedDecimals(1e3 * m.phi_Cd, 1) + " mrad." +
                                                       (m.rule == MomentRule::Limit ? "" : " " + ruleWords(m, units_) + "."));
            chart(m, *other);
            parts(m);
        }
        if (study_.curvesUnder.empty() && study_.curvesAbout.empty()) return;
        d_.heading(2, "Other moment-rotation");
        for (const PlateMomentRotation& m : study_.curvesUnder)
            d_.text("Under the other forces of set " + m.under + ", " + name(m.side) + ", tension at the " +
                    (m.isReversed ? "bottom" : "top") + ": " + curveSentence(m, strainLimit_, units_) + ".");
        for (const PlateMomentRotation& m : study_.curvesAbout)
            d_.text(std::string(name(m.side)) + ", " + wordOf(m.axis) + ": " + curveSentence(m, strainLimit_, units_) + ".");
    }

    void cyclic(const PlateCyclic& run) {
        d_.heading(2, "Swayed to and fro");
        d_.text(
            "The beams' points of inflection are moved by the drift times their distance from the column's axis, one beam down "
            "where the other goes up; no gravity acts. Equilibrium of the undeformed shape: nothing buckles, and steel does not "
            "tear; bolts and welds let go at their deformation. " +
            cyclicSentence(run) + ".");
        for (const std::string& line : cyclicFindings(run, units_, isTwoSided_)) d_.text(line);
        d_.figure(loopChart(loopFigure(run, false), 640, 260, units_), "Moment at the face over the drift.");
        TableBlock t;
        t.head = {"drift", "M, tension at the top", "at the bottom", "energy", "damping", "unloading"};
        t.widths = {0.2, 0.2, 0.18, 0.18, 0.12, 0.12};
        for (const PlateCycle& k : run.cycles)
            t.rows.push_back({textCell(driftWords(k.drift) + (k.isRepeated ? ", as before" : "")),
                              numberCell(shown(k.most.front(), Quantity::Moment, units_)),
                              numberCell(shown(k.least.front(), Quantity::Moment, units_)),
                              numberCell(shown(k.dissipated, Quantity::Moment, units_) + "·rad"),
                              numberCell(fixedDecimals(100 * k.damping, 1) + " %"), numberCell(fixedDecimals(k.unloading, 2))});
        d_.blocks.emplace_back(std::move(t));
        TableBlock parts;
        parts.head = {"part", "plastic strain gathered"};
        parts.widths = {0.6, 0.4};
        for (const PartUse& p : run.run.parts)
            if (p.strain > 0)
                parts.rows.push_back(
                    {textCell(partName(p.part, isTwoSided_)), numberCell(fixedDecimals(100 * p.strain, 1) + " %")});
        if (!parts.rows.empty()) d_.blocks.emplace_back(std::move(parts));
        if (run.run.fullFrame < 0) return;
        SceneState state;
        state.frame = &run.run.frames[run.run.fullFrame];
        state.deformation = scene_.sensibleScale(state.frame->displacement);
        state.field = PlateField::Strain;
        picture(state, "drift " + driftWords(state.frame->factor), "Plastic strain gathered at the first end of the last level.");
    }

    // Both curves in one picture, of the connection without axial force.
    void chart(const PlateMomentRotation& m, const ConnectionResult& component) {
        JointResult bare;
        bare.connections = {component};
        ChartOptions o;
        o.width = 640;
        o.height = 170;
        o.units = units_;
        o.plates = &m;
        d_.figure(momentRotationChart(bare, bare.connections.front(), o), markWords(m.marks(), units_));
    }

    // Where the parts give way.
    void parts(const PlateMomentRotation& m) {
        if (m.parts.empty()) return;
        TableBlock t;
        t.head = {"M", "rotation", "part", ""};
        t.widths = {0.16, 0.16, 0.36, 0.32};
        for (const PartMark& at : m.parts)
            t.rows.push_back({numberCell(shown(at.M, Quantity::Moment, units_)),
                              numberCell(fixedDecimals(1e3 * at.phi, 2) + " mrad"), textCell(partName(at.part, isTwoSided_)),
                              textCell(wordOf(at.what))});
        d_.blocks.emplace_back(std::move(t));
    }

    const PlateStudy& study_;
    UnitSystem units_;
    PlateScene scene_;
    double strainLimit_;
    bool isTwoSided_;
    BareConnections bare_;
    Document d_;
};

} // namespace

Document plateReport(const Job& job, const Joint& joint, const PlateStudy& study) { return PlateReport(job, joint, study).run(); }

} // namespace zg
