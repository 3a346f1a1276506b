#pragma once
#include "joint/part.h"
#include <QTreeWidget>
#include <vector>

namespace zg {

class PlateDisplay;
class Session;
struct Joint;
struct PlateStrength;

/// Side list of the Plates view: plates by strain, bolts by use, welds by use, buckling modes by factor. A click selects the part
/// everywhere, or shows the mode; a double click isolates.
class PlateList : public QTreeWidget {
    Q_OBJECT
public:
    PlateList(Session& session, PlateDisplay& display, QWidget* parent = nullptr);

private:
    void rebuild();
    void listBuilt(const Joint& joint);
    void listRun(const PlateStrength& run, const Joint& joint);
    QTreeWidgetItem* heading(const QString& text);
    void add(QTreeWidgetItem* under, const QString& name, const QString& number, const PartRef& part, const QString& help);
    Session& session_;
    PlateDisplay& display_;
    std::vector<PartRef> parts_;
    const void* shownSet_ = nullptr;
    bool isFilling_ = false;
};

} // namespace zg
