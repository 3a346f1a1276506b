#include "print/picture_file.h"
#include "exchange/file.h"
#include "print/painter.h"
#include <QBuffer>
#include <QImage>
#include <QPainter>

namespace zg {

tl::expected<void, Diagnostic> writePicture(const std::string& path, const Drawing& drawing, const Palette& palette,
                                            double scale) {
    QImage image(static_cast<int>(drawing.width * scale), static_cast<int>(drawing.height * scale), QImage::Format_RGB32);
    if (image.isNull())
        return tl::unexpected(Diagnostic{Severity::Error, path, "A picture of this size does not fit into memory."});
    image.fill(qcolor(palette, Tone::Card));
    {
        QPainter painter(&image);
        painter.scale(scale, scale);
        PaintOptions options;
        options.palette = &palette;
        paintDrawing(painter, drawing, options);
    }
    QBuffer buffer;
    buffer.open(QIODevice::WriteOnly);
    image.save(&buffer, "PNG");
    return writeFile(path, buffer.data().toStdString());
}

} // namespace zg
