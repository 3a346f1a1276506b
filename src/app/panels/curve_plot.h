#pragma once
#include "drawing/curve_figure.h"
#include <QWidget>
#include <set>

class QCPAbstractLegendItem;
class QCPCurve;
class QCPItemText;
class QCPItemTracer;
class QCPLegend;
class QCustomPlot;
class QMouseEvent;
class QToolButton;

namespace zg {

class Prompts;
class Theme;

/// A moment-rotation figure to move about in: zoom to a rectangle or by the wheel, read-off under the cursor, curves switched by
/// their names, picture and points to a file. It shows what it is given and computes nothing.
class CurvePlot : public QWidget {
    Q_OBJECT
public:
    CurvePlot(Theme& theme, Prompts& prompts, QWidget* parent);
    /// `title`: whose figure it is; another one is shown whole again.
    void setFigure(CurveFigure figure, const QString& title, UnitSystem units, const QString& whyEmpty);

    [[nodiscard]] const CurveFigure& figure() const { return figure_; }
    /// Another figure of the same joint to change to: a button in the corner, without a name none.
    void offerOther(const QString& name);
    [[nodiscard]] bool showsOther() const;
    [[nodiscard]] QString readOff() const; ///< what stands under the cursor; empty: nothing
    [[nodiscard]] bool isShown(const QString& name) const { return hidden_.count(name) == 0; }
    void setShown(const QString& name, bool is);
    void whole();           ///< all that matters
    void zoom(double part); ///< about the middle; below 1 comes nearer
    [[nodiscard]] QCustomPlot& plot() const { return *plot_; }

Q_SIGNALS:
    void otherWanted();

protected:
    void resizeEvent(QResizeEvent* event) override;
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    void draw();
    void axes();
    void wedges();
    void words();
    /// Room that a label takes, about.
    [[nodiscard]] double wide() const { return (figure_.reachPhi - figure_.backPhi) / 40; }
    [[nodiscard]] double high() const { return (figure_.reachM - figure_.backM) / 8; }
    void series();
    void places();
    void label(Point2 at, const QString& text, Tone tone, Qt::Alignment alignment);
    void read(const QMouseEvent& event);
    void menu(const QPoint& at);
    void savePicture();
    void savePoints();
    [[nodiscard]] Point2 onAxes(Point2 p) const; ///< mrad and the unit of moments

    Theme& theme_;
    Prompts& prompts_;
    QCustomPlot* plot_;
    QToolButton* other_;
    QCPItemTracer* tracer_ = nullptr;
    QCPItemText* readOff_ = nullptr;
    CurveFigure figure_;
    QString title_, whyEmpty_;
    UnitSystem units_ = UnitSystem::SI;
    bool isWhole_ = true;
    std::set<QString> hidden_;
};

} // namespace zg
