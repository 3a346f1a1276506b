#include "session/ask.h"
#include "base/number_column.h"
#include "base/text.h"
#include "catalogue/bolts.h"
#include "joint/haunch_edit.h"
#include "session/session.h"
#include "words/phrases.h"
#include <QRegularExpression>

namespace zg {
namespace {

class Reader {
public:
    Reader(Session& session, const QString& typed) : session_(session) {
        words_ = typed.toLower().split(QRegularExpression(QStringLiteral("\\s+")), Qt::SkipEmptyParts);
        side_ = sideMeant();
        rest_ = words_.mid(1).join(QLatin1Char(' '));
        if (const auto n = readNumber(words_.isEmpty() ? std::string() : words_.last().toStdString()))
            number_ = *n * unitOf(Quantity::Length, session.job().settings.units).factor;
    }

    std::vector<Suggestion> run() {
        if (words_.isEmpty()) return {};
        const QString& head = words_.first();
        if (head == QLatin1String("go")) go();
        const Joint* joint = session_.current();
        if (!joint || !findMember(*joint, side_)) return std::move(out_);
        if (number_) numbers(head);
        if (head == QLatin1String("bolts") || head == QLatin1String("bolt")) bolts();
        if (head == QLatin1String("class")) grade(rest_);
        if (head == QLatin1String("column") || head == QLatin1String("beam")) section(head == QLatin1String("column"));
        if (head == QLatin1String("steel")) steel();
        if (head == QLatin1String("add") || head == QLatin1String("remove")) fitting(head == QLatin1String("add"));
        if (head == QLatin1String("braced") || head == QLatin1String("unbraced")) {
            const bool braced = head == QLatin1String("braced");
            edit(Session::tr("frame %1").arg(head),
                 [braced](Joint& j) { j.frame = braced ? FrameKind::Braced : FrameKind::Unbraced; });
        }
        return std::move(out_);
    }

private:
    bool take(const QString& word) { return words_.removeAll(word) > 0; }

    /// The end a word names, else the right one, else the first there is.
    EndId sideMeant() {
        if (take(QStringLiteral("left"))) return ends::left;
        if (take(QStringLiteral("right"))) return ends::right;
        const Joint* joint = session_.current();
        if (!joint) return ends::right;
        for (const EndId end : {ends::front, ends::back})
            if (findMember(*joint, end) && take(QString::fromStdString(end.str()))) return end;
        const std::vector<EndId> framing = framingEnds(*joint);
        return findMember(*joint, ends::right) || framing.empty() ? ends::right : framing.front();
    }

    /// Offers the edit; one that would change nothing is none.
    void edit(const QString& text, std::function<void(Joint&)> change) {
        Joint after = *session_.current();
        change(after);
        if (after == *session_.current()) return;
        Session& session = session_;
        out_.push_back({text, Session::tr("changes joint %1").arg(QString::fromStdString(session.current()->mark)),
                        [&session, text, change] { (void)session.edit(text, change); }});
    }

    void go() {
        for (const Joint& joint : session_.job().joints) {
            const QString mark = QString::fromStdString(joint.mark);
            if (!rest_.isEmpty() && !mark.startsWith(rest_, Qt::CaseInsensitive)) continue;
            Session& session = session_;
            const std::string id = joint.id;
            out_.push_back({Session::tr("go to %1").arg(mark), QString::fromStdString(joint.title),
                            [&session, id] { session.setCurrent(id); }});
        }
    }

