#include "app/panels/actions_panel.h"
#include "app/panels/gallery_panel.h"
#include "app/sheet/card.h"
#include "app/sheet/haunch_map_widget.h"
#include "bench.h"
#include "joint/haunch_edit.h"
#include <QClipboard>
#include <QComboBox>
#include <QListView>
#include <QListWidget>
#include <QPushButton>
#include <QUndoStack>

/// The portal-frame engineer's round: from the gallery to a haunched eaves that holds, with mouse and keys.
using namespace zg;
using sample::Bench;

namespace {

struct HaunchBench : Bench {
    using Bench::Bench;
    const HaunchSpec& haunch() const { return *findHaunch(*session.current(), ends::right, true); }
    void drag(const DimensionRef& grip, QPoint by) {
        SheetView* sheet = window.sheet();
        const QPoint at = placeOf(grip);
        QTest::mousePress(sheet, Qt::LeftButton, {}, at);
        QMouseEvent move(QEvent::MouseMove, at + by, sheet->mapToGlobal(at + by), Qt::NoButton, Qt::LeftButton, {});
        QApplication::sendEvent(sheet, &move);
        QTest::mouseRelease(sheet, Qt::LeftButton, {}, at + by);
    }
};

} // namespace

TEST_CASE("from the gallery to an eaves haunch that holds, with two pasted sets, by mouse and keys", "[app][haunch]") {
    HaunchBench b("B1");
    const std::size_t joints = b.session.job().joints.size();
    b.trigger(QStringLiteral("New joint"));
    b.child<QLineEdit>("gallerySearch")->setFocus();
    QTest::keyClicks(b.child<QLineEdit>("gallerySearch"), QStringLiteral("eaves"));
    REQUIRE(b.session.current()->recipe == "eaves with haunch");
    // Slope and haunch are chips like the sections; what nobody gave is assumed.
    auto* gallery = b.window.findChild<GalleryPanel*>();
    CHECK(b.child<QPushButton>("chip7")->property("role").toString() == QStringLiteral("assumed"));
    gallery->proposal()->setSection(Ask::Column, "HEB 280");
    gallery->proposal()->setSection(Ask::Beam, "IPE 450");
    gallery->proposal()->setNumber(Ask::HaunchDepth, 350);
    gallery->propose();
    QTest::qWait(10);
    CHECK(b.haunch().depth == 350);
    CHECK(b.child<QPushButton>("chip7")->property("role").toString() == QStringLiteral("given"));
    QTest::keyClick(b.child<QListWidget>("gallery"), Qt::Key_Return);
    REQUIRE(b.session.job().joints.size() == joints + 1);
    QApplication::clipboard()->setText(QStringLiteral("set\ttitle\tN\tV\tM\nU1\tsnow\t-96\t128\t500\nR1\twind\t54\t-68\t-236\n"));
    b.trigger(QStringLiteral("Paste action sets"));
    const auto result = b.session.state()->result;
    REQUIRE(result);
    CHECK(result->connections.size() == 2);
    CHECK(result->state != CheckState::Over);

    SECTION("the toe is dragged, in steps of 50, and its use follows") {
        const double length = b.haunch().length;
        b.drag({DimensionKind::HaunchLength, ends::right, -1}, {40, 0});
        CHECK(b.haunch().length > length);
        CHECK(std::fmod(b.haunch().length, 50) == 0);
        b.session.undoStack()->undo();
        CHECK(b.haunch().length == length);
    }
    SECTION("the depth is dragged; the row at the haunch's flange goes with it") {
        const double depth = b.haunch().depth, row = endPlate(*b.session.current(), ends::right).rows.back().position;
        b.drag({DimensionKind::HaunchDepth, ends::right, -1}, {0, 12});
        const double deeper = b.haunch().depth - depth;
        CHECK(deeper > 0);
        CHECK(endPlate(*b.session.current(), ends::right).rows.back().position == Approx(row + deeper));
    }
    SECTION("depth, length, angle and slope are typed at their dimensions") {
        b.click(DimensionRef{DimensionKind::HaunchDepth, ends::right, 0});
        b.type("360");
        CHECK(b.haunch().depth == 360);
        b.click(DimensionRef{DimensionKind::HaunchLength, ends::right, 0});
        b.type("1200");
        CHECK(b.haunch().length == 1200);
        b.click(DimensionRef{DimensionKind::HaunchAngle, ends::right, 0});
        b.type("15");
        CHECK(b.session.state()->resolved->main().haunchBelow->alpha == Approx(15 * 0.017453292519943295).epsilon(1e-9));
        b.click(DimensionRef{DimensionKind::Slope, ends::right, 0});
        b.type("10");
        CHECK(findFraming(*b.session.current(), ends::right)->slope == Approx(0.17453292519943295));
    }
    SECTION("one switch shows the other sense") {
        CHECK(b.session.shownConnection()->isReversed == false);
        QPushButton* bottom = nullptr;
        for (QPushButton* s : b.window.findChildren<QPushButton*>(QStringLiteral("sense")))
            if (s->text().startsWith(QStringLiteral("R1"))) bottom = s;
        REQUIRE(bottom);
        CHECK(bottom->isVisible());
        QTest::mouseClick(bottom, Qt::LeftButton);
        CHECK(b.session.activeSet() == 1);
        CHECK(b.session.shownConnection()->isReversed == true);
        CHECK(bottom->isChecked());
    }
    SECTION("the plate is extended by a drag of its end") {
        const double below = endPlate(*b.session.current(), ends::right).plate.below;
        b.drag({DimensionKind::EdgeBottom, ends::right, -1}, {0, 14});
        CHECK(endPlate(*b.session.current(), ends::right).plate.below > below);
        CHECK(b.session.state()->result);
    }
    SECTION("toe stiffeners and a top plate are ghosts to click in") {
        b.click(FittingRef{FittingKind::ToeStiffener, ends::right, 0});
        CHECK(b.haunch().toeStiffener);
        b.click(FittingRef{FittingKind::HaunchStiffener, ends::right, 0});
        CHECK(b.haunch().midStiffener);
        b.session.undoStack()->undo();
        CHECK_FALSE(b.haunch().midStiffener);
    }
    SECTION("depth and length open as a map of uses, walked with the arrow keys") {
        b.click(PartRef{PartKind::HaunchWeb, ends::right, 0});
        REQUIRE(b.window.sheet()->card());
        auto* map = b.window.sheet()->card()->findChild<HaunchMapWidget*>();
        REQUIRE(map);
        const HaunchMap& m = map->map();
        const double wanted = *m.at(m.depth, m.length + 1).utilisation, length = b.haunch().length;
        map->setFocus();
        QTest::keyClick(map, Qt::Key_Right);
        CHECK(b.haunch().length > length);
        CHECK(b.session.state()->result->utilisation == wanted);
    }
    SECTION("printed") {
        b.prompts.save = b.folder.filePath(QStringLiteral("eaves.pdf"));
        b.trigger(QStringLiteral("Print this joint to PDF …"));
        CHECK(QFileInfo::exists(b.prompts.save));
    }
}

