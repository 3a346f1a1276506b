#pragma once
#include <QApplication>
#include <QDialog>
#include <QTimer>
#include <functional>

namespace zg::sample {

/// A picture of a widget, for whoever wants to look: where ZG_SHOT names a folder.
inline void shoot(QWidget& widget, const char* name) {
    if (qEnvironmentVariableIsSet("ZG_SHOT"))
        widget.grab().save(qEnvironmentVariable("ZG_SHOT") + QLatin1String(name) + QStringLiteral(".png"));
}

/// Answers the dialog of that name once it is open.
inline void answer(const char* name, const std::function<void(QDialog&)>& with) {
    auto* timer = new QTimer(qApp);
    QObject::connect(timer, &QTimer::timeout, timer, [=] {
        auto* dialog = qobject_cast<QDialog*>(QApplication::activeModalWidget());
        if (!dialog || dialog->objectName() != QLatin1String(name)) return;
        timer->deleteLater();
        shoot(*dialog, name);
        with(*dialog);
    });
    timer->start(30);
}

} // namespace zg::sample
