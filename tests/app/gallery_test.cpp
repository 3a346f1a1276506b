#include "app/panels/gallery_panel.h"
#include "bench.h"
#include "joint/edit.h"
#include <QClipboard>
#include <QLabel>
#include <QListWidget>
#include <QPushButton>
#include <QUndoStack>
#include <set>

/// The gallery as the engineer walks it, with keys and mouse.
using namespace zg;
using sample::Bench;

namespace {

struct GalleryBench : Bench {
    using Bench::Bench;
    void choose(const char* word) {
        child<QLineEdit>("gallerySearch")->setFocus();
        QTest::keyClicks(child<QLineEdit>("gallerySearch"), QString::fromUtf8(word));
    }
};

} // namespace

TEST_CASE("gallery: each silhouette walked to is on the bench at once, and Escape brings back what was there", "[app][gallery]") {
    GalleryBench b("B2");
    const std::string was = b.session.current()->id;
    const int steps = b.session.undoStack()->count();
    b.trigger(QStringLiteral("New joint"));
    auto* list = b.child<QListWidget>("gallery");
    std::set<std::string> seen;
    for (std::size_t i = 0; i < recipes().size(); ++i) {
        REQUIRE(b.session.isProposing());
        seen.insert(b.session.current()->recipe);
        CHECK(b.session.state()->result);
        QTest::keyClick(list, Qt::Key_Down);
    }
    CHECK(seen.size() == recipes().size());
    CHECK(b.session.job().joints.size() == 12);
    QTest::keyClick(list, Qt::Key_Escape);
    CHECK_FALSE(b.session.isProposing());
    CHECK(b.session.current()->id == was);
    CHECK(b.session.undoStack()->count() == steps);
}

TEST_CASE("gallery to verified splice: typed, chosen, changed on the Sheet, kept, undone", "[app][gallery]") {
    GalleryBench b("B1");
    b.trigger(QStringLiteral("New joint"));
    b.choose("splice");
    REQUIRE(b.session.current()->recipe == "end-plate splice");
    // The gallery lays out anew where an answer changes; a part of the proposed joint is changed in place.
    b.click(PartRef{PartKind::EndPlate, ends::right});
    auto* strip = b.window.sheet()->card()->findChild<QWidget*>(QStringLiteral("stockStrip"));
    REQUIRE(strip);
    strip->setFocus();
    const double before = endPlate(*b.session.current(), ends::right).plate.thickness;
    QTest::keyClick(strip, Qt::Key_Right);
    CHECK(endPlate(*b.session.current(), ends::right).plate.thickness > before);
    CHECK(b.session.job().joints.size() == 12);
    QTest::keyClick(b.child<QListWidget>("gallery"), Qt::Key_Return);
    REQUIRE(b.session.job().joints.size() == 13);
    CHECK(b.session.current()->mark == "S2");
    CHECK(throughMember(*b.session.current()) == nullptr);
    QApplication::clipboard()->setText(QStringLiteral("set\tN\tV\tM\nU1\t0\t60\t90\n"));
    b.trigger(QStringLiteral("Paste action sets"));
    REQUIRE(b.session.state()->result);
    CHECK(b.session.state()->result->utilisation > 0);
    b.session.undoStack()->undo();
    b.session.undoStack()->undo();
    CHECK(b.session.job().joints.size() == 12);
}

TEST_CASE("chips tell assumed from given", "[app][gallery]") {
    GalleryBench b("B1");
    b.trigger(QStringLiteral("New joint"));
    auto* gallery = b.window.findChild<GalleryPanel*>();
    REQUIRE(gallery);
    CHECK(b.child<QPushButton>("chip0")->property("role").toString() == QStringLiteral("assumed"));
    gallery->proposal()->setSection(Ask::Column, "HEB 300");
    gallery->propose();
    QTest::qWait(10);
    CHECK(b.child<QPushButton>("chip0")->property("role").toString() == QStringLiteral("given"));
    CHECK(b.child<QPushButton>("chip0")->text().contains(QStringLiteral("HEB 300")));
    CHECK(throughMember(*b.session.current())->section == "HEB 300");
    CHECK(b.child<QPushButton>("chip1")->property("role").toString() == QStringLiteral("assumed"));
}

TEST_CASE("a welded beam is added on the left, and a beam on the web, by clicking their ghosts", "[app][gallery][sheet]") {
    GalleryBench b("B2");
    b.click(FittingRef{FittingKind::Beam, ends::left, 0, ConnectionKind::DirectWeld});
    const Connection* left = findConnection(*b.session.current(), ends::left);
    REQUIRE(left);
    CHECK(std::holds_alternative<DirectWeld>(left->how));
    CHECK(b.session.state()->result);
    b.click(FittingRef{FittingKind::Beam, ends::front, 0, ConnectionKind::FinPlate});
    const Connection* front = findConnection(*b.session.current(), ends::front);
    REQUIRE(front);
    CHECK(std::holds_alternative<FinPlate>(front->how));
    CHECK(b.session.state()->result);
    b.session.selectPart(PartRef{PartKind::BeamWeb, ends::left});
    QTest::keyClick(b.window.sheet(), Qt::Key_Delete);
    CHECK_FALSE(findMember(*b.session.current(), ends::left));
    b.session.undoStack()->undo();
    b.session.undoStack()->undo();
    b.session.undoStack()->undo();
    CHECK(framingEnds(*b.session.current()).size() == 1);
}

TEST_CASE("every joint of the gallery: all that is drawn answers a click, all checks a choice, all views open",
          "[app][gallery]") {
    for (const Recipe& recipe : recipes()) {
        INFO(recipe.name);
        GalleryBench b("B1");
        b.trigger(QStringLiteral("New joint"));
        b.choose(recipe.name);
        REQUIRE(b.session.current()->recipe == recipe.name);
        QTest::keyClick(b.child<QListWidget>("gallery"), Qt::Key_Return);
        REQUIRE(b.session.job().joints.size() == 13);
        QApplication::clipboard()->setText(QStringLiteral("set\tN\tV\nU1\t5\t60\n"));
        b.trigger(QStringLiteral("Paste action sets"));
        REQUIRE(b.session.state()->result);
        for (const Check& check : ledger(*b.session.state()->result)) b.session.selectCheck(check);
        const std::vector<Shape> shapes = b.window.sheet()->drawing().shapes;
        std::set<PartKind> parts;
        for (const Shape& s : shapes) {
            const PartRef* part = std::get_if<PartRef>(&s.target);
            if (!part || s.points.empty() || !parts.insert(part->kind).second) continue;
            b.window.sheet()->openCard(*part, {300, 200});
            REQUIRE(b.window.sheet()->card());
            CHECK_FALSE(b.window.sheet()->card()->findChildren<QLabel*>().isEmpty());
            b.window.sheet()->closeCard();
        }
        CHECK(parts.size() >= 3);
        for (const MainWindow::View view :
             {MainWindow::View::Springs, MainWindow::View::Plates, MainWindow::View::Workings, MainWindow::View::Sheet}) {
            b.window.show(view);
            QTest::qWait(5);
            CHECK_FALSE(b.window.grab().isNull());
        }
    }
}
