#include "scene/colours.h"
#include "scene/gltf.h"
#include "scene/plate_scene.h"
#include "scene/png.h"
#include <catch2/catch.hpp>
#include <cmath>
#include <nlohmann/json.hpp>

using namespace zg;

namespace {

constexpr std::uint32_t paper = 0xffffffff;
Float3 floats(int x, int y, int z) { return {static_cast<float>(x), static_cast<float>(y), static_cast<float>(z)}; }

Rasteriser::Vertex at(float x, float y, float depth, float value = 0, float clip = 0) { return {x, y, depth, value, clip}; }

int count(const Picture& p, std::uint32_t colour) {
    return static_cast<int>(std::count(p.pixels.begin(), p.pixels.end(), colour));
}

// Two plates at a right angle: a web of 4 x 2 quads standing on a flange, 100 mm a quad.
PlateGeometry tee() {
    PlateGeometry g;
    g.parts.push_back({{PartKind::ColumnWeb}, "column.web", 10, 275});
    g.parts.push_back({{PartKind::ColumnFlange}, "column.flange.right", 20, 275});
    const auto grid = [&](int part, int n, int m, auto place) {
        const int first = static_cast<int>(g.nodes.size());
        for (int i = 0; i <= n; ++i)
            for (int j = 0; j <= m; ++j) g.nodes.push_back(place(i, j));
        for (int i = 0; i < n; ++i)
            for (int j = 0; j < m; ++j) {
                const int a = first + i * (m + 1) + j;
                g.shells.push_back({a, a + m + 1, a + m + 2, a + 1});
                g.partOf.push_back(part);
            }
    };
    grid(0, 4, 2, [](int i, int j) { return floats(100 * i, 0, 100 * j); });
    grid(1, 4, 2, [](int i, int j) { return floats(100 * i, 100 * (j - 1), 0); });
    g.bolts.push_back({{PartKind::BoltRow}, {150, 50, -20}, {150, 50, 30}, 20});
    return g;
}

PlateFrame frame(const PlateGeometry& g) {
    PlateFrame f;
    f.displacement.assign(g.nodes.size(), {0, 0, 2});
    f.stress.assign(g.shells.size(), {10, 20, 30, 40});
    f.strain.assign(g.shells.size(), {});
    f.pressure.assign(g.shells.size(), {});
    f.stress[3] = {100, 100, 250, 100};
    return f;
}

} // namespace

TEST_CASE("triangles cover their area and the nearer one is seen", "[scene]") {
    Rasteriser r(200, 100, 3, paper);
    Rasteriser::Paint red, blue;
    red.flat = 0xff0000, red.id = 1;
    blue.flat = 0x0000ff, blue.id = 2;
    r.triangle(at(10, 10, 5), at(110, 10, 5), at(10, 90, 5), red); // 4000 pixels
    r.triangle(at(10, 10, 1), at(60, 10, 1), at(10, 50, 9), blue); // tilted through the first
    const Picture p = r.finished();
    const int seen = count(p, 0xffff0000) + count(p, 0xff0000ff);
    CHECK(seen == Approx(4000).epsilon(0.04)); // edge pixels are mixed
    CHECK(p.idAt(20, 14) == 2);
    CHECK(p.idAt(12, 45) == 1);
    CHECK(p.idAt(199, 99) == -1);
    CHECK(p.idAt(-1, 0) == -1);
}

TEST_CASE("the picture does not hang on how many draw it", "[scene]") {
    Rasteriser r(137, 211, 2, paper); // no whole number of strips
    Rasteriser::Paint p;
    for (int i = 0; i < 200; ++i) {
        const float x = static_cast<float>((i * 37) % 160) - 10, y = static_cast<float>((i * 53) % 240) - 10;
        p.flat = static_cast<std::uint32_t>(i * 40503) & 0xffffffU, p.id = i;
        r.triangle(at(x, y, static_cast<float>(i % 7)), at(x + 40, y + 5, static_cast<float>(i % 5)), at(x + 10, y + 90, 3), p);
        r.line(at(x, y, 1), at(x + 15, y + 70, 2), p.flat, 1.5F, 0.1F);
    }
    const Picture one = r.finished(1);
    for (const unsigned threads : {2U, 5U, 64U}) {
        const Picture many = r.finished(threads);
        CHECK(many.pixels == one.pixels);
        CHECK(many.ids == one.ids);
    }
    CHECK(count(one, paper) < 137 * 211 / 2);
}

TEST_CASE("what no number can be drawn from is left out", "[scene]") {
    Rasteriser r(50, 50, 1, paper);
    Rasteriser::Paint p;
    r.triangle(at(NAN, 0, 0), at(10, 0, 0), at(0, 10, 0), p);
    r.triangle(at(0, 0, 0), at(10, 10, 0), at(20, 20, 0), p); // no area
    r.line(at(INFINITY, 0, 0), at(3, 3, 0), 0, 1, 0);
    CHECK(count(r.finished(), paper) == 2500);
}

TEST_CASE("the cut takes away one side", "[scene]") {
    Rasteriser r(100, 100, 1, paper);
    Rasteriser::Paint p;
    p.flat = 0x102030;
    r.triangle(at(0, 0, 0, 0, -1), at(100, 0, 0, 0, 1), at(0, 100, 0, 0, -1), p);
    r.triangle(at(100, 0, 0, 0, 1), at(100, 100, 0, 0, 1), at(0, 100, 0, 0, -1), p);
    CHECK(100 * 100 - count(r.finished(), paper) == Approx(5000).epsilon(0.03));
}

