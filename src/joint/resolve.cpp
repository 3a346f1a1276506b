#include "joint/resolve.h"
#include "base/text.h"
#include "catalogue/profiles.h"
#include "joint/field_walk.h"
#include "joint/validate.h"
#include <algorithm>
#include <cmath>

namespace zg {
namespace {

constexpr std::size_t mostRows = 40; ///< groups grow with its square

class Resolver {
public:
    Resolver(const Job& job, const Joint& joint) : job_(job), joint_(joint) {}

    ResolvedJoint run() {
        ResolvedJoint r;
        r.id = joint_.id;
        r.mark = joint_.mark;
        r.settings = job_.settings;
        r.frame = joint_.frame;
        r.reference = joint_.reference;
        const Member* column = throughMember(joint_);
        r.hasColumn = column != nullptr;
        if (column) {
            r.columnMember = {column->section, column->steel};
            r.columnSpec = std::get<Through>(column->placement);
            r.column = member(r.columnMember, ofMember(column->id));
        }
        for (const Member& m : joint_.members)
            if (const Framing* framing = std::get_if<Framing>(&m.placement)) r.sides.push_back(side(m, *framing, r.column));
        for (const Connection& c : joint_.connections) {
            ResolvedSide *own = nullptr, *partner = nullptr;
            for (ResolvedSide& s : r.sides) {
                if (s.id == c.end) own = &s;
                if (s.id == c.onto) partner = &s;
            }
            const EndPlate* plate = std::get_if<EndPlate>(&c.how);
            if (own && partner && plate) splice(*partner, *own, *plate);
        }
        if (const DoublerSpec* doubler = findFitting<DoublerSpec>(joint_)) {
            r.doubler = *doubler;
            r.doublerSteel = steel(doubler->steel, doubler->thickness, ofFitting<DoublerSpec>({}));
        }
        if (const DiagonalSpec* diagonal = findFitting<DiagonalSpec>(joint_)) {
            r.diagonal = *diagonal;
            r.diagonalSteel = steel(diagonal->steel, diagonal->thickness, ofFitting<DiagonalSpec>({}));
        }
        if (const TopPlateSpec* plate = findFitting<TopPlateSpec>(joint_)) {
            r.topPlate = *plate;
            r.topPlateSteel = steel(plate->steel, plate->thickness, ofFitting<TopPlateSpec>({}));
        }
        r.actions = joint_.actions;
        r.plates = platesOf(joint_);
        r.seismic = joint_.seismic;
        return r;
    }
    Diagnostics found;

private:
    Diagnostic& error(Problem code, const FieldPath& where, std::vector<std::string> texts = {}) {
        found.push_back(problem(code, printable(joint_.mark), where, std::move(texts)));
        return found.back();
    }
    static FieldPath ofMember(EndId id) { return {"members", id.str()}; }
    static FieldPath ofConnection(EndId id) { return {"connections", id.str()}; }
    template <class T> static FieldPath ofFitting(const std::optional<Anchor>& at) {
        return FieldPath{"fittings"} / elementName(Fitting{ends::column, at, T{}}, 0) / T::kind;
    }

    /// `where`: the part that has a field "steel".
    SteelStrength steel(const std::string& grade, double thickness, const FieldPath& where) {
        auto strength = findSteel(grade, thickness, job_.settings.strengths);
        if (!strength) {
            if (isSteelGrade(grade)) {
                Diagnostic& d = error(Problem::SteelTooThick, where / "steel", {grade});
                d.value = thickness;
                d.quantity = Quantity::Length;
            } else {
                error(Problem::SteelUnknown, where / "steel", {printable(grade)});
            }
            return {};
        }
        // Table 4.1 does not list every grade: the largest value of the table is then taken, and the report says so.
        if (!strength->beta_w) strength->beta_w = 1.0;
        return *strength;
    }

