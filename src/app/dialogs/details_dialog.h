#pragma once
#include "joint/job.h"
#include <QDialog>

class QLabel;
class QLineEdit;
class QPushButton;
class QTableWidget;

namespace zg {

class Session;

/// Details kept in the job: what each was made for and what it fits; keeping that of the joint on the bench, using one there.
class DetailsDialog : public QDialog {
    Q_OBJECT
public:
    explicit DetailsDialog(Session& session, QWidget* parent = nullptr);

private:
    void list();
    void keep();
    void use();
    void remove();
    void changed(int row, int column);
    [[nodiscard]] int row() const;
    Session& session_;
    QTableWidget* table_;
    QLineEdit* name_;
    QPushButton *use_, *remove_;
    QLabel* note_;
};

/// Copies the connection of one end of the joint on the bench to another, or turns it upside down; what it comes to is said
/// first.
void askToCopyEnd(Session& session, QWidget* parent);

} // namespace zg
