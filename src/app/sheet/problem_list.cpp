#include "app/sheet/problem_list.h"
#include "session/session.h"
#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>

namespace zg {

ProblemList::ProblemList(Session& session, QWidget* parent) : QWidget(parent), session_(session) {
    setObjectName(QStringLiteral("problems"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(30, 26, 30, 10);
    column->setSpacing(4);
    connect(&session, &Session::changed, this, [this](unsigned changes) {
        if (changes & (Session::Content | Session::Current | Session::File)) refresh();
    });
    refresh();
}

void ProblemList::refresh() {
    const JointState* state = session_.state();
    const bool shows = state && !state->problems.empty();
    for (QWidget* child : findChildren<QWidget*>(QString(), Qt::FindDirectChildrenOnly)) {
        child->hide();
        child->setObjectName({});
        child->deleteLater(); // one of them may have made this change
    }
    setVisible(false);
    if (!shows) return;
    auto* column = static_cast<QVBoxLayout*>(layout());
    while (QLayoutItem* item = column->takeAt(0)) delete item;
    auto* head = new QLabel(tr("This joint could not be drawn or computed."), this);
    head->setProperty("role", "refused");
    column->addWidget(head);
    for (const Diagnostic& d : state->problems) {
        auto* text = new QLabel(QString::fromStdString(sentenceOf(d, session_.job().settings.units)), this);
        text->setTextFormat(Qt::PlainText);
        text->setWordWrap(true);
        column->addSpacing(6);
        column->addWidget(text);
        if (d.path.empty()) continue;
        auto* jump = new QPushButton(QString::fromStdString(d.path.str()), this);
        jump->setObjectName(QStringLiteral("link"));
        jump->setToolTip(tr("Goes to this field"));
        jump->setAccessibleName(tr("Go to %1").arg(jump->text()));
        const FieldPath path = d.path;
        connect(jump, &QPushButton::clicked, this, [this, path] { Q_EMIT fieldWanted(path); });
        column->addWidget(jump, 0, Qt::AlignLeft);
    }
    column->addStretch();
    show();
}

} // namespace zg
