#include "support/v1_joints.h"
#include <algorithm>
#include <cmath>
#include <nlohmann/json.hpp>
#include <vector>

namespace zg::sample {
namespace {

using nlohmann::ordered_json;

struct Profile {
    const char* name;
    double h, b, t_w, t_f; ///< near enough to set out a joint
};
constexpr Profile columns[] = {
    {"HEB 160", 160, 160, 8, 13},     {"HEB 200", 200, 200, 9, 15},    {"HEB 240", 240, 240, 10, 17},
    {"HEB 300", 300, 300, 11, 19},    {"HEA 200", 190, 200, 6.5, 10},  {"HEA 280", 270, 280, 8, 13},
    {"HEA 340", 330, 300, 9.5, 16.5}, {"HEM 220", 240, 226, 15.5, 26}, {"IPE 400", 400, 180, 8.6, 13.5},
    {"IPE 550", 550, 210, 11, 17},    {"HEB 500", 500, 300, 14.5, 28}, {"own column", 320, 280, 9, 18}};
constexpr Profile beams[] = {{"IPE 200", 200, 100, 5.6, 8.5}, {"IPE 270", 270, 135, 6.6, 10},   {"IPE 300", 300, 150, 7, 11},
                             {"IPE 360", 360, 170, 8, 13},    {"IPE 400", 400, 180, 8.6, 13.5}, {"IPE 450", 450, 190, 9.4, 14.6},
                             {"IPE 550", 550, 210, 11, 17},   {"IPE 600", 600, 220, 12, 19},    {"HEA 240", 230, 240, 7.5, 12},
                             {"HEB 260", 260, 260, 10, 17.5}, {"own beam", 700, 200, 7, 14}};
constexpr const char* steels[] = {"S235", "S275", "S355", "S420M", "S460M"};

/// Numbers that are the same with every library.
class Source {
public:
    explicit Source(std::uint32_t seed) : state_(0x9E3779B97F4A7C15ULL * (seed + 1)) {}
    double number(double lo, double hi) { return lo + (hi - lo) * static_cast<double>(next() >> 11) / 9007199254740992.0; }
    double whole(double lo, double hi) { return std::round(number(lo, hi)); }
    bool chance(double p) { return number(0, 1) < p; }
    template <class T, std::size_t n> const T& one(const T (&from)[n]) { return from[next() % n]; }

private:
    std::uint64_t next() {
        state_ ^= state_ << 13;
        state_ ^= state_ >> 7;
        state_ ^= state_ << 17;
        return state_;
    }
    std::uint64_t state_;
};

class Maker {
public:
    explicit Maker(std::uint32_t seed) : r_(seed) {}

