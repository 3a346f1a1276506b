#include "fe/factor.h"
#include "fe/parallel.h"
#include "fe/team.h"
#include <Eigen/SparseCholesky>
#include <atomic>
#include <catch2/catch.hpp>
#include <cmath>
#include <limits>
#include <map>
#include <new>
#include <random>
#include <stdexcept>

// The factor by fronts beside the simplicial LDL^T of another library.
namespace {

using namespace zg::fe;

// Sheets of square elements with a few freedoms a node, each element a random stiffness of rank `rank` of its freedoms; `ground`
// on the diagonal of the first line of each sheet.
struct Sheets {
    int freedoms = 3;
    std::map<std::pair<int, int>, double> entries; // column, row
    int size = 0;
    std::mt19937 random{7};
    double number() { return static_cast<double>(random()) / 4294967296.0 - 0.5; }

    void add(int nx, int ny, double ground, bool isLaplacian = false) {
        const int start = size;
        size += nx * ny * freedoms;
        for (int i = start; i < size; ++i) entries[{i, i}];
        const auto at = [&](int i, int j, int k) { return start + (j * nx + i) * freedoms + k; };
        for (int j = 0; j + 1 < ny; ++j) {
            for (int i = 0; i + 1 < nx; ++i) {
                std::vector<int> of;
                for (int c = 0; c < 4; ++c)
                    for (int k = 0; k < freedoms; ++k) of.push_back(at(i + c % 2, j + c / 2, k));
                for (std::size_t r = 0; r < of.size(); ++r) {
                    std::vector<double> v(of.size());
                    double sum = 0;
                    for (double& x : v) sum += x = number();
                    if (isLaplacian) // nothing resists equal values
                        for (double& x : v) x -= sum / static_cast<double>(v.size());
                    for (std::size_t a = 0; a < of.size(); ++a)
                        for (std::size_t b = 0; b <= a; ++b)
                            entries[{std::min(of[a], of[b]), std::max(of[a], of[b])}] += v[a] * v[b];
                }
            }
        }
        for (int i = 0; i < nx * freedoms; ++i) entries[{start + i, start + i}] += ground;
    }
    [[nodiscard]] SparseSymmetric matrix(double shift = 0) const {
        SparseSymmetric m;
        m.size = size;
        m.columnStart.assign(size + 1, 0);
        for (const auto& [at, v] : entries) {
            ++m.columnStart[at.first + 1];
            m.row.push_back(at.second);
            m.value.push_back(v - (at.first == at.second ? shift : 0));
        }
        for (int j = 0; j < size; ++j) m.columnStart[j + 1] += m.columnStart[j];
        return m;
    }
};

using Matrix = Eigen::SparseMatrix<double>;

Matrix mapped(const SparseSymmetric& m) {
    return Eigen::Map<const Matrix>(m.size, m.size, static_cast<Eigen::Index>(m.row.size()), m.columnStart.data(), m.row.data(),
                                    m.value.data());
}

std::vector<double> someLoad(int size) {
    std::vector<double> b(size);
    for (int i = 0; i < size; ++i) b[i] = std::sin(1.0 + i * i);
    return b;
}

double leftOver(const SparseSymmetric& m, const std::vector<double>& x, const std::vector<double>& b) {
    std::vector<double> y(b.size());
    m.multiply(x.data(), y.data());
    double most = 0;
    for (std::size_t i = 0; i < b.size(); ++i) most = std::max(most, std::abs(y[i] - b[i]));
    return most;
}

} // namespace

