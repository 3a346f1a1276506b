#pragma once
#include "actions/route.h"
#include <QDialog>

class QLabel;
class QTableWidget;

namespace zg {

class Session;

/// A table of actions for several joints, before it is taken: which rows go to which joint, what they replace, what is left out
/// and why. Names that are no marks are given their joint here, and remembered with the job.
class PasteDialog : public QDialog {
    Q_OBJECT
public:
    PasteDialog(Session& session, std::vector<Route> routes, QWidget* parent = nullptr);
    [[nodiscard]] const std::vector<Route>& routes() const { return routes_; }

private:
    void showRow(int row);
    void count();
    Session& session_;
    std::vector<Route> routes_;
    QTableWidget* table_;
    QLabel* sum_;
};

} // namespace zg
