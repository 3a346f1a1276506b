#pragma once
#include <QWidget>

class QCheckBox;
class QComboBox;
class QLabel;
class QPushButton;
class QTableWidget;

namespace zg {

class Prompts;
class Session;

/// Stiffness of the node: forces at every member's end over movements of every other, as a table and as a file for frame
/// programs. It shows what the session's run found and computes nothing.
class StiffnessView : public QWidget {
    Q_OBJECT
public:
    StiffnessView(Session& session, Prompts& prompts, QWidget* parent);

Q_SIGNALS:
    void left(); ///< back to the model

protected:
    void showEvent(QShowEvent* event) override;

private:
    void follow();
    void fill();
    void save();

    Session& session_;
    Prompts& prompts_;
    QComboBox* sets_;
    QPushButton *run_, *save_;
    QCheckBox* isWhole_;
    QLabel* words_;
    QTableWidget* table_;
};

} // namespace zg