TEST_CASE("the factor answers as another library's, and the number of threads changes no digit", "[fe][factor]") {
    for (const int n : {2, 9, 30, 75}) { // to 16,875 equations: with nested dissection and fronts that are divided
        Sheets sheets;
        sheets.add(n, n, 1);
        const SparseSymmetric m = sheets.matrix();
        const std::vector<double> b = someLoad(m.size);
        std::vector<double> first;
        for (const int threads : {1, 2, 3}) {
            Factor f(threads);
            f.analyse(m);
            REQUIRE(f.factorise(m) == FactorState::PositiveDefinite);
            CHECK(f.negativePivots() == 0);
            CHECK(f.smallestPivot() > 1e-4);
            std::vector<double> x(b), y(b), z(b);
            f.solve(x.data(), x.data());
            CHECK(leftOver(m, x, b) < 1e-10);
            f.forward(b.data(), y.data());
            double square = 0, work = 0;
            for (std::size_t i = 0; i < y.size(); ++i) square += y[i] * y[i], work += b[i] * x[i];
            CHECK(square == Approx(work).epsilon(1e-10)); // |L^-1 b|^2 = b A^-1 b
            f.back(y.data(), z.data());
            CHECK(z == x);
            if (first.empty()) first = x;
            CHECK(x == first);
        }
        const Eigen::SimplicialLDLT<Matrix, Eigen::Lower> other(mapped(m));
        const Eigen::VectorXd exact = other.solve(Eigen::Map<const Eigen::VectorXd>(b.data(), m.size));
        double gap = 0;
        for (int i = 0; i < m.size; ++i) gap = std::max(gap, std::abs(first[i] - exact[i]));
        CHECK(gap < 1e-10 * exact.cwiseAbs().maxCoeff());
    }
}

TEST_CASE("negative pivots are as many as another library finds, and the answer is one", "[fe][factor]") {
    for (const int n : {9, 60}) {
        Sheets sheets;
        sheets.add(n, n, 1);
        Factor f(2);
        f.analyse(sheets.matrix());
        int last = 0;
        for (const double shift : {0.02, 0.11, 0.6, 1.7, 6.0, 30.0}) {
            const SparseSymmetric m = sheets.matrix(shift);
            const Eigen::SimplicialLDLT<Matrix, Eigen::Lower> other(mapped(m));
            const int count = static_cast<int>((other.vectorD().array() < 0).count());
            const FactorState state = f.factorise(m);
            INFO("n " << n << ", shift " << shift << ": " << count);
            CHECK(state == (count == 0 ? FactorState::PositiveDefinite : FactorState::Indefinite));
            CHECK(f.negativePivots() == count);
            CHECK(count >= last);
            last = count;
            const std::vector<double> b = someLoad(m.size);
            std::vector<double> x(b.size());
            f.solve(b.data(), x.data());
            CHECK(leftOver(m, x, b) < 1e-6);
        }
        CHECK(last == sheets.size);
        // The order is kept, and so is the answer after what was not positive definite.
        const SparseSymmetric m = sheets.matrix();
        CHECK(f.factorise(m) == FactorState::PositiveDefinite);
    }
}

TEST_CASE("what nothing holds follows its load, and what is held does not feel it", "[fe][factor]") {
    for (const int n : {6, 50}) {
        Sheets held;
        held.add(n, n, 1);
        const int count = held.size;
        Sheets both = held;
        both.add(n, n, 0, true); // free to move with all its freedoms alike
        const SparseSymmetric m = both.matrix(), alone = held.matrix();
        Factor f(2), of;
        f.analyse(m);
        of.analyse(alone);
        CHECK(f.factorise(m) == FactorState::Indefinite);
        CHECK(f.negativePivots() == 0);
        CHECK(f.smallestPivot() == 0);
        REQUIRE(of.factorise(alone) == FactorState::PositiveDefinite);
        std::vector<double> b = someLoad(m.size), x(b.size()), exact(count);
        for (int i = count; i < m.size; ++i) b[i] = -1;
        f.solve(b.data(), x.data());
        of.solve(b.data(), exact.data());
        for (int i = 0; i < count; ++i) REQUIRE(x[i] == Approx(exact[i]).margin(1e-9));
        for (int i = count; i < m.size; ++i) REQUIRE(x[i] < 0);
        // All alike, but for what the little stiffness at one place deforms.
        for (int i = count; i < m.size; ++i) REQUIRE(x[i] == Approx(x[count]).epsilon(1e-4));
    }
}

