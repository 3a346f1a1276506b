#include "app/bench.h"
#include "app/sheet/card.h"
#include "joint/first_layout.h"
#include <QApplication>
#include <QCheckBox>
#include <QComboBox>
#include <QLabel>
#include <QMouseEvent>
#include <QScrollArea>
#include <QScrollBar>
#include <QUndoStack>

using namespace zg;
using sample::Bench;

TEST_CASE("a dimension is typed on the drawing, refused when absurd, cancelled with Escape", "[app][sheet]") {
    Bench b("B2");
    const DimensionRef gauge{DimensionKind::Gauge, ends::right, 0};
    b.click(gauge);
    b.type("112");
    CHECK(endPlate(*b.session.current(), ends::right).bolts.gauge == 112);
    b.click(gauge);
    b.type("wide");
    CHECK(endPlate(*b.session.current(), ends::right).bolts.gauge == 112);
    b.click(gauge);
    b.type("1e7");
    CHECK(endPlate(*b.session.current(), ends::right).bolts.gauge == 112);
    b.click(gauge);
    auto* editor = b.window.sheet()->findChild<QLineEdit*>(QStringLiteral("inlineEditor"));
    REQUIRE(editor);
    QTest::keyClicks(editor, QStringLiteral("50"));
    QTest::keyClick(b.window.sheet(), Qt::Key_Escape);
    CHECK(endPlate(*b.session.current(), ends::right).bolts.gauge == 112);
    CHECK(b.session.undoStack()->count() == 1);
    const DimensionRef pitch{DimensionKind::Pitch, ends::right, 1};
    b.click(pitch);
    b.type("90");
    CHECK(endPlate(*b.session.current(), ends::right).rows[2].position -
              endPlate(*b.session.current(), ends::right).rows[1].position ==
          Approx(90));
}

TEST_CASE("a force is typed at its arrow, for the active set", "[app][sheet]") {
    Bench b("B2");
    b.session.setActiveSet(0);
    b.click(ForceRef{ForceRef::Kind::M, ends::right});
    b.type("-44.5");
    CHECK(forcesAt(b.session.current()->actions[0], ends::right).M == Approx(-44.5e6));
    CHECK(forcesAt(b.session.current()->actions[1], ends::right).M != Approx(-44.5e6));
}

TEST_CASE("every ghost of a fitting can be clicked in, and removed with Delete", "[app][sheet]") {
    Bench b("B2");
    for (const FittingKind kind : {FittingKind::StiffenerTop, FittingKind::StiffenerBottom, FittingKind::Doubler,
                                   FittingKind::Diagonal, FittingKind::RibTop}) {
        const FittingRef ref{kind, ends::right, 0};
        INFO(wordOf(ref));
        b.click(ref);
        CHECK(hasFitting(*b.session.current(), ref));
    }
    b.session.selectPart(PartRef{PartKind::Doubler});
    QTest::keyClick(b.window.sheet(), Qt::Key_Delete);
    CHECK_FALSE(findFitting<DoublerSpec>(*b.session.current()));
    b.session.selectPart(PartRef{PartKind::ColumnWeb});
    const int steps = b.session.undoStack()->count();
    QTest::keyClick(b.window.sheet(), Qt::Key_Delete);
    CHECK(b.session.undoStack()->count() == steps);
}