TEST_CASE("a haunch is added to a plain joint by its ghost and removed without a trace", "[app][haunch]") {
    HaunchBench b("E1");
    const Joint before = *b.session.current();
    b.click(FittingRef{FittingKind::HaunchBelow, ends::right, 0});
    REQUIRE(findHaunch(*b.session.current(), ends::right, true));
    CHECK(b.session.state()->result);
    b.session.selectPart(PartRef{PartKind::HaunchWeb, ends::right, 0});
    QTest::keyClick(b.window.sheet(), Qt::Key_Delete);
    CHECK_FALSE(findHaunch(*b.session.current(), ends::right, true));
    CHECK(endPlate(*b.session.current(), ends::right).rows.size() == endPlate(before, ends::right).rows.size());
}

TEST_CASE("a haunch becomes a taper in its card, with the keys, and comes back by undo", "[app][haunch][taper]") {
    HaunchBench b("E1");
    b.click(FittingRef{FittingKind::HaunchBelow, ends::right, 0});
    const HaunchSpec before = *findHaunch(*b.session.current(), ends::right, true);
    REQUIRE(std::holds_alternative<Cutting>(before.made));
    b.click(PartRef{PartKind::HaunchFlange, ends::right, 0});
    const auto next = [&] {
        auto* made = b.window.findChild<QComboBox*>(QStringLiteral("haunch.made"));
        REQUIRE(made);
        QTest::keyClick(made, Qt::Key_Down);
        QApplication::processEvents();
    };
    next();
    CHECK(std::holds_alternative<HaunchPlates>(findHaunch(*b.session.current(), ends::right, true)->made));
    next();
    const HaunchSpec taper = *findHaunch(*b.session.current(), ends::right, true);
    REQUIRE(std::holds_alternative<Taper>(taper.made));
    CHECK(taper.depth == before.depth);
    CHECK(b.session.state()->result);
    CHECK(b.window.findChild<QComboBox*>(QStringLiteral("haunch.made"))->currentText() == QStringLiteral("taper"));
    while (!(*findHaunch(*b.session.current(), ends::right, true) == before)) {
        REQUIRE(b.session.undoStack()->canUndo());
        b.session.undoStack()->undo();
    }
    CHECK(std::holds_alternative<Cutting>(findHaunch(*b.session.current(), ends::right, true)->made));
}
