#include "app/plates/plates_view.h"
#include "advise/plate_remedies.h"
#include "app/plates/plate_canvas.h"
#include "app/plates/plate_display.h"
#include "app/plates/plate_list.h"
#include "app/plates/stiffness_view.h"
#include "app/theme/theme.h"
#include "app/views/drawing_view.h"
#include "base/text.h"
#include "drawing/reconciliation.h"
#include "joint/plate_key.h"
#include "session/plate_studies.h"
#include "session/session.h"
#include "words/plate_words.h"
#include <QAbstractItemView>
#include <QCheckBox>
#include <QComboBox>
#include <QGridLayout>
#include <QHBoxLayout>
#include <QLabel>
#include <QProgressBar>
#include <QPushButton>
#include <QSignalBlocker>
#include <QSlider>
#include <QStackedWidget>
#include <QTimer>
#include <QVBoxLayout>
#include <cmath>

namespace zg {

namespace {
constexpr PlateField fields[] = {PlateField::Stress,       PlateField::Strain,   PlateField::Utilisation,
                                 PlateField::Displacement, PlateField::Pressure, PlateField::None};
constexpr NamedView views[] = {NamedView::Oblique, NamedView::Elevation, NamedView::PlateRight, NamedView::PlateLeft,
                               NamedView::Plan};
} // namespace

PlatesView::PlatesView(Session& session, Theme& theme, Prompts& prompts, QWidget* parent)
    : QWidget(parent), session_(session), theme_(theme), display_(new PlateDisplay(session, this)), swinging_(new QTimer(this)) {
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(4);
    column->addWidget(makeTop());
    line_ = new QLabel(this);
    line_->setObjectName(QStringLiteral("plateLine"));
    line_->setWordWrap(true);
    line_->setContentsMargins(4, 0, 4, 0);
    column->addWidget(line_);
    remedies_ = new QWidget(this);
    remedies_->setObjectName(QStringLiteral("plateRemedies"));
    auto* links = new QVBoxLayout(remedies_);
    links->setContentsMargins(4, 0, 4, 4);
    links->setSpacing(2);
    remedies_->hide();
    column->addWidget(remedies_);
    pages_ = new QStackedWidget(this);
    auto* model = new QWidget(pages_);
    auto* row = new QHBoxLayout(model);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(4);
    canvas_ = new PlateCanvas(session_, *display_, theme_, model);
    row->addWidget(canvas_, 1);
    side_ = new QWidget(this);
    auto* sideColumn = new QVBoxLayout(side_);
    sideColumn->setContentsMargins(0, 0, 0, 0);
    list_ = new PlateList(session_, *display_, model);
    sideColumn->addWidget(list_, 1);
    sideColumn->addWidget(makeOptions());
    pages_->addWidget(model);
    comparison_ = new DrawingView(
        session_, theme_,
        [this](double width, double height) {
            Drawing d;
            const Joint* joint = session_.current();
            const PlateStudies::Entry* entry = session_.plates().current();
            const ConnectionResult* now = session_.shownConnection();
            if (!joint || !entry || !entry->study || entry->study->curves.empty()) {
                d.label({width / 2, height / 2}, "Run the plates first: the comparison needs their moment-rotation.",
                        textSize::strong, Tone::FaintInk, Align::Centre);
                return d;
            }
            const auto bare = bareConnections(session_.job(), *joint);
            for (const PlateMomentRotation& m : entry->study->curves) {
                if (now && (m.side != now->side || m.isReversed != now->isReversed)) continue;
                const ConnectionResult* other = zg::find(bare, m.side, m.isReversed);
                if (!other) continue;
                ReconciliationOptions o;
                o.width = width;
                o.height = height;
                o.units = session_.job().settings.units;
                o.isStale = session_.plates().isStale(*joint);
                return reconciliationDrawing(reconcile(bare, m), o);
            }
            return d;
        },
        pages_);
    comparison_->setObjectName(QStringLiteral("plateComparison"));
    pages_->addWidget(comparison_);
    auto* stiffness = new StiffnessView(session_, prompts, pages_);
    connect(stiffness, &StiffnessView::left, this, [this] { showStiffness(false); });
    pages_->addWidget(stiffness);
    auto* middle = new QHBoxLayout;
    middle->setSpacing(4);
    middle->addWidget(pages_, 1);
    middle->addWidget(side_);
    column->addLayout(middle, 1);
    foot_ = makeFoot();
    column->addWidget(foot_);
    swinging_->setInterval(40);
    connect(swinging_, &QTimer::timeout, this, [this] {
        phase_ += 0.16;
        display_->setPhase(std::sin(phase_));
    });
    connect(display_, &PlateDisplay::changed, this, &PlatesView::follow);
    connect(&session_.plates(), &PlateStudies::progressed, this, &PlatesView::say);
    follow();
}

QWidget* PlatesView::makeTop() {
    auto* box = new QWidget(this);
    auto* bar = new QHBoxLayout(box);
    bar->setContentsMargins(0, 0, 0, 0);
    run_ = new QPushButton(box);
    run_->setObjectName(QStringLiteral("runPlates"));
    run_->setSizePolicy(QSizePolicy::Fixed, QSizePolicy::Fixed);
    connect(run_, &QPushButton::clicked, this, &PlatesView::runOrCancel);
    bar->addWidget(run_);
    progress_ = new QProgressBar(box);
    progress_->setObjectName(QStringLiteral("plateProgress"));
    progress_->setRange(0, 1000);
    progress_->setMinimumWidth(60);
    progress_->setMaximumWidth(190);
    bar->addWidget(progress_);
    sets_ = new QComboBox(box);
    sets_->setObjectName(QStringLiteral("plateSet"));
    sets_->setAccessibleName(tr("Action set"));
    connect(sets_, &QComboBox::activated, this, [this](int i) { display_->showSet(i); });
    bar->addWidget(sets_);
    fields_ = new QComboBox(box);
    fields_->setObjectName(QStringLiteral("plateField"));
    fields_->setAccessibleName(tr("What the colours say"));
    for (PlateField f : fields) fields_->addItem(QString::fromUtf8(nameOf(f)));
    connect(fields_, &QComboBox::activated, this, [this](int i) {
        display_->field = fields[i];
        if (display_->isSwinging()) display_->showFrame(display_->frame());
        display_->touch();
    });
    bar->addWidget(fields_);
    views_ = new QComboBox(box);
    views_->setObjectName(QStringLiteral("plateDirection"));
    views_->setAccessibleName(tr("Direction of view"));
    for (NamedView v : views) views_->addItem(QString::fromUtf8(nameOf(v)));
    connect(views_, &QComboBox::activated, this, [this](int i) {
        display_->camera = Camera::towards(views[i]);
        display_->touch();
    });
    bar->addWidget(views_);
    // As wide as their words where there is room, and narrow in a small window.
    const auto fit = [](QComboBox* combo, int letters) {
        combo->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
        combo->setMinimumContentsLength(letters);
        combo->setSizePolicy(QSizePolicy::Preferred, QSizePolicy::Fixed);
        combo->setMinimumWidth(40);
        combo->view()->setMinimumWidth(150);
    };
    fit(sets_, 12);
    fit(fields_, 13);
    fit(views_, 9);
    bar->addStretch();
    built_ = new QPushButton(tr("As built"), box);
    built_->setObjectName(QStringLiteral("plateBuilt"));
    built_->setCheckable(true);
    built_->setToolTip(tr("The joint as it is built, of the present state; parts that stand in one another are outlined"));
    connect(built_, &QPushButton::toggled, this, [this](bool is) { display_->showBuilt(is); });
    bar->addWidget(built_);
    compare_ = new QPushButton(tr("Both methods"), box);
    compare_->setObjectName(QStringLiteral("plateCompare"));
    compare_->setCheckable(true);
    compare_->setToolTip(tr("Every component beside its counterpart in the plates"));
    connect(compare_, &QPushButton::toggled, this, &PlatesView::showComparison);
    bar->addWidget(compare_);
    return box;
}

QWidget* PlatesView::makeFoot() {
    auto* box = new QWidget(this);
    auto* bar = new QHBoxLayout(box);
    bar->setContentsMargins(4, 0, 4, 2);
    bar->addWidget(new QLabel(tr("step"), box));
    steps_ = new QSlider(Qt::Horizontal, box);
    steps_->setObjectName(QStringLiteral("plateSteps"));
    steps_->setAccessibleName(tr("Load step"));
    steps_->setMinimumWidth(80);
    connect(steps_, &QSlider::valueChanged, this, [this](int step) {
        if (!isFollowing_) display_->showFrame(step);
    });
    bar->addWidget(steps_, 2);
    swing_ = new QPushButton(tr("Swing"), box);
    swing_->setObjectName(QStringLiteral("plateSwing"));
    swing_->setCheckable(true);
    swing_->setToolTip(tr("Moves the mode to and fro"));
    connect(swing_, &QPushButton::toggled, this, [this](bool is) {
        if (is)
            swinging_->start();
        else
            swinging_->stop(), display_->setPhase(1);
    });
    bar->addWidget(swing_);
    return box;
}

// Under the side list: what is drawn, and runs on demand.
QWidget* PlatesView::makeOptions() {
    auto* box = new QWidget(this);
    auto* grid = new QGridLayout(box);
    grid->setContentsMargins(2, 0, 2, 0);
    grid->setVerticalSpacing(3);
    int column = 0;
    const auto tick = [&](const QString& text, const char* name, bool is, auto&& set) {
        auto* check = new QCheckBox(text, box);
        check->setObjectName(QString::fromUtf8(name));
        check->setChecked(is);
        connect(check, &QCheckBox::toggled, this, [this, set](bool on) {
            set(*display_, on);
            display_->touch();
        });
        grid->addWidget(check, 0, column++);
    };
    tick(tr("deformed"), "plateDeformed", true, [](PlateDisplay& d, bool on) { d.isDeformed = on; });
    tick(tr("mesh"), "plateMesh", false, [](PlateDisplay& d, bool on) { d.hasMesh = on; });
    tick(tr("bolts"), "plateBolts", true, [](PlateDisplay& d, bool on) { d.hasBolts = on; });
    cuts_ = new QComboBox(box);
    cuts_->setObjectName(QStringLiteral("plateCut"));
    cuts_->addItems({tr("no cut"), tr("cut x"), tr("cut y"), tr("cut z")});
    grid->addWidget(cuts_, 1, 0);
    cut_ = new QSlider(Qt::Horizontal, box);
    cut_->setRange(0, 100);
    cut_->setValue(50);
    cut_->setAccessibleName(tr("Place of the cut"));
    grid->addWidget(cut_, 1, 1, 1, 2);
    const auto cutNow = [this] {
        const int axis = cuts_->currentIndex() - 1;
        cut_->setEnabled(axis >= 0);
        display_->cut.reset();
        if (axis >= 0 && display_->scene()) {
            const double low = display_->scene()->low()[axis], high = display_->scene()->high()[axis];
            display_->cut = SceneState::Cut{axis, low + (high - low) * cut_->value() / 100.0, axis == 2};
        }
        display_->touch();
    };
    cut_->setEnabled(false);
    connect(cuts_, &QComboBox::activated, this, cutNow);
    connect(cut_, &QSlider::valueChanged, this, cutNow);
    auto* automatic = new QCheckBox(tr("run after every edit"), box);
    automatic->setObjectName(QStringLiteral("plateAutomatic"));
    automatic->setToolTip(tr("Computes the plates again by itself whenever the joint has changed"));
    connect(automatic, &QCheckBox::toggled, this, [this](bool is) { session_.plates().setAutomatic(is); });
    grid->addWidget(automatic, 2, 0, 1, 3);
    imperfect_ =
        choiceTick(box, tr("with imperfections"), QStringLiteral("plateImperfect"), tr("imperfections"), &PlateSpec::isImperfect);
    imperfect_->setToolTip(
        tr("Every set also where the joint has moved to, with its buckling shapes as imperfections (EN 1993-1-5 "
           "annex C): buckling is in that limit. A run takes two to three times as long."));
    grid->addWidget(imperfect_, 3, 0, 1, 2);
    tightened_ =
        choiceTick(box, tr("bolts tightened"), QStringLiteral("plateTightened"), tr("tightened bolts"), &PlateSpec::isPreloaded);
    tightened_->setToolTip(
        tr("Bolts that must not slip are tightened before every run and carry shear by friction until they slip"));
    grid->addWidget(tightened_, 4, 0, 1, 3);
    holes_ = choiceTick(box, tr("holes cut"), QStringLiteral("plateHoles"), tr("holes"), &PlateSpec::hasHoles);
    holes_->setToolTip(tr("Holes of the bolts are cut into end plates and column flanges: net sections yield, shanks bear on the "
                          "edges of their holes. Thin end plates come out a little weaker."));
    grid->addWidget(holes_, 3, 2);
    redistribute_ = choiceTick(box, tr("bolts redistribute"), QStringLiteral("plateRedistribute"), tr("redistribution by bolts"),
                               &PlateSpec::doBoltsRedistribute);
    redistribute_->setToolTip(tr("Bolts at their resistance stretch while others go on, as far as their class does. Without: the "
                                 "first of them ends every run (EN 1993-1-8 6.2.7.2(9))"));
    grid->addWidget(redistribute_, 5, 0, 1, 3);
    axes_ =
        choiceTick(box, tr("minor axis and torsion"), QStringLiteral("plateAxes"), tr("other axes"), &PlateSpec::hasOtherAxes);
    axes_->setToolTip(tr("Moment-rotation about the beams' minor axis and of torsion too"));
    grid->addWidget(axes_, 6, 0, 1, 3);
    rule_ = new QComboBox(box);
    rule_->setObjectName(QStringLiteral("plateRule"));
    rule_->setAccessibleName(tr("Where the plates' M_j,Rd is read off"));
    rule_->setToolTip(tr("Where M_j,Rd is read off the plates' curves; where they end before, it is their largest moment"));
    for (const MomentRule rule :
         {MomentRule::Limit, MomentRule::SecantThird, MomentRule::FirstYield, MomentRule::OnePercent, MomentRule::TwoPercent})
        rule_->addItem(tr("M_j,Rd: %1").arg(QString::fromUtf8(wordOf(rule))), static_cast<int>(rule));
    connect(rule_, &QComboBox::activated, this, [this](int i) {
        const auto rule = static_cast<MomentRule>(rule_->itemData(i).toInt());
        choose(tr("where M_j,Rd is read off"), [&](PlateSpec& spec) { spec.momentRule = rule; });
    });
    grid->addWidget(rule_, 7, 0, 1, 3);
    under_ = new QComboBox(box);
    under_->setObjectName(QStringLiteral("plateUnder"));
    under_->setAccessibleName(tr("Curves under the other forces of a set"));
    under_->setToolTip(
        tr("Moment-rotation once more while all other forces of a set act: N, V, the column's and the other beam's"));
    connect(under_, &QComboBox::activated, this, [this](int i) {
        const std::string id = under_->itemData(i).toString().toStdString();
        choose(tr("curves under a set"), [&](PlateSpec& spec) { spec.curvesUnder = id; });
    });
    under_->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    under_->setMinimumContentsLength(10);
    grid->addWidget(under_, 8, 0, 1, 3);
    cyclic_ = new QComboBox(box);
    cyclic_->setObjectName(QStringLiteral("plateCyclic"));
    cyclic_->setAccessibleName(tr("Cyclic run"));
    cyclic_->setToolTip(
        tr("The joint swayed to and fro by the drifts of a protocol, with the beams' expected strength: loops, energy, "
           "strain that gathers. A run takes half a minute or more."));
    cyclic_->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    cyclic_->setMinimumContentsLength(10);
    for (const auto& [words, protocol] :
         {std::pair{tr("no cyclic run"), CyclicProtocol::None}, std::pair{tr("cyclic: AISC 341 K"), CyclicProtocol::Aisc341},
          std::pair{tr("cyclic: ECCS"), CyclicProtocol::Eccs}})
        cyclic_->addItem(words, static_cast<int>(protocol));
    connect(cyclic_, &QComboBox::activated, this, [this](int i) {
        const auto protocol = static_cast<CyclicProtocol>(cyclic_->itemData(i).toInt());
        choose(tr("cyclic run"), [&](PlateSpec& spec) { spec.cyclic = protocol; });
    });
    grid->addWidget(cyclic_, 9, 0, 1, 3);
    auto* stiffness = new QPushButton(tr("Node stiffness..."), box);
    stiffness->setObjectName(QStringLiteral("plateStiffness"));
    stiffness->setToolTip(tr("Every member's end against every other at the set on show, for frame programs, as JSON"));
    connect(stiffness, &QPushButton::clicked, this, [this] { showStiffness(true); });
    auto* converge = new QPushButton(tr("Mesh error"), box);
    converge->setObjectName(QStringLiteral("plateConverge"));
    converge->setToolTip(tr("Moment-rotation on three element sizes: what M_j,Rd and S_j,ini come to, and their error"));
    connect(converge, &QPushButton::clicked, this, &PlatesView::converge);
    auto* runs = new QHBoxLayout;
    runs->setSpacing(4);
    runs->addWidget(converge);
    runs->addWidget(stiffness);
    grid->addLayout(runs, 10, 0, 1, 3);
    return box;
}

// A tick that is one of the joint's choices.
QCheckBox* PlatesView::choiceTick(QWidget* box, const QString& label, const QString& name, const QString& words,
                                  bool PlateSpec::*choice) {
    auto* made = new QCheckBox(label, box);
    made->setObjectName(name);
    connect(made, &QCheckBox::toggled, this, [this, words, choice](bool is) {
        if (!isFollowing_) choose(words, [&](PlateSpec& spec) { spec.*choice = is; });
    });
    return made;
}

// One of the joint's choices of the plate method; absent from the joint while all are as usual.
void PlatesView::choose(const QString& words, const std::function<void(PlateSpec&)>& change) {
    (void)session_.edit(words, [&](Joint& j) {
        PlateSpec spec = platesOf(j);
        change(spec);
        j.plates = spec == PlateSpec{} ? std::optional<PlateSpec>() : spec;
    });
}

void PlatesView::showComparison(bool is) {
    compare_->setChecked(is);
    showPage(is ? 1 : 0);
}

void PlatesView::showStiffness(bool is) {
    const QSignalBlocker quiet(compare_);
    compare_->setChecked(false);
    showPage(is ? 2 : 0);
}

void PlatesView::showPage(int page) {
    pages_->setCurrentIndex(page);
    foot_->setVisible(page == 0 && !display_->isBuilt());
    side_->setVisible(page == 0);
}

void PlatesView::runOrCancel() {
    if (session_.plates().isRunning())
        session_.plates().cancel();
    else
        session_.plates().run();
}

void PlatesView::converge() {
    const ConnectionResult* now = session_.shownConnection();
    session_.plates().converge(now ? now->side : ends::right, now && now->isReversed);
}

void PlatesView::follow() {
    isFollowing_ = true;
    const PlateStudy* study = display_->study();
    const QSignalBlocker quiet(sets_);
    sets_->clear();
    const PlateStrength* set = display_->set();
    for (const PlateStrength* run : display_->runs()) {
        sets_->addItem(display_->nameOf(*run));
        if (run == set) sets_->setCurrentIndex(sets_->count() - 1);
    }
    sets_->setEnabled(sets_->count() > 1);
    const Joint* joint = session_.current();
    const PlateSpec spec = joint ? platesOf(*joint) : PlateSpec{};
    for (const auto& [box, is] :
         {std::pair{imperfect_, spec.isImperfect}, std::pair{tightened_, spec.isPreloaded}, std::pair{holes_, spec.hasHoles},
          std::pair{axes_, spec.hasOtherAxes}, std::pair{redistribute_, spec.doBoltsRedistribute}}) {
        box->setChecked(is);
        box->setEnabled(joint != nullptr);
    }
    rule_->setCurrentIndex(rule_->findData(static_cast<int>(spec.momentRule)));
    rule_->setEnabled(joint != nullptr);
    cyclic_->setCurrentIndex(cyclic_->findData(static_cast<int>(spec.cyclic)));
    cyclic_->setEnabled(joint != nullptr);
    under_->clear();
    under_->addItem(tr("curves: no other forces"), QString());
    if (joint) {
        const QString chosen = QString::fromStdString(platesOf(*joint).curvesUnder);
        for (const ActionSet& actions : joint->actions) {
            const QString id = QString::fromStdString(actions.id);
            under_->addItem(tr("curves: also under %1").arg(id), id);
        }
        int at = under_->findData(chosen);
        if (at < 0) {
            under_->addItem(tr("curves: under %1, which is not there").arg(chosen), chosen);
            at = under_->count() - 1;
        }
        under_->setCurrentIndex(at);
    }
    under_->setEnabled(joint && !joint->actions.empty());
    steps_->setRange(0, std::max(0, display_->frameCount() - 1));
    steps_->setValue(std::max(0, display_->frame()));
    steps_->setEnabled(display_->frameCount() > 1 && !display_->isBuilt());
    fields_->setVisible(!display_->isBuilt());
    sets_->setVisible(!display_->isBuilt());
    for (const char* name : {"plateDeformed", "plateMesh"})
        if (auto* tick = findChild<QWidget*>(QString::fromLatin1(name))) tick->setVisible(!display_->isBuilt());
    built_->setVisible(study != nullptr);
    foot_->setVisible(!display_->isBuilt() && pages_->currentIndex() == 0);
    swing_->setEnabled(display_->isSwinging());
    if (!display_->isSwinging() && swing_->isChecked()) swing_->setChecked(false);
    isFollowing_ = false;
    say();
}

// What stands under the buttons: progress, the set in a sentence, the mesh's error.
void PlatesView::say() {
    PlateStudies& plates = session_.plates();
    run_->setText(plates.isRunning() ? tr("Cancel") : tr("Run plates"));
    progress_->setVisible(plates.isRunning());
    if (plates.isRunning()) {
        progress_->setValue(static_cast<int>(1000 * plates.fraction()));
        progress_->setFormat(plates.runningMark() + QStringLiteral(": ") + plates.stage());
        progress_->setToolTip(plates.stage());
    }
    const Joint* joint = session_.current();
    QStringList words;
    const double limit = joint ? platesOf(*joint).strainLimit : PlateSpec{}.strainLimit;
    if (display_->isBuilt()) {
        if (!display_->study() && !plates.isRunning() && !plates.isRefused())
            words << tr("Run the plates (F5) for strength and buckling of every set and moment-rotation of both signs.");
    } else if (const PlateStudy* study = display_->study()) {
        if (!study->mechanismWords.empty())
            words << QString::fromStdString(study->mechanismWords + " " + looseRemedy());
        else if (const PlateStability* imperfect = display_->stability())
            words << tr("Set %1 in moved geometry: %2.")
                         .arg(QString::fromStdString(imperfect->run.id),
                              QString::fromStdString(stabilitySentence(*imperfect, limit)));
        else if (const PlateCyclic* cyclic = display_->cyclic())
            words << tr("Swayed to and fro: %1. Strain is what has gathered over all cycles.")
                         .arg(QString::fromStdString(cyclicSentence(*cyclic)));
        else if (const PlateStrength* set = display_->set()) {
            words << QString::fromStdString("Set " + set->id + ": " + strengthSentence(*set, limit) + ".");
            for (const SlipUse& slip : set->slips)
                words << QString::fromStdString("Bolts " + slipWords(slip, session_.job().settings.units) + ".");
        }
        if (!study->isComplete && !plates.isRunning()) words << tr("The run was not finished; what is shown stands.");
    }
    const PlateStudies::Entry* entry = plates.current();
    if (entry && entry->convergence) {
        const PlateConvergence& c = *entry->convergence;
        const auto error = [](const PlateConvergence::Estimate& e) {
            return QString::fromStdString((e.isSteady ? "about " : "within ") + fixedDecimals(100 * e.error, 1) + " %");
        };
        words << tr("Mesh error on three sizes: M_j,Rd %1, S_j,ini %2; the peak stress in %3 %4.")
                     .arg(error(c.M_j_Rd), error(c.S_j_ini), QString::fromStdString(c.peakPart),
                          c.peakExponent > 0.1 ? tr("is that of a singular corner and grows with the mesh") : tr("converges"));
        if (joint && entry->convergenceKey != plateKey(session_.job(), *joint)) words << tr("(of another state of the joint)");
    } else if (display_->study() && !display_->isBuilt()) {
        words << tr("Element size %1 mm at the bolts.")
                     .arg(QString::fromStdString(fixedDecimals(display_->study()->elementSize, 0)));
    }
    if (!plates.message().isEmpty()) words << plates.message();
    line_->setText(words.join(QLatin1Char(' ')));
    line_->setVisible(!words.isEmpty());
    offer();
}

// Below the words, when the plates were refused or something is loose: changes that may set it right, one click each.
void PlatesView::offer() {
    const Joint* joint = session_.current();
    const PlateStudy* study = display_->study();
    const bool isLoose = joint && study && !study->mechanismWords.empty() && !session_.plates().isStale(*joint);
    const std::uint64_t key = isLoose || session_.plates().isRefused() ? plateKey(session_.job(), *joint) : 0;
    if (key == offeredFor_) return;
    offeredFor_ = key;
    qDeleteAll(remedies_->findChildren<QWidget*>(QString(), Qt::FindDirectChildrenOnly));
    const std::vector<PlateRemedy> found = key ? plateRemedies(session_.job(), *joint) : std::vector<PlateRemedy>{};
    for (const PlateRemedy& r : found) {
        const QString text = QString::fromStdString(r.text);
        auto* button = new QPushButton(text, remedies_);
        button->setObjectName(QStringLiteral("link"));
        // The button goes with the state it was for.
        connect(button, &QPushButton::clicked, this, [this, text, after = r.joint] {
            QMetaObject::invokeMethod(
                this,
                [this, text, after] {
                    if (session_.edit(text, [&](Joint& j) { j = after; })) session_.plates().run();
                },
                Qt::QueuedConnection);
        });
        remedies_->layout()->addWidget(button);
        remedies_->layout()->setAlignment(button, Qt::AlignLeft);
    }
    remedies_->setVisible(!found.empty());
}

} // namespace zg
