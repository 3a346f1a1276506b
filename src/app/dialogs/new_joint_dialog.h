#pragma once
#include "joint/first_layout.h"
#include <QDialog>

class QComboBox;
class QLineEdit;
class QPushButton;

namespace zg {

struct Joint;

class Session;

/// A new joint from the family: members, steel, reach of the plate; the first layout does the rest.
class NewJointDialog : public QDialog {
    Q_OBJECT
public:
    explicit NewJointDialog(Session& session, QWidget* parent = nullptr);
    [[nodiscard]] Joint joint() const;

private:
    void choose(QPushButton* button);
    Session& session_;
    QLineEdit* mark_;
    QLineEdit* title_;
    QPushButton* column_;
    QPushButton* right_;
    QPushButton* left_;
    QComboBox* steel_;
    QComboBox* reach_;
    QLineEdit* span_;
};

} // namespace zg
