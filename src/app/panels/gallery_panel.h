#pragma once
#include "session/proposal.h"
#include <QWidget>
#include <memory>

class QLineEdit;
class QListWidget;

namespace zg {

class Session;
class Theme;

/// The gallery in the register's column: silhouettes by how members meet. Walking it puts each first layout on the bench; Enter
/// keeps the joint, Escape drops it.
class GalleryPanel : public QWidget {
    Q_OBJECT
public:
    GalleryPanel(Session& session, Theme& theme, QWidget* parent = nullptr);
    /// Starts with the first recipe.
    void open();
    [[nodiscard]] Proposal* proposal() { return proposal_ ? proposal_.get() : nullptr; }
    /// Lays the joint out anew after an answer has changed.
    void propose();
    void keep();
    void drop();

Q_SIGNALS:
    void proposed(); ///< the recipe or an answer changed
    void closed();

protected:
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    void narrow(const QString& typed);
    Session& session_;
    QLineEdit* search_;
    QListWidget* list_;
    std::unique_ptr<Proposal> proposal_;
};

} // namespace zg
