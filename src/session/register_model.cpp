#include "session/register_model.h"
#include "session/session.h"
#include "words/phrases.h"
#include "words/verdict.h"

namespace zg {

RegisterModel::RegisterModel(Session& session, QObject* parent) : QAbstractListModel(parent), session_(session) {
    rows_ = static_cast<int>(session.job().joints.size());
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
    const Joint& saved = session_.job().joints[static_cast<std::size_t>(index.row())];
    const Joint* current = session_.current();
    const Joint& joint = current && current->id == saved.id ? *current : saved;
    const JointState& state = session_.stateOf(joint);
    switch (role) {
    case Qt::DisplayRole:
    case MarkRole: return QString::fromStdString(joint.mark);
    case Qt::ToolTipRole: {
        const Verdict v = state.result ? verdictOf(*state.result, isTwoSided(joint), joint.frame, session_.job().settings.units)
                                       : verdictOf(joint.mark, state.problems);
        return QString::fromStdString((joint.title.empty() ? "" : joint.title + "\n") + sentence(v));
    }
    case MembersRole: {
        return QString::fromStdString(membersText(joint));
    }
    case RatioRole: return state.result && state.result->governing >= 0 ? state.result->utilisation : -1.0;
    case StateRole: return static_cast<int>(state.result ? state.result->state : CheckState::NotDone);
    case ClassRole: {
        if (!state.result) return tr("not computed");
        const ConnectionResult* c = connectionOf(*state.result, nullptr);
        return c ? QString::fromUtf8(wordOf(c->classification.stiffness)) : QString();
    }
    case IdRole: return QString::fromStdString(joint.id);
    case TextRole: {
        QStringList text{QString::fromStdString(joint.mark), QString::fromStdString(joint.title),
                         QString::fromStdString(membersText(joint)), QString::fromStdString(joint.recipe),
                         data(index, ClassRole).toString()};
        for (const Connection& c : joint.connections)
            text << QString::fromUtf8(kindName(c.how)).replace(QLatin1Char('_'), QLatin1Char(' '));
        return text.join(QLatin1Char('\n'));
    }
    default: return {};
    }
}

void RegisterModel::update(unsigned changes) {
    const int rows = static_cast<int>(session_.job().joints.size());
    if (rows != rows_ || (changes & Session::File)) {
        beginResetModel();
        rows_ = rows;
        endResetModel();
    } else if (rows_ > 0 && (changes & (Session::Content | Session::Settings_))) {
        Q_EMIT dataChanged(index(0), index(rows_ - 1));
    }
}

std::shared_ptr<const ResolvedJoint> RegisterModel::resolvedAt(int row) const {
    const auto& joints = session_.job().joints;
    if (row < 0 || row >= static_cast<int>(joints.size())) return nullptr;
    const Joint& saved = joints[static_cast<std::size_t>(row)];
    const Joint* current = session_.current();
    return session_.stateOf(current && current->id == saved.id ? *current : saved).resolved;
}

} // namespace zg
