#include "catalogue/bolts.h"
#include "catalogue/table.h"
#include <cmath>

namespace zg {
namespace embedded {
extern const char* const bolts_csv;
extern const char* const bolt_classes_csv;
extern const char* const bolt_preference_csv;
} // namespace embedded

namespace {

// Thread of the bolt less nut, one pitch beyond it (EN 1090-2:2008 8.2.2) and the step from one listed length to the next, by
// which the shank may reach further in than it need. Bolts with a short thread that has no listing: the four pitches of EN
// 1090-2:2008 8.2.2.
double leastThreadInGrip(const BoltSize& b, std::optional<double> thread) {
    if (!thread) return 4 * b.pitch;
    const double step = b.set == "ISO" ? 10 : b.set == "US" ? 6.35 : 5; // ISO 888 up to 160 mm; EN 14399; ASME B18.2.6
    return *thread - b.nutHeight - b.pitch - step;
}

} // namespace

const std::vector<BoltSize>& boltSizes() {
    static const std::vector<BoltSize> all = [] {
        const Table table(embedded::bolts_csv), preference(embedded::bolt_preference_csv);
        std::vector<BoltSize> list;
        for (std::size_t i = 0; i < table.rowCount(); ++i) {
            BoltSize b;
            b.set = table.text(i, "set");
            b.designation = table.text(i, "designation");
            b.d = table.required(i, "d_mm");
            b.A_s = table.required(i, "As_mm2");
            b.A = table.required(i, "A_mm2");
            b.d_0 = table.required(i, "d0_normal_mm");
            b.d_0_oversize = table.number(i, "d0_oversize_mm").value_or(b.d_0);
            b.washerOuter = table.required(i, "washer_od_mm");
            b.washerThickness = table.required(i, "washer_t_mm");
            b.pitch = table.required(i, "pitch_mm");
            b.headHeight = table.required(i, "head_h_mm");
            b.nutHeight = table.required(i, "nut_h_mm");
            b.d_m = table.required(i, "dm_mm");
            b.acrossCorners = table.required(i, "across_corners_mm");
            b.threadLength = table.number(i, "thread_len_mm");
            b.threadInGrip = leastThreadInGrip(b, b.threadLength);
            for (std::size_t k = 0; k < preference.rowCount(); ++k)
                if (preference.text(k, "designation") == b.designation) b.isUsual = preference.required(k, "preference") == 1;
            list.push_back(std::move(b));
        }
        return list;
    }();
    return all;
}

const BoltSize* findBoltSize(std::string_view designation) {
    for (const BoltSize& b : boltSizes())
        if (b.designation == designation) return &b;
    return nullptr;
}

std::optional<double> threadLengthOf(const BoltSize& size, double length) {
    if (!size.threadLength || size.set == "US") return size.threadLength;
    return *size.threadLength + (length > 200 ? 19 : length > 125 ? 6 : 0);
}

const std::vector<BoltClass>& boltClasses() {
    static const std::vector<BoltClass> all = [] {
        const Table table(embedded::bolt_classes_csv);
        std::vector<BoltClass> list;
        for (std::size_t i = 0; i < table.rowCount(); ++i) {
            BoltClass c;
            c.name = table.text(i, "class");
            c.f_ub = table.required(i, "fub_MPa");
            const auto alpha = table.number(i, "alpha_v_thread");
            c.isUs = !alpha;
            c.alpha_v_thread = alpha.value_or(0.5);
            c.alpha_v_shank = table.number(i, "alpha_v_shank").value_or(0.6);
            c.elongation = table.required(i, "A_percent") / 100;
            // J3.2: 0.75 of the tensile strength in tension, 0.45 and 0.563 of it in shear.
            c.F_nt = table.number(i, "Fnt_MPa").value_or(0.75 * c.f_ub);
            c.F_nv_thread = table.number(i, "Fnv_N_MPa").value_or(0.45 * c.f_ub);
            c.F_nv_shank = table.number(i, "Fnv_X_MPa").value_or(0.563 * c.f_ub);
            c.isPreloadable = table.text(i, "preload") == "yes";
            list.push_back(std::move(c));
        }
        return list;
    }();
    return all;
}

bool isMadeIn(const BoltSize& size, const BoltClass& grade) { return (size.set == "US") == grade.isUs; }

const BoltClass& likeClass(const BoltSize& size, const BoltClass& grade) {
    const BoltClass* best = nullptr;
    for (const BoltClass& c : boltClasses())
        if (isMadeIn(size, c) && (!best || std::abs(c.f_ub - grade.f_ub) < std::abs(best->f_ub - grade.f_ub))) best = &c;
    return *best;
}

bool isPreloadable(const BoltSize& size, const BoltClass& grade) {
    return grade.isPreloadable && size.set != "ISO" && isMadeIn(size, grade);
}

const BoltClass* findBoltClass(std::string_view name) {
    for (const BoltClass& c : boltClasses())
        if (c.name == name) return &c;
    return nullptr;
}

} // namespace zg
