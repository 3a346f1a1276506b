#include "fe/rotation.h"
#include <algorithm>

namespace zg::fe {

Mat3 rotationBy(Vec3 v) {
    const double angle = norm(v);
    const Mat3 s = skew(v);
    // sin(a)/a and (1 - cos a)/a^2 without cancellation.
    const double half = angle / 2, sinc = angle > 1e-8 ? std::sin(angle) / angle : 1,
                 sincHalf = half > 1e-8 ? std::sin(half) / half : 1;
    return identity3 + sinc * s + (0.5 * sincHalf * sincHalf) * (s * s);
}

// By the quaternion, its largest component first (Spurrier 1978): exact at every angle.
Vec3 rotationVector(const Mat3& r) {
    const double t = trace(r);
    const std::array<double, 4> size{t, r[0].x, r[1].y, r[2].z};
    double w = 0;
    Vec3 v;
    const int largest = static_cast<int>(std::max_element(size.begin(), size.end()) - size.begin());
    if (largest == 0) {
        w = 0.5 * std::sqrt(1 + t);
        v = (0.25 / w) * Vec3{r[2].y - r[1].z, r[0].z - r[2].x, r[1].x - r[0].y};
    } else {
        const int i = largest - 1, j = (i + 1) % 3, k = (i + 2) % 3;
        v[i] = std::sqrt(0.5 * r[i][i] + 0.25 * (1 - t));
        w = 0.25 / v[i] * (r[k][j] - r[j][k]);
        v[j] = 0.25 / v[i] * (r[j][i] + r[i][j]);
        v[k] = 0.25 / v[i] * (r[k][i] + r[i][k]);
    }
    if (w < 0) w = -w, v = -v;
    const double sine = norm(v);
    if (sine < 1e-150) return {};
    return (2 * std::atan2(sine, w) / sine) * v;
}

} // namespace zg::fe
