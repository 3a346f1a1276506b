#include "print/pdf_join.h"
#include <qpdf/Buffer.hh>
#include <qpdf/QPDF.hh>
#include <qpdf/QPDFPageDocumentHelper.hh>
#include <qpdf/QPDFWriter.hh>

namespace zg {
namespace {

using Handle = QPDFObjectHandle;

constexpr double points = 0.75; // of a pixel
double up(double y) { return (page::height - y) * points; }

class Joiner {
public:
    Joiner(QPDF& front, QPDF& body) : front_(front), body_(body) {}

    void run(const std::vector<PageMark>& marks, const std::vector<ContentsLink>& links) {
        // The body is the file that stays: its pages are many. Those of the front go before them, the last one first.
        pages_ = body_.getAllPages();
        const std::vector<Handle> front = front_.getAllPages();
        for (auto page = front.rbegin(); page != front.rend(); ++page) body_.addPage(*page, true);
        const std::vector<Handle> all = body_.getAllPages();
        for (const ContentsLink& link : links) contents(all.at(static_cast<std::size_t>(link.page)), link);
        if (!marks.empty()) outline(marks);
    }

private:
    Handle destination(int page, double y) {
        Handle at = Handle::newArray();
        at.appendItem(pages_.at(static_cast<std::size_t>(page)));
        at.appendItem(Handle::newName("/XYZ"));
        at.appendItem(Handle::newNull());
        at.appendItem(Handle::newReal(up(y), 1));
        at.appendItem(Handle::newNull());
        return at;
    }

    void contents(Handle page, const ContentsLink& link) {
        Handle box = Handle::newArray();
        for (const double x :
             {page::margin * points, up(link.y + link.height), (page::width - page::margin) * points, up(link.y)})
            box.appendItem(Handle::newReal(x, 1));
        Handle a = Handle::newDictionary();
        a.replaceKey("/Type", Handle::newName("/Annot"));
        a.replaceKey("/Subtype", Handle::newName("/Link"));
        a.replaceKey("/Rect", box);
        a.replaceKey("/Border", Handle::parse("[0 0 0]"));
        a.replaceKey("/Dest", destination(link.target, link.targetY));
        if (!page.hasKey("/Annots")) page.replaceKey("/Annots", Handle::newArray());
        page.getKey("/Annots").appendItem(body_.makeIndirectObject(a));
    }

    /// Entries by level under one another, closed.
    void outline(const std::vector<PageMark>& marks) {
        struct Open {
            Handle entry, last;
            int count = 0;
        };
        Handle root = body_.makeIndirectObject(Handle::newDictionary());
        root.replaceKey("/Type", Handle::newName("/Outlines"));
        std::vector<Open> open{{root, Handle::newNull(), 0}};
        const auto close = [&](std::size_t depth) {
            while (open.size() > depth) {
                if (open.back().count > 0 && open.size() > 1)
                    open.back().entry.replaceKey("/Count", Handle::newInteger(-open.back().count));
                open.pop_back();
            }
        };
        for (const PageMark& m : marks) {
            close(std::min(open.size(), static_cast<std::size_t>(m.level)));
            Open& parent = open.back();
            Handle entry = body_.makeIndirectObject(Handle::newDictionary());
            entry.replaceKey("/Title", Handle::newUnicodeString(m.title));
            entry.replaceKey("/Parent", parent.entry);
            entry.replaceKey("/Dest", destination(m.page, m.y));
            if (parent.last.isNull())
                parent.entry.replaceKey("/First", entry);
            else {
                entry.replaceKey("/Prev", parent.last);
                parent.last.replaceKey("/Next", entry);
            }
            parent.entry.replaceKey("/Last", entry);
            parent.last = entry;
            ++parent.count;
            open.push_back({entry, Handle::newNull(), 0});
        }
        close(1);
        root.replaceKey("/Count", Handle::newInteger(open.front().count));
        body_.getRoot().replaceKey("/Outlines", root);
        body_.getRoot().replaceKey("/PageMode", Handle::newName("/UseOutlines"));
    }

    QPDF &front_, &body_;
    std::vector<Handle> pages_; ///< of the body
};

} // namespace

tl::expected<std::string, Diagnostic> joinPdf(const std::string& frontPath, const std::string& bodyPath,
                                              const std::vector<PageMark>& marks, const std::vector<ContentsLink>& links) {
    try {
        QPDF front, body;
        front.processFile(frontPath.c_str());
        body.processFile(bodyPath.c_str());
        Joiner(front, body).run(marks, links);
        QPDFWriter writer(body);
        writer.setOutputMemory();
        writer.setObjectStreamMode(qpdf_o_generate);
        writer.write();
        const auto bytes = writer.getBufferSharedPointer();
        return std::string(reinterpret_cast<const char*>(bytes->getBuffer()), bytes->getSize());
    } catch (const std::exception& e) { // half written, for one: the folder for temporary files is full
        return tl::unexpected(
            Diagnostic{Severity::Error, "", std::string("The pages could not be put together: ") + e.what() + "."});
    }
}

} // namespace zg
