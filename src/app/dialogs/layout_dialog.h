#pragma once
#include <QDialog>
#include <string>
#include <vector>

class QComboBox;
class QLabel;
class QProgressBar;
class QPushButton;
class QTreeWidget;

namespace zg {

class LayoutFinder;
class Session;

/// Finds layouts that hold for one joint, for all that fail, or for all; says what each comes to and why it is as it is, and
/// takes those that are ticked.
class LayoutDialog : public QDialog {
    Q_OBJECT
public:
    explicit LayoutDialog(Session& session, QWidget* parent = nullptr);

protected:
    void reject() override;

private:
    void start();
    void show_();
    void take();
    [[nodiscard]] std::vector<std::string> chosenIds() const;
    Session& session_;
    LayoutFinder* finder_;
    QComboBox *which_, *target_, *objective_, *depth_;
    QPushButton *find_, *take_;
    QProgressBar* progress_;
    QTreeWidget* results_;
    QLabel* note_;
};

} // namespace zg