    ordered_json job() {
        column_ = r_.one(columns);
        steel_ = r_.one(steels);
        ordered_json j{{"id", "joint-1"}, {"mark", "R1"}, {"family", "beam-to-column end plate"}};
        j["frame"] = r_.chance(0.5) ? "braced" : "unbraced";
        j["actions_at"] = r_.chance(0.3) ? "node" : "column face";
        j["column"]["member"] = {{"section", column_.name}, {"steel", steel_}};
        if (r_.chance(0.25)) j["column"]["end_above_mm"] = r_.whole(-50, 300);
        if (r_.chance(0.5)) j["column"]["storey_height_mm"] = r_.whole(2500, 6000);
        j["right"] = side();
        const bool isTwoSided = r_.chance(0.35);
        if (isTwoSided) {
            j["left"] = r_.chance(0.5) ? j["right"] : side();
            if (r_.chance(0.4)) j["left"]["level_mm"] = r_.whole(-200, 200);
        }
        if (r_.chance(0.2))
            j["doubler"] = {{"thickness_mm", r_.whole(5, 20)},
                            {"sides", r_.chance(0.5) ? 1 : 2},
                            {"weld", weld()},
                            {"steel", r_.chance(0.7) ? steel_ : "S235"}};
        if (r_.chance(0.2))
            j["diagonal"] = {{"thickness_mm", r_.whole(6, 25)},
                             {"direction", r_.chance(0.5) ? "compression" : "tension"},
                             {"throat_mm", r_.whole(3, 10)},
                             {"steel", steel_}};
        j["actions"] = ordered_json::array();
        for (const char* id : {"U1", "U2", "R1"})
            if (r_.chance(0.9)) j["actions"].push_back(set(id, isTwoSided));
        ordered_json job{{"format", "zealous-girder-job"}, {"version", 1}, {"title", "net"}};
        job["settings"] = settings();
        job["sections"] = {own("own column", 320, 280, 9, 18), own("own beam", 700, 200, 7, 14)};
        job["joints"] = {j};
        return job;
    }

private:
    static ordered_json own(const char* name, double h, double b, double t_w, double t_f) {
        return {{"designation", name}, {"h_mm", h},      {"b_mm", b},          {"t_w_mm", t_w},
                {"t_f_mm", t_f},       {"welded", true}, {"weld_throat_mm", 5}};
    }
    ordered_json settings() {
        ordered_json s;
        if (r_.chance(0.3)) s["gamma_M0"] = 1.1, s["gamma_M1"] = 1.1;
        s["strengths"] = r_.chance(0.7) ? "EN 1993-1-1 table 3.1" : "product standard";
        s["welds"] = r_.chance(0.5) ? "directional" : "simplified";
        s["t_stub_mode_1"] = r_.chance(0.5) ? "method 1" : "method 2";
        s["bolt_shear"] = r_.chance(0.5) ? "simple" : "exact";
        s["check_prying_length"] = r_.chance(0.3);
        s["exposure"] = r_.chance(0.5) ? "weather" : "sheltered";
        return s;
    }
    ordered_json weld() {
        if (r_.chance(0.15)) return {{"kind", "butt"}};
        return {{"kind", "fillet"}, {"throat_mm", r_.whole(3, 12)}};
    }
    ordered_json stiffener() {
        ordered_json s{{"thickness_mm", r_.whole(6, 25)}, {"throat_mm", r_.whole(3, 10)}, {"steel", steel_}};
        if (r_.chance(0.3)) s["width_mm"] = r_.whole(40, 120);
        return s;
    }
    ordered_json side() {
        const Profile& beam = r_.one(beams);
        constexpr const char* sizes[] = {"M16", "M20", "M24", "M27", "M30", "M22"};
        constexpr double diameters[] = {16, 20, 24, 27, 30, 22};
        const std::size_t bolt = static_cast<std::size_t>(r_.whole(-0.49, 5.49));
        const double d = diameters[bolt];
        ordered_json s;
        s["beam"] = {{"section", beam.name}, {"steel", r_.chance(0.8) ? steel_ : r_.one(steels)}};
        if (r_.chance(0.2)) s["slope_deg"] = r_.whole(-25, 25);
        if (r_.chance(0.6)) s["span_mm"] = r_.whole(3000, 15000);
        const bool top = r_.chance(0.6), bottom = r_.chance(0.35);
        const double above = top ? r_.whole(2.8 * d, 5 * d) : r_.whole(8, 25);
        const double below = bottom ? r_.whole(2.8 * d, 5 * d) : r_.whole(8, 25);
        const double width = std::max(r_.whole(beam.b, beam.b + 60), 100.0);
        s["plate"] = {{"thickness_mm", r_.chance(0.8) ? r_.whole(0.4 * d, 1.6 * d) : r_.whole(4, 60)},
                      {"width_mm", width},
                      {"above_mm", above},
                      {"below_mm", below},
                      {"steel", steel_}};
        s["bolts"] = {{"size", sizes[bolt]},
                      {"class", r_.chance(0.5) ? "8.8" : "10.9"},
                      {"gauge_mm", r_.whole(std::min(0.45 * width, width - 2.4 * d), 0.75 * width)},
                      {"holes", r_.chance(0.9) ? "normal" : "oversize"},
                      {"thread_in_shear_plane", r_.chance(0.7)}};
        std::vector<double> rows;
        if (top) rows.push_back(-r_.whole(1.6 * d, 0.6 * above + 8));
        double at = beam.t_f + r_.whole(1.5 * d, 2.6 * d);
        while (at < beam.h - beam.t_f - 1.5 * d && rows.size() < 7) {
            rows.push_back(std::round(at));
            at += r_.chance(0.6) ? r_.number(2.4 * d, 4 * d) : r_.number(4 * d, 10 * d);
        }
        if (bottom) rows.push_back(beam.h + r_.whole(1.6 * d, 0.6 * below + 8));
        s["rows"] = ordered_json::array();
        for (const double p : rows) {
            ordered_json row{{"position_mm", p}, {"takes_tension", r_.chance(0.95)}};
            if (r_.chance(0.08)) row["gauge_mm"] = r_.whole(0.4 * width, 0.75 * width);
            s["rows"].push_back(row);
        }
        s["weld_top"] = weld();
        s["weld_bottom"] = weld();
        s["weld_web"] = weld();
        s["compression_by_bearing"] = r_.chance(0.15);
        if (r_.chance(0.3)) s["stiffener_top"] = stiffener();
        if (r_.chance(0.3)) s["stiffener_bottom"] = stiffener();
        if (r_.chance(0.15)) s["backing_top"] = {{"thickness_mm", r_.whole(6, 20)}, {"steel", steel_}};
        if (r_.chance(0.1)) s["backing_bottom"] = {{"thickness_mm", r_.whole(6, 20)}, {"steel", steel_}};
        const auto rib = [&] {
            return ordered_json{{"thickness_mm", r_.whole(6, 20)},
                                {"length_mm", r_.whole(60, 220)},
                                {"throat_mm", r_.whole(3, 8)},
                                {"steel", steel_}};
        };
        if (top && r_.chance(0.2)) s["rib_top"] = rib();
        if (bottom && r_.chance(0.2)) s["rib_bottom"] = rib();
        return s;
    }
    ordered_json forces(double N, double V, double M) {
        return {{"N_kN", r_.whole(-N, N)}, {"V_kN", r_.whole(-V, V)}, {"M_kNm", r_.whole(-M, M)}};
    }
    ordered_json set(const char* id, bool isTwoSided) {
        ordered_json s{{"id", id}, {"title", ""}, {"kind", r_.chance(0.95) ? "ultimate" : "serviceability"}};
        s["right"] = forces(r_.chance(0.3) ? 500 : 40, 160, 160);
        if (isTwoSided) s["left"] = forces(r_.chance(0.3) ? 400 : 40, 160, 160);
        if (r_.chance(0.5)) s["column_above"] = forces(2000, 60, 150);
        if (r_.chance(0.5)) s["column_below"] = forces(2500, 60, 150);
        return s;
    }

    Source r_;
    Profile column_{};
    const char* steel_ = "S275";
};

} // namespace

std::string v1Job(std::uint32_t seed) { return Maker(seed).job().dump(); }

} // namespace zg::sample
