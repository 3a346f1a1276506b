#include "app/plates/plate_display.h"
#include "base/text.h"
#include "scene/assembly_geometry.h"
#include "session/plate_studies.h"
#include "session/session.h"
#include "words/plate_words.h"
#include <algorithm>

namespace zg {

PlateDisplay::PlateDisplay(Session& session, QObject* parent) : QObject(parent), session_(session) {
    connect(&session, &Session::changed, this, [this](unsigned changes) {
        if (changes & (Session::Plates | Session::Current | Session::File)) follow();
        if (changes & (Session::Selection | Session::Content | Session::Settings_ | Session::ActiveSet)) {
            // The set whose check is looked at comes up by itself.
            const auto check = session_.selectedCheck();
            if (study_ && (changes & Session::Selection) && check && check->method == CheckMethod::Plates)
                for (const PlateStrength* run : runs())
                    if (run->set == check->set && run != set() &&
                        isImperfect(*run) == (check->code == CheckCode::PlatesStability) &&
                        isCyclic(*run) ==
                            (check->code == CheckCode::PlatesDrift || check->code == CheckCode::PlatesPlasticRotation)) {
                        showRun(*run);
                        break;
                    }
            Q_EMIT changed();
        }
    });
    follow();
}

std::shared_ptr<const BuiltJoint> PlateDisplay::built() const {
    const JointState* state = session_.state();
    return state ? state->built() : nullptr;
}

const PlateScene* PlateDisplay::builtScene() const {
    if (const auto now = built(); now != builtOf_) {
        builtOf_ = now;
        builtScene_.reset();
        builtGeometry_ = now ? geometryOf(now->assembly) : PlateGeometry{};
        if (now) builtScene_ = std::make_unique<PlateScene>(builtGeometry_);
    }
    return builtScene_.get();
}

void PlateDisplay::showBuilt(bool is) {
    wantsBuilt_ = is;
    Q_EMIT changed();
}

void PlateDisplay::follow() {
    const PlateStudies::Entry* entry = session_.plates().current();
    const std::shared_ptr<const PlateStudy> next = entry ? entry->study : nullptr;
    if (next != study_) {
        const bool isOtherJoint = !next || !study_ || next->mark != study_->mark,
                   isOther = isOtherJoint || next->key != study_->key;
        const QString before = set() ? nameOf(*set()) : QString();
        scene_.reset();
        study_ = next;
        mechanism_.clear();
        if (study_) {
            scene_ = std::make_unique<PlateScene>(study_->geometry);
            for (std::size_t i = 0; i + 2 < study_->mechanism.size(); i += 3)
                mechanism_.push_back({study_->mechanism[i], study_->mechanism[i + 1], study_->mechanism[i + 2]});
        }
        // What is loose is the first thing to see.
        isMechanism_ = study_ && !mechanism_.empty() && mechanism_.size() >= study_->geometry.nodes.size();
        if (isOtherJoint) chosenSet_.clear();
        set_ = setToShow();
        if (isOther) {
            hidden.clear();
            isolated.reset();
            cut.reset();
        }
        if (isOther || !set() || nameOf(*set()) != before) {
            mode_ = -1;
            frame_ = set() ? set()->fullFrame : -1;
        }
    }
    Q_EMIT changed();
}

// The one that somebody chose, else the one with the least reserve. Sets come in as they are finished, in no order.
int PlateDisplay::setToShow() const {
    if (!study_) return 0;
    const std::vector<const PlateStrength*> all = runs();
    const auto same = std::find_if(all.begin(), all.end(), [&](const PlateStrength* s) { return nameOf(*s) == chosenSet_; });
    if (same != all.end()) return static_cast<int>(same - all.begin());
    const std::vector<PlateStrength>& sets = study_->sets;
    const auto reserve = [](const PlateStrength& s) { return s.isLoaded && !s.isService ? s.reserve : 1e9; };
    const auto least = std::min_element(sets.begin(), sets.end(),
                                        [&](const PlateStrength& a, const PlateStrength& b) { return reserve(a) < reserve(b); });
    return static_cast<int>(least - sets.begin());
}

std::vector<const PlateStrength*> PlateDisplay::runs() const {
    std::vector<const PlateStrength*> all;
    if (!study_) return all;
    for (const PlateStrength& s : study_->sets) all.push_back(&s);
    for (const PlateStability& s : study_->stability) all.push_back(&s.run);
    for (const PlateCyclic& c : study_->cyclic) all.push_back(&c.run);
    return all;
}

const PlateStrength* PlateDisplay::set() const {
    const std::vector<const PlateStrength*> all = runs();
    return set_ < static_cast<int>(all.size()) ? all[set_] : nullptr;
}

const PlateStability* PlateDisplay::stability() const {
    const int index = study_ ? set_ - static_cast<int>(study_->sets.size()) : -1;
    return index >= 0 && index < static_cast<int>(study_->stability.size()) ? &study_->stability[index] : nullptr;
}

const PlateCyclic* PlateDisplay::cyclic() const {
    const PlateStrength* now = set();
    return now && isCyclic(*now) ? &study_->cyclic.front() : nullptr;
}

const PlateMomentRotation* PlateDisplay::curve() const {
    const ConnectionResult* shown = session_.shownConnection();
    return study_ && shown ? study_->curve(shown->side, shown->isReversed) : nullptr;
}

bool PlateDisplay::isImperfect(const PlateStrength& run) const {
    return study_ && std::any_of(study_->stability.begin(), study_->stability.end(),
                                 [&](const PlateStability& s) { return &s.run == &run; });
}

bool PlateDisplay::isCyclic(const PlateStrength& run) const {
    return study_ && !study_->cyclic.empty() && &run == &study_->cyclic.front().run;
}

QString PlateDisplay::nameOf(const PlateStrength& run) const {
    const QString id = QString::fromStdString(run.id);
    return isImperfect(run) ? tr("%1, imperfect").arg(id) : id;
}

void PlateDisplay::showRun(const PlateStrength& run) {
    const std::vector<const PlateStrength*> all = runs();
    showSet(static_cast<int>(std::find(all.begin(), all.end(), &run) - all.begin()));
}

const PlateBuckling* PlateDisplay::buckling() const {
    if (const PlateStrength* s = set())
        for (const PlateBuckling& b : study_->buckling)
            if (b.set == s->set) return &b;
    return nullptr;
}

int PlateDisplay::frameCount() const { return set() ? static_cast<int>(set()->frames.size()) : 0; }

void PlateDisplay::showSet(int index) {
    set_ = index;
    chosenSet_ = set() ? nameOf(*set()) : QString();
    mode_ = -1;
    isMechanism_ = false;
    frame_ = set() ? set()->fullFrame : -1;
    Q_EMIT changed();
}

void PlateDisplay::showFrame(int frame) {
    frame_ = std::max(0, std::min(frame, frameCount() - 1));
    mode_ = -1;
    isMechanism_ = false;
    Q_EMIT changed();
}

void PlateDisplay::showMode(int mode) {
    mode_ = mode;
    isMechanism_ = false;
    phase_ = 1;
    Q_EMIT changed();
}

void PlateDisplay::setPhase(double phase) {
    phase_ = phase;
    touch();
}

QString PlateDisplay::title() const {
    const PlateStrength* s = set();
    if (isBuilt()) {
        const auto now = built();
        return !now || now->clashes.empty() ? tr("As built, not computed")
                                            : tr("As built, not computed. Clashes: %1").arg(now->clashes.size());
    }
    if (isMechanism_) return tr("A part is loose: how it can move");
    if (!s || !study_) return {};
    const QString name = nameOf(*s);
    const PlateBuckling* b = buckling();
    if (mode_ >= 0 && b && mode_ < static_cast<int>(b->modes.size()))
        return tr("%1, mode %2: factor %3, %4")
            .arg(name)
            .arg(mode_ + 1)
            .arg(QString::fromStdString(fixedDecimals(b->modes[mode_].factor, 2)),
                 QString::fromStdString(reachWords(b->modes[mode_], false)));
    if (frame_ < 0 || frame_ >= frameCount()) return name;
    if (cyclic()) return tr("Cyclic run, drift %1").arg(QString::fromStdString(driftWords(s->frames[frame_].factor)));
    return tr("%1 at %2 % of its forces").arg(name).arg(static_cast<int>(100 * s->frames[frame_].factor + 0.5));
}

PlatePicture PlateDisplay::picture(double width, double height, int samples, double pixelRatio, const Palette& palette) const {
    PlatePictureOptions o;
    o.width = width;
    o.height = height;
    o.samples = samples;
    o.pixelRatio = pixelRatio;
    o.units = session_.job().settings.units;
    o.palette = &palette;
    o.title = title().toStdString();
    SceneState s;
    s.field = field;
    s.hasMesh = hasMesh;
    s.hasBolts = hasBolts;
    s.hidden = hidden;
    s.isolated = isolated;
    s.selected = session_.selectedPart();
    s.cut = cut;
    if (isBuilt()) {
        s.hasMesh = false;
        for (const Clash& c : built()->clashes)
            for (const PartRef& part : {c.a, c.b}) s.outlined.push_back(part);
        return platePicture(*builtScene(), s, camera, 0, o);
    }
    const PlateBuckling* b = buckling();
    if (isMechanism_) {
        s.shape = &mechanism_;
        s.deformation = phase_ * scene_->size() / 12;
    } else if (mode_ >= 0 && b && mode_ < static_cast<int>(b->modes.size())) {
        s.shape = &b->modes[mode_].shape;
        s.deformation = phase_ * scene_->size() / 20;
    } else if (const PlateStrength* strength = set(); strength && frame_ >= 0 && frame_ < frameCount()) {
        s.frame = &strength->frames[frame_];
        if (isDeformed && strength->fullFrame >= 0)
            s.deformation = scene_->sensibleScale(strength->frames[strength->fullFrame].displacement);
        // One scale for all steps, so that the slider shows growth.
        if (field == PlateField::Stress || field == PlateField::Strain || field == PlateField::Displacement) {
            double most = 0;
            SceneState end = s;
            end.frame = &strength->frames[std::max(0, strength->fullFrame)];
            for (std::size_t e = 0; e < study_->geometry.shells.size(); ++e)
                for (float v : fieldAt(study_->geometry, end, e)) most = std::max<double>(most, v);
            if (most > 0) s.largest = most;
        }
    }
    double yield = 0;
    for (const PlateGeometry::Part& p : study_->geometry.parts) yield = yield > 0 ? std::min(yield, p.f_y) : p.f_y;
    return platePicture(*scene_, s, camera, yield, o);
}

} // namespace zg
