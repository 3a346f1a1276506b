#pragma once
#include <QString>

class QWidget;

namespace zg {

/// Questions the bench asks: behind an interface so that tests can answer them.
class Prompts {
public:
    enum class Keep { Save, Discard, Cancel };
    virtual ~Prompts() = default;
    [[nodiscard]] virtual QString openPath(QWidget* parent) = 0;
    [[nodiscard]] virtual QString savePath(QWidget* parent, const QString& title, const QString& suggestion,
                                           const QString& filter) = 0;
    [[nodiscard]] virtual Keep unsaved(QWidget* parent) = 0;
    virtual void tell(QWidget* parent, const QString& title, const QString& text) = 0;
};

class DialogPrompts : public Prompts {
public:
    [[nodiscard]] QString openPath(QWidget* parent) override;
    [[nodiscard]] QString savePath(QWidget* parent, const QString& title, const QString& suggestion,
                                   const QString& filter) override;
    [[nodiscard]] Keep unsaved(QWidget* parent) override;
    void tell(QWidget* parent, const QString& title, const QString& text) override;
};

} // namespace zg
