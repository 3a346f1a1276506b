#pragma once
#include "fe/sparse_matrix.h"
#include <cstddef>

namespace zg::fe {

/// Order and structure of the Cholesky factor of a pattern: supernodes (neighbouring columns that share their rows), the tree in
/// which they are eliminated, and where the matrix's entries go. A "place" is an equation's position in the order.
struct Elimination {
    struct Supernode {
        int first = 0, columns = 0, height = 0; ///< own places; rows of the block, its own columns' included
        int parent = -1;
        std::size_t row = 0;    ///< of its first row in `rows`
        std::size_t value = 0;  ///< of its block in the factor: `columns` columns of `height`
        std::size_t update = 0; ///< of what it takes off the rows below: a square of below(), lower triangle
        int childStart = 0, childCount = 0;
        double work = 0; ///< operations of itself and of all under it
        [[nodiscard]] int below() const { return height - columns; }
    };
    /// Supernodes whose elimination stands as long as the matrix's entries in their columns and the limbs below stay the same: a
    /// small subtree, or a single supernode above such. What its last supernode hands up is kept.
    struct Limb {
        int first = 0, last = 0; ///< both included
    };
    /// What one thread eliminates one limb after the other, with nothing from elsewhere.
    struct Subtree {
        int first = 0, last = 0;         ///< supernodes, both included
        int firstLimb = 0, limbsEnd = 0; ///< in `limbs`
    };

    int size = 0;
    std::vector<int> order;           ///< equation of each place
    std::vector<Supernode> nodes;     ///< children before their parents
    std::vector<int> rows;            ///< places of all blocks' rows, ascending in each
    std::vector<int> inParent;        ///< beside `rows`: the position of a row below among the rows of the parent
    std::vector<int> runEnd;          ///< beside `rows`: up to where, counted in the block, they follow one another in the parent
    std::vector<int> children;        ///< of all supernodes
    std::vector<Limb> limbs;          ///< of all subtrees, those below before those above them
    std::vector<Subtree> subtrees;    ///< the one with most work first
    std::vector<int> top;             ///< what is left above them, children before their parents
    std::vector<int> entryStart;      ///< [size + 1] by place of the column
    std::vector<int> entry, entryRow; ///< its number in the matrix; the row in its block
    std::size_t valueCount = 0, updateCount = 0;
};

/// From CHOLMOD's orders and supernodes; see docs/decisions/0006. Throws std::runtime_error without memory.
[[nodiscard]] Elimination findElimination(const SparseSymmetric& pattern);

} // namespace zg::fe