    /// Nothing, and said, where the designation is of no I section.
    std::optional<Section> section(const std::string& designation, const FieldPath& where) {
        const auto own = std::find_if(job_.sections.begin(), job_.sections.end(),
                                      [&](const CustomSection& s) { return s.designation == designation; });
        if (own != job_.sections.end()) return makeSection(*own);
        if (const Section* found_ = findSection(designation)) return *found_;
        if (designation.empty())
            error(Problem::NoSection, where / "section");
        else if (const Profile* other = findProfile(designation))
            error(Problem::SectionNotI, where / "section", {other->designation, wordsOf(*other)});
        else
            error(Problem::SectionUnknown, where / "section", {printable(designation)});
        return std::nullopt;
    }

    ResolvedMember member(const MemberSpec& spec, const FieldPath& where) {
        ResolvedMember m;
        const auto found_ = section(spec.section, where);
        if (!found_) return m;
        m.section = *found_;
        m.steel = steel(spec.steel, std::max(m.section.t_f, m.section.t_w), where);
        return m;
    }

    template <class T> void gather(std::optional<T>& to, EndId end, FlangeSide flange, SteelStrength& strength) {
        const T* spec = findFitting<T>(joint_, Anchor{end, flange});
        if (!spec) return;
        to = *spec;
        strength = steel(spec->steel, spec->thickness, ofFitting<T>(Anchor{end, flange}));
    }

    void bolts(ResolvedSide& r, const std::string& size, const std::string& grade, HoleKind holes, const FieldPath& where) {
        if (const BoltSize* found_ = findBoltSize(size))
            r.bolt = *found_;
        else
            error(Problem::BoltSizeUnknown, where / "size", {printable(size)});
        if (holes == HoleKind::Oversize) r.bolt.d_0 = r.bolt.d_0_oversize;
        if (const BoltClass* found_ = findBoltClass(grade))
            r.boltClass = *found_;
        else
            error(Problem::BoltClassUnknown, where / "class", {printable(grade)});
        if (r.bolt.set.empty() || r.boltClass.name.empty() || isMadeIn(r.bolt, r.boltClass)) return;
        std::string all;
        for (const BoltClass& c : boltClasses())
            if (isMadeIn(r.bolt, c)) all += (all.empty() ? "" : ", ") + c.name;
        error(Problem::BoltClassOfOtherSet, where / "class", {r.bolt.designation, "class " + r.boltClass.name, all});
    }

    void endPlate(ResolvedSide& r, const EndPlate& how, const FieldPath& where, const char* plate = "plate") {
        r.kind = ConnectionKind::EndPlate;
        r.spec.plate = how.plate;
        r.spec.bolts = how.bolts;
        r.spec.rows = how.rows;
        r.spec.topWeld = how.topWeld;
        r.spec.bottomWeld = how.bottomWeld;
        r.spec.webWeld = how.webWeld;
        r.spec.bearsInCompression = how.bearsInCompression;
        r.plateSteel = steel(how.plate.steel, how.plate.thickness, where / plate);
        bolts(r, how.bolts.size, how.bolts.grade, how.bolts.holes, where / "bolts");
        if (how.bolts.slip && !r.bolt.set.empty() && !isPreloadable(r.bolt, r.boltClass))
            error(Problem::NotPreloadable, where / "bolts" / "no_slip_at", {r.bolt.designation, r.boltClass.name});
        if (how.rows.size() > mostRows) {
            Diagnostic& d = error(Problem::TooManyRows, where / "rows");
            d.value = static_cast<double>(how.rows.size());
            d.max = static_cast<double>(mostRows);
        }
        for (std::size_t i = 0; i < how.rows.size(); ++i)
            if (how.rows[i].bolts != 2) {
                error(Problem::FourBoltRow, where / "rows" / elementName(how.rows[i], i) / "bolts");
                break;
            }
    }

    /// The other plate of a splice: the same outline and bolts, measured from its own beam.
    void splice(ResolvedSide& r, const ResolvedSide& like, const EndPlate& how) {
        EndPlate own = how;
        if (how.other) {
            own.plate.thickness = how.other->thickness;
            own.plate.steel = how.other->steel;
            own.topWeld = how.other->topWeld;
            own.bottomWeld = how.other->bottomWeld;
            own.webWeld = how.other->webWeld;
        }
        const double down = r.spec.level - like.spec.level; // from the other beam's top flange to this one's
        own.plate.above = how.plate.above - down + (r.top() - like.top());
        own.plate.below = like.bottom() + how.plate.below + down - r.bottom();
        for (BoltRowSpec& row : own.rows) row.position += down;
        endPlate(r, own, ofConnection(like.id) / EndPlate::kind, how.other ? "other" : "plate");
        r.isPartner = true;
        r.onto = like.id;
    }

