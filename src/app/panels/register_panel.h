#pragma once
#include <QWidget>

class QListView;

namespace zg {

class RegisterFilter;
class RegisterModel;
class Session;
class Theme;

/// The register: marks with silhouette, ratio bar and class; below it the way to a new joint.
class RegisterPanel : public QWidget {
    Q_OBJECT
public:
    RegisterPanel(Session& session, Theme& theme, QWidget* parent = nullptr);

Q_SIGNALS:
    void newJointWanted();
    void menuWanted(const QPoint& at); ///< what can be done with the joint on the bench

private:
    void follow();
    Session& session_;
    RegisterModel* model_;
    RegisterFilter* filter_;
    QListView* list_;
    bool isFiltering_ = false;
};

} // namespace zg
