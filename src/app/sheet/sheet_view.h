#pragma once
#include "app/sheet/card.h"
#include "drawing/drawing.h"
#include <QLineEdit>
#include <QPointer>
#include <QWidget>

namespace zg {

class ProblemList;
class Session;
class Theme;

/// The Sheet: the working drawing, edited directly. Click a part for its card, a dimension or a force to type, a faint outline
/// to add a fitting; drag bolt rows and plate ends. Delete removes what is selected, Escape puts things back.
class SheetView : public QWidget {
    Q_OBJECT
public:
    SheetView(Session& session, Theme& theme, ParameterForm::ChooseSection chooseSection, QWidget* parent = nullptr);
    [[nodiscard]] const Drawing& drawing();
    [[nodiscard]] Card* card() const { return card_; }
    void openCard(const PartRef& part, QPoint near);
    void closeCard();
    /// Opens the part's card with the focus on a field.
    void showField(const PartRef& part, const FieldPath& path);
    /// Outlines what the joint would become; nothing takes them away.
    void showChange(const std::optional<Joint>& changed);

Q_SIGNALS:
    void fieldWanted(const FieldPath& path);

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void leaveEvent(QEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    bool event(QEvent* event) override;

private:
    void refresh(unsigned changes);
    void click(const Shape& shape, QPoint at);
    void drag(QPoint at);
    void endDrag(bool keep);
    void openEditor(const Target& target, QPoint at);
    void commitEditor();
    void closeEditor();
    void stepPart(int step);
    void nudge(double mm);
    [[nodiscard]] QString hint() const;
    [[nodiscard]] QString haunchHint(const DimensionRef& grip) const;
    [[nodiscard]] QPoint centreOf(const Target& target);

    Session& session_;
    Theme& theme_;
    ParameterForm::ChooseSection chooseSection_;
    Drawing drawing_;
    bool isStale_ = true;
    std::optional<ResolvedJoint> change_;
    Target hover_, pressed_, edited_;
    QPoint pressedAt_;
    bool isDragging_ = false;
    ProblemList* problems_;
    QPointer<Card> card_;
    QPointer<QLineEdit> editor_;
};

} // namespace zg