TEST_CASE("colours grow lighter with the value", "[scene]") {
    double last = -1;
    for (std::uint32_t c : magnitudeScale()) {
        const double lightness = 0.2126 * std::pow((c >> 16 & 255) / 255.0, 2.2) +
                                 0.7152 * std::pow((c >> 8 & 255) / 255.0, 2.2) + 0.0722 * std::pow((c & 255) / 255.0, 2.2);
        CHECK(lightness >= last - 0.004);
        last = std::max(last, lightness);
    }
}

TEST_CASE("the scene shows parts where they are, picks them, hides and isolates them", "[scene]") {
    const PlateGeometry g = tee();
    const PlateScene scene(g);
    const PlateFrame f = frame(g);
    SceneState s;
    s.frame = &f;
    const Camera elevation = Camera::towards(NamedView::Elevation);
    const SceneImage image = scene.draw(s, elevation, 400, 300);
    CHECK(image.range.most == Approx(250));
    CHECK(image.range.least == Approx(10));
    // In elevation the web fills the middle, the bolt stands in front of it; in plan the flange does.
    CHECK(scene.partOf(image.picture.idAt(200, 120)) == std::optional<PartRef>(PartRef{PartKind::ColumnWeb}));
    const SceneImage plan = scene.draw(s, Camera::towards(NamedView::Plan), 400, 300);
    CHECK(scene.partOf(plan.picture.idAt(320, 75)) == std::optional<PartRef>(PartRef{PartKind::ColumnFlange}));
    bool hasBolt = false;
    for (int id : plan.picture.ids) hasBolt = hasBolt || scene.partOf(id) == std::optional<PartRef>(PartRef{PartKind::BoltRow});
    CHECK(hasBolt);
    s.hidden = {"column.web"};
    for (int id : scene.draw(s, elevation, 400, 300).picture.ids) REQUIRE(id != 0);
    s.hidden.clear();
    s.isolated = PartRef{PartKind::ColumnWeb};
    for (int id : scene.draw(s, elevation, 400, 300).picture.ids) REQUIRE((id == 0 || id == -1));
    CHECK(scene.draw(s, elevation, 400, 300).range.most == Approx(250));
}

TEST_CASE("the same scene gives the same pixels, and the deformed one others", "[scene]") {
    const PlateGeometry g = tee();
    const PlateScene scene(g);
    const PlateFrame f = frame(g);
    SceneState s;
    s.frame = &f;
    const Camera c = Camera::towards(NamedView::Oblique);
    const Picture first = scene.draw(s, c, 320, 200).picture;
    CHECK(scene.draw(s, c, 320, 200).picture.pixels == first.pixels);
    CHECK(scene.sensibleScale(f.displacement) == Approx(10)); // 2 mm on 500 mm: a fifteenth is 17 times, rounded down
    s.deformation = 10;
    CHECK(scene.draw(s, c, 320, 200).picture.pixels != first.pixels);
    CHECK(scene.sensibleScale(std::vector<Float3>(g.nodes.size())) == 1);
}

TEST_CASE("base64 by RFC 4648 and a PNG that says its size", "[scene]") {
    CHECK(base64("") == "");
    CHECK(base64("f") == "Zg==");
    CHECK(base64("fo") == "Zm8=");
    CHECK(base64("foobar") == "Zm9vYmFy");
    const std::string png = pngBytes(Rasteriser(7, 5, 1, paper).finished());
    CHECK(png.substr(1, 3) == "PNG");
    CHECK(static_cast<int>(png[19]) == 7);
    CHECK(static_cast<int>(png[23]) == 5);
}

TEST_CASE("glTF holds a mesh per part in metres with y up", "[scene][gltf]") {
    const PlateGeometry g = tee();
    const PlateFrame f = frame(g);
    const auto j = nlohmann::json::parse(gltf(g, &f, 250));
    CHECK(j["asset"]["version"] == "2.0");
    REQUIRE(j["meshes"].size() == 3);
    CHECK(j["meshes"][0]["name"] == "column.web");
    const auto& position = j["accessors"][j["meshes"][0]["primitives"][0]["attributes"]["POSITION"].get<int>()];
    CHECK(position["max"][0].get<double>() == Approx(0.4));
    CHECK(position["max"][1].get<double>() == Approx(0.2));   // z up in the joint
    CHECK(position["max"][2].get<double>() == Approx(0.005)); // half the web's thickness
    std::size_t bytes = 0;
    for (const auto& v : j["bufferViews"]) {
        CHECK(v["byteOffset"].get<std::size_t>() == bytes);
        bytes += v["byteLength"].get<std::size_t>();
    }
    CHECK(j["buffers"][0]["byteLength"].get<std::size_t>() == bytes);
    for (const auto& a : j["accessors"]) {
        const std::size_t each = a["type"] == "SCALAR" ? 4 : a["type"] == "VEC3" ? 12 : 16;
        CHECK(a["count"].get<std::size_t>() * each ==
              j["bufferViews"][a["bufferView"].get<int>()]["byteLength"].get<std::size_t>());
    }
}