TEST_CASE("a matrix with nothing in an equation, or with no numbers, has no factor", "[fe][factor]") {
    for (const int n : {3, 60}) {
        Sheets sheets;
        sheets.add(n, n, 1);
        Factor f(2);
        SparseSymmetric m = sheets.matrix();
        f.analyse(m);
        const int j = m.size / 2;
        SparseSymmetric odd = m;
        odd.value[odd.columnStart[j]] = std::numeric_limits<double>::quiet_NaN();
        CHECK(f.factorise(odd) == FactorState::Singular);
        odd = m;
        for (int c = 0; c < odd.size; ++c)
            for (int p = odd.columnStart[c]; p < odd.columnStart[c + 1]; ++p)
                if (c == j || odd.row[p] == j) odd.value[p] = 0;
        CHECK(f.factorise(odd) == FactorState::Singular);
        CHECK(f.factorise(m) == FactorState::PositiveDefinite);
    }
}

// What stands of the factor before it is the part of a whole one, to the last digit: also after a matrix that is not positive
// definite, one that is singular and one that has no factor.
TEST_CASE("a factor in which little has changed is a whole one", "[fe][factor]") {
    Sheets sheets;
    sheets.add(60, 60, 1);
    Sheets both = sheets;
    both.add(60, 60, 0, true);
    for (const SparseSymmetric& start : {sheets.matrix(), both.matrix()}) {
        Factor kept(2);
        kept.analyse(start);
        std::mt19937 random(3);
        SparseSymmetric m = start;
        const std::vector<double> b = someLoad(m.size);
        std::vector<double> x(b.size()), whole(b.size());
        for (int round = 0; round < 40; ++round) {
            INFO("size " << m.size << ", round " << round);
            if (round % 8 == 7) m = start;
            // A few springs between neighbours in the numbering, as contacts are; now and then one that pushes away, or no
            // number.
            const int springs = round % 5 == 4 ? 0 : 1 << (round % 7);
            for (int i = 0; i < springs; ++i) m.value[m.columnStart[random() % m.size]] += round % 8 == 3 && i == 0 ? -30.0 : 0.5;
            SparseSymmetric odd = m;
            if (round % 6 == 5) odd.value[odd.columnStart[random() % m.size]] = std::numeric_limits<double>::quiet_NaN();
            Factor fresh(1);
            fresh.analyse(odd, &kept);
            const FactorState state = fresh.factorise(odd);
            CHECK(kept.factorise(odd) == state);
            if (state == FactorState::Singular) continue;
            CHECK(kept.negativePivots() == fresh.negativePivots());
            CHECK(kept.smallestPivot() == fresh.smallestPivot());
            kept.solve(b.data(), x.data());
            fresh.solve(b.data(), whole.data());
            CHECK(x == whole);
        }
    }
}

TEST_CASE("what is thrown in one of several threads comes out where they were called from", "[fe][factor]") {
    for (const int threads : {1, 2, 4}) {
        INFO(threads << " threads");
        std::atomic<int> after{0};
        const auto together = [&](bool fails) {
            Team::run(threads, [&](Team& team) {
                team.share(20, [&](int i) {
                    if (fails && i == 7) throw std::runtime_error("piece 7");
                });
                team.share(20, [&](int) { ++after; });
            });
        };
        CHECK_THROWS_WITH(together(true), "piece 7");
        CHECK(after == 0); // nothing is built on what is not there
        together(false);
        CHECK(after == 20);
        const auto side = [&](bool fails) {
            parallelFor(threads, 1000, [&](int begin, int end) {
                if (fails && begin <= 500 && 500 < end) throw std::bad_alloc();
                after += end - begin;
            });
        };
        CHECK_THROWS_AS(side(true), std::bad_alloc);
        after = 0;
        side(false);
        CHECK(after == 1000);
    }
}
