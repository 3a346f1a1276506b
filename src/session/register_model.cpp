#include "session/register_model.h"
#include "session/session.h"
#include "words/phrases.h"
#include "words/verdict.h"

namespace zg {

RegisterModel::RegisterModel(Session& session, QObject* parent) : QAbstractListModel(parent), session_(session) {
    rows_ = static_cast<int>(session.job().joints.size());
    listGroups();
    connect(&session, &Session::changed, this, &RegisterModel::update);
}

int RegisterModel::rowCount(const QModelIndex& parent) const { return parent.isValid() ? 0 : rows_; }

int RegisterModel::currentRow() const {
    const Joint* current = session_.current();
    const auto& joints = session_.job().joints;
    for (std::size_t i = 0; i < joints.size(); ++i)
        if (current && joints[i].id == current->id) return static_cast<int>(i);
    return -1;
}

QVariant RegisterModel::data(const QModelIndex& index, int role) const {
    if (!index.isValid() || index.row() >= static_cast<int>(session_.job().joints.size())) return {};
    if (role == GroupRole) return groups_.value(index.row());
    if (role == GroupPlaceRole) return index.row() < places_.size() ? places_[index.row()] : 0;
    const Joint& saved = session_.job().joints[static_cast<std::size_t>(index.row())];
    const Joint* current = session_.current();
    const Joint& joint = current && current->id == saved.id ? *current : saved;
    // What needs no verification first: lists are laid out and sorted by it.
    switch (role) {
    case Qt::DisplayRole:
    case MarkRole: return QString::fromStdString(joint.mark);
    case MembersRole: return QString::fromStdString(membersText(joint));
    case IdRole: return QString::fromStdString(joint.id);
    case Qt::SizeHintRole: return {};
    default: break;
    }
    const JointState& state = session_.stateOf(joint);
    switch (role) {
    case Qt::ToolTipRole: {
        const Verdict v = state.result ? verdictOf(*state.result, isTwoSided(joint), joint.frame, session_.job().settings.units)
                                       : verdictOf(joint.mark, state.problems);
        return QString::fromStdString((joint.title.empty() ? "" : joint.title + "\n") + sentence(v));
    }
    case RatioRole: return state.result && state.result->governing >= 0 ? state.result->utilisation : -1.0;
    case StateRole: return static_cast<int>(state.result ? state.result->state : CheckState::NotDone);
    case ClassRole: {
        if (!state.result) return tr("not computed");
        const ConnectionResult* c = connectionOf(*state.result, nullptr);
        return c ? QString::fromUtf8(wordOf(c->classification.stiffness)) : QString();
    }
    case TextRole: {
        QStringList text{QString::fromStdString(joint.mark),   QString::fromStdString(joint.title),
                         QString::fromStdString(joint.group),  QString::fromStdString(membersText(joint)),
                         QString::fromStdString(joint.recipe), data(index, ClassRole).toString()};
        for (const Connection& c : joint.connections)
            text << QString::fromUtf8(kindName(c.how)).replace(QLatin1Char('_'), QLatin1Char(' '));
        return text.join(QLatin1Char('\n'));
    }
    default: return {};
    }
}

void RegisterModel::update(unsigned changes) {
    const SharedList<Joint>& joints = session_.job().joints;
    const int rows = static_cast<int>(joints.size());
    if (rows != rows_ || (changes & Session::File)) {
        beginResetModel();
        rows_ = rows;
        listGroups();
        endResetModel();
    } else if (rows_ > 0 && (changes & Session::Settings_)) {
        listGroups();
        Q_EMIT dataChanged(index(0), index(rows_ - 1));
    } else if (changes & Session::Content) {
        // Hundreds of lines are not laid out anew for the one that changed; a drag changes the joint on the bench alone.
        std::vector<int> changed;
        const int current = currentRow();
        for (int row = 0; row < rows; ++row)
            if (row == current || !seen_.shares(joints, static_cast<std::size_t>(row))) changed.push_back(row);
        listGroups();
        for (const int row : changed) Q_EMIT dataChanged(index(row), index(row));
    }
}

void RegisterModel::listGroups() {
    seen_ = session_.job().joints;
    groups_.clear();
    order_.clear();
    places_.clear();
    for (const Joint& joint : session_.job().joints) {
        groups_ << QString::fromStdString(joint.group);
        if (!order_.contains(groups_.back())) order_ << groups_.back();
        places_ << static_cast<int>(order_.indexOf(groups_.back()));
    }
}

bool RegisterModel::hasGroups() const { return order_.size() > 1 || (order_.size() == 1 && !order_.front().isEmpty()); }
int RegisterModel::countOf(const QString& group) const { return static_cast<int>(groups_.count(group)); }

std::shared_ptr<const ResolvedJoint> RegisterModel::resolvedAt(int row) const {
    const auto& joints = session_.job().joints;
    if (row < 0 || row >= static_cast<int>(joints.size())) return nullptr;
    const Joint& saved = joints[static_cast<std::size_t>(row)];
    const Joint* current = session_.current();
    return session_.stateOf(current && current->id == saved.id ? *current : saved).resolved;
}

} // namespace zg