TEST_CASE("a welded end takes a bolted web and ribs by their ghosts, and the card of its bolts stays open and scrolls",
          "[app][sheet]") {
    Bench b("B2");
    const EndId end = ends::right;
    REQUIRE(b.session.edit(QStringLiteral("welded"), [&](Joint& j) {
        const Section* beam = findSection(member(j, end).section);
        findConnection(j, end)->how = weldedLayout(*beam, "S355");
    }));
    b.click(FittingRef{FittingKind::WebPlate, end, 0});
    REQUIRE(findFinPlate(*b.session.current(), end));
    b.click(FittingRef{FittingKind::RibTop, end, 0});
    REQUIRE(findFitting<RibSpec>(*b.session.current(), Anchor{end, FlangeSide::Top}));
    CHECK(b.session.state()->result);
    b.window.sheet()->openCard({PartKind::BoltRow, end, 1}, {300, 200});
    auto* card = b.window.sheet()->findChild<Card*>();
    REQUIRE(card);
    CHECK(card->height() <= b.window.sheet()->height());
    const auto* scroll = card->findChild<QScrollArea*>();
    REQUIRE(scroll);
    CHECK(scroll->verticalScrollBar()->maximum() > 0); // its last fields are there, below
    for (const Parameter& p : parametersOf(*b.session.current(), {PartKind::BoltRow, end, 1}))
        if (p.key == "rows") CHECK(b.session.setParameter(p, 4.0, QStringLiteral("4 rows")));
    QTest::qWait(1);
    CHECK(findFinPlate(*b.session.current(), end)->rows == 4);
    card = b.window.sheet()->findChild<Card*>();
    REQUIRE(card);
    CHECK(card->isVisibleTo(b.window.sheet()));
    QTest::keyClick(card, Qt::Key_Escape);
    b.session.selectPart(PartRef{PartKind::FinPlate, end});
    QTest::keyClick(b.window.sheet(), Qt::Key_Delete);
    CHECK_FALSE(findFinPlate(*b.session.current(), end));
    for (int i = 0; i < 5; ++i) b.session.undoStack()->undo();
    CHECK(findEndPlate(*b.session.current(), end));
}

TEST_CASE("a drag can be put back with Escape, and arrow keys move a row", "[app][sheet]") {
    Bench b("B2");
    SheetView* sheet = b.window.sheet();
    const PartRef row{PartKind::BoltRow, ends::right, 2};
    const double from = endPlate(*b.session.current(), ends::right).rows[2].position;
    const QPoint at = b.placeOf(row);
    QTest::mousePress(sheet, Qt::LeftButton, {}, at);
    QMouseEvent move(QEvent::MouseMove, at + QPoint(0, 20), sheet->mapToGlobal(at + QPoint(0, 20)), Qt::NoButton, Qt::LeftButton,
                     {});
    QApplication::sendEvent(sheet, &move);
    CHECK(endPlate(*b.session.current(), ends::right).rows[2].position != from);
    QTest::keyClick(sheet, Qt::Key_Escape);
    CHECK(endPlate(*b.session.current(), ends::right).rows[2].position == from);
    CHECK(b.session.undoStack()->count() == 0);
    QTest::mouseRelease(sheet, Qt::LeftButton, {}, at);
    b.session.selectPart(row);
    QTest::keyClick(sheet, Qt::Key_Down);
    QTest::keyClick(sheet, Qt::Key_Down);
    CHECK(endPlate(*b.session.current(), ends::right).rows[2].position == from + 10);
    CHECK(b.session.undoStack()->count() == 1);
}

TEST_CASE("the card edits its part and follows undo", "[app][sheet]") {
    Bench b("B2");
    b.window.sheet()->openCard({PartKind::BeamWeb}, {100, 100});
    auto* span = b.window.sheet()->card()->findChild<QLineEdit*>(QStringLiteral("side.span"));
    REQUIRE(span);
    span->setFocus();
    span->selectAll();
    QTest::keyClicks(span, QStringLiteral("9000"));
    QTest::keyClick(span, Qt::Key_Return);
    CHECK(framing(*b.session.current(), ends::right).span == 9000.0);
    b.session.undoStack()->undo();
    span = b.window.sheet()->card()->findChild<QLineEdit*>(QStringLiteral("side.span"));
    REQUIRE(span);
    CHECK(span->text() == QStringLiteral("8400"));
    auto* bearing = b.window.sheet()->card()->findChild<QCheckBox*>(QStringLiteral("end.compression_by_bearing"));
    REQUIRE(bearing);
    bearing->click();
    CHECK(endPlate(*b.session.current(), ends::right).bearsInCompression);
}

TEST_CASE("a card closes when its part is removed", "[app][sheet]") {
    Bench b("E1");
    b.window.sheet()->openCard({PartKind::StiffenerTop}, {100, 100});
    REQUIRE(b.window.sheet()->card());
    REQUIRE(b.session.edit(QStringLiteral("remove it"), [](Joint& j) {
        dropFitting<StiffenerSpec>(j, Anchor{ends::right, FlangeSide::Top});
    }));
    QTest::qWait(5);
    CHECK_FALSE(b.window.sheet()->card());
}

