#pragma once

// The few dense kernels that the factor of a sparse matrix is made of, by the interface that all BLAS and LAPACK libraries share.
// Columns one after the other; `*Stride` from one column to the next.
extern "C" {
void dpotrf_(const char* triangle, const int* n, double* a, const int* stride, int* info);
void dtrsm_(const char* side, const char* triangle, const char* transposed, const char* diagonal, const int* rows,
            const int* columns, const double* factor, const double* a, const int* aStride, double* b, const int* bStride);
void dsyrk_(const char* triangle, const char* transposed, const int* n, const int* k, const double* factor, const double* a,
            const int* aStride, const double* keep, double* c, const int* cStride);
void dgemm_(const char* transposedA, const char* transposedB, const int* rows, const int* columns, const int* k,
            const double* factor, const double* a, const int* aStride, const double* b, const int* bStride, const double* keep,
            double* c, const int* cStride);
void dtrsv_(const char* triangle, const char* transposed, const char* diagonal, const int* n, const double* a, const int* stride,
            double* x, const int* step);
void dgemv_(const char* transposed, const int* rows, const int* columns, const double* factor, const double* a, const int* stride,
            const double* x, const int* xStep, const double* keep, double* y, const int* yStep);
}

namespace zg::fe::blas {

/// A = L L^T; false when A is not positive definite.
inline bool cholesky(int n, double* a, int stride) {
    int info = 0;
    dpotrf_("L", &n, a, &stride, &info);
    return info == 0;
}
/// B = B L^-T.
inline void divideByTransposed(int rows, int columns, const double* l, int lStride, double* b, int bStride) {
    const double one = 1;
    dtrsm_("R", "L", "T", "N", &rows, &columns, &one, l, &lStride, b, &bStride);
}
/// Lower triangle of C = keep C - A A^T.
inline void subtractSquare(int n, int k, const double* a, int aStride, double keep, double* c, int cStride) {
    const double factor = -1;
    dsyrk_("L", "N", &n, &k, &factor, a, &aStride, &keep, c, &cStride);
}
/// C = keep C - A B^T.
inline void subtractProduct(int rows, int columns, int k, const double* a, int aStride, const double* b, int bStride, double keep,
                            double* c, int cStride) {
    const double factor = -1;
    dgemm_("N", "T", &rows, &columns, &k, &factor, a, &aStride, b, &bStride, &keep, c, &cStride);
}
/// x = L^-1 x or L^-T x.
inline void substitute(bool isTransposed, int n, const double* l, int stride, double* x) {
    const int step = 1;
    dtrsv_("L", isTransposed ? "T" : "N", "N", &n, l, &stride, x, &step);
}
/// y -= A x or A^T x; A has `rows` rows and `columns` columns.
inline void subtractTimes(bool isTransposed, int rows, int columns, const double* a, int stride, const double* x, double* y) {
    const int step = 1;
    const double factor = -1, keep = 1;
    dgemv_(isTransposed ? "T" : "N", &rows, &columns, &factor, a, &stride, x, &step, &keep, y, &step);
}

} // namespace zg::fe::blas
