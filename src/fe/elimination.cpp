#include "fe/elimination.h"
#include <algorithm>
#include <cholmod.h>
#include <dlfcn.h>
#include <mutex>
#include <numeric>
#include <stdexcept>

namespace zg::fe {

namespace {

// From so many equations on the second order is worth looking for.
constexpr int largeMatrix = 4000;
// A subtree with more than this part of all work is divided between threads, a limb with more into smaller ones, if all of it is
// worth dividing (operations).
constexpr double largestShare = 0.25, largestLimb = 0.02, worthDividing = 2e7;

struct Library {
    cholmod_common common{};
    cholmod_factor* factor = nullptr;
    Library() {
        cholmod_start(&common);
        common.print = 0;
        common.error_handler = nullptr;
        common.nmethods = 1;
        common.method[0].ordering = CHOLMOD_AMD;
        common.method[1].ordering = CHOLMOD_NESDIS;
        common.supernodal = CHOLMOD_SUPERNODAL;
    }
    ~Library() {
        cholmod_free_factor(&factor, &common);
        cholmod_finish(&common);
    }
    Library(const Library&) = delete;
    Library& operator=(const Library&) = delete;
};

cholmod_sparse view(const SparseSymmetric& m) {
    cholmod_sparse s{};
    s.nrow = s.ncol = static_cast<std::size_t>(m.size);
    s.nzmax = m.row.size();
    s.p = const_cast<int*>(m.columnStart.data());
    s.i = const_cast<int*>(m.row.data());
    s.x = const_cast<double*>(m.value.data());
    s.stype = -1;
    s.itype = CHOLMOD_INT;
    s.xtype = CHOLMOD_REAL;
    s.dtype = CHOLMOD_DOUBLE;
    s.sorted = 1;
    s.packed = 1;
    return s;
}

// The dense kernels run on one thread, and so do the sparse library's own loops, whatever number of threads it asks for: the
// factor has its own (docs/decisions/0006).
void oneLibraryThread() {
    using Setter = void (*)(int);
    static const bool done = [] {
        if (auto* set = reinterpret_cast<Setter>(dlsym(RTLD_DEFAULT, "openblas_set_num_threads"))) set(1);
        return true;
    }();
    (void)done;
    // A setting of the calling thread, hence not once for all.
    if (auto* levels = reinterpret_cast<Setter>(dlsym(RTLD_DEFAULT, "omp_set_max_active_levels"))) levels(0);
}

void takeSupernodes(const SparseSymmetric& pattern, Elimination& e) {
    oneLibraryThread();
    Library library;
    cholmod_sparse a = view(pattern);
    // Of a large matrix nested dissection is tried beside minimum degree and the one with less fill taken. It draws numbers of
    // the process's generator, seeded anew each time: one at a time, so that the order is the same whatever runs beside.
    static std::mutex guard;
    const std::lock_guard<std::mutex> lock(guard);
    library.common.nmethods = pattern.size > largeMatrix ? 2 : 1;
    library.factor = cholmod_analyze(&a, &library.common);
    if (!library.factor) throw std::runtime_error("No memory for the order of elimination.");
    const cholmod_factor& f = *library.factor;
    const auto *order = static_cast<const int*>(f.Perm), *super = static_cast<const int*>(f.super),
               *start = static_cast<const int*>(f.pi), *rows = static_cast<const int*>(f.s);
    e.order.assign(order, order + e.size);
    e.rows.assign(rows, rows + start[f.nsuper]);
    e.nodes.resize(f.nsuper);
    for (std::size_t k = 0; k < f.nsuper; ++k) {
        Elimination::Supernode& s = e.nodes[k];
        s.first = super[k];
        s.columns = super[k + 1] - super[k];
        s.height = start[k + 1] - start[k];
        s.row = static_cast<std::size_t>(start[k]);
        s.value = e.valueCount;
        e.valueCount += static_cast<std::size_t>(s.columns) * s.height;
    }
}

void plantTree(Elimination& e) {
    std::vector<int> owner(e.size), position(e.size);
    const int count = static_cast<int>(e.nodes.size());
    for (int k = 0; k < count; ++k) std::fill_n(owner.begin() + e.nodes[k].first, e.nodes[k].columns, k);
    for (Elimination::Supernode& s : e.nodes) {
        for (int j = 0; j < s.columns; ++j) s.work += static_cast<double>(s.height - j) * (s.height - j);
        if (s.below() == 0) continue;
        s.parent = owner[e.rows[s.row + s.columns]];
        e.nodes[s.parent].work += s.work;
        ++e.nodes[s.parent].childCount;
    }
    e.children.resize(count);
    int next = 0;
    for (Elimination::Supernode& s : e.nodes) {
        s.childStart = next;
        next += s.childCount;
        s.childCount = 0;
    }
    for (int k = 0; k < count; ++k) {
        if (e.nodes[k].parent < 0) continue;
        Elimination::Supernode& parent = e.nodes[e.nodes[k].parent];
        e.children[parent.childStart + parent.childCount++] = k;
    }
    e.inParent.assign(e.rows.size(), 0);
    e.runEnd.assign(e.rows.size(), 0);
    for (const Elimination::Supernode& parent : e.nodes) {
        for (int i = 0; i < parent.height; ++i) position[e.rows[parent.row + i]] = i;
        for (int c = 0; c < parent.childCount; ++c) {
            const Elimination::Supernode& s = e.nodes[e.children[parent.childStart + c]];
            for (int i = s.height - 1; i >= s.columns; --i) {
                const std::size_t at = s.row + i;
                e.inParent[at] = position[e.rows[at]];
                const bool goesOn = i + 1 < s.height && e.inParent[at + 1] == e.inParent[at] + 1;
                e.runEnd[at] = goesOn ? e.runEnd[at + 1] : i + 1;
            }
        }
    }
}

void placeEntries(const SparseSymmetric& pattern, Elimination& e) {
    std::vector<int> place(e.size), position(e.size);
    for (int j = 0; j < e.size; ++j) place[e.order[j]] = j;
    e.entryStart.assign(e.size + 1, 0);
    e.entry.resize(pattern.row.size());
    e.entryRow.resize(pattern.row.size());
    const auto each = [&](auto visit) {
        for (int j = 0; j < pattern.size; ++j)
            for (int p = pattern.columnStart[j]; p < pattern.columnStart[j + 1]; ++p)
                visit(p, std::minmax(place[j], place[pattern.row[p]]));
    };
    each([&](int, std::pair<int, int> at) { ++e.entryStart[at.first + 1]; });
    std::partial_sum(e.entryStart.begin(), e.entryStart.end(), e.entryStart.begin());
    std::vector<int> next(e.entryStart.begin(), e.entryStart.end() - 1);
    each([&](int p, std::pair<int, int> at) {
        e.entry[next[at.first]] = p;
        e.entryRow[next[at.first]++] = at.second;
    });
    for (const Elimination::Supernode& s : e.nodes) {
        for (int i = 0; i < s.height; ++i) position[e.rows[s.row + i]] = i;
        for (int q = e.entryStart[s.first]; q < e.entryStart[s.first + s.columns]; ++q) e.entryRow[q] = position[e.entryRow[q]];
    }
}

// Memory for the updates of a limb: those of a supernode's children are used up when its own is there, so that two stacks, for
// odd and even depths, grow towards each other in one piece.
void stackUpdates(Elimination& e, const Elimination::Limb& limb, const std::vector<int>& depth) {
    const auto square = [](const Elimination::Supernode& s) { return static_cast<std::size_t>(s.below()) * s.below(); };
    std::size_t stack[2] = {0, 0}, most = 0;
    for (int i = limb.first; i <= limb.last; ++i) {
        Elimination::Supernode& s = e.nodes[i];
        s.update = stack[depth[i] % 2];
        stack[depth[i] % 2] += square(s);
        most = std::max(most, stack[0] + stack[1]);
        for (int c = 0; c < s.childCount; ++c) {
            const int child = e.children[s.childStart + c];
            if (child >= limb.first) stack[1 - depth[i] % 2] -= square(e.nodes[child]);
        }
    }
    for (int i = limb.first; i <= limb.last; ++i) {
        Elimination::Supernode& s = e.nodes[i];
        s.update = e.updateCount + (depth[i] % 2 == 0 ? s.update : most - s.update - square(s));
    }
    e.updateCount += most;
}

// Subtrees that threads take whole, their limbs, and the memory for updates.
void divide(Elimination& e) {
    const int count = static_cast<int>(e.nodes.size());
    double all = 0;
    for (const Elimination::Supernode& s : e.nodes)
        if (s.parent < 0) all += s.work;
    const auto hasMore = [&](int k, double share) { return all > worthDividing && e.nodes[k].work > share * all; };
    const auto endsBelow = [&](int k, double share) { return e.nodes[k].parent < 0 || hasMore(e.nodes[k].parent, share); };
    std::vector<int> depth(count, 0), descendants(count, 1);
    for (int k = 0; k < count; ++k)
        if (e.nodes[k].parent >= 0) descendants[e.nodes[k].parent] += descendants[k];
    for (int k = count - 1; k >= 0; --k)
        if (e.nodes[k].parent >= 0) depth[k] = depth[e.nodes[k].parent] + 1;
    int firstLimb = 0;
    for (int k = 0; k < count; ++k) {
        const bool isTop = hasMore(k, largestShare), isAlone = hasMore(k, largestLimb);
        const int first = k + 1 - descendants[k];
        if (isAlone || endsBelow(k, largestLimb)) {
            const Elimination::Limb limb{isAlone ? k : first, k};
            stackUpdates(e, limb, depth);
            if (isTop)
                e.top.push_back(k);
            else
                e.limbs.push_back(limb);
        }
        if (!isTop && endsBelow(k, largestShare)) {
            e.subtrees.push_back({first, k, firstLimb, static_cast<int>(e.limbs.size())});
            firstLimb = static_cast<int>(e.limbs.size());
        }
    }
    std::stable_sort(e.subtrees.begin(), e.subtrees.end(), [&](const Elimination::Subtree& a, const Elimination::Subtree& b) {
        return e.nodes[a.last].work > e.nodes[b.last].work;
    });
}

} // namespace

Elimination findElimination(const SparseSymmetric& pattern) {
    Elimination e;
    e.size = pattern.size;
    takeSupernodes(pattern, e);
    plantTree(e);
    placeEntries(pattern, e);
    divide(e);
    return e;
}

} // namespace zg::fe