    void directWeld(ResolvedSide& r, const DirectWeld& how, const SteelStrength& face, const FieldPath& where) {
        r.plateSteel = face; // what the beam is welded to
        r.kind = ConnectionKind::DirectWeld;
        r.spec.plate.thickness = r.spec.plate.width = r.spec.plate.above = r.spec.plate.below = 0;
        r.spec.topWeld = how.topWeld;
        r.spec.bottomWeld = how.bottomWeld;
        r.spec.webWeld = how.webWeld;
        if (!how.webPlate) return;
        r.isWebBolted = true;
        fin(r, *how.webPlate, where / "web_plate");
    }

    void finPlate(ResolvedSide& r, const FinPlate& how, const FieldPath& where) {
        r.kind = ConnectionKind::FinPlate;
        r.spec.plate.thickness = r.spec.plate.width = r.spec.plate.above = r.spec.plate.below = 0;
        fin(r, how, where);
    }
    void fin(ResolvedSide& r, const FinPlate& how, const FieldPath& where) {
        r.spec.fin = how;
        r.finSteel = steel(how.steel, how.thickness, where);
        bolts(r, how.size, how.grade, how.holes, where);
        if (how.slip && !r.bolt.set.empty() && !isPreloadable(r.bolt, r.boltClass))
            error(Problem::NotPreloadable, where / "no_slip_at", {r.bolt.designation, r.boltClass.name});
    }

    ResolvedHaunch haunch(const ResolvedSide& r, const HaunchSpec& spec, bool isBelow) {
        const FieldPath where = ofMember(r.id) / Framing::kind / (isBelow ? "haunch_below" : "haunch_above");
        ResolvedHaunch h;
        h.spec = spec;
        h.isBelow = isBelow;
        if (const Cutting* cutting = std::get_if<Cutting>(&spec.made)) {
            const Section from = section(cutting->section, where / Cutting::kind).value_or(Section{});
            h.b = from.b;
            h.t_f = from.t_f;
            h.t_w = from.t_w;
            h.r = from.r;
            h.designedFrom = from.h;
            h.deepest = from.h - from.t_f - rootDistance(from);
        } else if (const HaunchPlates* plates = std::get_if<HaunchPlates>(&spec.made)) {
            h.b = plates->flangeWidth;
            h.t_f = plates->flangeThickness;
            h.t_w = plates->webThickness;
        } else {
            h.isTaper = true;
            h.b = r.beam.section.b;
            h.t_f = std::get<Taper>(spec.made).flangeThickness;
            h.t_w = r.beam.section.t_w;
        }
        h.steel = steel(spec.steel, h.isTaper ? h.t_f : std::max(h.t_f, h.t_w), where);
        if (spec.toeStiffener)
            h.toeSteel = steel(spec.toeStiffener->steel, spec.toeStiffener->thickness, where / "toe_stiffener");
        if (spec.midStiffener)
            h.midSteel = steel(spec.midStiffener->steel, spec.midStiffener->thickness, where / "mid_stiffener");
        h.tan = r.sinSlope / r.cosSlope + (isBelow ? 1 : -1) * spec.depth / spec.length;
        h.cos = 1 / std::sqrt(1 + h.tan * h.tan);
        h.flange = h.t_f / h.cos;
        h.alpha = std::abs(std::atan(h.tan) - r.spec.slope);
        h.alongMember = spec.length / r.cosSlope;
        constexpr double steepest = 1.0471975511965976; // 60 degrees
        if (std::abs(std::atan(h.tan)) > steepest) {
            Diagnostic& d = error(Problem::HaunchTooSteep, where / "depth_mm");
            d.value = std::abs(std::atan(h.tan));
            d.max = steepest;
            d.quantity = Quantity::Angle;
        }
        return h;
    }

