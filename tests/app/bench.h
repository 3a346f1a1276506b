#pragma once
#include "app/dialogs/prompts.h"
#include "app/main_window.h"
#include "app/sheet/sheet_view.h"
#include "app/theme/theme.h"
#include "session/session.h"
#include "support/parts.h"
#include <QAction>
#include <QLineEdit>
#include <QTemporaryDir>
#include <QTest>
#include <catch2/catch.hpp>
#include <cmath>

namespace zg::sample {

/// Answers the bench's questions as a test prepared them.
class PreparedPrompts : public Prompts {
public:
    QString open, save, told;
    Keep keep = Keep::Discard;
    QString openPath(QWidget*) override { return open; }
    QString savePath(QWidget*, const QString&, const QString&, const QString&) override { return save; }
    Keep unsaved(QWidget*) override { return keep; }
    Conflict answer = Conflict::Cancel;
    QString asked;
    Choices offered;
    Conflict conflict(QWidget*, const QString& text, const Choices& choices) override {
        asked = text;
        offered = choices;
        return answer;
    }
    void tell(QWidget*, const QString&, const QString& text) override { told = text; }
    QString shown;
    void showText(QWidget*, const QString&, const QString& text) override { shown = text; }
};

/// The real window on a copy of the demo job.
struct Bench {
    QTemporaryDir folder;
    QString job = folder.filePath(QStringLiteral("job.zgj"));
    Session session{folder.filePath(QStringLiteral("state"))};
    Theme theme;
    PreparedPrompts prompts;
    MainWindow window{session, theme, prompts, QStringLiteral(ZG_SOURCE_DIR "/demo/kelp-lane.zgj")};

    explicit Bench(const char* mark = nullptr) {
        QFile::copy(QStringLiteral(ZG_SOURCE_DIR "/demo/kelp-lane.zgj"), job);
        QFile::setPermissions(job, QFile::ReadOwner | QFile::WriteOwner);
        window.resize(1280, 800);
        window.show();
        if (!mark) return;
        REQUIRE(window.openJob(job));
        session.setCurrent(findJoint(session.job(), mark)->id);
        QTest::qWait(20);
    }

    /// A point on the Sheet that hits the target: tries the centres of its shapes.
    [[nodiscard]] QPoint placeOf(const Target& target) const {
        SheetView* sheet = window.sheet();
        for (const Shape& s : sheet->drawing().shapes) {
            if (!sameTarget(s.target, target)) continue;
            double x = 0, y = 0;
            for (const Point2& p : s.points) {
                x += p.x / static_cast<double>(s.points.size());
                y += p.y / static_cast<double>(s.points.size());
            }
            const Shape* hit = shapeAt(sheet->drawing(), {x, y});
            if (hit && sameTarget(hit->target, target))
                return {static_cast<int>(std::lround(x)), static_cast<int>(std::lround(y))};
        }
        FAIL("nothing on the Sheet can be hit for this target");
        return {};
    }
    template <class W> W* child(const char* name) const {
        auto* w = window.findChild<W*>(QString::fromUtf8(name));
        REQUIRE(w);
        return w;
    }
    /// A command of the menus by its words.
    void trigger(const QString& text) const {
        for (QAction* a : window.commands())
            if (a->text() == text) return a->trigger();
        FAIL("no such command");
    }
    void click(const Target& target) const { QTest::mouseClick(window.sheet(), Qt::LeftButton, {}, placeOf(target)); }
    void type(const char* text) const {
        auto* editor = window.sheet()->findChild<QLineEdit*>(QStringLiteral("inlineEditor"));
        REQUIRE(editor);
        QTest::keyClicks(editor, QString::fromUtf8(text));
        QTest::keyClick(editor, Qt::Key_Return);
    }
};

} // namespace zg::sample
