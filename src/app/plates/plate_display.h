#pragma once
#include "drawing/plate_picture.h"
#include <QObject>
#include <QString>
#include <memory>

namespace zg {

class Session;
struct BuiltJoint;
struct PlateMomentRotation;
struct PlateStability;
struct PlateStrength;
struct PlateStudy;

/// What the Plates view shows: which set, state, field and direction. Views and controls read and change it here; no widgets.
class PlateDisplay : public QObject {
    Q_OBJECT
public:
    explicit PlateDisplay(Session& session, QObject* parent = nullptr);

    [[nodiscard]] const PlateStudy* study() const { return study_.get(); }
    /// The study's, or the joint as built while there is none or that is asked for; null for a joint that is not complete.
    [[nodiscard]] const PlateScene* scene() const { return isBuilt() ? builtScene() : scene_.get(); }
    [[nodiscard]] bool isBuilt() const { return wantsBuilt_ || !study_; }
    void showBuilt(bool is);
    /// The present joint as built; null for one that is not complete.
    [[nodiscard]] std::shared_ptr<const BuiltJoint> built() const;
    /// Everything that can be stepped through: the sets, then the sets with imperfections.
    [[nodiscard]] std::vector<const PlateStrength*> runs() const;
    /// Run on show; null when the study has none with forces.
    [[nodiscard]] const PlateStrength* set() const;
    /// What the run on show has for imperfections; null for the plain sets.
    [[nodiscard]] const PlateStability* stability() const;
    /// The cyclic run, when it is on show; null else.
    [[nodiscard]] const PlateCyclic* cyclic() const;
    /// Moment-rotation of the connection that the bench shows; null without.
    [[nodiscard]] const PlateMomentRotation* curve() const;
    [[nodiscard]] QString nameOf(const PlateStrength& run) const;
    [[nodiscard]] const PlateBuckling* buckling() const;
    [[nodiscard]] int frame() const { return frame_; }
    [[nodiscard]] int frameCount() const;
    [[nodiscard]] int mode() const { return mode_; } ///< -1: none
    void showSet(int indexOfRun);
    void showFrame(int frame);
    void showMode(int mode);
    /// Animation: phase of a mode's swing, -1 to 1.
    void setPhase(double phase);
    [[nodiscard]] bool isSwinging() const { return mode_ >= 0 || isMechanism_; }

    PlateField field = PlateField::Stress;
    bool isDeformed = true, hasMesh = false, hasBolts = true;
    std::set<std::string> hidden;
    std::optional<PartRef> isolated;
    std::optional<SceneState::Cut> cut;
    Camera camera = Camera::towards(NamedView::Oblique);
    /// After a change of the plain members above.
    void touch() { Q_EMIT redrawWanted(); }

    [[nodiscard]] PlatePicture picture(double width, double height, int samples, double pixelRatio, const Palette& palette) const;
    [[nodiscard]] QString title() const;

Q_SIGNALS:
    void changed();      ///< what is shown: study, set, step, mode, selection
    void redrawWanted(); ///< only how: direction, field, phase of a swing

private:
    void follow();
    void showRun(const PlateStrength& run);
    [[nodiscard]] bool isCyclic(const PlateStrength& run) const;
    [[nodiscard]] bool isImperfect(const PlateStrength& run) const;
    [[nodiscard]] const PlateScene* builtScene() const;
    [[nodiscard]] int setToShow() const;
    Session& session_;
    std::shared_ptr<const PlateStudy> study_;
    std::unique_ptr<PlateScene> scene_;
    mutable std::shared_ptr<const BuiltJoint> builtOf_; ///< what the next two were made of, when they were last shown
    mutable PlateGeometry builtGeometry_;
    mutable std::unique_ptr<PlateScene> builtScene_;
    bool wantsBuilt_ = false;
    std::vector<Float3> mechanism_;
    int set_ = 0, frame_ = -1, mode_ = -1;
    QString chosenSet_; ///< by the reader; empty: none
    bool isMechanism_ = false;
    double phase_ = 1;
};

} // namespace zg
