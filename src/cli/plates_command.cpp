#include "base/text.h"
#include "commands.h"
#include "compare/reconcile.h"
#include "drawing/curve_figure.h"
#include "drawing/plate_picture.h"
#include "exchange/plate_cache.h"
#include "exchange/plate_json.h"
#include "fe/results.h"
#include "job_input.h"
#include "joint/plate_key.h"
#include "plates/node_stiffness.h"
#include "plates/strength.h"
#include "plates/study.h"
#include "scene/gltf.h"
#include "scene/png.h"
#include "terminal_progress.h"
#include "words/phrases.h"
#include "words/plate_path.h"
#include "words/plate_words.h"
#include <cmath>
#include <iostream>
#include <sstream>
#ifdef ZG_WITH_PDF
#include "print/picture_file.h"
#include <QGuiApplication>
#endif

namespace zg::cli {

namespace {

std::string beside(const std::string& name, const CounterpartRow& row, UnitSystem units) {
    std::ostringstream s;
    s << name << " component " << shown(row.component, row.quantity, units) << ", plates "
      << shown(row.plates, row.quantity, units);
    if (row.component == 0 && row.whole == 0) return s.str();
    s << " (" << (row.plates >= row.component ? "+" : "") << fixedDecimals(100 * row.apart(), 0)
      << (row.whole != 0 ? " % of 1/S_j,ini)" : " %)");
    return s.str();
}

std::string beside(const std::string& name, double component, double plates, Quantity quantity, UnitSystem units) {
    CounterpartRow row;
    row.component = component, row.plates = plates, row.quantity = quantity;
    return beside(name, row, units);
}

std::string curveTable(const PlateMomentRotation& r) {
    std::ostringstream s;
    s.precision(9);
    s << "phi_rad,M_Nmm,plastic_strain,residual\n";
    for (const PlateCurvePoint& p : r.curve) s << p.phi << "," << p.M << "," << p.plasticStrain << "," << p.residual << "\n";
    return s.str();
}

void print(const PlateStrength& s, double strainLimit, UnitSystem units, bool isTwoSided) {
    std::cout << "  " << s.id << ": " << strengthSentence(s, strainLimit) << ".\n";
    for (const SlipUse& slip : s.slips) std::cout << "    " << slipWords(slip, units) << "\n";
    if (!s.isLoaded) return;
    if (!s.message.empty()) std::cout << "    " << s.message << "\n";
    for (const PathStretch& stretch : pathOf(s, isTwoSided, units)) {
        const PathPart& most = stretch.parts.front();
        std::cout << "    " << lowered(stretch.title) << ": " << most.name << " " << most.number << "\n";
    }
    std::cout << "    equilibrium: " << significant(s.balance.left, 2) << " N left of "
              << shown(s.balance.applied, Quantity::Force, units) << ", residual " << significant(s.balance.residual, 2) << "\n";
}

void print(const PlateBuckling& b, bool isTwoSided) {
    std::cout << "  " << b.id << ": ";
    if (b.modes.empty()) {
        std::cout << (b.message.empty() ? "no buckling factor" : b.message) << "\n";
        return;
    }
    std::cout << b.modes.size() << " modes" << (b.isComplete ? ", none missed" : ", perhaps not all") << ": ";
    for (std::size_t i = 0; i < b.modes.size() && i < 3; ++i)
        std::cout << (i > 0 ? "; " : "") << fixedDecimals(b.modes[i].factor, 1) << " " << reachWords(b.modes[i], isTwoSided)
                  << " (" << fixedDecimals(100 * b.modes[i].shares.front().energy, 0) << " %)";
    std::cout << "\n";
}

void print(const PlateStability& s, double strainLimit, UnitSystem units, bool isTwoSided) {
    std::cout << "  " << s.run.id << ": " << stabilitySentence(s, strainLimit) << "\n";
    if (!s.run.message.empty() && s.run.isLoaded) std::cout << "    " << s.run.message << "\n";
    for (const PlateImperfection& i : s.imperfections) std::cout << "    " << imperfectionWords(i, isTwoSided) << "\n";
    for (const PatchLoad& p : s.webs) std::cout << "    beside it: " << patchLoadWords(p, units, isTwoSided) << "\n";
}

/// Where the parts give way, in order of the moment.
void print(const std::vector<PartMark>& parts, UnitSystem units, bool isTwoSided) {
    for (const PartMark& m : parts)
        std::cout << "      " << shown(m.M, Quantity::Moment, units) << "  " << partName(m.part, isTwoSided) << ": "
                  << wordOf(m.what) << "\n";
}

/// With digits enough to see what the mesh changes.
std::string exactly(double value, Quantity quantity, UnitSystem units) {
    const Unit unit = unitOf(quantity, units);
    return significant(value / unit.factor, 5) + " " + unit.symbol;
}

int converge(const ResolvedJoint& joint, const PlatesCommand& c, UnitSystem units) {
    const auto run = [&] {
        TerminalProgress progress;
        return convergenceOf(joint, EndId(c.side.c_str()), c.tension == "bottom", &progress);
    }();
    if (!run) return fail(run.error());
    std::cout << joint.mark << ", beam on the " << name(run->side) << ", tension at the " << c.tension << ":\n  freedoms";
    for (const auto& s : run->sizes) std::cout << " " << s.freedoms;
    std::cout << "\n";
    const auto say = [&](const char* what, auto value, Quantity quantity, const PlateConvergence::Estimate& e) {
        std::cout << "  " << what << " on sizes 2, 1.41, 1: ";
        for (std::size_t i = 0; i < run->sizes.size(); ++i)
            std::cout << (i > 0 ? ", " : "") << exactly(value(run->sizes[i]), quantity, units);
        if (e.isSteady)
            std::cout << "; extrapolated " << exactly(e.value, quantity, units) << " (order " << fixedDecimals(e.order, 1)
                      << "), error of the finest about " << fixedDecimals(100 * e.error, 1) << " %\n";
        else
            std::cout << "; the three do not approach a value steadily, so none is extrapolated: they lie within "
                      << fixedDecimals(100 * e.error, 1) << " %\n";
    };
    say(
        "M_j,Rd", [](const auto& s) { return s.M_j_Rd; }, Quantity::Moment, run->M_j_Rd);
    say(
        "S_j,ini", [](const auto& s) { return s.S_j_ini; }, Quantity::Stiffness, run->S_j_ini);
    std::cout << "  Largest elastic stress, in " << run->peakPart << ", grows like size to the power "
              << fixedDecimals(-run->peakExponent, 2)
              << (run->peakExponent > 0.1
                      ? ": the singular stress of a corner, without a limit of its own; plastic strain is what is judged.\n"
                      : ": it approaches a value.\n");
    return allWithin;
}

struct FieldName {
    const char* name;
    PlateField field;
};
constexpr FieldName fields[] = {{"parts", PlateField::None},
                                {"stress", PlateField::Stress},
                                {"strain", PlateField::Strain},
                                {"pressure", PlateField::Pressure},
                                {"displacement", PlateField::Displacement},
                                {"yield", PlateField::Utilisation}};
constexpr NamedView views[] = {NamedView::Elevation, NamedView::PlateRight, NamedView::PlateLeft, NamedView::Plan,
                               NamedView::Oblique};

const PlateStrength* setOf(const PlateStudy& study, const std::string& id) {
    for (const PlateStrength& s : study.sets)
        if (s.isLoaded && (id.empty() || s.id == id)) return &s;
    return nullptr;
}

int picture(const PlatesCommand& c, const PlateStudy& study, UnitSystem units) {
    const PlateScene scene(study.geometry);
    SceneState state;
    PlatePictureOptions o;
    o.width = 1000;
    o.height = 720;
    o.units = units;
    o.palette = &lightPalette();
    for (const FieldName& f : fields)
        if (c.field == f.name) state.field = f.field;
    const PlateStrength* set = setOf(study, c.set);
    if (!set)
        return fail(
            {{Severity::Error, c.set, "There is no set with forces to draw" + (c.set.empty() ? "." : " named " + c.set + ".")}});
    if (c.mode > 0) {
        const PlateBuckling* found = nullptr;
        for (const PlateBuckling& b : study.buckling)
            if (b.set == set->set) found = &b;
        if (!found || c.mode > static_cast<int>(found->modes.size()))
            return fail({{Severity::Error, "mode", "Set " + set->id + " has no mode " + std::to_string(c.mode) + "."}});
        const PlateMode& mode = found->modes[c.mode - 1];
        state.shape = &mode.shape;
        state.deformation = scene.size() / 20;
        o.title = set->id + ", mode " + std::to_string(c.mode) + ", factor " + fixedDecimals(mode.factor, 2) + ", " +
                  reachWords(mode, false);
    } else if (set->fullFrame >= 0) {
        state.frame = &set->frames[set->fullFrame];
        state.deformation = scene.sensibleScale(state.frame->displacement);
        o.title = set->id + ", " + nameOf(state.field) + ", " + fixedDecimals(100 * state.frame->factor, 0) + " % of the set";
    }
    Camera camera;
    for (NamedView v : views) {
        std::string known = nameOf(v);
        for (char& letter : known)
            if (letter == ' ') letter = '-';
        if (c.view == known) camera = Camera::towards(v);
    }
    const double yield = study.geometry.parts.empty() ? 0 : study.geometry.parts.front().f_y;
#ifdef ZG_WITH_PDF
    qputenv("QT_QPA_PLATFORM", "offscreen"); // fonts and painting only: no display is needed or opened
    int argc = 1;
    char name[] = "zg";
    char* argv[] = {name, nullptr};
    const QGuiApplication application(argc, argv);
    const auto written = writePicture(c.png, platePicture(scene, state, camera, yield, o).drawing, *o.palette, 1);
    if (!written) return fail({written.error()});
#else
    const PlatePicture drawn = platePicture(scene, state, camera, yield, o);
    if (!put(c.png, pngBytes(*drawn.scene))) return couldNot;
#endif
    return allWithin;
}

int stiffness(const ResolvedJoint& resolved, const Joint& joint, const PlatesCommand& c) {
    const ActionSet* set = nullptr;
    for (const ActionSet& s : joint.actions)
        if (!set && (c.set.empty() ? s.kind == SetKind::Ultimate : s.id == c.set)) set = &s;
    if (!set)
        return fail({{Severity::Error, joint.mark,
                      "Joint " + joint.mark + " has no ultimate action set: which bolts and contacts act is not known."}});
    TerminalProgress progress;
    const auto found = nodeStiffness(resolved, *set, &progress);
    if (!found) return fail(found.error());
    if (!put(c.stiffness, nodeStiffnessJson(joint, *found))) return couldNot;
    std::cout << "Stiffness of " << joint.mark << " between " << found->ends.size() << " ends, under set " << found->set << ".\n";
    for (const std::string& note : found->notes) std::cout << note << "\n";
    return allWithin;
}

} // namespace

int plates(const PlatesCommand& c) {
    auto loaded = load(c);
    if (!loaded) return fail(loaded.error());
    if (!mayPut({c.json, c.curve, c.gltf, c.vtu, c.png, c.stiffness, c.loop})) return couldNot;
    Job* job = &loaded->job;
    Joint& joint = job->joints.front();
    if (c.size != 1) {
        if (!joint.plates) joint.plates = PlateSpec{};
        joint.plates->sizeFactor = c.size;
    }
    if (c.isImperfect || c.isPreloaded || c.hasHoles || c.endsAtFirstBolt) {
        if (!joint.plates) joint.plates = PlateSpec{};
        joint.plates->isImperfect |= c.isImperfect;
        joint.plates->isPreloaded |= c.isPreloaded;
        joint.plates->hasHoles |= c.hasHoles;
        joint.plates->doBoltsRedistribute &= !c.endsAtFirstBolt;
    }
    if (!c.cyclic.empty()) {
        if (!joint.plates) joint.plates = PlateSpec{};
        joint.plates->cyclic = c.cyclic == "eccs" ? CyclicProtocol::Eccs : CyclicProtocol::Aisc341;
    }
    const auto resolved = resolve(*job, joint);
    if (!resolved) return fail(resolved.error());
    const bool asksSide = c.isConverging || !c.curve.empty() || c.side != "right";
    if (asksSide && !findMember(joint, EndId(c.side.c_str())))
        return fail({{Severity::Error, joint.mark, "Joint " + joint.mark + " has no beam on the " + c.side + "."}});
    const UnitSystem units = job->settings.units;
    TerminalProgress::catchInterrupt();
    if (c.isConverging) return converge(*resolved, c, units);

    const auto hasSet = [&](const std::string& id) {
        return std::any_of(joint.actions.begin(), joint.actions.end(), [&](const ActionSet& s) { return s.id == id; });
    };
    for (const std::string& id : {c.under, c.stiffness.empty() ? std::string() : c.set})
        if (!id.empty() && !hasSet(id))
            return fail({{Severity::Error, joint.mark, "Joint " + joint.mark + " has no action set named " + id + "."}});
    if (!c.stiffness.empty()) return stiffness(*resolved, joint, c);

    StudyScope scope;
    scope.under = c.under;
    if (c.hasOtherAxes) scope.otherAxes = Wanted::Yes;
    const auto wants = [&](const char* what) { return c.only.empty() || c.only == what; };
    scope.strength = wants("strength") || wants("buckling");
    scope.buckling = wants("buckling");
    scope.curves = wants("curves");
    scope.stability = c.only.empty() ? Wanted::AsChosen : wants("stability") ? Wanted::Yes : Wanted::No;
    scope.overStrength = c.only.empty() ? Wanted::AsChosen : wants("over-strength") ? Wanted::Yes : Wanted::No;
    scope.cyclic = !c.cyclic.empty() || c.only == "cyclic" ? Wanted::Yes : c.only.empty() ? Wanted::AsChosen : Wanted::No;
    const auto study = [&] {
        TerminalProgress progress;
        return studyPlates(*resolved, plateKey(*job, joint), scope, &progress);
    }();
    if (!study) return fail(study.error());
    if (!study->isComplete && TerminalProgress::isInterrupted()) std::cout << "Interrupted; what was finished follows.\n";
    const LimitRules rules = limitRulesOf(resolved->plates);
    const double limit = rules.strainLimit;
    const bool isTwoSided = zg::isTwoSided(joint);
    std::cout << joint.mark << " by plates: elements of " << fixedDecimals(study->elementSize, 0) << " mm at the bolts"
              << (study->freedoms ? ", " + std::to_string(study->freedoms) + " freedoms" : "") << ".\n";
    if (!study->mechanismWords.empty()) {
        std::cout << study->mechanismWords << "\n" << looseRemedy() << "\n";
        return couldNot;
    }
    if (!study->sets.empty()) std::cout << "Strength, to " << fixedDecimals(100 * limit, 1) << " % plastic strain\n";
    for (const PlateStrength& s : study->sets) print(s, limit, units, isTwoSided);
    if (!study->buckling.empty()) std::cout << "Buckling factors on the sets\n";
    for (const PlateBuckling& b : study->buckling) print(b, isTwoSided);
    if (!study->stability.empty()) std::cout << "Moved geometry with imperfections (EN 1993-1-5 annex C)\n";
    for (const PlateStability& s : study->stability) print(s, limit, units, isTwoSided);
    const BareConnections bare = bareConnections(*job, joint);
    std::vector<Reconciliation> compared;
    if (!study->curves.empty()) std::cout << "Moment-rotation\n";
    for (const PlateMomentRotation& m : study->curves) {
        std::cout << "  " << name(m.side) << ", tension at the " << (m.isReversed ? "bottom" : "top") << ": ";
        const ConnectionResult* other = find(bare, m.side, m.isReversed);
        if (!other) {
            std::cout << "M_j,Rd " << shown(m.M_j_Rd, Quantity::Moment, units) << "\n";
            continue;
        }
        const PlateClass k = classOf(m, *other);
        std::cout << beside("M_j,Rd", other->M_j_Rd, m.M_j_Rd, Quantity::Moment, units) << "\n    "
                  << beside("S_j,ini", other->stiffness.S_j_ini, m.S_j_ini, Quantity::Stiffness, units)
                  << (m.haunchFlexibility != 0 ? "\n    " + haunchWords(m, units) : std::string()) << "\n    class: component "
                  << wordOf(other->classification.stiffness) << ", " << wordOf(other->classification.strength) << "; plates "
                  << wordOf(k.stiffness) << ", " << wordOf(k.strength) << "\n    "
                  << (m.rule == MomentRule::Limit ? std::string() : ruleWords(m, units) + "; ") << "ends at "
                  << limitWords(m.limit, m.limitPart, limit) << ", " << fixedDecimals(1e3 * m.phi_Cd, 1) << " mrad\n";
        compared.push_back(reconcile(bare, m));
        std::cout << "    " << markWords(compared.back().marks, units) << "\n";
        print(m.parts, units, isTwoSided);
        for (const CounterpartRow& row : compared.back().rows)
            if (row.row >= 0 || row.what == Counterpart::Flexibility || row.reason != PartingReason::None)
                std::cout << "    " << beside(nameOf(row), row, units)
                          << (row.reason == PartingReason::None ? "" : std::string(". ") + sentenceOf(row.reason)) << "\n";
    }
    if (!study->curvesUnder.empty())
        std::cout << "Moment-rotation while the other forces of " << study->curvesUnder.front().under << " act\n";
    for (const PlateMomentRotation& m : study->curvesUnder)
        std::cout << "  " << name(m.side) << ", tension at the " << (m.isReversed ? "bottom" : "top") << ": "
                  << curveSentence(m, limit, units) << "\n";
    if (!study->curvesAbout.empty()) std::cout << "Moment-rotation about the other axes\n";
    for (const PlateMomentRotation& m : study->curvesAbout)
        std::cout << "  " << name(m.side) << ", " << wordOf(m.axis) << ": " << curveSentence(m, limit, units) << "\n";
    if (!study->overStrength.empty()) std::cout << "Over-strength of the beams\n";
    for (const PlateStrength& s : study->overStrength) print(s, limit, units, isTwoSided);
    for (const PlateCyclic& run : study->cyclic) {
        std::cout << "Swayed to and fro: " << cyclicSentence(run) << ", " << fixedDecimals(run.run.seconds, 0) << " s\n";
        for (const std::string& line : cyclicFindings(run, units, isTwoSided)) std::cout << "  " << line << "\n";
    }
    for (const std::string& note : study->notes) std::cout << note << "\n";

    if (!c.curve.empty()) {
        for (const PlateMomentRotation& m : c.under.empty() ? study->curves : study->curvesUnder)
            if (m.side == (EndId(c.side.c_str())) && m.isReversed == (c.tension == "bottom") && !put(c.curve, curveTable(m)))
                return couldNot;
    }
    if (!c.loop.empty()) {
        if (study->cyclic.empty()) return fail({{Severity::Error, joint.mark, "There is no cyclic run to write."}});
        if (!put(c.loop, pointsTable(loopFigure(study->cyclic.front(), false), units))) return couldNot;
    }
    if (c.isKept) {
        if (const auto kept = keepStudy(c.file, joint.id, writeStudy(*study)); !kept) return fail({kept.error()});
    }
    if (!c.json.empty() && !put(c.json, plateJson(joint, *study, compared, rules))) return couldNot;
    const PlateStrength* set = setOf(*study, c.set);
    const PlateFrame* frame = set && set->fullFrame >= 0 ? &set->frames[set->fullFrame] : nullptr;
    if (!c.gltf.empty()) {
        double most = 0;
        if (frame)
            for (const auto& s : frame->stress) most = std::max<double>(most, *std::max_element(s.begin(), s.end()));
        if (!put(c.gltf, gltf(study->geometry, frame, most))) return couldNot;
    }
    if (!c.vtu.empty()) {
        if (!set) return fail({{Severity::Error, c.set, "There is no set with forces to write as VTU."}});
        StrengthSettings settings;
        settings.wantsReserve = settings.keepsFrames = false;
        std::ostringstream vtu;
        settings.atFull = [&](const fe::Analysis& a, const JointModel&) { fe::writeVtu(vtu, a); };
        if (const auto run = analyseSet(*resolved, joint.actions[set->set], set->set, settings); !run) return fail(run.error());
        if (!put(c.vtu, vtu.str())) return couldNot;
    }
    if (!c.png.empty())
        if (const int code = picture(c, *study, units); code != allWithin) return code;
    for (const Check& check : plateChecks(*study, rules))
        if (check.state == CheckState::Over) return somethingOver;
    return allWithin;
}

} // namespace zg::cli
