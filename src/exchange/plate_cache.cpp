#include "exchange/plate_cache.h"
#include "base/fields.h"
#include "base/text.h"
#include "exchange/bounded_json.h"
#include "exchange/file.h"
#include <cmath>
#include <cstring>
#include <sys/stat.h>

namespace zg {

namespace {

using nlohmann::json;
constexpr int version = 18; // raised whenever the same joint would come out otherwise

constexpr JsonLimits bounds{16, 2'000'000};

/// How many values an enumeration has: another number in the file would lead views astray.
template <class E> constexpr int countOf();
template <> constexpr int countOf<PartKind>() { return static_cast<int>(lastPartKind) + 1; }
template <> constexpr int countOf<PlateLimit>() { return static_cast<int>(PlateLimit::NoEquilibrium) + 1; }
template <> constexpr int countOf<MomentRule>() { return static_cast<int>(MomentRule::TwoPercent) + 1; }
template <> constexpr int countOf<PartEvent>() { return static_cast<int>(PartEvent::WeldFracture) + 1; }
template <> constexpr int countOf<CyclicProtocol>() { return static_cast<int>(CyclicProtocol::Eccs) + 1; }
template <> constexpr int countOf<PatchLoadKind>() { return static_cast<int>(PatchLoadKind::End) + 1; }
template <> constexpr int countOf<PatchFlange>() { return static_cast<int>(PatchFlange::TooSlight) + 1; }
template <> constexpr int countOf<CurveAxis>() { return static_cast<int>(CurveAxis::Torsion) + 1; }
template <> constexpr int countOf<ImperfectionRule>() { return static_cast<int>(ImperfectionRule::Bow) + 1; }
template <> constexpr int countOf<ModeReach>() { return static_cast<int>(ModeReach::Joint) + 1; }

template <class T> struct IsPacked : std::false_type {};
template <> struct IsPacked<float> : std::true_type {};
template <std::size_t N> struct IsPacked<std::array<float, N>> : std::true_type {};
template <std::size_t N> struct IsPacked<std::array<int, N>> : std::true_type {};

// ---- listings: what a study consists of, for writing and for reading

template <class V> void list(V& v, PartRef& p) { v("kind", p.kind), v("side", p.side), v("index", p.index); }
template <class V> void list(V& v, PlateGeometry::Part& p) {
    v("ref", p.ref), v("id", p.id), v("t", p.thickness), v("f_y", p.f_y);
}
template <class V> void list(V& v, PlateGeometry::Bolt& b) { v("row", b.row), v("head", b.head), v("nut", b.nut), v("d", b.d); }
template <class V> void list(V& v, PlateGeometry::Weld& w) { v("part", w.part), v("points", w.points); }
template <class V> void list(V& v, PlateGeometry& g) {
    v("parts", g.parts), v("nodes", g.nodes), v("shells", g.shells), v("part_of", g.partOf), v("bolts", g.bolts),
        v("welds", g.welds);
}
template <class V> void list(V& v, PlateFrame& f) {
    v("factor", f.factor), v("displacement", f.displacement), v("stress", f.stress), v("strain", f.strain),
        v("pressure", f.pressure);
}
template <class V> void list(V& v, PartUse& u) {
    v("part", u.part), v("stress", u.stress), v("strain", u.strain), v("f_y", u.f_y), v("at", u.strainAt);
}
template <class V> void list(V& v, BoltUse& u) {
    v("row", u.row), v("bolt", u.bolt), v("tension", u.tension), v("shear", u.shear), v("F_t_Rd", u.F_t_Rd),
        v("F_v_Rd", u.F_v_Rd);
    v("B_p_Rd", u.B_p_Rd), v("F_b_Rd", u.F_b_Rd), v("elongation", u.elongation), v("fracture", u.fractureLength),
        v("yield", u.yieldLength), v("preload", u.preload), v("clamp", u.clamp);
}
template <class V> void list(V& v, SlipUse& u) {
    v("side", u.side), v("service", u.isService), v("shear", u.shear), v("F_s_Rd", u.F_s_Rd), v("bolts", u.bolts),
        v("slipped", u.slipped);
}
template <class V> void list(V& v, WeldUse& u) {
    v("part", u.part), v("stress", u.stress), v("strength", u.strength), v("deformation", u.deformation), v("limit", u.limit);
}
template <class V> void list(V& v, std::pair<PartRef, double>& p) { v("part", p.first), v("force", p.second); }
template <class V> void list(V& v, PlateBalance& b) {
    v("applied", b.applied), v("left", b.left), v("left_moment", b.leftMoment), v("residual", b.residual);
}
template <class V> void list(V& v, PlateStrength& s) {
    v("set", s.set), v("id", s.id), v("title", s.title), v("loaded", s.isLoaded), v("reached", s.reached),
        v("reserve", s.reserve);
    v("open", s.isReserveOpen), v("limit", s.limit), v("limit_part", s.limitPart), v("message", s.message), v("parts", s.parts);
    v("bolts", s.bolts), v("welds", s.welds), v("contact", s.contact), v("balance", s.balance), v("frames", s.frames);
    v("full_frame", s.fullFrame), v("seconds", s.seconds), v("slips", s.slips), v("service", s.isService);
}
template <class V> void list(V& v, PlateMode::Share& s) { v("part", s.part), v("energy", s.energy); }
template <class V> void list(V& v, PlateMode& m) {
    v("factor", m.factor), v("shape", m.shape), v("shares", m.shares), v("membrane", m.membraneShare), v("reach", m.reach);
    v("part", m.part), v("slenderness", m.slenderness), v("rho", m.rho), v("alpha_ult", m.alpha_ult), v("reduced", m.reduced);
    v("least", m.leastFactor);
}
template <class V> void list(V& v, PlateBuckling& b) {
    v("set", b.set), v("id", b.id), v("modes", b.modes), v("complete", b.isComplete), v("message", b.message),
        v("seconds", b.seconds);
}
template <class V> void list(V& v, PlateImperfection& i) {
    v("mode", i.mode), v("part", i.part), v("rule", i.rule), v("length", i.length), v("amplitude", i.amplitude);
}
template <class V> void list(V& v, PatchLoad& p) {
    v("side", p.side), v("top", p.isTop), v("kind", p.kind), v("F_Ed", p.F_Ed), v("F_Rd", p.F_Rd), v("s_s", p.s_s);
    v("l_y", p.l_y), v("F_cr", p.F_cr), v("lambda", p.lambda), v("chi", p.chi), v("flange", p.flange), v("eta_1", p.eta_1);
}
template <class V> void list(V& v, PlateStability& s) {
    v("imperfections", s.imperfections), v("turned_over", s.isTurnedOver), v("other", s.otherReserve), v("plain", s.plainReserve);
    v("gamma_M1", s.gamma_M1), v("webs", s.webs), v("run", s.run);
}
template <class V> void list(V& v, PlateCurvePoint& p) {
    v("phi", p.phi), v("M", p.M), v("strain", p.plasticStrain), v("residual", p.residual), v("panel", p.panelShear);
    v("compression", p.compression), v("contact", p.contact), v("net", p.rowNet), v("bolts", p.rowBolts);
}
template <class V> void list(V& v, PlateRow& r) { v("row", r.row), v("tension", r.tension); }
template <class V> void list(V& v, PartMark& p) { v("part", p.part), v("what", p.what), v("M", p.M), v("phi", p.phi); }
template <class V> void list(V& v, PlateMomentRotation& m) {
    v("side", m.side), v("axis", m.axis), v("reversed", m.isReversed), v("curve", m.curve), v("S_j_ini", m.S_j_ini),
        v("M_j_Rd", m.M_j_Rd);
    v("haunch", m.haunchFlexibility), v("under", m.under), v("rule", m.rule), v("M_limit", m.M_limit), v("parts", m.parts),
        v("flexibility", m.flexibility);
    v("phi_Cd", m.phi_Cd), v("limit", m.limit), v("limit_part", m.limitPart), v("rows", m.rows), v("contact", m.contact);
    v("imbalance", m.axialImbalance), v("peak", m.peakStress), v("peak_part", m.peakPart), v("freedoms", m.freedoms);
    v("seconds", m.seconds), v("complete", m.isComplete), v("message", m.message);
}
template <class V> void list(V& v, PlateCycle& c) {
    v("drift", c.drift), v("repeated", c.isRepeated), v("most", c.most), v("least", c.least), v("dissipated", c.dissipated);
    v("damping", c.damping), v("plastic", c.plasticDrift), v("unloading", c.unloading);
}
template <class V> void list(V& v, PlateDriftMark& m) { v("drift", m.drift), v("M", m.M), v("parts", m.parts); }
template <class V> void list(V& v, PlateCyclic::Beam& b) {
    v("side", b.side), v("lever", b.lever), v("arm", b.arm), v("M_pl", b.M_pl), v("stiffness", b.stiffness);
}
template <class V> void list(V& v, PlateCyclic::Point& p) { v("drift", p.drift), v("M", p.M); }
template <class V> void list(V& v, PlateCyclic& c) {
    v("protocol", c.protocol), v("target", c.target), v("beams", c.beams), v("expected", c.expectedStrength);
    v("hardening", c.hardening), v("kinematic", c.kinematicPart), v("yield", c.yieldDrift), v("path", c.path);
    v("cycles", c.cycles), v("marks", c.marks), v("first", c.firstYield), v("first_drift", c.firstYieldDrift);
    v("tightened", c.isTightened), v("reached", c.reached), v("needed_drift", c.neededDrift),
        v("needed_rotation", c.neededRotation), v("run", c.run);
    v("freedoms", c.freedoms), v("complete", c.isComplete);
}
template <class V> void list(V& v, PlateStudy& s) {
    v("mark", s.mark), v("geometry", s.geometry), v("sets", s.sets), v("buckling", s.buckling), v("curves", s.curves);
    v("over_strength", s.overStrength), v("element_size", s.elementSize), v("freedoms", s.freedoms), v("seconds", s.seconds);
    v("stability", s.stability), v("curves_under", s.curvesUnder), v("curves_about", s.curvesAbout), v("cyclic", s.cyclic);
    v("complete", s.isComplete), v("notes", s.notes), v("mechanism", s.mechanism), v("mechanism_words", s.mechanismWords);
}

class Writer {
public:
    template <class T> void operator()(const char* key, T& value) { out_[key] = written(value); }
    json out_ = json::object();

private:
    template <class T> json written(T& value) {
        if constexpr (std::is_enum_v<T>) {
            return static_cast<int>(value);
        } else if constexpr (std::is_same_v<T, EndId>) {
            return value.str();
        } else if constexpr (std::is_arithmetic_v<T> || std::is_same_v<T, std::string> ||
                             std::is_same_v<T, std::vector<double>> || std::is_same_v<T, std::vector<int>> ||
                             std::is_same_v<T, std::vector<std::string>> || std::is_same_v<T, Float3> ||
                             std::is_same_v<T, std::array<double, 3>> || std::is_same_v<T, FlexibilityShares>) {
            return value;
        } else {
            Writer inner;
            list(inner, value);
            return std::move(inner.out_);
        }
    }
    template <class T> json written(std::vector<T>& values) {
        if constexpr (IsPacked<T>::value) {
            std::vector<std::uint8_t> bytes(values.size() * sizeof(T));
            if (!bytes.empty()) std::memcpy(bytes.data(), values.data(), bytes.size());
            return json::binary(std::move(bytes));
        } else if constexpr (std::is_arithmetic_v<T> || std::is_same_v<T, std::string>) {
            return values;
        } else {
            json all = json::array();
            for (T& value : values) all.push_back(written(value));
            return all;
        }
    }
};

class Reader {
public:
    explicit Reader(const json& in) : in_(in) {}
    template <class T> void operator()(const char* key, T& value) { read(in_.at(key), value); }

private:
    template <class T> static void read(const json& from, T& value) {
        if constexpr (std::is_enum_v<T>) {
            const int number = from.get<int>();
            if (number < 0 || number >= countOf<T>()) throw std::runtime_error("a kind is not known");
            value = static_cast<T>(number);
        } else if constexpr (std::is_same_v<T, EndId>) {
            const std::string text = from.get<std::string>();
            if (!EndId::fits(text)) throw std::runtime_error("a name is too long");
            value = EndId(std::string_view(text));
        } else if constexpr (std::is_same_v<T, double>) {
            value = from.get<double>();
            if (!std::isfinite(value)) throw std::runtime_error("a number is not finite");
        } else if constexpr (std::is_arithmetic_v<T> || std::is_same_v<T, std::string> || std::is_same_v<T, Float3> ||
                             std::is_same_v<T, std::array<double, 3>> || std::is_same_v<T, FlexibilityShares>) {
            value = from.get<T>();
        } else {
            Reader inner(from);
            list(inner, value);
        }
    }
    template <class T> static void read(const json& from, std::vector<T>& values) {
        if constexpr (IsPacked<T>::value) {
            const auto& bytes = from.get_binary();
            if (bytes.size() % sizeof(T) != 0) throw std::runtime_error("a field has a broken length");
            values.resize(bytes.size() / sizeof(T));
            if (!values.empty()) std::memcpy(values.data(), bytes.data(), bytes.size());
        } else {
            values.clear();
            for (const json& one : from) {
                T value{};
                read(one, value);
                values.push_back(std::move(value));
            }
        }
    }
    const json& in_;
};

// Indices that views follow blindly.
void verify(const PlateStudy& s) {
    const int nodes = static_cast<int>(s.geometry.nodes.size()), parts = static_cast<int>(s.geometry.parts.size());
    const auto insist = [](bool is) {
        if (!is) throw std::runtime_error("its pieces do not fit together");
    };
    const auto finite = [&](const auto& list) {
        for (const auto& numbers : list)
            for (const float x : numbers) insist(std::isfinite(x) && std::abs(x) < 1e12F);
    };
    insist(s.geometry.shells.size() == s.geometry.partOf.size());
    finite(s.geometry.nodes);
    for (const PlateGeometry::Bolt& b : s.geometry.bolts) finite(std::array{b.head, b.nut});
    for (const PlateGeometry::Weld& w : s.geometry.welds) finite(w.points);
    for (const auto& shell : s.geometry.shells)
        for (int k = 0; k < 4; ++k) insist(shell[k] < nodes && shell[k] >= (k == 3 ? -1 : 0));
    for (int p : s.geometry.partOf) insist(p >= 0 && p < parts);
    const auto run = [&](const PlateStrength& set) {
        insist(set.set >= -1 && set.fullFrame >= -1 && set.fullFrame < static_cast<int>(set.frames.size()));
        for (const BoltUse& b : set.bolts) insist(b.bolt >= 0 && b.bolt < static_cast<int>(s.geometry.bolts.size()));
        for (const PlateFrame& f : set.frames) {
            insist(static_cast<int>(f.displacement.size()) >= nodes && f.stress.size() == s.geometry.shells.size() &&
                   f.strain.size() == f.stress.size() && f.pressure.size() == f.stress.size());
            finite(f.displacement), finite(f.stress), finite(f.strain), finite(f.pressure);
        }
    };
    for (const auto* runs : {&s.sets, &s.overStrength})
        for (const PlateStrength& set : *runs) run(set);
    for (const PlateStability& set : s.stability) {
        run(set.run);
        for (const PlateImperfection& i : set.imperfections) insist(i.mode >= 0 && i.mode < 1000);
    }
    insist(s.cyclic.size() <= 1);
    for (const PlateCyclic& c : s.cyclic) {
        run(c.run);
        insist(!c.beams.empty());
        for (const PlateCyclic::Point& p : c.path) insist(p.M.size() == c.beams.size());
        for (const PlateCycle& k : c.cycles) insist(k.most.size() == c.beams.size() && k.least.size() == c.beams.size());
        for (const PlateDriftMark& m : c.marks) insist(m.M.size() == c.beams.size());
    }
    for (const PlateBuckling& b : s.buckling) {
        insist(b.set >= -1);
        for (const PlateMode& m : b.modes) {
            insist(static_cast<int>(m.shape.size()) >= nodes && !m.shares.empty());
            finite(m.shape);
        }
    }
    for (const PlateMomentRotation& m : s.curves)
        for (const PlateCurvePoint& p : m.curve) insist(p.rowNet.size() == p.rowBolts.size() && p.rowNet.size() <= m.rows.size());
    insist(s.mechanism.empty() || static_cast<int>(s.mechanism.size()) >= 3 * nodes);
    for (const float x : s.mechanism) insist(std::isfinite(x));
}

} // namespace

std::string writeStudy(const PlateStudy& study) {
    Writer w;
    PlateStudy copy = study; // the listing serves both ways, so it wants a value it may change
    list(w, copy);
    w.out_["format"] = "zealous-girder-plates";
    w.out_["version"] = version;
    w.out_["key"] = study.key;
    const std::vector<std::uint8_t> bytes = json::to_cbor(w.out_);
    return {bytes.begin(), bytes.end()};
}

tl::expected<PlateStudy, Diagnostic> readStudy(const std::string& bytes) {
    const auto refused = [](const std::string& why) {
        return tl::unexpected(
            Diagnostic{Severity::Warning, "plate results", "The kept plate results cannot be read: " + why + "."});
    };
    const auto document = readCbor(bytes, bounds);
    if (!document) return refused(sentenceOf(document.error()));
    try {
        const json& in = *document;
        const auto is = [&](const char* key, const json& value) {
            return in.is_object() && in.contains(key) && in[key] == value;
        };
        if (!is("format", "zealous-girder-plates")) return refused("not a file of plate results");
        if (!is("version", version)) return refused("they were written by another version");
        PlateStudy study;
        Reader reader(in);
        list(reader, study);
        study.key = in.at("key").get<std::uint64_t>();
        verify(study);
        return study;
    } catch (const std::exception& e) { return refused(e.what()); }
}

std::string studyPath(const std::string& jobPath, const std::string& jointId) {
    if (jobPath.empty()) return {};
    // An id is a name, not a path: what of it is plain is kept to be recognised, the rest is told apart by its hash.
    std::string name;
    for (const char c : jointId.substr(0, 40)) {
        const bool isPlain = (c >= 'a' && c <= 'z') || (c >= 'A' && c <= 'Z') || (c >= '0' && c <= '9') || c == '-';
        name += isPlain ? c : '_';
    }
    static const char digits[] = "0123456789abcdef";
    const std::uint64_t hash = contentHash(jointId);
    name += '-';
    for (int shift = 60; shift >= 0; shift -= 4) name += digits[(hash >> shift) & 15];
    return jobPath + ".plates/" + name + ".cbor";
}

namespace {

/// The folder beside the job is a folder of its own, not a link to another.
tl::expected<void, Diagnostic> checkFolder(const std::string& folder, bool mayCreate) {
    struct stat info {};
    if (mayCreate && ::lstat(folder.c_str(), &info) != 0) ::mkdir(folder.c_str(), 0777); // the write says what is wrong
    if (::lstat(folder.c_str(), &info) == 0 && !S_ISDIR(info.st_mode))
        return tl::unexpected(Diagnostic{Severity::Warning, printable(folder),
                                         "Something else than a folder lies where plate results are kept; it is left alone."});
    return {};
}

} // namespace

tl::expected<void, Diagnostic> keepStudy(const std::string& jobPath, const std::string& jointId, const std::string& bytes) {
    if (const auto folder = checkFolder(jobPath + ".plates", true); !folder) return folder;
    return writeFile(studyPath(jobPath, jointId), bytes, Links::Refuse);
}

tl::expected<PlateStudy, Diagnostic> keptStudy(const std::string& jobPath, const std::string& jointId) {
    if (const auto folder = checkFolder(jobPath + ".plates", false); !folder) return tl::unexpected(folder.error());
    const auto bytes = readFile(studyPath(jobPath, jointId), Links::Refuse);
    if (!bytes) return tl::unexpected(bytes.error());
    return readStudy(*bytes);
}

} // namespace zg