    void numbers(const QString& head) {
        const double x = *number_;
        const EndId side = side_;
        const QString value = QString::fromStdString(shown(x, Quantity::Length, session_.job().settings.units));
        const auto set = [&](const QString& text, auto change) {
            edit(QStringLiteral("%1 %2").arg(text, value), [side, x, change](Joint& j) {
                if (EndPlate* s = findEndPlate(j, side)) change(*s, x);
            });
        };
        if (QStringLiteral("plate").startsWith(head) || head == QLatin1String("thickness")) {
            set(Session::tr("end plate"), [](EndPlate& s, double v) { s.plate.thickness = v; });
            edit(QStringLiteral("%1 %2").arg(Session::tr("fin plate"), value), [side, x](Joint& j) {
                if (FinPlate* f = findFinPlate(j, side)) f->thickness = x;
            });
        }
        if (head == QLatin1String("width")) set(Session::tr("plate width"), [](EndPlate& s, double v) { s.plate.width = v; });
        if (head == QLatin1String("gauge")) set(Session::tr("gauge"), [](EndPlate& s, double v) { s.bolts.gauge = v; });
        if (head == QLatin1String("above"))
            set(Session::tr("plate above the beam"), [](EndPlate& s, double v) { s.plate.above = v; });
        if (head == QLatin1String("below"))
            set(Session::tr("plate below the beam"), [](EndPlate& s, double v) { s.plate.below = v; });
        if (head == QLatin1String("span"))
            edit(QStringLiteral("%1 %2").arg(Session::tr("span"), value), [side, x](Joint& j) {
                if (Framing* f = findFraming(j, side)) f->span = x;
            });
        if (head == QLatin1String("haunch")) haunch(x, value);
        if (head == QLatin1String("doubler"))
            edit(Session::tr("supplementary web plate %1").arg(value), [x](Joint& j) {
                const Member* column = throughMember(j);
                if (!column) return;
                DoublerSpec doubler;
                if (const DoublerSpec* now = findFitting<DoublerSpec>(j)) doubler = *now;
                doubler.thickness = x;
                putFitting(j, column->id, std::nullopt, doubler);
            });
        if (head == QLatin1String("row")) {
            set(Session::tr("bolt row at"), [](EndPlate& s, double v) {
                BoltRowSpec row;
                row.position = v;
                s.rows.push_back(row);
            });
        }
        if (head == QLatin1String("weld")) {
            set(Session::tr("fillets all round"),
                [](EndPlate& s, double v) { s.topWeld.throat = s.bottomWeld.throat = s.webWeld.throat = v; });
            edit(QStringLiteral("%1 %2").arg(Session::tr("fillets"), value), [side, x](Joint& j) {
                if (DirectWeld* d = findJoining<DirectWeld>(j, side))
                    d->topWeld.throat = d->bottomWeld.throat = d->webWeld.throat = x;
                if (FinPlate* f = findFinPlate(j, side)) f->throat = x;
            });
        }
    }

    /// Depth or length of the side's haunch.
    void haunch(double x, const QString& value) {
        const JointState* state = session_.state();
        const ResolvedSide* side = state && state->resolved ? state->resolved->side(side_) : nullptr;
        if (!side || !side->isHaunched()) return;
        const bool isBelow = side->haunchBelow.has_value();
        const Section section = side->beam.section;
        const EndId id = side_;
        for (const bool isDepth : {true, false})
            edit(QStringLiteral("%1 %2").arg(isDepth ? Session::tr("haunch depth") : Session::tr("haunch length"), value),
                 [=](Joint& j) {
                     if (const HaunchSpec* h = findHaunch(j, id, isBelow))
                         setHaunchSize(j, id, section, isBelow, isDepth ? x : h->depth, isDepth ? h->length : x);
                 });
    }

    /// An empty word leaves what is there.
    static void setBolts(Joint& joint, EndId side, const std::string& size, const std::string& grade) {
        const auto set = [&](std::string& toSize, std::string& toGrade) {
            if (!size.empty()) toSize = size;
            if (!grade.empty()) toGrade = grade;
            matchBoltClass(toSize, toGrade);
        };
        if (EndPlate* s = findJoining<EndPlate>(joint, side)) set(s->bolts.size, s->bolts.grade);
        if (FinPlate* f = findFinPlate(joint, side)) set(f->size, f->grade);
    }

    void bolts() {
        const EndId side = side_;
        for (const BoltSize& size : boltSizes()) {
            const QString name = QString::fromStdString(size.designation);
            if (rest_.isEmpty() || !rest_.startsWith(name, Qt::CaseInsensitive)) continue;
            // The longest name that fits: "M24 HV" is not M24 of another set.
            const QString tail = rest_.mid(name.size()).trimmed();
            if (!tail.isEmpty() && !findBoltClass(tail.toStdString())) continue;
            edit(QStringLiteral("%1 %2").arg(Session::tr("bolts"), name + (tail.isEmpty() ? QString() : QLatin1Char(' ') + tail)),
                 [side, size, tail](Joint& j) { setBolts(j, side, size.designation, tail.toStdString()); });
        }
    }

