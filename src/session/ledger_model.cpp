#include "session/ledger_model.h"
#include "session/plate_studies.h"
#include "session/session.h"
#include "words/phrases.h"

namespace zg {
LedgerModel::LedgerModel(Session& session, QObject* parent) : QAbstractListModel(parent), session_(session) {
    rebuild();
    connect(&session, &Session::changed, this, [this](unsigned changes) {
        if (changes & (Session::Content | Session::Current | Session::DatumMark | Session::File | Session::Plates)) rebuild();
    });
}

void LedgerModel::rebuild() {
    const JointState* state = session_.state();
    const Joint* joint = session_.current();
    datum_.clear();
    if (joint && session_.datum()) {
        const auto at = session_.datum()->results.find(joint->id);
        if (at != session_.datum()->results.end() && at->second) datum_ = ledger(*at->second);
    }
    std::vector<Check> next, byPlates;
    if (const PlateStudies::Entry* plates = session_.plates().current()) byPlates = plates->checks;
    arePlatesStale_ = joint && !byPlates.empty() && session_.plates().isStale(*joint);
    if (state && state->result) {
        next = ledger(*state->result, arePlatesStale_ ? std::vector<Check>{} : byPlates);
        // What belongs to another state stands at the end, without a state of its own.
        if (arePlatesStale_)
            for (Check c : byPlates) {
                c.state = CheckState::NotApplicable;
                next.push_back(c);
            }
    }
    if (next.size() == checks_.size() && !next.empty()) {
        checks_ = std::move(next);
        Q_EMIT dataChanged(index(0), index(static_cast<int>(checks_.size()) - 1));
        return;
    }
    beginResetModel();
    checks_ = std::move(next);
    endResetModel();
}

int LedgerModel::rowCount(const QModelIndex& parent) const { return parent.isValid() ? 0 : static_cast<int>(checks_.size()); }

const Check* LedgerModel::checkAt(int row) const {
    return row >= 0 && row < static_cast<int>(checks_.size()) ? &checks_[static_cast<std::size_t>(row)] : nullptr;
}

int LedgerModel::rowOf(const PartRef& part) const {
    for (std::size_t i = 0; i < checks_.size(); ++i)
        for (int k = 0; k < checks_[i].partCount; ++k)
            if (checks_[i].parts[k] == part) return static_cast<int>(i);
    return -1;
}

int LedgerModel::rowOf(const Check& check) const {
    for (std::size_t i = 0; i < checks_.size(); ++i)
        if (sameKind(checks_[i], check)) return static_cast<int>(i);
    return -1;
}

std::optional<double> LedgerModel::change(const Check& check) const {
    if (check.group == CheckGroup::NotDone) return std::nullopt;
    for (const Check& c : datum_)
        if (sameKind(c, check)) return check.utilisation - c.utilisation;
    return std::nullopt;
}

QVariant LedgerModel::data(const QModelIndex& index, int role) const {
    const Check* c = index.isValid() ? checkAt(index.row()) : nullptr;
    const Joint* joint = session_.current();
    const JointState* state = session_.state();
    if (!c || !joint || !state || !state->result) return {};
    switch (role) {
    case Qt::DisplayRole:
    case TitleRole: return QString::fromStdString(titleOf(*c, isTwoSided(*joint)));
    case Qt::ToolTipRole: {
        const std::string numbers = numbersOf(*c, session_.job().settings.units);
        return QString::fromStdString(titleOf(*c, isTwoSided(*joint)) + (numbers.empty() ? "" : "\n" + numbers) +
                                      (*c->clause ? std::string("\n") + c->clause : "") + "\n" + adviceOf(*c));
    }
    case RatioRole: return c->utilisation;
    case StateRole: return static_cast<int>(c->state);
    case SetRole:
        return c->set < 0 || c->set >= static_cast<int>(state->result->actions.size())
                   ? QString()
                   : QString::fromStdString(setName(*state->result, *c));
    case ChangeRole: {
        const auto d = change(*c);
        return d ? QVariant(*d) : QVariant();
    }
    case GroupRole: return static_cast<int>(c->group);
    case MethodRole: return static_cast<int>(c->method);
    case StaleRole: return arePlatesStale_ && c->method == CheckMethod::Plates;
    case NumbersRole: return QString::fromStdString(numbersOf(*c, session_.job().settings.units));
    default: return {};
    }
}

} // namespace zg
