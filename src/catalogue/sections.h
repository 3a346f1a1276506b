#pragma once
#include "base/fields.h"
#include <string>
#include <string_view>
#include <vector>

namespace zg {

/// Doubly symmetric I section. y is the strong axis. For welded sections the root fillet is absent and `webWeldThroat` is the
/// throat of the fillet welds between web and flanges.
struct Section {
    std::string series;
    std::string designation;
    bool isWelded = false;
    double h = 0, b = 0, t_w = 0, t_f = 0, r = 0;
    double webWeldThroat = 0;
    double A = 0, I_y = 0, W_el_y = 0, W_pl_y = 0, I_z = 0;
    double mass = 0; ///< kg/m
};

/// What the user writes to describe a section that is not in the catalogue.
struct CustomSection {
    static constexpr bool hasFields = true;
    std::string designation;
    bool isWelded = true;
    double h = 0, b = 0, t_w = 0, t_f = 0;
    double rootRadius = 0;
    double webWeldThroat = 0;
    template <class Self, class V> static void fields(Self& s, V& v) {
        v(Field{"designation", Quantity::None, 0, 0, "name by which members refer to the section"}, s.designation);
        v(Field{"welded", Quantity::None, 0, 0, "true for a plate girder with welded flanges"}, s.isWelded);
        v(Field{"h", Quantity::Length, 60, 3000, "depth"}, s.h);
        v(Field{"b", Quantity::Length, 40, 1500, "flange width"}, s.b);
        v(Field{"t_w", Quantity::Length, 3, 150, "web thickness"}, s.t_w);
        v(Field{"t_f", Quantity::Length, 3, 200, "flange thickness"}, s.t_f);
        v(Field{"r", Quantity::Length, 0, 100, "root radius, rolled sections"}, s.rootRadius);
        v(Field{"weld_throat", Quantity::Length, 0, 40, "throat of the web-to-flange fillets, welded sections"}, s.webWeldThroat);
    }
};

/// s of EN 1993-1-8:2005 6.2.6.2: root radius of a rolled section, sqrt(2) a of a welded one, mm.
[[nodiscard]] double rootDistance(const Section& section);
/// Clear depth of the web between its root fillets or welds, mm; a supplementary web plate is as wide (6.2.6.1(9)).
[[nodiscard]] double clearWebDepth(const Section& section);

/// Properties of a user-made section from its dimensions (closed forms, web and flanges as rectangles, root fillets exact).
[[nodiscard]] Section makeSection(const CustomSection& custom);

/// All catalogue sections, in the order of the tables. Built at first use, never changed.
[[nodiscard]] const std::vector<Section>& catalogueSections();
/// Exact look-up by designation, blind to spaces and case ("hea240"); null when the catalogue does not have it.
[[nodiscard]] const Section* findSection(std::string_view designation);
/// Sections whose designation starts like the typed text, then those that contain it ("hea2" finds HEA 200, 220 ...).
[[nodiscard]] std::vector<const Section*> searchSections(std::string_view typed, std::string_view series = {});
[[nodiscard]] std::vector<std::string> sectionSeries();

} // namespace zg
