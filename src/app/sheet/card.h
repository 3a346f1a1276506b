#pragma once
#include "app/sheet/parameter_form.h"
#include <QFrame>

class QScrollArea;

namespace zg {

class Session;
class HaunchMapWidget;
class StockStripWidget;
class Theme;

/// Small card beside a part: stock strip and the part's few parameters. Closes itself when the part is gone.
class Card : public QFrame {
    Q_OBJECT
public:
    Card(Session& session, Theme& theme, const PartRef& part, ParameterForm::ChooseSection chooseSection, QWidget* parent);
    [[nodiscard]] PartRef part() const { return part_; }
    [[nodiscard]] StockStripWidget* strip() const { return strip_; }
    /// Brings the numbers up to date after an edit, keeping the focus where it was.
    void refresh();

Q_SIGNALS:
    void closed();

protected:
    void keyPressEvent(QKeyEvent* event) override;

private:
    void build();
    Session& session_;
    Theme& theme_;
    PartRef part_;
    ParameterForm::ChooseSection chooseSection_;
    StockStripWidget* strip_ = nullptr;
    HaunchMapWidget* map_ = nullptr;
    QScrollArea* scroll_ = nullptr;
    QWidget* body_ = nullptr;
};

} // namespace zg
