#pragma once
#include <QAbstractListModel>
#include <memory>

namespace zg {

class Session;
struct ResolvedJoint;

/// The register: one line per joint with mark, members, ratio, class.
class RegisterModel : public QAbstractListModel {
    Q_OBJECT
public:
    enum Role { MarkRole = Qt::UserRole, MembersRole, RatioRole, StateRole, ClassRole, IdRole, TextRole };
    explicit RegisterModel(Session& session, QObject* parent = nullptr);
    int rowCount(const QModelIndex& parent = {}) const override;
    QVariant data(const QModelIndex& index, int role) const override;
    [[nodiscard]] int currentRow() const;

    /// What a row's silhouette is drawn from; null where the joint cannot be looked up.
    [[nodiscard]] std::shared_ptr<const ResolvedJoint> resolvedAt(int row) const;

private:
    void update(unsigned changes);
    Session& session_;
    int rows_ = 0;
};

} // namespace zg
