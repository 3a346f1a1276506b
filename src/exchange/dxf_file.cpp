#include "exchange/dxf_file.h"
#include "base/text.h"
#include "exchange/written_bytes.h"
#include "lists/flat_drawing.h"
#include <cstdio>
#include <dxflib/dl_dxf.h>
#include <map>
#include <memory>

namespace zg {
namespace {

/// Signs beyond ASCII as the format writes them.
std::string coded(const std::string& text) {
    std::string out;
    for (std::size_t i = 0; i < text.size();) {
        const auto byte = static_cast<unsigned char>(text[i]);
        const int more = byte < 0x80 ? 0 : byte >= 0xF0 ? 3 : byte >= 0xE0 ? 2 : 1;
        if (more == 0) {
            // A line end would end the value, and what follows would be read as codes.
            out += byte < 0x20 || byte == 0x7F ? ' ' : text[i];
            ++i;
            continue;
        }
        unsigned code = byte & (more == 3 ? 0x07U : more == 2 ? 0x0FU : 0x1FU);
        for (int k = 1; k <= more && i + static_cast<std::size_t>(k) < text.size(); ++k)
            code = code << 6 | (static_cast<unsigned char>(text[i + static_cast<std::size_t>(k)]) & 0x3FU);
        i += static_cast<std::size_t>(more) + 1;
        char sign[16];
        std::snprintf(sign, sizeof sign, "\\U+%04X", code > 0xFFFF ? 0xFFFDU : code);
        out += sign;
    }
    return out;
}

/// Layer names hold letters, digits, blanks and little else.
std::string layerName(const std::string& name) {
    std::string out;
    for (const char c : name) {
        const bool isPlain = (c >= 'a' && c <= 'z') || (c >= 'A' && c <= 'Z') || (c >= '0' && c <= '9') || c == '-';
        out += isPlain ? c : c == '.' ? 'p' : '_';
    }
    return out;
}

int colourOf(const std::string& layer) {
    constexpr int white = 7, red = 1, yellow = 2, green = 3, cyan = 4, grey = 8;
    if (layer.rfind("HOLES", 0) == 0) return red;
    if (layer.rfind("MARKS", 0) == 0) return cyan;
    if (layer.rfind("MEMBERS", 0) == 0) return grey;
    if (layer.rfind("DIMENSIONS", 0) == 0) return green;
    return layer.rfind("BOLTS", 0) == 0 ? yellow : white;
}

class Writer {
public:
    explicit Writer(const FlatDrawing& drawing) : d_(drawing) {
        for (const auto& l : d_.lines) layers_[l.layer] = layerName(l.layer);
        for (const auto& c : d_.circles) layers_[c.layer] = layerName(c.layer);
        for (const auto& t : d_.texts) layers_[t.layer] = layerName(t.layer);
    }

    bool run(const std::string& path) {
        const std::unique_ptr<DL_WriterA> file(dxf_.out(path.c_str(), DL_Codes::AC1015));
        if (!file || file->openFailed()) return false;
        w_ = file.get();
        head();
        tables();
        w_->sectionEntities();
        entities();
        w_->sectionEnd();
        dxf_.writeObjects(*w_);
        dxf_.writeObjectsEnd(*w_);
        w_->dxfEOF();
        w_->close();
        return true;
    }

private:
    void head() {
        dxf_.writeHeader(*w_);
        w_->dxfString(9, "$INSUNITS");
        w_->dxfInt(70, 4); // millimetres
        w_->sectionEnd();
    }

    void tables() {
        w_->sectionTables();
        dxf_.writeVPort(*w_);
        w_->tableLinetypes(3);
        for (const char* name : {"BYBLOCK", "BYLAYER", "CONTINUOUS"})
            dxf_.writeLinetype(*w_, DL_LinetypeData(name, name, 0, 0, 0.0));
        w_->tableEnd();
        w_->tableLayers(static_cast<int>(layers_.size()) + 1);
        dxf_.writeLayer(*w_, DL_LayerData("0", 0), DL_Attributes("", 7, 0, 25, "CONTINUOUS", 1));
        for (const auto& [key, name] : layers_)
            dxf_.writeLayer(*w_, DL_LayerData(name, 0), DL_Attributes("", colourOf(key), 0, 25, "CONTINUOUS", 1));
        w_->tableEnd();
        w_->tableStyle(1);
        dxf_.writeStyle(*w_, DL_StyleData("Standard", 0, 0, 1, 0, 0, 2.5, "txt", ""));
        w_->tableEnd();
        dxf_.writeView(*w_);
        dxf_.writeUcs(*w_);
        w_->tableAppid(1);
        dxf_.writeAppid(*w_, "ACAD");
        w_->tableEnd();
        dxf_.writeDimStyle(*w_, 1, 1, 1, 1, 1);
        dxf_.writeBlockRecord(*w_);
        w_->tableEnd();
        w_->sectionEnd();
        w_->sectionBlocks();
        for (const char* name : {"*Model_Space", "*Paper_Space", "*Paper_Space0"}) {
            dxf_.writeBlock(*w_, DL_BlockData(name, 0, 0, 0, 0));
            dxf_.writeEndBlock(*w_, name);
        }
        w_->sectionEnd();
    }

    DL_Attributes on(const std::string& layer) const { return {layers_.at(layer), 256, 0, -1, "BYLAYER", 1}; }

    void entities() {
        for (const FlatDrawing::Line& l : d_.lines) {
            dxf_.writePolyline(*w_, DL_PolylineData(static_cast<int>(l.points.size()), 0, 0, l.isClosed ? 1 : 0), on(l.layer));
            for (const Point2 p : l.points) dxf_.writeVertex(*w_, DL_VertexData(p.x, p.y, 0, 0));
            dxf_.writePolylineEnd(*w_);
        }
        for (const FlatDrawing::Circle& c : d_.circles)
            dxf_.writeCircle(*w_, DL_CircleData(c.centre.x, c.centre.y, 0, c.radius), on(c.layer));
        for (const FlatDrawing::Text& t : d_.texts)
            dxf_.writeText(*w_,
                           DL_TextData(t.at.x, t.at.y, 0, t.at.x, t.at.y, 0, t.height, 1, 0, 0, 0, coded(t.text), "Standard", 0),
                           on(t.layer));
    }

    const FlatDrawing& d_;
    std::map<std::string, std::string> layers_;
    DL_Dxf dxf_;
    DL_WriterA* w_ = nullptr;
};

} // namespace

tl::expected<std::string, Diagnostic> dxfOf(const FlatDrawing& drawing) {
    return writtenBytes("drawing.dxf", [&](const std::string& path) { return Writer(drawing).run(path); });
}

} // namespace zg
