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
    senses_ = state && state->result ? sensesOf(*state->result) : Senses{};
    std::vector<SenseLine> lines;
    if (senses_.areBoth())
        lines = bySense(next);
    else
        for (Check& c : next) lines.push_back({c, std::nullopt});
    if (lines.size() == lines_.size() && !lines.empty()) {
        lines_ = std::move(lines);
        Q_EMIT dataChanged(index(0), index(static_cast<int>(lines_.size()) - 1));
        return;
    }
    beginResetModel();
    lines_ = std::move(lines);
    endResetModel();
}

int LedgerModel::rowCount(const QModelIndex& parent) const { return parent.isValid() ? 0 : static_cast<int>(lines_.size()); }

const Check* LedgerModel::checkAt(int row) const {
    return row >= 0 && row < static_cast<int>(lines_.size()) ? &lines_[static_cast<std::size_t>(row)].worst : nullptr;
}

const Check* LedgerModel::checkAt(int row, bool isReversed) const {
    return row >= 0 && row < static_cast<int>(lines_.size()) ? lines_[static_cast<std::size_t>(row)].of(isReversed) : nullptr;
}

int LedgerModel::rowOf(const PartRef& part) const {
    for (std::size_t i = 0; i < lines_.size(); ++i)
        for (const bool isReversed : {false, true})
            if (const Check* c = lines_[i].of(isReversed))
                for (int k = 0; k < c->partCount; ++k)
                    if (c->parts[k] == part) return static_cast<int>(i);
    return -1;
}

int LedgerModel::rowOf(const Check& check) const {
    for (std::size_t i = 0; i < lines_.size(); ++i)
        if (sameKind(lines_[i].worst, check) || (lines_[i].other && sameKind(*lines_[i].other, check)))
            return static_cast<int>(i);
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
    const SenseLine& line = lines_[static_cast<std::size_t>(index.row())];
    const bool isTwoSenses = senses_.areBoth() && line.isOfSense();
    const auto ratioOf = [&](bool isReversed) {
        return line.of(isReversed) ? QVariant(line.of(isReversed)->utilisation) : QVariant();
    };
    const auto stateOf = [&](bool isReversed) {
        return static_cast<int>(line.of(isReversed) ? line.of(isReversed)->state : CheckState::NotApplicable);
    };
    switch (role) {
    case Qt::DisplayRole:
    case TitleRole:
        // The columns say the sense.
        if (isTwoSenses && line.worst.isReversed) {
            Check plain = line.worst;
            plain.isReversed = false;
            return QString::fromStdString(titleOf(plain, isTwoSided(*joint)));
        }
        return QString::fromStdString(titleOf(*c, isTwoSided(*joint)));
    case IsTwoSensesRole: return isTwoSenses;
    case TopRatioRole: return ratioOf(false);
    case BottomRatioRole: return ratioOf(true);
    case TopStateRole: return stateOf(false);
    case BottomStateRole: return stateOf(true);
    case RemarkRole: return line.other ? QString::fromStdString(remarkOf(line.worst, *line.other, *state->result)) : QString();
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
