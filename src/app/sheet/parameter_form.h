#pragma once
#include "joint/parameters.h"
#include <QWidget>
#include <functional>

namespace zg {

/// Rows of label and editor for a list of parameters, made from their declarations.
class ParameterForm : public QWidget {
    Q_OBJECT
public:
    /// `apply` gets a new value with its words for the undo list; `chooseSection` asks for a section and gives its designation.
    using Apply = std::function<void(const Parameter&, const ParameterValue&, const QString& words)>;
    /// What stands before an editor: the short key, or the whole help line.
    enum class Labels { Keys, Help };
    using ChooseSection = std::function<QString(const QString& now)>;
    ParameterForm(const std::vector<Parameter>& parameters, UnitSystem units, Apply apply, ChooseSection chooseSection,
                  QWidget* parent = nullptr, Labels labels = Labels::Keys);

private:
    QWidget* editor(const Parameter& parameter);
    QWidget* number(const Parameter& parameter);
    QWidget* choice(const Parameter& parameter);
    UnitSystem units_;
    Apply apply_;
    ChooseSection chooseSection_;
};

} // namespace zg