TEST_CASE("Escape on a card leaves what was half typed, a number that is none is put back", "[app][sheet]") {
    Bench b("B2");
    b.window.sheet()->openCard({PartKind::EndPlate}, {100, 100});
    auto* width = b.window.sheet()->card()->findChild<QLineEdit*>(QStringLiteral("plate.width"));
    REQUIRE(width);
    width->setFocus();
    width->selectAll();
    QTest::keyClicks(width, QStringLiteral("17"));
    QTest::keyClick(width, Qt::Key_Escape);
    QTest::qWait(5);
    CHECK_FALSE(b.window.sheet()->card());
    CHECK(endPlate(*b.session.current(), ends::right).plate.width == 200);
    CHECK(b.session.undoStack()->count() == 0);
    b.window.sheet()->openCard({PartKind::EndPlate}, {100, 100});
    width = b.window.sheet()->card()->findChild<QLineEdit*>(QStringLiteral("plate.width"));
    width->setFocus();
    width->selectAll();
    QTest::keyClicks(width, QStringLiteral("broad"));
    QTest::keyClick(width, Qt::Key_Return);
    CHECK(width->text() == QStringLiteral("200"));
    CHECK(b.session.undoStack()->count() == 0);
}

TEST_CASE("the card of a weld names the throat that is as strong as the plate", "[app][sheet]") {
    Bench b("B2");
    b.window.sheet()->openCard({PartKind::WeldTop}, {100, 100});
    QString words;
    for (auto* label : b.window.sheet()->card()->findChildren<QLabel*>()) words += label->text() + QLatin1Char(' ');
    // 14.6 mm of S275: √2·0.85·1.25·275·14.6/(2·430) = 7.0
    CHECK(words.contains(QStringLiteral("as strong as the plate from a 7.0 mm")));
}

TEST_CASE("inch bolts and slip are chosen on the card of a row", "[app][sheet]") {
    Bench b("B2");
    b.window.sheet()->openCard({PartKind::BoltRow, ends::right, 0}, {200, 200});
    QTest::qWait(20);
    const auto combo = [&](const char* name) {
        auto* c = b.window.sheet()->card()->findChild<QComboBox*>(QString::fromLatin1(name));
        REQUIRE(c);
        return c;
    };
    const auto choose = [&](const char* name, const char* text) {
        QComboBox* c = combo(name);
        const int at = c->findText(QString::fromLatin1(text));
        REQUIRE(at >= 0);
        c->setCurrentIndex(at);
        Q_EMIT c->activated(at);
        QTest::qWait(20);
    };
    const auto bolts = [&] { return endPlate(*b.session.current(), ends::right).bolts; };
    const std::string before = bolts().grade;
    choose("bolts.size", "1 in");
    CHECK(bolts().size == "1 in");
    CHECK(bolts().grade == "B-150");
    REQUIRE(b.session.state()->result);
    b.session.undoStack()->undo(); // one step for both
    CHECK(bolts().grade == before);

    // Ordinary bolts cannot be preloaded: said with the way to the field; a set for preloading can.
    CHECK_FALSE(b.window.sheet()->card()->findChild<QWidget*>(QStringLiteral("bolts.friction_class")));
    choose("bolts.no_slip_at", "ultimate");
    CHECK_FALSE(b.session.state()->result);
    REQUIRE(b.session.state()->problems.size() == 1);
    CHECK(b.session.state()->problems[0].code == Problem::NotPreloadable);
    choose("bolts.size", "M24 HV");
    REQUIRE(b.session.state()->result);
    const auto slip = [&] {
        double use = 0;
        for (const Check& c : b.session.state()->result->checks)
            if (c.code == CheckCode::BoltSlip) use = std::max(use, c.utilisation);
        return use;
    };
    const double worst = slip();
    CHECK(worst > 0);
    choose("bolts.friction_class", "A");
    CHECK(slip() == Approx(worst * 0.2 / 0.5));
}