    ResolvedSide side(const Member& m, const Framing& framing, const ResolvedMember& column) {
        ResolvedSide r;
        r.id = m.id;
        r.direction = framing.direction;
        r.spec.beam = {m.section, m.steel};
        r.spec.slope = framing.slope;
        r.spec.level = framing.level;
        r.spec.span = framing.span;
        r.spec.farEnd = framing.farEnd;
        r.spec.gravityShear = framing.gravityShear;
        r.spec.gravityLoad = framing.gravityLoad;
        if (framing.cutFrom && framing.cutLength && framing.cutDepth)
            r.spec.cut = EndSpec::Cut{*framing.cutFrom, *framing.cutLength, *framing.cutDepth};
        r.beam = member(r.spec.beam, ofMember(m.id));
        if (r.spec.cut && 2 * r.spec.cut->depth >= r.beam.section.b - r.beam.section.t_w && r.beam.section.b > 0)
            error(Problem::CutTooDeep, ofMember(m.id) / Framing::kind / "cut_depth_mm");
        if (const Connection* c = findConnection(joint_, m.id)) {
            r.onto = c->onto;
            if (const EndPlate* how = std::get_if<EndPlate>(&c->how)) endPlate(r, *how, ofConnection(m.id) / EndPlate::kind);
            if (const DirectWeld* how = std::get_if<DirectWeld>(&c->how))
                directWeld(r, *how, column.steel, ofConnection(m.id) / DirectWeld::kind);
            if (const FinPlate* how = std::get_if<FinPlate>(&c->how)) finPlate(r, *how, ofConnection(m.id) / FinPlate::kind);
        }
        r.cosSlope = std::cos(framing.slope);
        r.sinSlope = std::sin(framing.slope);
        r.depth = r.beam.section.h / r.cosSlope;
        r.flange = r.beam.section.t_f / r.cosSlope;
        if (framing.haunchBelow) r.haunchBelow = haunch(r, *framing.haunchBelow, true);
        if (framing.haunchAbove) r.haunchAbove = haunch(r, *framing.haunchAbove, false);
        gather(r.spec.stiffenerTop, m.id, FlangeSide::Top, r.stiffenerTopSteel);
        gather(r.spec.stiffenerBottom, m.id, FlangeSide::Bottom, r.stiffenerBottomSteel);
        gather(r.spec.backingTop, m.id, FlangeSide::Top, r.backingTopSteel);
        gather(r.spec.backingBottom, m.id, FlangeSide::Bottom, r.backingBottomSteel);
        gather(r.spec.ribTop, m.id, FlangeSide::Top, r.ribTopSteel);
        gather(r.spec.ribBottom, m.id, FlangeSide::Bottom, r.ribBottomSteel);
        return r;
    }

    const Job& job_;
    const Joint& joint_;
};

} // namespace

const ResolvedSide* ResolvedJoint::side(EndId which) const {
    for (const ResolvedSide& s : sides)
        if (s.id == which) return &s;
    return nullptr;
}

const ResolvedSide* ResolvedJoint::opposite(EndId which) const {
    const ResolvedSide* own = side(which);
    for (const ResolvedSide& s : sides)
        if (own && s.id != which && s.isInPlane() && own->isInPlane() && s.direction != own->direction) return &s;
    return nullptr;
}

const ResolvedSide* ResolvedJoint::splicedTo(const ResolvedSide& one) const {
    const ResolvedSide* other = side(one.onto);
    return other && (one.isPartner || other->isPartner) ? other : nullptr;
}

tl::expected<ResolvedJoint, Diagnostics> resolve(const Job& job, const Joint& joint) {
    Diagnostics invalid = validate(joint);
    if (hasErrors(invalid)) return tl::unexpected(std::move(invalid));
    Resolver resolver(job, joint);
    ResolvedJoint resolved = resolver.run();
    if (hasErrors(resolver.found)) return tl::unexpected(std::move(resolver.found));
    return resolved;
}

} // namespace zg
