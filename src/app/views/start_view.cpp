#include "app/views/start_view.h"
#include "app/theme/theme.h"
#include "drawing/silhouette.h"
#include "joint/job.h"
#include "joint/recipes/recipe.h"
#include "print/painter.h"
#include "session/session.h"
#include <QFileInfo>
#include <QLabel>
#include <QPainter>
#include <QPushButton>
#include <QVBoxLayout>

namespace zg {

StartView::StartView(Session& session, Theme& theme, QWidget* parent) : QWidget(parent), session_(session), theme_(theme) {
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(64, 56, 64, 40);
    column->setSpacing(8);
    auto* title = new QLabel(tr("Nothing on the bench yet"), this);
    QFont font = title->font();
    font.setPixelSize(22);
    title->setFont(font);
    title->setStyleSheet(QStringLiteral("font-size: 22px; font-weight: 600;"));
    column->addWidget(title);
    auto* words = new QLabel(
        tr("Start with a joint of your own, or look at the demo job to see how the bench works.\n"
           "Everything on the drawing can be clicked: parts, dimensions, forces, and places where a fitting could go."),
        this);
    words->setWordWrap(true);
    words->setProperty("role", "faint");
    column->addWidget(words);
    column->addSpacing(176); // the silhouette is painted here
    const auto button = [&](const QString& text, const char* name, auto signal) {
        auto* b = new QPushButton(text, this);
        b->setObjectName(QLatin1String(name));
        b->setMaximumWidth(420);
        b->setMinimumHeight(32);
        column->addWidget(b);
        connect(b, &QPushButton::clicked, this, signal);
    };
    button(tr("New joint from the gallery"), "startNew", &StartView::newJointWanted);
    button(tr("Open the demo job, Kelp Lane Boat Hall"), "startDemo", &StartView::demoWanted);
    button(tr("Open a job …"), "startOpen", &StartView::openWanted);
    column->addSpacing(14);
    recent_ = new QVBoxLayout;
    column->addLayout(recent_);
    column->addStretch();
}

void StartView::showEvent(QShowEvent* event) {
    QWidget::showEvent(event);
    while (QLayoutItem* item = recent_->takeAt(0)) {
        delete item->widget();
        delete item;
    }
    const QStringList jobs = session_.recentJobs();
    if (jobs.isEmpty()) return;
    auto* head = new QLabel(tr("Recent jobs"), this);
    head->setProperty("role", "faint");
    recent_->addWidget(head);
    for (const QString& path : jobs.mid(0, 5)) {
        auto* link = new QPushButton(QFileInfo(path).fileName() + QStringLiteral("   ") + QFileInfo(path).absolutePath(), this);
        link->setObjectName(QStringLiteral("link"));
        connect(link, &QPushButton::clicked, this, [this, path] { Q_EMIT jobWanted(path); });
        recent_->addWidget(link);
    }
}

void StartView::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.fillRect(rect(), qcolor(theme_.palette(), Tone::Card));
    painter.setRenderHint(QPainter::Antialiasing);
    // The silhouettes of the gallery, one beside the other.
    PaintOptions options;
    options.palette = &theme_.palette();
    double x = 66;
    for (const Recipe& recipe : recipes()) {
        Joint joint;
        const Job job;
        if (!layOut(joint, recipe, job, {})) continue;
        const auto resolved = resolve(job, joint);
        if (!resolved) continue;
        painter.save();
        painter.translate(x, 150);
        paintDrawing(painter, silhouetteDrawing(buildAssembly(*resolved), 132, 128), options);
        painter.restore();
        x += 156;
    }
}

} // namespace zg
