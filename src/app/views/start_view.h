#pragma once
#include <QWidget>

class QVBoxLayout;

namespace zg {

class Session;
class Theme;

/// First page of an empty bench: the demo job, recent jobs, and a new joint from the family, shown by its silhouette.
class StartView : public QWidget {
    Q_OBJECT
public:
    StartView(Session& session, Theme& theme, QWidget* parent = nullptr);

Q_SIGNALS:
    void demoWanted();
    void newJointWanted();
    void openWanted();
    void jobWanted(const QString& path);

protected:
    void paintEvent(QPaintEvent* event) override;
    void showEvent(QShowEvent* event) override;

private:
    Session& session_;
    Theme& theme_;
    QVBoxLayout* recent_;
};

} // namespace zg
