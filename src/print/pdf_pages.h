#pragma once
#include "report/document.h"
#include <memory>
#include <string>
#include <vector>

class QPdfWriter;

namespace zg {

/// The page of a report, in pixels.
namespace page {
constexpr double width = 794, height = 1123; // A4 at 96 dpi
constexpr double margin = 47, footer = 40;
} // namespace page

/// A place to go to: a document or a heading.
struct PageMark {
    std::string title, anchor;
    int level = 1; ///< 1: document
    int page = 0;  ///< from 0, in its file
    double y = 0;  ///< from the page's upper edge
};

/// Documents set on pages, one after the other, with page numbers and the document's name at the foot.
class PdfPages {
public:
    /// `firstNumber`: of the first page.
    PdfPages(QPdfWriter& device, UnitSystem units, int firstNumber = 1);
    ~PdfPages();
    void add(const Document& document);
    void end();
    [[nodiscard]] const std::vector<PageMark>& marks() const;

private:
    class Layout;
    std::unique_ptr<Layout> layout_;
};

/// A4, resolution and names of a device for these pages.
void setUp(QPdfWriter& device, const std::string& title);

} // namespace zg
