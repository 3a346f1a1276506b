#include "app/dialogs/settings_dialog.h"
#include "app/sheet/parameter_form.h"
#include "session/session.h"
#include <QDialog>
#include <QDialogButtonBox>
#include <QVBoxLayout>

namespace zg {
namespace {

bool ask(const QString& title, const char* name, const std::vector<Parameter>& parameters, UnitSystem units,
         ParameterForm::Apply apply, QWidget* parent) {
    QDialog dialog(parent);
    dialog.setWindowTitle(title);
    dialog.setObjectName(QLatin1String(name));
    dialog.setMinimumWidth(420);
    auto* column = new QVBoxLayout(&dialog);
    column->addWidget(new ParameterForm(parameters, units, std::move(apply), {}, &dialog, ParameterForm::Labels::Help));
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Ok | QDialogButtonBox::Cancel, &dialog);
    column->addWidget(buttons);
    QObject::connect(buttons, &QDialogButtonBox::accepted, &dialog, &QDialog::accept);
    QObject::connect(buttons, &QDialogButtonBox::rejected, &dialog, &QDialog::reject);
    return dialog.exec() == QDialog::Accepted;
}

} // namespace

void askForSettings(Session& session, QWidget* parent) {
    Settings settings = session.job().settings;
    const auto apply = [&](const Parameter& p, const ParameterValue& value, const QString&) {
        (void)setParameter(settings, p.key, value);
    };
    if (ask(Session::tr("Settings of the job"), "settings", parametersOf(settings), settings.units, apply, parent)) {
        (void)session.editSettings(Session::tr("settings of the job"), [&](Settings& s) { s = settings; });
    }
}

void askForPlates(Session& session, QWidget* parent) {
    if (!session.current()) return;
    PlateSpec plates = session.current()->plates.value_or(PlateSpec{});
    const auto apply = [&](const Parameter& p, const ParameterValue& value, const QString&) {
        (void)setParameter(plates, p.key, value);
    };
    if (ask(Session::tr("Choices of the plate method"), "plateChoices", parametersOf(plates), session.job().settings.units, apply,
            parent))
        (void)session.edit(Session::tr("choices of the plate method"),
                           [&](Joint& j) { j.plates = plates == PlateSpec{} ? std::optional<PlateSpec>() : plates; });
}

void askForOutOfPlane(Session& session, SideId side, QWidget* parent) {
    const Joint* joint = session.current();
    const auto index = static_cast<std::size_t>(session.activeSet());
    if (!joint || index >= joint->actions.size() || !sideOf(*joint, side)) return;
    const auto in = [side](auto& set) -> auto& { return side == SideId::Right ? set.rightOutOfPlane : set.leftOutOfPlane; };
    OutOfPlaneForces forces = in(joint->actions[index]).value_or(OutOfPlaneForces{});
    const auto apply = [&](const Parameter& p, const ParameterValue& value, const QString&) {
        (void)setParameter(forces, p.key, value);
    };
    const QString title = Session::tr("Out of the plane, set %1, %2 beam")
                              .arg(QString::fromStdString(joint->actions[index].id), QString::fromUtf8(name(side)));
    if (ask(title, "outOfPlane", parametersOf(forces), session.job().settings.units, apply, parent))
        (void)session.edit(Session::tr("forces out of the plane"), [&](Joint& j) {
            in(j.actions[index]) = forces == OutOfPlaneForces{} ? std::optional<OutOfPlaneForces>() : forces;
        });
}

void askForJoint(Session& session, QWidget* parent) {
    if (!session.current()) return;
    Joint joint = *session.current();
    const auto apply = [&](const Parameter& p, const ParameterValue& value, const QString&) {
        (void)setJointParameter(joint, p.key, value);
    };
    if (ask(Session::tr("Joint %1").arg(QString::fromStdString(joint.mark)), "jointData", jointParameters(joint),
            session.job().settings.units, apply, parent)) {
        (void)session.edit(Session::tr("data of joint %1").arg(QString::fromStdString(joint.mark)), [&](Joint& j) { j = joint; });
    }
}

} // namespace zg
