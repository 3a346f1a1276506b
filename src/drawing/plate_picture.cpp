#include "drawing/plate_picture.h"
#include "base/text.h"
#include "drawing/pieces.h"
#include "scene/colours.h"
#include <algorithm>
#include <cmath>

namespace zg {

namespace {

struct Measure {
    const char* unit;
    double factor; ///< shown value times this is the field's
};

Measure measureOf(const SceneState& s, UnitSystem units) {
    if (s.shape) return {"of the largest", 1};
    const auto of = [&](Quantity q) {
        const Unit u = unitOf(q, units);
        return Measure{u.symbol, u.factor};
    };
    switch (s.field) {
    case PlateField::Stress:
    case PlateField::Pressure: return of(Quantity::Stress);
    case PlateField::Strain: return {"%", 0.01};
    case PlateField::Displacement: return of(Quantity::Length);
    case PlateField::Utilisation:
    case PlateField::None: break;
    }
    return {"", 1};
}

std::shared_ptr<const Picture> scalePicture(int width, int height) {
    auto p = std::make_shared<Picture>();
    p->width = width;
    p->height = height;
    for (int y = 0; y < height; ++y)
        for (int x = 0; x < width; ++x)
            p->pixels.push_back(0xff000000U |
                                magnitudeScale()[255 - static_cast<std::size_t>(y) * 255 / std::max(1, height - 1)]);
    return p;
}

// Page units beside the model: the legend on the left, the title above.
double legendRoom(double width) { return std::min(134.0, 0.3 * width); }
double titleRoom(double height) { return std::min(44.0, 0.2 * height); }

std::string factorText(double factor) { return factor >= 1 ? significant(factor, 3) : "1/" + significant(1 / factor, 3); }

} // namespace

Point2 platePictureMiddle(double width, double height, bool hasLegend) {
    return {(width + (hasLegend ? legendRoom(width) : 0)) / 2, (height + titleRoom(height)) / 2};
}

const char* nameOf(PlateField field) {
    switch (field) {
    case PlateField::None: return "parts";
    case PlateField::Stress: return "equivalent stress";
    case PlateField::Strain: return "plastic strain";
    case PlateField::Pressure: return "contact pressure";
    case PlateField::Displacement: return "displacement";
    case PlateField::Utilisation: return "stress over yield";
    }
    return "";
}

PlatePicture platePicture(const PlateScene& scene, const SceneState& given, const Camera& camera, double yieldStress,
                          const PlatePictureOptions& o) {
    PlatePicture out;
    Drawing& d = out.drawing;
    d.width = o.width;
    d.height = o.height;
    SceneState state = given;
    state.background = 0xff000000U | colour(*o.palette, Tone::Card);
    state.ink = colour(*o.palette, Tone::Ink);
    state.accent = colour(*o.palette, Tone::Accent);
    state.yield = colour(*o.palette, Tone::Over);
    const bool hasField = state.shape || (state.frame && state.field != PlateField::None);
    state.freeWidth = (o.width - (hasField ? legendRoom(o.width) : 0)) * o.pixelRatio;
    state.freeHeight = (o.height - titleRoom(o.height)) * o.pixelRatio;
    const Point2 middle = platePictureMiddle(o.width, o.height, hasField);
    Camera placed = camera;
    placed.panX = (camera.panX + middle.x - o.width / 2) * o.pixelRatio;
    placed.panY = (camera.panY + middle.y - o.height / 2) * o.pixelRatio;
    SceneImage image = scene.draw(state, placed, std::max(1, static_cast<int>(o.width * o.pixelRatio)),
                                  std::max(1, static_cast<int>(o.height * o.pixelRatio)), o.samples);
    out.range = image.range;
    out.scene = std::make_shared<const Picture>(std::move(image.picture));
    d.image({0, 0}, {o.width, o.height}, out.scene);

    const auto text = [&](Point2 at, const std::string& words, Align align = Align::Left) -> Shape& {
        Shape& s = d.label(at, words, textSize::label, Tone::Ink, align);
        s.hasHalo = true;
        return s;
    };
    double y = 20;
    if (!o.title.empty()) {
        text({14, y}, o.title).isBold = true;
        y += 17;
    }
    const bool isMoving = state.shape || (state.frame && state.deformation > 0);
    if (isMoving)
        text({14, y}, state.shape ? "shape, largest " + significant(state.deformation, 3) + " mm as drawn"
                                  : "displacements × " + factorText(state.deformation));
    if (!hasField) return out;

    // Legend at the left foot.
    const Measure measure = measureOf(state, o.units);
    const double height = std::min(190.0, o.height - 130), left = 16, bottom = o.height - 20, top = bottom - height;
    if (height < 60) return out;
    const std::string what = state.shape ? "movement" : nameOf(state.field);
    text({left - 2, top - 12}, what + (*measure.unit ? std::string(", ") + measure.unit : ""));
    d.image({left, top}, {left + 14, bottom}, scalePicture(14, static_cast<int>(height)));
    d.polygon({{left, top}, {left + 14, top}, {left + 14, bottom}, {left, bottom}}, Tone::None, Tone::Ink, weight::thin);
    const double largest = out.range.largest / measure.factor;
    const double step = niceStep(largest, 4);
    const auto at = [&](double v) { return bottom - v / largest * height; };
    for (double v = 0; v <= largest * 1.0001; v += step) {
        d.polyline({{left + 14, at(v)}, {left + 18, at(v)}}, Tone::Ink, weight::thin);
        text({left + 22, at(v) + 4}, withoutTrailingZeros(significant(v, 3)));
    }
    if (state.field == PlateField::Stress && !state.shape && yieldStress > 0 && yieldStress <= out.range.largest) {
        const double v = at(yieldStress / measure.factor);
        d.polyline({{left - 4, v}, {left + 18, v}}, Tone::Over, 1.6);
        Shape& s = text({left + 52, v + 4}, "yield");
        s.fill = Tone::Over;
    }
    if (state.shape || out.range.most <= 0) return out;
    const double x = out.range.mostAt[0] / o.pixelRatio, yMost = out.range.mostAt[1] / o.pixelRatio;
    if (x < 4 || yMost < 4 || x > o.width - 4 || yMost > o.height - 4) return out;
    d.circle({x, yMost}, 4.5, Tone::None, Tone::Over, 1.6);
    const bool isRight = x > 0.7 * o.width;
    text({x + (isRight ? -9 : 9), yMost - 6},
         "largest " + significant(out.range.most / measure.factor, 3) + (*measure.unit ? std::string(" ") + measure.unit : ""),
         isRight ? Align::Right : Align::Left);
    return out;
}

} // namespace zg