    void grade(const QString& name) {
        if (!findBoltClass(name.toStdString())) return;
        const EndId side = side_;
        edit(Session::tr("bolt class %1").arg(name), [side, name](Joint& j) { setBolts(j, side, {}, name.toStdString()); });
    }

    void section(bool isColumn) {
        if (rest_.isEmpty()) return;
        int count = 0;
        const EndId side = side_;
        for (const Section* s : searchSections(rest_.toStdString())) {
            if (++count > 6) break;
            const std::string name = s->designation;
            edit(
                QStringLiteral("%1 %2").arg(isColumn ? Session::tr("column") : Session::tr("beam"), QString::fromStdString(name)),
                [isColumn, side, name](Joint& j) {
                    if (Member* m = isColumn ? throughMember(j) : findMember(j, side)) m->section = name;
                });
        }
    }

    void steel() {
        for (const std::string& grade : steelGrades()) {
            if (rest_.isEmpty() || !QString::fromStdString(grade).startsWith(rest_, Qt::CaseInsensitive)) continue;
            edit(Session::tr("steel of all members and plates %1").arg(QString::fromStdString(grade)), [grade](Joint& j) {
                for (Member& m : j.members) {
                    m.steel = grade;
                    if (Framing* f = std::get_if<Framing>(&m.placement))
                        for (std::optional<HaunchSpec>* h : {&f->haunchBelow, &f->haunchAbove})
                            if (*h) (*h)->steel = grade;
                }
                for (Connection& c : j.connections) {
                    if (EndPlate* plate = std::get_if<EndPlate>(&c.how)) {
                        plate->plate.steel = grade;
                        if (plate->other) plate->other->steel = grade;
                    }
                    if (FinPlate* fin = std::get_if<FinPlate>(&c.how)) fin->steel = grade;
                }
            });
            if (out_.size() > 5) return;
        }
    }

    void fitting(bool isAdd) {
        const JointState* state = session_.state();
        if (!state || !state->resolved) return;
        const auto resolved = state->resolved;
        std::vector<FittingRef> all;
        for (int k = 0; k < static_cast<int>(FittingKind::Beam); ++k) all.push_back({static_cast<FittingKind>(k), side_, 0});
        for (const EndId end : {ends::right, ends::left, ends::front, ends::back})
            for (const ConnectionKind joining :
                 {ConnectionKind::EndPlate, ConnectionKind::DirectWeld, ConnectionKind::FinPlate}) {
                const bool isOnWeb = end == ends::front || end == ends::back;
                if (resolved->hasColumn && isOnWeb == (joining == ConnectionKind::FinPlate))
                    all.push_back({FittingKind::Beam, end, 0, joining});
            }
        for (FittingRef& ref : all) {
            const QString name = QString::fromStdString(wordOf(ref));
            if (!rest_.isEmpty() && !matches(name, rest_)) continue;
            if (isAdd && !canTake(*resolved, ref)) continue;
            if (ref.kind == FittingKind::Row) {
                const auto room = roomForRow(*resolved, side_);
                if (!isAdd || !room) continue;
                ref.position = *room;
            } else if (hasFitting(*session_.current(), ref) == isAdd) {
                continue;
            }
            if (!isAdd && ref.kind == FittingKind::Beam && framingEnds(*session_.current()).size() < 2) continue;
            edit(QStringLiteral("%1 %2").arg(isAdd ? Session::tr("add") : Session::tr("remove"), name),
                 [isAdd, ref, resolved](Joint& j) {
                     if (isAdd)
                         addFitting(j, *resolved, ref);
                     else
                         removeFitting(j, ref);
                 });
        }
    }

    static bool matches(const QString& name, const QString& typed) {
        // "doubler" is the short word of the trade for a supplementary web plate.
        if (QStringLiteral("doubler").startsWith(typed)) return name.contains(QLatin1String("supplementary"));
        for (const QString& word : typed.split(QLatin1Char(' ')))
            if (!name.contains(word, Qt::CaseInsensitive)) return false;
        return true;
    }

    Session& session_;
    QStringList words_;
    QString rest_;
    EndId side_ = ends::right;
    std::optional<double> number_;
    std::vector<Suggestion> out_;
};

} // namespace

std::vector<Suggestion> directEdits(Session& session, const QString& typed) { return Reader(session, typed).run(); }

} // namespace zg
