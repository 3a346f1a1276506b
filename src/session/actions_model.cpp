#include "session/actions_model.h"
#include "base/number_column.h"
#include "base/text.h"
#include "exchange/action_heading.h"
#include "exchange/actions_table.h"
#include "joint/field_walk.h"
#include "session/session.h"
#include "words/phrases.h"
#include <QFont>
#include <algorithm>

namespace zg {
ActionsModel::ActionsModel(Session& session, QObject* parent) : QAbstractTableModel(parent), session_(session) {
    rebuild();
    connect(&session, &Session::changed, this, [this](unsigned changes) {
        if (changes & (Session::Content | Session::Current | Session::File | Session::Settings_))
            rebuild();
        else if ((changes & Session::ActiveSet) && rows_ > 0)
            Q_EMIT dataChanged(index(0, 0), index(rows_ - 1, columnCount() - 1));
    });
}

const std::vector<ActionSet>& ActionsModel::sets() const {
    static const std::vector<ActionSet> none;
    const Joint* joint = session_.current();
    return joint ? joint->actions : none;
}

void ActionsModel::showOutOfPlane(bool isWanted) {
    wantsOutOfPlane_ = isWanted;
    rebuild();
}

int ActionsModel::firstOutOfPlane() const {
    const auto found =
        std::find_if(columns_.begin(), columns_.end(), [](const ActionColumn& c) { return isOutOfPlane(c.force); });
    return found == columns_.end() ? -1 : firstForce() + static_cast<int>(found - columns_.begin());
}

bool ActionsModel::showsOutOfPlane() const { return wantsOutOfPlane_ || hasOutOfPlane(sets()); }

void ActionsModel::showPlaces(bool isWanted) {
    wantsPlaces_ = isWanted;
    rebuild();
}

bool ActionsModel::showsPlaces() const {
    return wantsPlaces_ || std::any_of(sets().begin(), sets().end(), [](const ActionSet& s) { return !s.place.empty(); });
}

void ActionsModel::rebuild() {
    const Joint* joint = session_.current();
    std::vector<ActionColumn> columns =
        joint ? actionColumns(*joint, showsOutOfPlane()) : actionColumns({ends::right}, true, showsOutOfPlane());
    const int rows = joint ? static_cast<int>(joint->actions.size()) + 1 : 0;
    const bool hasPlaces = showsPlaces();
    if (columns == columns_ && rows == rows_ && hasPlaces == hasPlaces_) {
        if (rows > 0) Q_EMIT dataChanged(index(0, 0), index(rows - 1, columnCount() - 1));
        return;
    }
    beginResetModel();
    columns_ = std::move(columns);
    rows_ = rows;
    hasPlaces_ = hasPlaces;
    endResetModel();
}

int ActionsModel::rowCount(const QModelIndex& parent) const { return parent.isValid() ? 0 : rows_; }
int ActionsModel::columnCount(const QModelIndex& parent) const {
    return parent.isValid() ? 0 : firstForce() + static_cast<int>(columns_.size());
}

QVariant ActionsModel::data(const QModelIndex& index, int role) const {
    if (!index.isValid() || index.column() >= columnCount()) return {};
    const int column = index.column();
    if (role == Qt::TextAlignmentRole)
        return int(Qt::AlignVCenter) | int(column >= firstForce() ? Qt::AlignRight : Qt::AlignLeft);
    if (index.row() >= static_cast<int>(sets().size())) {
        if (role == Qt::DisplayRole && column == 0) return tr("new …");
        return {};
    }
    const ActionSet& set = sets()[static_cast<std::size_t>(index.row())];
    if (role == Qt::FontRole && index.row() == session_.activeSet()) {
        QFont font;
        font.setWeight(QFont::DemiBold);
        return font;
    }
    if (role != Qt::DisplayRole && role != Qt::EditRole) return {};
    if (column == 0) return QString::fromStdString(set.id);
    if (column == 1) return QString::fromStdString(set.title);
    if (column == 2)
        return set.kind == SetKind::Ultimate    ? QStringLiteral("ULS")
               : set.kind == SetKind::Allowable ? QStringLiteral("ASD")
                                                : QStringLiteral("SLS");
    if (column == 3 && hasPlaces_) return QString::fromStdString(set.place);
    const ActionColumn at = columns_[static_cast<std::size_t>(column - firstForce())];
    const Quantity quantity = quantityOf(at.force);
    const auto value = valueIn(set, at);
    if (!value) return role == Qt::EditRole ? QVariant(QString()) : QVariant(QStringLiteral("–"));
    const UnitSystem units = session_.job().settings.units;
    if (role == Qt::EditRole) return QString::fromStdString(significant(*value / unitOf(quantity, units).factor, 8));
    return QString::fromStdString(shownNumber(*value, quantity, units));
}

QVariant ActionsModel::headerData(int section, Qt::Orientation orientation, int role) const {
    if (orientation != Qt::Horizontal || section >= columnCount()) return {};
    if (role == Qt::TextAlignmentRole)
        return int(Qt::AlignVCenter) | int(section >= firstForce() ? Qt::AlignRight : Qt::AlignLeft);
    static const char* const names[] = {"set", "what", "kind", "place"};
    if (section < firstForce()) return role == Qt::DisplayRole ? QVariant(QLatin1String(names[section])) : QVariant();
    const ActionColumn at = columns_[static_cast<std::size_t>(section - firstForce())];
    if (role == Qt::ToolTipRole) {
        static const char* const what[] = {
            "axial force, tension positive",
            "shear force, positive when the beam pushes the column down (columns: upper part to the right)",
            "moment, positive with tension at the beam's top (columns: on the face away from the right beam)",
            "shear force across the frame, positive away from the reader; the plate method alone carries it",
            "minor-axis moment, right-handed about the upward axis; the plate method alone carries it",
            "torsion, right-handed about the beam's axis away from the column; the plate method alone carries it"};
        return QStringLiteral("%1: %2").arg(
            QString::fromStdString(isOfColumn(at.place) ? at.place.str() + " the joint" : at.place.str() + " beam"),
            QLatin1String(what[static_cast<int>(at.force)]));
    }
    if (role != Qt::DisplayRole) return {};
    const Joint* joint = session_.current();
    const bool isPlain = !isOfColumn(at.place) && !(joint && isTwoSided(*joint));
    return QStringLiteral("%1%2\n%3")
        .arg(QLatin1String(letterOf(at.force)),
             isPlain ? QString() : QStringLiteral(" ") + QString::fromStdString(placeName(at.place)),
             QString::fromUtf8(unitOf(quantityOf(at.force), session_.job().settings.units).symbol));
}

Qt::ItemFlags ActionsModel::flags(const QModelIndex& index) const {
    return index.isValid() ? QAbstractTableModel::flags(index) | Qt::ItemIsEditable : Qt::NoItemFlags;
}

bool ActionsModel::setData(const QModelIndex& index, const QVariant& value, int role) {
    if (role != Qt::EditRole || !index.isValid()) return false;
    const int column = index.column();
    const QString text = value.toString().trimmed();
    const bool isNew = index.row() >= static_cast<int>(sets().size());
    if (isNew && text.isEmpty()) return false;
    std::optional<double> number;
    if (column >= firstForce() && !text.isEmpty()) {
        number = readNumber(text.toStdString());
        if (!number) {
            Q_EMIT session_.refused(
                isAmbiguous(text.toStdString())
                    ? tr("\"%1\" may have a decimal comma or part thousands; write it without a comma.").arg(text)
                    : tr("\"%1\" is not a number.").arg(text));
            return false;
        }
        const Quantity quantity = quantityOf(columns_[static_cast<std::size_t>(column - firstForce())].force);
        *number *= unitOf(quantity, session_.job().settings.units).factor;
    }
    SetKind kind = SetKind::Ultimate;
    if (column == 2) {
        const auto read = readSetKind(text.toStdString());
        if (!read) {
            Q_EMIT session_.refused(QString::fromStdString(read.error()));
            return false;
        }
        kind = *read;
    }
    const auto change = [&](Joint& joint) {
        if (isNew) {
            joint.actions.emplace_back();
            joint.actions.back().id = "U" + std::to_string(joint.actions.size());
            while (std::count_if(joint.actions.begin(), joint.actions.end(),
                                 [&](const ActionSet& s) { return s.id == joint.actions.back().id; }) > 1)
                joint.actions.back().id += "'";
        }
        ActionSet& set = joint.actions[static_cast<std::size_t>(index.row())];
        if (column == 0) {
            if (joint.plates && !set.id.empty() && joint.plates->curvesUnder == set.id)
                joint.plates->curvesUnder = text.toStdString();
            if (joint.seismic && !set.id.empty() && joint.seismic->forcesOf == set.id)
                joint.seismic->forcesOf = text.toStdString();
            set.id = text.toStdString();
        } else if (column == 1)
            set.title = text.toStdString();
        else if (column == 2)
            set.kind = kind;
        else if (column == 3 && hasPlaces_)
            set.place = text.toStdString();
        else {
            put(set, columns_[static_cast<std::size_t>(column - firstForce())], number);
            set.made.clear(); // typed over: a set of its own from now on
        }
    };
    return session_.edit(
        isNew ? tr("new action set")
              : tr("actions of set %1").arg(QString::fromStdString(sets()[static_cast<std::size_t>(index.row())].id)),
        change);
}

bool ActionsModel::paste(const QString& text) {
    const auto read = readActions(text.toStdString(), session_.job().settings.units);
    if (!read) {
        Q_EMIT session_.refused(QString::fromStdString(joined(read.error())));
        return false;
    }
    const Joint* on = session_.current();
    if (const Diagnostics lost = on ? actionsWithoutMember(*on, *read) : Diagnostics(); !lost.empty()) {
        Q_EMIT session_.refused(QString::fromStdString(joined(lost)));
        return false;
    }
    return session_.edit(tr("paste %n action set(s)", nullptr, static_cast<int>(read->size())),
                         [&](Joint& joint) { mergeActions(joint.actions, *read); });
}

QString ActionsModel::copied() const {
    const Joint* joint = session_.current();
    return joint ? QString::fromStdString(writeActions(*joint, session_.job().settings.units)) : QString();
}

void ActionsModel::removeSet(int row) {
    if (row < 0 || row >= static_cast<int>(sets().size())) return;
    (void)session_.edit(tr("remove set %1").arg(QString::fromStdString(sets()[static_cast<std::size_t>(row)].id)),
                        [row](Joint& joint) { joint.actions.erase(joint.actions.begin() + row); });
}

QModelIndex ActionsModel::cellOf(const FieldPath& path) const {
    const std::vector<std::string>& steps = path.steps();
    for (std::size_t row = 0; steps.size() > 1 && row < sets().size(); ++row) {
        if (elementName(sets()[row], row) != steps[1]) continue;
        for (std::size_t c = 0; steps.size() > 3 && c < columns_.size(); ++c) {
            const bool isForce = steps.size() > 4 && steps[4].rfind(std::string(letterOf(columns_[c].force)) + "_k", 0) == 0;
            if (columns_[c].place.str() == steps[3] && (isForce || steps.size() == 4))
                return index(static_cast<int>(row), static_cast<int>(c) + firstForce());
        }
        return index(static_cast<int>(row), 0);
    }
    return {};
}

QString ActionsModel::balanceText() const {
    const JointState* state = session_.state();
    if (!state || !state->result || state->result->actions.empty()) return {};
    QString out;
    int known = 0;
    const auto given = static_cast<std::size_t>(state->result->givenSets); // those of the beams' hinges are made in balance
    if (given == 0) return {};
    for (std::size_t i = 0; i < given; ++i) {
        const Imbalance& b = state->result->balance[i];
        known += b.isKnown ? 1 : 0;
        const std::string text = balanceSentence(b, session_.job().settings.units);
        if (!text.empty())
            out += (out.isEmpty() ? QString() : QStringLiteral("  ")) +
                   tr("%1 %2.").arg(QString::fromStdString(state->result->actions[i].id), QString::fromStdString(text));
    }
    if (!out.isEmpty()) return out;
    if (known == 0 && !throughMember(*session_.current()))
        return tr("Forces of one end given: the other end is taken to balance them.");
    if (known == 0) return tr("No column forces given: the node's balance is not verified.");
    if (known == state->result->givenSets) return tr("Node in balance in all sets.");
    return tr("Node in balance in the %n set(s) with column forces.", nullptr, known);
}

} // namespace zg
