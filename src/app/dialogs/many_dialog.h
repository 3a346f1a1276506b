#pragma once
#include "advise/many.h"
#include <QDialog>

class QComboBox;
class QLabel;
class QLineEdit;
class QPushButton;
class QStackedWidget;
class QTreeWidget;

namespace zg {

class Session;

/// One change of many joints: a field set, a kept detail used, or one of their details for all. What each joint comes to is seen
/// first; those that are ticked are changed in one step.
class ManyDialog : public QDialog {
    Q_OBJECT
public:
    enum class What { Field, Kept, Shared };
    explicit ManyDialog(Session& session, QWidget* parent = nullptr);
    void choose(What what);
    /// Of the field choices: the pattern, what stands there ("" for any), what it becomes.
    void chooseField(const QString& pattern, const QString& now, const QString& value);

private:
    [[nodiscard]] std::vector<std::string> ids() const;
    void addWhich();
    void listFields();
    void listValues();
    void preview();
    void show(std::vector<ManyLine> lines);
    void take();
    Session& session_;
    std::vector<SharedField> fields_;
    std::vector<SharedDetail> shared_;
    std::vector<ManyLine> lines_;
    QComboBox *what_, *which_, *field_, *now_, *value_, *kept_, *source_;
    QStackedWidget* choices_;
    QTreeWidget* results_;
    QLabel* note_;
    QPushButton* take_;
};

} // namespace zg
