#pragma once
#include "print/pdf_pages.h"

namespace zg {

/// A line of the contents, where it stands on its page and which page of the body it leads to.
struct ContentsLink {
    int page = 0; ///< of the front matter, from 0
    double y = 0, height = 0;
    int target = 0; ///< of the body, from 0
    double targetY = 0;
};

/// Whether a picture for the cover can be decoded; one that is empty can.
[[nodiscard]] bool isReadable(const std::string& logo);
/// Pages of cover and contents for so many entries.
[[nodiscard]] int frontPages(std::size_t entries);
/// Paints them; gives where the lines of the contents are. `body`: marks of the pages that follow.
[[nodiscard]] std::vector<ContentsLink> paintFront(QPdfWriter& device, const Cover& cover, const std::vector<PageMark>& body);

} // namespace zg
