#pragma once
#include <QDialog>

class QLabel;
class QLineEdit;
class QTableWidget;

namespace zg {

class Session;

/// Searchable chooser of sections: type "hea2" and see depth, mass and stiffness; filter by series; or make a section.
class SectionChooser : public QDialog {
    Q_OBJECT
public:
    SectionChooser(Session& session, const QString& now, QWidget* parent = nullptr);
    [[nodiscard]] QString chosen() const;

private:
    void fill();
    void makeSection();
    Session& session_;
    QString series_;
    QLineEdit* search_;
    QTableWidget* table_;
    QLabel* note_; ///< why what is typed is not there
};

} // namespace zg
