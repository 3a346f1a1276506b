#include "support/digest.h"
#include "component/verify.h"
#include "exchange/job_file.h"
#include "words/phrases.h"
#include <cmath>
#include <cstdio>
#include <cstring>

namespace zg::sample {
namespace {

class Sums {
public:
    explicit Sums(Digest& d) : d_(d) {}
    void add(int which, double x, double scale) {
        if (!std::isfinite(x)) x = 1e6;
        d_.values[which] += x / scale * (1 + 0.001 * (count_++ % 97));
        std::uint64_t raw = 0;
        std::memcpy(&raw, &x, sizeof raw);
        mix(raw);
    }
    void word(const std::string& s) {
        for (const char c : s) mix(static_cast<unsigned char>(c));
    }
    [[nodiscard]] std::uint64_t hash() const { return hash_; }

private:
    void mix(std::uint64_t x) { hash_ = (hash_ ^ x) * 1099511628211ULL; }
    Digest& d_;
    int count_ = 0;
    std::uint64_t hash_ = 14695981039346656037ULL;
};

} // namespace

Digest digestOf(const std::string& jobText) {
    Digest d;
    const auto job = readJob(jobText);
    if (!job) {
        d.words = "refused " + (job.error().empty() ? "" : job.error().front().subject);
        return d;
    }
    const auto result = verify(job->job, job->job.joints.front());
    if (!result) {
        d.words = "refused " + (result.error().empty() ? "" : result.error().front().subject);
        return d;
    }
    Sums s(d);
    const Check* governing = governingCheck(*result);
    d.words = std::string(governing ? idOf(governing->code) : "none") + " " + wordOf(result->state) + " " +
              std::to_string(result->checks.size()) + " " + std::to_string(result->connections.size());
    s.add(0, result->utilisation, 1);
    for (const Check& c : result->checks) {
        s.word(idOf(c.code));
        s.word(c.clause);
        s.add(1, c.utilisation, 1);
        s.add(1, c.demand, c.quantity == Quantity::Moment ? 1e9 : 1e6);
        s.add(1, c.resistance, c.quantity == Quantity::Moment ? 1e9 : 1e6);
        s.add(1, c.firstRow * 100 + c.lastRow, 1e4);
    }
    for (const ConnectionResult& c : result->connections) {
        for (const double x : {c.M_j_Rd, c.M_Ed}) s.add(2, x, 1e9);
        for (const double x : {c.V_wp_Rd, c.F_c_wc_Rd, c.F_c_fb_Rd, c.T_Rd, c.C_Ed, c.T_Ed}) s.add(2, x, 1e6);
        for (const double x : {c.beta, c.sigma_com, c.isReversed ? 1.0 : 0.0}) s.add(2, x, 1e2);
        for (const RowResult& r : c.rows) {
            for (const double x : {r.F_tr_Rd, r.F_r_Ed, r.F_r_el}) s.add(2, x, 1e6);
            for (const double x : {r.h_r, r.find(Limit::Bolts) ? r.find(Limit::Bolts)->k : 0.0, r.k_eff}) s.add(3, x, 1e3);
        }
        for (const double x : {c.stiffness.S_j_ini, c.stiffness.S_j}) s.add(3, x, 1e12);
        for (const double x : {c.stiffness.k_1, c.stiffness.k_2, c.stiffness.z_eq, c.stiffness.k_eq}) s.add(3, x, 1e3);
        s.add(3, static_cast<double>(c.classification.stiffness) + 10.0 * static_cast<double>(c.classification.strength), 1e2);
        for (const CurvePoint& p : c.curve) s.add(4, p.phi * 100 + p.M / 1e9, 1);
    }
    char hex[20];
    std::snprintf(hex, sizeof hex, "%016llx", static_cast<unsigned long long>(s.hash()));
    d.bits = hex;
    return d;
}

std::string lineOf(const Digest& d) {
    std::string line = d.words;
    char text[32];
    for (const double x : d.values) {
        std::snprintf(text, sizeof text, "|%.15g", x);
        line += text;
    }
    return line + "|" + d.bits;
}

} // namespace zg::sample
