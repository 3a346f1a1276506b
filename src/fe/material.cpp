#include "fe/material.h"
#include <cmath>

namespace zg::fe {

namespace {

constexpr double pi = 3.14159265358979323846;

std::vector<LayerPoint> gauss(int n) {
    std::vector<LayerPoint> points(n);
    for (int i = 0; i < n; ++i) {
        double x = -std::cos(pi * (i + 0.75) / (n + 0.5)), derivative = 1;
        for (int iteration = 0; iteration < 100; ++iteration) {
            double p = 1, before = 0;
            for (int k = 0; k < n; ++k) {
                const double next = ((2 * k + 1) * x * p - k * before) / (k + 1);
                before = p;
                p = next;
            }
            derivative = n * (x * p - before) / (x * x - 1);
            const double step = p / derivative;
            x -= step;
            if (std::abs(step) < 1e-15) break;
        }
        points[i] = {x, 1 / ((1 - x * x) * derivative * derivative)};
    }
    return points;
}

} // namespace

bool isValid(LayerRule rule) {
    if (rule.points > maxLayers) return false;
    switch (rule.kind) {
    case LayerRuleKind::Simpson: return rule.points >= 3 && rule.points % 2 == 1;
    case LayerRuleKind::Gauss: return rule.points >= 2;
    case LayerRuleKind::MidPoint: return rule.points >= 1;
    }
    return false;
}

std::vector<LayerPoint> layerPoints(LayerRule rule) {
    const int n = rule.points;
    if (rule.kind == LayerRuleKind::Gauss) return gauss(n);
    std::vector<LayerPoint> points(n);
    for (int i = 0; i < n; ++i) {
        if (rule.kind == LayerRuleKind::MidPoint) {
            points[i] = {-1 + (2.0 * i + 1) / n, 1.0 / n};
        } else {
            const double factor = i == 0 || i == n - 1 ? 1 : i % 2 == 1 ? 4 : 2;
            points[i] = {-1 + 2.0 * i / (n - 1), factor / (3.0 * (n - 1))};
        }
    }
    return points;
}

} // namespace zg::fe
