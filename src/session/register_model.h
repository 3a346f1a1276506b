#pragma once
#include "joint/job.h"
#include <QAbstractListModel>
#include <QStringList>
#include <memory>

namespace zg {

class Session;
struct ResolvedJoint;

/// The register: one line per joint with mark, members, ratio, class.
class RegisterModel : public QAbstractListModel {
    Q_OBJECT
public:
    enum Role {
        MarkRole = Qt::UserRole,
        MembersRole,
        RatioRole,
        StateRole,
        ClassRole,
        IdRole,
        TextRole,
        GroupRole,
        GroupPlaceRole
    };
    explicit RegisterModel(Session& session, QObject* parent = nullptr);
    int rowCount(const QModelIndex& parent = {}) const override;
    QVariant data(const QModelIndex& index, int role) const override;
    [[nodiscard]] int currentRow() const;
    /// Whether any joint names a group; the places of groups are in the order in which they first appear.
    [[nodiscard]] bool hasGroups() const;
    [[nodiscard]] int countOf(const QString& group) const;

    /// What a row's silhouette is drawn from; null where the joint cannot be looked up.
    [[nodiscard]] std::shared_ptr<const ResolvedJoint> resolvedAt(int row) const;

private:
    void update(unsigned changes);
    Session& session_;
    int rows_ = 0;
    SharedList<Joint> seen_; ///< as the lines were last told to have changed
    QStringList groups_;     ///< of the rows
    QStringList order_;      ///< each once
    QList<int> places_;      ///< of the rows' groups in that order
    void listGroups();
};

} // namespace zg
